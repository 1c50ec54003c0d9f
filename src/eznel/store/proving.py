"""Proof that a backup can be restored: it is, into a database beside, and compared."""

from collections.abc import Callable, Iterator
from contextlib import contextmanager
from dataclasses import dataclass
from datetime import datetime
from pathlib import Path

from pydantic import ValidationError
from sqlalchemy import Engine, create_engine, text
from sqlalchemy.orm import Session

from eznel.core.document import GardenFile
from eznel.core.errors import Refusal
from eznel.store import backups, database, reading
from eznel.store.saved_people import SavedPerson, saved
from eznel.store.tables import Base

BESIDE = "_proof"
"""What the database's name gets for the one beside it."""

Planned = Callable[[GardenFile], bytes]
"""A garden's plan, as it is sent."""


@dataclass(frozen=True, slots=True)
class Proof:
    """What came of restoring a backup."""

    made_at: datetime | None
    """None where it could not be read."""
    gardens: int
    wrong: tuple[str, ...]
    """Sentences; none where all is well."""


def prove(engine: Engine, path: Path, planned: Planned) -> Proof:
    """Restore a backup into a database beside, and compare what comes out with what went in.

    A garden that has not changed since is compared with the one in the store too: document and
    plan.

    Parameters
    ----------
    engine : Engine
        Of the store, which stays as it is.
    path : Path
        The backup.
    planned : callable
        Makes a garden's plan.

    Returns
    -------
    Proof
        Also of a file that is none.
    """
    try:
        backup = backups.read(path)
    except (Refusal, ValidationError, OSError) as error:
        said = getattr(error, "key", None) or str(error).splitlines()[0]
        return Proof(None, 0, (f"{path.name} cannot be read: {said}.",))
    wrong = [f"{one.name} could not be read when it was made." for one in backup.unread]
    with database.alone(engine, "proof"), _beside(engine) as there:
        backups.restore(there, backup)
        with Session(there) as back, Session(engine) as here:
            if saved(back) != _of_gardens(backup):
                wrong.append("The accounts do not come back as they were saved.")
            for garden in backup.gardens:
                wrong += _differences(garden, back, here, planned)
    return Proof(backup.made_at, len(backup.gardens), tuple(wrong))


def _of_gardens(backup: backups.Backup) -> tuple[SavedPerson, ...]:
    """The accounts, with what they may do in its gardens alone."""
    ids = {str(garden.file.garden.id) for garden in backup.gardens}
    return tuple(
        one.model_copy(update={"roles": {id_: x for id_, x in one.roles.items() if id_ in ids}})
        for one in backup.people
    )


def _differences(
    saved: backups.SavedGarden, back: Session, here: Session, planned: Planned
) -> Iterator[str]:
    name, id_ = saved.file.garden.name, str(saved.file.garden.id)
    bare = saved.file.model_copy(update={"photos": ()})
    restored = reading.load(back, id_).file
    if restored != bare:
        yield f"{name} does not come back as it was saved."
        return
    try:
        now = reading.load(here, id_)
    except reading.Missing:
        return
    if now.revision != saved.revision:
        return
    if now.file != restored:
        yield f"{name} in the store is not what was saved of it, though nobody changed it."
    elif planned(now.file) != planned(restored):
        yield f"{name} comes back with another plan."


@contextmanager
def _beside(engine: Engine) -> Iterator[Engine]:
    """An empty database beside the store's, and gone with it."""
    name = f"{engine.url.database}{BESIDE}"
    with engine.connect() as connection:
        connection.execute(text(f"DROP DATABASE IF EXISTS `{name}`"))
        connection.execute(
            text(f"CREATE DATABASE `{name}` CHARACTER SET utf8mb4 COLLATE utf8mb4_bin")
        )
    made = create_engine(engine.url.set(database=name), connect_args={
        "charset": "utf8mb4", "max_allowed_packet": database.PACKET_BYTES})  # fmt: skip
    try:
        Base.metadata.create_all(made)
        yield made
    finally:
        made.dispose()
        with engine.connect() as connection:
            connection.execute(text(f"DROP DATABASE IF EXISTS `{name}`"))
