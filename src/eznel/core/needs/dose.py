"""How much a planting needs in its season: one method governs, once.

Ground with a test: the crop's season rate of nitrogen less what organic matter, the crop before,
spring nitrate, compost and water give; phosphorus, potassium, magnesium and sulphur by the school
that the grower picked. Ground without a test: the same without organic matter, phosphorus as if
high and potassium as if medium. A mix rich in compost: nitrogen less half of what the compost is
counted to give, at most two thirds; where the compost is not counted, two thirds are assumed. A tub
gives nothing but its charge: what the crop takes up, over a recovery of eight tenths.

A table rate is never divided by a recovery, and uptake is never added to a table rate.
"""

from collections.abc import Callable
from dataclasses import dataclass, replace
from datetime import date

from eznel.core.crops.varieties import VIGOUR_N
from eznel.core.document import SoilClass
from eznel.core.ground.preparing import RICH_SHARE
from eznel.core.needs.charging import charge_of
from eznel.core.needs.credits import (
    SideDress,
    credits_n,
    organic_credit,
    side_dress,
    tub_water,
    water_credit,
)
from eznel.core.nutrients import NUTRIENTS, Amounts, Nutrient, element_of
from eznel.core.soil.ratings import CLASSES
from eznel.core.soil.schools import GYPSUM_CAO_PCT, Question, recommended, table_rate
from eznel.core.stands.stand import InTub, OnGround, Stand
from eznel.core.stands.stands import Stands
from eznel.core.working import Origin, Quantity, Worked

RECOVERED_IN_TUB = 0.8
"""Share of what is fed in a soilless mix that the crop takes up."""

COMPOST_CREDIT_MOST = 2 / 3
"""Most of the season's nitrogen that compost is credited with before a nitrate test."""
PLENTY = 2.0
"""Compost that should give more than this many times the season's nitrogen feeds the crop alone,
until a nitrate test or pale leaves say otherwise."""
COMPOST_COUNTED = 0.5
"""Of what a mix's compost should give, this is counted on."""

BANDED_SHARE = 0.5
"""Of the broadcast amount of phosphorus and potassium, in a band beside the row."""

GYPSUM_G_M2 = {"low": 100.0, "very_low": 200.0}
"""Gypsum where calcium is short and pH is in range."""

LATER_CROP_K_SHARE = 0.5

_UNTESTED: dict[Nutrient, SoilClass] = {"P": "high", "K": "medium", "Mg": "high", "S": "high"}
_UNTESTED_LIGHT: dict[Nutrient, SoilClass] = {
    "P": "very_high",
    "K": "high",
    "Mg": "high",
    "S": "high",
}


@dataclass(frozen=True, slots=True)
class Need:
    """One nutrient over one planting's season."""

    nutrient: Nutrient
    per: Worked
    """Per square metre of ground, or per plant in tubs. [g/m² or g]"""
    total: Worked
    """For the whole planting. [g]"""
    credit_g: float
    """What soil or charge give towards it, for the whole planting. [g]"""
    ceiling_g: float
    """What may come in all, unasked included. [g]"""
    low_g: float
    high_g: float
    """The range that a test would narrow to one; both equal the total where one was made. [g]"""
    soil_class: SoilClass | None
    assumed: bool
    side_dress: SideDress | None = None


Needs = dict[Nutrient, Need]


def totals_g(needs: Needs) -> Amounts:
    """Return what a season needs of every nutrient.

    Parameters
    ----------
    needs : dict of Nutrient to Need
        The season's needs. [g]

    Returns
    -------
    Amounts
        For the whole planting. [g]
    """
    return Amounts.of_each(lambda x: needs[x].total.value)


def needs(stand: Stand, stands: Stands) -> Needs:
    """Return the season's need of every nutrient.

    Parameters
    ----------
    stand : Stand
        The planting in its place.
    stands : Stands
        Its garden, for the crop before it and the catalogue.

    Returns
    -------
    dict of Nutrient to Need
        In the order of NUTRIENTS. [g]
    """
    if isinstance(stand, InTub):
        return {x: _tub_need(stand, stands, x) for x in NUTRIENTS}
    found = {x: _GROUND.get(x, _by_class)(stand, stands, x) for x in NUTRIENTS}
    return {**found, "N": replace(found["N"], side_dress=side_dress(stand))}


