"""Gardens into the store: create or replace whole, save one thing, remove one, save settings.

Check, write and journal are one transaction, begun by locking the garden's row, so two writers
cannot both pass a check and then both write. Different things never conflict: each has a revision
of its own; the garden's revision counts all writes and keys caches. A write that is based on an
older revision is merged field by field; where both changed the same field, it is refused.
"""

from collections.abc import Mapping, Sequence
from dataclasses import dataclass
from types import MappingProxyType

from pydantic import BaseModel
from sqlalchemy.orm import Session

from eznel.core.document import Garden, GardenFile, WeatherDay
from eznel.core.errors import Impossible
from eznel.store import journal, members, photos
from eznel.store._turning import turned
from eznel.store._writing import (
    Actor,
    Check,
    InUse,
    Stale,
    dumped,
    find,
    locked,
    locked_there,
    merged,
    merged_thing,
    now,
    remove_thing,
    settings_of,
    with_settings,
    write_days,
    write_settings,
    write_thing,
    write_things,
    write_whole,
)
from eznel.store.kinds import Kind, key_of

__all__ = [
    "InUse",
    "Stale",
    "Written",
    "add",
    "keep_days",
    "put",
    "remove",
    "replace",
    "revert",
    "save_settings",
]


@dataclass(frozen=True, slots=True)
class Written:
    """Revisions after a write."""

    revision: int
    garden_revision: int


def replace(
    session: Session,
    file: GardenFile,
    *,
    based_on: int,
    who: str,
    check: Check,
    owner: str | None = None,
) -> Written:
    """Create a garden, or replace it whole.

    Parameters
    ----------
    session : Session
        Open; committed here.
    file : GardenFile
        The garden with its log.
    based_on : int
        The garden's revision that this was made from; 0 for a new one. [count]
    who : str
        Who did it, for the journal.
    check : callable
        Raises what is wrong with the garden.
    owner : str or None
        Whose a new one is; None where nobody signs in.

    Returns
    -------
    Written
        The garden's revision, twice.

    Raises
    ------
    Stale
        When the garden has moved on, or is there already.
    """
    bare = file.model_copy(update={"photos": ()})
    check(bare)
    with locked(session, str(file.garden.id)) as stored:
        photos.put_back(session, file)
        had = stored.revision if stored else 0
        if stored and stored.file == bare:
            return Written(had, had)
        if had != based_on:
            raise Stale(None, had)
        if owner is not None and stored is None:
            members.join(session, str(file.garden.id), owner, "owner")
        number = write_whole(session, stored, bare, Actor(who))
        return Written(number, number)


def put(
    session: Session,
    garden_id: str,
    kind: Kind,
    thing: BaseModel,
    *,
    based_on: int,
    who: str,
    check: Check,
) -> Written:
    """Create or replace one thing. A repeat of the same write is harmless.

    Parameters
    ----------
    session : Session
        Open; committed here.
    garden_id : str
        The garden.
    kind : Kind
        The thing's kind.
    thing : BaseModel
        The thing.
    based_on : int
        The thing's revision that this was made from; 0 for a new one. [count]
    who : str
        Who did it, for the journal.
    check : callable
        Raises what is wrong with the garden as it would be.

    Returns
    -------
    Written
        The thing's revision and the garden's.

    Raises
    ------
    Missing
        When there is no such garden.
    Stale
        When the thing has moved on since and both changed the same fields.
    """
    key = key_of(thing)
    with locked_there(session, garden_id) as stored:
        theirs = now(stored, kind, key)
        had = stored.revisions[key] if theirs else 0
        if theirs == dumped(thing):
            return Written(had, stored.revision)
        if had != based_on:
            base = journal.version(session, garden_id, (kind.path, key), based_on)
            mine = thing.model_dump(mode="json")
            thing = merged_thing(kind, base, mine, theirs, had)
            if theirs == dumped(thing):
                return Written(had, stored.revision)
        if theirs and kind.stays:
            kind.stays(kind.parse(theirs), thing)
        return Written(*write_thing(session, stored, kind, thing, check, Actor(who)))


def add(
    session: Session, garden_id: str, kind: Kind, things: Sequence[BaseModel], *, who: str,
    check: Check, based_on: Mapping[str, int] = MappingProxyType({}),
) -> Written:  # fmt: skip
    """Create or replace several things at once, all or none. What is there just so stays.

    Parameters
    ----------
    session : Session
        Open; committed here.
    garden_id : str
        The garden.
    kind : Kind
        Their kind.
    things : sequence of BaseModel
        The things.
    who : str
        Who did it, for the journal.
    check : callable
        Raises what is wrong with the garden as it would be.
    based_on : mapping of str to int
        The revisions that replaced ones were made from, by key. [count]

    Returns
    -------
    Written
        The garden's revision, twice.

    Raises
    ------
    Missing
        When there is no such garden.
    Stale
        When one of them is there already, differs, and is not based on what it is now.
    """
    with locked_there(session, garden_id) as stored:
        new = []
        for thing in things:
            key = key_of(thing)
            theirs = find(stored.file, kind, key)
            if theirs == thing:
                continue
            if theirs is not None and stored.revisions[key] != based_on.get(key, 0):
                raise Stale(dumped(theirs), stored.revisions[key])
            if theirs is not None and kind.stays:
                kind.stays(theirs, thing)
            new.append(thing)
        number = write_things(session, stored, kind, new, check, Actor(who)) if new else 0
        return Written(number or stored.revision, number or stored.revision)


