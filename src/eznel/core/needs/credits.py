"""What gives a planting nutrients besides feeds: soil, the crop before, compost, water.

Each is counted once. A test that was taken afterwards carries what went in before it.
"""

from dataclasses import dataclass
from datetime import date

from eznel.core.document import InHoles, PerPlant
from eznel.core.ground.preparing import given_in
from eznel.core.nutrients import Nutrient
from eznel.core.places import density_g_ml, soil_mass
from eznel.core.soil.supply import (
    MOST_MINERAL_OM_PCT,
    held_in_layer,
    organic_matter_credit,
)
from eznel.core.stands.rotation import crop_before
from eznel.core.stands.stand import InTub, OnGround, Stand
from eznel.core.stands.stands import Stands
from eznel.core.working import Origin, Quantity, Worked

FRESH_RESIDUE_DAYS = 60
ROOTS_ONLY_SHARE = 0.5
"""Legume tops taken away leave the roots; fresh tops of other crops last for so many days."""

SPRING_NITRATE_DAYS = (60, 30)
"""A nitrate test counts from so long before planting to so long after it."""

SIDE_DRESS_G_M2 = 1.0
"""Nitrogen for each mg/kg of nitrate-N that a test at side-dressing falls short (the pre-sidedress
test of Magdoff, Ross and Amadon 1984, with a rate that extension services teach). [g/m²]"""


@dataclass(frozen=True, slots=True)
class SideDress:
    """What a nitrate test in the growing crop decides, from its day on. [g]"""

    on: date
    most: Worked
    """The most that may be given from then on. [g/m²]"""
    most_g: float
    full_g: float
    """The season's nitrogen without what the test replaces: organic matter, compost, residues."""


def credits_n(stand: OnGround, stands: Stands) -> list[Worked]:
    """Return what gives nitrogen besides feeds, each once.

    Parameters
    ----------
    stand : OnGround
        The planting in mineral soil.
    stands : Stands
        Its garden.

    Returns
    -------
    list of Worked
        Organic matter, the crop before, spring nitrate, compost, water. [g/m²]
    """
    organic = stand.soil.reading.organic
    since = organic.sampled_on if organic is not None else None
    found = (
        _om_credit(stand),
        _crop_before(stand, stands),
        spring_nitrate(stand),
        organic_credit(stand, "N", since=since),
        water_credit(stand, "N"),
    )
    return [one for one in found if one is not None]


def _om_credit(stand: OnGround) -> Worked | None:
    report = stand.soil.reading.organic
    if stand.method != "tested" or report is None or report.om_pct is None:
        return None
    begins, stop = stand.calendar.begins, stand.calendar.stop
    warmth = stand.weather.means_c(begins, stop, stand.warmer_by_c)
    own = _as_own_ground_frees(report.om_pct, stand)
    credit = organic_matter_credit(
        om_pct=report.om_pct if own is None else own.value,
        depth_m=stand.place.depth.m,
        season_mean_c=sum(warmth) / len(warmth) if warmth else 0.0,
        season_rate_g_m2=stand.crop.season_n_g_m2,
    )
    return credit if own is None else credit.after(own)


def _as_own_ground_frees(om_pct: float, stand: OnGround) -> Worked | None:
    """How much organic matter would usually free what this garden's does; None as usual."""
    freed = stand.own.nitrogen
    if freed == 1.0 or om_pct > MOST_MINERAL_OM_PCT:
        return None
    return Worked.first(
        "own_om",
        min(om_pct * freed, MOST_MINERAL_OM_PCT),
        "%",
        Quantity("om_pct", om_pct, "%", Origin.LAB),
        Quantity("own_freed", freed, "", Origin.MEASURED),
        Quantity("most_mineral_om_pct", MOST_MINERAL_OM_PCT, "%", Origin.FIXED),
    )


