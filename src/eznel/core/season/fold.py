"""The season, folded in date order: what was given, what is planned, what is carried on.

Jobs of all plantings pass one by one in the order of their days, so that stock is shared and each
feed's *rounded* scoops are carried to the next one: a feed logged as planned changes nothing
later. A missed feed's amount is dropped and never doubled; one with no entry is unconfirmed and
counted as neither; one given differently spreads what is left over the days that remain, and no
feed grows beyond 1.25 times its first plan.
"""

import heapq
from collections.abc import Iterator, Mapping, Sequence
from dataclasses import dataclass, field
from datetime import date, timedelta
from itertools import accumulate
from math import ceil
from uuid import UUID

from eznel.core.document import FeedEntry, StockMove
from eznel.core.ground.preparing import Prepared
from eznel.core.quantities import NUTRIENTS
from eznel.core.season.caps import Task
from eznel.core.season.dose import Needs
from eznel.core.season.jobs import FirstPlan, Job
from eznel.core.season.mixing import Answered, answer
from eznel.core.season.rules import Refused, Used
from eznel.core.season.shed import MixPlan, Reliance, Shed, Shelf, Vector
from eznel.core.season.stands import Stand

MOST_GROWTH = 1.25
"""No feed grows beyond this many times its first plan."""

TRIFLE = 0.02
"""A job that is to bring no more than this share of every need is not worth the walk."""

GAP_KEPT = 0.75
"""A feed comes no sooner after the last one than this share of the interval."""

NOTHING: Vector = (0.0,) * len(NUTRIENTS)


@dataclass(frozen=True, slots=True, kw_only=True)
class JobPlan:
    """A job as it stands: its day, status, need and answers."""

    job: Job
    due_on: date
    status: str
    """"given", "missed", "unconfirmed", "planned", "not_needed", "held" or "past_stop"."""
    need_g: Vector
    left_g: Vector
    brings_g: Vector
    totals_g: Vector
    mixes: tuple[MixPlan, ...]
    entry: FeedEntry | None
    reasons: tuple[str, ...]
    relies: tuple[Reliance, ...]
    refused: tuple[Refused, ...]


@dataclass
class _Course:
    """Where one planting's season has got to."""

    stand: Stand
    needs: Needs
    plan: FirstPlan
    entries: dict[UUID, FeedEntry]
    extras: list[FeedEntry]
    pins: dict[UUID, date]
    given: Vector = NOTHING
    totals: Vector = NOTHING
    dropped: Vector = NOTHING
    n_days: list[tuple[date, float]] = field(default_factory=list)
    """Nitrogen that was given, with its days. [g]"""
    used: Used = field(default_factory=Used)
    last_given: date | None = None
    next: int = 0
    ahead: list[Vector] = field(default_factory=list)
    """What the first plan gave each job and all after it, by nutrient. [g]"""
    done: list[JobPlan] = field(default_factory=list)
    before: "Season | None" = None
    """The same planting's season as computed earlier, as long as this one runs just like it."""

    def due(self) -> date | None:
        """The day of the next job, or of an extra feed before it."""
        days = [self.extras[0].on] if self.extras else []
        if self.next < len(self.plan.jobs):
            days.append(self._job_day(self.plan.jobs[self.next]))
        return min(days, default=None)

    def _job_day(self, job: Job) -> date:
        if job.key in self.entries:
            return self.entries[job.key].on
        if job.key in self.pins:
            return self.pins[job.key]
        if self.last_given is None or job.kind == "base":
            return job.planned_on
        return max(job.planned_on, self.last_given + timedelta(self._gap_days(job)))

    def _gap_days(self, job: Job) -> int:
        """Days to keep after the last feed: never more than the first plan itself keeps."""
        kept = ceil(GAP_KEPT * job.gap_days)
        if self.next == 0:
            return kept
        before = self.plan.jobs[self.next - 1]
        return min(kept, max((job.planned_on - before.planned_on).days, 0))

    def need(self) -> tuple[Vector, Vector]:
        """What the next job is to bring, and what is left of the season's needs. [g]"""
        job, all_ahead = self.plan.jobs[self.next], self.ahead[self.next]
        needs, lefts = [], []
        for i, nutrient in enumerate(NUTRIENTS):
            first, ahead = job.first_g[i], all_ahead[i]
            total = self.needs[nutrient].total.value
            left = max(total - self.given[i] - self.dropped[i], 0.0)
            if nutrient == "N":
                left = self._left_by_nitrate(self._job_day(job), left)
            share = first / ahead if ahead > 0 else 0.0
            needs.append(min(left * share, MOST_GROWTH * first))
            lefts.append(left)
        return tuple(needs), tuple(lefts)

    def _left_by_nitrate(self, day: date, left: float) -> float:
        """What is left of the nitrogen where a nitrate test in the growing crop says so. [g]"""
        test = self.needs["N"].side_dress
        if test is None or day < test.on:
            return left
        since = sum(grams for on, grams in self.n_days if on >= test.on)
        return min(max(test.full_g - self.given[0], 0.0), max(test.most_g - since, 0.0))

    def is_trifle(self, need: Vector) -> bool:
        """Whether a job would bring too little of everything to be worth giving."""
        return all(
            grams <= TRIFLE * self.needs[nutrient].total.value
            for nutrient, grams in zip(NUTRIENTS, need, strict=True)
        )

    def kept(self, day: date, shelf: Shelf) -> JobPlan | None:
        """The next job as it was computed earlier, if nothing that it depends on differs."""
        if self.before is None:
            return None
        one = self.before.jobs[self.next]
        same = one.due_on == day and one.entry == self.entries.get(one.job.key)
        return one if same and shelf.meets(one.relies) else None

    def settle(self, job: JobPlan) -> None:
        """Move the season on by a job."""
        if job.status in ("given", "planned"):
            self.count(job.brings_g, job.totals_g, job.due_on)
        elif job.status in ("missed", "unconfirmed"):
            self.dropped = _added(self.dropped, job.need_g)
        self.done.append(job)
        self.next += 1

    def count(self, brings: Vector, totals: Vector, on: date) -> None:
        """Add what was given."""
        self.given = _added(self.given, brings)
        self.totals = _added(self.totals, totals)
        self.n_days.append((on, brings[0]))
        if any(brings):
            self.last_given = max(on, self.last_given or on)


