"""One list of all that the plan needs to a day, by where one gets it: one way to the shop.

Bags that run out by then, in whole packs; what would fill what stays short; lime and compost; what
raised beds and tubs are still to be filled with; pots, trays and mix for what is raised; stakes,
nets and the like of the jobs that are switched on; a label for each planting; a can for who has
never fed from one. What lies in the shed is not on it.
"""

from collections.abc import Iterable, Iterator
from dataclasses import dataclass, replace
from datetime import date
from typing import Literal
from uuid import UUID

from eznel.core.document import Garden
from eznel.core.plan.raising_tasks import RAISING
from eznel.core.plan.result import JobView, PlantingPlan, SeasonPlan, TakenAlong
from eznel.core.quantities import Mass
from eznel.core.questions.stock import Shopping, ToTake

Aisle = Literal["feed", "ground", "mix", "raising", "tools"]
LABELS = "labels"
CAN = "watering can"
AISLES: tuple[Aisle, ...] = ("feed", "ground", "mix", "raising", "tools")


@dataclass(frozen=True, slots=True)
class Reckoned:
    """What a planting takes: so much for each of so many plants, square metres or places."""

    planting: UUID
    each: float
    per: str
    times: float


@dataclass(frozen=True, slots=True, kw_only=True)
class ListItem:
    """Something to get: how much in all, in which packs, for whom, and by when.

    `key` stays the same while it is the same thing, so that it can be ticked in the shop. `amount`
    is grams, litres, or so many. [unit]
    """

    key: str
    aisle: Aisle
    name: str
    amount: float
    unit: Literal["g", "L", ""]
    packs: tuple[ToTake, ...] = ()
    bags: int | None = None
    bag_l: float | None = None
    cost: float | None = None
    weighs_kg: float | None = None
    """To carry, roughly; None where nobody knows."""
    needed_on: date
    reckoned: tuple[Reckoned, ...] = ()
    """How the amount came about, planting by planting."""
    plantings: tuple[UUID, ...] = ()
    places: tuple[UUID, ...] = ()
    product: UUID | None = None


@dataclass(frozen=True, slots=True)
class OneList:
    """The list to a day, what it costs and weighs, and how many things have no price."""

    until: date
    items: tuple[ListItem, ...]
    cost: float
    unpriced: int
    weight_kg: float
    """Of what has a weight."""


def one_list(garden: Garden, plan: SeasonPlan, shopping: Shopping, until: date) -> OneList:
    """Return all that is to be got by a day.

    Parameters
    ----------
    garden : Garden
        For what its bags are called.
    plan : SeasonPlan
        The plan as of today.
    shopping : Shopping
        What the season takes of each product.
    until : date
        What is needed later stays off the list.

    Returns
    -------
    OneList
        By aisle, then by the day on which it is needed.
    """
    found = [
        *_feeds(garden, plan, shopping, until),
        *_ground(plan, until),
        *_fills(plan, until),
        *_mixes(plan, until),
        *_added((*_jobs(plan, until), *_labels(plan, until))),
        *_can(plan, until),
    ]
    items = sorted(found, key=lambda one: (AISLES.index(one.aisle), one.needed_on, one.name))
    costs = [one.cost for one in items]
    return OneList(
        until=until,
        items=tuple(items),
        cost=sum(cost for cost in costs if cost is not None),
        unpriced=sum(cost is None for cost in costs),
        weight_kg=sum(one.weighs_kg or 0.0 for one in items),
    )


def _feeds(garden: Garden, plan: SeasonPlan, shopping: Shopping, until: date) -> Iterator[ListItem]:
    """Bags that run out by then, for the season; and materials for what stays short."""
    names = {one.id: one.name for one in garden.products}
    for line in shopping.lines:
        if line.runs_out_on is not None and line.runs_out_on <= until:
            yield ListItem(
                key=f"product {line.product}",
                aisle="feed",
                name=names[line.product],
                amount=line.short_g,
                unit="g",
                packs=line.packs,
                cost=line.cost,
                weighs_kg=_packs_kg(line.packs) or line.short_g / 1000,
                needed_on=line.runs_out_on,
                plantings=tuple(dict.fromkeys(use.planting for use in line.uses)),
                product=line.product,
            )
    for buy in shopping.materials:
        yield ListItem(
            key=f"material {buy.material}",
            aisle="feed",
            name=buy.material_name,
            amount=buy.grams,
            unit="g",
            weighs_kg=buy.grams / 1000,
            needed_on=plan.as_of,
        )


def _ground(plan: SeasonPlan, until: date) -> Iterator[ListItem]:
    """Lime, sulphur, compost: what is planned and comes from no bag of the shed."""
    for place in plan.places:
        for job in place.jobs:
            planned = job.status == "planned" and plan.as_of <= job.due_on <= until
            if planned and job.product is None and (job.grams or job.litres):
                in_litres = job.litres > 0
                yield ListItem(
                    key=f"ground {job.key}",
                    aisle="ground",
                    name=job.name,
                    amount=job.litres if in_litres else job.grams,
                    unit="L" if in_litres else "g",
                    weighs_kg=None if in_litres else job.grams / 1000,
                    needed_on=job.due_on,
                    places=(place.id,),
                )


