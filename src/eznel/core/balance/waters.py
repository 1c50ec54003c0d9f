"""The water of a planting through its whole season: what drains and what is used, day by day.

Recorded waterings and measured rain as they were; where nothing was recorded, and from today on,
it is taken to be watered before it is dry, and rain to be as usual.
"""

from collections.abc import Sequence
from datetime import date
from uuid import UUID

from eznel.core.moisture.course import Evening, course
from eznel.core.moisture.demand import Demand, Evaporation
from eznel.core.moisture.watering import recorded
from eznel.core.season.workings import Workings
from eznel.core.stands.stand import Stand


def evenings(stand: Stand, known: Evaporation, workings: Workings) -> tuple[Evening, ...]:
    """Return the days of a planting's water.

    Parameters
    ----------
    stand : Stand
        The planting, as it grows in that weather.
    known : Evaporation
        Of that weather, with a rain on each of its days.
    workings : Workings
        The garden's: what was recorded, and what stands beside it.

    Returns
    -------
    tuple of Evening
        From planting to the last picking. [L]
    """
    catalogue, place = workings.catalogue, stand.place
    here = [stand, *_beside(stand, workings)]
    demands = [
        Demand(one, catalogue.water_use[one.crop.key], catalogue.holding, known) for one in here
    ]
    ids: set[UUID] = {one.id for one in here}
    told = recorded(
        place,
        [one for one in workings.log.watered if one.place == place.id],
        [one for one in workings.given if one.planting in ids and one.water is not None],
        workings.today,
    )
    until = max(demands[0].ends, demands[0].begins)
    return course(demands, told.given, until, told.found, workings.today)[0]


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
