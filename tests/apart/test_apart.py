"""Work in a process of its own: answers, refusals, and an end to what takes too much."""

import os
import signal
import subprocess
import sys
import time
from collections.abc import Iterator

import pytest
from pydantic import ValidationError

from eznel.apart import Apart, Failed
from eznel.core.document import WeatherDay
from eznel.core.errors import Impossible
from eznel.formats.numbers import read_number
from eznel.formats.tables import table_of


@pytest.fixture
def apart() -> Iterator[Apart]:
    workers = Apart(limit_s=30)
    yield workers
    workers.close()


def test_it_answers_from_another_process_and_keeps_it(apart: Apart) -> None:
    assert apart(read_number, "1,5", mark=",") == read_number("1,5", mark=",")
    first, second = apart(os.getpid), apart(os.getpid)
    assert first == second != os.getpid()


def test_what_is_refused_there_is_refused_here(apart: Apart) -> None:
    with pytest.raises(Impossible) as refused:
        apart(table_of, "a,b\n" * 9, most_rows=3)
    assert (refused.value.field, refused.value.key) == ("file", "too_many_rows")
    assert refused.value.quantities == {"most": 3}
    with pytest.raises(ValidationError) as wrong:
        apart(WeatherDay.model_validate, {"id": "x"})
    assert {error["loc"] for error in wrong.value.errors()} >= {("id",), ("on",)}


def test_what_takes_too_long_is_ended_and_the_next_is_answered() -> None:
    apart = Apart(limit_s=5)
    started = time.monotonic()
    with pytest.raises(Impossible) as refused:
        apart(time.sleep, 600)
    assert (refused.value.key, refused.value.quantities) == ("reading_stopped", {"seconds": 5})
    assert time.monotonic() - started < 60
    assert apart(abs, -2) == 2
    apart.close()


def test_what_takes_too_much_memory_is_ended(apart: Apart) -> None:
    with pytest.raises(Impossible) as refused:
        apart(bytearray, 3_000_000_000)
    assert refused.value.key == "reading_stopped"
    assert apart(abs, -2) == 2


def test_a_worker_that_was_killed_is_replaced(apart: Apart) -> None:
    os.kill(apart(os.getpid), signal.SIGKILL)
    deadline = time.monotonic() + 30
    answers: list[int] = []
    while not answers and time.monotonic() < deadline:
        try:
            answers.append(apart(abs, -2))
        except Impossible:  # it was asked just as it ended
            continue
    assert answers == [2]


def test_an_error_of_ours_is_none_of_the_file(apart: Apart) -> None:
    with pytest.raises(Failed, match="ZeroDivisionError"):
        apart(divmod, 1, 0)


def test_it_can_write_no_file(apart: Apart, tmp_path) -> None:
    with pytest.raises((Failed, Impossible)):
        apart((tmp_path / "made").write_text, "anything")
    assert not (tmp_path / "made").exists() or (tmp_path / "made").read_text() == ""


def test_workers_end_with_whoever_asked() -> None:
    """One that is killed leaves none behind."""
    script = (
        "import os, sys\nfrom eznel.apart import Apart\n"
        "print(Apart()(os.getpid), flush=True)\nsys.stdin.read()"
    )
    env = {**os.environ, "PYTHONPATH": os.pathsep.join(sys.path)}
    with subprocess.Popen(
        [sys.executable, "-c", script], stdin=subprocess.PIPE, stdout=subprocess.PIPE, env=env
    ) as parent:
        assert parent.stdout is not None
        worker = int(parent.stdout.readline())
        parent.kill()
    deadline = time.monotonic() + 30
    while _alive(worker) and time.monotonic() < deadline:
        time.sleep(0.05)
    assert not _alive(worker)


def _alive(process: int) -> bool:
    try:
        with open(f"/proc/{process}/stat") as stat:
            return stat.read().rsplit(")", 1)[1].split()[0] != "Z"
    except OSError:
        return False
