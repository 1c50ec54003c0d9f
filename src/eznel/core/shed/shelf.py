"""The shed: what each product holds, what is left of it, and what was taken out of it."""

from collections.abc import Iterable
from dataclasses import dataclass
from datetime import date
from math import inf
from typing import Literal
from uuid import UUID

from eznel.core.document import Amount, FeedEntry, StockMove
from eznel.core.ground.preparing import Prepared
from eznel.core.needs.charging import released_share
from eznel.core.nutrients import NOTHING, Amounts
from eznel.core.products.fertiliser import Fertiliser
from eznel.core.products.masses import bulk_mass, mass_of, most_of, scoop_mass
from eznel.core.shed import rules
from eznel.core.shed.rules import Taken
from eznel.core.stands.stand import Stand
from eznel.core.stands.stands import Stands

PortionKind = Literal["can", "tub", "bed", "plants", "part"]


@dataclass(frozen=True, slots=True)
class MixLine:
    """Level scoops of one product, for one portion."""

    product: UUID
    scoop: UUID
    count: int
    grams: float


@dataclass(frozen=True, slots=True)
class MixPlan:
    """One answer to a job, for all portions together where not said otherwise."""

    titles: tuple[str, ...]
    portions: int
    portion: PortionKind
    """What one portion is for."""
    water_l: float
    """Feed in one portion; 0 where it is spread dry. [L]"""
    per_plant_l: float
    poured: float
    """Share of the feed that the plants get. [L/L]"""
    left_over_l: float
    """Made because a scoop is whole, and not poured on these plants. [L]"""
    lines: tuple[MixLine, ...]
    brings_g: Amounts
    totals_g: Amounts
    miss: float
    cost: float | None
    n_mg_l: float
    ec_ds_m: float

    @property
    def taken(self) -> list[Taken]:
        """What it takes of each product, for all portions."""
        grams: dict[UUID, float] = {}
        for line in self.lines:
            grams[line.product] = grams.get(line.product, 0.0) + line.grams * self.portions
        return [Taken(product, mass) for product, mass in grams.items()]

    @property
    def given(self) -> list[Taken]:
        """What the plants get of that."""
        return [Taken(one.product, one.grams * self.poured) for one in self.taken]

    @property
    def brought(self) -> "Brought":
        """What it brings."""
        return Brought(self.brings_g, self.totals_g)


@dataclass(frozen=True, slots=True)
class Brought:
    """What a feed brought: what counts this season, and all of it. [g]"""

    brings_g: Amounts = NOTHING
    totals_g: Amounts = NOTHING


@dataclass(frozen=True, slots=True)
class Reliance:
    """What a job's answers took for granted of a product's stock. [g]"""

    product: UUID
    left_g: float
    plenty_g: float
    """From here on more would change nothing."""


class Shelf:
    """What is left of each product, as the season takes it. None where nobody counted. [g]"""

    def __init__(self, left_g: dict[UUID, float | None]) -> None:
        self.left_g = left_g

    def take(self, whole: Iterable[Taken]) -> None:
        """Take what a planned mix needs off the shelf."""
        for one in whole:
            left = self.left_g.get(one.product)
            if left is not None:
                self.left_g[one.product] = left - one.grams

    def meets(self, reliances: Iterable[Reliance]) -> bool:
        """Return whether a job's answers would be the same with what is left now."""
        for one in reliances:
            left = self.left_g[one.product]
            if left != one.left_g and (left is None or min(left, one.left_g) < one.plenty_g):
                return False
        return True


