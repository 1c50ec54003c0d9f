"""What a place wants of water today: how much, when next, and whether rain does it."""

from collections.abc import Iterable, Mapping, Sequence
from dataclasses import dataclass
from datetime import date, timedelta
from math import ceil, floor
from typing import Literal
from uuid import UUID

from eznel.core.document import Bed, FeedEntry, Place, Watered, WateredBy
from eznel.core.moisture.course import Evening, Evenings, Given, course
from eznel.core.moisture.demand import Demand, Found
from eznel.core.water import EFFICIENCY
from eznel.core.working import Origin, Quantity, Worked

AHEAD_DAYS = 7
"""How far ahead the next watering is looked for. [days]"""
MOST_EVERY_DAYS = 14
"""Nobody plans a watering further ahead. [days]"""
MOST_TIMES = 3
"""Waterings a day; a tub that wants more is too small. [count]"""
WAITS_TO_SHARE = 0.8
"""Rain is waited for only while less than this is missing of what the ground holds. [L/L]"""
WEEK_DAYS, SODDEN_DAYS = 7, 4
"""Of the days of a week, those with water running off below from which roots want air. [days]"""
RAIN_SEEN_DAYS = 3
"""For so long it is said that rain did it. [days]"""

Standing = tuple[Demand, Evenings, int]
"""What stands in a place today: its demand, its days, and which of them is today."""
State = Literal["water", "rain", "later", "unknown", "put_off"]


@dataclass(frozen=True, slots=True, eq=False)
class Moist:
    """A place's plantings with their days up to today's forecast and beyond."""

    place: Place
    today: date
    demands: tuple[Demand, ...]
    days: tuple[Evenings, ...]
    put_off: bool

    @property
    def standing(self) -> list[Standing]:
        """What stands there today."""
        return [
            (demand, days, (self.today - days.first).days)
            for demand, days in zip(self.demands, self.days, strict=True)
            if 0 <= (self.today - days.first).days < len(days)
        ]


@dataclass(frozen=True, slots=True, kw_only=True)
class PlaceWater:
    """What a place wants of water."""

    place: UUID
    state: State
    """Unknown where nobody has recorded a watering for so long that it would have wilted."""
    plantings: tuple[UUID, ...]
    litres: float
    """At a time, what is to reach the roots. [L]"""
    with_losses_l: float
    """What is to be let out for that. [L]"""
    cans: float
    minutes: float | None
    """Of a drip line, a hose or a sprinkler whose flow is known. [min]"""
    times_a_day: int
    every_days: int
    """How often at the warmth of the days ahead. [days]"""
    next_on: date | None
    """The day on which it is dry enough again; none within a week where None."""
    used_pct: float
    """Missing in the morning of what the driest planting's ground holds. [%]"""
    ready_pct: float
    """What that planting draws of it without stress. [%]"""
    rained_on: bool
    """Whether rain falls there at all."""
    rain_mm: float
    """What fell on it in the last days, or is forecast where it is waited for. [mm]"""
    sodden: bool
    """Whether water ran off below on most days of the last week: roots want air."""

    def due_on(self, today: date) -> date | None:
        """Return the day of the next watering: tomorrow where it was put off; None if unknown."""
        if self.state == "water":
            return today
        return today + timedelta(1) if self.state == "put_off" else self.next_on


def moist(
    place: Place,
    demands: Sequence[Demand],
    watered: Iterable[Watered],
    feeds: Iterable[FeedEntry],
    today: date,
) -> Moist:
    """Return the course of a place's water.

    Parameters
    ----------
    place : Place
        Bed or tub.
    demands : sequence of Demand
        Of its plantings.
    watered : iterable of Watered
        Of this place.
    feeds : iterable of FeedEntry
        Of its plantings: liquid ones water, too.
    today : date
        The garden's date.

    Returns
    -------
    Moist
        From planting to a week ahead.
    """
    told = recorded(place, watered, feeds, today)
    until = today + timedelta(AHEAD_DAYS + 1)
    days = course(demands, told.given, until, told.found)
    return Moist(place, today, tuple(demands), days, told.put_off)


@dataclass(frozen=True, slots=True)
class Recorded:
    """What somebody recorded of a place's water, by day."""

    given: Mapping[date, Sequence[Given]]
    found: Mapping[date, Found]
    put_off: bool
    """Whether it was put off today."""


