"""What people may do in which garden.

A garden that nobody owns, since it was made without sign-in or restored, is its keeper's.
"""

from dataclasses import dataclass
from typing import Literal, get_args

from sqlalchemy import delete, select
from sqlalchemy.dialects.mysql import insert
from sqlalchemy.orm import Session

from eznel.core.errors import Impossible, Unknown
from eznel.store.people import Person, person_of
from eznel.store.tables import GardenRow, MembershipRow, PersonRow

Role = Literal["reader", "helper", "gardener", "owner"]
ROLES: tuple[Role, ...] = get_args(Role)
"""From the one who may least to the one who may most; each may what those before it may."""


@dataclass(frozen=True, slots=True)
class Member:
    """Somebody in a garden."""

    person: Person
    role: Role


def may(role: Role, needed: Role) -> bool:
    """Return whether a role is enough.

    Parameters
    ----------
    role : str
        Somebody's.
    needed : str
        What is asked for.

    Returns
    -------
    bool
        True where it is that or more.
    """
    return ROLES.index(role) >= ROLES.index(needed)


def role_of(stored: str) -> Role:
    """Return a role as stored; of one that a later release may have written, the least.

    Parameters
    ----------
    stored : str
        As it stands in the store.

    Returns
    -------
    str
        One that this release knows.
    """
    return next((one for one in ROLES if one == stored), "reader")


def role_in(session: Session, garden_id: str, person: Person) -> Role | None:
    """Return what somebody may do in a garden.

    Parameters
    ----------
    session : Session
        Open.
    garden_id : str
        The garden, whether it is there or not.
    person : Person
        Who.

    Returns
    -------
    str or None
        None where they are not in it.
    """
    return gardens_of(session, person, garden_id).get(garden_id)


def gardens_of(session: Session, person: Person, only: str | None = None) -> dict[str, Role]:
    """Return the gardens that somebody is in, removed ones too.

    Parameters
    ----------
    session : Session
        Open.
    person : Person
        Who.
    only : str or None
        The one garden that is asked about; None for all.

    Returns
    -------
    dict of str to str
        Garden to role.
    """
    mine = select(MembershipRow).where(MembershipRow.person_id == person.id)
    nobodys = select(GardenRow.id).where(
        GardenRow.id.not_in(select(MembershipRow.garden_id).where(MembershipRow.role == "owner"))
    )
    if only is not None:
        mine = mine.where(MembershipRow.garden_id == only)
        nobodys = nobodys.where(GardenRow.id == only)
    found: dict[str, Role] = {row.garden_id: role_of(row.role) for row in session.scalars(mine)}
    if person.keeper:
        found.update(dict.fromkeys(session.scalars(nobodys), "owner"))
    return found


def members(session: Session, garden_id: str) -> list[Member]:
    """Return who is in a garden, by name.

    Parameters
    ----------
    session : Session
        Open.
    garden_id : str
        The garden.

    Returns
    -------
    list of Member
        The keeper too, while nobody owns it.
    """
    rows = session.execute(
        select(PersonRow, MembershipRow.role)
        .join(MembershipRow, MembershipRow.person_id == PersonRow.id)
        .where(MembershipRow.garden_id == garden_id)
        .order_by(PersonRow.known_as)
    )
    found = [Member(person_of(row), role_of(role)) for row, role in rows]
    if any(one.role == "owner" for one in found):
        return found
    keeper = session.scalar(select(PersonRow).where(PersonRow.keeper))
    if keeper is None:
        return found
    others = [one for one in found if one.person.id != keeper.id]
    return [Member(person_of(keeper), "owner"), *others]


def join(session: Session, garden_id: str, person_id: str, role: Role) -> None:
    """Let somebody into a garden, within the transaction of whoever asks.

    Whoever is in it already keeps what they may do there, or gets more.

    Parameters
    ----------
    session : Session
        Open; not committed here.
    garden_id : str
        The garden.
    person_id : str
        Who.
    role : str
        What they may do.
    """
    had = session.get(MembershipRow, (garden_id, person_id))
    if had is None or may(role, role_of(had.role)):
        row = insert(MembershipRow).values(garden_id=garden_id, person_id=person_id, role=role)
        session.execute(row.on_duplicate_key_update(role=row.inserted.role))


def change(session: Session, garden_id: str, person_id: str, role: Role) -> None:
    """Change what somebody in a garden may do.

    Parameters
    ----------
    session : Session
        Open; committed here.
    garden_id : str
        The garden.
    person_id : str
        Who.
    role : str
        What they may do from now on.

    Raises
    ------
    Unknown
        When they are not in it.
    Impossible
        When nobody would own it any more.
    """
    _stays_owned(session, garden_id, person_id, role)
    row = insert(MembershipRow).values(garden_id=garden_id, person_id=person_id, role=role)
    session.execute(row.on_duplicate_key_update(role=row.inserted.role))
    session.commit()


def leave(session: Session, garden_id: str, person_id: str) -> None:
    """Take somebody out of a garden.

    Parameters
    ----------
    session : Session
        Open; committed here.
    garden_id : str
        The garden.
    person_id : str
        Who.

    Raises
    ------
    Unknown
        When they are not in it.
    Impossible
        When nobody would own it any more.
    """
    _stays_owned(session, garden_id, person_id, None)
    session.execute(
        delete(MembershipRow).where(
            MembershipRow.garden_id == garden_id, MembershipRow.person_id == person_id
        )
    )
    session.commit()


def _stays_owned(session: Session, garden_id: str, person_id: str, role: Role | None) -> None:
    """Refuse what would leave a garden without an owner; two who go at once wait in a line."""
    session.rollback()
    session.execute(select(GardenRow.id).where(GardenRow.id == garden_id).with_for_update())
    there = members(session, garden_id)
    if all(one.person.id != person_id for one in there):
        raise Unknown("person", "not_in_garden")
    owners = [one.person.id for one in there if one.role == "owner"]
    if role != "owner" and owners == [person_id]:
        raise Impossible("role", "last_owner")
