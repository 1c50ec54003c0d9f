"""Every limit on a mix, as caps of the blend: season, label, stock, salts, what dissolves.

A cap says what each choice uses of it and how much there is. Hard ones are never exceeded: safety,
label, law, stock, and the season's nitrogen. Thrifty ones say what phosphorus and potassium may
come along; they yield where they would starve the crop.
"""

from collections.abc import Iterable
from dataclasses import dataclass, replace
from datetime import date
from math import inf

from eznel.core.blend import Apart, Cap
from eznel.core.needs.dose import Needs
from eznel.core.nutrients import Amounts, Nutrient
from eznel.core.poured import Poured
from eznel.core.products.fertiliser import Fertiliser
from eznel.core.products.limits import (
    BORON_G_M2,
    brings_calcium,
    brings_s_or_p,
    can_water_c,
    most_in_water,
    most_on_ground,
    most_per_plant,
    solubility_g_l,
)
from eznel.core.products.solutions import ASSUMED_WATER_EC_DS_M, most_ec_ds_m, most_n_mg_l
from eznel.core.schedule.jobs import DRESSING_N_G_M2, LIQUID_N_G_M2, Job
from eznel.core.schedule.litres import drench_l
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

BOUNDED: dict[Nutrient, float] = {"P": 10.0, "K": 3.0}
"""What may come along unasked only up to the season's ceiling; and to how many times that it may
where the crop would starve: so much is in the feeds that are sold for everything."""

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
    season: Amounts
    """All that the season needs."""
    left: Amounts
    """What is left of the season's needs."""
    totals: Amounts
    """What has come in all so far, unasked included."""
    used: Used
    """Which products this planting has had, and when."""
    jobs: int
    through: float
    """Share of the first plan's feeding that is done with this job. [g/g]"""


@dataclass(frozen=True, slots=True)
class Choice:
    """One measure of a product, for one portion."""

    of: int
    """Which of the usable products."""
    product: Fertiliser
    size: int
    """Which of the shed's scoops, by size."""
    grams: float
    available: Amounts
    """What a gram brings. [g/g]"""
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

    @property
    def received(self) -> float:
        """Portions that the plants get in all. [count]"""
        return self.count * self.poured


def caps(
    due: DueJob, portions: Portions, choices: list[Choice], shed: Shed, shelf: Shelf
) -> tuple[Cap, ...]:
    """Return every hard limit on a mix, for one portion.

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
    salts = _Salts(choices)
    if portions.water_l:
        found += _solution_caps(due, portions, salts)
    elif isinstance(due.stand, InTub) and due.job.kind == "feed":
        found += _solution_caps(due, dissolved_in(due, portions), salts)
    elif isinstance(due.stand, OnGround):
        found += _dressing_caps(due.stand, portions, salts)
        if due.job.kind == "feed":
            found.append(_liquid_cap(due.stand, portions, salts))
        if due.job.kind == "base":
            found += placing_caps(due.stand, choices, portions.count)
    found += _product_caps(due, portions, choices, shed, shelf)
    return tuple(cap for cap in found if cap.limit < inf)


def dissolved_in(due: DueJob, portions: Portions) -> Portions:
    """Return portions with the water that dissolves them.

    Parameters
    ----------
    due : DueJob
        The job.
    portions : Portions
        As they are made.

    Returns
    -------
    Portions
        The same; what is sprinkled on a tub with the water that it takes at a time. [L]
    """
    if portions.water_l or not isinstance(due.stand, InTub):
        return portions
    return replace(portions, water_l=drench_l(due.stand) / portions.count)


def _season_caps(due: DueJob, portions: Portions, choices: list[Choice]) -> Iterable[Cap]:
    """What the season and this feed may have in all."""
    per = portions.received
    nitrogen = tuple(c.grams * c.available.n for c in choices)
    least_n = min((n for n in nitrogen if n > 0), default=0.0) * per
    along = BASE_N_ALONG * due.needs["N"].total.value if due.job.kind == "base" else 0.0
    yield Cap("season_n", nitrogen, due.left.n / per)
    yield Cap("feed_n", nitrogen, max(FEED_N_OVER * due.need.n, along, least_n) / per)


@dataclass(frozen=True, slots=True)
class Along:
    """The limits on what phosphorus and potassium come along unasked."""

    thrifty: tuple[Cap, ...]
    """That keep it within the season's ceiling."""
    yielding: tuple[Cap, ...]
    """How far those yield where the crop would starve by them."""


