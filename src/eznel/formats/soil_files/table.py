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
from eznel.formats.numbers import Mark
from eznel.formats.soil_files import methods, words
from eznel.formats.soil_files.items import Item, Sample, measured, sample_of
from eznel.formats.soil_files.marks import flat, marks
from eznel.formats.soil_files.shapes import (
    heading_row,
    is_across,
    is_units,
    parted,
    turned,
    without_bars,
)
from eznel.formats.soil_files.statements import MOST_NAME, NO_EXTRACTS, extracts_in, named
from eznel.formats.tables import Row, table_of

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


def _inheriting(columns: tuple[Column, ...], titles: Sequence[Row]) -> tuple[Column, ...]:
    """Columns without an extract have the one that stands above the table for them, or for all."""
    of_all: set[str] = set()
    of: dict[str, str] = {}
    for row in titles:
        told = extracts_in(" ".join(row.cells))
        of.update(told.of)
        of_all |= told.of_all
    one = next(iter(of_all)) if len(of_all) == 1 else None

    def extract(column: Column) -> Column:
        if column.meaning not in words.ANALYTES or column.method or column.rating:
            return column
        method = of.get(column.meaning)
        if method is None and one and methods.suits(one, column.meaning):
            method = one
        return replace(column, method=method) if method else column

    return tuple(extract(column) for column in columns)


def _with_unit(column: Column, cell: str) -> Column:
    told = named(cell)
    if told.method and column.meaning in words.ANALYTES:
        column = replace(column, method=column.method or told.method)
    return replace(column, unit=told.unit, by=told.by) if told.unit else column


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
    table = table_of(without_bars(parted(text)))
    rows = table.rows
    if not rows:
        raise Impossible("file", "file_empty")
    at = heading_row(table)
    above = rows[:at]
    if is_across(table, at):
        rows, at = turned(rows, at), 0
    columns = _columns(rows, at, told)
    below = rows[at + 1 :]
    if told is None and below and is_units(below[0]):
        columns = tuple(_with_unit(c, below[0].cell(n)) for n, c in enumerate(columns))
        below = below[1:]
        at += 1
    if told is None:
        columns = _inheriting(columns, above)
    body = _Body(columns, below, at + 2, table.mark, _month_first(columns, below))
    long = {"analyte", "value"} <= {column.meaning for column in columns}
    key = key or sha256(text.encode("utf-8", errors="replace")).hexdigest()
    titles = [_title(row) for row in above]
    common = [item for item in titles if item.meaning is not None]
    samples = (_long if long else _wide)(body, common, today, key)
    left = tuple(
        item for item in titles if item.meaning is None and extracts_in(item.words) == NO_EXTRACTS
    )
    return Understood("long" if long else "wide", columns, tuple(samples), left)


def _columns(rows: Sequence[Row], at: int, told: Sequence[Column] | None) -> tuple[Column, ...]:
    """What the columns are taken to mean, or what somebody said."""
    width = max(len(row.cells) for row in rows)
    guessed = _one_result([column_of(rows[at].cell(n)) for n in range(width)])
    columns = tuple(told) if told is not None else guessed
    if len(columns) != width:
        raise Impossible("columns", "columns_differ", has=width, told=len(columns))
    # A heading's own unit may be a part of ours, as mmol(+) of cmol(+), whoever says the column.
    return tuple(
        replace(one, by=own.by if one.unit == own.unit else 1.0)
        for one, own in zip(columns, guessed, strict=True)
    )


def _one_result(columns: list[Column]) -> tuple[Column, ...]:
    """Beside a column of results, one that is called "level" holds their classes."""
    if sum(one.meaning == "value" for one in columns) < 2:
        return tuple(columns)
    return tuple(
        replace(one, meaning="rating") if "level" in one.heading.lower() else one for one in columns
    )


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
    counts = not column.rating and read.number is not None and column.meaning not in _NAMES
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


_NAMES = ("sample", "lab", "note", "report")
"""Columns of words: the figure in "Bed 1" is no result."""


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
    form = named(f"{said} {cells.get('printed_as', '')}").printed_as or unit.printed_as
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
            method=known.method or unit.method,
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
