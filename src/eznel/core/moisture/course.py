"""A place's water folded day by day: what its plantings have used of what their ground holds.

A day's rain and watering come first, then what leaves take; what is more than the ground can hold
drains. Below what is drawn without stress a crop takes less, as little as what is left (FAO-56,
eq. 84 and 85). Water is conserved: what is missing in the evening = what was missing in the morning
+ taken + drained − rain − given. A look into the ground sets the morning anew.
"""

from collections.abc import Iterator, Mapping, Sequence
from dataclasses import dataclass
from datetime import date, timedelta
from typing import NamedTuple
from uuid import UUID

from eznel.core.moisture.demand import Asked, Demand, Found

DRY_DAYS = 3
"""Dry for longer without a record, it was as like as not watered unrecorded. [days]"""


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


class _State(NamedTuple):
    """Of an evening. A planting is watered in."""

    used_l: float = 0.0
    known: bool = True
    dry_days: int = 0


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
    days: list[list[Evening]] = [[] for _ in demands]
    states, looked = [_State() for _ in demands], found or {}
    first = min((demand.begins for demand in demands), default=until)
    for day in _span(first, until):
        here = [n for n, demand in enumerate(demands) if demand.begins <= day < demand.ends]
        asked = {n: demands[n].asked(day) for n in here}
        if day in looked:
            for n in here:
                states[n] = _State(demands[n].missing_l(day, looked[day]))
        today = given.get(day, ())
        if kept_moist_from is not None and not today:
            open_ = day >= kept_moist_from or any(not states[n].known for n in here)
            today = THROUGH if open_ and _would_be_dry(states, asked) else ()
        watered = [one for one in today if one.planting is None]
        shares = _shares(watered, states, asked)
        for n in here:
            comes_l = shares.get(n, 0.0) + (_fed_l(today, demands[n]) if today else 0.0)
            comes = _Comes(comes_l, _is_watered(watered), bool(watered), day in looked)
            evening = _evening(day, asked[n], states[n], comes)
            days[n].append(evening)
            dry_days = states[n].dry_days + 1 if evening.is_dry and not watered else 0
            states[n] = _State(evening.used_l, evening.known, dry_days)
    return tuple(tuple(one) for one in days)


THROUGH = (Given(None),)


def _fed_l(today: Sequence[Given], demand: Demand) -> float:
    """Water that a planting got with its own feeds."""
    return sum(one.litres or 0.0 for one in today if one.planting == demand.stand.id)


def _would_be_dry(states: Sequence[_State], asked: Mapping[int, Asked]) -> bool:
    """Whether a planting would be short by evening without a drop."""
    return any(
        states[n].used_l + one.crop_l - one.rain_l > one.ready_l + 1e-9 for n, one in asked.items()
    )


def _span(first: date, until: date) -> Iterator[date]:
    return (first + timedelta(n) for n in range((until - first).days))


def _shares(
    given: Sequence[Given], states: Sequence[_State], asked: Mapping[int, Asked]
) -> dict[int, float]:
    """What each planting of a place gets: the dry ones first, what is too much by their ground."""
    if not given or not asked:
        return {}
    wants = {n: max(states[n].used_l + one.crop_l - one.rain_l, 0.0) for n, one in asked.items()}
    all_wanted_l = sum(wants.values())
    if any(one.litres is None for one in given):
        return wants
    given_l = sum(one.litres or 0.0 for one in given)
    reached = min(given_l / all_wanted_l, 1.0) if all_wanted_l else 0.0
    over_l, ground = max(given_l - all_wanted_l, 0.0), sum(one.total_l for one in asked.values())
    return {n: wants[n] * reached + over_l * one.total_l / ground for n, one in asked.items()}


class _Comes(NamedTuple):
    litres: float
    watered: bool
    """Whether somebody recorded a watering, which a feed is not."""
    told: bool
    """Whether somebody recorded anything, if only that it was not watered."""
    looked: bool
    """Whether the morning was set by a look into the ground."""


def _is_watered(given: Sequence[Given]) -> bool:
    return any(one.litres is None or one.litres > 0 for one in given)


def _evening(on: date, asked: Asked, before: _State, given: _Comes) -> Evening:
    # Roots may have been cut back, or a mix sized anew: no more is missing than can be.
    used_l = min(before.used_l, asked.total_l)
    comes_l = asked.rain_l + given.litres
    stress = _stress(asked, max(used_l - comes_l, 0.0))
    taken_l = min(stress * asked.crop_l, asked.total_l - used_l + comes_l)
    left_l = used_l + taken_l - comes_l
    drained_l = max(-left_l, 0.0)
    goes_on = before.known and (given.told or before.dry_days <= DRY_DAYS)
    known = given.watered or drained_l > 0 or goes_on
    told = given.told or given.looked
    left = max(left_l, 0.0)
    return Evening(on, asked, used_l, given.litres, taken_l, drained_l, left, known, told)


def _stress(asked: Asked, used_l: float) -> float:
    """Of what a crop would take, what it can: 1 without stress, 0 where nothing is left."""
    if used_l <= asked.ready_l:
        return 1.0
    return max(asked.total_l - used_l, 0.0) / (asked.total_l - asked.ready_l)
