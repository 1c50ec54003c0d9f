"""Three schools of reading a class as an amount a year. They disagree; the grower picks.

Sufficiency: a table by class and kind of crop; best supported by field trials. Build and maintain:
what the harvest takes away, and a part of the way to the critical level. Cation balance: shares of
the exchange capacity; trials rarely find that yields gain by it.
"""

from collections.abc import Mapping
from dataclasses import dataclass, field, replace

from eznel.core.document import School, SoilClass
from eznel.core.nutrients import Nutrient, element_of
from eznel.core.reference import Catalogue, Crop
from eznel.core.soil.cations import WANTED_PCT, Exchange
from eznel.core.soil.ratings import CLASSES, Rating
from eznel.core.soil.units import mg_per_cmol
from eznel.core.working import Origin, Quantity, Worked

SCHOOLS: tuple[School, ...] = ("sufficiency", "build", "balance")

DECLARED = {"P": "P2O5", "K": "K2O", "Mg": "Mg", "S": "S"}
_GROUP_UP = {"light": "medium", "medium": "heavy", "heavy": "heavy"}

BUILD_YEARS = 4
BUFFER_P, BUFFER_K, BUFFER_K_SAND = 4.0, 2.5, 1.5
"""Grams to be given for each gram that the extractable pool is to rise; 1 in a potting mix."""

MOST_GYPSUM_G_M2 = 250.0
GYPSUM_CAO_PCT = 30.0


@dataclass(frozen=True, slots=True)
class Question:
    """What every school is asked: one crop in one soil. [kg/m², kg of yield per m²]"""

    crop: Crop
    soil_kg_m2: Worked
    texture: str | None
    mix: bool
    """Whether it is a light mix, which holds nothing back."""
    below_range: bool
    """Whether pH is below the crops' range: calcium comes by lime then."""
    exchange: Exchange | None
    carried: Mapping[Nutrient, float] = field(default_factory=dict)
    """What the years since the test took from the soil or left in it, by nutrient. [g/m²]"""
    moves: Mapping[Nutrient, float] = field(default_factory=dict)
    """How far a gram moves this garden's tests, of what is usual. [g/g]"""


def table_rate(
    crop: Crop, nutrient: Nutrient, soil_class: SoilClass, catalogue: Catalogue, *, tested: bool
) -> Worked:
    """Return the yearly amount for a class and kind of crop.

    Parameters
    ----------
    crop : Crop
        For its group; root and tuber crops count one group up for potassium.
    nutrient : Nutrient
        P, K, Mg or S.
    soil_class : SoilClass
        Its class.
    catalogue : Catalogue
        For the table.
    tested : bool
        Whether the class was measured or is assumed.

    Returns
    -------
    Worked
        Element a year. [g/m²]
    """
    declared = DECLARED[nutrient]
    group: str = crop.n_group
    basis = f"{soil_class}, {group}_feeder"
    if nutrient == "K" and crop.habit in ("root", "tuber"):
        group = _GROUP_UP[group]
        basis = f"{soil_class}, {group}_feeder, root_up"
    rate = float(getattr(catalogue.sufficiency[declared, soil_class], group))
    share = element_of(declared)[1]
    return Worked.first(
        "sufficiency" if tested else "sufficiency_untested",
        rate * share,
        "g/m²",
        Quantity("table_rate", rate, f"g {declared}/m²", Origin.TYPICAL, basis),
        Quantity("element_share", share, "", Origin.FIXED),
    )


def recommended(
    school: School, nutrient: Nutrient, rating: Rating, question: Question, catalogue: Catalogue
) -> Worked:
    """Return what a school gives of a nutrient in a year.

    Parameters
    ----------
    school : School
        One of SCHOOLS.
    nutrient : Nutrient
        P, K, Mg, S or Ca.
    rating : Rating
        Its test in the place.
    question : Question
        Crop and soil.
    catalogue : Catalogue
        For the table.

    Returns
    -------
    Worked
        Element a year. [g/m²]
    """
    if school == "build" and nutrient in ("P", "K"):
        built = _build(nutrient, rating, question, catalogue)
        if built is not None:
            return built
    if school == "balance" and nutrient in WANTED_PCT and question.exchange is not None:
        return _balance(nutrient, question, catalogue)
    if nutrient == "Ca":
        return Worked.first("calcium_none", 0.0, "g/m²")
    found = table_rate(question.crop, nutrient, rating.soil_class, catalogue, tested=True)
    return _by_class(found, rating).after(rating.compared) if rating.compared else found


def _by_class(found: Worked, rating: Rating) -> Worked:
    """The same with the bounds of the class that it is read from, where a value was compared."""
    if rating.compared is None or not rating.bounds:
        return found
    place, unit = CLASSES.index(rating.soil_class), rating.compared.unit
    bounds = (0.0, *rating.bounds)
    within = [Quantity("class_from", bounds[place], unit, Origin.TYPICAL, rating.soil_class)]
    if place < len(rating.bounds):
        within.append(
            Quantity("class_below", rating.bounds[place], unit, Origin.TYPICAL, rating.soil_class)
        )
    (step,) = found.steps
    return replace(found, steps=(replace(step, quantities=(*step.quantities, *within)),))


