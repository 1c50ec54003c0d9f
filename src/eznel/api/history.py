"""The journal: what was changed, and undo and redo."""

from collections.abc import Mapping
from typing import Any, Literal
from uuid import UUID

from pydantic import BaseModel

from eznel.api import routers
from eznel.api.asking import MyRole
from eznel.api.changed import FieldChanged, fields_changed
from eznel.api.moments import Moment
from eznel.api.problems import NotAllowed
from eznel.api.revisions import WrittenView, written
from eznel.api.services import TheServices, TheSession, Who
from eznel.store import gardens, journal, reading
from eznel.store.kinds import KINDS
from eznel.store.members import Role, may

router = routers.router("/api/gardens/{garden_id}", "journal")

MOST_SHOWN = 100


class ChangeView(BaseModel):
    """One change: whose, when, of which thing, and what."""

    number: int
    written_at: Moment
    who: str
    kind: str
    thing: str
    name: str
    what: Literal["added", "changed", "removed"]
    thing_as: dict[str, Any]
    """The thing as the change left it, or as it was when it was removed."""
    fields: list[FieldChanged]
    act: Literal["write", "undo", "redo"]
    undone: bool
    together: int
    """How many changes were written together; they are taken back together. [count]"""


class JournalView(BaseModel):
    """The newest changes, and which of them undo and redo would act on next."""

    undo: ChangeView | None
    redo: ChangeView | None
    changes: list[ChangeView]


@router.get("/journal")
def read_journal(
    garden_id: UUID, session: TheSession, thing: str | None = None, before: int | None = None
) -> JournalView:
    """Read the journal of a garden, or of one thing in it, newest first."""
    reading.revision(session, str(garden_id))
    next_ = journal.undoable(session, str(garden_id))
    found = journal.entries(session, str(garden_id), thing_id=thing, before=before, most=MOST_SHOWN)

    turns = [
        number and journal.entry(session, str(garden_id), number)
        for number in (next_.undo, next_.redo)
    ]
    shown = [change for change in (*turns, *found) if change]
    counts = journal.counts(session, str(garden_id), shown)
    views = {change.number: _view(change, next_.undone, counts) for change in shown}
    undo, redo = (views[change.number] if change else None for change in turns)
    return JournalView(undo=undo, redo=redo, changes=[views[change.number] for change in found])


@router.post("/undo/{number}")
def undo_change(
    garden_id: UUID,
    number: int,
    session: TheSession,
    services: TheServices,
    who: Who,
    role: MyRole,
) -> WrittenView:
    """Take back one change."""
    _may_turn(session, str(garden_id), number, role)
    done = gardens.revert(session, str(garden_id), number, "undo", who=who, check=services.check)
    return written(done)


@router.post("/redo/{number}")
def redo_change(
    garden_id: UUID,
    number: int,
    session: TheSession,
    services: TheServices,
    who: Who,
    role: MyRole,
) -> WrittenView:
    """Do again a change that was taken back."""
    _may_turn(session, str(garden_id), number, role)
    done = gardens.revert(session, str(garden_id), number, "redo", who=who, check=services.check)
    return written(done)


def _may_turn(session: TheSession, garden_id: str, number: int, role: Role) -> None:
    """Refuse to turn back what one may not do: a plan's things take more than what is noted."""
    change = journal.entry(session, garden_id, number)
    if change is None:
        return
    noted = change.kind == journal.DAYS or (
        change.kind in KINDS and KINDS[change.kind].part == "log"
    )
    needed: Role = "helper" if noted else "owner" if change.kind == "garden" else "gardener"
    if not may(role, needed):
        raise NotAllowed("", f"needs_{needed}")


def _view(change: journal.Written, undone: frozenset[int], counts: Mapping[int, int]) -> ChangeView:
    before, after = change.before or {}, change.after or {}
    shown = after or before
    whole = change.kind == "garden"
    many = whole or change.kind == journal.DAYS
    return ChangeView(
        number=change.number,
        written_at=change.written_at,
        who=change.who,
        kind=change.kind,
        thing=change.thing_id,
        name=_name(shown["garden"] if whole else shown),
        thing_as={} if many else shown,
        what="changed" if before and after else "added" if after else "removed",
        fields=[] if many else fields_changed(before, after),
        act=change.act,
        undone=change.number in undone,
        together=counts[change.together] if change.together is not None else 1,
    )


NAMING = (
    "name", "lab", "source", "variety", "crop", "stage", "material", "on", "to", "key",
)  # fmt: skip


def _name(thing: dict[str, Any]) -> str:
    """What people know a thing by."""
    for field in NAMING:
        if thing.get(field):
            return str(thing[field])
    return ""
