"""The numbers of the next days: what somebody may ask about in the garden, without a network.

Keys as `explain` takes them; which number a key names is told there.
"""

from collections.abc import Iterator
from datetime import date
from itertools import islice

from eznel.core.nutrients import NUTRIENTS
from eznel.core.plan.place_result import PlacePlan
from eznel.core.plan.result import JobView, SeasonPlan

MOST = 400
"""Workings that are kept: about a megabyte, and a fifth of a second. [count]"""
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
        The amounts of the jobs to that day, the soonest first, with the needs of what they feed
        and the soil that it stands in, then the water of all places; each once, and no more than
        a browser should hold.
    """
    return tuple(islice(dict.fromkeys(_keys(plan, until)), MOST))


def _keys(plan: SeasonPlan, until: date) -> Iterator[str]:
    places = {one.id: one for one in plan.places}
    due = [
        (job, planting)
        for planting in plan.plantings
        for job in planting.jobs
        if job.mixes and job.status in ("planned", "unconfirmed") and job.due_on <= until
    ]
    for job, planting in sorted(due, key=lambda one: one[0].due_on):
        yield from _of_job(job)
        for need in planting.needs:
            yield f"need/{planting.id}/{need.nutrient}"
        yield from _of_soil(places[planting.place])
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


def _of_soil(place: PlacePlan) -> Iterator[str]:
    if place.ph is not None:
        yield f"ph/{place.id}"
    for gauge in place.gauges:
        if gauge.compared is not None:
            yield f"value/{place.id}/{gauge.analyte}"


def _of_place(place: PlacePlan, until: date) -> Iterator[str]:
    for job in place.jobs:
        if job.status == "planned" and job.due_on <= until and job.grams > 0:
            prepared = job.kind == "preparation"
            yield f"prepared/{job.key}" if prepared else f"mend/{place.id}"
