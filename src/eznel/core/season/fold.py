"""The season, folded in date order: what was given, what is planned, what is carried on.

Jobs of all plantings pass one by one in the order of their days, so that stock is shared and each
feed's *rounded* scoops are carried to the next one: a feed logged as planned changes nothing
later. A missed feed's amount is dropped and never doubled; one with no entry is unconfirmed and
counted as neither; one given differently spreads what is left over the days that remain, and no
feed grows beyond 1.25 times its first plan.
"""

import heapq
from collections.abc import Mapping, Sequence
from dataclasses import dataclass
from datetime import date
from uuid import UUID

from eznel.core.document import FeedEntry
from eznel.core.kept import Kept
from eznel.core.mixing.answers import Answered, answer
from eznel.core.mixing.caps import DueJob
from eznel.core.mixing.portions import WEAK
from eznel.core.needs.dose import Needs
from eznel.core.nutrients import Amounts
from eznel.core.schedule.jobs import FirstPlan, Job
from eznel.core.season.allotting import Ahead
from eznel.core.season.course import Course, Facts, JobPlan, Passed, Planned, Status, Wanted, facts
from eznel.core.season.following import covered
from eznel.core.season.tally import Tally
from eznel.core.shed.shelf import Brought, Shed, Shelf
from eznel.core.stands.stand import Stand


@dataclass(frozen=True, slots=True, eq=False)
class Season:
    """One planting's season as it stands."""

    stand: Stand
    needs: Needs
    plan: FirstPlan
    jobs: tuple[JobPlan, ...]
    extras: tuple[FeedEntry, ...]
    given_g: Amounts
    """Given and planned together, available part. [g]"""
    totals_g: Amounts
    """All that is in it, what nobody asked for included. [g]"""
    dropped_g: Amounts
    """Missed, covered by what nobody measured, or withheld for what was seen. [g]"""
    logged_n_g: float
    """Nitrogen that the log says was given. [g]"""


@dataclass(frozen=True, slots=True)
class Happened:
    """What was logged of each planting, what the grower moved, and what that left in the shed."""

    fed: Mapping[UUID, tuple[FeedEntry, ...]]
    pins: Mapping[UUID, date]
    left_g: Mapping[UUID, float | None]
    """None where nobody counted. [g]"""


def fold(
    planned: Sequence[Planned], happened: Happened, today: date, shed: Shed, kept: Kept
) -> tuple[Season, ...]:
    """Return every planting's season after all that has been logged.

    Parameters
    ----------
    planned : sequence of Planned
        Each planting with its needs and first plan.
    happened : Happened
        Log, moved jobs, and what is in the shed today.
    today : date
        The garden's date.
    shed : Shed
        Products and scoops.
    kept : Kept
        What was computed earlier.

    Returns
    -------
    tuple of Season
        In the order given.
    """
    courses = [
        _begun(
            _facts(one, happened.fed.get(one.stand.id, ()), happened.pins, today, kept), shed, kept
        )
        for one in planned
    ]
    shelf = Shelf(dict(happened.left_g))
    ahead = Ahead((claim for course in courses for claim in course.claims), shed)
    queue = [(day, n) for n, c in enumerate(courses) if (day := c.due()) is not None]
    heapq.heapify(queue)
    while queue:
        day, n = heapq.heappop(queue)
        course = courses[n]
        extra = course.next_extra
        if extra is not None and extra.on == day:
            course.pass_extra(extra, shed)
        else:
            claim = course.next_claim
            passed = _passed(course, day, shed, ahead.offered(claim, shelf), kept)
            ahead.passed(claim)
            shelf.take(passed.job.taken)
            course.pass_job(passed)
        following = course.due()
        if following is not None:
            heapq.heappush(queue, (following, n))
    return tuple(_season(course, kept) for course in courses)


def _facts(
    planned: Planned,
    feeds: tuple[FeedEntry, ...],
    pins: Mapping[UUID, date],
    today: date,
    kept: Kept,
) -> Facts:
    """What is known of a planting before it is folded; as earlier, where that is the same."""
    return kept.part(
        ("facts", planned.stand.id),
        (planned, feeds, pins),
        lambda: facts(planned, feeds, pins, today),
    )


