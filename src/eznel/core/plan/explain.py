"""Why a number of the plan is what it is: made again by the functions that made it.

A key is a path: the kind of number, then what it belongs to.

    area/PLACE · volume/PLACE · mix/PLACE/N · fill/PLACE/N/OF · soil/PLACE · value/PLACE/X
    held/PLACE/X · ph/PLACE · need/PLANTING/X · ground/PLANTING · job/JOB/X · brings/JOB/ANSWER/X
    strength/JOB/ANSWER · scoop/PRODUCT/SCOOP · scoop/PRODUCT/SCOOP/X · layer/PLACE
    lime/PLACE/METHOD · mend/PLACE · cec/PLACE · salts/PLACE · moist/PLACE · prepared/PREPARATION
    school/SCHOOL/PLANTING/X
"""

from collections.abc import Callable
from dataclasses import replace
from datetime import date
from inspect import signature

from eznel.core import places
from eznel.core.document import Bed, Garden, Log, School
from eznel.core.errors import Unknown
from eznel.core.ground.mending import PhWork
from eznel.core.mixes.portions import mix_volume, portions
from eznel.core.mixing.answers import SAME
from eznel.core.moisture.watering import let_out
from eznel.core.needs.charging import released_share
from eznel.core.plan.fills import fill_laid
from eznel.core.plan.naming import (
    NotThere,
    id_of,
    job_of,
    nth,
    nutrient_of,
    season_of,
    the_bed,
    the_place,
    the_tub,
    there,
)
from eznel.core.plan.place_plans import SHOWN_LAYER_M, school_gives, week_of_bed
from eznel.core.plan.place_waters import moist_of
from eznel.core.products.fertiliser import (
    a_gram_brings,
    first_season,
    first_season_share,
    fraction,
)
from eznel.core.products.masses import nutrient_in, scoop_mass
from eznel.core.products.solutions import strength
from eznel.core.reference import Catalogue
from eznel.core.schedule.litres import STARTER_L_PER_PLANT, feed_water_l, seedling_l
from eznel.core.season.workings import Workings
from eznel.core.soil.ratings import Rating
from eznel.core.soil.schools import SCHOOLS
from eznel.core.soil.supply import held_in_layer
from eznel.core.stands.stand import OnGround
from eznel.core.working import Origin, Quantity, Worked


def explain(
    garden: Garden,
    log: Log,
    today: date,
    catalogue: Catalogue,
    key: str,
    earlier: Workings | None = None,
) -> Worked:
    """Return the working of one number of the plan.

    Parameters
    ----------
    garden : Garden
        What is known.
    log : Log
        What happened.
    today : date
        The garden's date.
    catalogue : Catalogue
        Crops, stages, bands, materials and programmes.
    key : str
        Which number; see the module.
    earlier : Workings or None
        Of an earlier plan, to save work.

    Returns
    -------
    Worked
        The same value as in the plan, with its steps. [unit]

    Raises
    ------
    Unknown
        When the key names no number of this plan.
    """
    return explained(Workings(garden, log, today, catalogue, earlier), key)


def explained(workings: Workings, key: str) -> Worked:
    """Return the working of one number of a plan that was made.

    Parameters
    ----------
    workings : Workings
        What the plan was made from.
    key : str
        Which number; see the module.

    Returns
    -------
    Worked
        The same value as in the plan, with its steps. [unit]

    Raises
    ------
    Unknown
        When the key names no number of this plan.
    """
    kind, *path = key.split("/")
    found = _KINDS.get(kind)
    if found is None or not _fits(found, path):
        raise Unknown("key", "no_such_number", name=key)
    try:
        worked = found(workings, *path)
    except NotThere as error:  # anything else is a mistake of ours, and stays one
        raise Unknown("key", "no_such_number", name=key) from error
    return replace(worked, steps=tuple(dict.fromkeys(worked.steps)))


def _fits(found: Callable[..., Worked], path: list[str]) -> bool:
    """Whether a key has as many parts as its kind of number takes."""
    try:
        signature(found).bind(None, *path)
    except TypeError:
        return False
    return True


def _area(workings: Workings, place: str) -> Worked:
    return places.area(the_place(workings, place))


def _volume(workings: Workings, place: str) -> Worked:
    return places.filled_volume(the_tub(workings, place))


def _mix(workings: Workings, place: str, number: str) -> Worked:
    tub = the_tub(workings, place)
    return nth(portions(tub.recipe, mix_volume(tub)), number).volume


def _fill(workings: Workings, place: str, number: str, of: str = "volume") -> Worked:
    found = there(fill_laid(the_bed(workings, place), workings.stands))
    layer = nth(found.layers, number)
    return layer.settled if of == "settled" else layer.volume


def _soil(workings: Workings, place: str) -> Worked:
    return places.bed_soil_mass(the_bed(workings, place))


