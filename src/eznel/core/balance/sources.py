"""What comes to a planting day by day, source by source: the plan's own amounts, with their days.

The credits of its needs and what it is fed add up to what the plan counts on. Ground and compost
give by the day's warmth (doubling with every 10 °C), and so does water, which is used when it is
warm; nitrate that a test found and what a mix holds dissolved are there at once.
"""

from collections.abc import Iterable, Iterator, Mapping, Sequence
from dataclasses import dataclass
from datetime import date, timedelta
from functools import cached_property
from typing import Literal, NamedTuple, get_args
from uuid import UUID

import numpy as np

from eznel.core.crops.daily import Floats
from eznel.core.needs.credits import spring_nitrate, tub_water, water_credit
from eznel.core.needs.dose import RECOVERED_IN_TUB
from eznel.core.nutrients import Nutrient
from eznel.core.schedule.programmes import Window
from eznel.core.season.fold import Season
from eznel.core.season.portions import Portion, portion
from eznel.core.shed.shelf import Shed
from eznel.core.stands.stand import InTub, OnGround, Stand
from eznel.core.working import Origin, Worked

Balanced = Literal["N", "P", "K", "Ca", "Mg"]
BALANCED: tuple[Balanced, ...] = get_args(Balanced)
MIDDLE_C = 16.0
GUESSED = (Origin.TYPICAL, Origin.ASSUMED)

OFF_GROUND, OFF_TESTED, OFF_MIX = 0.3, 0.15, 0.3
"""How far the ground's own, a nitrate test, and a mix whose bag nobody read may be off. [g/g]"""
OFF_WEIGHED, OFF_TYPICAL, OFF_ORGANIC_N = 0.05, 0.15, 0.3
"""The same of feeds: by own density, by a typical one, and of what organic nitrogen frees. [g/g]"""
OFF_WATER, OFF_WATER_ASSUMED = 0.1, 0.5
"""The same of water: by its analysis, and as water usually is. [g/g]"""

SourceKind = Literal["ground", "nitrate_test", "mix", "water", "before", "fed", "tried", "air"]


@dataclass(frozen=True, slots=True)
class Source:
    """Something that brings nutrients, added up by the evening of each day."""

    kind: SourceKind
    product: UUID | None
    off_share: float
    """How far it may be off. [g/g]"""
    arrived_g: Mapping[Nutrient, Floats]


@dataclass(frozen=True, slots=True)
class Wanted:
    """A substance that a crop would have taken up by each evening, and what brings it. [g]"""

    wanted: Floats
    brings: tuple[tuple[Floats, float], ...]
    """What each source brought by each evening, and how far it may be off. [g, g/g]"""

    def rows(self) -> list[tuple[Floats, float]]:
        """Return nothing, which is never off, and then what each source brings. [g, g/g]"""
        return [(np.zeros(len(self.wanted)), 0.0), *self.brings]

    def in_water(self, litres: float) -> "Wanted":
        """Return the same in a litre of so many."""
        brings = tuple((one / litres, off) for one, off in self.brings)
        return Wanted(self.wanted / litres, brings)


@dataclass(frozen=True)
class Days:
    """The days of a balance."""

    first: date
    count: int

    @cached_property
    def all(self) -> tuple[date, ...]:
        """Each of them."""
        first = self.first.toordinal()
        return tuple(map(date.fromordinal, range(first, first + self.count)))

    @cached_property
    def evenings(self) -> Floats:
        """The morning after each, as an ordinal. [days]"""
        first = self.first.toordinal() + 1
        return np.arange(first, first + self.count, dtype=float)

    def padded(self, each_day: Floats) -> Floats:
        """Return what came by each evening, of what came on each of the first days."""
        added_up = np.cumsum(each_day[: self.count]) if len(each_day) else np.zeros(1)
        missing = self.count - len(added_up)
        return np.concatenate([added_up, np.full(max(missing, 0), added_up[-1])])

    def at_once(self, given: Iterable[tuple[date, float]]) -> Floats:
        """Return what is there by each evening of what is there from a day on. [g]"""
        comes = np.zeros(self.count)
        for on, grams in given:
            n = max((on - self.first).days, 0)
            if n < self.count:
                comes[n] += grams
        return comes.cumsum()

    def by_courses(self, given: Iterable[tuple[date, Floats, float]]) -> Floats:
        """Return what is there by each evening of what comes by a course from a day on. [g]"""
        found = np.zeros(self.count)
        for on, course, grams in given:
            ahead = (on - self.first).days
            since = np.minimum(np.arange(max(-ahead, 0), self.count - ahead), len(course) - 1)
            found[max(ahead, 0) :] += grams * course[since]
        return found


