"""What goes down with draining water: layer by layer, as Burns (1975) has it of nitrate.

Water that drains mixes with what a layer holds and takes along the share that it makes up of both.
Of what lies on top, a drainage P in one go carries (P ÷ (P + θ))^h below depth h, with P and θ, the
water of a layer at field capacity, in millimetres and h counted in such layers.

Between two such days, as long as roots grow no deeper, only what is in reach of them counts.
"""

from dataclasses import dataclass
from functools import lru_cache
from itertools import pairwise

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
    drained_mm: Floats
    rooted: NDArray[np.intp]
    """Layers that roots have reached. [count]"""

    @classmethod
    def still(cls, days: int) -> "Layered":
        """Return ground that holds fast what comes to it."""
        return cls(1, 1.0, np.zeros(days), np.ones(days, dtype=np.intp))

    def stretches(self, count: int) -> tuple[tuple[int, int], ...]:
        """Return days from one on which water drains or roots grow until the next, of so many."""
        drains = np.flatnonzero(self.drained_mm[:count] > 0)
        if not len(drains):
            return ((0, count),)
        grows = np.flatnonzero(np.diff(self.rooted[:count])) + 1
        # Until water drains for the first time all lies in the first layer, which roots are in.
        begins = sorted({0, *drains.tolist(), *grows[grows > drains[0]].tolist()})
        return tuple(pairwise((*begins, count)))


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
    fold = _Fold(np.ascontiguousarray(came.T), np.ascontiguousarray(wanted.T), ground)
    stretches = ground.stretches(count)
    drained_mm = ground.drained_mm[[first for first, _ in stretches]]
    moves, times = _moves(drained_mm, ground), (drained_mm / ground.layer_mm).tolist()
    lost = np.zeros((len(stretches), rows))
    for n, (first, until) in enumerate(stretches):
        fold.arrives(first)
        if times[n] > 0:
            lost[n] = fold.drains(moves[n], times[n])
        fold.is_taken_from(first, until)
    lasts = [until - first for first, until in stretches]
    taken, lost = fold.taken.T, lost.cumsum(axis=0).repeat(lasts, axis=0).T
    return Gone(taken, lost, came - taken - lost)


class _Fold:
    """Several substances through a season; all arrays of shape (days or layers, substances).

    T(n), taken by an evening, is the least of W(n), of what it and all in reach are together, and
    of T(n − 1) + 3 (W(n) − W(n − 1)): T − 3 W is the least so far of what either allows.
    """

    def __init__(self, came: Floats, wanted: Floats, ground: Layered) -> None:
        days, rows = came.shape
        self._rooted = ground.rooted.tolist()
        self._held = np.zeros((ground.layers, rows))
        self._behind = CATCHES_UP * wanted
        self._wanted = wanted - self._behind
        # What comes on a day; what has come, against three times the want of the same evening and
        # of the one before.
        self._comes, self._came_since = came.copy(), came.copy()
        self._comes[1:] -= came[:-1]
        self._came = came - self._behind
        self._came_since[1:] -= self._behind[:-1]
        # T − 3 W, with the evening before the first.
        self._least = np.zeros((days + 1, rows))

    @property
    def taken(self) -> Floats:
        """What is taken up by each evening. [g]"""
        return self._least[1:] + self._behind

    def arrives(self, day: int) -> None:
        """Put what comes on a day on top."""
        self._held[0] += self._comes[day]

    def drains(self, moves: Floats, times: float) -> Floats:
        """Move things down; return what leaves below. [g]"""
        self._held = moves @ self._held
        lost: Floats = times * self._held[-1]
        return lost

    def is_taken_from(self, first: int, until: int) -> None:
        """Let the crop take through the days until water moves again or roots grow."""
        reached, least = self._held[: self._rooted[first]], self._least[first : until + 1]
        before = np.add.reduce(reached)
        there = least[0] + before - self._came_since[first]
        within = self._came[first:until] + there
        np.minimum(self._wanted[first:until], within, out=least[1:])
        np.minimum.accumulate(least, out=least)
        if until == len(self._came):
            return
        # Taken alike from all layers that roots reach, with what came onto the first meanwhile.
        left = np.maximum(within - least[1:], 0.0)
        found = self._came_since[first:until] + there - least[:-1]
        kept = np.multiply.reduce(left / np.maximum(found, 1e-300))
        reached *= kept
        self._held[0] += np.maximum(left[-1] - before * kept, 0.0)


def _moves(drained_mm: Floats, ground: Layered) -> Floats:
    """What of each layer comes to each with so much water. Shape (drains, layers to, layers of)."""
    share = drained_mm / (drained_mm + ground.layer_mm)
    stays = np.repeat(share[:, None], ground.layers + 1, axis=1)
    stays[:, 0] = 1 - share
    stays.cumprod(axis=1, out=stays)
    stays[:, -1] = 0.0
    return stays[:, _steps_down(ground.layers)]


@lru_cache
def _steps_down(layers: int) -> NDArray[np.intp]:
    """How many layers down to each from each; as many as there are where it goes up."""
    of = np.arange(layers)
    down = of[:, None] - of
    return np.where(down >= 0, down, layers)
