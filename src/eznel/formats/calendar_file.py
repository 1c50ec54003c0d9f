"""The plan as an iCalendar file: an all-day event for each job, that moves when the plan does.

A job's event has the job's own key as its id, so a calendar that reads the plan again moves what
has moved instead of doubling it.
"""

from collections.abc import Iterator
from datetime import UTC, date, datetime, time, timedelta
from uuid import UUID, uuid5

from icalendar import Calendar, Event

from eznel.core.document import Garden
from eznel.core.plan.looks_due import LookDue
from eznel.core.plan.place_result import PlaceJob, PlacePlan
from eznel.core.plan.result import JobView, PlantingPlan, SeasonPlan, TaskView
from eznel.formats.reader import Reader
from eznel.formats.units import System
from eznel.words import Words

OWN = "@eznel.garden"
REFRESH = timedelta(hours=6)
SHOWN = ("planned", "given", "done")


def write_calendar(
    plan: SeasonPlan, garden: Garden, words: Words, revision: int, system: System = "metric"
) -> bytes:
    """Return a plan's jobs as a calendar.

    Parameters
    ----------
    plan : SeasonPlan
        The plan.
    garden : Garden
        For the names.
    words : Words
        The locale's sentences.
    revision : int
        The garden's: the sequence of every event, so that a file read later wins. [count]
    system : str
        The reader's system of units.

    Returns
    -------
    bytes
        iCalendar, UTF-8.
    """
    calendar = Calendar()
    calendar.add("prodid", "-//Eznel//plan//EN")
    calendar.add("version", "2.0")
    calendar.add("method", "PUBLISH")
    calendar.add("x-wr-calname", garden.name)
    calendar.add("refresh-interval", REFRESH)
    calendar.add("x-published-ttl", REFRESH)
    read = Reader(garden, words, system)
    stamp = datetime.combine(plan.as_of, time(0), tzinfo=UTC)
    for event in _events(plan, read):
        event.add("dtstamp", stamp)
        event.add("sequence", revision)
        event.add("transp", "TRANSPARENT")
        calendar.add_component(event)
    written: bytes = calendar.to_ical()
    return written


def _events(plan: SeasonPlan, read: Reader) -> Iterator[Event]:
    for planting in plan.plantings:
        for job in planting.jobs:
            if job.status in SHOWN and (job.mixes or job.status == "given"):
                yield _of_job(job, planting, read)
        for task in planting.tasks:
            yield _of_task(task, planting, plan.as_of, read)
        if planting.harvest_from is not None:
            title = read.terms["calendar.harvest"].format(planting=read.planting(planting))
            yield _event(uuid5(planting.id, "harvest"), planting.harvest_from, title, "")
    for place in plan.places:
        for work in place.jobs:
            if work.status in SHOWN:
                yield _of_place(work, place, read)
    for look in plan.looks:
        yield _of_look(look, plan, read)
    for water in plan.waters:
        on = water.due_on(plan.as_of)
        # What is watered every day wants no event for it.
        if on is not None and water.every_days > 1:
            title = read.terms["calendar.water"].format(place=read.place(water.place))
            yield _event(uuid5(water.place, "water"), on, title, read.watering(water))


def _of_job(job: JobView, planting: PlantingPlan, read: Reader) -> Event:
    terms = read.terms
    title = f"{read.planting(planting)}: {terms[f'kind.{job.kind}']}"
    lines = [read.place(planting.place)]
    for mix in job.mixes[:1]:
        lines.append(read.mix(mix, planting.place))
    lines += [read.finding(one) for one in job.findings]
    lines += [read.words.cautions[key] for key in job.cautions]
    lines.append(read.words.cautions["general"])
    return _event(job.key, job.due_on, _ticked(title, job.status), "\n".join(lines))


def _of_task(task: TaskView, planting: PlantingPlan, today: date, read: Reader) -> Event:
    """What it is, what it takes, and what is said of it: of a day that is over that is stale."""
    title = f"{read.planting(planting)}: {read.words.of_row(task.name)}"
    lines = [read.place(planting.place)]
    lines += [read.take(one) for one in task.takes]
    if task.due_on >= today:
        lines += [read.finding(one) for one in task.notes]
    key = uuid5(planting.id, f"{task.task} {task.ordinal}")
    status = "planned" if task.done is None else "done"
    return _event(key, task.due_on, _ticked(title, status), "\n".join(lines))


def _of_place(work: PlaceJob, place: PlacePlan, read: Reader) -> Event:
    title = f"{read.place(place.id)}: {read.terms[f'kind.{work.kind}']}"
    lines = [work.name] if work.name else []
    if bulk := read.bulk(work.grams, work.litres):
        lines.append(bulk)
    lines += [read.words.cautions[key] for key in work.cautions]
    return _event(work.key, work.due_on, _ticked(title, work.status), "\n".join(lines))


def _of_look(look: LookDue, plan: SeasonPlan, read: Reader) -> Event:
    """What came of it is asked on its day, and as long as nobody says it, today."""
    planting = next(one for one in plan.plantings if one.id == look.planting)
    title = read.terms["calendar.look_again"].format(planting=read.planting(planting))
    text = "\n".join([read.place(planting.place), *([look.cause] if look.cause else [])])
    return _event(look.look, max(look.again_on, plan.as_of), title, text)


def _ticked(title: str, status: str) -> str:
    return title if status == "planned" else f"✓ {title}"


def _event(key: UUID, day: date, title: str, text: str) -> Event:
    event = Event()
    event.add("uid", f"{key}{OWN}")
    event.add("summary", title)
    event.add("dtstart", day)
    event.add("dtend", day + timedelta(1))
    if text:
        event.add("description", text)
    return event
