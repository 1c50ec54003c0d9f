"""What was written down in a garden, filed once by the place or the planting that it is of."""

from functools import cached_property
from uuid import UUID

from eznel.core.document import (
    FeedEntry,
    Garden,
    Harvest,
    Log,
    Planting,
    Preparation,
    SoilReport,
    Sprayed,
    TaskDone,
    Watered,
)
from eznel.core.stands.grouping import grouped


class Filed:
    """Each kind is filed when it is first asked for, in the order in which it was written down."""

    def __init__(self, garden: Garden, log: Log) -> None:
        self._garden, self._log = garden, log

    @cached_property
    def reports(self) -> dict[UUID, list[SoilReport]]:
        """Soil tests by place."""
        found: dict[UUID, list[SoilReport]] = {}
        for report in self._garden.reports:
            for place in dict.fromkeys(report.places):
                found.setdefault(place, []).append(report)
        return found

    @cached_property
    def plantings(self) -> dict[UUID, list[Planting]]:
        """Plantings by place."""
        return grouped(self._garden.plantings, lambda one: one.place)

    @cached_property
    def preparations(self) -> dict[UUID, list[Preparation]]:
        """Lime, compost and the like by place."""
        return grouped(self._garden.preparations, lambda one: one.place)

    @cached_property
    def watered(self) -> dict[UUID, list[Watered]]:
        """Waterings by place."""
        return grouped(self._log.watered, lambda one: one.place)

    @cached_property
    def feeds(self) -> dict[UUID, list[FeedEntry]]:
        """Feeds by planting."""
        return grouped(self._log.feeds, lambda one: one.planting)

    @cached_property
    def harvests(self) -> dict[UUID, list[Harvest]]:
        """Pickings by planting."""
        return grouped(self._log.harvests, lambda one: one.planting)

    @cached_property
    def tasks(self) -> dict[UUID, list[TaskDone]]:
        """Jobs besides feeding that were done, by planting."""
        return grouped(self._log.tasks, lambda one: one.planting)

    @cached_property
    def sprays(self) -> dict[UUID, list[Sprayed]]:
        """Sprays by planting."""
        return grouped(self._log.sprays, lambda one: one.planting)
