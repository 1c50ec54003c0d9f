"""The plan of a garden: a pure function of the garden, what happened, and the day."""

from collections import Counter
from collections.abc import Iterator
from dataclasses import dataclass, replace
from datetime import date
from uuid import UUID

from eznel.core import plausibility
from eznel.core.document import Bed, Garden, Log, Place, StockMove
from eznel.core.mixing.coating import coated_sizes
from eznel.core.mixing.concentrates import Concentrate, concentrates_of
from eznel.core.moisture.watering import Moist
from eznel.core.needs.dose import Need, totals_g
from eznel.core.nutrients import Amounts
from eznel.core.places import walking_order
from eznel.core.plan import advice, season_advice
from eznel.core.plan.aims_due import aims_due
from eznel.core.plan.cans import shared_cans
from eznel.core.plan.changes import changes
from eznel.core.plan.leached import leached
from eznel.core.plan.lessons import lessons
from eznel.core.plan.looks_due import looks_due
from eznel.core.plan.measures import standing as standing_of
from eznel.core.plan.moisture_advice import of_water
from eznel.core.plan.pace import day_walk
from eznel.core.plan.place_plans import place_plan
from eznel.core.plan.place_result import PlacePlan
from eznel.core.plan.place_waters import moist_of, waters
from eznel.core.plan.result import (
    JobView,
    NeedView,
    PlantingPlan,
    ProductPlan,
    ScoopFacts,
    ScoopSize,
    SeasonPlan,
    StageView,
    ToBuy,
    Use,
)
from eznel.core.plan.sprays import sprayed
from eznel.core.plan.tasks import tasks
from eznel.core.plan.tides import keeping_of, tides
from eznel.core.plan.to_buy import Market
from eznel.core.plan.to_measure import to_measure
from eznel.core.plan.weather_ahead import weather_ahead
from eznel.core.products.fertiliser import Fertiliser, first_season_share
from eznel.core.products.rough import rough_amounts
from eznel.core.reference import Catalogue
from eznel.core.season.course import JobPlan
from eznel.core.season.fold import Season
from eznel.core.season.portions import portions
from eznel.core.season.workings import Workings
from eznel.core.shed import cautions
from eznel.core.shed.shelf import Shed, Shelf
from eznel.core.stands.rotation import family_before
from eznel.core.stands.stand import Stand
from eznel.core.working import Finding


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
    tested = Counter(place for report in garden.reports for place in report.places)

    def of_place(place: Place, nth: int) -> PlacePlan:
        known = kept.part(
            ("place plan", place.id),
            (stands.known[place.id], nth),
            lambda: replace(place_plan(place, stands), walk=nth),
        )
        if isinstance(place, Bed) and tested[place.id] > 1:
            known = replace(known, changes=changes(place, stands))
        return known

    def of_planting(season: Season) -> PlantingPlan:
        water = moist_of(season.stand.place, workings)
        known = kept.part(
            ("planting plan", season.stand.id),
            (season, water),
            lambda: _planting(season, workings, water),
        )
        todo, short = tasks(season.stand, stands), short_of(season, workings)
        told = sprayed(season.stand, stands)
        return kept.part(
            ("planting plan with its tasks", season.stand.id),
            (known, todo, short, told),
            lambda: replace(known, tasks=todo, to_buy=short, sprayed=told),
        )

    spots = tuple((place.x_m, place.y_m) for place in garden.places)
    walk = kept.part("walk", spots, lambda: walking_order(garden.places))
    places = tuple(of_place(p, nth) for p, nth in zip(garden.places, walk, strict=True))
    plantings = tuple(of_planting(season) for season in workings.seasons)
    water = waters(workings)
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


def _planting(season: Season, workings: Workings, water: Moist) -> PlantingPlan:
    stand, stands = season.stand, workings.stands
    calendar, standing = stand.calendar, standing_of(stand)
    given = tuple(portions(season, workings.shed))
    tide = tides(season, given)
    return PlantingPlan(
        id=stand.id,
        place=stand.place.id,
        crop=stand.crop.key,
        crop_name=stand.crop.name,
        variety=stand.planting.variety,
        family=stand.crop.family,
        family_before=family_before(stand, stands),
        nitrogen_now=keeping_of(tide[0], workings.today),
        programme=stand.programme.key,
        method=stand.method,
        plants=stand.plants,
        fits=standing.fits,
        points=stand.points,
        area_m2=standing.area_m2,
        plant_area_m2=standing.plant_area_m2,
        stages=_stages(stand),
        stage_now=stand.stage_on(workings.today),
        sights=advice.sights(stand),
        planted_on=stand.planting.planted_on,
        hold_until=min(calendar.hold_end, calendar.stop),
        harvest_from=_harvest_from(stand),
        last_pick=calendar.last_pick,
        stop_on=calendar.stop,
        interval_days=season.plan.interval_days,
        needs=tuple(_need(need, season) for need in season.needs.values()),
        tides=tide,
        jobs=tuple(_job(job, season, workings) for job in season.jobs),
        tasks=(),
        sprayed=(),
        coated=coated_sizes(stand, stands),
        blend=season.plan.blend,
        refused=tuple(dict.fromkeys(one for job in season.jobs for one in job.refused)),
        to_buy=(),
        findings=(
            *season_advice.nothing_to_give(season),
            *of_water(stand, water),
            *leached(season, given, water, workings),
            *advice.of_stand(stand, stands, standing.fits),
            *season_advice.of_caps(season),
            *season_advice.comes_along(season),
            *season_advice.overfed(season),
            *season_advice.salty(season, workings.shed, stands.worked_in),
            *season_advice.rich_in_salts(season),
            *_extras_too_strong(season, workings),
        ),
    )


