"""Start database and application, keep both alive, save what they hold, and stop both cleanly."""

import asyncio
import os
import signal
import socket
import subprocess
import sys
import threading
import time
from collections.abc import Callable
from contextlib import ExitStack, suppress
from dataclasses import dataclass
from datetime import UTC, date, datetime
from pathlib import Path
from typing import Literal

import uvicorn
from sqlalchemy import Engine
from sqlalchemy.orm import Session
from starlette.types import ASGIApp

from eznel import catalogue, copies
from eznel.api.app import create_app
from eznel.api.services import Services, Watch
from eznel.api.trust import PAGE, Trust, printed
from eznel.certificates import Shown, authority, vouched
from eznel.clock import today
from eznel.devices import Devices
from eznel.standins import weather_station
from eznel.standins.process import Standin
from eznel.store import backups, database, gardens, invitations, opening, people, reading, removed
from eznel.store.database import Unusable

PASSWORD_OF_BEFORE = "password-hash"
"""Where the one password of all lay, below the data folder, until everybody had their own."""
ROUND_S = 600.0
"""How often it is looked whether a backup is to be made, or proved. [s]"""
IDLE_S = 75
"""How long a connection is kept on which nobody asks: longer than a proxy or a browser does. [s]"""
SWITCH_S = 0.001
"""How soon a thread that computes lets a waiting one go on: readers wait less beside a writer."""


@dataclass(frozen=True, slots=True)
class Sharing:
    """How the application is shared in the local network."""

    behind: str = ""
    """Address of a proxy whose word about who asks is believed, and which serves https; without
    one we serve it ourselves. [address]"""
    shown: Shown | None = None
    """A certificate of one's own; without one we make it."""


@dataclass(frozen=True, slots=True)
class _Door:
    """Where the application is asked."""

    host: str
    port: int
    data: Path
    sharing: Sharing | None
    logs: bool


def serve(
    *,
    port: int,
    data: Path,
    ui: Path,
    demo_garden: bool,
    sharing: Sharing | None = None,
    devices: Devices | None = None,
    copy_to: str = "",
    logs: bool = False,
) -> int:
    """Serve the application until it is interrupted: on loopback, or shared.

    Parameters
    ----------
    port : int
        Of the application; the next one is for https where it is shared.
    data : Path
        Folder of the private database.
    ui : Path
        Folder of the built interface.
    demo_garden : bool
        Whether a new store gets the demo garden.
    sharing : Sharing or None
        How it is shared in the local network; None for loopback.
    devices : Devices or None
        Real measuring devices; simulated ones stand in for practice where None.
    copy_to : str
        Where a copy of every daily backup goes besides; nowhere where it is empty.
    logs : bool
        Whether every answer is logged to the standard error output.

    Returns
    -------
    int
        0 when it was stopped, 2 when it could not start.
    """
    host = "127.0.0.1" if sharing is None else "0.0.0.0"
    for one in (port,) if sharing is None or sharing.behind else (port, port + 1):
        if not _free(host, one):
            print(f"Port {one} is in use. Stop what uses it, or choose another: --port N")
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
            watch=Watch(data, copy_to),
        )
        stack.callback(services.devices.close)
        stack.callback(services.apart.close)
        if demo_garden:
            _load_demo(services)
        opening.beside(stack, lambda ended: _save_daily(engine, services.watch, ended))
        sys.setswitchinterval(SWITCH_S)
        with suppress(KeyboardInterrupt):  # before it serves; from then on none is raised
            _run(services, ui, _Door(host, port, data, sharing, logs))
    print("Stopped.", flush=True)
    return 0


def _run(services: Services, ui: Path, door: _Door) -> None:
    """Serve until somebody interrupts: http, and https too where we serve that ourselves."""
    sharing = door.sharing
    here = f"http://127.0.0.1:{door.port}"
    first = "" if sharing is None else _first_account(services, door.data)
    if sharing is None or sharing.behind:
        behind = "" if sharing is None else sharing.behind
        for address in _addresses() if sharing else ():
            print(f"In your network: http://{address}:{door.port}", flush=True)
        _say_first(first, here)
        app = create_app(services, ui, shared=sharing is not None, logs=door.logs)
        _until_stopped(here, _server(app, door, door.port, behind=behind))
        return
    shown, trust = _trusted(door, sharing)
    print(f"In your network: {trust.https}", flush=True)
    if trust.certificate is not None:
        print(f"{printed(trust.http)}\nHow a phone comes to trust it: {trust.http}\n"
              f"Its fingerprint: {trust.fingerprint}", flush=True)  # fmt: skip
    _say_first(first, here, trust.https)
    app = create_app(services, ui, trust, shared=True, logs=door.logs)
    plain, safe = _server(app, door, door.port), _server(app, door, door.port + 1, shown=shown)
    _until_stopped(here, plain, safe)


def _first_account(services: Services, data: Path) -> str:
    """The key of the link to the first account; empty where there is one."""
    (data / PASSWORD_OF_BEFORE).unlink(missing_ok=True)
    with Session(services.engine) as session:
        return invitations.to_first(session) if people.is_empty(session) else ""


