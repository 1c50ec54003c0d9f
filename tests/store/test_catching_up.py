"""A garden that is known already is read on from its journal: the same as if read whole."""

from dataclasses import replace
from datetime import date, timedelta

from hypothesis import HealthCheck, given, settings
from hypothesis import strategies as st
from sqlalchemy import Engine, event
from sqlalchemy.orm import Session

import gardens as make
from eznel.core.document import FeedEntry, WeatherDay
from eznel.store import gardens, reading
from eznel.store.catching_up import KNOWN, MOST_CHANGES, current
from store.test_journal import Book, fine, scoop

DAY = date(2026, 5, 1)


def known_to(engine: Engine, known: dict[str, reading.Stored]) -> Session:
    return Session(engine, info={KNOWN: known})


def caught_up(book: Book, known: dict[str, reading.Stored]) -> reading.Stored:
    """Read on, compare with what is stored, and know it from now on."""
    with known_to(book.engine, known) as session:
        found = current(session, book.id)
    assert replace(found, number=0) == book.stored()
    known[book.id] = found
    return found


def weather(*days: tuple[int, float]) -> list[WeatherDay]:
    return [
        WeatherDay(id=make.uid(f"day {n}"), on=DAY + timedelta(n), low_c=low, high_c=low + 9)
        for n, low in days
    ]


def planted(engine: Engine) -> Book:
    bed, crop = make.bed(), make.planting(id=make.uid("planting"))
    return Book(engine, make.garden_file(places=[bed], plantings=[crop]))


def feed(name: str, note: str) -> FeedEntry:
    return FeedEntry(
        id=make.uid(name), planting=make.uid("planting"), on=DAY, outcome="given", note=note
    )


def test_every_kind_of_change_is_followed(engine: Engine) -> None:
    book, known = planted(engine), {}
    caught_up(book, known)
    book.put("scoops", scoop("cup", 200, "cup"))
    book.put("scoops", scoop("mug", 250, "mug"))
    caught_up(book, known)
    book.put("scoops", scoop("wide cup", 210, "cup"), based_on=1)  # keeps its place
    book.put("feeds", feed("one", ""))
    caught_up(book, known)
    book.remove("scoops", str(make.uid("cup")), based_on=2)
    book.put("scoops", scoop("cup", 180, "cup"), based_on=0)  # a second life, at the end
    caught_up(book, known)
    with Session(engine) as session:
        other = book.stored().file.garden.model_copy(update={"name": "Elsewhere", "stands_on": DAY})
        gardens.save_settings(session, other, based_on=book.stored().settings_revision,
                              who="me", check=fine)  # fmt: skip
    assert caught_up(book, known).file.garden.name == "Elsewhere"
    for days in (weather((0, 5.5), (1, 6.25), (2, 7)), weather((1, 3), (3, 4))):
        with Session(engine) as session:
            gardens.keep_days(session, book.id, days, who="me", check=fine)
        caught_up(book, known)
    for act in ("undo", "undo", "undo", "redo"):
        book.revert(act)
        caught_up(book, known)
    with Session(engine) as session:
        file = make.garden_file()
        gardens.replace(session, file, based_on=book.stored().revision, who="me", check=fine)
    assert caught_up(book, known).file == file


CHANGES = st.lists(
    st.tuples(st.sampled_from(("put", "remove", "undo", "redo", "look")), st.integers(0, 3),
              st.integers(1, 500)),
    max_size=14,
)  # fmt: skip


@settings(max_examples=20, suppress_health_check=[HealthCheck.function_scoped_fixture])
@given(steps=CHANGES)
def test_whatever_happened_the_garden_is_the_one_that_is_stored(engine: Engine, steps) -> None:
    with engine.begin() as connection:
        connection.exec_driver_sql("DELETE FROM garden")
        connection.exec_driver_sql("DELETE FROM journal")
    book, known = Book(engine), {}
    for what, n, ml in (*steps, ("look", 0, 1)):
        key = str(make.uid(f"scoop {n}"))
        had = book.stored().revisions.get(key, 0)
        undoable = book.undoable()
        if what == "put":
            book.put("scoops", scoop(f"scoop {n}", ml, f"scoop {n}"), based_on=had)
        elif what == "remove" and had:
            book.remove("scoops", key, based_on=had)
        elif (what == "undo" and undoable.undo) or (what == "redo" and undoable.redo):
            book.revert(what)
        elif what == "look":
            caught_up(book, known)


def test_few_rows_are_read_for_a_few_changes(engine: Engine) -> None:
    """What is known is not read again: neither the log's rows nor the garden's things."""
    book, known = planted(engine), {}
    caught_up(book, known)
    book.put("scoops", scoop("cup", 200, "cup"))
    asked: list[str] = []

    def note(connection, cursor, statement, *rest) -> None:
        asked.append(statement)

    event.listen(engine, "before_cursor_execute", note)
    try:
        with known_to(engine, known) as session:
            found = current(session, book.id)
    finally:
        event.remove(engine, "before_cursor_execute", note)
    assert [one.name for one in found.file.garden.scoops] == ["cup"]
    assert len(asked) == 2  # the revision, and the journal since
    assert found.file.garden.places[0] is known[book.id].file.garden.places[0]


def test_after_many_changes_or_in_another_life_it_is_read_anew(engine: Engine) -> None:
    book, known = Book(engine), {}
    caught_up(book, known)
    for n in range(MOST_CHANGES + 1):
        book.put("scoops", scoop(f"cup {n}", 200, "cup"), based_on=n)
    caught_up(book, known)
    # Known of a garden that was there before, under the same id and a revision as high.
    other = known[book.id]
    strange = replace(other, revision=book.stored().revision - 1, number=other.number - 5)
    book.put("scoops", scoop("mug", 250, "mug"))
    with known_to(engine, {book.id: strange}) as session:
        assert replace(current(session, book.id), number=0) == book.stored()
