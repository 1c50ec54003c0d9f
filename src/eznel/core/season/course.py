"""Where one planting's season has got to: its next job, what that is to bring, and why."""

from dataclasses import dataclass, field
from datetime import date, timedelta
from math import ceil
from uuid import UUID

from eznel.core.document import FeedEntry
from eznel.core.needs.dose import Needs
from eznel.core.quantities import NUTRIENTS
from eznel.core.schedule.jobs import FirstPlan, Job, feed_water_l
from eznel.core.season.following import MG_MG_L, Effect, first_open, turn
from eznel.core.shed.rules import Refused, Used
from eznel.core.shed.shelf import MixPlan, Reliance, Shelf, Vector
from eznel.core.stands.stands import Stand

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
    """"given", "missed", "unconfirmed", "planned", "covered", "not_needed", "held" or "past_stop".
    """
    need_g: Vector
    left_g: Vector
    brings_g: Vector
    totals_g: Vector
    mixes: tuple[MixPlan, ...]
    entry: FeedEntry | None
    reasons: tuple[str, ...]
    relies: tuple[Reliance, ...]
    refused: tuple[Refused, ...]
    withheld_g: Vector
    """What is left out because of what was seen: dropped, not made up. [g]"""
    causes: tuple[str, ...]
    """What was seen that changes it."""


@dataclass(frozen=True, slots=True)
class Wanted:
    """What the next job is to bring, what is left of the season, what is withheld and why. [g]"""

    need: Vector
    left: Vector
    withheld: Vector = NOTHING
    causes: tuple[str, ...] = ()


@dataclass
class Course:
    """Where one planting's season has got to."""

    stand: Stand
    needs: Needs
    plan: FirstPlan
    entries: dict[UUID, FeedEntry]
    extras: list[FeedEntry]
    own: tuple[FeedEntry, ...]
    """All extra feeds of this growing year."""
    pins: dict[UUID, date]
    given: Vector = NOTHING
    totals: Vector = NOTHING
    dropped: Vector = NOTHING
    n_days: list[tuple[date, float]] = field(default_factory=list)
    """Nitrogen that was given, with its days. [g]"""
    logged_n: float = 0.0
    used: Used = field(default_factory=Used)
    last_given: date | None = None
    next: int = 0
    ahead: list[Vector] = field(default_factory=list)
    """What the first plan gave each job and all after it, by nutrient. [g]"""
    done: list[JobPlan] = field(default_factory=list)
    effects: tuple[Effect, ...] = ()
    today: date = date.min
    mg_seen: list[date] = field(default_factory=list)
    """Days from which a feed is replaced by magnesium, that have not been answered yet."""
    before: tuple[JobPlan, ...] | None = None
    """The same planting's jobs as computed earlier, as long as this season runs just like it."""

    def due(self) -> date | None:
        """The day of the next job, or of an extra feed before it."""
        days = [self.extras[0].on] if self.extras else []
        if self.next < len(self.plan.jobs):
            days.append(self._job_day(self.plan.jobs[self.next]))
        return min(days, default=None)

    def _job_day(self, job: Job) -> date:
        return self._day_and_hold(job)[0]

    def _day_and_hold(self, job: Job) -> tuple[date, str | None]:
        """The day of a job, and what was seen that moved it there."""
        if job.key in self.entries:
            return self.entries[job.key].on, None
        if job.key in self.pins:
            return self.pins[job.key], None
        day = job.planned_on
        if job.kind in ("feed", "dressing") and self.last_given is not None:
            day = max(day, self.last_given + timedelta(self._gap_days(job)))
        return first_open(self.effects, day, self.today) if job.kind != "seedling" else (day, None)

    def _gap_days(self, job: Job) -> int:
        """Days to keep after the last feed: never more than the first plan itself keeps."""
        kept = ceil(GAP_KEPT * job.gap_days)
        if self.next == 0:
            return kept
        before = self.plan.jobs[self.next - 1]
        return min(kept, max((job.planned_on - before.planned_on).days, 0))

    def need(self) -> Wanted:
        """What the next job is to bring."""
        job, all_ahead = self.plan.jobs[self.next], self.ahead[self.next]
        if job.kind == "seedling":
            return Wanted(job.first_g, job.first_g)
        day, held = self._day_and_hold(job)
        if job.kind == "feed" and self.mg_seen and day >= self.mg_seen[0]:
            return self._magnesium(job)
        turned = turn(self.effects, day)
        needs, lefts, withheld = [], [], []
        for i, nutrient in enumerate(NUTRIENTS):
            first, ahead = job.first_g[i], all_ahead[i]
            total = self.needs[nutrient].total.value
            left = max(total - self.given[i] - self.dropped[i], 0.0)
            if nutrient == "N":
                left = self._left_by_nitrate(day, left)
            share = first / ahead if ahead > 0 else 0.0
            whole = min(left * share, MOST_GROWTH * first)
            if job.kind == "starter":  # as weak and small as it is, whatever came before
                whole = min(left, first)
            kept = turned.share * (turned.n_share if nutrient == "N" else 1.0)
            needs.append(whole * kept)
            withheld.append(whole * (1 - kept))
            lefts.append(left)
        causes = (*((held,) if held else ()), *turned.causes)
        return Wanted(tuple(needs), tuple(lefts), tuple(withheld), causes)

    def _magnesium(self, job: Job) -> Wanted:
        """Magnesium in place of a feed, once for each time it was seen to be short."""
        grams = MG_MG_L / 1000 * feed_water_l(self.stand, job.first_g[0])
        need = tuple(grams if x == "Mg" else 0.0 for x in NUTRIENTS)
        return Wanted(need, need, causes=("magnesium_short",))

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
        one = self.before[self.next]
        same = one.due_on == day and one.entry == self.entries.get(one.job.key)
        return one if same and shelf.meets(one.relies) else None

    def settle(self, job: JobPlan) -> None:
        """Move the season on by a job."""
        if job.job.kind == "seedling":  # of no place's account
            pass
        elif job.status in ("given", "planned"):
            self.count(job.brings_g, job.totals_g, job.due_on)
            self.logged_n += job.brings_g[0] if job.status == "given" else 0.0
            self.dropped = added(self.dropped, job.withheld_g)
        elif job.status in ("missed", "unconfirmed", "covered"):
            self.dropped = added(added(self.dropped, job.need_g), job.withheld_g)
        elif job.status == "not_needed":
            self.dropped = added(self.dropped, job.withheld_g)
        if "magnesium_short" in job.causes:
            self.mg_seen.pop(0)
        self.done.append(job)
        self.next += 1

    def count(self, brings: Vector, totals: Vector, on: date) -> None:
        """Add what was given."""
        self.given = added(self.given, brings)
        self.totals = added(self.totals, totals)
        self.n_days.append((on, brings[0]))
        if any(brings):
            self.last_given = max(on, self.last_given or on)


def added(some: Vector, more: Vector) -> Vector:
    """Return the sum of two amounts of every nutrient.

    Parameters
    ----------
    some : tuple of float
        By nutrient. [g]
    more : tuple of float
        By nutrient. [g]

    Returns
    -------
    tuple of float
        By nutrient. [g]
    """
    return tuple(a + b for a, b in zip(some, more, strict=True))
