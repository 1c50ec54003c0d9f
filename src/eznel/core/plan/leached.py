"""Nitrogen that rain and watering carried below a bed's roots, and what to make of it."""

from datetime import timedelta
from math import ceil

import numpy as np

from eznel.core.moisture.demand import held_at
from eznel.core.moisture.leaching import LAYER_M, NitrateIn, nitrate
from eznel.core.moisture.watering import Moist, Standing
from eznel.core.plan.result import Tide
from eznel.core.reference import Catalogue
from eznel.core.stands.stand import OnGround, Stand
from eznel.core.working import Finding, Level, Quantity

WORTH_G_M2, WORTH_SHARE = 0.5, 0.1
"""Less than this, or than this share of what came so far, is within what nobody can know."""


def leached(stand: Stand, of: Moist, tide: Tide, catalogue: Catalogue) -> list[Finding]:
    """Return what there is to say of nitrogen that went below a planting's roots.

    Parameters
    ----------
    stand : Stand
        The planting where it stands.
    of : Moist
        The course of its place's water.
    tide : Tide
        Its need and supply of nitrogen. [g]
    catalogue : Catalogue
        What grounds hold.

    Returns
    -------
    list of Finding
        Nothing in a tub, where what drains is seen; nor where hardly any went.
    """
    found = [one for one in of.standing if one[0].stand.id == stand.id]
    if not found or not isinstance(stand, OnGround):
        return []
    days = _days(found[0], tide, stand.ground_m2)
    came_g = sum(day.comes_g for day in days)
    layers = ceil(found[0][0].use.root_m / LAYER_M)
    layer_mm = held_at(stand, catalogue.holding).field_capacity * LAYER_M * 1000
    lost_g = sum(day.lost_g for day in nitrate(days, layers, layer_mm))
    if lost_g < max(WORTH_G_M2 * stand.ground_m2, WORTH_SHARE * came_g):
        return []
    numbers = (
        Quantity("lost_n_g", lost_g, "g"),
        Quantity("came_n_g", came_g, "g"),
        Quantity("drained_mm", sum(day.drained_mm for day in days), "mm"),
    )
    return [Finding("leached", Level.NOTE, numbers=numbers)]


def _days(standing: Standing, tide: Tide, ground_m2: float) -> list[NitrateIn]:
    """What came and was wanted each day up to yesterday, and what drained."""
    demand, evenings, at = standing
    past = evenings[:at]
    when = [day.toordinal() for day in tide.days]
    ends = [(day.on - timedelta(n)).toordinal() for day in past[:1] for n in (1,)]
    ends += [day.on.toordinal() for day in past]
    came, wanted = (np.interp(ends, when, line, left=0.0) for line in (tide.supply_g, tide.need_g))
    return [
        NitrateIn(
            on=day.on,
            comes_g=float(came[n + 1] - came[n]),
            wants_g=float(wanted[n + 1] - wanted[n]),
            drained_mm=day.drained_l / ground_m2,
            rooted=ceil(demand.root_m(day.on) / LAYER_M),
        )
        for n, day in enumerate(past)
    ]
