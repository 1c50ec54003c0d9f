"""What the columns of a weather table are, and in which units, with the evidence for it.

A unit is taken from the heading, a row of units or the cells. Where nobody says it, degrees may be
Celsius or Fahrenheit: of the two the one is left out that would be impossible where the garden is,
and where both are possible it is asked. The longer the table, the less it can be off: of one day
25 K are possible, of a year 13.
"""

import re
from collections.abc import Sequence
from dataclasses import dataclass, replace
from datetime import date
from math import sqrt
from typing import Literal

from eznel.formats.tables import Row

Meaning = Literal["on", "low", "high", "rain", "humidity", "wind", "sun", "source"]
Unit = Literal["°C", "°F", "mm", "cm", "in", "%", "m/s", "km/h", "mph", "h"]
NEEDED: tuple[Meaning, ...] = ("on", "low", "high")

_MEANINGS: dict[Meaning, str] = {
    "on": r"date|datum|fecha|day|tag|d[ií]a",
    "low": r"min|low|tn\b|tiefst|m[ií]nim",
    "high": r"max|high|tx\b|h[öo]chst|m[áa]xim",
    "source": r"source|quelle|fuente|origen",
    "rain": r"rain|prec|prcp|niederschlag|regen|lluvia|rr\b",
}
_SKY: dict[Meaning, re.Pattern[str]] = {
    "humidity": re.compile(r"humid|feucht|humedad", re.IGNORECASE),
    "wind": re.compile(r"wind|viento", re.IGNORECASE),
    "sun": re.compile(
        r"sunshine|sun ?(?:hours|_?h)|sonn\w*dauer|sonnenschein|insolaci", re.IGNORECASE
    ),
}
"""Means of a day, taken only where their heading prints the unit."""
_NO_MEAN = re.compile(
    r"gust|b[öo]e|r[aá]faga|max|m[aá]x|min|m[ií]n|dir|richt|chill|soil|boden|suelo|spec|abs",
    re.IGNORECASE,
)
_MEANING = {name: re.compile(form, re.IGNORECASE) for name, form in _MEANINGS.items()}
_OTHER = re.compile(
    r"gust|wind|b[öo]e|r[aá]faga|dew|taupunkt|roc[ií]o|hours?|stunden|horas|prob|chance|wahrsch"
    r"|humid|feucht|humedad|press|druck|\buv\b|feels|gef[üu]hlt|sens|soil|boden|suelo|water"
    r"|grass|ground",
    re.IGNORECASE,
)
"""Columns of other things that have a most, a least or a rain in their names, too."""
_UNITS: tuple[tuple[Unit, re.Pattern[str]], ...] = (
    ("°F", re.compile(r"°\s*f|(?:\b|\d|_)f\b|fahrenheit", re.IGNORECASE)),
    ("°C", re.compile(r"°\s*c|(?:\b|\d|_)c\b|celsius", re.IGNORECASE)),
    ("mm", re.compile(r"(?:\b|\d|_)mm\b|l/m", re.IGNORECASE)),
    ("cm", re.compile(r"(?:\b|\d|_)cm\b", re.IGNORECASE)),
    ("%", re.compile(r"%|pct|percent|prozent", re.IGNORECASE)),
    ("m/s", re.compile(r"\bm ?/ ?s\b|m_s\b", re.IGNORECASE)),
    ("km/h", re.compile(r"km ?/ ?h|kmh|kph", re.IGNORECASE)),
    ("mph", re.compile(r"mph", re.IGNORECASE)),
    ("h", re.compile(r"(?:\b|_)(?:h|hours?|stunden|horas)\b", re.IGNORECASE)),
    ("in", re.compile(r"(?:\b|\d|_)in\b|inch|zoll|pulgada|\d\"", re.IGNORECASE)),
)
_OF: dict[Meaning, tuple[Unit, ...]] = {
    "low": ("°C", "°F"),
    "high": ("°C", "°F"),
    "rain": ("mm", "cm", "in"),
    "humidity": ("%",),
    "wind": ("m/s", "km/h", "mph"),
    "sun": ("h",),
}
WIND_M_S: dict[Unit, float] = {"m/s": 1.0, "km/h": 1 / 3.6, "mph": 0.44704}
_HIGH_UP = re.compile(r"\b10 ?m\b", re.IGNORECASE)
WIND_2M = 0.748
"""Of the wind ten metres above the ground, what blows at two (FAO-56, eq. 47). [m/s per m/s]"""
RAIN_MM: dict[Unit, float] = {"mm": 1.0, "cm": 10.0, "in": 25.4}
MOST_INCHES = 15.0
"""More rain than this in a day has hardly been measured anywhere. [in]"""

SPREAD_K, FOR_ONE_K = 12.0, 13.0
"""How far off the usual a long table may be, and how much more one day."""


