"""Gardens out of the store: the list, one garden whole or all of them, and a revision."""

from collections.abc import Iterator, Sequence
from dataclasses import dataclass
from datetime import date
from typing import Any

from pydantic import ValidationError
from sqlalchemy import select
from sqlalchemy.orm import Session

from eznel.core.document import GardenFile
from eznel.store.aside import Aside, set_aside, whole
from eznel.store.kinds import KINDS, Kind, Row, data_of
from eznel.store.tables import GardenRow, SoilValueRow

AT_ONCE = 20
"""So many gardens are read at once, where all are. [count]"""
SETTINGS = ("name", "site", "preferences", "stands_on")
"""What a garden is besides its things."""


class Missing(Exception):
    """There is no such garden, or no such thing in it."""


class Removed(Missing):
    """The garden was removed, and can still be brought back."""


@dataclass(frozen=True, slots=True)
class Stored:
    """A garden as stored, with the revision of each of its things.

    What breaks the garden's rules is not in the file but aside; it has a revision too.
    """

    file: GardenFile
    revision: int
    settings_revision: int
    revisions: dict[str, int]
    aside: tuple[Aside, ...] = ()
    number: int = 0
    """Of the last change in it; 0 where nobody asked. [number]"""


@dataclass(frozen=True, slots=True)
class Listed:
    """A garden in the list of gardens."""

    id: str
    name: str
    revision: int
    stands_on: date | None


@dataclass(frozen=True, slots=True)
class Rows:
    """A garden's own row, and those of its things, each with its kind and a report's values."""

    garden: Row
    things: list[tuple[Kind, Row, list[Row]]]


def gardens(session: Session) -> list[Listed]:
    """Return the gardens in the store, by name.

    Parameters
    ----------
    session : Session
        Open.

    Returns
    -------
    list of Listed
        Empty in a new store.
    """
    rows = session.execute(
        select(GardenRow.id, GardenRow.name, GardenRow.revision, GardenRow.stands_on)
        .where(GardenRow.removed_at.is_(None))
        .order_by(GardenRow.name, GardenRow.id)
    )
    return [Listed(*row) for row in rows]


def revision(session: Session, garden_id: str) -> int:
    """Return a garden's revision.

    Parameters
    ----------
    session : Session
        Open.
    garden_id : str
        The garden.

    Returns
    -------
    int
        Counts all writes. [count]

    Raises
    ------
    Missing
        When there is no such garden, or it was removed.
    """
    row = session.execute(
        select(GardenRow.revision, GardenRow.removed_at).where(GardenRow.id == garden_id)
    ).first()
    if row is None:
        raise Missing(garden_id)
    if row.removed_at is not None:
        raise Removed(garden_id)
    return int(row.revision)


def exists(session: Session, garden_id: str) -> bool:
    """Return whether a garden is there, removed or not.

    Parameters
    ----------
    session : Session
        Open.
    garden_id : str
        The garden.

    Returns
    -------
    bool
        False once it is gone for good.
    """
    return session.scalar(select(GardenRow.id).where(GardenRow.id == garden_id)) is not None


def name_of(session: Session, garden_id: str) -> str:
    """Return what a garden is called.

    Parameters
    ----------
    session : Session
        Open.
    garden_id : str
        The garden.

    Returns
    -------
    str
        As its settings have it.

    Raises
    ------
    Missing
        When there is no such garden, or it was removed.
    """
    revision(session, garden_id)
    return session.scalars(select(GardenRow.name).where(GardenRow.id == garden_id)).one()


def load(session: Session, garden_id: str) -> Stored:
    """Return a garden, in a fixed number of queries whatever its size.

    Parameters
    ----------
    session : Session
        Open.
    garden_id : str
        The garden.

    Returns
    -------
    Stored
        Document, log and revisions; what breaks the garden's rules is set aside.

    Raises
    ------
    Missing
        When there is no such garden, or it was removed.
    ValidationError
        When its settings alone cannot be read.
    """
    return made_of(_rows(session, [_garden_row(session, garden_id)])[0])


def every(session: Session) -> Iterator[Rows]:
    """Yield the rows of all gardens, by name, some gardens at a time.

    Parameters
    ----------
    session : Session
        Open.

    Yields
    ------
    Rows
        Of a garden that was not removed.
    """
    ids = [one.id for one in gardens(session)]
    for n in range(0, len(ids), AT_ONCE):
        some = ids[n : n + AT_ONCE]
        query = select(GardenRow.__table__).where(GardenRow.id.in_(some))
        own = {row["id"]: row for row in rows_of(session, query)}
        yield from _rows(session, [own[one] for one in some if one in own])


def _rows(session: Session, gardens: Sequence[Row]) -> list[Rows]:
    """The rows of gardens, in a fixed number of queries however many there are."""
    found = {row["id"]: Rows(row, []) for row in gardens}
    values: dict[tuple[str, str], list[Row]] = {}
    table = SoilValueRow.__table__
    for value in rows_of(
        session, select(table).where(table.c.garden_id.in_(found)).order_by(table.c.position)
    ):
        values.setdefault((value["garden_id"], value["report_id"]), []).append(value)
    for kind in KINDS.values():
        columns = kind.table.__table__.c
        query = (
            select(kind.table.__table__)
            .where(columns.garden_id.in_(found))
            .order_by(columns.ordinal, columns.id)
        )
        for one in rows_of(session, query):
            things = found[one["garden_id"]].things
            things.append((kind, one, values.get((one["garden_id"], one["id"]), [])))
    return list(found.values())


def made_of(of: Rows) -> Stored:
    """Return a garden as its rows have it.

    Parameters
    ----------
    of : Rows
        All of its rows.

    Returns
    -------
    Stored
        Document, log and revisions; what breaks the garden's rules is set aside.

    Raises
    ------
    ValidationError
        When its settings alone cannot be read.
    """
    row = of.garden
    found = [(kind, one["id"], data_of(kind, one, values)) for kind, one, values in of.things]
    revisions = {one["id"]: one["revision"] for _, one, _ in of.things}
    settings = {"id": row["id"], **{name: row[name] for name in SETTINGS}}
    aside: tuple[Aside, ...] = ()
    try:
        file = whole(settings, found)
    except ValidationError:
        file, aside = set_aside(settings, found)
    return Stored(file, row["revision"], row["settings_revision"], revisions, aside)


def _garden_row(session: Session, garden_id: str) -> Row:
    row = row_of(session, select(GardenRow.__table__).where(GardenRow.id == garden_id))
    if row is None:
        raise Missing(garden_id)
    if row["removed_at"] is not None:
        raise Removed(garden_id)
    return row


def row_of(session: Session, query: Any) -> Row | None:
    """Return the first row of a query by column name, if there is one.

    Parameters
    ----------
    session : Session
        Open.
    query : Select
        The query. [SQL]

    Returns
    -------
    dict or None
        Its columns.
    """
    found = session.execute(query).mappings().first()
    return dict(found) if found is not None else None


def rows_of(session: Session, query: Any) -> list[Row]:
    """Return the rows of a query by column name.

    Parameters
    ----------
    session : Session
        Open.
    query : Select
        The query. [SQL]

    Returns
    -------
    list of dict
        Their columns.
    """
    return [dict(row) for row in session.execute(query).mappings()]
