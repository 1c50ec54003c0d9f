"""Every limit on a mix, as caps of the blend: season, label, stock, salts, what dissolves.

A cap says what each choice uses of it and how much there is. Caps are never exceeded.
"""

from collections.abc import Iterable
from dataclasses import dataclass
from datetime import date
from math import inf

from eznel.core.blend import Apart, Cap
from eznel.core.document import Bed
from eznel.core.needs.dose import Needs
from eznel.core.nutrients import Amounts, Nutrient
from eznel.core.places import bed_soil_mass
from eznel.core.products.fertiliser import Fertiliser
from eznel.core.products.limits import (
    BORON_G_M2,
    can_water_c,
    falls_out,
    most_in_water,
    most_on_ground,
    most_per_plant,
    solubility_g_l,
)
from eznel.core.products.solutions import ASSUMED_WATER_EC_DS_M, most_ec_ds_m, most_n_mg_l
from eznel.core.schedule.jobs import DRESSING_N_G_M2, LIQUID_N_G_M2, Job
from eznel.core.shed.placing import placing_caps
from eznel.core.shed.rules import Used
from eznel.core.shed.shelf import PortionKind, Shed, Shelf
from eznel.core.stands.stand import InTub, OnGround, Stand

BASE_N_ALONG = 0.3
"""Share of the season's nitrogen that may come along with a base dressing."""

FEED_N_OVER = 1.1
"""A feed brings at most this many times the nitrogen it is to bring, or one measure."""

MOST_AMMONIUM, MOST_AMMONIUM_COLD = 0.4, 0.2
"""Most ammonium and urea in the nitrogen of a tub's feed, and below this warmth at the roots."""
COLD_ROOTS_C, WARM_ROOTS_C = 15.0, 18.0
WARM_AMMONIUM_N_MG_L = 100.0
"""Where the shed has nothing better, a feed of it may be so strong while roots are warm."""

BOUNDED: tuple[Nutrient, ...] = ("P", "K")
"""What may come along unasked only up to the season's ceiling."""

DRESSING_EC_DS_M = 1.0
"""Most that one dressing may add to the salinity of the soil's saturated extract."""
SATURATION_L_PER_KG = 0.4


@dataclass(frozen=True, slots=True, kw_only=True)
class DueJob:
    """A job on its day: what it is to bring, and how far the season has got. [g]"""

    stand: Stand
    needs: Needs
    job: Job
    day: date
    need: Amounts
    left: Amounts
    """What is left of the season's needs."""
    totals: Amounts
    """What has come in all so far, unasked included."""
    used: Used
    """Which products this planting has had, and when."""
    jobs: int


@dataclass(frozen=True, slots=True)
class Choice:
    """One measure of a product, for one portion."""

    of: int
    """Which of the usable products."""
    product: Fertiliser
    size: int
    """Which of the shed's scoops, by size."""
    grams: float
    brings: Amounts
    cost: float | None


@dataclass(frozen=True, slots=True)
class Portions:
    """What a mix is made for: so many cans, tubs or parts of a bed, the water and need of each."""

    count: int
    of: PortionKind
    water_l: float
    need: Amounts
    poured: float = 1.0
    """Share of the feed that the plants get; the rest is left over. [L/L]"""

    def split(self, count: int) -> "Portions":
        """Return the same need and water in another number of portions."""
        by = self.count / count
        return Portions(count, self.of, self.water_l * by, self.need * by, self.poured)


def caps(
    due: DueJob, portions: Portions, choices: list[Choice], shed: Shed, shelf: Shelf
) -> tuple[Cap, ...]:
    """Return every limit on a mix, for one portion.

    Parameters
    ----------
    due : DueJob
        The job.
    portions : Portions
        Portions and water. [L]
    choices : list of Choice
        The measures that the blend looks at.
    shed : Shed
        Products and scoops.
    shelf : Shelf
        What is left in the shed. [g]

    Returns
    -------
    tuple of Cap
        Only those that limit anything.
    """
    found = [] if due.job.kind == "seedling" else list(_season_caps(due, portions, choices))
    if portions.water_l:
        found += _solution_caps(due, portions, choices, shed)
    elif isinstance(due.stand, OnGround):
        found += _dressing_caps(due, portions, choices, due.stand.place)
        if due.job.kind == "base":
            found += placing_caps(due.stand, choices, portions.count)
    found += _product_caps(due, portions, choices, shed, shelf)
    return tuple(cap for cap in found if cap.limit < inf)


def _season_caps(due: DueJob, portions: Portions, choices: list[Choice]) -> Iterable[Cap]:
    """What the season and this feed may have in all."""
    per = portions.count * portions.poured
    nitrogen = tuple(c.brings.n for c in choices)
    least_n = min((n for n in nitrogen if n > 0), default=0.0) * per
    along = BASE_N_ALONG * due.needs["N"].total.value if due.job.kind == "base" else 0.0
    yield Cap("season_n", nitrogen, due.left.n / per)
    yield Cap("feed_n", nitrogen, max(FEED_N_OVER * due.need.n, along, least_n) / per)
    for nutrient in BOUNDED:
        room = max(due.needs[nutrient].ceiling_g - due.totals[nutrient], 0.0)
        use = tuple(c.grams * c.product.contents.total[nutrient] for c in choices)
        yield Cap("season_" + nutrient.lower(), use, room / per)


