"""The numbers of the next days: what somebody may ask about in the garden, without a network.

Keys as `explain` takes them; which number a key names is told there.
"""

from collections.abc import Iterator
from datetime import date

from eznel.core.nutrients import NUTRIENTS
from eznel.core.plan.place_result import PlacePlan
from eznel.core.plan.result import JobView, SeasonPlan

_WORTH_G = 0.005
"""Less of a nutrient is not shown on a card. [g]"""


def near_numbers(plan: SeasonPlan, until: date) -> tuple[str, ...]:
    """Return the keys of the numbers that show until a day.

    Parameters
    ----------
    plan : SeasonPlan
        The garden's plan.
    until : date
        Jobs that are due later are left out.

    Returns
    -------
    tuple of str
        Needs, soil and water of all that grows, and the amounts of the jobs to that day; each
        once.
    """
    return tuple(dict.fromkeys(_keys(plan, until)))


def _keys(plan: SeasonPlan, until: date) -> Iterator[str]:
    for planting in plan.plantings:
        for need in planting.needs:
            yield f"need/{planting.id}/{need.nutrient}"
        for job in planting.jobs:
            if job.status in ("planned", "unconfirmed") and job.due_on <= until:
                yield from _of_job(job)
    for place in plan.places:
        yield from _of_place(place, until)
    for water in plan.waters:
        if water.with_losses_l > 0:
            yield f"moist/{water.place}"


def _of_job(job: JobView) -> Iterator[str]:
    for answer, mix in enumerate(job.mixes):
        for line in mix.lines:
            yield f"scoop/{line.product}/{line.scoop}"
        for nutrient in NUTRIENTS:
            if mix.brings_g[nutrient] > _WORTH_G:
                yield f"brings/{job.key}/{answer}/{nutrient}"
        if mix.water_l > 0:
            yield f"strength/{job.key}/{answer}"


def _of_place(place: PlacePlan, until: date) -> Iterator[str]:
    if place.ph is not None:
        yield f"ph/{place.id}"
    for gauge in place.gauges:
        if gauge.compared is not None:
            yield f"value/{place.id}/{gauge.analyte}"
    for job in place.jobs:
        if job.status == "planned" and job.due_on <= until and job.grams > 0:
            prepared = job.kind == "preparation"
            yield f"prepared/{job.key}" if prepared else f"mend/{place.id}"
