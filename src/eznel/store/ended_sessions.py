"""Sessions that were ended before their time: signed out on the server, not in a browser alone."""

from datetime import UTC, datetime, timedelta

from sqlalchemy import delete, select
from sqlalchemy.dialects.mysql import insert
from sqlalchemy.orm import Session

from eznel.store.tables import EndedSessionRow


def end(session: Session, key: str, life_s: float) -> None:
    """End a browser's session for good; those that are over by themselves are forgotten.

    Parameters
    ----------
    session : Session
        Open; committed here.
    key : str
        The browser's session.
    life_s : float
        How long a session lasts. [s]
    """
    now = datetime.now(UTC).replace(tzinfo=None, microsecond=0)
    session.execute(delete(EndedSessionRow).where(EndedSessionRow.until < now))
    row = insert(EndedSessionRow).values(id=key, until=now + timedelta(seconds=life_s))
    session.execute(row.on_duplicate_key_update(until=row.inserted.until))
    session.commit()


def ended(session: Session, key: str) -> bool:
    """Return whether a browser's session was ended.

    Parameters
    ----------
    session : Session
        Open.
    key : str
        The browser's session.

    Returns
    -------
    bool
        False for one that lasts, or was never there.
    """
    found = session.scalar(select(EndedSessionRow.id).where(EndedSessionRow.id == key))
    return found is not None
