"""Many years as they might come at a site: usual days, with warm and cold spells by a fixed rule.

A day's departure from what is usual keeps 0.7 of the day before's and spreads by 2.8 K, and a whole
year is warmer or cooler by 0.8 K, as of temperate sites. The spells come from a hash of year and
day, so that the years are the same at every call: nothing here is chance. What was measured stays.
"""

from datetime import date

import numpy as np

from eznel.core.crops.daily import Daily, Floats
from eznel.core.crops.hashed import normal
from eznel.core.crops.weather import Weather

KEEPS, SPREAD_K, YEAR_K = 0.7, 2.8, 0.8
"""What a day keeps of the one before [K/K], and how far days and years spread. [K]"""


def departures_k(years: int, days: int) -> Floats:
    """Return how much warmer than usual each day of many years is.

    Parameters
    ----------
    years : int
        How many. [years]
    days : int
        Of each. [days]

    Returns
    -------
    array of shape (years, days)
        Always the same for the same numbers. [K]
    """
    drawn = normal(np.arange(years, dtype=np.uint64)[:, None], days + 1)
    spells = np.empty((years, days))
    before = SPREAD_K * drawn[:, 1]
    fresh = SPREAD_K * (1 - KEEPS**2) ** 0.5
    for day in range(days):
        before = KEEPS * before + fresh * drawn[:, day + 1]
        spells[:, day] = before
    return spells + YEAR_K * drawn[:, :1]


def weather_years(of: Weather, since: date, today: date, years: int) -> list[Weather]:
    """Return a site's weather in many years, the same up to today.

    Parameters
    ----------
    of : Weather
        As measured so far, and as usual.
    since : date
        A day of the first year that matters; it and two more are made.
    today : date
        From here on nothing is known.
    years : int
        How many. [years]

    Returns
    -------
    list of Weather
        Each with its own days to come. [°C]
    """
    low_c, high_c = of.span_c(since.year)
    ahead = np.arange(len(low_c)) >= (today - date(since.year, 1, 1)).days
    off = departures_k(years, len(low_c)) * ahead
    first, dry = date(since.year, 1, 1), np.full(len(low_c), np.nan)
    return [Weather(of.site, (), Daily(first, low_c + one, high_c + one, dry)) for one in off]
