"""All that can go wrong, at random and at once, on an application of its own; nothing may be lost.

People write, read, take back and import while application and database are killed, stand still,
and lose connections in the middle of a request, on a disk that fills up. At the end every write
that was acknowledged is there once, the revisions of the journal rise by one and rebuild the
document, plans agree, and a backup can be read.
"""

import json
import os
import random
import shutil
import signal
import socket
import subprocess
import sys
import tempfile
import threading
import time
from collections.abc import Callable, Iterator
from contextlib import ExitStack, contextmanager, suppress
from dataclasses import dataclass, field
from http.client import HTTPException
from pathlib import Path
from typing import Any
from urllib.error import HTTPError
from urllib.request import Request, urlopen
from uuid import UUID

from sqlalchemy import select
from sqlalchemy.orm import Session

from eznel import catalogue
from eznel.bench.garden import generated
from eznel.core.document import GardenFile
from eznel.serve import free_port
from eznel.store import backups, opening, reading
from eznel.store.tables import JournalRow

WRITERS, READERS, PLANTINGS = 3, 2, 6
COMES_BACK_S = 60.0
"""Longer nobody waits for an answer: then it has not come back. [s]"""
PAUSE_S = (0.5, 4.0)
"""Between one blow and the next, at least and at most. [s]"""
WAITS = 0.75
"""How often it may come back before the next blow."""
DISK_MB = 900
BUSY = (502, 503, 504)
HALF_A_REQUEST = (
    b"PUT /api/gardens/x/file HTTP/1.1\r\nHost: 127.0.0.1\r\nContent-Type: application/json\r\n"
    b'Content-Length: 900\r\n\r\n{"a":'
)


@dataclass
class Seen:
    """What was acknowledged, what may or may not have arrived, and what went wrong."""

    there: dict[str, dict[str, Any] | None] = field(default_factory=dict)
    """Each thing as its last acknowledged write left it; None for removed."""
    unsure: set[str] = field(default_factory=set)
    wrong: list[str] = field(default_factory=list)
    blows: dict[str, int] = field(default_factory=dict)
    writes: int = 0
    slowest_s: float = 0.0
    """The longest that an answer took, with all repeats."""
    lock: threading.Lock = field(default_factory=threading.Lock)

    def says(self, wrong: str) -> None:
        """Keep what went wrong, once."""
        with self.lock:
            if wrong not in self.wrong:
                self.wrong.append(wrong)


class Gone(Exception):
    """Nobody answered for so long that it cannot be called coming back."""


class Application:
    """The application as the launcher starts it, in a process group of its own."""

    def __init__(self, data: Path) -> None:
        self.data, self.port = data, free_port()
        self.log = (data.parent / "said.txt").open("a")
        self.process = self._started()

    def _started(self) -> "subprocess.Popen[bytes]":
        return subprocess.Popen(
            [sys.executable, "-m", "eznel", "start", "--no-demo", "--port", str(self.port),
             "--data", str(self.data)],
            stdout=self.log, stderr=self.log, start_new_session=True,
        )  # fmt: skip

    def again(self) -> None:
        """Start it anew after it was killed."""
        self.process.wait(20)
        self.process = self._started()

    def end(self) -> int:
        """Stop it as somebody at the keyboard does."""
        self.process.send_signal(signal.SIGINT)
        try:
            return self.process.wait(60)
        finally:
            self.log.close()

    def ask(self, path: str, body: Any = None, method: str = "", most_s: float = 20.0) -> Any:
        """Ask once; the answer, or HTTPError, or OSError where there is none."""
        asked = Request(
            f"http://127.0.0.1:{self.port}{path}",
            None if body is None else json.dumps(body).encode(),
            {"Content-Type": "application/json"},
            method=method or ("GET" if body is None else "PUT"),
        )
        with urlopen(asked, timeout=most_s) as answer:
            return json.load(answer)

    def until_answered(self, seen: Seen, path: str, body: Any = None, method: str = "") -> Any:
        """Ask as a browser does: again, until somebody answers."""
        began = time.monotonic()
        while time.monotonic() - began < COMES_BACK_S:
            try:
                answer = self.ask(path, body, method)
            except HTTPError as refused:
                if refused.code not in BUSY:
                    raise
            except (OSError, HTTPException, ValueError):
                pass
            else:
                seen.slowest_s = max(seen.slowest_s, time.monotonic() - began)
                return answer
            time.sleep(0.1)
        raise Gone(f"{method or 'GET'} {path}: no answer within {COMES_BACK_S:g} s")


