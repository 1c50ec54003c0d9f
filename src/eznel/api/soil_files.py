"""Soil reports out of files and pasted text, and all of them as a table."""

from typing import Annotated, Literal
from uuid import UUID

from fastapi import Response
from pydantic import Base64Bytes, BaseModel, Field

from eznel.api import routers
from eznel.api.changed import FieldChanged, differences
from eznel.api.downloads import attachment
from eznel.api.limits import MOST_OF_A_FILE
from eznel.api.problems import FaultView
from eznel.api.services import TheServices, TheSession
from eznel.api.speech import Speech
from eznel.core.document import Garden, Place, SoilReport
from eznel.core.errors import Impossible
from eznel.formats import faults
from eznel.formats.soil_files import words
from eznel.formats.soil_files.items import Item, Sample
from eznel.formats.soil_files.sheet import write_table
from eznel.formats.soil_files.table import Column, Understood, read_table
from eznel.formats.soil_files.text import read_file, read_text
from eznel.store import reading
from eznel.words import Words

router = routers.router("/api/gardens/{garden_id}", "soil files")


class ColumnView(BaseModel):
    """A column of a table, and what it is taken to mean; no meaning leaves it out."""

    heading: Annotated[str, Field(max_length=200)] = ""
    meaning: str | None = None
    unit: str | None = None
    method: str | None = None
    printed_as: Literal["P2O5", "K2O", "CaO", "MgO", "NO3"] | None = None
    rating: bool = False


class Brought(BaseModel):
    """A file, or pasted text; and what its columns mean, where somebody says so."""

    file: Annotated[Base64Bytes, Field(max_length=MOST_OF_A_FILE)] | None = None
    text: Annotated[str, Field(max_length=MOST_OF_A_FILE)] | None = None
    columns: Annotated[list[ColumnView], Field(max_length=400)] | None = None


class PieceView(BaseModel):
    """One piece beside the words that it came from."""

    at: str
    words: str
    taken: Literal["sure", "asked", "left"]
    meaning: str | None
    number: float | None
    unit: str | None
    method: str | None
    printed_as: str | None
    rating: str | None
    question: str


class SampleView(BaseModel):
    """A sample: the report it would make, or what that cannot be."""

    name: str
    report: SoilReport | None
    known: bool
    """Whether the garden has one of the same id, which would be replaced."""
    changes: list[FieldChanged]
    """What that would change of the one that is known."""
    dated: bool
    pieces: list[PieceView]
    faults: list[FaultView]


class UnderstoodView(BaseModel):
    """What was understood. Nothing is stored."""

    shape: Literal["wide", "long", "text"]
    columns: list[ColumnView]
    samples: list[SampleView]
    left: list[PieceView]
    meanings: list[str]
    """What a column can be told to mean."""


@router.post("/soil-files/read")
def read_soil_file(
    garden_id: UUID, brought: Brought, session: TheSession, services: TheServices, speech: Speech
) -> UnderstoodView:
    """Read a file or pasted text as soil reports; nothing is stored."""
    garden = reading.load(session, str(garden_id)).file.garden
    today = services.clock(garden)
    told = (
        [Column(**column.model_dump()) for column in brought.columns]
        if brought.columns is not None
        else None
    )
    if brought.file is not None:
        understood = services.apart(read_file, brought.file, today, told)
    elif brought.text is not None and told is not None:
        understood = services.apart(read_table, brought.text, today, told)
    elif brought.text is not None:
        understood = services.apart(read_text, brought.text, today)
    else:
        raise Impossible("file", "file_empty")
    return _view(understood, garden, speech)


@router.get("/soil-tests.csv", response_class=Response)
def write_soil_file(garden_id: UUID, session: TheSession, services: TheServices) -> Response:
    """Save all soil reports of a garden as a table."""
    garden = services.stored(session, str(garden_id)).file.garden
    return Response(
        "\ufeff" + write_table(garden.reports, garden.places),
        media_type="text/csv; charset=utf-8",
        headers=attachment(garden, services.clock(garden), "soil-tests", "csv"),
    )


def _view(understood: Understood, garden: Garden, said: Words) -> UnderstoodView:
    return UnderstoodView(
        shape=understood.shape,
        columns=[
            ColumnView(**{n: getattr(column, n) for n in ColumnView.model_fields})
            for column in understood.columns
        ],
        samples=[_sample(sample, garden, said) for sample in understood.samples],
        left=[_piece(item) for item in understood.left],
        meanings=list(words.MEANINGS),
    )


def _sample(sample: Sample, garden: Garden, said: Words) -> SampleView:
    report, theirs = sample.report, None
    if report is not None:
        theirs = next((one for one in garden.reports if one.id == report.id), None)
        report = report.model_copy(update={"places": _places(sample.name, garden.places)})
        report = _updated(theirs, report) if theirs else report
    found = faults.of(sample.wrong.error, said) if sample.wrong else []
    return SampleView(
        name=sample.name,
        report=report,
        known=theirs is not None,
        changes=differences(theirs, report),
        dated=sample.dated,
        pieces=[_piece(item) for item in sample.items],
        faults=[FaultView(**{n: getattr(f, n) for n in FaultView.model_fields}) for f in found],
    )


def _updated(theirs: SoilReport, read: SoilReport) -> SoilReport:
    """The report that is known, with what a table says of it; what it does not hold stays."""
    said = {name: getattr(read, name) for name in read.model_fields_set}
    said["places"] = read.places or theirs.places
    return theirs.model_copy(update=said)


def _places(name: str, places: tuple[Place, ...]) -> tuple[UUID, ...]:
    """Places that are called like the sample; for a sample of several, each of them."""
    wanted = {words.plain(part) for part in name.split("+")}
    return tuple(place.id for place in places if words.plain(place.name) in wanted)


def _piece(item: Item) -> PieceView:
    return PieceView(
        at=item.at,
        words=item.words,
        taken=item.taken,
        meaning=item.meaning,
        number=item.number,
        unit=item.unit,
        method=item.method,
        printed_as=item.printed_as,
        rating=item.rating,
        question=item.question,
    )
