"""Need and supply of the nutrients as two lines over the season."""

from bisect import bisect_left
from collections.abc import Sequence
from datetime import date, timedelta

import numpy as np
from numpy.typing import NDArray

from eznel.core.nutrients import Nutrient
from eznel.core.plan.result import Keeping, Tide
from eznel.core.season.fold import Season
from eznel.core.season.portions import Portion

TIDES: tuple[Nutrient, ...] = ("N", "P", "K", "Ca")
TIDE_STEP_DAYS = 7


def tides(season: Season, given: Sequence[Portion]) -> tuple[Tide, ...]:
    """Return need and supply of the main nutrients, added up over a planting's season.

    What soil or charge give counts in both.

    Parameters
    ----------
    season : Season
        The planting's season.
    given : sequence of Portion
        What it was given and is to be.

    Returns
    -------
    tuple of Tide
        In the order of TIDES; a point a week, and two at each feed. [g]
    """
    stand = season.stand
    start, end = stand.calendar.begins, max(stand.calendar.last_pick, stand.calendar.stop)
    days = {start + timedelta(n) for n in range(0, (end - start).days + 1, TIDE_STEP_DAYS)} | {end}
    fed = {portion.on for portion in given}
    days |= {day for on in fed for day in (on - timedelta(1), on) if day >= start}
    when = tuple(sorted(days))
    ordinals = np.array([day.toordinal() for day in when])
    return tuple(_tide(season, nutrient, when, ordinals, given) for nutrient in TIDES)


def _tide(
    season: Season,
    nutrient: Nutrient,
    days: tuple[date, ...],
    ordinals: NDArray[np.int_],
    given: Sequence[Portion],
) -> Tide:
    need = season.needs[nutrient]
    curve, stop = season.plan.window.curves[nutrient], season.plan.window.stop
    at_stop, reached = curve.at(stop), np.interp(ordinals, curve.days, curve.shares)
    due = np.minimum(reached / at_stop, 1.0) if at_stop > 0 else np.ones(len(days))
    supply = need.credit_g * due
    at_once = [0.0] * (len(days) + 1)  # added up below, from the first point that sees each
    for portion in given:
        brings = portion.brings[nutrient]
        if not brings:
            continue
        if portion.course is None or not portion.is_slow(nutrient):
            at_once[bisect_left(days, portion.on)] += brings
        else:
            since = ordinals - portion.on.toordinal()
            share = portion.course[np.clip(since, 0, len(portion.course) - 1)]
            supply += np.where(since >= 0, brings * share, 0.0)
    supply += np.cumsum(at_once[:-1])
    wanted = (need.total.value + need.credit_g) * due
    return Tide(nutrient, days, tuple(wanted.tolist()), tuple(supply.tolist()))


EVEN_SHARE = 0.2
"""Within this share of the need so far, supply keeps pace with it."""


def keeping_of(tide: Tide, today: date) -> Keeping:
    """Return how supply keeps pace with need up to a day.

    Parameters
    ----------
    tide : Tide
        Of one nutrient. [g]
    today : date
        The garden's date.

    Returns
    -------
    Keeping
        Short, even or ample.
    """
    past = sum(day <= today for day in tide.days)
    if past == 0:
        return "even"
    need, supply, whole = tide.need_g[past - 1], tide.supply_g[past - 1], tide.need_g[-1]
    slack = max(EVEN_SHARE * need, 0.05 * whole)
    if supply < need - slack:
        return "short"
    return "ample" if supply > need + slack + 0.1 * whole else "even"
