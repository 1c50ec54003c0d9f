"""Who is in a garden, and everybody who has an account."""

from typing import Annotated
from uuid import UUID

from fastapi import Request
from pydantic import BaseModel, Field

from eznel.api import codes, routers
from eznel.api.asking import MyRole, SignedIn
from eznel.api.moments import Moment
from eznel.api.problems import NotAllowed
from eznel.api.services import TheSession
from eznel.store import calendar_keys, invitations, members, people
from eznel.store.invitations import MOST_DAYS, MOST_PEOPLE, Invitation
from eznel.store.members import Role, may

router = routers.router(tag="people")

GARDEN = "/api/gardens/{garden_id}"
JOIN = "/join/"


class MemberView(BaseModel):
    """Somebody in a garden."""

    id: str
    name: str
    role: Role
    me: bool


class InvitationListed(BaseModel):
    """An invitation that has not ended; its link was shown once."""

    id: str
    role: Role
    made_by: str
    ends_at: Moment
    remaining: int


class PeopleView(BaseModel):
    """Who is in a garden, what who asks may do, and to its owners who is invited."""

    role: Role
    people: list[MemberView]
    invitations: list[InvitationListed]


class LinkView(BaseModel):
    """A link that lets somebody in, for a message and for a camera."""

    link: str
    picture: list[str]
    ends_at: Moment


class Inviting(BaseModel):
    """How somebody is invited."""

    role: Role
    days: Annotated[int, Field(ge=1, le=MOST_DAYS)] = 7
    people: Annotated[int, Field(ge=1, le=MOST_PEOPLE)] = 1


class RoleAsked(BaseModel):
    """What somebody may do from now on."""

    role: Role


class PersonView(BaseModel):
    """Somebody with an account."""

    id: str
    name: str
    keeper: bool
    me: bool


@router.get(f"{GARDEN}/people")
def read_people(garden_id: UUID, session: TheSession, asker: SignedIn, role: MyRole) -> PeopleView:
    """Read who is in a garden."""
    return _seen(session, str(garden_id), asker.person.id, role)


@router.put(f"{GARDEN}/people/{{person}}")
def change_role(
    garden_id: UUID, person: UUID, asked: RoleAsked, session: TheSession, asker: SignedIn
) -> PeopleView:
    """Change what somebody may do in a garden."""
    members.change(session, str(garden_id), str(person), asked.role)
    mine = members.role_in(session, str(garden_id), asker.person) or "reader"
    return _seen(session, str(garden_id), asker.person.id, mine)


@router.delete(f"{GARDEN}/people/{{person}}")
def remove_member(
    garden_id: UUID, person: UUID, session: TheSession, asker: SignedIn, role: MyRole
) -> PeopleView:
    """Take somebody out of a garden, or leave it.

    The private address of its calendar ends with who is taken out, since they may know it.
    """
    own = str(person) == asker.person.id
    if not own and not may(role, "owner"):
        raise NotAllowed("", "needs_owner")
    members.leave(session, str(garden_id), str(person))
    if not own:
        calendar_keys.end(session, str(garden_id))
    return _seen(session, str(garden_id), asker.person.id, "reader" if own else role)


@router.post(f"{GARDEN}/invitations")
def invite(
    garden_id: UUID, inviting: Inviting, request: Request, session: TheSession, asker: SignedIn
) -> LinkView:
    """Invite into a garden."""
    made, key = invitations.into(
        session, str(garden_id), inviting.role, asker.person.name, inviting.days, inviting.people
    )
    return _link(request, made, key)


@router.delete(f"{GARDEN}/invitations/{{invitation}}")
def end_invitation(
    garden_id: UUID, invitation: UUID, session: TheSession, asker: SignedIn, role: MyRole
) -> PeopleView:
    """End an invitation before its time."""
    invitations.end(session, str(garden_id), str(invitation))
    return _seen(session, str(garden_id), asker.person.id, role)


@router.get("/api/people")
def list_people(session: TheSession, asker: SignedIn) -> list[PersonView]:
    """List everybody who has an account."""
    return [
        PersonView(id=one.id, name=one.name, keeper=one.keeper, me=one.id == asker.person.id)
        for one in people.everybody(session)
    ]


@router.post("/api/people/{person}/reset")
def reset_person(person: UUID, request: Request, session: TheSession, asker: SignedIn) -> LinkView:
    """Let somebody who has lost a password set a new one."""
    lost = people.known(session, str(person)).person
    made, key = invitations.to_reset(session, lost.id, asker.person.name)
    return _link(request, made, key)


@router.delete("/api/people/{person}")
def remove_account(person: UUID, session: TheSession, asker: SignedIn) -> list[PersonView]:
    """Remove somebody's account. Gardens that nobody else owns are the keeper's then."""
    people.remove(session, str(person))
    return list_people(session, asker)


def _link(request: Request, made: Invitation, key: str) -> LinkView:
    link = codes.link(request, JOIN + key)
    return LinkView(link=link, picture=codes.rows(link), ends_at=made.ends_at)


def _seen(session: TheSession, garden_id: str, me: str, role: Role) -> PeopleView:
    open_ = invitations.of(session, garden_id) if may(role, "owner") else []
    return PeopleView(
        role=role,
        people=[
            MemberView(id=one.person.id, name=one.person.name, role=one.role,
                       me=one.person.id == me)
            for one in members.members(session, garden_id)
        ],
        invitations=[
            InvitationListed(
                id=one.id, role=one.role or "reader", made_by=one.made_by, ends_at=one.ends_at,
                remaining=one.remaining,
            )
            for one in open_
        ],
    )  # fmt: skip
