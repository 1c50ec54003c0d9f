"""Trials: lots are drawn, and what a trial shows is told; nothing is stored here."""

from typing import Annotated
from uuid import UUID

from pydantic import BaseModel, Field

from eznel.api import routers
from eznel.api.services import TheServices, TheSession
from eznel.api.speech import Speech, Units
from eznel.core.document import Entry, TrialPlant
from eznel.core.questions.trials import TrialRead, lots, trials
from eznel.core.trials.difference import Difference, Pooled
from eznel.core.working import Finding
from eznel.formats.text import Shown, show
from eznel.formats.units import System
from eznel.words import Words

router = routers.router("/api/gardens/{garden_id}/book", "book")


class LotsAsked(Entry):
    """Whose plants take part in which trial."""

    trial: UUID
    plantings: Annotated[tuple[UUID, ...], Field(min_length=1, max_length=40)]


class ReadyTrial(BaseModel):
    """A question that growers disagree on, to begin from."""

    key: str
    name: str
    first: str
    second: str
    measure: str
    unit: str
    harvest: bool


class TrialShown(BaseModel):
    """A trial with what can be said of it."""

    id: UUID
    findings: list[Finding]
    wanted: Shown | None
    differences: list[Difference | None]
    pooled: Pooled | None


class TrialsView(BaseModel):
    """Trials, and ready-made ones."""

    trials: list[TrialShown]
    ready: list[ReadyTrial]


@router.get("/trials")
def read_trials(
    garden_id: UUID, session: TheSession, services: TheServices, speech: Speech, units: Units
) -> TrialsView:
    """Read every trial with what it shows, the latest first, and questions to begin from."""
    workings = services.workings(session, str(garden_id))
    return TrialsView(
        trials=[_shown(one, speech, units) for one in trials(workings)],
        ready=[
            ReadyTrial(
                key=one.key,
                name=speech.of_row(one.name),
                first=speech.of_row(one.first),
                second=speech.of_row(one.second),
                measure=speech.of_row(one.measure),
                unit=one.unit,
                harvest=one.harvest,
            )
            for one in services.catalogue.trials
        ],
    )


@router.post("/lots")
def draw_lots(
    garden_id: UUID, asked: LotsAsked, session: TheSession, services: TheServices
) -> list[TrialPlant]:
    """Draw which plant gets which treatment: the same for the same trial."""
    workings = services.workings(session, str(garden_id))
    return [
        TrialPlant(planting=one.of.planting, plant=one.of.plant, side=one.side)
        for one in lots(asked.trial, asked.plantings, workings)
    ]


def _shown(of: TrialRead, speech: Words, units: System) -> TrialShown:
    return TrialShown(
        id=of.trial.id,
        findings=list(of.findings),
        wanted=None if of.wanted is None else show(of.wanted, speech, units),
        differences=list(of.differences),
        pooled=of.pooled,
    )
