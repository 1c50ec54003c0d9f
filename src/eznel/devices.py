"""Measuring devices, asked by one small protocol (docs/devices.md): a line of JSON each way.

A device that is slow, silent, mad or gone holds up nothing: it has half a second for an answer,
and what is no reading of its kind is refused. In a practice garden simulated ones stand in, each
started as a process of its own when it is first asked for.
"""

import contextlib
import json
import socket
import threading
import time
from collections.abc import Mapping
from dataclasses import dataclass
from typing import Any, get_args

from eznel.standins.devices import Kind
from eznel.standins.process import Standin

KINDS: tuple[Kind, ...] = get_args(Kind)
ANSWERS_WITHIN_S = 0.5
MOST_BYTES = 2000
RANGES: Mapping[tuple[Kind, str], tuple[float, float]] = {
    ("scale", "g"): (-20_000, 20_000),
    ("moisture_probe", "%"): (0, 100),
    ("moisture_probe", "permittivity"): (1, 90),
    ("ec_ph_pen", "dS/m"): (0, 30),
    ("ec_ph_pen", "ppm500"): (0, 15_000),
    ("ec_ph_pen", "ppm700"): (0, 21_000),
    ("rain_gauge", "mm"): (0, 1000),
}
"""What a device of a kind may say in which unit."""
EXTRAS: Mapping[str, tuple[float, float]] = {
    "temperature_c": (-10, 80),
    "ph": (0, 14),
    "days_since": (0, 10_000),
}
SAME_READINGS = 5
"""So many equal ones in a row, and a scale has settled. [count]"""
APART_S = 0.05


class DeviceFailed(Exception):
    """A device does not do what it should; the key says in which way."""

    def __init__(self, key: str) -> None:
        super().__init__(key)
        self.key = key


@dataclass(frozen=True, slots=True)
class Reading:
    """What a device says."""

    value: float
    unit: str
    temperature_c: float | None = None
    ph: float | None = None
    days_since: float | None = None
    """Since it was calibrated, if it says. [days]"""


class Devices:
    """The devices of this machine.

    Parameters
    ----------
    real : mapping of str to str
        Where real ones answer, as host:port, by their kind.
    """

    def __init__(self, real: Mapping[Kind, str] | None = None) -> None:
        self._real = {kind: _address(at) for kind, at in (real or {}).items()}
        self._standins: dict[Kind, Standin] = {}
        self._lock = threading.Lock()

    def has(self, kind: Kind, *, practice: bool) -> bool:
        """Return whether there is such a device."""
        return practice or kind in self._real

    def is_simulated(self, kind: Kind) -> bool:
        """Return whether a stand-in answers."""
        return kind not in self._real

    def read(self, kind: Kind, *, practice: bool) -> Reading:
        """Return what a device says now.

        Parameters
        ----------
        kind : str
            Which device.
        practice : bool
            Whether a simulated one will do.

        Returns
        -------
        Reading
            Within what its kind can say.

        Raises
        ------
        DeviceFailed
            When it is not there, silent, says nonsense, or has too much on it.
        """
        with self._asking(kind, practice=practice) as ask:
            return _read(kind, ask({"ask": "reading"}))

    def settled(self, kind: Kind, *, practice: bool) -> tuple[Reading, bool]:
        """Return the last of some readings in a row, and whether all were the same.

        Parameters
        ----------
        kind : str
            Which device.
        practice : bool
            Whether a simulated one will do.

        Returns
        -------
        tuple of Reading and bool
            The reading, and whether it stands still.

        Raises
        ------
        DeviceFailed
            As when it is read once.
        """
        with self._asking(kind, practice=practice) as ask:
            found = [_read(kind, ask({"ask": "reading"}))]
            for _ in range(SAME_READINGS - 1):
                time.sleep(APART_S)
                found.append(_read(kind, ask({"ask": "reading"})))
        return found[-1], len({one.value for one in found}) == 1

    def tare(self, kind: Kind, *, practice: bool) -> Reading:
        """Take what is on a scale for nothing, empty a gauge.

        Parameters
        ----------
        kind : str
            Which device.
        practice : bool
            Whether a simulated one will do.

        Returns
        -------
        Reading
            After that.

        Raises
        ------
        DeviceFailed
            As when it is read.
        """
        with self._asking(kind, practice=practice) as ask:
            return _read(kind, ask({"ask": "tare"}))

    def hand(self, kind: Kind, **told: float | None) -> None:
        """Do to a stand-in what a hand would.

        Parameters
        ----------
        kind : str
            Which device.
        **told : float
            What is done, as that stand-in takes it.

        Raises
        ------
        DeviceFailed
            When the device is a real one, or does not answer.
        """
        if kind in self._real:
            raise DeviceFailed("device_is_real")
        with self._asking(kind, practice=True) as ask:
            ask({"ask": "hand", **told})

    def close(self) -> None:
        """End the stand-ins."""
        for one in self._standins.values():
            one.end()

    @contextlib.contextmanager
    def _asking(self, kind: Kind, *, practice: bool) -> Any:
        """A connection to a device, on which it may be asked again and again."""
        if not self.has(kind, practice=practice):
            raise DeviceFailed("device_absent")
        try:
            address = self._real.get(kind) or ("127.0.0.1", self._standin(kind))
            with (
                socket.create_connection(address, ANSWERS_WITHIN_S) as line,
                line.makefile("rwb") as stream,
            ):

                def ask(message: Mapping[str, Any]) -> Mapping[str, Any]:
                    stream.write(json.dumps(message).encode() + b"\n")
                    stream.flush()
                    return _said(stream.readline(MOST_BYTES))

                yield ask
        except OSError as error:
            raise DeviceFailed("device_silent") from error

    def _standin(self, kind: Kind) -> int:
        with self._lock:
            known = self._standins.get(kind)
            if known is None or not known.lives:
                known = self._standins[kind] = Standin("eznel.standins.devices", kind)
            return known.port


def _address(text: str) -> tuple[str, int]:
    """Host and port. Raises ValueError where it is neither."""
    host, _, port = text.rpartition(":")
    if not host or not port.isdigit() or not 0 < int(port) < 65536:
        raise ValueError(text)
    return host, int(port)


def _said(line: bytes) -> Mapping[str, Any]:
    try:
        said = json.loads(line)
    except ValueError as error:
        key = "device_mad" if line else "device_silent"
        raise DeviceFailed(key) from error
    if not isinstance(said, dict) or "error" in said:
        raise DeviceFailed("device_mad")
    return said


def _read(kind: Kind, said: Mapping[str, Any]) -> Reading:
    if said.get("state") == "overload":
        raise DeviceFailed("device_overload")
    unit = said.get("unit")
    span = RANGES.get((kind, unit)) if isinstance(unit, str) else None
    if said.get("device") != kind or span is None:
        raise DeviceFailed("device_mad")
    extras = {
        name: _number(said[name], EXTRAS[name]) for name in EXTRAS if said.get(name) is not None
    }
    return Reading(_number(said.get("value"), span), str(unit), **extras)


def _number(value: object, span: tuple[float, float]) -> float:
    if isinstance(value, bool) or not isinstance(value, int | float):
        raise DeviceFailed("device_mad")
    if not span[0] <= value <= span[1]:
        raise DeviceFailed("device_mad")
    return float(value)
