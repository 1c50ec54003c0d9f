"""Which shape a table has: where its headings are, which way it runs, and columns without marks.

A table that is printed or pasted may have nothing between its cells but wide gaps. Where headings
of several results stand above rows of numbers, each number belongs to the heading over it.
"""

import re
from collections import Counter
from collections.abc import Iterable

from eznel.core.errors import Impossible
from eznel.formats.numbers import read_number
from eznel.formats.soil_files import words
from eznel.formats.soil_files.columns import Cell, cells
from eznel.formats.soil_files.marks import marks
from eznel.formats.soil_files.statements import MOST_NAME, named
from eznel.formats.tables import HEAD_ROWS, Row, Table, table_of

LEAST_KNOWN = 3
"""From so many known headings on, pasted text with marks between its cells is a table."""

RESULTS = (*words.ANALYTES, "ph", "om", "cec", "buffer", "ec", "oc")


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
        table = table_of(without_bars(text))
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
    if wide < LEAST_KNOWN and not {"analyte", "value"} <= known:
        return False  # a sentence with commas
    return (len(known) >= LEAST_KNOWN and abs(wide - len(rows[at].cells)) <= 1) or (
        {"analyte", "value"} <= known
    )


def has_columns(text: str) -> bool:
    """Return whether a file's text is made of columns, whether or not their headings are known.

    Parameters
    ----------
    text : str
        As it came.

    Returns
    -------
    bool
        True where most rows have as many cells as most have, and more than one.
    """
    if is_table(text):
        return True
    try:
        wide = Counter(len(row.cells) for row in table_of(without_bars(text)).rows)
    except Impossible:
        return True  # its own reader says what is wrong with it
    most, times = wide.most_common(1)[0] if wide else (0, 0)
    return most > 1 and times > wide.total() / 2


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
    numbers = sum(read_number(row.cell(plots[0]), table.mark) is not None for row in rows)
    return (
        sum(one in RESULTS for one in first) >= max(2, len(rows) / 2) and numbers >= len(rows) / 2
    )


_PLOT = re.compile(r"(?<=\w) +[A-Za-z0-9]$")
"""The letter or figure of a plot: Bed B is no boron."""


_OF_ALL = ("unit", "extractant")
"""Columns that say something of the values of all samples."""


def turned(rows: tuple[Row, ...], at: int) -> tuple[Row, ...]:
    """Return the same table with its samples below each other.

    Parameters
    ----------
    rows : tuple of Row
        With nutrients below each other.
    at : int
        Which row holds the headings, from 0. [index]

    Returns
    -------
    tuple of Row
        Headings first.
    """
    body = rows[at:]
    width = max(len(row.cells) for row in body)
    of_all = [n for n in range(1, width) if named(body[0].cell(n)).meaning in _OF_ALL]
    heads = (" ".join(row.cell(n) for n in (0, *of_all)).strip() for row in body[1:])
    plots = (n for n in range(1, width) if n not in of_all)
    return (
        Row(body[0].number, ("Sample", *heads)),
        *(Row(n + 1, tuple(row.cell(n) for row in body)) for n in plots),
    )


def is_units(row: Row) -> bool:
    """Return whether a row below the headings holds their units and no results.

    Parameters
    ----------
    row : Row
        Its cells.

    Returns
    -------
    bool
        True for at least two units in half of its cells.
    """
    filled = [cell for cell in row.cells if cell]
    units = [cell for cell in filled if named(cell).unit and read_number(cell) is None]
    return len(units) >= 2 and len(units) >= len(filled) / 2


def without_bars(text: str) -> str:
    """Return rows that begin and end with a bar, without these.

    Parameters
    ----------
    text : str
        As pasted.

    Returns
    -------
    str
        As many rows.
    """
    return "\n".join(
        line.strip(" ").removeprefix("|").removesuffix("|") for line in text.split("\n")
    )


def parted(text: str) -> str:
    """Return a text in which the cells of a table are parted by tabs, where gaps part them.

    Parameters
    ----------
    text : str
        As printed, in signs of one width.

    Returns
    -------
    str
        The same text where no such table stands in it, or its cells cannot be told apart.
    """
    if "\t" in text:
        return text
    lines = text.split("\n")
    for at, line in enumerate(lines):
        found = _down(line, lines, at) or _side_by_side(line, lines, at)
        if found is None:
            continue
        heads, rows = found
        past = at + 1 + len(rows)
        # What stands below the table says something of all of it, as what stands above does.
        titles = [one for one in (*lines[:at], *lines[past:]) if one.strip()]
        table = ["\t".join(cell.text for cell in heads), *("\t".join(row) for row in rows)]
        return "\n".join([*(" ".join(one.split()) for one in titles), *table])
    return text


Gapped = tuple[list[Cell], list[list[str]]]
"""The headings of a table whose cells are parted by gaps, and its rows."""


