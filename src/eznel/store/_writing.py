"""What every write shares: the lock, the rows of one thing, merging by field, the journal."""

import json
from collections.abc import Callable, Iterator, Mapping, Sequence, Set
from contextlib import contextmanager
from dataclasses import dataclass, replace
from typing import Any

from pydantic import BaseModel, ValidationError
from sqlalchemy import delete, func, insert, select, text, update
from sqlalchemy.orm import Session

from eznel.core.document import Garden, GardenFile, WeatherDay
from eznel.core.errors import Impossible
from eznel.store import journal
from eznel.store._users import users_of
from eznel.store.aside import with_fields
from eznel.store.catching_up import current
from eznel.store.database import PACKET_BYTES
from eznel.store.kinds import KINDS, Kind, Row, key_of, to_row
from eznel.store.reading import SETTINGS, Missing, Stored
from eznel.store.tables import GardenRow, SoilValueRow, WeatherDayRow

Check = Callable[[GardenFile], object]
"""Raises what is wrong with a garden as it would be; nothing is stored then."""


class Stale(Exception):
    """The thing has moved on since, and both changed the same fields.

    Carries the stored version and its revision, the version both began from, and those fields.
    """

    def __init__(
        self,
        theirs: dict[str, Any] | None,
        revision: int,
        base: dict[str, Any] | None = None,
        fields: Sequence[str] = (),
    ) -> None:
        super().__init__(f"stored at revision {revision}")
        self.theirs, self.revision = theirs, revision
        self.base, self.fields = base, tuple(fields)


class InUse(Exception):
    """The thing is still named by others."""

    def __init__(self, names: Sequence[str]) -> None:
        super().__init__(", ".join(names))
        self.names = tuple(names)


def merged(base: Row | None, mine: Row, theirs: Row | None, revision: int) -> Row:
    """What both wanted: each field as whoever changed it has it.

    Raises Stale where both changed the same field, or where nobody knows what both began from.
    """
    if base is None or theirs is None:
        raise Stale(theirs, revision, base)
    fields = dict.fromkeys([*theirs, *mine])
    both = [f for f in fields if base.get(f) not in (mine.get(f), theirs.get(f))
            and mine.get(f) != theirs.get(f)]  # fmt: skip
    if both:
        raise Stale(theirs, revision, base, both)
    return {f: theirs.get(f) if mine.get(f) == base.get(f) else mine.get(f) for f in fields}


def merged_thing(
    kind: Kind, base: Row | None, mine: Row, theirs: Row | None, revision: int
) -> BaseModel:
    """The same for a whole thing; what does not fit together is left to the people."""
    both = merged(base, mine, theirs, revision)
    try:
        return kind.parse(both)
    except ValidationError as error:
        assert theirs is not None
        differing = [field for field in both if mine.get(field) != theirs.get(field)]
        raise Stale(theirs, revision, base, differing) from error


@dataclass(frozen=True, slots=True)
class Actor:
    """Who writes, whether it takes back or does again an earlier change, and with what others."""

    who: str
    act: journal.Act = "write"
    undoes: int | None = None
    together: int | None = None


@contextmanager
def locked(session: Session, garden_id: str) -> Iterator[Stored | None]:
    """A garden as stored, locked for one write: all of it is committed at the end, or nothing."""
    # What this session has read before would be what it goes on to see: it starts anew, and the
    # lock comes before the first reading.
    session.rollback()
    try:
        yield current(session, garden_id) if lock(session, [garden_id]) else None
        session.commit()
    finally:
        session.rollback()


def lock(session: Session, garden_ids: Sequence[str]) -> dict[str, int]:
    """Lock gardens against every other write until the transaction ends; return their revisions."""
    rows = (
        select(GardenRow.id, GardenRow.revision)
        .where(GardenRow.id.in_(garden_ids))
        .order_by(GardenRow.id)  # everybody in one order, so that nobody waits for each other
        .with_for_update()
    )
    return {row.id: row.revision for row in session.execute(rows)}


