"""Three processes over three nodes: what one has written every other reads, and nothing is lost."""

import itertools
import os
import threading
import time
from collections.abc import Iterator
from concurrent.futures import ThreadPoolExecutor
from contextlib import suppress
from pathlib import Path
from tempfile import mkdtemp
from typing import Any

import galera
import pymysql
import pytest

import gardens as make
import running
from running import Running

SCRIPTS = Path(os.environ.get("EZNEL_TEST_NODES", "/usr/bin"))
ROUNDS = 60
EACH = 15
"""Writes of each process, all three at once. [count]"""
LONGEST_S = 20.0
"""A write may take so long while a node dies: two seconds until it is left behind, and slack."""
GARDEN = f"/api/gardens/{make.uid('garden')}"
BAGS = ("one", "two", "three")


@pytest.fixture(scope="module")
def cluster() -> Iterator[galera.Cluster]:
    assert galera.missing(SCRIPTS) == []  # ./eznel test has them installed
    folder = Path(mkdtemp(prefix="eznel-nodes-"))
    folder.chmod(0o755)  # the nodes run as somebody else
    nodes = galera.Cluster(folder / "cluster", scripts=SCRIPTS)
    try:
        nodes.start()
        yield nodes
    finally:
        nodes.stop()


@pytest.fixture(scope="module")
def processes(
    cluster: galera.Cluster, tmp_path_factory: pytest.TempPathFactory
) -> Iterator[list[Running]]:
    """One beside each node; all start at once on an empty store, so that one makes its tables."""

    folder = tmp_path_factory.mktemp("several")

    def started(node: galera.Node) -> Running:
        return Running(folder / str(node.number), "--no-demo", EZNEL_DATABASE_URL=node.url)

    with ThreadPoolExecutor(3) as pool:
        every = list(pool.map(started, cluster.nodes))
    for one in every:
        running.started.remove(one.process)  # they outlive a test, and end here
    file = make.garden_file(
        places=[make.bed()], products=[make.product(name, N=10, K2O=10) for name in BAGS]
    )
    try:
        every[0].ask(f"{GARDEN}/file", file.model_dump(mode="json"))
        yield every
    finally:
        for one in every:
            one.end()


class Writer:
    """Gives a bag numbers, and knows the last one that was acknowledged."""

    def __init__(self, bag: str) -> None:
        self.bag, self.told = bag, 0

    def write(self, through: Running, n: int) -> None:
        bag: dict[str, Any] = make.product(self.bag, N=10, K2O=10)
        bag |= {"name": f"bag {n}", "density": make.measure(1 + n / 1000, "g/mL")}
        at = f"{GARDEN}/products/{make.uid(self.bag)}"
        based_on = through.ask_once(GARDEN)["revisions"][make.uid(self.bag)]
        through.ask_once(f"{at}?based_on={based_on}", bag)
        self.told = n


def names(through: Running) -> dict[str, str]:
    bags = through.ask(GARDEN)["file"]["garden"]["products"]
    return {bag["id"]: bag["name"] for bag in bags}


def test_what_one_has_written_every_other_reads_at_once(processes: list[Running]) -> None:
    writer = Writer("one")
    for n in range(1, ROUNDS + 1):
        writer.write(processes[n % 3], n)
        for reader in (processes[(n + 1) % 3], processes[(n + 2) % 3]):
            assert names(reader)[make.uid("one")] == f"bag {n}"
        planned = processes[(n + 1) % 3].ask(f"{GARDEN}/plan")["products"]
        densities = {bag["id"]: bag["density_g_ml"] for bag in planned}
        assert densities[make.uid("one")] == pytest.approx(1 + n / 1000)


def test_a_node_that_lags_answers_when_it_has_come_up(
    cluster: galera.Cluster, processes: list[Running]
) -> None:
    writer, late = Writer("three"), cluster.nodes[1]
    writer.write(processes[0], 90)
    assert names(processes[1])[make.uid("three")] == "bag 90"
    with pymysql.connect(unix_socket=str(late.folder / "s"), user="root") as held:
        held.cursor().execute("FLUSH TABLES WITH READ LOCK")  # it applies nothing meanwhile
        writer.write(processes[0], 91)
        release = threading.Timer(1.5, lambda: held.cursor().execute("UNLOCK TABLES"))
        release.start()
        assert names(processes[1])[make.uid("three")] == "bag 91"
        release.join()


def test_writers_at_three_nodes_at_once_are_all_heard(processes: list[Running]) -> None:
    had = processes[0].ask(GARDEN)["revision"]

    def many(at: int) -> None:
        writer = Writer(BAGS[at])
        for n in range(100, 100 + EACH):
            writer.write(processes[at], n)

    with ThreadPoolExecutor(3) as pool:
        list(pool.map(many, range(3)))
    for one in processes:
        now = one.ask(GARDEN)
        # One garden, so every two of these writes change the same row: each counts once.
        assert now["revision"] == had + 3 * EACH
        assert set(names(one).values()) == {f"bag {99 + EACH}"}


def test_killed_nodes_lose_nothing_that_was_acknowledged(
    cluster: galera.Cluster, processes: list[Running]
) -> None:
    """First one by one, then all together, while somebody writes through whoever is ready."""
    writer, stop = Writer("two"), threading.Event()
    with ThreadPoolExecutor(1) as pool:
        writing = pool.submit(go_on, writer, processes, stop)
        try:
            for node in cluster.nodes:
                node.kill()
                writes_on(writer)
                cluster.again(node)
        finally:
            stop.set()
        assert writing.result() < LONGEST_S
    for node in cluster.nodes:
        node.kill()
    assert not [one for one in processes if one.answers("/readyz")]
    cluster.again(*cluster.nodes)
    for one in processes:
        assert names(one)[make.uid("two")] == f"bag {writer.told}"


def go_on(writer: Writer, processes: list[Running], stop: threading.Event) -> float:
    """Write until it is enough; return how long the slowest write took, with asking again."""
    longest_s = 0.0
    for n in itertools.count(200):
        began = time.monotonic()
        while writer.told < n and not stop.is_set():
            with suppress(OSError):  # asked again of whoever is ready then
                writer.write(ready(processes), n)
        if stop.is_set():
            break
        longest_s = max(longest_s, time.monotonic() - began)
    return longest_s


def writes_on(writer: Writer) -> None:
    """Three more writes are acknowledged soon."""
    until, before = time.monotonic() + 3 * LONGEST_S, writer.told
    while writer.told < before + 3:
        assert time.monotonic() < until
        time.sleep(0.05)


def ready(processes: list[Running]) -> Running:
    """Whom a proxy in front would ask."""
    while True:
        for one in processes:
            if one.answers("/readyz"):
                return one
        time.sleep(0.05)
