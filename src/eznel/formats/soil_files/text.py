"""Text pasted from a report: read as far as it can be, each value beside its words.

A line is cut where another name begins, so that several values may stand in one. What is not
understood is kept and shown.
"""

import re
from collections.abc import Iterator
from datetime import date
from hashlib import sha256

from eznel.core.errors import Impossible
from eznel.formats.numbers import Mark, decimal_mark
from eznel.formats.soil_files import words
from eznel.formats.soil_files.items import Item, sample_of
from eznel.formats.soil_files.table import Understood, heading_row, read_table
from eznel.formats.tables import MOST_BYTES, table_of

MOST_LINES = 3_000
TABLE_COLUMNS = 3
"""From here on pasted text with marks between its cells is a table."""


def read_text(text: str, today: date) -> Understood:
    """Return what a pasted text says of one sample; a pasted table is read as one.

    Parameters
    ----------
    text : str
        As pasted.
    today : date
        Stands in where no date was read.

    Returns
    -------
    Understood
        One sample, and the lines that say nothing we know.

    Raises
    ------
    Impossible
        When it is empty, or far too long to be a report.
    """
    if not text.strip():
        raise Impossible("text", "text_empty")
    lines = text.splitlines()
    if len(lines) > MOST_LINES or len(text) > MOST_BYTES / 4:
        raise Impossible("text", "text_too_long", most=MOST_LINES)
    if _is_table(text):
        return read_table(text, today)
    mark = decimal_mark(text)
    found = [item for n, line in enumerate(lines, start=1) for item in _items(line, n, mark)]
    read = [item for item in found if item.meaning is not None]
    left = tuple(item for item in found if item.meaning is None)
    name = next((item.text for item in read if item.meaning == "sample"), "")
    key = sha256(text.encode("utf-8", errors="replace")).hexdigest()
    sample = sample_of(name[:80], read, today=today, key=key, default=_default(text))
    return Understood("text", (), (sample,) if read else (), left)


def _default(text: str) -> str:
    """The extractant that the text names anywhere."""
    return words.extractant_in(words.plain(text)) or "Unknown"


def _is_table(text: str) -> bool:
    if "\t" not in text and ";" not in text and text.count(",") < TABLE_COLUMNS:
        return False
    table = table_of(text)
    rows, at = table.rows, heading_row(table)
    if len(rows) < at + 2:
        return False
    known = {words.named(cell).meaning for cell in rows[at].cells if cell} - {None}
    return len(known) >= TABLE_COLUMNS and len(rows[at + 1].cells) == len(rows[at].cells)


_BREAKS = re.compile(r"\s{3,}|\t|;|\||(?<=\w)\.\s|,\s(?=[^\W\d])")


def _items(line: str, n: int, mark: Mark | None) -> Iterator[Item]:
    for part in _parts(line):
        item = _item(part, n, mark)
        if item is not None:
            yield item


def _parts(line: str) -> list[str]:
    """A line in pieces that hold one name and what follows it.

    Columns of a printed table are joined again where a piece has a name and no number.
    """
    joined: list[str] = []
    for piece in (p for p in _BREAKS.split(line) if p and p.strip()):
        bare = _without_extract(words.plain(piece))
        named = words.named(piece).meaning is not None
        before = joined[-1] if joined else ""
        waits = before and words.number_in(_without_extract(words.plain(before))) is None
        starts = named and words.first_of(_LEADS, bare) is not None
        if joined and (waits or not starts):
            joined[-1] = f"{before} {piece.strip()}"
        else:
            joined.append(piece.strip())
    return joined


_LEADS = (("name", r"^[^\W\d]"),)


def _without_extract(plain: str) -> str:
    """Without the figures that belong to names: Mehlich-3, P2O5, 1:2."""
    for pattern in (
        r"mehlich[- ]?\d", r"bray[- ]?p?-?\d", r"\bm[13]\b", r"\bp1\b", r"\bno3\b", r"\bp2o5\b",
        r"\bk2o\b", r"\bh2o\b", r"\bcacl2\b", r"\bso4\b", r"\b1 ?: ?\d\b", r"\b100 ?g\b",
        r"\bdm3\b", r"\bft2\b",
    ):  # fmt: skip
        plain = re.sub(pattern, " ", plain)
    return plain


def _item(part: str, n: int, mark: Mark | None) -> Item | None:
    plain = words.plain(part)
    if len(re.findall(r"[^\W_]", plain)) < 2:
        return None
    at = f"line {n}"
    words_of = re.split(r"[:=]|\s(?=[<>]?\d)", part, maxsplit=1)
    known = words.named(words_of[0] if words_of[0].strip() else part)
    if known.meaning is None:
        known = words.named(part)
    value = part[len(words_of[0]) :].strip(" :=")
    if known.meaning in ("lab", "sample", "date", "note", "extractant", "depth"):
        if not value and known.meaning == "lab":
            value = part
        if not value:
            return Item(at, part[:200], None)
        return Item(at, part[:200], known.meaning, text=value)
    number = words.number_in(_without_extract(plain), mark)
    rating = words.rating_in(_after(number)) if number else words.rating_in(value.lower())
    if known.meaning is None or (number is None and rating is None):
        return Item(at, part[:200], None)
    whole = words.named(part)
    return Item(
        at=at,
        words=part[:200],
        meaning=known.meaning,
        text=value,
        number=number.value if number else None,
        unit=whole.unit or known.unit,
        method=known.method or whole.method,
        printed_as=known.printed_as or whole.printed_as,
        rating=rating if known.meaning in words.ANALYTES else None,
        question=number.question if number else "",
    )


def _after(number: words.Printed) -> str:
    """What follows the number, without its unit."""
    unit = words.unit_in(number.after)
    return number.after.replace(unit[1].group(), " ", 1) if unit else number.after