@dataclass(frozen=True, slots=True)
class Allowance:
    """What of a nutrient may come along with a job unasked, and how far that yields. [g]"""

    nutrient: Nutrient
    thrifty_g: float
    yields_g: float
    room_g: float
    """What is left of all that may come in a season, however often a limit yields."""


def allowances(due: DueJob) -> tuple[Allowance, ...]:
    """Return what may come along unasked with a job.

    A job has its share of what room is left, by its share of what the season still needs, so that
    the first feeds do not take the room of the last. It yields to a multiple of the job's share of
    the ceiling.

    Parameters
    ----------
    due : DueJob
        The job. [g]

    Returns
    -------
    tuple of Allowance
        Of phosphorus and of potassium; in tubs, whose mix is thrown away, of potassium alone.
    """
    bounded = [(x, t) for x, t in BOUNDED.items() if due.needs[x].ceiling_g < inf]
    if due.job.kind == "seedling" or not bounded:
        return ()
    now, whole = _share(due.need, due.left), _share(due.job.first_g, due.season)
    found = []
    for x, times in bounded:
        ceiling = due.needs[x].ceiling_g
        left = max(ceiling - due.totals[x], 0.0)
        room = max(times * ceiling - due.totals[x], 0.0)
        found.append(Allowance(x, now * left, times * whole * ceiling, room))
    return tuple(found)


def comes_along(allowed: tuple[Allowance, ...], portions: Portions, choices: list[Choice]) -> Along:
    """Return the limits on what comes along unasked; they yield at least to one measure, as long as
    the season has room for it.

    Parameters
    ----------
    allowed : tuple of Allowance
        The job's. [g]
    portions : Portions
        Portions and water. [L]
    choices : list of Choice
        The measures that the blend looks at.

    Returns
    -------
    Along
        For one portion.
    """
    thrifty, yielding, per = [], [], portions.received
    for one in allowed:
        x = one.nutrient
        uses = tuple(c.grams * c.product.contents.total[x] for c in choices)
        least = min((use for use in uses if use > 0), default=0.0)
        thrifty.append(Cap(f"season_{x.lower()}", uses, one.thrifty_g / per))
        most = min(max(one.yields_g / per, least), one.room_g / per)
        yielding.append(Cap(f"along_{x.lower()}", uses, most))
    return Along(tuple(thrifty), tuple(yielding))


def _share(part: Amounts, whole: Amounts) -> float:
    """A job's share of a season, of the nutrient that it has the largest share of; of calcium and
    magnesium only where it wants nothing else. [g/g]
    """
    for among in (("N", *BOUNDED), ("Ca", "Mg")):
        shares = [min(part[x] / whole[x], 1.0) for x in among if whole[x] > 0]
        if shares and max(shares) > 0:
            return max(shares)
    return 0.0 if any(whole.values) else 1.0


class _Salts:
    """What a measure of each choice dissolves: nitrogen, and all that conducts."""

    def __init__(self, choices: list[Choice]) -> None:
        self.choices = choices
        self.n_g = tuple(c.grams * c.product.contents.soluble_n for c in choices)
        self.ds_m_l = tuple(c.grams * c.product.contents.ec_ds_m_per_g_l for c in choices)


def _solution_caps(due: DueJob, portions: Portions, salts: _Salts) -> Iterable[Cap]:
    stage = stage_of(due)
    room = most_ec_ds_m(stage, due.stand.crop.salt_threshold_ds_m) - water_ec_ds_m(due.stand.poured)
    yield Cap("feed_ec", salts.ds_m_l, max(room, 0.0) * portions.water_l)
    yield Cap("strength_n", salts.n_g, most_n_mg_l(stage) * portions.water_l / 1000)
    if isinstance(due.stand, InTub):
        yield _ammonium_cap(due, salts, portions)
    else:
        yield _liquid_cap(due.stand, portions, salts)


def _liquid_cap(stand: OnGround, portions: Portions, salts: _Salts) -> Cap:
    return Cap("liquid_n", salts.n_g, LIQUID_N_G_M2 * stand.ground_m2 / portions.received)


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