def _nitrogen(stand: OnGround, stands: Stands, nutrient: Nutrient) -> Need:
    rate, season = _season_rate(stand)
    if stand.method == "light_bed":
        return _nitrogen_of_mix(stand, nutrient, rate, season)
    known = credits_n(stand, stands)
    if not known:
        per = Worked.first("season_n", rate, "g/m²", season)
        return _ground_need(stand, nutrient, per, credit=0.0)
    total = sum(one.value for one in known)
    per = Worked.first(
        "season_n_less_credit",
        max(rate - total, 0.0),
        "g/m²",
        season,
        Quantity("credit", total, "g/m²"),
    ).after(*known)
    return _ground_need(stand, nutrient, per, credit=total)


def _season_rate(stand: OnGround) -> tuple[float, Quantity]:
    """The crop's season rate of nitrogen, or the part of it that fits the grower's variety."""
    usual = stand.crop.season_n_g_m2
    if stand.n_factor == 1.0:
        return usual, Quantity("season_rate", usual, "g/m²", Origin.TYPICAL, stand.crop.name)
    rate, name = usual * stand.n_factor, stand.planting.variety
    origin = Origin.TYPED if stand.own.season_n == 1.0 else Origin.MEASURED
    return rate, Quantity("season_rate", rate, "g/m²", origin, name)


def _nitrogen_of_mix(stand: OnGround, nutrient: Nutrient, rate: float, season: Quantity) -> Need:
    """Compost counts half, and never for more than two thirds of the season's nitrogen."""
    counted = organic_credit(stand, nutrient, since=None)
    water = water_credit(stand, nutrient)
    from_water = water.value if water else 0.0
    most = COMPOST_CREDIT_MOST * rate
    if counted is None or stand.soil.compost_share <= RICH_SHARE:
        # What made it so light was worked in before anybody wrote it down.
        per = Worked.first(
            "season_n_light",
            max(rate - most - from_water, 0.0),
            "g/m²",
            season,
            Quantity("compost_share", COMPOST_CREDIT_MOST, "", Origin.ASSUMED),
            Quantity("water_n", from_water, "g/m²"),
        ).measurable_at(f"places/{stand.place.id}/density")
        span = (per.value, max(rate - from_water, 0.0))
        return _ground_need(stand, nutrient, per, credit=most + from_water, span=span)
    if counted.value > PLENTY * rate:
        per = counted.then(
            "season_n_plenty",
            0.0,
            "g/m²",
            season,
            Quantity("compost_n", counted.value, "g/m²"),
            Quantity("plenty", PLENTY, "", Origin.TYPICAL),
        )
        return _ground_need(stand, nutrient, per, credit=rate)
    credit = min(COMPOST_COUNTED * counted.value, most)
    per = counted.then(
        "season_n_compost",
        max(rate - credit - from_water, 0.0),
        "g/m²",
        season,
        Quantity("compost_n", counted.value, "g/m²"),
        Quantity("counted", COMPOST_COUNTED, "", Origin.TYPICAL),
        Quantity("compost_share", COMPOST_CREDIT_MOST, "", Origin.TYPICAL),
        Quantity("water_n", from_water, "g/m²"),
    )
    return _ground_need(stand, nutrient, per, credit=credit + from_water)


def _by_class(stand: OnGround, stands: Stands, nutrient: Nutrient) -> Need:
    tested = stand.soil_class(nutrient)
    fallback = _UNTESTED_LIGHT if stand.method == "light_bed" else _UNTESTED
    soil_class = tested or fallback[nutrient]
    rating = stand.soil.reading.ratings.get(nutrient)
    if nutrient == "Mg" and stand.programme.magnesium == "if_seen":
        per = Worked.first("magnesium_when_seen", 0.0, "g/m²")
    elif rating is not None:
        per = recommended(
            stand.place.school, nutrient, rating, question_of(stand), stands.catalogue
        )
    else:
        per = table_rate(stand.crop, nutrient, soil_class, stands.catalogue, tested=False)
        per = per.measurable_at(f"reports/{stand.place.id}", "table_rate")
    span = None
    if not tested:
        of_class = [
            table_rate(stand.crop, nutrient, c, stands.catalogue, tested=False).value
            for c in CLASSES
        ]
        # Without a test nobody gives magnesium or sulphur, so a test has no range to narrow.
        span = (min(of_class), max(of_class)) if nutrient in ("P", "K") else (0.0, 0.0)
    if stand.follows is not None:
        per = _less_for_later_crop(stand, stands, nutrient, per, soil_class)
    elif stand.planting.base_by == "band" and nutrient in ("P", "K"):
        per = per.then(
            "banded",
            per.value * BANDED_SHARE,
            "g/m²",
            Quantity("own", per.value, "g/m²"),
            Quantity("share", BANDED_SHARE, "", Origin.TYPICAL),
        )
    per, credit = _less_organic(stand, nutrient, per, rating.report.sampled_on if rating else None)
    return _ground_need(stand, nutrient, per, credit=credit, span=span, soil_class=soil_class)


