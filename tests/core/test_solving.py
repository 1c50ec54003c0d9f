"""The solver, against looking at every whole amount."""

from itertools import product

import numpy as np
import pytest
from hypothesis import given, settings
from hypothesis import strategies as st

from eznel.core.solving import Patience, solve, sparse

PATIENT = Patience(10, 1e-6)


def solved(cost, rows, limits, high, whole):
    n = len(cost)
    return solve(
        np.array(cost, dtype=float),
        sparse(rows, n),
        np.array(limits, dtype=float),
        bounds=(np.zeros(n), np.array(high, dtype=float)),
        whole=np.array(whole),
        patience=PATIENT,
    )


def test_a_line_by_hand() -> None:
    """Least 2x + 3y with x + y ≥ 4 and x ≤ 3: three of x and one of y cost 9."""
    found = solved([2, 3], [{0: -1, 1: -1}], [-4], [3, 10], [0, 0])
    assert found is not None
    assert found.x.tolist() == pytest.approx([3, 1])
    assert found.proved
    assert found.gap == 0


def test_what_cannot_be_is_nothing() -> None:
    assert solved([1], [{0: -1}], [-5], [2], [0]) is None


def test_rows_that_hold_nothing_are_rows() -> None:
    matrix = sparse([{}, {1: 2.0}], 3)
    assert matrix.shape == (2, 3)
    assert matrix.toarray().tolist() == [[0, 0, 0], [0, 2, 0]]
    assert sparse([], 2).shape == (0, 2)


whole_numbers = st.integers(1, 9)


@settings(deadline=None, max_examples=40)
@given(
    cost=st.tuples(*[whole_numbers] * 3),
    use=st.tuples(*[whole_numbers] * 3),
    least=st.integers(1, 40),
)
def test_whole_amounts_are_the_best_of_all(cost, use, least: int) -> None:
    found = solved(cost, [dict(enumerate(-u for u in use))], [-least], [6] * 3, [1] * 3)
    every = [
        sum(c * n for c, n in zip(cost, counts, strict=True))
        for counts in product(range(7), repeat=3)
        if sum(u * n for u, n in zip(use, counts, strict=True)) >= least
    ]
    if not every:
        assert found is None
        return
    assert found is not None
    counts = np.round(found.x)
    assert np.allclose(counts, found.x, atol=1e-6)
    assert float(np.dot(cost, counts)) == pytest.approx(min(every))
