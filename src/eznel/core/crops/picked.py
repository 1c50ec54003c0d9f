"""What something picked weighs: by the scale, by pieces, or by the container that it fills."""

from collections.abc import Iterable
from dataclasses import dataclass

from eznel.core.document import Counted, Harvest, Heaped, Weighed
from eznel.core.reference import Picked
from eznel.core.working import Origin, Quantity, Worked

ROUGH_SHARE = 0.25
"""How far a heap or a typical piece may be off what was not weighed. [kg/kg]"""


@dataclass(frozen=True, slots=True)
class Picking:
    """What was picked at once: its weight, and between what it lies where it is a guess. [kg]"""

    of: Harvest
    weight: Worked
    low_kg: float
    high_kg: float

    @property
    def kg(self) -> float:
        """What it weighs, at best knowledge. [kg]"""
        return self.weight.value


def weighed_kg(much: Weighed) -> Worked:
    """Return what a scale said, less the container.

    Parameters
    ----------
    much : Weighed
        As it stood there.

    Returns
    -------
    Worked
        What was picked. [kg]
    """
    gross, tare = much.gross.g / 1000, much.tare.g / 1000 if much.tare else 0.0
    return Worked.first(
        "picked_on_scale",
        gross - tare,
        "kg",
        Quantity("gross_kg", gross, "kg", Origin.MEASURED),
        Quantity("tare_kg", tare, "kg", Origin.MEASURED),
    )


def pickings(harvests: Iterable[Harvest], usual: Picked) -> tuple[Picking, ...]:
    """Return what the harvests of one planting weigh.

    Pieces that nobody weighed weigh what was typed; else what pieces of the same planting weighed
    that were counted on a scale; else what is usual for the crop.

    Parameters
    ----------
    harvests : iterable of Harvest
        All of one planting.
    usual : Picked
        What its pieces and a heap of them usually weigh. [g, kg/L]

    Returns
    -------
    tuple of Picking
        In the order of their days. [kg]
    """
    ordered = sorted(harvests, key=lambda one: (one.on, str(one.id)))
    counted = [
        (one.much, one.much.pieces)
        for one in ordered
        if isinstance(one.much, Weighed) and one.much.pieces
    ]
    pieces = sum(count for _, count in counted)
    own_g = 1000 * sum(weighed_kg(much).value for much, _ in counted) / pieces if pieces else None
    return tuple(_picking(one, usual, own_g) for one in ordered)


def _picking(of: Harvest, usual: Picked, own_g: float | None) -> Picking:
    if isinstance(of.much, Weighed):
        weight = weighed_kg(of.much)
        return Picking(of, weight, weight.value, weight.value)
    if isinstance(of.much, Heaped):
        return _rough(of, _heap_kg(of.much, usual))
    weight = _pieces_kg(of.much, usual, own_g)
    if of.much.each is not None or own_g is not None:
        return Picking(of, weight, weight.value, weight.value)
    return _rough(of, weight)


def _rough(of: Harvest, weight: Worked) -> Picking:
    low, high = weight.value * (1 - ROUGH_SHARE), weight.value * (1 + ROUGH_SHARE)
    return Picking(of, weight, low, high)


def _heap_kg(much: Heaped, usual: Picked) -> Worked:
    return Worked.first(
        "picked_by_heap",
        much.volume.l * usual.heap_kg_l,
        "kg",
        Quantity("heap_l", much.volume.l, "L", Origin.TYPED),
        Quantity("heap_kg_l", usual.heap_kg_l, "kg/L", Origin.TYPICAL),
    )


def _pieces_kg(much: Counted, usual: Picked, own_g: float | None) -> Worked:
    each, origin = usual.piece_g, Origin.TYPICAL
    if own_g is not None:
        each, origin = own_g, Origin.MEASURED
    if much.each is not None:
        each, origin = much.each.g, Origin.TYPED
    return Worked.first(
        "picked_by_pieces",
        much.pieces * each / 1000,
        "kg",
        Quantity("pieces", much.pieces, "", Origin.TYPED),
        Quantity("piece_g", each, "g", origin),
    )


def complete_kg(harvests: Iterable[Harvest], usual: Picked) -> float | None:
    """Return what a planting gave, where all of it is written down.

    Parameters
    ----------
    harvests : iterable of Harvest
        All of one planting.
    usual : Picked
        What its pieces and a heap of them usually weigh. [g, kg/L]

    Returns
    -------
    float or None
        None while something may be missing. [kg]
    """
    ones = tuple(harvests)
    if not any(one.complete for one in ones):
        return None
    return sum(one.kg for one in pickings(ones, usual))
