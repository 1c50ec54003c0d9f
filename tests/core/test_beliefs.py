"""What a garden's own observations make of a factor: by hand, and as laws."""

from datetime import date
from uuid import UUID

import pytest
from hypothesis import given
from hypothesis import strategies as st

from eznel.core.beliefs import Evidence, believed

PLACE = UUID(int=1)


def seen(*factors: float, spread: float = 0.4) -> list[Evidence]:
    return [Evidence(date(2025, 7, 1), PLACE, factor, spread) for factor in factors]


def test_nothing_seen_is_as_the_catalogue_has_it() -> None:
    found = believed([], 0.4, "linear")
    assert (found.value, found.weight, found.gave) == (1, 0, 1)
    assert (found.low, found.high) == pytest.approx((1 - 1.2816 * 0.4, 1 + 1.2816 * 0.4))


def test_one_as_sure_as_what_was_known_counts_half() -> None:
    """1 / 0.4² = 6.25 each: half of 0.5; 1.2816 / √12.5 = 0.3625."""
    found = believed(seen(1.5), 0.4, "linear")
    assert (found.value, found.weight) == pytest.approx((1.25, 0.5))
    assert (found.low, found.high) == pytest.approx((0.8875, 1.6125), abs=1e-4)


def test_two_that_differ_are_weighed_by_how_sure_they_are() -> None:
    """2 to 0.4 and 1 to 0.2: 6.25 and 25 of 37.5; 6.25 ÷ 37.5 = 1/6, and alone 6.25 ÷ 31.25."""
    found = believed([*seen(2.0), *seen(1.0, spread=0.2)], 0.4, "linear")
    assert found.value == pytest.approx(1 + 1 / 6)
    assert found.gave == pytest.approx(1.2)


def test_what_multiplies_is_as_far_up_as_down() -> None:
    up, down = (believed(seen(one), 0.4, "log") for one in (1.44, 1 / 1.44))
    assert up.value == pytest.approx(1.2)  # half of it, in logarithms
    assert up.value * down.value == pytest.approx(1)
    assert up.low * down.high == pytest.approx(1)


def test_what_is_too_far_off_is_no_observation() -> None:
    """Three times √(0.4² + 0.3²) = 1.5 from 1."""
    found = believed(seen(2.4, 2.6, spread=0.3), 0.4, "linear")
    assert [one.factor for one in found.seen] == [2.4]
    assert [one.factor for one in found.apart] == [2.6]


def test_no_ground_is_believed_to_give_nothing() -> None:
    """1 - 0.9 × 400 / 406.25 = 0.114."""
    assert believed(seen(0.1, spread=0.05), 0.4, "linear").value == 0.3


FACTORS = st.lists(st.floats(min_value=0.5, max_value=2.0), min_size=1, max_size=8)


@given(FACTORS, st.sampled_from(["log", "linear"]))
def test_little_moves_little_and_nothing_further_than_it_was_seen(factors, scale) -> None:
    found = believed(seen(*factors), 0.4, scale)
    assert not found.apart
    low, high = min(1, *factors), max(1, *factors)
    assert low - 1e-9 <= found.value <= high + 1e-9
    first = believed(seen(factors[0]), 0.4, scale)
    assert abs(first.value - 1) <= abs(factors[0] - 1) * 0.6  # half, and curved by logarithms
    assert found.weight >= first.weight


@given(st.floats(min_value=0.5, max_value=2.0), st.integers(min_value=1, max_value=10))
def test_the_same_again_brings_it_nearer(factor: float, times: int) -> None:
    one, more = (believed(seen(*[factor] * n), 0.4, "log") for n in (times, times + 1))
    assert abs(more.value - factor) <= abs(one.value - factor) + 1e-9
    assert more.high - more.low < one.high - one.low + 1e-9