@contextmanager
def locked_there(session: Session, garden_id: str) -> Iterator[Stored]:
    """The same for a garden that must be there."""
    with locked(session, garden_id) as stored:
        if stored is None:
            raise Missing(garden_id)
        yield stored


def finish(
    session: Session,
    garden_id: str,
    had: int,
    change: tuple[str, str, int, Row | None, Row | None],
    by: Actor,
) -> int:
    """Count a write and put it in the journal; return the garden's new revision."""
    session.execute(update(GardenRow).where(GardenRow.id == garden_id).values(revision=had + 1))
    kind, key, revision, before, after = change
    journal.append(
        session,
        journal.Change(
            garden_id=garden_id,
            revision=had + 1,
            who=by.who,
            kind=kind,
            thing_id=key,
            thing_revision=revision,
            before=before,
            after=after,
            act=by.act,
            undoes=by.undoes,
            together=by.together,
        ),
    )
    return had + 1


def write_thing(
    session: Session, stored: Stored, kind: Kind, thing: BaseModel, check: Check, by: Actor
) -> tuple[int, int]:
    """Store a thing as it now is; return its revision and the garden's."""
    check(with_things(stored.file, kind, (thing,)))
    return write_one(session, stored, stored.revision, (kind, thing), by)


def write_things(
    session: Session,
    stored: Stored,
    kind: Kind,
    things: Sequence[BaseModel],
    check: Check,
    by: Actor,
) -> int:
    """Store several things of a kind, all or none; return the garden's revision."""
    check(with_things(stored.file, kind, things))
    revision = stored.revision
    by = replace(by, together=together(stored, things))
    for thing in things:
        _, revision = write_one(session, stored, revision, (kind, thing), by)
    return revision


def together(stored: Stored, things: Sequence[object]) -> int | None:
    """What changes that belong together are known by: the first revision; none of one alone."""
    return stored.revision + 1 if len(things) > 1 else None


def write_one(
    session: Session, stored: Stored, revision: int, what: tuple[Kind, BaseModel], by: Actor
) -> tuple[int, int]:
    """Store a thing that was checked; return its revision and the garden's."""
    kind, thing = what
    garden_id, key = str(stored.file.garden.id), key_of(thing)
    had = stored.revisions.get(key)
    new = had is None
    if had is None:
        had = journal.last_revision(session, garden_id, key)
        if kind.name == "weather":  # days that were written together have the garden's revision
            had = max(had, stored.revision)
    _write_rows(session, garden_id, kind, thing, had + 1, new=new)
    change = (kind.name, key, had + 1, now(stored, kind, key), dumped(thing))
    return had + 1, finish(session, garden_id, revision, change, by)


def write_days(
    session: Session, stored: Stored, days: Sequence[WeatherDay], check: Check, by: Actor
) -> int:
    """Store the weather of several days in one write; return the garden's revision.

    A day that is there already is replaced under the id that it has.
    """
    known = {day.on: day for day in stored.file.log.weather}
    brought = {day.on: day.model_copy(update={"id": known[day.on].id}) if day.on in known else day
               for day in days}  # fmt: skip
    changed = {on: day for on, day in brought.items() if day != known.get(on)}
    if not changed:
        return stored.revision
    weather = sorted({**known, **changed}.values(), key=lambda day: day.on)
    check(_checked(stored.file, KINDS["weather"], weather))
    before = [known[on] for on in changed if on in known]
    return replace_days(session, stored, before, list(changed.values()), by)


