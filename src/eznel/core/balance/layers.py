"""What goes down with draining water: layer by layer, as Burns (1975) has it of nitrate.

Water that drains mixes with what a layer holds and takes along the share that it makes up of both.
Of what lies on top, a drainage P in one go carries (P ÷ (P + θ))^h below depth h, with P and θ, the
water of a layer at field capacity, in millimetres and h counted in such layers.
"""

from collections.abc import Sequence
from dataclasses import dataclass

import numpy as np

from eznel.core.crops.weather import Floats

LAYER_M = 0.05
CATCHES_UP = 3.0
"""A crop that is behind takes up to so many times a day's want: roots do not fetch all at once."""


@dataclass(frozen=True, slots=True)
class Layered:
    """Ground in layers, and what moves things in it, day by day."""

    layers: int
    """Down to the deepest roots that the crop will ever have. [count]"""
    layer_mm: float
    """Water in a layer at field capacity. [mm]"""
    drained_mm: Sequence[float]
    rooted: Sequence[int]
    """Layers that roots have reached. [count]"""

    @classmethod
    def still(cls, days: int) -> "Layered":
        """Return ground that holds fast what comes to it."""
        return cls(1, 1.0, [0.0] * days, [1] * days)

    @property
    def is_still(self) -> bool:
        """Whether nothing moves in it and roots reach all of it."""
        return self.layers == 1 and not any(self.drained_mm)


@dataclass(frozen=True, slots=True)
class Gone:
    """Where several substances are by each evening. What came = taken + lost + left.

    Arrays of shape (substances, days). [g]
    """

    taken: Floats
    lost: Floats
    """Gone below all layers."""
    left: Floats


def through_layers(came: Floats, wanted: Floats, ground: Layered) -> Gone:
    """Return where things are that a planting takes up and water moves.

    Parameters
    ----------
    came : array of shape (substances, days)
        What has come onto the top by each evening. [g]
    wanted : array of shape (substances, days)
        What the crop would have taken up by then. [g]
    ground : Layered
        What holds and moves them.

    Returns
    -------
    Gone
        Added up, and what is left. [g]
    """
    if ground.is_still:
        return _held_fast(came, wanted)
    rows, count = came.shape
    held = np.zeros((ground.layers, rows))
    taken_so_far, lost_so_far = np.zeros(rows), np.zeros(rows)
    taken, lost, left = (np.empty((count, rows)) for _ in range(3))
    comes = np.diff(came, axis=1, prepend=0.0).T.copy()
    wants = wanted.T.copy()
    most = CATCHES_UP * np.diff(wants, axis=0, prepend=0.0)
    top = held[0]
    for n in range(count):
        top += comes[n]
        if ground.drained_mm[n] > 0:
            lost_so_far = lost_so_far + _drain(held, ground.drained_mm[n], ground.layer_mm)
        reached = held[: min(max(ground.rooted[n], 1), ground.layers)]
        there = np.add.reduce(reached)
        takes = np.minimum(np.minimum(wants[n] - taken_so_far, most[n]), there)
        # Taken alike from all layers that roots reach.
        reached *= 1 - takes / np.maximum(there, 1e-300)
        taken_so_far = taken_so_far + takes
        taken[n], lost[n], left[n] = taken_so_far, lost_so_far, np.add.reduce(held)
    return Gone(taken.T, lost.T, left.T)


def _held_fast(came: Floats, wanted: Floats) -> Gone:
    """Where things are that no water moves: at once, since none of it depends on a layer.

    T(n) = least of W(n), C(n) and T(n − 1) + 3 (W(n) − W(n − 1)), so that T − 3 W is the least so
    far of what either allows.
    """
    behind = CATCHES_UP * wanted
    taken = behind + np.minimum.accumulate(np.minimum(wanted, came) - behind, axis=1)
    return Gone(taken, np.zeros_like(taken), came - taken)


def _drain(held: Floats, drained_mm: float, layer_mm: float) -> Floats:
    """Move things down in place; return what leaves below. [g]"""
    share = drained_mm / (drained_mm + layer_mm)
    moving = np.zeros(held.shape[1])
    for own in held:
        mixed = own + moving
        moving = share * mixed
        own[:] = mixed - moving
    return moving
