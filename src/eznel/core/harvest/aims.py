"""Aims of a year: how many plants they take, what is planted for them, what came of them."""

from dataclasses import dataclass
from datetime import date
from math import ceil
from uuid import UUID

from eznel.core.document import Aim
from eznel.core.harvest.ahead import Harvesting, own_share
from eznel.core.nutrients import Amounts
from eznel.core.stands.stand import Stand
from eznel.core.stands.stands import Stands
from eznel.core.working import Finding, Level, Origin, Quantity, Worked

NEARLY = 0.9
"""An aim that nine tenths were reached of was met: no scale of a household knows better."""


@dataclass(frozen=True, slots=True, kw_only=True)
class Aimed:
    """What an aim of so much of a crop takes, and where it stands. [kg]"""

    wanted_kg: float
    plants: Worked
    """By what a plant gives; of a broken one, a whole is planted. [count]"""
    ground: Worked
    """In beds. [m²]"""
    feed: Amounts
    """What such a harvest takes up. [g]"""
    planted_kg: float
    """What is planted for it should bring, and brought."""
    planted: tuple[UUID, ...]
    picked_kg: float
    seasons: int
    """Of one's own, by which it was reckoned. [count]"""


@dataclass(frozen=True, slots=True, kw_only=True)
class AimView:
    """An aim as it stands today."""

    id: UUID
    year: int
    words: str
    crop: str | None
    aimed: Aimed | None
    """None for an aim without an amount."""
    over: bool
    """Whether its year's picking is over."""
    findings: tuple[Finding, ...]


def aims(harvesting: Harvesting, today: date) -> tuple[AimView, ...]:
    """Return a garden's aims as they stand.

    Parameters
    ----------
    harvesting : Harvesting
        Of the garden.
    today : date
        Its date.

    Returns
    -------
    tuple of AimView
        The latest year first, in their order.

    Raises
    ------
    Unknown
        When an aim's crop is in no table.
    """
    found = [_aim(one, harvesting, today) for one in harvesting.stands.garden.aims]
    return tuple(sorted(found, key=lambda one: -one.year))


def _aim(of: Aim, harvesting: Harvesting, today: date) -> AimView:
    aimed = None
    stands: list[Stand] = []
    if of.crop is not None:
        harvesting.stands.catalogue.crop(of.crop, "crop")
        stands = _serving(of, harvesting.stands)
    if of.crop is not None and of.wanted is not None:
        aimed = _aimed(of.crop, of.wanted.g / 1000, stands, harvesting)
    over = over_after(of, harvesting.stands) < today
    return AimView(
        id=of.id,
        year=of.year,
        words=of.words,
        crop=of.crop,
        aimed=aimed,
        over=over,
        findings=tuple(_said(aimed, over)) if aimed is not None else (),
    )


def over_after(of: Aim, stands: Stands) -> date:
    """Return the last day of picking for an aim.

    Parameters
    ----------
    of : Aim
        Of a crop, or of the garden as a whole.
    stands : Stands
        The garden.

    Returns
    -------
    date
        Of what is planted for it that year; the year's last day where that is nothing.
    """
    last = (stand.calendar.last_pick for stand in _serving(of, stands))
    return max(last, default=date(of.year, 12, 31))


def _serving(of: Aim, stands: Stands) -> list[Stand]:
    """What is planted for it; for an aim of no crop, nothing."""
    return [one for one in stands.all if one.crop.key == of.crop and _year(one) == of.year]


def _year(stand: Stand) -> int:
    """The year whose aims a planting serves: that of its first picking."""
    return (stand.calendar.start_of("harvest") or stand.calendar.last_pick).year


def _aimed(key: str, wanted_kg: float, stands: list[Stand], harvesting: Harvesting) -> Aimed:
    crop, own = harvesting.stands.catalogue.crop(key), own_share(harvesting, key)
    wanted = Quantity("wanted_kg", wanted_kg, "kg", Origin.TYPED)
    share = Quantity("own_share", own.value, "", Origin.COMPUTED)
    plants = Worked.first(
        "plants_for_aim",
        wanted_kg / (crop.yield_kg_plant * own.value),
        "",
        wanted,
        Quantity("yield_kg", crop.yield_kg_plant, "kg", Origin.TYPICAL, crop.name),
        share,
    ).after(own)
    ground = Worked.first(
        "ground_for_aim",
        wanted_kg / (crop.yield_kg_m2 * own.value),
        "m²",
        wanted,
        Quantity("yield_kg_m2", crop.yield_kg_m2, "kg/m²", Origin.TYPICAL, crop.name),
        share,
    ).after(own)
    return Aimed(
        wanted_kg=wanted_kg,
        plants=plants,
        ground=ground,
        feed=Amounts.of_each(lambda x: crop.uptake(x) * wanted_kg),
        planted_kg=sum(_brings(stand, harvesting) for stand in stands),
        planted=tuple(stand.id for stand in stands),
        picked_kg=sum(one.kg for one in harvesting.given if one.stand in stands),
        seasons=len(harvesting.own(key).seen),
    )


def _brings(stand: Stand, harvesting: Harvesting) -> float:
    """What a planting should bring; where all is written down, what it brought. [kg]"""
    gave = harvesting.by_planting.get(stand.id)
    if gave is not None and gave.complete:
        return gave.kg
    return harvesting.expected_kg(stand)


def _said(of: Aimed, over: bool) -> list[Finding]:
    wanted = Quantity("wanted_kg", of.wanted_kg, "kg")
    if over:
        key = "aim_reached" if of.picked_kg >= NEARLY * of.wanted_kg else "aim_missed"
        picked = Quantity("picked_kg", of.picked_kg, "kg")
        if of.picked_kg == 0:
            return [Finding("aim_not_weighed", Level.QUESTION, numbers=(wanted,))]
        return [Finding(key, Level.NOTE, numbers=(picked, wanted))]
    if of.planted_kg >= NEARLY * of.wanted_kg:
        return [Finding("aim_planted", Level.NOTE, numbers=(_kg(of), wanted))]
    missing = (of.wanted_kg - of.planted_kg) / of.wanted_kg
    more = Quantity("plants_more", ceil(of.plants.value * missing - 1e-9), "plants")
    return [Finding("aim_short", Level.QUESTION, numbers=(_kg(of), wanted, more))]


def _kg(of: Aimed) -> Quantity:
    return Quantity("planted_kg", of.planted_kg, "kg")
