"""How the nitrogen of a base dressing becomes available, where the shed has only slow products.

Organic and coated nitrogen comes with warm days. Feeds then carry the crop until it does, and less
later on, so that base and feeds together follow the need.
"""

from datetime import date, timedelta

from eznel.core.crops.uptake import Curve
from eznel.core.needs.charging import release_course
from eznel.core.products.fertiliser import Fertiliser
from eznel.core.shed.shelf import Shed
from eznel.core.stands.stand import OnGround, Stand

SLOW = ("organic", "coated")
SLOW_LEAD_DAYS = 24
"""Meals and pellets on the ground feed from three to four weeks on."""
LEAST_N = 0.005  # available nitrogen worth the name [g/g]


def slow_base(stand: Stand, shed: Shed) -> Curve | None:
    """Return how a base's nitrogen becomes available.

    Parameters
    ----------
    stand : Stand
        The planting in its place.
    shed : Shed
        What there is to work in.

    Returns
    -------
    Curve or None
        Of the product richest in available nitrogen, from planting to the stop; None where the
        programme works none in, or where something quick can be. [g/g]
    """
    if stand.programme.base_n_share <= 0 or stand.calendar.stop <= stand.calendar.begins:
        return None
    offered = [one for one in shed.products.values() if _brings_n(one, shed)]
    if isinstance(stand, OnGround) and any(one.form == "granular" for one in offered):
        return None
    slow = [one for one in offered if one.form in SLOW]
    if not slow:
        return None
    begins = stand.calendar.begins
    best = max(slow, key=lambda one: (shed.available(one.id, stand, begins).n, str(one.id)))
    course = release_course(best, stand, begins)
    whole = course[-1] or 1.0
    days = tuple((begins + timedelta(n + 1)).toordinal() for n in range(len(course)))
    return Curve((begins.toordinal(), *days), (0.0, *(share / whole for share in course)))


def _brings_n(product: Fertiliser, shed: Shed) -> bool:
    """Whether it may be used here and brings nitrogen worth the name."""
    return shed.refused[product.id] is None and product.contents.available.n > LEAST_N


def slow_comes_in_time(stand: Stand, day: date) -> bool:
    """Return whether a meal or pellets spread on a day still feed before feeding stops.

    Parameters
    ----------
    stand : Stand
        The planting.
    day : date
        The day.

    Returns
    -------
    bool
        Where at least the time that they need to begin is left.
    """
    return day + timedelta(SLOW_LEAD_DAYS) <= stand.calendar.stop


def lead_days(stand: Stand, shed: Shed) -> int:
    """Return how long ahead of the need dressings are given.

    Parameters
    ----------
    stand : Stand
        The planting in its place.
    shed : Shed
        What there is to spread.

    Returns
    -------
    int
        Between three and four weeks where all that brings nitrogen is meals and pellets. [days]
    """
    offered = [one for one in shed.products.values() if _brings_n(one, shed)]
    slow = stand.where == "ground" and all(one.form in SLOW for one in offered)
    spread = any(one.form == "organic" and not one.is_bulk for one in offered)
    return SLOW_LEAD_DAYS if slow and spread else 0