def _crop_before(stand: OnGround, stands: Stands) -> Worked | None:
    """Legumes leave nitrogen in their roots, and more in their tops; fresh leafy tops some, if they
    do not lie over a wet winter.
    """
    earlier = crop_before(stand, stands)
    if earlier is None or not earlier.crop.residue_n_g_m2:
        return None
    left, legume = earlier.planting.residue == "left", earlier.crop.habit == "legume"
    gap = (stand.planting.planted_on - earlier.calendar.last_pick).days
    share = (
        1.0
        if left and (legume or gap < FRESH_RESIDUE_DAYS)
        else ROOTS_ONLY_SHARE if legume else 0.0
    )  # fmt: skip
    if not share:
        return None
    amount = Quantity(
        "residue_n", earlier.crop.residue_n_g_m2, "g/m²", Origin.TYPICAL, earlier.crop.name
    )
    stays = Quantity("stays", share, "", Origin.TYPED if left else Origin.ASSUMED)
    found = Worked.first("credit_crop_before", amount.value * share, "g/m²", amount, stays)
    return found.measurable_at(f"plantings/{earlier.id}/residue")


def spring_nitrate(stand: OnGround) -> Worked | None:
    """Return the nitrate that a test found in the ground in spring.

    Parameters
    ----------
    stand : OnGround
        The planting.

    Returns
    -------
    Worked or None
        None without a test around planting. [g/m²]
    """
    rating = stand.soil.reading.ratings.get("NO3-N")
    if rating is None or rating.report.is_kit:
        return None
    before = (stand.planting.planted_on - rating.report.sampled_on).days
    mass = rating.per_mass
    if mass is None or not -SPRING_NITRATE_DAYS[1] <= before <= SPRING_NITRATE_DAYS[0]:
        return None
    density, origin = density_g_ml(stand.place)
    sampled = soil_mass(depth_m=rating.report.depth.m, density_g_ml=density, origin=origin)
    return held_in_layer(mass, sampled)


def side_dress_nitrate(stand: Stand) -> Worked | None:
    """Return the most nitrogen that a nitrate test in the growing crop leaves room for.

    Each mg/kg below what is enough for the crop is worth 1 g/m²; a test of the spring is no such
    test, as it stands for what the soil held before the crop fed on it.

    Parameters
    ----------
    stand : Stand
        The planting.

    Returns
    -------
    Worked or None
        None without a test between the spring's and the stop. [g/m²]
    """
    rating = stand.soil.reading.ratings.get("NO3-N")
    if rating is None or rating.report.is_kit or rating.per_mass is None:
        return None
    after = (rating.report.sampled_on - stand.planting.planted_on).days
    if after <= SPRING_NITRATE_DAYS[1] or rating.report.sampled_on >= stand.calendar.stop:
        return None
    enough = Quantity(
        "nitrate_enough", stand.crop.nitrate_enough_mg_kg, "mg/kg", Origin.TYPICAL, stand.crop.name
    )
    return rating.per_mass.then(
        "side_dress_nitrate",
        max(enough.value - rating.per_mass.value, 0.0) * SIDE_DRESS_G_M2,
        "g/m²",
        enough,
        Quantity("nitrate_n", rating.per_mass.value, "mg/kg"),
        Quantity("per_mg_kg", SIDE_DRESS_G_M2, "g/m²", Origin.TYPICAL),
    )


def side_dress(stand: OnGround) -> SideDress | None:
    """Return what a nitrate test in the growing crop decides for a planting.

    Parameters
    ----------
    stand : OnGround
        The planting.

    Returns
    -------
    SideDress or None
        None without such a test. [g]
    """
    most = side_dress_nitrate(stand)
    rating = stand.soil.reading.ratings.get("NO3-N")
    if most is None or rating is None:
        return None
    water = water_credit(stand, "N")
    full = max(stand.crop.season_n_g_m2 - (water.value if water else 0.0), 0.0)
    ground = stand.ground_m2
    return SideDress(rating.report.sampled_on, most, most.value * ground, full * ground)


