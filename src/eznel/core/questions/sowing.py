"""When to sow, pot on, harden off, plant out and pick: forwards from a day, or backwards.

Days under cover are the crop's usual ones; from planting out on warmth decides. Plants go out once
frosts are over for what bears none, and once nights are as warm as the crop wants them. The day of
the first picking never comes earlier for a later planting, so the latest planting that still
brings it by a wanted day is found by halving.
"""

from collections.abc import Callable, Iterator
from dataclasses import dataclass, replace
from datetime import date, timedelta
from uuid import UUID

from eznel.core.crops.stages import REST
from eznel.core.crops.varieties import growing
from eznel.core.document import Place, Planting, Programme
from eznel.core.errors import Impossible
from eznel.core.reference import Stage
from eznel.core.stands.calendars import NOTHING_SEEN, Calendar, calendar_of
from eznel.core.stands.stands import Stands
from eznel.core.working import Finding, Level, Origin, Quantity

HARDEN_DAYS = 10
"""Plants from under cover stand outside by day for so long before they stay there."""
LONGEST_WAIT_DAYS = 21
"""Raised plants that wait longer for warmth outgrow their pots."""
LOOK_DAYS = 366
LIGHT_DAYS = 90
"""What rests in winter swells in the lengthening days after it, not before."""
STEP_DAYS = 7
WORTHWHILE_DAYS = 14
"""A picking shorter than this is hardly worth the bed, unless the crop is picked at once."""
EARLY_DAYS = 30
"""What is over so long before the day that was asked for is no answer."""
MOST_SUCCESSIONS = 12

_NAMELESS = UUID(int=0)


@dataclass(frozen=True, slots=True, kw_only=True)
class Asked:
    """A crop in a place: sown where it stays, or raised and planted out."""

    crop: str
    variety: str = ""
    place: UUID
    sown_in_place: bool
    programme: str = "leaf_then_fruit"


@dataclass(frozen=True, slots=True, kw_only=True)
class Sowing:
    """The dates of one sowing. What does not belong to it is None."""

    sow_on: date
    pot_on: date | None
    harden_on: date | None
    plant_on: date
    first_pick: date | None
    last_pick: date
    waits_days: int
    """How long raised plants wait for warmth after they are ready. [days]"""
    findings: tuple[Finding, ...]


@dataclass(frozen=True, slots=True, kw_only=True)
class SowingAnswer:
    """What was asked for, and the season that it must fit into."""

    chosen: Sowing
    earliest: Sowing | None
    """Of the year: the first and the last planting that comes to something."""
    latest: Sowing | None
    following: tuple[Sowing, ...]
    """One after another, each picked when the one before is over."""


def sow_on(asked: Asked, day: date, stands: Stands, successions: int = 0) -> SowingAnswer:
    """Return the dates of a crop that is sown on a day.

    Parameters
    ----------
    asked : Asked
        Crop and place.
    day : date
        Day of sowing, under cover or where it stays.
    stands : Stands
        The garden.
    successions : int
        How many more sowings are wanted after it. [count]

    Returns
    -------
    SowingAnswer
        Its dates, the year's window, and the sowings that follow.

    Raises
    ------
    Unknown
        When the crop is in no table.
    """
    dates = _Dates(asked, stands)
    return dates.answer(dates.sown(day), successions)


def pick_by(asked: Asked, day: date, stands: Stands, successions: int = 0) -> SowingAnswer:
    """Return the latest sowing from which picking begins by a day.

    Parameters
    ----------
    asked : Asked
        Crop and place.
    day : date
        Wanted first day of picking.
    stands : Stands
        The garden.
    successions : int
        How many more sowings are wanted after it. [count]

    Returns
    -------
    SowingAnswer
        Where no safe planting is early enough, the earliest one and a finding that says so.

    Raises
    ------
    Unknown
        When the crop is in no table.
    Impossible
        When the crop is not picked in its first year.
    """
    dates = _Dates(asked, stands)
    return dates.answer(dates.picked(day), successions)


def plantable(asked: Asked, stands: Stands) -> date:
    """Return the next day on which a crop can be planted, or sown in its place, to some purpose.

    Parameters
    ----------
    asked : Asked
        Crop and place.
    stands : Stands
        The garden.

    Returns
    -------
    date
        Today or later; where no day of the year is good, the first that kills nothing.

    Raises
    ------
    Unknown
        When the crop is in no table.
    """
    dates = _Dates(asked, stands)
    window = dates.window(stands.today)
    return max(stands.today, window[0]) if window else dates.ready(stands.today)


def comes_to(asked: Asked, planted_on: date, stands: Stands) -> str | None:
    """Return why a crop planted on a day comes to nothing, or to little.

    Parameters
    ----------
    asked : Asked
        Crop and place.
    planted_on : date
        Day of planting out, or of sowing in its place.
    stands : Stands
        The garden.

    Returns
    -------
    str or None
        Key of the finding; None where it does well.

    Raises
    ------
    Unknown
        When the crop is in no table.
    """
    return _Dates(asked, stands).against(planted_on)


