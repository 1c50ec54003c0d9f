"""From a need to whole level scoops: exact, by looking at every mix.

A mix takes at most three kinds of scoopful, a product in one or two sizes of measure, and at most
twelve measures in all. That is a stated rule: it costs little and keeps a mix that a person can
make. Caps are never exceeded: a mix that breaks one is not looked at. Among the rest, in this
order: least shortfall of the targets (weighted, relative), least excess, fewest products, least
cost, fewest measures. What differs by less than a fiftieth counts as equal; otherwise every mix
would be rounded up, and simplicity would never decide.
"""

from collections.abc import Iterator, Sequence
from dataclasses import dataclass
from functools import lru_cache
from itertools import combinations

import numpy as np
from numpy.typing import NDArray

from eznel.core.nutrients import NUTRIENTS, WHOLE, Amounts, Nutrient

MOST_KINDS = 3
MOST_MEASURES = 12
EQUAL = 0.02
"""Scores that differ by less than this count as equal: no scoop is more level than that."""

ACCEPTABLE = 0.15
"""How much further than the best a simpler or cheaper answer may be off, both ways together."""

FEEDING: tuple[Nutrient, ...] = ("N", "K")
FED, SLACK_OVER = 0.9, 0.1
"""A thrifty limit yields where less than this share of one of these would be met, and then no
further than it must, or a tenth more."""

WEIGHT: dict[Nutrient, float] = {"N": 1.0, "P": 0.7, "K": 1.0, "Ca": 0.5, "Mg": 0.5, "S": 0.2}

Floats = NDArray[np.float64]

_WEIGHT = [WEIGHT[n] for n in NUTRIENTS]
_SHARE = np.array(_WEIGHT) / sum(_WEIGHT)
_FEEDING_ROWS = [(nutrient, NUTRIENTS.index(nutrient)) for nutrient in FEEDING]
_EPS = 1e-9


@dataclass(frozen=True, slots=True)
class Item:
    """One level measure of one product: what it brings and what it costs."""

    product: int
    grams: float
    per_gram: Amounts
    """What is available of a gram. [g/g]"""
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
        if len(columns) == len(self.used):
            return self
        return _Table(
            self.counts.take(columns, axis=1), self.used.take(columns), self.measures.take(columns)
        )


@lru_cache(maxsize=64)
def _every(products: tuple[int, ...]) -> NDArray[np.int8]:
    """Every mix: at most three items, twelve measures in all."""
    columns = [np.zeros((len(products), 1), dtype=np.int8)]
    for size in range(1, MOST_KINDS + 1):
        counts = _counts(size)
        for chosen in combinations(range(len(products)), size):
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
def _table(products: tuple[int, ...], most: tuple[int, ...], apart: Apart | None) -> _Table:
    """Every mix with no more than so many measures of each item, and what reacts kept apart."""
    table = _every(products)
    inside = np.ones(table.shape[1], dtype=bool)
    for row, limit in zip(table, most, strict=True):
        if limit < MOST_MEASURES:
            inside &= row <= limit
    if apart is not None:
        groups = [table[list(of)].any(axis=0) for of in (apart.one, apart.other)]
        inside &= ~(groups[0] & groups[1])
    counts = table[:, np.flatnonzero(inside)].astype(float)
    of = np.array(products)
    used = np.zeros(counts.shape[1])
    for one in set(products):
        used += counts[of == one].any(axis=0)
    return _Table(counts, used, counts.sum(axis=0))


