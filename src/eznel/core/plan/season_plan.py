"""The plan of a garden: a pure function of the garden, what happened, and the day."""

from collections import Counter
from collections.abc import Iterator, Sequence
from dataclasses import dataclass, replace
from datetime import date
from uuid import UUID

from eznel.core import plausibility
from eznel.core.document import Bed, Garden, Log, Product, StockMove
from eznel.core.mixing.coating import coated_sizes
from eznel.core.mixing.stocks import StockTank, stock_of
from eznel.core.needs.dose import Need
from eznel.core.outlines import positions
from eznel.core.places import plant_area, walking_order
from eznel.core.plan import advice
from eznel.core.plan.cans import shared_cans
from eznel.core.plan.changes import changes
from eznel.core.plan.place_plans import place_plan
from eznel.core.plan.place_result import ByNutrient
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
from eznel.core.plan.tasks import tasks
from eznel.core.plan.tides import standing_of, tides
from eznel.core.products.analysis import first_season_share
from eznel.core.products.masses import scoop_mass
from eznel.core.quantities import NUTRIENTS
from eznel.core.reference import Catalogue
from eznel.core.season.course import JobPlan
from eznel.core.season.fold import Season
from eznel.core.season.workings import Workings
from eznel.core.shed import cautions
from eznel.core.shed.shelf import Shed, Shelf, Vector
from eznel.core.stands.rotation import family_before
from eznel.core.stands.stands import Stand
from eznel.core.working import Finding


@dataclass(frozen=True, slots=True)
class Made:
    """A plan with the workings that it was made from: where the next one may begin."""

    workings: Workings
    plan: SeasonPlan


def make(
    garden: Garden, log: Log, today: date, catalogue: Catalogue, before: Made | None = None
) -> Made:
    """Return the plan of a garden's season and its workings.

    Parameters
    ----------
    garden : Garden
        What is known. [document]
    log : Log
        What happened. [document]
    today : date
        The garden's date. [date]
    catalogue : Catalogue
        Crops, stages, bands, materials and programmes. [rows]
    before : Made or None
        Made earlier, of a garden that may differ: saves computing again what does not, and never
        changes the plan. [core]

    Returns
    -------
    Made
        Plan and workings.

    Raises
    ------
    Unknown
        When a crop, stage or programme is in no table.
    """
    workings = Workings(garden, log, today, catalogue, before.workings if before else None)
    stands = workings.stands
    known = {place.id: place for place in before.plan.places} if before else {}
    seasons = (
        {id(s): p for s, p in zip(before.workings.seasons, before.plan.plantings, strict=True)}
        if before
        else {}
    )
    walk = walking_order(garden.places)
    tested = Counter(place for report in garden.reports for place in report.places)
    twice = {place for place, tests in tested.items() if tests > 1}
    return Made(
        workings,
        SeasonPlan(
            garden=garden.id,
            as_of=today,
            places=tuple(
                replace(
                    known[p.id] if p.id in stands.unchanged else place_plan(p, stands, turn),
                    walk=turn,
                    changes=changes(p, stands) if isinstance(p, Bed) and p.id in twice else (),
                )
                for p, turn in zip(garden.places, walk, strict=True)
            ),
            plantings=tuple(
                replace(
                    seasons.get(id(season)) or _planting(season, workings),
                    tasks=tasks(season.stand, stands),
                )
                for season in workings.seasons
            ),
            shared=shared_cans(workings),
            products=tuple(_products(workings)),
            scoops=tuple(ScoopSize(scoop.id, scoop.volume.ml) for scoop in garden.scoops),
            findings=plausibility.of_garden(garden, today, catalogue.materials),
        ),
    )


