"""Tables of soil tests: one sample a row, or one analyte a row.

Headings are understood by their words; what was not understood is shown, never dropped in silence,
and every heading can be told what it means.
"""

import re
from collections.abc import Iterable, Iterator, Sequence
from dataclasses import dataclass
from datetime import date
from hashlib import sha256
from typing import Literal

from eznel.core.errors import Impossible
from eznel.formats.dates import month_first
from eznel.formats.numbers import Mark, read_number
from eznel.formats.soil_files import words
from eznel.formats.soil_files.items import Item, Sample, sample_of
from eznel.formats.tables import HEAD_ROWS, Row, Table, table_of

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
    known = words.named(heading)
    rates = known.meaning in words.ANALYTES and words.first_of(
        (("rating", r"rating|class|interpretation|status|bewertung|gehaltsklasse"),),
        words.plain(heading),
    )
    return Column(
        heading[:120], known.meaning, known.unit, known.method, known.printed_as, bool(rates)
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
        known = len({words.named(cell).meaning for cell in row.cells if cell} - {None})
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
    table = table_of(text)
    rows = table.rows
    if not rows:
        raise Impossible("file", "file_empty")
    at = heading_row(table)
    width = max(len(row.cells) for row in rows)
    headings = [rows[at].cell(n) for n in range(width)]
    columns = tuple(told) if told is not None else tuple(column_of(h) for h in headings)
    if len(columns) != width:
        raise Impossible("columns", "columns_differ", has=width, told=len(columns))
    body = _Body(columns, rows[at + 1 :], at + 2, table.mark, _month_first(columns, rows[at + 1 :]))
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
    plain = words.plain(cell)
    number = words.number_in(plain, body.mark)
    rest = number.without if number else plain
    return Item(
        at=at,
        words=f"{column.heading}: {cell}"[:200],
        meaning=column.meaning,
        text=cell,
        number=None if column.rating or number is None else number.value,
        unit=column.unit or (unit[0] if (unit := words.unit_in(rest)) else None),
        method=column.method,
        printed_as=column.printed_as,
        rating=words.rating_in(plain if column.rating else rest) if rest.strip("<> ") else None,
        question="" if number is None or column.rating else number.question,
        month_first=body.month_first,
    )


def _title(row: Row) -> Item:
    """A row above the headings: the laboratory or the date of all samples, or nothing we know."""
    text = " ".join(cell for cell in row.cells if cell)[:200]
    meaning = words.named(text).meaning
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
    known = words.named(said)
    value = cells.get("value", "")
    number = words.number_in(words.plain(value), body.mark)
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
        number=number.value if number else None,
        unit=unit[0] if unit else known.unit,
        method=known.method or about.method or words.extractant_in(method),
        printed_as=form,
        rating=words.rating_in(words.plain(cells.get("rating", ""))) if "rating" in cells else None,
        depth=cells.get("depth"),
        question=number.question if number else "",
    )
