"""What there is to say about a place: size, soil or mix, what its tests mean, the work on it."""

from collections.abc import Iterator
from datetime import timedelta
from math import floor

from eznel.core.document import (
    Bed,
    Circle,
    Frustum,
    Nominal,
    Place,
    Rectangle,
    Row,
    School,
    Tub,
    Watering,
)
from eznel.core.ground import preparing
from eznel.core.ground.mending import PhWork, job_key
from eznel.core.ground.preparing import Harvest, Prepared
from eznel.core.ground.soils import Soil
from eznel.core.mixes.portions import mix_volume, portions
from eznel.core.needs.dose import question_of
from eznel.core.nutrients import Nutrient
from eznel.core.outlines import Point, ring
from eznel.core.places import (
    area,
    bed_soil_mass,
    density_g_ml,
    filled_volume,
    layer_volume,
    place_extent_m,
)
from eznel.core.plan.fills import fill_of, mix_of
from eznel.core.plan.place_advice import asked_in_vain, by_feel, contradicting
from eznel.core.plan.place_result import (
    ExchangeView,
    Gauge,
    LimeMethod,
    MixCharge,
    PhGauge,
    PhWorkView,
    PlaceJob,
    PlacePlan,
    PreparationView,
    SaltsView,
    SchoolCrop,
    SchoolView,
    ScoopsOf,
    WaterWeek,
    WorkStatus,
)
from eznel.core.products.fertiliser import Fertiliser
from eznel.core.products.masses import scoop_mass
from eznel.core.shed import cautions
from eznel.core.soil.acidity import KIT_SPREAD
from eznel.core.soil.cations import WANTED_PCT
from eznel.core.soil.ratings import Rating
from eznel.core.soil.reading import is_stale
from eznel.core.soil.salts import MIX_STOP_DS_M, MIX_WARN_DS_M
from eznel.core.soil.schools import SCHOOLS, recommended
from eznel.core.soil.supply import held_in_layer
from eznel.core.stands.stand import OnGround
from eznel.core.stands.stands import Stands
from eznel.core.water import USUAL_WEEK_MM, Week, week_of
from eznel.core.working import Finding, Level, Origin, Quantity, Worked

SHOWN_LAYER_M = 0.025
FIELD_RULE_KG_M2 = 200.0
"""15 cm of field soil: what rules of thumb take for granted."""

SCHOOLED: tuple[Nutrient, ...] = ("P", "K", "Mg", "Ca")
"""What the schools differ in."""


def place_plan(place: Place, stands: Stands) -> PlacePlan:
    """Return what a place is: its size, its soil or mix, and what its tests say.

    Parameters
    ----------
    place : Place
        Bed or tub.
    stands : Stands
        Its garden.

    Returns
    -------
    PlacePlan
        Values and keys, without its rank on the walk and what the log says of changes.
    """
    soil, ground = stands.soil_of(place), area(place)
    bed, tub = (place, None) if isinstance(place, Bed) else (None, place)
    length, width = place_extent_m(place)
    density, origin = density_g_ml(bed) if bed else (0.0, Origin.ASSUMED)
    newest = soil.reading.newest
    mix = portions(tub.recipe, mix_volume(tub)) if tub else ()
    costs = [portion.cost for portion in mix]
    return PlacePlan(
        id=place.id,
        area_m2=ground.value,
        length_m=length,
        width_m=width,
        round=isinstance(place.shape, Circle | Frustum | Nominal),
        outline=_outline(bed) if bed else (),
        tubs=tub.count if tub else 0,
        per_line=(tub.per_line or tub.count) if tub else 0,
        walk=0,
        filled_l=filled_volume(tub).value if tub else 0.0,
        soil_kg_m2=bed_soil_mass(bed).value if bed else 0.0,
        density_g_ml=density,
        density_origin=origin,
        layer_l=layer_volume(area_m2=ground.value, layer_m=SHOWN_LAYER_M).value if bed else 0.0,
        mix_l=mix_volume(tub).value if tub else 0.0,
        mix=mix_of(tub, mix, stands) if tub else (),
        mix_cost=sum(c for c in costs if c is not None) if None not in costs and costs else None,
        charge=_charge(tub) if tub else (),
        fill=fill_of(bed, stands) if bed else None,
        report=newest.id if newest else None,
        tested="" if newest is None else "stale" if is_stale(newest, stands.today) else "fresh",
        rich=soil.rich,
        compost_share=soil.compost_share,
        gauges=tuple(_gauge(rating, bed) for rating in soil.reading.rated),
        unrated=soil.reading.unrated,
        ph=_ph(soil),
        ph_work=_ph_work(soil.work, ground.value) if soil.work else None,
        exchange=_exchange(soil),
        salts=_salts(soil, place, stands, soilless=tub is not None),
        schools=tuple(_schools(bed, stands)) if bed else (),
        preparations=tuple(_preparation(one, soil, place, stands) for one in soil.prepared),
        changes=(),
        jobs=tuple(_jobs(place, soil, stands)),
        water=_water(bed, stands) if bed else None,
        findings=(
            *(soil.acidity.findings if soil.acidity else ()),
            *(asked_in_vain(bed, soil) if bed else ()),
            *(by_feel(bed) if bed else ()),
            *contradicting(soil.reading),
        ),
    )


