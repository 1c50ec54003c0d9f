"""Rain that usually falls at a site, as days with rain and days without.

Of an ordinary year every third day is wet, and all wet days of a month are alike: a month has what
is usual for it. In simulated years wet and dry spells follow each other by chance of a first-order
chain, and what falls on a wet day is exponential (as Richardson 1981 has it); the spells come from
a hash of year and day, so that they are the same at every call.
"""

from calendar import monthrange
from collections.abc import Callable, Iterator
from dataclasses import dataclass
from datetime import date, timedelta
from functools import lru_cache
from typing import Literal
from uuid import UUID

import numpy as np

from eznel.core.crops.hashed import uniform
from eznel.core.crops.weather import Floats, Weather
from eznel.core.document import Site, WeatherDay

WET_EVERY = 3
"""Of days, one in so many is wet. [days]"""
WET_AFTER_WET, WET_AFTER_DRY = 0.5, 0.25
"""Chances of a wet day; in the long run a third of all days are. [days/days]"""
NOBODY = UUID(int=0)
"""The id of a day that nobody measured."""

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


def usual_mm(site: Site, day: date) -> float:
    """Return what falls on a day of an ordinary year.

    Parameters
    ----------
    site : Site
        With its usual rain.
    day : date
        The day.

    Returns
    -------
    float
        Over a month what is usual for it; nothing where nobody knows. [mm]
    """
    if site.monthly_rain_mm is None or not _is_wet(day):
        return 0.0
    return site.monthly_rain_mm[day.month - 1] / _wet_days(day.year, day.month)


@lru_cache(maxsize=256)
def _wet_days(year: int, month: int) -> int:
    days = range(1, monthrange(year, month)[1] + 1)
    return sum(_is_wet(date(year, month, day)) for day in days)


def _is_wet(day: date) -> bool:
    return day.toordinal() % WET_EVERY == 0


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

    def day(on: date) -> WeatherDay:
        differs = departs if departs is not None and on >= today else Departs()
        low_c, high_c = weather.ends_c(on, differs.warmer_k)
        return _day(on, low_c, high_c, differs.rain_share * usual_mm(weather.site, on))

    return _with_days(weather, first, until, day)


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

    def day(on: date) -> WeatherDay:
        low_c, high_c = year.day_c(on)
        return _day(on, low_c, high_c, float(rain_mm[(on - since).days]))

    return _with_days(known, since, since + timedelta(len(rain_mm)), day)


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


def _with_days(
    weather: Weather, first: date, until: date, day: Callable[[date], WeatherDay]
) -> Weather:
    return Weather(weather.site, tuple(_days(weather, first, until, day)))


def _days(
    weather: Weather, first: date, until: date, day: Callable[[date], WeatherDay]
) -> Iterator[WeatherDay]:
    yield from (one for one in weather.measured if not first <= one.on < until)
    for n in range((until - first).days):
        on = first + timedelta(n)
        known = weather.by_day.get(on)
        if known is None:
            yield day(on)
        elif known.rain_mm is None:
            yield known.model_copy(update={"rain_mm": day(on).rain_mm})
        else:
            yield known


def _day(on: date, low_c: float, high_c: float, rain_mm: float) -> WeatherDay:
    # Every field is said: looking up defaults would take longer than all the rest.
    return WeatherDay.model_construct(
        id=NOBODY,
        on=on,
        low_c=low_c,
        high_c=high_c,
        rain_mm=rain_mm,
        humidity_pct=None,
        wind_m_s=None,
        sun_h=None,
        source="typed",
    )
