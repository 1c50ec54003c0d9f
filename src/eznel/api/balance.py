"""A planting's balance by day, with something tried, and in many years."""

from typing import Annotated
from uuid import UUID

from pydantic import BaseModel, Field

from eznel.api import routers
from eznel.api.services import TheServices, TheSession
from eznel.core.balance.balance import Balance
from eznel.core.balance.places import PlaceBalance
from eznel.core.balance.trying import Tried
from eznel.core.crops.rain import YearKind
from eznel.core.questions.balances import (
    NitrogenYears,
    balance,
    balance_of_place,
    nitrogen_years,
)

router = routers.router("/api/gardens/{garden_id}/balance", "balance")


class TriedOut(BaseModel):
    """What is to be otherwise than planned."""

    job: UUID | None = None
    """A feed; all that are still planned where it is left out."""
    dose_share: Annotated[float, Field(ge=0, le=5)] = 1
    later_days: Annotated[int, Field(ge=-60, le=60)] = 0
    compost_mm: Annotated[float, Field(ge=0, le=100)] = 0
    """Garden compost spread on the ground today. [mm]"""
    rain_share: Annotated[float, Field(ge=0, le=5)] = 1
    """Of what falls from today on in such a year. [mm/mm]"""
    year: YearKind = "usual"


@router.get("/{planting_id}")
def read_balance(
    garden_id: UUID, planting_id: UUID, session: TheSession, services: TheServices
) -> Balance:
    """Read where a planting's nutrients are, day by day, as it is planned."""
    return balance(planting_id, services.workings(session, str(garden_id)))


@router.get("/place/{place_id}")
def read_place_balance(
    garden_id: UUID, place_id: UUID, session: TheSession, services: TheServices
) -> PlaceBalance:
    """Read where the nutrients of all that grows in a place are, day by day."""
    return balance_of_place(place_id, services.workings(session, str(garden_id)))


@router.post("/{planting_id}/what-if")
def try_balance(
    garden_id: UUID,
    planting_id: UUID,
    tried: TriedOut,
    session: TheSession,
    services: TheServices,
) -> Balance:
    """Read the same with another dose, day, some compost, other rain, or another year's weather."""
    workings = services.workings(session, str(garden_id))
    return balance(planting_id, workings, Tried(**tried.model_dump()))


@router.get("/{planting_id}/years")
def read_nitrogen_years(
    garden_id: UUID, planting_id: UUID, session: TheSession, services: TheServices
) -> NitrogenYears:
    """Read how often a planting is short of nitrogen, and what it loses, in many years."""
    return nitrogen_years(planting_id, services.workings(session, str(garden_id)))
