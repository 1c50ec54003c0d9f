"""Gardens in MariaDB: round trip, revisions, conflicts, journal, and a server that is killed."""

import os
import signal
import time
from concurrent.futures import ThreadPoolExecutor
from datetime import date, timedelta
from pathlib import Path
from uuid import UUID, uuid4

import pytest
from hypothesis import HealthCheck, given, settings
from hypothesis import strategies as st
from sqlalchemy import Engine, event, select, text
from sqlalchemy.exc import OperationalError
from sqlalchemy.orm import Session

import gardens as make
import strategies
from eznel.core.document import (
    Garden,
    GardenFile,
    Observed,
    Planting,
    Scoop,
    TaskDone,
    WeatherDay,
)
from eznel.core.errors import Impossible
from eznel.formats.weather_file import day_id
from eznel.store import database, gardens, reading
from eznel.store.kinds import KINDS
from eznel.store.server import PrivateServer
from eznel.store.tables import Base, GardenRow, JournalRow


def fine(file: GardenFile) -> None:
    """A check that finds nothing wrong."""


def keep(engine: Engine, file: GardenFile, based_on: int = 0) -> str:
    with Session(engine) as session:
        gardens.replace(session, file, based_on=based_on, who="test", check=fine)
    return str(file.garden.id)


def put(engine: Engine, garden: str, kind: str, thing, based_on: int = 0, check=fine):
    with Session(engine) as session:
        return gardens.put(
            session, garden, KINDS[kind], thing, based_on=based_on, who="test", check=check
        )


def loaded(engine: Engine, garden: str) -> reading.Stored:
    with Session(engine) as session:
        return reading.load(session, garden)


def scoop(name: str = "scoop", ml: float = 30) -> Scoop:
    return Scoop.model_validate(make.scoop(name, ml))


def test_the_demo_garden_comes_back_as_it_went_in(engine: Engine, slip: GardenFile) -> None:
    assert loaded(engine, keep(engine, slip)).file == slip.model_copy(update={"photos": ()})


@settings(deadline=None, max_examples=25, suppress_health_check=list(HealthCheck), database=None)
@given(garden=strategies.any_garden(), data=st.data())
def test_any_garden_comes_back_as_it_went_in(
    engine: Engine, garden: Garden, data: st.DataObject
) -> None:
    log = data.draw(strategies.histories(garden))
    file = GardenFile(garden=garden.model_copy(update={"id": uuid4()}), log=log)
    assert loaded(engine, keep(engine, file)).file == file


def test_loading_takes_as_many_queries_whatever_the_size(engine: Engine, slip: GardenFile) -> None:
    small = keep(engine, make.garden_file())
    large = keep(engine, slip)
    counts = []
    for garden in (small, large):
        seen: list[str] = []

        def count(*args: object, seen: list[str] = seen) -> None:
            seen.append(str(args[2]))

        event.listen(engine, "before_cursor_execute", count)
        loaded(engine, garden)
        event.remove(engine, "before_cursor_execute", count)
        counts.append(len([query for query in seen if query.startswith("SELECT")]))
    assert counts[0] == counts[1] == len(KINDS) + 2  # the garden, and the values of reports


def test_a_repeat_is_harmless(engine: Engine) -> None:
    garden = keep(engine, make.garden_file())
    first = put(engine, garden, "scoops", scoop())
    again = put(engine, garden, "scoops", scoop())
    assert (first.revision, first) == (1, again)
    assert len(loaded(engine, garden).file.garden.scoops) == 1


def test_a_stale_write_gets_both_versions(engine: Engine) -> None:
    garden = keep(engine, make.garden_file())
    put(engine, garden, "scoops", scoop())
    put(engine, garden, "scoops", scoop(ml=40), based_on=1)
    with pytest.raises(gardens.Stale) as stale:
        put(engine, garden, "scoops", scoop(ml=50), based_on=1)
    assert stale.value.revision == 2
    assert stale.value.theirs["volume"]["value"] == 40
    assert loaded(engine, garden).file.garden.scoops[0].volume.value == 40


