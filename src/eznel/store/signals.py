"""Work that is not cut off in the middle: Ctrl-C and a polite end wait until it is done."""

import signal
import threading
from collections.abc import Iterator
from contextlib import contextmanager
from types import FrameType

_HELD = (signal.SIGINT, signal.SIGTERM, signal.SIGHUP)


@contextmanager
def held_back() -> Iterator[None]:
    """Hold signals back, and let them come when the work is done.

    Python gives signals to the main thread alone; elsewhere there is nothing to hold back.
    """
    if threading.current_thread() is not threading.main_thread():
        yield
        return
    came: list[int] = []

    def note(number: int, frame: FrameType | None) -> None:
        came.append(number)

    before = {held: signal.signal(held, note) for held in _HELD}
    try:
        yield
    finally:
        for held, handler in before.items():
            signal.signal(held, handler)
        for number in came:
            signal.raise_signal(number)
