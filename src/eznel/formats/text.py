"""Numbers, findings and workings as words: one renderer for API, command line and print."""

import re
from dataclasses import dataclass
from decimal import ROUND_HALF_UP, Decimal

from eznel.core.working import Finding, Origin, Quantity, Step, Worked
from eznel.formats.formula import plainly
from eznel.formats.units import System, converted
from eznel.words import Words, formulas

_SIGNS = (
    ("3 ** 0.5", "√3"),
    ("3.141592653589793", "π"),
    (" ** 2", "²"),
    (" ** ", "^"),
    (" * ", " × "),
    (" / ", " ÷ "),
    (" - ", " − "),
)


@dataclass(frozen=True, slots=True)
class ShownQuantity:
    """A number that went into a step, ready to show."""

    key: str
    name: str
    value: str
    origin: Origin
    origin_said: str
    source: str
    measure_at: str


@dataclass(frozen=True, slots=True)
class ShownStep:
    """A step: its sentence, the formula with the numbers put in, and the result."""

    sentence: str
    formula: str
    result: str
    quantities: tuple[ShownQuantity, ...]


@dataclass(frozen=True, slots=True)
class ShownFinding:
    """A finding in words, with the way out."""

    key: str
    level: str
    text: str
    remedy: str


@dataclass(frozen=True, slots=True)
class Shown:
    """A working in words."""

    value: float
    unit: str
    result: str
    assumed: bool
    steps: tuple[ShownStep, ...]
    findings: tuple[ShownFinding, ...]


def number(value: float, words: Words | None = None) -> str:
    """Return a number with three significant digits, without needless zeros.

    Parameters
    ----------
    value : float
        Any number. [unit]
    words : Words or None
        The locale whose marks are used; None for English.

    Returns
    -------
    str
        Never in powers of ten.
    """
    if value == 0:
        return "0"
    text = f"{_rounded(value, 0 if abs(value) >= 1000 else 3):,f}"
    if "." in text:
        text = text.rstrip("0").rstrip(".")
    if words is None:
        return text
    marks = {",": words.thousands, ".": words.decimal}
    return "".join(marks.get(sign, sign) for sign in text)


def _rounded(value: float, digits: int) -> Decimal:
    """The number as it is written, rounded half up, as browsers do: to so many digits, or whole."""
    plain = Decimal(repr(float(value)))
    places = 0 if digits == 0 else max(plain.adjusted() + 1 - digits, -6)
    return plain.quantize(Decimal(1).scaleb(min(places, 0)), ROUND_HALF_UP)


def amount(quantity: Quantity, words: Words, system: System = "metric") -> str:
    """Return a quantity with its unit, a space between them.

    Parameters
    ----------
    quantity : Quantity
        Value and unit.
    words : Words
        The locale's sentences.
    system : str
        The reader's system of units.

    Returns
    -------
    str
        Like "4.32 m²".
    """
    value, unit = converted(quantity.value, quantity.unit, system)
    if unit in ("°C", "°F"):  # no thermometer of a garden shows more
        value = round(value, 1)
    return f"{number(value, words)} {_unit(value, unit, words)}".strip()


def _unit(value: float, unit: str, words: Words) -> str:
    """A unit in words: one day, two days."""
    terms = words.terms
    one = terms.get(f"unit.{unit.removesuffix('s')}") if value == 1 else None
    return one or terms.get(f"unit.{unit}", unit)


def _formula(step: Step, words: Words) -> str:
    # In the units the method is written in, whatever the reader's: its numbers belong to them.
    numbers = {q.name: q.value for q in step.quantities}
    text = plainly(formulas()[step.key], numbers, words.terms)
    values = {q.name: amount(q, words) for q in step.quantities}
    # Signs first, names after: a unit like g/m² is not a division.
    for sign, shown in _SIGNS:
        text = text.replace(sign, shown)
    text = re.sub(r"(?<=\d)\.(?=\d)", words.decimal, text)
    text = re.sub(r"([a-z_][a-z_0-9]*)²", r"(\1)²", text)
    return re.sub(r"[a-z_][a-z_0-9]*", lambda m: values.get(m.group(), m.group()), text)


def show(worked: Worked, words: Words, system: System = "metric") -> Shown:
    """Return a working in words.

    Parameters
    ----------
    worked : Worked
        Value and steps. [unit]
    words : Words
        The locale's sentences.
    system : str
        The reader's system of units; the formula itself stays in its own.

    Returns
    -------
    Shown
        Sentence, formula with numbers, and origin of each number, step by step.
    """
    steps = tuple(
        ShownStep(
            sentence=words.steps[step.key],
            formula=_formula(step, words),
            result=amount(Quantity("", step.value, step.unit), words, system),
            quantities=tuple(
                ShownQuantity(
                    q.name,
                    words.names[q.name],
                    amount(q, words, system),
                    q.origin,
                    words.origins[q.origin],
                    _source(q.source, words),
                    q.measure_at,
                )
                for q in step.quantities
            ),
        )
        for step in worked.steps
    )
    origins = {q.origin for step in worked.steps for q in step.quantities}
    return Shown(
        value=worked.value,
        unit=worked.unit,
        result=amount(Quantity("", worked.value, worked.unit), words, system),
        assumed=Origin.ASSUMED in origins,
        steps=steps,
        findings=tuple(say(finding, words, system) for finding in worked.findings),
    )


SOURCES = ("class", "group", "texture")
"""Kinds of terms that a number's source may be named by."""


def _source(name: str, words: Words) -> str:
    """Classes, groups and textures by their words, a catalogue's name translated; else as it is."""
    known = [
        next((words.terms[key] for k in SOURCES if (key := f"{k}.{part}") in words.terms), None)
        for part in name.split(", ")
    ]
    return words.of_row(name) if None in known else ", ".join(filter(None, known))


def say(finding: Finding, words: Words, system: System = "metric") -> ShownFinding:
    """Return a finding in words.

    Parameters
    ----------
    finding : Finding
        Key, numbers and names.
    words : Words
        The locale's sentences.
    system : str
        The reader's system of units; the formula itself stays in its own.

    Returns
    -------
    ShownFinding
        With the way out.
    """
    said = words.findings[finding.key]
    known = [words.terms.get(f"nutrient.{name}", name) for name in finding.names]
    values = {q.name: amount(q, words, system) for q in finding.numbers}
    return ShownFinding(
        key=finding.key,
        level=finding.level,
        text=said.text.format(*known, **values, names=", ".join(known)),
        remedy=said.remedy,
    )


def sentence(finding: Finding, words: Words, system: System = "metric") -> str:
    """Return a finding with its way out in one line.

    Parameters
    ----------
    finding : Finding
        Key, numbers and names.
    words : Words
        The locale's sentences.
    system : str
        The reader's system of units.

    Returns
    -------
    str
        What is so, and what to do.
    """
    said = say(finding, words, system)
    return f"{said.text} {said.remedy}"
