"""When each product runs out, what to buy for the season in which packs, and the cheapest set.

The plan never takes more than there is. So what a season would take is read off the same plan with
nothing counted: the difference to what is left is what to buy, and the day on which it falls short
is the day it runs out.
"""

from collections.abc import Iterable
from dataclasses import dataclass, replace
from datetime import date
from uuid import UUID

from eznel.core.nutrients import NOTHING, NUTRIENTS, Amounts
from eznel.core.plan.planting_plan import short_of
from eznel.core.plan.result import ToBuy, Use
from eznel.core.products.fertiliser import Fertiliser
from eznel.core.products.limits import most_on_ground
from eznel.core.products.masses import bulk_mass
from eznel.core.quantities import Mass, Volume
from eznel.core.questions.compare import refused_for
from eznel.core.season.fold import Season
from eznel.core.season.to_come import to_come
from eznel.core.season.workings import Workings
from eznel.core.shed.buying import Bought, Cheapest, Offer, Pack, Wish, cheapest_bags, packs_for

SOLVING_S = 10.0


@dataclass(frozen=True, slots=True)
class ToTake:
    """So many packs of one size. `size` is as it was typed."""

    size: Mass | Volume
    count: int
    price: float


@dataclass(frozen=True, slots=True, kw_only=True)
class StockLine:
    """One product over the rest of the season."""

    product: UUID
    left_g: float | None
    """None where nobody has counted."""
    wanted_g: float
    """What the plan would take if there were enough."""
    uses: tuple[Use, ...]
    runs_out_on: date | None
    short_g: float
    packs: tuple[ToTake, ...]
    cost: float | None
    leaves_g: float | None
    """Left at the season's end, with what is bought."""


@dataclass(frozen=True, slots=True)
class Shopping:
    """What the season takes, and what to buy for it."""

    lines: tuple[StockLine, ...]
    materials: tuple[ToBuy, ...]
    """What stays short in spite of a full shed, as general materials that would fill it."""
    cost: float
    unpriced: int
    """Products to buy whose price nobody has typed."""


def shopping(workings: Workings) -> Shopping:
    """Return what the rest of the season takes of each product, and what to buy.

    Parameters
    ----------
    workings : Workings
        The garden's.

    Returns
    -------
    Shopping
        Every product of the shed, in its order.
    """
    plenty = _with_plenty(workings)
    left = workings.shelf().left_g
    lines = tuple(
        _line(product, left[product.id], _uses(product.id, plenty))
        for product in workings.shed.products.values()
    )
    buying = [line for line in lines if line.short_g > 0]
    return Shopping(
        lines=lines,
        materials=_materials(plenty),
        cost=sum(line.cost or 0.0 for line in buying),
        unpriced=sum(line.cost is None for line in buying),
    )


def _with_plenty(workings: Workings) -> Workings:
    """The same garden as if nothing in its shed had been counted."""
    products = tuple(p.model_copy(update={"stock": None}) for p in workings.garden.products)
    garden = workings.garden.model_copy(update={"products": products})
    log = workings.log.model_copy(update={"stock_moves": ()})
    return Workings(garden, log, workings.today, workings.catalogue)


def _uses(product: UUID, workings: Workings) -> tuple[Use, ...]:
    found = [
        Use(job.due_on, season.stand.id, one.grams)
        for season in workings.seasons
        for job in season.jobs
        if job.status == "planned" and job.mix is not None
        for one in job.mix.taken
        if one.product == product
    ]
    return tuple(sorted(found, key=lambda use: use.on))


def _line(product: Fertiliser, left: float | None, uses: tuple[Use, ...]) -> StockLine:
    wanted = sum(use.grams for use in uses)
    short = 0.0 if left is None else max(wanted - left, 0.0)
    sizes = _sizes(product)
    bought = packs_for(short, [size.pack for size in sizes])
    packs = tuple(sizes[b.pack].times(b.count) for b in bought)
    brought = sum(b.count * sizes[b.pack].pack.grams for b in bought)
    return StockLine(
        product=product.id,
        left_g=left,
        wanted_g=wanted,
        uses=uses,
        runs_out_on=_runs_out(left, uses),
        short_g=short,
        packs=packs,
        cost=sum(p.count * p.price for p in packs) if packs else (0.0 if not short else None),
        leaves_g=None if left is None else max(left + brought - wanted, 0.0),
    )


def _runs_out(left: float | None, uses: Iterable[Use]) -> date | None:
    """The first day on which what is left does not do."""
    if left is None:
        return None
    for use in uses:
        left -= use.grams
        if left < -1e-6:
            return use.on
    return None


@dataclass(frozen=True, slots=True)
class _Size:
    """A pack that a product is sold in, as typed and as it weighs."""

    typed: Mass | Volume
    pack: Pack

    def times(self, count: int) -> ToTake:
        return ToTake(self.typed, count, self.pack.price)


def _sizes(product: Fertiliser) -> list[_Size]:
    """The packs a product is sold in, where its price is known. [g]"""
    label = product.product
    prices = ([label.price] if label.price else []) + list(label.other_packs)
    return [
        _Size(price.pack, Pack(bulk_mass(price.pack, product), price.amount)) for price in prices
    ]


