"""What all that is printed has in common: sizes of paper, and letters that its fonts have."""

import io
import unicodedata
from typing import Literal
from xml.sax.saxutils import escape

from reportlab.lib import colors
from reportlab.lib.pagesizes import A4, LETTER
from reportlab.lib.styles import ParagraphStyle
from reportlab.lib.units import mm
from reportlab.platypus import Paragraph, SimpleDocTemplate

Paper = Literal["a4", "letter"]
PAPERS = {"a4": A4, "letter": LETTER}
INK, SOFT, LINE = (
    colors.HexColor("#1d2a2e"),
    colors.HexColor("#5c6b6f"),
    colors.HexColor("#c9c3b4"),
)
"""What text, what is beside it, and what lines are drawn in."""

TITLE = ParagraphStyle("title", fontName="Helvetica-Bold", fontSize=16, leading=20, textColor=INK)
HEAD = ParagraphStyle(
    "head", fontName="Helvetica-Bold", fontSize=11, leading=14, spaceBefore=8, textColor=INK
)
TEXT = ParagraphStyle("text", fontName="Helvetica", fontSize=9.5, leading=12, textColor=INK)
SMALL = ParagraphStyle("small", parent=TEXT, fontSize=8, leading=10, textColor=SOFT)


def page_of(out: io.BytesIO, paper: Paper, title: str) -> SimpleDocTemplate:
    """Return a document to be filled, with the margins of all that is printed.

    Parameters
    ----------
    out : BytesIO
        Where it is written.
    paper : str
        "a4" or "letter".
    title : str
        As readers of the file show it.

    Returns
    -------
    SimpleDocTemplate
        Empty.
    """
    return SimpleDocTemplate(
        out,
        pagesize=PAPERS[paper],
        leftMargin=16 * mm,
        rightMargin=16 * mm,
        topMargin=15 * mm,
        bottomMargin=15 * mm,
        title=title,
        author="Eznel",
    )


def paragraph(text: str, style: ParagraphStyle) -> Paragraph:
    """Return a text as a paragraph, in letters that the fonts have.

    Parameters
    ----------
    text : str
        As somebody typed it; no mark-up.
    style : ParagraphStyle
        How it is set.

    Returns
    -------
    Paragraph
        To be laid out.
    """
    return Paragraph(escape(plain(text)), style)


def plain(text: str) -> str:
    """Return a text in letters that the standard fonts have.

    Parameters
    ----------
    text : str
        As somebody typed it.

    Returns
    -------
    str
        With the nearest letter for each that they lack, or a question mark.
    """
    try:
        text.encode("cp1252")
    except UnicodeEncodeError:
        return "".join(_letter(one) for one in text)
    return text


def _letter(one: str) -> str:
    for form in (one, unicodedata.normalize("NFKC", one), unicodedata.normalize("NFKD", one)[:1]):
        try:
            form.encode("cp1252")
        except UnicodeEncodeError:
            continue
        return form
    return "?"
