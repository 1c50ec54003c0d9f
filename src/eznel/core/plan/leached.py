"""Nitrogen that rain and watering carried below a bed's roots so far, and what to make of it."""

from collections.abc import Sequence

import numpy as np

from eznel.core.balance.ground import ground_of
from eznel.core.balance.layers import through_layers
from eznel.core.balance.sources import days_of, sources_of, wanted_g
from eznel.core.moisture.watering import Moist
from eznel.core.season.fold import Season
from eznel.core.season.portions import Portion
from eznel.core.season.workings import Workings
from eznel.core.stands.stand import OnGround
from eznel.core.working import Finding, Level, Quantity

WORTH_G_M2, WORTH_SHARE = 0.5, 0.1
"""Less than this, or than this share of what came so far, is within what nobody can know."""


def leached(
    season: Season, given: Sequence[Portion], of: Moist, workings: Workings
) -> list[Finding]:
    """Return what there is to say of nitrogen that went below a planting's roots up to yesterday.

    Parameters
    ----------
    season : Season
        The planting's.
    given : sequence of Portion
        What it was given and is to be.
    of : Moist
        The course of its place's water.
    workings : Workings
        The garden's.

    Returns
    -------
    list of Finding
        Nothing in a tub, where what drains is seen; nor where hardly any went.
    """
    stand = season.stand
    found = [one for one in of.standing if one[0].stand.id == stand.id]
    if not found or not isinstance(stand, OnGround):
        return []
    demand, evenings, past = found[0]
    drained_l = sum(day.drained_l for day in evenings[:past])
    if not drained_l:
        return []
    days = days_of(stand)
    ground = ground_of(demand, evenings, days)
    arrived = [
        one.arrived_g["N"]
        for one in sources_of(season, given, days, workings.shed)
        if "N" in one.arrived_g
    ]
    came_g = np.asarray(sum(arrived, np.zeros(days.count)))
    wants_g = wanted_g(season, season.plan.window, "N", days)
    gone = through_layers(came_g[None, :past], wants_g[None, :past], ground)
    lost_g = float(gone.lost[0, -1])
    so_far_g = float(came_g[past - 1])
    if lost_g < max(WORTH_G_M2 * stand.ground_m2, WORTH_SHARE * so_far_g):
        return []
    numbers = (
        Quantity("lost_n_g", lost_g, "g"),
        Quantity("came_n_g", so_far_g, "g"),
        Quantity("drained_mm", drained_l / stand.ground_m2, "mm"),
    )
    return [Finding("leached", Level.NOTE, numbers=numbers)]
