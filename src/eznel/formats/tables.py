"""Tables as files bring them: what stands between cells, and their limits."""

import csv
import io
import re
from collections.abc import Iterable
from dataclasses import dataclass

from eznel.core.errors import Impossible
from eznel.formats.cells import unguarded
from eznel.formats.numbers import Mark, decimal_mark

MOST_ROWS = 5_000
MOST_COLUMNS = 200
HEAD_ROWS = 30
"""Rows of title and address that may stand above the headings."""

_NUMBER = re.compile(r"[<>≤≥~ ]*[-+−]?\d[\d.,' ]*(?: ?[^\s\d]\S{0,11})?")
"""A cell that holds a number, perhaps with its unit; notes tell nothing."""

BETWEEN = ("\t", ";", ",", "|")


@dataclass(frozen=True, slots=True)
class Row:
    """Cells, and which row of the file they stand in, from 1."""

    number: int
    cells: tuple[str, ...]

    def cell(self, column: int) -> str:
        """Return a cell; nothing where the row is shorter."""
        return self.cells[column] if column < len(self.cells) else ""


@dataclass(frozen=True, slots=True)
class Table:
    """The rows of a file that have something in them, and the mark before decimals in it."""

    rows: tuple[Row, ...]
    mark: Mark | None


def table_of(text: str, most_rows: int = MOST_ROWS) -> Table:
    """Return the cells of a table, by whichever sign separates them.

    Parameters
    ----------
    text : str
        The file's text.
    most_rows : int
        More are refused. [count]

    Returns
    -------
    Table
        Cells without spaces around them.

    Raises
    ------
    Impossible
        When there are too many rows or columns, or a cell without an end.
    """
    between = _between(text)
    found: list[Row] = []
    try:
        reader = csv.reader(io.StringIO(text, newline=""), delimiter=between, strict=True)
        for row in reader:
            if len(row) > MOST_COLUMNS:
                raise Impossible("file", "too_many_columns", most=MOST_COLUMNS)
            if any(cell.strip() for cell in row):
                cells = tuple(unguarded(cell.strip()) for cell in row)
                found.append(Row(reader.line_num, cells))
            if len(found) > most_rows:
                raise Impossible("file", "too_many_rows", most=most_rows)
    except csv.Error as error:
        raise Impossible("file", "table_unreadable", detail=str(error)) from error
    return Table(tuple(found), _mark(found, between))


def _between(text: str) -> str:
    """What stands between cells: of the usual signs the one that stands most often in a line."""
    head = text[:20_000].splitlines()[:HEAD_ROWS]
    return max(BETWEEN, key=lambda sign: max((line.count(sign) for line in head), default=0))


def _mark(rows: Iterable[Row], between: str) -> Mark | None:
    """The mark before decimals: what the cells tell; in a file with commas between it is none."""
    numbers = (cell for row in rows for cell in row.cells if _NUMBER.fullmatch(cell))
    told = decimal_mark("\n".join(numbers))
    return told or ("." if between == "," else None)
