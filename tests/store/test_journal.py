"""Undo, redo, merging by field, and the whole store in a file and back."""

import gzip
import json
from dataclasses import replace
from pathlib import Path

import pytest
from hypothesis import HealthCheck, given, settings
from hypothesis import strategies as st
from sqlalchemy import Engine, func, select
from sqlalchemy.orm import Session

import gardens as make
from eznel.core.document import GardenFile, Planting, Scoop
from eznel.core.errors import Impossible
from eznel.store import backups, gardens, journal, reading
from eznel.store.kinds import KINDS
from eznel.store.tables import JournalRow


def fine(file: GardenFile) -> None:
    """A check that finds nothing wrong."""


class Book:
    """A garden in the store, and what can be done to it."""

    def __init__(self, engine: Engine, file: GardenFile | None = None) -> None:
        self.engine, self.file = engine, file or make.garden_file()
        self.id = str(self.file.garden.id)
        with Session(engine) as session:
            gardens.replace(session, self.file, based_on=0, who="test", check=fine)

    def stored(self) -> reading.Stored:
        with Session(self.engine) as session:
            return reading.load(session, self.id)

    def put(self, kind: str, thing, based_on: int = 0) -> gardens.Written:
        with Session(self.engine) as session:
            return gardens.put(
                session, self.id, KINDS[kind], thing, based_on=based_on, who="me", check=fine
            )

    def remove(self, kind: str, key: str, based_on: int) -> None:
        with Session(self.engine) as session:
            gardens.remove(session, self.id, KINDS[kind], key, based_on=based_on, who="me")

    def undoable(self) -> journal.Undoable:
        with Session(self.engine) as session:
            return journal.undoable(session, self.id)

    def revert(self, act, number: int | None = None) -> gardens.Written:
        undoable = self.undoable()
        number = number or (undoable.undo if act == "undo" else undoable.redo)
        assert number is not None
        with Session(self.engine) as session:
            return gardens.revert(session, self.id, number, act, who="you", check=fine)

    def scoops(self) -> list[tuple[str, float]]:
        return [(s.name, s.volume.value) for s in self.stored().file.garden.scoops]


def scoop(name: str = "scoop", ml: float = 30, id: str = "scoop") -> Scoop:
    return Scoop.model_validate({**make.scoop(name, ml), "id": make.uid(id)})


def test_undo_and_redo_walk_the_same_road_back_and_forth(engine: Engine) -> None:
    book = Book(engine)
    book.put("scoops", scoop())
    book.put("scoops", scoop(ml=40), based_on=1)
    book.remove("scoops", make.uid("scoop"), based_on=2)
    ways = [[], [("scoop", 40)], [("scoop", 30)], []]
    for way in ways:
        assert book.scoops() == way
        if way is not ways[-1] or book.undoable().undo:
            book.revert("undo")
    assert book.undoable().undo is None  # the garden's beginning stays
    for way in ways[::-1][1:]:
        book.revert("redo")
        assert book.scoops() == way
    assert book.undoable().redo is None


def test_a_repeated_undo_undoes_once(engine: Engine) -> None:
    book = Book(engine)
    book.put("scoops", scoop())
    number = book.undoable().undo
    assert number is not None
    first, again = book.revert("undo", number), book.revert("undo", number)
    assert (first.garden_revision, again.garden_revision) == (3, 3)
    assert book.scoops() == []


def test_a_new_write_ends_what_could_be_done_again(engine: Engine) -> None:
    book = Book(engine)
    book.put("scoops", scoop())
    book.revert("undo")
    assert book.undoable().redo is not None
    book.put("scoops", scoop("cup", 250, "cup"))
    assert book.undoable().redo is None
    assert book.scoops() == [("cup", 250)]


def test_an_older_change_is_undone_beside_a_newer_one(engine: Engine) -> None:
    book = Book(engine)
    book.put("scoops", scoop())
    book.put("scoops", scoop(ml=40), based_on=1)
    number = book.undoable().undo
    book.put("scoops", scoop("ladle", 40), based_on=2)
    book.revert("undo", number)  # the volume goes back, the new name stays
    assert book.scoops() == [("ladle", 30)]
    book.put("scoops", scoop("ladle", 50), based_on=4)
    with pytest.raises(gardens.Stale) as stale:
        book.revert("redo", number)
    assert stale.value.fields == ("volume",)


