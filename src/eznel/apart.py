"""Work in a process of its own: bounded in time and memory, so that no file holds up the rest.

A worker reads from its input what to do and writes what came of it, one thing after another. One
that takes too long is ended, and the next work gets a new one. Workers end with their parent.
"""

import os
import pickle
import queue
import resource
import signal
import struct
import subprocess
import sys
import threading
from collections.abc import Callable
from dataclasses import dataclass
from typing import IO, Any, ParamSpec, TypeVar

from pydantic import ValidationError

from eznel.core.errors import Impossible, Refusal

LIMIT_S = 20.0
"""What takes longer is ended. [s]"""
MOST_BYTES = 1_500_000_000
"""What needs more memory is refused. [bytes]"""
WORKERS = 2
"""How many work at once; more wait. [count]"""
_HEAD = struct.Struct("!Q")

Asked = ParamSpec("Asked")
Answer = TypeVar("Answer")


class Failed(RuntimeError):
    """The work ended by an error of ours, not by what it was given."""


class Apart:
    """A few workers; each begins with its first work."""

    def __init__(self, limit_s: float = LIMIT_S) -> None:
        self._limit_s = limit_s
        self._idle: queue.LifoQueue[_Worker] = queue.LifoQueue()
        for _ in range(WORKERS):
            self._idle.put(_Worker())

    def __call__(
        self, work: Callable[Asked, Answer], *args: Asked.args, **kwargs: Asked.kwargs
    ) -> Answer:
        """Return what a function of some module returns, worked out apart.

        Parameters
        ----------
        work : callable
            Found by its name; what it takes and returns can be pickled.
        *args : Any
            What it is given.
        **kwargs : Any
            The same, by name.

        Returns
        -------
        Any
            What it returns.

        Raises
        ------
        Refusal
            What it refuses; `reading_stopped` when it takes too long or too much memory.
        ValidationError
            What cannot be.
        Failed
            When it fails otherwise.
        """
        worker = self._idle.get()
        try:
            answer: Answer = worker.ask((work, args, kwargs), self._limit_s)
        finally:
            self._idle.put(worker)
        return answer

    def close(self) -> None:
        """End all workers."""
        for _ in range(WORKERS):
            self._idle.get().end()


@dataclass(frozen=True)
class _Running:
    """A process, and its two ends."""

    process: subprocess.Popen[bytes]
    asked: IO[bytes]
    answers: IO[bytes]


class _Worker:
    """One process after another, as each was ended."""

    def __init__(self) -> None:
        self._running: _Running | None = None

    def ask(self, work: Any, limit_s: float) -> Any:
        running = self._begun()
        timer = threading.Timer(limit_s, running.process.kill)
        timer.start()
        try:
            _send(running.asked, work)
            came, what = _received(running.answers)
        except (EOFError, OSError) as error:  # it was ended, or ended itself
            self.end()
            raise Impossible("file", "reading_stopped", seconds=limit_s) from error
        finally:
            timer.cancel()
        if came == "done":
            return what
        raise what if came == "refused" else Failed(what)

    def _begun(self) -> _Running:
        if self._running is None or self._running.process.poll() is not None:
            process = subprocess.Popen(
                [sys.executable, "-B", "-m", "eznel.apart"],
                stdin=subprocess.PIPE,
                stdout=subprocess.PIPE,
                env={**os.environ, "PYTHONPATH": os.pathsep.join(sys.path)},
            )
            if process.stdin is None or process.stdout is None:
                raise Failed("a process without ends")
            self._running = _Running(process, process.stdin, process.stdout)
        return self._running

    def end(self) -> None:
        if self._running is not None:
            self._running.process.kill()
            self._running.process.communicate()
            self._running = None


def _send(to: IO[bytes], what: Any) -> None:
    data = pickle.dumps(what)
    to.write(_HEAD.pack(len(data)) + data)
    to.flush()


def _received(by: IO[bytes]) -> Any:
    head = by.read(_HEAD.size)
    if len(head) < _HEAD.size:
        raise EOFError
    (size,) = _HEAD.unpack(head)
    data = by.read(size)
    if len(data) < size:
        raise EOFError
    return pickle.loads(data)


def _worked(work: Callable[..., Any], args: Any, kwargs: Any) -> tuple[str, Any]:
    try:
        return "done", work(*args, **kwargs)
    except (Refusal, ValidationError) as error:
        return "refused", error
    except MemoryError:
        raise
    except Exception as error:
        return "failed", f"{type(error).__name__}: {error}"


def _work() -> None:
    """Do what is asked until nobody asks any more."""
    signal.signal(signal.SIGINT, signal.SIG_IGN)  # the parent decides
    resource.setrlimit(resource.RLIMIT_AS, (MOST_BYTES, MOST_BYTES))
    resource.setrlimit(resource.RLIMIT_CORE, (0, 0))
    resource.setrlimit(resource.RLIMIT_FSIZE, (0, 0))
    asked, answers = sys.stdin.buffer, os.fdopen(os.dup(sys.stdout.fileno()), "wb")
    sys.stdout = sys.stderr  # what a library prints is no answer
    while True:
        try:
            work, args, kwargs = _received(asked)
        except EOFError:
            return
        try:
            _send(answers, _worked(work, args, kwargs))
        except MemoryError:
            os._exit(1)  # as if it had been ended


if __name__ == "__main__":
    _work()
