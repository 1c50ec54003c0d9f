"""A planting's first plan with the amounts of a season-wide blend, where the grower keeps one.

The blend says which products each job uses and how much of what it brings. From there on the
season is folded as ever: whole scoops, every cap, and the remainder carried on.
"""

from collections.abc import Sequence
from dataclasses import replace
from uuid import UUID

from eznel.core.document import SeasonBlend
from eznel.core.needs.dose import Needs, totals_g
from eznel.core.nutrients import NOTHING, Amounts
from eznel.core.schedule.jobs import FirstPlan, Job
from eznel.core.shed.shelf import Shed
from eznel.core.stands.stand import Stand


def blended(
    plan: FirstPlan, stand: Stand, needs: Needs, blends: Sequence[SeasonBlend], shed: Shed
) -> FirstPlan:
    """Return a planting's first plan as the newest season-wide blend has it.

    Parameters
    ----------
    plan : FirstPlan
        Feed by feed. [g]
    stand : Stand
        The planting in its place.
    needs : dict of str to Need
        Its season's needs: no nutrient is brought beyond them by plan. [g]
    blends : sequence of SeasonBlend
        Those that are kept.
    shed : Shed
        For what products bring.

    Returns
    -------
    FirstPlan
        The same plan where no blend knows any of its jobs. Jobs from before a blend was made stay.
    """
    keys = {job.key for job in plan.jobs}
    mine = [one for one in blends if any(amount.job in keys for amount in one.amounts)]
    if not mine:
        return plan
    newest = max(mine, key=lambda one: (one.made_on, str(one.id)))
    grams: dict[UUID, dict[UUID, float]] = {}
    for amount in newest.amounts:
        if amount.product in shed.products:
            grams.setdefault(amount.job, {})[amount.product] = amount.grams
    jobs = [
        job
        if job.kind == "seedling" or job.planned_on < newest.made_on
        else _with(job, grams.get(job.key, {}), stand, shed)
        for job in plan.jobs
    ]
    return replace(plan, jobs=tuple(_within(jobs, needs)), blend=newest.id)


def _with(job: Job, grams: dict[UUID, float], stand: Stand, shed: Shed) -> Job:
    brings = NOTHING
    for product, mass in grams.items():
        brings += shed.available(product, stand, job.planned_on) * mass
    return replace(job, first_g=brings, only=frozenset(grams))


def _within(jobs: list[Job], needs: Needs) -> list[Job]:
    """What comes along unasked is none of what is wanted."""
    whole = sum((job.first_g for job in jobs if job.kind != "seedling"), NOTHING)
    wanted = totals_g(needs)
    kept = Amounts.of_each(lambda x: min(wanted[x] / whole[x], 1.0) if whole[x] > 0 else 1.0)
    return [
        job if job.only is None else replace(job, first_g=job.first_g.share(kept)) for job in jobs
    ]
