"""The solver: linear programs in which some amounts are whole. Only this module knows it."""

from collections.abc import Mapping, Sequence
from dataclasses import dataclass
from functools import cache
from typing import Any

import numpy as np
from numpy.typing import NDArray

Floats = NDArray[np.float64]


@dataclass(frozen=True, slots=True)
class Solved:
    """The amounts, and how far from the best they may be."""

    x: Floats
    gap: float
    """As a share of the aim; 0 where the best is proved. [1]"""
    proved: bool
    """False where the time ran out before."""


@dataclass(frozen=True, slots=True)
class Patience:
    """For so long, or until what was found is proved to be so near the best there is. [s, 1]"""

    seconds: float
    gap: float


@cache
def _scipy() -> Any:
    from scipy import optimize  # slow to import, so only when somebody asks

    return optimize


def sparse(rows: Sequence[Mapping[int, float]], columns: int) -> Any:
    """Return rows that hold few amounts as the solver takes them.

    Parameters
    ----------
    rows : sequence of mapping of int to float
        What each row takes of each column. [1]
    columns : int
        Number of amounts. [count]

    Returns
    -------
    sparse array
        One row each. [1]
    """
    from scipy.sparse import csr_array

    at = [(n, column, value) for n, row in enumerate(rows) for column, value in row.items()]
    numbers, held, values = zip(*at, strict=True) if at else ((), (), ())
    return csr_array((values, (numbers, held)), shape=(len(rows), columns))


def solve(
    cost: Floats,
    rows: Any,
    limits: Floats,
    *,
    bounds: tuple[Floats, Floats],
    whole: NDArray[np.int_],
    patience: Patience,
) -> Solved | None:
    """Return the amounts of least cost for which every row times them is within its limit.

    Parameters
    ----------
    cost : array of float
        Of one of each. [1]
    rows : array or sparse array of float
        One row a limit. [1]
    limits : array of float
        The most of each row. [1]
    bounds : tuple of array and array
        Least and most of each amount. [1]
    whole : array of int
        1 where an amount is whole, else 0. [1]
    patience : Patience
        When what is found is good enough. [s, 1]

    Returns
    -------
    Solved or None
        None where nothing was found in the time.
    """
    scipy = _scipy()
    found = scipy.milp(
        c=cost,
        integrality=whole,
        bounds=scipy.Bounds(*bounds),
        constraints=scipy.LinearConstraint(rows, -np.inf, limits),
        options={"time_limit": patience.seconds, "mip_rel_gap": patience.gap},
    )
    if found.x is None:
        return None
    gap = getattr(found, "mip_gap", None)
    return Solved(found.x, float(gap or 0.0), bool(found.status == 0))


def assigned(costs: Sequence[Sequence[float]]) -> list[int]:
    """Return which column each row takes, so that all together cost the least.

    Parameters
    ----------
    costs : sequence of sequence of float
        Of each row in each column; at least as many columns as rows. [1]

    Returns
    -------
    list of int
        A column for each row, none of them twice.
    """
    if not costs:
        return []
    _, columns = _scipy().linear_sum_assignment(np.asarray(costs, dtype=float))
    return [int(column) for column in columns]


@cache
def student_t(share: float, freedom: float) -> float:
    """Return where a share of Student's distribution lies below.

    Parameters
    ----------
    share : float
        Between 0 and 1. [1/1]
    freedom : float
        Degrees of freedom; without end for a normal distribution. [count]

    Returns
    -------
    float
        In standard errors. [1]
    """
    from scipy import special

    return float(
        special.ndtri(share) if freedom == float("inf") else special.stdtrit(freedom, share)
    )
