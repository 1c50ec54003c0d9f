"""The private server comes up beside whatever else is on the machine."""

import socket
from pathlib import Path

from eznel.store import database
from eznel.store.server import PrivateServer, free_port


def test_a_port_that_somebody_took_is_left_to_them(tmp_path: Path) -> None:
    with socket.socket() as other:
        other.bind(("127.0.0.1", free_port()))
        other.listen()
        port = other.getsockname()[1]
        server = PrivateServer(tmp_path, port=port)
        server.start()
        try:
            assert server.port != port
            with database.connect(server.url).connect() as connection:
                assert connection.exec_driver_sql("SELECT 1").scalar() == 1
        finally:
            server.stop()