@dataclass(frozen=True, slots=True)
class Season:
    """One planting's season as it stands."""

    stand: Stand
    needs: Needs
    plan: FirstPlan
    jobs: tuple[JobPlan, ...]
    extras: tuple[FeedEntry, ...]
    given_g: Vector
    """Given and planned together, available part. [g]"""


@dataclass(frozen=True, slots=True)
class Happened:
    """What was logged, what the grower moved, and what was worked into places."""

    entries: tuple[FeedEntry, ...]
    pins: dict[UUID, date]
    worked_in: Sequence[Prepared]
    moves: Sequence[StockMove]


def fold(
    stands: list[tuple[Stand, Needs, FirstPlan]],
    happened: Happened,
    today: date,
    shed: Shed,
    before: Mapping[UUID, Season] | None = None,
) -> tuple[Season, ...]:
    """Return every planting's season after all that has been logged.

    Parameters
    ----------
    stands : list of tuples
        Each planting with its needs and first plan. [core]
    happened : Happened
        Log, moved jobs, and what takes from the shed besides feeds. [document]
    today : date
        The garden's date. [date]
    shed : Shed
        Products and scoops. [core]
    before : mapping or None
        Seasons computed earlier from the same shed on the same day, by planting. Of a planting
        that is still the same, what depends on nothing that changed is taken from there. [core]

    Returns
    -------
    tuple of Season
        In the order given.
    """
    logged: dict[UUID, list[FeedEntry]] = {}
    for entry in happened.entries:
        logged.setdefault(entry.planting, []).append(entry)
    courses = [
        _course(
            stand,
            needs,
            plan,
            logged.get(stand.id, []),
            happened.pins,
            (before or {}).get(stand.id),
        )
        for stand, needs, plan in stands
    ]
    shelf = shed.shelf(happened.entries, happened.worked_in, happened.moves)
    queue = [(day, n) for n, c in enumerate(courses) if (day := c.due()) is not None]
    heapq.heapify(queue)
    while queue:
        day, n = heapq.heappop(queue)
        course = courses[n]
        if course.extras and course.extras[0].on == day:
            extra = course.extras.pop(0)
            course.count(*shed.given(extra, course.stand), extra.on)
            course.used.add(extra.on, dict(shed.used(extra, None)), shed.boron)
        else:
            job = course.kept(day, shelf)
            if job is None:
                course.before = None
                job = _pass(course, day, today, shed, shelf)
            if job.mixes:
                shelf.take(job.mixes[0])
            course.settle(job)
            if job.status in ("given", "planned"):
                mix = job.mixes[0] if job.mixes else None
                course.used.add(job.due_on, dict(shed.used(job.entry, mix)), shed.boron)
        following = course.due()
        if following is not None:
            heapq.heappush(queue, (following, n))
    return tuple(course.before or _season(course, logged) for course in courses)


