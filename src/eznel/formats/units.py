"""Amounts in the units that a reader is used to. What was typed is shown as typed, elsewhere."""

from math import floor
from typing import Literal

from eznel.core.quantities import factor

System = Literal["metric", "us", "imperial"]
SYSTEMS: tuple[System, ...] = ("metric", "us", "imperial")

# Our unit -> the reader's, from the smallest; the first in which the number is not tiny is taken.
_US = {
    "m": ("in", "ft"), "m²": ("ft²",), "kg": ("lb",),
    "L": ("fl oz", "qt", "gal"), "mL": ("fl oz", "qt", "gal"),
    "g": ("oz", "lb"), "g/m²": ("oz/yd²",), "kg/m²": ("lb/ft²",), "L/m²": ("gal/yd²",),
    "mm": ("in",), "g/mL": ("lb/ft³",), "g/L": ("oz/gal",), "°C": ("°F",),
}  # fmt: skip
_IMPERIAL = {
    **_US, "L": ("imp. fl oz", "imp. gal"), "mL": ("imp. fl oz",), "g/L": ("oz/imp. gal",),
    "L/m²": ("imp. gal/yd²",), "°C": ("°C",),
}  # fmt: skip
_TABLES: dict[System, dict[str, tuple[str, ...]]] = {"metric": {}, "us": _US, "imperial": _IMPERIAL}

_SPELT = {
    "m²": "meter**2", "ft²": "foot**2", "fl oz": "fluid_ounce", "qt": "quart", "gal": "gallon",
    "imp. fl oz": "imperial_fluid_ounce", "imp. gal": "imperial_gallon", "g/m²": "g/m2",
    "oz/yd²": "oz/yd2", "kg/m²": "kilogram/meter**2", "lb/ft²": "pound/foot**2",
    "L/m²": "liter/meter**2", "gal/yd²": "gallon/yard**2", "lb/ft³": "lb/ft3",
    "oz/gal": "oz/gal_us", "oz/imp. gal": "ounce/imperial_gallon",
    "imp. gal/yd²": "imperial_gallon/yard**2",
}  # fmt: skip

_LEAST = {"ft": 3.0, "qt": 1.0, "gal": 1.0, "imp. gal": 1.0, "lb": 1.0}
"""Below this a smaller unit is used."""


HANDY: dict[str, tuple[tuple[float, float, float, str], ...]] = {
    "L": ((0.0, 0.1, 1000.0, "mL"),),
    "g": ((1000.0, float("inf"), 0.001, "kg"),),
}
"""Metric units that are handier from one size to another: from, to, times, unit."""


WHOLE_FL_OZ = 4.0
"""From here on fluid ounces are whole."""


def as_measured(value: float, unit: str) -> float:
    """Return a customary amount as finely as it is measured.

    Parameters
    ----------
    value : float
        In a customary unit. [unit]
    unit : str
        Like "oz", "fl oz" or "gal"; others stay as they are.

    Returns
    -------
    float
        Gallons and quarts to a tenth, ounces to two figures, fluid ounces whole from four on.
        [unit]
    """
    kind = unit.removeprefix("imp. ")
    if kind in ("gal", "qt") and value >= 1:
        return floor(value * 10 + 0.5) / 10
    if kind == "fl oz" and value >= WHOLE_FL_OZ:
        return float(floor(value + 0.5))
    return float(f"{value:.2g}") if kind in ("oz", "fl oz", "qt", "gal") else value


def handy(value: float, unit: str, system: System) -> tuple[float, str]:
    """Return an amount in the unit that a reader measures it with.

    Parameters
    ----------
    value : float
        In the core's unit. [unit]
    unit : str
        The core's unit, like "L".
    system : str
        "metric", "us" or "imperial".

    Returns
    -------
    tuple of float and str
        Little water in millilitres, much of a product in kilograms; ounces and gallons as
        finely as a kitchen scale and a can show them. [unit]
    """
    if system != "metric":
        found, name = converted(value, unit, system)
        return as_measured(found, name), name
    for least, most, by, name in HANDY.get(unit, ()):
        if least <= value < most and value > 0:
            return value * by, name
    return value, unit


def converted(value: float, unit: str, system: System) -> tuple[float, str]:
    """Return a value in a reader's units.

    Parameters
    ----------
    value : float
        In the core's unit. [unit]
    unit : str
        The core's unit, like "m²".
    system : str
        "metric", "us" or "imperial".

    Returns
    -------
    tuple of float and str
        Value and unit; as given where the reader has no other. [unit]
    """
    if unit == "°C" and system == "us":
        return value * 9 / 5 + 32, "°F"
    there = _TABLES[system].get(unit, ())
    if not there or there == (unit,):
        return value, unit
    for name in reversed(there):
        found = value * factor(_SPELT.get(unit, unit), _SPELT.get(name, name))
        if abs(found) >= _LEAST.get(name, 0.0) or name == there[0]:
            return found, name
    raise AssertionError(unit)