def several(book: Book, *things: Scoop, **based_on: int) -> None:
    with Session(book.engine) as session:
        known = {make.uid(name): revision for name, revision in based_on.items()}
        gardens.add(session, book.id, KINDS["scoops"], things, who="me", check=fine, based_on=known)


def test_what_came_together_goes_together(engine: Engine) -> None:
    book = Book(engine)
    first = book.put("scoops", scoop("cup", 200, "cup")).revision
    had = book.stored().revision
    new = (scoop("mug", 250, "mug"), scoop("jug", 1000, "jug"))
    several(book, scoop("large cup", 220, "cup"), *new, cup=first)
    assert book.scoops() == [("large cup", 220), ("mug", 250), ("jug", 1000)]
    assert book.stored().revision == had + 3
    book.revert("undo")
    assert book.scoops() == [("cup", 200)]
    book.revert("redo")
    assert book.scoops() == [("large cup", 220), ("mug", 250), ("jug", 1000)]
    book.revert("undo")
    book.revert("undo")  # what was written before them
    assert book.scoops() == []


def test_any_of_them_takes_all_back_or_none(engine: Engine) -> None:
    book = Book(engine)
    several(book, scoop("mug", 250, "mug"), scoop("jug", 1000, "jug"))
    with Session(engine) as session:
        newest, first = journal.entries(session, book.id)[:2]
        assert journal.counts(session, book.id, [newest]) == {first.revision: 2}
    book.put("scoops", scoop("tall jug", 1200, "jug"), based_on=1)
    with pytest.raises(gardens.Stale):  # the jug is not what came
        book.revert("undo", first.number)
    assert book.scoops() == [("mug", 250), ("tall jug", 1200)]
    book.revert("undo")
    book.revert("undo", first.number)
    assert book.scoops() == []
    assert book.undoable().undo is None


def test_undo_keeps_what_others_need(engine: Engine) -> None:
    book = Book(engine)
    book.put("places", KINDS["places"].parse(make.bed()))
    number = book.undoable().undo
    book.put("plantings", Planting.model_validate(make.planting()))
    with pytest.raises(gardens.InUse):
        book.revert("undo", number)
    assert len(book.stored().file.garden.places) == 1


def test_settings_and_whole_gardens_are_undone(engine: Engine, slip: GardenFile) -> None:
    book = Book(engine, slip)
    changed = slip.garden.model_copy(update={"name": "Slip"})
    with Session(engine) as session:
        gardens.save_settings(session, changed, based_on=1, who="me", check=fine)
    other = GardenFile(garden=make.garden().model_copy(update={"id": slip.garden.id}))
    with Session(engine) as session:
        gardens.replace(session, other, based_on=2, who="me", check=fine)
    assert book.stored().file == other
    book.revert("undo")
    assert book.stored().file.garden == changed
    book.revert("undo")
    assert book.stored().file == slip.model_copy(update={"photos": ()})


def test_there_is_no_such_change(engine: Engine) -> None:
    book = Book(engine)
    with pytest.raises(Impossible):
        book.revert("undo", 999_999)


def test_a_second_life_of_a_thing_starts_above_its_first(engine: Engine) -> None:
    book = Book(engine)
    book.put("scoops", scoop())
    book.remove("scoops", make.uid("scoop"), based_on=1)
    assert book.put("scoops", scoop(ml=99)).revision == 2
    with pytest.raises(gardens.Stale):  # somebody who still looks at the first life
        book.put("scoops", scoop(ml=31), based_on=1)


def test_both_changes_stay_when_they_are_of_different_fields(engine: Engine) -> None:
    book = Book(engine)
    book.put("scoops", scoop())
    book.put("scoops", scoop(ml=40), based_on=1)
    merged = book.put("scoops", scoop("ladle", 30), based_on=1)  # began from 30 mL, names it
    assert book.scoops() == [("ladle", 40)]
    again = book.put("scoops", scoop("ladle", 30), based_on=1)  # the answer was lost: repeated
    assert (again.revision, again.garden_revision) == (merged.revision, merged.garden_revision)
    with pytest.raises(gardens.Stale) as stale:
        book.put("scoops", scoop("spoon", 20), based_on=1)
    assert stale.value.fields == ("name", "volume")
    assert stale.value.base is not None
    assert stale.value.base["volume"]["value"] == 30


