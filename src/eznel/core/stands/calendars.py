"""A planting's dates: stages, last picking, the hold, and the day from which nothing is fed."""

from collections.abc import Mapping, Sequence
from dataclasses import dataclass, replace
from datetime import date, timedelta

from eznel.core.crops.stages import HALF_YEAR, Anchor, Pause, StageSpan, stage_spans
from eznel.core.crops.varieties import Growing
from eznel.core.crops.weather import NO_WINTER_C, Weather
from eznel.core.document import Bed, Place, Planting, Programme, Site
from eznel.core.errors import Unknown
from eznel.core.reference import Crop, Stage

HARD_FROST_C = {"very_hardy": -15.0, "hardy": -8.0, "moderate": -2.0}
"""Usual minimum of a night from which a crop that stands through winter is killed. [°C]"""
COVER_GAINS_DAYS = 42
"""How much later than outside the first frost ends a tender crop there: assumed."""


@dataclass(frozen=True, slots=True)
class Calendar:
    """The dates of a stand: its stages, last picking, and the day from which nothing is fed."""

    spans: tuple[StageSpan, ...]
    stages: tuple[Stage, ...]
    """The crop's, as far as they come in this growing year."""
    begins: date
    """First day in the place; of a perennial, the first day of its growing year."""
    last_pick: date
    stop: date
    hold_end: date
    pause: Pause | None = None
    """From when until when nothing is fed in between."""
    past: float = 0.0
    """Share of the year's uptake that was over when a perennial was planted. [g/g]"""

    @property
    def starts(self) -> dict[str, date]:
        """First day of each stage."""
        return {span.key: span.start for span in self.spans}

    def start_of(self, stage: str) -> date | None:
        """Return the first day of a stage, if it comes."""
        return next((span.start for span in self.spans if span.key == stage), None)


@dataclass(frozen=True, slots=True, kw_only=True)
class Seen:
    """What was seen of a planting that moves its dates."""

    stages: Mapping[str, date]
    """First days of stages, the latest of each."""
    restarted: date | None = None
    """When growth restarted after planting out."""


NOTHING_SEEN = Seen(stages={})


def calendar_of(
    growing: Growing,
    place: Place,
    weather: Weather,
    programme: Programme,
    seen: Seen,
    today: date,
) -> Calendar:
    """Return a planting's dates by warmth, and by what was seen.

    Of a perennial these are the dates of the growing year at hand, from spring to spring.

    Parameters
    ----------
    growing : Growing
        The planting, its crop and its stages.
    place : Place
        Where it stands, for how much warmer that is. [°C]
    weather : Weather
        Measured and usual days, and the site's frosts. [°C]
    programme : Programme
        For its hold. [days]
    seen : Seen
        What was seen; it re-anchors everything after it.
    today : date
        The garden's date, for which year of a perennial it is.

    Returns
    -------
    Calendar
        The planting's dates.

    Raises
    ------
    Unknown
        When a stage that was seen is none of the crop's.
    """
    planting, crop, site = growing.planting, growing.crop, weather.site
    keys = [stage.key for stage in growing.stages]
    for key in seen.stages:
        if key not in keys:
            raise Unknown("stage", "unknown_stage", name=key)
    begins = _year_begins(growing, place, weather, today)
    stages = _stages_in(growing, begins)
    first_year = begins == planting.planted_on
    if crop.habit == "perennial":
        anchors = _regrown(growing, place, weather, stages, begins)
    else:
        anchors = anchors_of(planting, stages)
    since = begins - timedelta(EARLIER_DAYS)
    known = {stage.key for stage in stages}
    fresh = {k: day for k, day in seen.stages.items() if day >= since and k in known}
    anchors |= {key: Anchor(day, True) for key, day in fresh.items()}
    spans = stage_spans(crop, stages, weather, place.warmer_by_c, anchors)
    frost = _first_frost_after(begins, site)
    last_pick = planting.ends_on or spans[-1].end
    if planting.ends_on is None and crop.frost == "none" and frost is not None:
        last_pick = min(last_pick, frost + timedelta(COVER_GAINS_DAYS if place.covered else 0))
    starts = {span.key: span.start for span in spans}
    hold_end = begins
    if crop.habit == "perennial" and first_year:
        hold_end = planting.planted_on + timedelta(programme.hold_days)
    elif first_year:
        hold_end = _hold_end(planting, programme, stages, spans, fresh, seen.restarted)
    order = [stage.key for stage in stages].index(spans[0].key)
    return Calendar(
        spans=spans,
        stages=stages,
        begins=begins,
        last_pick=last_pick,
        stop=_stop(crop, programme, spans, last_pick, frost),
        hold_end=hold_end,
        pause=_pause(crop, starts) if isinstance(place, Bed) else None,
        past=stages[order - 1].share_n if order and crop.habit == "perennial" else 0.0,
    )


