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

from eznel.core.nutrients import NUTRIENTS, WHOLE, Amounts, Nutrient

MOST_PRODUCTS = 3
MOST_MEASURES = 12
EQUAL = 0.05
"""Scores that differ by less than this count as equal: no scoop is more level than that."""

ACCEPTABLE = 0.15
"""How much further than the best a simpler or cheaper answer may be off, both ways together."""

WEIGHT: dict[Nutrient, float] = {"N": 1.0, "P": 0.7, "K": 1.0, "Ca": 0.5, "Mg": 0.5, "S": 0.2}

Floats = NDArray[np.float64]

_WEIGHT = [WEIGHT[n] for n in NUTRIENTS]
_SHARE = np.array(_WEIGHT) / sum(_WEIGHT)
_EPS = 1e-9


@dataclass(frozen=True, slots=True)
class Item:
    """One level measure of one product: what it brings and what it costs."""

    product: int
    grams: float
    brings: Amounts
    """What is available of it. [g]"""
    cost: float | None = None


@dataclass(frozen=True, slots=True)
class Cap:
    """A limit that no mix exceeds: a use for each item's measure, and how much is allowed."""

    key: str
    per_measure: tuple[float, ...]
    limit: float


@dataclass(frozen=True, slots=True)
class Apart:
    """Two groups of items that never meet in one mix, as what falls out of a solution."""

    one: tuple[int, ...]
    other: tuple[int, ...]


@dataclass(frozen=True, slots=True)
class Mix:
    """Whole measures of each item, and how far from the targets that is."""

    counts: tuple[int, ...]
    brings: Amounts
    short: float
    excess: float
    cost: float | None


@dataclass(frozen=True, slots=True)
class Answer:
    """A mix and what it is the best at: "best", "fewest" or "cheapest", or several of them."""

    titles: tuple[str, ...]
    mix: Mix


@dataclass(frozen=True, slots=True)
class _Table:
    """Mixes of whole measures, a column each; the first is no measure at all."""

    counts: Floats
    used: Floats
    """Products in each mix."""
    measures: Floats

    def rows_at(self, columns: NDArray[np.int_]) -> "_Table":
        """Return some of the mixes."""
        return _Table(self.counts[:, columns], self.used[columns], self.measures[columns])


@lru_cache(maxsize=64)
def _every(products: tuple[int, ...]) -> NDArray[np.int8]:
    """Every mix: at most three items of different products, twelve measures in all."""
    columns = [np.zeros((len(products), 1), dtype=np.int8)]
    for size in range(1, MOST_PRODUCTS + 1):
        counts = _counts(size)
        for chosen in combinations(range(len(products)), size):
            if len({products[n] for n in chosen}) < size:
                continue
            block = np.zeros((len(products), counts.shape[1]), dtype=np.int8)
            block[chosen, :] = counts
            columns.append(block)
    return np.concatenate(columns, axis=1)


@lru_cache(maxsize=8)
def _counts(size: int) -> NDArray[np.int8]:
    grid = np.indices((MOST_MEASURES,) * size, dtype=np.int8).reshape(size, -1) + np.int8(1)
    within: NDArray[np.int8] = grid[:, grid.sum(axis=0) <= MOST_MEASURES]
    return within


@lru_cache(maxsize=2048)
def _table(products: tuple[int, ...], most: tuple[int, ...]) -> _Table:
    """Every mix with no more than so many measures of each item."""
    table = _every(products)
    inside = np.ones(table.shape[1], dtype=bool)
    for row, limit in zip(table, most, strict=True):
        if limit < MOST_MEASURES:
            inside &= row <= limit
    counts = table[:, np.flatnonzero(inside)].astype(float)
    return _Table(counts, (counts > 0).sum(axis=0).astype(float), counts.sum(axis=0))


