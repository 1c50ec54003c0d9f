"""The raising room: what is sown under cover, in what it stands, and who has no room."""

from datetime import date
from uuid import UUID

from pydantic import BaseModel

from eznel.api import routers
from eznel.api.services import TheServices, TheSession
from eznel.api.speech import Speech, Units
from eznel.core.document import PotSize
from eznel.core.questions.raising import BenchRoom, raising_room
from eznel.core.raising.hardening import HardenDay
from eznel.core.raising.pots import USUAL_POTS
from eznel.core.raising.raised import Potting, Raised
from eznel.core.working import Finding
from eznel.formats.text import Shown, show

router = routers.router("/api/gardens/{garden_id}", "raising")


class PottingView(BaseModel):
    """Plants in one kind of pot, and the mix for them, with its working."""

    pot: PotSize | None
    since: date
    until: date
    full_on: date
    count: int
    mix: Shown


class RaisedView(BaseModel):
    """How a planting is raised, each number with its working."""

    planting: UUID
    wanted: int
    sow_on: date
    plant_on: date
    germination: Shown
    to_sow: Shown | None
    sown: int
    per_cell: int
    trays: int
    cells: int
    empty_cells: int
    plants: int
    spare: int
    pottings: list[PottingView]
    harden: list[HardenDay]
    set_at: str
    """How it is planted out, in the reader's words."""
    findings: list[Finding]


class RaisingView(BaseModel):
    """All that is raised this year and later, and the benches through time."""

    plantings: list[RaisedView]
    benches: list[BenchRoom]
    unplaced: list[UUID]
    usual_pots: list[PotSize]
    """What is potted on into where the grower names no pots."""


@router.get("/raising")
def read_raising(
    garden_id: UUID, session: TheSession, services: TheServices, speech: Speech, units: Units
) -> RaisingView:
    """Read the raising room of a garden as of its own date."""
    found = raising_room(services.workings(session, str(garden_id)))

    def potted(one: Potting) -> PottingView:
        return PottingView(
            pot=one.pot,
            since=one.since,
            until=one.until,
            full_on=one.full_on,
            count=one.count,
            mix=show(one.mix, speech, units),
        )

    def view(one: Raised) -> RaisedView:
        return RaisedView(
            planting=one.planting,
            wanted=one.wanted,
            sow_on=one.sow_on,
            plant_on=one.plant_on,
            germination=show(one.germination, speech, units),
            to_sow=None if one.to_sow is None else show(one.to_sow, speech, units),
            sown=one.sown,
            per_cell=one.per_cell,
            trays=one.trays,
            cells=one.cells,
            empty_cells=one.empty_cells,
            plants=one.plants,
            spare=one.spare,
            pottings=[potted(each) for each in one.pottings],
            harden=list(one.harden),
            set_at=speech.terms[f"set.{one.set_at}"],
            findings=list(one.findings),
        )

    return RaisingView(
        plantings=[view(one) for one in found.plantings],
        benches=list(found.benches),
        unplaced=list(found.unplaced),
        usual_pots=list(USUAL_POTS),
    )
