"""How much feed a planting drinks at a time: tubs, ground, seedlings."""

from math import ceil

from eznel.core.stands.stand import InTub, OnGround, Stand

TUB_DRENCH_SHARE = 0.12
"""Feed per tub as a share of its mix: between 10 and 15 %, until a little drains."""
GROUND_L_PER_PLANT = (0.5, 2.0)
"""Least feed for one plant in the ground, and most for a small one. [L]"""
GROUND_L_PER_M2 = 10.0
"""Most feed on the ground of a wide plant: a centimetre of water. [L/m²]"""
STARTER_L_PER_PLANT, STARTER_N_MG_L = 0.25, 100.0
"""Starter solution at planting: at most so much, and so strong."""
SEEDLING_L_PER_PLANT = 0.05
"""What a seedling in its module takes up at a time: assumed. [L]"""
GROUND_N_MG_L = 150.0
"""Strength that the litres for a plant in the ground aim at."""


def drench_l(stand: InTub) -> float:
    """Return the feed that all tubs of a stand take at a time.

    Parameters
    ----------
    stand : InTub
        The planting in its tubs.

    Returns
    -------
    float
        12 % of the mix that is this planting's. [L]
    """
    return stand.filled_l.value * TUB_DRENCH_SHARE * stand.tubs * stand.share


def seedling_l(stand: Stand) -> float:
    """Return the feed that the seedlings of a planting take at a time.

    Parameters
    ----------
    stand : Stand
        The planting.

    Returns
    -------
    float
        For all of them. [L]
    """
    return SEEDLING_L_PER_PLANT * stand.plants


def feed_water_l(stand: Stand, need_n_g: float, n_mg_l: float = GROUND_N_MG_L) -> float:
    """Return the feed to make for a liquid job.

    Parameters
    ----------
    stand : Stand
        The planting in its place.
    need_n_g : float
        Nitrogen that the feed is to bring. [g]
    n_mg_l : float
        Strength that it aims at in the ground. [mg/L]

    Returns
    -------
    float
        For all plants together. [L]
    """
    if isinstance(stand, InTub):
        return drench_l(stand)
    least, most = GROUND_L_PER_PLANT[0], most_ground_l(stand)
    per_plant = need_n_g / stand.plants * 1000 / n_mg_l
    return stand.plants * min(max(ceil(per_plant * 10) / 10, least), most)


def most_ground_l(stand: OnGround) -> float:
    """Return the most feed that a plant in the ground takes at a time.

    Parameters
    ----------
    stand : OnGround
        The planting in a bed.

    Returns
    -------
    float
        For one plant. [L]
    """
    return max(GROUND_L_PER_PLANT[1], GROUND_L_PER_M2 * stand.ground_m2 / stand.plants)
