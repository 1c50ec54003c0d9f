"""One blend for a whole season: amounts of every product for every job at once.

Feed by feed, each job is met as well as it can be. Looked at together, the base dressing may leave
to later feeds what these bring along anyway, and few products may do for all. The amounts are
continuous here: what has been supplied by each day is to be at or above what is needed by the next
one; every cap of a single mix holds, and what the season bears in all; each product in use costs
something, so that few are. Whole scoops are the plan's own work, with the remainder carried.
"""

from collections.abc import Iterator
from dataclasses import dataclass, replace
from math import inf
from uuid import UUID, uuid5

import numpy as np

from eznel.core.blend import WEIGHT
from eznel.core.document import PlannedAmount, SeasonBlend
from eznel.core.errors import Impossible
from eznel.core.mixing.caps import BASE_N_ALONG, BOUNDED, Choice, DueJob, Portions, apart, caps
from eznel.core.mixing.portions import DISSOLVED
from eznel.core.mixing.usable import useful
from eznel.core.nutrients import NUTRIENTS, Amounts
from eznel.core.plan.judging import Judgement, judge
from eznel.core.schedule.litres import feed_water_l
from eznel.core.season.course import MOST_GROWTH, JobPlan
from eznel.core.season.fold import Season
from eznel.core.season.to_come import to_come
from eznel.core.season.workings import Workings
from eznel.core.shed.rules import Used
from eznel.core.solving import Patience, Solved, solve, sparse

SHORT_AT_THE_END, SHORT_ON_THE_WAY, UNASKED = 1.0, 0.3, 0.05
"""What it costs to miss all of a need by the end, by some day before, and to bring it unasked."""
A_PRODUCT = 0.03
"""What a product in use costs: as much as missing so large a part of one need."""
MONEY = 0.02
"""What a season bought at the dearest costs: of equal blends the cheaper."""
SEASON_CAPS = ("season_n", "feed_n", "stock")
"""Limits of a single mix that are the season's here."""
GOOD_GAP = 0.005
"""So near the best is near enough: whole scoops miss more. [1]"""
LEAST_G = 0.05
"""Less of a product than this in a job is not worth a line."""
NAMESPACE = UUID("0b6f2a54-31a1-4a3c-8f0d-0d0c77f1b6ce")
"""Of blends: of one garden and place there is one."""


@dataclass(frozen=True, slots=True, kw_only=True)
class WholeSeason:
    """A season-wide blend to keep, and what it would change."""

    blend: SeasonBlend
    now: Judgement
    """The plan as it is."""
    then: Judgement
    """The plan with the blend, in whole scoops."""
    gap: float
    """How much better it could be at most, as a share of what it misses: 0 where nothing is. [1]"""
    proved: bool
    """False where the time ran out before the best was found for sure."""
    jobs: int
    """Jobs that were looked at together."""


def season_blend(workings: Workings, place: UUID | None, *, time_limit_s: float) -> WholeSeason:
    """Return one blend for all jobs that are still planned, of a place or of the garden.

    Parameters
    ----------
    workings : Workings
        The garden's.
    place : UUID or None
        Only what stands in it; everything where none is named.
    time_limit_s : float
        After that the best so far is taken. [s]

    Returns
    -------
    WholeSeason
        The blend, and the plan with and without it.

    Raises
    ------
    Impossible
        When no feed is planned, or the solver found nothing in its time.
    """
    blends = tuple(b for b in workings.garden.blends if place is not None and b.place != place)
    garden = workings.garden.model_copy(update={"blends": blends})
    fresh = Workings(garden, workings.log, workings.today, workings.catalogue, workings)
    seasons = [s for s in fresh.seasons if place is None or s.stand.place.id == place]
    program = _Program(fresh, seasons)
    if not program.due_jobs:
        raise Impossible("place", "nothing_to_blend")
    found = program.solve(time_limit_s)
    if found is None:
        raise Impossible("place", "no_blend_in_time", seconds=round(time_limit_s))
    blend = SeasonBlend(
        id=uuid5(NAMESPACE, f"{garden.id}/{place or ''}"),
        made_on=workings.today,
        place=place,
        amounts=tuple(program.amounts(found)),
    )
    kept = garden.model_copy(update={"blends": (*blends, blend)})
    plantings = {season.stand.id for season in seasons}
    with_it = Workings(kept, workings.log, workings.today, workings.catalogue, workings)
    return WholeSeason(
        blend=blend,
        now=judge(fresh, plantings),
        then=judge(with_it, plantings),
        gap=found.gap,
        proved=found.proved,
        jobs=len(program.due_jobs),
    )