def blend(
    need: Amounts,
    scale: Amounts,
    items: tuple[Item, ...],
    caps: tuple[Cap, ...],
    apart: Apart | None = None,
) -> tuple[Answer, ...]:
    """Return up to three mixes for a need: best match, fewest products, cheapest.

    Parameters
    ----------
    need : Amounts
        Targets; one of 0 is scored for excess only. [g]
    scale : Amounts
        What an excess of each is compared with, above 0: the target, or the crop's own use. [g]
    items : tuple of Item
        One measure each; two of the same product are never mixed. [g]
    caps : tuple of Cap
        Never exceeded.
    apart : Apart or None
        Items that may not be in one mix.

    Returns
    -------
    tuple of Answer
        Best first; fewer than three where they coincide. The best may be no measure at all.
    """
    table = _allowed(items, caps, apart)
    per_measure = (
        np.array([item.brings.values for item in items]).reshape(len(items), len(NUTRIENTS)).T
    )
    brings = per_measure @ table.counts
    short, excess = _score(brings, need, scale)
    cost = _costs(table, items)
    used, measures, miss = table.used, table.measures, short + excess
    good = np.flatnonzero(short <= short.min() + EQUAL)
    good = good[excess[good] <= excess[good].min() + EQUAL]
    best = _first(good, used, cost, measures, short, excess)
    chosen = [("best", best)]
    near = np.flatnonzero(miss <= miss[best] + ACCEPTABLE)
    near = near[near > 0]  # no measure is no answer
    if len(near):
        chosen.append(("fewest", _first(near, used, miss, cost, measures)))
        if cost is not None:
            chosen.append(("cheapest", _first(near, cost, miss, used, measures)))
    titles: dict[int, list[str]] = {}
    for title, column in chosen:
        titles.setdefault(column, []).append(title)
    return tuple(
        Answer(
            tuple(names),
            Mix(
                counts=tuple(map(int, table.counts[:, column].tolist())),
                brings=Amounts(*brings[:, column].tolist()),
                short=float(short[column]),
                excess=float(excess[column]),
                cost=None if cost is None else float(cost[column]),
            ),
        )
        for column, names in titles.items()
    )


def _allowed(items: tuple[Item, ...], caps: tuple[Cap, ...], apart: Apart | None) -> _Table:
    """Every mix that no cap forbids; to do nothing is always allowed."""
    most = [float(MOST_MEASURES)] * len(items)
    limits = [cap.limit + _EPS * max(1.0, abs(cap.limit)) for cap in caps]
    for cap, limit in zip(caps, limits, strict=True):
        # Where a use can be negative, an item may go further than alone: that is for the sums.
        if min(cap.per_measure, default=0.0) >= 0:
            for n, use in enumerate(cap.per_measure):
                if use > 0 and limit < most[n] * use:
                    most[n] = limit / use
    table = _table(tuple(item.product for item in items), tuple(max(int(n), 0) for n in most))
    if apart is not None:
        counts = table.counts
        both = counts[list(apart.one)].any(axis=0) & counts[list(apart.other)].any(axis=0)
        table = table.rows_at(np.flatnonzero(~both))
    if not caps or not items:
        return table
    uses = np.array([cap.per_measure for cap in caps]) @ table.counts
    over = np.sum(uses > np.array(limits)[:, None], axis=0)
    over[0] = 0
    kept = np.flatnonzero(over == 0)
    return table if len(kept) == len(over) else table.rows_at(kept)


def _score(brings: Floats, need: Amounts, scale: Amounts) -> tuple[Floats, Floats]:
    """Weighted mean relative shortfall of each mix, and weighted mean relative excess. [g/g]"""
    beyond = brings - np.array(need.values)[:, None]
    wanted = [w if grams > 0 else 0.0 for w, grams in zip(_WEIGHT, need.values, strict=True)]
    whole = sum(wanted)
    missed = [w / whole / grams if w else 0.0 for w, grams in zip(wanted, need.values, strict=True)]
    short = np.array(missed) @ np.maximum(-beyond, 0.0)
    excess = (_SHARE / np.array(scale.values)) @ np.maximum(beyond, 0.0)
    return short, excess


def shortfall(need: Amounts, brings: Amounts) -> float:
    """Return how much of a need is missed, as mixes are judged by it.

    Parameters
    ----------
    need : Amounts
        What is wanted. [g]
    brings : Amounts
        What comes. [g]

    Returns
    -------
    float
        Weighted mean relative shortfall; 0 where nothing is needed. [g/g]
    """
    short, _ = _score(np.array(brings.values)[:, None], need, WHOLE)
    return float(short[0])


def _costs(table: _Table, items: tuple[Item, ...]) -> Floats | None:
    prices = [item.cost for item in items]
    if not prices or None in prices:
        return None
    cost: Floats = np.array(prices, dtype=float) @ table.counts
    return cost


def _first(columns: NDArray[np.int_], *keys: Floats | None) -> int:
    """The mix that is least by the first key, among equals by the second, and so on."""
    for key in keys:
        if key is not None and len(columns) > 1:
            values = key[columns]
            columns = columns[values <= values.min() + _EPS]
    return int(columns[0])


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
