"""The next weeks' picking: what is expected, when it comes, and what was weighed so far.

What is picked again and again rises over the first third of its picking and falls over the last
fifth; what is pulled or cut once comes evenly over its picking. What was weighed so far corrects
what is expected: the more and the oftener was weighed, the more it counts.
"""

from dataclasses import dataclass
from datetime import date, timedelta
from functools import cached_property
from math import exp
from uuid import UUID

from eznel.core.beliefs import EIGHT_IN_TEN, Belief
from eznel.core.document import Aim
from eznel.core.harvest.yields import Yielded, yields
from eznel.core.stands.own_evidence import YIELD_BETWEEN_YEARS
from eznel.core.stands.stand import Stand
from eznel.core.stands.stands import Stands
from eznel.core.working import Finding, Level, Origin, Quantity, Worked

WEEKS = 8
RISING, FALLING = 1 / 3, 1 / 5
"""Of the days of picking, those over which it rises, and over which it falls."""
AGAIN = ("fruiting", "legume", "perennial")
"""Habits of crops that are picked again and again."""
WEIGHINGS, BELIEVED = 4, 0.5
"""What was expected counts as half a season's weight, and after so many weighings half of that."""


@dataclass(frozen=True, slots=True)
class WeekAhead:
    """What is likely to be picked in a week. [kg]"""

    begins: date
    kg: float
    low_kg: float
    high_kg: float
    over_kg: float
    """More than is eaten, given away and can be put by."""


@dataclass(frozen=True, slots=True, kw_only=True)
class CropAhead:
    """The next weeks' picking of a crop."""

    crop: str
    plantings: tuple[UUID, ...]
    weeks: tuple[WeekAhead, ...]
    weekly_kg: float | None
    """What is eaten and given away in a week, where somebody said so."""
    stored_kg: float
    findings: tuple[Finding, ...]


def picked_share(stand: Stand, day: date) -> float:
    """Return the part of a planting's picking that comes before a day.

    Parameters
    ----------
    stand : Stand
        The planting.
    day : date
        The day.

    Returns
    -------
    float
        From 0 to 1; always 0 where nothing is picked. [kg/kg]
    """
    first = stand.calendar.start_of("harvest")
    if first is None:
        return 0.0
    days = max((_last(stand) - first).days, 1)
    at = min(max((day - first).days / days, 0.0), 1.0)
    if stand.crop.habit not in AGAIN:
        return at
    # The area below a line that rises to 1, stays there, and falls to 0, over its whole.
    rising = min(at, RISING) ** 2 / (2 * RISING)
    level = max(min(at, 1 - FALLING) - RISING, 0.0)
    past = max(at - (1 - FALLING), 0.0)
    falling = past - past**2 / (2 * FALLING)
    return (rising + level + falling) / (1 - RISING / 2 - FALLING / 2)


def _last(stand: Stand) -> date:
    """The last day of picking; a perennial stands on after it."""
    last = stand.calendar.last_pick
    if stand.crop.habit != "perennial":
        return last
    return next((min(s.end, last) for s in stand.calendar.spans if s.key == "harvest"), last)


@dataclass(frozen=True)
class Harvesting:
    """What a garden's plantings give, and are likely to give."""

    stands: Stands

    @cached_property
    def given(self) -> tuple[Yielded, ...]:
        """What every planting gave of which something was picked."""
        return yields(self.stands)

    @cached_property
    def by_planting(self) -> dict[UUID, Yielded]:
        """The same, by planting."""
        return {one.stand.id: one for one in self.given}

    def own(self, crop: str) -> Belief:
        """Return the garden's own yield of a crop, as a multiple of the usual. [kg/kg]"""
        return self.stands.own.yield_of(crop)

    def expected_kg(self, stand: Stand) -> float:
        """Return what a planting's whole season should bring, before anything of it is weighed."""
        return self.stands.usual_kg(stand.planting) * self.own(stand.crop.key).value

    def factor(self, stand: Stand, day: date) -> tuple[float, int]:
        """Return by how much more comes than was expected, and of how many weighings one knows it.

        Parameters
        ----------
        stand : Stand
            The planting.
        day : date
            Today.

        Returns
        -------
        tuple of float and int
            1 and 0 where nothing was picked yet. [kg/kg, count]
        """
        gave = self.by_planting.get(stand.id)
        if gave is None or not gave.pickings:
            return 1.0, 0
        whole, count = self.expected_kg(stand), len(gave.pickings)
        last = min(max(one.of.on for one in gave.pickings), day)
        due = whole * picked_share(stand, last + timedelta(1))
        # Kilograms as expected, beside those that were weighed and those that were due.
        believed = BELIEVED * whole * WEIGHINGS / (WEIGHINGS + count)
        return (gave.kg + believed) / (due + believed), count


