"""Upgrades that are cut off, taken by two at once, taken back, or of a later release."""

from collections.abc import Iterator
from concurrent.futures import ThreadPoolExecutor
from contextlib import contextmanager
from pathlib import Path

import pytest
from alembic import command
from alembic.autogenerate import compare_metadata
from alembic.config import Config
from alembic.migration import MigrationContext
from sqlalchemy import Engine, event, inspect, make_url, text
from sqlalchemy.orm import Session

import gardens as make
from eznel.core.document import GardenFile
from eznel.core.errors import Impossible
from eznel.store import database, gardens, opening, reading, snapshots
from eznel.store.tables import Base


@pytest.fixture
def empty(database_engine: Engine) -> Iterator[Engine]:
    """A database without a table."""
    emptied(database_engine)
    url = database_engine.url.set(database="eznel_empty")
    engine = database.connect(make_url(url).render_as_string(hide_password=False))
    yield engine
    engine.dispose()


def emptied(engine: Engine) -> None:
    with engine.connect() as connection:
        connection.exec_driver_sql("SET FOREIGN_KEY_CHECKS = 0")
        connection.exec_driver_sql("CREATE OR REPLACE DATABASE eznel_empty")
    engine.dispose()


def at_release(engine: Engine, revision: str) -> None:
    """The tables as an earlier release left them."""
    config = Config()
    config.set_main_option("script_location", str(database.MIGRATIONS))
    with engine.connect() as connection:
        config.attributes["connection"] = connection
        command.upgrade(config, revision)
        connection.commit()


def old_garden(engine: Engine) -> None:
    """A garden with one day of weather, twice, as two writers at once left it."""
    with engine.begin() as connection:
        garden = "('g', 'Old % garden;', '{}', '{}', NULL, 1, 3)"
        connection.exec_driver_sql(f"INSERT INTO garden VALUES {garden}".replace("%", "%%"))
        for key, ordinal, revision, high in (("a", 0, 2, 20.5), ("b", 1, 3, 21.25)):
            connection.execute(text(
                "INSERT INTO weather_day VALUES"
                f" ('2026-06-01', 9.5, {high}, NULL, 'typed', 'g', '{key}', {revision}, {ordinal})"
            ))  # fmt: skip


def schema_is_ours(engine: Engine) -> bool:
    with engine.connect() as connection:
        context = MigrationContext.configure(connection, opts={"compare_type": True})
        return compare_metadata(context, Base.metadata) == []


def shapes(engine: Engine) -> dict[str, list[str]]:
    """How the database itself writes down each table, whatever the order of its columns."""
    with engine.connect() as connection:
        names = connection.exec_driver_sql("SHOW TABLES").scalars().all()
        made = {
            name: connection.exec_driver_sql(f"SHOW CREATE TABLE `{name}`").one()[1]
            for name in names
        }
    return {
        name: sorted(line.strip().rstrip(",") for line in sql.split("\n"))
        for name, sql in made.items()
    }


def test_a_new_database_is_like_one_that_grew(empty: Engine, tmp_path: Path) -> None:
    database.migrate(empty, tmp_path)
    new = shapes(empty)
    emptied(empty)
    at_release(empty, "0001")
    database.migrate(empty, tmp_path)
    assert shapes(empty) == new
    assert len(new) == len(Base.metadata.tables) + 1  # and the release that they are of


class CutOff(Exception):
    """The process is gone."""


@contextmanager
def cut_off_after(engine: Engine, statements: int) -> Iterator[list[str]]:
    """Nothing more reaches the database after so many statements that change it."""
    seen: list[str] = []

    def count(*args: object) -> None:
        if str(args[2]).split()[0] in ("CREATE", "ALTER", "INSERT", "UPDATE", "DELETE"):
            if len(seen) >= statements:
                raise CutOff
            seen.append(str(args[2]))

    event.listen(engine, "before_cursor_execute", count)
    try:
        yield seen
    except CutOff:
        pass
    finally:
        event.remove(engine, "before_cursor_execute", count)
        engine.dispose()  # as when a process ends


@pytest.mark.parametrize("before", [None, "0001", "0003", "0006"])
def test_an_upgrade_that_is_cut_off_anywhere_is_completed_by_the_next(
    before: str | None, empty: Engine, tmp_path: Path
) -> None:
    n, done = 0, False
    while not done:
        emptied(empty)
        if before:
            at_release(empty, before)
        if before == "0006":
            old_garden(empty)
        with cut_off_after(empty, n) as seen:
            database.migrate(empty, tmp_path)
            done = True
        database.migrate(empty, tmp_path)
        assert schema_is_ours(empty), (n, seen[-1:])
        if before == "0006":
            with empty.connect() as connection:
                days = connection.execute(text("SELECT id, high_c FROM weather_day")).all()
            assert days == [("b", 21.25)]  # the day that was written last
        n += 11 if before == "0006" else 37


