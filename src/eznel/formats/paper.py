"""What all that is printed has in common: sizes of paper, and letters that its fonts have."""

import unicodedata
from typing import Literal

from reportlab.lib import colors
from reportlab.lib.pagesizes import A4, LETTER

Paper = Literal["a4", "letter"]
PAPERS = {"a4": A4, "letter": LETTER}
INK, SOFT, LINE = (
    colors.HexColor("#1d2a2e"),
    colors.HexColor("#5c6b6f"),
    colors.HexColor("#c9c3b4"),
)
"""What text, what is beside it, and what lines are drawn in."""


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
