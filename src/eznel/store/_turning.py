"""Changes of the journal taken back, or done again: what was written together turns together."""

from collections.abc import Sequence
from dataclasses import replace

from pydantic import BaseModel
from sqlalchemy.orm import Session

from eznel.core.document import WeatherDay, upgrades
from eznel.core.errors import Impossible
from eznel.store import journal
from eznel.store._writing import (
    Actor,
    Check,
    Stale,
    dumped,
    find,
    merged,
    merged_thing,
    now,
    remove_one,
    replace_days,
    settings_of,
    together,
    with_settings,
    with_things,
    without_things,
    write_one,
    write_settings,
    write_whole,
)
from eznel.store.kinds import KINDS, Kind, Row, key_of
from eznel.store.reading import Stored

Way = tuple[Row | None, Row | None]
"""From what a change left to what is to be reached."""


def turned(
    session: Session,
    stored: Stored,
    changes: Sequence[journal.Written],
    act: journal.Act,
    *,
    who: str,
    check: Check,
) -> tuple[int, int]:
    """Take changes back or do them again, all or none.

    Of settings, a whole garden or days there is one change; things may be several of a kind.
    Returns the last thing's revision and the garden's. Raises what `gardens.revert` tells of.
    """
    change = changes[0]
    by = Actor(who, act, change.number)
    if change.kind == "settings":
        return _turn_settings(session, stored, _way(change, act), check, by)
    if change.kind == "garden":
        return _turn_whole(session, stored, _way(change, act), by)
    if change.kind == journal.DAYS:
        return _turn_days(session, stored, _way(change, act), by)
    return _turn_things(session, stored, changes, check, by)


def _way(change: journal.Written, act: journal.Act) -> Way:
    return (change.after, change.before) if act == "undo" else (change.before, change.after)


def _turn_things(
    session: Session,
    stored: Stored,
    changes: Sequence[journal.Written],
    check: Check,
    by: Actor,
) -> tuple[int, int]:
    kind = KINDS[changes[0].kind]
    reached = [(one, _reached(stored, kind, one, by.act)) for one in changes]
    gone = {one.thing_id for one, thing in reached
            if thing is None and now(stored, kind, one.thing_id) is not None}  # fmt: skip
    come = [thing for _, thing in reached if thing is not None]
    without = without_things(stored.file, kind, gone)
    if come:
        check(with_things(without, kind, come))
    by = replace(by, together=together(stored, changes))
    own, revision = 0, stored.revision
    for one, thing in reached:
        by = replace(by, undoes=one.number)
        if thing is not None:
            own, revision = write_one(session, stored, revision, (kind, thing), by)
        elif one.thing_id in gone:
            revision = remove_one(session, stored, revision, (kind, one.thing_id), by)
    return own, revision


def _reached(
    stored: Stored, kind: Kind, change: journal.Written, act: journal.Act
) -> BaseModel | None:
    """A thing as it is to be; none where it is to go."""
    (left, reached), key = _way(change, act), change.thing_id
    there, had = now(stored, kind, key), stored.revisions.get(key, 0)
    if there not in (left, reached) and None in (there, left, reached):
        raise Stale(there, had, left)
    if reached is None:
        return None
    if there in (left, reached):
        return kind.parse(reached)
    return merged_thing(kind, left, reached, there, had)


def _turn_settings(
    session: Session, stored: Stored, way: Way, check: Check, by: Actor
) -> tuple[int, int]:
    left, reached = way
    assert reached is not None
    there, had = settings_of(stored.file.garden), stored.settings_revision
    wanted = reached if there == left else merged(left, reached, there, had)
    return write_settings(session, stored, with_settings(stored, wanted), check, by)


def _turn_whole(session: Session, stored: Stored, way: Way, by: Actor) -> tuple[int, int]:
    left, reached = way
    if reached is None:
        raise Impossible("number", "beginning_stays")
    if dumped(stored.file) != left:
        raise Stale(None, stored.revision)
    number = write_whole(session, stored, upgrades.read(reached), by)
    return number, number


def _turn_days(session: Session, stored: Stored, way: Way, by: Actor) -> tuple[int, int]:
    """Bring the days of one write to what they were before it, or to what it made of them."""
    left, reached = way
    assert left is not None
    assert reached is not None
    gone, come = ([WeatherDay.model_validate(d) for d in side["days"]] for side in (left, reached))
    for day in gone:
        if find(stored.file, KINDS["weather"], key_of(day)) != day:
            raise Stale(now(stored, KINDS["weather"], key_of(day)), stored.revision, left)
    staying = {day.on for day in stored.file.log.weather if day not in gone}
    for day in come:
        if day.on in staying:  # somebody else has written that day since
            raise Stale(dumped(day), stored.revision, left)
    number = replace_days(session, stored, gone, come, by)
    return number, number
