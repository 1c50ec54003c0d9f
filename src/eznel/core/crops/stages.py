"""When each stage begins: by warmth on the site's normals, re-anchored by what is seen.

Degree days by the simple average: the mean of the day's minimum and maximum, both held at the
upper cut-off, less the base temperature, never below 0. Monthly normals are smoothed to days.
"""

from collections.abc import Mapping
from dataclasses import dataclass
from datetime import date, timedelta
from functools import lru_cache

import numpy as np
from numpy.typing import NDArray

from eznel.core.document import Site
from eznel.core.reference import Crop, Stage

HORIZON_DAYS = 500
"""A season that is not over by then is not a season."""

SLOWEST = 3
"""Where warmth barely comes, a stage takes at most this many times its usual days."""

_MID_MONTH = np.array([15, 45, 74, 105, 135, 166, 196, 227, 258, 288, 319, 349], dtype=float)


@dataclass(frozen=True, slots=True)
class StageSpan:
    """One stage of a planting: first day, and the first day of the next."""

    key: str
    start: date
    end: date
    seen: bool


@dataclass(frozen=True, slots=True)
class Normals:
    """Mean daily temperatures of a site, for the days of a year."""

    low_c: NDArray[np.float64]
    high_c: NDArray[np.float64]

    def mean_c(self, day: date) -> float:
        """Return the usual mean temperature of a day. [°C]"""
        index = day.timetuple().tm_yday - 1
        return float(self.low_c[index] + self.high_c[index]) / 2

    def means_c(self, start: date, end: date) -> list[float]:
        """Return the usual mean of each day from start to before end. [°C]"""
        first = start.timetuple().tm_yday - 1
        days = np.arange(first, first + max((end - start).days, 0)) % len(self.low_c)
        means: list[float] = ((self.low_c[days] + self.high_c[days]) / 2).tolist()
        return means


@lru_cache(maxsize=64)
def normals(site: Site, warmer_by_c: float = 0.0) -> Normals:
    """Return a site's monthly normals smoothed to days.

    Parameters
    ----------
    site : Site
        Monthly minima and maxima. [°C]
    warmer_by_c : float
        How much warmer the place is than the site. [°C]

    Returns
    -------
    Normals
        Day 0 is 1 January. [°C]
    """
    days = np.arange(366, dtype=float)
    low = np.interp(days, _MID_MONTH, site.monthly_min_c, period=366)
    high = np.interp(days, _MID_MONTH, site.monthly_max_c, period=366)
    return Normals(low + warmer_by_c, high + warmer_by_c)


@lru_cache(maxsize=256)
def _warmth(site: Site, warmer_by_c: float, base_c: float, upper_c: float) -> NDArray[np.float64]:
    """Cumulative degree days from 1 January over three years."""
    day = normals(site, warmer_by_c)
    mean = (np.minimum(day.low_c, upper_c) + np.minimum(day.high_c, upper_c)) / 2
    return np.cumsum(np.tile(np.maximum(mean - base_c, 0.0), 3))


def stage_spans(
    crop: Crop,
    stages: tuple[Stage, ...],
    site: Site,
    warmer_by_c: float,
    anchors: Mapping[str, tuple[date, bool]],
) -> tuple[StageSpan, ...]:
    """Return the dates of a planting's stages, from its first known day on.

    Parameters
    ----------
    crop : Crop
        Base and upper temperature. [catalogue]
    stages : tuple of Stage
        In order. [catalogue]
    site : Site
        The normals. [°C]
    warmer_by_c : float
        How much warmer the place is. [°C]
    anchors : mapping
        First day of a stage that is known, and whether it was seen (or planned). A known day
        re-anchors everything after it. [dates]

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
        end, end_seen = _end(crop, stage, site, warmer_by_c, start), False
        later = [anchors[s.key] for s in stages[number + 1 :] if s.key in anchors]
        if later:
            end = min(end, min(day for day, _ in later))
        following = stages[number + 1].key if number + 1 < len(stages) else ""
        if following in anchors:
            end, end_seen = anchors[following]
        end = max(end, start)
        spans.append(StageSpan(stage.key, start, end, seen))
        start, seen = end, end_seen
    return tuple(spans)


def _end(crop: Crop, stage: Stage, site: Site, warmer_by_c: float, start: date) -> date:
    warmth = _warmth(site, warmer_by_c, crop.base_temp_c, crop.upper_temp_c)
    index = start.timetuple().tm_yday - 1
    before = warmth[index - 1] if index else 0.0
    reached = int(np.searchsorted(warmth, before + stage.degree_days_c))
    days = max(reached - index + 1, 1)
    return start + timedelta(min(days, SLOWEST * stage.typical_days, HORIZON_DAYS))


def stage_on(spans: tuple[StageSpan, ...], day: date) -> str | None:
    """Return the stage that a planting is in on a day.

    Parameters
    ----------
    spans : tuple of StageSpan
        Its stages. [dates]
    day : date
        The day. [date]

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