def blend(
    need: Amounts,
    scale: Amounts,
    items: tuple[Item, ...],
    caps: tuple[Cap, ...],
    apart: Apart | None = None,
    thrifty: tuple[Cap, ...] = (),
) -> tuple[Answer, ...]:
    """Return up to three mixes for a need: best match, fewest products, cheapest.

    Parameters
    ----------
    need : Amounts
        Targets; one of 0 is scored for excess only. [g]
    scale : Amounts
        The crop's own use, above 0: an excess is compared with the larger of it and the target. [g]
    items : tuple of Item
        One measure each; a product may come in two sizes. [g]
    caps : tuple of Cap
        Never exceeded.
    apart : Apart or None
        Items that may not be in one mix.
    thrifty : tuple of Cap
        Kept, unless the best mix would then leave nitrogen or potassium more than a tenth short;
        then exceeded no further than it must be.

    Returns
    -------
    tuple of Answer
        Best first; fewer than three where they coincide. The best may be no measure at all.
    """
    table, over = _allowed(items, caps, thrifty, apart)
    per_gram = np.array([item.per_gram.values for item in items]).reshape(-1, len(NUTRIENTS))
    per_measure = per_gram.T * np.array([item.grams for item in items])
    within = np.flatnonzero(over <= _EPS)
    mixes = _scored(table.rows_at(within), per_measure, items, need, scale)
    best = mixes.best()
    if len(within) < len(over) and not _is_met(mixes.brings[:, best], need):
        fed = _fed(per_measure, table.counts, need)
        if fed[within[best]] < FED - _EPS:
            mixes = _scored(table.rows_at(_yielded(fed, over)), per_measure, items, need, scale)
            best = mixes.best()
    chosen = [("best", best), *mixes.simpler(best)]
    titles: dict[int, list[str]] = {}
    for title, column in chosen:
        titles.setdefault(column, []).append(title)
    return tuple(
        Answer(
            tuple(names),
            Mix(
                counts=tuple(map(int, mixes.table.counts[:, column].tolist())),
                brings=Amounts(*mixes.brings[:, column].tolist()),
                short=float(mixes.short[column]),
                excess=float(mixes.excess[column]),
                cost=None if mixes.cost is None else float(mixes.cost[column]),
            ),
        )
        for column, names in titles.items()
    )


@dataclass(frozen=True, slots=True)
class _Scored:
    """Mixes that are allowed, with what they are judged by."""

    table: _Table
    brings: Floats
    short: Floats
    excess: Floats
    miss: Floats
    cost: Floats | None

    def best(self) -> int:
        """The best match; of equals the simplest."""
        good = np.flatnonzero(self.short <= self.short.min() + EQUAL)
        if len(good) > 1:
            excess = self.excess[good]
            good = good[excess <= excess.min() + EQUAL]
        table = self.table
        return _first(good, table.used, self.cost, table.measures, self.short, self.excess)

    def simpler(self, best: int) -> Iterator[tuple[str, int]]:
        """The fewest products and the cheapest among those that are not much further off."""
        table = self.table
        # No measure is no answer.
        good = (self.miss <= self.miss[best] + ACCEPTABLE) & (table.measures > 0)
        near = np.flatnonzero(good)
        if len(near):
            yield "fewest", _first(near, table.used, self.miss, self.cost, table.measures)
        if len(near) and self.cost is not None:
            yield "cheapest", _first(near, self.cost, self.miss, table.used, table.measures)


def _scored(
    table: _Table, per_measure: Floats, items: tuple[Item, ...], need: Amounts, scale: Amounts
) -> _Scored:
    brings = per_measure @ table.counts
    short, excess = _score(brings, need, scale)
    return _Scored(table, brings, short, excess, short + excess, _costs(table, items))


def _is_met(brings: Floats, need: Amounts) -> bool:
    """Whether one mix brings what feeds a crop."""
    return all(brings[row] >= FED * need[nutrient] for nutrient, row in _FEEDING_ROWS)


def _fed(per_measure: Floats, counts: Floats, need: Amounts) -> Floats:
    """How well each mix feeds a crop: of nitrogen and potassium the less, as far as it matters.

    As far as any mix reaches: what the shed has none of decides nothing. What is short by less
    than half a measure is rounding, which the next feed makes good.
    """
    fed: Floats = np.full(counts.shape[1], FED)
    for nutrient, row in _FEEDING_ROWS:
        brings, some = per_measure[row] @ counts, per_measure[row][per_measure[row] > _EPS]
        most = min(need[nutrient], float(brings.max()))
        if most > _EPS and len(some):
            fed = np.minimum(fed, (brings + some.min() / 2) / most)
    return fed


