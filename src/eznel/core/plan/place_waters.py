"""What the places of a garden want of water, from its stands, its weather and its log."""

from collections.abc import Mapping
from dataclasses import dataclass
from datetime import date, timedelta
from uuid import UUID

from eznel.core.document import Bed, Place
from eznel.core.moisture.course import Evening
from eznel.core.moisture.demand import Demand, Evaporation
from eznel.core.moisture.watering import Moist, PlaceWater, moist, place_water
from eznel.core.places import area
from eznel.core.season.workings import Workings
from eznel.core.stands.stand import Stand
from eznel.core.water import drip_rate


def moist_of(place: Place, workings: Workings) -> Moist:
    """Return the course of a place's water in the growing season at hand.

    Parameters
    ----------
    place : Place
        Bed or tub.
    workings : Workings
        The garden's.

    Returns
    -------
    Moist
        Of what stands there or stood there lately.
    """
    stands, catalogue = workings.stands, workings.catalogue
    here = tuple(stand for stand in stands.in_place(place.id) if _near(stand, workings.today))
    watered = tuple(stands.filed.watered.get(place.id, ()))
    feeds = workings.fed_in_water(stand.id for stand in here)

    def folded() -> Moist:
        known = workings.kept.part("evaporation", (), lambda: Evaporation(stands.weather))
        demands = [
            Demand(stand, catalogue.water_use[stand.crop.key], catalogue.holding, known)
            for stand in here
        ]
        return moist(place, demands, watered, feeds, workings.today)

    return workings.kept.part(("moist", place.id), (here, watered, feeds), folded)


def waters(workings: Workings, courses: Mapping[UUID, Moist]) -> tuple[PlaceWater, ...]:
    """Return what every place wants of water today in which something stands.

    Parameters
    ----------
    workings : Workings
        The garden's.
    courses : mapping of UUID to Moist
        The course of every place's water.

    Returns
    -------
    tuple of PlaceWater
        In the order of the places. [L]
    """
    can_l = workings.garden.preferences.can.l

    def wanted(place: Place) -> PlaceWater | None:
        of = courses[place.id]
        return workings.kept.part(
            ("place water", place.id), (of,), lambda: place_water(of, can_l, flow_l_min(place))
        )

    found = (wanted(place) for place in workings.garden.places)
    return tuple(one for one in found if one is not None)


SHOWN_DAYS = 21
"""So far back a place's water is drawn. [days]"""


@dataclass(frozen=True, slots=True)
class WaterDay:
    """A day of a planting's water, as it is drawn."""

    on: date
    held_pct: float
    """In the evening, of what its ground can hold. [%]"""
    suffers_pct: float
    """Below this the crop takes less than it would. [%]"""
    given_l: float
    rain_l: float
    drained_l: float
    known: bool
    """Whether every watering up to here is taken to be recorded."""
    forecast: bool


@dataclass(frozen=True, slots=True)
class PlantingWater:
    """A planting's water through the last weeks and the days ahead."""

    planting: UUID
    root_m: float
    """How deep its roots are today; in a tub how high the mix stands. [m]"""
    holds_l: float
    """Today, between full and what roots cannot draw. [L]"""
    days: tuple[WaterDay, ...]


def section(place: Place, workings: Workings) -> tuple[PlantingWater, ...]:
    """Return the water of what stands in a place, as a section through it shows it.

    Parameters
    ----------
    place : Place
        Bed or tub.
    workings : Workings
        The garden's.

    Returns
    -------
    tuple of PlantingWater
        From three weeks ago to a week ahead.
    """
    today = workings.today
    first = today - timedelta(SHOWN_DAYS)
    return tuple(
        PlantingWater(
            demand.stand.id,
            demand.root_m(today),
            days[at].asked.total_l,
            tuple(_drawn(day, today) for day in days if day.on >= first),
        )
        for demand, days, at in moist_of(place, workings).standing
    )


def held_pct(place: Place, workings: Workings) -> float | None:
    """Return the water that the driest planting's ground holds in a place this morning.

    Parameters
    ----------
    place : Place
        Bed or tub.
    workings : Workings
        The garden's.

    Returns
    -------
    float or None
        By volume; None where nothing stands. [%]
    """
    found = [
        100 * (demand.held.field_capacity - demand.held.available * missing)
        for demand, days, at in moist_of(place, workings).standing
        for missing in (days[at].began_l / days[at].asked.total_l,)
    ]
    return min(found, default=None)


def _drawn(day: Evening, today: date) -> WaterDay:
    total_l = day.asked.total_l
    return WaterDay(
        on=day.on,
        held_pct=100 * (1 - day.used_share),
        suffers_pct=100 * (1 - day.asked.ready_l / total_l),
        given_l=day.given_l,
        rain_l=day.asked.rain_l,
        drained_l=day.drained_l,
        known=day.known,
        forecast=day.on >= today,
    )


def flow_l_min(place: Place) -> float | None:
    """Return what a place's line, hose or sprinkler lets out.

    Parameters
    ----------
    place : Place
        Bed or tub.

    Returns
    -------
    float or None
        None where nobody measured it. [L/min]
    """
    how = place.watering if isinstance(place, Bed) else None
    if how is None:
        return None
    rate = drip_rate(how)
    return rate.value * area(place).value / 60 if rate else how.flow_l_min


def _near(stand: Stand, today: date) -> bool:
    """Whether a planting stands today."""
    return stand.calendar.begins <= today < stand.calendar.last_pick