def recorded(
    place: Place, watered: Iterable[Watered], feeds: Iterable[FeedEntry], today: date
) -> Recorded:
    """Return what was recorded of a place's water up to today.

    Parameters
    ----------
    place : Place
        Bed or tub.
    watered : iterable of Watered
        Of this place.
    feeds : iterable of FeedEntry
        Of its plantings: liquid ones water, too.
    today : date
        The garden's date.

    Returns
    -------
    Recorded
        What reached the roots, and what was found. [L]
    """
    given: dict[date, list[Given]] = {}
    found: dict[date, Found] = {}
    put_off = False
    for one in watered:
        if one.on > today:
            continue
        if one.outcome == "found":
            found[one.on] = Found(one.felt, one.probe_pct)
            continue
        if one.outcome == "not_today":
            put_off = put_off or one.on == today
            reaches: float | None = 0.0
        else:
            reaches = None if one.amount is None else one.amount.l * EFFICIENCY[way_of(place)]
        given.setdefault(one.on, []).append(Given(reaches))
    for feed in feeds:
        if feed.outcome == "given" and feed.water is not None and feed.on <= today:
            fed = Given(feed.water.l * feed.poured, feed.planting)
            given.setdefault(feed.on, []).append(fed)
    return Recorded(given, found, put_off)


def way_of(place: Place) -> WateredBy:
    """Return how a place is watered.

    Parameters
    ----------
    place : Place
        Bed or tub.

    Returns
    -------
    str
        By cans where nobody said.
    """
    return place.watering.by if isinstance(place, Bed) and place.watering else "can"


def place_water(of: Moist, can_l: float, flow_l_min: float | None) -> PlaceWater | None:
    """Return what a place wants of water today.

    Parameters
    ----------
    of : Moist
        Its course.
    can_l : float
        The grower's can. [L]
    flow_l_min : float or None
        What its line, hose or sprinkler lets out. [L/min]

    Returns
    -------
    PlaceWater or None
        None where nothing stands today.
    """
    standing = of.standing
    if not standing:
        return None
    mornings = [_morning(days, at) for _, days, at in standing]
    state = _state(of, mornings)
    driest = max(mornings, key=lambda one: one.used_l / one.ready_l)
    let_out_l = let_out(of).value
    return PlaceWater(
        place=of.place.id,
        state=state,
        plantings=tuple(demand.stand.id for demand, _, _ in standing),
        litres=let_out_l * EFFICIENCY[way_of(of.place)],
        with_losses_l=let_out_l,
        cans=let_out_l / can_l,
        minutes=let_out_l / flow_l_min if flow_l_min else None,
        times_a_day=_times(standing),
        every_days=_every(standing),
        next_on=_next_on(of) if _known(mornings) else None,
        used_pct=100 * driest.used_l / driest.total_l,
        ready_pct=100 * driest.ready_l / driest.total_l,
        rained_on=not of.place.covered,
        rain_mm=_to_come_mm(of) if state == "rain" else _fallen_mm(of),
        sodden=any(sodden_days(days, at) >= SODDEN_DAYS for _, days, at in standing),
    )


def let_out(of: Moist) -> Worked:
    """Return what is to be let out on a place at a time, which is today where it is dry.

    Parameters
    ----------
    of : Moist
        Its course, of a place in which something stands.

    Returns
    -------
    Worked
        What is missing with today's use; where it is not dry, or nobody knows, what the days
        between two waterings take. [L]
    """
    standing, way = of.standing, way_of(of.place)
    mornings = [_morning(days, at) for _, days, at in standing]
    now = _state(of, mornings) in ("water", "rain", "put_off") and _known(mornings)
    if now:
        parts = [_missing(*one) for one in standing]
    else:
        every = _every(standing)
        parts = [_between(days[at:], every) for _, days, at in standing]
    all_l, times = sum(part.value for part in parts), _times(standing)
    return Worked.first(
        "moist_let_out",
        all_l / times / EFFICIENCY[way],
        "L",
        Quantity("wanted_l", all_l, "L"),
        Quantity("times_a_day", times, ""),
        Quantity("efficiency", EFFICIENCY[way], "", Origin.TYPICAL),
    ).after(*parts)


def _missing(demand: Demand, days: Sequence[Evening], at: int) -> Worked:
    """What a planting's ground will miss by evening. [L]"""
    morning, crop = _morning(days, at), demand.working(days[at].on)
    return crop.then(
        "moist_missing",
        morning.wants_l,
        "L",
        Quantity("used_l", morning.used_l, "L", Origin.PLAN),
        Quantity("crop_l", crop.value, "L"),
        Quantity("given_l", days[at].given_l, "L", Origin.PLAN),
    )