def _materials(plenty: Workings) -> tuple[ToBuy, ...]:
    """What stays short in spite of a full shed, as general materials, over all plantings."""
    found: dict[tuple[str, str], ToBuy] = {}
    there = {product.material for product in plenty.garden.products}
    for season in plenty.seasons:
        for one in short_of(season, plenty):
            if one.material in there:
                continue  # it is on the shelf: caps, not the shelf, keep it short
            key = one.nutrient, one.material
            known = found.get(key)
            found[key] = (
                one
                if known is None
                else replace(
                    known, short_g=known.short_g + one.short_g, grams=known.grams + one.grams
                )
            )
    return tuple(sorted(found.values(), key=lambda one: NUTRIENTS.index(one.nutrient)))


@dataclass(frozen=True, slots=True, kw_only=True)
class BagsFor:
    """How the cheapest set serves one planting. [g]"""

    planting: UUID
    need_g: Amounts
    short_g: Amounts
    grams: tuple[tuple[UUID, float], ...]


@dataclass(frozen=True, slots=True, kw_only=True)
class BagLine:
    """What the cheapest set takes of one product."""

    product: UUID
    packs: tuple[ToTake, ...]
    used_g: float
    left_g: float
    """In the shed before anything is bought."""


@dataclass(frozen=True, slots=True, kw_only=True)
class CheapestSet:
    """The cheapest whole packs for all that is still to be given, in continuous amounts."""

    lines: tuple[BagLine, ...]
    plantings: tuple[BagsFor, ...]
    cost: float
    list_cost: float
    """What the shopping list of the plan costs, for comparison."""
    gap: float
    proved: bool


def cheapest_set(workings: Workings) -> CheapestSet | None:
    """Return the cheapest set of bags for all that is still to be given.

    Amounts are continuous and dates are left out: what scoops and label intervals make of it is
    the plan's to say once the bags are bought.

    Parameters
    ----------
    workings : Workings
        The garden's.

    Returns
    -------
    CheapestSet or None
        None where nothing is needed, or the solver found nothing in its time.
    """
    products = tuple(workings.shed.products.values())
    left = workings.shelf().left_g
    seasons = [one for one in workings.seasons if _wanted(one).any]
    sizes = [_sizes(product) for product in products]
    offers = [
        Offer(left[product.id] or 0.0, tuple(size.pack for size in mine))
        for product, mine in zip(products, sizes, strict=True)
    ]
    found = cheapest_bags(offers, [_wish(one, workings) for one in seasons], time_limit_s=SOLVING_S)
    if found is None:
        return None
    return CheapestSet(
        lines=tuple(_bag_lines(found, products, sizes, left)),
        plantings=tuple(
            BagsFor(
                planting=season.stand.id,
                need_g=_wanted(season),
                short_g=found.short[s],
                grams=tuple(
                    (product.id, grams)
                    for product, grams in zip(products, found.grams[s], strict=True)
                    if grams > 0.05
                ),
            )
            for s, season in enumerate(seasons)
        ),
        cost=found.cost,
        list_cost=shopping(workings).cost,
        gap=found.gap,
        proved=found.proved,
    )


def _bag_lines(
    found: Cheapest,
    products: tuple[Fertiliser, ...],
    sizes: list[list[_Size]],
    left: dict[UUID, float | None],
) -> Iterable[BagLine]:
    for j, product in enumerate(products):
        used = sum(grams[j] for grams in found.grams)
        bought: tuple[Bought, ...] = found.bought[j]
        if used > 0.05 or bought:
            yield BagLine(
                product=product.id,
                packs=tuple(sizes[j][b.pack].times(b.count) for b in bought),
                used_g=used,
                left_g=left[product.id] or 0.0,
            )


def _wanted(season: Season) -> Amounts:
    """What a planting is still to be given, where any job is left to give it. [g]"""
    ahead = any(job.status == "planned" for job in season.jobs)
    return to_come(season) if ahead else NOTHING


def _wish(season: Season, workings: Workings) -> Wish:
    shed, stand = workings.shed, season.stand
    available, total, most = [], [], []
    ahead = sum(job.status == "planned" for job in season.jobs)
    for product in shed.products.values():
        refused = refused_for(product, season, workings) is not None
        mine = shed.available(product.id, stand, workings.today)
        available.append(mine if mine.any and not refused else None)
        total.append(product.contents.total)
        rate = most_on_ground(product)
        times = min(ahead, product.product.max_times or ahead)
        most.append(rate * stand.ground_m2 * times if rate and stand.ground_m2 else None)
    given = sum((job.totals_g for job in season.jobs if job.status == "given"), NOTHING)
    ceiling = Amounts.of_each(lambda n: max(season.needs[n].ceiling_g - given[n], 0.0))
    return Wish(
        need=_wanted(season),
        ceiling=ceiling,
        available=tuple(available),
        total=tuple(total),
        most_g=tuple(most),
    )