def replace_days(
    session: Session,
    stored: Stored,
    before: Sequence[BaseModel],
    after: Sequence[BaseModel],
    by: Actor,
) -> int:
    garden_id, kind, table = str(stored.file.garden.id), KINDS["weather"], WeatherDayRow.__table__
    gone = [key_of(day) for day in before]
    session.execute(delete(WeatherDayRow).where(
        table.c.garden_id == garden_id, table.c.id.in_(gone)))  # fmt: skip
    last = session.scalar(select(func.max(table.c.ordinal)).where(table.c.garden_id == garden_id))
    own = {"garden_id": garden_id, "revision": stored.revision + 1}
    rows = [{**own, "ordinal": n, **to_row(kind, day)[0]}
            for n, day in enumerate(after, 0 if last is None else last + 1)]  # fmt: skip
    if rows:
        session.execute(insert(WeatherDayRow), rows)
    change = (journal.DAYS, garden_id, stored.revision + 1, _days(before), _days(after))
    return finish(session, garden_id, stored.revision, change, by)


def _days(days: Sequence[BaseModel]) -> Row:
    """Days in the journal, with what people know them by."""
    plain = [day.model_dump(mode="json") for day in days]
    on = sorted(day["on"] for day in plain)
    return {"on": " – ".join(dict.fromkeys([on[0], on[-1]])) if on else "", "days": plain}


def remove_thing(
    session: Session, stored: Stored, kind: Kind, key: str, by: Actor
) -> tuple[int, int]:
    """Remove a thing that nothing names; return 0 and the garden's revision."""
    if now(stored, kind, key) is None:
        return 0, stored.revision
    without_things(stored.file, kind, {key})
    return 0, remove_one(session, stored, stored.revision, (kind, key), by)


def remove_one(
    session: Session, stored: Stored, revision: int, what: tuple[Kind, str], by: Actor
) -> int:
    """Remove a thing whose absence was checked; return the garden's revision."""
    kind, key = what
    garden_id = str(stored.file.garden.id)
    columns = kind.table.__table__.c
    session.execute(delete(kind.table).where(columns.garden_id == garden_id, columns.id == key))
    change = (kind.name, key, stored.revisions[key], now(stored, kind, key), None)
    return finish(session, garden_id, revision, change, by)


def write_settings(
    session: Session, stored: Stored, garden: Garden, check: Check, by: Actor
) -> tuple[int, int]:
    """Store a garden's settings; return their revision and the garden's."""
    changed = stored.file.garden.model_copy(
        update={name: getattr(garden, name) for name in SETTINGS}
    )
    check(stored.file.model_copy(update={"garden": changed}))
    number = stored.settings_revision + 1
    values = {**settings_of(garden), "stands_on": garden.stands_on}
    session.execute(
        update(GardenRow)
        .where(GardenRow.id == str(garden.id))
        .values(**values, settings_revision=number)
    )
    old = settings_of(stored.file.garden)
    change = ("settings", str(garden.id), number, old, settings_of(garden))
    return number, finish(session, str(garden.id), stored.revision, change, by)


def write_whole(session: Session, stored: Stored | None, file: GardenFile, by: Actor) -> int:
    """Store a garden whole in the place of what is there; return its revision."""
    garden_id, had = str(file.garden.id), stored.revision if stored else 0
    before, after = dumped(stored.file) if stored else None, dumped(file)
    _fits_in_a_packet(session, before, after)
    session.execute(delete(GardenRow).where(GardenRow.id == garden_id))
    insert_garden(session, file, had, had + 1, {})
    return finish(session, garden_id, had, ("garden", garden_id, had + 1, before, after), by)


def with_settings(stored: Stored, settings: Row) -> Garden:
    """A garden with other settings."""
    return Garden.model_validate({**stored.file.garden.model_dump(), **settings})


def _fits_in_a_packet(session: Session, *documents: Row | None) -> None:
    """Refuse what the database could not take in one statement, before anything is written."""
    size = sum(len(json.dumps(one).encode()) for one in documents if one)
    if size * 1.1 > min(session.scalar(text("SELECT @@max_allowed_packet")), PACKET_BYTES):
        raise Impossible("file", "garden_too_large")


