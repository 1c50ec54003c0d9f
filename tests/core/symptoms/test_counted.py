"""How many plants have it, by those that were looked at."""

import pytest
from hypothesis import given
from hypothesis import strategies as st

from eznel.core.symptoms.counted import share_of


def test_by_hand() -> None:
    """Three of four: z = 1.645, z² = 2.706, z²/n = 0.6765.

    Middle (0.75 + 0.33825) / 1.6765 = 0.6491; half 1.645 x sqrt(0.1875/4 + 0.6765/16) / 1.6765
    = 1.645 x 0.29861 / 1.6765 = 0.2930.
    """
    low, high = share_of(3, 4)
    assert low == pytest.approx(0.6491 - 0.2930, abs=2e-4)
    assert high == pytest.approx(0.6491 + 0.2930, abs=2e-4)


def test_one_of_one_says_little_and_forty_of_forty_much() -> None:
    assert share_of(1, 1).low < 0.3
    assert share_of(40, 40).low > 0.93
    assert share_of(40, 40).high == 1


@given(looked_at=st.integers(1, 5000), data=st.data())
def test_the_share_that_was_seen_is_always_inside(looked_at: int, data: st.DataObject) -> None:
    affected = data.draw(st.integers(0, looked_at))
    low, high = share_of(affected, looked_at)
    seen = affected / looked_at
    assert 0 <= low <= seen + 1e-12
    assert seen <= high + 1e-12
    assert high <= 1
