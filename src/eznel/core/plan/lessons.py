"""Lessons that come back: what was written down once, at the same stage of the same crop."""

from collections.abc import Iterator
from dataclasses import dataclass
from datetime import timedelta
from uuid import UUID

from eznel.core.document import Lesson, Noted
from eznel.core.stands.stand import Stand
from eznel.core.stands.stands import Stands

BEFORE_DAYS, AFTER_DAYS = 14, 7
"""Around planting, a lesson without a stage is told for so long; before its stage, a week."""


@dataclass(frozen=True, slots=True)
class LessonDue:
    """A lesson of an earlier season, and the plantings that it is for now."""

    note: UUID
    words: str
    plantings: tuple[UUID, ...]


def lessons(stands: Stands) -> tuple[LessonDue, ...]:
    """Return the lessons that are to be remembered today.

    Parameters
    ----------
    stands : Stands
        The garden.

    Returns
    -------
    tuple of LessonDue
        The oldest first; none that is marked as learned.
    """
    return tuple(_due(stands))


def _due(stands: Stands) -> Iterator[LessonDue]:
    for note in sorted(stands.log.notes, key=lambda one: (one.on, str(one.id))):
        lesson = note.lesson
        if lesson is None or lesson.learned_on is not None or lesson.crop is None:
            continue
        mine = tuple(
            stand.id
            for stand in stands.all
            if stand.crop.key == lesson.crop and _new(stand, note) and _now(stand, lesson, stands)
        )
        if mine:
            yield LessonDue(note.id, note.words, mine)


def _new(stand: Stand, note: Noted) -> bool:
    """Whether a planting's season, or its growing year, began after the lesson was written."""
    return stand.calendar.begins > note.on


def _now(stand: Stand, lesson: Lesson, stands: Stands) -> bool:
    """Whether the lesson's time is at hand: its stage, or the weeks around planting."""
    today = stands.today
    if lesson.stage is None:
        begins = stand.calendar.begins
        return begins - timedelta(BEFORE_DAYS) <= today <= begins + timedelta(AFTER_DAYS)
    for span in stand.calendar.spans:
        if span.key == lesson.stage:
            return span.start - timedelta(AFTER_DAYS) <= today < span.end
    return False