def _fills(plan: SeasonPlan, until: date) -> Iterator[ListItem]:
    """Layers of raised beds that are still to be filled, before the first planting in them."""
    for place in plan.places:
        fill, first = place.fill, _first_to_come(place.id, plan)
        if fill is None or fill.filled_on is not None or first is None or first > until:
            continue
        for n, layer in enumerate(fill.layers):
            yield ListItem(
                key=f"fill {place.id} {n}",
                aisle="ground",
                name=layer.name,
                amount=layer.litres,
                unit="L",
                bags=layer.bags,
                bag_l=layer.bag_l,
                weighs_kg=(layer.low_kg + layer.high_kg) / 2,
                needed_on=first,
                places=(place.id,),
            )


def _packs_kg(packs: tuple[ToTake, ...]) -> float:
    """What packs weigh that are sold by weight; 0 where one is not."""
    masses = [one.size.g * one.count for one in packs if isinstance(one.size, Mass)]
    return sum(masses) / 1000 if len(masses) == len(packs) else 0.0


def _mixes(plan: SeasonPlan, until: date) -> Iterator[ListItem]:
    """Mix for tubs in which nothing stands, and something will."""
    for place in plan.places:
        first = _first_to_come(place.id, plan)
        if first is None or first > until:
            continue
        for n, part in enumerate(place.mix):
            yield ListItem(
                key=f"mix {place.id} {n}",
                aisle="mix",
                name=part.name,
                amount=part.litres,
                unit="L",
                bags=part.bags,
                bag_l=part.bag_l,
                cost=part.cost,
                weighs_kg=part.carried_kg,
                needed_on=first,
                places=(place.id,),
            )


def _first_to_come(place: UUID, plan: SeasonPlan) -> date | None:
    """The next planting's day, where nothing stands now."""
    here = [one for one in plan.plantings if one.place == place]
    if any(_stands(one, plan.as_of) for one in here):
        return None
    return min((one.planted_on for one in here if one.planted_on > plan.as_of), default=None)


def _stands(one: PlantingPlan, day: date) -> bool:
    return one.planted_on <= day <= one.last_pick


def _jobs(plan: SeasonPlan, until: date) -> Iterator[ListItem]:
    """What the jobs besides feeding take, planting by planting."""
    for planting in plan.plantings:
        for task in planting.tasks:
            if task.done is not None or task.due_on > until:
                continue
            raising = task.task in RAISING
            for one in task.takes:
                aisle: Aisle = "raising" if raising else "ground" if one.unit else "tools"
                yield ListItem(
                    key=f"{aisle} {one.name}",
                    aisle=aisle,
                    name=one.name,
                    amount=one.amount,
                    unit="L" if one.unit else "",
                    needed_on=max(task.due_on, plan.as_of),
                    reckoned=_reckoned(one, planting.id),
                    plantings=(planting.id,),
                )


def _labels(plan: SeasonPlan, until: date) -> Iterator[ListItem]:
    """One for each planting that is to come into its place."""
    for planting in plan.plantings:
        if plan.as_of <= planting.planted_on <= until:
            yield ListItem(
                key=f"tools {LABELS}",
                aisle="tools",
                name=LABELS,
                amount=1,
                unit="",
                needed_on=planting.planted_on,
                reckoned=(Reckoned(planting.id, 1, "planting", 1),),
                plantings=(planting.id,),
            )


def _added(items: Iterable[ListItem]) -> Iterable[ListItem]:
    """What has the same name, once."""
    found: dict[str, ListItem] = {}
    for one in items:
        known = found.get(one.key)
        found[one.key] = (
            one
            if known is None
            else replace(
                known,
                amount=known.amount + one.amount,
                reckoned=(*known.reckoned, *one.reckoned),
                needed_on=min(known.needed_on, one.needed_on),
                plantings=tuple(dict.fromkeys((*known.plantings, *one.plantings))),
            )
        )
    return found.values()


def _can(plan: SeasonPlan, until: date) -> Iterator[ListItem]:
    """One for the first feed in water, where nothing was ever given."""
    jobs = [job for planting in plan.plantings for job in planting.jobs]
    if any(job.status == "given" for job in jobs):
        return
    planned = [job for job in jobs if job.status == "planned" and job.due_on <= until]
    first = min((job.due_on for job in planned if _in_water(job)), default=None)
    if first is not None:
        yield ListItem(key="tools can", aisle="tools", name=CAN, amount=1, unit="", needed_on=first)


def _in_water(job: JobView) -> bool:
    return bool(job.mixes) and job.mixes[0].water_l > 0


def _reckoned(of: TakenAlong, planting: UUID) -> tuple[Reckoned, ...]:
    if of.each is None or of.per is None or of.times is None:
        return ()
    return (Reckoned(planting, of.each, of.per, of.times),)