def _yielded(fed: Floats, over: Floats) -> NDArray[np.int_]:
    """The mixes that feed best, and of those the ones that go hardly further over than need be."""
    columns = np.flatnonzero(fed >= fed.max() - _EPS)
    near: NDArray[np.int_] = columns[over[columns] <= over[columns].min() * (1 + SLACK_OVER) + _EPS]
    return near


def _allowed(
    items: tuple[Item, ...], caps: tuple[Cap, ...], thrifty: tuple[Cap, ...], apart: Apart | None
) -> tuple[_Table, Floats]:
    """Every mix that no cap forbids, and how far each is over the thrifty ones, in all.

    To do nothing is always allowed.
    """
    most = [float(MOST_MEASURES)] * len(items)
    thrifty, sums = _binding(thrifty), []
    for cap in _binding(caps):
        limit, uses = _just_over(cap), cap.per_measure
        # Where a use can be negative, an item may go further than alone: that is for the sums.
        alone = min(uses, default=0.0) >= 0
        if alone:
            for n, use in enumerate(uses):
                if use > 0 and limit < most[n] * use:
                    most[n] = limit / use
        if not alone or sum(map(bool, uses)) > 1:
            sums.append(cap)
    products = tuple([item.product for item in items])
    table = _table(products, tuple([max(int(n), 0) for n in most]), apart)
    if sums and items:
        used = np.array([cap.per_measure for cap in sums]) @ table.counts
        within = used <= np.array([_just_over(cap) for cap in sums])[:, None]
        within[:, 0] = True
        table = table.rows_at(np.logical_and.reduce(within, axis=0).nonzero()[0])
    if not thrifty or not items:
        return table, np.zeros(len(table.used))
    over = np.array([cap.per_measure for cap in thrifty]) @ table.counts
    over -= np.array([_just_over(cap) for cap in thrifty])[:, None]
    beyond: Floats = np.maximum(over, 0.0).sum(axis=0)
    return table, beyond


def _just_over(cap: Cap) -> float:
    """A cap's limit, and as much more as sums of floats are off."""
    return cap.limit + _EPS * max(1.0, abs(cap.limit))


def _binding(caps: tuple[Cap, ...]) -> tuple[Cap, ...]:
    """Those that twelve measures of something can exceed."""
    return tuple(
        [cap for cap in caps if MOST_MEASURES * max(cap.per_measure, default=0.0) > cap.limit]
    )


def _score(brings: Floats, need: Amounts, scale: Amounts) -> tuple[Floats, Floats]:
    """Weighted mean relative shortfall of each mix, and weighted mean relative excess. [g/g]"""
    wanted_g = np.array(need.values)
    beyond = brings - wanted_g[:, None]
    wanted = [w if grams > 0 else 0.0 for w, grams in zip(_WEIGHT, need.values, strict=True)]
    whole = sum(wanted)
    missed = [w / whole / grams if w else 0.0 for w, grams in zip(wanted, need.values, strict=True)]
    short = np.array(missed) @ np.maximum(-beyond, 0.0)
    excess = (_SHARE / np.maximum(wanted_g, scale.values)) @ np.maximum(beyond, 0.0)
    return short, excess


def shortfalls(need: Amounts, brings: Floats) -> Floats:
    """Return how much of a need each of some mixes misses, as mixes are judged by it.

    Parameters
    ----------
    need : Amounts
        What is wanted. [g]
    brings : array of float
        What each mix brings: nutrients by mixes. [g]

    Returns
    -------
    array of float
        Weighted mean relative shortfall; 0 where nothing is needed. [g/g]
    """
    return _score(brings, need, WHOLE)[0]


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
        What one level measure of each size weighs, the smallest first. [g]
    sizes : int
        How many sizes to offer. [count]

    Returns
    -------
    tuple of int
        Indices into `grams_per_measure`, the larger first; empty without measures.
    """
    last = len(grams_per_measure) - 1
    reach = next((n for n, g in enumerate(grams_per_measure) if MOST_MEASURES * g >= most_g), last)
    return tuple(range(reach, max(reach - sizes, -1), -1))
