"""Two to five products for one need: what each would bring, miss, bring unasked, weigh and cost.

Each product is given alone, in the amount that misses the need least: the best of the amounts that
meet one nutrient exactly, as the miss is a broken line with its corners there.
"""

from collections.abc import Sequence
from dataclasses import dataclass
from uuid import UUID

from eznel.core.blend import WEIGHT
from eznel.core.errors import Impossible, Unknown
from eznel.core.mixing.caps import SATURATION_L_PER_KG
from eznel.core.nutrients import Amounts, Nutrient
from eznel.core.products.fertiliser import Fertiliser, first_season
from eznel.core.schedule.litres import feed_water_l
from eznel.core.season.fold import Season
from eznel.core.season.to_come import to_come
from eznel.core.season.workings import Workings
from eznel.core.shed import cautions, rules
from eznel.core.shed.placing import FORMS
from eznel.core.shed.rules import Refused, Used
from eznel.core.stands.stand import OnGround

FEWEST, MOST = 2, 5
PRICED: tuple[Nutrient, ...] = ("N", "P", "K", "Ca")
"""What people buy fertiliser for."""


@dataclass(frozen=True, slots=True, kw_only=True)
class Contender:
    """One product for the whole need."""

    product: UUID
    grams: float
    """What would miss the need least, alone."""
    brings_g: Amounts
    """Of use in the first season."""
    unasked_g: Amounts
    """What comes along beyond the need, at most."""
    match: float
    """1 where the need is met exactly, 0 where all of it is missed."""
    first_season: Amounts
    """Share of each nutrient that is of use in the first season."""
    cost: float | None
    cost_per_g: dict[Nutrient, float]
    """Of what is of use; empty without a price."""
    salt_ds_m: float
    """Added to the saturated extract of the ground by all of it, or the strength of one feed in
    tubs with the season's water. [dS/m]"""
    weight_g: float
    left_g: float | None
    cautions: tuple[str, ...]
    refused: str | None


@dataclass(frozen=True, slots=True)
class Comparison:
    """Products side by side for what one planting still needs. [g]"""

    planting: UUID
    need_g: Amounts
    contenders: tuple[Contender, ...]


def compare(planting: UUID, products: Sequence[UUID], workings: Workings) -> Comparison:
    """Return products side by side for what is still to be given to a planting.

    Parameters
    ----------
    planting : UUID
        Whose need.
    products : sequence of UUID
        Two to five of the shed.
    workings : Workings
        The garden's.

    Returns
    -------
    Comparison
        In the order asked for.

    Raises
    ------
    Impossible
        When fewer than two or more than five are asked for.
    Unknown
        When there is no such planting or product.
    """
    if not FEWEST <= len(set(products)) <= MOST:
        raise Impossible("products", "compare_two_to_five")
    season = next((one for one in workings.seasons if one.stand.id == planting), None)
    if season is None:
        raise Unknown("planting", "no_such_planting")
    shed = workings.shed
    missing = [one for one in products if one not in shed.products]
    if missing:
        raise Unknown("products", "no_such_product")
    need = to_come(season)
    left = workings.shelf().left_g
    return Comparison(
        planting,
        need,
        tuple(
            _contender(shed.products[one], need, season, workings, left[one])
            for one in dict.fromkeys(products)
        ),
    )


def _contender(
    product: Fertiliser, need: Amounts, season: Season, workings: Workings, left: float | None
) -> Contender:
    shed, stand = workings.shed, season.stand
    held = product.contents
    available = shed.available(product.id, stand, workings.today)
    grams = _best_amount(available, need)
    brings = available * grams
    price = shed.price_per_g[product.id]
    return Contender(
        product=product.id,
        grams=grams,
        brings_g=brings,
        unasked_g=(held.total * grams).beyond(need),
        match=max(1 - _miss(brings, need), 0.0),
        first_season=Amounts.of_each(lambda x: first_season(product, x).value),
        cost=None if price is None else price * grams,
        cost_per_g={
            n: price / available[n] for n in PRICED if price is not None and available[n] > 0
        },
        salt_ds_m=_salt(grams * held.ec_ds_m_per_g_l, season),
        weight_g=grams,
        left_g=left,
        cautions=cautions.cautions(product, None),
        refused=refused_for(product, season, workings),
    )


def refused_for(product: Fertiliser, season: Season, workings: Workings) -> str | None:
    """Return why a product may not be used for a planting from today on, if so.

    Parameters
    ----------
    product : Fertiliser
        The product.
    season : Season
        The planting's.
    workings : Workings
        The garden's.

    Returns
    -------
    str or None
        Key of the reason; one of them where it fits none of the jobs that are left.
    """
    shed, stand = workings.shed, season.stand
    always = shed.refused[product.id]
    if always is None and product.is_lime:
        always = "lime_is_no_feed"
    if always is not None:
        return always
    ahead = [job for job in season.jobs if job.due_on >= workings.today] or list(season.jobs)
    fitting = [job for job in ahead if product.form in FORMS[job.job.kind, stand.where]]
    if not fitting:
        return "form_fits_no_job"
    reasons = [rules.of_job(product, stand, job.job.kind, job.due_on, Used()) for job in fitting]
    return None if None in reasons else reasons[0]


def refusals(workings: Workings) -> dict[UUID, tuple[Refused, ...]]:
    """Return for each planting which products of the shed may not be used for it, and why.

    Parameters
    ----------
    workings : Workings
        The garden's.

    Returns
    -------
    dict of UUID to tuple of Refused
        By planting.
    """
    found = {}
    for season in workings.seasons:
        reasons = (
            (product.id, refused_for(product, season, workings))
            for product in workings.shed.products.values()
        )
        found[season.stand.id] = tuple(Refused(p, why) for p, why in reasons if why is not None)
    return found


def _best_amount(available: Amounts, need: Amounts) -> float:
    """The amount that misses least: at one of the corners of the miss. [g]"""
    corners = need.met_by(available)
    return min(corners, key=lambda grams: (_miss(available * grams, need), grams), default=0.0)


def _miss(brings: Amounts, need: Amounts) -> float:
    """Weighted mean of what is short or over of each wanted nutrient, relative to its need."""
    wanted = [(WEIGHT[n], brings[n], x) for n, x in need.items() if x > 0]
    whole = sum(weight for weight, _, _ in wanted)
    if not whole:
        return 0.0
    return sum(weight * min(abs(b - x) / x, 1.0) for weight, b, x in wanted) / whole


def _salt(salt_ds: float, season: Season) -> float:
    """Conductivity that all of it adds: to wet ground, or to one feed of a tub's season."""
    stand = season.stand
    if isinstance(stand, OnGround):
        water_l = SATURATION_L_PER_KG * stand.soil_mass.value * stand.ground_m2
        return salt_ds / water_l if water_l else 0.0
    feeds = max(len([job for job in season.jobs if job.job.kind == "feed"]), 1)
    water_l = feed_water_l(stand, 0.0)
    return salt_ds / feeds / water_l if water_l else 0.0
