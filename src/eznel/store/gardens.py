"""Gardens into the store: create or replace whole, save one thing, remove one, save settings.

Check, write and journal are one transaction, begun by locking the garden's row, so two writers
cannot both pass a check and then both write. Different things never conflict: each has a revision
of its own; the garden's revision counts all writes and keys caches.
"""

from collections.abc import Callable, Iterator, Sequence
from contextlib import contextmanager
from dataclasses import dataclass
from typing import Any

from pydantic import BaseModel
from sqlalchemy import delete, func, insert, select, update
from sqlalchemy.orm import Session

from eznel.core.document import Garden, GardenFile
from eznel.store import journal
from eznel.store.kinds import KINDS, Kind, Row, key_of, to_row
from eznel.store.reading import SETTINGS, Missing, Stored, load
from eznel.store.tables import GardenRow, SoilValueRow

Check = Callable[[GardenFile], object]
"""Raises what is wrong with a garden as it would be; nothing is stored then."""


class Stale(Exception):
    """The thing has moved on since; carries the stored version and its revision."""

    def __init__(self, theirs: dict[str, Any] | None, revision: int) -> None:
        super().__init__(f"stored at revision {revision}")
        self.theirs, self.revision = theirs, revision


class InUse(Exception):
    """The thing is still named by others."""

    def __init__(self, names: Sequence[str]) -> None:
        super().__init__(", ".join(names))
        self.names = tuple(names)


@dataclass(frozen=True, slots=True)
class Written:
    """Revisions after a write."""

    revision: int
    garden_revision: int


def replace(
    session: Session, file: GardenFile, *, based_on: int, who: str, check: Check
) -> Written:
    """Create a garden, or replace it whole.

    Parameters
    ----------
    session : Session
        Open; committed here. [session]
    file : GardenFile
        The garden with its log. [document]
    based_on : int
        The garden's revision that this was made from; 0 for a new one. [count]
    who : str
        Who did it, for the journal. [name]
    check : callable
        Raises what is wrong with the garden. [function]

    Returns
    -------
    Written
        The garden's revision, twice.

    Raises
    ------
    Stale
        When the garden has moved on, or is there already.
    """
    check(file)
    garden_id = str(file.garden.id)
    with _locked(session, garden_id) as stored:
        had = stored.revision if stored else 0
        if stored and stored.file == file:
            return Written(had, had)
        if had != based_on:
            raise Stale(None, had)
        session.execute(delete(GardenRow).where(GardenRow.id == garden_id))
        settings = {**_settings(file.garden), "settings_revision": had + 1, "revision": had}
        session.execute(insert(GardenRow).values(id=garden_id, **settings))
        for kind in KINDS.values():
            _insert_all(session, kind, garden_id, _things(file, kind), had)
        before = stored.file.model_dump(mode="json") if stored else None
        after = file.model_dump(mode="json")
        number = _finish(session, garden_id, had, ("garden", garden_id, before, after), who)
        return Written(number, number)


def _insert_all(
    session: Session, kind: Kind, garden_id: str, things: Sequence[BaseModel], stored: int
) -> None:
    rows, value_rows = [], []
    for ordinal, thing in enumerate(things):
        columns, values = to_row(kind, thing)
        rows.append({"garden_id": garden_id, "revision": stored + 1, "ordinal": ordinal, **columns})
        value_rows += [
            {"garden_id": garden_id, "report_id": columns["id"], **value} for value in values
        ]
    if rows:
        session.execute(insert(kind.table), rows)
    if value_rows:
        session.execute(insert(SoilValueRow), value_rows)


