"""Where people are signed in: a row for each browser, by the hash of what its cookie holds.

A database that is read by somebody else opens no door: the hash leads back to no cookie.
"""

import secrets
from dataclasses import dataclass
from datetime import datetime, timedelta
from hashlib import sha256

from sqlalchemy import delete, select, update
from sqlalchemy.orm import Session

from eznel.store.people import Person, now, person_of
from eznel.store.tables import PersonRow, SignInRow

LASTS = timedelta(days=60)
"""So long after it was last seen a browser is asked again. [d]"""
SEEN_EVERY = timedelta(hours=1)
"""How finely it is noted when a browser was seen. [h]"""
MOST = 40
"""Browsers of one person; the one that was not seen for longest goes. [count]"""
TOKEN_BYTES = 32


@dataclass(frozen=True, slots=True)
class SignIn:
    """A browser in which somebody is signed in."""

    id: str
    began_at: datetime
    seen_at: datetime
    browser: str
    network: str


def hash_of(token: str) -> str:
    """Return what the store knows a secret by.

    Parameters
    ----------
    token : str
        A long one that nobody can guess.

    Returns
    -------
    str
        Of 64 characters.
    """
    return sha256(token.encode()).hexdigest()


def begin(session: Session, person_id: str, browser: str, network: str) -> str:
    """Sign somebody in.

    Parameters
    ----------
    session : Session
        Open; committed here.
    person_id : str
        Who.
    browser : str
        What it says of itself.
    network : str
        Where it is.

    Returns
    -------
    str
        What its cookie holds.
    """
    at, token = now(), secrets.token_urlsafe(TOKEN_BYTES)
    session.execute(delete(SignInRow).where(SignInRow.seen_at < at - LASTS))
    session.add(SignInRow(
        id=hash_of(token), person_id=person_id, began_at=at, seen_at=at,
        browser=browser[:200], network=network[:80],
    ))  # fmt: skip
    session.flush()
    for old in of(session, person_id)[MOST:]:
        session.execute(delete(SignInRow).where(SignInRow.id == old.id))
    session.commit()
    return token


def seen(session: Session, token: str) -> tuple[Person, str] | None:
    """Return who a browser's cookie belongs to.

    Parameters
    ----------
    session : Session
        Open; committed here where it is noted that the browser was seen.
    token : str
        What the cookie holds.

    Returns
    -------
    tuple of Person and str, or None
        Who, and the sign-in; None where it is not ours, has ended or is too old.
    """
    at, id_ = now(), hash_of(token)
    found = session.execute(
        select(PersonRow, SignInRow.seen_at)
        .join(SignInRow, SignInRow.person_id == PersonRow.id)
        .where(SignInRow.id == id_, SignInRow.seen_at >= at - LASTS)
    ).one_or_none()
    if found is None:
        return None
    person = person_of(found[0])
    if found[1] < at - SEEN_EVERY:
        session.execute(update(SignInRow).where(SignInRow.id == id_).values(seen_at=at))
        session.commit()
    return person, id_


def of(session: Session, person_id: str) -> list[SignIn]:
    """Return where somebody is signed in, the latest seen first.

    Parameters
    ----------
    session : Session
        Open.
    person_id : str
        Who.

    Returns
    -------
    list of SignIn
        Each browser.
    """
    rows = session.scalars(
        select(SignInRow)
        .where(SignInRow.person_id == person_id, SignInRow.seen_at >= now() - LASTS)
        .order_by(SignInRow.seen_at.desc(), SignInRow.id)
    )
    return [SignIn(row.id, row.began_at, row.seen_at, row.browser, row.network) for row in rows]


def is_known(session: Session, person_id: str, network: str) -> bool:
    """Return whether somebody is signed in from a network already.

    Parameters
    ----------
    session : Session
        Open.
    person_id : str
        Who.
    network : str
        Where.

    Returns
    -------
    bool
        True where it is no stranger's.
    """
    return any(one.network == network for one in of(session, person_id))


def end(session: Session, person_id: str, id_: str) -> None:
    """Sign a browser out. A repeat is harmless.

    Parameters
    ----------
    session : Session
        Open; committed here.
    person_id : str
        Whose.
    id_ : str
        The sign-in.
    """
    session.execute(delete(SignInRow).where(SignInRow.id == id_, SignInRow.person_id == person_id))
    session.commit()


def end_all(session: Session, person_id: str) -> None:
    """Sign every browser of somebody out.

    Parameters
    ----------
    session : Session
        Open; committed here.
    person_id : str
        Whose.
    """
    session.execute(delete(SignInRow).where(SignInRow.person_id == person_id))
    session.commit()
