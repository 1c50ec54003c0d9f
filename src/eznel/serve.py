"""Start database and application, keep both alive, and stop both cleanly."""

import os
import socket
import threading
import time
from collections.abc import Callable
from contextlib import ExitStack
from pathlib import Path

import uvicorn
from sqlalchemy import Engine
from sqlalchemy.orm import Session

from eznel import catalogue, demo
from eznel.api.app import create_app
from eznel.api.world import World
from eznel.clock import today
from eznel.store import database, gardens, reading
from eznel.store.server import PrivateServer, ServerFailed


def serve(*, port: int, data: Path, ui: Path, demo_garden: bool) -> int:
    """Serve the application on loopback until it is interrupted.

    Parameters
    ----------
    port : int
        Of the application, on loopback. [port]
    data : Path
        Folder of the private database. [path]
    ui : Path
        Folder of the built interface. [path]
    demo_garden : bool
        Whether a new store gets the demo garden. [yes or no]

    Returns
    -------
    int
        0 when it was stopped, 2 when it could not start. [exit code]
    """
    if not _free(port):
        print(f"Port {port} is in use. Stop what uses it, or choose another: --port N", flush=True)
        return 2
    with ExitStack() as stack:
        try:
            engine = _store(data, stack)
        except ServerFailed as error:
            print(f"The database did not start:\n{error}", flush=True)
            return 2
        stack.callback(engine.dispose)
        _step("Database schema", lambda: database.migrate(engine))
        world = World(engine, catalogue.load(), today)
        if demo_garden:
            _load_demo(world)
        print(f"Eznel is at http://127.0.0.1:{port}  (Ctrl-C stops it)", flush=True)
        uvicorn.run(
            create_app(world, ui), host="127.0.0.1", port=port, log_level="warning",
            timeout_graceful_shutdown=3,
        )  # fmt: skip
    print("Stopped.", flush=True)
    return 0


def _store(data: Path, stack: ExitStack) -> Engine:
    url = os.environ.get("EZNEL_DATABASE_URL")
    if url:
        return database.connect(url)
    server = PrivateServer(data / "database")
    stack.callback(server.stop)
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


def _free(port: int) -> bool:
    with socket.socket() as probe:
        probe.setsockopt(socket.SOL_SOCKET, socket.SO_REUSEADDR, 1)
        try:
            probe.bind(("127.0.0.1", port))
        except OSError:
            return False
    return True