def _less_organic(
    stand: OnGround, nutrient: Nutrient, per: Worked, since: date | None
) -> tuple[Worked, float]:
    """A need less what compost, water, and lime with magnesium in it, bring already. [g/m²]"""
    known = [organic_credit(stand, nutrient, since=since), water_credit(stand, nutrient)]
    work = stand.soil.work
    # What goes in after the crop is gone gives it nothing.
    ahead = work is not None and work.done_on is None and work.due_on < stand.calendar.stop
    along = work.brings_g_m2.mg if work is not None and ahead else 0.0
    if nutrient == "Mg" and along:
        number = Quantity("along_g_m2", along, "g/m²", Origin.LABEL)
        known.append(Worked.first("credit_dolomite", along, "g/m²", number))
    credits_ = [one for one in known if one is not None and one.value > 0]
    if not credits_ or per.value <= 0:
        return per, 0.0
    total = sum(one.value for one in credits_)
    less = Worked.first(
        "less_organic",
        max(per.value - total, 0.0),
        "g/m²",
        Quantity("own", per.value, "g/m²"),
        Quantity("credit", total, "g/m²"),
    )
    return less.after(per, *credits_), total


def question_of(stand: OnGround) -> Question:
    """Return what every school is asked about a planting's ground.

    Parameters
    ----------
    stand : OnGround
        The planting in a bed.

    Returns
    -------
    Question
        Crop and soil.
    """
    acidity = stand.soil.acidity
    return Question(
        crop=stand.crop,
        soil_kg_m2=stand.soil_mass,
        texture=stand.place.texture,
        mix=stand.method == "light_bed",
        below_range=acidity is not None and acidity.below,
        exchange=stand.soil.exchange,
        carried=stand.carried,
        moves=stand.own.moves,
    )


def _less_for_later_crop(
    stand: OnGround, stands: Stands, nutrient: Nutrient, per: Worked, soil_class: SoilClass
) -> Worked:
    """Once a year and place: the larger need; later crops top it up, or half the potassium."""
    before = next(s for s in stands.all if s.id == stand.follows)
    first = table_rate(before.crop, nutrient, soil_class, stands.catalogue, tested=True).value
    if nutrient == "K" and soil_class in ("very_low", "low", "medium"):
        return per.then(
            "later_crop_k",
            per.value * LATER_CROP_K_SHARE,
            "g/m²",
            Quantity("own", per.value, "g/m²"),
            Quantity("share", LATER_CROP_K_SHARE, "", Origin.FIXED),
        )
    return per.then(
        "later_crop",
        max(per.value - first, 0.0),
        "g/m²",
        Quantity("own", per.value, "g/m²"),
        Quantity("first", first, "g/m²"),
    )


def _calcium(stand: OnGround, stands: Stands, nutrient: Nutrient) -> Need:
    soil_class = stand.soil_class(nutrient)
    gypsum = GYPSUM_G_M2.get(soil_class or "", 0.0)
    acid = stand.soil.acidity is not None and stand.soil.acidity.below
    rating = stand.soil.reading.ratings.get("Ca")
    balance = stand.place.school == "balance"
    if balance and rating is not None and stand.follows is None:
        per = recommended("balance", "Ca", rating, question_of(stand), stands.catalogue)
    elif gypsum and not acid and stand.follows is None:
        share = element_of("CaO")[1]
        per = Worked.first(
            "calcium_by_gypsum",
            gypsum * GYPSUM_CAO_PCT / 100 * share,
            "g/m²",
            Quantity("gypsum_g_m2", gypsum, "g/m²", Origin.TYPICAL, soil_class or ""),
            Quantity("cao_pct", GYPSUM_CAO_PCT, "% CaO", Origin.TYPICAL),
            Quantity("element_share", share, "", Origin.FIXED),
        )
    elif gypsum and acid:
        per = Worked.first("calcium_by_lime", 0.0, "g/m²")
    elif stand.programme.calcium == "supplement_at_planting" and not acid:
        per = Worked.first(
            "calcium_supplement",
            stand.crop.yield_kg_m2 * stand.crop.uptake_ca,
            "g/m²",
            Quantity("yield_kg_m2", stand.crop.yield_kg_m2, "kg/m²", Origin.TYPICAL),
            Quantity("uptake_g_kg", stand.crop.uptake_ca, "g/kg", Origin.TYPICAL, stand.crop.name),
        )
    else:
        per = Worked.first("calcium_none", 0.0, "g/m²")
    per, credit = _less_organic(stand, nutrient, per, rating.report.sampled_on if rating else None)
    return _ground_need(stand, nutrient, per, credit=credit, soil_class=soil_class)


