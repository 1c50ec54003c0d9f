"""The warmth of a garden's days: what is usual at the site, and measured days where there are any.

Degree days by the simple average: the mean of the day's minimum and maximum, both held at the
upper cut-off, less the base temperature, never below 0 (the reading of the simple average that
McMaster and Wilhelm 1997 call method 1, with an upper cut-off). Monthly normals are smoothed to
days.
"""

from calendar import isleap
from collections.abc import Sequence
from dataclasses import dataclass
from datetime import date, timedelta
from functools import cached_property, lru_cache
from math import pi, radians, tan
from typing import NamedTuple

import numpy as np
from numpy.typing import NDArray

from eznel.core.crops.daily import Daily, Floats, Measured, days_of_year
from eznel.core.document import Site, WeatherDay

_MID_MONTH = np.array([15, 45, 74, 105, 135, 166, 196, 227, 258, 288, 319, 349], dtype=float)
_YEAR = 366

GROWS_C = 6.0
"""Alliums and brassicas that stand through a winter grow from here on. [°C]"""
NO_WINTER_C = 15.0
"""Where the coldest day is so warm, there is no winter to rest in. [°C]"""
SHORTEST_DAY, DARK_BEFORE_DAYS, DARK_AFTER_DAYS = 355, 45, 35
"""Day of the year of the northern winter solstice, and the weeks around it without growth."""
BOLTS_H, BOLTS_C = 12.5, 8.0
"""Day length and mean from which a plant that had its winter runs to seed. [h, °C]"""
SHORT_OF_LONGEST_H = 0.5
"""Where days never get as long as a bulb wants, it is content with nearly the longest. [h]"""
STIRS_C = 2.0
"""So far above its base temperature a plant's growth shows; below it stands still. [°C]"""


@dataclass(frozen=True, slots=True)
class Normals:
    """Mean daily temperatures of a site, for the days of a year."""

    low_c: Floats
    high_c: Floats

    @property
    def mean(self) -> Floats:
        """Return the usual mean temperature of each day of the year. [°C]"""
        return (self.low_c + self.high_c) / 2


@lru_cache(maxsize=64)
def normals(site: Site) -> Normals:
    """Return a site's monthly normals smoothed to days.

    Parameters
    ----------
    site : Site
        Monthly minima and maxima. [°C]

    Returns
    -------
    Normals
        Day 0 is 1 January. [°C]
    """
    days = np.arange(_YEAR, dtype=float)
    low = np.interp(days, _MID_MONTH, site.monthly_min_c, period=_YEAR)
    high = np.interp(days, _MID_MONTH, site.monthly_max_c, period=_YEAR)
    return Normals(low, high)


@lru_cache(maxsize=64)
def _days_h(latitude_deg: float) -> Floats:
    """The length of each day of a year. [h]"""
    tilt = 0.409 * np.sin(2 * pi / 365 * np.arange(1, _YEAR + 1) - 1.39)
    cosine = -tan(radians(latitude_deg)) * np.tan(tilt)
    return np.asarray(24 / pi * np.arccos(np.clip(cosine, -1.0, 1.0)))


def _of_year(day: date) -> int:
    """Its index in its year."""
    return day.toordinal() - date(day.year, 1, 1).toordinal()


def _year_from(day: date) -> NDArray[np.int_]:
    """The index in a year of each of the 366 days from one on."""
    length = 366 if isleap(day.year) else 365
    index = np.arange(_YEAR) + _of_year(day)
    return np.where(index < length, index, index - length)


class Limits(NamedTuple):
    """The temperature that a crop grows above, and that from which more does not help. [°C]"""

    base: float
    upper: float


class Span(NamedTuple):
    """Days from one to before another."""

    since: date
    until: date


