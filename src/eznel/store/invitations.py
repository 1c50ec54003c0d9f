"""Links that let somebody in: into a garden, to the first account, or to a new password.

Only the hash of a link's key is stored; whoever made it has seen it once.
"""

import secrets
from dataclasses import dataclass
from datetime import datetime, timedelta
from uuid import uuid4

from sqlalchemy import delete, select, update
from sqlalchemy.orm import Session

from eznel.core.errors import Impossible
from eznel.store.members import ROLES, Role
from eznel.store.people import now
from eznel.store.sign_ins import hash_of
from eznel.store.tables import InvitationRow

KEY_BYTES = 24
MOST_DAYS, MOST_PEOPLE = 60, 60
MOST_OPEN = 50
"""Invitations of one garden that have not ended. [count]"""
RESET_LASTS = timedelta(days=2)
FIRST_LASTS = timedelta(days=7)


@dataclass(frozen=True, slots=True)
class Invitation:
    """A link that has not ended."""

    id: str
    garden_id: str | None
    role: Role | None
    person_id: str | None
    """Whose password it sets anew."""
    made_by: str
    ends_at: datetime
    remaining: int
    """How many may still come by it. [count]"""


def into(
    session: Session, garden_id: str, role: Role, made_by: str, days: int, people: int
) -> tuple[Invitation, str]:
    """Invite into a garden.

    Parameters
    ----------
    session : Session
        Open; committed here.
    garden_id : str
        The garden.
    role : str
        What who comes may do.
    made_by : str
        Who invites.
    days : int
        How long it lasts. [d]
    people : int
        How many may come by it. [count]

    Returns
    -------
    tuple of Invitation and str
        And its key.

    Raises
    ------
    Impossible
        When there are too many already.
    """
    if len(of(session, garden_id)) >= MOST_OPEN:
        raise Impossible("role", "too_many_invitations")
    row = {"garden_id": garden_id, "role": role, "made_by": made_by, "remaining": people}
    return _made(session, timedelta(days=days), **row)


def to_first(session: Session) -> str:
    """Invite to the first account; an earlier link to it ends.

    Parameters
    ----------
    session : Session
        Open; committed here.

    Returns
    -------
    str
        The link's key.
    """
    first = InvitationRow.garden_id.is_(None) & InvitationRow.person_id.is_(None)
    session.execute(delete(InvitationRow).where(first))
    return _made(session, FIRST_LASTS, made_by="")[1]


def to_reset(session: Session, person_id: str, made_by: str) -> tuple[Invitation, str]:
    """Let somebody set a new password; an earlier link to that ends.

    Parameters
    ----------
    session : Session
        Open; committed here.
    person_id : str
        Whose.
    made_by : str
        Who lets them.

    Returns
    -------
    tuple of Invitation and str
        And its key.
    """
    session.execute(delete(InvitationRow).where(InvitationRow.person_id == person_id))
    return _made(session, RESET_LASTS, person_id=person_id, made_by=made_by)


def _made(session: Session, lasts: timedelta, **more: object) -> tuple[Invitation, str]:
    at, key = now(), secrets.token_urlsafe(KEY_BYTES)
    session.execute(delete(InvitationRow).where(InvitationRow.ends_at < at))
    row = InvitationRow(
        id=str(uuid4()), key_hash=hash_of(key), made_at=at, ends_at=at + lasts,
        **{"remaining": 1, **more},
    )  # fmt: skip
    session.add(row)
    session.flush()
    made = _view(row)
    session.commit()
    return made, key


def read(session: Session, key: str) -> Invitation | None:
    """Return the invitation that a key belongs to.

    Parameters
    ----------
    session : Session
        Open.
    key : str
        As it stands in the link.

    Returns
    -------
    Invitation or None
        None where there is none, or where it has ended.
    """
    row = session.scalar(
        select(InvitationRow).where(
            InvitationRow.key_hash == hash_of(key),
            InvitationRow.ends_at > now(),
            InvitationRow.remaining > 0,
        )
    )
    return None if row is None else _view(row)


def take(session: Session, invitation: Invitation) -> None:
    """Use an invitation, within the transaction of whoever asks.

    Parameters
    ----------
    session : Session
        Open; not committed here.
    invitation : Invitation
        As it was read.

    Raises
    ------
    Impossible
        When somebody else was faster.
    """
    taken = session.execute(
        update(InvitationRow)
        .where(InvitationRow.id == invitation.id, InvitationRow.remaining > 0)
        .values(remaining=InvitationRow.remaining - 1)
    )
    if not taken.rowcount:  # type: ignore[attr-defined]
        raise Impossible("key", "invitation_ended")


def of(session: Session, garden_id: str) -> list[Invitation]:
    """Return the invitations into a garden that have not ended, the first to end first.

    Parameters
    ----------
    session : Session
        Open.
    garden_id : str
        The garden.

    Returns
    -------
    list of Invitation
        Without their keys.
    """
    rows = session.scalars(
        select(InvitationRow)
        .where(
            InvitationRow.garden_id == garden_id,
            InvitationRow.ends_at > now(),
            InvitationRow.remaining > 0,
        )
        .order_by(InvitationRow.ends_at, InvitationRow.id)
    )
    return [_view(row) for row in rows]


def end(session: Session, garden_id: str, id_: str) -> None:
    """End an invitation into a garden. A repeat is harmless.

    Parameters
    ----------
    session : Session
        Open; committed here.
    garden_id : str
        The garden.
    id_ : str
        The invitation.
    """
    session.execute(
        delete(InvitationRow).where(InvitationRow.garden_id == garden_id, InvitationRow.id == id_)
    )
    session.commit()


def _view(row: InvitationRow) -> Invitation:
    role = next((one for one in ROLES if one == row.role), None)
    return Invitation(
        row.id, row.garden_id, role, row.person_id, row.made_by, row.ends_at, row.remaining
    )