def days_of(stand: Stand) -> Days:
    """Return the days of a planting's balance, from planting to the last picking or feed.

    Parameters
    ----------
    stand : Stand
        The planting.

    Returns
    -------
    Days
        At least one.
    """
    calendar = stand.calendar
    until = max(calendar.last_pick, calendar.stop)
    return Days(calendar.begins, max((until - calendar.begins).days, 1))


def sources_of(
    season: Season, given: Sequence[Portion], days: Days, shed: Shed
) -> tuple[Source, ...]:
    """Return all that comes to a planting.

    Parameters
    ----------
    season : Season
        The planting's.
    given : sequence of Portion
        What it is fed.
    days : Days
        Of the balance.
    shed : Shed
        The garden's.

    Returns
    -------
    tuple of Source
        Those that bring anything. [g]
    """
    stand = season.stand
    slow = tuple(_charged(stand, shed)) if isinstance(stand, InTub) else ()
    found = [*_credits(season, days, slow), *_given("fed", given, days)]
    since, before = stand.kept_since, season.plan.before_g
    if since is not None and before.any:
        had: dict[Nutrient, Floats] = {
            x: days.at_once([(since, before[x])]) for x in BALANCED if before[x]
        }
        found.append(Source("before", None, OFF_GROUND, had))
    return tuple(found)


def wanted_g(season: Season, window: Window, nutrient: Nutrient, days: Days) -> Floats:
    """Return what a planting wants of a nutrient by each evening, as the plan counts it.

    In a tub a fifth of what is fed is not found by roots: it is left, and drains.

    Parameters
    ----------
    season : Season
        The planting's.
    window : Window
        When it is fed, and how its uptake runs.
    nutrient : Nutrient
        Element.
    days : Days
        Of the balance.

    Returns
    -------
    array of shape (days,)
        Added up. [g]
    """
    need, curve = season.needs[nutrient], window.curves[nutrient]
    at_stop, reached = curve.at(window.stop), np.interp(days.evenings, curve.days, curve.shares)
    due = np.minimum(reached / at_stop, 1.0) if at_stop > 0 else np.ones(days.count)
    found = RECOVERED_IN_TUB if isinstance(season.stand, InTub) else 1.0
    return np.asarray((need.total.value + need.credit_g) * due * found)


def given_as(kind: SourceKind, some: Sequence[Portion], days: Days) -> Source:
    """Return what is given of a product as a source.

    Parameters
    ----------
    kind : str
        What kind of one.
    some : sequence of Portion
        All of one product, at least one.
    days : Days
        Of the balance.

    Returns
    -------
    Source
        What it brings. [g]
    """
    of, arrived = some[0], dict[Nutrient, Floats]()
    for x in BALANCED:
        brings = [(one, one.brings[x]) for one in some]
        if not any(grams for _, grams in brings):
            continue
        if of.is_slow(x):
            arrived[x] = days.by_courses(
                (one.on, one.course, grams) for one, grams in brings if one.course is not None
            )
        else:
            arrived[x] = days.at_once((one.on, grams) for one, grams in brings)
    return Source(kind, of.product.id, _off(of), arrived)


def _given(kind: SourceKind, given: Sequence[Portion], days: Days) -> Iterator[Source]:
    """One source for each product."""
    by_product: dict[UUID, list[Portion]] = {}
    for one in given:
        by_product.setdefault(one.product.id, []).append(one)
    return (given_as(kind, some, days) for some in by_product.values())