def _begun(known: Facts, shed: Shed, kept: Kept) -> Course:
    """A planting's season up to yesterday: nothing of it takes from the shed any more."""

    def passed() -> Course:
        before_g = known.planned.plan.before_g
        course = Course(known, Tally(given=before_g, totals=before_g))
        while (day := course.due()) is not None and day < known.today:
            extra = course.next_extra
            if extra is not None and extra.on == day:
                course.pass_extra(extra, shed)
            else:
                answered = _answered(course, day, shed, Shelf({}))
                course.pass_job(Passed(answered, course.after(answered, shed)))
        return course

    return kept.part(("begun", known.planned.stand.id), (known,), passed).again()


def _season(course: Course, kept: Kept) -> Season:
    known, tally = course.facts, course.tally
    planned, jobs = known.planned, tuple(passed.job for passed in course.done)
    return kept.part(
        ("season", planned.stand.id),
        (planned, known.extras, jobs),
        lambda: Season(
            planned.stand,
            planned.needs,
            planned.plan,
            jobs,
            known.extras,
            tally.given,
            tally.totals,
            tally.dropped,
            tally.logged_n,
        ),
    )


def _passed(course: Course, day: date, shed: Shed, shelf: Shelf, kept: Kept) -> Passed:
    """Pass the next job of a planting; as earlier, where all before it is as it was."""
    known, job = course.facts, course.next_job

    def passed() -> Passed:
        answered = _answered(course, day, shed, shelf)
        return Passed(answered, course.after(answered, shed))

    before = course.done[-1] if course.done else None
    return kept.part(
        ("job", job.key),
        (known.planned, known.extras, before, day, known.entries.get(job.key)),
        passed,
        holds=lambda one: shelf.meets(one.job.relies),
    )


def _answered(course: Course, day: date, shed: Shed, shelf: Shelf) -> JobPlan:
    """Find where the next job of a planting stands, and what answers it."""
    planned, job, wanted = course.facts.planned, course.next_job, course.need()
    entry = course.facts.entries.get(job.key)
    status: Status = entry.outcome if entry else _status(course, job, day, wanted.need)
    brought, answered, due = Brought(), Answered(), None
    if status == "given" and entry is not None:
        brought = shed.given(entry, planned.stand)
    elif status == "planned":
        due = _due(course, job, day, wanted)
        answered = answer(due, shed, shelf)
        brought = answered.mixes[0].brought if answered.mixes else brought
    return JobPlan(
        job=job,
        due_on=day,
        status=status,
        need_g=wanted.need,
        left_g=wanted.left,
        brings_g=brought.brings_g,
        totals_g=brought.totals_g,
        due=due,
        mixes=answered.mixes,
        taken=tuple(answered.mixes[0].taken) if answered.mixes else (),
        entry=entry,
        reasons=answered.reasons,
        relies=answered.relies,
        refused=answered.refused,
        withheld_g=wanted.withheld,
        causes=wanted.causes,
    )


def _due(course: Course, job: Job, day: date, wanted: Wanted) -> DueJob:
    planned, tally = course.facts.planned, course.tally
    return DueJob(
        stand=planned.stand,
        needs=planned.needs,
        job=job,
        day=day,
        need=wanted.need,
        season=course.facts.needed,
        left=wanted.left,
        totals=tally.totals,
        used=tally.used,
        jobs=len(planned.plan.jobs),
        through=course.through,
    )


def _status(course: Course, job: Job, day: date, need: Amounts) -> Status:
    """Where a job without an entry stands."""
    stand, feeding = course.facts.planned.stand, job.kind in ("feed", "dressing")
    if feeding and day >= stand.calendar.stop:
        return "past_stop"
    if feeding and covered(stand, job.planned_on, job.gap_days) is not None:
        return "covered"
    if job.kind not in WEAK and course.is_trifle(need):
        return "not_needed"
    if day < course.facts.today:
        return "unconfirmed"
    return "planned"
