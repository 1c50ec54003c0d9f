"""The launcher's program: starts, keeps data, recovers from kills, and stops cleanly."""

import json
import os
import signal
import subprocess
import sys
import time
import urllib.error
import urllib.request
from pathlib import Path

import pytest

from eznel.store import database
from eznel.store.server import PrivateServer, free_port

ROOT = Path(__file__).parent.parent.parent


class Running:
    """A started application."""

    def __init__(self, data: Path, *more: str, **settings: str) -> None:
        self.port = free_port()
        self.began = time.monotonic()
        self.process = subprocess.Popen(
            [sys.executable, "-m", "eznel", "start", "--port", str(self.port),
             "--data", str(data), "--ui", str(ROOT / "ui"), *more],
            stdout=subprocess.PIPE, text=True,
            env={**os.environ, "PYTHONPATH": str(ROOT / "src"), **settings},
        )  # fmt: skip
        self.said: list[str] = []
        assert self.process.stdout
        for line in self.process.stdout:
            self.said.append(line)
            if "Eznel is at" in line:
                break
        self.seconds = time.monotonic() - self.began

    def ask(self, path: str = "/api/gardens") -> list[dict[str, object]]:
        """Ask until the application answers; it has a while to open its port."""
        for _ in range(100):
            try:
                with urllib.request.urlopen(f"http://127.0.0.1:{self.port}{path}") as answer:
                    found: list[dict[str, object]] = json.load(answer)
                    return found
            except (urllib.error.URLError, ConnectionError):
                time.sleep(0.1)
        raise AssertionError("no answer")

    def end(self, how: int = signal.SIGINT) -> int:
        self.process.send_signal(how)
        return self.process.wait(20)


@pytest.fixture
def data(tmp_path: Path) -> Path:
    return tmp_path / "var"


def test_start_keep_stop_and_recover(data: Path) -> None:
    first = Running(data)
    (garden,) = first.ask()
    assert garden["name"] == "Skerrin Slip"
    assert [line.split(" …")[0] for line in first.said[:3]] == [
        "Database", "Database schema", "Demo garden",
    ]  # fmt: skip
    pid = int((data / "database/server.pid").read_text())
    assert first.end() == 0
    assert not Path(f"/proc/{pid}").exists()  # Ctrl-C stops the database too

    again = Running(data)
    assert again.seconds < 10  # a ceiling against hanging; how fast it is, the bench will say
    assert again.ask() == [garden]
    pid = int((data / "database/server.pid").read_text())
    os.kill(pid, signal.SIGKILL)  # the database is killed: the launcher starts it again
    assert again.ask() == [garden]
    assert int((data / "database/server.pid").read_text()) != pid
    again.end(signal.SIGKILL)  # the launcher is killed

    last = Running(data)
    assert last.ask() == [garden]
    assert last.end() == 0


def test_no_demo_and_a_port_in_use(data: Path) -> None:
    running = Running(data, "--no-demo")
    assert running.ask() == []
    taken = subprocess.run(
        [sys.executable, "-m", "eznel", "start", "--port", str(running.port), "--data", str(data)],
        capture_output=True, text=True, check=False,
        env={**os.environ, "PYTHONPATH": str(ROOT / "src")},
    )  # fmt: skip
    assert taken.returncode == 2
    assert "in use" in taken.stdout
    assert running.end() == 0


def test_another_mariadb(data: Path, server: PrivateServer) -> None:
    """EZNEL_DATABASE_URL names a database elsewhere; then none of our own is made."""
    with database.connect(server.url).connect() as connection:
        connection.exec_driver_sql("CREATE OR REPLACE DATABASE elsewhere")
    url = server.url.replace("/eznel", "/elsewhere")
    running = Running(data, EZNEL_DATABASE_URL=url)
    assert running.ask()[0]["name"] == "Skerrin Slip"
    assert not data.exists()
    assert running.end() == 0
