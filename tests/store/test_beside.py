"""Writes beside each other, the weather and a restore; and a garden that is broken."""

import threading
import time
from collections.abc import Callable
from concurrent.futures import ThreadPoolExecutor
from datetime import date, timedelta
from pathlib import Path
from uuid import UUID

import pytest
from sqlalchemy import Engine, text
from sqlalchemy.orm import Session

import gardens as make
from eznel.core.document import GardenFile, Scoop, WeatherDay
from eznel.formats.weather_file import day_id
from eznel.store import backups, gardens, journal, reading
from eznel.store._writing import locked_there
from eznel.store.kinds import KINDS


def fine(file: GardenFile) -> None:
    """A check that finds nothing wrong."""


@pytest.fixture
def garden(engine: Engine) -> str:
    with Session(engine) as session:
        gardens.replace(session, make.garden_file(), based_on=0, who="test", check=fine)
    return str(make.garden_file().garden.id)


def loaded(engine: Engine, garden: str) -> reading.Stored:
    with Session(engine) as session:
        return reading.load(session, garden)


def days(count: int, high_c: float = 17.5, first: date = date(2026, 1, 1)) -> list[WeatherDay]:
    return [
        WeatherDay(id=day_id(on), on=on, low_c=5.25, high_c=high_c, source="file")
        for on in (first + timedelta(n) for n in range(count))
    ]


def scoop(ml: float, id: str = "scoop") -> Scoop:
    return Scoop.model_validate({**make.scoop(id, ml), "id": make.uid(id)})


def put_scoop(engine: Engine, garden: str, thing: Scoop, based_on: int = 0) -> gardens.Written:
    with Session(engine) as session:
        return gardens.put(
            session, garden, KINDS["scoops"], thing, based_on=based_on, who="me", check=fine
        )


def keep_days(engine: Engine, garden: str, weather: list[WeatherDay]) -> int:
    with Session(engine) as session:
        return gardens.keep_days(session, garden, weather, who="me", check=fine)[0].revision


def test_a_writer_sees_what_was_written_after_its_session_began(
    engine: Engine, garden: str
) -> None:
    with Session(engine) as early:
        assert reading.load(early, garden).revision == 1
        put_scoop(engine, garden, scoop(30))
        seen: list[GardenFile] = []
        done = gardens.put(
            early, garden, KINDS["scoops"], scoop(250, "cup"), based_on=0, who="x",
            check=lambda file: seen.append(file),
        )  # fmt: skip
    assert done.garden_revision == 3  # 1 the garden, 2 the scoop, 3 the cup
    assert [s.name for s in seen[0].garden.scoops] == ["scoop", "cup"]


def test_weather_is_one_write_and_one_undo(engine: Engine, garden: str) -> None:
    put_scoop(engine, garden, scoop(30))
    assert keep_days(engine, garden, days(200)) == 3
    assert keep_days(engine, garden, days(200)) == 3  # nothing new is no write
    warmer = days(40, high_c=19)
    assert keep_days(engine, garden, warmer + days(3, first=date(2027, 1, 1))) == 4
    with Session(engine) as session:
        (last, *_) = journal.entries(session, garden)
        assert (last.kind, len(last.before["days"]), len(last.after["days"])) == (
            "weather_days", 40, 43,
        )  # fmt: skip

    def revert(act: journal.Act) -> list[float]:
        with Session(engine) as session:
            undoable = journal.undoable(session, garden)
            number = undoable.undo if act == "undo" else undoable.redo
            gardens.revert(session, garden, number, act, who="me", check=fine)
        return [d.high_c for d in sorted(loaded(engine, garden).file.log.weather, key=by_day)]

    def by_day(day: WeatherDay) -> date:
        return day.on

    assert revert("undo") == [17.5] * 200
    assert revert("undo") == []
    assert revert("redo") == [17.5] * 200
    assert revert("redo") == [19] * 40 + [17.5] * 163


def test_all_days_or_none(engine: Engine, garden: str) -> None:
    def refuse(file: GardenFile) -> None:
        raise ValueError(len(file.log.weather))

    with Session(engine) as session, pytest.raises(ValueError, match="200"):
        gardens.keep_days(session, garden, days(200), who="me", check=refuse)
    assert loaded(engine, garden).file.log.weather == ()


def test_no_revision_is_given_twice_beside_the_weather(engine: Engine, garden: str) -> None:
    """Two fetches at once, and somebody who edits a scoop meanwhile, over and over."""
    given: list[int] = []

    def fetch(round: int) -> None:
        given.append(keep_days(engine, garden, days(30 + round, high_c=15 + round % 7)))

    def edit(round: int) -> None:
        given.append(put_scoop(engine, garden, scoop(10 + round), based_on=round).garden_revision)

    with ThreadPoolExecutor(3) as pool:
        for round in range(25):
            jobs: list[Callable[[int], None]] = [fetch, edit, fetch]
            list(pool.map(lambda job, round=round: job(round), jobs))
    whole = loaded(engine, garden)
    with Session(engine) as session:
        written = [c.revision for c in journal.entries(session, garden, most=1000)]
    assert len(written) == len(set(written)) == whole.revision
    assert len(whole.file.log.weather) == 54
    assert whole.aside == ()