def week_of_bed(bed: Bed, stands: Stands) -> Week:
    """Return the week's water of a bed, less the rain that was measured.

    Parameters
    ----------
    bed : Bed
        The bed.
    stands : Stands
        Its garden.

    Returns
    -------
    Week
        Litres, rates and minutes. [L, mm/h, min]
    """
    return week_of(bed.watering, area_m2=area(bed), rain_mm=_week_rain_mm(stands))


def _week_rain_mm(stands: Stands) -> float:
    days = (stands.today - timedelta(n) for n in range(1, 8))
    return sum(
        stands.weather.by_day[day].rain_mm or 0.0 for day in days if day in stands.weather.by_day
    )


def _water(bed: Bed, stands: Stands) -> WaterWeek:
    week, how = week_of_bed(bed, stands), bed.watering or Watering()
    values = [
        worked.value if worked else None
        for worked in (week.drip_mm_h, week.minutes, week.minutes_with_losses)
    ]
    return WaterWeek(
        by=how.by,
        week_mm=how.week_mm or USUAL_WEEK_MM,
        assumed=how.week_mm is None,
        rain_mm=_week_rain_mm(stands),
        litres=week.litres.value,
        with_losses_l=week.with_losses.value,
        cans=week.with_losses.value / stands.garden.preferences.can.l,
        drip_mm_h=values[0],
        minutes=values[1],
        minutes_with_losses=values[2],
    )


def _outline(bed: Bed) -> tuple[Point, ...]:
    """Corners, where length and width do not say how it is drawn."""
    match bed.shape:
        case Rectangle() | Row() | Circle():
            return ()
        case shape:
            return ring(shape)


def _charge(tub: Tub) -> tuple[MixCharge, ...]:
    litres = filled_volume(tub).value * tub.count
    return tuple(MixCharge(one.product, one.strength.g_per_l * litres) for one in tub.charge)


def _gauge(rating: Rating, bed: Bed | None) -> Gauge:
    compared, mass = rating.compared, rating.per_mass
    value, band = rating.value, rating.band
    grams = held_in_layer(mass, bed_soil_mass(bed)).value if mass and bed else None
    return Gauge(
        analyte=rating.analyte,
        extractant=rating.extractant,
        report=rating.report.id,
        lab=rating.report.lab,
        sampled_on=rating.report.sampled_on,
        printed=value.value,
        printed_unit=f"{value.unit} {value.printed_as}" if value.printed_as else value.unit,
        compared=compared.value if compared else None,
        low=compared.value * (1 - rating.spread) if compared else None,
        high=compared.value * (1 + rating.spread) if compared else None,
        unit=band.unit if band else value.unit,
        bounds=rating.bounds,
        caution_above=band.caution_above if band else None,
        scheme=band.scheme if band else "sufficiency",
        soil_class=rating.soil_class,
        likely=rating.likely,
        origin=rating.origin,
        basis=band.basis if band else rating.report.lab,
        confidence=band.confidence if band else "low",
        g_m2=grams,
        field_rule_g_m2=mass.value * FIELD_RULE_KG_M2 / 1000 if mass and bed else None,
    )


def _ph(soil: Soil) -> PhGauge | None:
    known = soil.acidity
    if known is None or soil.reading.ph is None:
        return None
    spread = KIT_SPREAD if soil.reading.ph.is_kit else 0.0
    return PhGauge(known.ph.value, known.low, known.high, known.target, known.planted, spread)


def _ph_work(work: PhWork, ground_m2: float) -> PhWorkView:
    return PhWorkView(
        kind=work.kind,
        target=work.target,
        methods=tuple(LimeMethod(one.method, one.pure.value) for one in work.requirements),
        product_name=work.product.name,
        in_shed=work.in_shed,
        works=work.share.value,
        wanted_g_m2=work.wanted.value,
        now_g_m2=work.now_g_m2,
        later_g_m2=work.later_g_m2,
        now_g=work.now_g_m2 * ground_m2,
        brings_g_m2=work.brings_g_m2,
        done_on=work.done_on,
        retest_on=work.retest_on,
        findings=work.findings,
    )


def _exchange(soil: Soil) -> ExchangeView | None:
    known = soil.exchange
    if known is None:
        return None
    return ExchangeView(
        known.capacity.value, known.estimated, dict(known.shares_pct), WANTED_PCT, known.findings
    )


