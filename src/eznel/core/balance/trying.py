"""A season as it is planned, or with something tried: a dose, its day, compost, other weather."""

from dataclasses import dataclass, replace
from datetime import timedelta
from uuid import UUID

import numpy as np

from eznel.core.balance.sources import Days, Source, given_as
from eznel.core.balance.waters import evenings
from eznel.core.crops.rain import KINDS, Departs, YearKind, filled
from eznel.core.errors import Unknown
from eznel.core.moisture.course import Evenings
from eznel.core.moisture.demand import Demand, Evaporation
from eznel.core.needs.charging import release_course
from eznel.core.places import area
from eznel.core.products.fertiliser import general
from eznel.core.schedule.first_plan import window_of
from eznel.core.schedule.programmes import Window
from eznel.core.season.fold import Season
from eznel.core.season.portions import Portion, portion, portions
from eznel.core.season.workings import Workings
from eznel.core.stands.stand import OnGround, Stand

COMPOST = "garden_compost"
LONGER_DAYS = 60
"""A cool year's season lasts longer. [days]"""


@dataclass(frozen=True, slots=True, kw_only=True)
class Tried:
    """What is otherwise than planned."""

    job: UUID | None = None
    """A feed that is given otherwise; all planned ones where None."""
    dose_share: float = 1.0
    """Of what is planned. [g/g]"""
    later_days: int = 0
    compost_mm: float = 0.0
    """Garden compost spread on the ground today. [mm]"""
    rain_share: float = 1.0
    """Of what falls from today on in such a year, unless it was measured. [mm/mm]"""
    year: YearKind = "usual"

    @property
    def departs(self) -> Departs:
        """How the days to come differ from what is usual."""
        of = KINDS[self.year]
        return Departs(of.warmer_k, self.rain_share * of.rain_share)

    def feeds_otherwise(self, job: UUID | None) -> bool:
        """Return whether a feed is given in another amount or on another day."""
        return self.job in (None, job) and (self.dose_share != 1 or self.later_days != 0)


AS_PLANNED = Tried()


@dataclass(frozen=True, slots=True)
class World:
    """A planting's season in its weather, with what it is given and what its ground does."""

    season: Season
    window: Window
    demand: Demand
    evenings: Evenings
    given: tuple[Portion, ...]
    compost: Portion | None

    def tried(self, days: Days) -> tuple[Source, ...]:
        """Return what is tried and no feed of the plan, as sources."""
        return (given_as("tried", [self.compost], days),) if self.compost else ()


def world_of(season: Season, workings: Workings, tried: Tried = AS_PLANNED) -> World:
    """Return a season as planned, or with something tried.

    Parameters
    ----------
    season : Season
        The planting's, as planned.
    workings : Workings
        The garden's.
    tried : Tried
        What is otherwise.

    Returns
    -------
    World
        What a balance is made from.

    Raises
    ------
    Unknown
        When the planting has no such job.
    """
    keys = {job.job.key for job in season.jobs}
    if tried.job is not None and tried.job not in keys:
        raise Unknown("job", "no_such_thing", id=str(tried.job))
    in_weather = workings.kept.part(
        ("lived in", season.stand.id, tried.year),
        (
            season,
            tried.departs,
            *workings.stands.in_place(season.stand.place.id),
            workings.log.watered,
            workings.given,
        ),
        lambda: _in_days_to_come(season, workings, tried),
    )
    planned = {job.job.key for job in season.jobs if job.status == "planned"}
    given = tuple(
        _otherwise(one, tried, in_weather.season.stand, workings)
        if one.job in planned and tried.feeds_otherwise(one.job)
        else one
        for one in in_weather.given
    )
    compost = _compost(in_weather.season.stand, workings, tried.compost_mm)
    return replace(in_weather, given=given, compost=compost)


def lived_in(
    season: Season, evaporation: Evaporation, workings: Workings, departs: Departs | None = None
) -> World:
    """Return a season as it would go in some weather, fed as planned.

    Parameters
    ----------
    season : Season
        The planting's, as planned.
    evaporation : Evaporation
        Of that weather, with a rain on each of its days.
    workings : Workings
        The garden's.
    departs : Departs or None
        Where its warmth is as usual, the plan's own dates stand.

    Returns
    -------
    World
        With nothing tried.
    """
    weather = evaporation.weather
    stand = replace(season.stand, weather=weather)
    window = season.plan.window
    if departs is None or departs.warmer_k:
        dates = workings.stands.dates_in(stand.id, weather)
        stand = replace(stand, calendar=dates)
        window = window_of(stand, dates)
    lived = replace(season, stand=stand)
    given = tuple(portions(lived, workings.shed))
    fed_on = sorted({one.on for one in given})
    demand, days = evenings(stand, evaporation, fed_on, workings)
    return World(lived, window, demand, days, given, None)


def _in_days_to_come(season: Season, workings: Workings, tried: Tried) -> World:
    """A season in measured and forecast weather, then as usual, or otherwise."""
    departs = tried.departs
    evaporation = workings.kept.part(
        ("year", tried.year), (departs, workings.stands.all), lambda: _of_garden(workings, departs)
    )
    return lived_in(season, evaporation, workings, departs)


def _of_garden(workings: Workings, departs: Departs) -> Evaporation:
    """The weather of a garden's seasons with what it evaporates, once for all plantings."""
    stands, calendars = workings.stands, [one.calendar for one in workings.stands.all]
    until = max(max(one.last_pick, one.stop) for one in calendars) + timedelta(LONGER_DAYS)
    first = min(one.begins for one in calendars)
    return Evaporation(filled(stands.weather, first, until, workings.today, departs))


def _otherwise(of: Portion, tried: Tried, stand: Stand, workings: Workings) -> Portion:
    """A portion in another amount, on another day."""
    on = max(of.on + timedelta(tried.later_days), workings.today) if tried.later_days else of.on
    grams = of.grams * tried.dose_share
    return portion(of.product, grams, on, stand, workings.shed, of.job)


def _compost(stand: Stand, workings: Workings, layer_mm: float) -> Portion | None:
    if not layer_mm:
        return None
    product = general(workings.catalogue.material(COMPOST, "material"))
    ground_m2 = stand.ground_m2
    if not isinstance(stand, OnGround):
        ground_m2 = area(stand.place).value * stand.tubs * stand.share
    on = max(workings.today, stand.calendar.begins)
    grams = layer_mm * ground_m2 * product.contents.density_g_ml * 1000
    course = np.array(release_course(product, stand, on))
    return Portion(on, product, grams, product.contents.available * grams, course)
