"""What a trial shows: the difference of two means with its interval, and how easily chance does it.

Welch's interval, which does not ask both sides to spread alike; lots drawn again within the same
blocks for the odds of chance; several measures corrected by Holm's steps; trials that repeat one
another pooled by the certainty of each. Below three a side nothing is said.
"""

from collections.abc import Sequence
from dataclasses import dataclass
from itertools import combinations, product
from math import comb, prod, sqrt
from typing import Literal
from uuid import UUID

import numpy as np
from numpy.typing import NDArray

from eznel.core.crops.hashed import uniform
from eznel.core.document import Trial, TrialPlant
from eznel.core.solving import student_t
from eznel.core.trials.lots import seed_of

FEWEST = 3
"""Plants on each side below which nothing can be said. [count]"""
SURE = 0.95
"""How often the interval holds the truth. [1/1]"""
MOST_DRAWS, DRAWS = 20_000, 4_999
"""All lots are counted up to so many; else so many are drawn. [count]"""
CHANCE = 0.05
"""What chance alone does more seldom than this is called a difference. [1/1]"""

Shows = Literal["too_few", "none_shown", "shown"]


@dataclass(frozen=True, slots=True)
class SideOf:
    """One side of a measure: plants that were measured, their mean, and how they spread."""

    plants: int
    mean: float
    spread: float
    """Standard deviation; 0 of a single plant. [unit]"""


@dataclass(frozen=True, slots=True, kw_only=True)
class Difference:
    """The first treatment less the second."""

    sides: tuple[SideOf, SideOf]
    estimate: float
    low: float
    high: float
    by_chance: float
    """How often lots alone would bring such a difference, corrected for several measures. [1/1]"""
    shows: Shows


@dataclass(frozen=True, slots=True)
class Pooled:
    """A trial and the one it repeats, taken together."""

    estimate: float
    low: float
    high: float
    trials: int


def measured(trial: Trial, measure: int) -> tuple[list[float], list[float]]:
    """Return the values of a measure on each side, of plants that still count.

    Parameters
    ----------
    trial : Trial
        Both sides.
    measure : int
        Which of its measures. [index]

    Returns
    -------
    tuple of list of float
        Of the first and of the second treatment. [unit]
    """
    sides: tuple[list[float], list[float]] = ([], [])
    for one in _counting(trial, measure):
        sides[one.side].append(_value(one, measure))
    return sides


def differences(trial: Trial) -> tuple[Difference | None, ...]:
    """Return what each measure of a trial shows.

    Parameters
    ----------
    trial : Trial
        With its values.

    Returns
    -------
    tuple of Difference or None
        In the order of the measures; None where a side has no value at all.
    """
    chances = [_by_chance(trial, n) for n in range(len(trial.measures))]
    corrected = holm([one for one in chances if one is not None])
    found: list[Difference | None] = []
    for n, chance in enumerate(chances):
        mine = corrected.pop(0) if chance is not None else 1.0
        found.append(_difference(trial, n, mine))
    return tuple(found)


def pooled(of: Sequence[Difference]) -> Pooled | None:
    """Return several trials of the same question, taken together.

    Parameters
    ----------
    of : sequence of Difference
        Of the same measure, each with enough plants to say something.

    Returns
    -------
    Pooled or None
        Each weighs by one over the square of its standard error; None of fewer than two.
    """
    enough = [one for one in of if one.shows != "too_few" and _error(one) > 0]
    if len(enough) < 2:
        return None
    weights = [1 / _error(one) ** 2 for one in enough]
    mean = sum(w * one.estimate for w, one in zip(weights, enough, strict=True)) / sum(weights)
    half = student_t((1 + SURE) / 2, float("inf")) / sqrt(sum(weights))
    return Pooled(mean, mean - half, mean + half, len(enough))


def holm(chances: Sequence[float]) -> list[float]:
    """Return the chances of several measures, corrected for there being several.

    Parameters
    ----------
    chances : sequence of float
        One of each measure. [1/1]

    Returns
    -------
    list of float
        In the same order: the smallest times their number, the next times one less, and so on,
        none below the one before it, none above 1. [1/1]
    """
    order = sorted(range(len(chances)), key=lambda n: chances[n])
    found, least = [1.0] * len(chances), 0.0
    for rank, n in enumerate(order):
        least = max(least, min(chances[n] * (len(chances) - rank), 1.0))
        found[n] = least
    return found


