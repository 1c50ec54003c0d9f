"""Nitrate that goes down with draining water: layer by layer, as Burns (1975) has it.

Water that drains mixes with what a layer holds and takes along the share that it makes up of both.
Of nitrate on top, a drainage P in one go carries (P ÷ (P + θ))^h below depth h, with P and θ, the
water of a layer at field capacity, in millimetres and h counted in such layers.
"""

from collections.abc import Iterable
from dataclasses import dataclass
from datetime import date

LAYER_M = 0.05


@dataclass(frozen=True, slots=True)
class NitrateIn:
    """A day's nitrogen, and what moves it."""

    on: date
    comes_g: float
    """Fed, released or freed that day, into the top. [g]"""
    wants_g: float
    """What the crop would take up that day. [g]"""
    drained_mm: float
    rooted: int
    """Layers that roots have reached. [count]"""


@dataclass(frozen=True, slots=True)
class NitrateDay:
    """Where it was in the evening. What came = what was taken, lost and left."""

    on: date
    taken_g: float
    lost_g: float
    """Gone below the deepest roots that the crop will ever have. [g]"""
    left_g: float


def nitrate(days: Iterable[NitrateIn], layers: int, layer_mm: float) -> tuple[NitrateDay, ...]:
    """Return where a planting's nitrogen is, day by day.

    Parameters
    ----------
    days : iterable of NitrateIn
        In order.
    layers : int
        Down to the deepest roots. [count]
    layer_mm : float
        Water in a layer at field capacity. [mm]

    Returns
    -------
    tuple of NitrateDay
        A day each. [g]
    """
    held = [0.0] * layers
    owed_g = 0.0
    found = []
    for day in days:
        held[0] += day.comes_g
        lost_g = _drain(held, day.drained_mm, layer_mm)
        owed_g += day.wants_g
        taken_g = _take(held, min(max(day.rooted, 1), layers), owed_g)
        owed_g -= taken_g
        found.append(NitrateDay(day.on, taken_g, lost_g, sum(held)))
    return tuple(found)


def _drain(held: list[float], drained_mm: float, layer_mm: float) -> float:
    """Move nitrate down in place; return what leaves below. [g]"""
    if drained_mm <= 0:
        return 0.0
    share = drained_mm / (drained_mm + layer_mm)
    moving = 0.0
    for n, own in enumerate(held):
        mixed = own + moving
        moving = share * mixed
        held[n] = mixed - moving
    return moving


def _take(held: list[float], rooted: int, wanted_g: float) -> float:
    """Take up in place what roots reach, alike from all layers; return it. [g]"""
    there = sum(held[:rooted])
    if there <= 0 or wanted_g <= 0:
        return 0.0
    taken = min(wanted_g, there)
    for n in range(rooted):
        held[n] -= held[n] * taken / there
    return taken
