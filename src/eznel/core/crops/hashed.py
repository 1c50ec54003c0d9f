"""Numbers that look like chance and are the same at every call: a hash of year and place.

Splitmix's mixing, and normal numbers from it by Box and Muller.
"""

import numpy as np
from numpy.typing import NDArray

from eznel.core.crops.daily import Floats

_MIXES = ((30, 0xBF58476D1CE4E5B9), (27, 0x94D049BB133111EB))
_GOLDEN = 0x9E3779B97F4A7C15


def uniform(year: NDArray[np.uint64], count: int, row: int = 0) -> Floats:
    """Return even numbers from 0 to below 1.

    Parameters
    ----------
    year : array of shape (years, 1)
        Which years.
    count : int
        How many of each. [count]
    row : int
        Another row, other numbers. [index]

    Returns
    -------
    array of shape (years, count)
        Always the same for the same arguments.
    """
    place = np.arange(count, dtype=np.uint64)[None, :]
    with np.errstate(over="ignore"):
        mixed = year * np.uint64(1_000_003) + place + np.uint64(1 + 1_000_000_007 * row)
        mixed = mixed * np.uint64(_GOLDEN)
        for shift, by in _MIXES:
            mixed = (mixed ^ (mixed >> np.uint64(shift))) * np.uint64(by)
        mixed ^= mixed >> np.uint64(31)
    return np.asarray((mixed >> np.uint64(11)).astype(float) / 2**53)


def normal(year: NDArray[np.uint64], count: int) -> Floats:
    """Return normal numbers with mean 0 and spread 1.

    Parameters
    ----------
    year : array of shape (years, 1)
        Which years.
    count : int
        How many of each. [count]

    Returns
    -------
    array of shape (years, count)
        Always the same for the same arguments.
    """
    even = uniform(year, 2 * count)
    first, second = even[:, :count], even[:, count:]
    return np.asarray(np.sqrt(-2 * np.log(1 - first)) * np.cos(2 * np.pi * second))
