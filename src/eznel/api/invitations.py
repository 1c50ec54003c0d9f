"""What an invitation's link opens: a garden, the first account, or a new password."""

from typing import Annotated, Literal

from fastapi import Request, Response
from pydantic import BaseModel, Field

from eznel.api import entry, passwords, routers
from eznel.api.asking import Somebody
from eznel.api.moments import Moment
from eznel.api.problems import Unshared
from eznel.api.services import TheSession
from eznel.core.errors import Impossible
from eznel.store import invitations, members, people, reading
from eznel.store.invitations import Invitation
from eznel.store.members import Role
from eznel.store.people import Secrets

router = routers.router("/api/invitations", "people")


class InvitationView(BaseModel):
    """What a link opens."""

    opens: Literal["first", "garden", "password"]
    garden: str
    """Its name; empty where it is not into a garden."""
    role: Role | None
    made_by: str
    name: str
    """Whose password it sets anew."""
    ends_at: Moment


class Joining(BaseModel):
    """The account that somebody makes, or the password that they set anew; nothing of it where
    they are signed in."""

    name: Annotated[str, Field(max_length=60)] = ""
    password: Annotated[str, Field(max_length=passwords.MOST)] = ""


class JoinedView(BaseModel):
    """Who is signed in, and the garden that they are in now."""

    door: entry.DoorView
    garden_id: str | None


@router.get("/{key}")
def read_invitation(key: str, session: TheSession) -> InvitationView:
    """Read what a link opens."""
    found = _found(session, key)
    garden_id, person_id = found.garden_id, found.person_id
    return InvitationView(
        opens=_opens(found),
        garden=reading.name_of(session, garden_id) if garden_id else "",
        role=found.role,
        made_by=found.made_by,
        name=people.known(session, person_id).person.name if person_id else "",
        ends_at=found.ends_at,
    )


@router.post("/{key}")
def take_invitation(
    key: str,
    joining: Joining,
    request: Request,
    response: Response,
    session: TheSession,
    asker: Somebody,
) -> JoinedView:
    """Come in by a link."""
    if not request.app.state.door.shared:
        raise Unshared("", "not_shared")
    found = _found(session, key)
    if found.person_id is not None:
        who = _with_new_password(session, found, found.person_id, joining)
    elif asker is not None and found.garden_id is not None:
        invitations.take(session, found)
        who = people.known(session, asker.person.id)
    else:
        who = _added(session, found, joining)
    if found.garden_id is not None and found.role is not None:
        members.join(session, found.garden_id, who.person.id, found.role)
    session.commit()
    if asker is None or asker.person.id != who.person.id:
        asker = entry.let_in(request, response, session, who)
    return JoinedView(door=entry.seen_by(request, asker), garden_id=found.garden_id)


def _found(session: TheSession, key: str) -> Invitation:
    found = invitations.read(session, key)
    if found is None:
        raise Impossible("key", "invitation_ended")
    return found


def _opens(of: Invitation) -> Literal["first", "garden", "password"]:
    if of.person_id is not None:
        return "password"
    return "garden" if of.garden_id is not None else "first"


def _added(session: TheSession, found: Invitation, joining: Joining) -> Secrets:
    if not people.known_as(joining.name):
        raise Impossible("name", "name_empty")
    password = passwords.chosen(joining.password, joining.name)
    invitations.take(session, found)
    added = people.add(session, joining.name, password, keeper=_opens(found) == "first")
    return people.known(session, added.id)


def _with_new_password(
    session: TheSession, found: Invitation, person_id: str, joining: Joining
) -> Secrets:
    """Somebody who lost a password may have lost the app that makes codes with it."""
    name = people.known(session, person_id).person.name
    password = passwords.chosen(joining.password, name)
    invitations.take(session, found)
    people.set_password(session, person_id, password)
    people.set_code(session, person_id, None)
    return people.known(session, person_id)
