"""The season, folded in date order: what was given, what is planned, what is carried on.

Jobs of all plantings pass one by one in the order of their days, so that stock is shared and each
feed's *rounded* scoops are carried to the next one: a feed logged as planned changes nothing
later. A missed feed's amount is dropped and never doubled; one with no entry is unconfirmed and
counted as neither; one given differently spreads what is left over the days that remain, and no
feed grows beyond 1.25 times its first plan.
"""

import heapq
from collections.abc import Iterator, Mapping, Sequence
from dataclasses import dataclass
from datetime import date, timedelta
from itertools import accumulate
from uuid import UUID

from eznel.core.document import FeedEntry, StockMove
from eznel.core.ground.preparing import Prepared
from eznel.core.mixing.answers import WEAK, Answered, answer
from eznel.core.mixing.caps import Task
from eznel.core.needs.dose import Needs
from eznel.core.quantities import NUTRIENTS
from eznel.core.schedule.jobs import FirstPlan, Job
from eznel.core.season.course import NOTHING, Course, JobPlan, added
from eznel.core.season.following import covered, effects, magnesium_feeds
from eznel.core.shed.rules import Used
from eznel.core.shed.shelf import MixPlan, Shed, Shelf, Vector
from eznel.core.stands.calendars import EARLIER_DAYS
from eznel.core.stands.stands import Stand


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
    dropped_g: Vector
    """Missed, covered by what nobody measured, or withheld for what was seen. [g]"""
    logged_n_g: float
    """Nitrogen that the log says was given. [g]"""


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
            planned,
            logged.get(planned[0].id, []),
            happened.pins,
            (before or {}).get(planned[0].id),
            today,
        )
        for planned in stands
    ]
    shelf = shed.shelf(happened.entries, happened.worked_in, happened.moves)
    queue = [(day, n) for n, c in enumerate(courses) if (day := c.due()) is not None]
    heapq.heapify(queue)
    while queue:
        day, n = heapq.heappop(queue)
        course = courses[n]
        if course.extras and course.extras[0].on == day:
            extra = course.extras.pop(0)
            brought, totals = shed.given(extra, course.stand)
            course.count(brought, totals, extra.on)
            course.logged_n += brought[0]
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
    return tuple(
        before[c.stand.id] if before and c.before is not None else _season(c) for c in courses
    )


def _season(course: Course) -> Season:
    return Season(
        course.stand,
        course.needs,
        course.plan,
        tuple(course.done),
        course.own,
        course.given,
        course.dropped,
        course.logged_n,
    )


def _course(
    planned: tuple[Stand, Needs, FirstPlan],
    mine: list[FeedEntry],
    pins: dict[UUID, date],
    before: Season | None,
    today: date,
) -> Course:
    stand, needs, plan = planned
    mine = [e for e in mine if e.on >= stand.calendar.begins - timedelta(EARLIER_DAYS)]
    keys = {job.key for job in plan.jobs}
    extras = _extras(plan, mine)
    if before is not None and (before.stand is not stand or before.extras != extras):
        before = None
    by_job = {entry.job: entry for entry in mine if entry.job in keys and entry.job is not None}
    ahead = list(accumulate((job.first_g for job in reversed(plan.jobs)), added))[::-1]
    waiting = sorted(extras, key=lambda e: (e.on, str(e.id)))
    return Course(
        stand,
        needs,
        plan,
        by_job,
        waiting,
        extras,
        pins,
        ahead=ahead,
        before=before.jobs if before else None,
        effects=effects(stand),
        today=today,
        mg_seen=magnesium_feeds(stand),
    )


def _extras(plan: FirstPlan, mine: list[FeedEntry]) -> tuple[FeedEntry, ...]:
    """What was given besides the planned jobs."""
    keys = {job.key for job in plan.jobs}
    return tuple(e for e in mine if e.outcome == "given" and e.job not in keys)


def _pass(course: Course, day: date, today: date, shed: Shed, shelf: Shelf) -> JobPlan:
    """Find where the next job of a planting stands, and what answers it."""
    job = course.plan.jobs[course.next]
    wanted = course.need()
    need, left = wanted.need, wanted.left
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
        withheld_g=wanted.withheld,
        causes=wanted.causes,
    )


def _status(course: Course, job: Job, day: date, today: date, need: Vector) -> str:
    """Where a job without an entry stands."""
    feeding = job.kind in ("feed", "dressing")
    if feeding and day >= course.stand.calendar.stop:
        return "past_stop"
    if feeding and covered(course.stand, job.planned_on, job.gap_days) is not None:
        return "covered"
    if job.kind not in WEAK and course.is_trifle(need):
        return "not_needed"
    if day < today:
        return "unconfirmed"
    if job.kind == "seedling":
        return "planned"
    acidity = course.stand.soil.acidity
    return "held" if acidity is not None and acidity.extreme else "planned"


def task_of(season: Season, job: JobPlan, shed: Shed) -> Task:
    """Return a job as a task: what it is to bring, after all that came before it.

    Parameters
    ----------
    season : Season
        Its planting's. [core]
    job : JobPlan
        One of its jobs. [g]
    shed : Shed
        Products. [core]

    Returns
    -------
    Task
        As the fold met it. [g]
    """
    totals, used = NOTHING, Used()
    for entry in season.extras:
        if entry.on <= job.due_on:
            totals = added(totals, shed.given(entry, season.stand)[1])
            used.add(entry.on, dict(shed.used(entry, None)), shed.boron)
    for one in season.jobs[: season.jobs.index(job)]:
        if one.status in ("given", "planned"):
            if one.job.kind != "seedling":
                totals = added(totals, one.totals_g)
            mix = one.mixes[0] if one.mixes else None
            used.add(one.due_on, dict(shed.used(one.entry, mix)), shed.boron)
    return Task(
        stand=season.stand,
        needs=season.needs,
        job=job.job,
        day=job.due_on,
        need=job.need_g,
        left=job.left_g,
        totals=totals,
        used=used,
        jobs=len(season.jobs),
    )


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


def to_come(season: Season) -> Vector:
    """Return what a planting is still to be given: its needs less what was given.

    Parameters
    ----------
    season : Season
        The planting's. [core]

    Returns
    -------
    tuple of float
        In the order of NUTRIENTS, never below 0. [g]
    """
    given = [0.0] * len(NUTRIENTS)
    for job in season.jobs:
        if job.status == "given":
            given = [a + b for a, b in zip(given, job.brings_g, strict=True)]
    planned = [0.0] * len(NUTRIENTS)
    for job in season.jobs:
        if job.status == "planned":
            planned = [a + b for a, b in zip(planned, job.brings_g, strict=True)]
    extras = [
        all_ - mine - later
        for all_, mine, later in zip(season.given_g, given, planned, strict=True)
    ]
    return tuple(
        max(season.needs[n].total.value - got - more, 0.0)
        for n, got, more in zip(NUTRIENTS, given, extras, strict=True)
    )
