"""What a garden's own records say of a planting on a day: each fact with its numbers, or nothing.

What nobody wrote down or measured is not known, and says neither yes nor no.
"""

from collections.abc import Iterator
from dataclasses import dataclass
from datetime import date, timedelta

from eznel.core.document import WeatherDay
from eznel.core.moisture.swing import swing
from eznel.core.moisture.watering import SODDEN_DAYS, sodden_days
from eznel.core.nutrients import Nutrient
from eznel.core.places import tub_findings
from eznel.core.plan.moisture_advice import LOOKS_BACK_DAYS, MANY_DRY_DAYS
from eznel.core.plan.place_waters import moist_of
from eznel.core.plan.result import PlantingPlan
from eznel.core.plan.season_plan import Made
from eznel.core.season.following import LOW_LIGHT_H, salt_limits
from eznel.core.source_water import MOST
from eznel.core.stands.stand import InTub, Stand
from eznel.core.working import Finding, Origin, Quantity

KNOWN_DAYS = 7
"""Fewer days of water than this say nothing. [days]"""
SALT_DAYS = 42
"""So long a reading of salts is worth something. [days]"""
FED_DAYS, SPRAYED_DAYS, BULK_DAYS = 5, 10, 183
PLANTED_DAYS, END_DAYS = 14, 30
WEATHER_DAYS, MEASURED_DAYS = 10, 5
"""Days that are looked back on, and of them so many that must be measured. [days]"""
HOT_C, HOT_DAYS, COLD_NIGHTS = 30.0, 2, 2
RAIN_DAYS, RAINY_MM, DRY_MM = 7, 25.0, 10.0
CLASSES: dict[Nutrient, str] = {"K": "k_low", "Mg": "mg_low", "P": "p_low", "Ca": "ca_low"}
LOW, ENOUGH = ("very_low", "low"), ("high", "very_high")


@dataclass(frozen=True, slots=True)
class Known:
    """A fact: whether it holds, and by which numbers."""

    key: str
    holds: bool
    numbers: tuple[Quantity, ...] = ()


def facts_of(stand: Stand, of: PlantingPlan, made: Made) -> tuple[Known, ...]:
    """Return what the records of a garden say of a planting.

    Parameters
    ----------
    stand : Stand
        The planting where it stands.
    of : PlantingPlan
        The same in the plan.
    made : Made
        The plan of its garden, with its workings.

    Returns
    -------
    tuple of Known
        Only what is known.
    """
    return (
        *_water(stand, made),
        *_nitrogen(of, made.workings.today),
        *_soil(stand),
        *_given(stand, made),
        *_weather(stand),
        *_place(stand, of, made),
        *_season(stand),
    )


def _water(stand: Stand, made: Made) -> Iterator[Known]:
    standing = moist_of(stand.place, made.workings).standing
    found = next((one for one in standing if one[0].stand.id == stand.id), None)
    if found is None:
        return
    _, days, at = found
    since = max(stand.today - timedelta(LOOKS_BACK_DAYS), stand.calendar.begins)
    known = swing(days, since, stand.today)
    if known is None or known.days < KNOWN_DAYS:
        return
    numbers = (
        Quantity("dry_days", known.dry_days, "days", Origin.MEASURED),
        Quantity("known_days", known.days, "days", Origin.MEASURED),
    )
    yield Known("dry_swings", known.dry_days >= MANY_DRY_DAYS, numbers)
    wet = sodden_days(days, at)
    yield Known("sodden", wet >= SODDEN_DAYS, (Quantity("wet_days", wet, "days"),))


def _nitrogen(of: PlantingPlan, today: date) -> Iterator[Known]:
    tide = next(one for one in of.tides if one.nutrient == "N")
    past = sum(day <= today for day in tide.days)
    if past < 2:
        return
    numbers = (
        Quantity("nitrogen_came", tide.supply_g[past - 1], "g"),
        Quantity("nitrogen_wanted", tide.need_g[past - 1], "g"),
    )
    yield Known("nitrogen_over", of.nitrogen_now == "ample", numbers)
    yield Known("nitrogen_short", of.nitrogen_now == "short", numbers)