def _layer(workings: Workings, place: str) -> Worked:
    ground = places.area(the_bed(workings, place))
    return places.layer_volume(area_m2=ground.value, layer_m=SHOWN_LAYER_M).after(ground)


def _rating(workings: Workings, place: str, nutrient: str) -> Rating:
    reading = workings.stands.soil_of(the_place(workings, place)).reading
    return there(reading.ratings.get(nutrient))


def _value(workings: Workings, place: str, nutrient: str) -> Worked:
    return there(_rating(workings, place, nutrient).compared)


def _held_in_layer(workings: Workings, place: str, nutrient: str) -> Worked:
    """What the whole bed holds: per square metre times its area. [g]"""
    bed = the_bed(workings, place)
    mass = there(_rating(workings, place, nutrient).per_mass)
    per_m2 = held_in_layer(mass, places.bed_soil_mass(bed))
    ground = places.area(bed)
    return per_m2.then(
        "times_area",
        per_m2.value * ground.value,
        "g",
        Quantity("per_m2", per_m2.value, "g/m²"),
        Quantity("area_m2", ground.value, "m²"),
    ).after(ground)


def _ph(workings: Workings, place: str) -> Worked:
    acidity = workings.stands.soil_of(the_bed(workings, place)).acidity
    known = there(acidity)
    return known.ph.noting(*known.findings)


def _work(workings: Workings, place: str) -> PhWork:
    return there(workings.stands.soil_of(the_bed(workings, place)).work)


def _lime(workings: Workings, place: str, method: str) -> Worked:
    found = _work(workings, place).requirements
    return there(next((one.pure for one in found if one.method == method), None))


def _mend(workings: Workings, place: str) -> Worked:
    """What goes on now, for the whole bed. [g]"""
    work, ground = _work(workings, place), places.area(the_bed(workings, place))
    return Worked.first(
        "mend_now",
        work.now_g_m2 * ground.value,
        "g",
        Quantity("now_g_m2", work.now_g_m2, "g/m²"),
        Quantity("area_m2", ground.value, "m²"),
    ).after(work.once, ground)


def _cec(workings: Workings, place: str) -> Worked:
    exchange = workings.stands.soil_of(the_bed(workings, place)).exchange
    return there(exchange.capacity if exchange else None)


def _salts(workings: Workings, place: str) -> Worked:
    return there(workings.stands.soil_of(the_place(workings, place)).salts)


def _water(workings: Workings, place: str, what: str) -> Worked:
    bed = the_place(workings, place)
    week = week_of_bed(bed, workings.stands) if isinstance(bed, Bed) else None
    known = (
        {
            "litres": week.with_losses,
            "rate": week.drip_mm_h,
            "minutes": week.minutes_with_losses,
        }
        if week
        else {}
    )
    return there(known.get(what))


def _moist(workings: Workings, place: str) -> Worked:
    of = moist_of(the_place(workings, place), workings)
    return let_out(there(of if of.standing else None))


def _prepared(workings: Workings, preparation: str) -> Worked:
    known = id_of(preparation)
    one = there(next((p for p in workings.garden.preparations if p.id == known), None))
    soil = workings.stands.soil_of(workings.stands.places[one.place])
    return there(next((p.mass for p in soil.prepared if p.preparation.id == one.id), None))


def _school(workings: Workings, school: str, planting: str, nutrient: str) -> Worked:
    known = id_of(planting)
    stands = (s for s in workings.stands.all if isinstance(s, OnGround) and s.id == known)
    stand = there(next(stands, None))
    schools: dict[str, School] = {one: one for one in SCHOOLS}
    return school_gives(there(schools.get(school)), nutrient_of(nutrient), stand, workings.stands)


def _need(workings: Workings, planting: str, nutrient: str) -> Worked:
    return season_of(workings, planting).needs[nutrient_of(nutrient)].total


def _ground(workings: Workings, planting: str) -> Worked:
    stand = season_of(workings, planting).stand
    return there(stand.area if isinstance(stand, OnGround) else None)


