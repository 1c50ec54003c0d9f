"""Gardens that were removed: in no list, brought back for a month, and then gone for good."""

from dataclasses import dataclass
from datetime import UTC, datetime, timedelta

from sqlalchemy import Engine, delete, select, update
from sqlalchemy.orm import Session

from eznel.store._writing import locked_there
from eznel.store.reading import Missing
from eznel.store.tables import (
    CalendarKeyRow,
    GardenRow,
    InvitationRow,
    JournalRow,
    MembershipRow,
    PhotoRow,
)

KEPT_DAYS = 30
"""How long a removed garden can be brought back. [d]"""


@dataclass(frozen=True, slots=True)
class RemovedGarden:
    """A garden that can be brought back."""

    id: str
    name: str
    removed_at: datetime
    gone_at: datetime


def remove(session: Session, garden_id: str) -> RemovedGarden:
    """Remove a garden; nothing of it is lost for a month.

    Parameters
    ----------
    session : Session
        Open; committed here.
    garden_id : str
        The garden.

    Returns
    -------
    RemovedGarden
        Until when it can be brought back.

    Raises
    ------
    Missing
        When there is no such garden.
    """
    at = datetime.now(UTC).replace(tzinfo=None)
    with locked_there(session, garden_id) as stored:
        name = stored.file.garden.name
        _mark(session, garden_id, at)
    return _removed(garden_id, name, at)


def bring_back(session: Session, garden_id: str) -> None:
    """Bring a removed garden back as it was. A repeat is harmless.

    Parameters
    ----------
    session : Session
        Open; committed here.
    garden_id : str
        The garden.

    Raises
    ------
    Missing
        When there is no such garden any more.
    """
    if session.scalar(select(GardenRow.id).where(GardenRow.id == garden_id)) is None:
        raise Missing(garden_id)
    _mark(session, garden_id, None)
    session.commit()


def removed(session: Session) -> list[RemovedGarden]:
    """Return the gardens that can be brought back, the last removed first.

    Parameters
    ----------
    session : Session
        Open.

    Returns
    -------
    list of RemovedGarden
        Mostly empty.
    """
    rows = session.execute(
        select(GardenRow.id, GardenRow.name, GardenRow.removed_at)
        .where(GardenRow.removed_at.is_not(None))
        .order_by(GardenRow.removed_at.desc(), GardenRow.id)
    )
    return [_removed(id_, name, at) for id_, name, at in rows if at is not None]


def clear(engine: Engine, now: datetime) -> int:
    """Delete for good what was removed longer ago than a month, its journal, photos and people's
    places in it too.

    Parameters
    ----------
    engine : Engine
        Of the store.
    now : datetime
        In UTC, without a zone.

    Returns
    -------
    int
        Gardens deleted. [count]
    """
    with Session(engine) as session:
        past = now - timedelta(days=KEPT_DAYS)
        ids = list(session.scalars(select(GardenRow.id).where(GardenRow.removed_at < past)))
        for table in (CalendarKeyRow, InvitationRow, JournalRow, MembershipRow, PhotoRow):
            session.execute(delete(table).where(table.garden_id.in_(ids)))
        session.execute(delete(GardenRow).where(GardenRow.id.in_(ids)))
        session.commit()
    return len(ids)


def _mark(session: Session, garden_id: str, at: datetime | None) -> None:
    session.execute(update(GardenRow).where(GardenRow.id == garden_id).values(removed_at=at))


def _removed(garden_id: str, name: str, at: datetime) -> RemovedGarden:
    return RemovedGarden(garden_id, name, at, at + timedelta(days=KEPT_DAYS))
