"""What of a garden decides the jobs besides feeding: its list, what was done, days moved to."""

from collections.abc import Mapping, Sequence
from dataclasses import dataclass
from datetime import date
from uuid import UUID

from eznel.core.document import TaskDone
from eznel.core.reference import Task
from eznel.core.stands.stands import Stands


@dataclass(frozen=True, slots=True, kw_only=True)
class Reminders:
    """The jobs on a garden's list, with what was logged of each planting."""

    stands: Stands
    listed: tuple[Task, ...]
    """Usual and not taken off, or asked for, and of one's own way of growing."""
    done: Mapping[UUID, Sequence[TaskDone]]
    """By planting, in the order of days."""
    heights: Mapping[UUID, Sequence[tuple[date, float]]]
    """How high plants were, by planting, in the order of days. [m]"""
    pins: Mapping[UUID, date]
    """The days to which somebody moved jobs, by their keys."""

    def reaching(self, planting: UUID) -> tuple[object, ...]:
        """Return what a planting's jobs depend on besides itself and what reaches all of them."""
        garden, done, heights = self.stands.garden, self.done, self.heights
        mine = tuple(done.get(planting, ())), tuple(heights.get(planting, ()))
        return (*mine, garden.pins, garden.benches)


def reminders(stands: Stands) -> Reminders:
    """Return what decides a garden's jobs besides feeding.

    Parameters
    ----------
    stands : Stands
        The garden: which jobs are on the list, and what was done.

    Returns
    -------
    Reminders
        For every planting.
    """
    measured = (
        (note.planting, (note.on, note.height.m))
        for note in stands.log.notes
        if note.planting is not None and note.height is not None and note.on <= stands.today
    )
    heights: dict[UUID, list[tuple[date, float]]] = {}
    for planting, height in sorted(measured, key=lambda one: one[1]):
        heights.setdefault(planting, []).append(height)
    return Reminders(
        stands=stands,
        listed=tuple(_listed(stands)),
        done={
            planting: sorted(some, key=lambda one: one.on)
            for planting, some in stands.filed.tasks.items()
        },
        heights=heights,
        pins={one.job: one.to for one in stands.garden.pins},
    )


def _listed(stands: Stands) -> list[Task]:
    said = stands.garden.preferences
    chosen = dict(one.split(".") for one in said.practices)
    ways = {f"{one.key}.{chosen.get(one.key, one.usual)}" for one in stands.catalogue.practices}
    return [
        task
        for task in stands.catalogue.tasks
        if (task.usual and task.key not in said.silenced) or task.key in said.reminders
        if task.practice is None or task.practice in ways
    ]
