"""How an application holds up while many people look and some write, told in a table.

    python deploy/load.py http://127.0.0.1:8417 [more addresses] [--gardens 20] [--reads 20] …

Copies a garden so many times, asks for plans at a steady rate (a request that has to wait for
another one is late: its time counts from when it should have been sent), keeps notes meanwhile,
and checks that every note is read as it was written, through another address. The copies are
removed afterwards. Without sign-in only: for trials.
"""

import argparse
import http.client
import json
import random
import statistics
import threading
import time
from concurrent.futures import ThreadPoolExecutor
from typing import Any
from urllib.parse import urlsplit
from uuid import uuid4

_AT_ONCE = 64
_local = threading.local()


def ask(address: str, path: str, body: Any = None, method: str = "") -> Any:
    """Ask over a connection that this thread keeps; OSError where the answer is not a good one."""
    kept: dict[str, http.client.HTTPConnection] = _local.__dict__.setdefault("kept", {})
    host = urlsplit(address).netloc
    for attempt in range(2):
        connection = kept.setdefault(host, http.client.HTTPConnection(host, timeout=60))
        try:
            connection.request(
                method or ("GET" if body is None else "PUT"), path,
                None if body is None else json.dumps(body),
                {"Content-Type": "application/json"},
            )  # fmt: skip
            answer = connection.getresponse()
            read = answer.read()
            break
        except (OSError, http.client.HTTPException):
            del kept[host]  # closed while it was idle
            if attempt:
                raise
    if answer.status >= 300:
        raise OSError(f"{answer.status} {path}")
    return json.loads(read) if read else None


class Load:
    """So many gardens behind some addresses, looked at and written to."""

    def __init__(self, addresses: list[str], gardens: int) -> None:
        self.addresses = addresses
        self.times_s: dict[str, list[float]] = {"plan": [], "write": []}
        self.failed: list[str] = []
        self.wrong = 0
        one = ask(addresses[0], "/api/gardens")[0]["id"]
        file = ask(addresses[0], f"/api/gardens/{one}/file")
        self.gardens = [str(uuid4()) for _ in range(gardens)]
        self._day = file["log"]["feeds"][0]["on"]
        for garden in self.gardens:
            file["garden"]["id"] = garden
            ask(addresses[0], f"/api/gardens/{garden}/file", file)
        for address in addresses:
            for garden in self.gardens:
                ask(address, f"/api/gardens/{garden}/plan")

    def run(self, reads: float, writes: float, seconds: float) -> None:
        """Send so many reads and writes in a second, for so long."""
        due = [(n / reads, self._read) for n in range(int(reads * seconds))]
        due += [(n / writes, self._write) for n in range(int(writes * seconds))]
        began = time.monotonic()
        with ThreadPoolExecutor(_AT_ONCE) as pool:
            for at, act in sorted(due, key=lambda one: one[0]):
                time.sleep(max(0.0, began + at - time.monotonic()))
                pool.submit(self._timed, act, began + at)

    def _timed(self, act: Any, due: float) -> None:
        try:
            kind = act()
        except (OSError, ValueError) as error:
            self.failed.append(str(error))
        else:
            self.times_s[kind].append(time.monotonic() - due)

    def _read(self) -> str:
        garden = random.choice(self.gardens)
        ask(random.choice(self.addresses), f"/api/gardens/{garden}/plan")
        return "plan"

    def _write(self) -> str:
        garden, note = random.choice(self.gardens), str(uuid4())
        through, other = random.sample(self.addresses * 2, 2)
        words = {"id": note, "on": self._day, "words": uuid4().hex}
        ask(through, f"/api/gardens/{garden}/notes/{note}", words)
        read = ask(other, f"/api/gardens/{garden}")["file"]["log"]["notes"]
        self.wrong += words["words"] not in [one["words"] for one in read]
        return "write"

    def remove(self) -> None:
        """Remove the copies."""
        for garden in self.gardens:
            ask(self.addresses[0], f"/api/gardens/{garden}", method="DELETE")


def table(load: Load) -> str:
    """Return what came of it, a row for each kind of request."""
    rows = ["| what | count | median ms | p95 ms | slowest ms |", "|---|---|---|---|---|"]
    for kind, times in load.times_s.items():
        ms = [1000 * one for one in times]
        if len(ms) > 1:
            p95 = statistics.quantiles(ms, n=20)[-1]
            numbers = f"{statistics.median(ms):.0f} | {p95:.0f} | {max(ms):.0f}"
            rows.append(f"| {kind} | {len(ms)} | {numbers} |")
    rows.append(f"\nfailed: {len(load.failed)}, read otherwise than written: {load.wrong}")
    return "\n".join(rows + sorted(set(load.failed))[:5])


def main() -> None:
    """Load what is named on the command line, and print the table."""
    parser = argparse.ArgumentParser(description=__doc__.splitlines()[0])
    parser.add_argument("addresses", nargs="+")
    parser.add_argument("--gardens", type=int, default=20)
    parser.add_argument("--reads", type=float, default=20, help="in a second")
    parser.add_argument("--writes", type=float, default=2, help="in a second, each read again")
    parser.add_argument("--seconds", type=float, default=30)
    given = parser.parse_args()
    load = Load(given.addresses, given.gardens)
    try:
        load.run(given.reads, given.writes, given.seconds)
    finally:
        load.remove()
    print(table(load))


if __name__ == "__main__":
    main()
