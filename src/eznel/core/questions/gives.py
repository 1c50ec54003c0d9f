"""What the grower's own measures of one product give: on a bed, to a plant, in a can, over time."""

from collections.abc import Iterator
from dataclasses import dataclass
from datetime import date, timedelta
from uuid import UUID

from eznel.core import places
from eznel.core.document import Bed, Place, Product
from eznel.core.errors import Unknown
from eznel.core.mixing.caps import water_ec_ds_m
from eznel.core.nutrients import TRACES, Amounts, Nutrient, nutrient_of
from eznel.core.poured import poured
from eznel.core.products.fertiliser import Fertiliser, fertiliser, first_season_share
from eznel.core.products.limits import (
    can_water_c,
    falls_out,
    most_in_water,
    most_on_ground,
    solubility_g_l,
)
from eznel.core.products.masses import scoop_mass
from eznel.core.products.release import coated_released, organic_course
from eznel.core.products.solutions import FULL_N_MG_L, OTHER_EC_DS_M
from eznel.core.season.workings import Workings
from eznel.core.working import Finding, Level, Origin, Quantity

CURVE_DAYS = 182
CURVE_STEP = 7
AT_ONCE = ("granular", "soluble", "liquid", "mix")


@dataclass(frozen=True, slots=True, kw_only=True)
class ScoopGives:
    """One level measure of a product. Nutrients are in grams, strengths in mg/L."""

    scoop: UUID
    grams: float
    nutrients_g: Amounts
    bed_g_m2: Amounts | None
    """Spread over the chosen place. [g/m²]"""
    plant_g: Amounts | None
    """To each plant that stands there."""
    can_mg_l: Amounts | None
    """In the chosen can."""
    can_ec_ds_m: float | None
    """Its conductivity with the water's own."""
    of_label_ground_share: float | None
    of_label_water_share: float | None
    """What part of the label's most one scoop is."""


@dataclass(frozen=True, slots=True)
class ReleasePoint:
    """How much of a product's nitrogen is at work by a day. [g/g]"""

    on: date
    share: float


@dataclass(frozen=True, slots=True, kw_only=True)
class Gives:
    """What one product gives by each of the grower's scoops."""

    product: UUID
    place: UUID | None
    ground_m2: float
    plants: int
    can_l: float
    water_c: float
    """How warm the water is taken to be."""
    dissolves_g_l: float | None
    """How much of it dissolves at that, where it is known. [g/L]"""
    not_with: tuple[UUID, ...]
    """Products of the shed with which it would fall out in one can."""
    scoops: tuple[ScoopGives, ...]
    release: tuple[ReleasePoint, ...]
    """Of all its nitrogen, or of all of it where it has none."""
    at_work_at_end: float
    """What of it is at work at the curve's end. [g/g]"""
    low_pct: dict[Nutrient, float]
    high_pct: dict[Nutrient, float]
    """The range of what is declared, as elements. [%]"""
    findings: tuple[Finding, ...]


def gives(product: Product, place: UUID | None, can_l: float, workings: Workings) -> Gives:
    """Return what each scoop of a product gives in a garden.

    Parameters
    ----------
    product : Product
        The product; it need not be in the shed yet.
    place : UUID or None
        The bed or tubs it is reckoned on.
    can_l : float
        Water in the can, above 0. [L]
    workings : Workings
        The garden's.

    Returns
    -------
    Gives
        In the order of the garden's scoops.

    Raises
    ------
    Unknown
        When there is no such place.
    """
    of = fertiliser(product, workings.catalogue.materials)
    there = next((one for one in workings.garden.places if one.id == place), None)
    if place is not None and there is None:
        raise Unknown("place", "no_such_thing", id=str(place))
    ground = places.area(there).value if isinstance(there, Bed) else 0.0
    plants = sum(s.plants for s in workings.stands.all if there is not None and s.place is there)
    release = release_curve(of, there, workings)
    low, high = _range(of)
    water_c = can_water_c(workings.stands.weather.mean_c(workings.today))
    own_ds_m = water_ec_ds_m(poured(workings.garden.site, there.water if there else None))
    return Gives(
        product=product.id,
        place=place,
        ground_m2=ground,
        plants=plants,
        can_l=can_l,
        water_c=water_c,
        dissolves_g_l=solubility_g_l(of, water_c) if of.is_dissolved else None,
        not_with=tuple(_not_with(of, workings)),
        scoops=tuple(_scoops(of, ground, plants, can_l, own_ds_m, workings)),
        release=release,
        at_work_at_end=release[-1].share,
        low_pct=low,
        high_pct=high,
        findings=tuple(_findings(of, can_l, own_ds_m, workings)),
    )


