"""The store opened: the one that the environment names, or our own in a folder, for one at a time.

What keeps it from being used is told in a sentence, with the way out.
"""

import os
import threading
import time
from collections.abc import Callable
from contextlib import ExitStack
from pathlib import Path

from sqlalchemy import Engine

from eznel.store import database, locks
from eznel.store.database import Damaged, Unusable
from eznel.store.server import PrivateServer, ServerFailed

Step = Callable[[str, Callable[[], object]], None]
"""Does something and tells people about it: its name, and what is done."""

BACKUPS = "backups"
"""Where the daily backups lie, below the data folder."""

_WAIT_S = 60.0


def open_store(data: Path, stack: ExitStack, who: str, step: Step) -> Engine:
    """Return the store for an application of its own, brought up to this release.

    Parameters
    ----------
    data : Path
        Folder of the private database, for nobody else meanwhile.
    stack : ExitStack
        Ends with it what is started here.
    who : str
        What somebody is told who wants the same folder.
    step : callable
        Does each part of it and tells of it.

    Returns
    -------
    Engine
        Looked at once.

    Raises
    ------
    Damaged
        When it cannot be read.
    Unusable
        When somebody else has it, or a later release had it.
    """
    url = os.environ.get("EZNEL_DATABASE_URL")
    if url:
        return _ready(database.connect(url), data, stack, step)
    try:
        stack.enter_context(locks.held(data / "lock", who))
    except locks.Held as error:
        raise _in_use(data, error) from error
    return _own(data, stack, step)


def open_beside(data: Path, stack: ExitStack, who: str, step: Step) -> Engine:
    """Return the store for one piece of work, beside an application that may have it open.

    Parameters
    ----------
    data : Path
        Folder of the private database.
    stack : ExitStack
        Ends with it what is started here.
    who : str
        What somebody is told who wants the same folder.
    step : callable
        Does each part of it and tells of it.

    Returns
    -------
    Engine
        Looked at once.

    Raises
    ------
    Damaged
        When it cannot be read.
    Unusable
        When somebody else has it and does not answer, or a later release had it.
    """
    url = os.environ.get("EZNEL_DATABASE_URL")
    if url:
        return _ready(database.connect(url), data, stack, step)
    try:  # such pieces of work wait for each other: one may have started the server, and stop it
        stack.enter_context(locks.held(data / "lock-beside", who, _WAIT_S))
    except locks.Held as error:
        raise _in_use(data, error) from error
    server = PrivateServer(data / "database")
    if not _comes_up(server, data, stack, who):
        return _own(data, stack, step)
    try:
        return _ready(database.connect(server.url), data, stack, step)
    except Damaged as error:
        if server.running():
            raise
        raise Unusable("The application was stopped meanwhile. Try again.") from error


def _comes_up(server: PrivateServer, data: Path, stack: ExitStack, who: str) -> bool:
    """Wait for a server that somebody else runs or starts; False where the folder is ours now."""
    until = time.monotonic() + _WAIT_S
    while not server.running():
        try:
            stack.enter_context(locks.held(data / "lock", who))
        except locks.Held as error:
            if time.monotonic() > until:
                raise _in_use(data, error) from error
            time.sleep(0.2)
        else:
            return False
    return True


def set_aside(data: Path, who: str) -> Path:
    """Move a private database that is damaged out of the way, so that a new one is made.

    Parameters
    ----------
    data : Path
        Folder that it lies in.
    who : str
        What somebody is told who wants the same folder.

    Returns
    -------
    Path
        Where it is now.

    Raises
    ------
    Unusable
        When somebody else has it open, or it is a database of its own elsewhere.
    """
    if os.environ.get("EZNEL_DATABASE_URL"):
        raise Unusable("EZNEL_DATABASE_URL names a database elsewhere: mend it there.")
    try:
        with locks.held(data / "lock", who):
            return PrivateServer(data / "database").set_aside()
    except locks.Held as error:
        raise _in_use(data, error) from error


def _in_use(data: Path, error: locks.Held) -> Unusable:
    return Unusable(
        f"{data} is in use by {error or 'another Eznel'}. Stop that one, or name another folder:"
        " --data DIR."
    )


def _own(data: Path, stack: ExitStack, step: Step) -> Engine:
    """Our own database, started, and started again whenever it ends."""
    server = PrivateServer(data / "database")
    stack.callback(server.stop)
    there = (data / "database" / "data" / "eznel").is_dir()
    try:
        step(
            "Database, which was cut off and is put in order" if server.cut_off() else "Database",
            server.start,
        )
    except ServerFailed as error:
        if not there:
            raise Unusable(f"The database did not start: {error}") from error
        raise Damaged(_without(data, f"it does not start: {_reason(str(error))}")) from error
    engine = _ready(database.connect(server.url), data, stack, step)
    beside(stack, lambda ended: _revive(server, ended))
    return engine


def beside(stack: ExitStack, work: Callable[[threading.Event], None]) -> None:
    """Do something in a thread of its own, which is over before what was started earlier ends.

    Parameters
    ----------
    stack : ExitStack
        Ends it, and waits for it: a thread that outlives the store or the program breaks both.
    work : callable
        Given what is set when it is to end.
    """
    ended = threading.Event()
    thread = threading.Thread(target=work, args=(ended,), daemon=True)
    stack.callback(thread.join)
    stack.callback(ended.set)
    thread.start()


def _ready(engine: Engine, data: Path, stack: ExitStack, step: Step) -> Engine:
    stack.callback(engine.dispose)
    try:
        step("Database schema", lambda: database.migrate(engine, data / BACKUPS))
        database.examine(engine)
    except Damaged as error:
        raise Damaged(_without(data, str(error))) from error
    return engine


def _without(data: Path, why: str) -> str:
    """What somebody is told whose database is damaged: why, and the way out."""
    saved = sorted((data / BACKUPS).glob("*.eznel-backup"))
    way = (
        f"./eznel restore {saved[-1]} sets its folder aside, makes a new one and brings the"
        " newest backup back."
        if saved
        else "There is no backup beside it. ./eznel restore FILE sets its folder aside and brings"
        " another backup back."
    )
    return f"The database in {data / 'database'} is damaged: {why}\n{way}"


def _reason(log: str) -> str:
    """The first error in the server's log."""
    errors = [line.split("[ERROR]", 1)[1].strip() for line in log.splitlines() if "[ERROR]" in line]
    return (
        errors[0] if errors else log.strip().splitlines()[-1] if log.strip() else "no word of why"
    )


def _revive(server: PrivateServer, ended: threading.Event) -> None:
    """Start the database again if it is killed; requests meanwhile get 503 and are repeated."""
    while not ended.wait(0.5):
        if not server.alive():
            print("The database ended; starting it again.", flush=True)
            try:
                server.start()
            except ServerFailed as error:
                print(f"It did not come back: {_reason(str(error))}", flush=True)
                ended.wait(2)
