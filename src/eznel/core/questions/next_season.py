"""A season begun from the last one: what stays, what is planted again, where and when.

A season begins with a midwinter. What was planted in the year before it is proposed again. Beds
change what they carry where a family stood within its years of rest: what a bed carried moves as a
whole, so that all together rest the most and move the least (an assignment). Days follow the
warmth: spring plantings go out when as much warmth has come since midwinter as had come last time,
as measured there; what is planted later keeps its day.
"""

from collections import Counter
from collections.abc import Iterable, Sequence
from dataclasses import dataclass
from datetime import date, timedelta
from typing import Literal
from uuid import UUID, uuid5

from eznel.core import places
from eznel.core.crops.stages import HALF_YEAR
from eznel.core.crops.weather import Limits
from eznel.core.document import Bed, Place, Planting, Raising, Tub
from eznel.core.harvest.ahead import Harvesting
from eznel.core.questions.sowing import Asked, comes_to, plantable
from eznel.core.season.workings import Workings
from eznel.core.solving import assigned
from eznel.core.stands.rotation import FAMILY_YEARS
from eznel.core.stands.stand import Stand
from eznel.core.stands.stands import Stands

SPRING_C = Limits(5.0, 30.0)
"""Warmth of a spring is counted above this, whatever the crop: soil warms for all of them. [°C]"""
SPRING_DAYS = 120
"""From midwinter to the middle of May of the northern half. [days]"""
SPRING_DD = 20.0
"""With less since midwinter, warmth does not tell two days apart. [°C day]"""
MOVES, SMALLER, TAKEN, OTHER_ROOF = 0.25, 2.0, 3.0, 100.0
"""What moving costs against a whole bed of a family that did not rest; a bed too small, for each
part that it is smaller; one that carries something this season; one under cover for one in the
open. [1]"""

DayBy = Literal["same_day", "warmth", "next_good", "sown_late"]


@dataclass(frozen=True, slots=True, kw_only=True)
class Went:
    """How a planting of last season went, as far as it is written down."""

    given: int
    missed: int
    picked_kg: float | None
    """None where nothing was weighed."""
    complete: bool
    expected_kg: float
    seen: tuple[tuple[str, int], ...]
    """What was seen, and how often."""


@dataclass(frozen=True, slots=True, kw_only=True)
class Again:
    """A planting of last season once more. Its id is always the same, so that it is added once."""

    of: UUID
    planting: Planting
    wintered: Planting | None
    """The same plants kept through the winter in their tub, where they can be."""
    there: bool
    """Whether it is in the garden already."""
    was_on: date
    day_by: DayBy
    was_in: UUID
    rested: bool
    """Whether its family was not there within its years of rest."""
    against: str | None
    """Why little or nothing comes of it on that day; key of a finding."""
    went: Went


@dataclass(frozen=True, slots=True)
class Carried:
    """A planting that stands through the winter, or for years."""

    planting: UUID
    until: date | None
    """Its last picking; None where it stands for years."""


@dataclass(frozen=True, slots=True, kw_only=True)
class NextSeason:
    """What a season begins from."""

    year: int
    years: tuple[int, int]
    """The season at hand and the next, to choose from."""
    again: tuple[Again, ...]
    carried: tuple[Carried, ...]
    lessons: tuple[UUID, ...]
    """Notes with lessons that are not learned yet: of its crops, and of the whole garden."""


