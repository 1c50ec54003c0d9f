"""What a failed test has started ends with it."""

from collections.abc import Iterator

import pytest

import running


@pytest.fixture(autouse=True)
def _nothing_left_running() -> Iterator[None]:
    yield
    while running.started:
        process = running.started.pop()
        if process.poll() is None:
            process.kill()
            process.wait(20)
