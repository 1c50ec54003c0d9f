"""What holds and moves things in the ground of a bed or the mix of a tub, day by day."""

from math import ceil

import numpy as np

from eznel.core.balance.layers import LAYER_M, Layered
from eznel.core.balance.sources import Days
from eznel.core.moisture.course import Evenings
from eznel.core.moisture.demand import Demand
from eznel.core.stands.stand import InTub


def ground_of(demand: Demand, evenings: Evenings, days: Days) -> Layered:
    """Return what moves things in the ground or mix of a planting.

    Parameters
    ----------
    demand : Demand
        The planting with its roots and what its ground holds.
    evenings : Evenings
        Its water, from the first day on.
    days : Days
        Of the balance.

    Returns
    -------
    Layered
        By layers of 5 cm; a tub's mix is one layer. [mm]
    """
    stand = demand.stand
    known_l = evenings.drained_l[: days.count]
    drained_l = np.concatenate([known_l, np.zeros(days.count - len(known_l))])
    if isinstance(stand, InTub):
        # One layer, with litres for millimetres: only their ratio counts.
        return Layered(
            1, water_in_tub_l(stand, demand), drained_l, np.ones(days.count, dtype=np.intp)
        )
    roots_m = demand.roots_m[np.minimum(np.arange(days.count), len(demand.roots_m) - 1)]
    return Layered(
        ceil(demand.use.root_m / LAYER_M),
        demand.held.field_capacity * LAYER_M * 1000,
        drained_l / stand.ground_m2,
        np.maximum(np.ceil(roots_m / LAYER_M), 1).astype(np.intp),
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
