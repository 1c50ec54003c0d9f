"""Where one planting's season has got to: its next job, what that is to bring, and why."""

from collections.abc import Mapping, Sequence
from dataclasses import dataclass, field, replace
from datetime import date, timedelta
from itertools import accumulate
from math import ceil
from operator import add
from typing import Literal
from uuid import UUID

from eznel.core.document import FeedEntry
from eznel.core.mixing.caps import DueJob
from eznel.core.needs.dose import Needs, totals_g
from eznel.core.nutrients import NOTHING, WHOLE, Amounts
from eznel.core.schedule.jobs import FirstPlan, Job, key_of
from eznel.core.schedule.litres import feed_water_l
from eznel.core.season.allotting import Claim, claim_of
from eznel.core.season.following import (
    MG_MG_L,
    Effect,
    Opening,
    effects,
    first_open,
    magnesium_feeds,
    reduction,
)
from eznel.core.season.tally import Tally
from eznel.core.shed.rules import Refused, Taken
from eznel.core.shed.shelf import Brought, MixPlan, Reliance, Shed
from eznel.core.stands.calendars import EARLIER_DAYS
from eznel.core.stands.stand import Stand
from eznel.core.working import Finding

MOST_GROWTH = 1.25
"""No feed grows beyond this many times its first plan."""

TRIFLE = 0.02
"""A job that is to bring no more than this share of every need is not worth the walk."""

GAP_KEPT = 0.75
"""A feed comes no sooner after the last one than this share of the interval."""
MINOR = 0.25
"""Of what the next feed was to bring: less than this, given besides, delays nothing."""

Status = Literal["given", "missed", "unconfirmed", "planned", "covered", "not_needed", "past_stop"]


@dataclass(frozen=True, slots=True, eq=False)
class Planned:
    """A planting with its season's needs and its first plan."""

    stand: Stand
    needs: Needs
    plan: FirstPlan


@dataclass(frozen=True, slots=True, kw_only=True, eq=False)
class JobPlan:
    """A job as it stands: its day, status, need and answers."""

    job: Job
    due_on: date
    status: Status
    need_g: Amounts
    left_g: Amounts
    brings_g: Amounts
    totals_g: Amounts
    due: DueJob | None
    """What it was answered for; None where there was nothing to answer."""
    mixes: tuple[MixPlan, ...]
    taken: tuple[Taken, ...]
    """What the best of them takes out of the shed. [g]"""
    entry: FeedEntry | None
    reasons: tuple[Finding, ...]
    relies: tuple[Reliance, ...]
    refused: tuple[Refused, ...]
    withheld_g: Amounts
    """What is left out because of what was seen: dropped, not made up. [g]"""
    causes: tuple[str, ...]
    """What was seen that changes it."""

    @property
    def mix(self) -> MixPlan | None:
        """The best answer, where there is one."""
        return self.mixes[0] if self.mixes else None

    @property
    def counts(self) -> bool:
        """Whether it was given, or is to be."""
        return self.status in ("given", "planned")

    def given(self, shed: Shed, stand: Stand) -> list[Taken]:
        """Return what the plants got of each product, or are to get."""
        if self.entry is not None:
            return shed.given_by(self.entry, stand)
        return self.mix.given if self.mix else []

    def at_most(self, shed: Shed, stand: Stand) -> list[Taken]:
        """Return what plants may have got of each product at most, or are to get: for limits."""
        if self.entry is not None:
            return shed.at_most_by(self.entry, stand)
        return self.mix.given if self.mix else []


@dataclass(frozen=True, slots=True, eq=False)
class Passed:
    """A job that the season has passed, and what had come by then."""

    job: JobPlan
    tally: Tally


@dataclass(frozen=True, slots=True)
class Wanted:
    """What the next job is to bring, what is left of the season, what is withheld and why. [g]"""

    need: Amounts
    left: Amounts
    withheld: Amounts = NOTHING
    causes: tuple[str, ...] = ()


@dataclass(frozen=True, slots=True, kw_only=True)
class Facts:
    """What is known of a planting's season before it is folded."""

    planned: Planned
    needed: Amounts
    """The season's needs. [g]"""
    today: date
    entries: Mapping[UUID, FeedEntry]
    """What was logged of each planned job."""
    extras: tuple[FeedEntry, ...]
    """What was given besides the planned jobs."""
    pins: Mapping[UUID, date]
    """Days that the grower moved jobs to."""
    effects: tuple[Effect, ...]
    short_of_mg: tuple[date, ...]
    """Days from which a feed is replaced by magnesium."""
    ahead: tuple[Amounts, ...]
    """What the first plan gave each job and all after it. [g]"""
    claims: tuple[Claim, ...]
    """What each job claims of the shed."""