def next_season(workings: Workings, year: int | None = None) -> NextSeason:
    """Return what a season begins from, with plantings proposed anew.

    Parameters
    ----------
    workings : Workings
        Of the garden today.
    year : int or None
        The season at hand or the next; else the one at hand until it is well under way.

    Returns
    -------
    NextSeason
        With the last year's plantings once more.
    """
    stands = workings.stands
    before = stands.weather.midwinter_before(stands.today)
    after = stands.weather.midwinter_before(before + timedelta(366 + 30))
    years = (_year_of(before), _year_of(after))
    begins = after if year == years[1] or (year is None and _under_way(stands, before)) else before
    last = date(begins.year - 1, begins.month, begins.day)
    sources = [
        stand
        for stand in stands.all
        if stand.crop.habit != "perennial" and last <= stand.planting.planted_on < begins
    ]
    carried = tuple(_carried(stands, begins))
    fixed = {stand.place.id for stand in stands.all if stand.crop.habit == "perennial"}
    where = _rotated(sources, stands, begins, fixed)
    harvesting = Harvesting(stands)
    again = tuple(_again(stand, where[stand.place.id], begins, harvesting) for stand in sources)
    crops = {stand.crop.key for stand in sources} | {
        stand.crop.key for stand in stands.all if stand.id in {one.planting for one in carried}
    }
    return NextSeason(
        year=_year_of(begins),
        years=years,
        again=again,
        carried=carried,
        lessons=tuple(
            note.id
            for note in sorted(stands.log.notes, key=lambda one: (one.on, str(one.id)))
            if note.lesson is not None
            and note.lesson.learned_on is None
            and (note.lesson.crop is None or note.lesson.crop in crops)
        ),
    )


def _year_of(midwinter: date) -> int:
    """The year by which a season is called; in the south that in which its summer ends."""
    return midwinter.year if midwinter.month <= 6 else midwinter.year + 1


def _under_way(stands: Stands, begins: date) -> bool:
    """Whether spring is over, or nearly, and something was planted in it."""
    days = (stands.today - begins).days
    planted = any(begins <= s.planting.planted_on <= stands.today for s in stands.all)
    return days > HALF_YEAR or (days > SPRING_DAYS and planted)


def _carried(stands: Stands, begins: date) -> Iterable[Carried]:
    for stand in stands.all:
        if stand.planting.planted_on >= begins:
            continue
        if stand.crop.habit == "perennial" and stand.planting.ends_on is None:
            yield Carried(stand.id, None)
        elif stand.calendar.last_pick >= max(begins, stands.today):
            yield Carried(stand.id, stand.calendar.last_pick)


def _rotated(
    sources: Sequence[Stand], stands: Stands, begins: date, fixed: set[UUID]
) -> dict[UUID, UUID]:
    """Where what each place carried goes: tubs and beds with perennials stay as they are."""
    groups: dict[UUID, list[Stand]] = {}
    for stand in sources:
        groups.setdefault(stand.place.id, []).append(stand)
    free = [
        place for place in stands.garden.places if isinstance(place, Bed) and place.id not in fixed
    ]
    moving = [place for place in free if place.id in groups]
    costs = [
        [
            _cost(groups[a.id], a, b, stands) + TAKEN * _taken(groups[a.id], b, stands, begins)
            for b in free
        ]
        for a in moving
    ]
    goes = {a.id: free[n].id for a, n in zip(moving, assigned(costs), strict=True)}
    return {place: goes.get(place, place) for place in groups}


def _cost(group: Sequence[Stand], at: Place, to: Place, stands: Stands) -> float:
    ground = sum(stand.ground_m2 for stand in group) or 1.0
    tired = sum(s.ground_m2 for s in group if not _rests(s.crop.family, to, s, stands)) / ground
    mine, theirs = (places.area(one).value for one in (at, to))
    smaller = max(mine - theirs, 0.0) / mine
    roof = OTHER_ROOF if at.covered != to.covered else 0.0
    return tired + SMALLER * smaller + roof + (MOVES if at.id != to.id else 0.0)


def _taken(group: Sequence[Stand], to: Place, stands: Stands, begins: date) -> bool:
    """Whether a bed carries something this season already, or still when these are planted."""
    first = _a_year_on(min(stand.planting.planted_on for stand in group))
    return any(
        other.planting.planted_on >= begins
        or (other.calendar.last_pick > first and other not in group)
        for other in stands.in_place(to.id)
    )


def _rests(family: str, place: Place, stand: Stand, stands: Stands) -> bool:
    """Whether a place has rested from a family for long enough, a year on from a planting."""
    day = _a_year_on(stand.planting.planted_on)
    return not any(
        other.crop.family == family and (day - other.calendar.last_pick).days < 365 * FAMILY_YEARS
        for other in stands.in_place(place.id)
        if other.planting.planted_on < day
    )


