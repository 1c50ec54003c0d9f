"""The plan of a garden, why its numbers are what they are, and what a change would do."""

from datetime import date
from typing import Any
from uuid import UUID

from fastapi import APIRouter, Response
from pydantic import BaseModel

from eznel.api.problems import RESPONSES
from eznel.api.speech import Speech, Units
from eznel.api.world import PLANS, TheSession, TheWorld
from eznel.core.document import (
    Feature,
    FeedEntry,
    GardenFile,
    MoveJob,
    Place,
    Planting,
    Product,
    Programme,
    Scoop,
    SoilReport,
    StageSeen,
)
from eznel.core.season import SeasonPlan, explain, measures, plan
from eznel.core.season.result import PlaceMeasures
from eznel.formats.text import Shown, show
from eznel.store import reading
from eznel.store.kinds import KINDS, key_of

router = APIRouter(prefix="/api/gardens/{garden_id}", tags=["plan"], responses=RESPONSES)


class Changes(BaseModel):
    """Things as they would be: new ones are added, known ones replaced."""

    places: list[Place] = []
    features: list[Feature] = []
    reports: list[SoilReport] = []
    products: list[Product] = []
    scoops: list[Scoop] = []
    plantings: list[Planting] = []
    programmes: list[Programme] = []
    pins: list[MoveJob] = []
    feeds: list[FeedEntry] = []
    stages: list[StageSeen] = []


@router.get("/plan", response_model=SeasonPlan)
def read_plan(
    garden_id: UUID, session: TheSession, world: TheWorld, as_of: date | None = None
) -> Any:
    """Read the plan of a garden as of its own date, or another."""
    stored = reading.load(session, str(garden_id))
    day = as_of or world.clock(stored.file.garden)
    made = world.plan_bytes(stored.file, stored.revision, day)
    return Response(made, media_type="application/json")


@router.get("/why/{key:path}")
def read_why(
    garden_id: UUID,
    key: str,
    session: TheSession,
    world: TheWorld,
    speech: Speech,
    units: Units,
    as_of: date | None = None,
) -> Shown:
    """Read why one number of the plan is what it is."""
    stored = reading.load(session, str(garden_id))
    day = as_of or world.clock(stored.file.garden)
    worked = explain(stored.file.garden, stored.file.log, day, world.catalogue, key)
    return show(worked, speech, units)


@router.post("/what-if", response_model=SeasonPlan)
def read_what_if(
    garden_id: UUID,
    changes: Changes,
    session: TheSession,
    world: TheWorld,
    as_of: date | None = None,
) -> Any:
    """Read the plan as it would be with some changes; nothing is stored."""
    stored = reading.load(session, str(garden_id))
    changed = _changed(stored.file, changes)
    day = as_of or world.clock(changed.garden)
    made = PLANS.dump_json(plan(changed.garden, changed.log, day, world.catalogue))
    return Response(made, media_type="application/json")


@router.post("/measures", response_model=PlaceMeasures)
def read_measures(
    garden_id: UUID, place: Place, session: TheSession, world: TheWorld
) -> PlaceMeasures:
    """Read what a place would measure and how its plants would stand; nothing is stored."""
    garden = reading.load_place(session, str(garden_id), str(place.id))
    garden = garden.model_copy(update={"places": (place,)})
    return measures(garden, world.clock(garden), world.catalogue)


def _changed(file: GardenFile, changes: Changes) -> GardenFile:
    data = file.model_dump()
    for kind in KINDS.values():
        new = {key_of(thing): thing for thing in getattr(changes, kind.name)}
        old = getattr(getattr(file, kind.part), kind.name)
        kept = [new.pop(key_of(thing), thing) for thing in old]
        data[kind.part][kind.name] = [t.model_dump() for t in (*kept, *new.values())]
    return GardenFile.model_validate(data)
