"""The plan of a garden: a pure function of the garden, what happened, and the day."""

from collections.abc import Iterator
from dataclasses import dataclass, replace
from datetime import date
from uuid import UUID

from eznel.core import plausibility
from eznel.core.document import Bed, Garden, Log, Place, StockMove
from eznel.core.places import walking_order
from eznel.core.plan.aims_due import aims_due
from eznel.core.plan.cans import shared_cans
from eznel.core.plan.changes import changes
from eznel.core.plan.lessons import lessons
from eznel.core.plan.looks_due import looks_due
from eznel.core.plan.pace import day_walk
from eznel.core.plan.place_plans import place_plan
from eznel.core.plan.place_result import PlacePlan
from eznel.core.plan.place_waters import moist_of, waters
from eznel.core.plan.planting_plan import is_over, past_plan, planting_plan, short_of
from eznel.core.plan.reminders import reminders
from eznel.core.plan.result import (
    PlantingPlan,
    ProductPlan,
    ScoopFacts,
    ScoopSize,
    SeasonPlan,
    Use,
)
from eznel.core.plan.sprays import sprayed
from eznel.core.plan.tasks import tasks
from eznel.core.plan.to_measure import to_measure
from eznel.core.plan.weather_ahead import weather_ahead
from eznel.core.products.fertiliser import Fertiliser, first_season_share
from eznel.core.products.rough import rough_amounts
from eznel.core.reference import Catalogue
from eznel.core.season.fold import Season
from eznel.core.season.workings import Workings
from eznel.core.shed import cautions
from eznel.core.shed.shelf import Shelf


@dataclass(frozen=True, slots=True)
class Made:
    """A plan with the workings that it was made from: where the next one may begin."""

    workings: Workings
    plan: SeasonPlan


def make(
    garden: Garden, log: Log, today: date, catalogue: Catalogue, earlier: Made | None = None
) -> Made:
    """Return the plan of a garden's season and its workings.

    Parameters
    ----------
    garden : Garden
        What is known.
    log : Log
        What happened.
    today : date
        The garden's date.
    catalogue : Catalogue
        Crops, stages, bands, materials and programmes.
    earlier : Made or None
        Of a garden that may differ: saves computing again what does not, and never
        changes the plan.

    Returns
    -------
    Made
        Plan and workings.

    Raises
    ------
    Unknown
        When a crop, stage or programme is in no table.
    """
    workings = Workings(garden, log, today, catalogue, earlier.workings if earlier else None)
    stands, kept = workings.stands, workings.kept
    courses = {place.id: moist_of(place, workings) for place in garden.places}
    listed, sprays = reminders(stands), stands.filed.sprays

    def of_place(place: Place, nth: int) -> PlacePlan:
        known = kept.part(
            ("place plan", place.id),
            (stands.known[place.id], nth),
            lambda: replace(place_plan(place, stands), walk=nth),
        )
        if isinstance(place, Bed) and len(stands.filed.reports.get(place.id, ())) > 1:
            known = replace(known, changes=changes(place, stands))
        return known

    def of_planting(season: Season) -> PlantingPlan:
        stand = season.stand
        if is_over(stand, today):
            return kept.part(
                ("planting plan", stand.id), (season,), lambda: past_plan(season, workings)
            )
        water = courses[stand.place.id]
        planned = kept.part(
            ("planting plan", stand.id),
            (season, water),
            lambda: planting_plan(season, workings, water),
        )
        todo = kept.part(
            ("tasks", stand.id), (stand, *listed.reaching(stand.id)), lambda: tasks(stand, listed)
        )
        short, told = short_of(season, workings), sprayed(sprays.get(stand.id, ()), today)
        return kept.part(
            ("planting plan with its tasks", stand.id),
            (planned, todo, short, told),
            lambda: replace(planned, tasks=todo, to_buy=short, sprayed=told),
        )

    spots = tuple((place.x_m, place.y_m) for place in garden.places)
    walk = kept.part("walk", spots, lambda: walking_order(garden.places))
    places = tuple(of_place(p, nth) for p, nth in zip(garden.places, walk, strict=True))
    plantings = tuple(of_planting(season) for season in workings.seasons)
    water = waters(workings, courses)
    return Made(
        workings,
        SeasonPlan(
            garden=garden.id,
            as_of=today,
            places=places,
            plantings=plantings,
            shared=shared_cans(workings),
            products=tuple(_products(workings)),
            scoops=tuple(ScoopSize(scoop.id, scoop.volume.ml) for scoop in garden.scoops),
            waters=water,
            walk=day_walk(plantings, places, water, log, today),
            to_measure=to_measure(workings),
            ahead=weather_ahead([season.stand for season in workings.seasons], today),
            lessons=lessons(stands),
            looks=looks_due(stands),
            aims=aims_due(stands),
            findings=(
                *plausibility.of_garden(garden, today, catalogue.materials),
                *plausibility.of_log(log, today),
            ),
        ),
    )


def plan(garden: Garden, log: Log, today: date, catalogue: Catalogue) -> SeasonPlan:
    """Return the plan of a garden's season.

    Parameters
    ----------
    garden : Garden
        What is known.
    log : Log
        What happened.
    today : date
        The garden's date.
    catalogue : Catalogue
        Crops, stages, bands, materials and programmes.

    Returns
    -------
    SeasonPlan
        Places, plantings and products as they stand. Equal input gives an equal plan.

    Raises
    ------
    Unknown
        When a crop, stage or programme is in no table.
    """
    return make(garden, log, today, catalogue).plan


def _products(workings: Workings) -> Iterator[ProductPlan]:
    log = workings.log
    now = workings.shelf()
    after = Shelf(dict(now.left_g))
    uses: dict[UUID, list[Use]] = {}
    for season in workings.seasons:
        for job in season.jobs:
            after.take(job.taken)
            for taken in job.taken:
                use = Use(job.due_on, season.stand.id, taken.grams)
                uses.setdefault(taken.product, []).append(use)
    opened = {m.product: m.on for m in sorted(log.stock_moves, key=_day) if m.kind == "opened"}
    for one in workings.shed.products.values():
        coming = tuple(sorted(uses.get(one.id, ()), key=_day))
        yield _product(one, workings, now, after, coming, opened.get(one.id))


def _day(one: Use | StockMove) -> date:
    return one.on


def _product(
    product: Fertiliser,
    workings: Workings,
    now: Shelf,
    after: Shelf,
    uses: tuple[Use, ...],
    opened_on: date | None,
) -> ProductPlan:
    shed = workings.shed
    held = product.contents
    return ProductPlan(
        id=product.id,
        density_g_ml=held.density_g_ml,
        density_origin=held.density_origin,
        fractions=held.declared,
        first_season_n=first_season_share(product).value,
        ec_of_1g_l_ds_m=held.ec_ds_m_per_g_l,
        scoops=tuple(
            ScoopFacts(scoop, grams, held.declared * grams)
            for scoop, grams in shed.scoop_g[product.id].items()
        ),
        left_g=now.left_g[product.id],
        left_after_g=after.left_g[product.id],
        uses=uses,
        opened_on=opened_on,
        price_per_g=shed.price_per_g[product.id],
        refused=shed.refused[product.id],
        cautions=cautions.cautions(product, None),
        rough=workings.kept.part(
            ("rough", product.id), (), lambda: rough_amounts(product, shed.garden.preferences.can)
        ),
    )
