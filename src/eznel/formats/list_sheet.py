"""The one list on paper: a box to tick, how much, of what, in which packs, by when and for whom."""

import io
from collections.abc import Iterator
from typing import Any

from reportlab.lib.units import mm
from reportlab.platypus import Spacer, Table, TableStyle

from eznel.core.document import Garden
from eznel.core.plan.result import SeasonPlan
from eznel.core.questions.one_list import AISLES, ListItem, OneList
from eznel.formats.paper import HEAD, INK, LINE, SMALL, TEXT, TITLE, Paper, page_of, paragraph
from eznel.formats.reader import Reader
from eznel.formats.text import number
from eznel.formats.units import System
from eznel.words import Words


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
    page = page_of(out, paper, f"{garden.name}, {of.until.isoformat()}")
    read = Reader(garden, said, system)
    until = f"{read.terms['list.until']} {read.day(of.until, year=True)}"
    story: list[Any] = [paragraph(garden.name, TITLE), paragraph(until, SMALL)]
    for aisle in AISLES:
        rows = [_row(one, plan, read) for one in of.items if one.aisle == aisle]
        if rows:
            story += [paragraph(read.terms[f"aisle.{aisle}"], HEAD), _table(rows, page.width)]
    if not of.items:
        story.append(paragraph(read.terms["list.nothing"], TEXT))
    sums = _sums(of, read, garden.preferences.currency)
    story += [Spacer(1, 4 * mm), *(paragraph(one, TEXT) for one in sums)]
    page.build(story)
    return out.getvalue()


def _row(of: ListItem, plan: SeasonPlan, read: Reader) -> list[Any]:
    """A row to tick."""
    much = read.amount(of.amount, of.unit)
    whom = [read.planting(one) for one in plan.plantings if one.id in of.plantings]
    whom += [read.place(place) for place in of.places]
    when = f"{read.terms['list.by']} {read.day(of.needed_on)}"
    return [
        "",
        paragraph(much, TEXT),
        [
            paragraph(" ".join([of.name, *_packs(of, read)]), TEXT),
            paragraph(", ".join([when, *whom]), SMALL),
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