def _season(course: _Course, logged: Mapping[UUID, list[FeedEntry]]) -> Season:
    return Season(
        course.stand,
        course.needs,
        course.plan,
        tuple(course.done),
        _extras(course.plan, logged.get(course.stand.id, [])),
        course.given,
    )


def _course(
    stand: Stand,
    needs: Needs,
    plan: FirstPlan,
    mine: list[FeedEntry],
    pins: dict[UUID, date],
    before: "Season | None",
) -> _Course:
    keys = {job.key for job in plan.jobs}
    extras = _extras(plan, mine)
    if before is not None and (before.stand is not stand or before.extras != extras):
        before = None
    by_job = {entry.job: entry for entry in mine if entry.job in keys and entry.job is not None}
    ahead = list(accumulate((job.first_g for job in reversed(plan.jobs)), _added))[::-1]
    waiting = sorted(extras, key=lambda e: (e.on, str(e.id)))
    return _Course(stand, needs, plan, by_job, waiting, pins, ahead=ahead, before=before)


def _extras(plan: FirstPlan, mine: list[FeedEntry]) -> tuple[FeedEntry, ...]:
    """What was given besides the planned jobs."""
    keys = {job.key for job in plan.jobs}
    return tuple(e for e in mine if e.outcome == "given" and e.job not in keys)


def _added(some: Vector, more: Vector) -> Vector:
    return tuple(a + b for a, b in zip(some, more, strict=True))


def _pass(course: _Course, day: date, today: date, shed: Shed, shelf: Shelf) -> JobPlan:
    """Find where the next job of a planting stands, and what answers it."""
    job = course.plan.jobs[course.next]
    need, left = course.need()
    entry = course.entries.get(job.key)
    status = entry.outcome if entry else _status(course, job, day, today, need)
    brings, totals = NOTHING, NOTHING
    answered = Answered()
    if status == "given" and entry is not None:
        brings, totals = shed.given(entry, course.stand)
    elif status == "planned":
        task = Task(
            stand=course.stand,
            needs=course.needs,
            job=job,
            day=day,
            need=need,
            left=left,
            totals=course.totals,
            used=course.used,
            jobs=len(course.plan.jobs),
        )
        answered = answer(task, shed, shelf)
        if answered.mixes:
            brings, totals = answered.mixes[0].brings_g, answered.mixes[0].totals_g
    return JobPlan(
        job=job,
        due_on=day,
        status=status,
        need_g=need,
        left_g=left,
        brings_g=brings,
        totals_g=totals,
        mixes=answered.mixes,
        entry=entry,
        reasons=answered.reasons,
        relies=answered.relies,
        refused=answered.refused,
    )


def _status(course: _Course, job: Job, day: date, today: date, need: Vector) -> str:
    """Where a job without an entry stands."""
    if job.kind != "base" and day >= course.stand.calendar.stop:
        return "past_stop"
    if course.is_trifle(need):
        return "not_needed"
    if day < today:
        return "unconfirmed"
    acidity = course.stand.soil.acidity
    return "held" if acidity is not None and acidity.extreme else "planned"


def supplied(season: Season) -> Iterator[tuple[date, FeedEntry | None, MixPlan | None]]:
    """Yield what a planting was given or is to be given, in order of days.

    Parameters
    ----------
    season : Season
        The planting's season. [core]

    Yields
    ------
    tuple of date, FeedEntry or None, MixPlan or None
        The log entry where there is one, else the best mix.
    """
    found: list[tuple[date, FeedEntry | None, MixPlan | None]] = [
        (entry.on, entry, None) for entry in season.extras
    ]
    found += [
        (job.due_on, job.entry, job.mixes[0] if job.mixes else None)
        for job in season.jobs
        if job.status in ("given", "planned")
    ]
    yield from sorted(found, key=lambda one: one[0])