def through_winter(
    calendar: Calendar,
    growing: Growing,
    place: Place,
    weather: Weather,
    planted_after: Sequence[date],
) -> Calendar:
    """Return the dates of a crop that stands and is picked until hard frost or bolting in spring.

    Its feeding ends as if it were picked when it is fully grown.

    Parameters
    ----------
    calendar : Calendar
        Its dates until it is fully grown.
    growing : Growing
        The planting and its crop.
    place : Place
        Where it stands, for how much warmer that is. [°C]
    weather : Weather
        Usual days. [°C]
    planted_after : sequence of date
        Days on which something else is planted there: what stood until then is taken out.

    Returns
    -------
    Calendar
        The same where it stands through no winter.
    """
    crop, warmer, grown = growing.crop, place.warmer_by_c, calendar.last_pick
    winter = weather.midwinter_before(grown + timedelta(HALF_YEAR))
    no_winter = weather.usual.mean.min() + warmer >= NO_WINTER_C
    if not crop.stands_winter or growing.planting.ends_on or grown >= winter or no_winter:
        return calendar
    ends = [weather.bolts_from(winter, warmer), *(day for day in planted_after if day >= grown)]
    coldest = HARD_FROST_C.get(crop.frost)
    if coldest is not None:
        night = weather.first_night_below(coldest, grown, ends[0], warmer)
        ends += [] if night is None else [night]
    return replace(calendar, last_pick=max(min(ends), grown))


EARLIER_DAYS = 60
"""A stage seen so long before a growing year is still one of that year. [days]"""


def _year_begins(growing: Growing, place: Place, weather: Weather, today: date) -> date:
    """The first day of a perennial's growing year at hand; of others, the day of planting.

    From midwinter on it is the year to come.
    """
    planted = growing.planting.planted_on
    if growing.crop.habit != "perennial":
        return planted
    winter = weather.midwinter_before(today)
    stirs = weather.stirs_from(winter.year, growing.crop.base_temp_c, place.warmer_by_c)
    return max(stirs, planted)


def _regrown(
    growing: Growing, place: Place, weather: Weather, stages: tuple[Stage, ...], begins: date
) -> dict[str, Anchor]:
    """A growing year begins in spring; one planted after midsummer only takes root until winter."""
    winter = weather.midwinter_before(begins)
    if (begins - winter).days > HALF_YEAR:
        return {stages[-2].key: Anchor(begins, False)}
    stirs = weather.stirs_from(winter.year, growing.crop.base_temp_c, place.warmer_by_c)
    return {stages[0].key: Anchor(max(begins, stirs), False)}


def _stages_in(growing: Growing, begins: date) -> tuple[Stage, ...]:
    """A growing year's stages: a perennial that is still establishing is not picked."""
    planted, crop = growing.planting.planted_on, growing.crop
    if (begins - planted).days >= 365 * crop.first_picked_year - 180 * bool(crop.first_picked_year):
        return growing.stages
    return tuple(stage for stage in growing.stages if stage.key != "harvest")


