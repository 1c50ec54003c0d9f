"""Speed of the served application: what-ifs, readers at once, and starts."""

import json
import os
import shutil
import signal
import statistics
import subprocess
import sys
import threading
import time
from collections.abc import Iterator
from contextlib import contextmanager
from http.client import HTTPConnection
from pathlib import Path
from typing import Any

from eznel import catalogue
from eznel.bench.computing import SEASON, with_plants
from eznel.bench.garden import generated
from eznel.bench.rows import Row, percentile
from eznel.core.document import Garden, GardenFile, Log
from eznel.serve import free_port

WHAT_IFS = 15
READERS = (50, 100)
EVERY_S, ROUNDS = 2.0, 4
PLAN = "/api/gardens/{}/plan"


class Started:
    """The application in a process of its own."""

    def __init__(self, data: Path, ui: Path) -> None:
        self.port = free_port()
        began = time.perf_counter()
        self.process = subprocess.Popen(
            [sys.executable, "-m", "eznel", "start", "--port", str(self.port), "--no-demo",
             "--data", str(data), "--ui", str(ui)],
            stdout=subprocess.DEVNULL,
        )  # fmt: skip
        wait_for(self.port)
        self.seconds = time.perf_counter() - began

    def ask(self, method: str, path: str, body: Any = None) -> bytes:
        """Ask on a connection of its own and return the answer's body."""
        connection = HTTPConnection("127.0.0.1", self.port, timeout=120)
        text = None if body is None else json.dumps(body)
        connection.request(method, path, text, {"Content-Type": "application/json"})
        answer = connection.getresponse()
        found = answer.read()
        connection.close()
        if answer.status >= 300:
            raise RuntimeError(f"{method} {path}: {answer.status} {found[:300]!r}")
        return found

    def stop(self) -> None:
        """End it as Ctrl-C does."""
        self.process.send_signal(signal.SIGINT)
        self.process.wait(30)


@contextmanager
def started(data: Path, ui: Path) -> Iterator[Started]:
    """Start the application on a data folder, and stop it afterwards.

    Parameters
    ----------
    data : Path
        Its folder.
    ui : Path
        Built interface.

    Yields
    ------
    Started
        Answering.
    """
    running = Started(data, ui)
    try:
        yield running
    finally:
        running.stop()


def wait_for(port: int, seconds: float = 600) -> None:
    """Wait until an application answers on a port.

    Parameters
    ----------
    port : int
        On loopback.
    seconds : float
        At most. [s]

    Raises
    ------
    TimeoutError
        When it never does.
    """
    until = time.monotonic() + seconds
    while time.monotonic() < until:
        try:
            connection = HTTPConnection("127.0.0.1", port, timeout=5)
            connection.request("GET", "/api/gardens")
            if connection.getresponse().status == 200:
                return
        except OSError:
            time.sleep(0.02)
    raise TimeoutError(f"nothing answers on port {port}")


def put(app: Started, garden: Garden) -> None:
    """Store a garden in a started application.

    Parameters
    ----------
    app : Started
        The application.
    garden : Garden
        Replaces one with the same id.
    """
    file = GardenFile(garden=garden, log=Log())
    app.ask("PUT", f"/api/gardens/{garden.id}/file?based_on=0", file.model_dump(mode="json"))


def rows(folder: Path, ui: Path) -> list[Row]:
    """Measure the served application.

    Parameters
    ----------
    folder : Path
        An empty one.
    ui : Path
        Built interface.

    Returns
    -------
    list of Row
        Medians and percentiles. [ms, s]
    """
    garden = generated(SEASON, catalogue.load())
    found = []
    with started(folder / "var", ui) as app:
        put(app, garden)
        app.ask("GET", PLAN.format(garden.id))
        found.append(Row("its what-if request", _what_if_ms(app, garden), "ms", 100, 60))
        found.append(Row("a dragged place's numbers", _measures_ms(app, garden), "ms", 100, 60))
        found.append(Row("an answer to a sum", _sum_ms(app), "ms", 50, 20))
        for readers in READERS:
            floor, goal = (60, None) if readers == READERS[0] else (None, 40)
            plan_ms = _read_ms(app, PLAN.format(garden.id), readers)
            bare_ms = _read_ms(app, "/mark.svg", readers)
            note = f"bare bytes: {bare_ms:.3g} ms"
            found.append(
                Row(f"a view's data, 95th percentile, {readers} readers", plan_ms, "ms",
                    floor, goal, note)
            )  # fmt: skip
    with started(folder / "var", ui) as app:
        found.append(Row("second start", app.seconds, "s", 5, 3))
    return found