MOST_SEEDLING_FEEDS = 60
"""More no plan ever had. One that a former plan had and this has not was still the seedlings'."""


def facts(
    planned: Planned, feeds: Sequence[FeedEntry], pins: Mapping[UUID, date], today: date
) -> Facts:
    """Return what is known of a planting's season before it is folded.

    Parameters
    ----------
    planned : Planned
        The planting and its first plan.
    feeds : sequence of FeedEntry
        All that was logged of the planting.
    pins : mapping of UUID to date
        Days that jobs were moved to.
    today : date
        The garden's date.

    Returns
    -------
    Facts
        Of the growing year at hand.
    """
    jobs = planned.plan.jobs
    keys = {job.key for job in jobs}
    since = planned.stand.calendar.begins - timedelta(EARLIER_DAYS)
    mine = [entry for entry in feeds if entry.on >= since]
    extras = [entry for entry in mine if entry.outcome == "given" and entry.job not in keys]
    if any(entry.job is not None for entry in extras):
        theirs = {key_of(planned.stand, "seedling", n) for n in range(1, MOST_SEEDLING_FEEDS)}
        extras = [entry for entry in extras if entry.job not in theirs]
    return Facts(
        planned=planned,
        needed=totals_g(planned.needs),
        today=today,
        entries={e.job: e for e in mine if e.job is not None and e.job in keys},
        extras=tuple(sorted(extras, key=lambda entry: (entry.on, str(entry.id)))),
        pins=pins,
        effects=effects(planned.stand),
        short_of_mg=tuple(magnesium_feeds(planned.stand)),
        ahead=tuple(accumulate((job.first_g for job in reversed(jobs)), add))[::-1],
        claims=tuple(claim_of(job, planned.stand.where) for job in jobs),
    )