def test_a_merge_that_does_not_hang_together_is_left_to_the_people(engine: Engine) -> None:
    book = Book(engine)
    book.put("places", KINDS["places"].parse(make.bed()))
    sown = make.planting(planted_on="2026-05-12")
    book.put("plantings", Planting.model_validate(sown))
    book.put("plantings", Planting.model_validate({**sown, "sown_on": "2026-05-01"}), based_on=1)
    earlier = Planting.model_validate({**sown, "planted_on": "2026-04-20"})
    with pytest.raises(gardens.Stale):  # sown after it was planted
        book.put("plantings", earlier, based_on=1)


writes = st.lists(
    st.tuples(st.sampled_from(("one", "two")), st.integers(20, 90) | st.none()),
    min_size=1, max_size=8,
)  # fmt: skip


@settings(max_examples=12, suppress_health_check=list(HealthCheck), database=None)
@given(writes)
def test_undoing_everything_leads_back_to_the_beginning(engine: Engine, steps) -> None:
    with engine.begin() as connection:
        connection.exec_driver_sql("DELETE FROM garden")
        connection.exec_driver_sql("DELETE FROM journal")
    book = Book(engine)
    for name, ml in steps:
        key = make.uid(name)
        revision = book.stored().revisions.get(key, 0)
        if ml is None:
            book.remove("scoops", key, revision)
        else:
            book.put("scoops", scoop(name, ml, name), based_on=revision)
    end = book.scoops()
    count = 0
    while book.undoable().undo:
        book.revert("undo")
        count += 1
    assert book.stored().file == book.file
    while book.undoable().redo:
        book.revert("redo")
        count -= 1
    assert count == 0
    assert sorted(book.scoops()) == sorted(end)


def test_a_backup_brings_everything_back(engine: Engine, slip: GardenFile, tmp_path: Path) -> None:
    book = Book(engine, slip)
    book.put("scoops", scoop())
    book.put("scoops", scoop(ml=40), based_on=1)
    book.revert("undo")
    stored, undoable = book.stored(), book.undoable()
    file = tmp_path / "all.eznel-backup"
    assert backups.save(engine, file) == 1
    book.remove("scoops", make.uid("scoop"), based_on=3)
    backups.restore(engine, backups.read(file))
    # The garden's own revision moves on: it never means two different states.
    assert book.stored() == replace(stored, revision=book.stored().revision)
    assert book.stored().revision > stored.revision + 1
    assert len(book.undoable().undone) == len(undoable.undone) == 1
    book.revert("redo")
    assert ("scoop", 40) in book.scoops()
    with Session(engine) as session:
        assert session.scalar(select(func.count()).select_from(JournalRow)) == 5


@pytest.mark.parametrize(
    "content",
    [b"", b"no archive", gzip.compress(b"{"), gzip.compress(b'{"format": "eznel garden"}')],
    ids=["empty", "letter", "broken", "garden"],
)
def test_what_is_no_backup_is_refused(content: bytes, tmp_path: Path) -> None:
    file = tmp_path / "bad"
    file.write_bytes(content)
    with pytest.raises(Impossible):
        backups.read(file)


def test_a_backup_of_a_later_release_is_refused(engine: Engine, tmp_path: Path) -> None:
    Book(engine)
    file = tmp_path / "all"
    backups.save(engine, file)
    whole = json.loads(gzip.decompress(file.read_bytes()))
    file.write_bytes(gzip.compress(json.dumps({**whole, "version": 99}).encode()))
    with pytest.raises(Impossible, match="version_from_future"):
        backups.read(file)


def test_only_the_newest_scheduled_backups_are_kept(tmp_path: Path) -> None:
    for day in range(1, 21):
        (tmp_path / f"2026-05-{day:02}.eznel-backup").touch()
    backups.keep_newest(tmp_path)
    left = sorted(file.name for file in tmp_path.iterdir())
    assert (len(left), left[0]) == (14, "2026-05-07.eznel-backup")
