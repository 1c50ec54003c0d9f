"""Simulated devices, each a process of its own on loopback: scale, probe, pen and rain gauge.

    python -m eznel.standins.devices KIND

It prints its port and speaks the protocol of docs/devices.md: a line of JSON asks, a line of JSON
answers. What a hand would do to a real one (put something on it, put it into the ground) is told it
by `{"ask": "hand", ...}`. It ends when whoever started it closes its input.
"""

import json
import socketserver
import sys
import threading
import time
from collections.abc import Callable, Mapping
from typing import Any, Literal

Kind = Literal["scale", "moisture_probe", "ec_ph_pen", "rain_gauge"]
Said = dict[str, Any]

SETTLES_S = 0.5
"""So long a scale swings after something was put on it. [s]"""
HOLDS_G = 5000.0
STEP_G = 0.1
"""What the scale holds, and how finely it weighs. [g]"""


class Scale:
    """A kitchen scale: it swings for half a second and says when it holds too much."""

    def __init__(self) -> None:
        self.load_g = self.zero_g = 0.0
        self.touched = -SETTLES_S

    def reading(self) -> Said:
        """Return what it shows."""
        if self.load_g > HOLDS_G:
            return {"value": None, "unit": "g", "state": "overload"}
        since = time.monotonic() - self.touched
        swing = 3.0 * max(SETTLES_S - since, 0.0) * (1 if int(since * 40) % 2 else -1)
        shown = round((self.load_g - self.zero_g + swing) / STEP_G) * STEP_G
        return {"value": round(shown, 1), "unit": "g", "state": "ok"}

    def tare(self) -> Said:
        """Take what is on it for nothing."""
        self.zero_g = self.load_g
        return self.reading()

    def hand(self, told: Mapping[str, Any]) -> Said:
        """Put more on it, or take all off."""
        adds = told.get("adds_g")
        self.load_g = 0.0 if adds is None else max(self.load_g + float(adds), 0.0)
        self.touched = time.monotonic()
        return self.reading()


class Probe:
    """A moisture probe: it measures the permittivity of what it is in, not water."""

    def __init__(self) -> None:
        self.permittivity = 12.0

    def reading(self) -> Said:
        """Return what it shows."""
        return {"value": round(self.permittivity, 2), "unit": "permittivity", "state": "ok"}

    def tare(self) -> Said:
        """There is nothing to tare."""
        return self.reading()

    def hand(self, told: Mapping[str, Any]) -> Said:
        """Put it into ground of that permittivity."""
        self.permittivity = float(told["permittivity"])
        return self.reading()


class Pen:
    """A pen for conductivity and pH: raw conductivity at the temperature that it feels."""

    def __init__(self) -> None:
        self.shows: Said = {"value": 1.62, "temperature_c": 18.0, "ph": 6.1, "days_since": 12}

    def reading(self) -> Said:
        """Return what it shows."""
        return {**self.shows, "unit": "dS/m", "state": "ok"}

    def tare(self) -> Said:
        """Take it as calibrated today."""
        self.shows["days_since"] = 0
        return self.reading()

    def hand(self, told: Mapping[str, Any]) -> Said:
        """Put it into another water."""
        known = {k: float(told[k]) for k in self.shows if k in told}
        self.shows = {**self.shows, **known}
        return self.reading()


class Gauge:
    """A rain gauge: what fell into it since it was emptied."""

    def __init__(self) -> None:
        self.held_mm = 4.2

    def reading(self) -> Said:
        """Return what it shows."""
        return {"value": round(self.held_mm, 1), "unit": "mm", "state": "ok"}

    def tare(self) -> Said:
        """Empty it."""
        self.held_mm = 0.0
        return self.reading()

    def hand(self, told: Mapping[str, Any]) -> Said:
        """Rain into it."""
        self.held_mm += float(told["rain_mm"])
        return self.reading()


Device = Scale | Probe | Pen | Gauge
KINDS: dict[Kind, Callable[[], Device]] = {
    "scale": Scale, "moisture_probe": Probe, "ec_ph_pen": Pen, "rain_gauge": Gauge,
}  # fmt: skip


def answer(device: Device, kind: Kind, line: bytes) -> bytes:
    """Return what a device says to a line.

    Parameters
    ----------
    device : Scale, Probe, Pen or Gauge
        The device.
    kind : str
        What it is.
    line : bytes
        What it was asked.

    Returns
    -------
    bytes
        A line of JSON; of what it does not understand an error.
    """
    try:
        asked = json.loads(line)
        ask = asked["ask"]
        if ask == "hand":
            said = device.hand(asked)
        else:
            said = {"reading": device.reading, "tare": device.tare}[ask]()
    except (ValueError, KeyError, TypeError):
        said = {"error": "not understood"}
    return json.dumps({"device": kind, **said}).encode() + b"\n"


def start(kind: Kind, port: int = 0) -> socketserver.ThreadingTCPServer:
    """Start a device on loopback in a thread of its own.

    Parameters
    ----------
    kind : str
        Which one.
    port : int
        Its port; any free one where it is 0.

    Returns
    -------
    ThreadingTCPServer
        Serving until it is shut down.
    """
    device, one_at_a_time = KINDS[kind](), threading.Lock()

    class Asked(socketserver.StreamRequestHandler):
        def handle(self) -> None:
            while line := self.rfile.readline(1000):
                with one_at_a_time:
                    said = answer(device, kind, line)
                self.wfile.write(said)

    server = socketserver.ThreadingTCPServer(("127.0.0.1", port), Asked)
    server.daemon_threads = True
    threading.Thread(target=server.serve_forever, daemon=True).start()
    return server


def main() -> None:
    """Be one device until the input is closed."""
    kind: Any = sys.argv[1]
    server = start(kind)
    print(server.server_address[1], flush=True)
    sys.stdin.buffer.read()
    server.shutdown()


if __name__ == "__main__":
    main()
