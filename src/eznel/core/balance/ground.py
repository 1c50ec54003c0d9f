"""What holds and moves things in the ground of a bed or the mix of a tub, day by day."""

from collections.abc import Sequence
from math import ceil

from eznel.core.balance.layers import LAYER_M, Layered
from eznel.core.balance.sources import Days
from eznel.core.moisture.course import Evening
from eznel.core.moisture.demand import Demand, Evaporation, held_at
from eznel.core.reference import Catalogue
from eznel.core.stands.stand import InTub, Stand


def ground_of(
    stand: Stand, evenings: Sequence[Evening], days: Days, catalogue: Catalogue
) -> Layered:
    """Return what moves things in the ground or mix of a planting.

    Parameters
    ----------
    stand : Stand
        The planting.
    evenings : sequence of Evening
        Its water, from the first day on.
    days : Days
        Of the balance.
    catalogue : Catalogue
        What grounds hold and how deep roots go.

    Returns
    -------
    Layered
        By layers of 5 cm; a tub's mix is one layer. [mm]
    """
    held = held_at(stand, catalogue.holding)
    known_l = [one.drained_l for one in evenings[: days.count]]
    drained_l = known_l + [0.0] * (days.count - len(known_l))
    if isinstance(stand, InTub):
        # One layer, with litres for millimetres: only their ratio counts.
        return Layered(1, water_in_tub_l(stand, catalogue), drained_l, [1] * days.count)
    use = catalogue.water_use[stand.crop.key]
    demand = Demand(stand, use, catalogue.holding, Evaporation(stand.weather))
    return Layered(
        ceil(use.root_m / LAYER_M),
        held.field_capacity * LAYER_M * 1000,
        [one / stand.ground_m2 for one in drained_l],
        [ceil(demand.root_m(day) / LAYER_M) for day in days.all],
    )


def water_in_tub_l(stand: InTub, catalogue: Catalogue) -> float:
    """Return the water in a planting's tubs when their mix is full, also what roots cannot draw.

    Parameters
    ----------
    stand : InTub
        The planting.
    catalogue : Catalogue
        What mixes hold.

    Returns
    -------
    float
        In all of its tubs. [L]
    """
    return held_at(stand, catalogue.holding).field_capacity * stand.litres
