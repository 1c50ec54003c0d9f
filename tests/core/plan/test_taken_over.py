"""What a plan takes over from an earlier one never hides a change, whatever kind of thing it is."""

from datetime import timedelta

import pytest

from eznel import catalogue, demo
from eznel.core.document import Garden, Log, MoveJob, Noted, Sprayed, TaskDone
from eznel.core.plan import make, plan
from eznel.core.plan.result import PlantingPlan, TaskView

KNOWN = catalogue.load()
FILE, TODAY = demo.garden_file(), demo.STANDS_ON
BEFORE = make(FILE.garden, FILE.log, TODAY, KNOWN)

LOGGED = sorted(name for name in Log.model_fields if getattr(FILE.log, name))
SAID = sorted(
    name
    for name in ("aims", "bands", "benches", "blends", "pins", "preparations", "reports", "trials")
    if getattr(FILE.garden, name)
)


def agrees(garden: Garden, log: Log) -> None:
    assert make(garden, log, TODAY, KNOWN, BEFORE).plan == plan(garden, log, TODAY, KNOWN)


@pytest.mark.parametrize("kind", LOGGED)
def test_an_entry_that_is_taken_back(kind: str) -> None:
    """The first one and the last one: of this season, and of one that is over."""
    entries = getattr(FILE.log, kind)
    for fewer in (entries[1:], entries[:-1]):
        agrees(FILE.garden, FILE.log.model_copy(update={kind: fewer}))


@pytest.mark.parametrize("kind", SAID)
def test_what_a_garden_loses(kind: str) -> None:
    for fewer in (getattr(FILE.garden, kind)[1:], getattr(FILE.garden, kind)[:-1]):
        agrees(FILE.garden.model_copy(update={kind: fewer}), FILE.log)


def _next_job() -> tuple[PlantingPlan, TaskView]:
    """The first job besides feeding that is still to be done."""
    return next(
        (planting, task)
        for planting in BEFORE.plan.plantings
        for task in planting.tasks
        if task.done is None and task.due_on >= TODAY
    )


def test_a_job_that_is_moved() -> None:
    planting, task = _next_job()
    later = task.due_on + timedelta(9)
    pins = (MoveJob(id=task.key, job=task.key, to=later),)
    garden = FILE.garden.model_copy(update={"pins": pins})
    agrees(garden, FILE.log)
    moved = make(garden, FILE.log, TODAY, KNOWN, BEFORE).plan
    mine = next(one for one in moved.plantings if one.id == planting.id)
    assert {one.key: one.due_on for one in mine.tasks}[task.key] == later


def test_a_job_that_is_done() -> None:
    planting, task = _next_job()
    done = TaskDone(id=task.key, planting=planting.id, task=task.task, on=task.due_on)
    log = FILE.log.model_copy(update={"tasks": (done,)})
    agrees(FILE.garden, log)
    ticked = make(FILE.garden, log, TODAY, KNOWN, BEFORE).plan
    mine = next(one for one in ticked.plantings if one.id == planting.id)
    assert {one.key: one.done_on for one in mine.tasks}[task.key] == task.due_on


def test_a_spray_that_is_logged() -> None:
    planting, _ = _next_job()
    sprayed = Sprayed(id=planting.id, planting=planting.id, on=TODAY, name="Soap", wait_days=3)
    log = FILE.log.model_copy(update={"sprays": (sprayed,)})
    agrees(FILE.garden, log)
    told = make(FILE.garden, log, TODAY, KNOWN, BEFORE).plan
    mine = next(one for one in told.plantings if one.id == planting.id)
    assert mine.sprayed != planting.sprayed


@pytest.mark.parametrize("centimetres", [5, 80])
def test_a_height_that_is_noted(centimetres: int) -> None:
    height = {"value": centimetres, "unit": "cm"}
    for one in FILE.garden.plantings:
        note = Noted.model_validate(
            {"id": one.id, "planting": one.id, "on": TODAY - timedelta(2), "height": height}
        )
        agrees(FILE.garden, FILE.log.model_copy(update={"notes": (*FILE.log.notes, note)}))
