"""Whatever the document accepts can be planned, and written as text, calendar, table and paper."""

from datetime import date
from typing import Any

import pytest
from hypothesis import given
from hypothesis import strategies as st
from pydantic import ValidationError

import gardens
import strategies
from core.test_laws import SLOW
from eznel.core.document import Garden, GardenFile
from eznel.core.errors import Refusal
from eznel.formats import garden_file
from eznel.formats.calendar_file import write_calendar
from eznel.formats.plan_text import as_csv, as_text
from eznel.formats.season_sheet import write_season
from eznel.words import words

NUMBERS = (0, 1e-9, 0.001, 1, 7, 99.5, 1e4, 1e9, 5000, 100)
TEXTS = ("x" * 80, "<b>&", "=1+1", "畑 🥕 é", "a\u0007b\u001b[31m", "x\r\nATTENDEE:me", "\u202eabc")
DAYS = ("1950-01-01", "2150-12-31", "2024-02-29", "2026-12-31")


def leaves(data: Any, path: tuple[Any, ...] = ()) -> list[tuple[Any, ...]]:
    """Where numbers, texts and days stand in a document."""
    if isinstance(data, dict):
        return [leaf for key, value in data.items() for leaf in leaves(value, (*path, key))]
    if isinstance(data, list):
        return [leaf for n, value in enumerate(data) for leaf in leaves(value, (*path, n))]
    return [path] if isinstance(data, int | float | str) and not isinstance(data, bool) else []


def changed(data: Any, path: tuple[Any, ...], draw: st.DrawFn) -> None:
    for step in path[:-1]:
        data = data[step]
    old = data[path[-1]]
    if isinstance(old, str):
        is_day = len(old) == 10 and old[4:5] == "-"
        data[path[-1]] = draw(st.sampled_from(DAYS if is_day else TEXTS))
    else:
        data[path[-1]] = draw(st.sampled_from(NUMBERS))


@st.composite
def extremes(draw: st.DrawFn) -> GardenFile:
    """A garden with a few values that nobody has, but that are accepted."""
    garden = draw(strategies.any_garden())
    log = draw(strategies.histories(garden))
    file = GardenFile(garden=garden, log=log)
    for _ in range(draw(st.integers(1, 6))):
        data = file.model_dump(mode="json")
        some = draw(st.sampled_from(leaves(data)))
        changed(data, some, draw)
        try:
            file = GardenFile.model_validate(data)
        except ValidationError:  # this one is not accepted: the garden stays as it was
            continue
    return file


@SLOW
@given(extremes(), st.sampled_from(DAYS))
def test_nothing_that_is_accepted_crashes_a_plan_or_what_is_written_of_it(
    file: GardenFile, day: str
) -> None:
    garden, said = file.garden, words("en")
    try:
        made = gardens.plan_of(garden, file.log, date.fromisoformat(day))
    except Refusal:  # a crop or programme of another name: said at its field when it is written
        return
    assert as_text(made, garden, said)
    assert as_csv(made, garden, said)
    assert write_calendar(made, garden, said, 1).startswith(b"BEGIN:VCALENDAR")
    assert write_season(made, garden, said, "a4").startswith(b"%PDF")
    assert garden_file.loads(garden_file.dumps(file).encode()) == file


@pytest.mark.parametrize(
    ("typed", "kept"),
    [
        ("Port\u0007 strip", "Port strip"),
        ("x\r\nDTSTART:19700101", "x DTSTART:19700101"),
        ("a\u001b[31mb", "a[31mb"),
        ("\u202egnp.exe", "gnp.exe"),
        ("two\tnames \u2028here", "two names here"),
        ("Mère 🥕", "Mère 🥕"),
    ],
)
def test_names_are_cleaned_at_the_door(typed: str, kept: str) -> None:
    made = gardens.garden(places=[{**gardens.bed(), "name": typed}])
    assert made.places[0].name == kept


def test_a_name_of_nothing_that_can_be_read_is_refused() -> None:
    with pytest.raises(ValidationError):
        gardens.garden(places=[{**gardens.bed(), "name": "\u0000\u0007"}])


@pytest.mark.parametrize("day", ["0001-01-01", "1949-12-31", "2151-01-01", "9999-12-31"])
def test_days_that_nobody_means_are_refused(day: str) -> None:
    with pytest.raises(ValidationError, match="day_out_of_range"):
        gardens.garden(places=[gardens.bed()], plantings=[gardens.planting(planted_on=day)])


def test_every_text_fits_into_its_column() -> None:
    """A key of the catalogue, a name: as long as the store can keep, and no longer."""
    product = gardens.product("bag", N=10, material="m" * 61)
    with pytest.raises(ValidationError, match="at most 60"):
        gardens.garden(products=[product])
    with pytest.raises(ValidationError, match="at most 60"):
        gardens.garden(places=[gardens.bed()], plantings=[gardens.planting("c" * 61)])


def test_a_calendar_has_no_line_of_a_name_s_making() -> None:
    garden = Garden.model_validate(
        {
            **gardens.garden().model_dump(),
            "name": "G\r\nX-INJECTED:1",
            "places": [gardens.bed("bed\nBEGIN:VALARM")],
            "plantings": [gardens.planting("kale", "bed\nBEGIN:VALARM", variety="v\r\nURL:x")],
        }
    )
    made = gardens.plan_of(garden)
    lines = write_calendar(made, garden, words("en"), 1).decode().split("\r\n")
    assert not [line for line in lines if line.startswith(("X-INJECTED", "BEGIN:VALARM", "URL"))]
