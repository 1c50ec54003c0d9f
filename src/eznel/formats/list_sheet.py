"""The one list on paper: a box to tick, how much, of what, in which packs, by when and for whom."""

import io
from collections.abc import Iterator
from typing import Any
from xml.sax.saxutils import escape

from reportlab.lib.styles import ParagraphStyle
from reportlab.lib.units import mm
from reportlab.platypus import Paragraph, SimpleDocTemplate, Spacer, Table, TableStyle

from eznel.core.document import Garden
from eznel.core.plan.result import SeasonPlan
from eznel.core.questions.one_list import AISLES, ListItem, OneList
from eznel.formats.paper import INK, LINE, PAPERS, SOFT, Paper, plain
from eznel.formats.reader import Reader
from eznel.formats.text import number
from eznel.formats.units import System
from eznel.words import Words

_TITLE = ParagraphStyle("title", fontName="Helvetica-Bold", fontSize=16, leading=20, textColor=INK)
_HEAD = ParagraphStyle(
    "head", fontName="Helvetica-Bold", fontSize=11, leading=14, spaceBefore=8, textColor=INK
)
_TEXT = ParagraphStyle("text", fontName="Helvetica", fontSize=9.5, leading=12, textColor=INK)
_SMALL = ParagraphStyle("small", parent=_TEXT, fontSize=8, leading=10, textColor=SOFT)


def write_list(
    of: OneList,
    plan: SeasonPlan,
    garden: Garden,
    said: Words,
    paper: Paper,
    system: System = "metric",
) -> bytes:
    """Return the one list as a document to print.

    Parameters
    ----------
    of : OneList
        The list.
    plan : SeasonPlan
        For whom each thing is.
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
    page = SimpleDocTemplate(
        out,
        pagesize=PAPERS[paper],
        leftMargin=16 * mm,
        rightMargin=16 * mm,
        topMargin=15 * mm,
        bottomMargin=14 * mm,
        title=f"{garden.name}, {of.until.isoformat()}",
        author="Eznel",
    )
    read = Reader(garden, said, system)
    until = f"{read.terms['list.until']} {read.day(of.until, year=True)}"
    story: list[Any] = [_paragraph(garden.name, _TITLE), _paragraph(until, _SMALL)]
    for aisle in AISLES:
        rows = [_row(one, plan, read) for one in of.items if one.aisle == aisle]
        if rows:
            story += [_paragraph(read.terms[f"aisle.{aisle}"], _HEAD), _table(rows, page.width)]
    if not of.items:
        story.append(_paragraph(read.terms["list.nothing"], _TEXT))
    sums = _sums(of, read, garden.preferences.currency)
    story += [Spacer(1, 4 * mm), *(_paragraph(one, _TEXT) for one in sums)]
    page.build(story)
    return out.getvalue()


def _paragraph(text: str, style: ParagraphStyle) -> Paragraph:
    return Paragraph(escape(plain(text)), style)


def _row(of: ListItem, plan: SeasonPlan, read: Reader) -> list[Any]:
    """A row to tick."""
    much = read.amount(of.amount, of.unit)
    whom = [read.planting(one) for one in plan.plantings if one.id in of.plantings]
    whom += [read.place(place) for place in of.places]
    when = f"{read.terms['list.by']} {read.day(of.needed_on)}"
    return [
        "",
        _paragraph(much, _TEXT),
        [
            _paragraph(" ".join([of.name, *_packs(of, read)]), _TEXT),
            _paragraph(", ".join([when, *whom]), _SMALL),
        ],
    ]


def _packs(of: ListItem, read: Reader) -> Iterator[str]:
    found = [
        f"{one.count} × {number(one.size.value, read.words)} "
        f"{read.terms.get(f'unit.{one.size.unit}', one.size.unit)}"
        for one in of.packs
    ]
    if of.bags and of.bag_l:
        found.append(f"{of.bags} × {read.amount(of.bag_l, 'L')}")
    if found:
        yield f"({' + '.join(found)})"


def _sums(of: OneList, read: Reader, currency: str) -> Iterator[str]:
    """What all of it costs and weighs, as far as that is known."""
    if of.cost:
        yield f"{read.terms['list.cost']}: {number(of.cost, read.words)} {currency}"
    if of.weight_kg:
        yield f"{read.terms['list.weight']}: {read.amount(of.weight_kg * 1000, 'g')}"


def _table(rows: list[list[Any]], width: float) -> Table:
    table = Table(rows, [6 * mm, 24 * mm, width - 30 * mm])
    style = [
        ("VALIGN", (0, 0), (-1, -1), "TOP"),
        ("LINEBELOW", (1, 0), (-1, -1), 0.4, LINE),
        ("BOTTOMPADDING", (0, 0), (-1, -1), 3),
        ("TOPPADDING", (0, 0), (-1, -1), 3),
        ("LEFTPADDING", (0, 0), (0, -1), 0),
    ]
    table.setStyle(TableStyle(style))
    for n in range(len(rows)):
        table.setStyle(TableStyle([("BOX", (0, n), (0, n), 0.8, INK)]))
    return table
