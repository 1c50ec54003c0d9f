"""Tables of soil tests: one sample a row, or one analyte a row.

Headings are understood by their words; what was not understood is shown, never dropped in silence,
and every heading can be told what it means.
"""

import csv
import io
import re
from collections.abc import Iterable, Iterator, Sequence
from dataclasses import dataclass
from datetime import date
from hashlib import sha256
from typing import Literal

from eznel.core.errors import Impossible
from eznel.formats.cells import unguarded
from eznel.formats.soil_files import words
from eznel.formats.soil_files.items import Item, Sample, sample_of

MOST_BYTES = 2_000_000
MOST_ROWS = 5_000
MOST_COLUMNS = 200
HEADING_WITHIN = 30
"""Rows of title and address that may stand above the headings."""

Shape = Literal["wide", "long", "text"]


@dataclass(frozen=True, slots=True)
class Column:
    """A column: its heading, and what it is taken to mean. None where nobody knows."""

    heading: str
    meaning: str | None
    unit: str | None = None
    method: str | None = None
    printed_as: str | None = None
    rating: bool = False
    """Whether it holds the laboratory's word on the nutrient, not its number."""


@dataclass(frozen=True, slots=True)
class Understood:
    """What was understood of a file or a text. Nothing is stored yet."""

    shape: Shape
    columns: tuple[Column, ...]
    samples: tuple[Sample, ...]
    left: tuple[Item, ...]
    """What belongs to no sample and was not understood."""


def decoded(data: bytes) -> str:
    """Return the text of a file.

    Parameters
    ----------
    data : bytes
        As it came. [bytes]

    Returns
    -------
    str
        From UTF-8, UTF-16 with its mark, or the usual Western code page.

    Raises
    ------
    Impossible
        When it is too large, or no text.
    """
    if len(data) > MOST_BYTES:
        raise Impossible("file", "file_too_large", megabytes=MOST_BYTES / 1e6)
    if data[:2] in (b"\xff\xfe", b"\xfe\xff"):
        text = data.decode("utf-16", errors="replace")
    else:
        try:
            text = data.decode("utf-8-sig")
        except UnicodeDecodeError:
            text = data.decode("cp1252", errors="replace")
    if "\x00" in text or text.count("\ufffd") > len(text) / 50:
        raise Impossible("file", "file_not_text")
    return text


def rows_of(text: str) -> list[list[str]]:
    """Return the cells of a table, by whichever mark separates them.

    Parameters
    ----------
    text : str
        The file's text. [text]

    Returns
    -------
    list of list of str
        Rows that have something in them. [cells]

    Raises
    ------
    Impossible
        When there are too many rows or columns, or a cell without an end.
    """
    head = text[:20_000].splitlines()[:HEADING_WITHIN]
    mark = max(
        ("\t", ";", ",", "|"), key=lambda m: max((line.count(m) for line in head), default=0)
    )
    found: list[list[str]] = []
    try:
        for row in csv.reader(io.StringIO(text, newline=""), delimiter=mark):
            cells = [unguarded(cell.strip()) for cell in row]
            if len(cells) > MOST_COLUMNS:
                raise Impossible("file", "too_many_columns", most=MOST_COLUMNS)
            if any(cells):
                found.append(cells)
            if len(found) > MOST_ROWS:
                raise Impossible("file", "too_many_rows", most=MOST_ROWS)
    except csv.Error as error:
        raise Impossible("file", "table_unreadable", detail=str(error)) from error
    return found


def column_of(heading: str) -> Column:
    """Return what a heading is taken to mean.

    Parameters
    ----------
    heading : str
        As printed. [text]

    Returns
    -------
    Column
        Without a meaning where no word of it is known.
    """
    known = words.named(heading)
    rates = known.meaning in words.ANALYTES and words.first_of(
        (("rating", r"rating|class|interpretation|status|bewertung|gehaltsklasse"),),
        words.plain(heading),
    )
    return Column(
        heading[:120], known.meaning, known.unit, known.method, known.printed_as, bool(rates)
    )


def heading_row(rows: Sequence[Sequence[str]]) -> int:
    """Return which row holds the headings: the one of which most is understood.

    Parameters
    ----------
    rows : sequence of sequence of str
        The table. [cells]

    Returns
    -------
    int
        From 0. [row]
    """
    best, most = 0, 0
    for n, row in enumerate(rows[:HEADING_WITHIN]):
        # A heading is words; a row of results has numbers in most of its cells.
        if sum(words.number_of(cell) is not None for cell in row) > len(row) / 2:
            continue
        known = len({words.named(cell).meaning for cell in row if cell} - {None})
        if known > most:
            best, most = n, known
    return best


