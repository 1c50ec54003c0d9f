"""What is worked into a place besides feeds: how much of it, and what it gives this year and next.

Compost and manure are counted as they were given: by depth, by hole, by plant, or sized by the
nitrogen they bring and held back by their phosphorus. A test that was taken afterwards carries
them already, and then they are not counted again.
"""

from collections.abc import Iterator
from dataclasses import dataclass
from datetime import date
from math import pi
from typing import Literal
from uuid import UUID

from eznel.core import places
from eznel.core.document import (
    Bed,
    ForNitrogen,
    InAll,
    InHoles,
    Layer,
    PerPlant,
    Place,
    Preparation,
    SoilClass,
)
from eznel.core.nutrients import Amounts, Nutrient, element_of
from eznel.core.products.fertiliser import (
    Fertiliser,
    density_g_ml,
    first_season_share,
    fraction,
    general,
)
from eznel.core.products.masses import bulk_mass
from eznel.core.reference import Catalogue
from eznel.core.working import Finding, Level, Origin, Quantity, Worked

LATER_YEAR_SHARE = 0.05
"""Of the nitrogen that the first season left, each later year."""
FIRST_SEASON_DAYS = 300
"""Worked in no longer before planting, it works in that season for the first time."""
LATER_YEARS = 3

TIED_MOST_G_KG, TIED_FULL_PCT, TIED_NONE_PCT = 6.0, 0.7, 1.2
"""Nitrogen tied up by a kilogram of dry matter that is dug in, by its own nitrogen."""

MOST_COMPOST_M = 0.005
"""A year where phosphorus is very high."""
MOST_MANURE_N_G_M2 = 17.0
SAFE_DAYS_TOUCHING, SAFE_DAYS_CLEAR = 120, 90
"""From raw manure to the first harvest, by whether what is eaten touches the soil."""

RICH_SHARE = 0.2
"""Above this share of compost by volume a bed is read as a mix."""


Bound = Literal["", "phosphorus"]


@dataclass(frozen=True, slots=True)
class Room:
    """What sizing needs to know of a place. [m², count, g/m²]"""

    ground: Worked
    """Ground of a bed, or the tubs' openings. [m²]"""
    plants: int
    fed_m2: float
    """The ground of its plants."""
    p_class: SoilClass | None
    p_removed_g_m2: float
    """Phosphorus that a year's harvest takes away."""

    @property
    def ground_m2(self) -> float:
        """Ground of a bed, or the tubs' openings."""
        return self.ground.value


@dataclass(frozen=True, slots=True, kw_only=True)
class Prepared:
    """A preparation worked out, for the whole place."""

    preparation: Preparation
    product: Fertiliser
    mass: Worked
    litres: float
    totals_g: Amounts
    first_g: Amounts
    """What works in the first season; nitrogen that is tied up counts below nothing."""
    next_g: Amounts
    """What works in the year after."""
    counts: bool
    """Done, or still to come; what nobody confirmed after its day does not count."""
    bound: Bound
    """What held a sizing back."""

    @property
    def bulk(self) -> bool:
        """Whether it makes up a part of the soil: compost and manure."""
        return self.product.is_bulk


@dataclass(frozen=True, slots=True)
class Gives:
    """What a preparation gives a season, in which of its own years, from 0."""

    prepared: Prepared
    year: int
    works_g: Amounts
    """For the whole place."""


@dataclass(frozen=True, slots=True)
class Harvest:
    """When a planting is first picked, and what is eaten of it."""

    begins: date
    touches_soil: bool
    is_root: bool


def prepare(
    preparation: Preparation,
    place: Place,
    room: Room,
    products: dict[UUID, Fertiliser],
    catalogue: Catalogue,
    today: date,
) -> Prepared:
    """Return a preparation worked out.

    Parameters
    ----------
    preparation : Preparation
        As typed.
    place : Place
        Where it goes.
    room : Room
        Its plants and its test.
    products : dict of UUID to Fertiliser
        The shed, by id.
    catalogue : Catalogue
        For general materials.
    today : date
        The garden's date.

    Returns
    -------
    Prepared
        Mass, contents, and what works when.
    """
    if preparation.product is not None:
        product = products[preparation.product]
    else:
        product = general(catalogue.material(preparation.material or "", "material"))
    density, origin = density_g_ml(product)
    density_of = Quantity("density_g_ml", density, "g/mL", origin, product.name)
    mass, bound = _mass(preparation, room, product, density_of)
    totals = product.contents.declared * mass.value
    first, later = _when(preparation, product, mass.value, totals)
    return Prepared(
        preparation=preparation,
        product=product,
        mass=mass,
        litres=mass.value / density / 1000,
        totals_g=totals,
        first_g=first,
        next_g=later,
        counts=preparation.done or preparation.on >= today,
        bound=bound,
    )