def _what_if_ms(app: Started, garden: Garden) -> float:
    samples = []
    for n in range(WHAT_IFS):
        changed = with_plants(garden, n % SEASON, n % 5 + 3).plantings[n % SEASON]
        body = {"plantings": [changed.model_dump(mode="json")]}
        began = time.perf_counter()
        app.ask("POST", f"/api/gardens/{garden.id}/what-if", body)
        samples.append((time.perf_counter() - began) * 1000)
    return statistics.median(samples)


def _sum_ms(app: Started) -> float:
    samples = []
    for n in range(WHAT_IFS):
        typed = {"counted_pct": f"{n % 40 + 1}", "into_l": "9 L", "feed_mg_l": "200"}
        began = time.perf_counter()
        app.ask("POST", "/api/sums/strength", {"asked": "product_g", "typed": typed})
        samples.append((time.perf_counter() - began) * 1000)
    return statistics.median(samples)


def _measures_ms(app: Started, garden: Garden) -> float:
    samples = []
    for place in garden.places[:WHAT_IFS]:
        body = place.model_copy(update={"turn_deg": 15.0}).model_dump(mode="json")
        began = time.perf_counter()
        app.ask("POST", f"/api/gardens/{garden.id}/measures", body)
        samples.append((time.perf_counter() - began) * 1000)
    return statistics.median(samples)


def _read_ms(app: Started, path: str, readers: int) -> float:
    """Readers that each ask once every two seconds, whether the last answer came or not."""
    samples: list[float] = []

    def read(number: int) -> None:
        began = time.perf_counter() + number / readers * EVERY_S
        connection = HTTPConnection("127.0.0.1", app.port, timeout=60)
        for nth in range(ROUNDS):
            due = began + nth * EVERY_S
            time.sleep(max(due - time.perf_counter(), 0))
            connection.request("GET", path, headers={"Accept-Encoding": "gzip"})
            connection.getresponse().read()
            samples.append((time.perf_counter() - due) * 1000)
        connection.close()

    threads = [threading.Thread(target=read, args=(n,)) for n in range(readers)]
    for thread in threads:
        thread.start()
    for thread in threads:
        thread.join()
    return percentile(samples, 0.95)


def fresh_rows(root: Path, folder: Path) -> list[Row]:
    """Measure how long a fresh checkout takes until it runs, Debian's packages in place.

    Parameters
    ----------
    root : Path
        The checkout.
    folder : Path
        An empty one.

    Returns
    -------
    list of Row
        One. [min]
    """
    ignored = shutil.ignore_patterns(".git", ".venv", "node_modules", "var", "dist", "*.built")
    shutil.copytree(root, folder / "checkout", ignore=ignored)
    port = free_port()
    environment = {k: v for k, v in os.environ.items() if k not in ("PYTHONPATH", "VIRTUAL_ENV")}
    began = time.perf_counter()
    process = subprocess.Popen(
        [folder / "checkout" / "eznel", "start", "--port", str(port)],
        stdout=subprocess.DEVNULL, stderr=subprocess.DEVNULL, env=environment,
    )  # fmt: skip
    try:
        wait_for(port)
        minutes = (time.perf_counter() - began) / 60
    finally:
        process.send_signal(signal.SIGINT)
        process.wait(60)
    note = "without Debian's packages, which were there"
    return [Row("fresh checkout to running", minutes, "min", 5, 3, note)]