def put(
    session: Session,
    garden_id: str,
    kind: Kind,
    thing: BaseModel,
    *,
    based_on: int,
    who: str,
    check: Check,
) -> Written:
    """Create or replace one thing. A repeat of the same write is harmless.

    Parameters
    ----------
    session : Session
        Open; committed here. [session]
    garden_id : str
        The garden. [id]
    kind : Kind
        The thing's kind. [kind]
    thing : BaseModel
        The thing. [document]
    based_on : int
        The thing's revision that this was made from; 0 for a new one. [count]
    who : str
        Who did it, for the journal. [name]
    check : callable
        Raises what is wrong with the garden as it would be. [function]

    Returns
    -------
    Written
        The thing's revision and the garden's.

    Raises
    ------
    Missing
        When there is no such garden.
    Stale
        When the thing has moved on since.
    """
    key = key_of(thing)
    with _locked(session, garden_id) as stored:
        stored = _there(stored, garden_id)
        theirs = _find(stored.file, kind, key)
        had = stored.revisions[key] if theirs else 0
        if theirs == thing:
            return Written(had, stored.revision)
        before = theirs.model_dump(mode="json") if theirs else None
        if had != based_on:
            raise Stale(before, had)
        check(_with(stored.file, kind, key, thing))
        _write(session, garden_id, kind, thing, had)
        change = (kind.name, key, before, thing.model_dump(mode="json"))
        return Written(had + 1, _finish(session, garden_id, stored.revision, change, who))


def remove(
    session: Session, garden_id: str, kind: Kind, key: str, *, based_on: int, who: str
) -> Written:
    """Remove one thing. Removing what is not there any more is harmless.

    Parameters
    ----------
    session : Session
        Open; committed here. [session]
    garden_id : str
        The garden. [id]
    kind : Kind
        The thing's kind. [kind]
    key : str
        Its id. [id]
    based_on : int
        The thing's revision that was seen. [count]
    who : str
        Who did it, for the journal. [name]

    Returns
    -------
    Written
        0 and the garden's revision.

    Raises
    ------
    Missing
        When there is no such garden.
    Stale
        When the thing has moved on since.
    InUse
        When another thing still names it.
    """
    with _locked(session, garden_id) as stored:
        stored = _there(stored, garden_id)
        theirs = _find(stored.file, kind, key)
        if theirs is None:
            return Written(0, stored.revision)
        before = theirs.model_dump(mode="json")
        if stored.revisions[key] != based_on:
            raise Stale(before, stored.revisions[key])
        users = _users(stored.file, kind, key)
        if users:
            raise InUse(users)
        columns = kind.table.__table__.c
        session.execute(delete(kind.table).where(columns.garden_id == garden_id, columns.id == key))
        change = (kind.name, key, before, None)
        return Written(0, _finish(session, garden_id, stored.revision, change, who))


def settle(session: Session, garden: Garden, *, based_on: int, who: str, check: Check) -> Written:
    """Save a garden's settings: name, site, preferences, and the day its calendar stands on.

    Parameters
    ----------
    session : Session
        Open; committed here. [session]
    garden : Garden
        With the new settings; its things are not looked at. [document]
    based_on : int
        The settings' revision that this was made from. [count]
    who : str
        Who did it, for the journal. [name]
    check : callable
        Raises what is wrong with the garden as it would be. [function]

    Returns
    -------
    Written
        The settings' revision and the garden's.

    Raises
    ------
    Missing
        When there is no such garden.
    Stale
        When the settings have moved on since.
    """
    garden_id = str(garden.id)
    with _locked(session, garden_id) as stored:
        stored = _there(stored, garden_id)
        new, old = _settings(garden), _settings(stored.file.garden)
        if new == old:
            return Written(stored.settings_revision, stored.revision)
        if stored.settings_revision != based_on:
            raise Stale(_plain(old), stored.settings_revision)
        settings = {name: getattr(garden, name) for name in SETTINGS}
        changed = stored.file.garden.model_copy(update=settings)
        check(stored.file.model_copy(update={"garden": changed}))
        session.execute(
            update(GardenRow)
            .where(GardenRow.id == garden_id)
            .values(**new, settings_revision=based_on + 1)
        )
        change = ("settings", garden_id, _plain(old), _plain(new))
        return Written(based_on + 1, _finish(session, garden_id, stored.revision, change, who))


@contextmanager
def _locked(session: Session, garden_id: str) -> Iterator[Stored | None]:
    """A garden as stored, locked for one write; what is not committed by the end is undone."""
    try:
        lock = select(GardenRow.id).where(GardenRow.id == garden_id).with_for_update()
        yield load(session, garden_id) if session.scalar(lock) is not None else None
    finally:
        session.rollback()


