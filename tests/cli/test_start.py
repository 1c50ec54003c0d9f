"""The launcher's program: starts, keeps data, recovers from kills, and stops cleanly."""

import os
import signal
from pathlib import Path

import pytest

from eznel.store import database
from eznel.store.server import PrivateServer
from running import Running, program


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
    taken = program("start", "--port", str(running.port), "--data", str(data))
    assert taken.returncode == 2
    assert "in use" in taken.stdout
    assert running.end() == 0


def test_another_mariadb(data: Path, server: PrivateServer) -> None:
    """EZNEL_DATABASE_URL names a database elsewhere; then none of our own is made."""
    with database.connect(server.url).connect() as connection:
        connection.exec_driver_sql("SET FOREIGN_KEY_CHECKS = 0")
        connection.exec_driver_sql("CREATE OR REPLACE DATABASE eznel_elsewhere")
    url = server.url.replace("/eznel?", "/eznel_elsewhere?")
    running = Running(data, EZNEL_DATABASE_URL=url)
    assert running.ask()[0]["name"] == "Skerrin Slip"
    assert not (data / "database").exists()
    assert running.end() == 0