def test_two_writers_of_one_thing_cannot_both_win(engine: Engine) -> None:
    garden = keep(engine, make.garden_file())
    put(engine, garden, "scoops", scoop())

    def write(ml: float) -> str:
        try:
            put(engine, garden, "scoops", scoop(ml=ml), based_on=1)
        except gardens.Stale as stale:
            return f"lost to {stale.theirs['volume']['value']:g}"
        return f"won with {ml:g}"

    with ThreadPoolExecutor(8) as pool:
        ends = list(pool.map(write, range(40, 48)))
    (won,) = [end for end in ends if end.startswith("won")]
    winner = won.removeprefix("won with ")
    assert ends.count(f"lost to {winner}") == 7  # the losers see the winner, not an old snapshot


def test_different_things_never_conflict(engine: Engine) -> None:
    garden = keep(engine, make.garden_file())
    with ThreadPoolExecutor(8) as pool:
        list(pool.map(lambda n: put(engine, garden, "scoops", scoop(f"scoop {n}")), range(16)))
    stored = loaded(engine, garden)
    assert len(stored.file.garden.scoops) == 16
    assert stored.revision == 17


def test_what_would_not_hang_together_is_not_stored(engine: Engine) -> None:
    garden = keep(engine, make.garden_file())
    lost = Planting.model_validate(make.planting(place="nowhere"))
    with pytest.raises(ValueError, match="no_such_thing"):
        put(engine, garden, "plantings", lost)

    def refuse(file: GardenFile) -> None:
        raise Impossible("volume", "scoop_out_of_range")

    with pytest.raises(Impossible):
        put(engine, garden, "scoops", scoop(), check=refuse)
    after = loaded(engine, garden)
    assert (after.file.garden.plantings, after.file.garden.scoops, after.revision) == ((), (), 1)


def test_what_is_in_use_is_not_removed(engine: Engine, slip: GardenFile) -> None:
    garden = keep(engine, slip)
    for kind in ("places", "products", "plantings", "scoops"):
        used = {
            "places": slip.garden.plantings[0].place,
            "products": slip.log.feeds[0].amounts[0].product,
            "plantings": slip.log.feeds[0].planting,
            "scoops": slip.log.feeds[0].amounts[0].scoop,
        }[kind]
        with Session(engine) as session, pytest.raises(gardens.InUse):
            gardens.remove(session, garden, KINDS[kind], str(used), based_on=1, who="test")
    assert loaded(engine, garden).file == slip.model_copy(update={"photos": ()})


def test_a_planting_is_in_use_by_what_was_seen_and_done_there(engine: Engine) -> None:
    on = date(2026, 6, 1)
    planting = UUID(make.uid("cucumber"))
    file = make.garden_file(places=[make.bed()], plantings=[make.planting()])
    garden = keep(engine, file)
    seen = Observed(id=uuid4(), planting=planting, on=on, kind="flooded")
    done = TaskDone(id=uuid4(), planting=planting, on=on, task="stake")
    put(engine, garden, "observed", seen)
    put(engine, garden, "tasks", done)
    for kind, thing in (("observed", seen), ("tasks", done)):
        with Session(engine) as session, pytest.raises(gardens.InUse):
            gardens.remove(
                session, garden, KINDS["plantings"], str(planting), based_on=1, who="test"
            )
        with Session(engine) as session:
            gardens.remove(session, garden, KINDS[kind], str(thing.id), based_on=1, who="test")
    with Session(engine) as session:
        gardens.remove(session, garden, KINDS["plantings"], str(planting), based_on=1, who="test")
    assert loaded(engine, garden).file.garden.plantings == ()


