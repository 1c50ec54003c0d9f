"""Killed in the middle of saves, asked again: as if nothing had happened."""

import os
import signal
import threading
import time
from collections.abc import Callable
from pathlib import Path
from typing import Any

import pytest

import gardens as make
from eznel import demo
from running import Running

GARDEN = f"/api/gardens/{demo.SLIP}"


def letters(run: Running) -> list[tuple[str, str, dict[str, Any]]]:
    """What a grower does in an evening: new things, changes, ticks. The same in every run."""
    plan = run.ask(f"{GARDEN}/plan")
    scoops = [
        ("PUT", f"scoops/{make.uid(f'scoop {n}')}",
         {"id": make.uid(f"scoop {n}"), "name": f"scoop {n}",
          "volume": {"value": 3 + n, "unit": "mL"}})
        for n in range(12)
    ]  # fmt: skip
    due = [
        (planting, job) for planting in plan["plantings"] for job in planting["jobs"]
        if job["status"] == "planned"
    ][:8]  # fmt: skip
    ticks = [
        ("PUT", f"feeds/{job['key']}",
         {"id": job["key"], "planting": planting["id"], "job": job["key"], "on": job["due_on"],
          "outcome": "missed"})
        for planting, job in due
    ]  # fmt: skip
    both = [letter for pair in zip(scoops, ticks, strict=False) for letter in pair]
    return [*both, *scoops[len(ticks):],
            ("DELETE", f"scoops/{make.uid('scoop 0')}?based_on=", {})]  # fmt: skip


def save_all(run: Running, before: Callable[[int], None] = lambda n: None) -> dict[str, Any]:
    """Every write, each repeated until it is answered, and twice at that; then what there is."""
    for n, (method, path, body) in enumerate(letters(run)):
        before(n)
        if method == "DELETE":
            revision = run.ask(GARDEN)["revisions"][make.uid("scoop 0")]
            run.ask(f"{GARDEN}/{path}{revision}", method="DELETE")
            continue
        for _ in range(2):
            run.ask(f"{GARDEN}/{path}", body)
    whole = run.ask(GARDEN)
    journal = run.ask(f"{GARDEN}/journal")
    return {
        "file": whole["file"],
        "plan": run.ask(f"{GARDEN}/plan"),
        "changes": [(c["kind"], c["name"], c["what"], c["act"]) for c in journal["changes"]],
    }


@pytest.fixture(scope="module")
def undisturbed(tmp_path_factory: pytest.TempPathFactory) -> dict[str, Any]:
    run = Running(tmp_path_factory.mktemp("calm") / "var")
    found = save_all(run)
    run.end()
    return found


class Killer:
    """Kills while a request is under way: a little later in it every time."""

    def __init__(self, run: Running, what: str) -> None:
        self.run, self.what, self.kills = run, what, 0
        self.hand: threading.Thread | None = None

    def before(self, letter: int) -> None:
        """Called before each write; every eighth is the last that somebody sees."""
        if letter % 8 == 7:
            self.let_go()
            self.hand = threading.Thread(target=self.kill, args=(0.004 * self.kills,))
            self.hand.start()

    def kill(self, after_s: float) -> None:
        time.sleep(after_s)
        if self.what == "database":
            pid = int((self.run.data / "database/server.pid").read_text())
            os.kill(pid, signal.SIGKILL)  # the launcher starts it again
        else:
            self.run.process.send_signal(signal.SIGKILL)
            self.run.process.wait(20)
            self.run.process = Running(self.run.data, port=self.run.port).process
        self.kills += 1

    def let_go(self) -> None:
        if self.hand:
            self.hand.join()


@pytest.mark.parametrize("what", ["database", "application"])
def test_nothing_is_doubled_or_lost(what: str, tmp_path: Path, undisturbed: dict[str, Any]) -> None:
    run = Running(tmp_path / "var")
    killer = Killer(run, what)
    found = save_all(run, killer.before)
    killer.let_go()
    assert killer.kills == 2
    assert found["changes"] == undisturbed["changes"]  # one row of the journal for each write
    assert found["file"] == undisturbed["file"]
    assert found["plan"] == undisturbed["plan"]
    assert run.end() == 0
