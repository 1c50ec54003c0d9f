"""Accounts in a backup: who there is, what they prove themselves by, and their roles in gardens.

They come back only into a store in which nobody has an account, as after the loss of a machine.
Where somebody has one, what is here now counts: no old password works again, and nobody whom an
owner has taken out of a garden is back in it. Where people are signed in is in no backup.
"""

from collections.abc import Collection
from datetime import datetime
from typing import Annotated

from pydantic import BaseModel, ConfigDict, Field
from sqlalchemy import select
from sqlalchemy.orm import Session

from eznel.core.errors import Impossible
from eznel.store import people
from eznel.store.members import Role, role_of
from eznel.store.tables import MembershipRow, PersonRow

Id = Annotated[str, Field(max_length=60)]


class SavedPerson(BaseModel):
    """An account: its password as a hash, and what its codes are made of."""

    model_config = ConfigDict(frozen=True, extra="forbid")

    id: Id
    name: Annotated[str, Field(min_length=1, max_length=200)]
    password: Annotated[str, Field(max_length=200)]
    code_secret: Annotated[str, Field(max_length=60, pattern="^[A-Z2-7]+=*$")] | None
    code_step: Annotated[int, Field(ge=0, lt=2**31)] | None
    keeper: bool
    made_at: datetime
    roles: dict[Id, Role]
    """By garden."""


def saved(session: Session) -> tuple[SavedPerson, ...]:
    """Return all accounts, by name.

    Parameters
    ----------
    session : Session
        Open.

    Returns
    -------
    tuple of SavedPerson
        Empty where Eznel was never shared.
    """
    roles: dict[str, dict[str, Role]] = {}
    for row in session.scalars(select(MembershipRow).order_by(MembershipRow.garden_id)):
        roles.setdefault(row.person_id, {})[row.garden_id] = role_of(row.role)
    rows = session.scalars(select(PersonRow).order_by(PersonRow.known_as))
    return tuple(
        SavedPerson.model_validate(
            {
                **{
                    name: getattr(row, name) for name in SavedPerson.model_fields if name != "roles"
                },
                "roles": roles.get(row.id, {}),
            }
        )
        for row in rows
    )


def put_back(session: Session, those: Collection[SavedPerson], gardens: Collection[str]) -> bool:
    """Bring accounts back, where nobody has one, within the transaction of whoever asks.

    Parameters
    ----------
    session : Session
        Open; not committed here.
    those : collection of SavedPerson
        From a backup.
    gardens : collection of str
        Those that come back with them: a role in any other is none.

    Returns
    -------
    bool
        False where somebody has an account here, and nothing was done.

    Raises
    ------
    Impossible
        When two of them are one, as in no backup that was made here.
    """
    if not people.is_empty(session):
        return False
    names = {one.id: people.known_as(one.name) for one in those}
    if len(set(names.values())) < len(those):
        raise Impossible("file", "backup_damaged")
    for one in those:
        session.add(PersonRow(**one.model_dump(exclude={"roles"}), known_as=names[one.id]))
    session.flush()
    for one in those:
        for garden_id, role in one.roles.items():
            if garden_id in gardens:
                session.add(MembershipRow(garden_id=garden_id, person_id=one.id, role=role))
    session.flush()
    return True
