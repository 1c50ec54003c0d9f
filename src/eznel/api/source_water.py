"""What a garden's water is by its analysis, while it is being typed."""

from typing import Annotated, Literal, get_args
from uuid import UUID

from pydantic import BaseModel, Field

from eznel.api import routers
from eznel.api.services import TheServices, TheSession
from eznel.api.speech import Speech, Units
from eznel.core.document import Site
from eznel.core.quantities import Alkalinity
from eznel.core.source_water import Brings, source_water
from eznel.core.working import Finding
from eznel.formats.text import Shown, show
from eznel.formats.water_report import WaterPiece, read_water

router = routers.router("/api/gardens/{garden_id}", "water")

Figure = Literal["hardness", "sodium_ratio", "adjusted_ratio", "residual", "conductivity", "apart"]


class WaterAsked(BaseModel):
    """A site as it is being typed, and which of its waters is meant; the usual one where None."""

    site: Site
    of: UUID | None = None


class FigureView(BaseModel):
    """What was worked out of an analysis, with its working."""

    figure: Figure
    shown: Shown


class SourceWaterView(BaseModel):
    """What a water is, what to know of it, and what it brings to each place in a season."""

    figures: list[FigureView]
    findings: list[Finding]
    brings: list[Brings]


@router.post("/source-water")
def read_source_water(
    garden_id: UUID,
    asked: WaterAsked,
    session: TheSession,
    services: TheServices,
    speech: Speech,
    units: Units,
) -> SourceWaterView:
    """Read what a water is by its analysis; nothing is stored."""
    garden = services.stored(session, str(garden_id)).file.garden
    found = source_water(garden.model_copy(update={"site": asked.site}), asked.of)
    worked = ((figure, getattr(found, figure)) for figure in get_args(Figure))
    return SourceWaterView(
        figures=[
            FigureView(figure=figure, shown=show(one, speech, units))
            for figure, one in worked
            if one is not None
        ],
        findings=list(found.findings),
        brings=list(found.brings),
    )


class WaterText(BaseModel):
    """An analysis as it was pasted."""

    text: Annotated[str, Field(max_length=100_000)]


class WaterPieceView(BaseModel):
    """A figure as it is printed: what it is, or what is to be asked."""

    words: str
    field: str
    value: float | None
    unit: str
    question: str


class WaterReadView(BaseModel):
    """What a text says of a water; the figures that are sure by the fields of a water."""

    pieces: list[WaterPieceView]
    water: dict[str, float | Alkalinity]
    ec_ds_m: float | None


@router.post("/source-water/read")
def read_water_text(
    garden_id: UUID, asked: WaterText, services: TheServices, speech: Speech
) -> WaterReadView:
    """Read a pasted analysis of a water; nothing is stored."""
    found = services.apart(read_water, asked.text)

    def view(one: WaterPiece) -> WaterPieceView:
        question = speech.terms[f"ask.{one.question}"] if one.question else ""
        return WaterPieceView(
            words=one.words, field=one.field, value=one.value, unit=one.unit, question=question
        )

    return WaterReadView(
        pieces=[view(one) for one in found.pieces], water=found.water, ec_ds_m=found.ec_ds_m
    )
