"""A place's water folded day by day: what its plantings have used of what their ground holds.

A day's rain and watering come first, then what leaves take; what is more than the ground can hold
drains. Below what is drawn without stress a crop takes less, as little as what is left (FAO-56,
eq. 84 and 85). Water is conserved: what is missing in the evening = what was missing in the morning
+ taken + drained − rain − given. A look into the ground sets the morning anew.
"""

from bisect import bisect_right
from collections.abc import Mapping, Sequence
from dataclasses import dataclass
from datetime import date, timedelta
from functools import cached_property
from typing import NamedTuple, overload
from uuid import UUID

import numpy as np

from eznel.core.crops.daily import Floats
from eznel.core.moisture.demand import Asked, Asks, Demand, Found

DRY_DAYS = 3
"""Dry for longer without a record, it was as like as not watered unrecorded. [days]"""


ROUNDED_L, SHORT_L = 1e-10, 1e-9
"""What is less is no water, but the end of a sum; and is not short. [L]"""


@dataclass(frozen=True, slots=True)
class Given:
    """What a place was given on a day, or one planting of it with its feed.

    None of litres: until all was wet through; 0: somebody said that it was not watered. [L]
    """

    litres: float | None
    planting: UUID | None = None


class Evening(NamedTuple):
    """A day of one planting as it ended."""

    on: date
    asked: Asked
    began_l: float
    """Missing in the morning, as far as was known then. [L]"""
    given_l: float
    taken_l: float
    """What leaves and ground really evaporated. [L]"""
    drained_l: float
    used_l: float
    """Missing in the evening of what its ground can hold. [L]"""
    known: bool
    """Whether every watering up to here is taken to be recorded."""
    told: bool
    """Whether somebody recorded a watering that day, that there was none, or what was found."""

    @property
    def used_share(self) -> float:
        """Of what the ground holds, what is missing. [L/L]"""
        return self.used_l / self.asked.total_l

    @property
    def is_dry(self) -> bool:
        """Whether more is missing than the crop draws without stress."""
        return self.used_l > self.asked.ready_l + SHORT_L


Ended = tuple[float, float, float, float, float, bool, bool]
"""What an evening is besides its day and what was asked then, in the same order."""


class Evenings(Sequence[Evening]):
    """The days of one planting in a row.

    Parameters
    ----------
    first : date
        The first of them.
    asks : Asks
        What is asked from that day on.
    ended : list
        How each ended.
    """

    def __init__(self, first: date, asks: Asks, ended: list[Ended]) -> None:
        self.first, self._asks, self._ended = first, asks, ended

    def __len__(self) -> int:
        return len(self._ended)

    @overload
    def __getitem__(self, at: int) -> Evening: ...
    @overload
    def __getitem__(self, at: slice) -> Sequence[Evening]: ...
    def __getitem__(self, at: int | slice) -> Evening | Sequence[Evening]:
        if isinstance(at, slice):
            return [self[n] for n in range(len(self))[at]]
        n = range(len(self))[at]
        return Evening(self.first + timedelta(n), self._asks.on(n), *self._ended[n])

    def between(self, first: date, last: date) -> Sequence[Evening]:
        """Return the days from one to another, as far as they are among them."""
        since, until = (max((day - self.first).days, 0) for day in (first, last + timedelta(1)))
        return self[since:until]

    @property
    def given_l(self) -> Floats:
        """What each day was given. [L]"""
        return np.array([one[1] for one in self._ended])

    @cached_property
    def drained_l(self) -> Floats:
        """What drained on each day. [L]"""
        return np.array([one[3] for one in self._ended])


def course(
    demands: Sequence[Demand],
    given: Mapping[date, Sequence[Given]],
    until: date,
    found: Mapping[date, Found] | None = None,
    kept_moist_from: date | None = None,
) -> tuple[Evenings, ...]:
    """Return the days of each of a place's plantings, from planting on.

    Parameters
    ----------
    demands : sequence of Demand
        Of the plantings of one place.
    given : mapping
        What the place was given, by day. [L]
    until : date
        The first day that is not wanted.
    found : mapping or None
        What a finger or a probe found in the place, by day.
    kept_moist_from : date or None
        From here on, and wherever nothing is known, it is taken to be watered through before it
        is dry.

    Returns
    -------
    tuple of Evenings
        For each demand its days, the first its planting day; none where it is still to come.
    """
    growing, looked = [_Growing(demand) for demand in demands], found or {}
    kept_from = None if kept_moist_from is None else kept_moist_from.toordinal()
    n, ends = min((one.begins for one in growing), default=0), until.toordinal()
    turns = {ends, *(x.toordinal() for x in (*given, *looked))}
    for one in growing:
        turns |= {one.begins, one.ends}
    coming = sorted(turns)
    while growing and n < ends:
        here, day = [one for one in growing if one.stands(n)], date.fromordinal(n)
        if len(here) == 1 and day not in given and day not in looked:
            # Nothing happens, and nobody comes or goes, until the next of these days.
            turn = coming[bisect_right(coming, n)]
            here[0].lives(n, min(turn, ends), NOTHING, kept_from)
            n = turn
        else:
            _lived(here, n, given.get(day, ()), looked.get(day), kept_from)
            n += 1
    return tuple(one.evenings for one in growing)


class _Comes(NamedTuple):
    """What comes to a planting on a day, besides rain."""

    given_l: float
    watered: bool
    """Somebody recorded a watering, which a feed is not."""
    recorded: bool
    """Or that there was none."""
    told: bool
    """Or what was found in the ground."""


