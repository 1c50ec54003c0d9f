"""How much of a product has become available after a while.

Organic nitrogen follows a first-order course (Stanford and Smith 1972) that doubles its pace with
every 10 °C (Stanford, Frere and Schwaninger 1973); only the share reached in the season counts, the
course dates it. The share itself is the straight line by nitrogen in dry matter that extension
services teach. Coated products release over their rated days, faster when warm by the same rule.
"""

from collections.abc import Sequence
from itertools import accumulate
from math import exp

from eznel.core.working import Origin, Quantity, Worked

RULE_SLOPE_PCT = 15.0
RULE_START_PCT = 1.0
RULE_MOST_PCT = 75.0
"""First-season share = 15 × (N in dry matter − 1) per cent, between 0 and 75."""

ORGANIC_K_25C = 0.02
"""Typical first-order rate of meals and pellets. [1/day at 25 °C]"""

LABEL_TEMP_C = 21.0
"""Soil temperature that rated days on coated products are printed for."""


def rule_share(*, n_pct: float, dry_matter_pct: float, dry_matter_origin: Origin) -> Worked:
    """Return the first-season share of an organic material's nitrogen by the rule.

    Not for composts, bone meal, kelp or coffee grounds.

    Parameters
    ----------
    n_pct : float
        Nitrogen as sold. [%]
    dry_matter_pct : float
        Dry matter, above 0. [%]
    dry_matter_origin : Origin
        Where the dry matter comes from.

    Returns
    -------
    Worked
        Share between 0 and 0.75. [g/g]
    """
    dry_pct = n_pct / dry_matter_pct * 100
    pct = min(max(RULE_SLOPE_PCT * (dry_pct - RULE_START_PCT), 0.0), RULE_MOST_PCT)
    return Worked.first(
        "share_by_rule",
        pct / 100,
        "g/g",
        Quantity("n_pct", n_pct, "%", Origin.LABEL),
        Quantity("dry_matter_pct", dry_matter_pct, "%", dry_matter_origin),
    )


def organic_course(
    temperatures_c: Sequence[float], k_per_day_25c: float | None = None
) -> list[float]:
    """Return how much of a season's organic release has happened by each day.

    Parameters
    ----------
    temperatures_c : sequence of float
        Daily mean temperature from the day it was worked in to the season's end. [°C]
    k_per_day_25c : float or None
        The material's first-order rate, if it is known. [1/day at 25 °C]

    Returns
    -------
    list of float
        Share of what the season releases, rising to 1 on the last day. [g/g]
    """
    k = ORGANIC_K_25C if k_per_day_25c is None else k_per_day_25c
    reached, course = 0.0, []
    for temperature in temperatures_c:
        reached += k * 2 ** ((temperature - 25) / 10)
        course.append(1 - exp(-reached))
    return [share / course[-1] for share in course]


def coated_released(temperatures_c: Sequence[float], rated_days: int) -> Worked:
    """Return how much of a coated product has been released after some days.

    Parameters
    ----------
    temperatures_c : sequence of float
        Daily mean temperature of the mix since it was mixed in. [°C]
    rated_days : int
        Rated days at 21 °C. [days]

    Returns
    -------
    Worked
        Share released, at most 1. [g/g]
    """
    warm_days = sum(2 ** ((t - LABEL_TEMP_C) / 10) for t in temperatures_c)
    return Worked.first(
        "coated_released",
        min(warm_days / rated_days, 1.0),
        "g/g",
        Quantity("warm_days", warm_days, "days", Origin.TYPICAL),
        Quantity("rated_days", rated_days, "days", Origin.LABEL),
    )


def coated_course(temperatures_c: Sequence[float], rated_days: int) -> list[float]:
    """Return how much of what a coated product releases in a season is out by each day.

    Parameters
    ----------
    temperatures_c : sequence of float
        Daily mean temperature from the day it was mixed in to the season's end. [°C]
    rated_days : int
        Rated days at 21 °C. [days]

    Returns
    -------
    list of float
        Share of the season's release, rising to 1 on the last day. [g/g]
    """
    warm_days = accumulate(2 ** ((t - LABEL_TEMP_C) / 10) for t in temperatures_c)
    course = [min(days / rated_days, 1.0) for days in warm_days]
    return [share / course[-1] for share in course]
