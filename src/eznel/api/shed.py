"""Questions to the shed: what a scoop gives, products side by side, stock, what to buy instead."""

from dataclasses import replace
from datetime import timedelta
from typing import Annotated
from uuid import UUID

from fastapi import Response
from pydantic import BaseModel, Field

from eznel.api import routers
from eznel.api.downloads import attachment
from eznel.api.services import TheServices, TheSession
from eznel.api.speech import Speech
from eznel.core.document import Day, Garden, Product
from eznel.core.errors import Impossible
from eznel.core.plan import Made
from eznel.core.products.fertiliser import general
from eznel.core.quantities import Volume
from eznel.core.questions.compare import Comparison, compare, refusals
from eznel.core.questions.gives import Gives, gives
from eznel.core.questions.one_list import OneList, one_list
from eznel.core.questions.stock import CheapestSet, Shopping, cheapest_set, shopping
from eznel.core.questions.substitutes import Substitutes, substitutes
from eznel.core.shed.rules import Refused
from eznel.formats.list_sheet import write_list
from eznel.formats.paper import Paper
from eznel.formats.units import System
from eznel.words import Words

router = routers.router("/api/gardens/{garden_id}/shed", "shed")

LIST_DAYS = 30
SMALLEST_CAN_L, LARGEST_CAN_L = 0.1, 2000.0


class GivesAsked(BaseModel):
    """A product, kept or still being typed; the place and can that it is reckoned on."""

    product: Product
    place: UUID | None = None
    can: Volume = Volume(value=9, unit="L")


class CompareAsked(BaseModel):
    """Two to five products for what one planting still needs."""

    planting: UUID
    products: Annotated[list[UUID], Field(max_length=5)]


class CheapestView(BaseModel):
    """The cheapest set of bags, if there is anything to buy for."""

    set: CheapestSet | None


class RefusedView(BaseModel):
    """What may not be used for each planting, and why."""

    refused: dict[UUID, list[Refused]]


@router.post("/gives")
def read_gives(
    garden_id: UUID, asked: GivesAsked, session: TheSession, services: TheServices
) -> Gives:
    """Read what each scoop of a product gives; nothing is stored."""
    if not SMALLEST_CAN_L <= asked.can.l <= LARGEST_CAN_L:
        raise Impossible("can", "can_out_of_range", litres=round(asked.can.l, 2))
    return gives(
        asked.product, asked.place, asked.can.l, services.workings(session, str(garden_id))
    )


@router.post("/compare")
def read_comparison(
    garden_id: UUID, asked: CompareAsked, session: TheSession, services: TheServices
) -> Comparison:
    """Read products side by side for what a planting still needs."""
    return compare(asked.planting, asked.products, services.workings(session, str(garden_id)))


@router.get("/refused")
def read_refused(garden_id: UUID, session: TheSession, services: TheServices) -> RefusedView:
    """Read which products may not be used for which planting, and why."""
    found = refusals(services.workings(session, str(garden_id)))
    return RefusedView(refused={planting: list(why) for planting, why in found.items()})


@router.get("/shopping")
def read_shopping(
    garden_id: UUID, session: TheSession, services: TheServices, speech: Speech
) -> Shopping:
    """Read what the season takes of each product, when it runs out, and what to buy."""
    found = shopping(services.workings(session, str(garden_id)))
    materials = tuple(
        replace(one, material_name=speech.of_row(one.material_name)) for one in found.materials
    )
    return replace(found, materials=materials)


@router.get("/list")
def read_one_list(
    garden_id: UUID,
    session: TheSession,
    services: TheServices,
    speech: Speech,
    until: Day | None = None,
) -> OneList:
    """Read all that is to be got by a day, for the next month where none is said."""
    file = services.stored(session, str(garden_id)).file
    day = services.clock(file.garden)
    made = services.made(file, day)
    return _list(file.garden, made, until or day + timedelta(LIST_DAYS), speech)


@router.get("/list.pdf", response_class=Response)
def write_one_list(
    garden_id: UUID,
    session: TheSession,
    services: TheServices,
    speech: Speech,
    until: Day | None = None,
    paper: Paper = "a4",
    units: System = "metric",
) -> Response:
    """Save the one list to print."""
    file = services.stored(session, str(garden_id)).file
    day = services.clock(file.garden)
    made = services.made(file, day)
    found = _list(file.garden, made, until or day + timedelta(LIST_DAYS), speech)
    return Response(
        write_list(found, made.plan, file.garden, speech, paper, units),
        media_type="application/pdf",
        headers=attachment(file.garden, day, "list", "pdf"),
    )


def _list(garden: Garden, made: Made, until: Day, speech: Words) -> OneList:
    found = one_list(garden, made.plan, shopping(made.workings), until)
    items = tuple(replace(one, name=speech.of_row(one.name)) for one in found.items)
    return replace(found, items=items)


@router.get("/cheapest")
def read_cheapest(garden_id: UUID, session: TheSession, services: TheServices) -> CheapestView:
    """Read the cheapest set of whole bags for all that is still to be given."""
    return CheapestView(set=cheapest_set(services.workings(session, str(garden_id))))


@router.get("/substitutes/{product}")
def read_substitutes(
    garden_id: UUID, product: UUID, session: TheSession, services: TheServices, speech: Speech
) -> Substitutes:
    """Read the season planned again without a product, and with others in its place."""
    found = substitutes(product, services.workings(session, str(garden_id)))
    others = tuple(replace(one, name=speech.of_row(one.name)) for one in found.others)
    return replace(found, others=others)


@router.get("/materials/{key}")
def read_material(garden_id: UUID, key: str, services: TheServices, speech: Speech) -> Product:
    """Read a general material as a product of its usual contents, to be kept and measured."""
    found = general(services.catalogue.material(key)).product
    return found.model_copy(update={"name": speech.of_row(found.name)})