NOTHING = _Comes(0.0, watered=False, recorded=False, told=False)
THROUGH = (Given(None),)


class _Growing:
    """A planting through its days, and how it stands. It is watered in."""

    __slots__ = "asks", "begins", "demand", "dry_days", "ended", "ends", "known", "used_l"

    def __init__(self, demand: Demand) -> None:
        self.demand, self.asks = demand, demand.season
        self.begins, self.ends = demand.begins.toordinal(), demand.ends.toordinal()
        self.used_l, self.known, self.dry_days = 0.0, True, 0
        self.ended: list[Ended] = []

    @property
    def evenings(self) -> Evenings:
        """Its days up to now."""
        return Evenings(self.demand.begins, self.asks, self.ended)

    def stands(self, day: int) -> bool:
        """Say whether it stands on a day."""
        return self.begins <= day < self.ends

    def is_found(self, missing_l: float) -> None:
        """Begin anew with what was found to be missing. [L]"""
        self.used_l, self.known, self.dry_days = missing_l, True, 0

    def total_l(self, day: int) -> float:
        """Return what its ground can hold on a day. [L]"""
        return self.asks.total_l[day - self.begins]

    def left_to_itself_l(self, day: int) -> float:
        """What would be missing by evening without a drop; less than nothing when it rains. [L]"""
        n = day - self.begins
        return self.used_l + self.asks.crop_l[n] - self.asks.rain_l[n]

    def would_be_dry(self, day: int) -> bool:
        """Whether it would be short by evening without a drop."""
        return self.left_to_itself_l(day) > self.asks.ready_l[day - self.begins] + SHORT_L

    def lives(self, first: int, until: int, comes: _Comes, kept_from: int | None = None) -> None:
        """Go through days on each of which the same comes.

        From one of them on, and wherever nothing is known, it is watered through before it is dry.
        """
        used_l, known, dry_days = self.used_l, self.known, self.dry_days
        days = slice(first - self.begins, until - self.begins)
        columns, ends = (column[days] for column in self.asks), self.ended.append
        for n, total_l, ready_l, crop_l, rain_l in zip(range(first, until), *columns, strict=True):
            given_l, watered, recorded, told = comes
            if kept_from is not None and (n >= kept_from or not known):
                # As `_is_kept_moist` has it where several share a place.
                wants_l = used_l + crop_l - rain_l
                if wants_l > ready_l + SHORT_L:
                    given_l, watered, recorded, told = wants_l, True, True, True
            # Roots may have been cut back, or a mix sized anew: no more is missing than can be.
            began_l = used_l if used_l < total_l else total_l
            missing_l = began_l - (rain_l + given_l)
            taken_l, there_l = crop_l, total_l - missing_l
            if missing_l > ready_l:
                taken_l *= max(there_l, 0.0) / (total_l - ready_l)
            if taken_l > there_l:
                taken_l = there_l
            used_l, drained_l = missing_l + taken_l, 0.0
            if used_l < ROUNDED_L:
                used_l, drained_l = 0.0, (-used_l if used_l <= -ROUNDED_L else 0.0)
            goes_on = known and (recorded or dry_days <= DRY_DAYS)
            known = watered or drained_l > 0 or goes_on
            ends((began_l, given_l, taken_l, drained_l, used_l, known, told))
            dry = used_l > ready_l + SHORT_L
            dry_days = dry_days + 1 if dry and not recorded else 0
        self.used_l, self.known, self.dry_days = used_l, known, dry_days


def _lived(
    here: Sequence[_Growing],
    day: int,
    today: Sequence[Given],
    found: Found | None,
    kept_from: int | None,
) -> None:
    """Let all go through a day, with what was given, or that somebody said that nothing was."""
    if found is not None:
        for one in here:
            one.is_found(one.demand.missing_l(date.fromordinal(day), found))
    if not today and _is_kept_moist(here, day, kept_from):
        today = THROUGH
    for_all = [one for one in today if one.planting is None]
    watered = any(one.litres is None or one.litres > 0 for one in for_all)
    told = found is not None or bool(for_all)
    for one, share_l in zip(here, _shares(for_all, here, day), strict=True):
        fed_l = sum(x.litres or 0.0 for x in today if x.planting == one.demand.stand.id)
        one.lives(day, day + 1, _Comes(share_l + fed_l, watered, bool(for_all), told))


def _is_kept_moist(here: Sequence[_Growing], day: int, kept_from: int | None) -> bool:
    """Whether all are taken to be watered through, since one would be short by evening."""
    if kept_from is None or (day < kept_from and all(one.known for one in here)):
        return False
    return any(one.would_be_dry(day) for one in here)


def _shares(given: Sequence[Given], here: Sequence[_Growing], day: int) -> list[float]:
    """What each planting of a place gets: the dry ones first, what is too much by their ground."""
    if not given:
        return [0.0] * len(here)
    wants = [max(one.left_to_itself_l(day), 0.0) for one in here]
    if any(one.litres is None for one in given):
        return wants
    grounds_l = [one.total_l(day) for one in here]
    all_wanted_l, ground_l = sum(wants), sum(grounds_l)
    given_l = sum(one.litres or 0.0 for one in given)
    reached = min(given_l / all_wanted_l, 1.0) if all_wanted_l else 0.0
    over_l = max(given_l - all_wanted_l, 0.0)
    return [
        want * reached + over_l * mine_l / ground_l
        for want, mine_l in zip(wants, grounds_l, strict=True)
    ]
