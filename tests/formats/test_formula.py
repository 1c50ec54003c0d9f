"""Formulas without code, for each case that a step can be in."""

import re

import pytest

from eznel.formats.formula import plainly
from eznel.words import formulas, words

TERMS = words("en").terms


@pytest.mark.parametrize(
    ("formula", "values", "said"),
    [
        ("max(own - credit, 0)", {}, "the larger of (own - credit; 0)"),
        ("own / 2 if own > 3 else 0", {"own": 4}, "own / 2"),
        ("own / 2 if own > 3 else 0", {"own": 3}, "0"),
        (
            "min(max(15 * a, 0), 75) / 100",
            {},
            "the smaller of (the larger of (15 * a; 0); 75) / 100",
        ),
        ("max(a, 0) if max(a, 0) >= b else 0", {"a": 3, "b": 2}, "the larger of (a; 0)"),
        ("length_m * width_m", {}, "length_m * width_m"),
    ],
)
def test_plainly(formula: str, values: dict[str, float], said: str) -> None:
    assert plainly(formula, values, TERMS) == said


def test_no_formula_of_ours_is_left_as_code() -> None:
    for key, formula in formulas().items():
        names = set(re.findall(r"[a-z_][a-z_0-9]*", formula)) - {"max", "min", "if", "else"}
        said = plainly(formula, dict.fromkeys(names, 1.0), TERMS)
        assert not any(code in said for code in (" if ", " else ", "max(", "min(")), key