def read_table(
    text: str, today: date, told: Sequence[Column] | None = None, key: str = ""
) -> Understood:
    """Return what a table of soil tests says.

    Parameters
    ----------
    text : str
        The file's text. [text]
    today : date
        Stands in where no date was read. [date]
    told : sequence of Column or None
        What the columns mean, where somebody said; else it is guessed. [columns]
    key : str
        Tells this file's samples from another's; its contents where nothing is given. [text]

    Returns
    -------
    Understood
        With a sample for each report in it.

    Raises
    ------
    Impossible
        When it is no table, too large, or has other columns than were told.
    """
    rows = rows_of(text)
    if not rows:
        raise Impossible("file", "file_empty")
    at = heading_row(rows)
    width = max(len(row) for row in rows)
    headings = [*rows[at], *[""] * (width - len(rows[at]))]
    columns = tuple(told) if told is not None else tuple(column_of(h) for h in headings)
    if len(columns) != width:
        raise Impossible("columns", "columns_differ", has=width, told=len(columns))
    body = [
        (n, [*row, *[""] * (width - len(row))])
        for n, row in enumerate(rows[at + 1 :], start=at + 2)
    ]
    meanings = {column.meaning for column in columns}
    long = {"analyte", "value"} <= meanings
    key = key or sha256(text.encode("utf-8", errors="replace")).hexdigest()
    titles = [_title(row, n) for n, row in enumerate(rows[:at], start=1)]
    common = [item for item in titles if item.meaning is not None]
    samples = (_long if long else _wide)(columns, body, common, today, key)
    left = tuple(item for item in titles if item.meaning is None)
    return Understood("long" if long else "wide", columns, tuple(samples), left)


def _cell(column: Column, at: str, cell: str) -> Item:
    plain = words.plain(cell)
    number = words.number_in(plain)
    rest = plain.replace(number[1].group(), " ", 1) if number else plain
    return Item(
        at=at,
        words=f"{column.heading}: {cell}"[:200],
        meaning=column.meaning,
        text=cell,
        number=None if column.rating or number is None else number[0],
        unit=column.unit or (unit[0] if (unit := words.unit_in(rest)) else None),
        method=column.method,
        printed_as=column.printed_as,
        rating=words.rating_in(plain if column.rating else rest) if rest.strip("<> ") else None,
        question="below_detection" if plain.startswith("<") and number else "",
    )


def _title(row: Sequence[str], n: int) -> Item:
    """A row above the headings: the laboratory or the date of all samples, or nothing we know."""
    text = " ".join(cell for cell in row if cell)[:200]
    meaning = words.named(text).meaning
    known = meaning if meaning in ("lab", "date") else None
    said = re.split(r"[:=]", text, maxsplit=1)[-1].strip() if known else ""
    return Item(f"row {n}", text, known, text=said)


def _wide(
    columns: Sequence[Column],
    body: Iterable[tuple[int, list[str]]],
    common: Sequence[Item],
    today: date,
    key: str,
) -> Iterator[Sample]:
    for n, row in body:
        items = [
            _cell(column, f"row {n}", cell)
            for column, cell in zip(columns, row, strict=True)
            if cell
        ]
        if not any(item.number is not None or item.rating for item in items):
            continue
        names = [item.text for item in items if item.meaning == "sample"]
        name = " ".join(names)[:80] or f"{n}"
        whole = [*items, *_besides(items, common)]
        yield sample_of(name, whole, today=today, key=f"{key}/{n}", default="Unknown")


def _besides(items: Iterable[Item], common: Iterable[Item]) -> list[Item]:
    """What stands above the headings and not in the sample itself."""
    known = {item.meaning for item in items}
    return [item for item in common if item.meaning not in known]


def _long(
    columns: Sequence[Column],
    body: Iterable[tuple[int, list[str]]],
    common: Sequence[Item],
    today: date,
    key: str,
) -> Iterator[Sample]:
    groups: dict[str, list[Item]] = {}
    named: dict[str, str] = {}
    for n, row in body:
        cells: dict[str, str] = {}
        for column, cell in zip(columns, row, strict=True):
            if cell and column.meaning:
                cells.setdefault(column.meaning, cell)
        group = cells.get("report") or cells.get("sample") or ""
        named.setdefault(group, cells.get("sample", group))
        items = groups.setdefault(group, _common(cells, n))
        items.append(_line(cells, n))
        items += [
            Item(f"row {n}", f"{c.heading}: {cell}"[:200], None)
            for c, cell in zip(columns, row, strict=True)
            if cell and c.meaning is None
        ]
    for group, items in groups.items():
        yield sample_of(
            named[group][:80],
            [*items, *_besides(items, common)],
            today=today,
            key=group if _ID.fullmatch(group) else f"{key}/{group}",
            default="Unknown",
        )


_ID = re.compile(r"[0-9a-f]{8}(-[0-9a-f]{4}){3}-[0-9a-f]{12}")


def _common(cells: dict[str, str], n: int) -> list[Item]:
    """What every row of a sample repeats."""
    return [
        Item(f"row {n}", f"{meaning}: {cells[meaning]}"[:200], meaning, text=cells[meaning])
        for meaning in ("sample", "lab", "date", "note")
        if meaning in cells
    ]


def _line(cells: dict[str, str], n: int) -> Item:
    said = cells.get("analyte", "")
    known = words.named(said)
    value = cells.get("value", "")
    plain = words.plain(value)
    number = words.number_in(plain)
    unit = words.unit_in(words.plain(cells.get("unit", "")))
    method = words.plain(cells.get("extractant", ""))
    about = words.named(f"{said} {method}") if method else known
    form = words.named(f"{said} {cells.get('printed_as', '')}").printed_as
    return Item(
        at=f"row {n}",
        words=" ".join(cells[m] for m in ("analyte", "value", "unit", "rating") if m in cells)[
            :200
        ],
        meaning=known.meaning,
        text=value,
        number=number[0] if number else None,
        unit=unit[0] if unit else known.unit,
        method=known.method or about.method or words.extractant_in(method),
        printed_as=form,
        rating=words.rating_in(words.plain(cells.get("rating", ""))) if "rating" in cells else None,
        depth=cells.get("depth"),
        question="below_detection" if plain.startswith("<") and number else "",
    )
