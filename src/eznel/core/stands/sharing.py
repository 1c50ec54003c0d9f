"""Who stands where: plantings side by side in a place, one after another, and how many fit.

Plantings that share a bed at the same time stand side by side in strips of it; one that follows
another stands on ground that was dosed already that year.
"""

from collections.abc import Mapping
from datetime import date
from math import ceil, cos, pi, sin
from uuid import UUID

from eznel.core import places
from eznel.core.document import Garden, Place, Planting, Trough, Tub
from eznel.core.outlines import Point, positions
from eznel.core.reference import Catalogue


class Sharing:
    """The plantings of a garden in its places. `last_pick` is each planting's last day."""

    def __init__(
        self, garden: Garden, catalogue: Catalogue, last_pick: Mapping[UUID, date]
    ) -> None:
        self.catalogue, self.last_pick = catalogue, last_pick
        self.places: dict[UUID, Place] = {place.id: place for place in garden.places}
        self.in_place: dict[UUID, list[Planting]] = {}
        for planting in garden.plantings:
            self.in_place.setdefault(planting.place, []).append(planting)

    def beside(self, planting: Planting) -> list[Planting]:
        """Return the plantings in the same place at the same time, itself included."""
        mine = self.last_pick[planting.id]
        return [
            other
            for other in self.in_place[planting.place]
            if other.id == planting.id
            or (other.planted_on < mine and self.last_pick[other.id] > planting.planted_on)
        ]

    def follows(self, planting: Planting) -> UUID | None:
        """Return the planting that had this ground before in the same year."""
        before = [
            other
            for other in self.in_place[planting.place]
            if other.id != planting.id
            and other.planted_on.year == planting.planted_on.year
            and self.last_pick[other.id] <= planting.planted_on
        ]
        return max(before, key=lambda p: (p.planted_on, str(p.id))).id if before else None

    def plants_of(self, planting: Planting) -> int:
        """Return the number of plants: as typed, or as many as the room allows."""
        if planting.plants is not None:
            return planting.plants
        crop, place = self.catalogue.crop(planting.crop), self.places[planting.place]
        if isinstance(place, Tub):
            room = places.filled_volume(place).value / places.FILLED_SHARE
            return max(1, int(room // crop.tub_comfortable_l)) * place.count
        spacing = places.spacing_of(planting, crop)
        others = [p for p in self.beside(planting) if p.id != planting.id]
        left_m2 = places.area(place).value - sum(self.wanted_m2(p) for p in others if p.plants)
        free = places.most_by_area(
            area_m2=max(left_m2, 0) / (1 + sum(p.plants is None for p in others)),
            plant_area_m2=places.plant_area(spacing).value,
        )
        return max(1, min(len(positions(place.shape, spacing)), free))

    def wanted_m2(self, planting: Planting) -> float:
        """Return the ground that a planting's plants want by their spacing. [m²]"""
        spacing = places.spacing_of(planting, self.catalogue.crop(planting.crop))
        return self.plants_of(planting) * places.plant_area(spacing).value

    def crowding(self, planting: Planting) -> float:
        """Return how many times over the plants of a bed want its ground; 1 where there is room."""
        ground = places.area(self.places[planting.place]).value
        return max(1.0, sum(self.wanted_m2(p) for p in self.beside(planting)) / ground)

    def stands_on_m2(self, planting: Planting) -> float:
        """Return the ground that a planting's plants have. [m²]"""
        ground = places.area(self.places[planting.place]).value
        return min(ground, self.wanted_m2(planting) / self.crowding(planting))

    def share_of_tub(self, planting: Planting) -> float:
        """Return the part of a tub's mix that is a planting's: by plants. [g/g]"""
        together = sum(self.plants_of(p) for p in self.beside(planting))
        return self.plants_of(planting) / together

    def points(self, planting: Planting) -> tuple[Point, ...]:
        """Return where the plants stand: in their strip of a bed, or around a tub's middle."""
        place, plants = self.places[planting.place], self.plants_of(planting)
        beside = self.beside(planting)
        index = [p.id for p in beside].index(planting.id)
        if isinstance(place, Tub):
            each = [ceil(self.plants_of(p) / place.count) for p in beside]
            ring = _around(place, sum(each))
            return ring[sum(each[:index]) : sum(each[: index + 1])]
        spacing = places.spacing_of(planting, self.catalogue.crop(planting.crop))
        found = positions(place.shape, spacing)
        points = sorted(found, key=lambda p: (p.x_m, p.y_m))
        # Each from where its strip of the bed begins, and no further if the bed is full.
        wanted, ground = [self.wanted_m2(p) for p in beside], places.area(place).value
        whole = max(sum(wanted), ground)
        start = round(len(points) * sum(wanted[:index]) / whole)
        end = round(len(points) * sum(wanted[: index + 1]) / whole)
        crowded = len(beside) > 1 and sum(wanted) > ground
        return tuple(points[start : end if crowded else start + plants][:plants])


def _around(tub: Tub, plants: int) -> tuple[Point, ...]:
    """Plants of one tub: along a trough, or evenly around the middle of a round one."""
    if plants == 1:
        return (Point(0.0, 0.0),)
    if isinstance(tub.shape, Trough):
        gap = tub.shape.length.m / plants
        return tuple(Point((n - (plants - 1) / 2) * gap, 0.0) for n in range(plants))
    ring = places.tub_diameter_m(tub).value / 4
    return tuple(
        Point(ring * cos(2 * pi * n / plants), ring * sin(2 * pi * n / plants))
        for n in range(plants)
    )
