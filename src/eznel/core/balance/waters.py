"""The water of a planting through its whole season: what drains and what is used, day by day.

Recorded waterings and measured rain as they were; where nothing was recorded, and from today on,
it is taken to be watered before it is dry, tubs to be washed as the plan advises, and rain to be as
usual.
"""

from collections.abc import Iterator, Sequence
from datetime import date, timedelta

from eznel.core.moisture.course import Evenings, Given, course
from eznel.core.moisture.demand import Demand, Evaporation
from eznel.core.moisture.watering import recorded
from eznel.core.season.workings import Workings
from eznel.core.stands.flushing import flush_days
from eznel.core.stands.stand import InTub, Stand


def evenings(
    stand: Stand, known: Evaporation, fed_on: Sequence[date], workings: Workings
) -> tuple[Demand, Evenings]:
    """Return a planting's need of water, and the days of it.

    Parameters
    ----------
    stand : Stand
        The planting, as it grows in that weather.
    known : Evaporation
        Of that weather, with a rain on each of its days.
    fed_on : sequence of date
        The days of its feeds, in order: tubs are washed the day before one.
    workings : Workings
        The garden's: what was recorded, and what stands beside it.

    Returns
    -------
    Demand
        Its own.
    Evenings
        From planting to the last picking. [L]
    """
    catalogue, place = workings.catalogue, stand.place
    here = [stand, *_beside(stand, workings)]
    demands = [
        Demand(one, catalogue.water_use[one.crop.key], catalogue.holding, known) for one in here
    ]
    told = recorded(
        place,
        [one for one in workings.log.watered if one.place == place.id],
        workings.fed_in_water(one.id for one in here),
        workings.today,
    )
    until = max(demands[0].ends, demands[0].begins)
    given = {**dict(_washed(stand, fed_on, workings.today)), **told.given}
    return demands[0], course(demands, given, until, told.found, workings.today)[0]


def _washed(
    stand: Stand, fed_on: Sequence[date], today: date
) -> Iterator[tuple[date, tuple[Given, ...]]]:
    """As the plan advises: from today on a tub's volume of water runs through it now and then."""
    if not isinstance(stand, InTub):
        return
    for day in flush_days(stand):
        fed = next((one for one in fed_on if one > day), None)
        before = day if fed is None else fed - timedelta(1)
        if before >= today:
            yield before, (Given(stand.litres, stand.id),)


def _beside(stand: Stand, workings: Workings) -> Sequence[Stand]:
    """What shares the place and its waterings while it stands."""
    mine = stand.calendar
    return [
        one
        for one in workings.stands.in_place(stand.place.id)
        if one.id != stand.id and _overlap(one, mine.begins, mine.last_pick)
    ]


def _overlap(one: Stand, begins: date, ends: date) -> bool:
    return one.calendar.begins < ends and begins < one.calendar.last_pick
