"""Tables of soil tests: one sample a row, or one analyte a row.

Headings are understood by their words; what was not understood is shown, never dropped in silence,
and every heading can be told what it means.
"""

import re
from collections.abc import Iterable, Iterator, Sequence
from dataclasses import dataclass, replace
from datetime import date
from functools import lru_cache
from hashlib import sha256
from typing import Literal

from eznel.core.errors import Impossible
from eznel.formats.dates import month_first
from eznel.formats.numbers import Mark, read_number
from eznel.formats.soil_files import words
from eznel.formats.soil_files.items import Item, Sample, measured, sample_of
from eznel.formats.soil_files.marks import flat, marks
from eznel.formats.soil_files.statements import MOST_NAME, named
from eznel.formats.tables import HEAD_ROWS, Row, Table, table_of

Shape = Literal["wide", "long", "text"]
LEAST_KNOWN = 3
"""From so many known headings on, pasted text with marks between its cells is a table."""


@dataclass(frozen=True, slots=True)
class Column:
    """A column: its heading, and what it is taken to mean. None where nobody knows."""

    heading: str
    meaning: str | None
    unit: str | None = None
    method: str | None = None
    printed_as: str | None = None
    rating: bool = False
    """Whether it holds the laboratory's rating of the nutrient, not its number."""
    by: float = 1.0
    """What a number is multiplied with, to be in the unit."""


@dataclass(frozen=True, slots=True)
class Understood:
    """What was understood of a file or a text. Nothing is stored yet."""

    shape: Shape
    columns: tuple[Column, ...]
    samples: tuple[Sample, ...]
    left: tuple[Item, ...]
    """What belongs to no sample and was not understood."""


def column_of(heading: str) -> Column:
    """Return what a heading is taken to mean.

    Parameters
    ----------
    heading : str
        As printed.

    Returns
    -------
    Column
        Without a meaning where no word of it is known.
    """
    known = named(heading)
    rates = known.meaning in words.ANALYTES and _RATES.search(words.plain(heading)) is not None
    return Column(
        heading[:120], known.meaning, known.unit, known.method, known.printed_as, rates, known.by
    )


_RATES = re.compile(
    r"rating|class|interpr[eé]t|status|\bindex\b|bewertung|gehaltsklasse|stufe|nivel"
)


def heading_row(table: Table) -> int:
    """Return which row holds the headings: the one of which most is understood.

    Parameters
    ----------
    table : Table
        Its rows.

    Returns
    -------
    int
        From 0.
    """
    best, most = 0, 0
    for n, row in enumerate(table.rows[:HEAD_ROWS]):
        # A heading is words; a row of results has numbers in most of its cells.
        if sum(read_number(cell) is not None for cell in row.cells) > len(row.cells) / 2:
            continue
        known = len({named(cell).meaning for cell in row.cells if cell} - {None})
        if known > most:
            best, most = n, known
    return best


def is_table(text: str) -> bool:
    """Return whether a pasted text is a table: marks between its cells, and headings.

    Parameters
    ----------
    text : str
        As pasted.

    Returns
    -------
    bool
        False for lines that hold a list of several values each.
    """
    if "\t" not in text and ";" not in text and "|" not in text and text.count(",") < LEAST_KNOWN:
        return False
    try:
        table = table_of(_without_bars(text))
    except Impossible:
        return False
    rows, at = table.rows, heading_row(table)
    if len(rows) < at + 2:
        return False
    if is_across(table, at):
        return True
    numbered = [
        cell
        for cell in rows[at].cells
        if any(m.kind == "number" for m in marks(cell[:MOST_NAME], None))
    ]
    if len(numbered) > len(rows[at].cells) / 3:
        return False  # values, not headings
    known = {named(cell).meaning for cell in rows[at].cells if cell} - {None}
    wide = len(rows[at + 1].cells)
    return (len(known) >= LEAST_KNOWN and abs(wide - len(rows[at].cells)) <= 1) or (
        {"analyte", "value"} <= known
    )


def is_across(table: Table, at: int) -> bool:
    """Return whether nutrients stand below each other and samples side by side.

    Parameters
    ----------
    table : Table
        Its rows.
    at : int
        Which row holds the headings, from 0. [index]

    Returns
    -------
    bool
        Only where at least two rows begin with a name, and no heading is a word for a column.
    """
    heads, below = table.rows[at].cells, table.rows[at + 1 :]
    if len(heads) < 2 or len(below) < 2:
        return False
    of = [named(_PLOT.sub("", cell)).meaning for cell in heads[1:]]
    plots = [n for n, one in enumerate(of, start=1) if one in (None, "sample") and heads[n]]
    if not plots or len(plots) + sum(one in _OF_ALL for one in of) < len(of):
        return False
    rows = [row for row in below if row.cell(0)]
    first = [named(row.cell(0)).meaning for row in rows]
    values = (*words.ANALYTES, "ph", "om", "cec", "buffer", "ec", "oc")
    numbers = sum(read_number(row.cell(plots[0]), table.mark) is not None for row in rows)
    return sum(one in values for one in first) >= max(2, len(rows) / 2) and numbers >= len(rows) / 2


