"""Salts in the water of a tub's mix: what feeds and water bring, less what plants and drains take.

Counted as conductivity times litres [dS/m · L]; ten milliequivalents of cations are about one
(Richards 1954), so that potassium, calcium and magnesium taken up take their share along. What
ground holds is far more than a season brings: there a soil test says it.
"""

from collections.abc import Mapping, Sequence

import numpy as np

from eznel.core.balance.sources import Days, Wanted
from eznel.core.crops.daily import Floats
from eznel.core.nutrients import ATOMIC_WEIGHT, Nutrient
from eznel.core.season.portions import Portion

USUAL_WATER_DS_M = 0.5
"""Of tap water, where nobody measured it. [dS/m]"""
OFF_MEASURED, OFF_USUAL = 0.1, 0.5
OFF_PRODUCTS = 0.15
"""How far the salts of a water, measured or not, and of products may be off. [(dS/m)/(dS/m)]"""
SOIL_WATER = 2.0
"""Water that drained mixes hold is about so many times as salty as a saturated paste of them
(FAO-29), for which crops' bounds are printed. [(dS/m)/(dS/m)]"""
MEQ_PER_DS_M = 10.0
CHARGES: dict[Nutrient, int] = {"K": 1, "Ca": 2, "Mg": 2}


def salts_of(
    given: Sequence[Portion],
    days: Days,
    given_l: Floats,
    taken_g: Mapping[str, Floats],
    measured_ds_m: float | None,
) -> Wanted:
    """Return what comes and goes of salts in a planting's tubs.

    Parameters
    ----------
    given : sequence of Portion
        What it is fed.
    days : Days
        Of the balance.
    given_l : array of shape (days,)
        Water given by each evening. [L]
    taken_g : mapping
        Nutrients taken up by each evening. [g]
    measured_ds_m : float or None
        Of its water, where somebody measured it. [dS/m]

    Returns
    -------
    Wanted
        Added up by each evening. [dS/m · L]
    """
    water_ds_m = USUAL_WATER_DS_M if measured_ds_m is None else measured_ds_m
    fed = np.zeros(days.count)
    for one in given:
        brings = one.grams * one.product.contents.ec_ds_m_per_g_l
        if one.course is not None and one.product.form == "coated":
            fed += days.by_courses([(one.on, one.course, brings)])
        else:
            fed += days.at_once([(one.on, brings)])
    taken = sum(
        taken_g[x] / ATOMIC_WEIGHT[x] * charge * 1000 / MEQ_PER_DS_M
        for x, charge in CHARGES.items()
    )
    off = OFF_USUAL if measured_ds_m is None else OFF_MEASURED
    return Wanted(np.asarray(taken), ((given_l * water_ds_m, off), (fed, OFF_PRODUCTS)))
