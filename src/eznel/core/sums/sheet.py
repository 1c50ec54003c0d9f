"""A sum while it is worked out: its blanks, what is known of them, and the steps so far.

The unit of every number follows from the end of its name, so a sheet cannot mix them up: what
ends in _m2 is in square metres. A step notes by itself which numbers went into it.
"""

from collections.abc import Callable, Mapping
from dataclasses import dataclass, field, replace
from datetime import date
from typing import Literal
from uuid import UUID

from eznel.core.errors import Unknown
from eznel.core.working import Finding, Level, Origin, Quantity, Worked

NO_GARDEN = UUID(int=0)
"""The id of what a sum makes for a rule of the core, and nobody keeps."""

Kind = Literal[
    "mass", "bulk", "volume", "scoop", "bag", "area", "length", "gap", "depth", "rain", "rate",
    "strength", "percent", "count", "temperature", "conductivity", "density", "flow", "time",
    "span", "solution", "soil", "charge", "content", "yield", "price", "latitude", "grade",
    "choice", "day",
]  # fmt: skip
"""What can be typed into a blank, and so in which units."""

UNITS = {
    "_g_m2": "g/m²", "_kg_m2": "kg/m²", "_g_ml": "g/mL", "_mg_l": "mg/L", "_g_l": "g/L",
    "_mg_kg": "mg/kg", "_g_kg": "g/kg", "_cmol_kg": "cmol/kg", "_ds_m": "dS/m", "_l_h": "L/h",
    "_mm_day": "mm", "_mm_h": "mm/h", "_meq_l": "meq/L", "_mm": "mm", "_m2": "m²",
    "_cm": "cm", "_m": "m", "_kg": "kg", "_g": "g",
    "_lb": "lb", "_ml": "mL", "_l": "L", "_pct": "%", "_c": "°C", "_min": "min", "_days": "d",
    "_deg": "°", "_dd": "°C·d",
}  # fmt: skip
"""The unit of a number, by the end of its name; others have none."""


def unit_of(name: str) -> str:
    """Return the unit of a number by the end of its name; empty for a plain one.

    Parameters
    ----------
    name : str
        Like "area_m2".

    Returns
    -------
    str
        Like "m²".
    """
    ends = sorted((end for end in UNITS if name.endswith(end)), key=len)
    return UNITS[ends[-1]] if ends else ""


@dataclass(frozen=True, slots=True)
class Blank:
    """A place in a sum's sentence: what it takes, what usually stands there, what makes sense."""

    name: str
    kind: Kind
    usual: float | str | None = None
    """In the unit of its name; what stands there before anything is typed."""
    choices: tuple[str, ...] = ()
    least: float = 0.0
    most: float = 1e7


Value = float | str | date


def percent(name: str, usual: float | None = None, least: float = 0.0, most: float = 100) -> Blank:
    """Return a blank for a share.

    Parameters
    ----------
    name : str
        What it is called.
    usual : float or None
        What stands there at first. [%]
    least : float
        From here on it makes sense. [%]
    most : float
        Up to here it makes sense. [%]

    Returns
    -------
    Blank
        Of the kind "percent".
    """
    return Blank(name, "percent", usual, least=least, most=most)


