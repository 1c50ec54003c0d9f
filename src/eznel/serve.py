"""Start database and application, keep both alive, save what they hold, and stop both cleanly."""

import os
import socket
import sys
import threading
import time
from collections.abc import Callable
from contextlib import ExitStack
from datetime import UTC, date, datetime
from pathlib import Path

import uvicorn
from sqlalchemy import Engine
from sqlalchemy.orm import Session

from eznel import catalogue, demo
from eznel.api.app import create_app
from eznel.api.services import Services
from eznel.clock import today
from eznel.devices import Devices
from eznel.standins import weather_station
from eznel.standins.process import Standin
from eznel.store import backups, gardens, opening, reading, removed
from eznel.store.database import Unusable

SWITCH_S = 0.001
"""How soon a thread that computes lets a waiting one go on: readers wait less beside a writer."""


def serve(
    *,
    port: int,
    data: Path,
    ui: Path,
    demo_garden: bool,
    password_hash: str = "",
    behind: str = "",
    devices: Devices | None = None,
) -> int:
    """Serve the application until it is interrupted: on loopback, or with a password to all.

    Parameters
    ----------
    port : int
        Of the application.
    data : Path
        Folder of the private database.
    ui : Path
        Folder of the built interface.
    demo_garden : bool
        Whether a new store gets the demo garden.
    password_hash : str
        Of the password with which it is shared in the local network; empty for loopback.
    behind : str
        Address of a proxy whose word about who asks is believed; nobody's where it is empty.
        [address]
    devices : Devices or None
        Real measuring devices; simulated ones stand in for practice where None.

    Returns
    -------
    int
        0 when it was stopped, 2 when it could not start.
    """
    host = "0.0.0.0" if password_hash else "127.0.0.1"
    if not _free(host, port):
        print(f"Port {port} is in use. Stop what uses it, or choose another: --port N", flush=True)
        return 2
    with ExitStack() as stack:
        new = not (data / "database").exists()
        who = f"Eznel at http://127.0.0.1:{port} (process {os.getpid()})"
        try:
            engine = opening.open_store(data, stack, who, step)
        except Unusable as error:
            print(error, flush=True)
            return 2
        if new and any((data / opening.BACKUPS).glob("*.eznel-backup")):
            print("This store is new; backups are there: ./eznel restore FILE", flush=True)
        station = Standin("eznel.standins.weather_station")
        stack.callback(station.end)
        services = Services(
            engine,
            catalogue.load(),
            today,
            weather_station.address(station.port),
            devices or Devices(),
        )
        stack.callback(services.devices.close)
        stack.callback(services.apart.close)
        if demo_garden:
            _load_demo(services)
        opening.beside(stack, lambda ended: _save_daily(engine, data, ended))
        for address in _addresses() if password_hash else ():
            print(f"In your network: http://{address}:{port}", flush=True)
        print(f"Eznel is at http://127.0.0.1:{port}  (Ctrl-C stops it)", flush=True)
        sys.setswitchinterval(SWITCH_S)
        uvicorn.run(
            create_app(services, ui, password_hash), host=host, port=port, log_level="warning",
            timeout_graceful_shutdown=3, proxy_headers=bool(behind), forwarded_allow_ips=behind,
        )  # fmt: skip
    print("Stopped.", flush=True)
    return 0


def _save_daily(engine: Engine, data: Path, ended: threading.Event) -> None:
    """Write a backup when a day has none yet, at the start and then as the days go by."""
    folder = data / opening.BACKUPS
    while True:
        path = folder / f"{date.today().isoformat()}.eznel-backup"
        if not path.exists():
            try:
                backups.save(engine, path)
                backups.keep_newest(folder)
                removed.clear(engine, datetime.now(UTC).replace(tzinfo=None))
            except Exception as error:  # whatever it is, tomorrow's backup is to be made
                print(f"The daily backup failed, and is tried again: {error}", flush=True)
        if ended.wait(600):
            return


def _addresses() -> list[str]:
    """Where this machine is found in its network."""
    with socket.socket(socket.AF_INET, socket.SOCK_DGRAM) as probe:
        try:
            probe.connect(("192.0.2.1", 9))  # a reserved address: nothing is sent
        except OSError:
            return []
        return [str(probe.getsockname()[0])]


def _load_demo(services: Services) -> None:
    with Session(services.engine) as session:
        if reading.gardens(session):
            return

        def load() -> None:
            file = demo.garden_file(services.catalogue)
            gardens.replace(session, file, based_on=0, who="demo", check=lambda file: None)

        step("Demo garden", load)


def step(name: str, work: Callable[[], object]) -> None:
    """Do something and tell how long it took.

    Parameters
    ----------
    name : str
        What people read.
    work : callable
        What is done.
    """
    print(f"{name} …", end=" ", flush=True)
    began = time.monotonic()
    work()
    print(f"ready ({time.monotonic() - began:.1f} s)", flush=True)


def free_port() -> int:
    """Return a port on loopback that nothing listens on.

    Returns
    -------
    int
        Free a moment ago.
    """
    with socket.socket() as probe:
        probe.bind(("127.0.0.1", 0))
        return int(probe.getsockname()[1])


def _free(host: str, port: int) -> bool:
    with socket.socket() as probe:
        probe.setsockopt(socket.SOL_SOCKET, socket.SO_REUSEADDR, 1)
        try:
            probe.bind((host, port))
        except OSError:
            return False
    return True
