"""A stand-in as a process of its own on loopback: it says its port, and ends with its parent."""

import subprocess
import sys
import threading

STARTS_WITHIN_S = 10.0


class Standin:
    """A simulated device or service in its process.

    Parameters
    ----------
    module : str
        Run as a program: it prints its port, and ends when its input is closed.
    *arguments : str
        What it is told.

    Raises
    ------
    OSError
        When it does not start.
    """

    def __init__(self, module: str, *arguments: str) -> None:
        self._process = subprocess.Popen(
            [sys.executable, "-m", module, *arguments],
            stdin=subprocess.PIPE,
            stdout=subprocess.PIPE,
            text=True,
            start_new_session=True,  # Ctrl-C is for the application, which ends this
        )
        late = threading.Timer(STARTS_WITHIN_S, self._process.kill)
        late.start()
        try:
            line = self._process.stdout.readline() if self._process.stdout else ""
        finally:
            late.cancel()
        if not line.strip().isdigit():
            self.end()
            raise OSError("a stand-in does not start")
        self.port = int(line)

    @property
    def lives(self) -> bool:
        """Whether it still runs."""
        return self._process.poll() is None

    def end(self) -> None:
        """Close its input, at which it ends."""
        for stream in (self._process.stdin, self._process.stdout):
            if stream:
                stream.close()
        try:
            self._process.wait(3)
        except subprocess.TimeoutExpired:
            self._process.kill()
            self._process.wait()
