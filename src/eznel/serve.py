"""Start database and application, keep both alive, save what they hold, and stop both cleanly."""

import os
import socket
import threading
import time
from collections.abc import Callable
from contextlib import ExitStack
from datetime import date
from pathlib import Path

import uvicorn
from sqlalchemy import Engine
from sqlalchemy.exc import DatabaseError
from sqlalchemy.orm import Session

from eznel import catalogue, demo
from eznel.api.app import create_app
from eznel.api.world import World
from eznel.clock import today
from eznel.standins import weather_station
from eznel.store import backups, database, gardens, reading
from eznel.store.server import PrivateServer, ServerFailed


def serve(*, port: int, data: Path, ui: Path, demo_garden: bool, password_hash: str = "") -> int:
    """Serve the application until it is interrupted: on loopback, or with a password to all.

    Parameters
    ----------
    port : int
        Of the application. [port]
    data : Path
        Folder of the private database. [path]
    ui : Path
        Folder of the built interface. [path]
    demo_garden : bool
        Whether a new store gets the demo garden. [yes or no]
    password_hash : str
        Of the password with which it is shared in the local network; empty for loopback. [text]

    Returns
    -------
    int
        0 when it was stopped, 2 when it could not start. [exit code]
    """
    host = "0.0.0.0" if password_hash else "127.0.0.1"
    if not _free(host, port):
        print(f"Port {port} is in use. Stop what uses it, or choose another: --port N", flush=True)
        return 2
    with ExitStack() as stack:
        try:
            engine = open_store(data, stack)
        except ServerFailed as error:
            print(f"The database did not start:\n{error}", flush=True)
            return 2
        stack.callback(engine.dispose)
        _step("Database schema", lambda: database.migrate(engine))
        station = weather_station.start()
        stack.callback(station.shutdown)
        world = World(engine, catalogue.load(), today, weather_station.address(station))
        if demo_garden:
            _load_demo(world)
        ended = threading.Event()
        stack.callback(ended.set)
        threading.Thread(target=_save_daily, args=(engine, data, ended), daemon=True).start()
        for address in _addresses() if password_hash else ():
            print(f"In your network: http://{address}:{port}", flush=True)
        print(f"Eznel is at http://127.0.0.1:{port}  (Ctrl-C stops it)", flush=True)
        uvicorn.run(
            create_app(world, ui, password_hash), host=host, port=port, log_level="warning",
            timeout_graceful_shutdown=3,
        )  # fmt: skip
    print("Stopped.", flush=True)
    return 0


def open_store(data: Path, stack: ExitStack, *, beside: bool = False) -> Engine:
    """Return the store: the one that the environment names, or our own, started.

    Parameters
    ----------
    data : Path
        Folder of the private database. [path]
    stack : ExitStack
        Ends with it what is started here. [stack]
    beside : bool
        Whether a server that runs on this data already is used, not taken over. [yes or no]

    Returns
    -------
    Engine
        Its schema may be of an older release.

    Raises
    ------
    ServerFailed
        When our own does not come up.
    """
    url = os.environ.get("EZNEL_DATABASE_URL")
    if url:
        return database.connect(url)
    server = PrivateServer(data / "database")
    stack.callback(server.stop)
    if beside and server.running():
        return database.connect(server.url)
    _step("Database", server.start)
    ended = threading.Event()
    stack.callback(ended.set)
    threading.Thread(target=_revive, args=(server, ended), daemon=True).start()
    return database.connect(server.url)


def _revive(server: PrivateServer, ended: threading.Event) -> None:
    """Start the database again if it is killed; requests meanwhile get 503 and are repeated."""
    while not ended.wait(0.5):
        if not server.alive():
            print("The database ended; starting it again.", flush=True)
            try:
                server.start()
            except ServerFailed as error:
                print(f"It did not come back: {error}", flush=True)
                time.sleep(2)


def _save_daily(engine: Engine, data: Path, ended: threading.Event) -> None:
    """Write a backup when a day has none yet, at the start and then as the days go by."""
    folder = data / "backups"
    while True:
        path = folder / f"{date.today().isoformat()}.eznel-backup"
        if not path.exists():
            try:
                backups.save(engine, path)
                backups.keep_newest(folder)
            except (OSError, DatabaseError) as error:
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


def _load_demo(world: World) -> None:
    with Session(world.engine) as session:
        if reading.gardens(session):
            return

        def load() -> None:
            file = demo.garden_file(world.catalogue)
            gardens.replace(session, file, based_on=0, who="demo", check=lambda file: None)

        _step("Demo garden", load)


def _step(name: str, work: Callable[[], object]) -> None:
    print(f"{name} …", end=" ", flush=True)
    began = time.monotonic()
    work()
    print(f"ready ({time.monotonic() - began:.1f} s)", flush=True)


def _free(host: str, port: int) -> bool:
    with socket.socket() as probe:
        probe.setsockopt(socket.SOL_SOCKET, socket.SO_REUSEADDR, 1)
        try:
            probe.bind((host, port))
        except OSError:
            return False
    return True