def _short(season: Season) -> Amounts:
    return totals_g(season.needs).beyond(season.given_g)


def short_of(season: Season, workings: Workings) -> tuple[ToBuy, ...]:
    """Return what would fill what a planting's season stays short of.

    Parameters
    ----------
    season : Season
        The planting's.
    workings : Workings
        The garden's.

    Returns
    -------
    tuple of ToBuy
        General materials; none once nothing is fed any more. [g]
    """
    if season.stand.calendar.stop <= workings.today:
        return ()
    there, kept = workings.there, workings.kept
    market = kept.part("market", (there,), lambda: Market(workings.shed, there))
    dissolved = season.stand.where == "tub"

    def bought() -> tuple[ToBuy, ...]:
        return market.to_buy(_short(season), totals_g(season.needs), dissolved=dissolved)

    return kept.part(("to buy", season.stand.id), (season, there), bought)


def _extras_too_strong(season: Season, workings: Workings) -> list[Finding]:
    return [
        finding
        for entry in season.extras
        for finding in advice.too_strong(
            season.stand, entry.on, workings.shed.strength_n_mg_l(entry)
        )
    ]


def _stages(stand: Stand) -> tuple[StageView, ...]:
    rows = {stage.key: stage for stage in stand.stages}
    return tuple(
        StageView(
            key=span.key,
            start=span.start,
            end=min(span.end, stand.calendar.last_pick),
            seen=span.seen,
            recognise_by=rows[span.key].recognise_by,
            bbch=f"{rows[span.key].bbch_from}–{rows[span.key].bbch_to}",
        )
        for span in stand.calendar.spans
        if span.start < stand.calendar.last_pick
    )


def _harvest_from(stand: Stand) -> date | None:
    harvest = stand.calendar.start_of("harvest")
    return harvest if harvest is not None and harvest < stand.calendar.last_pick else None


def _need(need: Need, season: Season) -> NeedView:
    return NeedView(
        nutrient=need.nutrient,
        total_g=need.total.value,
        per=need.per.value,
        per_unit=need.per.unit,
        low_g=need.low_g,
        high_g=need.high_g,
        soil_class=need.soil_class,
        assumed=need.assumed,
        credit_g=need.credit_g,
        supplied_g=season.given_g[need.nutrient],
        short_g=_short(season)[need.nutrient],
    )


def _job(job: JobPlan, season: Season, workings: Workings) -> JobView:
    stand, shed = season.stand, workings.shed
    acidity = stand.soil.acidity
    ph = acidity.ph.value if acidity else None
    used = dict.fromkeys(line.product for line in job.mix.lines) if job.mix else ()
    keys = dict.fromkeys(key for id_ in used for key in cautions.cautions(shed.products[id_], ph))
    return JobView(
        key=job.job.key,
        kind=job.job.kind,
        ordinal=job.job.ordinal,
        planned_on=job.job.planned_on,
        due_on=job.due_on,
        status=job.status,
        moved=job.due_on != job.job.planned_on,
        stage=stand.stage_on(job.due_on),
        first_g=job.job.first_g,
        need_g=job.need_g,
        brings_g=job.brings_g,
        mixes=job.mixes,
        concentrates=_concentrates(job, season, shed),
        given=job.entry.amounts if job.entry else (),
        entry=job.entry.id if job.entry else None,
        findings=advice.of_job(job, season, shed),
        cautions=tuple(keys),
    )


def _concentrates(job: JobPlan, season: Season, shed: Shed) -> tuple[Concentrate, ...]:
    if job.mix is None:
        return ()
    stand = season.stand
    mean_c = stand.weather.mean_c(job.due_on, stand.warmer_by_c)
    return concentrates_of(job.mix, mean_c, shed)


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
        rough=rough_amounts(product, shed.garden.preferences.can),
    )