def plan(garden: Garden, log: Log, today: date, catalogue: Catalogue) -> SeasonPlan:
    """Return the plan of a garden's season.

    Parameters
    ----------
    garden : Garden
        What is known. [document]
    log : Log
        What happened. [document]
    today : date
        The garden's date. [date]
    catalogue : Catalogue
        Crops, stages, bands, materials and programmes. [rows]

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


def _by_nutrient(vector: Sequence[float]) -> ByNutrient:
    return dict(zip(NUTRIENTS, vector, strict=True))


def _planting(season: Season, workings: Workings) -> PlantingPlan:
    stand, stands = season.stand, workings.stands
    calendar = stand.calendar
    place = stand.place
    fits = len(positions(place.shape, stand.spacing)) if isinstance(place, Bed) else stand.plants
    tide = tides(season, workings.shed)
    short = _short(season)
    return PlantingPlan(
        id=stand.id,
        place=place.id,
        crop=stand.crop.key,
        crop_name=stand.crop.name,
        variety=stand.planting.variety,
        family=stand.crop.family,
        family_before=family_before(stand, stands),
        nitrogen_now=standing_of(tide[0], workings.today),
        programme=stand.programme.key,
        method=stand.method,
        plants=stand.plants,
        fits=fits,
        points=stand.points,
        area_m2=stand.area.value if stand.area else 0.0,
        plant_area_m2=plant_area(stand.spacing).value,
        stages=_stages(stand),
        stage_now=stand.stage_on(workings.today),
        planted_on=stand.planting.planted_on,
        hold_until=calendar.hold_end,
        harvest_from=_harvest_from(stand),
        last_pick=calendar.last_pick,
        stop_on=calendar.stop,
        interval_days=season.plan.interval_days,
        needs=tuple(
            _need(season.needs[x], given, short[x])
            for x, given in zip(NUTRIENTS, season.given_g, strict=True)
        ),
        tides=tide,
        jobs=tuple(_job(job, season, workings) for job in season.jobs),
        tasks=(),
        coated=coated_sizes(stand, stands),
        blend=season.plan.blend,
        refused=tuple(dict.fromkeys(one for job in season.jobs for one in job.refused)),
        to_buy=short_of(season, workings),
        findings=(
            *advice.of_stand(stand, stands, fits),
            *advice.overfed(season),
            *advice.salty(season, workings.shed, stands.worked_in),
            *_extras_too_strong(season, workings),
        ),
    )


def _short(season: Season) -> ByNutrient:
    return {
        x: max(season.needs[x].total.value - given, 0.0)
        for x, given in zip(NUTRIENTS, season.given_g, strict=True)
    }


def short_of(season: Season, workings: Workings) -> tuple[ToBuy, ...]:
    """Return what would fill what a planting's season stays short of.

    Parameters
    ----------
    season : Season
        The planting's. [core]
    workings : Workings
        The garden's. [core]

    Returns
    -------
    tuple of ToBuy
        General materials. [g]
    """
    need = {x: season.needs[x].total.value for x in NUTRIENTS}
    dissolved = season.stand.area is None
    return advice.to_buy(_short(season), need, dissolved=dissolved, shed=workings.shed)


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


def _need(need: Need, given: float, short: float) -> NeedView:
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
        supplied_g=given,
        short_g=short,
    )


def _job(job: JobPlan, season: Season, workings: Workings) -> JobView:
    stand, shed = season.stand, workings.shed
    acidity = stand.soil.acidity
    ph = acidity.ph.value if acidity else None
    used = dict.fromkeys(line.product for mix in job.mixes[:1] for line in mix.lines)
    keys = dict.fromkeys(
        key
        for product_id in used
        for key in cautions.cautions(
            shed.products[product_id],
            shed.material(shed.products[product_id]),
            ph,
        )
    )
    return JobView(
        key=job.job.key,
        kind=job.job.kind,
        ordinal=job.job.ordinal,
        planned_on=job.job.planned_on,
        due_on=job.due_on,
        status=job.status,
        moved=job.due_on != job.job.planned_on,
        stage=stand.stage_on(job.due_on),
        first_g=_by_nutrient(job.job.first_g),
        need_g=_by_nutrient(job.need_g),
        brings_g=_by_nutrient(job.brings_g),
        mixes=job.mixes,
        stock=_stock(job, season, shed),
        given=job.entry.amounts if job.entry else (),
        entry=job.entry.id if job.entry else None,
        findings=advice.of_job(job, season, shed),
        cautions=tuple(keys),
    )


def _stock(job: JobPlan, season: Season, shed: Shed) -> tuple[StockTank, ...]:
    if not job.mixes:
        return ()
    stand = season.stand
    mean_c = stand.weather.mean_c(job.due_on, stand.place.warmer_by_c)
    return stock_of(job.mixes[0], mean_c, shed)


def _products(workings: Workings) -> Iterator[ProductPlan]:
    log = workings.log
    now = workings.shelf()
    after = Shelf(dict(now.left_g))
    uses: dict[UUID, list[Use]] = {}
    for season in workings.seasons:
        for job in season.jobs:
            if job.status != "planned" or not job.mixes:
                continue
            after.take(job.mixes[0])
            for product, grams in workings.shed.used(None, job.mixes[0]):
                uses.setdefault(product, []).append(Use(job.due_on, season.stand.id, grams))
    opened = {m.product: m.on for m in sorted(log.stock_moves, key=_day) if m.kind == "opened"}
    for one in workings.stands.garden.products:
        coming = tuple(sorted(uses.get(one.id, ()), key=_day))
        yield _product(one, workings, now, after, coming, opened.get(one.id))


def _day(one: Use | StockMove) -> date:
    return one.on


def _product(
    product: Product,
    workings: Workings,
    now: Shelf,
    after: Shelf,
    uses: tuple[Use, ...],
    opened_on: date | None,
) -> ProductPlan:
    shed = workings.shed
    held = shed.contents[product.id]
    material = shed.material(product)
    return ProductPlan(
        id=product.id,
        density_g_ml=held.density_g_ml,
        density_origin=held.density_origin,
        fractions=_by_nutrient(held.declared),
        first_season_n=first_season_share(product, material).value,
        ec_of_1g_l_ds_m=held.ec_ds_m_per_g_l,
        scoops=tuple(
            _scoop(scoop.id, scoop_mass(product, material, scoop).value, held.declared)
            for scoop in workings.stands.garden.scoops
        ),
        left_g=now.left_g[product.id],
        left_after_g=after.left_g[product.id],
        uses=uses,
        opened_on=opened_on,
        price_per_g=shed.price_per_g[product.id],
        refused=shed.refused[product.id],
        cautions=cautions.cautions(product, material, None),
    )


def _scoop(scoop: UUID, grams: float, held: Vector) -> ScoopFacts:
    return ScoopFacts(scoop, grams, _by_nutrient([grams * share for share in held]))