def _ammonium_cap(due: DueJob, salts: _Salts, portions: Portions) -> Cap:
    """Ammonium and urea harm roots in soilless mix, the more so in the cold: a share of the
    nitrogen at most. A label that does not say its forms counts as neither good nor bad. Where
    nothing in the shed keeps that share, warm roots bear a weak feed of it.
    """
    warmth = _warmth(due)
    most = MOST_AMMONIUM if warmth >= COLD_ROOTS_C else MOST_AMMONIUM_COLD
    over = tuple(c.grams * _ammonium_over(c.product, most) for c in salts.choices)
    better = any(n > 0 and more <= 0 for n, more in zip(salts.n_g, over, strict=True))
    if warmth >= WARM_ROOTS_C and not better:
        return Cap("ammonium_warm", salts.n_g, WARM_AMMONIUM_N_MG_L * portions.water_l / 1000)
    return Cap("ammonium", over, 0.0)


def _ammonium_over(product: Fertiliser, most: float) -> float:
    """Ammonium and urea beyond a share of the soluble nitrogen. [g/g]"""
    held = product.contents
    if held.ammonium_urea_n is None:
        return 0.0
    return held.ammonium_urea_n - most * held.soluble_n


def _dressing_caps(stand: OnGround, portions: Portions, salts: _Salts) -> Iterable[Cap]:
    ground = stand.ground_m2 / portions.count
    yield Cap("dressing_n", salts.n_g, DRESSING_N_G_M2 * ground)
    water_l_m2 = SATURATION_L_PER_KG * stand.soil_mass.value
    yield Cap("dressing_ec", salts.ds_m_l, DRESSING_EC_DS_M * water_l_m2 * ground)


def _product_caps(
    due: DueJob, portions: Portions, choices: list[Choice], shed: Shed, shelf: Shelf
) -> Iterable[Cap]:
    """Each product's own limits, of which the least binds; and what boron the ground may have."""
    warmth = _warmth(due)
    for of, product in {c.of: c.product for c in choices}.items():
        limits = _limits_of(product, due.stand, portions, warmth)
        left = shelf.left_g[product.id]
        if left is not None:
            limits["stock"] = max(left, 0.0) / portions.count
        if limits:
            key = min(limits, key=lambda one: limits[one])
            uses = tuple(c.grams if c.of == of else 0.0 for c in choices)
            yield Cap(key, uses, limits[key])
    boron = tuple(c.grams * c.product.contents.boron for c in choices)
    if any(boron) and due.stand.ground_m2:
        room = max(BORON_G_M2 * due.stand.ground_m2 - due.used.boron_g, 0.0)
        yield Cap("boron", boron, room / portions.received)


def _limits_of(
    product: Fertiliser, stand: Stand, portions: Portions, warmth_c: float
) -> dict[str, float]:
    """What its label allows in one portion, and what the water dissolves. [g]"""
    per, limits = portions.received, {}
    if (a_plant := most_per_plant(product)) is not None:
        limits["label_plant"] = a_plant * stand.plants / per
    if stand.ground_m2 and (on_ground := most_on_ground(product)) is not None:
        limits["label_rate"] = on_ground * stand.ground_m2 / per
    if not portions.water_l:
        return limits
    if (in_water := most_in_water(product)) is not None:
        limits["label_strength"] = in_water * portions.water_l * (stand.programme.label_share or 1)
    if (dissolves := solubility_g_l(product, can_water_c(warmth_c))) is not None:
        limits["dissolves"] = dissolves * portions.water_l
    return limits


def _warmth(due: DueJob) -> float:
    return due.stand.weather.mean_c(due.day, due.stand.warmer_by_c)


def water_ec_ds_m(of: Poured) -> float:
    """Return the conductivity of a water, a usual one where it was not measured.

    Parameters
    ----------
    of : Poured
        As a place is watered with it.

    Returns
    -------
    float
        Electrical conductivity. [dS/m]
    """
    return ASSUMED_WATER_EC_DS_M if of.ec_ds_m is None else of.ec_ds_m


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
    calcium = {of for of, mine in held.items() if brings_calcium(mine)}
    others = {of for of, mine in held.items() if brings_s_or_p(mine)}
    one = tuple(n for n, c in enumerate(choices) if c.of in calcium)
    other = tuple(n for n, c in enumerate(choices) if c.of in others)
    return Apart(one, other) if one and other else None