def carried_back(engine: Engine, into: Engine) -> dict[str, int]:
    """Put what an older schema can hold of a store into it; return how many rows each table got."""
    had = {}
    now, then = inspect(engine), inspect(into)
    with into.begin() as connection:
        connection.exec_driver_sql("SET FOREIGN_KEY_CHECKS = 0")
        for table in set(then.get_table_names()) & set(Base.metadata.tables):
            known = {column["name"] for column in now.get_columns(table)}
            both = [column for column in then.get_columns(table) if column["name"] in known]
            columns = ", ".join(f"`{column['name']}`" for column in both)
            full = [f"`{column['name']}` IS NOT NULL" for column in both if not column["nullable"]]
            done = connection.exec_driver_sql(
                f"INSERT INTO `{table}` ({columns}) SELECT {columns}"
                f" FROM `{engine.url.database}`.`{table}` WHERE {' AND '.join(full)}"
            )
            had[table] = done.rowcount
    into.dispose()
    return had


@pytest.mark.parametrize("before", database.RELEASES[:-1])
def test_every_released_schema_with_a_garden_survives_a_cut(
    before: str, engine: Engine, empty: Engine, slip: GardenFile, tmp_path: Path
) -> None:
    with Session(engine) as session:
        gardens.replace(session, slip, based_on=0, who="t", check=lambda file: None)
    at_release(empty, before)
    had = carried_back(engine, empty)
    assert had["garden"] == 1
    assert had["planting"] == len(slip.garden.plantings) > 5
    with cut_off_after(empty, 1):  # in the middle of the first step that is missing
        database.migrate(empty, tmp_path)
    with cut_off_after(empty, 4):
        database.migrate(empty, tmp_path)
    database.migrate(empty, tmp_path)
    assert schema_is_ours(empty)
    with empty.connect() as connection:
        for table, rows in had.items():
            count = connection.exec_driver_sql(f"SELECT COUNT(*) FROM `{table}`").scalar()
            assert (table, count) == (table, rows)
    with Session(empty) as session:
        (listed,) = reading.gardens(session)
        stored = reading.load(session, listed.id)
    aside = {one.key for one in stored.aside}
    for kind in ("places", "plantings", "products"):
        for thing in getattr(slip.garden, kind):
            kept = next((t for t in getattr(stored.file.garden, kind) if t.id == thing.id), None)
            assert kept is not None or str(thing.id) in aside


def test_two_starts_on_one_empty_database_both_come_up(empty: Engine, tmp_path: Path) -> None:
    url = empty.url.render_as_string(hide_password=False)
    engines = [database.connect(url) for _ in range(4)]
    with ThreadPoolExecutor(4) as pool:
        list(pool.map(lambda engine: database.migrate(engine, tmp_path), engines))
    assert schema_is_ours(empty)
    for engine in engines:
        engine.dispose()


def test_what_was_there_before_an_upgrade_comes_back(empty: Engine, tmp_path: Path) -> None:
    at_release(empty, "0006")
    old_garden(empty)
    database.migrate(empty, tmp_path)
    (kept,) = tmp_path.glob(f"*{snapshots.ENDING}")
    assert snapshots.is_one(kept)
    with database.alone(empty, "migration") as connection:
        snapshots.put_back(connection, kept)
    with empty.connect() as connection:
        version = connection.execute(text("SELECT version_num FROM alembic_version")).scalar()
        days = connection.execute(text("SELECT id, high_c FROM weather_day ORDER BY id")).all()
        name = connection.execute(text("SELECT name FROM garden")).scalar()
    assert (version, name) == ("0006", "Old % garden;")
    assert days == [("a", 20.5), ("b", 21.25)]
    database.migrate(empty, tmp_path)
    assert schema_is_ours(empty)
    half = tmp_path / "half"
    half.write_bytes(kept.read_bytes()[:-40])
    with (
        database.alone(empty, "migration") as connection,
        pytest.raises(Impossible, match="backup_damaged"),
    ):
        snapshots.put_back(connection, half)
    assert schema_is_ours(empty)


def test_nothing_is_written_where_nothing_is_to_be_done(empty: Engine, tmp_path: Path) -> None:
    database.migrate(empty, tmp_path)
    database.migrate(empty, tmp_path)
    assert list(tmp_path.iterdir()) == []