class Shed:
    """The shed of a garden and how its products act there."""

    def __init__(self, stands: Stands) -> None:
        self.garden = stands.garden
        self.products = stands.fertilisers
        self.scoops = {scoop.id: scoop for scoop in self.garden.scoops}
        self.materials = stands.catalogue.materials
        self.by_size = sorted(self.garden.scoops, key=lambda scoop: scoop.volume.ml)
        self.ml = [scoop.volume.ml for scoop in self.by_size]
        """What each holds, in the order of `by_size`. [mL]"""
        self.scoop_g = {
            id_: {scoop.id: scoop_mass(one, scoop).value for scoop in self.garden.scoops}
            for id_, one in self.products.items()
        }
        """What one level scoop of each product weighs, by scoop. [g]"""
        self.grams = {
            id_: [by_scoop[scoop.id] for scoop in self.by_size]
            for id_, by_scoop in self.scoop_g.items()
        }
        """The same in the order of `by_size`. [g]"""
        self.boron = {id_: one.contents.boron for id_, one in self.products.items()}
        """Grams of it in a gram of each product. [g/g]"""
        self.refused = {
            id_: rules.of_garden(one, self.garden.preferences) for id_, one in self.products.items()
        }
        """Why a product may not be used anywhere here. [key or None]"""
        self.price_per_g = {id_: _price_per_g(one) for id_, one in self.products.items()}

    def left_g(
        self,
        entries: Iterable[FeedEntry],
        worked_in: Iterable[Prepared],
        moves: Iterable[StockMove] = (),
    ) -> dict[UUID, float | None]:
        """Return what is in the shed: as counted, with all that came and went since that day.

        None is what nobody counted or bought. [g]
        """
        left: dict[UUID, float | None] = {}
        for id_, one in self.products.items():
            stock = one.product.stock
            left[id_] = None if stock is None else bulk_mass(stock.amount, one)
        since = self._known_since(moves)
        first = min(since.values(), default=date.max)
        went = [
            (entry.on, amount.product, -self._mass_of(amount))
            for entry in entries
            if entry.on >= first and entry.outcome == "given"
            for amount in entry.amounts
            if entry.on >= since.get(amount.product, date.max)
        ]
        for prepared in worked_in:
            given = prepared.preparation
            if given.product is not None and given.done:
                went.append((given.on, given.product, -prepared.mass.value))
        went += [(move.on, move.product, self._moved_g(move)) for move in moves]
        for on, product_id, grams in sorted(went, key=lambda move: (move[0], -move[2])):
            counted = self.products[product_id].product.stock
            had = left[product_id]
            if counted is None and grams > 0:
                left[product_id] = (had or 0.0) + grams
            elif had is not None and (counted is None or on >= counted.counted_on):
                left[product_id] = max(had + grams, 0.0)
        return left

    def _known_since(self, moves: Iterable[StockMove]) -> dict[UUID, date]:
        """From when on it is known what there is of a product: the rest of the log says nothing."""
        since: dict[UUID, date] = {}
        for move in moves:
            if move.kind == "bought":
                since[move.product] = min(move.on, since.get(move.product, move.on))
        for id_, one in self.products.items():
            if one.product.stock is not None:
                since[id_] = one.product.stock.counted_on
        return since

    def _moved_g(self, move: StockMove) -> float:
        """What a move adds, or takes; written off without an amount is all of it. [g]"""
        if move.kind == "opened":
            return 0.0
        if move.amount is None:
            return -inf
        grams = bulk_mass(move.amount, self.products[move.product])
        return grams if move.kind == "bought" else -grams

    def given(self, entry: FeedEntry, stand: Stand) -> Brought:
        """Return what a logged feed brought."""
        brings, totals = NOTHING, NOTHING
        for one in self.given_by(entry, stand):
            brings += self.available(one.product, stand, entry.on) * one.grams
        for one in self.at_most_by(entry, stand):
            totals += self.products[one.product].contents.total * one.grams
        return Brought(brings, totals)

    def strength_n_mg_l(self, entry: FeedEntry) -> float | None:
        """Return how strong a logged feed was. [mg/L]"""
        if entry.water is None or entry.water.l <= 0:
            return None
        n_g = sum(
            one.grams * self.products[one.product].contents.total.n
            for one in self._at_most_taken_by(entry)
        )
        return n_g / entry.water.l * 1000

    def given_by(self, entry: FeedEntry, stand: Stand) -> list[Taken]:
        """Return what every plant got of what a logged feed took, at least: for the need."""
        if _times_fewer(entry, stand) > 1:
            return []
        return [Taken(one.product, one.grams * entry.poured) for one in self.taken_by(entry)]

    def at_most_by(self, entry: FeedEntry, stand: Stand) -> list[Taken]:
        """Return what plants may have got at most, as if all had got what some did: for limits."""
        times = entry.poured * _times_fewer(entry, stand)
        return [Taken(one.product, one.grams * times) for one in self._at_most_taken_by(entry)]

    def _at_most_taken_by(self, entry: FeedEntry) -> list[Taken]:
        found = []
        for amount in entry.amounts if entry.outcome == "given" else ():
            product = self.products[amount.product]
            found.append(Taken(product.id, most_of(amount, product, self.scoops)))
        return found

    def taken_by(self, entry: FeedEntry) -> list[Taken]:
        """Return what a logged feed took of each product out of the shed."""
        amounts = entry.amounts if entry.outcome == "given" else ()
        return [Taken(one.product, self._mass_of(one)) for one in amounts]

    def _mass_of(self, amount: Amount) -> float:
        return mass_of(amount, self.products[amount.product], self.scoops)

    def available(self, product_id: UUID, stand: Stand, day: date) -> Amounts:
        """Return what a gram of a product given on a day brings before feeding stops. [g/g]"""
        product = self.products[product_id]
        if product.form != "coated":
            return product.contents.available
        return product.contents.declared * released_share(product, stand, day).value


def _times_fewer(entry: FeedEntry, stand: Stand) -> float:
    """How many times as many plants there are as got a feed: 1 where all did."""
    return max(stand.plants / entry.plants, 1.0) if entry.plants else 1.0


def _price_per_g(of: Fertiliser) -> float | None:
    """What a gram of a product costs, in the garden's currency. [1/g]"""
    price = of.product.price
    if price is None:
        return None
    grams = bulk_mass(price.pack, of)
    return price.amount / grams if grams > 0 else None
