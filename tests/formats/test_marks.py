"""A line of a report as marks and statements: each number once, with what stands by it."""

from itertools import pairwise

import pytest
from hypothesis import given
from hypothesis import strategies as st

from eznel.formats.soil_files.marks import marks
from eznel.formats.soil_files.statements import Statement, statements


def said(line: str) -> list[Statement]:
    return statements(line, marks(line, None))


@pytest.mark.parametrize(
    ("line", "value", "unit"),
    [
        ("Nitrate-N (2M KCl extract): 13 ppm", 13, "ppm"),  # not the two of the extract
        ("Sulfate-S (0.15% CaCl2): 9 ppm", 9, "ppm"),
        ("P index 4 (52 mg/l)", 52, "mg/L"),  # the index is no result
        ("Phosphorus (Olsen) mg/l 52  Index 4", 52, "mg/L"),
        ("K 88 (100-160)", 88, None),  # nor what is wanted
        ("Mg 60, critical level 50", 60, None),
        ("Kalium: 6 mg K2O/100 g, nicht ausreichend", 6, "mg/100g"),
        ("Ca 2 640 kg/ha", 2640, "kg/ha"),
    ],
)
def test_the_result_is_the_number_with_a_unit_or_the_only_one(
    line: str, value: float, unit: str | None
) -> None:
    (one,) = said(line)
    assert one.number is not None
    assert (one.number.value, one.unit) == (value, unit)


@pytest.mark.parametrize(
    ("line", "question"),
    [
        ("Calcium 1620 68", "which_number"),
        ("Potassium 165 ppm 130 ppm", "which_number"),  # one is wanted, perhaps
        ("Ca 1, 340 ppm", "number_broken"),
        ("K 1O2 ppm", "number_broken"),
        ("OM 3. 8 %", "number_broken"),
        ("Zn <0.5 mg/kg", "below_detection"),
        ("Ca 1,340 ppm", "number_two_ways"),
    ],
)
def test_what_nobody_can_know_is_asked(line: str, question: str) -> None:
    (one,) = said(line)
    assert one.question == question


@pytest.mark.parametrize(
    ("line", "extracts"),
    [
        ("Olsen P 22 mg/kg, K 130 mg/kg", [("P", "Olsen"), ("K", None)]),
        ("P 25 ppm; K 90 ppm (Mehlich-3)", [("P", "Mehlich-3"), ("K", "Mehlich-3")]),
        ("P 25 ppm; K 90 ppm (ammonium acetate)", [("P", None), ("K", "Ammonium acetate")]),
        ("Plot P1: K 60 ppm", [("K", None)]),  # a plot is no extract
        ("P1 14 ppm", [("P", "Bray P1")]),
        ("P10", []),  # neither an extract with a nought nor, beside no unit, an amount
    ],
)
def test_an_extract_is_its_own_values(line: str, extracts: list[tuple[str, str | None]]) -> None:
    assert [(one.name, one.method) for one in said(line)] == extracts


@given(st.text(st.sampled_from("PKCaMg 0123456789.,:;()%-/<pmdlOH\t"), max_size=60))
def test_no_letter_belongs_to_two_marks(line: str) -> None:
    found = marks(line, None)
    assert all(a.end <= b.start for a, b in pairwise(found))
    numbers = [one.number for one in statements(line, found) if one.number is not None]
    assert len(numbers) == len({(one.start, one.end) for one in numbers})
