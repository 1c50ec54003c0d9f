"""What to buy: whole packs, the cheapest that do.

For an amount of one product the packs are looked through one by one. For a season's needs of
several plantings a mixed-integer program chooses among all products: whole bags of each, grams of
each for each planting, and shortfalls at a price that no bag can pay.
"""

from collections.abc import Sequence
from dataclasses import dataclass, replace
from math import ceil

import numpy as np

from eznel.core.blend import WEIGHT
from eznel.core.nutrients import Amounts
from eznel.core.solving import Floats, Patience, Solved, solve

_EPS = 1e-9
SLACK = 1e-6
"""Of what is missing, in shares of a need: more than this may not be saved on."""
MOST_BAGS = 60
GOOD_GAP = 1e-4
"""So near the least cost is near enough. [1]"""
FEWER = 60
"""So many fewer of the cheapest size than would do alone are looked through."""


@dataclass(frozen=True, slots=True)
class Pack:
    """A size that a product is sold in. [g]"""

    grams: float
    price: float


@dataclass(frozen=True, slots=True)
class Bought:
    """So many packs of a size, by its place in the list of packs."""

    pack: int
    count: int


def packs_for(grams: float, packs: Sequence[Pack]) -> tuple[Bought, ...]:
    """Return the cheapest whole packs that hold at least so much.

    Parameters
    ----------
    grams : float
        What is to be bought. [g]
    packs : sequence of Pack
        The sizes it comes in. [g]

    Returns
    -------
    tuple of Bought
        Empty where nothing is needed or no size is known; of equal price what leaves least over.
    """
    sizes = [(n, pack) for n, pack in enumerate(packs) if pack.grams > 0]
    if grams <= _EPS or not sizes:
        return ()
    sizes.sort(key=lambda one: (one[1].price / one[1].grams, -one[1].grams))
    best: tuple[float, float, tuple[Bought, ...]] | None = None

    def search(at: int, left: float, price: float, taken: tuple[Bought, ...]) -> None:
        nonlocal best
        if left <= _EPS:
            found = (round(price, 9), -left, taken)
            if best is None or found[:2] < best[:2]:
                best = found
            return
        if at == len(sizes):
            return
        n, pack = sizes[at]
        # The rest costs at least as much for a gram as here: sizes stand in that order.
        if best is not None and price + left * pack.price / pack.grams > best[0] + _EPS:
            return
        most = ceil(left / pack.grams - _EPS)
        for count in range(most, max(most - FEWER, 0) - 1, -1):
            more = (*taken, Bought(n, count)) if count else taken
            search(at + 1, left - count * pack.grams, price + count * pack.price, more)

    search(0, grams, 0.0, ())
    return best[2] if best is not None else ()


@dataclass(frozen=True, slots=True)
class Offer:
    """A product that may be bought: what is left of it, and the sizes it is sold in. [g]"""

    left_g: float
    packs: tuple[Pack, ...]


@dataclass(frozen=True, slots=True)
class Wish:
    """What one planting needs, and what a gram of each product would bring it.

    `available` and `total` have one for each product, or None where it may not be used; `most_g`
    is the most of each product over the season by its label.
    """

    need: Amounts
    ceiling: Amounts
    available: tuple[Amounts | None, ...]
    total: tuple[Amounts, ...]
    most_g: tuple[float | None, ...]


@dataclass(frozen=True, slots=True, kw_only=True)
class Cheapest:
    """Whole packs and grams that meet the wishes at least cost."""

    bought: tuple[tuple[Bought, ...], ...]
    """For each product."""
    grams: tuple[tuple[float, ...], ...]
    """For each wish the grams of each product."""
    short: tuple[Amounts, ...]
    """For each wish what is missing of each nutrient. [g]"""
    cost: float
    gap: float
    """How much cheaper it could be at most, as a share: 0 where nothing is. [1]"""
    proved: bool
    """False where the time ran out before the best was found for sure."""


def cheapest_bags(
    offers: Sequence[Offer], wishes: Sequence[Wish], *, time_limit_s: float
) -> Cheapest | None:
    """Return the cheapest whole packs with which all wishes are met as far as they can be.

    Parameters
    ----------
    offers : sequence of Offer
        Products; one without packs is used from what is left of it. [g]
    wishes : sequence of Wish
        Plantings. [g]
    time_limit_s : float
        After that the best so far is returned. [s]

    Returns
    -------
    Cheapest or None
        None where the solver found nothing in its time.
    """
    if not offers or not wishes:
        return None
    program = _Program(offers, wishes)
    least = program.solve(program.missing, whole=False, time_limit_s=time_limit_s)
    if least is None:
        return None
    # First as little missing as can be, bought in any amount; then the cheapest whole packs that
    # miss no more.
    missed = float(program.missing @ least.x)
    rows = np.vstack([program.matrix, program.missing])
    limits = np.append(program.limits, missed + SLACK)
    found = program.solve(
        program.cost, whole=True, time_limit_s=time_limit_s, rows=rows, limits=limits
    )
    if found is None:
        return None
    # Of the cheapest sets the lightest: what costs nothing is not used up for that.
    spent = float(program.cost @ found.x)
    lightest = program.solve(
        program.weight,
        whole=True,
        time_limit_s=time_limit_s,
        rows=np.vstack([rows, program.cost]),
        limits=np.append(limits, spent + SLACK * max(spent, 1.0)),
    )
    if lightest is None:
        return program.read(found)
    return program.read(replace(found, x=lightest.x))