def _mass(
    preparation: Preparation,
    room: Room,
    product: Fertiliser,
    density: Quantity,
) -> tuple[Worked, Bound]:
    match preparation.how:
        case InAll(amount=amount):
            grams = bulk_mass(amount, product)
            typed = Quantity("product_g", grams, "g", Origin.TYPED)
            return Worked.first("amount_given", grams, "g", typed), ""
        case ForNitrogen() as how:
            return _for_nitrogen(how, room, product, density)
        case Layer(thickness=thickness):
            volume = places.layer_volume(area_m2=room.ground_m2, layer_m=thickness.m)
            volume = volume.after(room.ground)
        case InHoles() as how:
            volume = _holes(how, room.plants)
        case PerPlant(volume=each):
            volume = Worked.first(
                "volume_for_plants",
                each.l * room.plants,
                "L",
                Quantity("each_l", each.l, "L", Origin.TYPED),
                Quantity("plants", room.plants, "plants", Origin.PLAN),
            )
    return _weighed(volume, density), ""


def _weighed(volume: Worked, density: Quantity) -> Worked:
    return volume.then(
        "mass_of_volume",
        volume.value * density.value * 1000,
        "g",
        Quantity("volume_l", volume.value, "L"),
        density,
    )


def _holes(how: InHoles, plants: int) -> Worked:
    """Round holes: their volume, and the share of it that is this."""
    holes = how.holes or plants
    width, depth = how.width.m, how.depth.m
    return Worked.first(
        "volume_in_holes",
        holes * pi / 4 * width**2 * depth * 1000 * how.share_pct / 100,
        "L",
        Quantity("holes", holes, "holes", Origin.TYPED),
        Quantity("width_m", width, "m", Origin.TYPED),
        Quantity("depth_m", depth, "m", Origin.TYPED),
        Quantity("hole_share_pct", how.share_pct, "%", Origin.TYPED),
    )


def _for_nitrogen(
    how: ForNitrogen, room: Room, product: Fertiliser, density: Quantity
) -> tuple[Worked, Bound]:
    share = fraction(product, "N").value * first_season_share(product).value
    if share <= 0:
        return Worked(value=0.0, unit="g"), ""
    wanted = how.available.g_per_m2 * room.ground_m2
    whole = Worked.first(
        "mass_for_nitrogen",
        wanted / share,
        "g",
        Quantity("wanted_g", wanted, "g", Origin.TYPED),
        Quantity("works", share, "g/g", Origin.TYPICAL),
    )
    most = _most_by_phosphorus(room, product, density.value)
    if most is None or whole.value <= most:
        return whole, ""
    held = whole.then("mass_by_phosphorus", most, "g", Quantity("most_g", most, "g"))
    return held, "phosphorus"


def _most_by_phosphorus(room: Room, product: Fertiliser, density: float) -> float | None:
    """Where phosphorus is high: what a harvest takes away; very high: half a centimetre. [g]"""
    if room.p_class == "very_high":
        return MOST_COMPOST_M * room.ground_m2 * 1000 * density * 1000
    phosphorus = fraction(product, "P").value
    if room.p_class != "high" or phosphorus <= 0:
        return None
    return room.p_removed_g_m2 * room.ground_m2 / phosphorus


def _when(
    preparation: Preparation, product: Fertiliser, grams: float, totals: Amounts
) -> tuple[Amounts, Amounts]:
    """What works in the first season, and in the year after. [g]"""
    n_share, material = first_season_share(product).value, product.material
    shares: dict[Nutrient, float] = {}
    if material is not None:
        shares = {"P": material.first_season_p_pct, "K": material.first_season_k_pct}

    def first(nutrient: Nutrient) -> float:
        if nutrient == "N":
            return totals.n * n_share - _tied_g(preparation, product, grams)
        return relied_on(nutrient) * (shares.get(nutrient, 100.0) / 100)

    def later(nutrient: Nutrient) -> float:
        if nutrient == "N":
            return totals.n * (1 - n_share) * LATER_YEAR_SHARE
        return relied_on(nutrient) * (1 - shares.get(nutrient, 100.0) / 100)

    def relied_on(nutrient: Nutrient) -> float:
        """What compost gives of calcium, magnesium and sulphur nobody knows."""
        unknown = product.form == "organic" and nutrient not in ("P", "K")
        return 0.0 if unknown else totals[nutrient]

    return Amounts.of_each(first), Amounts.of_each(later)


def _tied_g(preparation: Preparation, product: Fertiliser, grams: float) -> float:
    """Nitrogen that straw and the like tie up when they are dug in. [g]"""
    if product.form != "organic" or preparation.mulch:
        return 0.0
    label, material = product.product, product.material
    dry_pct = label.dry_matter_pct or (material.dry_matter_pct if material else 90.0)
    n_pct = next((d.pct for d in label.declared if d.nutrient == "N"), None)
    if n_pct is None:
        return 0.0
    of_dry = n_pct / dry_pct * 100
    missing = (TIED_NONE_PCT - of_dry) / (TIED_NONE_PCT - TIED_FULL_PCT)
    return TIED_MOST_G_KG * min(max(missing, 0.0), 1.0) * grams / 1000 * dry_pct / 100


