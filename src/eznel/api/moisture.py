"""A place's water through the last weeks and the days ahead, to be drawn."""

from uuid import UUID

from pydantic import BaseModel

from eznel.api import routers
from eznel.api.services import TheServices, TheSession
from eznel.core.errors import Unknown
from eznel.core.plan.place_waters import PlantingWater, section

router = routers.router("/api/gardens/{garden_id}", "water")


class PlaceSection(BaseModel):
    """What stands in a place today, each with its water by day."""

    place: UUID
    plantings: list[PlantingWater]


@router.get("/moisture/{place_id}")
def read_moisture(
    garden_id: UUID, place_id: UUID, session: TheSession, services: TheServices
) -> PlaceSection:
    """Read how a place's water fell and rose, and how it will without a drop."""
    workings = services.workings(session, str(garden_id))
    place = workings.stands.places.get(place_id)
    if place is None:
        raise Unknown("place_id", "no_such_thing", id=str(place_id))
    return PlaceSection(place=place_id, plantings=list(section(place, workings)))
