"""How long a day's walk takes: by usual hands, and by one's own pace once some walks were timed.

What a job takes is a rough table of mixing, carrying and bending down; the ratio of timed walks to
what the same table says of what was ticked on their days is one's own pace. It is drawn towards 1
as long as walks are few.
"""

from collections.abc import Iterable, Mapping
from datetime import date
from math import exp, log
from uuid import UUID

from eznel.core.document import Log
from eznel.core.moisture.watering import PlaceWater
from eznel.core.plan.place_result import PlacePlan
from eznel.core.plan.result import DayWalk, JobView, PlantingPlan

MIX_MIN, POUR_MIN_L, SPREAD_MIN = 3.0, 0.15, 4.0
"""To stir a can, to carry and pour a litre of it, to weigh and spread a dry feed. [min]"""
WATER_MIN, WATER_MIN_L = 1.0, 0.12
"""To go to a place, and to carry and pour a litre there. [min]"""
TASK_MIN, TASK_MIN_PLANT, LONGEST_TASK_MIN = 2.0, 0.7, 60.0
"""A job besides feeding: to begin, for each plant, and at the most on one day. [min]"""
GROUND_MIN = 20.0
"""Lime, compost and the like on one place. [min]"""
WALKS = 3
"""So many timed walks count as much as usual hands."""


def day_walk(
    plantings: Iterable[PlantingPlan],
    places: Iterable[PlacePlan],
    waters: Iterable[PlaceWater],
    happened: Log,
    today: date,
) -> DayWalk:
    """Return how long everything takes that is due today.

    Parameters
    ----------
    plantings : iterable of PlantingPlan
        With their jobs.
    places : iterable of PlacePlan
        With theirs.
    waters : iterable of PlaceWater
        What wants water.
    happened : Log
        For the walks that were timed, and what was ticked on their days.
    today : date
        The day.

    Returns
    -------
    DayWalk
        0 minutes where nothing is due.
    """
    grown = {one.id: one.plants for one in plantings}
    feeds = [_feed_min(job) for one in plantings for job in one.jobs if _due(job, today)]
    tasks = [
        _task_min(one.plants)
        for one in plantings
        for task in one.tasks
        if task.done is None and task.due_on <= today
    ]
    ground = [
        GROUND_MIN
        for place in places
        for job in place.jobs
        if job.status == "planned" and job.due_on <= today and (job.grams or job.litres)
    ]
    watered = [_water_min(one.with_losses_l) for one in waters if one.state == "water"]
    pace, walks = _pace(happened, grown, today)
    return DayWalk(pace * sum([*feeds, *tasks, *ground, *watered]), walks)


def _due(job: JobView, today: date) -> bool:
    return job.status == "planned" and job.due_on <= today and bool(job.mixes)


def _feed_min(job: JobView) -> float:
    mix = job.mixes[0]
    litres = mix.water_l * mix.portions
    return MIX_MIN + POUR_MIN_L * litres if litres else SPREAD_MIN


def _task_min(plants: int) -> float:
    return min(TASK_MIN + TASK_MIN_PLANT * plants, LONGEST_TASK_MIN)


def _water_min(litres: float) -> float:
    return WATER_MIN + WATER_MIN_L * litres


def _pace(happened: Log, plants: Mapping[UUID, int], today: date) -> tuple[float, int]:
    """One's own pace against usual hands, and the walks that it is known by. [min/min]"""
    timed: dict[date, float] = {}
    for walk in happened.walks:
        if walk.on <= today:
            timed[walk.on] = timed.get(walk.on, 0.0) + walk.minutes
    usual = {day: _ticked_min(happened, plants, day) for day in timed}
    known = [day for day in timed if usual[day] > 0]
    if not known:
        return 1.0, 0
    ratio = sum(timed[day] for day in known) / sum(usual[day] for day in known)
    return exp(log(ratio) * len(known) / (len(known) + WALKS)), len(known)


def _ticked_min(happened: Log, plants: Mapping[UUID, int], day: date) -> float:
    """What usual hands take for what was ticked on a day. [min]"""
    feeds = [
        MIX_MIN + POUR_MIN_L * entry.water.l if entry.water else SPREAD_MIN
        for entry in happened.feeds
        if entry.on == day and entry.outcome == "given"
    ]
    tasks = [_task_min(plants.get(one.planting, 1)) for one in happened.tasks if one.on == day]
    watered = [
        _water_min(one.amount.l if one.amount else 0.0)
        for one in happened.watered
        if one.on == day and one.outcome == "given"
    ]
    return sum([*feeds, *tasks, *watered])