_GROUND: dict[Nutrient, Callable[[OnGround, Stands, Nutrient], Need]] = {
    "N": _nitrogen,
    "Ca": _calcium,
}
"""How the ground's needs are found; what is not named here goes by its class."""


def _ground_need(
    stand: OnGround,
    nutrient: Nutrient,
    per: Worked,
    *,
    credit: float = 0.0,
    span: tuple[float, float] | None = None,
    soil_class: SoilClass | None = None,
) -> Need:
    """The need of a stand from its need per square metre; `span` is given where it is assumed."""
    ground = stand.ground_m2
    total = per.then(
        "times_area",
        per.value * ground,
        "g",
        Quantity("per_m2", per.value, "g/m²"),
        Quantity("area_m2", ground, "m²"),
    ).after(stand.area)
    low, high = span or (per.value, per.value)
    return Need(
        nutrient=nutrient,
        per=per,
        total=total,
        credit_g=credit * ground,
        ceiling_g=_ceiling(stand, nutrient, total.value),
        low_g=low * ground,
        high_g=high * ground,
        soil_class=soil_class,
        assumed=span is not None,
    )


def _ceiling(stand: Stand, nutrient: Nutrient, need_g: float) -> float:
    """What may come in all: nitrogen never more than the need; of phosphorus what the harvest takes
    away may come along, in tubs any; of potassium what the crop takes up, or takes away where the
    soil is full.
    """
    crop, soil_class = stand.crop, stand.soil_class(nutrient)
    if nutrient == "N":
        return need_g
    if nutrient == "P" and stand.where == "ground":
        return max(need_g, crop.removal_p * stand.kg_yield)
    if nutrient == "K":
        along = crop.removal_k if soil_class == "very_high" else crop.uptake_k
        return max(need_g, along * stand.kg_yield)
    return float("inf")


def _tub_need(stand: InTub, stands: Stands, nutrient: Nutrient) -> Need:
    crop = stand.crop
    fixed = crop.n_fixing_share if nutrient == "N" else 0.0
    uptake, charge = crop.uptake(nutrient), charge_of(stand, stands, nutrient)
    water = tub_water(stand, nutrient)
    if water is not None:
        charge = charge.after(water).then(
            "charge_and_water",
            charge.value + water.value,
            "g",
            Quantity("before_g", charge.value, "g"),
            Quantity("water_g", water.value, "g"),
        )
    vigour = VIGOUR_N[stand.variety.vigour] if stand.variety and nutrient == "N" else 1.0
    known = [charge]
    if vigour != 1:
        of_variety = Worked.first(
            "uptake_of_variety",
            uptake * vigour,
            "g/kg",
            Quantity("usual_uptake", uptake, "g/kg", Origin.TYPICAL, crop.name),
            Quantity("vigour", vigour, "", Origin.TYPED, stand.planting.variety),
        )
        uptake = of_variety.value
        known.append(of_variety)
    kg = crop.yield_kg_plant * stand.own.of_yield(nutrient)
    whole = kg * uptake * (1 - fixed) / RECOVERED_IN_TUB
    per = Worked.first(
        "tub_need",
        max(whole - charge.value, 0.0),
        "g",
        Quantity("yield_kg", kg, "kg", stand.own.origin, crop.name),
        Quantity("uptake_g_kg", uptake, "g/kg", Origin.TYPICAL, crop.name),
        Quantity("fixed_share", fixed, "", Origin.TYPICAL),
        Quantity("recovered", RECOVERED_IN_TUB, "", Origin.TYPICAL),
        Quantity("charge_g", charge.value, "g"),
    ).after(*known)
    total = per.then(
        "times_plants",
        per.value * stand.plants,
        "g",
        Quantity("per_plant", per.value, "g"),
        Quantity("plants", stand.plants, "plants", Origin.TYPED),
    )
    return Need(
        nutrient=nutrient,
        per=per,
        total=total,
        credit_g=min(charge.value, whole) * stand.plants,
        ceiling_g=_ceiling(stand, nutrient, total.value),
        low_g=total.value,
        high_g=total.value,
        soil_class=None,
        assumed=False,
    )
