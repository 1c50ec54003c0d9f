"""The plan as a calendar: as a file, and at a private address that phone calendars read."""

from typing import Annotated
from uuid import UUID

from fastapi import Query, Response
from pydantic import BaseModel

from eznel.api import routers
from eznel.api.downloads import attachment
from eznel.api.services import Services, TheServices, TheSession
from eznel.api.speech import Speech
from eznel.formats.calendar_file import write_calendar
from eznel.formats.said import said_in
from eznel.formats.units import System
from eznel.store import calendar_keys
from eznel.store.reading import Missing, Stored
from eznel.words import LOCALES, Words, spoken, words

router = routers.router(tag="calendar")

ICAL = "text/calendar"
GARDEN = "/api/gardens/{garden_id}"


class AddressView(BaseModel):
    """The private address of a garden's calendar, below that of Eznel itself."""

    path: str | None
    """None where there is no address."""


@router.get(f"{GARDEN}/calendar.ics", response_class=Response)
def write_calendar_file(
    garden_id: UUID,
    session: TheSession,
    services: TheServices,
    speech: Speech,
    units: System = "metric",
) -> Response:
    """Save a garden's jobs as a calendar file."""
    return _sent(services.stored(session, str(garden_id)), services, speech, units, saved=True)


@router.get(f"{GARDEN}/calendar-address")
def read_address(garden_id: UUID, session: TheSession) -> AddressView:
    """Read the private address of a garden's calendar."""
    return _view(calendar_keys.key_of(session, str(garden_id)))


@router.post(f"{GARDEN}/calendar-address")
def renew_address(garden_id: UUID, session: TheSession) -> AddressView:
    """Make a private address for a garden's calendar; an earlier one ends."""
    return _view(calendar_keys.renew(session, str(garden_id)))


@router.delete(f"{GARDEN}/calendar-address")
def end_address(garden_id: UUID, session: TheSession) -> AddressView:
    """End the private address of a garden's calendar."""
    calendar_keys.end(session, str(garden_id))
    return _view(None)


@router.get("/api/calendar/{key}.ics", response_class=Response)
def read_calendar(
    key: str,
    session: TheSession,
    services: TheServices,
    speech: Speech,
    lang: Annotated[str, Query(max_length=8)] = "",
    units: System = "metric",
) -> Response:
    """Read a garden's calendar at its private address; the key is the permission."""
    garden_id = calendar_keys.garden_of(session, key)
    if garden_id is None:
        raise Missing(key)
    said = words(lang) if lang in LOCALES else speech
    return _sent(services.stored(session, garden_id), services, said, units, saved=False)


def _view(key: str | None) -> AddressView:
    return AddressView(path=None if key is None else f"/api/calendar/{key}.ics")


def _sent(
    stored: Stored, services: Services, said: Words, units: System, *, saved: bool
) -> Response:
    garden = stored.file.garden
    said = spoken(said, units)
    plan = said_in(services.made(stored.file, services.clock(garden)).plan, said)
    headers = attachment(garden, services.clock(garden), "", "ics") if saved else {}
    body = write_calendar(plan, garden, said, stored.revision, units)
    return Response(body, media_type=f"{ICAL}; charset=utf-8", headers=headers)
