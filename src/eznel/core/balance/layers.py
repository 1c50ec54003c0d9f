"""What goes down with draining water: layer by layer, as Burns (1975) has it of nitrate.

Water that drains mixes with what a layer holds and takes along the share that it makes up of both.
Of what lies on top, a drainage P in one go carries (P ÷ (P + θ))^h below depth h, with P and θ, the
water of a layer at field capacity, in millimetres and h counted in such layers.

Between two such days, as long as roots grow no deeper, only what is in reach of them counts.
"""

from collections.abc import Iterator, Sequence
from dataclasses import dataclass

import numpy as np
from numpy.typing import NDArray

from eznel.core.crops.daily import Floats

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

    def stretches(self, count: int) -> Iterator[tuple[int, int]]:
        """Yield days from one on which water drains or roots grow until the next, of so many."""
        drains = [n for n, drained in enumerate(self.drained_mm[:count]) if drained > 0]
        if not drains:
            return iter([(0, count)])
        # Until water drains for the first time all lies in the first layer, which roots are in.
        grows = (n for n in range(drains[0], count) if self.rooted[n] != self.rooted[n - 1])
        begins = sorted({0, *drains, *grows})
        return zip(begins, [*begins[1:], count], strict=True)


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
    rows, count = came.shape
    held, comes = np.zeros((rows, ground.layers)), np.diff(came, axis=1, prepend=0.0)
    # The evening before the first stands before each.
    taken, lost = np.zeros((2, rows, count + 1))
    behind = CATCHES_UP * np.concatenate([np.zeros((rows, 1)), wanted], axis=1)
    steps = _steps(ground.layers)
    for first, until in ground.stretches(count):
        mornings, evenings = slice(first, until), slice(first + 1, until + 1)
        before = taken[:, mornings]
        held[:, 0] += comes[:, first]
        lost[:, evenings] = lost[:, first : first + 1]
        if ground.drained_mm[first] > 0:
            lost[:, evenings] += _drain(held, ground.drained_mm[first], ground, steps)
        reached = held[:, : max(ground.rooted[first], 1)]
        there = before[:, 0] + np.add.reduce(reached, axis=1) - came[:, first]
        reachable = came[:, mornings] + there[:, None]
        # T(n) is the least of W(n), of what it and all in reach are together, and of T(n − 1) + 3
        # (W(n) − W(n − 1)): T − 3 W is the least so far of what either allows.
        allowed = np.minimum(wanted[:, mornings], reachable) - behind[:, evenings]
        np.minimum(allowed[:, 0], before[:, 0] - behind[:, first], out=allowed[:, 0])
        np.minimum.accumulate(allowed, axis=1, out=allowed)
        np.add(behind[:, evenings], allowed, out=taken[:, evenings])
        if until < count:
            # Taken alike from all layers that roots reach.
            kept = _kept(reachable - before, reachable - taken[:, evenings])
            reached *= kept[:, :1]
            held[:, 0] += np.add.reduce(comes[:, first + 1 : until] * kept[:, 1:], axis=1)
    return Gone(taken[:, 1:], lost[:, 1:], came - taken[:, 1:] - lost[:, 1:])


def _kept(there: Floats, left: Floats) -> Floats:
    """The share of what is there on each day of a stretch that is left at its end.

    By what is in reach before and after each day's uptake.
    """
    share = np.maximum(left, 0.0) / np.maximum(there, 1e-300)
    return np.asarray(np.minimum(share, 1.0)[:, ::-1].cumprod(axis=1)[:, ::-1], dtype=float)


def _steps(layers: int) -> NDArray[np.intp]:
    """How many layers down from each to each; as many as there are where it goes up."""
    of = np.arange(layers)
    down = of[None, :] - of[:, None]
    return np.where(down >= 0, down, layers)


def _drain(held: Floats, drained_mm: float, ground: Layered, steps: NDArray[np.intp]) -> Floats:
    """Move things down in place; return what leaves below, a column. [g]"""
    share = drained_mm / (drained_mm + ground.layer_mm)
    stays = (1 - share) * share ** np.arange(ground.layers + 1.0)
    stays[-1] = 0.0
    held[:] = held @ stays[steps]
    return np.asarray(drained_mm / ground.layer_mm * held[:, -1:])
