"""The season on paper, A4 or Letter: what to weigh in the weeks to come, then each planting.

The fonts that every reader of the format has know the letters of Western Europe; what they do not
know is written with the nearest letter that they do.
"""

import io
from collections.abc import Iterator
from datetime import date, timedelta
from typing import Any
from uuid import UUID

from reportlab.lib.styles import ParagraphStyle
from reportlab.lib.units import mm
from reportlab.platypus import (
    KeepTogether,
    Paragraph,
    Spacer,
    Table,
    TableStyle,
)

from eznel.core.document import Garden
from eznel.core.nutrients import Nutrient
from eznel.core.plan.place_result import PlaceJob, PlacePlan
from eznel.core.plan.result import JobView, PlantingPlan, SeasonPlan
from eznel.formats.paper import INK, LINE, SOFT, Paper, page_of, paragraph
from eznel.formats.reader import Reader
from eznel.formats.text import number
from eznel.formats.units import System
from eznel.words import Words

WEEKS = 2
"""So far ahead the weighing list goes."""
SHOWN: tuple[Nutrient, ...] = ("N", "P", "K", "Ca")
OPEN = ("planned", "given", "unconfirmed", "missed")

_TITLE = ParagraphStyle("title", fontName="Helvetica-Bold", fontSize=17, leading=21, textColor=INK)
_HEAD = ParagraphStyle(
    "head", fontName="Helvetica-Bold", fontSize=11.5, leading=14, spaceBefore=9, textColor=INK
)
_TEXT = ParagraphStyle("text", fontName="Helvetica", fontSize=8.8, leading=11.2, textColor=INK)
_BOLD = ParagraphStyle("bold", parent=_TEXT, fontName="Helvetica-Bold")
_SMALL = ParagraphStyle("small", parent=_TEXT, fontSize=7.8, leading=10, textColor=SOFT)


def write_season(
    plan: SeasonPlan, garden: Garden, said: Words, paper: Paper, system: System = "metric"
) -> bytes:
    """Return a season as a document to print.

    Parameters
    ----------
    plan : SeasonPlan
        The plan.
    garden : Garden
        For the names.
    said : Words
        The reader's sentences.
    paper : str
        "a4" or "letter".
    system : str
        The reader's system of units.

    Returns
    -------
    bytes
        A PDF file.
    """
    out = io.BytesIO()
    page = page_of(out, paper, f"{garden.name}, {plan.as_of.isoformat()}")
    read = Reader(garden, said, system)
    story = [
        paragraph(garden.name, _TITLE),
        paragraph(f"{read.terms['sheet.as_of']} {read.day(plan.as_of, year=True)}", _SMALL),
        *_weighing(plan, read, page.width),
        *_besides(plan, read, page.width),
        *_waters(plan, read, page.width),
        *(part for one in plan.places for part in _place(one, read)),
        *(
            part
            for one in plan.plantings
            if not one.over
            for part in _planting(one, plan, read, page.width)
        ),
        Spacer(1, 4 * mm),
        *(paragraph(read.finding(one), _SMALL) for one in plan.findings),
        paragraph(said.cautions["general"], _SMALL),
    ]
    page.build(story, onFirstPage=_foot, onLaterPages=_foot)
    return out.getvalue()


def _foot(canvas: Any, page: Any) -> None:
    canvas.saveState()
    canvas.setFont("Helvetica", 8)
    canvas.setFillColor(SOFT)
    canvas.drawRightString(page.pagesize[0] - 16 * mm, 9 * mm, str(canvas.getPageNumber()))
    canvas.restoreState()


def _weighing(plan: SeasonPlan, read: Reader, width: float) -> Iterator[Any]:
    """A box to tick for each job of the weeks ahead, in the order of days and of the walk."""
    walk = {place.id: place.walk for place in plan.places}
    until = plan.as_of + timedelta(weeks=WEEKS)
    ahead: list[tuple[date, int, list[Any]]] = [
        (
            job.due_on,
            walk[one.place],
            _line(
                read,
                job.due_on,
                read.planting(one),
                read.place(one.place),
                read.mix(job.mixes[0], one.place),
            ),
        )
        for one in plan.plantings
        for job in one.jobs
        if job.status == "planned" and job.mixes and job.due_on <= until
    ]
    ahead += [
        (
            job.due_on,
            walk[place.id],
            _line(
                read,
                job.due_on,
                read.terms[f"kind.{job.kind}"],
                read.place(place.id),
                _work(job, read),
            ),
        )
        for place in plan.places
        for job in place.jobs
        if job.status == "planned" and job.due_on <= until
    ]
    yield paragraph(read.terms["sheet.weigh"], _HEAD)
    if not ahead:
        yield paragraph(read.terms["sheet.nothing"], _TEXT)
        return
    rows = [row for _, _, row in sorted(ahead, key=lambda one: one[:2])]
    yield _table(rows, [6 * mm, 20 * mm, 45 * mm, width - 71 * mm], box=True)


def _line(read: Reader, on: date, what: str, where: str, how: str) -> list[Any]:
    """A row to tick."""
    return [
        "",
        paragraph(read.day(on), _TEXT),
        [paragraph(what, _BOLD), paragraph(where, _SMALL)],
        paragraph(how, _TEXT),
    ]


def _work(job: PlaceJob, read: Reader) -> str:
    """What a place gets as a whole, how much of it, and what to take care of."""
    what = " ".join(part for part in (read.bulk(job.grams, job.litres), job.name) if part)
    return ". ".join([what, *(read.words.cautions[key].rstrip(".") for key in job.cautions)])


