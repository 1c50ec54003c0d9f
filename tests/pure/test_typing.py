"""What is typed into a field, and how numbers and days are shown."""

import json
from pathlib import Path

import pytest

from eznel.core.quantities import factor

CASES = json.loads((Path(__file__).parent.parent / "data/numbers.json").read_text())


def test_numbers_are_read_as_the_server_reads_them(ask) -> None:
    found = ask("typed.readings(x.text, x.mark)", *CASES)
    for case, read in zip(CASES, found, strict=True):
        assert read == pytest.approx(case["reads"]), case


@pytest.mark.parametrize(
    ("language", "text", "number"),
    [
        ("en-GB", "1,200", 1200),
        ("de-DE", "1,200", 1.2),
        ("de-DE", "1.234,5", 1234.5),
        ("de-DE", "1.234", 1234),
        ("es-ES", "0,5", 0.5),
        ("en-GB", "0,5", 0.5),  # no thousands begin with 0
        ("en-GB", "half", "NaN"),
        ("en-GB", "  ", None),
    ],
)
def test_a_field_is_read_in_the_reader_s_language(ask, language, text, number) -> None:
    assert ask("numbers.readNumber(x)", text, language=language) == [number]


def test_it_is_said_how_a_number_was_read_where_others_read_it_otherwise(ask) -> None:
    assert ask("numbers.readOtherwise(x)", "1,200", "1,2", "1.234,5", "7") == [
        True, False, False, False,
    ]  # fmt: skip


def test_what_was_read_is_typed_again_in_the_same_way(ask) -> None:
    assert ask("numbers.typedNumber(x)", 1.5, 1200, language="de-DE") == ["1,5", "1200"]
    assert ask("numbers.readNumber(numbers.typedNumber(x))", 1.5, 1234.5, language="de-DE") == [
        1.5, 1234.5,
    ]  # fmt: skip


def test_masses_are_shown_as_finely_as_a_scoop_is(ask) -> None:
    shown = ask("numbers.showMass(x)", 0, 0.04, 3.14159, 42.4, 1234.5)
    assert shown == ["0 g", "40 mg", "3.1 g", "42 g", "1.23 kg"]


def test_factors_are_the_core_s(ask) -> None:
    """A foot pulled by hand: 3.048 m are 10 ft."""
    place = {
        "kind": "bed",
        "shape": {"kind": "circle", "diameter": {"value": 1, "unit": "ft"}},
    }
    by = {"x": 0, "y": 0, "turn": 0, "length": 3.048, "width": 3.048}
    (moved,) = ask("plot.reshaped(x.place, x.by).shape.diameter", {"place": place, "by": by})
    assert moved == {"value": 10, "unit": "ft"}
    assert factor("ft", "m") == pytest.approx(0.3048)


def test_days(ask) -> None:
    assert ask("dates.addDays(x[0], x[1])", ["2026-02-27", 2], ["2026-03-01", -1]) == [
        "2026-03-01", "2026-02-28",
    ]  # fmt: skip
    # 18 June 2026 is a Thursday: its week begins on Monday 15, in the United States on Sunday 14.
    assert ask("dates.weekStart(x)", "2026-06-18", language="en-GB") == ["2026-06-15"]
    assert ask("dates.weekStart(x)", "2026-06-18", language="en-US") == ["2026-06-14"]
    assert ask("dates.showDay(x)", "2026-06-18") == ["Thu 18 June"]
    assert ask("dates.showDistance(x, '2026-06-18')", "2026-06-18", "2026-06-20") == [
        "today", "in 2 days",
    ]  # fmt: skip


def test_the_weeks_of_a_month(ask) -> None:
    """June 2026 begins on a Monday and ends on Tuesday 30: five weeks from 1 June to 5 July."""
    (weeks,) = ask("season.weeksOf(x)", "2026-06")
    assert [week[0] for week in weeks] == [
        "2026-06-01", "2026-06-08", "2026-06-15", "2026-06-22", "2026-06-29",
    ]  # fmt: skip
    assert weeks[-1][-1] == "2026-07-05"
    assert ask("season.monthAfter(x, 1)", "2026-12") == ["2027-01"]


def test_a_unit_in_words_is_read(ask) -> None:
    lengths = ["m", "cm", "ft", "in"]
    said = {
        "12 feet": (12, "ft"), "12 ft": (12, "ft"), "12'": (12, "ft"), "30 inches": (30, "in"),
        "3' 6\"": (3.5, "ft"), "3 ft 6 in": (3.5, "ft"), "4' 1 1/2\"": (4.125, "ft"),
        "1,5 m": (1.5, "m"), "80 centimeters": (80, "cm"), "1 1/2 feet": (1.5, "ft"),
    }  # fmt: skip
    read = "worded.readWorded(x[0], x[1], numbers.readNumber)"
    found = ask(read, *([text, lengths] for text in said))
    assert [(one["value"], one["unit"]) for one in found] == list(said.values())
    # Of several sizes of a kind the one that stands first in the field; feet are no mass.
    volumes = ["L", "gal_imp", "gal_us", "cup_metric", "cup_us"]
    found = ask(read, ["2 gallons", volumes], ["1/2 cup", volumes])
    assert found == [{"value": 2, "unit": "gal_imp"}, {"value": 0.5, "unit": "cup_metric"}]
    wrong = ("12 feet", "feet", "12 f", "3' 14\"", "", "12")
    assert ask(read, *([text, ["g", "kg"]] for text in wrong)) == [None] * len(wrong)
    assert ask(read, ["3' 14\"", lengths], ["12 fee", lengths]) == [None, None]


def test_fractions_are_numbers(ask) -> None:
    found = ask("numbers.readNumber(x)", "1/2", "1 1/2", "2 3/4", "1/0", "1/", "1 2 3/4")
    assert found == [0.5, 1.5, 2.75, "NaN", "NaN", "NaN"]
