"""The journal: what was changed, when and by whom. Append only: an undo is a write of its own."""

from collections.abc import Iterable
from dataclasses import dataclass
from datetime import UTC, datetime
from typing import Literal

from sqlalchemy import func, insert, select
from sqlalchemy.orm import Session

from eznel.store.kinds import Row
from eznel.store.tables import JournalRow

Act = Literal["write", "undo", "redo"]
DAYS = "weather_days"
"""What the weather of several days is called that were written together."""

MOST_UNDONE = 500
"""How many of the newest changes undo and redo reach by themselves."""

_TABLE = JournalRow.__table__.c


@dataclass(frozen=True, slots=True, kw_only=True)
class Change:
    """One write: the thing as it was and as it is; None where it was or is not there.

    `undoes` is the number of the change that an undo takes back, or a redo does again. Changes
    that were written together have the garden's revision after the first of them in `together`.
    """

    garden_id: str
    revision: int
    who: str
    kind: str
    thing_id: str
    thing_revision: int
    before: Row | None
    after: Row | None
    act: Act = "write"
    undoes: int | None = None
    together: int | None = None


@dataclass(frozen=True, slots=True, kw_only=True)
class Written(Change):
    """A change that is in the journal."""

    number: int
    written_at: datetime


@dataclass(frozen=True, slots=True)
class Undoable:
    """Which change undo takes back next, which redo does again, and which are undone."""

    undo: int | None
    redo: int | None
    undone: frozenset[int]


def append(session: Session, change: Change) -> None:
    """Add a write to the journal, in the transaction that writes it.

    Parameters
    ----------
    session : Session
        Open; not committed here.
    change : Change
        The write.
    """
    columns = {name: getattr(change, name) for name in Change.__slots__}
    written_at = datetime.now(UTC).replace(tzinfo=None)
    session.execute(insert(JournalRow).values(written_at=written_at, **columns))


def entries(
    session: Session,
    garden_id: str,
    *,
    thing_id: str | None = None,
    before: int | None = None,
    most: int = 50,
) -> list[Written]:
    """Return the newest changes of a garden or of one thing in it.

    Parameters
    ----------
    session : Session
        Open.
    garden_id : str
        The garden.
    thing_id : str or None
        One thing's; None for all.
    before : int or None
        Only changes with a smaller number. [number]
    most : int
        No more than this. [count]

    Returns
    -------
    list of Written
        Newest first.
    """
    query = select(JournalRow.__table__).where(_TABLE.garden_id == garden_id)
    if thing_id is not None:
        query = query.where(_TABLE.thing_id == thing_id)
    if before is not None:
        query = query.where(_TABLE.number < before)
    rows = session.execute(query.order_by(_TABLE.number.desc()).limit(most)).mappings()
    return [Written(**row) for row in rows]


def since(session: Session, garden_id: str, number: int, most: int) -> list[Written]:
    """Return what was changed in a garden after a change.

    Parameters
    ----------
    session : Session
        Open.
    garden_id : str
        The garden.
    number : int
        The change's. [number]
    most : int
        No more than this. [count]

    Returns
    -------
    list of Written
        Oldest first.
    """
    query = select(JournalRow.__table__).where(
        _TABLE.garden_id == garden_id, _TABLE.number > number
    )
    rows = session.execute(query.order_by(_TABLE.number).limit(most)).mappings()
    return [Written(**row) for row in rows]


def last_number(session: Session, garden_id: str) -> int:
    """Return the number of a garden's last change.

    Parameters
    ----------
    session : Session
        Open.
    garden_id : str
        The garden.

    Returns
    -------
    int
        0 where there is none. [number]
    """
    query = select(_TABLE.number).where(_TABLE.garden_id == garden_id)
    return session.scalar(query.order_by(_TABLE.revision.desc()).limit(1)) or 0


def entry(session: Session, garden_id: str, number: int) -> Written | None:
    """Return one change.

    Parameters
    ----------
    session : Session
        Open.
    garden_id : str
        The garden.
    number : int
        The change's. [number]

    Returns
    -------
    Written or None
        None where the garden has no such change.
    """
    query = select(JournalRow.__table__).where(
        _TABLE.garden_id == garden_id, _TABLE.number == number
    )
    row = session.execute(query).mappings().first()
    return Written(**row) if row is not None else None


