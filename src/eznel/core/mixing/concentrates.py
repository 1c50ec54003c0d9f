"""Concentrates for a proportioner: how strong, in how many tanks, and whether it dissolves.

A proportioner of 1:n draws one part of concentrate into n parts of water, so it is n + 1 times as
strong as the feed. Calcium is kept from sulphates and phosphates: in concentrates they fall out.
"""

from dataclasses import dataclass
from uuid import UUID

from eznel.core.document import Preferences
from eznel.core.products.limits import can_water_c, falls_out, solubility_g_l
from eznel.core.shed.rules import Taken
from eznel.core.shed.shelf import MixPlan, Shed


@dataclass(frozen=True, slots=True, kw_only=True)
class Concentrate:
    """A concentrate that a proportioner draws from."""

    name: str
    litres: float
    grams: dict[UUID, float]
    g_l: float
    dissolves: bool | None
    """None where nobody knows how much of one of its products dissolves."""


def two_tanks(preferences: Preferences) -> bool:
    """Return whether what would fall out can be kept apart as concentrates.

    Parameters
    ----------
    preferences : Preferences
        The garden's.

    Returns
    -------
    bool
        Only where a proportioner draws from two tanks.
    """
    return preferences.proportioner is not None and preferences.tanks == 2


def concentrates_of(mix: MixPlan, mean_c: float, shed: Shed) -> tuple[Concentrate, ...]:
    """Return the concentrates that a proportioner makes a feed of.

    Parameters
    ----------
    mix : MixPlan
        The feed.
    mean_c : float
        Mean of the day, for how warm the water is. [°C]
    shed : Shed
        Products.

    Returns
    -------
    tuple of Concentrate
        Empty without a proportioner, or where nothing is dissolved. [L, g]
    """
    parts = shed.garden.preferences.proportioner
    if parts is None or not mix.water_l:
        return ()
    litres = mix.water_l * mix.portions / (parts + 1)
    held = {line.product: shed.products[line.product].contents.total for line in mix.lines}
    calcium = [
        one
        for one in mix.taken
        if any(falls_out(held[one.product], other) for other in held.values())
    ]
    rest = [one for one in mix.taken if one not in calcium]
    tanks = [tank for tank in (calcium, rest) if tank]
    return tuple(
        _tank("AB"[n], taken, litres, can_water_c(mean_c), shed) for n, taken in enumerate(tanks)
    )


def _tank(name: str, taken: list[Taken], litres: float, water_c: float, shed: Shed) -> Concentrate:
    grams = {one.product: one.grams for one in taken}
    g_l = {product: mass / litres for product, mass in grams.items()}
    most = {p: solubility_g_l(shed.products[p], water_c) for p in grams}
    known = {p: limit for p, limit in most.items() if limit is not None}
    return Concentrate(
        name=name,
        litres=litres,
        grams=grams,
        g_l=sum(g_l.values()),
        dissolves=None if len(known) < len(grams) else all(g_l[p] <= known[p] for p in grams),
    )