def _pause(crop: Crop, starts: Mapping[str, date]) -> Pause | None:
    """From when until when nothing is fed between two stages."""
    start, end = starts.get(crop.pause_stage or ""), starts.get(crop.resume_stage or "")
    return Pause(start, end) if start is not None and end is not None else None


def _first_frost_after(day: date, site: Site) -> date | None:
    frosts = (site.first_frost_in(year) for year in (day.year, day.year + 1))
    return next((frost for frost in frosts if frost is not None and frost > day), None)


def anchors_of(planting: Planting, stages: tuple[Stage, ...]) -> dict[str, Anchor]:
    """Return the days of stages that follow from when a planting is sown and planted.

    Parameters
    ----------
    planting : Planting
        No perennial.
    stages : tuple of Stage
        The crop's.

    Returns
    -------
    dict of str to Anchor
        By stage.
    """
    if _begins_there(planting, stages):
        return {stages[0].key: Anchor(planting.planted_on, False)}
    anchors = {"transplant_establishment": Anchor(planting.planted_on, False)}
    if planting.sown_on is not None:
        anchors |= _raised(planting.sown_on, planting.planted_on, stages)
    return anchors


def _raised(sown: date, planted: date, stages: tuple[Stage, ...]) -> dict[str, Anchor]:
    """Under cover stages take their usual days, or less where there are fewer."""
    keys = [stage.key for stage in stages]
    before = stages[: keys.index("transplant_establishment")]
    usual = sum(stage.typical_days for stage in before)
    share = min((planted - sown).days / usual, 1.0) if usual else 1.0
    anchors, days = {}, 0.0
    for stage in before:
        anchors[stage.key] = Anchor(sown + timedelta(int(days)), False)
        days += stage.typical_days * share
    return anchors


def _begins_there(planting: Planting, stages: tuple[Stage, ...]) -> bool:
    """Whether its first stage is in its place: sown there, or never transplanted by anybody."""
    return planting.sown_in_place or all(s.key != "transplant_establishment" for s in stages)


def _hold_end(
    planting: Planting,
    programme: Programme,
    stages: tuple[Stage, ...],
    spans: tuple[StageSpan, ...],
    seen: Mapping[str, date],
    restarted: date | None,
) -> date:
    """First day of feeding: true leaves for a crop sown in place, else after the hold."""
    keys = [stage.key for stage in stages]
    if _begins_there(planting, stages):
        # Seed lives on itself until true leaves, a seed tuber until shoots are up.
        after = keys[keys.index("seedling") + 1 if "seedling" in keys else 1]
        return next(span.start for span in spans if span.key == after)
    planned = planting.planted_on + timedelta(programme.hold_days)
    later = keys[keys.index("transplant_establishment") + 1 :]
    growing = [seen[key] for key in later if key in seen]
    if restarted is not None:
        growing.append(restarted)
    return min([planned, *(max(day, planting.planted_on) for day in growing)])


def _stop(
    crop: Crop,
    programme: Programme,
    spans: tuple[StageSpan, ...],
    last_pick: date,
    first_frost: date | None,
) -> date:
    """The earliest of the stop stage, the stop days and the last picking.

    A programme's own days stand in the place of the crop's days before the last picking, and
    shorten the others.
    """
    starts = {span.key: span.start for span in spans}
    before = {"last_pick": last_pick, "first_frost": first_frost, "first_harvest": None}
    before["first_harvest"] = starts.get("harvest")
    ends = [last_pick]
    if crop.stop_stage in starts:
        ends.append(starts[crop.stop_stage])
    own, event = programme.stop_days, before.get(crop.stop_before or "")
    if own is not None:
        ends.append(last_pick - timedelta(own))
    if event is not None and (own is None or crop.stop_before != "last_pick"):
        ends.append(event - timedelta(crop.stop_days or 0))
    return min(ends)