@dataclass(frozen=True, slots=True)
class WeatherColumn:
    """A column: its heading, what it is taken to mean, and its unit. None where nobody knows."""

    heading: str
    meaning: Meaning | None = None
    unit: Unit | None = None
    by_usual: bool = False
    """Whether its unit was taken because the other one is impossible in this garden."""


@dataclass(frozen=True, slots=True)
class Usual:
    """What is usual where the garden is: means of January to December."""

    low_c: tuple[float, ...]
    high_c: tuple[float, ...]

    def middle(self, on: date) -> float:
        """Return the usual warmth of a day's month. [°C]"""
        return (self.low_c[on.month - 1] + self.high_c[on.month - 1]) / 2


def columns_of(heading: Row, width: int) -> tuple[WeatherColumn, ...]:
    """Return what each column is taken to mean by its heading.

    Parameters
    ----------
    heading : Row
        The row of headings.
    width : int
        How many columns there are. [count]

    Returns
    -------
    tuple of WeatherColumn
        A meaning once: of two minima the first.
    """
    found: list[WeatherColumn] = []
    for n in range(width):
        cell = heading.cell(n)
        known = {one.meaning for one in found}
        meaning = next(
            (
                name
                for name, form in _MEANING.items()
                if name not in known and form.search(cell) and not _OTHER.search(cell)
            ),
            None,
        )
        column = with_unit(WeatherColumn(cell[:120], meaning), cell)
        found.append(column if meaning else _of_sky(column, cell, known))
    return tuple(found)


def _of_sky(column: WeatherColumn, cell: str, known: set[Meaning | None]) -> WeatherColumn:
    """Humidity, wind or sunshine, where the heading says so with its unit."""
    for meaning, form in _SKY.items():
        if meaning not in known and form.search(cell) and not _NO_MEAN.search(cell):
            found = with_unit(replace(column, meaning=meaning), cell)
            return found if found.unit else column
    return column


def wind_m_s(value: float, column: WeatherColumn) -> float:
    """Return a wind two metres above the ground.

    Parameters
    ----------
    value : float
        As printed. [m/s, km/h or mph]
    column : WeatherColumn
        Its unit; and its heading, which may say that it was measured at 10 m.

    Returns
    -------
    float
        To a hundredth. [m/s]
    """
    high = WIND_2M if _HIGH_UP.search(column.heading) else 1.0
    return round(value * WIND_M_S[column.unit or "m/s"] * high, 2)


def with_unit(column: WeatherColumn, said: str) -> WeatherColumn:
    """Return a column with the unit that something says.

    Parameters
    ----------
    column : WeatherColumn
        Its meaning decides which units there are.
    said : str
        A heading, a unit alone, or a cell.

    Returns
    -------
    WeatherColumn
        As it was where nothing is said, or its unit is known.
    """
    if column.meaning is None or column.unit is not None:
        return column
    units = _OF.get(column.meaning, ())
    found = next((unit for unit, form in _UNITS if unit in units and form.search(said)), None)
    return replace(column, unit=found)


def celsius(value: float, unit: Unit | None) -> float:
    """Return a temperature in degrees Celsius.

    Parameters
    ----------
    value : float
        As printed. [°C or °F]
    unit : str or None
        Its unit; None for Celsius.

    Returns
    -------
    float
        To a hundredth. [°C]
    """
    return round((value - 32) * 5 / 9, 2) if unit == "°F" else value


def scale_of(days: Sequence[tuple[date, float, float]], usual: Usual | None) -> Unit | None:
    """Return the only scale that some days can be in.

    Parameters
    ----------
    days : sequence of tuple
        Day, minimum and maximum as printed. [°C or °F]
    usual : Usual or None
        What is usual there; None where nobody knows.

    Returns
    -------
    str or None
        None where both are possible, or neither.
    """
    scales: tuple[Unit, ...] = ("°C", "°F")
    possible = [unit for unit in scales if days and _possible(days, unit, usual)]
    return possible[0] if len(possible) == 1 else None


def _possible(days: Sequence[tuple[date, float, float]], unit: Unit, usual: Usual | None) -> bool:
    read = [(on, celsius(low, unit), celsius(high, unit)) for on, low, high in days]
    if any(low < -60 or high > 60 for _, low, high in read):
        return False
    if usual is None:
        return True
    off = sum((low + high) / 2 - usual.middle(on) for on, low, high in read) / len(read)
    return abs(off) <= SPREAD_K + FOR_ONE_K / sqrt(len(read))


def rain_unit(values: Sequence[float], scale: Unit | None) -> Unit | None:
    """Return the only unit that rain without one can be in.

    Parameters
    ----------
    values : sequence of float
        As printed. [mm or in]
    scale : str or None
        The scale that the table itself prints for its temperatures.

    Returns
    -------
    str or None
        Millimetres beside printed Celsius, above what falls in inches, and of no rain at all.
    """
    if scale == "°C" or max(values, default=0.0) in (0.0,) or max(values) > MOST_INCHES:
        return "mm"
    return None
