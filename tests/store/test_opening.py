"""What runs beside the store is over before the store is."""

import time
from contextlib import ExitStack
from threading import Event

from eznel.store import opening


def test_work_beside_ends_before_what_was_there_earlier() -> None:
    """A backup that is being written is finished before its database goes."""
    order: list[str] = []

    def work(ended: Event) -> None:
        ended.wait()
        time.sleep(0.1)
        order.append("work")

    with ExitStack() as stack:
        stack.callback(lambda: order.append("store"))
        opening.beside(stack, work)
    assert order == ["work", "store"]
