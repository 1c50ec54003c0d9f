"""Devices by their protocol: what stand-ins say, and what comes of silence and nonsense."""

import json
import socket
import socketserver
import threading
import time
from collections.abc import Iterator
from contextlib import contextmanager
from typing import Any

import pytest

from eznel.devices import ANSWERS_WITHIN_S, DeviceFailed, Devices
from eznel.standins import devices as standins


@contextmanager
def real(kind: Any) -> Iterator[Devices]:
    """A stand-in in a thread, named as if it were a real device."""
    server = standins.start(kind)
    try:
        yield Devices({kind: f"127.0.0.1:{server.server_address[1]}"})
    finally:
        server.shutdown()
        server.server_close()


@contextmanager
def saying(line: bytes, kind: Any = "scale", wait_s: float = 0.0) -> Iterator[Devices]:
    """A device that says one thing to everything, after a while."""

    class Asked(socketserver.StreamRequestHandler):
        def handle(self) -> None:
            while self.rfile.readline():
                time.sleep(wait_s)
                self.wfile.write(line)

    server = socketserver.ThreadingTCPServer(("127.0.0.1", 0), Asked)
    server.daemon_threads = True
    threading.Thread(target=server.serve_forever, daemon=True).start()
    try:
        yield Devices({kind: f"127.0.0.1:{server.server_address[1]}"})
    finally:
        server.shutdown()
        server.server_close()


def failing(devices: Devices, kind: Any = "scale") -> str:
    with pytest.raises(DeviceFailed) as caught:
        devices.read(kind, practice=False)
    return caught.value.key


def test_a_simulated_scale_settles_is_tared_and_overloaded() -> None:
    devices = Devices()
    try:
        devices.hand("scale", adds_g=180.0)
        assert not devices.settled("scale", practice=True)[1]
        time.sleep(standins.SETTLES_S + 0.1)
        assert devices.settled("scale", practice=True) == (
            devices.read("scale", practice=True), True
        )  # fmt: skip
        assert devices.tare("scale", practice=True).value == 0
        devices.hand("scale", adds_g=12.3)
        time.sleep(standins.SETTLES_S + 0.1)
        assert devices.read("scale", practice=True).value == pytest.approx(12.3)
        devices.hand("scale", adds_g=5000.0)
        with pytest.raises(DeviceFailed, match="device_overload"):
            devices.read("scale", practice=True)
    finally:
        devices.close()


def test_a_stand_in_that_died_is_started_again() -> None:
    devices = Devices()
    try:
        assert devices.read("rain_gauge", practice=True).value == 4.2
        devices.tare("rain_gauge", practice=True)
        devices.close()
        assert devices.read("rain_gauge", practice=True).value == 4.2
    finally:
        devices.close()


def test_only_practice_has_stand_ins_and_no_hand_moves_a_real_device() -> None:
    assert failing(Devices()) == "device_absent"
    with real("scale") as devices:
        assert devices.read("scale", practice=False).unit == "g"
        with pytest.raises(DeviceFailed, match="device_is_real"):
            devices.hand("scale", adds_g=5.0)


@pytest.mark.parametrize(
    ("said", "key"),
    [
        (b"hello\n", "device_mad"),
        (b'{"error": "no"}\n', "device_mad"),
        (b'{"device": "scale", "value": 1e9, "unit": "g"}\n', "device_mad"),
        (b'{"device": "scale", "value": "12", "unit": "g"}\n', "device_mad"),
        (b'{"device": "scale", "value": true, "unit": "g"}\n', "device_mad"),
        (b'{"device": "scale", "value": NaN, "unit": "g"}\n', "device_mad"),
        (b'{"device": "scale", "value": 12, "unit": "oz"}\n', "device_mad"),
        (b'{"device": "scale", "value": 12, "unit": ["g"]}\n', "device_mad"),
        (b'{"device": "rain_gauge", "value": 12, "unit": "mm"}\n', "device_mad"),
        (b"[1]\n", "device_mad"),
        (b"\xff\xfe\n", "device_mad"),
        (b'{"device": "scale", "value": null, "unit": "g", "state": "overload"}\n',
         "device_overload"),
    ],
)  # fmt: skip
def test_nonsense_is_told_from_silence(said: bytes, key: str) -> None:
    with saying(said) as devices:
        assert failing(devices) == key


def test_a_pen_that_shows_what_water_cannot_be_is_not_believed() -> None:
    said = {"device": "ec_ph_pen", "value": 2, "unit": "dS/m", "ph": 15}
    with saying(json.dumps(said).encode() + b"\n", "ec_ph_pen") as devices:
        assert failing(devices, "ec_ph_pen") == "device_mad"


def test_a_slow_or_gone_device_holds_nobody_up() -> None:
    began = time.monotonic()
    with saying(b"{}\n", wait_s=3 * ANSWERS_WITHIN_S) as devices:
        assert failing(devices) == "device_silent"
    with socket.socket() as free:
        free.bind(("127.0.0.1", 0))
        port = free.getsockname()[1]
    assert failing(Devices({"scale": f"127.0.0.1:{port}"})) == "device_silent"
    assert time.monotonic() - began < 6 * ANSWERS_WITHIN_S


@pytest.mark.parametrize("address", ["", "scale", "127.0.0.1", "127.0.0.1:x", ":99", "h:99999"])
def test_an_address_that_is_none_is_refused(address: str) -> None:
    with pytest.raises(ValueError):
        Devices({"scale": address})


def test_what_a_stand_in_does_not_understand_it_says() -> None:
    pen = standins.Pen()
    for line in (b"", b"{}", b"[]", b'{"ask": "fly"}', b'{"ask": "hand", "value": "x"}'):
        assert "error" in json.loads(standins.answer(pen, "ec_ph_pen", line))
    assert json.loads(standins.answer(pen, "ec_ph_pen", b'{"ask": "reading"}'))["ph"] == 6.1
