"""Jobs besides feeding that belong to a stage: the usual ones and those asked for, as one grows.

They come with their stage, and move with it, or to the day that somebody chose. One that comes
again does so after it was done, until its stage ends. Nothing is planned that was over before today
began but for the last one of each kind, so that a list is never longer than what can be done.
"""

from collections.abc import Iterator, Sequence
from datetime import date, timedelta
from math import floor

from eznel.core.document import Site, TaskDone
from eznel.core.outlines import lines_m
from eznel.core.plan.raising_tasks import RAISING, raising_tasks
from eznel.core.plan.reminders import Reminders
from eznel.core.plan.result import TakenAlong, TaskView
from eznel.core.reference import TakeAlong, Task
from eznel.core.schedule.jobs import task_key
from eznel.core.stands.stand import OnGround, Stand

DONE_BEFORE_DAYS = 7
"""A job that was done so long before its day counts for it. [days]"""
AHEAD = 2
"""So many repeats are told ahead: when the next ones come depends on when these are done."""
MEASURE_AGAIN_DAYS = 7
"""Plants that were too small are looked at again after so long. [days]"""
LAPSES_DAYS = 28
"""So long after its day a job that nobody ticked is not called to mind any more. [days]"""


def tasks(stand: Stand, known: Reminders) -> tuple[TaskView, ...]:
    """Return a planting's jobs besides feeding, in order of their days.

    Parameters
    ----------
    stand : Stand
        The planting in its place.
    known : Reminders
        Which jobs are on its garden's list, and what was done.

    Returns
    -------
    tuple of TaskView
        Those that are on the list and fit crop, place and way of raising.
    """
    written = () if stand.planting.raising is None else RAISING
    found = [
        view
        for task in known.listed
        if task.key not in written and fits(task, stand)
        for view in _times(task, stand, known)
    ]
    found += raising_tasks(stand, known)
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


def _times(task: Task, stand: Stand, known: Reminders) -> Iterator[TaskView]:
    """Its repeats, as long as its stage lasts; each done by the entry nearest before it."""
    planned, end = _first(task, stand, known.stands.garden.site), _end(task, stand)
    if planned is None:
        return
    done = [one for one in known.done.get(stand.id, ()) if one.task == task.key]
    due = _by_height(task, planned, known.heights.get(stand.id, ()), done)
    takes, ahead = tuple(_takes(task, stand)), 0
    for n in range(1, task.times + 1):
        key = task_key(stand, task.key, n)
        due = known.pins.get(key, due)
        if (n > 1 and due >= end) or ahead == AHEAD:
            return
        following = due + timedelta(task.again_days) if task.again_days else date.max
        last = n == task.times or following >= end
        over = _over(task, due, end) if last else following
        entry = _taken(done, due, date.max if last else following)
        if entry is not None or over > known.stands.today:
            ahead += entry is None
            yield TaskView(
                key=key,
                task=task.key,
                name=task.name,
                ordinal=n,
                due_on=due,
                done=entry.id if entry else None,
                done_on=entry.on if entry else None,
                takes=takes,
            )
        if not task.again_days:
            return
        due = (due if entry is None else entry.on) + timedelta(task.again_days)


def _first(task: Task, stand: Stand, site: Site) -> date | None:
    """The day from which it counts; none where its stage never comes, or no frost is known."""
    begins = stand.calendar.start_of(task.stage)
    if begins is None:
        return None
    if task.at == "last_pick":
        return stand.calendar.last_pick + timedelta(task.days)
    if task.at == "stage":
        return begins + timedelta(task.days)
    frost = site.first_frost_in(begins.year)
    if frost is None:
        return None
    day = frost + timedelta(task.days)
    return day if begins <= day < stand.calendar.last_pick else None


def _by_height(
    task: Task, planned: date, measured: Sequence[tuple[date, float]], done: list[TaskDone]
) -> date:
    """The day on which plants were measured to be high enough; a week after they were not."""
    if task.at_height_m is None:
        return planned
    if done:
        return min(planned, done[0].on)
    if not measured:
        return planned
    high = next((on for on, metres in measured if metres >= task.at_height_m), None)
    if high is not None:
        return min(planned, high)
    return max(planned, measured[-1][0] + timedelta(MEASURE_AGAIN_DAYS))


def _end(task: Task, stand: Stand) -> date:
    """The day with which its repeats end; what is done ahead of a stage ends with it."""
    if task.days < 0 and task.at == "stage":
        return stand.calendar.start_of(task.stage) or stand.calendar.last_pick
    until = None if task.until is None else stand.calendar.start_of(task.until)
    return until or stand.calendar.last_pick


def _over(task: Task, due: date, end: date) -> date:
    """The day from which nobody has to be reminded of it any more."""
    return end if task.days < 0 and task.at == "stage" else due + timedelta(LAPSES_DAYS)


def _taken(done: list[TaskDone], day: date, following: date) -> TaskDone | None:
    """Take the first entry that answers a day and no later one."""
    since = day - timedelta(DONE_BEFORE_DAYS)
    for n, one in enumerate(done):
        if since <= one.on < following:
            return done.pop(n)
    return None


def _takes(task: Task, stand: Stand) -> Iterator[TakenAlong]:
    for one in task.materials:
        if times := _times_taken(one, stand):
            amount = one.amount * times
            yield TakenAlong(one.name, amount, one.unit, one.amount, one.per, times)


def _times_taken(one: TakeAlong, stand: Stand) -> float:
    """For how many plants, square metres or places along lines. [count or m²]"""
    if one.gap_m is not None and isinstance(stand, OnGround):
        gap_m = one.gap_m
        return sum(floor(along / gap_m + 1e-9) + 1 for along in lines_m(stand.points))
    return {"m2": stand.ground_m2, "planting": 1}.get(one.per, stand.plants)