def test_a_season_of_weather_is_kept_at_once(engine: Engine) -> None:
    garden = keep(engine, make.garden_file())
    days = [
        WeatherDay(id=day_id(on), on=on, low_c=5.25, high_c=17.5, rain_mm=None, source="file")
        for on in (date(2026, 1, 1) + timedelta(n) for n in range(200))
    ]
    with Session(engine) as session:
        gardens.add(session, garden, KINDS["weather"], days, who="test", check=fine)
    assert list(loaded(engine, garden).file.log.weather) == days
    with Session(engine) as session:  # again, harmlessly
        gardens.add(session, garden, KINDS["weather"], days, who="test", check=fine)
    warmer = days[0].model_copy(update={"high_c": 19.0})
    with Session(engine) as session, pytest.raises(gardens.Stale):
        gardens.add(session, garden, KINDS["weather"], [warmer], who="test", check=fine)
    seen = loaded(engine, garden).revisions[str(warmer.id)]
    put(engine, garden, "weather", warmer, based_on=seen)
    assert loaded(engine, garden).file.log.weather[0].high_c == 19


def test_every_write_is_in_the_journal(engine: Engine) -> None:
    garden = keep(engine, make.garden_file())
    put(engine, garden, "scoops", scoop())
    put(engine, garden, "scoops", scoop(ml=40), based_on=1)
    with Session(engine) as session:
        gardens.remove(session, garden, KINDS["scoops"], make.uid("scoop"), based_on=2, who="you")
        rows = session.scalars(
            select(JournalRow).where(JournalRow.garden_id == garden).order_by(JournalRow.revision)
        ).all()
    assert [(row.revision, row.kind, row.who) for row in rows] == [
        (1, "garden", "test"), (2, "scoops", "test"), (3, "scoops", "test"), (4, "scoops", "you"),
    ]  # fmt: skip
    volumes = [(x.before and x.before["volume"]["value"], x.after and x.after["volume"]["value"])
               for x in rows[1:]]  # fmt: skip
    assert volumes == [(None, 30), (30, 40), (40, None)]


def test_replacing_a_garden_needs_its_revision(engine: Engine, slip: GardenFile) -> None:
    keep(engine, slip)
    other = GardenFile(garden=make.garden().model_copy(update={"id": slip.garden.id}))
    with pytest.raises(gardens.Stale):
        keep(engine, other)
    garden = keep(engine, other, based_on=1)
    assert loaded(engine, garden).file == other


def test_missing_gardens_are_missing(engine: Engine) -> None:
    with pytest.raises(reading.Missing):
        put(engine, "nothing", "scoops", scoop())
    with pytest.raises(reading.Missing):
        loaded(engine, "nothing")


def test_numbers_keep_their_digits(engine: Engine) -> None:
    precise = make.bed(x_m=1.0000000001, warmer_by_c=0.1 + 0.2)
    garden = keep(engine, make.garden_file(places=[precise]))
    (place,) = loaded(engine, garden).file.garden.places
    assert (place.x_m, place.warmer_by_c) == (1.0000000001, 0.1 + 0.2)


def test_migrations_make_the_tables_that_the_models_describe(engine: Engine) -> None:
    from alembic.autogenerate import compare_metadata
    from alembic.migration import MigrationContext

    with engine.connect() as connection:
        context = MigrationContext.configure(connection, opts={"compare_type": True})
        assert compare_metadata(context, Base.metadata) == []


def test_a_killed_server_recovers_at_once(tmp_path: Path) -> None:
    first = PrivateServer(tmp_path)
    first.start()
    engine = database.connect(first.url)
    database.migrate(engine, tmp_path)
    garden = keep(engine, make.garden_file())
    pid = int((tmp_path / "server.pid").read_text())
    os.kill(pid, signal.SIGKILL)
    with pytest.raises(OperationalError):
        put(engine, garden, "scoops", scoop())
    began = time.monotonic()
    first.start()
    assert time.monotonic() - began < 10
    put(engine, garden, "scoops", scoop())
    assert len(loaded(engine, garden).file.garden.scoops) == 1
    # A second start on the same data takes over from what a killed launcher left behind.
    second = PrivateServer(tmp_path)
    second.start()
    with Session(database.connect(second.url)) as session:
        assert session.scalar(select(GardenRow.revision)) == 2
        assert session.execute(text("SELECT @@skip_networking")).scalar() == 1
    second.stop()
    first.stop()