def _besides(plan: SeasonPlan, read: Reader, width: float) -> Iterator[Any]:
    """Jobs besides feeding of the same weeks, with what to take along."""
    until = plan.as_of + timedelta(weeks=WEEKS)
    ahead = sorted(
        (
            (task, one)
            for one in plan.plantings
            for task in one.tasks
            if task.done is None and plan.as_of <= task.due_on <= until
        ),
        key=lambda pair: pair[0].due_on,
    )
    if not ahead:
        return
    yield paragraph(read.terms["sheet.besides"], _HEAD)
    rows: list[list[Any]] = [
        [
            "",
            paragraph(read.day(task.due_on), _TEXT),
            paragraph(read.words.of_row(task.name), _BOLD),
            paragraph(
                ", ".join(
                    (
                        read.planting(one),
                        *(read.take(thing) for thing in task.takes),
                    )
                )
                + "".join(f". {read.finding(note)}" for note in task.notes),
                _TEXT,
            ),
        ]
        for task, one in ahead
    ]
    yield _table(rows, [6 * mm, 20 * mm, 45 * mm, width - 71 * mm], box=True)


def _waters(plan: SeasonPlan, read: Reader, width: float) -> Iterator[Any]:
    """What each place wants of water, in the order of the walk."""
    if not plan.waters:
        return
    walk = {place.id: place.walk for place in plan.places}
    yield paragraph(read.terms["sheet.water"], _HEAD)
    rows: list[list[Any]] = [
        [paragraph(read.place(one.place), _BOLD), paragraph(read.watering(one), _TEXT)]
        for one in sorted(plan.waters, key=lambda one: walk[one.place])
    ]
    yield _table(rows, [45 * mm, width - 45 * mm])


def _place(place: PlacePlan, read: Reader) -> Iterator[Any]:
    """What there is to say about a place: nothing where all is well."""
    if place.told:
        yield paragraph(read.place(place.id), _HEAD)
    for finding in place.told:
        yield paragraph(read.finding(finding), _TEXT)


def _planting(one: PlantingPlan, plan: SeasonPlan, read: Reader, width: float) -> Iterator[Any]:
    if one.last_pick < plan.as_of:
        return
    stages = " · ".join(
        f"{read.terms[f'stage.{stage.key}']} {read.day(stage.start)}" for stage in one.stages
    )
    head = [
        paragraph(f"{read.planting(one)}, {read.place(one.place)}", _HEAD),
        paragraph(stages, _SMALL),
        *(paragraph(read.finding(finding), _TEXT) for finding in (*one.sprayed, *one.findings)),
        Spacer(1, 1.5 * mm),
    ]
    told = {read.finding(finding) for finding in one.findings}
    rows: list[list[Any]] = [
        [
            paragraph(read.day(job.due_on), _TEXT),
            paragraph(read.terms[f"kind.{job.kind}"], _TEXT),
            _to_do(job, one.place, read, told),
            *(paragraph(_grams(job, x, read), _TEXT) for x in SHOWN),
        ]
        for job in one.jobs
        if job.status in OPEN and not (job.kind == "seedling" and job.status == "unconfirmed")
    ]
    titles = [paragraph(x, _BOLD) for x in ("", "", "", *(f"{x}, g" for x in SHOWN))]
    if not rows:
        yield KeepTogether([*head, paragraph(read.terms["sheet.nothing"], _TEXT)])
        return
    narrow = 14 * mm
    table = _table([titles, *rows], [20 * mm, 30 * mm, width - 50 * mm - 4 * narrow, *[narrow] * 4])
    yield KeepTogether(head) if len(rows) > 12 else KeepTogether([*head, table])
    if len(rows) > 12:
        yield table


def _to_do(job: JobView, place: UUID, read: Reader, told: set[str]) -> list[Paragraph]:
    """What to weigh, or why there is nothing, and what to know about it: each thing once."""
    what = read.mix(job.mixes[0], place) if job.mixes else read.terms[f"status.{job.status}"]
    found = [read.finding(finding) for finding in job.findings]
    news = [one for one in found if one not in told]
    told.update(news)
    if not job.mixes and len(news) < len(found):
        what = f"{what} ({read.terms['sheet.see_above']})"
    return [paragraph(what, _TEXT), *(paragraph(one, _SMALL) for one in news)]


def _grams(job: JobView, nutrient: Nutrient, read: Reader) -> str:
    grams = job.brings_g[nutrient]
    return number(grams, read.words) if grams >= 0.05 else ""


def _table(rows: list[list[Any]], widths: list[float], *, box: bool = False) -> Table:
    style = [
        ("VALIGN", (0, 0), (-1, -1), "TOP"),
        ("LINEBELOW", (0, 0), (-1, -1), 0.4, LINE),
        ("LEFTPADDING", (0, 0), (-1, -1), 2),
        ("RIGHTPADDING", (0, 0), (-1, -1), 3),
        ("TOPPADDING", (0, 0), (-1, -1), 2.2),
        ("BOTTOMPADDING", (0, 0), (-1, -1), 2.2),
    ]
    if box:
        style.append(("BOX", (0, 0), (0, -1), 0.6, INK))
        style.append(("INNERGRID", (0, 0), (0, -1), 0.6, INK))
    table = Table(rows, colWidths=widths, repeatRows=0 if box else 1)
    table.setStyle(TableStyle(style))
    return table
