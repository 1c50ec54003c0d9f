"""Amounts as people say them: a pinch, a handful, about a cup, half a can."""

from dataclasses import dataclass

from eznel.core.document import WeighedOf
from eznel.core.products.fertiliser import Fertiliser, density_g_ml
from eznel.core.products.limits import most_in_water
from eznel.core.quantities import Volume

HAND_ML = {
    "pinch": (0.3, 0.7), "handful": (40.0, 80.0), "double_handful": (120.0, 220.0),
}  # fmt: skip
"""What a hand takes of something loose, at least and at most. [mL]"""
CUP_ML = (200.0, 280.0)
"""What somebody's cup holds, at least and at most. [mL]"""
FILLED = {"half_can": (0.4, 0.6), "can": (0.9, 1.0)}
"""How full a can is that is called half full or full, at least and at most. [L/L]"""
WEAKEST = 0.5
"""Of its label's strength that people make a feed at, who are careful; none is stronger. [g/g]"""


@dataclass(frozen=True, slots=True)
class Rough:
    """What a word for an amount can have been of one product."""

    said: str
    """The word: of `HAND_ML`, "cup", or of `FILLED`."""
    amount: WeighedOf
    """From its least to its most."""
    water: Volume | None
    """What it was dissolved in, where that is part of the word."""


def rough_amounts(of: Fertiliser, can: Volume) -> tuple[Rough, ...]:
    """Return what words for amounts can have been of a product.

    Nobody takes a handful of a liquid, and a can of it is known only where its label, or what is
    usual of its material, says how strong it is made: between half of that and all of it.

    Parameters
    ----------
    of : Fertiliser
        The product.
    can : Volume
        The grower's can. [L]

    Returns
    -------
    tuple of Rough
        The smallest first.
    """
    hands = {} if of.form == "liquid" else HAND_ML
    found = [
        Rough(said, _between(of, ends, "mL"), None)
        for said, ends in {**hands, "cup": CUP_ML}.items()
    ]
    strength = most_in_water(of) if of.is_dissolved else None
    if strength is None:
        return tuple(found)
    unit, g_per_unit = ("mL", density_g_ml(of).value) if of.form == "liquid" else ("g", 1.0)
    for said, (emptiest, fullest) in FILLED.items():
        per_can = can.l * strength / g_per_unit
        ends = (emptiest * WEAKEST * per_can, fullest * per_can)
        water = can.model_copy(update={"value": can.value * (emptiest + fullest) / 2})
        found.append(Rough(said, _between(of, ends, unit), water))
    return tuple(found)


def _between(of: Fertiliser, ends: tuple[float, float], unit: str) -> WeighedOf:
    least, most = ({"value": round(end, 1), "unit": unit} for end in ends)
    return WeighedOf.model_validate({"product": of.id, "amount": least, "up_to": most})