class _Program:
    """The program in numbers: columns are packs, then grams, then shortfalls."""

    def __init__(self, offers: Sequence[Offer], wishes: Sequence[Wish]) -> None:
        self.offers, self.wishes = offers, wishes
        self.packs = [(j, n) for j, offer in enumerate(offers) for n in range(len(offer.packs))]
        self.uses = [
            (s, j)
            for s, wish in enumerate(wishes)
            for j in range(len(offers))
            if wish.available[j] is not None
        ]
        self.shorts = [
            (s, nutrient)
            for s, wish in enumerate(wishes)
            for nutrient, wanted in wish.need.items()
            if wanted > 0
        ]
        self.use_at = {use: len(self.packs) + n for n, use in enumerate(self.uses)}
        first = len(self.packs) + len(self.uses)
        self.short_at = {short: first + n for n, short in enumerate(self.shorts)}
        self.columns = first + len(self.shorts)
        self.cost = np.zeros(self.columns)
        self.weight = np.zeros(self.columns)
        self.high = np.full(self.columns, np.inf)
        for column, (j, n) in enumerate(self.packs):
            self.cost[column] = offers[j].packs[n].price
            self.weight[column] = offers[j].packs[n].grams
            self.high[column] = MOST_BAGS
        for use, column in self.use_at.items():
            self.weight[column] = 1.0
            most = wishes[use[0]].most_g[use[1]]
            self.high[column] = np.inf if most is None else most
        self.missing = np.zeros(self.columns)
        for (s, nutrient), column in self.short_at.items():
            self.missing[column] = WEIGHT[nutrient] / wishes[s].need[nutrient]
            self.high[column] = wishes[s].need[nutrient]
        self.low = np.zeros(self.columns)
        self.whole = np.array([1] * len(self.packs) + [0] * (self.columns - len(self.packs)))
        rows, limits = [], []
        for row, limit in (*self._stocks(), *self._needs(), *self._ceilings()):
            rows.append(row)
            limits.append(limit)
        self.matrix, self.limits = np.array(rows), np.array(limits)

    def solve(
        self,
        cost: Floats,
        *,
        whole: bool,
        time_limit_s: float,
        rows: Floats | None = None,
        limits: Floats | None = None,
    ) -> Solved | None:
        """The solver's answer for one aim; packs whole, or in any amount."""
        return solve(
            cost,
            self.matrix if rows is None else rows,
            self.limits if limits is None else limits,
            bounds=(self.low, self.high),
            whole=self.whole if whole else np.zeros(self.columns, dtype=int),
            patience=Patience(time_limit_s, GOOD_GAP),
        )

    def _row(self, entries: dict[int, float]) -> Floats:
        row = np.zeros(self.columns)
        for column, value in entries.items():
            row[column] = value
        return row

    def _stocks(self) -> list[tuple[Floats, float]]:
        """What is used of a product is in the shed or bought."""
        found = []
        for j, offer in enumerate(self.offers):
            row = {column: 1.0 for (_, used), column in self.use_at.items() if used == j}
            for column, (bought, n) in enumerate(self.packs):
                if bought == j:
                    row[column] = -offer.packs[n].grams
            found.append((self._row(row), offer.left_g))
        return found

    def _needs(self) -> list[tuple[Floats, float]]:
        """What is brought and what is missing make up the need."""
        found = []
        for (s, n), column in self.short_at.items():
            row = {column: -1.0}
            for (wish, j), at in self.use_at.items():
                held = self.wishes[wish].available[j]
                if wish == s and held is not None:
                    row[at] = -held[n]
            found.append((self._row(row), -self.wishes[s].need[n]))
        return found

    def _ceilings(self) -> list[tuple[Floats, float]]:
        """No more of anything than a planting bears."""
        found = []
        for s, wish in enumerate(self.wishes):
            for n, most in wish.ceiling.items():
                if most == float("inf"):
                    continue
                row = {at: wish.total[j][n] for (w, j), at in self.use_at.items() if w == s}
                found.append((self._row(row), most))
        return found

    def read(self, found: Solved) -> Cheapest:
        """The solver's numbers as whole packs and grams."""
        x = found.x
        bought: list[list[Bought]] = [[] for _ in self.offers]
        cost = 0.0
        for column, (j, n) in enumerate(self.packs):
            count = round(x[column])
            if count:
                bought[j].append(Bought(n, count))
                cost += count * self.offers[j].packs[n].price
        grams = [[0.0] * len(self.offers) for _ in self.wishes]
        for (s, j), column in self.use_at.items():
            grams[s][j] = max(float(x[column]), 0.0)
        missing = {short: max(float(x[column]), 0.0) for short, column in self.short_at.items()}
        return Cheapest(
            bought=tuple(tuple(one) for one in bought),
            grams=tuple(tuple(one) for one in grams),
            short=tuple(
                Amounts.of_each(lambda n, s=s: missing.get((s, n), 0.0))  # type: ignore[misc]
                for s in range(len(self.wishes))
            ),
            cost=cost,
            gap=found.gap,
            proved=found.proved,
        )