def _job_need(workings: Workings, job: str, nutrient: str) -> Worked:
    season, found = job_of(workings, job)
    x = nutrient_of(nutrient)
    stand, need = season.stand, found.need_g[x]
    if found.job.kind == "seedling":
        litres = seedling_l(stand)
        return Worked.first("seedling_need", need, "g", *_dissolved(need, litres))
    if found.job.kind == "starter":
        litres = STARTER_L_PER_PLANT * stand.plants
        return Worked.first("starter_need", need, "g", *_dissolved(need, litres))
    if found.causes == ("magnesium_short",):
        litres = feed_water_l(stand, found.job.first_g.n, found.job.aim_n_mg_l)
        return Worked.first("magnesium_need", need, "g", *_dissolved(need, litres))
    ahead = season.jobs[season.jobs.index(found) :]
    first, rest = found.job.first_g[x], sum(j.job.first_g[x] for j in ahead)
    whole = need + found.withheld_g[x]
    total, left = season.needs[x].total, found.left_g[x]
    worked = (
        total.then(
            "first_ahead",
            rest,
            "g",
            Quantity("season_g", total.value, "g"),
            Quantity("earlier_g", total.value - rest, "g", Origin.PLAN),
        )
        .then(
            "first_of_job",
            first,
            "g",
            Quantity("ahead_g", rest, "g"),
            Quantity("share", first / rest if rest else 0.0, "", Origin.PLAN),
        )
        .then(
            "left_of_season",
            left,
            "g",
            Quantity("season_g", total.value, "g"),
            Quantity("gone_g", total.value - left, "g", Origin.PLAN),
        )
        .then(
            "job_need",
            whole,
            "g",
            Quantity("left_g", left, "g"),
            Quantity("first_g", first, "g"),
            Quantity("ahead_g", rest, "g"),
        )
    )
    if not found.withheld_g[x]:
        return worked
    return worked.then(
        "job_need_withheld",
        need,
        "g",
        Quantity("whole_g", whole, "g"),
        Quantity("kept", need / whole, "", Origin.TYPICAL, found.causes[0]),
    )


def _dissolved(grams: float, litres: float) -> tuple[Quantity, Quantity]:
    """So strong a feed, and so much of it."""
    mg_l = grams / litres * 1000 if litres else 0.0
    return Quantity("mg_l", mg_l, "mg/L", Origin.TYPICAL), Quantity(
        "feed_l", litres, "L", Origin.PLAN
    )


def _brings(workings: Workings, job: str, answer: str, nutrient: str) -> Worked:
    season, found = job_of(workings, job)
    mix, shed, x = nth(found.mixes, answer), workings.shed, nutrient_of(nutrient)
    total = Worked(value=0.0, unit="g")
    for line in mix.lines:
        product = shed.products[line.product]
        coated = product.form == "coated"
        share = (
            released_share(product, season.stand, found.due_on)
            if coated
            else first_season(product, x)
        )
        brings = a_gram_brings(fraction(product, x), share)
        grams, known = line.grams * mix.portions, bool(brings.steps)
        total = total.after(scoop_mass(product, shed.scoops[line.scoop]), brings).then(
            "mix_line",
            total.value + grams * brings.value,
            "g",
            Quantity("before_g", total.value, "g"),
            Quantity("scoops", line.count, "scoops", Origin.PLAN, product.name),
            Quantity("scoop_g", line.grams / line.count, "g"),
            Quantity("portions", mix.portions, "", Origin.PLAN),
            Quantity("available", brings.value, "g/g", Origin.COMPUTED if known else Origin.LABEL),
        )
    if mix.poured > 1 - SAME:
        return total
    return total.then(
        "poured",
        total.value * mix.poured,
        "g",
        Quantity("made_g", total.value, "g"),
        Quantity("share", mix.poured, "", Origin.PLAN),
    )


def _strength(workings: Workings, job: str, answer: str) -> Worked:
    """Nitrogen in a litre of the feed. [mg/L]"""
    _, found = job_of(workings, job)
    mix = nth(found.mixes, answer)
    total = Worked(value=0.0, unit="mg/L")
    for line in mix.lines:
        product = workings.shed.products[line.product]
        one = strength(
            product_g=line.grams,
            water_l=mix.water_l,
            fraction=fraction(product, "N"),
        )
        total = one.after(total).then(
            "strength_sum",
            total.value + one.value,
            "mg/L",
            Quantity("before", total.value, "mg/L"),
            Quantity("this", one.value, "mg/L", Origin.COMPUTED, product.name),
        )
    return total


def _scoop(workings: Workings, product: str, scoop: str, nutrient: str = "") -> Worked:
    known = there(workings.shed.products.get(id_of(product)))
    mass = scoop_mass(known, there(workings.shed.scoops.get(id_of(scoop))))
    if not nutrient:
        return mass
    return nutrient_in(mass.value, fraction(known, nutrient_of(nutrient))).after(mass)


def _share(workings: Workings, product: str) -> Worked:
    known = there(workings.shed.products.get(id_of(product)))
    return first_season_share(known)


_KINDS: dict[str, Callable[..., Worked]] = {
    "area": _area,
    "volume": _volume,
    "mix": _mix,
    "fill": _fill,
    "soil": _soil,
    "layer": _layer,
    "value": _value,
    "held": _held_in_layer,
    "ph": _ph,
    "need": _need,
    "ground": _ground,
    "job": _job_need,
    "brings": _brings,
    "strength": _strength,
    "scoop": _scoop,
    "share": _share,
    "lime": _lime,
    "mend": _mend,
    "cec": _cec,
    "salts": _salts,
    "prepared": _prepared,
    "water": _water,
    "moist": _moist,
    "school": _school,
}
"""One function for each kind of number; each takes the parts of the key after the kind."""