def _there(stored: Stored | None, garden_id: str) -> Stored:
    if stored is None:
        raise Missing(garden_id)
    return stored


def _finish(
    session: Session,
    garden_id: str,
    had: int,
    change: tuple[str, str, Row | None, Row | None],
    who: str,
) -> int:
    """Count a write, put it in the journal, and commit; return the garden's new revision."""
    session.execute(update(GardenRow).where(GardenRow.id == garden_id).values(revision=had + 1))
    kind, key, before, after = change
    entry = journal.Change(
        garden_id=garden_id,
        revision=had + 1,
        who=who,
        kind=kind,
        thing_id=key,
        before=before,
        after=after,
    )
    journal.append(session, entry)
    session.commit()
    return had + 1


def _settings(garden: Garden) -> Row:
    plain = garden.model_dump(mode="json", include=set(SETTINGS))
    return {**plain, "stands_on": garden.stands_on}


def _plain(settings: Row) -> Row:
    return {name: value if name != "stands_on" or value is None else value.isoformat()
            for name, value in settings.items()}  # fmt: skip


def _things(file: GardenFile, kind: Kind) -> tuple[BaseModel, ...]:
    things: tuple[BaseModel, ...] = getattr(getattr(file, kind.part), kind.name)
    return things


def _find(file: GardenFile, kind: Kind, key: str) -> BaseModel | None:
    return next((thing for thing in _things(file, kind) if key_of(thing) == key), None)


def _with(file: GardenFile, kind: Kind, key: str, thing: BaseModel) -> GardenFile:
    """The garden as it would be, checked whole."""
    things = _things(file, kind)
    changed = [thing if key_of(t) == key else t for t in things]
    if all(key_of(t) != key for t in things):
        changed.append(thing)
    part = getattr(file, kind.part).model_copy(update={kind.name: tuple(changed)})
    return GardenFile.model_validate(file.model_copy(update={kind.part: part}).model_dump())


def _users(file: GardenFile, kind: Kind, key: str) -> list[str]:
    """Names of what would be left hanging without a thing."""
    garden, log = file.garden, file.log
    text = key
    if kind.name == "places":
        return [p.label for p in garden.plantings if str(p.place) == text] + [
            r.lab for r in garden.reports if any(str(p) == text for p in r.places)
        ]
    if kind.name == "plantings":
        return [str(e.on) for e in log.feeds if str(e.planting) == text] + [
            s.stage for s in log.stages if str(s.planting) == text
        ]
    if kind.name in ("products", "scoops"):
        field = kind.name[:-1]
        used = [str(e.on) for e in log.feeds if any(
            str(getattr(a, field, "")) == text for a in e.amounts)]  # fmt: skip
        charged = [p.name for p in garden.places if any(
            str(c.product) == text for c in getattr(p, "charge", ()))]  # fmt: skip
        return used + (charged if field == "product" else [])
    if kind.name == "programmes":
        return [p.label for p in garden.plantings if p.programme == text]
    return []


def _write(session: Session, garden_id: str, kind: Kind, thing: BaseModel, had: int) -> None:
    columns, values = to_row(kind, thing)
    table = kind.table.__table__
    if had:
        session.execute(
            update(kind.table)
            .where(table.c.garden_id == garden_id, table.c.id == columns["id"])
            .values(**columns, revision=had + 1)
        )
    else:
        last = session.scalar(
            select(func.max(table.c.ordinal)).where(table.c.garden_id == garden_id)
        )
        ordinal = 0 if last is None else last + 1
        session.execute(
            insert(kind.table).values(garden_id=garden_id, revision=1, ordinal=ordinal, **columns)
        )
    if kind.name == "reports":
        of = SoilValueRow.__table__.c
        session.execute(
            delete(SoilValueRow).where(of.garden_id == garden_id, of.report_id == columns["id"])
        )
        if values:
            rows = [{"garden_id": garden_id, "report_id": columns["id"], **v} for v in values]
            session.execute(insert(SoilValueRow), rows)