def _counting(trial: Trial, measure: int) -> list[TrialPlant]:
    return [
        one
        for one in trial.plants
        if one.left is None and measure < len(one.values) and one.values[measure] is not None
    ]


def _value(of: TrialPlant, measure: int) -> float:
    value = of.values[measure]
    assert value is not None
    return value


def _side(values: Sequence[float]) -> SideOf:
    spread = float(np.std(values, ddof=1)) if len(values) > 1 else 0.0
    return SideOf(len(values), float(np.mean(values)), spread)


def _difference(trial: Trial, measure: int, by_chance: float) -> Difference | None:
    first, second = measured(trial, measure)
    if not first or not second:
        return None
    sides = (_side(first), _side(second))
    estimate = sides[0].mean - sides[1].mean
    if min(len(first), len(second)) < FEWEST:
        return Difference(sides=sides, estimate=estimate, low=estimate, high=estimate,
                          by_chance=1.0, shows="too_few")  # fmt: skip
    half = _half_width(sides)
    apart = by_chance < CHANCE and not -half <= estimate <= half
    return Difference(
        sides=sides,
        estimate=estimate,
        low=estimate - half,
        high=estimate + half,
        by_chance=by_chance,
        shows="shown" if apart else "none_shown",
    )


def _half_width(sides: tuple[SideOf, SideOf]) -> float:
    """Half of Welch's interval."""
    parts = [side.spread**2 / side.plants for side in sides]
    total = sum(parts)
    if total == 0:
        return 0.0
    below = sum(part**2 / (side.plants - 1) for part, side in zip(parts, sides, strict=True))
    return student_t((1 + SURE) / 2, total**2 / below) * sqrt(total)


def _error(of: Difference) -> float:
    return sqrt(sum(side.spread**2 / side.plants for side in of.sides))


def _by_chance(trial: Trial, measure: int) -> float | None:
    """How often lots within the same blocks bring a difference as large; None below three."""
    counting = _counting(trial, measure)
    values = np.array([_value(one, measure) for one in counting])
    sides = np.array([one.side for one in counting])
    seconds = int(sides.sum()) if len(sides) else 0
    if min(seconds, len(counting) - seconds) < FEWEST:
        return None
    blocks: dict[UUID | None, list[int]] = {}
    for n, one in enumerate(counting):
        blocks.setdefault(one.planting if one.plant is not None else None, []).append(n)
    members = [np.array(block) for block in blocks.values()]
    drawn = _drawn(trial, members, sides)
    apart = np.abs(values @ (1 - drawn) / (1 - drawn).sum(0) - values @ drawn / drawn.sum(0))
    seen = abs(values[sides == 0].mean() - values[sides == 1].mean())
    return float(np.mean(apart >= seen - 1e-9 * max(abs(seen), 1.0)))


def _drawn(
    trial: Trial, blocks: Sequence[NDArray[np.int_]], sides: NDArray[np.int_]
) -> NDArray[np.int_]:
    """Lots as they could have fallen, a column each, the real one among them."""
    wanted = [int(sides[block].sum()) for block in blocks]
    if prod(comb(len(b), k) for b, k in zip(blocks, wanted, strict=True)) <= MOST_DRAWS:
        ways = [list(combinations(b, k)) for b, k in zip(blocks, wanted, strict=True)]
        all_ = list(product(*ways))
        found = np.zeros((len(sides), len(all_)), dtype=int)
        for column, parts in enumerate(all_):
            found[[n for part in parts for n in part], column] = 1
        return found
    chances = uniform(seed_of(trial.id), len(sides) * DRAWS, row=1)[0]
    places = chances.reshape(DRAWS, len(sides))
    found = np.zeros((len(sides), DRAWS + 1), dtype=int)
    found[:, -1] = sides
    for block, k in zip(blocks, wanted, strict=True):
        if k == 0:
            continue
        first = np.argsort(places[:, block], axis=1)[:, :k]
        np.put_along_axis(found[:, :-1].T, block[first], 1, axis=1)
    return found
