"""Gardens: list, whole document, file in and out, settings."""

from datetime import date
from typing import Annotated, Any
from uuid import UUID

from fastapi import Body, Response
from pydantic import BaseModel

from eznel.api import problems, routers
from eznel.api.asking import MyRole, Somebody
from eznel.api.downloads import attachment
from eznel.api.revisions import WrittenView, written
from eznel.api.services import By, TheServices, TheSession, Who
from eznel.api.speech import Speech
from eznel.core.document import Beginning, GardenFile, Preferences, Site, upgrades
from eznel.core.errors import Impossible
from eznel.core.questions.beginning import begun
from eznel.formats import faults, garden_file
from eznel.store import gardens, members, photos, reading, removed
from eznel.store.aside import Aside
from eznel.store.members import Role
from eznel.words import Words

router = routers.router("/api/gardens", "gardens")


class GardenListed(BaseModel):
    """A garden in the list."""

    id: str
    name: str
    revision: int
    stands_on: date | None


class RemovedView(BaseModel):
    """A garden that was removed, and until when it can be brought back."""

    id: str
    name: str
    removed_on: date
    gone_on: date


class AsideView(BaseModel):
    """A stored thing that breaks the garden's rules: which, what is wrong, and the way out."""

    kind: str
    id: str
    revision: int
    data: dict[str, Any]
    field: str
    problem: str
    remedy: str


class GardenView(BaseModel):
    """A garden whole, with the revisions that a write is based on, and its date."""

    file: GardenFile
    revision: int
    settings_revision: int
    revisions: dict[str, int]
    today: date
    role: Role
    """What who asks may do in it."""
    aside: list[AsideView]
    """What is stored and does not fit, so that it counts for nothing until it is mended."""


class Settings(BaseModel):
    """What a garden is besides its things."""

    name: str
    site: Site
    preferences: Preferences
    stands_on: date | None


@router.get("")
def list_gardens(session: TheSession, asker: Somebody) -> list[GardenListed]:
    """List the gardens in the store; shared, those that one is in."""
    mine = None if asker is None else members.gardens_of(session, asker.person)
    return [
        GardenListed(id=g.id, name=g.name, revision=g.revision, stands_on=g.stands_on)
        for g in reading.gardens(session)
        if mine is None or g.id in mine
    ]


@router.get("/removed")
def list_removed_gardens(session: TheSession, asker: Somebody) -> list[RemovedView]:
    """List the gardens that were removed and can be brought back; shared, by their owners."""
    mine = None if asker is None else members.gardens_of(session, asker.person)
    return [
        _removed_view(one)
        for one in removed.removed(session)
        if mine is None or mine.get(one.id) == "owner"
    ]


@router.delete("/{garden_id}")
def remove_garden(garden_id: UUID, session: TheSession) -> RemovedView:
    """Remove a garden: for a month it can be brought back."""
    return _removed_view(removed.remove(session, str(garden_id)))


@router.post("/{garden_id}/bring-back")
def bring_back_garden(garden_id: UUID, session: TheSession, asker: Somebody) -> list[GardenListed]:
    """Bring a removed garden back as it was; the list of gardens with it."""
    removed.bring_back(session, str(garden_id))
    return list_gardens(session, asker)


def _removed_view(one: removed.RemovedGarden) -> RemovedView:
    return RemovedView(
        id=one.id,
        name=one.name,
        removed_on=one.removed_at.date(),
        gone_on=one.gone_at.date(),
    )


@router.get("/{garden_id}")
def read_garden(
    garden_id: UUID, session: TheSession, services: TheServices, speech: Speech, role: MyRole
) -> GardenView:
    """Read a garden whole."""
    stored = services.stored(session, str(garden_id))
    return GardenView(
        file=stored.file,
        revision=stored.revision,
        settings_revision=stored.settings_revision,
        revisions=stored.revisions,
        today=services.clock(stored.file.garden),
        role=role,
        aside=[_aside(one, stored.revisions[one.key], speech) for one in stored.aside],
    )


def _aside(one: Aside, revision: int, speech: Words) -> AsideView:
    fault = faults.of(one.error, speech)[0]
    return AsideView(
        kind=one.kind.name,
        id=one.key,
        revision=revision,
        data=one.data,
        field=problems.at_the_thing(fault.field).partition(".")[0],
        problem=fault.problem,
        remedy=fault.remedy,
    )


@router.get("/{garden_id}/file", response_class=Response)
def export_garden(garden_id: UUID, session: TheSession, services: TheServices) -> Response:
    """Save a garden as a file."""
    stored = reading.load(session, str(garden_id))
    return Response(
        garden_file.dumps(photos.with_photos(session, stored.file)),
        media_type="application/json",
        headers=attachment(
            stored.file.garden, services.clock(stored.file.garden), "", "eznel.json"
        ),
    )


@router.put("/{garden_id}/file")
def import_garden(
    garden_id: UUID,
    session: TheSession,
    services: TheServices,
    by: By,
    file: Annotated[dict[str, Any], Body()],
    based_on: int = 0,
) -> WrittenView:
    """Create a garden from a file, or replace one whole; files of older versions are read too."""
    read = upgrades.read(file)
    if read.garden.id != garden_id:
        raise Impossible("garden.id", "ids_differ")
    done = gardens.replace(
        session, read, based_on=based_on, who=by.name, check=services.check, owner=by.person
    )
    return written(done)


@router.post("/{garden_id}/begin")
def begin_garden(
    garden_id: UUID,
    said: Beginning,
    session: TheSession,
    services: TheServices,
    by: By,
    speech: Speech,
) -> WrittenView:
    """Create a garden from what was said of it in the first minutes."""
    garden = begun(garden_id, said, services.catalogue, services.clock, speech.of_row)
    file = GardenFile(garden=garden)
    done = gardens.replace(
        session, file, based_on=0, who=by.name, check=services.check, owner=by.person
    )
    return written(done)


@router.put("/{garden_id}/settings")
def save_settings(
    garden_id: UUID,
    settings: Settings,
    session: TheSession,
    services: TheServices,
    who: Who,
    based_on: int,
) -> WrittenView:
    """Save a garden's name, site, preferences and the day its calendar stands on."""
    stored = reading.load(session, str(garden_id))
    garden = type(stored.file.garden).model_validate(
        {**stored.file.garden.model_dump(), **settings.model_dump()}
    )
    session.rollback()
    done = gardens.save_settings(session, garden, based_on=based_on, who=who, check=services.check)
    return written(done)