def organic_credit(stand: Stand, nutrient: Nutrient, *, since: date | None) -> Worked | None:
    """Return what compost, manure and the like give a planting.

    Parameters
    ----------
    stand : Stand
        The planting.
    nutrient : Nutrient
        Element.
    since : date or None
        Day of a test that carries already what went in before it.

    Returns
    -------
    Worked or None
        None where nothing was worked in that counts. [g/m²]
    """
    room = stand.soil.room
    found: Worked | None = None
    planted, stop = stand.calendar.begins, stand.calendar.stop
    for gives in given_in(list(stand.soil.prepared), planted, stop):
        one = gives.prepared
        carried = since is not None and one.preparation.on <= since
        # Once a year: the crop before has had it.
        if carried or (gives.year == 0 and stand.follows is not None):
            continue
        spread = isinstance(one.preparation.how, InHoles | PerPlant)
        ground = room.fed_m2 if spread else room.ground_m2
        before, works = found.value if found else 0.0, gives.worked(nutrient)
        if nutrient == "N" and stand.own.nitrogen != 1.0 and works.value > 0:
            works = works.then(
                "own_freed_g",
                works.value * stand.own.nitrogen,
                "g",
                Quantity("works_g", works.value, "g"),
                Quantity("own_freed", stand.own.nitrogen, "", Origin.MEASURED),
            )
        origin = Origin.COMPUTED if works.steps else Origin.TYPICAL
        step = Worked.first(
            "credit_organic",
            before + works.value / ground,
            "g/m²",
            Quantity("before", before, "g/m²"),
            Quantity("works_g", works.value, "g", origin, one.product.name),
            Quantity("area_m2", ground, "m²"),
        )
        found = step.after(works) if found is None else step.after(found, works)
    return found


def water_credit(stand: Stand, nutrient: Nutrient) -> Worked | None:
    """Return what a season's watering brings.

    Parameters
    ----------
    stand : Stand
        The planting.
    nutrient : Nutrient
        Element.

    Returns
    -------
    Worked or None
        None where the water is not known to carry any. [g/m²]
    """
    water, strength = stand.poured.water, _carried_mg_l(stand, nutrient)
    if water is None or not strength or not water.season_mm:
        return None
    return Worked.first(
        "credit_water",
        strength * water.season_mm / 1000,
        "g/m²",
        Quantity("water_mg_l", strength, "mg/L", Origin.LAB),
        Quantity("season_mm", water.season_mm, "mm", Origin.TYPED),
    )


def _carried_mg_l(stand: Stand, nutrient: Nutrient) -> float:
    """What the garden's water carries of an element. [mg/L]"""
    carries = {"N": "nitrate_n_mg_l", "K": "k_mg_l", "Ca": "ca_mg_l", "Mg": "mg_mg_l"}
    known = stand.poured.water is not None and nutrient in carries
    return float(getattr(stand.poured.water, carries[nutrient])) if known else 0.0


TAP_MG_L: dict[Nutrient, float] = {"Ca": 40.0, "Mg": 5.0}
"""What tap water usually carries: assumed until the garden's is written down. [mg/L]"""
WATER_L_PER_KG = 20.0
"""Water that a plant in a tub drinks for a kilogram of its harvest: assumed. [L/kg]"""


def tub_water(stand: InTub, nutrient: Nutrient) -> Worked | None:
    """Return what a season's watering of tubs brings to one plant.

    Parameters
    ----------
    stand : InTub
        The planting in tubs.
    nutrient : Nutrient
        Element.

    Returns
    -------
    Worked or None
        None where nobody said how much they get, or the water carries none. [g]
    """
    strength, source = _carried_mg_l(stand, nutrient), Origin.LAB
    if stand.poured.water is None and nutrient in TAP_MG_L:
        strength, source = TAP_MG_L[nutrient], Origin.ASSUMED
    litres = stand.place.season_water_l
    if litres is not None:
        each, how_much = litres * stand.tubs * stand.share / stand.plants, Origin.TYPED
    elif nutrient in TAP_MG_L:
        each, how_much = WATER_L_PER_KG * stand.crop.yield_kg_plant, Origin.ASSUMED
    else:
        return None
    if not strength:
        return None
    return Worked.first(
        "water_to_plant",
        strength * each / 1000,
        "g",
        Quantity("water_mg_l", strength, "mg/L", source),
        Quantity("water_l", each, "L", how_much),
    ).measurable_at("site/water")