def compost_share(prepared: list[Prepared], place: Place, today: date) -> float:
    """Return how much of a bed's volume is compost of the last years.

    Parameters
    ----------
    prepared : list of Prepared
        Of the place.
    place : Place
        Bed or tub.
    today : date
        The garden's date.

    Returns
    -------
    float
        Share by volume; 0 for tubs. [L/L]
    """
    if not isinstance(place, Bed):
        return 0.0
    litres = sum(
        one.litres
        for one in prepared
        if one.bulk
        and one.counts
        and (today - one.preparation.on).days < 365 * LATER_YEARS
        and not one.preparation.mulch
    )
    return litres / (places.area(place).value * place.depth.m * 1000)


def given_in(prepared: list[Prepared], planted: date, stop: date) -> Iterator[Gives]:
    """Yield what each preparation gives a season.

    Parameters
    ----------
    prepared : list of Prepared
        Of the place.
    planted : date
        Day of planting.
    stop : date
        Day from which nothing counts any more.

    Yields
    ------
    Gives
        Up to three years after its first. [g]
    """
    for one in prepared:
        if not one.counts or one.preparation.on > stop:
            continue
        days = (planted - one.preparation.on).days
        year = 0 if days < FIRST_SEASON_DAYS else 1 + (days - FIRST_SEASON_DAYS) // 365
        if year == 0:
            yield Gives(one, 0, one.first_g)
        elif year == 1:
            yield Gives(one, 1, one.next_g)
        elif year <= LATER_YEARS:
            yield Gives(one, year, Amounts(n=one.next_g.n))


def findings(one: Prepared, room: Room, harvests: list[Harvest]) -> tuple[Finding, ...]:
    """Return what there is to say about a preparation, the most important first.

    Parameters
    ----------
    one : Prepared
        The preparation.
    room : Room
        Its place.
    harvests : list of Harvest
        Of each planting there.

    Returns
    -------
    tuple of Finding
        Germs, forked roots, phosphorus, too much manure, a sizing held back.
    """
    found = [*_germs(one, harvests)]
    material = one.product.material
    is_manure = material is not None and material.raw != "no"
    p2o5 = one.totals_g.p / element_of("P2O5")[1] / room.ground_m2
    number: tuple[Quantity, ...] = (Quantity("p2o5_g_m2", p2o5, "g P₂O₅/m²"),)
    if room.p_class == "very_high" and one.bulk:
        thin = one.litres / room.ground_m2 / 1000 <= MOST_COMPOST_M * 1.001
        if is_manure or not thin:
            found.append(Finding("compost_p_stop", Level.WARNING, "how", numbers=number))
    elif room.p_class == "high" and one.totals_g.p > room.p_removed_g_m2 * room.ground_m2 * 1.001:
        found.append(Finding("compost_p_climbs", Level.NOTE, "how", numbers=number))
    if one.bound:
        found.append(Finding("sized_by_phosphorus", Level.NOTE, "how"))
    manure_n = one.totals_g.n / room.ground_m2
    if is_manure and manure_n > MOST_MANURE_N_G_M2:
        number = (
            Quantity("manure_n_g_m2", manure_n, "g/m²"),
            Quantity("most_g_m2", MOST_MANURE_N_G_M2, "g/m²", Origin.TYPICAL),
        )
        found.append(Finding("manure_n_too_much", Level.WARNING, "how", numbers=number))
    if one.first_g.n < 0:
        number = (Quantity("tied_g", -one.first_g.n, "g"),)
        found.append(Finding("ties_nitrogen", Level.NOTE, "material", numbers=number))
    if not one.counts:
        found.append(Finding("preparation_unconfirmed", Level.QUESTION, "done"))
    return tuple(found)


def _germs(one: Prepared, harvests: list[Harvest]) -> Iterator[Finding]:
    material = one.product.material
    if material is None or material.raw == "no":
        return
    if material.raw == "yes" and any(harvest.is_root for harvest in harvests):
        yield Finding("manure_forks_roots", Level.WARNING, "material")
    if material.raw == "until_hot" and one.preparation.hot:
        return
    for harvest in sorted(harvests, key=lambda h: (h.begins, h.touches_soil)):
        wait = SAFE_DAYS_TOUCHING if harvest.touches_soil else SAFE_DAYS_CLEAR
        days = (harvest.begins - one.preparation.on).days
        if 0 <= days < wait:
            number = (
                Quantity("days", days, "days"),
                Quantity("wait_days", wait, "days", Origin.TYPICAL),
            )
            yield Finding("manure_too_late", Level.WARNING, "on", numbers=number)
            return