def together(session: Session, change: Written) -> list[Written]:
    """Return the changes that were written together with one, and that one.

    Parameters
    ----------
    session : Session
        Open.
    change : Written
        One of them.

    Returns
    -------
    list of Written
        Oldest first; the change alone, where it was written alone.
    """
    if change.together is None:
        return [change]
    query = select(JournalRow.__table__).where(
        _TABLE.garden_id == change.garden_id, _TABLE.together == change.together
    )
    rows = session.execute(query.order_by(_TABLE.number)).mappings()
    return [Written(**row) for row in rows]


def counts(session: Session, garden_id: str, changes: Iterable[Written]) -> dict[int, int]:
    """Return how many changes were written together with some.

    Parameters
    ----------
    session : Session
        Open.
    garden_id : str
        The garden.
    changes : iterable of Written
        In its journal.

    Returns
    -------
    dict of int to int
        By what they have in `together`. [count]
    """
    wanted = {change.together for change in changes if change.together is not None}
    query = (
        select(_TABLE.together, func.count())
        .where(_TABLE.garden_id == garden_id, _TABLE.together.in_(wanted))
        .group_by(_TABLE.together)
    )
    return {row[0]: row[1] for row in session.execute(query)} if wanted else {}


def version(session: Session, garden_id: str, thing: tuple[str, str], revision: int) -> Row | None:
    """Return a thing as it was at one of its revisions.

    Parameters
    ----------
    session : Session
        Open.
    garden_id : str
        The garden.
    thing : tuple of str
        Its part of the document, kind and id, like ("garden/places", id).
    revision : int
        The thing's. [count]

    Returns
    -------
    dict or None
        None where the journal does not know.
    """
    path, key = thing
    part, _, kind = path.rpartition("/")
    query = select(_TABLE.after).where(_TABLE.garden_id == garden_id)
    found: Row | None = session.scalar(
        query.where(_TABLE.thing_id == key, _TABLE.thing_revision == revision)
        .order_by(_TABLE.number.desc())
        .limit(1)
    )
    if found is not None or not part:
        return found
    whole: Row | None = session.scalar(
        query.where(_TABLE.kind == "garden", _TABLE.revision == revision)
    )
    things = whole[part][kind] if whole else ()
    return next((row for row in things if (row.get("id") or row.get("key")) == key), None)


def last_revision(session: Session, garden_id: str, thing_id: str) -> int:
    """Return the highest revision that a thing ever had, so that a new life starts above it.

    Parameters
    ----------
    session : Session
        Open.
    garden_id : str
        The garden.
    thing_id : str
        The thing.

    Returns
    -------
    int
        0 for a thing that never was. [count]
    """
    query = select(func.max(_TABLE.thing_revision)).where(
        _TABLE.garden_id == garden_id, _TABLE.thing_id == thing_id
    )
    return session.scalar(query) or 0


def undoable(session: Session, garden_id: str) -> Undoable:
    """Return what undo and redo would act on next.

    A new write ends what could be done again, as people expect of an undo list.

    Parameters
    ----------
    session : Session
        Open.
    garden_id : str
        The garden.

    Returns
    -------
    Undoable
        Numbers of changes; None where there is none.
    """
    query = (
        select(_TABLE.number, _TABLE.act, _TABLE.undoes, _TABLE.kind, _TABLE.before.is_(None))
        .where(_TABLE.garden_id == garden_id)
        .order_by(_TABLE.number.desc())
        .limit(MOST_UNDONE)
    )
    done: dict[int, None] = {}
    undone: dict[int, None] = {}
    again: dict[int, None] = {}
    for number, act, of, kind, new in reversed(list(session.execute(query))):
        if act == "write":
            again.clear()
            if not (kind == "garden" and new):  # a garden's beginning stays
                done[number] = None
        elif act == "undo":
            done.pop(of, None)
            undone[of] = again[of] = None
        else:
            undone.pop(of, None)
            again.pop(of, None)
            done[of] = None
    return Undoable(next(reversed(done), None), next(reversed(again), None), frozenset(undone))
