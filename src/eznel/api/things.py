"""Everything people record, one address for each thing: PUT creates or replaces, DELETE removes.
POST to a kind records several new things of it, PUT several as they now are, all or none.

The routes of all kinds are made from the store's table of kinds; each has its own typed body.
"""

from typing import Annotated, Any, Generic, TypeVar
from uuid import UUID

from pydantic import BaseModel, Field

from eznel.api import routers
from eznel.api.revisions import WrittenView, written
from eznel.api.services import TheServices, TheSession, Who
from eznel.core.errors import Impossible
from eznel.store import gardens
from eznel.store.kinds import KINDS, Kind, key_of

router = routers.router("/api/gardens/{garden_id}", "things")

ThingT = TypeVar("ThingT")


class Several(BaseModel, Generic[ThingT]):
    """Things of one kind, and the revisions that those were made from that are there already."""

    things: Annotated[list[ThingT], Field(min_length=1, max_length=2000)]
    based_on: dict[str, int] = {}


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

    def replace_several(
        garden_id: UUID,
        changed: Several[shape],
        session: TheSession,
        services: TheServices,
        who: Who,
    ) -> WrittenView:
        things, check = changed.things, services.check
        done = gardens.add(
            session, str(garden_id), kind, things, who=who, check=check, based_on=changed.based_on
        )
        return written(done)

    path = f"/{kind.name}/{{key}}"
    about = f"one of {kind.name}"
    router.put(path, name=f"save_{kind.label}", summary=f"Create or replace {about}")(save)
    several = f"Record several of {kind.name}, all or none"
    router.post(f"/{kind.name}", name=f"save_{kind.name}", summary=several)(save_several)
    replacing = f"Create or replace several of {kind.name}, all or none"
    router.put(f"/{kind.name}", name=f"replace_{kind.name}", summary=replacing)(replace_several)
    router.delete(path, name=f"remove_{kind.label}", summary=f"Remove {about}")(remove)


for _kind in KINDS.values():
    _routes(_kind)
