"""Several processes over one store: what one has written, every other one reads at once."""

import os
import signal
from collections.abc import Iterator
from concurrent.futures import ThreadPoolExecutor
from pathlib import Path
from typing import Any

import pytest

import gardens as make
from eznel.store import database
from eznel.store.server import PrivateServer
from running import Running

ROUNDS = 60
GARDEN = f"/api/gardens/{make.uid('garden')}"


@pytest.fixture
def url(server: PrivateServer) -> str:
    """A database of their own."""
    with database.connect(server.url).connect() as connection:
        connection.exec_driver_sql("SET FOREIGN_KEY_CHECKS = 0")
        connection.exec_driver_sql("CREATE OR REPLACE DATABASE eznel_several")
    return server.url.replace("/eznel?", "/eznel_several?")


@pytest.fixture
def both(url: str, tmp_path: Path) -> Iterator[tuple[Running, Running]]:
    """Two that start at once, so that one waits for the other's tables."""
    with ThreadPoolExecutor(2) as pool:
        one, other = pool.map(lambda name: started(tmp_path / name, url), ("one", "other"))
    file = make.garden_file(places=[make.bed()], products=[make.product("bag", N=10, K2O=10)])
    one.ask(f"{GARDEN}/file", file.model_dump(mode="json"))
    yield one, other
    for running in (one, other):
        if running.process.poll() is None:
            running.end()


def started(data: Path, url: str) -> Running:
    return Running(data, "--no-demo", EZNEL_DATABASE_URL=url)


def write(through: Running, n: int, based_on: int) -> int:
    """A bag's name and density with a number in them; the revision that it then has."""
    bag: dict[str, Any] = make.product("bag", N=10, K2O=10)
    bag |= {"name": f"bag {n}", "density": make.measure(1 + n / 100, "g/mL")}
    path = f"{GARDEN}/products/{make.uid('bag')}?based_on={based_on}"
    return int(through.ask(path, bag)["revision"])


def name(through: Running) -> str:
    (bag,) = through.ask(GARDEN)["file"]["garden"]["products"]
    return str(bag["name"])


def test_what_one_has_written_the_other_reads_at_once(both: tuple[Running, Running]) -> None:
    based_on = both[0].ask(GARDEN)["revisions"][make.uid("bag")]
    for n in range(ROUNDS):
        writer, reader = both[n % 2], both[(n + 1) % 2]
        based_on = write(writer, n, based_on)
        assert name(reader) == f"bag {n}"
        (bag,) = reader.ask(f"{GARDEN}/plan")["products"]
        assert bag["density_g_ml"] == pytest.approx(1 + n / 100)


def test_one_that_is_killed_takes_nothing_along(
    both: tuple[Running, Running], url: str, tmp_path: Path
) -> None:
    one, other = both
    based_on = write(one, 1, one.ask(GARDEN)["revisions"][make.uid("bag")])
    os.kill(one.process.pid, signal.SIGKILL)
    based_on = write(other, 2, based_on)
    again = started(tmp_path / "one", url)
    assert name(again) == "bag 2"
    write(again, 3, based_on)
    assert name(other) == "bag 3"
    again.end()
