"""Nodes of a MariaDB Galera cluster on this machine, set up as `galera.cnf` says, to try it out.

Each node is Debian's server with a folder and ports of its own. They are for trials: everybody on
this machine may write to them.
"""

import os
import pwd
import shutil
import signal
import socket
import subprocess
import time
from pathlib import Path

import pymysql

CONFIGURATION = Path(__file__).with_name("galera.cnf")
PROVIDER = Path("/usr/lib/galera/libgalera_smm.so")
_START_S = 120.0
_USERS = ("mysql", "nobody")


def missing(scripts: Path | None = None) -> list[str]:
    """Return what has to be installed first, by its name in Debian; nothing when all is there.

    Parameters
    ----------
    scripts : Path or None
        Folder of mariadb-server's and the arbitrator's programs where they are not on the path.
    """
    path = _path(scripts)
    found = {
        "galera-4": PROVIDER.exists(),
        "mariadb-server": shutil.which("wsrep_sst_rsync", path=path) is not None,
        "mariadb-server-core": shutil.which("mariadbd", path=path) is not None,
        "rsync": shutil.which("rsync", path=path) is not None,
        "galera-arbitrator-4": shutil.which("garbd", path=path) is not None,
    }
    return [name for name, there in found.items() if not there]


def _path(scripts: Path | None) -> str:
    return f"{scripts or ''}:{os.environ.get('PATH', '')}:/usr/sbin".lstrip(":")


class Node:
    """One node, in a folder of its own."""

    def __init__(self, folder: Path, number: int, ports: list[list[int]]) -> None:
        self.folder, self.number = folder, number
        self.port, self.group, self._incremental, self._whole = ports[number]
        self._others = [f"127.0.0.1:{group}" for _, group, _, _ in ports]
        self.process: subprocess.Popen[bytes] | None = None

    @property
    def url(self) -> str:
        """Its database, as an application is told. [URL]"""
        return f"mysql://eznel@127.0.0.1:{self.port}/eznel"

    def start(self, scripts: Path | None, first: bool = False) -> None:
        """Start it; it comes up when it has what the others have, and does not wait for that.

        Parameters
        ----------
        scripts : Path or None
            Folder of mariadb-server's programs where they are not on the path.
        first : bool
            Whether it begins the cluster.
        """
        command = [*self._command(), *(["--wsrep-new-cluster"] if first else [])]
        if not first and (at := self._recovered(scripts)):
            command.append(f"--wsrep-start-position={at}")
        with (self.folder / "log").open("ab") as log:
            self.process = subprocess.Popen(
                command, stdout=log, stderr=log, env={**os.environ, "PATH": _path(scripts)},
                start_new_session=True,
            )  # fmt: skip

    def _command(self) -> list[str]:
        options = f"base_host=127.0.0.1;base_port={self.group};"
        options += f"gmcast.listen_addr=tcp://127.0.0.1:{self.group};"
        options += f"ist.recv_addr=127.0.0.1:{self._incremental};"
        return [
            "/usr/sbin/mariadbd",
            f"--defaults-file={CONFIGURATION}",
            f"--user={_user().pw_name}",
            f"--datadir={self.folder / 'data'}",
            f"--socket={self.folder / 's'}",
            f"--pid-file={self.folder / 'pid'}",
            f"--port={self.port}",
            "--bind-address=127.0.0.1",
            "--skip-name-resolve",
            "--innodb-log-file-size=8M",
            "--innodb-buffer-pool-size=32M",
            f"--wsrep-cluster-address=gcomm://{','.join(self._others)}",
            f"--wsrep-node-address=127.0.0.1:{self.group}",
            f"--wsrep-sst-receive-address=127.0.0.1:{self._whole}",
            f"--wsrep-provider-options={options}{_provider_options()}",
        ]

    def _recovered(self, scripts: Path | None) -> str:
        """How far it had come when it was killed, as Debian's unit asks before each start."""
        if not (self.folder / "data" / "ibdata1").exists():
            return ""
        said = subprocess.run(
            [*self._command(), "--wsrep-recover", "--log-error=/dev/stderr"],
            capture_output=True, text=True, check=False,
            env={**os.environ, "PATH": _path(scripts)},
        )  # fmt: skip
        lines = [line for line in said.stderr.splitlines() if "Recovered position:" in line]
        return lines[-1].rsplit("Recovered position:", 1)[1].strip() if lines else ""

    def kill(self) -> None:
        """Kill it as a power cut would."""
        if self.process is not None:
            self.process.send_signal(signal.SIGKILL)
            self.process.wait()

    def stop(self) -> None:
        """Let it leave the cluster in order."""
        if self.process is not None and self.process.poll() is None:
            self.process.terminate()
            try:
                self.process.wait(30)
            except subprocess.TimeoutExpired:
                self.kill()

    def in_step(self, of: int) -> bool:
        """Return whether it answers and sees so many nodes."""
        try:
            with (
                pymysql.connect(
                    host="127.0.0.1",
                    port=self.port,
                    user="eznel",
                    connect_timeout=2,
                    read_timeout=5,
                ) as connection,
                connection.cursor() as cursor,
            ):
                cursor.execute("SHOW STATUS WHERE Variable_name IN"
                               " ('wsrep_ready', 'wsrep_cluster_size')")  # fmt: skip
                status = dict(cursor.fetchall())
        except pymysql.err.MySQLError:
            return False
        return status.get("wsrep_ready") == "ON" and int(status["wsrep_cluster_size"]) >= of


