"""A result and how it came about, as data.

A step names a formula (its key) and the quantities that went in; the formula itself and its
sentence live in `words`, so a working can be shown in any language and evaluated again by a test.
"""

from collections.abc import Iterable
from dataclasses import dataclass, replace
from enum import StrEnum
from typing import NamedTuple, Self


class Origin(StrEnum):
    """Where a number comes from. Assumed and measured look different everywhere."""

    MEASURED = "measured"
    LABEL = "label"
    LAB = "lab"
    TYPED = "typed"
    TYPICAL = "typical"
    ASSUMED = "assumed"
    COMPUTED = "computed"
    FIXED = "fixed"
    PLAN = "plan"
    """Of the plan or the log: a mix that was chosen, what was given before."""


class Sourced(NamedTuple):
    """A number and where it comes from."""

    value: float
    origin: Origin


class Level(StrEnum):
    """How strongly a finding speaks."""

    NOTE = "note"
    QUESTION = "question"
    WARNING = "warning"
    HOLD = "hold"


@dataclass(frozen=True, slots=True)
class Quantity:
    """A named number in a step, with its unit and origin; `source` names a report or label.

    `measure_at` says where a measured number would be typed in its place: kind, id and field.
    """

    name: str
    value: float
    unit: str
    origin: Origin = Origin.COMPUTED
    source: str = ""
    measure_at: str = ""


@dataclass(frozen=True, slots=True)
class Step:
    """One line of working: the formula's key, what went in, what came out."""

    key: str
    quantities: tuple[Quantity, ...]
    value: float
    unit: str


@dataclass(frozen=True, slots=True)
class Finding:
    """Something odd, or something to know. `field` is the place of the entry it is about."""

    key: str
    level: Level = Level.NOTE
    field: str = ""
    about: str = ""
    numbers: tuple[Quantity, ...] = ()
    names: tuple[str, ...] = ()


@dataclass(frozen=True, slots=True, kw_only=True)
class Worked:
    """A value, its unit, how it came about and what was odd on the way."""

    value: float
    unit: str
    steps: tuple[Step, ...] = ()
    findings: tuple[Finding, ...] = ()

    @classmethod
    def first(cls, key: str, value: float, unit: str, *quantities: Quantity) -> Self:
        """Return a value that one step made."""
        return cls(value=value, unit=unit, steps=(Step(key, quantities, value, unit),))

    def then(self, key: str, value: float, unit: str, *quantities: Quantity) -> "Worked":
        """Return the next value, with the working so far and one step more."""
        return Worked(
            value=value,
            unit=unit,
            steps=(*self.steps, Step(key, quantities, value, unit)),
            findings=self.findings,
        )

    def noting(self, *findings: Finding) -> "Worked":
        """Return the same value with findings beside it."""
        return Worked(
            value=self.value,
            unit=self.unit,
            steps=self.steps,
            findings=(*self.findings, *findings),
        )

    def measurable_at(self, where: str, *names: str) -> "Worked":
        """Return the same value, with where its assumed or so named numbers can be measured."""

        def open_(quantity: Quantity) -> bool:
            named = quantity.origin is Origin.ASSUMED or quantity.name in names
            return named and not quantity.measure_at

        def with_field(step: Step) -> Step:
            if not any(map(open_, step.quantities)):
                return step
            told = (replace(q, measure_at=where) if open_(q) else q for q in step.quantities)
            return replace(step, quantities=tuple(told))

        return replace(self, steps=tuple(map(with_field, self.steps)))

    def after(self, *others: "Worked") -> "Worked":
        """Return this value with the working of the values it was made from in front."""
        return Worked(
            value=self.value,
            unit=self.unit,
            steps=(*_steps(others), *self.steps),
            findings=(*(f for o in others for f in o.findings), *self.findings),
        )


def _steps(workings: Iterable[Worked]) -> Iterable[Step]:
    """Yield each step once, in order: two values may share their beginnings."""
    return {id(step): step for working in workings for step in working.steps}.values()
