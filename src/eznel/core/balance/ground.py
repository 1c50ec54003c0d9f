"""What holds and moves things in the ground of a bed or the mix of a tub, day by day."""

from collections.abc import Sequence
from math import ceil

import numpy as np

from eznel.core.balance.layers import LAYER_M, Layered
from eznel.core.balance.sources import Days
from eznel.core.moisture.course import Evening
from eznel.core.moisture.demand import Demand
from eznel.core.stands.stand import InTub


def ground_of(demand: Demand, evenings: Sequence[Evening], days: Days) -> Layered:
    """Return what moves things in the ground or mix of a planting.

    Parameters
    ----------
    demand : Demand
        The planting with its roots and what its ground holds.
    evenings : sequence of Evening
        Its water, from the first day on.
    days : Days
        Of the balance.

    Returns
    -------
    Layered
        By layers of 5 cm; a tub's mix is one layer. [mm]
    """
    stand = demand.stand
    known_l = [one.drained_l for one in evenings[: days.count]]
    drained_l = known_l + [0.0] * (days.count - len(known_l))
    if isinstance(stand, InTub):
        # One layer, with litres for millimetres: only their ratio counts.
        return Layered(1, water_in_tub_l(stand, demand), drained_l, [1] * days.count)
    roots_m = demand.roots_m[np.minimum(np.arange(days.count), len(demand.roots_m) - 1)]
    return Layered(
        ceil(demand.use.root_m / LAYER_M),
        demand.held.field_capacity * LAYER_M * 1000,
        [one / stand.ground_m2 for one in drained_l],
        np.ceil(roots_m / LAYER_M).astype(int).tolist(),
    )


def water_in_tub_l(stand: InTub, demand: Demand) -> float:
    """Return the water in a planting's tubs when their mix is full, also what roots cannot draw.

    Parameters
    ----------
    stand : InTub
        The planting.
    demand : Demand
        The same, with what its mix holds.

    Returns
    -------
    float
        In all of its tubs. [L]
    """
    return demand.held.field_capacity * stand.litres
