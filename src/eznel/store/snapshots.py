"""All tables as they are, in a file of SQL: what there was before a migration.

It knows nothing of gardens, so it serves a database of any release, and one that breaks its own
rules too. Any client of MariaDB can read it; `put_back` does it for our own.
"""

import gzip
import zlib
from collections.abc import Callable, Iterator
from datetime import UTC, datetime
from pathlib import Path
from typing import Any

from sqlalchemy import Connection, inspect

from eznel.core.errors import Impossible

FIRST, LAST = "-- eznel tables", "-- eznel end"
ENDING = ".eznel-tables"
KEPT = 6
"""How many are kept, the newest. [count]"""
MOST_BYTES = 2_000_000_000


def name_of(revision: str) -> str:
    """Return a name for a snapshot taken now.

    Parameters
    ----------
    revision : str
        The schema's.

    Returns
    -------
    str
        Sorts by time.
    """
    return f"before-migration-{datetime.now(UTC):%Y-%m-%dT%H%M%S}-from-{revision}{ENDING}"


def save(connection: Connection, path: Path) -> None:
    """Write all tables into a file, whole or not at all.

    Parameters
    ----------
    connection : Connection
        To the database.
    path : Path
        The file; replaced if it is there. Older ones beside it go.
    """
    path.parent.mkdir(parents=True, exist_ok=True)
    half = path.with_name(path.name + ".part")
    half.touch(mode=0o600)
    with gzip.open(half, "wt", encoding="utf-8") as out:
        print(FIRST, file=out)
        for table in inspect(connection).get_table_names():
            for line in _lines(connection, table):
                print(line, file=out)
        print(LAST, file=out)
    half.replace(path)
    for old in sorted(path.parent.glob(f"*{ENDING}"))[:-KEPT]:
        old.unlink()


def _lines(connection: Connection, table: str) -> Iterator[str]:
    """A table's statements, each in one line."""
    made = connection.exec_driver_sql(f"SHOW CREATE TABLE `{table}`").one()[1]
    yield made.replace("\n", " ") + ";"
    escape = connection.connection.dbapi_connection.escape  # type: ignore[union-attr]
    for row in connection.exec_driver_sql(f"SELECT * FROM `{table}`"):
        values = ", ".join(_literal(value, escape) for value in row)
        yield f"INSERT INTO `{table}` VALUES ({values});"


def _literal(value: Any, escape: Callable[[Any], str]) -> str:
    """A value as SQL writes it, without line breaks."""
    if value is None:
        return "NULL"
    return f"x'{value.hex()}'" if isinstance(value, bytes) else escape(value)


def is_one(path: Path) -> bool:
    """Return whether a file begins as a snapshot does.

    Parameters
    ----------
    path : Path
        Any file.

    Returns
    -------
    bool
        It may still be damaged.
    """
    try:
        with gzip.open(path, "rb") as file:
            return file.read(len(FIRST)) == FIRST.encode()
    except (OSError, EOFError, ValueError, zlib.error):
        return False


def put_back(connection: Connection, path: Path) -> None:
    """Put all tables back as they were, in the place of those that are there.

    Parameters
    ----------
    connection : Connection
        To the database.
    path : Path
        Written by `save`.

    Raises
    ------
    Impossible
        When the file is damaged; nothing is changed then.
    """
    for _ in _checked(path):
        pass
    connection.exec_driver_sql("SET FOREIGN_KEY_CHECKS = 0")
    for table in inspect(connection).get_table_names():
        connection.exec_driver_sql(f"DROP TABLE `{table}`")
    raw = connection.connection.cursor()
    for line in _checked(path):
        raw.execute(line)
    connection.exec_driver_sql("SET FOREIGN_KEY_CHECKS = 1")
    connection.commit()


def _checked(path: Path) -> Iterator[str]:
    """The statements of a file that is whole."""
    read, line = 0, ""
    try:
        with gzip.open(path, "rt", encoding="utf-8", newline="\n") as file:
            for line in file:
                read += len(line)
                if read > MOST_BYTES:
                    raise Impossible("file", "backup_too_large")
                if not line.startswith("--"):
                    yield line.rstrip(";\n")
    except (OSError, EOFError, ValueError, zlib.error) as error:
        raise Impossible("file", "backup_damaged") from error
    if line.rstrip() != LAST:
        raise Impossible("file", "backup_damaged")
