"""How many plants have it: the share in all of them, by those that were looked at."""

from math import sqrt
from typing import NamedTuple

Z = 1.645
"""Nine times in ten the share lies within. [standard deviations]"""


class Share(NamedTuple):
    """A share and where it lies nine times in ten. [plants/plants]"""

    low: float
    high: float


def share_of(affected: int, looked_at: int) -> Share:
    """Return between what the share of affected plants lies, by the score interval of Wilson.

    Parameters
    ----------
    affected : int
        Plants that have it. [count]
    looked_at : int
        Plants that were looked at, at least one. [count]

    Returns
    -------
    Share
        Never below 0 or above 1.
    """
    n, part = looked_at, affected / looked_at
    spread = Z * Z / n
    middle = (part + spread / 2) / (1 + spread)
    half = Z * sqrt(part * (1 - part) / n + spread / (4 * n)) / (1 + spread)
    return Share(max(middle - half, 0.0), min(middle + half, 1.0))
