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

    def stretches(self, count: int) -> Iterator[tuple[int, int]]:
        """Yield days from one on which water drains or roots grow until the next, of so many."""
        begins = [
            n
            for n, drained in enumerate(self.drained_mm[:count])
            if not n or drained > 0 or self.rooted[n] != self.rooted[n - 1]
        ]
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
    held = np.zeros((len(came), ground.layers))
    comes = np.diff(came, axis=1, prepend=0.0)
    taken, lost = np.empty((2, *came.shape))
    taken_so_far, lost_so_far, wanted_so_far = np.zeros((3, len(came)))
    steps = _steps(ground.layers)
    for first, until in ground.stretches(came.shape[1]):
        days = slice(first, until)
        held[:, 0] += comes[:, first]
        if ground.drained_mm[first] > 0:
            lost_so_far = lost_so_far + _drain(held, ground.drained_mm[first], ground, steps)
        reached = held[:, : max(ground.rooted[first], 1)]
        at_first = taken_so_far + reached.sum(axis=1) - came[:, first]
        reachable = came[:, days] + at_first[:, None]
        started = taken_so_far - CATCHES_UP * wanted_so_far
        taken[:, days] = _taken(wanted[:, days], reachable, started)
        lost[:, days] = lost_so_far[:, None]
        # Taken alike from all layers that roots reach.
        kept = _kept(taken[:, days], reachable, taken_so_far)
        reached *= kept[:, :1]
        held[:, 0] += (comes[:, first + 1 : until] * kept[:, 1:]).sum(axis=1)
        taken_so_far, wanted_so_far = taken[:, until - 1], wanted[:, until - 1]
    return Gone(taken, lost, came - taken - lost)


def _taken(wanted: Floats, reachable: Floats, started: Floats) -> Floats:
    """What is taken up by each evening of a stretch: at once, since none of it depends on a layer.

    T(n) = least of W(n), of what T and all in reach are together, and of T(n − 1) + 3 (W(n) −
    W(n − 1)), so that T − 3 W is the least so far of what either allows, and of `started`.
    """
    behind = CATCHES_UP * wanted
    allowed = np.minimum(wanted, reachable) - behind
    allowed[:, 0] = np.minimum(allowed[:, 0], started)
    return np.asarray(behind + np.minimum.accumulate(allowed, axis=1))


def _kept(taken: Floats, reachable: Floats, taken_before: Floats) -> Floats:
    """The share of what is there on each day of a stretch that is left at its end."""
    before = np.concatenate([taken_before[:, None], taken[:, :-1]], axis=1)
    there = np.maximum(reachable - before, 1e-300)
    left = np.clip(1 - (taken - before) / there, 0.0, 1.0)
    return np.cumprod(left[:, ::-1], axis=1)[:, ::-1]


def _steps(layers: int) -> NDArray[np.intp]:
    """How many layers down from each to each; as many as there are where it goes up."""
    of = np.arange(layers)
    down = of[None, :] - of[:, None]
    return np.where(down >= 0, down, layers)


def _drain(held: Floats, drained_mm: float, ground: Layered, steps: NDArray[np.intp]) -> Floats:
    """Move things down in place; return what leaves below. [g]"""
    share = drained_mm / (drained_mm + ground.layer_mm)
    comes_down = np.append(share ** np.arange(ground.layers), 0.0)[steps]
    mixed = held @ comes_down
    held[:] = (1 - share) * mixed
    return np.asarray(share * mixed[:, -1])
