"""A database of several nodes (Galera): reads in step with the others, and one at a time of all.

A read waits until its node has applied what any node had committed before, so that whoever wrote
through one node reads it through every other. What a named lock of the server is for one node, a
row is for all of them: the row of whoever was killed lapses. On a server that stands alone none of
this costs anything.
"""

import threading
import time
from collections.abc import Iterator
from contextlib import contextmanager
from typing import Any
from uuid import uuid4

from sqlalchemy import Connection, Engine, text
from sqlalchemy.exc import DBAPIError, OperationalError

UNDONE = frozenset({1213, 1205})
"""Errors after which nothing of a transaction is there: another one came first, here or on another
node. It may be done again from its beginning."""
_LAPSES_S = 30
"""How long the row of somebody who was killed keeps others waiting. [s]"""
_IN_STEP = 1 | 2 | 4
"""Reads and the beginning of a transaction; changes; insertions."""


def undone(error: Exception) -> bool:
    """Return whether an error says that a transaction was undone for the sake of another one.

    Parameters
    ----------
    error : Exception
        What a statement or a commit raised.

    Returns
    -------
    bool
        Then all of it may be done again.
    """
    cause = error.orig if isinstance(error, OperationalError) else None
    return cause is not None and bool(cause.args) and cause.args[0] in UNDONE


def keep_in_step(connection: Any, _record: object) -> None:
    """Let every statement of a new connection see what any node had committed before it.

    Parameters
    ----------
    connection : DBAPI connection
        Of any server; one that knows no nodes is left as it is.
    _record : object
        The pool's, unused.
    """
    with connection.cursor() as cursor:
        cursor.execute("SHOW VARIABLES LIKE 'wsrep_on'")
        on = cursor.fetchone()
        if on is not None and on[1] == "ON":
            cursor.execute(f"SET SESSION wsrep_sync_wait = {_IN_STEP}")


def several(connection: Connection) -> bool:
    """Return whether a server is one of several nodes.

    Parameters
    ----------
    connection : Connection
        To it.

    Returns
    -------
    bool
        As the server says.
    """
    found = connection.exec_driver_sql("SHOW VARIABLES LIKE 'wsrep_on'").first()
    return found is not None and found[1] == "ON"


@contextmanager
def held_by_all(engine: Engine, name: str, wait_s: float) -> Iterator[bool]:
    """Hold a row that only one connection of all nodes can hold.

    Parameters
    ----------
    engine : Engine
        Of the database.
    name : str
        What the row is for.
    wait_s : float
        How long to wait for it. [s]

    Yields
    ------
    bool
        Whether it is held; False when somebody else had it all the time.
    """
    mine = uuid4().hex
    until = time.monotonic() + wait_s
    with engine.connect() as connection:
        connection.exec_driver_sql(
            "CREATE TABLE IF NOT EXISTS eznel_alone (name VARCHAR(64) PRIMARY KEY,"
            " who VARCHAR(64) NOT NULL, lapses DATETIME NOT NULL)"
        )
    while not (won := _taken(engine, name, mine)) and time.monotonic() < until:
        time.sleep(0.5)
    if not won:
        yield False
        return
    done = threading.Event()
    keeper = threading.Thread(target=_keep, args=(engine, name, mine, done), daemon=True)
    keeper.start()
    try:
        yield True
    finally:
        done.set()
        keeper.join()
        with engine.begin() as connection:
            connection.execute(
                text("DELETE FROM eznel_alone WHERE name = :name AND who = :mine"),
                {"name": name, "mine": mine},
            )


def _taken(engine: Engine, name: str, mine: str) -> bool:
    """Take or renew the row. Of two nodes that do so at once, certification lets one through."""
    try:
        with engine.begin() as connection:
            holder = connection.execute(
                text("SELECT who, lapses > NOW() FROM eznel_alone WHERE name = :name FOR UPDATE"),
                {"name": name},
            ).first()
            if holder is not None and holder[0] != mine and holder[1]:
                return False
            connection.execute(
                text(
                    "REPLACE INTO eznel_alone VALUES"
                    f" (:name, :mine, NOW() + INTERVAL {_LAPSES_S} SECOND)"
                ),
                {"name": name, "mine": mine},
            )
    except DBAPIError as error:
        if not undone(error):
            raise
        return False
    return True


def _keep(engine: Engine, name: str, mine: str, done: threading.Event) -> None:
    while not done.wait(_LAPSES_S / 3):
        try:
            _taken(engine, name, mine)
        except DBAPIError:  # asked again in a while; until then the row is still ours
            continue
