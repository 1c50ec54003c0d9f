"""What a garden's book names of the catalogue is there: crops, stages, signs, causes and checks."""

from collections.abc import Iterator
from typing import NamedTuple

from eznel.core.document import Garden, Log, Look
from eznel.core.errors import Unknown
from eznel.core.reference import Catalogue


class _Named(NamedTuple):
    """A name of the catalogue, where it stands, and whether there is such a thing."""

    at: str
    name: str
    error: str
    known: bool


def knows_the_book(garden: Garden, log: Log, catalogue: Catalogue) -> None:
    """Refuse aims, lessons and looks of what there is not.

    Parameters
    ----------
    garden : Garden
        With its aims.
    log : Log
        With its notes and looks.
    catalogue : Catalogue
        What there is.

    Raises
    ------
    Unknown
        Naming the field.
    """
    for n, aim in enumerate(garden.aims):
        if aim.crop is not None:
            catalogue.crop(aim.crop, f"aims.{n}.crop")
    for n, note in enumerate(log.notes):
        lesson = note.lesson
        if lesson is None or lesson.crop is None:
            continue
        catalogue.crop(lesson.crop, f"notes.{n}.lesson.crop")
        stages = {stage.key for stage in catalogue.stages[lesson.crop]}
        if lesson.stage is not None and lesson.stage not in stages:
            raise Unknown(f"notes.{n}.lesson.stage", "unknown_stage", name=lesson.stage)
    _knows_the_looks(log, catalogue)


def _knows_the_looks(log: Log, catalogue: Catalogue) -> None:
    outcomes = {(row.key, row.outcome) for row in catalogue.symptoms.checks}
    for n, look in enumerate(log.looks):
        for one in _named(look, f"looks.{n}", catalogue, outcomes):
            if not one.known:
                raise Unknown(one.at, one.error, name=one.name)


def _named(
    look: Look, at: str, catalogue: Catalogue, outcomes: set[tuple[str, str]]
) -> Iterator[_Named]:
    tables = catalogue.symptoms
    for sign in look.signs:
        yield _Named(f"{at}.signs", sign, "unknown_sign", sign in tables.signs)
    for one in look.checks:
        there = (one.check, one.outcome) in outcomes
        yield _Named(f"{at}.checks", f"{one.check}, {one.outcome}", "unknown_check", there)
    for field in ("decided", "turned_out"):
        cause = getattr(look, field)
        if cause is not None:
            yield _Named(f"{at}.{field}", cause, "unknown_cause", cause in tables.causes)
