"""From a need to whole level scoops: exact, by looking at every mix.

A mix takes at most three products, one measure size each, and at most twelve measures in all. That
is a stated rule: it costs little and keeps a mix that a person can make. Caps are never exceeded:
a mix that breaks one is not looked at. Among the rest, in this order: least shortfall of the
targets (weighted, relative), least excess, fewest products, least cost, fewest measures. What
differs by less than a twentieth counts as equal, as no scoop is more level than that; otherwise
every mix would be rounded up, and "fewest products" would never decide.
"""

from collections.abc import Sequence
from dataclasses import dataclass
from functools import lru_cache
from itertools import combinations

import numpy as np
from numpy.typing import NDArray

from eznel.core.quantities import NUTRIENTS

MOST_PRODUCTS = 3
MOST_MEASURES = 12
EQUAL = 0.05
"""Scores that differ by less than this count as equal: no scoop is more level than that."""

ACCEPTABLE = 0.15
"""How much further than the best a simpler or cheaper answer may be off, both ways together."""

WEIGHT = {"N": 1.0, "P": 0.7, "K": 1.0, "Ca": 0.5, "Mg": 0.5, "S": 0.2}

Key = NDArray[np.float64] | NDArray[np.int_]

_WEIGHTS = np.array([WEIGHT[n] for n in NUTRIENTS])
_EPS = 1e-9


@dataclass(frozen=True, slots=True)
class Item:
    """One level measure of one product: what it brings and what it costs."""

    product: int
    grams: float
    brings: tuple[float, ...]
    """Available nutrients in the order of NUTRIENTS. [g]"""
    cost: float | None = None


@dataclass(frozen=True, slots=True)
class Cap:
    """A limit that no mix exceeds: a use for each item's measure, and how much is allowed."""

    key: str
    per_measure: tuple[float, ...]
    limit: float


@dataclass(frozen=True, slots=True)
class Mix:
    """Whole measures of each item, and how far from the targets that is."""

    counts: tuple[int, ...]
    brings: tuple[float, ...]
    short: float
    excess: float
    cost: float | None


@dataclass(frozen=True, slots=True)
class Answer:
    """A mix and what it is the best at: "best", "fewest" or "cheapest", or several of them."""

    titles: tuple[str, ...]
    mix: Mix


@lru_cache(maxsize=64)
def _table(products: tuple[int, ...]) -> NDArray[np.float64]:
    """Every row of whole measures: at most three items of different products, twelve in all."""
    rows = [np.zeros((1, len(products)))]
    for size in range(1, MOST_PRODUCTS + 1):
        counts = _counts(size)
        for chosen in combinations(range(len(products)), size):
            if len({products[n] for n in chosen}) < size:
                continue
            block = np.zeros((len(counts), len(products)))
            block[:, chosen] = counts
            rows.append(block)
    return np.concatenate(rows)


@lru_cache(maxsize=8)
def _counts(size: int) -> NDArray[np.float64]:
    grid = np.indices((MOST_MEASURES,) * size).reshape(size, -1).T + 1.0
    within: NDArray[np.float64] = grid[grid.sum(axis=1) <= MOST_MEASURES]
    return within


def score(
    brings: NDArray[np.float64], need: Sequence[float], scale: Sequence[float]
) -> tuple[NDArray[np.float64], NDArray[np.float64]]:
    """Return how far mixes fall short of the targets and how far they go beyond.

    Parameters
    ----------
    brings : array of shape (mixes, nutrients)
        What each mix brings. [g]
    need : sequence of float
        Targets; one of 0 is scored for excess only. [g]
    scale : sequence of float
        What an excess is compared with, above 0: the target, or the crop's own use. [g]

    Returns
    -------
    tuple of two arrays
        Weighted mean relative shortfall, and weighted mean relative excess. [g/g]
    """
    target, size = np.asarray(need, dtype=float), np.asarray(scale, dtype=float)
    wanted = target > 0
    weights = _WEIGHTS * wanted
    short = np.zeros(len(brings))
    if wanted.any():
        missing = np.maximum(target - brings, 0.0) / np.where(wanted, target, 1.0)
        short = missing @ (weights / weights.sum())
    excess = (np.maximum(brings - target, 0.0) / size) @ (_WEIGHTS / _WEIGHTS.sum())
    return short, excess


