"""The shed: what each product holds, what is left of it, and what was taken out of it."""

from collections.abc import Iterable
from dataclasses import dataclass
from datetime import date
from math import inf
from uuid import UUID

from eznel.core.document import FeedEntry, Product, ScoopOf, StockMove
from eznel.core.ground.preparing import Prepared
from eznel.core.needs.charging import released_share
from eznel.core.products.analysis import contents
from eznel.core.products.masses import bulk_mass, mass_of, scoop_mass
from eznel.core.quantities import NUTRIENTS
from eznel.core.reference import Material
from eznel.core.shed import rules
from eznel.core.stands.stands import Stand, Stands

Vector = tuple[float, ...]


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
    portion: str
    """"can", "tub", "bed" or "part": what one portion is for."""
    water_l: float
    """Feed in one portion; 0 where it is spread dry. [L]"""
    per_plant_l: float
    left_over_l: float
    """Made because a scoop is whole, and not poured on these plants. [L]"""
    lines: tuple[MixLine, ...]
    brings_g: Vector
    totals_g: Vector
    miss: float
    cost: float | None
    n_mg_l: float
    ec_ds_m: float


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

    def take(self, mix: MixPlan) -> None:
        """Take a planned mix off the shelf."""
        for line in mix.lines:
            left = self.left_g.get(line.product)
            if left is not None:
                self.left_g[line.product] = left - line.grams * mix.portions

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
        self.stands = stands
        self.garden = stands.garden
        self.products = {product.id: product for product in self.garden.products}
        self.scoops = {scoop.id: scoop for scoop in self.garden.scoops}
        self.materials = stands.catalogue.materials
        self.contents = {p.id: contents(p, self.material(p)) for p in self.garden.products}
        self.by_size = sorted(self.garden.scoops, key=lambda scoop: scoop.volume.ml)
        self.grams = {
            p.id: [scoop_mass(p, self.material(p), scoop).value for scoop in self.by_size]
            for p in self.garden.products
        }
        """What one level scoop of each product weighs, in the order of `by_size`. [g]"""
        self.boron = {p: held.boron for p, held in self.contents.items()}
        """Grams of it in a gram of each product. [g/g]"""
        self.refused = {
            p.id: rules.of_garden(p, self.material(p), self.garden.preferences)
            for p in self.garden.products
        }
        """Why a product may not be used anywhere here. [key or None]"""
        self.price_per_g = {p.id: self._price_per_g(p) for p in self.garden.products}

    def material(self, product: Product) -> Material | None:
        """Return the general material that a product is, if it says so."""
        return self.materials.get(product.material or "")

    def shelf(
        self,
        entries: Iterable[FeedEntry],
        worked_in: Iterable[Prepared],
        moves: Iterable[StockMove] = (),
    ) -> Shelf:
        """Return what is in the shed: as counted, with all that came and went since that day."""
        left: dict[UUID, float | None] = {}
        for product in self.garden.products:
            stock = product.stock
            material = self.material(product)
            left[product.id] = None if stock is None else bulk_mass(stock.amount, product, material)
        went = [(entry.on, p, -grams) for entry in entries for p, grams in self._amounts(entry)]
        for one in worked_in:
            if one.preparation.product is not None and one.preparation.done:
                went.append((one.preparation.on, one.preparation.product, -one.mass.value))
        went += [(move.on, move.product, self._moved_g(move)) for move in moves]
        for on, product_id, grams in sorted(went, key=lambda one: (one[0], -one[2])):
            counted = self.products[product_id].stock
            had = left[product_id]
            if counted is None and grams > 0:
                left[product_id] = (had or 0.0) + grams
            elif had is not None and (counted is None or on >= counted.counted_on):
                left[product_id] = max(had + grams, 0.0)
        return Shelf(left)

    def _moved_g(self, move: StockMove) -> float:
        """What a move adds, or takes; written off without an amount is all of it. [g]"""
        if move.kind == "opened":
            return 0.0
        if move.amount is None:
            return -inf
        product = self.products[move.product]
        grams = bulk_mass(move.amount, product, self.material(product))
        return grams if move.kind == "bought" else -grams

    def given(self, entry: FeedEntry, stand: Stand) -> tuple[Vector, Vector]:
        """Return what a logged feed brought: what counts this season, and all of it. [g]"""
        brings, totals = [0.0] * len(NUTRIENTS), [0.0] * len(NUTRIENTS)
        for product_id, grams in self._amounts(entry):
            available = self.available(product_id, stand, entry.on)
            for i, per_gram in enumerate(self.contents[product_id].total):
                brings[i] += grams * available[i]
                totals[i] += grams * per_gram
        return tuple(brings), tuple(totals)

    def strength_n_mg_l(self, entry: FeedEntry) -> float | None:
        """Return how strong a logged feed was. [mg/L]"""
        if entry.water is None or entry.water.l <= 0:
            return None
        n_g = sum(g * self.contents[p].total[0] for p, g in self._amounts(entry))
        return n_g / entry.water.l * 1000

    def used(self, entry: FeedEntry | None, mix: MixPlan | None) -> list[tuple[UUID, float]]:
        """Return the products of a logged feed, or else of a planned mix, with their mass. [g]"""
        if entry is not None:
            return self._amounts(entry)
        lines = mix.lines if mix else ()
        return [(line.product, line.grams * (mix.portions if mix else 0)) for line in lines]

    def _amounts(self, entry: FeedEntry) -> list[tuple[UUID, float]]:
        found = []
        for amount in entry.amounts if entry.outcome == "given" else ():
            product = self.products[amount.product]
            scoop = self.scoops[amount.scoop] if isinstance(amount, ScoopOf) else None
            material = self.material(product)
            found.append((product.id, mass_of(amount, product, material, scoop)))
        return found

    def available(self, product_id: UUID, stand: Stand, day: date) -> Vector:
        """Return what a gram of a product given on a day brings before feeding stops. [g/g]"""
        product, held = self.products[product_id], self.contents[product_id]
        if product.form != "coated":
            return held.available
        share = released_share(product, stand, self.stands, day).value
        return tuple(x * share for x in held.total)

    def _price_per_g(self, product: Product) -> float | None:
        """What a gram of a product costs, in the garden's currency. [1/g]"""
        if product.price is None:
            return None
        pack = product.price.pack
        grams = bulk_mass(pack, product, self.material(product))
        return product.price.amount / grams if grams > 0 else None
