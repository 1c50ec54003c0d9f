"""The whole store in one file, journal included, and back again."""

import gzip
import json
from dataclasses import dataclass
from datetime import UTC, datetime
from pathlib import Path
from typing import Any

from sqlalchemy import Engine, delete, select
from sqlalchemy.orm import Session

from eznel.core.document import GardenFile, upgrades
from eznel.core.errors import Impossible
from eznel.store import journal, reading
from eznel.store._writing import insert_garden
from eznel.store.tables import GardenRow, JournalRow

FORMAT = "eznel backup"
VERSION = 1
KEPT = 14
"""How many scheduled backups are kept, the newest. [count]"""

_JOURNALLED = (
    "number", "revision", "written_at", "who", "kind", "thing_id", "thing_revision", "before",
    "after", "act", "undoes",
)  # fmt: skip


@dataclass(frozen=True, slots=True)
class SavedGarden:
    """A garden in a backup: its document, the revisions of its things, and its journal."""

    file: GardenFile
    revision: int
    settings_revision: int
    revisions: dict[str, int]
    changes: list[dict[str, Any]]


@dataclass(frozen=True, slots=True)
class Backup:
    """What a backup file holds."""

    made_at: datetime
    gardens: tuple[SavedGarden, ...]


def save(engine: Engine, path: Path) -> int:
    """Write all gardens with their journals into a file, whole or not at all.

    Parameters
    ----------
    engine : Engine
        Of the store. [engine]
    path : Path
        The file; replaced if it is there. [path]

    Returns
    -------
    int
        Gardens written. [count]
    """
    with Session(engine) as session:
        gardens = [_garden(session, listed.id) for listed in reading.gardens(session)]
    whole = {
        "format": FORMAT,
        "version": VERSION,
        "made_at": datetime.now(UTC).isoformat(),
        "gardens": gardens,
    }
    path.parent.mkdir(parents=True, exist_ok=True)
    half = path.with_name(path.name + ".part")
    with gzip.open(half, "wt", encoding="utf-8") as out:
        json.dump(whole, out, default=str)
    half.chmod(0o600)
    half.replace(path)
    return len(gardens)


def _garden(session: Session, garden_id: str) -> dict[str, Any]:
    stored = reading.load(session, garden_id)
    changes = journal.entries(session, garden_id, most=10_000_000)
    return {
        "file": stored.file.model_dump(mode="json"),
        "revision": stored.revision,
        "settings_revision": stored.settings_revision,
        "revisions": stored.revisions,
        "changes": [{name: getattr(one, name) for name in _JOURNALLED} for one in changes[::-1]],
    }


def read(path: Path) -> Backup:
    """Return what a backup file holds, checked.

    Parameters
    ----------
    path : Path
        The file. [path]

    Returns
    -------
    Backup
        Its gardens, in the current version of the document.

    Raises
    ------
    OSError
        When the file cannot be read.
    Impossible
        When it is no backup, or one from a later release.
    ValidationError
        When a garden in it cannot be.
    """
    try:
        with gzip.open(path, "rt", encoding="utf-8") as file:
            plain = json.load(file)
    except (gzip.BadGzipFile, EOFError, ValueError) as error:
        raise Impossible("file", "not_a_backup") from error
    if not isinstance(plain, dict) or plain.get("format") != FORMAT:
        raise Impossible("file", "not_a_backup")
    if plain["version"] > VERSION:
        raise Impossible(
            "version", "version_from_future", version=plain["version"], current=VERSION
        )
    return Backup(
        made_at=datetime.fromisoformat(plain["made_at"]),
        gardens=tuple(
            SavedGarden(**{**garden, "file": upgrades.read(garden["file"])})
            for garden in plain["gardens"]
        ),
    )


def here(engine: Engine) -> dict[str, str]:
    """Return the gardens in the store.

    Parameters
    ----------
    engine : Engine
        Of the store. [engine]

    Returns
    -------
    dict of str to str
        Names by id.
    """
    with Session(engine) as session:
        return {garden.id: garden.name for garden in reading.gardens(session)}


def restore(engine: Engine, backup: Backup) -> None:
    """Put the gardens of a backup into the store, in the place of those with the same id.

    Parameters
    ----------
    engine : Engine
        Of the store; all gardens are written, or none. [engine]
    backup : Backup
        From `read`. [document]
    """
    with Session(engine) as session:
        for garden in backup.gardens:
            _put_back(session, garden)
        session.commit()


def _put_back(session: Session, garden: SavedGarden) -> None:
    garden_id = str(garden.file.garden.id)
    here = session.scalar(select(GardenRow.revision).where(GardenRow.id == garden_id)) or 0
    session.execute(delete(GardenRow).where(GardenRow.id == garden_id))
    session.execute(delete(JournalRow).where(JournalRow.garden_id == garden_id))
    # A revision never comes back: what is kept in memory under it would be taken for this.
    revision = max(here, garden.revision) + 1
    insert_garden(session, garden.file, revision, garden.settings_revision, garden.revisions)
    numbers: dict[int | None, int] = {}
    for change in garden.changes:
        columns = {name: change[name] for name in _JOURNALLED if name != "number"}
        columns["written_at"] = datetime.fromisoformat(change["written_at"])
        columns["undoes"] = numbers.get(change["undoes"])
        row = JournalRow(garden_id=garden_id, **columns)
        session.add(row)
        session.flush()
        numbers[change["number"]] = row.number


def keep_newest(folder: Path) -> None:
    """Remove all but the newest scheduled backups from a folder.

    Parameters
    ----------
    folder : Path
        Holds nothing but backups whose names sort by date. [path]
    """
    for old in sorted(folder.glob("*.eznel-backup"))[:-KEPT]:
        old.unlink()