class _Dates:
    """From a day of sowing or planting to all its dates, for one crop in one place."""

    def __init__(self, asked: Asked, stands: Stands) -> None:
        self.asked, self.stands = asked, stands
        self.place: Place = stands.places[asked.place]
        self.programme: Programme = stands.programmes[asked.programme]
        self.crop = stands.catalogue.crop(asked.crop)
        probe = growing(self._planting(stands.today), stands.garden.varieties, stands.catalogue)
        self.stages = probe.stages
        self.crop = probe.crop
        self.raised = tuple(self._raised())
        self.raise_days = sum(stage.typical_days for stage in self.raised)

    def _raised(self) -> Iterator[Stage]:
        """Stages before planting out; none where it is sown in place or never transplanted."""
        keys = [stage.key for stage in self.stages]
        if not self.asked.sown_in_place and "transplant_establishment" in keys:
            yield from self.stages[: keys.index("transplant_establishment")]

    def _planting(self, planted_on: date) -> Planting:
        return Planting(
            id=_NAMELESS,
            place=self.asked.place,
            crop=self.asked.crop,
            variety=self.asked.variety,
            planted_on=planted_on,
            sown_in_place=self.asked.sown_in_place,
        )

    def calendar(self, planted_on: date) -> Calendar:
        grown = growing(
            self._planting(planted_on), self.stands.garden.varieties, self.stands.catalogue
        )
        return calendar_of(
            grown, self.place, self.stands.weather, self.programme, NOTHING_SEEN, planted_on
        )

    def first_pick(self, planted_on: date) -> date | None:
        """The first day of picking, if it comes before the season ends."""
        calendar = self.calendar(planted_on)
        harvest = calendar.start_of("harvest")
        return harvest if harvest is not None and harvest < calendar.last_pick else None

    def safe(self, day: date) -> bool:
        """Whether plants or seed may be outside: no frost that kills, nights as warm as wanted."""
        if self.crop.frost == "none" and self._frost_ahead(day) is not None:
            return False
        night = self.stands.weather.low_c(day, self.place.warmer_by_c)
        return night >= self.crop.min_night_temp_c

    def _frost_ahead(self, day: date) -> date | None:
        """The last frost of spring where it is still to come for plants in the open."""
        if self.place.covered:
            return None
        site = self.stands.garden.site
        frosts = (site.last_frost_in(year) for year in (day.year, day.year + 1))
        near = (f for f in frosts if f is not None and 0 <= (f - day).days < LOOK_DAYS // 2)
        return next(near, None)

    def ready(self, day: date) -> date:
        """The first safe day from one on; the day itself where none comes in a year."""
        return next((d for d in _days_from(day, LOOK_DAYS) if self.safe(d)), day)

    def against(self, planted_on: date) -> str | None:
        """Why a planting on a day comes to nothing, or to little; None where it does well."""
        if not self.safe(planted_on):
            frost = self.crop.frost == "none" and self._frost_ahead(planted_on) is not None
            return "before_last_frost" if frost else "cold_nights"
        rests = any(stage.key == REST for stage in self.stages)
        if self._still(planted_on) and not rests:
            return "too_cold_to_grow"
        if self.crop.habit == "perennial":
            return None
        calendar = self.calendar(planted_on)
        harvest = calendar.start_of("harvest")
        if harvest is None or harvest >= calendar.last_pick:
            return "too_cool_to_ripen"
        winter = self.stands.weather.midwinter_before(harvest)
        if rests and (planted_on > winter or (harvest - winter).days < LIGHT_DAYS):
            return "needs_a_winter"
        hardy = rests or self.crop.frost in ("hardy", "very_hardy")
        if not hardy and (self._still(harvest) or (planted_on < winter and self._still(winter))):
            return "meets_a_winter"
        usual = next(s.typical_days for s in self.stages if s.key == "harvest")
        picked = (calendar.last_pick - harvest).days
        return None if picked >= min(WORTHWHILE_DAYS, usual // 2) else "picking_is_short"

    def worth(self, planted_on: date) -> bool:
        """Whether a planting on a day is safe and comes to something."""
        return self.against(planted_on) is None

    def _still(self, day: date) -> bool:
        warmer = self.place.warmer_by_c
        return self.stands.weather.stands_still(day, self.crop.base_temp_c, warmer)

    def sown(self, day: date) -> Sowing:
        """The dates of what is sown on a day."""
        if not self.raised:
            return self.dated(day, day, 0)
        grown = day + timedelta(self.raise_days)
        planted = self.ready(grown)
        return self.dated(day, planted, (planted - grown).days)

    def planted(self, day: date) -> Sowing:
        """The dates of what is planted out, or sown in its place, on a day."""
        return self.dated(day - timedelta(self.raise_days), day, 0)

    def dated(self, sown: date, planted: date, waits: int) -> Sowing:
        calendar = self.calendar(planted)
        potted = next((s for s in self.raised if s.key == "potted_on"), None)
        before = sum(stage.typical_days for stage in self.raised if stage != potted)
        return Sowing(
            sow_on=sown,
            pot_on=sown + timedelta(before) if potted else None,
            harden_on=max(planted - timedelta(HARDEN_DAYS), sown) if self.raised else None,
            plant_on=planted,
            first_pick=self.first_pick(planted),
            last_pick=calendar.last_pick,
            waits_days=waits,
            findings=tuple(self._findings(sown, planted, waits)),
        )

    def _findings(self, sown: date, planted: date, waits: int) -> Iterator[Finding]:
        if sown < self.stands.today:
            yield Finding("sowing_is_past", Level.NOTE)
        if waits > LONGEST_WAIT_DAYS:
            days = Quantity("days", waits, "")
            yield Finding("sown_too_early", Level.WARNING, "sow_on", numbers=(days,))
        reason = self.against(planted)
        if reason == "cold_nights":
            night = self.stands.weather.low_c(planted, self.place.warmer_by_c)
            numbers = (
                Quantity("night_c", night, "°C", Origin.TYPICAL),
                Quantity("wants_c", self.crop.min_night_temp_c, "°C", Origin.TYPICAL),
            )
            yield Finding(reason, Level.WARNING, "planted_on", numbers=numbers)
        elif reason is not None:
            yield Finding(reason, Level.WARNING, "planted_on")
        elif self.crop.habit == "perennial" and self.first_pick(planted) is None:
            yield Finding("not_picked_yet", Level.NOTE)

    def picked(self, wanted: date) -> Sowing:
        """The latest planting that is picked by a day; else the earliest there is, and why."""
        if self.crop.habit == "perennial":
            raise Impossible("pick_by", "not_picked_in_first_year", crop=self.crop.name)

        def late(day: date) -> bool:
            picked = self.first_pick(day)
            return picked is None or picked > wanted

        first, last = wanted - timedelta(LOOK_DAYS), wanted
        latest = _last(lambda day: not late(day), first, last)
        if latest is None:
            latest = first
        good = next((d for d in _days_before(latest, LOOK_DAYS // 2) if self.worth(d)), None)
        if good is not None and not late(good) and self._lasts(good, wanted):
            return self.planted(good)
        ahead = next((d for d in _days_from(latest, LOOK_DAYS) if self.worth(d)), None)
        earliest = self.planted(ahead or self.ready(latest))
        finding = Finding("not_picked_by_then", Level.WARNING, "pick_by")
        return replace(earliest, findings=(finding, *earliest.findings))

    def _lasts(self, planted_on: date, wanted: date) -> bool:
        """Whether it is picked about a day, and not in the season before."""
        picked, end = self.first_pick(planted_on), self.calendar(planted_on).last_pick
        return picked is not None and (end >= wanted or (wanted - picked).days <= EARLY_DAYS)

    def answer(self, chosen: Sowing, successions: int) -> SowingAnswer:
        window = self.window(chosen.plant_on)
        return SowingAnswer(
            chosen=chosen,
            earliest=self.planted(window[0]) if window else None,
            latest=self.planted(window[1]) if window else None,
            following=tuple(self._following(chosen, min(successions, MOST_SUCCESSIONS))),
        )

    def window(self, about: date) -> tuple[date, date] | None:
        """The run of good planting days that holds a day, or the next one to come."""
        start = about - timedelta(LOOK_DAYS // 2)
        weeks = [start + timedelta(n) for n in range(0, LOOK_DAYS + LOOK_DAYS // 2, STEP_DAYS)]
        good = [self.worth(day) for day in weeks]
        runs: list[list[int]] = []
        for n, fine in enumerate(good):
            if fine and runs and runs[-1][-1] == n - 1:
                runs[-1].append(n)
            elif fine:
                runs.append([n])
        near = [run for run in runs if weeks[run[-1]] + timedelta(STEP_DAYS) > about]
        if not runs:
            return None
        run = (near or runs[-1:])[0]
        week = timedelta(STEP_DAYS)
        first = next(d for d in _days_from(weeks[run[0]] - week, 8) if self.worth(d))
        last = next(d for d in _days_before(weeks[run[-1]] + week, 8) if self.worth(d))
        return first, last

    def _following(self, chosen: Sowing, count: int) -> Iterator[Sowing]:
        """Each planted so that its picking begins when the one before it ends."""
        before = chosen
        for _ in range(count):
            if before.first_pick is None:
                return
            after = before

            def too_early(day: date, end: date = after.last_pick) -> bool:
                picked = self.first_pick(day)
                return picked is not None and picked < end

            day = _last(too_early, before.plant_on, before.last_pick)
            planted = before.plant_on + timedelta(1) if day is None else day + timedelta(1)
            if not self.worth(planted) or planted <= before.plant_on:
                return
            before = self.planted(planted)
            yield before


def _days_from(day: date, count: int) -> Iterator[date]:
    return (day + timedelta(n) for n in range(count))


def _days_before(day: date, count: int) -> Iterator[date]:
    return (day - timedelta(n) for n in range(count))


def _last(holds: Callable[[date], bool], first: date, last: date) -> date | None:
    """The last day that something holds on which holds up to some day and never after it."""
    if not holds(first):
        return None
    low, high = 0, (last - first).days
    while low < high:
        middle = (low + high + 1) // 2
        if holds(first + timedelta(middle)):
            low = middle
        else:
            high = middle - 1
    return first + timedelta(low)
