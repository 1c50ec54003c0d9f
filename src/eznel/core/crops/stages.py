"""When each stage begins: by warmth as it was and as it usually comes, re-anchored by what is seen.

A stage without a sum of warmth takes its usual days; rest in winter lasts until growth shows.
"""

from collections.abc import Mapping
from dataclasses import dataclass
from datetime import date, timedelta
from typing import NamedTuple

from eznel.core.crops.weather import Limits, Weather
from eznel.core.reference import Crop, Stage

HORIZON_DAYS = 500
"""A season that is not over by then is not a season."""

SLOWEST = 3
"""Where warmth barely comes, a stage takes at most this many times its usual days; a winter's rest
comes on top."""

HALF_YEAR = 182
"""From midwinter to midsummer. [days]"""

BULBING = "bulbing"
"""The stage that waits for long days as well as for warmth."""
REST = "dormancy"
"""The stage that lasts until spring."""


@dataclass(frozen=True, slots=True)
class StageSpan:
    """One stage of a planting: first day, and the first day of the next."""

    key: str
    start: date
    end: date
    seen: bool


class Anchor(NamedTuple):
    """A stage's first day where it is known, and whether it was seen or planned."""

    on: date
    seen: bool


class Pause(NamedTuple):
    """From when until when a crop takes up nothing between two stages."""

    begins: date
    ends: date


def stage_spans(
    crop: Crop,
    stages: tuple[Stage, ...],
    weather: Weather,
    warmer_by_c: float,
    anchors: Mapping[str, Anchor],
) -> tuple[StageSpan, ...]:
    """Return the dates of a planting's stages, from its first known day on.

    Parameters
    ----------
    crop : Crop
        Base and upper temperature.
    stages : tuple of Stage
        In order.
    weather : Weather
        Measured and usual days. [°C]
    warmer_by_c : float
        How much warmer the place is. [°C]
    anchors : mapping
        First day of a stage that is known, and whether it was seen (or planned). A known day
        re-anchors everything after it.

    Returns
    -------
    tuple of StageSpan
        From the earliest anchored stage on. A stage begins no later than a later one that has
        been seen.
    """
    first = next(n for n, stage in enumerate(stages) if stage.key in anchors)
    start, seen = anchors[stages[first].key]
    spans = []
    for number in range(first, len(stages)):
        stage = stages[number]
        end, end_seen = _end(crop, stage, weather, warmer_by_c, start), False
        later = [anchors[s.key] for s in stages[number + 1 :] if s.key in anchors]
        if later:
            end = min(end, min(anchor.on for anchor in later))
        following = stages[number + 1].key if number + 1 < len(stages) else ""
        if following == REST:
            still = weather.still_from(start, crop.base_temp_c, warmer_by_c)
            end = min(end, still) if still is not None else end
        if following in anchors:
            end, end_seen = anchors[following]
        if following == BULBING and crop.bulbs_from_h is not None and not end_seen:
            end = max(end, weather.lengthens_to(crop.bulbs_from_h, start))
        end = max(end, start)
        spans.append(StageSpan(stage.key, start, end, seen))
        start, seen = end, end_seen
    return tuple(spans)


def _end(crop: Crop, stage: Stage, weather: Weather, warmer_by_c: float, start: date) -> date:
    if stage.key == REST:
        return _spring(crop, weather, warmer_by_c, start)
    if stage.degree_days_c is None:
        return start + timedelta(stage.typical_days)
    limits = Limits(crop.base_temp_c, crop.upper_temp_c)
    days = weather.days_to(start, stage.degree_days_c, limits, warmer_by_c)
    if stage.key == "harvest" and crop.stop_before == "last_pick":
        # Picked as long as it bears: great heat does not end it sooner than a usual summer.
        days = max(days, stage.typical_days)
    slowest = SLOWEST * stage.typical_days
    if crop.frost != "none" and days > slowest:
        slowest += weather.rest_days(start, slowest + HALF_YEAR, warmer_by_c)
    return start + timedelta(min(days, slowest, HORIZON_DAYS))


def _spring(crop: Crop, weather: Weather, warmer_by_c: float, start: date) -> date:
    """When growth shows after the winter at hand; at once where none comes or it is past."""
    winter = weather.midwinter_before(start)
    stirs = weather.stirs_from(winter.year, crop.base_temp_c, warmer_by_c)
    if start < stirs:
        return stirs
    ahead = weather.stirs_from(winter.year + 1, crop.base_temp_c, warmer_by_c)
    mild = not weather.stands_still(winter, crop.base_temp_c, warmer_by_c)
    if crop.habit != "perennial" and (mild or (start - winter).days <= HALF_YEAR):
        return start + timedelta(1)
    return ahead


def stage_on(spans: tuple[StageSpan, ...], day: date) -> str | None:
    """Return the stage that a planting is in on a day.

    Parameters
    ----------
    spans : tuple of StageSpan
        Its stages.
    day : date
        The day.

    Returns
    -------
    str or None
        Stage key; None before the first; the last one after its end.
    """
    found = None
    for span in spans:
        if span.start <= day:
            found = span.key
    return found