_PLOT = re.compile(r"(?<=\w) +[A-Za-z0-9]$")
"""The letter or figure of a plot: Bed B is no boron."""


_OF_ALL = ("unit", "extractant")
"""Columns that say something of the values of all samples."""


def _turned(rows: tuple[Row, ...], at: int) -> tuple[Row, ...]:
    """The same table with its samples below each other."""
    body = rows[at:]
    width = max(len(row.cells) for row in body)
    of_all = [n for n in range(1, width) if named(body[0].cell(n)).meaning in _OF_ALL]
    heads = (" ".join(row.cell(n) for n in (0, *of_all)).strip() for row in body[1:])
    plots = (n for n in range(1, width) if n not in of_all)
    return (
        Row(body[0].number, ("Sample", *heads)),
        *(Row(n + 1, tuple(row.cell(n) for row in body)) for n in plots),
    )


def _is_units(row: Row) -> bool:
    """Whether a row below the headings holds their units and no results."""
    filled = [cell for cell in row.cells if cell]
    units = [cell for cell in filled if named(cell).unit and read_number(cell) is None]
    return len(units) >= 2 and len(units) >= len(filled) / 2


def _with_unit(column: Column, cell: str) -> Column:
    told = named(cell)
    return replace(column, unit=told.unit, by=told.by) if told.unit else column


def _without_bars(text: str) -> str:
    """Rows that begin and end with a bar, without these."""
    return "\n".join(line.strip().removeprefix("|").removesuffix("|") for line in text.split("\n"))


def read_table(
    text: str, today: date, told: Sequence[Column] | None = None, key: str = ""
) -> Understood:
    """Return what a table of soil tests says.

    Parameters
    ----------
    text : str
        The file's text.
    today : date
        Stands in where no date was read.
    told : sequence of Column or None
        What the columns mean, where somebody said; else it is guessed.
    key : str
        Tells this file's samples from another's; its contents where nothing is given.

    Returns
    -------
    Understood
        With a sample for each report in it.

    Raises
    ------
    Impossible
        When it is no table, too large, or has other columns than were told.
    """
    table = table_of(_without_bars(text))
    rows = table.rows
    if not rows:
        raise Impossible("file", "file_empty")
    at = heading_row(table)
    if told is None and is_across(table, at):
        rows, at = _turned(rows, at), 0
    width = max(len(row.cells) for row in rows)
    headings = [rows[at].cell(n) for n in range(width)]
    guessed = tuple(column_of(heading) for heading in headings)
    columns = tuple(told) if told is not None else guessed
    if len(columns) != width:
        raise Impossible("columns", "columns_differ", has=width, told=len(columns))
    # A heading's own unit may be a part of ours, as mmol(+) of cmol(+), whoever says the column.
    columns = tuple(
        replace(one, by=own.by if one.unit == own.unit else 1.0)
        for one, own in zip(columns, guessed, strict=True)
    )
    below = rows[at + 1 :]
    if told is None and below and _is_units(below[0]):
        columns = tuple(_with_unit(c, below[0].cell(n)) for n, c in enumerate(columns))
        below = below[1:]
        at += 1
    body = _Body(columns, below, at + 2, table.mark, _month_first(columns, below))
    meanings = {column.meaning for column in columns}
    long = {"analyte", "value"} <= meanings
    key = key or sha256(text.encode("utf-8", errors="replace")).hexdigest()
    titles = [_title(row) for row in rows[:at]]
    common = [item for item in titles if item.meaning is not None]
    samples = (_long if long else _wide)(body, common, today, key)
    left = tuple(item for item in titles if item.meaning is None)
    return Understood("long" if long else "wide", columns, tuple(samples), left)


@dataclass(frozen=True, slots=True)
class _Body:
    """The rows below the headings, and how numbers and days are written in them."""

    columns: tuple[Column, ...]
    rows: tuple[Row, ...]
    first: int
    """Which of the rows with something in them is the first, from 1."""
    mark: Mark | None
    month_first: bool | None

    def cells(self, row: Row) -> Iterator[tuple[Column, str]]:
        """A row's cells that have something in them, each with its column."""
        for n, column in enumerate(self.columns):
            if row.cell(n):
                yield column, row.cell(n)


def _month_first(columns: Sequence[Column], rows: Iterable[Row]) -> bool | None:
    dated = [n for n, column in enumerate(columns) if column.meaning == "date"]
    return month_first(row.cell(n) for row in rows for n in dated)


