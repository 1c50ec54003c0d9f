"""Sums without a garden, by hand: a share is a hundredth of the number on the bag."""

from typing import Any

import pytest

from eznel.core.document import Bag
from eznel.core.errors import Impossible
from eznel.core.questions.sums import Counted, Known, on_ground

LB_G, FT2_M2 = 453.59237, 0.09290304


def bag(grade: str, means: str = "oxide") -> Bag:
    data = {"name": grade, "grade": grade, "means": means, "form": "granular"}
    return Bag.model_validate(data)


@pytest.mark.parametrize(
    ("grade", "counted", "known", "asked", "answer"),
    [
        # 10 g/m² × 3.6 m² = 36 g of nitrogen, a tenth of the bag
        ("10-10-10", "N", {"rate_g_m2": 10, "area_m2": 3.6}, "amount", 360.0),
        # 8 g/m² × 10 m² = 80 g of P2O5, a tenth of the bag
        ("5-10-5", "P2O5", {"rate_g_m2": 8, "area_m2": 10}, "amount", 800.0),
        # and counted as phosphorus 80 g ÷ (10 % × 0.4364)
        ("5-10-5", "P", {"rate_g_m2": 8, "area_m2": 10}, "amount", 1833.1),
        ("5-10-5", "K2O", {"amount_g": 800, "area_m2": 10}, "rate", 4.0),  # 40 g on 10 m²
        ("10-10-10", "K2O", {"amount_g": 1000, "rate_g_m2": 20}, "area", 5.0),  # 100 g ÷ 20
        # 3 lb 7 oz at 5 % are 0.171875 lb on 100 ft²
        (
            "5-10-5", "N", {"amount_g": 3.4375 * LB_G, "area_m2": 100 * FT2_M2}, "rate",
            0.171875 * LB_G / (100 * FT2_M2),
        ),
    ],
)  # fmt: skip
def test_two_are_known_and_the_third_is_answered(
    grade: str, counted: Counted, known: dict[str, float], asked: str, answer: float
) -> None:
    found = on_ground(bag(grade), counted, Known(**known))
    assert found.asked == asked
    assert found.answer.value == pytest.approx(answer, rel=1e-4)
    assert found.answer.steps[-1].value == found.answer.value


def test_all_that_comes_with_it() -> None:
    """800 g of 5-10-5 on 10 m²: 40, 80 and 40 g; P2O5 is 0.4364 phosphorus, K2O 0.8301 K."""
    found = on_ground(bag("5-10-5"), "N", Known(amount_g=800, area_m2=10))
    brought = {one.counted: (one.grams, one.g_m2) for one in found.brings}
    expected = {"N": 40, "P2O5": 80, "P": 34.91, "K2O": 40, "K": 33.21}
    for counted, grams in expected.items():
        assert brought[counted] == pytest.approx((grams, grams / 10), rel=1e-3)


def test_numbers_that_are_elements_hold_more() -> None:
    """8 % P is 18.33 % P2O5: 100 g bring 18.33 g of it."""
    found = on_ground(bag("0-8-0", "element"), "P2O5", Known(amount_g=100, area_m2=1))
    assert found.answer.value == pytest.approx(18.33, rel=1e-3)


@pytest.mark.parametrize(
    ("grade", "counted", "known", "key"),
    [
        ("0-46-0", "N", {"rate_g_m2": 10, "area_m2": 4}, "bag_has_none"),
        ("ten", "N", {"rate_g_m2": 10, "area_m2": 4}, "grade_unread"),
        ("50-40-30", "N", {"rate_g_m2": 10, "area_m2": 4}, "grade_unread"),  # 120 %
        ("10-10-10", "N", {"rate_g_m2": 10}, "sum_needs_two"),
        ("10-10-10", "N", {"rate_g_m2": 10, "area_m2": 4, "amount_g": 2}, "sum_needs_two"),
        ("10-10-10", "N", {"rate_g_m2": 0.0, "area_m2": 4}, "sum_needs_two"),
    ],
)
def test_what_cannot_be_worked_out(
    grade: str, counted: Counted, known: dict[str, Any], key: str
) -> None:
    with pytest.raises(Impossible) as refused:
        on_ground(bag(grade), counted, Known(**known))
    assert refused.value.key == key


def test_a_rate_that_no_crop_wants_is_questioned() -> None:
    """25 g/m² is the most that is not asked about; the product's rate typed as nitrogen is."""
    assert on_ground(bag("10-0-0"), "N", Known(rate_g_m2=25, area_m2=4)).answer.findings == ()
    found = on_ground(bag("10-0-0"), "N", Known(rate_g_m2=60, area_m2=4)).answer.findings
    assert [one.key for one in found] == ["sum_rich"]
