"""A place's balance by day: those of its plantings this year, added up.

Before a planting comes it adds nothing; after it is over, what came, went and was left stays as it
was on its last evening, since the ground keeps it. What is off of each is independent of the rest,
so squares are added. Salts are a strength and no amount: they are not added.
"""

from collections.abc import Sequence
from dataclasses import dataclass
from datetime import date, timedelta
from uuid import UUID

import numpy as np

from eznel.core.balance.balance import Balance, BalanceLine, balance_of
from eznel.core.balance.sources import BALANCED
from eznel.core.crops.daily import Floats
from eznel.core.season.workings import Workings


@dataclass(frozen=True, slots=True)
class PlaceBalance:
    """The balance of all that grows in a place this year, from the first planting to the last."""

    place: UUID
    plantings: tuple[UUID, ...]
    days: tuple[date, ...]
    lines: tuple[BalanceLine, ...]
    """Without salts. [g]"""


def place_balance(place: UUID, workings: Workings) -> PlaceBalance:
    """Return a place's balance by day.

    Parameters
    ----------
    place : UUID
        A place of the garden.
    workings : Workings
        The garden's.

    Returns
    -------
    PlaceBalance
        Empty where nothing grows there this year.
    """
    found = [
        balance_of(season, workings)
        for season in workings.seasons
        if season.stand.place.id == place
        and season.stand.calendar.last_pick.year >= workings.today.year
    ]
    if not found:
        return PlaceBalance(place, (), (), ())
    first = min(one.days[0] for one in found)
    count = (max(one.days[-1] for one in found) - first).days + 1
    return PlaceBalance(
        place=place,
        plantings=tuple(one.planting for one in found),
        days=tuple(first + timedelta(n) for n in range(count)),
        lines=tuple(_sum(n, found, first, count) for n in range(len(BALANCED))),
    )


def _sum(nth: int, found: Sequence[Balance], first: date, count: int) -> BalanceLine:
    lines = [next(x for x in one.lines if x.substance == BALANCED[nth]) for one in found]
    starts = [(one.days[0] - first).days for one in found]

    def added(field: str) -> Floats:
        values = (getattr(line, field) for line in lines)
        held = (_held(v, start, count) for v, start in zip(values, starts, strict=True))
        return np.asarray(sum(held, np.zeros(count)))

    left = added("left")
    offs = (
        _held(np.subtract(line.high, line.left), start, count) ** 2
        for line, start in zip(lines, starts, strict=True)
    )
    off = np.sqrt(sum(offs, np.zeros(count)))
    return BalanceLine(
        substance=BALANCED[nth],
        came=added("came").tolist(),
        wanted=added("wanted").tolist(),
        taken=added("taken").tolist(),
        lost=added("lost").tolist(),
        left=left.tolist(),
        low=np.maximum(left - off, 0.0).tolist(),
        high=(left + off).tolist(),
        runs_out_on=min((x.runs_out_on for x in lines if x.runs_out_on is not None), default=None),
    )


def _held(values: Sequence[float] | Floats, start: int, count: int) -> Floats:
    """Nothing before it begins; its last value once it is over."""
    whole = np.zeros(count)
    whole[start : start + len(values)] = values
    whole[start + len(values) :] = values[-1]
    return whole
