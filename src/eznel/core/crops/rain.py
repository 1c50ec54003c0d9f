"""Rain that usually falls at a site, as days with rain and days without.

Of an ordinary year every third day is wet, and all wet days of a month are alike: a month has what
is usual for it. In simulated years wet and dry spells follow each other by chance of a first-order
chain, and what falls on a wet day is exponential (as Richardson 1981 has it); the spells come from
a hash of year and day, so that they are the same at every call.
"""

from calendar import monthrange
from dataclasses import dataclass
from datetime import date, timedelta
from functools import lru_cache
from typing import Literal

import numpy as np

from eznel.core.crops.daily import Daily, Floats
from eznel.core.crops.hashed import uniform
from eznel.core.crops.weather import Weather
from eznel.core.document import Site

WET_EVERY = 3
"""Of days, one in so many is wet. [days]"""
WET_AFTER_WET, WET_AFTER_DRY = 0.5, 0.25
"""Chances of a wet day; in the long run a third of all days are. [days/days]"""

YearKind = Literal["usual", "cool", "warm", "wet", "dry"]


@dataclass(frozen=True, slots=True)
class Departs:
    """How the days to come differ from what is usual."""

    warmer_k: float = 0.0
    rain_share: float = 1.0
    """Of the usual rain. [mm/mm]"""


KINDS: dict[YearKind, Departs] = {
    "usual": Departs(),
    "cool": Departs(warmer_k=-1.5),
    "warm": Departs(warmer_k=1.5),
    "wet": Departs(rain_share=1.6),
    "dry": Departs(rain_share=0.4),
}
"""About one year in six is so cool, warm, wet or dry, or more."""


def usual_mm(site: Site, first: date, count: int) -> Floats:
    """Return what falls on each of some days in a row of ordinary years.

    Parameters
    ----------
    site : Site
        With its usual rain.
    first : date
        The first of them.
    count : int
        How many. [days]

    Returns
    -------
    array of shape (count,)
        Over a month what is usual for it; nothing where nobody knows. [mm]
    """
    usual = site.monthly_rain_mm
    fallen = np.zeros(count)
    if usual is not None:
        before = -first.toordinal() % WET_EVERY
        for n in range(before, count, WET_EVERY):
            on = first + timedelta(n)
            fallen[n] = usual[on.month - 1] / _wet_days(on.year, on.month)
    return fallen


@lru_cache(maxsize=256)
def _wet_days(year: int, month: int) -> int:
    days = range(1, monthrange(year, month)[1] + 1)
    return sum(date(year, month, day).toordinal() % WET_EVERY == 0 for day in days)


def filled(
    weather: Weather, first: date, until: date, today: date, departs: Departs | None = None
) -> Weather:
    """Return a site's weather with a rain on every day: measured, forecast, else as usual.

    Parameters
    ----------
    weather : Weather
        What was measured.
    first : date
        The first day that is filled.
    until : date
        The first that is not.
    today : date
        From here on days may depart from the usual.
    departs : Departs or None
        How they do.

    Returns
    -------
    Weather
        What was measured stays.
    """
    count = (until - first).days
    differs = departs or Departs()
    ahead = np.arange(count) >= (today - first).days
    usual = Weather(weather.site).daily(first, count)
    warmer_k = differs.warmer_k * ahead
    rain_mm = usual_mm(weather.site, first, count) * np.where(ahead, differs.rain_share, 1.0)
    drawn_up = Daily(first, usual.low_c + warmer_k, usual.high_c + warmer_k, rain_mm)
    return Weather(weather.site, weather.measured, drawn_up)


def simulated(year: Weather, known: Weather, since: date, rain_mm: Floats) -> Weather:
    """Return the weather of a simulated year with its rain.

    Parameters
    ----------
    year : Weather
        Its warmth.
    known : Weather
        What was measured, which stays.
    since : date
        The first day of the rain.
    rain_mm : array of shape (days,)
        What falls where nothing was measured. [mm]

    Returns
    -------
    Weather
        With a rain on each of these days.
    """
    days = year.daily(since, len(rain_mm))
    drawn_up = Daily(since, days.low_c, days.high_c, rain_mm)
    return Weather(known.site, known.measured, drawn_up)


def rains_mm(site: Site, since: date, days: int, years: int) -> Floats:
    """Return the rain of many years.

    Parameters
    ----------
    site : Site
        With its usual rain.
    since : date
        The first day.
    days : int
        Of each year. [days]
    years : int
        How many. [years]

    Returns
    -------
    array of shape (years, days)
        Always the same for the same numbers; nothing where nobody knows what is usual. [mm]
    """
    usual = site.monthly_rain_mm or (0.0,) * 12
    when = [since + timedelta(n) for n in range(days)]
    mean_mm = np.array(
        [WET_EVERY * usual[on.month - 1] / monthrange(on.year, on.month)[1] for on in when]
    )
    of_year = np.arange(years, dtype=np.uint64)[:, None]
    wets, falls = uniform(of_year, days, 1), uniform(of_year, days, 2)
    wet = wets[:, 0] < 1 / WET_EVERY
    fallen = np.empty((years, days))
    for n in range(days):
        fallen[:, n] = wet * -np.log(1 - falls[:, n]) * mean_mm[n]
        if n + 1 < days:
            wet = wets[:, n + 1] < np.where(wet, WET_AFTER_WET, WET_AFTER_DRY)
    return fallen
