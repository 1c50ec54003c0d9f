"""Two nodes and an arbitrator: either node may be gone, and nobody writes at two ends of a cut."""

import os
import time
from collections.abc import Iterator
from pathlib import Path
from tempfile import mkdtemp

import galera
import pymysql
import pytest

SCRIPTS = Path(os.environ.get("EZNEL_TEST_NODES", "/usr/bin"))


@pytest.fixture
def two() -> Iterator[galera.Cluster]:
    assert galera.missing(SCRIPTS) == []  # ./eznel test has them installed
    folder = Path(mkdtemp(prefix="eznel-two-"))
    folder.chmod(0o755)  # the nodes run as somebody else
    nodes = galera.Cluster(folder / "cluster", count=2, scripts=SCRIPTS)
    try:
        nodes.start()
        yield nodes
    finally:
        nodes.stop()


def write(node: galera.Node, n: int) -> None:
    with (
        pymysql.connect(host="127.0.0.1", port=node.port, user="eznel", database="eznel",
                        autocommit=True, read_timeout=30) as there,
        there.cursor() as cursor,
    ):  # fmt: skip
        cursor.execute("CREATE TABLE IF NOT EXISTS told (n INT PRIMARY KEY)")
        cursor.execute("INSERT INTO told VALUES (%s)", (n,))


def told(node: galera.Node) -> list[int]:
    with (
        pymysql.connect(host="127.0.0.1", port=node.port, user="eznel", database="eznel") as there,
        there.cursor() as cursor,
    ):
        cursor.execute("SET SESSION wsrep_sync_wait = 7")
        cursor.execute("SELECT n FROM told ORDER BY n")
        return [row[0] for row in cursor.fetchall()]


def test_either_of_two_may_be_gone_while_the_arbitrator_stands(two: galera.Cluster) -> None:
    write(two.nodes[0], 1)
    for n, (gone, left) in enumerate((two.nodes, two.nodes[::-1]), 2):
        gone.kill()
        two.wait(left, 2)  # itself and the arbitrator: more than half of three
        write(left, n)
        two.again(gone)
        assert told(gone) == list(range(1, n + 1))
    # One of three alone takes nothing, rather than two truths.
    assert two.arbitrator is not None
    two.arbitrator.stop()
    two.nodes[1].kill()
    until = time.monotonic() + 30
    while two.nodes[0].in_step(1):
        assert time.monotonic() < until
        time.sleep(0.1)
    with pytest.raises(pymysql.err.MySQLError):
        write(two.nodes[0], 9)
