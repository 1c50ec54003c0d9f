"""Locks on files: they end with the process that holds them, however it ends."""

import fcntl
import os
import time
from collections.abc import Iterator
from contextlib import contextmanager
from pathlib import Path


class Held(Exception):
    """Somebody else holds the lock; carries what they wrote about themselves."""


@contextmanager
def held(path: Path, who: str, wait_s: float = 0.0) -> Iterator[None]:
    """Hold a lock.

    Parameters
    ----------
    path : Path
        Its file; stays there.
    who : str
        What others are told about us.
    wait_s : float
        How long to wait for it. [s]

    Yields
    ------
    None
        While it is held.

    Raises
    ------
    Held
        When somebody else has it all the time.
    """
    path.parent.mkdir(parents=True, exist_ok=True)
    until = time.monotonic() + wait_s
    file = os.open(path, os.O_RDWR | os.O_CREAT | os.O_CLOEXEC, 0o600)
    try:
        while True:
            try:
                fcntl.flock(file, fcntl.LOCK_EX | fcntl.LOCK_NB)
                break
            except OSError as error:
                if time.monotonic() >= until:
                    raise Held(os.pread(file, 500, 0).decode(errors="replace")) from error
                time.sleep(0.05)
        os.ftruncate(file, 0)
        os.pwrite(file, who.encode()[:500], 0)
        yield
    finally:
        os.close(file)
