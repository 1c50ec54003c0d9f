"""Numbers and days as they are written, each in one way or asked about."""

import json
from datetime import date
from pathlib import Path

import pytest
from hypothesis import given
from hypothesis import strategies as st

from eznel.formats.dates import month_first, read_day
from eznel.formats.labels.reading import read_label
from eznel.formats.numbers import BLOT, decimal_mark, read_number, written_plainly
from eznel.formats.soil_files.text import read_text
from eznel.formats.tables import table_of
from eznel.formats.weather_file import read_weather

CASES = json.loads((Path(__file__).parent.parent / "data/numbers.json").read_text())
"""The browser reads what is typed by the same cases: tests/pure/test_typing.py."""


@pytest.mark.parametrize("case", CASES, ids=lambda case: f"{case['text']} {case['mark']}")
def test_what_a_number_says(case) -> None:
    read = read_number(case["text"], case["mark"])
    found = [] if read is None else [read.value, *([] if read.other is None else [read.other])]
    assert found == pytest.approx(case["reads"])


@given(st.floats(0.001, 1e9), st.sampled_from((".", ",")))
def test_what_is_written_with_all_its_marks_is_read_back(value: float, mark) -> None:
    other = "," if mark == "." else "."
    written = f"{value:,.2f}".translate(str.maketrans({",": other, ".": mark}))
    read = read_number(written, mark)
    assert read is not None
    assert (read.value, read.other) == (pytest.approx(round(value, 2)), None)


@pytest.mark.parametrize(
    ("text", "mark"),
    [
        ("N 12,5 % P 1,234", ","),
        ("12.5 g on 1,000 sq ft", "."),
        ("1.234.567 and 7", ","),  # points between thousands
        ("1,200 only", None),
        ("6.5 here, 6,5 there", None),
        ("on 12.05.2026, 20-20-20", None),  # no numbers with decimals
    ],
)
def test_a_text_tells_its_mark(text: str, mark) -> None:
    assert decimal_mark(text) == mark


def test_a_text_is_written_plainly_and_stays_as_long() -> None:
    text = "1,200 m2, 0,5 % and 1.234,5 g"
    plain = written_plainly(text, ",")
    assert plain == "1.200 m2, 0.5 % and 01234.5 g"
    assert written_plainly("1,200 m2", ".") == "01200 m2"
    assert written_plainly("1,200 m2", None) == BLOT * 5 + " m2"


@pytest.mark.parametrize(
    ("text", "day", "two_ways"),
    [
        ("2026-03-12", date(2026, 3, 12), False),
        ("2026-03-12T06:00", date(2026, 3, 12), False),
        ("12.03.2026", date(2026, 3, 12), False),  # points: the day first
        ("13/03/2026", date(2026, 3, 13), False),  # no month has that number
        ("03/13/2026", date(2026, 3, 13), False),
        ("05/05/26", date(2026, 5, 5), False),
        ("04/05/2026", None, True),  # nobody can tell
        ("4 May 2026", date(2026, 5, 4), False),
        ("May 4, 2026", date(2026, 5, 4), False),
        ("4 de mayo de 2026", date(2026, 5, 4), False),
        ("4. Mai 2026", date(2026, 5, 4), False),
        ("31.02.2026", None, False),
        ("soon", None, False),
    ],
)
def test_days(text: str, day: date | None, two_ways: bool) -> None:
    read = read_day(text)
    assert (read.on, read.two_ways) == (day, two_ways)


def test_the_other_days_of_a_file_tell_which_stands_first() -> None:
    assert month_first(["04/05/2026", "04/30/2026"]) is True
    assert month_first(["04/05/2026", "30/04/2026"]) is False
    assert month_first(["04/05/2026", "30/04/2026", "04/30/2026"]) is None
    assert read_day("04/05/2026", month_first=True).on == date(2026, 4, 5)
    assert read_day("04/05/2026", month_first=False).on == date(2026, 5, 4)


def test_a_table_tells_its_sign_and_its_mark() -> None:
    assert table_of("a;b\n1,5;2\n").mark == ","
    assert table_of("a\tb\n1,200\t2\n").mark is None
    table = table_of("name,n\n\n'=x,1.234\n")
    assert table.mark == "."  # commas stand between the cells
    assert [(row.number, row.cells) for row in table.rows] == [
        (1, ("name", "n")),
        (3, ("=x", "1.234")),
    ]


def test_a_report_asks_what_can_be_read_in_two_ways() -> None:
    """Nothing else in the first tells what a comma means; in the second the pH does."""
    asked = read_text("Soil test\nCalcium (Mehlich-3): 1,240 mg/kg\n", date(2026, 5, 1))
    (piece,) = [item for sample in asked.samples for item in sample.items if "1,240" in item.words]
    assert (piece.taken, piece.question) == ("left", "number_two_ways")
    told = read_text("pH 6.4\nCalcium (Mehlich-3): 1,240 mg/kg\n", date(2026, 5, 1))
    (report,) = [sample.report for sample in told.samples]
    assert report is not None
    assert [value.value for value in report.values] == [1240]


def test_a_label_asks_what_can_be_read_in_two_ways() -> None:
    asked = read_label("Chalk feed\nNitrogen (N) 1,200 %\n")
    assert asked.product["declared"] == []
    assert [p.question for p in asked.pieces if "1,200" in p.words] == ["number_two_ways"]
    told = read_label("Chalk feed\nNitrogen (N) 1,200 %\nPotash (K2O) 7,5 %\n")
    assert [(d["nutrient"], d["pct"]) for d in told.product["declared"]] == [
        ("N", 1.2),
        ("K2O", 7.5),
    ]


def test_weather_takes_what_only_one_reading_can_be() -> None:
    """12,345 is no warmth by thousands; 1,200 of rain is 1.2 mm for the same reason."""
    read = read_weather("date;min °C;max °C;rain\n2026-05-01;12,345;21,870;1,200\n")
    (day,) = read.days
    assert (day.low_c, day.high_c, day.rain_mm) == (12.345, 21.87, 1.2)
