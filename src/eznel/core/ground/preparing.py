"""What is worked into a place besides feeds: how much of it, and what it gives this year and next.

Compost and manure are counted as they were given: by depth, by hole, by plant, or sized by the
nitrogen they bring and held back by their phosphorus. A test that was taken afterwards carries
them already, and then they are not counted again.
"""

from collections.abc import Iterator, Mapping
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
from eznel.core.ground.giving import WorkedIn, gives
from eznel.core.nutrients import Amounts, Nutrient, element_of
from eznel.core.products.fertiliser import (
    Fertiliser,
    a_gram_brings,
    density_g_ml,
    first_season,
    fraction,
    general,
)
from eznel.core.products.masses import bulk_mass
from eznel.core.reference import Catalogue
from eznel.core.working import Finding, Level, Origin, Quantity, Worked

FIRST_SEASON_DAYS = 300
"""Worked in no longer before planting, it works in that season for the first time."""
LATER_YEARS = 3

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
    """A preparation that gives a season, in which of its own years, from 0."""

    prepared: Prepared
    year: int

    def worked(self, nutrient: Nutrient) -> Worked:
        """Return how much of a nutrient, for the whole place. [g]"""
        one = self.prepared
        return gives(WorkedIn(one.preparation, one.product, one.mass), nutrient, self.year)


@dataclass(frozen=True, slots=True)
class Harvest:
    """When a planting is first picked, and what is eaten of it."""

    begins: date
    touches_soil: bool
    is_root: bool


def worked_in_of(
    preparation: Preparation, products: Mapping[UUID, Fertiliser], catalogue: Catalogue
) -> Fertiliser:
    """Return what is worked in.

    Parameters
    ----------
    preparation : Preparation
        As typed.
    products : mapping of UUID to Fertiliser
        The shed, by id.
    catalogue : Catalogue
        For general materials.

    Returns
    -------
    Fertiliser
        Of the shed, or a general material with what is usual of it.

    Raises
    ------
    Unknown
        When the material is in no table.
    """
    if preparation.product is not None:
        return products[preparation.product]
    return general(catalogue.material(preparation.material or "", "material"))


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
    product = worked_in_of(preparation, products, catalogue)
    density, origin = density_g_ml(product)
    density_of = Quantity("density_g_ml", density, "g/mL", origin, product.name)
    mass, bound = _mass(preparation, room, product, density_of)
    totals = product.contents.declared * mass.value
    worked_in = WorkedIn(preparation, product, mass)
    return Prepared(
        preparation=preparation,
        product=product,
        mass=mass,
        litres=mass.value / density / 1000,
        totals_g=totals,
        first_g=Amounts.of_each(lambda x: gives(worked_in, x, 0).value),
        next_g=Amounts.of_each(lambda x: gives(worked_in, x, 1).value),
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
    brings = a_gram_brings(fraction(product, "N"), first_season(product, "N"))
    if brings.value <= 0:
        return Worked(value=0.0, unit="g"), ""
    wanted_g_m2 = how.available.g_per_m2
    whole = Worked.first(
        "mass_for_nitrogen",
        wanted_g_m2 * room.ground_m2 / brings.value,
        "g",
        Quantity("wanted_g_m2", wanted_g_m2, "g/m²", Origin.TYPED),
        Quantity("area_m2", room.ground_m2, "m²"),
        Quantity("available", brings.value, "g/g"),
    ).after(room.ground, brings)
    most = _most_by_phosphorus(room, product, density)
    if most is None or whole.value <= most.value:
        return whole, ""
    return most.after(whole), "phosphorus"


def _most_by_phosphorus(room: Room, product: Fertiliser, density: Quantity) -> Worked | None:
    """Where phosphorus is high: what a harvest takes away; very high: half a centimetre. [g]"""
    area = Quantity("area_m2", room.ground_m2, "m²")
    if room.p_class == "very_high":
        return Worked.first(
            "most_in_thin_layer",
            MOST_COMPOST_M * room.ground_m2 * 1000 * density.value * 1000,
            "g",
            Quantity("layer_m", MOST_COMPOST_M, "m", Origin.TYPICAL),
            area,
            density,
        )
    held = fraction(product, "P")
    if room.p_class != "high" or held.value <= 0:
        return None
    return Worked.first(
        "most_by_harvest",
        room.p_removed_g_m2 * room.ground_m2 / held.value,
        "g",
        Quantity("removal", room.p_removed_g_m2, "g/m²", Origin.TYPICAL),
        area,
        Quantity("fraction", held.value, "g/g"),
    ).after(held)


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
            yield Gives(one, 0)
        elif year <= LATER_YEARS:
            yield Gives(one, year)


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