@dataclass(slots=True)
class Course:
    """Where one planting's season has got to."""

    facts: Facts
    tally: Tally
    done: list[Passed] = field(default_factory=list)
    extras_passed: int = 0
    magnesium_given: int = 0

    @property
    def next_job(self) -> Job:
        """The job after those that are done."""
        return self.facts.planned.plan.jobs[len(self.done)]

    def again(self) -> "Course":
        """Return it where it stands, to be passed on."""
        return replace(self, done=list(self.done))

    @property
    def claims(self) -> tuple[Claim, ...]:
        """What the jobs still to come claim of the shed."""
        return self.facts.claims[len(self.done) :]

    @property
    def next_claim(self) -> Claim:
        """What the next job claims of the shed."""
        return self.facts.claims[len(self.done)]

    @property
    def through(self) -> float:
        """Share of the first plan's nitrogen that is in with the next job, 1 without any. [g/g]"""
        ahead = self.facts.ahead
        after_g = ahead[len(self.done)].n - self.next_job.first_g.n
        return 1 - after_g / ahead[0].n if ahead[0].n > 0 else 1.0

    @property
    def next_extra(self) -> FeedEntry | None:
        """The extra feed after those that have passed."""
        extras = self.facts.extras
        return extras[self.extras_passed] if self.extras_passed < len(extras) else None

    def due(self) -> date | None:
        """The day of the next job, or of an extra feed before it."""
        extra = self.next_extra
        days = [extra.on] if extra is not None else []
        if len(self.done) < len(self.facts.planned.plan.jobs):
            days.append(self._opening(self.next_job).on)
        return min(days, default=None)

    def _opening(self, job: Job) -> Opening:
        """The day of a job, and what was seen that moved it there."""
        known = self.facts
        if job.key in known.entries:
            return Opening(known.entries[job.key].on)
        if job.key in known.pins:
            return Opening(known.pins[job.key])
        day, last = job.planned_on, self.tally.last_given
        if job.kind in ("feed", "dressing") and last is not None:
            day = max(day, last + timedelta(self._gap_days(job)))
        if job.kind == "seedling":
            return Opening(day)
        return first_open(known.effects, day, known.today)

    def _gap_days(self, job: Job) -> int:
        """Days to keep after the last feed: never more than the first plan itself keeps."""
        wanted = ceil(GAP_KEPT * job.gap_days)
        if not self.done:
            return wanted
        before = self.done[-1].job.job
        return min(wanted, max((job.planned_on - before.planned_on).days, 0))

    def need(self) -> Wanted:
        """What the next job is to bring."""
        job = self.next_job
        if job.kind == "seedling":
            return Wanted(job.first_g, job.first_g)
        opening = self._opening(job)
        waiting = self.facts.short_of_mg[self.magnesium_given :]
        if job.kind == "feed" and waiting and opening.on >= waiting[0]:
            return self._magnesium(job)
        reduced = reduction(self.facts.effects, opening.on)
        left = self._left(opening.on)
        if job.kind == "starter":  # as weak and small as it is, whatever came before
            wanted = Amounts(*map(min, left.values, job.first_g.values))
        else:
            wanted = _share_of(left, job.first_g, self.facts.ahead[len(self.done)])
        held = (opening.held_by,) if opening.held_by else ()
        if not reduced.causes:
            return Wanted(wanted, left, causes=held)
        kept, causes = reduced.kept, (*held, *reduced.causes)
        return Wanted(wanted.share(kept), left, wanted.share(WHOLE - kept), causes)

    def _magnesium(self, job: Job) -> Wanted:
        """Magnesium in place of a feed, once for each time it was seen to be short."""
        litres = feed_water_l(self.facts.planned.stand, job.first_g.n, job.aim_n_mg_l)
        need = Amounts(mg=MG_MG_L / 1000 * litres)
        return Wanted(need, need, causes=("magnesium_short",))

    def _left(self, day: date) -> Amounts:
        """What is left of the needs; of nitrogen as a test in the growing crop has it. [g]"""
        left = (self.facts.needed - self.tally.given).beyond(self.tally.dropped)
        test = self.facts.planned.needs["N"].side_dress
        if test is None or day < test.on:
            return left
        since = sum(one.grams for one in self.tally.nitrogen if one.on >= test.on)
        of_season, of_test = test.full_g - self.tally.given.n, test.most_g - since
        return replace(left, n=min(max(of_season, 0.0), max(of_test, 0.0)))

    def is_trifle(self, need: Amounts) -> bool:
        """Whether a job would bring too little of everything to be worth giving."""
        return need <= self.facts.needed * TRIFLE

    def pass_extra(self, entry: FeedEntry, shed: Shed) -> None:
        """Move the season on by a feed that nobody planned."""
        brought = shed.given(entry, self.facts.planned.stand)
        used = self.tally.used.plus(
            entry.on, shed.at_most_by(entry, self.facts.planned.stand), shed.boron
        )
        before = self.tally.last_given
        self.tally = self.tally.plus(brought, entry.on, logged=True).but(used=used)
        if self._is_minor(brought.brings_g):
            self.tally = replace(self.tally, last_given=before)
        self.extras_passed += 1

    def _is_minor(self, brings: Amounts) -> bool:
        """Whether what nobody planned is so little that the next feed need not wait for it."""
        if len(self.done) == len(self.facts.planned.plan.jobs):
            return False
        wanted = self.next_job.first_g
        if wanted.n > 0:
            return brings.n < MINOR * wanted.n
        return wanted.k > 0 and brings.k < MINOR * wanted.k

    def after(self, job: JobPlan, shed: Shed) -> Tally:
        """What has come once a job is done, or is to have come."""
        tally = self.tally
        if job.job.kind != "seedling":  # what seedlings get is of no place's account
            tally = _counted(tally, job)
        if job.counts:
            most = job.at_most(shed, self.facts.planned.stand)
            tally = tally.but(used=tally.used.plus(job.due_on, most, shed.boron))
        return tally

    def pass_job(self, passed: Passed) -> None:
        """Move the season on by a job."""
        if "magnesium_short" in passed.job.causes:
            self.magnesium_given += 1
        self.tally = passed.tally
        self.done.append(passed)


def _share_of(left: Amounts, first: Amounts, ahead: Amounts) -> Amounts:
    """Of what is left the share that the first plan gave a job of all from it on, within bounds."""
    parts = zip(left.values, first.values, ahead.values, strict=True)
    return Amounts(*(min(x * (f / a if a > 0 else 0.0), MOST_GROWTH * f) for x, f, a in parts))


def _counted(tally: Tally, job: JobPlan) -> Tally:
    """What a job brought, or is to bring, and what of it is dropped."""
    if job.counts:
        brought = Brought(job.brings_g, job.totals_g)
        tally = tally.plus(brought, job.due_on, logged=job.status == "given")
    elif job.status in ("missed", "unconfirmed", "covered"):
        tally = tally.but(dropped=job.need_g)
    elif job.status != "not_needed":
        return tally
    return tally.but(dropped=job.withheld_g) if job.withheld_g.any else tally