def test_a_restore_waits_for_who_writes_and_comes_after_them(
    engine: Engine, garden: str, tmp_path: Path
) -> None:
    put_scoop(engine, garden, scoop(30))
    backups.save(engine, tmp_path / "file")
    backup = backups.read(tmp_path / "file")
    restored = threading.Event()

    def restore() -> None:
        backups.restore(engine, backup)
        restored.set()

    with Session(engine) as session:
        hand = threading.Thread(target=restore)
        with locked_there(session, garden):
            hand.start()
            assert not restored.wait(0.5)  # it waits for the lock that every write holds
        for ml in (40, 50):
            put_scoop(engine, garden, scoop(ml), based_on=loaded(engine, garden).revisions[
                make.uid("scoop")])  # fmt: skip
        hand.join(20)
    assert restored.is_set()
    after = loaded(engine, garden)
    with Session(engine) as session:
        newest = max(c.revision for c in journal.entries(session, garden, most=100))
    assert after.revision >= newest
    assert after.file.garden.scoops[0].volume.value in (30, 50)
    if after.file.garden.scoops[0].volume.value == 30:
        assert after.revision > 4  # above every revision that was ever served


def test_no_revision_comes_back_with_a_restore(engine: Engine, garden: str, tmp_path: Path) -> None:
    backups.save(engine, tmp_path / "file")
    backup = backups.read(tmp_path / "file")
    served: dict[int, GardenFile] = {}
    stop = threading.Event()

    def write() -> None:
        n = 0
        while not stop.is_set():
            n += 1
            done = put_scoop(engine, garden, scoop(20 + n, f"scoop {n}"))
            assert done.garden_revision not in served
            served[done.garden_revision] = loaded(engine, garden).file

    hand = threading.Thread(target=write)
    hand.start()
    for _ in range(8):
        time.sleep(0.05)
        backups.restore(engine, backup)
        now = loaded(engine, garden)
        if now.revision in served:  # the writer came between: then it is the writer's garden
            assert served[now.revision].garden.scoops == now.file.garden.scoops
    stop.set()
    hand.join()
    assert served


def broken(engine: Engine, garden: str) -> None:
    """A planting in a place that is not there, a scoop of no size, a day twice as cold as hot."""
    with engine.begin() as connection:
        connection.execute(
            text(
                f"UPDATE planting SET place = '{make.uid('nowhere')}' WHERE garden_id = '{garden}'"
            )
        )
        connection.execute(
            text(
                'INSERT INTO scoop VALUES (\'mug\', \'{"value": -3, "unit": "mL"}\','
                f" '{garden}', '{make.uid('mug')}', 1, 9)"
            )
        )
        connection.execute(text(
            "INSERT INTO weather_day"
            " (`on`, low_c, high_c, source, garden_id, id, revision, ordinal)"
            " VALUES ('2026-05-01', 9, 3, 'typed',"
            f" '{garden}', '{make.uid('day')}', 1, 9)"))  # fmt: skip


def test_a_broken_garden_opens_is_saved_and_can_be_mended(
    engine: Engine, garden: str, tmp_path: Path
) -> None:
    with Session(engine) as session:
        file = make.garden_file(places=[make.bed()], plantings=[make.planting()])
        gardens.replace(session, file, based_on=1, who="test", check=fine)
    whole = loaded(engine, garden)
    planting = whole.file.garden.plantings[0]
    broken(engine, garden)
    opened = loaded(engine, garden)
    assert [(one.kind.name, one.key) for one in opened.aside] == [
        ("scoops", make.uid("mug")),
        ("plantings", str(planting.id)),
        ("weather", make.uid("day")),
    ]
    assert opened.file.garden.places == whole.file.garden.places
    assert backups.save(engine, tmp_path / "file") == 1
    (saved,) = backups.read(tmp_path / "file").gardens
    assert [thing.kind for thing in saved.aside] == ["scoops", "plantings", "weather"]
    # Writing goes on; mending is a write, removing too, and both can be undone.
    put_scoop(engine, garden, scoop(30))
    with Session(engine) as session:
        gardens.put(session, garden, KINDS["plantings"], planting, based_on=2, who="me", check=fine)
        gardens.remove(session, garden, KINDS["scoops"], make.uid("mug"), based_on=1, who="me")
        gardens.remove(session, garden, KINDS["weather"], make.uid("day"), based_on=1, who="me")
    mended = loaded(engine, garden)
    assert (mended.aside, mended.file.garden.plantings) == ((), (planting,))


def test_one_garden_that_cannot_be_read_stops_no_backup(
    engine: Engine, garden: str, tmp_path: Path
) -> None:
    other = make.garden_file()
    other = other.model_copy(
        update={"garden": other.garden.model_copy(update={"id": UUID(make.uid("other"))})}
    )
    with Session(engine) as session:
        gardens.replace(
            session, GardenFile.model_validate(other.model_dump()), based_on=0, who="t", check=fine
        )
    with engine.begin() as connection:
        connection.execute(text(f"UPDATE garden SET site = '{{}}' WHERE id = '{garden}'"))
    assert backups.save(engine, tmp_path / "file") == 1
    backup = backups.read(tmp_path / "file")
    assert [g.file.garden.id for g in backup.gardens] != [make.garden_file().garden.id]
    assert [unread.name for unread in backup.unread] == [make.garden_file().garden.name]


def test_backups_at_once_are_all_whole(engine: Engine, garden: str, tmp_path: Path) -> None:
    with ThreadPoolExecutor(4) as pool:
        list(pool.map(lambda n: backups.save(engine, tmp_path / "file"), range(4)))
    assert len(backups.read(tmp_path / "file").gardens) == 1
    assert [path.name for path in tmp_path.iterdir()] == ["file"]
