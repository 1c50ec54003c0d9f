"""Everything people record, one address for each thing: PUT creates or replaces, DELETE removes.
POST to a kind records several new things of it, all or none.

The routes of all kinds are made from the store's table of kinds; each has its own typed body.
"""

from typing import Annotated, Any
from uuid import UUID

from fastapi import APIRouter
from pydantic import Field

from eznel.api.problems import RESPONSES
from eznel.api.revisions import WrittenView, written
from eznel.api.services import TheServices, TheSession, Who
from eznel.core.errors import Impossible
from eznel.store import gardens
from eznel.store.kinds import KINDS, Kind, key_of

router = APIRouter(prefix="/api/gardens/{garden_id}", tags=["things"], responses=RESPONSES)


def _routes(kind: Kind) -> None:
    shape: Any = kind.shape

    def save(
        garden_id: UUID,
        key: str,
        thing: shape,
        session: TheSession,
        services: TheServices,
        who: Who,
        based_on: int = 0,
    ) -> WrittenView:
        if key_of(thing) != key:
            raise Impossible("id", "ids_differ")
        return written(
            gardens.put(
                session,
                str(garden_id),
                kind,
                thing,
                based_on=based_on,
                who=who,
                check=services.check,
            )
        )

    def remove(
        garden_id: UUID, key: str, session: TheSession, who: Who, based_on: int
    ) -> WrittenView:
        done = gardens.remove(session, str(garden_id), kind, key, based_on=based_on, who=who)
        return written(done)

    def save_several(
        garden_id: UUID,
        things: Annotated[list[shape], Field(min_length=1, max_length=2000)],
        session: TheSession,
        services: TheServices,
        who: Who,
    ) -> WrittenView:
        id_, check = str(garden_id), services.check
        return written(gardens.add(session, id_, kind, things, who=who, check=check))

    path = f"/{kind.name}/{{key}}"
    about = f"one of {kind.name}"
    router.put(path, name=f"save_{kind.label}", summary=f"Create or replace {about}")(save)
    several = f"Record several of {kind.name}, all or none"
    router.post(f"/{kind.name}", name=f"save_{kind.name}", summary=several)(save_several)
    router.delete(path, name=f"remove_{kind.label}", summary=f"Remove {about}")(remove)


for _kind in KINDS.values():
    _routes(_kind)
