"""What is wrong with a data folder, and what to do: looked at from outside in."""

import os
import shutil
from collections.abc import Callable, Iterator
from contextlib import ExitStack
from dataclasses import dataclass
from datetime import UTC, datetime, timedelta
from pathlib import Path
from typing import Literal

from cryptography import x509
from pydantic import TypeAdapter
from sqlalchemy import Engine, func, select
from sqlalchemy.orm import Session

from eznel import catalogue
from eznel.clock import today
from eznel.core.document import GardenFile
from eznel.core.plan import SeasonPlan, plan
from eznel.store import opening, proving, reading
from eznel.store.backups import LOW_BYTES
from eznel.store.database import Damaged, Unusable
from eznel.store.tables import JournalRow

FULL_BYTES = 200_000_000
"""With less room on the disk nothing should be written. [bytes]"""
OLD = timedelta(days=2)
"""A backup is made every day that Eznel runs. [d]"""
ENDS_SOON = timedelta(days=30)

How = Literal["well", "look", "wrong"]
PLANS: TypeAdapter[SeasonPlan] = TypeAdapter(SeasonPlan)


@dataclass(frozen=True, slots=True)
class Found:
    """One thing that was looked at: how it is, and what to do where it is not well."""

    how: How
    said: str
    remedy: str = ""


def examined(data: Path, who: str) -> Iterator[Found]:
    """Look at a data folder; the store is opened beside an application that may run.

    Parameters
    ----------
    data : Path
        The folder.
    who : str
        What somebody is told who wants the same folder meanwhile.

    Yields
    ------
    Found
        From the folder to the newest backup.
    """
    if not data.is_dir():
        yield Found("wrong", f"There is no folder {data}.", "./eznel start makes one.")
        return
    yield from _folder(data)
    yield from _certificates(data, datetime.now(UTC))
    saved = sorted((data / opening.BACKUPS).glob("*.eznel-backup"))
    with ExitStack() as stack:
        try:
            engine = opening.open_beside(data, stack, who, _quietly)
        except Damaged as error:
            yield Found("wrong", *_two(str(error)))
            return
        except Unusable as error:
            yield Found("look", *_two(str(error)))
            return
        yield Found("well", "The database opens, and every table can be read.")
        yield from _gardens(engine)
        yield from _backups(engine, saved)


def room(data: Path) -> Found:
    """Say how much room there is on a folder's disk.

    Parameters
    ----------
    data : Path
        The folder.

    Returns
    -------
    Found
        Something to look at before it is full.
    """
    free = shutil.disk_usage(data).free
    said = f"{free / 1e9:.1f} GB are free on the disk of {data}."
    if free >= LOW_BYTES:
        return Found("well", said)
    return Found(
        "wrong" if free < FULL_BYTES else "look", said,
        "Make room: below 0.2 GB a write may be refused. ./eznel backup FILE onto another disk"
        " first.",
    )  # fmt: skip


def _folder(data: Path) -> Iterator[Found]:
    yield room(data)
    if not os.access(data, os.W_OK | os.X_OK):
        yield Found("wrong", f"{data} cannot be written.", "Start Eznel as whom it belongs to.")
    halves = [*data.glob("**/*.part")]
    if halves:
        yield Found(
            "look", f"{len(halves)} files were left half written: {halves[0]}.",
            "They count for nothing and can be removed while Eznel does not run.",
        )  # fmt: skip
    for aside in sorted(data.glob("database.damaged-*")):
        yield Found(
            "look", f"{aside} is a damaged database that was set aside.",
            "Remove it once you miss nothing.",
        )  # fmt: skip


def _certificates(data: Path, now: datetime) -> Iterator[Found]:
    file = data / "https" / "authority.crt"
    if not file.exists():
        return
    try:
        ends = x509.load_pem_x509_certificate(file.read_bytes()).not_valid_after_utc
    except (ValueError, OSError) as error:
        remedy = f"Remove {file.parent}: it is made anew, and every phone has to trust that."
        yield Found("wrong", f"{file} cannot be read: {error}.", remedy)
        return
    said = f"Phones trust this machine until {ends:%Y-%m-%d}."
    remedy = f"Remove {file.parent} then: it is made anew, and every phone has to trust that."
    yield Found("well", said) if ends - now > ENDS_SOON else Found("look", said, remedy)


def _gardens(engine: Engine) -> Iterator[Found]:
    with Session(engine) as session:
        for listed in reading.gardens(session):
            try:
                stored = reading.load(session, listed.id)
            except ValueError as error:
                said = f"The settings of {listed.name} cannot be read: {str(error).splitlines()[0]}"
                yield Found("wrong", said, "Restore the newest backup in which it is well.")
                continue
            kinds = sorted({one.kind.name for one in stored.aside})
            said = f"{listed.name} can be read."
            if kinds:
                yield Found(
                    "look", f"In {listed.name} something breaks its rules: {', '.join(kinds)}.",
                    "Open it: it says above its views what that is, and mends it.",
                )  # fmt: skip
            else:
                yield Found("well", said)
        last = session.scalar(select(func.max(JournalRow.written_at)))
    now = datetime.now(UTC).replace(tzinfo=None)
    if last is not None and last > now + timedelta(minutes=5):
        yield Found(
            "look", f"This machine's clock says {now:%Y-%m-%d %H:%M} UTC, and something was written"
            f" at {last:%Y-%m-%d %H:%M}.", "Set the clock: days and backups go by it.",
        )  # fmt: skip


def _backups(engine: Engine, saved: list[Path]) -> Iterator[Found]:
    if not saved:
        remedy = "One is made a day while Eznel runs; ./eznel backup FILE makes one now."
        yield Found("look", "There is no backup yet.", remedy)
        return
    yield from proved(engine, saved[-1])
    age = datetime.now(UTC) - datetime.fromtimestamp(saved[-1].stat().st_mtime, UTC)
    if age > OLD:
        said = f"The newest of {len(saved)} backups is {age.days} days old."
        yield Found("look", said, "One is made a day while Eznel runs: start it.")
    else:
        yield Found("well", f"{len(saved)} backups, the newest {saved[-1].name}.")


def proved(engine: Engine, path: Path) -> Iterator[Found]:
    """Say whether a backup can be restored.

    Parameters
    ----------
    engine : Engine
        Of the store, which stays as it is.
    path : Path
        The backup.

    Yields
    ------
    Found
        One where all is well, else each fault.
    """
    proof = proving.prove(engine, path, _planned())
    for one in proof.wrong:
        yield Found("wrong", one, "Keep an older backup, and make a new one: ./eznel backup FILE")
    if not proof.wrong:
        count = f"{proof.gardens} garden{'' if proof.gardens == 1 else 's'}"
        yield Found("well", f"{path.name} was restored beside, and gives {count} as saved.")


def _planned() -> Callable[[GardenFile], bytes]:
    known = catalogue.load()

    def planned(file: GardenFile) -> bytes:
        return PLANS.dump_json(plan(file.garden, file.log, today(file.garden), known))

    return planned


def _quietly(name: str, work: Callable[[], object]) -> None:
    work()


def _two(said: str) -> tuple[str, str]:
    """What is wrong, and the way out: told on two lines, or in two sentences."""
    first, _, rest = said.partition("\n")
    if not rest:
        first, _, rest = said.partition(". ")
        first = first.rstrip(".") + "."
    return first, rest