def _say_first(key: str, *addresses: str) -> None:
    if key:
        links = "\n   or, from another machine: ".join(f"{one}/join/{key}" for one in addresses)
        print(f"Nobody has an account yet. The first one is made here:\n   {links}", flush=True)


def _trusted(door: _Door, sharing: Sharing) -> tuple[Shown, Trust]:
    """The certificate that is shown, and how others come to trust it."""
    name = f"{socket.gethostname().lower()}.local"
    names = (*_addresses(), name, "127.0.0.1", "localhost")
    mine = sharing.shown is None
    address = next(one for one in names if not mine or vouched(one))
    https, http = f"https://{address}:{door.port + 1}", f"http://{address}:{door.port}{PAGE}"
    if sharing.shown is not None:
        return sharing.shown, Trust(https, http, None)
    now = datetime.now(UTC)
    own = authority(door.data / "https", now)
    return own.shown_for(names, now), Trust(https, http, own.certificate, own.fingerprint)


def _server(
    app: ASGIApp, door: _Door, port: int, *, behind: str = "", shown: Shown | None = None
) -> uvicorn.Server:
    config = uvicorn.Config(
        app, host=door.host, port=port, log_level="warning", timeout_graceful_shutdown=3,
        timeout_keep_alive=IDLE_S,
        proxy_headers=bool(behind), forwarded_allow_ips=behind,
        ssl_certfile=shown.certificate if shown else None, ssl_keyfile=shown.key if shown else None,
    )  # fmt: skip
    return uvicorn.Server(config)


def _until_stopped(here: str, *servers: uvicorn.Server) -> None:
    """Say where it is, and serve until somebody stops it, be it at that very moment.

    An interrupt is no exception from here on: one that is raised while something is being cleared
    away would be lost, and nobody would stop.
    """

    def stop(*_: object) -> None:
        for one in servers:
            one.should_exit = True

    before = {one: signal.signal(one, stop) for one in (signal.SIGINT, signal.SIGTERM)}
    try:
        print(f"Eznel is at {here}  (Ctrl-C stops it)", flush=True)
        asyncio.run(_all(*servers))
    finally:
        for one, handler in before.items():
            signal.signal(one, handler)


async def _all(*servers: uvicorn.Server) -> None:
    """Serve until the first of them is told to stop; then none is left."""
    serving = [asyncio.create_task(one.serve()) for one in servers]
    try:
        await asyncio.wait(serving, return_when=asyncio.FIRST_COMPLETED)
    finally:
        for one in servers:
            one.should_exit = True
        await asyncio.gather(*serving, return_exceptions=True)


def _save_daily(engine: Engine, watch: Watch, ended: threading.Event) -> None:
    """Write a backup when a day has none yet, and a while later prove it and copy it elsewhere."""
    folder, unproven = watch.data / opening.BACKUPS, None
    while True:
        path = folder / f"{date.today().isoformat()}.eznel-backup"
        try:
            if not path.exists():
                backups.save(engine, path)
                backups.keep_newest(folder)
                removed.clear(engine, datetime.now(UTC).replace(tzinfo=None))
                unproven = path
            elif unproven == path:
                watch.backup = _proved(watch.data, path, ended)
                if watch.copy_to:
                    copies.copy(path, watch.copy_to)
                unproven = None
        except copies.NotCopied as error:
            watch.backup = "not_copied"
            print(f"The backup of today was not copied, and is tried again: {error}", flush=True)
        except Exception as error:  # whatever it is, tomorrow's backup is to be made
            watch.backup = "failed"
            print(f"The daily backup failed, and is tried again: {error}", flush=True)
        if ended.wait(ROUND_S):
            return


def _proved(data: Path, path: Path, ended: threading.Event) -> Literal["good", "unproven"]:
    """Restore a backup beside, in a process of its own: whoever waits for a plan goes first."""
    verb = ["-m", "eznel", "doctor", "--data", str(data), "--backup", str(path)]
    with subprocess.Popen(
        ["nice", "-n", "15", sys.executable, *verb],
        stdout=subprocess.PIPE, stderr=subprocess.STDOUT, text=True,
    ) as proving:  # fmt: skip
        while proving.poll() is None:
            if ended.wait(0.2):
                proving.terminate()
        said = proving.stdout.read() if proving.stdout else ""
    if proving.returncode == 0 or ended.is_set():
        return "good"
    print(f"The backup of today cannot be relied on:\n{said}", flush=True)
    return "unproven"


def _addresses() -> list[str]:
    """Where this machine is found in its network."""
    with socket.socket(socket.AF_INET, socket.SOCK_DGRAM) as probe:
        try:
            probe.connect(("192.0.2.1", 9))  # a reserved address: nothing is sent
        except OSError:
            return []
        return [str(probe.getsockname()[0])]


def _load_demo(services: Services) -> None:
    # One at a time: of several that start at once on an empty store, the first one loads it.
    with database.alone(services.engine, "beginning"), Session(services.engine) as session:
        if reading.gardens(session):
            return
        from eznel import demo  # its pictures and readings are only for this

        def load() -> None:
            file = demo.garden_file()
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