def _build(
    nutrient: Nutrient, rating: Rating, question: Question, catalogue: Catalogue
) -> Worked | None:
    """Removal, and a quarter of the way to where the class "enough" begins."""
    crop, mass = question.crop, rating.per_mass
    if rating.band is None or mass is None or rating.compared is None:
        return None
    of_harvest = crop.removal_p if nutrient == "P" else crop.removal_k
    removal = Worked.first(
        "removal",
        crop.yield_kg_m2 * of_harvest,
        "g/m²",
        Quantity("yield_kg_m2", crop.yield_kg_m2, "kg/m²", Origin.TYPICAL, crop.name),
        Quantity("removed_g_kg", of_harvest, "g/kg", Origin.TYPICAL),
    )
    # Where the comparison was scaled, the critical level is brought back to what was measured.
    scale = rating.compared.value / mass.value if mass.value else 1.0
    critical = rating.bounds[2] / scale if scale else rating.bounds[2]
    most = table_rate(crop, nutrient, "very_low", catalogue, tested=True).value
    if rating.soil_class == "very_high":
        return Worked.first("build_nothing", 0.0, "g/m²").after(mass)
    moves = 1.0 if question.mix else question.moves.get(nutrient, 1.0)
    buffer = buffer_of(nutrient, question.texture, mix=question.mix) / moves
    known = Quantity("buffer", buffer, "g/g", Origin.TYPICAL if moves == 1.0 else Origin.MEASURED)
    carried = question.carried.get(nutrient, 0.0)
    now = mass.value + carried / question.soil_kg_m2.value * 1000 / buffer
    gap = max(critical - now, 0.0) if rating.soil_class != "high" else 0.0
    short = Worked.first(
        "build_gap",
        gap,
        "mg/kg",
        Quantity("critical", critical if gap else 0.0, "mg/kg", Origin.TYPICAL),
        Quantity("tested", mass.value, "mg/kg"),
        Quantity("carried", carried, "g/m²", Origin.PLAN),
        Quantity("soil_kg_m2", question.soil_kg_m2.value, "kg/m²"),
        known,
    )
    return Worked.first(
        "build",
        min(removal.value + gap * question.soil_kg_m2.value / 1000 * buffer / BUILD_YEARS, most),
        "g/m²",
        Quantity("removal", removal.value, "g/m²"),
        Quantity("carried", carried, "g/m²", Origin.PLAN),
        Quantity("gap", gap, "mg/kg"),
        Quantity("soil_kg_m2", question.soil_kg_m2.value, "kg/m²"),
        known,
        Quantity("build_years", BUILD_YEARS, "years", Origin.FIXED),
        Quantity("most", most, "g/m²", Origin.TYPICAL),
    ).after(mass, question.soil_kg_m2, short, removal)


def _buffer_k(texture: str | None) -> float:
    return BUFFER_K_SAND if texture in ("sand", "sandy_loam") else BUFFER_K


def buffer_of(nutrient: Nutrient, texture: str | None, *, mix: bool) -> float:
    """Return how much of a nutrient moves the test by one.

    Parameters
    ----------
    nutrient : Nutrient
        P or K.
    texture : str or None
        Of the place.
    mix : bool
        Whether it is a light mix.

    Returns
    -------
    float
        Grams given for each gram in the extractable pool. [g/g]
    """
    if mix:
        return 1.0
    return BUFFER_P if nutrient == "P" else _buffer_k(texture)


def _balance(nutrient: Nutrient, question: Question, catalogue: Catalogue) -> Worked:
    """Up to the foot of the wanted share, within what the other schools would ever give."""
    exchange = question.exchange
    assert exchange is not None
    wanted, has = WANTED_PCT[nutrient][0], exchange.shares_pct.get(nutrient, 0.0)
    if nutrient == "Ca" and question.below_range:
        return Worked.first("calcium_by_lime", 0.0, "g/m²")
    most = (
        MOST_GYPSUM_G_M2 * GYPSUM_CAO_PCT / 100 * element_of("CaO")[1]
        if nutrient == "Ca"
        else table_rate(question.crop, nutrient, "very_low", catalogue, tested=True).value
    )
    one = mg_per_cmol(nutrient)
    missing = max(wanted - has, 0.0) / 100 * exchange.capacity.value * one
    return Worked.first(
        "balance",
        min(missing * question.soil_kg_m2.value / 1000, most),
        "g/m²",
        Quantity("wanted_pct", wanted, "%", Origin.TYPICAL),
        Quantity("has_pct", has, "%", Origin.LAB),
        Quantity("cec", exchange.capacity.value, "cmol/kg"),
        Quantity("mg_per_cmol", one, "mg/cmol", Origin.FIXED),
        Quantity("soil_kg_m2", question.soil_kg_m2.value, "kg/m²"),
        Quantity("most", most, "g/m²", Origin.TYPICAL),
    ).after(exchange.capacity, question.soil_kg_m2)
