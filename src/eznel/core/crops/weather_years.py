"""Many years as they might come at a site: usual days, with warm and cold spells by a fixed rule.

A day's departure from what is usual keeps 0.7 of the day before's and spreads by 2.8 K, and a whole
year is warmer or cooler by 0.8 K, as of temperate sites. The spells come from a hash of year and
day, so that the years are the same at every call: nothing here is chance. What was measured stays.
"""

from datetime import date

import numpy as np
from numpy.typing import NDArray

from eznel.core.crops.weather import Floats, Weather

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
    normal = _normal(np.arange(years, dtype=np.uint64)[:, None], days + 1)
    spells = np.empty((years, days))
    before = SPREAD_K * normal[:, 1]
    fresh = SPREAD_K * (1 - KEEPS**2) ** 0.5
    for day in range(days):
        before = KEEPS * before + fresh * normal[:, day + 1]
        spells[:, day] = before
    return spells + YEAR_K * normal[:, :1]


def _normal(year: NDArray[np.uint64], count: int) -> Floats:
    """Normal numbers by year and place, from a mixing hash (splitmix) and Box-Muller."""
    place = np.arange(2 * count, dtype=np.uint64)[None, :]
    with np.errstate(over="ignore"):
        mixed = (year * np.uint64(1_000_003) + place + np.uint64(1)) * np.uint64(0x9E3779B97F4A7C15)
        for shift, by in ((30, 0xBF58476D1CE4E5B9), (27, 0x94D049BB133111EB)):
            mixed = (mixed ^ (mixed >> np.uint64(shift))) * np.uint64(by)
        mixed ^= mixed >> np.uint64(31)
    even = (mixed >> np.uint64(11)).astype(float) / 2**53
    first, second = even[:, :count], even[:, count:]
    return np.asarray(np.sqrt(-2 * np.log(1 - first)) * np.cos(2 * np.pi * second))


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
    return [of.other(since.year, low_c + one, high_c + one) for one in off]
