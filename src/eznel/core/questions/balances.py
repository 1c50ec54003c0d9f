"""A planting's balance, as planned and with something tried, and its nitrogen in many years."""

from collections.abc import Sequence
from dataclasses import dataclass
from datetime import timedelta
from uuid import UUID

import numpy as np

from eznel.core.balance.balance import Balance, balance_of
from eznel.core.balance.ground import ground_of
from eznel.core.balance.layers import through_layers
from eznel.core.balance.places import PlaceBalance, place_balance
from eznel.core.balance.sources import days_of, sources_of, wanted_g
from eznel.core.balance.trying import AS_PLANNED, Tried, World, lived_in
from eznel.core.crops.rain import rains_mm, simulated
from eznel.core.crops.weather_years import weather_years
from eznel.core.errors import Unknown
from eznel.core.moisture.demand import Evaporation
from eznel.core.season.fold import Season
from eznel.core.season.workings import Workings

YEARS = 200
EARLY, LATE = 0.1, 0.9
"""Eight of ten years lie between. [share]"""
SHORT_SHARE = 0.1
"""Missing so much of what a season wants, a year is short of nitrogen. [g/g]"""
ROOM_DAYS = 120
"""Cool years last longer. [days]"""


@dataclass(frozen=True, slots=True)
class NitrogenYears:
    """A planting's nitrogen in many years of its site."""

    planting: UUID
    years: int
    short_share: float
    """Of the years, those that miss a tenth of what the season wants. [years/years]"""
    lost_low_g: float
    lost_middle_g: float
    lost_high_g: float
    """Below the roots, or out of the tub: in eight of ten years between these. [g]"""
    rain_known: bool


def balance(planting: UUID, workings: Workings, tried: Tried = AS_PLANNED) -> Balance:
    """Return a planting's balance by day.

    Parameters
    ----------
    planting : UUID
        The planting.
    workings : Workings
        The garden's.
    tried : Tried
        What is to be otherwise than planned.

    Returns
    -------
    Balance
        From planting to the last picking or feed.

    Raises
    ------
    Unknown
        When there is no such planting, or it has no such job.
    """
    return balance_of(_season(planting, workings), workings, tried)


def balance_of_place(place: UUID, workings: Workings) -> PlaceBalance:
    """Return the balance by day of all that grows in a place this year.

    Parameters
    ----------
    place : UUID
        The place.
    workings : Workings
        The garden's.

    Returns
    -------
    PlaceBalance
        Empty where nothing grows there.

    Raises
    ------
    Unknown
        When there is no such place.
    """
    if place not in workings.stands.places:
        raise Unknown("place", "no_such_thing", id=str(place))
    return place_balance(place, workings)


def nitrogen_years(planting: UUID, workings: Workings, years: int = YEARS) -> NitrogenYears:
    """Return what may come of a planting's nitrogen in many years of its site, fed as planned.

    Parameters
    ----------
    planting : UUID
        The planting.
    workings : Workings
        The garden's: what was measured, seen and given so far stays.
    years : int
        How many are looked at. [years]

    Returns
    -------
    NitrogenYears
        Shares of the years, and grams.

    Raises
    ------
    Unknown
        When there is no such planting.
    """
    season = _season(planting, workings)
    stand, known = season.stand, workings.stands.weather
    begins, site = stand.calendar.begins, workings.garden.site
    until = max(stand.calendar.last_pick, stand.calendar.stop) + timedelta(ROOM_DAYS)
    rains = rains_mm(site, begins, (until - begins).days, years)
    warmths = weather_years(known, begins, workings.today, years)
    lived = (
        lived_in(season, Evaporation(simulated(warmth, known, begins, rain)), workings)
        for warmth, rain in zip(warmths, rains, strict=True)
    )
    ends = [_nitrogen(world, workings) for world in lived]
    lost = sorted(one.lost_g for one in ends)
    return NitrogenYears(
        planting=planting,
        years=years,
        short_share=sum(one.short_share > SHORT_SHARE for one in ends) / years,
        lost_low_g=_at(lost, EARLY),
        lost_middle_g=_at(lost, 0.5),
        lost_high_g=_at(lost, LATE),
        rain_known=stand.place.covered or site.monthly_rain_mm is not None,
    )


@dataclass(frozen=True, slots=True)
class _End:
    """A year's nitrogen at its end."""

    lost_g: float
    short_share: float


def _nitrogen(world: World, workings: Workings) -> _End:
    days = days_of(world.season.stand)
    sources = sources_of(world.season, world.given, days, workings.shed)
    came = sum(
        (one.arrived_g["N"] for one in sources if "N" in one.arrived_g), np.zeros(days.count)
    )
    wants = wanted_g(world.season, world.window, "N", days)
    ground = ground_of(world.demand, world.evenings, days)
    gone = through_layers(np.asarray(came)[None, :], wants[None, :], ground)
    wanted = float(wants[-1])
    short = (wanted - float(gone.taken[0, -1])) / wanted if wanted > 0 else 0.0
    return _End(float(gone.lost[0, -1]), short)


def _at(in_order: Sequence[float], share: float) -> float:
    return in_order[round(share * (len(in_order) - 1))]


def _season(planting: UUID, workings: Workings) -> Season:
    for season in workings.seasons:
        if season.stand.id == planting:
            return season
    raise Unknown("planting", "no_such_planting")