def _again(stand: Stand, to: UUID, begins: date, harvesting: Harvesting) -> Again:
    stands = harvesting.stands
    was, place = stand.planting, stands.places[to]
    sown_before = was.planted_on - was.sown_on if was.sown_on else timedelta(0)
    asked = Asked(crop=was.crop, variety=was.variety, place=to, sown_in_place=was.sown_in_place)
    day, by = _day(stand, begins, stands)
    if day < stands.today:
        day, by = max(plantable(asked, stands), stands.today + sown_before), "next_good"
    elif day - sown_before < stands.today:
        day, by = stands.today + sown_before, "sown_late"
    planting = was.model_copy(
        update={
            "id": uuid5(was.id, f"again {begins.year}"),
            "place": to,
            "planted_on": day,
            "sown_on": day - sown_before if was.sown_on else None,
            "plants": _plants(was, stands.places[was.place], place),
            "raising": _raised_anew(was.raising),
            "residue": None,
            "kept_since": None,
            "had": None,
            "ends_on": None,
            "note": "",
        }
    )
    can = isinstance(place, Tub) and stand.crop.winters_indoors
    return Again(
        of=was.id,
        planting=planting,
        wintered=_wintered(planting) if can else None,
        there=_there(planting, begins, stands),
        was_on=was.planted_on,
        day_by=by,
        was_in=was.place,
        rested=isinstance(place, Tub) or _rests(stand.crop.family, place, stand, stands),
        against=comes_to(asked, day, stands),
        went=_went(stand, harvesting),
    )


def _there(planting: Planting, begins: date, stands: Stands) -> bool:
    """Whether it is added already, or the same crop and variety were planted this season."""
    end = begins + timedelta(365)
    return any(
        one.id == planting.id
        or (
            ((one.crop, one.variety) == (planting.crop, planting.variety))
            and begins <= one.planted_on < end
        )
        for one in stands.garden.plantings
    )


def _day(stand: Stand, begins: date, stands: Stands) -> tuple[date, DayBy]:
    """When as much warmth has come as last time; later in the year, the same day."""
    was = stand.planting.planted_on
    then, weather = stands.weather.midwinter_before(was), stands.weather
    same = _a_year_on(was)
    warmth = weather.warmth(then, was, SPRING_C)
    if (was - then).days > HALF_YEAR or warmth < SPRING_DD:
        return same, "same_day"
    return begins + timedelta(weather.days_to(begins, warmth, SPRING_C, 0.0)), "warmth"


def _a_year_on(day: date) -> date:
    return date(day.year + 1, day.month, min(day.day, 28) if day.month == 2 else day.day)


def _plants(was: Planting, at: Place, to: Place) -> int | None:
    """As many as before, and in a smaller bed fewer; as many as fit stays so."""
    if was.plants is None or isinstance(at, Tub) or isinstance(to, Tub):
        return was.plants
    share = min(places.area(to).value / places.area(at).value, 1.0)
    return max(int(was.plants * share), 1)


def _raised_anew(was: Raising | None) -> Raising | None:
    """The same shelf, seed and cells; what was counted last time is not known yet."""
    if was is None:
        return None
    nothing = Raising()
    counted = ("tested", "sprouted", "sown", "came_up", "roots_seen_on", "given_away", "lost")
    return was.model_copy(update={field: getattr(nothing, field) for field in counted})


def _wintered(planting: Planting) -> Planting:
    """A plant of last year brings its roots along: nothing is sown or raised."""
    return planting.model_copy(
        update={
            "id": uuid5(planting.id, "wintered"),
            "sown_on": None,
            "raising": None,
            "raised_in": None,
            "sown_in_place": False,
        }
    )


def _went(stand: Stand, harvesting: Harvesting) -> Went:
    log, gave = harvesting.stands.log, harvesting.by_planting.get(stand.id)
    outcomes = Counter(entry.outcome for entry in log.feeds if entry.planting == stand.id)
    seen = Counter(one.kind for one in harvesting.stands.observed.get(stand.id, ()))
    return Went(
        given=outcomes["given"],
        missed=outcomes["missed"],
        picked_kg=gave.kg if gave is not None else None,
        complete=gave is not None and gave.complete,
        expected_kg=stand.kg_yield,
        seen=tuple(sorted(seen.items())),
    )
