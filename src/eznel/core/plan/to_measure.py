"""What is assumed, by how far the amounts still to come may be off for it: what to measure next.

A soil test narrows phosphorus and potassium to one class; a weighed cup settles the 15 % by which a
typical bulk density may be off; what a maker says of an organic nitrogen the third by which its
first season may; a nitrate strip whether the nitrogen to come is needed at all.
"""

from collections.abc import Iterator
from dataclasses import dataclass
from functools import partial
from typing import Literal, NamedTuple
from uuid import UUID

from eznel.core.needs.credits import side_dress_nitrate
from eznel.core.nutrients import Amounts, Nutrient
from eznel.core.products.fertiliser import first_season_share
from eznel.core.season.course import JobPlan
from eznel.core.season.fold import Season
from eznel.core.season.workings import Workings
from eznel.core.stands.stand import OnGround
from eznel.core.working import Origin

DENSITY_OFF_SHARE, FIRST_SEASON_OFF_SHARE = 0.15, 0.3
"""How far typical figures may be off. [g/g]"""
NITRATE_FROM_DAYS, NITRATE_WITHIN_DAYS = 30, 21
"""A nitrate test counts so long after planting; it is worth it so long before a feed. [days]"""
WORTH_PCT = 3.0
"""Less is within what scoops can do. [%]"""
MOST = 5

MAY_CHARGE_G_L = 0.1
"""Nitrogen that a bought mix may hold, where nobody read its bag. [g/L]"""
UNTESTED: tuple[Nutrient, ...] = ("P", "K")
GUESSED = (Origin.TYPICAL, Origin.ASSUMED)

Kind = Literal["soil_test", "nitrate", "weigh", "first_season", "mix"]


@dataclass(frozen=True, slots=True)
class ToMeasure:
    """Something that is assumed, and what it would settle."""

    kind: Kind
    about: UUID
    """A place or a product."""
    plantings: tuple[UUID, ...]
    off_g: float
    """Nitrogen, phosphorus and potassium by which the amounts to come may be off. [g]"""
    off_pct: float
    """The same, of all that these plantings are still to get. [%]"""


class _Part(NamedTuple):
    kind: Kind
    about: UUID
    planting: UUID
    off_g: float
    of_g: float


def to_measure(workings: Workings) -> tuple[ToMeasure, ...]:
    """Return what to measure next.

    Parameters
    ----------
    workings : Workings
        The garden's.

    Returns
    -------
    tuple of ToMeasure
        What settles most grams first; nothing that settles hardly any.
    """
    parts: dict[tuple[Kind, UUID], list[_Part]] = {}
    for season in workings.seasons:
        if season.stand.calendar.last_pick < workings.today:
            continue
        for part in workings.kept.part(
            ("to measure", season.stand.id), (season,), partial(_of, season, workings)
        ):
            parts.setdefault((part.kind, part.about), []).append(part)
    found = [_together(some) for some in parts.values()]
    worth = [one for one in found if one.off_pct >= WORTH_PCT]
    return tuple(sorted(worth, key=lambda one: -one.off_g)[:MOST])


def _together(parts: list[_Part]) -> ToMeasure:
    off_g, of_g = sum(part.off_g for part in parts), sum(part.of_g for part in parts)
    first = parts[0]
    plantings = tuple(dict.fromkeys(part.planting for part in parts))
    return ToMeasure(first.kind, first.about, plantings, off_g, 100 * off_g / max(of_g, off_g))


def _of(season: Season, workings: Workings) -> tuple[_Part, ...]:
    ahead = [job for job in season.jobs if job.status == "planned"]
    all_g = sum(_npk(job.need_g) for job in ahead)
    found = (*_of_place(season, ahead), *_of_products(ahead, workings))
    return tuple(
        _Part(kind, about, season.stand.id, off_g, all_g)
        for kind, about, off_g in found
        if off_g > 0
    )


def _of_place(season: Season, ahead: list[JobPlan]) -> Iterator[tuple[Kind, UUID, float]]:
    """What a test of the ground, or knowing the mix, would settle. [g]"""
    stand = season.stand
    if isinstance(stand, OnGround):
        spans = (season.needs[x].high_g - season.needs[x].low_g for x in UNTESTED)
        yield "soil_test", stand.place.id, sum(spans) / 2
        if _nitrate_helps(season, ahead):
            yield "nitrate", stand.place.id, sum(job.need_g.n for job in ahead) / 2
    elif not stand.place.recipe and not stand.place.charge and ahead:
        yield "mix", stand.place.id, MAY_CHARGE_G_L * stand.litres / 2


def _of_products(ahead: list[JobPlan], workings: Workings) -> Iterator[tuple[Kind, UUID, float]]:
    """What weighing a cup, or a word of the maker, would settle. [g]"""
    for product, grams in _scooped_g(ahead).items():
        known = workings.shed.products[product]
        brings = known.contents.available * grams
        if known.contents.density_origin in GUESSED:
            yield "weigh", product, DENSITY_OFF_SHARE * _npk(brings)
        share = first_season_share(known)
        if any(one.origin in GUESSED for step in share.steps for one in step.quantities):
            yield "first_season", product, FIRST_SEASON_OFF_SHARE * brings.n


def _npk(of: Amounts) -> float:
    return of.n + of.p + of.k


def _nitrate_helps(season: Season, ahead: list[JobPlan]) -> bool:
    """Whether the crop has grown long enough, and is fed soon enough, for a strip to decide."""
    stand = season.stand
    grown = (stand.today - stand.calendar.begins).days > NITRATE_FROM_DAYS
    soon = any(
        job.need_g.n > 0 and (job.due_on - stand.today).days <= NITRATE_WITHIN_DAYS for job in ahead
    )
    return grown and soon and side_dress_nitrate(stand) is None


def _scooped_g(ahead: list[JobPlan]) -> dict[UUID, float]:
    """What the best answers measure by scoop, of each product in all. [g]"""
    found: dict[UUID, float] = {}
    for job in ahead:
        if job.mix is not None:
            for line in job.mix.lines:
                found[line.product] = found.get(line.product, 0) + line.grams * job.mix.portions
    return found