@dataclass(frozen=True, slots=True)
class _Job:
    """A planned job: whose, the products that may be used, and its limits in grams of each."""

    season: int
    plan: JobPlan
    due: DueJob
    choices: tuple[Choice, ...]
    first: int
    """Column of its first product."""


class _Program:
    """The program: grams by job and product, shortfalls, what is unasked, products in use."""

    def __init__(self, workings: Workings, seasons: list[Season]) -> None:
        self.workings, self.shed = workings, workings.shed
        self.seasons = seasons
        self.come = [to_come(season) for season in seasons]
        self.columns = 0
        self.cost: list[float] = []
        self.high: list[float] = []
        self.whole: list[int] = []
        self.rows: list[dict[int, float]] = []
        self.limits: list[float] = []
        self.due_jobs = list(self._jobs())
        products = {c.product.id for job in self.due_jobs for c in job.choices}
        self.in_use = {p: self._column(A_PRODUCT, 1.0, whole=1) for p in sorted(products)}
        for n, _ in enumerate(seasons):
            self._supply(n)
        for job in self.due_jobs:
            self._limit(job)
        for product in self.in_use:
            self._use(product)

    def _column(self, cost: float, high: float = inf, whole: int = 0) -> int:
        self.cost.append(cost)
        self.high.append(high)
        self.whole.append(whole)
        self.columns += 1
        return self.columns - 1

    def _row(self, entries: dict[int, float], limit: float) -> None:
        self.rows.append(entries)
        self.limits.append(limit)

    def _jobs(self) -> Iterator[_Job]:
        dear = max((p for p in self.shed.price_per_g.values() if p), default=0.0) or 1.0
        for n, season in enumerate(self.seasons):
            for one in season.jobs:
                if one.due is None or one.job.kind == "seedling":
                    continue
                job, come = replace(one.job, only=None), self.come[n]
                due = replace(one.due, job=job, need=come, left=come, used=Used())
                choices = tuple(self._choices(due))
                first = self.columns
                for choice in choices:
                    most = self._most_g(choice, self.come[n])
                    price = self.shed.price_per_g[choice.product.id] or 0.0
                    self._column(MONEY * price / dear / max(most, 1e-9), most)
                yield _Job(n, one, due, choices, first)

    def _choices(self, due: DueJob) -> Iterator[Choice]:
        """A gram of each product that the job may use."""
        for of, one in enumerate(useful(due, self.shed)[0]):
            yield Choice(of, one.product, 0, 1.0, one.available, None)

    def _most_g(self, choice: Choice, come: Amounts) -> float:
        """More than meets every need alone is never of use."""
        return max(come.met_by(choice.available), default=0.0)

    def _supply(self, n: int) -> None:
        """By each day what is needed by the next; in the end no more than the season bears."""
        season, come = self.seasons[n], self.come[n]
        mine = [job for job in self.due_jobs if job.season == n]
        window = season.plan.window
        for nutrient in NUTRIENTS:
            so_far: dict[int, float] = {}
            total = season.needs[nutrient].total.value
            for k, job in enumerate(mine):
                for m, choice in enumerate(job.choices):
                    if choice.available[nutrient]:
                        so_far[job.first + m] = choice.available[nutrient]
                if come[nutrient] <= 0:
                    continue
                last = k == len(mine) - 1
                share_due = 1.0 if last else window.due(nutrient, mine[k + 1].plan.due_on)
                wanted = max(total * share_due - (total - come[nutrient]), 0.0)
                weight = SHORT_AT_THE_END if last else SHORT_ON_THE_WAY / len(mine)
                short = self._column(WEIGHT[nutrient] * weight / come[nutrient])
                self._row({**{c: -x for c, x in so_far.items()}, short: -1.0}, -wanted)
            if nutrient == "N":
                self._row(so_far, come[nutrient])
            else:
                kg_g = season.stand.crop.uptake(nutrient) * season.stand.kg_yield
                scale = max(come[nutrient], kg_g, 1e-6)
                over = self._column(UNASKED * WEIGHT[nutrient] / scale)
                self._row({**so_far, over: -1.0}, come[nutrient])
            room = BOUNDED.get(nutrient, inf) * season.needs[nutrient].ceiling_g
            if room < inf and mine:
                held = {
                    job.first + m: choice.product.contents.total[nutrient]
                    for job in mine
                    for m, choice in enumerate(job.choices)
                    if choice.product.contents.total[nutrient]
                }
                self._row(held, max(room - mine[0].due.totals[nutrient], 0.0))

    def _limit(self, job: _Job) -> None:
        """The caps of its mix, no more nitrogen than the plan may give it, and two cans apart."""
        due, shed, choices = job.due, self.shed, list(job.choices)
        n_g = job.plan.job.first_g.n
        along = BASE_N_ALONG * due.needs["N"].total.value if job.plan.job.kind == "base" else 0.0
        nitrogen = {job.first + m: c.available.n for m, c in enumerate(choices) if c.available.n}
        self._row(nitrogen, max(MOST_GROWTH * n_g, along))
        dissolved = job.plan.job.kind in DISSOLVED
        mix = job.plan.mixes[0] if job.plan.mixes else None
        planned_l = (
            mix.water_l * mix.portions if mix else feed_water_l(due.stand, n_g, due.job.aim_n_mg_l)
        )
        portions = Portions(1, "can", planned_l if dissolved else 0.0, due.need)
        shelf = self.workings.shelf()
        for cap in caps(due, portions, choices, shed, shelf):
            if cap.key not in SEASON_CAPS:
                self._row(
                    {job.first + m: use for m, use in enumerate(cap.per_measure) if use}, cap.limit
                )
        reacting = apart(choices) if dissolved else None
        if reacting is not None:
            side = self._column(0.0, 1.0, whole=1)
            for group, sign, limit in ((reacting.one, 1.0, 1.0), (reacting.other, -1.0, 0.0)):
                for m in group:
                    most = max(self.high[job.first + m], 1e-9)
                    self._row({job.first + m: 1.0 / most, side: sign}, limit)

    def _use(self, product: UUID) -> None:
        """In use or not, and no more of it than there is."""
        mine = {
            job.first + m: 1.0
            for job in self.due_jobs
            for m, choice in enumerate(job.choices)
            if choice.product.id == product
        }
        left = self.workings.shelf().left_g[product]
        most = sum(self.high[column] for column in mine)
        if left is not None:
            most = min(most, max(left, 0.0))
        self._row({**mine, self.in_use[product]: -max(most, 1e-9)}, 0.0)

    def solve(self, time_limit_s: float) -> Solved | None:
        """The solver's answer."""
        return solve(
            np.array(self.cost),
            sparse(self.rows, self.columns),
            np.array(self.limits),
            bounds=(np.zeros(self.columns), np.array(self.high)),
            whole=np.array(self.whole, dtype=int),
            patience=Patience(time_limit_s, GOOD_GAP),
        )

    def amounts(self, found: Solved) -> Iterator[PlannedAmount]:
        """The solver's numbers as lines of a blend."""
        for job in self.due_jobs:
            for m, choice in enumerate(job.choices):
                grams = float(found.x[job.first + m])
                if grams >= LEAST_G:
                    yield PlannedAmount(
                        job=job.plan.job.key, product=choice.product.id, grams=grams
                    )
