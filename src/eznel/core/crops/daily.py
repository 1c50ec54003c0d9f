"""Days in a row, with what a thermometer and a rain gauge say of each."""

from collections.abc import Iterable
from dataclasses import dataclass
from datetime import date
from functools import cached_property, lru_cache

import numpy as np
from numpy.typing import NDArray

from eznel.core.document import WeatherDay

Floats = NDArray[np.float64]


@lru_cache(maxsize=256)
def days_of_year(first: date, count: int) -> NDArray[np.intp]:
    """Return the number in its year, from 0, of each of some days in a row.

    Parameters
    ----------
    first : date
        The first of them.
    count : int
        How many. [days]

    Returns
    -------
    array of shape (count,)
        Up to 365, in a leap year. Not to be written to.
    """
    days = np.datetime64(first) + np.arange(count)
    found: NDArray[np.intp] = (days - days.astype("datetime64[Y]")).astype(np.intp)
    found.flags.writeable = False
    return found


@dataclass(frozen=True, eq=False)
class Daily:
    """Days in a row. Arrays of shape (days,)."""

    first: date
    low_c: Floats
    high_c: Floats
    rain_mm: Floats
    """Not a number where nobody knows. [mm]"""

    @cached_property
    def of_year(self) -> NDArray[np.intp]:
        """The number of each in its year, from 0."""
        return days_of_year(self.first, len(self.low_c))

    def lay_over(self, below: "Daily") -> None:
        """Put these days in the place of those of another row, as far as it has them."""
        ahead = self.first.toordinal() - below.first.toordinal()
        mine = slice(max(-ahead, 0), max(len(below.low_c) - ahead, 0))
        at = max(ahead, 0)
        for own, other in ((self.low_c, below.low_c), (self.high_c, below.high_c)):
            some = own[mine]
            other[at : at + len(some)] = some
        rain_mm = self.rain_mm[mine]
        under = below.rain_mm[at : at + len(rain_mm)]
        under[:] = np.where(np.isnan(rain_mm), under, rain_mm)


class Measured:
    """Days that were measured, with gaps between them."""

    def __init__(self, days: Iterable[WeatherDay]) -> None:
        of = sorted(days, key=lambda one: one.on)
        self._on = np.array([one.on.toordinal() for one in of], dtype=np.intp)
        rains = [np.nan if one.rain_mm is None else one.rain_mm for one in of]
        columns = [one.low_c for one in of], [one.high_c for one in of], rains
        self._low_c, self._high_c, self._rain_mm = np.array(columns, dtype=float)

    def lay_over(self, below: Daily) -> None:
        """Put these days in the place of those of a row, as far as it has them."""
        first = below.first.toordinal()
        since, until = np.searchsorted(self._on, (first, first + len(below.low_c))).tolist()
        at, mine = self._on[since:until] - first, slice(since, until)
        below.low_c[at], below.high_c[at] = self._low_c[mine], self._high_c[mine]
        rain_mm = self._rain_mm[mine]
        below.rain_mm[at] = np.where(np.isnan(rain_mm), below.rain_mm[at], rain_mm)
