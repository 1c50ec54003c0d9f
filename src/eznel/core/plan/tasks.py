"""Jobs besides feeding that belong to a stage: what the grower has switched on, and what they take.

They come with their stage, and move with it. Nothing is planned that was over before today began
but for the last one of each kind, so that a list is never longer than what can be done.
"""

from collections.abc import Iterator
from datetime import date, timedelta

from eznel.core.document import TaskDone
from eznel.core.plan.raising_tasks import RAISING, raising_tasks
from eznel.core.plan.result import TakenAlong, TaskView
from eznel.core.reference import Task
from eznel.core.stands.stand import Stand
from eznel.core.stands.stands import Stands

DONE_BEFORE_DAYS = 7
"""A job that was done so long before its day counts for it. [days]"""


def tasks(stand: Stand, stands: Stands) -> tuple[TaskView, ...]:
    """Return a planting's jobs besides feeding, in order of their days.

    Parameters
    ----------
    stand : Stand
        The planting in its place.
    stands : Stands
        Its garden: which jobs are switched on, and what was done.

    Returns
    -------
    tuple of TaskView
        Those that are switched on and fit crop, place and way of raising.
    """
    wanted = stands.garden.preferences.reminders
    written = () if stand.planting.raising is None else RAISING
    found = [
        view
        for task in stands.catalogue.tasks
        if task.key in wanted and task.key not in written and fits(task, stand)
        for view in _times(task, stand, stands)
    ]
    found += raising_tasks(stand, stands)
    return tuple(sorted(found, key=lambda view: (view.due_on, view.task)))


def fits(task: Task, stand: Stand) -> bool:
    """Return whether a job belongs to a planting.

    Parameters
    ----------
    task : Task
        The job.
    stand : Stand
        The planting in its place.

    Returns
    -------
    bool
        By crop, place, way of raising and growth.
    """
    crop, planting = stand.crop, stand.planting
    named = not (task.crops or task.habits) or crop.key in task.crops or crop.habit in task.habits
    raised_here = planting.sown_on is not None and not planting.sown_in_place
    own = stand.variety
    return (
        named
        and (task.grounds == "any" or stand.where == "ground")
        and (raised_here or not task.raised)
        and (planting.sown_in_place or not task.sown)
        and (stand.place.covered or not task.covered)
        and not (task.indeterminate and own is not None and own.determinate)
    )


def _times(task: Task, stand: Stand, stands: Stands) -> Iterator[TaskView]:
    """Its repeats, as long as the planting stands; each done by the entry nearest before it."""
    start = stand.calendar.start_of(task.stage)
    if start is None:
        return
    first = start + timedelta(task.days)
    days = [first + timedelta(n * task.again_days) for n in range(task.times)]
    days = [day for n, day in enumerate(days) if n == 0 or day < stand.calendar.last_pick]
    done = sorted(
        (one for one in stands.log.tasks if (one.planting, one.task) == (stand.id, task.key)),
        key=lambda one: one.on,
    )
    for n, day in enumerate(days):
        over = start if task.days < 0 else date.max
        following = days[n + 1] if n + 1 < len(days) else over
        entry = _taken(done, day, following)
        missed = entry is None and following <= stands.today
        if not missed:
            yield TaskView(
                task=task.key,
                name=task.name,
                ordinal=n + 1,
                due_on=day,
                done=entry.id if entry else None,
                done_on=entry.on if entry else None,
                takes=tuple(_takes(task, stand)),
            )


def _taken(done: list[TaskDone], day: date, following: date) -> TaskDone | None:
    """Take the first entry that answers a day and no later one."""
    since = day - timedelta(DONE_BEFORE_DAYS)
    until = following - timedelta(DONE_BEFORE_DAYS) if following < date.max else date.max
    for n, one in enumerate(done):
        if since <= one.on < until:
            return done.pop(n)
    return None


def _takes(task: Task, stand: Stand) -> Iterator[TakenAlong]:
    ground = stand.ground_m2
    for one in task.materials:
        by = {"plant": stand.plants, "m2": ground, "planting": 1}[one.per]
        if by:
            yield TakenAlong(name=one.name, amount=one.amount * by, unit=one.unit)