def weeks_ahead(harvesting: Harvesting, today: date) -> tuple[CropAhead, ...]:
    """Return the next weeks' picking, crop by crop.

    Parameters
    ----------
    harvesting : Harvesting
        Of a garden.
    today : date
        The weeks begin with the Monday of its week; of that week, what is still to come counts.

    Returns
    -------
    tuple of CropAhead
        Those of which something is to come, the most first. [kg]
    """
    stands = harvesting.stands
    by_crop: dict[str, list[Stand]] = {}
    end = _monday(today) + timedelta(7 * WEEKS)
    for stand in stands.all:
        gave = harvesting.by_planting.get(stand.id)
        over = gave is not None and gave.complete
        if not over and picked_share(stand, end) > picked_share(stand, today):
            by_crop.setdefault(stand.crop.key, []).append(stand)
    mine = (aim for aim in stands.garden.aims if aim.year == today.year)
    aims = {aim.crop: aim for aim in mine if aim.weekly is not None}
    found = [_crop(crop, some, harvesting, today, aims.get(crop)) for crop, some in by_crop.items()]
    return tuple(sorted(found, key=lambda one: -sum(week.kg for week in one.weeks)))


def _crop(
    crop: str, some: list[Stand], harvesting: Harvesting, today: date, aim: Aim | None
) -> CropAhead:
    weekly = aim.weekly.g / 1000 if aim and aim.weekly else None
    stored = aim.stored.g / 1000 if aim and aim.stored else 0.0
    room, weeks = stored, []
    for n in range(WEEKS):
        begins = _monday(today) + timedelta(7 * n)
        kg, low, high = _week(some, harvesting, max(begins, today), begins + timedelta(7), today)
        over = 0.0 if weekly is None else max(kg - weekly, 0.0)
        put_by = min(over, room)
        room -= put_by
        weeks.append(WeekAhead(begins, kg, low, high, over - put_by))
    return CropAhead(
        crop=crop,
        plantings=tuple(stand.id for stand in some),
        weeks=tuple(weeks),
        weekly_kg=weekly,
        stored_kg=stored,
        findings=tuple(_glut(weeks, today)),
    )


def _week(
    some: list[Stand], harvesting: Harvesting, start: date, end: date, today: date
) -> tuple[float, float, float]:
    """What comes from one day to before another, and between what it lies. [kg]"""
    kg = low = high = 0.0
    for stand in some:
        factor, count = harvesting.factor(stand, today)
        share = picked_share(stand, end) - picked_share(stand, start)
        comes = harvesting.expected_kg(stand) * factor * share
        # What is known of the year makes the rest of it surer.
        spread = EIGHT_IN_TEN * YIELD_BETWEEN_YEARS * (WEIGHINGS / (WEIGHINGS + count)) ** 0.5
        kg, low, high = kg + comes, low + comes * exp(-spread), high + comes * exp(spread)
    return kg, low, high


def _glut(weeks: list[WeekAhead], today: date) -> list[Finding]:
    """The first week with more than is eaten, given away and put by."""
    first = next((week for week in weeks if week.over_kg > week.kg / 4), None)
    if first is None:
        return []
    over = Quantity("over_kg", sum(week.over_kg for week in weeks), "kg")
    days = (first.begins - today).days
    if days <= 0:
        return [Finding("glut_now", Level.NOTE, numbers=(over,))]
    return [Finding("glut_ahead", Level.NOTE, numbers=(over, Quantity("days_until", days, "days")))]


def _monday(day: date) -> date:
    return day - timedelta(day.weekday())


def own_share(harvesting: Harvesting, crop: str) -> Worked:
    """Return a garden's own yield of a crop, as its seasons and what is usual make it.

    Parameters
    ----------
    harvesting : Harvesting
        The garden's.
    crop : str
        Its key.

    Returns
    -------
    Worked
        1 where no season of it is written down whole. [kg/kg]
    """
    own = harvesting.own(crop)
    return Worked.first(
        "own_factor",
        own.value,
        "",
        Quantity("weight_share", own.weight, "", Origin.TYPICAL),
        Quantity("gave_share", own.gave, "", Origin.MEASURED),
    )
