"""The private server: one account, reached by a socket alone, whole or not there."""

import ast
import json
import os
import signal
import subprocess
import sys
import time
from collections.abc import Iterator
from pathlib import Path

import pymysql
import pytest

import eznel
from eznel.store.server import PrivateServer

SOURCES = Path(eznel.__file__).parent


@pytest.fixture
def private(tmp_path: Path) -> Iterator[PrivateServer]:
    server = PrivateServer(tmp_path / "database")
    server.start()
    yield server
    server.stop()


def as_ours(server: PrivateServer) -> pymysql.connections.Connection:
    return pymysql.connect(
        unix_socket=(server.folder / "socket").read_text(),
        user="eznel",
        password=(server.folder / "password").read_text(),
        database="eznel",
    )


def test_there_is_one_account_without_a_right_beyond_our_databases(private: PrivateServer) -> None:
    socket = (private.folder / "socket").read_text()
    for user in ("root", "mysql", "mariadb.sys", ""):
        with pytest.raises(pymysql.err.OperationalError):
            pymysql.connect(unix_socket=socket, user=user)
    with as_ours(private) as ours, ours.cursor() as cursor:
        cursor.execute("SHOW GRANTS")
        rights = [row[0] for row in cursor.fetchall()]
        assert [right.split(" TO ")[0] for right in rights] == [
            "GRANT USAGE ON *.*",
            "GRANT ALL PRIVILEGES ON `eznel%`.*",
        ]
        for forbidden in (
            "SELECT * FROM mysql.global_priv",
            f"SELECT 1 INTO OUTFILE '{private.folder}/temporary/out'",
            "CREATE USER other@localhost",
            "CREATE DATABASE other",
        ):
            with pytest.raises(pymysql.err.MySQLError, match="denied"):
                cursor.execute(forbidden)
        cursor.execute("SELECT @@skip_networking, @@skip_name_resolve, @@local_infile")
        assert cursor.fetchone() == (1, 1, 0)


def test_accounts_that_were_there_before_are_gone_after_a_start(private: PrivateServer) -> None:
    """As an earlier release left them: root without a password, under the machine's name."""
    private.stop()
    (private.folder / "data" / "eznel").mkdir(exist_ok=True)
    password = (private.folder / "password").read_text()
    sql = (
        'INSERT INTO mysql.global_priv VALUES ("h", "root", \'{"access":18446744073709551615}\');\n'
    )
    done = subprocess.run(
        ["/usr/sbin/mariadbd", "--no-defaults", f"--datadir={private.folder / 'data'}",
         "--bootstrap", *(["--user=root"] if os.geteuid() == 0 else [])],
        input=sql, text=True, capture_output=True, check=False,
    )  # fmt: skip
    assert done.returncode == 0, done.stderr
    private.start()
    log = (private.folder / "server.log").read_text()
    assert "root@h" in log  # it was there when the server came up: names are not resolved
    assert (private.folder / "password").read_text() == password
    private.stop()
    private.start()
    assert "root@h" not in (private.folder / "server.log").read_text()


def test_it_does_not_run_as_root_where_it_can_be_helped(private: PrivateServer) -> None:
    pid = int((private.folder / "server.pid").read_text())
    status = Path(f"/proc/{pid}/status").read_text()
    user = int(next(line for line in status.splitlines() if line.startswith("Uid:")).split()[1])
    if os.geteuid() != 0:
        assert user == os.geteuid()
        return
    parents = [private.folder, *private.folder.parents]
    reachable = all(parent.stat().st_mode & 0o001 for parent in parents)
    assert (user != 0) == reachable


def test_a_lost_password_is_made_anew(private: PrivateServer) -> None:
    private.stop()
    (private.folder / "password").unlink()
    private.start()
    with as_ours(private) as ours:
        ours.ping()


@pytest.mark.parametrize("after_ms", [30, 150, 400, 800, 1300])
def test_an_installation_that_is_cut_off_is_done_again(tmp_path: Path, after_ms: int) -> None:
    code = (
        "import sys; from pathlib import Path; from eznel.store.server import PrivateServer;"
        f"PrivateServer(Path({str(tmp_path / 'database')!r})).start()"
    )
    cut_off = subprocess.Popen(
        [sys.executable, "-c", code], env={**os.environ, "PYTHONPATH": str(SOURCES.parent)}
    )
    while not (tmp_path / "database").exists():
        time.sleep(0.005)
    time.sleep(after_ms / 1000)
    cut_off.kill()
    cut_off.wait()
    server = PrivateServer(tmp_path / "database")
    server.start()
    try:
        with as_ours(server) as ours:
            ours.ping()
    finally:
        server.stop()


def test_a_signal_waits_until_the_work_is_done(tmp_path: Path) -> None:
    code = (
        "import os, signal; from pathlib import Path\n"
        "from eznel.store.signals import held_back\n"
        # In the background of a shell it would be ignored from the beginning.
        "signal.signal(signal.SIGINT, signal.default_int_handler)\n"
        "try:\n"
        "    with held_back():\n"
        "        os.kill(os.getpid(), signal.SIGINT)\n"
        f"        Path({str(tmp_path / 'done')!r}).touch()\n"
        "    print('went on')\n"
        "except KeyboardInterrupt:\n"
        "    print('then it came')\n"
    )
    ran = subprocess.run(
        [sys.executable, "-c", code], capture_output=True, text=True, check=False,
        env={**os.environ, "PYTHONPATH": str(SOURCES.parent)},
    )  # fmt: skip
    assert (tmp_path / "done").exists()
    assert ran.stdout == "then it came\n"


def test_no_code_of_ours_runs_between_fork_and_exec() -> None:
    """Beside threads of the mathematics library it can wait for ever."""
    named = {
        node.arg
        for path in SOURCES.rglob("*.py")
        for node in ast.walk(ast.parse(path.read_text()))
        if isinstance(node, ast.keyword)
    }
    assert "preexec_fn" not in named
    code = (
        "import eznel, json, os, numpy; a = numpy.ones((600, 600)); a @ a;"
        "print(json.dumps(len(os.listdir('/proc/self/task'))))"
    )
    bare = {k: v for k, v in os.environ.items() if not k.endswith("_NUM_THREADS")}
    ran = subprocess.run(
        [sys.executable, "-c", code], capture_output=True, text=True, check=True,
        env={**bare, "PYTHONPATH": str(SOURCES.parent)},
    )  # fmt: skip
    assert json.loads(ran.stdout) == 1


def test_a_killed_launcher_takes_the_server_with_it(tmp_path: Path) -> None:
    code = (
        "import sys, time; from pathlib import Path; from eznel.store.server import PrivateServer;"
        f"PrivateServer(Path({str(tmp_path / 'database')!r})).start(); print('up', flush=True);"
        "time.sleep(60)"
    )
    launcher = subprocess.Popen(
        [sys.executable, "-c", code], stdout=subprocess.PIPE, text=True,
        env={**os.environ, "PYTHONPATH": str(SOURCES.parent)},
    )  # fmt: skip
    assert launcher.stdout
    assert launcher.stdout.readline() == "up\n"
    pid = int((tmp_path / "database" / "server.pid").read_text())
    launcher.send_signal(signal.SIGKILL)
    launcher.wait()
    for _ in range(200):
        if not Path(f"/proc/{pid}").exists():
            return
        time.sleep(0.05)
    raise AssertionError("it lives on")
