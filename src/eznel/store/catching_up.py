"""A garden that is known at an earlier revision, brought up to date by what its journal says.

Reading all rows of a garden takes longer with every year that is in it; what has changed since it
was read last is seldom more than a few things.
"""

from collections.abc import Mapping, Sequence
from dataclasses import replace
from typing import Any

from pydantic import BaseModel, ValidationError
from sqlalchemy.orm import Session

from eznel.store import journal, reading
from eznel.store.aside import with_fields
from eznel.store.kinds import KINDS, key_of
from eznel.store.reading import Stored

KNOWN = "known gardens"
"""In a session's info: gardens as they were read earlier, by their id."""

MOST_CHANGES = 200
"""From so many changes on a garden is read anew. [count]"""


def current(session: Session, garden_id: str) -> Stored:
    """Return a garden as it is now.

    Parameters
    ----------
    session : Session
        Open; its info may have known gardens.
    garden_id : str
        The garden.

    Returns
    -------
    Stored
        The same as if all of its rows had been read.

    Raises
    ------
    Missing
        When there is no such garden, or it was removed.
    """
    known: Mapping[str, Stored] = session.info.get(KNOWN, {})
    earlier, revision = known.get(garden_id), reading.revision(session, garden_id)
    now = _caught_up(session, earlier, revision) if earlier is not None else None
    if now is None:
        number = journal.last_number(session, garden_id)
        now = replace(reading.load(session, garden_id), number=number)
    return now


def _caught_up(session: Session, known: Stored, revision: int) -> Stored | None:
    """The garden made from how it was; None where the journal does not tell it in few words."""
    if known.aside or not known.number or not 0 <= revision - known.revision <= MOST_CHANGES:
        return None
    since = journal.since(session, str(known.file.garden.id), known.number, MOST_CHANGES + 1)
    if [one.revision for one in since] != list(range(known.revision + 1, revision + 1)):
        return None
    try:
        return _followed(known, since) if since else known
    except (KeyError, ValidationError):
        return None


def _followed(known: Stored, since: Sequence[journal.Written]) -> Stored:
    """The garden after some changes. Raises KeyError for one that is none of a few things."""
    parts: dict[str, BaseModel] = {"garden": known.file.garden, "log": known.file.log}
    settings: dict[str, Any] = {}
    things: dict[str, dict[str, BaseModel]] = {}
    revisions, settings_revision = dict(known.revisions), known.settings_revision
    for change in since:
        if change.kind == "settings":
            settings, settings_revision = {**(change.after or {})}, change.thing_revision
            continue
        kind = KINDS["weather" if change.kind == journal.DAYS else change.kind]
        if kind.name not in things:
            stored: Sequence[BaseModel] = getattr(parts[kind.part], kind.name)
            things[kind.name] = {key_of(one): one for one in stored}
        gone, come = _things_of(change)
        for key in gone:  # what is replaced keeps its place
            if key not in come or change.kind == journal.DAYS:
                del things[kind.name][key], revisions[key]
        for key, row in come.items():
            things[kind.name][key] = kind.parse(row)
            revisions[key] = change.thing_revision
    changed: dict[str, dict[str, Any]] = {"garden": settings, "log": {}}
    for name, ones in things.items():
        changed[KINDS[name].part][name] = tuple(ones.values())
    file = with_fields(
        known.file, {part: with_fields(parts[part], changed[part]) for part in parts}
    )
    return replace(
        known, file=file, revision=since[-1].revision, settings_revision=settings_revision,
        revisions=revisions, number=since[-1].number,
    )  # fmt: skip


def _things_of(change: journal.Written) -> tuple[set[str], dict[str, Any]]:
    """What a change took away or replaced, by key, and what it brought."""
    if change.kind == journal.DAYS:
        before, after = ((rows or {}).get("days", []) for rows in (change.before, change.after))
        return {day["id"] for day in before}, {day["id"]: day for day in after}
    key = change.thing_id
    return {key} if change.before else set(), {key: change.after} if change.after else {}