def _cell(column: Column, at: str, cell: str, body: _Body) -> Item:
    read = _read(cell[:MOST_NAME], body.mark)
    # A column says the unit of its numbers; a cell that says its own is read by that.
    unit, by = (read.unit, read.by) if read.unit else (column.unit, column.by)
    counts = not column.rating and read.number is not None
    return measured(
        Item(
            at=at,
            words=f"{column.heading}: {cell}"[:200],
            meaning=None if column.meaning == "wanted" else column.meaning,
            text=cell,
            number=read.number if counts else None,
            unit=unit,
            method=column.method,
            printed_as=column.printed_as,
            rating=words.rating_in(words.plain(cell) if column.rating else read.rest),
            question=read.question if counts or read.question else "",
            month_first=body.month_first,
        ),
        by,
        read.other,
    )


@dataclass(frozen=True, slots=True)
class _Read:
    """A cell's number, with its own unit where it has one, and what else it says."""

    number: float | None
    unit: str | None
    by: float
    question: str
    rest: str
    other: float | None


@lru_cache(maxsize=4096)
def _read(cell: str, decimal: Mark | None) -> _Read:
    found = marks(cell, decimal)
    number = next((one for one in found if one.kind == "number"), None)
    unit = next((one for one in found if one.kind == "unit"), None)
    rest = flat(cell)
    for one in found:
        rest = f"{rest[: one.start]}{' ' * (one.end - one.start)}{rest[one.end :]}"
    return _Read(
        number.value if number else None,
        unit.said if unit else None,
        unit.by if unit else 1.0,
        number.question if number else "",
        rest.strip(" <>"),
        number.other if number else None,
    )


def _title(row: Row) -> Item:
    """A row above the headings: the laboratory or the date of all samples, or nothing we know."""
    text = " ".join(cell for cell in row.cells if cell)[:200]
    meaning = named(text).meaning
    known = meaning if meaning in ("lab", "date") else None
    said = re.split(r"[:=]", text, maxsplit=1)[-1].strip() if known else ""
    return Item(f"row {row.number}", text, known, text=said)


def _wide(body: _Body, common: Sequence[Item], today: date, key: str) -> Iterator[Sample]:
    for index, row in enumerate(body.rows, start=body.first):
        n = row.number
        items = [_cell(column, f"row {n}", cell, body) for column, cell in body.cells(row)]
        if not any(i.number is not None or i.rating or i.question for i in items):
            continue
        names = [item.text for item in items if item.meaning == "sample"]
        name = " ".join(names)[:80] or f"{n}"
        whole = [*items, *_besides(items, common)]
        yield sample_of(name, whole, today=today, key=f"{key}/{index}", default="Unknown")


def _besides(items: Iterable[Item], common: Iterable[Item]) -> list[Item]:
    """What stands above the headings and not in the sample itself."""
    known = {item.meaning for item in items}
    return [item for item in common if item.meaning not in known]


def _long(body: _Body, common: Sequence[Item], today: date, key: str) -> Iterator[Sample]:
    groups: dict[str, list[Item]] = {}
    named: dict[str, str] = {}
    for row in body.rows:
        n = row.number
        cells: dict[str, str] = {}
        for column, cell in body.cells(row):
            if column.meaning:
                cells.setdefault(column.meaning, cell)
        group = cells.get("report") or cells.get("sample") or ""
        named.setdefault(group, cells.get("sample", group))
        items = groups.setdefault(group, _common(cells, n, body))
        items.append(_line(cells, n, body))
        items += [
            Item(f"row {n}", f"{column.heading}: {cell}"[:200], None)
            for column, cell in body.cells(row)
            if column.meaning is None
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


def _common(cells: dict[str, str], n: int, body: _Body) -> list[Item]:
    """What every row of a sample repeats."""
    return [
        Item(
            f"row {n}",
            f"{meaning}: {cells[meaning]}"[:200],
            meaning,
            text=cells[meaning],
            month_first=body.month_first,
        )
        for meaning in ("sample", "lab", "date", "note")
        if meaning in cells
    ]


def _line(cells: dict[str, str], n: int, body: _Body) -> Item:
    said = cells.get("analyte", "")
    method = cells.get("extractant", "")
    known = named(f"{said} {method}")
    read, unit = _read(cells.get("value", "")[:MOST_NAME], body.mark), named(cells.get("unit", ""))
    of, by = next(
        ((one.unit, one.by) for one in (unit, read, named(said)) if one.unit), (None, 1.0)
    )
    form = named(f"{said} {cells.get('printed_as', '')}").printed_as
    return measured(
        Item(
            at=f"row {n}",
            words=" ".join(cells[m] for m in ("analyte", "value", "unit", "rating") if m in cells)[
                :200
            ],
            meaning=named(said).meaning,
            text=cells.get("value", ""),
            number=read.number,
            unit=of,
            method=known.method,
            printed_as=form,
            rating=_class_in(cells.get("rating", "")) or words.rating_in(read.rest),
            depth=cells.get("depth"),
            question=read.question,
        ),
        by,
        read.other,
    )


def _class_in(cell: str) -> str | None:
    return words.rating_in(words.plain(cell)) if cell else None