def torture(minutes: float, seed: int, say: Callable[[str], object] = print) -> list[str]:
    """Torture an application of its own, and say what did not bear it.

    Parameters
    ----------
    minutes : float
        How long. [min]
    seed : int
        Of chance; the same gives the same blows, though never at the same moments. [number]
    say : callable
        Told how it goes.

    Returns
    -------
    list of str
        What went wrong; empty as it should be.
    """
    seen, over = Seen(), threading.Event()
    with tempfile.TemporaryDirectory(prefix="eznel-torture-") as folder, _disk(folder) as disk:
        app = Application(disk / "data")
        try:
            garden, others = _planted(app, seen)
            hands = [
                *(_hand(_write, app, seen, over, garden, random.Random(seed + n), n)
                  for n in range(WRITERS)),
                *(_hand(_read, app, seen, over, garden) for _ in range(READERS)),
                _hand(_import, app, seen, over, others, random.Random(seed + 50)),
            ]  # fmt: skip
            _strike(app, seen, minutes, random.Random(seed + 99), disk, say)
            over.set()
            for hand in hands:
                hand.join(2 * COMES_BACK_S)
            _compare(app, seen, garden)
            ended = app.end()
            if ended != 0:
                seen.says(f"it ended with {ended}")
            _look_inside(disk / "data", seen, garden)
        except Gone as gone:
            seen.says(str(gone))
        finally:
            with suppress(ProcessLookupError):
                os.killpg(app.process.pid, signal.SIGKILL)
    blows = ", ".join(f"{count} × {what}" for what, count in sorted(seen.blows.items()))
    say(f"{seen.writes} writes acknowledged; {blows}; the slowest answer {seen.slowest_s:.1f} s")
    return seen.wrong


@contextmanager
def _disk(folder: str) -> Iterator[Path]:
    """A small disk of its own, where this machine lets us make one; else the folder."""
    at = Path(folder) / "disk"
    at.mkdir()
    made = subprocess.run(
        ["mount", "-t", "tmpfs", "-o", f"size={DISK_MB}m", "tmpfs", str(at)],
        capture_output=True, check=False,
    ).returncode == 0 if shutil.which("mount") else False  # fmt: skip
    try:
        yield at
    finally:
        if made:
            subprocess.run(["umount", "-l", str(at)], capture_output=True, check=False)


def _planted(app: Application, seen: Seen) -> tuple[str, dict[str, Any]]:
    garden = generated(PLANTINGS, catalogue.load())
    body = GardenFile(garden=garden).model_dump(mode="json")
    app.until_answered(seen, f"/api/gardens/{garden.id}/file", body)
    other = {**body, "garden": {**body["garden"], "id": str(UUID(int=7)), "name": "imported"}}
    return f"/api/gardens/{garden.id}", other


def _hand(work: Callable[..., None], app: Application, seen: Seen, *more: Any) -> threading.Thread:
    def working() -> None:
        try:
            work(app, seen, *more)
        except Gone as gone:
            seen.says(str(gone))
        except HTTPError as refused:
            seen.says(f"{work.__name__}: {refused.code} {refused.read()[:300]!r}")
        except Exception as error:  # a hand that lets go is one of the things to be told
            seen.says(f"{work.__name__}: {error!r}")

    thread = threading.Thread(target=working, daemon=True)
    thread.start()
    return thread


def _write(
    app: Application, seen: Seen, over: threading.Event, garden: str, chance: random.Random, n: int
) -> None:
    """New scoops, changed ones, removed ones, and changes taken back; each by one hand alone."""
    known: dict[str, int] = {}
    while not over.is_set():
        key = chance.choice([*known, ""]) if known else ""
        if not key:
            key = str(UUID(int=(n + 1) << 64 | len(seen.there)))
        path = f"{garden}/scoops/{key}"
        if key in known and chance.random() < 0.15:
            app.until_answered(seen, f"{path}?based_on={known.pop(key)}", method="DELETE")
            _told(seen, key, None)
            continue
        body = {"id": key, "name": f"scoop {n}", "volume": {"value": 1 + chance.randrange(900) / 10,
                                                            "unit": "mL"}}  # fmt: skip
        before = seen.there.get(key)
        done = app.until_answered(seen, f"{path}?based_on={known.get(key, 0)}", body)
        known[key] = done["revision"]
        _told(seen, key, body)
        if before is not None and before != body and chance.random() < 0.1:
            _take_back(app, seen, garden, key)
            known[key] = app.until_answered(seen, garden)["revisions"][key]
            _told(seen, key, before)


def _take_back(app: Application, seen: Seen, garden: str, key: str) -> None:
    changes = app.until_answered(seen, f"{garden}/journal?thing={key}")["changes"]
    app.until_answered(seen, f"{garden}/undo/{changes[0]['number']}", {}, "POST")


def _told(seen: Seen, key: str, now: dict[str, Any] | None) -> None:
    with seen.lock:
        seen.there[key] = now
        seen.writes += 1


def _read(app: Application, seen: Seen, over: threading.Event, garden: str) -> None:
    """What is read is whole, and no older than what was read before."""
    newest = 0
    while not over.is_set():
        app.until_answered(seen, f"{garden}/plan")
        revision = app.until_answered(seen, garden)["revision"]
        if revision < newest:
            seen.says(f"revision {revision} was read after {newest}")
        newest = revision


