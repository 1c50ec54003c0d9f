"""A planting's season as it looks from outside: whole while it goes on, in short afterwards."""

from dataclasses import replace
from datetime import date, timedelta

from eznel.core.mixing.coating import coated_sizes
from eznel.core.mixing.concentrates import Concentrate, concentrates_of
from eznel.core.moisture.watering import Moist
from eznel.core.needs.dose import Need, totals_g
from eznel.core.nutrients import Amounts
from eznel.core.plan import advice, season_advice
from eznel.core.plan.leached import leached
from eznel.core.plan.measures import standing as standing_of
from eznel.core.plan.moisture_advice import of_water
from eznel.core.plan.result import JobView, NeedView, PlantingPlan, StageView, ToBuy
from eznel.core.plan.tides import keeping_of, tides
from eznel.core.plan.to_buy import Market
from eznel.core.season.course import JobPlan
from eznel.core.season.fold import Season
from eznel.core.season.portions import portions
from eznel.core.season.workings import Workings
from eznel.core.shed import cautions
from eznel.core.shed.shelf import Shed
from eznel.core.stands.rotation import family_before
from eznel.core.stands.stand import Stand
from eznel.core.working import Finding

OVER_DAYS = 120
"""So long after the last picking a planting's season is told in short."""


def is_over(stand: Stand, today: date) -> bool:
    """Return whether a planting was picked so long ago that nothing of it is to be decided.

    Parameters
    ----------
    stand : Stand
        The planting.
    today : date
        The garden's date.

    Returns
    -------
    bool
        True from `OVER_DAYS` after the last picking on.
    """
    return stand.calendar.last_pick < today - timedelta(OVER_DAYS)


def past_plan(season: Season, workings: Workings) -> PlantingPlan:
    """Return what stays to be told of a season that is over: its days, and what was fed.

    Parameters
    ----------
    season : Season
        The planting's.
    workings : Workings
        The garden's.

    Returns
    -------
    PlantingPlan
        Without what is drawn, advised or still to do.
    """
    logged = tuple(job for job in season.jobs if job.entry is not None)
    return replace(
        _outline(season, workings),
        over=True,
        jobs=tuple(_job(job, season, workings) for job in logged),
    )


def planting_plan(season: Season, workings: Workings, water: Moist) -> PlantingPlan:
    """Return a planting's season as it stands, but for its tasks, its sprays and what to buy.

    Parameters
    ----------
    season : Season
        The planting's.
    workings : Workings
        The garden's.
    water : Moist
        Of its place.

    Returns
    -------
    PlantingPlan
        Of one that is not over.
    """
    stand, stands = season.stand, workings.stands
    given = tuple(portions(season, workings.shed))
    tide = tides(season, given)
    return replace(
        _outline(season, workings),
        nitrogen_now=keeping_of(tide[0], workings.today),
        sights=advice.sights(stand),
        needs=tuple(_need(need, season) for need in season.needs.values()),
        tides=tide,
        coated=coated_sizes(stand, stands),
        jobs=tuple(_job(job, season, workings) for job in season.jobs),
        refused=tuple(dict.fromkeys(one for job in season.jobs for one in job.refused)),
        findings=(
            *season_advice.nothing_to_give(season),
            *of_water(stand, water),
            *leached(season, given, water, workings),
            *advice.of_stand(stand, stands, standing_of(stand).fits),
            *season_advice.of_caps(season),
            *season_advice.comes_along(season),
            *season_advice.overfed(season),
            *season_advice.salty(season, workings.shed, stands.worked_in),
            *season_advice.rich_in_salts(season),
            *_extras_too_strong(season, workings),
        ),
    )


def _outline(season: Season, workings: Workings) -> PlantingPlan:
    """What is told of every planting."""
    stand, stands = season.stand, workings.stands
    calendar, standing = stand.calendar, standing_of(stand)
    return PlantingPlan(
        id=stand.id,
        place=stand.place.id,
        crop=stand.crop.key,
        crop_name=stand.crop.name,
        variety=stand.planting.variety,
        family=stand.crop.family,
        family_before=family_before(stand, stands),
        nitrogen_now="even",
        programme=stand.programme.key,
        method=stand.method,
        plants=stand.plants,
        fits=standing.fits,
        points=stand.points,
        area_m2=standing.area_m2,
        plant_area_m2=standing.plant_area_m2,
        stages=_stages(stand),
        stage_now=stand.stage_on(workings.today),
        sights=(),
        planted_on=stand.planting.planted_on,
        hold_until=min(calendar.hold_end, calendar.stop),
        harvest_from=_harvest_from(stand),
        last_pick=calendar.last_pick,
        stop_on=calendar.stop,
        interval_days=season.plan.interval_days,
        needs=(),
        tides=(),
        jobs=(),
        tasks=(),
        sprayed=(),
        coated=(),
        blend=season.plan.blend,
        refused=(),
        to_buy=(),
        findings=(),
        over=False,
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