def blend(
    need: Sequence[float], scale: Sequence[float], items: tuple[Item, ...], caps: tuple[Cap, ...]
) -> tuple[Answer, ...]:
    """Return up to three mixes for a need: best match, fewest products, cheapest.

    Parameters
    ----------
    need : sequence of float
        Targets in the order of NUTRIENTS. [g]
    scale : sequence of float
        What an excess of each is compared with, above 0. [g]
    items : tuple of Item
        One measure each; two of the same product are never mixed. [g]
    caps : tuple of Cap
        Never exceeded. [as each cap]

    Returns
    -------
    tuple of Answer
        Best first; fewer than three where they coincide. The best may be no measure at all.
    """
    table = _table(tuple(item.product for item in items))
    allowed = np.ones(len(table), dtype=bool)
    if caps:
        use = table @ np.array([cap.per_measure for cap in caps]).T
        limits = np.array([cap.limit for cap in caps])
        allowed = (use <= limits + _EPS * np.maximum(1.0, np.abs(limits))).all(axis=1)
        allowed[0] = True  # to do nothing is always allowed
    table = table[allowed]
    brings = (
        table @ np.array([item.brings for item in items]) if items else table @ np.zeros((0, 6))
    )
    short, excess = score(brings, need, scale)
    used = (table > 0).sum(axis=1)
    cost = _costs(table, items)
    scoops = table.sum(axis=1)
    best = _pick(short, excess, (used, cost, scoops))
    miss = short + excess
    near = np.flatnonzero((miss <= miss[best] + ACCEPTABLE) & (used > 0))
    chosen = [("best", best)]
    if len(near):
        chosen.append(("fewest", _first(near, used, miss, cost, scoops)))
        if cost is not None:
            chosen.append(("cheapest", _first(near, cost, miss, used, scoops)))
    titles: dict[int, list[str]] = {}
    for title, row in chosen:
        titles.setdefault(row, []).append(title)
    return tuple(
        Answer(
            tuple(names),
            Mix(
                counts=tuple(int(n) for n in table[row]),
                brings=tuple(float(x) for x in brings[row]),
                short=float(short[row]),
                excess=float(excess[row]),
                cost=None if cost is None else float(cost[row]),
            ),
        )
        for row, names in titles.items()
    )


def _costs(table: NDArray[np.float64], items: tuple[Item, ...]) -> NDArray[np.float64] | None:
    prices = [item.cost for item in items]
    if not prices or any(price is None for price in prices):
        return None
    cost: NDArray[np.float64] = table @ np.array(prices, dtype=float)
    return cost


def _pick(
    short: NDArray[np.float64],
    excess: NDArray[np.float64],
    then: Sequence[Key | None],
) -> int:
    rows = np.flatnonzero(short <= short.min() + EQUAL)
    rows = rows[excess[rows] <= excess[rows].min() + EQUAL]
    return _first(rows, *then, short, excess)


def _first(rows: NDArray[np.int_], *keys: Key | None) -> int:
    """The row that is least by the first key, among equals by the second, and so on."""
    for key in keys:
        if key is not None:
            values = key[rows]
            rows = rows[values <= values.min() + _EPS]
    return int(rows[0])


def choose_measures(
    *, most_g: float, grams_per_measure: Sequence[float], sizes: int = 2
) -> tuple[int, ...]:
    """Return which of a grower's measures a product is offered in.

    The smallest with which twelve reach the most that could be useful, and the next smaller one;
    a larger scoop before a thirteenth.

    Parameters
    ----------
    most_g : float
        The most of the product that could be useful. [g]
    grams_per_measure : sequence of float
        What one level measure of each size weighs. [g]
    sizes : int
        How many sizes to offer. [count]

    Returns
    -------
    tuple of int
        Indices into `grams_per_measure`, the larger first; empty without measures.
    """
    by_size = sorted(range(len(grams_per_measure)), key=lambda n: grams_per_measure[n])
    if not by_size:
        return ()
    reach = next(
        (n for n, i in enumerate(by_size) if MOST_MEASURES * grams_per_measure[i] >= most_g),
        len(by_size) - 1,
    )
    return tuple(by_size[n] for n in range(reach, max(reach - sizes, -1), -1))
