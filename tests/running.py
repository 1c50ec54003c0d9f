"""The application as the launcher starts it, in a process of its own, for tests that kill it."""

import json
import os
import random
import signal
import socket
import subprocess
import sys
import threading
import time
import urllib.error
import urllib.request
from collections.abc import Iterator
from contextlib import contextmanager
from pathlib import Path
from typing import Any

import uvicorn
from fastapi import FastAPI

from eznel.serve import free_port

ROOT = Path(__file__).parent.parent
UI = Path(os.environ.get("EZNEL_TEST_UI", "ui/dist"))
KEPT_S = 600
"""An idle connection is closed after no test: who asks at that moment would get no answer. [s]"""


def free_pair() -> int:
    """A port that is free, and the one after it, which is for https where the start shares.

    Below those that a machine gives to whoever asks for any: a browser beside may get one of them.
    """
    for port in random.sample(range(20_000, 32_000, 2), 200):
        try:
            for one in (port, port + 1):
                with socket.socket() as tried:
                    tried.bind(("0.0.0.0", one))
        except OSError:
            continue
        return port
    raise AssertionError("no two free ports")


@contextmanager
def served(app: FastAPI) -> Iterator[str]:
    """Serve an application of this process on a loopback port, for a browser."""
    port = free_port()
    config = uvicorn.Config(
        app, host="127.0.0.1", port=port, log_level="error", timeout_keep_alive=KEPT_S
    )
    server = uvicorn.Server(config)
    thread = threading.Thread(target=server.run, daemon=True)
    thread.start()
    while not server.started:
        time.sleep(0.02)
    app.state.working = server.server_state.tasks
    yield f"http://127.0.0.1:{port}"
    server.should_exit = True
    thread.join(10)


def settled(app: FastAPI) -> None:
    """Wait until a served application works on no request any more; not for one that is stuck."""
    latest = time.monotonic() + 20
    while app.state.working and time.monotonic() < latest:
        time.sleep(0.02)


started: list["subprocess.Popen[str]"] = []
"""Everything that was started, so that nothing outlives its test."""


def program(*words: str, **more: Any) -> "subprocess.CompletedProcess[str]":
    """Run one verb to its end."""
    return subprocess.run(
        [sys.executable, "-m", "eznel", *words],
        capture_output=True, text=True, check=False,
        env={**os.environ, "PYTHONPATH": str(ROOT / "src")}, **more,
    )  # fmt: skip


class Running:
    """A started application."""

    def __init__(self, data: Path, *more: str, port: int = 0, **settings: str) -> None:
        self.data, self.port = data, port or free_pair()
        self.process = subprocess.Popen(
            [sys.executable, "-m", "eznel", "start", "--port", str(self.port),
             "--data", str(data), "--ui", str(ROOT / "ui"), *more],
            stdout=subprocess.PIPE, text=True,
            env={**os.environ, "PYTHONPATH": str(ROOT / "src"), **settings},
        )  # fmt: skip
        started.append(self.process)
        self.said: list[str] = []
        assert self.process.stdout
        for line in self.process.stdout:
            self.said.append(line)
            if "Eznel is at" in line:
                break
        else:
            # Who was killed meanwhile had no time to say anything.
            assert self.process.wait() <= 0, f"it did not start: {self.said}"

    def ask(self, path: str = "/api/gardens", body: Any = None, method: str = "") -> Any:
        """Ask again until there is an answer: while it starts, and while it is being killed."""
        for _ in range(900):
            try:
                return self.ask_once(path, body, method)
            except (OSError, ValueError):  # no connection, or one that broke off
                time.sleep(0.1)
        raise AssertionError("no answer")

    def ask_once(self, path: str, body: Any = None, method: str = "") -> Any:
        """Ask; OSError where nobody answers, or only that it cannot be done at present."""
        asked = urllib.request.Request(
            f"http://127.0.0.1:{self.port}{path}",
            None if body is None else json.dumps(body).encode(),
            {"Content-Type": "application/json"},
            method=method or ("GET" if body is None else "PUT"),
        )
        try:
            with urllib.request.urlopen(asked, timeout=20) as answer:
                return json.load(answer)
        except urllib.error.HTTPError as refused:
            if refused.code not in (502, 503, 504):
                raise AssertionError(refused.read()) from refused
            raise

    def answers(self, path: str) -> bool:
        """Whether it answers in time, and that all is well."""
        try:
            address = f"http://127.0.0.1:{self.port}{path}"
            with urllib.request.urlopen(address, timeout=5) as answer:
                return bool(answer.status == 200)
        except OSError:
            return False

    def end(self, how: int = signal.SIGINT) -> int:
        self.process.send_signal(how)
        return self.process.wait(120)