class Weather:
    """A site's days. What was measured replaces what is drawn up, and that what is usual."""

    def __init__(
        self, site: Site, measured: Sequence[WeatherDay] = (), drawn_up: Daily | None = None
    ) -> None:
        self.site, self.measured, self._drawn_up = site, tuple(measured), drawn_up
        self.usual = normals(site)
        self.by_day = {one.on: one for one in measured}
        self._rest: dict[float, NDArray[np.bool_]] = {}
        self._years: dict[int, tuple[Floats, Floats]] = {}
        self._warmth: dict[tuple[int, Limits, float], Floats] = {}

    def low_c(self, day: date, warmer_by_c: float = 0.0) -> float:
        """Return the usual minimum of a day. [°C]"""
        return float(self.usual.low_c[_of_year(day)]) + warmer_by_c

    def mean_c(self, day: date, warmer_by_c: float = 0.0) -> float:
        """Return the mean of a day, as measured or as usual. [°C]"""
        low, high = self.day_c(day)
        return (low + high) / 2 + warmer_by_c

    def ends_c(self, day: date, warmer_by_c: float = 0.0) -> tuple[float, float]:
        """Return the least and the most of a day, as this weather has it. [°C]"""
        one = self.daily(day, 1)
        return float(one.low_c[0]) + warmer_by_c, float(one.high_c[0]) + warmer_by_c

    def daily(self, first: date, count: int) -> Daily:
        """Return days in a row.

        Parameters
        ----------
        first : date
            The first of them.
        count : int
            How many. [days]

        Returns
        -------
        Daily
            As measured, as drawn up, else as usual and without a rain.
        """
        at = days_of_year(first, count)
        usual = Daily(first, self.usual.low_c[at], self.usual.high_c[at], np.full(count, np.nan))
        return self._lay_over(usual)

    def _lay_over(self, usual: Daily) -> Daily:
        if self._drawn_up is not None:
            self._drawn_up.lay_over(usual)
        if self.measured:
            self._known.lay_over(usual)
        return usual

    @cached_property
    def _known(self) -> Measured:
        return Measured(self.by_day.values())

    def day_c(self, day: date) -> tuple[float, float]:
        """Return the least and the most of a day, as this weather has it. [°C]"""
        low, high = self._days_of(day.year)
        today = _of_year(day)
        return float(low[today]), float(high[today])

    def means_c(self, start: date, end: date, warmer_by_c: float = 0.0) -> list[float]:
        """Return the mean of each day from start to before end. [°C]"""
        year = start.year
        low, high = self._days_of(year)
        first = (start - date(year, 1, 1)).days
        days = np.arange(first, first + max((end - start).days, 0)) % len(low)
        means: list[float] = ((low[days] + high[days]) / 2 + warmer_by_c).tolist()
        return means

    def days_to(self, start: date, degree_days: float, limits_c: Limits, warmer_by_c: float) -> int:
        """Return the days from a start until so many degree days have come together.

        Parameters
        ----------
        start : date
            First day that counts.
        degree_days : float
            Warmth wanted. [°C day]
        limits_c : Limits
            Base temperature and upper cut-off. [°C]
        warmer_by_c : float
            How much warmer the place is than the site. [°C]

        Returns
        -------
        int
            At least 1; a large number where the warmth never comes. [days]
        """
        warmth = self._warmth_of(start.year, limits_c, warmer_by_c)
        index = (start - date(start.year, 1, 1)).days
        before = warmth[index - 1] if index else 0.0
        reached = int(np.searchsorted(warmth, before + degree_days))
        return max(reached - index + 1, 1)

    def warmth(self, start: date, end: date, limits_c: Limits, warmer_by_c: float = 0.0) -> float:
        """Return the degree days from a start to before an end, within a year. [°C day]"""
        along = self._warmth_of(start.year, limits_c, warmer_by_c)
        first = (start - date(start.year, 1, 1)).days
        last = first + (end - start).days
        before = along[first - 1] if first else 0.0
        return float(along[last - 1] - before) if last > first else 0.0

    def day_h(self, day: date) -> float:
        """Return the length of a day, sunrise to sunset (FAO-56, eq. 24, 25 and 34). [h]"""
        return float(_days_h(self.site.latitude_deg)[_of_year(day)])

    def dark_spans(self, hours: float, start: date, end: date) -> list[Span]:
        """Return the spans of days that are shorter.

        Parameters
        ----------
        hours : float
            Day length. [h]
        start, end : date
            The first day that counts, and the first that does not.

        Returns
        -------
        list of Span
            In order of days.
        """
        short = _days_h(self.site.latitude_deg)[_year_from(start)] < hours
        days = np.resize(short, max((end - start).days, 0)).astype(int)
        edges = np.flatnonzero(np.diff(days, prepend=0, append=0)).tolist()
        return [
            Span(start + timedelta(a), start + timedelta(b))
            for a, b in zip(edges[::2], edges[1::2], strict=True)
        ]

    def lengthens_to(self, hours: float, day: date) -> date:
        """Return the first day from one on that is so long.

        Parameters
        ----------
        hours : float
            Day length; where no day is so long, half an hour less than the longest. [h]
        day : date
            The day.

        Returns
        -------
        date
            Within a year.
        """
        days_h = _days_h(self.site.latitude_deg)[_year_from(day)]
        wanted = min(hours, float(days_h.max()) - SHORT_OF_LONGEST_H)
        return day + timedelta(int(np.argmax(days_h >= wanted)))

    def rests(self, day: date, warmer_by_c: float = 0.0) -> bool:
        """Return whether what stands through a winter usually rests on a day.

        It does while a week's mean is below 6 °C; and where winters are mild, around the shortest
        day all the same, from early November to late January of the northern half.
        """
        return bool(self._resting(warmer_by_c)[_of_year(day)])

    def rest_days(self, start: date, days: int, warmer_by_c: float) -> int:
        """Return how many of so many days from a start are of rest. [days]"""
        resting = self._resting(warmer_by_c)
        index = (np.arange(days) + _of_year(start)) % len(resting)
        return int(np.count_nonzero(resting[index]))

    def _resting(self, warmer_by_c: float) -> NDArray[np.bool_]:
        """Which days of the year are of rest."""
        if warmer_by_c not in self._rest:
            mean = self.usual.mean + warmer_by_c
            around = np.concatenate([mean[-3:], mean, mean[:3]])
            week = np.convolve(around, np.full(7, 1 / 7), mode="valid")
            dark = np.full(len(mean), False)
            if float(mean.min()) < NO_WINTER_C:
                shortest = SHORTEST_DAY if self.site.latitude_deg >= 0 else SHORTEST_DAY - 182
                span = np.arange(-DARK_BEFORE_DAYS, DARK_AFTER_DAYS + 1)
                dark[(shortest + span) % len(mean)] = True
            self._rest[warmer_by_c] = (week < GROWS_C) | dark
        return self._rest[warmer_by_c]

    def bolts_from(self, day: date, warmer_by_c: float = 0.0) -> date:
        """Return when what stood through the winter runs to seed: long days, and no longer cold.

        Parameters
        ----------
        day : date
            A day of that winter.
        warmer_by_c : float
            How much warmer the place is. [°C]

        Returns
        -------
        date
            Within a year of the day.
        """
        year = _year_from(day)
        mild = self.usual.mean[year] + warmer_by_c >= BOLTS_C
        bolts = mild & (_days_h(self.site.latitude_deg)[year] >= BOLTS_H)
        return day + timedelta(int(np.argmax(bolts)))

    def first_night_below(
        self, low_c: float, start: date, end: date, warmer_by_c: float = 0.0
    ) -> date | None:
        """Return the first night that is usually so cold.

        Parameters
        ----------
        low_c : float
            The cold. [°C]
        start, end : date
            The first night that counts, and the first that does not.
        warmer_by_c : float
            How much warmer the place is. [°C]

        Returns
        -------
        date or None
            None where no night up to the end, or within a year, is so cold.
        """
        nights = _year_from(start)[: max((end - start).days, 0)]
        cold = self.usual.low_c[nights] + warmer_by_c < low_c
        return start + timedelta(int(np.argmax(cold))) if cold.any() else None

    def stirs_from(self, year: int, base_c: float, warmer_by_c: float = 0.0) -> date:
        """Return when growth shows again after the winter that a year's midwinter belongs to.

        Parameters
        ----------
        year : int
            Year of the midwinter.
        base_c : float
            Base temperature of the crop. [°C]
        warmer_by_c : float
            How much warmer the place is. [°C]

        Returns
        -------
        date
            Midwinter itself where it is never too cold; of usual days.
        """
        mean = self.usual.mean + warmer_by_c
        coldest = self.midwinter_index
        order = np.roll(mean, -coldest)
        return date(year, 1, 1) + timedelta(coldest + int(np.argmax(order >= base_c + STIRS_C)))

    @cached_property
    def midwinter_index(self) -> int:
        """The coldest day of the year, from 0."""
        return int(np.argmin(self.usual.mean))

    def midwinter_before(self, day: date) -> date:
        """Return the last midwinter up to a day."""
        this = date(day.year, 1, 1) + timedelta(self.midwinter_index)
        return this if this <= day else date(day.year - 1, 1, 1) + timedelta(self.midwinter_index)

    def stands_still(self, day: date, base_c: float, warmer_by_c: float = 0.0) -> bool:
        """Return whether it is usually too cold for growth on a day."""
        usual = float(self.usual.mean[_of_year(day)]) + warmer_by_c
        return usual < base_c + STIRS_C

    def still_from(self, day: date, base_c: float, warmer_by_c: float = 0.0) -> date | None:
        """Return the first day from one on, within a year, on which growth usually stands still.

        Parameters
        ----------
        day : date
            The day.
        base_c : float
            Base temperature of the crop. [°C]
        warmer_by_c : float
            How much warmer the place is. [°C]

        Returns
        -------
        date or None
            None where it is never so cold.
        """
        first = _of_year(day)
        still = np.roll(self.usual.mean, -first) + warmer_by_c < base_c + STIRS_C
        return day + timedelta(int(np.argmax(still))) if still.any() else None

    def span_c(self, year: int) -> tuple[Floats, Floats]:
        """Return minima and maxima from a year's first day on, over three years. [°C]"""
        return self._days_of(year)

    def coldest_c(self, start: date, end: date) -> float | None:
        """Return the coldest night from a start to before an end, or None of no night. [°C]"""
        low, _ = self._days_of(start.year)
        first = (start - date(start.year, 1, 1)).days
        nights = low[first : first + max((end - start).days, 0)]
        return float(nights.min()) if len(nights) else None

    def _days_of(self, year: int) -> tuple[Floats, Floats]:
        """Minima and maxima of the days from a year's first on, over three years. [°C]"""
        if year not in self._years:
            low, high = (np.tile(x, 3) for x in (self.usual.low_c, self.usual.high_c))
            found = Daily(date(year, 1, 1), low, high, np.full(len(low), np.nan))
            self._lay_over(found)
            self._years[year] = low, high
        return self._years[year]

    def _warmth_of(self, year: int, limits_c: Limits, warmer_by_c: float) -> Floats:
        """Cumulative degree days from a year's first day over three years."""
        base, upper = limits_c
        key = (year, limits_c, warmer_by_c)
        if key not in self._warmth:
            low, high = self._days_of(year)
            day = np.minimum(low + warmer_by_c, upper) + np.minimum(high + warmer_by_c, upper)
            self._warmth[key] = np.cumsum(np.maximum(day / 2 - base, 0.0))
        return self._warmth[key]