def _scoops(
    of: Fertiliser,
    ground: float,
    plants: int,
    can_l: float,
    own_ds_m: float,
    workings: Workings,
) -> list[ScoopGives]:
    held, dissolves = of.contents, of.is_dissolved
    on_ground, in_water = most_on_ground(of), most_in_water(of)
    found = []
    for scoop in workings.garden.scoops:
        grams = scoop_mass(of, scoop).value
        found.append(
            ScoopGives(
                scoop=scoop.id,
                grams=grams,
                nutrients_g=held.declared * grams,
                bed_g_m2=held.declared * (grams / ground) if ground else None,
                plant_g=held.declared * (grams / plants) if plants else None,
                can_mg_l=held.declared * (grams / can_l * 1000) if dissolves else None,
                can_ec_ds_m=grams / can_l * held.ec_ds_m_per_g_l + own_ds_m if dissolves else None,
                of_label_ground_share=grams / (on_ground * ground)
                if on_ground and ground
                else None,
                of_label_water_share=grams / (in_water * can_l) if in_water and dissolves else None,
            )
        )
    return found


def _not_with(of: Fertiliser, workings: Workings) -> Iterator[UUID]:
    """What else is dissolved here and reacts with it, either way round."""
    mine = of.contents.total
    for other in workings.shed.products.values():
        if other.id == of.id or not (of.is_dissolved and other.is_dissolved):
            continue
        theirs = other.contents.total
        if falls_out(mine, theirs) or falls_out(theirs, mine):
            yield other.id


def _range(of: Fertiliser) -> tuple[dict[Nutrient, float], dict[Nutrient, float]]:
    """The lowest and highest of each element, where the label or the kind names a range. [%]"""
    low: dict[Nutrient, float] = {}
    high: dict[Nutrient, float] = {}
    for line in of.product.declared:
        if line.nutrient in TRACES or not line.pct or line.low_pct is None or line.high_pct is None:
            continue
        mine = nutrient_of(line.nutrient)
        held = of.contents.declared[mine]
        low[mine] = 100 * held * line.low_pct / line.pct
        high[mine] = 100 * held * line.high_pct / line.pct
    return low, high


def release_curve(
    of: Fertiliser, place: Place | None, workings: Workings
) -> tuple[ReleasePoint, ...]:
    """Return how much of a product is at work week by week from today, at this site's warmth.

    Coated products release over their rated days; organic ones along a first-order course towards
    the share of their first season; all else is there at once.

    Parameters
    ----------
    of : Fertiliser
        The product.
    place : Place or None
        Where it lies, for what is warmer there.
    workings : Workings
        The garden's.

    Returns
    -------
    tuple of ReleasePoint
        Half a year, a point a week. [g/g]
    """
    start, product, material = workings.today, of.product, of.material
    end = start + timedelta(CURVE_DAYS)
    warmer = place.warmer_by_c if place is not None else 0.0
    means = workings.stands.weather.means_c(start, end + timedelta(1), warmer)
    days = range(0, CURVE_DAYS + 1, CURVE_STEP)
    if product.form == "coated" and product.release_days is not None:
        rated = product.release_days
        shares = [coated_released(means[:n], rated).value for n in days]
    elif product.form in AT_ONCE and first_season_share(of).value == 1:
        shares = [1.0 for _ in days]
    else:
        k = material.release_k_per_day_25c if material is not None else None
        course, season = organic_course(means, k), first_season_share(of).value
        shares = [season * course[n] if n else 0.0 for n in days]
    return tuple(ReleasePoint(start + timedelta(n), s) for n, s in zip(days, shares, strict=True))


def _findings(of: Fertiliser, can_l: float, own_ds_m: float, workings: Workings) -> list[Finding]:
    """One scoop too strong for a can, or more than its water dissolves."""
    if not of.is_dissolved:
        return []
    held = of.contents
    found: list[Finding] = []
    water_c = can_water_c(workings.stands.weather.mean_c(workings.today))
    dissolves = solubility_g_l(of, water_c)
    for n, scoop in enumerate(workings.garden.scoops):
        g_l = scoop_mass(of, scoop).value / can_l
        n_mg_l = g_l * held.soluble_n * 1000
        ec = g_l * held.ec_ds_m_per_g_l + own_ds_m
        if dissolves is not None and g_l > dissolves:
            numbers = (
                Quantity("g_l", g_l, "g/L"),
                Quantity("dissolves_g_l", dissolves, "g/L", Origin.TYPICAL),
                Quantity("water_c", water_c, "°C", Origin.ASSUMED),
            )
            key = "more_than_dissolves"
        elif n_mg_l > FULL_N_MG_L or ec > OTHER_EC_DS_M:
            numbers = (
                Quantity("n_mg_l", n_mg_l, "mg/L"),
                Quantity("ec_ds_m", ec, "dS/m"),
                Quantity("most_mg_l", FULL_N_MG_L, "mg/L", Origin.TYPICAL),
            )
            key = "scoop_too_strong"
        else:
            continue
        found.append(Finding(key, Level.WARNING, f"scoops.{n}", str(scoop.id), numbers))
    return found
