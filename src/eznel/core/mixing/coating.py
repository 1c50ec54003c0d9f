"""Coated feeds sized for tubs: so much in a litre of mix that it lasts through the season."""

from dataclasses import dataclass
from uuid import UUID

from eznel.core.needs.charging import released_share
from eznel.core.needs.dose import RECOVERED_IN_TUB
from eznel.core.products.fertiliser import fraction
from eznel.core.products.limits import most_in_mix
from eznel.core.stands.stand import InTub, Stand
from eznel.core.stands.stands import Stands


@dataclass(frozen=True, slots=True)
class CoatedSize:
    """How much of a coated product would feed a planting in tubs through its season."""

    product: UUID
    g_l: float
    grams: float
    """For all of its tubs."""
    released_share: float
    """Of it, until feeding stops. [g/g]"""
    held_by_label: bool


COATED_N_SHARE = 0.8
"""A coated feed is sized to bring so much of a season's nitrogen; feeds correct the rest."""


def coated_sizes(stand: Stand, stands: Stands) -> tuple[CoatedSize, ...]:
    """Return how much of each coated product in the shed would feed a tub through its season.

    Sized by the volume and by what is released until feeding stops; never above the label.

    Parameters
    ----------
    stand : Stand
        The planting in a tub.
    stands : Stands
        Its garden.

    Returns
    -------
    tuple of CoatedSize
        Empty for beds. [g/L, g]
    """
    if not isinstance(stand, InTub):
        return ()
    litres = stand.litres
    fixed = stand.crop.n_fixing_share
    wanted = (
        stand.kg_yield
        * stand.own.of_yield("N")
        * stand.crop.uptake_n
        * (1 - fixed)
        / RECOVERED_IN_TUB
    )
    found = []
    for product in stands.fertilisers.values():
        share = fraction(product, "N").value
        if product.form != "coated" or product.product.release_days is None or share <= 0:
            continue
        released = released_share(product, stand, stand.calendar.begins).value
        if released <= 0:
            continue
        grams = COATED_N_SHARE * wanted / (share * released)
        most = most_in_mix(product)
        held = most is not None and grams / litres > most
        g_l = most if held and most is not None else grams / litres
        found.append(CoatedSize(product.id, g_l, g_l * litres, released, held))
    return tuple(found)