def _salts(soil: Soil, place: Place, stands: Stands, *, soilless: bool) -> SaltsView | None:
    if soil.salts is None:
        return None
    crops = [stand.crop.salt_threshold_ds_m for stand in stands.in_place(place.id)]
    first = MIX_WARN_DS_M if soilless else min(crops, default=2.0)
    findings: tuple[Finding, ...] = ()
    if soil.salts.value > first:
        stop = soilless and soil.salts.value > MIX_STOP_DS_M
        numbers = (
            Quantity("ec", soil.salts.value, "dS/m", Origin.LAB),
            Quantity("threshold", first, "dS/m", Origin.TYPICAL),
        )
        key = "salts_burn" if stop else "salts_high"
        findings = (Finding(key, Level.WARNING, "ec", numbers=numbers),)
    return SaltsView(soil.salts.value, first, findings)


def _schools(bed: Bed, stands: Stands) -> Iterator[SchoolView]:
    """All three, side by side, as far as there is a test that they can read."""
    standing = [
        stand
        for stand in stands.in_place(bed.id)
        if isinstance(stand, OnGround) and stand.calendar.last_pick >= stands.today
    ]
    tested = [x for x in SCHOOLED if x in stands.soil_of(bed).reading.ratings]
    if not standing or not tested:
        return
    for school in SCHOOLS:
        crops = tuple(
            SchoolCrop(
                stand.id,
                stand.crop.name,
                {x: school_gives(school, x, stand, stands).value for x in tested},
            )
            for stand in standing
        )
        yield SchoolView(school, bed.school == school, crops)


def school_gives(school: School, nutrient: Nutrient, stand: OnGround, stands: Stands) -> Worked:
    """Return what a school gives a planting of a nutrient that was tested.

    Parameters
    ----------
    school : School
        One of SCHOOLS.
    nutrient : Nutrient
        Element.
    stand : OnGround
        The planting.
    stands : Stands
        Its garden.

    Returns
    -------
    Worked
        Before compost, earlier crops and bands of the row are counted. [g/m²]
    """
    rating = stand.soil.reading.ratings[nutrient]
    return recommended(school, nutrient, rating, question_of(stand), stands.catalogue)


def _preparation(one: Prepared, soil: Soil, place: Place, stands: Stands) -> PreparationView:
    harvests = [
        Harvest(begins, stand.crop.touches_soil, stand.crop.habit == "root")
        for stand in stands.in_place(place.id)
        if (begins := stand.calendar.start_of("harvest")) is not None
    ]
    return PreparationView(
        id=one.preparation.id,
        name=one.product.name,
        grams=one.mass.value,
        litres=one.litres,
        totals_g=one.totals_g,
        first_g=one.first_g,
        next_g=one.next_g,
        counts=one.counts,
        bound=one.bound,
        findings=preparing.findings(one, soil.room, harvests),
    )


def _jobs(place: Place, soil: Soil, stands: Stands) -> Iterator[PlaceJob]:
    """Work on the place as a whole, in no particular order."""
    work = soil.work
    recorded = {one.preparation.id for one in soil.prepared}
    if work is not None and work.now_g_m2 > 0 and work.done_on is None:
        grams = work.now_g_m2 * area(place).value
        if work.key not in recorded:
            yield _ph_job(work, grams, stands)
    if work is not None and work.done_on is not None and soil.reading.ph is not None:
        yield PlaceJob(
            key=job_key(place.id, "retest", soil.reading.ph.id),
            kind="retest",
            due_on=max(work.retest_on, stands.today),
            status="planned",
            name="",
            product=None,
            material=None,
            grams=0.0,
            litres=0.0,
            scoops=None,
            findings=(),
            cautions=(),
        )
    for one in soil.prepared:
        ahead: WorkStatus = "planned" if one.counts else "unconfirmed"
        yield PlaceJob(
            key=one.preparation.id,
            kind="preparation",
            due_on=one.preparation.on,
            status="done" if one.preparation.done else ahead,
            name=one.product.name,
            product=one.preparation.product,
            material=one.preparation.material,
            grams=one.mass.value,
            litres=one.litres,
            scoops=_scoops(one.product, one.mass.value, stands) if not one.bulk else None,
            findings=(),
            cautions=cautions.cautions(one.product, None),
        )


def _ph_job(work: PhWork, grams: float, stands: Stands) -> PlaceJob:
    return PlaceJob(
        key=work.key,
        kind=work.kind,
        due_on=work.due_on,
        status="planned",
        name=work.product.name,
        product=work.product.id if work.in_shed else None,
        material=None if work.in_shed else work.product.product.material,
        grams=grams,
        litres=0.0,
        scoops=_scoops(work.product, grams, stands),
        findings=work.findings,
        cautions=cautions.cautions(work.product, None),
    )


def _scoops(product: Fertiliser, grams: float, stands: Stands) -> ScoopsOf | None:
    """About how many of the largest scoop that is not too large, to the half."""
    found = None
    for scoop in sorted(stands.garden.scoops, key=lambda one: one.volume.ml):
        count = grams / scoop_mass(product, scoop).value
        if count < 1 and found is not None:
            break
        found = ScoopsOf(scoop.id, max(floor(count * 2 + 0.5) / 2, 0.5))
    return found