def _down(line: str, lines: list[str], at: int) -> Gapped | None:
    """A table whose columns are results."""
    heads = _heads(line)
    if heads is None:
        return None
    below = [one for one in lines[at + 1 : at + 3] if not _units_of(cells(one))]
    heads = _named(heads, below[:1])
    rows = _rows((lines[n] for n in range(at + 1, len(lines))), heads)
    return (heads, rows) if rows is not None else None


def _side_by_side(line: str, lines: list[str], at: int) -> Gapped | None:
    """A table whose columns are samples: each row is a name and a number for each of them.

    Between the names and the numbers a column may say something of them all, like their unit.
    """
    heads = cells(line)
    if not heads or named(heads[0].text).meaning != "analyte":
        heads = [Cell(0, 0, "Parameter"), *heads]
    plots = [n for n, one in enumerate(heads) if n and _may_be_plot(one.text)]
    others = [named(one.text).meaning for n, one in enumerate(heads) if n and n not in plots]
    few = LEAST_RESULTS <= len(plots) <= MOST_SAMPLES
    if not few or any(one not in _OF_ALL for one in others):
        return None
    rows: list[list[str]] = []
    for n in range(at + 1, len(lines)):
        here = cells(lines[n])
        row = [one.text for one in here] if len(here) == len(heads) else _placed(here, heads)
        if row is None or any(read_number(row[plot]) is None for plot in plots):
            break
        rows.append(row)
    if sum(named(row[0]).meaning in RESULTS for row in rows) < LEAST_RESULTS:
        return None
    return heads, rows


def _may_be_plot(head: str) -> bool:
    """Whether a heading names a sample: no number, no unit, and no word for another column."""
    said = named(head)
    return said.meaning in (None, "sample") and said.unit is None and read_number(head) is None


MOST_SAMPLES = 8
LEAST_RESULTS = 2
"""Headings of results that make a line the head of a table. [count]"""


_CLASSED = re.compile(r"(?<=\S) (?=\((?:index|rating|class|klasse|classe|clase)\))", re.IGNORECASE)
"""Before a column of its own, however near it stands to its neighbour."""


def _heads(line: str) -> list[Cell] | None:
    """The headings in a line; nothing where it holds numbers, or too few that we know."""
    found = cells(_CLASSED.sub("  ", line))
    if len(found) < LEAST_KNOWN or any(read_number(one.text) is not None for one in found):
        return None
    known = {named(one.text).meaning for one in found[: HEAD_ROWS * 2]}
    return found if sum(one in RESULTS for one in known) >= LEAST_RESULTS else None


def _named(heads: list[Cell], below: list[str]) -> list[Cell]:
    """Headings with one for the names, where nothing stands above them.

    A row with one cell more says so only where the first heading is of a result: else that may
    name the samples, and two headings elsewhere stand too close to be told apart.
    """
    first = [here[0] for line in below if (here := cells(line))]
    one_more = named(heads[0].text).meaning in RESULTS and any(
        len(cells(line)) == len(heads) + 1 for line in below
    )
    apart = first and (one_more or first[0].end < heads[0].start)
    if apart and read_number(first[0].text) is None:
        return [Cell(0, first[0].end, "Sample"), *heads]
    return heads


def _rows(lines: Iterable[str], heads: list[Cell]) -> list[list[str]] | None:
    """The rows below headings, a cell for each; nothing where a cell has no place of its own."""
    found: list[list[str]] = []
    for line in lines:
        here = cells(line)
        numbers = sum(read_number(one.text) is not None for one in here)
        if len(here) < LEAST_RESULTS or not (numbers or (not found and _units_of(here))):
            break
        row = _placed(here, heads)
        if row is None:
            return None
        found.append(row)
    numbered = sum(read_number(cell) is not None for row in found for cell in row)
    return found if numbered >= LEAST_RESULTS else None


def _placed(here: list[Cell], heads: list[Cell]) -> list[str] | None:
    """The cells of a row by the headings over them, else by their number where it is full."""
    row = [""] * len(heads)
    for one in here:
        n = _over(heads, one)
        if row[n]:
            return [cell.text for cell in here] if len(here) == len(heads) else None
        row[n] = one.text
    return row


def _units_of(here: list[Cell]) -> bool:
    return is_units(Row(0, tuple(one.text for one in here)))


def _over(heads: list[Cell], cell: Cell) -> int:
    """Which heading stands over a cell: the one that it overlaps most, else the nearest."""
    middle = (cell.start + cell.end) / 2

    def fit(n: int) -> tuple[int, float]:
        head = heads[n]
        overlap = min(head.end, cell.end) - max(head.start, cell.start)
        return -max(overlap, 0), abs((head.start + head.end) / 2 - middle)

    return min(range(len(heads)), key=fit)
