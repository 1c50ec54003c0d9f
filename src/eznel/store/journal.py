"""The journal: what was changed, when and by whom. Append only."""

from dataclasses import dataclass
from datetime import UTC, datetime

from sqlalchemy import insert
from sqlalchemy.orm import Session

from eznel.store.kinds import Row
from eznel.store.tables import JournalRow


@dataclass(frozen=True, slots=True, kw_only=True)
class Change:
    """One write: the thing as it was and as it is; None where it was or is not there."""

    garden_id: str
    revision: int
    who: str
    kind: str
    thing_id: str
    before: Row | None
    after: Row | None


def append(session: Session, change: Change) -> None:
    """Add a write to the journal, in the transaction that writes it.

    Parameters
    ----------
    session : Session
        Open; not committed here. [session]
    change : Change
        The write. [document]
    """
    session.execute(
        insert(JournalRow).values(
            garden_id=change.garden_id,
            revision=change.revision,
            written_at=datetime.now(UTC).replace(tzinfo=None),
            who=change.who,
            kind=change.kind,
            thing_id=change.thing_id,
            before=change.before,
            after=change.after,
        )
    )
