"""The whole store in one file, journals and accounts included, and back again."""

import gzip
import json
import os
import zlib
from collections.abc import Callable, Iterator
from datetime import UTC, datetime
from pathlib import Path
from typing import Annotated, Any, Literal

from pydantic import AfterValidator, BaseModel, BeforeValidator, ConfigDict, Field, ValidationError
from sqlalchemy import Engine, delete, func, insert, select, update
from sqlalchemy.orm import Session

from eznel.core.document import GardenFile, upgrades
from eznel.core.errors import Impossible, Refusal
from eznel.store import database, journal, people, photos, reading
from eznel.store._writing import insert_garden, lock
from eznel.store.kinds import KINDS
from eznel.store.saved_people import SavedPerson, put_back, saved
from eznel.store.tables import GardenRow, JournalRow

FORMAT = "eznel backup"
VERSION = 3
KEPT = 14
"""How many scheduled backups are kept, the newest. [count]"""
MOST_BYTES = 500_000_000
"""What a backup may come to, unpacked: more is no garden's, and would fill the memory. [bytes]"""
LOW_BYTES = 1_000_000_000
"""With less room than this on the disk of the backups somebody is told. [bytes]"""
PACKED = 6
"""Of gzip's nine levels: the next ones take twice as long and save one hundredth. [level]"""
_AT_ONCE = 500

Counted = Annotated[int, Field(ge=0, lt=2**31)]
Id = Annotated[str, Field(max_length=60)]


class _Part(BaseModel):
    model_config = ConfigDict(frozen=True, extra="forbid")


def _naive(written: datetime) -> datetime:
    return written.replace(tzinfo=None)


class SavedChange(_Part):
    """A row of the journal."""

    number: Counted
    revision: Counted
    written_at: Annotated[datetime, AfterValidator(_naive)]
    who: Annotated[str, Field(max_length=80)]
    kind: Literal[("garden", "settings", journal.DAYS, *KINDS)]  # type: ignore[valid-type]
    thing_id: Id
    thing_revision: Counted
    before: dict[str, Any] | None
    after: dict[str, Any] | None
    act: Literal["write", "undo", "redo"]
    undoes: Counted | None
    together: Counted | None = None


class SavedThing(_Part):
    """A thing that breaks its garden's rules, as it was stored: kept for mending by hand."""

    kind: str
    data: dict[str, Any]


class SavedGarden(_Part):
    """A garden in a backup: its document, the revisions of its things, and its journal."""

    file: Annotated[GardenFile, BeforeValidator(upgrades.read)]
    revision: Counted
    settings_revision: Counted
    revisions: dict[Id, Counted]
    changes: list[SavedChange]
    aside: list[SavedThing] = []


class Unread(_Part):
    """A garden whose settings alone could not be read: its name, and why."""

    name: str
    why: str


class Backup(_Part):
    """What a backup file holds."""

    format: Literal["eznel backup"]
    version: int
    made_at: datetime
    gardens: tuple[SavedGarden, ...]
    unread: tuple[Unread, ...] = ()
    people: tuple[SavedPerson, ...] = ()


def save(engine: Engine, path: Path) -> int:
    """Write all gardens with their journals, and all accounts, into a file, whole or not at all.

    Another backup is waited for. A garden that breaks its rules stops nothing.

    Parameters
    ----------
    engine : Engine
        Of the store.
    path : Path
        The file; replaced if it is there.

    Returns
    -------
    int
        Gardens written. [count]

    Raises
    ------
    OSError
        When the file cannot be written.
    Unusable
        When another backup takes too long.
    """
    path.parent.mkdir(parents=True, exist_ok=True)
    half = path.with_name(f"{path.name}.{os.getpid()}.part")
    with database.alone(engine, "backup"):
        try:
            written = _write(engine, half)
            half.chmod(0o600)
            half.replace(path)
        finally:
            half.unlink(missing_ok=True)
    return written


def _write(engine: Engine, file: Path) -> int:
    """Garden by garden, so that no more than a few stand in the memory."""
    written = 0
    unread: list[dict[str, str]] = []
    head = {"format": FORMAT, "version": VERSION, "made_at": datetime.now(UTC).isoformat()}
    with (
        gzip.open(file, "wt", compresslevel=PACKED, encoding="utf-8") as out,
        Session(engine) as session,
    ):
        out.write(f'{json.dumps(head)[:-1]}, "gardens": [')
        for rows in reading.every(session):
            try:
                garden = json.dumps(_garden(session, reading.made_of(rows)), default=str)
            except ValidationError as error:
                unread.append({"name": rows.garden["name"], "why": str(error)})
                continue
            out.write(f", {garden}" if written else garden)
            written += 1
        accounts = [one.model_dump(mode="json") for one in saved(session)]
        out.write(f'], "unread": {json.dumps(unread)}, "people": {json.dumps(accounts)}}}')
    return written


def _garden(session: Session, stored: reading.Stored) -> dict[str, Any]:
    garden_id = str(stored.file.garden.id)
    changes = journal.entries(session, garden_id, most=10_000_000)
    return {
        "file": photos.with_photos(session, stored.file).model_dump(mode="json"),
        "revision": stored.revision,
        "settings_revision": stored.settings_revision,
        "revisions": stored.revisions,
        "changes": [
            {name: getattr(one, name) for name in SavedChange.model_fields} for one in changes[::-1]
        ],
        "aside": [{"kind": one.kind.name, "data": one.data} for one in stored.aside],
    }


