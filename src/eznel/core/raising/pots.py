"""When plants fill their pot, and what they are potted on into: by the root ball, not the date.

A young plant doubles in about a week where it is 18 °C, and the litres that its roots fill with it:
each doubling of the pot's volume holds it for a week longer. It fills its first cell when its crop
is usually potted on, or planted. In a pot that is far too large the mix stays wet and sour.
"""

from collections.abc import Iterator, Sequence
from dataclasses import dataclass
from datetime import date, timedelta
from math import ceil, log2

from eznel.core.document import PotSize
from eznel.core.quantities import Length, Volume
from eznel.core.reference import Crop

DOUBLES_DAYS, AT_C = 7.0, 18.0
"""A plant doubles in so many days at this mean warmth: assumed."""
SLOWEST, QUICKEST = 0.3, 1.5
"""Colder or warmer it does not go, of that pace."""
MOST_STEP = 15.0
"""Into a pot of no more than so many times the litres. [L/L]"""
BEARS_DAYS, BEARS_DAYS_IN_CELLS = 10, 21
"""So long plants stand in a pot that is full; longer what is never potted on, as leeks are not."""
USUAL_POTS = tuple(
    PotSize(name=name, holds=Volume(value=litres), across=Length(value=cm, unit="cm"))
    for name, litres, cm in (("9 cm", 0.4, 9), ("13 cm", 1.1, 13), ("17 cm", 2.3, 17))
)
"""Where the grower named none."""


@dataclass(frozen=True, slots=True)
class Roots:
    """How fast a planting's plants fill what they stand in."""

    filled_l: float
    """What is full on `filled_on`. [L]"""
    filled_on: date
    pace: float
    """Of the usual warmth's. [day/day]"""
    bears_days: int
    """How long they stand in what is full. [days]"""

    def full_on(self, litres: float) -> date:
        """Return the day on which a pot is full of roots. [L]"""
        doublings = log2(litres / self.filled_l)
        return self.filled_on + timedelta(ceil(doublings * DOUBLES_DAYS / self.pace - 1e-9))


@dataclass(frozen=True, slots=True)
class Standing:
    """What plants stand in from one day on, until they are potted on or leave."""

    pot: PotSize | None
    """None for the cells that they were sown into."""
    litres: float
    """Of one. [L]"""
    since: date
    until: date
    full_on: date


def pace(crop: Crop, warm_c: float) -> float:
    """Return how fast a crop grows under cover.

    Parameters
    ----------
    crop : Crop
        With the warmth below which it stands still.
    warm_c : float
        Mean warmth of the bench. [°C]

    Returns
    -------
    float
        1 at the usual warmth. [day/day]
    """
    share = (warm_c - crop.base_temp_c) / (AT_C - crop.base_temp_c)
    return min(max(share, SLOWEST), QUICKEST)


def standings(
    roots: Roots,
    cell_l: float,
    pots: Sequence[PotSize],
    sown: date,
    leaves: date,
    potted_on: date | None = None,
) -> tuple[Standing, ...]:
    """Return what plants stand in from sowing to planting out.

    Parameters
    ----------
    roots : Roots
        How fast they fill it.
    cell_l : float
        What they are sown into. [L]
    pots : sequence of PotSize
        To pot on into, in any order.
    sown : date
        Day of sowing.
    leaves : date
        Day of planting out.
    potted_on : date, optional
        Day on which they were potted on first, where that was seen.

    Returns
    -------
    tuple of Standing
        In order; where one is full long before its `until`, nothing larger is there.
    """
    found: list[Standing] = []
    pot, litres, since = None, cell_l, sown
    for wanted in _steps(roots, cell_l, sorted(pots, key=lambda one: one.holds.l), leaves):
        due = max(roots.full_on(litres), since + timedelta(1))
        day = potted_on if potted_on is not None and not found else due
        if day >= leaves or (day == due and leaves - due <= timedelta(roots.bears_days)):
            break
        found.append(Standing(pot, litres, since, day, roots.full_on(litres)))
        pot, litres, since = wanted, wanted.holds.l, day
    found.append(Standing(pot, litres, since, leaves, roots.full_on(litres)))
    return tuple(found)


def _steps(roots: Roots, litres: float, pots: Sequence[PotSize], leaves: date) -> Iterator[PotSize]:
    """The smallest pot that lasts, else the largest that is not far too large; and so on."""
    while larger := [one for one in pots if one.holds.l > litres * 1.2]:
        fitting = [one for one in larger if one.holds.l <= litres * MOST_STEP] or larger[:1]
        bears = timedelta(roots.bears_days)
        lasts = (one for one in fitting if roots.full_on(one.holds.l) + bears >= leaves)
        pot = next(lasts, fitting[-1])
        yield pot
        litres = pot.holds.l