def keep_days(
    session: Session, garden_id: str, days: Sequence[WeatherDay], *, who: str, check: Check
) -> tuple[Written, tuple[WeatherDay, ...]]:
    """Keep the weather of several days in one write, all or none; a day is there once.

    Parameters
    ----------
    session : Session
        Open; committed here.
    garden_id : str
        The garden.
    days : sequence of WeatherDay
        The days; what is there already just so stays.
    who : str
        Who did it, for the journal.
    check : callable
        Raises what is wrong with the garden as it would be.

    Returns
    -------
    tuple of Written and tuple of WeatherDay
        The garden's revision, twice; and the days that were there before.

    Raises
    ------
    Missing
        When there is no such garden.
    """
    with locked_there(session, garden_id) as stored:
        number = write_days(session, stored, days, check, Actor(who))
        return Written(number, number), stored.file.log.weather


def remove(
    session: Session, garden_id: str, kind: Kind, key: str, *, based_on: int, who: str
) -> Written:
    """Remove one thing. Removing what is not there any more is harmless.

    Parameters
    ----------
    session : Session
        Open; committed here.
    garden_id : str
        The garden.
    kind : Kind
        The thing's kind.
    key : str
        Its id.
    based_on : int
        The thing's revision that was seen. [count]
    who : str
        Who did it, for the journal.

    Returns
    -------
    Written
        0 and the garden's revision.

    Raises
    ------
    Missing
        When there is no such garden.
    Stale
        When the thing has moved on since.
    InUse
        When another thing still names it.
    """
    with locked_there(session, garden_id) as stored:
        theirs = now(stored, kind, key)
        if theirs is not None and stored.revisions[key] != based_on:
            raise Stale(theirs, stored.revisions[key])
        return Written(*remove_thing(session, stored, kind, key, Actor(who)))


def save_settings(
    session: Session, garden: Garden, *, based_on: int, who: str, check: Check
) -> Written:
    """Save a garden's settings: name, site, preferences, and the day its calendar stands on.

    Parameters
    ----------
    session : Session
        Open; committed here.
    garden : Garden
        With the new settings; its things are not looked at.
    based_on : int
        The settings' revision that this was made from. [count]
    who : str
        Who did it, for the journal.
    check : callable
        Raises what is wrong with the garden as it would be.

    Returns
    -------
    Written
        The settings' revision and the garden's.

    Raises
    ------
    Missing
        When there is no such garden.
    Stale
        When the settings have moved on since and both changed the same of them.
    """
    garden_id = str(garden.id)
    with locked_there(session, garden_id) as stored:
        mine, theirs = settings_of(garden), settings_of(stored.file.garden)
        had = stored.settings_revision
        if mine != theirs and had != based_on:
            base = journal.version(session, garden_id, ("settings", garden_id), based_on)
            garden = with_settings(stored, merged(base, mine, theirs, had))
        if settings_of(garden) == theirs:
            return Written(had, stored.revision)
        return Written(*write_settings(session, stored, garden, check, Actor(who)))


def revert(
    session: Session, garden_id: str, number: int, act: journal.Act, *, who: str, check: Check
) -> Written:
    """Take back one change, or do again what was taken back; a repeat is harmless.

    What was written together with it goes or comes with it, all or none. What has changed since
    in other fields stays as it is.

    Parameters
    ----------
    session : Session
        Open; committed here.
    garden_id : str
        The garden.
    number : int
        The change's, in the journal. [number]
    act : str
        "undo" or "redo".
    who : str
        Who did it, for the journal.
    check : callable
        Raises what is wrong with the garden as it would be.

    Returns
    -------
    Written
        The thing's revision and the garden's.

    Raises
    ------
    Missing
        When there is no such garden.
    Impossible
        When there is no such change, or it is a garden's beginning.
    Stale
        When the same fields have changed since.
    InUse
        When what would go is named by another thing.
    """
    with locked_there(session, garden_id) as stored:
        change = journal.entry(session, garden_id, number)
        if change is None or change.act != "write":
            raise Impossible("number", "no_such_change", number=number)
        undone = number in journal.undoable(session, garden_id).undone
        if undone == (act == "undo"):
            return Written(0, stored.revision)
        changes = journal.together(session, change)
        return Written(*turned(session, stored, changes, act, who=who, check=check))
