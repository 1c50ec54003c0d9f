"""Labels for trays, pots and beds, to be cut out: what it is, when it was sown and planted.

A code beside it opens the planting on a phone, where the address is one that a phone can reach.
"""

import io
from collections.abc import Iterable, Iterator
from dataclasses import dataclass
from typing import Any

from reportlab.graphics import renderPDF
from reportlab.graphics.barcode.qr import QrCodeWidget
from reportlab.graphics.shapes import Drawing
from reportlab.lib.units import mm
from reportlab.pdfbase.pdfmetrics import stringWidth
from reportlab.pdfgen.canvas import Canvas

from eznel.core.document import Garden
from eznel.core.plan.result import PlantingPlan
from eznel.formats.paper import PAPERS, Paper, plain
from eznel.formats.reader import Reader
from eznel.words import Words

WIDTH, HEIGHT = 63 * mm, 24 * mm
CODE = 19 * mm
EDGE = 2.5 * mm
MARGIN = 10 * mm
MOST = 600
"""Labels in one document."""
_FONT, _BOLD = "Helvetica", "Helvetica-Bold"


@dataclass(frozen=True, slots=True)
class LabelWanted:
    """A planting, how many labels of it, and the address that its code opens; none without."""

    planting: PlantingPlan
    count: int
    address: str


def write_labels(wanted: Iterable[LabelWanted], garden: Garden, said: Words, paper: Paper) -> bytes:
    """Return labels as a document to print and cut.

    Parameters
    ----------
    wanted : iterable of LabelWanted
        In the order in which they are printed.
    garden : Garden
        For names and days.
    said : Words
        The reader's sentences.
    paper : str
        "a4" or "letter".

    Returns
    -------
    bytes
        A PDF file; one empty page where nothing is wanted.
    """
    out = io.BytesIO()
    size = PAPERS[paper]
    canvas = Canvas(out, pagesize=size)
    canvas.setTitle(plain(garden.name))
    across, down = (
        int((side - 2 * MARGIN) // one) for side, one in zip(size, (WIDTH, HEIGHT), strict=True)
    )
    read = Reader(garden, said)
    days = {one.id: one for one in garden.plantings}
    labels = [one for one in wanted for _ in range(one.count)][:MOST]
    for n, one in enumerate(labels):
        at = n % (across * down)
        if n and at == 0:
            canvas.showPage()
        x = MARGIN + at % across * WIDTH
        y = size[1] - MARGIN - (at // across + 1) * HEIGHT
        lines = list(_lines(one.planting, days[one.planting.id], read))
        _label(canvas, x, y, lines, one.address)
    canvas.showPage()
    canvas.save()
    return out.getvalue()


def _lines(of: PlantingPlan, typed: Any, read: Reader) -> Iterator[str]:
    """What it is, then its days, then its place."""
    yield read.planting(of)
    if typed.sown_on is not None:
        yield read.terms["label.sown"].format(day=read.day(typed.sown_on, year=True))
    if not typed.sown_in_place:
        yield read.terms["label.planted"].format(day=read.day(typed.planted_on, year=True))
    yield read.place(of.place)


def _label(canvas: Canvas, x: float, y: float, lines: list[str], address: str) -> None:
    canvas.setStrokeGray(0.75)
    canvas.setLineWidth(0.4)
    canvas.rect(x, y, WIDTH, HEIGHT)
    room = WIDTH - 2 * EDGE - (CODE + EDGE if address else 0)
    top = y + HEIGHT - EDGE
    for n, line in enumerate(lines):
        font, points = (_BOLD, 11.0) if n == 0 else (_FONT, 8.5)
        text = plain(line)
        wide = stringWidth(text, font, points)
        canvas.setFont(font, points * min(room / wide, 1.0) if wide else points)
        canvas.drawString(x + EDGE, top - (n + 1) * 4.6 * mm, text)
    if address:
        code = QrCodeWidget(address, barBorder=0)
        left, low, right, high = code.getBounds()
        drawn = Drawing(
            CODE, CODE, transform=[CODE / (right - left), 0, 0, CODE / (high - low), 0, 0]
        )
        drawn.add(code)
        renderPDF.draw(drawn, canvas, x + WIDTH - EDGE - CODE, y + (HEIGHT - CODE) / 2)
