"""Columns of a printed table in a pasted text: which holds the result, its class, what is wanted.

A heading has no numbers and at least two cells, of which one is a unit or a word for a column. The
rows below it are read by it: by the number of their cells where that is the same, else by place.
"""

import re
from dataclasses import dataclass
from typing import Literal

from eznel.formats.soil_files.marks import Mark, flat

Role = Literal["name", "value", "unit", "method", "class", "range", "other"]

_ROLES: tuple[tuple[Role, str], ...] = (
    ("range", r"desired|optim|target|normal|recommended|guideline|range|soll|wunsch|deseado|ideal"),
    ("class", r"rating|class|classe|interpret|index|status|klasse|stufe|bewertung|nivel|valuta"),
    ("method", r"method|extract|methode|m[eé]tod|m[eé]thode"),
    ("unit", r"^units?$|einheit|unidad|unit[eéà]"),
    ("name", r"analyte|nutrient|parameter|element|determin|^test$|analysis|par[aá]metro"
             r"|param[eè]tre"
             r"|n[aä]hrstoff|[eé]l[eé]ment|nutriente|property"),
    ("value", r"results?|value|level|found|amount|ergebnis|wert|resultado|r[eé]sultat|valor|valore"
              r"|risultat"),
)  # fmt: skip
_ROLE = tuple((role, re.compile(pattern)) for role, pattern in _ROLES)
_CELL = re.compile(r"[^\s|]+(?:[^\S\t][^\s|]+)*")
"""Words with one space between them."""
_NOTHING = re.compile(r"[\s.\-=_]*$")


@dataclass(frozen=True, slots=True)
class Cell:
    """A piece of a line, and where it stands."""

    start: int
    end: int
    text: str


@dataclass(frozen=True, slots=True)
class Heading:
    """A column of a printed table."""

    role: Role
    start: int
    unit: str | None = None
    by: float = 1.0


def cells(line: str) -> list[Cell]:
    """Return the pieces of a line: at tabs, bars and wide gaps.

    Parameters
    ----------
    line : str
        As printed.

    Returns
    -------
    list of Cell
        Without what is empty or a leader.
    """
    return [
        Cell(*one.span(), one.group())
        for one in _CELL.finditer(line)
        if not _NOTHING.fullmatch(one.group())
    ]


def headings(line: str, marks: list[Mark]) -> list[Heading] | None:
    """Return the columns that a line heads.

    Parameters
    ----------
    line : str
        As printed.
    marks : list of Mark
        Its own.

    Returns
    -------
    list of Heading or None
        None where it is no heading.
    """
    if any(mark.kind == "number" for mark in marks):
        return None
    all_: list[Heading] = []
    for cell in cells(line):
        all_.append(_heading(cell, marks))
        if len(all_) > 1 and all_[-1].role == "other":
            return None
    if not any(one.role == "value" for one in all_):
        return None
    if all_[0].role == "value" and line[:1].isspace():
        all_.insert(0, Heading("name", 0))  # nothing stands above the names
    return all_ if len(all_) > 1 and all_[1].role != "other" else None


def _heading(cell: Cell, marks: list[Mark]) -> Heading:
    low = flat(cell.text).strip(" :")
    unit = next((m for m in marks if m.kind == "unit" and cell.start <= m.start < cell.end), None)
    role = next((role for role, pattern in _ROLE if pattern.search(low)), None)
    if role is None and unit is not None and len(low) - (unit.end - unit.start) <= 6:
        role = "value"
    return Heading(
        role or "other", cell.start, unit.said if unit else None, unit.by if unit else 1.0
    )


def column_at(heads: list[Heading], row: list[Cell], n: int) -> Heading:
    """Return the column that a cell stands in.

    Parameters
    ----------
    heads : list of Heading
        The columns.
    row : list of Cell
        The cells of a line.
    n : int
        Which of them, from 0. [index]

    Returns
    -------
    Heading
        By number where the row is full, else the nearest by place.
    """
    if len(row) == len(heads):
        return heads[n]
    return min(heads, key=lambda one: abs(one.start - row[n].start))