def read(path: Path) -> Backup:
    """Return what a backup file holds, checked whole.

    Parameters
    ----------
    path : Path
        The file.

    Returns
    -------
    Backup
        Its gardens, in the current version of the document.

    Raises
    ------
    OSError
        When the file cannot be read.
    Impossible
        When it is no backup, a damaged one, one from a later release, or too large.
    ValidationError
        When something in it cannot be.
    """
    try:
        plain = json.loads(_unpacked(path))
    except (ValueError, RecursionError, MemoryError) as error:
        raise Impossible("file", "not_a_backup") from error
    if not isinstance(plain, dict) or plain.get("format") != FORMAT:
        raise Impossible("file", "not_a_backup")
    version = plain.get("version")
    if isinstance(version, int) and version > VERSION:
        raise Impossible("version", "version_from_future", version=version, current=VERSION)
    try:
        backup = Backup.model_validate(plain)
    except (RecursionError, Refusal) as error:
        if isinstance(error, Refusal):
            raise
        raise Impossible("file", "backup_damaged") from error
    ids = [garden.file.garden.id for garden in backup.gardens]
    if len(set(ids)) < len(ids):
        raise Impossible("file", "backup_damaged")
    return backup


def _unpacked(path: Path) -> bytes:
    """What a file holds, no more than a store can be."""
    try:
        with gzip.open(path, "rb") as file:
            found = file.read(MOST_BYTES + 1)
    except (gzip.BadGzipFile, EOFError, zlib.error) as error:
        raise Impossible("file", "not_a_backup") from error
    if len(found) > MOST_BYTES:
        raise Impossible("file", "backup_too_large")
    return found


def told(engine: Engine, backup: Backup) -> Iterator[str]:
    """Say what restoring a backup will do.

    Parameters
    ----------
    engine : Engine
        Of the store.
    backup : Backup
        From `read`.

    Yields
    ------
    str
        A line for each garden, for what of it stays in the file, and for the accounts.
    """
    with Session(engine) as session:
        here = {garden.id: garden.name for garden in reading.gardens(session)}
        alone = people.is_empty(session)
    for garden in backup.gardens:
        there = here.get(str(garden.file.garden.id))
        what = f"replaces “{there}” as it is now" if there else "is not here now"
        yield f"{garden.file.garden.name}: {what}"
        for thing in garden.aside:
            yield f"  left in the file, as it breaks the garden's rules: {thing.kind}"
    for unread in backup.unread:
        yield f"{unread.name}: could not be read when the backup was made"
    if backup.people:
        back = (
            "they come back, and sign in anew"
            if alone
            else ("they stay in the file, as there are accounts here")
        )
        yield f"accounts ({len(backup.people)}): {back}"


def restore(
    engine: Engine, backup: Backup, done: Callable[[int, int], object] = lambda n, of: None
) -> None:
    """Put the gardens of a backup into the store, in the place of those with the same id.

    Its accounts come back where nobody has one.

    Parameters
    ----------
    engine : Engine
        Of the store; all gardens are written, or none.
    backup : Backup
        From `read`.
    done : callable
        Told how many gardens of how many are written.
    """
    with Session(engine) as session:
        # As every write does: lock first, then read. Nobody writes beside it.
        ids = [str(garden.file.garden.id) for garden in backup.gardens]
        there = lock(session, ids)
        for n, garden in enumerate(backup.gardens, start=1):
            _put_back(session, garden, there.get(str(garden.file.garden.id), 0))
            done(n, len(backup.gardens))
        put_back(session, backup.people, ids)
        session.commit()


def _put_back(session: Session, garden: SavedGarden, there: int) -> None:
    garden_id = str(garden.file.garden.id)
    of_garden = JournalRow.garden_id == garden_id
    newest = session.scalar(select(func.max(JournalRow.revision)).where(of_garden)) or 0
    session.execute(delete(GardenRow).where(GardenRow.id == garden_id))
    session.execute(delete(JournalRow).where(of_garden))
    # A revision never comes back: what is kept in memory under it would be taken for this.
    known = (change.revision for change in garden.changes)
    revision = max(there, newest, garden.revision, *known, 0) + 1
    insert_garden(session, garden.file, revision, garden.settings_revision, garden.revisions)
    photos.put_back(session, garden.file)
    _put_journal_back(session, garden_id, garden.changes)


def _put_journal_back(session: Session, garden_id: str, changes: list[SavedChange]) -> None:
    """Insert a journal; its rows get new numbers, which undo and redo name."""
    rows = [
        {**change.model_dump(exclude={"number", "undoes"}), "garden_id": garden_id}
        for change in changes
    ]
    for n in range(0, len(rows), _AT_ONCE):
        session.execute(insert(JournalRow), rows[n : n + _AT_ONCE])
    numbered = select(JournalRow.number).where(JournalRow.garden_id == garden_id)
    new = list(session.scalars(numbered.order_by(JournalRow.number)))
    numbers = {change.number: number for change, number in zip(changes, new, strict=True)}
    for change in changes:
        if change.undoes in numbers:
            session.execute(
                update(JournalRow)
                .where(JournalRow.number == numbers[change.number])
                .values(undoes=numbers[change.undoes])
            )


def keep_newest(folder: Path) -> None:
    """Remove all but the newest scheduled backups from a folder.

    Parameters
    ----------
    folder : Path
        Holds nothing but backups whose names sort by date.
    """
    for old in sorted(folder.glob("*.eznel-backup"))[:-KEPT]:
        old.unlink()