class Sheet:
    """What is known by name, what is asked, and the steps so far."""

    def __init__(self, asked: str, known: Mapping[str, Value]) -> None:
        self.asked = asked
        self.said = {name: one for name, one in known.items() if isinstance(one, str)}
        self.days = {name: one for name, one in known.items() if isinstance(one, date)}
        self._at = {
            name: Quantity(name, float(one), unit_of(name), Origin.TYPED)
            for name, one in known.items()
            if isinstance(one, int | float)
        }
        self._read: dict[str, Quantity] = {}
        self.worked = Worked(value=0.0, unit="")

    def __getitem__(self, name: str) -> float:
        """A number by its name, which the next step notes."""
        self._read[name] = self._at[name]
        return self._at[name].value

    def fixed(self, name: str, value: float, origin: Origin = Origin.FIXED) -> float:
        """Put down a number that no blank holds: a constant, or a figure of a table.

        Parameters
        ----------
        name : str
            Its name, with its unit.
        value : float
            In that unit. [unit]
        origin : Origin
            Where it comes from.

        Returns
        -------
        float
            The same. [unit]
        """
        self._at[name] = Quantity(name, value, unit_of(name), origin)
        return self[name]

    def then(self, key: str, name: str, value: float) -> float:
        """Take a step, from the numbers that were read since the last one.

        Parameters
        ----------
        key : str
            Of its formula and sentence.
        name : str
            What the result is called from here on.
        value : float
            The result, in the unit of its name. [unit]

        Returns
        -------
        float
            The same. [unit]
        """
        self.worked = self.worked.then(key, value, unit_of(name), *self._read.values())
        self._at[name] = Quantity(name, value, unit_of(name))
        self._read = {}
        return value

    def follow(self, worked: Worked, name: str) -> float:
        """Take the steps of a working from elsewhere in the core.

        Parameters
        ----------
        worked : Worked
            The working.
        name : str
            What its value is called from here on. [its unit]

        Returns
        -------
        float
            Its value. [its unit]
        """
        self.worked = worked.after(self.worked)
        self._at[name] = Quantity(name, worked.value, worked.unit)
        self._read = {}
        return worked.value

    def note(self, key: str, field: str, *names: str, level: Level = Level.QUESTION) -> None:
        """Say something of the result.

        Parameters
        ----------
        key : str
            Of the finding.
        field : str
            The blank that it is about.
        *names : str
            Numbers that it shows. [their units]
        level : Level
            How strongly it speaks.
        """
        numbers = tuple(self._at[name] for name in names)
        self.worked = self.worked.noting(Finding(key, level, field, numbers=numbers))

    def told(self, *names: str) -> tuple[Quantity, ...]:
        """Return numbers that are worth telling beside the answer.

        Parameters
        ----------
        *names : str
            What they are called.

        Returns
        -------
        tuple of Quantity
            In that order. [their units]
        """
        return tuple(replace(self._at[name], origin=Origin.COMPUTED) for name in names)

    def plain(self, name: str) -> float:
        """Return a number that no step notes. [its unit]

        Parameters
        ----------
        name : str
            What it is called.

        Returns
        -------
        float
            Its value. [its unit]
        """
        return self._at[name].value


@dataclass(frozen=True, slots=True)
class Answer:
    """What was asked with its working, what is worth telling beside it, and days, if any."""

    asked: str
    worked: Worked
    beside: tuple[Quantity, ...] = ()
    days: tuple[date, ...] = ()
    known: Mapping[str, Value] = field(default_factory=dict)
    """What it was reckoned from, by name."""


@dataclass(frozen=True, slots=True)
class Sum:
    """One question: its blanks in order, which of its numbers can be asked, and how it is done."""

    key: str
    group: str
    blanks: tuple[Blank, ...]
    asks: tuple[str, ...]
    work: Callable[[Sheet], Answer]
    results: tuple[str, ...] = ()
    """Blanks that are only ever answers, each beside the others."""
    turns: bool = True
    """Whether its other numbers can be found by trying; not where the first ask goes in steps."""
    aside: tuple[str, ...] = ()
    """Blanks on which only what stands beside the answer depends."""

    @property
    def tried(self) -> tuple[str, ...]:
        """Numbers for which there is no step back: they are found by trying."""
        if not self.turns or self.results:
            return ()
        numbers = (b.name for b in self.blanks if b.kind not in ("grade", "choice", "day"))
        return tuple(name for name in numbers if name not in (*self.asks, *self.aside))

    def known(self, asked: str) -> tuple[Blank, ...]:
        """Return the blanks that have to be filled where one is asked.

        Parameters
        ----------
        asked : str
            The number that is asked.

        Returns
        -------
        tuple of Blank
            In the order of the sentence.

        Raises
        ------
        Unknown
            When that cannot be asked of this sum.
        """
        if asked not in (*self.asks, *self.tried):
            raise Unknown("asked", "sum_not_asked", name=asked)
        return tuple(b for b in self.blanks if b.name != asked and b.name not in self.results)


def answered(sheet: Sheet, *beside: str, days: tuple[date, ...] = ()) -> Answer:
    """Return the answer that a sheet has come to.

    Parameters
    ----------
    sheet : Sheet
        Worked out.
    beside : str
        Numbers worth telling beside it. [their units]
    days : tuple of date
        Days that it comes to.

    Returns
    -------
    Answer
        With the working so far.
    """
    return Answer(sheet.asked, sheet.worked, sheet.told(*beside), days)
