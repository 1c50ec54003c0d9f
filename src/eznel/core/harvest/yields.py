"""What plantings gave, by plant and by ground."""

from collections.abc import Iterable
from dataclasses import dataclass
from uuid import UUID

from eznel.core.crops.picked import Picking, pickings
from eznel.core.document import Harvest
from eznel.core.stands.stand import Stand
from eznel.core.stands.stands import Stands
from eznel.core.working import Origin, Quantity, Worked


@dataclass(frozen=True, slots=True, kw_only=True)
class Yielded:
    """What a planting gave so far, and what is to be expected of its whole season. [kg]"""

    stand: Stand
    pickings: tuple[Picking, ...]
    complete: bool

    @property
    def kg(self) -> float:
        """All that is written down. [kg]"""
        return sum(one.kg for one in self.pickings)

    @property
    def low_kg(self) -> float:
        """At the least. [kg]"""
        return sum(one.low_kg for one in self.pickings)

    @property
    def high_kg(self) -> float:
        """At the most. [kg]"""
        return sum(one.high_kg for one in self.pickings)

    @property
    def per_plant(self) -> Worked:
        """What a plant gave. [kg]"""
        plants = self.stand.plants
        return Worked.first(
            "picked_per_plant",
            self.kg / plants,
            "kg",
            Quantity("picked_kg", self.kg, "kg", Origin.MEASURED),
            Quantity("plants", plants, "", Origin.PLAN),
        )

    @property
    def per_ground(self) -> Worked | None:
        """What a square metre gave; None in tubs. [kg/m²]"""
        ground = self.stand.ground_m2
        if ground <= 0:
            return None
        return Worked.first(
            "picked_per_ground",
            self.kg / ground,
            "kg/m²",
            Quantity("picked_kg", self.kg, "kg", Origin.MEASURED),
            Quantity("area_m2", ground, "m²", Origin.PLAN),
        )


def yields(stands: Stands) -> tuple[Yielded, ...]:
    """Return what every planting gave of which something was picked.

    Of a perennial only the growing year at hand counts.

    Parameters
    ----------
    stands : Stands
        A garden's.

    Returns
    -------
    tuple of Yielded
        In the order of planting.
    """
    by_planting: dict[UUID, list[Harvest]] = {}
    for one in stands.log.harvests:
        by_planting.setdefault(one.planting, []).append(one)
    return tuple(
        _yielded(stand, by_planting[stand.id], stands)
        for stand in stands.all
        if stand.id in by_planting
    )


def _yielded(stand: Stand, harvests: Iterable[Harvest], stands: Stands) -> Yielded:
    perennial = stand.crop.habit == "perennial"
    mine = [one for one in harvests if not perennial or one.on >= stand.calendar.begins]
    return Yielded(
        stand=stand,
        pickings=pickings(mine, stands.catalogue.picked[stand.crop.key]),
        complete=any(one.complete for one in mine),
    )