def test_gardens_of_a_later_release_are_left_alone(empty: Engine, tmp_path: Path) -> None:
    database.migrate(empty, tmp_path)
    with empty.begin() as connection:
        connection.execute(text("UPDATE alembic_version SET version_num = '0999'"))
    with pytest.raises(database.Unusable, match="later release"):
        database.migrate(empty, tmp_path)


@pytest.mark.parametrize(
    "hurt",
    [
        "DROP TABLE planting",
        "DROP TABLE journal",
        "ALTER TABLE product DROP COLUMN name",
        "DROP TABLE alembic_version",
        "DELETE FROM alembic_version",
    ],
)
def test_a_hurt_schema_is_said_or_mended(hurt: str, empty: Engine, tmp_path: Path) -> None:
    database.migrate(empty, tmp_path)
    with empty.begin() as connection:
        connection.execute(text(hurt))
    if "alembic" in hurt:  # every step can be taken again
        database.migrate(empty, tmp_path)
        database.examine(empty)
        assert schema_is_ours(empty)
        return
    database.migrate(empty, tmp_path)
    with pytest.raises(database.Damaged):
        database.examine(empty)


DAMAGE = {
    "truncated system space": lambda data: (data / "ibdata1").write_bytes(b""),
    "garbage in system space": lambda data: (data / "ibdata1").write_bytes(b"\7" * 12_582_912),
    "system space lost": lambda data: (data / "ibdata1").unlink(),
    "redo log cut": lambda data: (data / "ib_logfile0").write_bytes(b"x" * 100),
    "table lost": lambda data: (data / "eznel" / "planting.ibd").unlink(),
    "table emptied": lambda data: (data / "eznel" / "journal.ibd").write_bytes(b""),
    "table overwritten": lambda data: (data / "eznel" / "garden.ibd").write_bytes(b"\7" * 98_304),
    "description lost": lambda data: (data / "eznel" / "product.frm").unlink(),
    "rights overwritten": lambda data: (data / "mysql" / "global_priv.MAI").write_bytes(b"\7" * 99),
    "control file cut": lambda data: (data / "aria_log_control").write_bytes(b"x"),
}


def quietly(name: str, work) -> None:
    work()


@pytest.fixture(scope="module")
def healthy(tmp_path_factory: pytest.TempPathFactory) -> Path:
    """A data folder with one garden in it, not running."""
    data = tmp_path_factory.mktemp("healthy") / "var"
    with opening.ExitStack() as stack:
        engine = opening.open_store(data, stack, "test", quietly)
        with Session(engine) as session:
            gardens.replace(session, make.garden_file(), based_on=0, who="t", check=lambda f: None)
    return data


@pytest.mark.parametrize("kind", DAMAGE)
def test_a_damaged_database_is_said_in_a_sentence_and_set_aside(
    kind: str, healthy: Path, tmp_path: Path
) -> None:
    import shutil

    data = tmp_path / "var"
    shutil.copytree(healthy, data)
    DAMAGE[kind](data / "database" / "data")
    try:
        with opening.ExitStack() as stack:
            engine = opening.open_store(data, stack, "test", quietly)
            with Session(engine) as session:  # some kinds the server mends by itself: then whole
                (listed,) = reading.gardens(session)
                assert reading.load(session, listed.id).file == make.garden_file()
        return
    except database.Unusable as error:
        said = str(error)
    assert isinstance(said, str)
    assert "is damaged" in said
    assert "./eznel restore" in said
    assert "Traceback" not in said
    aside = opening.set_aside(data, "test")
    assert (aside / "data").is_dir()
    with opening.ExitStack() as stack:
        engine = opening.open_store(data, stack, "test", quietly)
        with Session(engine) as session:
            assert reading.gardens(session) == []


def test_a_data_folder_is_for_one_at_a_time_and_says_who_has_it(healthy: Path) -> None:
    with opening.ExitStack() as stack:
        opening.open_store(healthy, stack, "Eznel at door 7", quietly)
        with (
            opening.ExitStack() as other,
            pytest.raises(database.Unusable, match="in use by Eznel at door 7"),
        ):
            opening.open_store(healthy, other, "the second", quietly)
        with opening.ExitStack() as beside:  # a backup uses the server that runs
            engine = opening.open_beside(healthy, beside, "backup", quietly)
            with Session(engine) as session:
                assert len(reading.gardens(session)) == 1


def test_two_pieces_of_work_on_a_folder_that_nobody_has_open_wait_for_each_other(
    healthy: Path,
) -> None:
    def count(name: str) -> int:
        with opening.ExitStack() as stack:
            engine = opening.open_beside(healthy, stack, name, quietly)
            with Session(engine) as session:
                return len(reading.gardens(session))

    with ThreadPoolExecutor(3) as pool:
        assert list(pool.map(count, "abc")) == [1, 1, 1]
