"""The private address of a garden's calendar: a long key that nobody can guess.

It is no part of the garden: it is in no file that leaves, and replacing a garden whole keeps it.
"""

import secrets

from sqlalchemy import Engine, delete, insert, select
from sqlalchemy.orm import Session

from eznel.store.reading import revision
from eznel.store.tables import CalendarKeyRow

KEY_BYTES = 24


def key_of(session: Session, garden_id: str) -> str | None:
    """Return the key of a garden's calendar, if it has one.

    Parameters
    ----------
    session : Session
        Open.
    garden_id : str
        The garden.

    Returns
    -------
    str or None
        None where nobody has asked for an address.
    """
    return session.scalar(select(CalendarKeyRow.key).where(CalendarKeyRow.garden_id == garden_id))


def renew(session: Session, garden_id: str) -> str:
    """Give a garden's calendar a new key; an earlier one ends.

    Parameters
    ----------
    session : Session
        Open; committed here.
    garden_id : str
        The garden.

    Returns
    -------
    str
        The key.

    Raises
    ------
    Missing
        When there is no such garden.
    """
    revision(session, garden_id)
    key = secrets.token_urlsafe(KEY_BYTES)
    session.execute(delete(CalendarKeyRow).where(CalendarKeyRow.garden_id == garden_id))
    session.execute(insert(CalendarKeyRow).values(garden_id=garden_id, key=key))
    session.commit()
    return key


def end(session: Session, garden_id: str) -> None:
    """End the address of a garden's calendar.

    Parameters
    ----------
    session : Session
        Open; committed here.
    garden_id : str
        The garden.
    """
    session.execute(delete(CalendarKeyRow).where(CalendarKeyRow.garden_id == garden_id))
    session.commit()


def end_all(engine: Engine) -> int:
    """End the addresses of all calendars.

    Parameters
    ----------
    engine : Engine
        Of the store.

    Returns
    -------
    int
        How many there were. [count]
    """
    with engine.begin() as connection:
        return connection.execute(delete(CalendarKeyRow)).rowcount


def garden_of(session: Session, key: str) -> str | None:
    """Return the garden that a key opens.

    Parameters
    ----------
    session : Session
        Open.
    key : str
        As it stands in the address.

    Returns
    -------
    str or None
        Its id; None where no calendar has that key.
    """
    return session.scalar(select(CalendarKeyRow.garden_id).where(CalendarKeyRow.key == key))