class Arbitrator:
    """Has a voice and no data: where it stands, one of two nodes may be gone."""

    def __init__(self, folder: Path, nodes: list[Node], port: int) -> None:
        self._folder, self._port = folder, port
        self._address = ",".join(f"127.0.0.1:{node.group}" for node in nodes)
        self.process: subprocess.Popen[bytes] | None = None

    def start(self, scripts: Path | None) -> None:
        """Let it join the nodes that are there."""
        options = f"base_host=127.0.0.1;base_port={self._port};"
        options += f"gmcast.listen_addr=tcp://127.0.0.1:{self._port};"
        # It keeps no writes to hand on, so what says how many is nothing to it.
        options += ";".join(one for one in _provider_options().split(";") if "gcache" not in one)
        with (self._folder / "arbitrator.log").open("ab") as log:
            self.process = subprocess.Popen(
                ["garbd", f"--address=gcomm://{self._address}", f"--group={_cluster_name()}",
                 f"--options={options}"],
                stdout=log, stderr=log, env={**os.environ, "PATH": _path(scripts)},
                start_new_session=True, cwd=self._folder,
            )  # fmt: skip

    def stop(self) -> None:
        """Let it leave."""
        if self.process is not None and self.process.poll() is None:
            self.process.kill()
            self.process.wait()


class Cluster:
    """Several nodes that are started one after the other; two of them want an arbitrator."""

    def __init__(self, folder: Path, count: int = 3, scripts: Path | None = None) -> None:
        self.folder, self._scripts = folder, scripts
        ports = _free_ports(4 * count + 1)
        each = [ports[4 * n : 4 * n + 4] for n in range(count)]
        self.nodes = [Node(folder / f"node{n}", n, each) for n in range(count)]
        self.arbitrator = Arbitrator(folder, self.nodes, ports[-1]) if count == 2 else None

    def start(self) -> None:
        """Set the first one up, let it begin the cluster, and the others join it.

        Raises
        ------
        RuntimeError
            When a node does not come up; carries the end of its log.
        """
        for node in self.nodes:
            (node.folder / "data").mkdir(parents=True)
        first = self.nodes[0]
        subprocess.run(
            ["mariadb-install-db", "--no-defaults", f"--datadir={first.folder / 'data'}",
             "--auth-root-authentication-method=normal", "--skip-test-db",
             "--innodb-log-file-size=8M", f"--user={pwd.getpwuid(os.geteuid()).pw_name}"],
            capture_output=True, check=True,
        )  # fmt: skip
        if os.geteuid() == 0:
            user = _user()
            for path in (self.folder, *self.folder.rglob("*")):
                os.chown(path, user.pw_uid, user.pw_gid, follow_symlinks=False)
        first.start(self._scripts, first=True)
        _set_up(first)
        for of, node in enumerate(self.nodes[1:], 2):
            node.start(self._scripts)
            self.wait(node, of)
        if self.arbitrator is not None:
            self.arbitrator.start(self._scripts)
            self.wait(first, len(self.nodes) + 1)

    def again(self, *nodes: Node) -> None:
        """Start nodes that were killed, and wait until they are in step.

        Where all were killed they find by themselves which of them had come furthest.

        Parameters
        ----------
        *nodes : Node
            Which.
        """
        for node in nodes:
            node.start(self._scripts)
        for node in nodes:
            self.wait(node, len(self.nodes) + (self.arbitrator is not None))

    def wait(self, node: Node, of: int) -> None:
        """Wait until a node sees so many, itself and the arbitrator with them."""
        until = time.monotonic() + _START_S
        while not node.in_step(of):
            gone = node.process is None or node.process.poll() is not None
            if gone or time.monotonic() > until:
                log = (node.folder / "log").read_text(errors="replace")
                raise RuntimeError(f"node {node.number} is not in step:\n{log[-4000:]}")
            time.sleep(0.1)

    def stop(self) -> None:
        """Stop every node; the last one to go is the one to begin with the next time."""
        if self.arbitrator is not None:
            self.arbitrator.stop()
        for node in reversed(self.nodes):
            node.stop()


def _set_up(node: Node) -> None:
    """Make the account and the database, as soon as the first node answers."""
    until = time.monotonic() + _START_S
    while time.monotonic() < until:
        try:
            with (
                pymysql.connect(unix_socket=str(node.folder / "s"), user="root") as connection,
                connection.cursor() as cursor,
            ):
                cursor.execute("CREATE USER IF NOT EXISTS eznel@'127.0.0.1'")
                cursor.execute("GRANT ALL PRIVILEGES ON `eznel%`.* TO eznel@'127.0.0.1'")
                cursor.execute("CREATE DATABASE eznel CHARACTER SET utf8mb4 COLLATE utf8mb4_bin")
            return
        except pymysql.err.MySQLError:
            time.sleep(0.1)
    raise RuntimeError((node.folder / "log").read_text(errors="replace")[-4000:])


def _user() -> pwd.struct_passwd:
    """Whom a node runs as: copying everything to another node does not work as root."""
    if os.geteuid() != 0:
        return pwd.getpwuid(os.geteuid())
    for name in _USERS:
        try:
            return pwd.getpwnam(name)
        except KeyError:
            continue
    raise LookupError(f"none of {_USERS}")


def _provider_options() -> str:
    return _configured("wsrep_provider_options")


def _cluster_name() -> str:
    return _configured("wsrep_cluster_name")


def _configured(name: str) -> str:
    lines = CONFIGURATION.read_text().splitlines()
    (line,) = (line for line in lines if line.startswith(name))
    return line.split("=", 1)[1].strip().strip('"')


def _free_ports(count: int) -> list[int]:
    held = [socket.socket() for _ in range(count)]
    for one in held:
        one.bind(("127.0.0.1", 0))
    ports = [int(one.getsockname()[1]) for one in held]
    for one in held:
        one.close()
    return ports
