"""Units and kitchen measures.

What a person types is kept as typed, value and unit; the rest of the core reads it in the one
unit it computes in (`length.m`, `volume.l`, `mass.g`). Conversions come from the unit library,
which takes half a second to load; what is used in every garden and so by definition is here.

A volume becomes a mass only through a density, never by itself: no unit here crosses that line.
"""

from functools import cache
from typing import Annotated, Any, ClassVar, Literal, get_args

from pydantic import BaseModel, ConfigDict, Field

KITCHEN_ML = {
    "us": {"tsp": 4.92892, "tbsp": 14.78676, "cup": 236.588},
    "metric": {"tsp": 5.0, "tbsp": 15.0, "cup": 250.0},
    "imperial": {"tsp": 5.91939, "tbsp": 17.75817, "cup": 284.131},
    "au": {"tsp": 5.0, "tbsp": 20.0, "cup": 250.0},
}
"""Volume of a level kitchen measure by locale. [mL]"""


_DEFINED: dict[tuple[str, str], float] = {
    ("cm", "m"): 0.01, ("mm", "m"): 0.001,
    ("mL", "L"): 0.001, ("L", "mL"): 1000.0,
    ("kg", "g"): 1000.0, ("mg", "g"): 0.001,
    ("kg/L", "g/mL"): 1.0,
    ("in", "m"): 0.0254, ("ft", "m"): 0.3048,
    ("gal_us", "L"): 3.785411784, ("gal_imp", "L"): 4.54609, ("ft3", "L"): 28.316846592,
    ("lb", "g"): 453.59237, ("oz", "g"): 28.349523125,
    ("kg/m2", "g/m2"): 1000.0, ("kg/ha", "g/m2"): 0.1, ("t/ha", "g/m2"): 100.0,
}  # fmt: skip


@cache
def _library() -> Any:
    import pint

    units: Any = pint.UnitRegistry()
    for locale, measures in KITCHEN_ML.items():
        for name, ml in measures.items():
            units.define(f"{name}_{locale} = {ml} * milliliter")
    units.define("german_degree = 17.848 * milligram / liter")  # 10 mg of CaO in a litre, as CaCO3
    units.define("milliequivalent_of_lime = 50.04 * milligram")
    return units


# Our spelling of a unit -> the library's.
_SPELLING = {
    "in": "inch", "ft": "foot", "yd": "yard", "ft3": "foot**3", "yd3": "yard**3",
    "fl_oz_us": "fluid_ounce", "gal_us": "gallon", "gal_imp": "imperial_gallon", "qt_us": "quart",
    "qt_imp": "imperial_quart", "pt_us": "pint", "pt_imp": "imperial_pint",
    "fl_oz_imp": "imperial_fluid_ounce", "oz": "ounce", "lb": "pound",
    "mL": "milliliter", "L": "liter",
    "g/mL": "gram/milliliter", "kg/L": "kilogram/liter", "lb/ft3": "pound/foot**3",
    "g/m2": "gram/meter**2", "kg/m2": "kilogram/meter**2", "oz/yd2": "ounce/yard**2",
    "lb/100ft2": "pound/(100*foot**2)", "g/L": "gram/liter", "oz/gal_us": "ounce/gallon",
    "kg/ha": "kilogram/hectare", "t/ha": "metric_ton/hectare", "lb/acre": "pound/acre",
    "ton/acre": "2000*pound/acre", "lb/1000ft2": "pound/(1000*foot**2)",
    "mg/L CaCO3": "milligram/liter", "dH": "german_degree", "fH": "10*milligram/liter",
    "clark": "grain/imperial_gallon", "gpg_us": "grain/gallon",
    "meq/L": "milliequivalent_of_lime/liter",
    "m2": "meter**2", "ft2": "foot**2", "yd2": "yard**2", "lb/gal_us": "pound/gallon",
}  # fmt: skip


@cache
def factor(unit: str, to: str) -> float:
    """Return what one `unit` is in `to`.

    Parameters
    ----------
    unit : str
        A unit in our spelling.
    to : str
        Another of the same kind.

    Returns
    -------
    float
        The factor to multiply with. [to/unit]
    """
    if unit == to:
        return 1.0
    return _DEFINED.get((unit, to)) or by_library(unit, to)


