"""Need and supply of the nutrients as two lines over the season."""

from bisect import bisect_left
from dataclasses import dataclass
from datetime import date, timedelta

import numpy as np
from numpy.typing import NDArray

from eznel.core.needs.charging import release_course
from eznel.core.nutrients import NUTRIENTS, Amounts, Nutrient
from eznel.core.plan.result import Keeping, Tide
from eznel.core.products.fertiliser import Fertiliser
from eznel.core.season.fold import Season
from eznel.core.season.to_come import supplied
from eznel.core.shed.shelf import Shed
from eznel.core.stands.stand import Stand

TIDES: tuple[Nutrient, ...] = ("N", "P", "K", "Ca")
TIDE_STEP_DAYS = 7
SLOW: dict[str, frozenset[Nutrient]] = {"coated": frozenset(NUTRIENTS), "organic": frozenset({"N"})}
"""What of a product comes with time; all else is there at once."""


@dataclass(frozen=True, slots=True)
class _Portion:
    """A product given on a day: what it brings, and how slowly. No course means at once. [g]"""

    on: date
    brings: Amounts
    course: NDArray[np.float64] | None
    slow: frozenset[Nutrient]


def tides(season: Season, shed: Shed) -> tuple[Tide, ...]:
    """Return need and supply of the main nutrients, added up over a planting's season.

    What soil or charge give counts in both.

    Parameters
    ----------
    season : Season
        The planting's season.
    shed : Shed
        The garden's.

    Returns
    -------
    tuple of Tide
        In the order of TIDES; a point a week, and two at each feed. [g]
    """
    stand = season.stand
    portions = [
        _portion(shed.products[one.product], one.grams, fed.on, stand, shed)
        for fed in supplied(season, shed)
        for one in fed.given
    ]
    start, end = stand.calendar.begins, max(stand.calendar.last_pick, stand.calendar.stop)
    days = {start + timedelta(n) for n in range(0, (end - start).days + 1, TIDE_STEP_DAYS)} | {end}
    fed = {portion.on for portion in portions}
    days |= {day for on in fed for day in (on - timedelta(1), on) if day >= start}
    when = tuple(sorted(days))
    ordinals = np.array([day.toordinal() for day in when])
    return tuple(_tide(season, nutrient, when, ordinals, portions) for nutrient in TIDES)


def _tide(
    season: Season,
    nutrient: Nutrient,
    days: tuple[date, ...],
    ordinals: NDArray[np.int_],
    portions: list[_Portion],
) -> Tide:
    need = season.needs[nutrient]
    curve, stop = season.plan.window.curves[nutrient], season.plan.window.stop
    at_stop, reached = curve.at(stop), np.interp(ordinals, curve.days, curve.shares)
    due = np.minimum(reached / at_stop, 1.0) if at_stop > 0 else np.ones(len(days))
    supply = need.credit_g * due
    at_once = [0.0] * (len(days) + 1)  # added up below, from the first point that sees each
    for portion in portions:
        brings = portion.brings[nutrient]
        if not brings:
            continue
        if portion.course is None or nutrient not in portion.slow:
            at_once[bisect_left(days, portion.on)] += brings
        else:
            since = ordinals - portion.on.toordinal()
            share = portion.course[np.clip(since, 0, len(portion.course) - 1)]
            supply += np.where(since >= 0, brings * share, 0.0)
    supply += np.cumsum(at_once[:-1])
    wanted = (need.total.value + need.credit_g) * due
    return Tide(nutrient, days, tuple(wanted.tolist()), tuple(supply.tolist()))


def _portion(product: Fertiliser, grams: float, on: date, stand: Stand, shed: Shed) -> _Portion:
    brings = shed.available(product.id, stand, on) * grams
    slow = SLOW.get(product.form)
    if slow is None:
        return _Portion(on, brings, None, frozenset())
    return _Portion(on, brings, np.array(release_course(product, stand, on)), slow)


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
