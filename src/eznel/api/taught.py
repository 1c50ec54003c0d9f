"""What a garden taught: its own factors before and after, and the same as a table."""

from datetime import date
from typing import Literal
from uuid import UUID

from fastapi import Response
from pydantic import BaseModel

from eznel.api import routers
from eznel.api.downloads import attachment
from eznel.api.services import TheServices, TheSession
from eznel.api.speech import Speech, Units
from eznel.core.beliefs import Evidence
from eznel.core.questions.taught import Kind, Taught, taught
from eznel.core.working import Worked
from eznel.formats.taught_table import write_taught
from eznel.formats.text import Shown, show
from eznel.formats.units import System
from eznel.words import Words

router = routers.router("/api/gardens/{garden_id}/book", "book")


class EvidenceView(BaseModel):
    """One observation: of a planting or a place, how many times the usual."""

    on: date
    of: UUID
    factor: float


class TaughtView(BaseModel):
    """A factor of the garden's own, with what it was and what it rests on."""

    kind: Kind
    of: str | None
    before: Shown
    after: Shown
    low: Shown
    high: Shown
    weight: float
    seen: list[EvidenceView]
    apart: list[EvidenceView]
    used_by: list[UUID]


class TaughtBook(BaseModel):
    """All that a garden taught, and whether it is used."""

    state: Literal["on", "off"]
    since: date | None
    factors: list[TaughtView]


@router.get("/taught")
def read_taught(
    garden_id: UUID, session: TheSession, services: TheServices, speech: Speech, units: Units
) -> TaughtBook:
    """Read what the garden's own records made of the catalogue's figures."""
    stands = services.workings(session, str(garden_id)).stands
    learning = stands.garden.preferences.learning
    return TaughtBook(
        state="on" if learning.on else "off",
        since=learning.since,
        factors=[_view(one, speech, units) for one in taught(stands)],
    )


@router.get("/taught.csv", response_class=Response)
def write_taught_table(garden_id: UUID, session: TheSession, services: TheServices) -> Response:
    """Save what the garden taught as a table."""
    stands = services.workings(session, str(garden_id)).stands
    return Response(
        "\ufeff" + write_taught(stands.garden, taught(stands)),
        media_type="text/csv; charset=utf-8",
        headers=attachment(stands.garden, stands.today, "taught", "csv"),
    )


def _view(of: Taught, speech: Words, units: System) -> TaughtView:
    def shown(value: float) -> Shown:
        return show(Worked(value=value, unit=of.unit), speech, units)

    return TaughtView(
        kind=of.kind,
        of=of.of,
        before=shown(of.before),
        after=show(of.after, speech, units),
        low=shown(of.low),
        high=shown(of.high),
        weight=of.weight,
        seen=[_evidence(one) for one in of.seen],
        apart=[_evidence(one) for one in of.apart],
        used_by=list(of.used_by),
    )


def _evidence(of: Evidence) -> EvidenceView:
    return EvidenceView(on=of.on, of=of.of, factor=of.factor)