def _off(of: Portion) -> float:
    if of.product.form == "organic":
        return OFF_ORGANIC_N
    return OFF_TYPICAL if of.product.contents.density_origin in GUESSED else OFF_WEIGHED


def _charged(stand: InTub, shed: Shed) -> Iterator[Portion]:
    """What was mixed through a tub and comes with time."""
    for line in stand.place.charge:
        product = shed.products[line.product]
        grams = line.strength.g_per_l * stand.litres
        one = portion(product, grams, stand.calendar.begins, stand, shed)
        if one.course is not None:
            yield one


def _credits(season: Season, days: Days, slow: Sequence[Portion]) -> Iterator[Source]:
    """What the plan takes off the needs, in parts that add up to that."""
    stand = season.stand
    warm, found = _by_warmth(stand, days), dict[SourceKind, dict[Nutrient, Floats]]()
    for x in BALANCED:
        parts = _parts(stand, season.needs[x].credit_g, x, slow, days)
        all_g = sum(part.grams for part in parts) or 1.0
        # Of a tub no more is credited than its plants need: all parts are cut alike.
        cut = season.needs[x].credit_g / all_g
        for part in parts:
            course = warm if part.course is None else part.course
            arrived = found.setdefault(part.kind, {})
            arrived[x] = arrived.get(x, 0.0) + cut * part.grams * course
    offs: dict[SourceKind, float] = {
        "ground": OFF_GROUND,
        "mix": OFF_MIX,
        "nitrate_test": OFF_TESTED,
        "water": OFF_WATER if stand.poured.water is not None else OFF_WATER_ASSUMED,
    }
    return (Source(kind, None, offs[kind], arrived) for kind, arrived in found.items())


class _Part(NamedTuple):
    """A part of a credit. [g]"""

    kind: SourceKind
    grams: float
    course: Floats | None
    """The share of it that is there by each evening; None by warmth. [g/g]"""


def _parts(
    stand: Stand, credit_g: float, nutrient: Nutrient, slow: Sequence[Portion], days: Days
) -> list[_Part]:
    if credit_g <= 0:
        return []
    tub, there = isinstance(stand, InTub), np.ones(days.count)
    known = [
        _Part("water", _water_g(stand, nutrient), None),
        _Part("nitrate_test", _tested_g(stand, nutrient), there),
    ]
    for one in slow:
        if one.is_slow(nutrient) and one.course is not None:
            course = days.by_courses([(one.on, one.course, 1.0)])
            known.append(_Part("mix", one.brings[nutrient], course))
    left_g = max(credit_g - sum(part.grams for part in known), 0.0)
    dissolved = tub and nutrient in ("N", "P", "K")
    known.append(_Part("mix" if tub else "ground", left_g, there if dissolved else None))
    return [part for part in known if part.grams > 0]


def _water_g(stand: Stand, nutrient: Nutrient) -> float:
    """What the season's watering is credited with. [g]"""
    if isinstance(stand, InTub):
        return _value(tub_water(stand, nutrient)) * stand.plants
    return _value(water_credit(stand, nutrient)) * stand.ground_m2


def _tested_g(stand: Stand, nutrient: Nutrient) -> float:
    """Nitrate that a test found in the ground. [g]"""
    if nutrient != "N" or not isinstance(stand, OnGround) or stand.method == "light_bed":
        return 0.0
    return _value(spring_nitrate(stand)) * stand.ground_m2


def _value(of: Worked | None) -> float:
    return of.value if of is not None else 0.0


def _by_warmth(stand: Stand, days: Days) -> Floats:
    """The share that ground and compost have given by each evening until feeding stops."""
    until = max(stand.calendar.stop, days.first + timedelta(1))
    means_c = np.array(stand.weather.means_c(days.first, until, stand.warmer_by_c))
    freed = np.cumsum(2 ** ((means_c - MIDDLE_C) / 10))
    shares = freed / freed[-1]
    return np.asarray(shares[np.minimum(np.arange(days.count), len(shares) - 1)])