def _import(
    app: Application, seen: Seen, over: threading.Event, body: dict[str, Any], chance: random.Random
) -> None:
    """A garden replaced whole, again and again: all of it is there, or all of the one before."""
    path, based_on = f"/api/gardens/{body['garden']['id']}", 0
    while not over.is_set():
        plants = chance.randrange(1, 9)
        for planting in body["garden"]["plantings"]:
            planting["plants"] = plants
        done = app.until_answered(seen, f"{path}/file?based_on={based_on}", body)
        based_on = done["garden_revision"]
        there = app.until_answered(seen, path)["file"]["garden"]["plantings"]
        if {one["plants"] for one in there} != {plants}:
            seen.says("an imported garden was not there whole")
        time.sleep(0.5)


def _strike(
    app: Application,
    seen: Seen,
    minutes: float,
    chance: random.Random,
    disk: Path,
    say: Callable[[str], object],
) -> None:
    until, told = time.monotonic() + 60 * minutes, 0
    while time.monotonic() < until:
        time.sleep(chance.uniform(*PAUSE_S))
        what = chance.choice(list(BLOWS))
        seen.blows[what] = seen.blows.get(what, 0) + 1
        BLOWS[what](app, chance, disk)
        if chance.random() < WAITS:  # else the next one may meet it as it starts
            app.until_answered(seen, "/api/gardens")
        for one in seen.wrong[told:]:
            say(f"after {what}: {one}")
        told = len(seen.wrong)


def _kill_application(app: Application, chance: random.Random, disk: Path) -> None:
    app.process.send_signal(signal.SIGKILL)
    time.sleep(chance.uniform(0, 1))
    app.again()


def _kill_database(app: Application, chance: random.Random, disk: Path) -> None:
    with suppress(OSError, ValueError):  # it is only just being started
        os.kill(int((app.data / "database/server.pid").read_text()), signal.SIGKILL)


def _kill_both(app: Application, chance: random.Random, disk: Path) -> None:
    _kill_database(app, chance, disk)
    _kill_application(app, chance, disk)


def _stand_still(app: Application, chance: random.Random, disk: Path) -> None:
    app.process.send_signal(signal.SIGSTOP)
    time.sleep(chance.uniform(0.5, 3))
    app.process.send_signal(signal.SIGCONT)


def _cut(app: Application, chance: random.Random, disk: Path) -> None:
    """Half a request, and gone."""
    for _ in range(5):
        with suppress(OSError), socket.create_connection(("127.0.0.1", app.port), 1) as to:
            to.sendall(HALF_A_REQUEST)


def _fill(app: Application, chance: random.Random, disk: Path) -> None:
    """No room for a while; only on a disk of our own."""
    if not os.path.ismount(disk):
        return
    full = disk / "full"
    with suppress(OSError), full.open("wb") as out:
        while True:
            out.write(bytes(1 << 20))
    time.sleep(chance.uniform(0.5, 3))
    full.unlink(missing_ok=True)


BLOWS: dict[str, Callable[[Application, random.Random, Path], None]] = {
    "application killed": _kill_application,
    "database killed": _kill_database,
    "both killed": _kill_both,
    "stood still": _stand_still,
    "connections cut": _cut,
    "disk full": _fill,
}


def _compare(app: Application, seen: Seen, garden: str) -> None:
    """Whether all that was acknowledged is there, once, and two plans agree."""
    whole = app.until_answered(seen, garden)
    scoops = whole["file"]["garden"]["scoops"]
    there = {one["id"]: one for one in scoops}
    if len(there) != len(scoops):
        seen.says("a scoop is there twice")
    for key, wanted in seen.there.items():
        now = there.get(key)
        if (now is None) != (wanted is None) or (
            now and wanted and now["volume"] != {**now["volume"], **wanted["volume"]}
        ):
            seen.says(f"{key} is {now} and was acknowledged as {wanted}")
    before = app.until_answered(seen, f"{garden}/plan")
    app.process.send_signal(signal.SIGKILL)
    app.again()
    if app.until_answered(seen, f"{garden}/plan") != before:
        seen.says("another plan after a restart")


def _look_inside(data: Path, seen: Seen, garden: str) -> None:
    """The journal: its revisions rise by one, and what it says last is what is stored."""
    id_ = garden.rsplit("/", 1)[1]
    with ExitStack() as stack:
        engine = opening.open_store(data, stack, "torture", lambda name, work: _done(work))
        with Session(engine) as session:
            stored = reading.load(session, id_)
            rows = session.execute(
                select(JournalRow.revision, JournalRow.kind, JournalRow.thing_id, JournalRow.after)
                .where(JournalRow.garden_id == id_)
                .order_by(JournalRow.number)
            ).all()
        if [row.revision for row in rows] != list(range(1, stored.revision + 1)):
            seen.says("the journal's revisions do not rise by one")
        last = {row.thing_id: row.after for row in rows if row.kind == "scoops"}
        now = {str(one.id): one.model_dump(mode="json") for one in stored.file.garden.scoops}
        was = {key: after for key, after in last.items() if after is not None}
        if {key: one for key, one in now.items() if key in last} != was:
            seen.says("the journal does not rebuild the document")
        copy = data.parent / "last.eznel-backup"
        backups.save(engine, copy)
        with Session(engine) as session:
            there = len(reading.gardens(session))
        if len(backups.read(copy).gardens) != there:
            seen.says("the backup lacks a garden")


def _done(work: Callable[[], object]) -> None:
    work()