def insert_garden(
    session: Session, file: GardenFile, revision: int, newest: int, revisions: Mapping[str, int]
) -> None:
    """Insert all rows of a garden; a thing whose revision is not told gets the newest."""
    garden_id = str(file.garden.id)
    settings = {**settings_of(file.garden), "stands_on": file.garden.stands_on}
    session.execute(
        insert(GardenRow).values(
            id=garden_id, **settings, settings_revision=newest, revision=revision
        )
    )
    for kind in KINDS.values():
        rows, value_rows = [], []
        for ordinal, thing in enumerate(things(file, kind)):
            columns, values = to_row(kind, thing)
            own = {"garden_id": garden_id, "ordinal": ordinal}
            own["revision"] = revisions.get(key_of(thing), newest)
            rows.append({**own, **columns})
            value_rows += [
                {"garden_id": garden_id, "report_id": columns["id"], **value} for value in values
            ]
        if rows:
            session.execute(insert(kind.table), rows)
        if value_rows:
            session.execute(insert(SoilValueRow), value_rows)


def dumped(thing: BaseModel | None) -> Row | None:
    """A thing as plain data; None for none."""
    return None if thing is None else thing.model_dump(mode="json")


def settings_of(garden: Garden) -> Row:
    """A garden's settings as plain data."""
    return garden.model_dump(mode="json", include=set(SETTINGS))


def things(file: GardenFile, kind: Kind) -> tuple[BaseModel, ...]:
    """All things of a kind."""
    found: tuple[BaseModel, ...] = getattr(getattr(file, kind.part), kind.name)
    return found


def find(file: GardenFile, kind: Kind, key: str) -> BaseModel | None:
    """One thing, if it is there."""
    return next((thing for thing in things(file, kind) if key_of(thing) == key), None)


def now(stored: Stored, kind: Kind, key: str) -> Row | None:
    """One thing as plain data, whether it keeps the garden's rules or stands aside."""
    there = find(stored.file, kind, key)
    if there is not None:
        return dumped(there)
    return next((one.data for one in stored.aside if (one.kind, one.key) == (kind, key)), None)


def with_things(file: GardenFile, kind: Kind, changed: Sequence[BaseModel]) -> GardenFile:
    """The garden as it would be, checked whole."""
    new = {key_of(thing): thing for thing in changed}
    kept = [new.pop(key_of(one), one) for one in things(file, kind)]
    return _checked(file, kind, (*kept, *new.values()))


def without_things(file: GardenFile, kind: Kind, keys: Set[str]) -> GardenFile:
    """The garden without some things that nothing else names, checked whole."""
    users = [user for key in keys for user in users_of(file, kind, key)]
    if users:
        raise InUse(users)
    kept = [thing for thing in things(file, kind) if key_of(thing) not in keys]
    return _checked(file, kind, kept) if len(kept) < len(things(file, kind)) else file


def _checked(file: GardenFile, kind: Kind, things: Sequence[BaseModel]) -> GardenFile:
    """The garden with other things of a kind, if that keeps its rules."""
    part = with_fields(getattr(file, kind.part), {kind.name: tuple(things)})
    return with_fields(file, {kind.part: part})


def _write_rows(
    session: Session, garden_id: str, kind: Kind, thing: BaseModel, revision: int, *, new: bool
) -> None:
    columns, values = to_row(kind, thing)
    table = kind.table.__table__
    if new:
        last = session.scalar(
            select(func.max(table.c.ordinal)).where(table.c.garden_id == garden_id)
        )
        own = {"garden_id": garden_id, "ordinal": 0 if last is None else last + 1}
        session.execute(insert(kind.table).values(**own, revision=revision, **columns))
    else:
        session.execute(
            update(kind.table)
            .where(table.c.garden_id == garden_id, table.c.id == columns["id"])
            .values(**columns, revision=revision)
        )
    if kind.name == "reports":
        of = SoilValueRow.__table__.c
        session.execute(
            delete(SoilValueRow).where(of.garden_id == garden_id, of.report_id == columns["id"])
        )
        if values:
            rows = [{"garden_id": garden_id, "report_id": columns["id"], **v} for v in values]
            session.execute(insert(SoilValueRow), rows)