def by_library(unit: str, to: str) -> float:
    """Return what one `unit` is in `to`, as the unit library has it.

    Parameters
    ----------
    unit : str
        A unit in our spelling.
    to : str
        Another of the same kind.

    Returns
    -------
    float
        The factor to multiply with. [to/unit]
    """
    units = _library()
    spelt = units.parse_expression(_SPELLING.get(unit, unit))
    return float(spelt.to(units.parse_expression(_SPELLING.get(to, to)).units).magnitude) / float(
        units.parse_expression(_SPELLING.get(to, to)).magnitude
    )


def factors() -> dict[str, float]:
    """Return what one of every unit is in the unit that the core computes in.

    Returns
    -------
    dict of str to float
        By unit: lengths in metres, areas in square metres, volumes in litres, masses in grams.
        [core/unit]
    """
    kinds: tuple[type[Measure], ...] = (Length, Area, Volume, Mass)
    return {
        unit: factor(unit, kind.canonical)
        for kind in kinds
        for unit in get_args(kind.model_fields["unit"].annotation)
    }


class Measure(BaseModel):
    """A number as it was typed, with its unit."""

    model_config = ConfigDict(frozen=True, extra="forbid")
    canonical: ClassVar[str]
    value: Annotated[float, Field(ge=0, le=1e9, allow_inf_nan=False)]
    unit: str

    def _canonical(self) -> float:
        return self.value * factor(self.unit, self.canonical)


class Length(Measure):
    """A length, read in metres."""

    canonical = "m"
    unit: Literal["m", "cm", "mm", "ft", "in", "yd"] = "m"

    @property
    def m(self) -> float:
        """The length. [m]"""
        return self._canonical()


class Area(Measure):
    """An area, read in square metres."""

    canonical = "m2"
    unit: Literal["m2", "ft2", "yd2"] = "m2"

    @property
    def m2(self) -> float:
        """The area. [m²]"""
        return self._canonical()


class Volume(Measure):
    """A volume, read in litres."""

    canonical = "L"
    unit: Literal[
        "L", "mL", "ft3", "yd3", "gal_us", "gal_imp", "qt_us", "qt_imp", "pt_us", "pt_imp",
        "fl_oz_us", "fl_oz_imp",
        "tsp_us", "tbsp_us", "cup_us", "tsp_metric", "tbsp_metric", "cup_metric",
        "tsp_au", "tbsp_au", "cup_au", "tsp_imperial", "tbsp_imperial", "cup_imperial",
    ] = "L"  # fmt: skip

    @property
    def l(self) -> float:  # noqa: E743 - the field writes litres so
        """The volume. [L]"""
        return self._canonical()

    @property
    def ml(self) -> float:
        """The volume. [mL]"""
        return self._canonical() * 1000


class Mass(Measure):
    """A mass, read in grams."""

    canonical = "g"
    unit: Literal["g", "kg", "mg", "oz", "lb"] = "g"

    @property
    def g(self) -> float:
        """The mass. [g]"""
        return self._canonical()


class Density(Measure):
    """A bulk density, read in grams per millilitre (the same as kg/L and g/cm³)."""

    canonical = "g/mL"
    unit: Literal["g/mL", "kg/L", "lb/ft3", "lb/gal_us"] = "g/mL"

    @property
    def g_per_ml(self) -> float:
        """The density. [g/mL]"""
        return self._canonical()


class AreaRate(Measure):
    """A mass per area, read in grams per square metre."""

    canonical = "g/m2"
    unit: Literal[
        "g/m2", "kg/m2", "kg/ha", "t/ha", "oz/yd2", "lb/100ft2", "lb/1000ft2", "lb/acre",
        "ton/acre",
    ] = "g/m2"  # fmt: skip

    @property
    def g_per_m2(self) -> float:
        """The rate. [g/m²]"""
        return self._canonical()


class Alkalinity(Measure):
    """Hardness or alkalinity of water, read in milligrams of calcium carbonate in a litre."""

    canonical = "mg/L CaCO3"
    unit: Literal["mg/L CaCO3", "dH", "fH", "clark", "gpg_us", "meq/L"] = "mg/L CaCO3"

    @property
    def mg_per_l(self) -> float:
        """As calcium carbonate. [mg/L]"""
        return self._canonical()


class Strength(Measure):
    """A mass per volume of water, read in grams per litre."""

    canonical = "g/L"
    unit: Literal["g/L", "oz/gal_us"] = "g/L"

    @property
    def g_per_l(self) -> float:
        """The strength. [g/L]"""
        return self._canonical()
