"""The plan of a garden, why its numbers are what they are, and what a change would do."""

import gzip
from datetime import date, timedelta
from typing import Any
from uuid import UUID

from fastapi import Request, Response
from pydantic import BaseModel

from eznel.api import routers
from eznel.api.downloads import attachment
from eznel.api.services import PLANS, TheServices, TheSession
from eznel.api.speech import Speech, Units
from eznel.core.document import (
    Aim,
    BandTable,
    Bench,
    Day,
    Feature,
    FeedEntry,
    Garden,
    GardenFile,
    Harvest,
    Log,
    Look,
    MoveJob,
    Noted,
    Observed,
    Place,
    Planting,
    Preparation,
    Product,
    Programme,
    Recipe,
    Scoop,
    SeasonBlend,
    SoilReport,
    Sprayed,
    StageSeen,
    StockMove,
    TaskDone,
    Trial,
    Variety,
    Walked,
    Watered,
    WeatherDay,
)
from eznel.core.plan import SeasonPlan, explain, explained, measures, near_numbers
from eznel.core.plan.result import PlaceMeasures
from eznel.formats.log_file import write_log
from eznel.formats.plan_text import as_csv
from eznel.formats.said import said_in
from eznel.formats.text import Shown, show
from eznel.formats.units import System
from eznel.store.kinds import KINDS, key_of
from eznel.words import spoken

router = routers.router("/api/gardens/{garden_id}", "plan")

NEAR_DAYS = 7
"""Of the next days' numbers a browser keeps the working. [days]"""


class Changes(BaseModel):
    """Things as they would be: new ones are added, known ones replaced."""

    places: list[Place] = []
    features: list[Feature] = []
    reports: list[SoilReport] = []
    bands: list[BandTable] = []
    preparations: list[Preparation] = []
    products: list[Product] = []
    scoops: list[Scoop] = []
    plantings: list[Planting] = []
    programmes: list[Programme] = []
    varieties: list[Variety] = []
    benches: list[Bench] = []
    recipes: list[Recipe] = []
    aims: list[Aim] = []
    trials: list[Trial] = []
    pins: list[MoveJob] = []
    blends: list[SeasonBlend] = []
    feeds: list[FeedEntry] = []
    stages: list[StageSeen] = []
    observed: list[Observed] = []
    tasks: list[TaskDone] = []
    sprays: list[Sprayed] = []
    weather: list[WeatherDay] = []
    stock_moves: list[StockMove] = []
    watered: list[Watered] = []
    walks: list[Walked] = []
    harvests: list[Harvest] = []
    notes: list[Noted] = []
    looks: list[Look] = []


@router.get("/plan", response_model=SeasonPlan)
def read_plan(
    garden_id: UUID,
    request: Request,
    session: TheSession,
    services: TheServices,
    speech: Speech,
    as_of: Day | None = None,
) -> Any:
    """Read the plan of a garden as of its own date, or another."""
    stored = services.stored(session, str(garden_id))
    day = as_of or services.clock(stored.file.garden)
    body = services.plan_body(stored, day, speech)
    headers = {"Content-Encoding": "gzip", "Vary": "Accept-Encoding, Accept-Language"}
    if "gzip" not in request.headers.get("accept-encoding", ""):
        body, headers = gzip.decompress(body), {}
    return Response(body, media_type="application/json", headers=headers)


@router.get("/plan.csv", response_class=Response)
def write_plan_table(
    garden_id: UUID,
    session: TheSession,
    services: TheServices,
    speech: Speech,
    units: System = "metric",
) -> Response:
    """Save a garden's plan as a table, a job a row."""
    file = services.stored(session, str(garden_id)).file
    day = services.clock(file.garden)
    plan = said_in(services.made(file, day).plan, spoken(speech, units))
    return Response(
        "\ufeff" + as_csv(plan, file.garden, speech, units),
        media_type="text/csv; charset=utf-8",
        headers=attachment(file.garden, day, "plan", "csv"),
    )


@router.get("/log.csv", response_class=Response)
def write_log_table(garden_id: UUID, session: TheSession, services: TheServices) -> Response:
    """Save what was given, done, seen and bought as a table."""
    file = services.stored(session, str(garden_id)).file
    return Response(
        "\ufeff" + write_log(file),
        media_type="text/csv; charset=utf-8",
        headers=attachment(file.garden, services.clock(file.garden), "log", "csv"),
    )


@router.get("/why/{key:path}")
def read_why(
    garden_id: UUID,
    key: str,
    session: TheSession,
    services: TheServices,
    speech: Speech,
    units: Units,
    as_of: Day | None = None,
) -> Shown:
    """Read why one number of the plan is what it is."""
    file = services.stored(session, str(garden_id)).file
    day = as_of or services.clock(file.garden)
    before = services.before(file)
    workings = before.workings if before else None
    worked = explain(file.garden, file.log, day, services.catalogue, key, workings)
    return show(worked, speech, units)


class NearView(BaseModel):
    """How the numbers of the next days came about, to be kept where there may be no network."""

    revision: int
    """Of the garden whose numbers they are."""
    as_of: date
    numbers: dict[str, Shown]
    """By the key that `why` takes."""


@router.get("/near")
def read_near(
    garden_id: UUID, session: TheSession, services: TheServices, speech: Speech, units: Units
) -> NearView:
    """Read why all numbers of the next days are what they are."""
    stored = services.stored(session, str(garden_id))
    made = services.made(stored.file, services.clock(stored.file.garden))
    keys = near_numbers(made.plan, made.plan.as_of + timedelta(days=NEAR_DAYS))
    return NearView(
        revision=stored.revision,
        as_of=made.plan.as_of,
        numbers={key: show(explained(made.workings, key), speech, units) for key in keys},
    )


@router.post("/what-if", response_model=SeasonPlan)
def read_what_if(
    garden_id: UUID,
    changes: Changes,
    session: TheSession,
    services: TheServices,
    speech: Speech,
    as_of: Day | None = None,
) -> Any:
    """Read the plan as it would be with some changes; nothing is stored."""
    changed = _changed(services.stored(session, str(garden_id)).file, changes)
    made = services.made(changed, as_of or services.clock(changed.garden))
    body = PLANS.dump_json(said_in(made.plan, speech))
    return Response(body, media_type="application/json")


@router.post("/measures", response_model=PlaceMeasures)
def read_measures(
    garden_id: UUID, place: Place, session: TheSession, services: TheServices
) -> PlaceMeasures:
    """Read what a place would measure and how its plants would stand; nothing is stored."""
    return measures(place, services.workings(session, str(garden_id)))


def _changed(file: GardenFile, changes: Changes) -> GardenFile:
    """The document with the changes in it; what is not changed stays the same object."""
    parts: dict[str, dict[str, Any]] = {"garden": {}, "log": {}}
    for kind in KINDS.values():
        new = {key_of(thing): thing for thing in getattr(changes, kind.name)}
        if new:
            old = getattr(getattr(file, kind.part), kind.name)
            kept = [new.pop(key_of(thing), thing) for thing in old]
            parts[kind.part][kind.name] = (*kept, *new.values())
    garden = Garden.model_validate({**dict(file.garden), **parts["garden"]})
    return GardenFile(garden=garden, log=Log.model_validate({**dict(file.log), **parts["log"]}))
