"""A year beside another: the same crop in two seasons, and what of the difference is warmth.

Days from planting to a stage differ between two years. The stages by the warmth that was measured,
without what was seen, say how far they should differ; the rest is not of the warmth: the feed, the
water, the variety, the eye that looked.
"""

from collections.abc import Iterator
from dataclasses import dataclass
from datetime import date
from itertools import pairwise
from uuid import UUID

from eznel.core.crops.weather import Limits
from eznel.core.harvest.ahead import Harvesting
from eznel.core.season.workings import Workings
from eznel.core.stands.stand import Stand


@dataclass(frozen=True, slots=True)
class StageThen:
    """A stage in one year: its first day, whether it was seen, and its day by warmth alone."""

    key: str
    begins: date
    ends: date
    seen: bool
    by_warmth: date


@dataclass(frozen=True, slots=True)
class PickedThen:
    """What was picked on a day, and all that was picked up to it. [kg]"""

    on: date
    kg: float
    so_far_kg: float


@dataclass(frozen=True, slots=True, kw_only=True)
class SeasonThen:
    """One planting's season, as it is written down."""

    planting: UUID
    year: int
    planted_on: date
    last_pick: date
    over: bool
    stages: tuple[StageThen, ...]
    fed_on: tuple[date, ...]
    picked: tuple[PickedThen, ...]
    complete: bool
    kg_plant: float
    """What a plant gave so far. [kg]"""
    warmth_dd: float
    """Degree days above the crop's base from planting to the last picking, or to today. [°C day]"""
    rain_mm: float | None
    """In the same time; None where none of it was measured."""


@dataclass(frozen=True, slots=True)
class Apart:
    """How many days sooner (less than 0) or later a stage came than in the earlier year."""

    key: str
    days: int
    by_warmth_days: int
    """Of these, what the warmth explains."""


@dataclass(frozen=True, slots=True, kw_only=True)
class TwoSeasons:
    """A crop's season beside the one before."""

    crop: str
    before: SeasonThen
    after: SeasonThen
    apart: tuple[Apart, ...]
    """Of stages that were seen in both years; by the days since planting."""


def years_beside(workings: Workings) -> tuple[TwoSeasons, ...]:
    """Return every crop's seasons, each beside the one before.

    Parameters
    ----------
    workings : Workings
        Of the garden.

    Returns
    -------
    tuple of TwoSeasons
        The latest first; of a year with several plantings of a crop the largest counts. Perennials
        are left out: they are one planting.
    """
    return tuple(sorted(_pairs(workings), key=lambda two: two.after.planted_on, reverse=True))


def _pairs(workings: Workings) -> Iterator[TwoSeasons]:
    stands = workings.stands
    by_crop: dict[str, dict[int, Stand]] = {}
    for stand in stands.all:
        if stand.crop.habit == "perennial" or stand.planting.planted_on > stands.today:
            continue
        years = by_crop.setdefault(stand.crop.key, {})
        year = stand.planting.planted_on.year
        if year not in years or years[year].plants < stand.plants:
            years[year] = stand
    harvesting = Harvesting(stands)
    for crop, found in by_crop.items():
        seasons = [_season(found[year], harvesting) for year in sorted(found)]
        for before, after in pairwise(seasons):
            yield TwoSeasons(
                crop=crop, before=before, after=after, apart=tuple(_apart(before, after))
            )


def _season(stand: Stand, harvesting: Harvesting) -> SeasonThen:
    stands, calendar = harvesting.stands, stand.calendar
    model = {span.key: span.start for span in stands.unseen(stand.id).spans}
    gave = harvesting.by_planting.get(stand.id)
    picked, so_far = [], 0.0
    for one in gave.pickings if gave else ():
        so_far += one.kg
        picked.append(PickedThen(one.of.on, one.kg, so_far))
    planted = stand.planting.planted_on
    end = min(calendar.last_pick, stands.today)
    limits = Limits(stand.crop.base_temp_c, stand.crop.upper_temp_c)
    rains = [d.rain_mm for d in stands.weather.measured if planted <= d.on < end]
    known = [mm for mm in rains if mm is not None]
    return SeasonThen(
        planting=stand.id,
        year=planted.year,
        planted_on=planted,
        last_pick=calendar.last_pick,
        over=calendar.last_pick < stands.today,
        stages=tuple(
            StageThen(span.key, span.start, span.end, span.seen, model.get(span.key, span.start))
            for span in calendar.spans
        ),
        fed_on=tuple(
            sorted(
                e.on for e in stands.log.feeds if e.planting == stand.id and e.outcome == "given"
            )
        ),
        picked=tuple(picked),
        complete=gave is not None and gave.complete,
        kg_plant=so_far / stand.plants,
        warmth_dd=stands.weather.warmth(planted, end, limits) if end > planted else 0.0,
        rain_mm=sum(known) if known else None,
    )


def _apart(before: SeasonThen, after: SeasonThen) -> Iterator[Apart]:
    """Days since planting, of stages that were seen both times."""
    then = {stage.key: stage for stage in before.stages if stage.seen}
    for now in after.stages:
        was = then.get(now.key)
        if was is None or not now.seen:
            continue
        days = (now.begins - after.planted_on).days - (was.begins - before.planted_on).days
        warmth = (now.by_warmth - after.planted_on).days - (was.by_warmth - before.planted_on).days
        yield Apart(now.key, days, warmth)