def _between(days: Sequence[Evening], every: int) -> Worked:
    """What some days at the warmth to come take. [L]"""
    mean_l, total_l = _mean_l(days), days[0].asked.total_l
    return Worked.first(
        "moist_between",
        min(mean_l * every, total_l),
        "L",
        Quantity("day_l", mean_l, "L", Origin.PLAN),
        Quantity("every_days", every, "days", Origin.PLAN),
        Quantity("total_l", total_l, "L", Origin.PLAN),
    )


@dataclass(frozen=True, slots=True)
class _Morning:
    """A planting before a day's water: what is missing, and what the day will take."""

    used_l: float
    wants_l: float
    """To have a full ground in the evening. [L]"""
    ready_l: float
    total_l: float
    rain_l: float
    known: bool

    @property
    def is_dry(self) -> bool:
        """Whether it would be short by evening without a drop."""
        return self.wants_l > self.ready_l + 1e-9


def _morning(days: Sequence[Evening], at: int) -> _Morning:
    today, asked = days[at], days[at].asked
    return _Morning(
        used_l=today.began_l,
        wants_l=max(today.began_l + asked.crop_l - today.given_l, 0.0),
        ready_l=asked.ready_l,
        total_l=asked.total_l,
        rain_l=asked.rain_l,
        known=today.known if today.told or not at else days[at - 1].known,
    )


def _known(mornings: Sequence[_Morning]) -> bool:
    return all(one.known for one in mornings)


def _state(of: Moist, mornings: Sequence[_Morning]) -> State:
    dry = [one for one in mornings if one.is_dry]
    if _known(mornings) and not dry:
        return "later"
    if of.put_off:
        return "put_off"
    if not _known(mornings):
        return "unknown"
    tomorrow = of.today + timedelta(1)
    falls = [
        sum(day.asked.rain_l for day in days.between(of.today, tomorrow))
        for _, days, _ in of.standing
    ]
    waits = all(
        not one.is_dry or (one.wants_l - rain <= one.ready_l and one.wants_l < _most_l(one))
        for one, rain in zip(mornings, falls, strict=True)
    )
    return "rain" if waits else "water"


def _most_l(morning: _Morning) -> float:
    return WAITS_TO_SHARE * morning.total_l


def _times(standing: Sequence[Standing]) -> int:
    """How often a day a watering is needed, where the ground does not hold enough for one."""
    asked = [days[at].asked for _, days, at in standing]
    most = max(ceil(one.crop_l / one.ready_l - 1e-9) for one in asked)
    return min(max(most, 1), MOST_TIMES)


def _every(standing: Sequence[Standing]) -> int:
    """How many days a full ground lasts at the warmth of the days ahead. [days]"""
    lasts = [
        days[at].asked.ready_l / mean_l
        for _, days, at in standing
        if (mean_l := _mean_l(days[at:])) > 0
    ]
    return max(min(floor(min(lasts, default=MOST_EVERY_DAYS) + 1e-9), MOST_EVERY_DAYS), 1)


def _mean_l(days: Sequence[Evening]) -> float:
    """What leaves and ground take a day in the days ahead. [L]"""
    return sum(day.asked.crop_l for day in days) / len(days)


def _next_on(of: Moist) -> date | None:
    """The first day ahead on which something would be short by its evening."""
    dry = [day.on for _, days, at in of.standing for day in days[at:] if day.is_dry]
    return min(dry, default=None)


def _fallen_mm(of: Moist) -> float:
    """What the last days' rain was where some of it reached roots. [mm]"""
    return _rain_mm(of, of.today - timedelta(RAIN_SEEN_DAYS), of.today - timedelta(1))


def _to_come_mm(of: Moist) -> float:
    """What is forecast for today and tomorrow. [mm]"""
    return _rain_mm(of, of.today, of.today + timedelta(1))


def _rain_mm(of: Moist, first: date, last: date) -> float:
    reached = any(
        day.asked.rain_l > 0 for _, days, _ in of.standing for day in days.between(first, last)
    )
    known = of.demands[0].weather.by_day
    span = (first + timedelta(n) for n in range((last - first).days + 1))
    return sum(known[day].rain_mm or 0.0 for day in span if day in known) if reached else 0.0


def sodden_days(days: Sequence[Evening], at: int) -> int:
    """Return on how many days of the last week water ran off below a planting.

    Parameters
    ----------
    days : sequence of Evening
        Its days.
    at : int
        Which of them is today. [index]

    Returns
    -------
    int
        At most seven. [days]
    """
    return sum(1 for day in days[max(at - WEEK_DAYS, 0) : at] if day.drained_l > 0)