def _solution_caps(
    due: DueJob, portions: Portions, choices: list[Choice], shed: Shed
) -> Iterable[Cap]:
    soluble = tuple(c.grams * c.product.contents.soluble_n for c in choices)
    salt = tuple(c.grams * c.product.contents.ec_ds_m_per_g_l for c in choices)
    stage = stage_of(due)
    room = most_ec_ds_m(stage, due.stand.crop.salt_threshold_ds_m) - water_ec_ds_m(shed)
    yield Cap("feed_ec", salt, max(room, 0.0) * portions.water_l)
    yield Cap("strength_n", soluble, most_n_mg_l(stage) * portions.water_l / 1000)
    if isinstance(due.stand, InTub):
        yield _ammonium_cap(due, choices, portions)
    else:
        yield Cap("liquid_n", soluble, LIQUID_N_G_M2 * due.stand.ground_m2 / portions.count)


def stage_of(due: DueJob) -> str | None:
    """Return the stage that decides how strong a feed may be.

    Parameters
    ----------
    due : DueJob
        The job.

    Returns
    -------
    str or None
        The planting's on that day; raised plants are fed as seedlings until they are planted out.
    """
    return "seedling" if due.job.kind == "seedling" else due.stand.stage_on(due.day)


def _ammonium_cap(due: DueJob, choices: list[Choice], portions: Portions) -> Cap:
    """Ammonium and urea harm roots in soilless mix, the more so in the cold: a share of the
    nitrogen at most. A label that does not say its forms counts as neither good nor bad. Where
    nothing in the shed keeps that share, warm roots bear a weak feed of it.
    """
    warmth = _warmth(due)
    most = MOST_AMMONIUM if warmth >= COLD_ROOTS_C else MOST_AMMONIUM_COLD
    over = tuple(c.grams * _ammonium_over(c.product, most) for c in choices)
    soluble = tuple(c.grams * c.product.contents.soluble_n for c in choices)
    better = any(n > 0 and more <= 0 for n, more in zip(soluble, over, strict=True))
    if warmth >= WARM_ROOTS_C and not better:
        return Cap("ammonium", soluble, WARM_AMMONIUM_N_MG_L * portions.water_l / 1000)
    return Cap("ammonium", over, 0.0)


def _ammonium_over(product: Fertiliser, most: float) -> float:
    """Ammonium and urea beyond a share of the soluble nitrogen. [g/g]"""
    held = product.contents
    if held.ammonium_urea_n is None:
        return 0.0
    return held.ammonium_urea_n - most * held.soluble_n


def _dressing_caps(
    due: DueJob, portions: Portions, choices: list[Choice], bed: Bed
) -> Iterable[Cap]:
    soluble = tuple(c.grams * c.product.contents.soluble_n for c in choices)
    salt = tuple(c.grams * c.product.contents.ec_ds_m_per_g_l for c in choices)
    ground = due.stand.ground_m2 / portions.count
    yield Cap("dressing_n", soluble, DRESSING_N_G_M2 * ground)
    water_l_m2 = SATURATION_L_PER_KG * bed_soil_mass(bed).value
    yield Cap("dressing_ec", salt, DRESSING_EC_DS_M * water_l_m2 * ground)


def _product_caps(
    due: DueJob, portions: Portions, choices: list[Choice], shed: Shed, shelf: Shelf
) -> Iterable[Cap]:
    """Each product's own limits: label, stock, and what the water dissolves."""
    per = portions.count
    water_c = can_water_c(_warmth(due))
    for of, product in {c.of: c.product for c in choices}.items():
        use = tuple(c.grams if c.of == of else 0.0 for c in choices)
        left = shelf.left_g[product.id]
        on_ground, in_water = most_on_ground(product), most_in_water(product)
        dissolves, a_plant = solubility_g_l(product, water_c), most_per_plant(product)
        if left is not None:
            yield Cap("stock", use, max(left, 0.0) / per)
        if a_plant is not None:
            yield Cap("label_plant", use, a_plant * due.stand.plants / per)
        if on_ground is not None and due.stand.ground_m2:
            yield Cap("label_rate", use, on_ground * due.stand.ground_m2 / per)
        if in_water is not None and portions.water_l:
            yield Cap("label_strength", use, in_water * portions.water_l)
        if dissolves is not None and portions.water_l:
            yield Cap("dissolves", use, dissolves * portions.water_l)
    boron = tuple(c.grams * c.product.contents.boron for c in choices)
    if any(boron) and due.stand.ground_m2:
        room = max(BORON_G_M2 * due.stand.ground_m2 - due.used.boron_g, 0.0)
        yield Cap("boron", boron, room / per)


def _warmth(due: DueJob) -> float:
    return due.stand.weather.mean_c(due.day, due.stand.warmer_by_c)


def water_ec_ds_m(shed: Shed) -> float:
    """Return the conductivity of the garden's water, a usual one where it was not measured.

    Parameters
    ----------
    shed : Shed
        The garden's.

    Returns
    -------
    float
        Electrical conductivity. [dS/m]
    """
    measured = shed.garden.site.water_ec_ds_m
    return ASSUMED_WATER_EC_DS_M if measured is None else measured


def apart(choices: list[Choice]) -> Apart | None:
    """Return calcium salts, and what they would fall out with: dissolved, they go into two cans.

    Parameters
    ----------
    choices : list of Choice
        The measures that the blend looks at.

    Returns
    -------
    Apart or None
        None where nothing reacts.
    """
    held = {c.of: c.product.contents.total for c in choices}
    calcium = {of for of, mine in held.items() if any(falls_out(mine, x) for x in held.values())}
    others = {of for of, mine in held.items() if any(falls_out(x, mine) for x in held.values())}
    one = tuple(n for n, c in enumerate(choices) if c.of in calcium)
    other = tuple(n for n, c in enumerate(choices) if c.of in others)
    return Apart(one, other) if one and other else None