def _soil(stand: Stand) -> Iterator[Known]:
    acidity = stand.soil.acidity
    if acidity is not None:
        ph = Quantity("ph", acidity.ph.value, "", Origin.LAB)
        yield Known("ph_high", acidity.ph.value > stand.crop.ph_max, (ph,))
        yield Known("ph_low", acidity.ph.value < stand.crop.ph_min, (ph,))
    for nutrient, key in CLASSES.items():
        found = stand.soil_class(nutrient)
        if found in (*LOW, *ENOUGH):
            yield Known(key, found in LOW)
    boron = stand.soil.reading.ratings.get("B")
    if boron is not None:
        yield Known("boron_low", boron.soil_class in LOW)
    readings = [
        one
        for one in stand.observed
        if one.ec_ds_m is not None and 0 <= (stand.today - one.on).days <= SALT_DAYS
    ]
    if readings:
        ec, most = readings[-1].ec_ds_m or 0.0, salt_limits(stand).warn_ds_m
        numbers = (
            Quantity("salts_read", ec, "dS/m", Origin.MEASURED),
            Quantity("salts_most", most, "dS/m", Origin.TYPICAL),
        )
        yield Known("salty", ec > most, numbers)
    water = stand.poured.water
    if water is not None and water.b_mg_l is not None:
        carried = Quantity("boron_carried", water.b_mg_l, "mg/L", Origin.LAB)
        yield Known("boron_high", water.b_mg_l > MOST["b"], (carried,))


def _given(stand: Stand, made: Made) -> Iterator[Known]:
    log, today = made.workings.log, stand.today
    fed = [e.on for e in made.workings.fed.get(stand.id, ()) if e.outcome == "given"]
    yield Known("fed_lately", any(0 <= (today - on).days <= FED_DAYS for on in fed))
    if log.sprays:
        sprayed = (one.on for one in log.sprays if one.planting == stand.id)
        lately = any(0 <= (today - on).days <= SPRAYED_DAYS for on in sprayed)
        yield Known("sprayed_lately", lately)
    if stand.soil.prepared:
        lately = any(
            one.bulk and one.counts and 0 <= (today - one.preparation.on).days <= BULK_DAYS
            for one in stand.soil.prepared
        )
        yield Known("compost_lately", lately)


def _measured(stand: Stand, days: int) -> list[WeatherDay]:
    back = (stand.today - timedelta(n) for n in range(days))
    return [one for day in back if (one := stand.weather.by_day.get(day)) is not None]


def _weather(stand: Stand) -> Iterator[Known]:
    """Measured days alone: what usually comes says nothing of this week."""
    days = _measured(stand, WEATHER_DAYS)
    if len(days) >= MEASURED_DAYS:
        highs = [one.high_c + stand.warmer_by_c for one in days]
        lows = [one.low_c + stand.warmer_by_c for one in days]
        hot = sum(high >= HOT_C for high in highs)
        cold = sum(low < stand.crop.min_night_temp_c for low in lows)
        highest = Quantity("highest_c", max(highs), "°C", Origin.MEASURED)
        lowest = Quantity("lowest_c", min(lows), "°C", Origin.MEASURED)
        yield Known("hot", hot >= HOT_DAYS, (highest,))
        yield Known("cold_nights", cold >= COLD_NIGHTS, (lowest,))
        yield Known("frost", min(lows) <= 0, (lowest,))
    rains = [one.rain_mm for one in _measured(stand, RAIN_DAYS) if one.rain_mm is not None]
    if len(rains) >= MEASURED_DAYS and not stand.place.covered:
        fell = sum(rains)
        rain = Quantity("rain_mm", fell, "mm", Origin.MEASURED)
        if not DRY_MM < fell < RAINY_MM:
            yield Known("rain_lately", fell >= RAINY_MM, (rain,))


def _place(stand: Stand, of: PlantingPlan, made: Made) -> Iterator[Known]:
    if isinstance(stand, InTub):
        together = round(stand.plants / stand.share)
        said = tub_findings(stand.place, together, stand.crop)
        if not said or said[0].key == "tub_too_small":
            yield Known("small_tub", bool(said), tuple(_litres(said)))
    else:
        numbers = (Quantity("plants", of.plants, ""), Quantity("plants_fit", of.fits, ""))
        yield Known("crowded", of.plants > of.fits, numbers)
        if len(made.workings.stands.in_place(stand.place.id)) > 1:
            yield Known("family_before", of.family_before is not None)
    yield Known("under_cover", bool(stand.place.covered))


def _litres(said: tuple[Finding, ...]) -> Iterator[Quantity]:
    """What each plant has, and what it is comfortable with."""
    for finding in said:
        has, wants = finding.numbers
        yield Quantity("litres_each", has.value, "L", has.origin)
        yield Quantity("litres_wanted", wants.value, "L", Origin.TYPICAL)


def _season(stand: Stand) -> Iterator[Known]:
    since = (stand.today - stand.planting.planted_on).days
    yield Known(
        "just_planted", 0 <= since <= PLANTED_DAYS, (Quantity("days_since", since, "days"),)
    )
    left = (stand.calendar.last_pick - stand.today).days
    yield Known("near_end", left <= END_DAYS, (Quantity("days_left", max(left, 0), "days"),))
    hours = stand.weather.day_h(stand.today)
    yield Known("dim", hours < LOW_LIGHT_H, (Quantity("daylight", hours, "h"),))
