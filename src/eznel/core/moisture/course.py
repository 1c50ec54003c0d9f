"""A place's water folded day by day: what its plantings have used of what their ground holds.

A day's rain and watering come first, then what leaves take; what is more than the ground can hold
drains. Below what is drawn without stress a crop takes less, as little as what is left (FAO-56,
eq. 84 and 85). Water is conserved: what is missing in the evening = what was missing in the morning
+ taken + drained − rain − given. A look into the ground sets the morning anew.
"""

from collections.abc import Mapping, Sequence
from dataclasses import dataclass
from datetime import date
from typing import NamedTuple
from uuid import UUID

from eznel.core.moisture.demand import Asked, Demand, Found

DRY_DAYS = 3
"""Dry for longer without a record, it was as like as not watered unrecorded. [days]"""


ROUNDED_L = 1e-10
"""What is less is no water, but the end of a sum. [L]"""


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
        return self.used_l > self.asked.ready_l + 1e-9


def course(
    demands: Sequence[Demand],
    given: Mapping[date, Sequence[Given]],
    until: date,
    found: Mapping[date, Found] | None = None,
    kept_moist_from: date | None = None,
) -> tuple[tuple[Evening, ...], ...]:
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
    tuple of tuple of Evening
        For each demand its days, the first its planting day; none where it is still to come.
    """
    growing, looked = [_Growing(demand) for demand in demands], found or {}
    first = min((demand.begins for demand in demands), default=until)
    for n in range(first.toordinal(), until.toordinal()):
        day = date.fromordinal(n)
        here = [one for one in growing if one.wakes(n)]
        told = day in looked
        if told:
            for one in here:
                one.is_found(one.demand.missing_l(day, looked[day]))
        today = given.get(day, ())
        if (
            kept_moist_from is not None
            and not today
            and _would_be_dry(here)
            and (day >= kept_moist_from or not all(one.known for one in here))
        ):
            today = THROUGH
        if today:
            _lived(here, day, today, told)
        else:
            for one in here:
                one.lives(day, 0.0, watered=False, recorded=False, told=told)
    return tuple(tuple(one.evenings) for one in growing)


THROUGH = (Given(None),)


class _Growing:
    """A planting through its days, and how it stands. It is watered in."""

    __slots__ = (
        "_begins", "_ends", "_season", "asked", "demand", "dry_days", "evenings", "known", "used_l",
    )  # fmt: skip

    def __init__(self, demand: Demand) -> None:
        self.demand, self._season = demand, demand.season
        self._begins, self._ends = demand.begins.toordinal(), demand.ends.toordinal()
        self.used_l, self.known, self.dry_days = 0.0, True, 0
        self.evenings: list[Evening] = []
        self.asked = self._season[0]

    def wakes(self, day: int) -> bool:
        """Say whether it stands on a day, and turn to what it asks then."""
        if not self._begins <= day < self._ends:
            return False
        self.asked = self._season[day - self._begins]
        return True

    def is_found(self, missing_l: float) -> None:
        """Begin anew with what was found to be missing. [L]"""
        self.used_l, self.known, self.dry_days = missing_l, True, 0

    @property
    def left_to_itself_l(self) -> float:
        """What would be missing by evening without a drop; less than nothing when it rains. [L]"""
        return self.used_l + self.asked.crop_l - self.asked.rain_l

    def lives(self, on: date, given_l: float, *, watered: bool, recorded: bool, told: bool) -> None:
        """Go through a day on which it is given some water. [L]

        `watered`: somebody recorded a watering, which a feed is not; `recorded`: or that there was
        none; `told`: or what was found in the ground.
        """
        asked = self.asked
        total_l, ready_l, crop_l, rain_l = asked
        # Roots may have been cut back, or a mix sized anew: no more is missing than can be.
        began_l = min(self.used_l, total_l)
        comes_l = rain_l + given_l
        missing_l = began_l - comes_l
        stress = 1.0
        if missing_l > ready_l:
            stress = max(total_l - missing_l, 0.0) / (total_l - ready_l)
        taken_l = min(stress * crop_l, total_l - missing_l)
        left_l = missing_l + taken_l
        if abs(left_l) < ROUNDED_L:
            left_l = 0.0
        drained_l, used_l = (0.0, left_l) if left_l >= 0 else (-left_l, 0.0)
        goes_on = self.known and (recorded or self.dry_days <= DRY_DAYS)
        known = watered or drained_l > 0 or goes_on
        self.evenings.append(
            Evening(on, asked, began_l, given_l, taken_l, drained_l, used_l, known, told)
        )
        dry = used_l > ready_l + 1e-9
        self.dry_days = self.dry_days + 1 if dry and not recorded else 0
        self.used_l, self.known = used_l, known


def _would_be_dry(here: Sequence[_Growing]) -> bool:
    """Whether one of them would be short by evening without a drop."""
    for one in here:
        _, ready_l, crop_l, rain_l = one.asked
        if one.used_l + crop_l - rain_l > ready_l + 1e-9:
            return True
    return False


def _lived(here: Sequence[_Growing], day: date, today: Sequence[Given], told: bool) -> None:
    """Let all go through a day on which something was given, or somebody said that it was not."""
    for_all = [one for one in today if one.planting is None]
    watered = any(one.litres is None or one.litres > 0 for one in for_all)
    for one, share_l in zip(here, _shares(for_all, here), strict=True):
        fed = (x.litres or 0.0 for x in today if x.planting == one.demand.stand.id)
        one.lives(
            day,
            share_l + sum(fed),
            watered=watered,
            recorded=bool(for_all),
            told=told or bool(for_all),
        )


def _shares(given: Sequence[Given], here: Sequence[_Growing]) -> list[float]:
    """What each planting of a place gets: the dry ones first, what is too much by their ground."""
    if not given:
        return [0.0] * len(here)
    wants = [max(one.left_to_itself_l, 0.0) for one in here]
    if any(one.litres is None for one in given):
        return wants
    all_wanted_l, ground = sum(wants), sum(one.asked.total_l for one in here)
    given_l = sum(one.litres or 0.0 for one in given)
    reached = min(given_l / all_wanted_l, 1.0) if all_wanted_l else 0.0
    over_l = max(given_l - all_wanted_l, 0.0)
    return [
        want * reached + over_l * one.asked.total_l / ground
        for want, one in zip(wants, here, strict=True)
    ]
