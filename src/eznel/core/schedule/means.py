"""What the shed makes of a first plan: a slow base, how strong feeds are, how far ahead they go."""

from dataclasses import dataclass
from math import inf

from eznel.core.crops.uptake import Curve
from eznel.core.products.limits import most_in_water
from eznel.core.schedule.slow_base import lead_days, slow_base
from eznel.core.shed.placing import FORMS, is_quick_at_base
from eznel.core.shed.shelf import Shed
from eznel.core.stands.stand import Stand


@dataclass(frozen=True, slots=True)
class Means:
    """What there is to feed a planting with, as far as its days and amounts depend on it."""

    slow_n: Curve | None = None
    """How a base's nitrogen becomes available, where it is slow. [g/g]"""
    most_n_mg_l: float = inf
    """Strength that the programme mixes feeds at, at most."""
    lead_days: int = 0
    """How long ahead of the need it is fed, where there are only meals and pellets."""
    has_base: bool = True
    """Whether something can go in before planting; of an empty shed nobody knows."""


def means_of(stand: Stand, shed: Shed) -> Means:
    """Return what there is to feed a planting with.

    Parameters
    ----------
    stand : Stand
        The planting in its place.
    shed : Shed
        The garden's.

    Returns
    -------
    Means
        Of the products that may be used here.
    """
    return Means(
        slow_base(stand, shed),
        _label_n_mg_l(stand, shed),
        lead_days(stand, shed),
        _has_base(stand, shed),
    )


def _has_base(stand: Stand, shed: Shed) -> bool:
    feeding = [
        one
        for id_, one in shed.products.items()
        if shed.refused[id_] is None and one.contents.available.any and not one.is_lime
    ]
    return not feeding or any(
        one.form in FORMS["base", stand.where] and not is_quick_at_base(one, "base")
        for one in feeding
    )


def _label_n_mg_l(stand: Stand, shed: Shed) -> float:
    """How much nitrogen a litre of feed has at most, where the programme mixes by labels: of the
    product that brings most at its label's share. [mg/L]
    """
    share = stand.programme.label_share
    if share is None:
        return inf
    offered = [
        one
        for id_, one in shed.products.items()
        if one.is_dissolved and shed.refused[id_] is None and one.contents.soluble_n > 0
    ]
    strengths = [
        inf if (most_g_l := most_in_water(one)) is None else most_g_l * one.contents.soluble_n
        for one in offered
    ]
    return max(strengths, default=inf) * share * 1000
