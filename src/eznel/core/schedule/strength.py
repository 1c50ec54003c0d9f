"""How strong a programme lets feeds be: a share of what labels allow, where it mixes by them."""

from math import inf

from eznel.core.products.limits import most_in_water
from eznel.core.shed.shelf import Shed
from eznel.core.stands.stand import Stand


def label_n_mg_l(stand: Stand, shed: Shed) -> float:
    """Return how much nitrogen a litre of feed has at most by a programme that mixes by labels.

    Parameters
    ----------
    stand : Stand
        The planting in its place.
    shed : Shed
        What there is to dissolve.

    Returns
    -------
    float
        Of the product that brings most at its label's share; infinite where the programme mixes
        as the stage bears, or no label names a strength. [mg/L]
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
