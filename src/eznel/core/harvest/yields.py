"""What plantings gave, against what was to be expected; a garden's own yields out of it.

Of each season that is written down whole, the ratio of what was picked to what was expected is one
observation of the garden's own factor. Logarithms of ratios are taken as normal: before anything
was weighed the factor is 1, with the spread between gardens; each season has the spread between
years. The factor is the mean of what is then known (conjugate updating of a normal mean).
"""

from collections.abc import Iterable
from dataclasses import dataclass
from math import exp, log, sqrt
from uuid import UUID

from eznel.core.crops.picked import Picking, pickings
from eznel.core.document import Harvest
from eznel.core.stands.stand import Stand
from eznel.core.stands.stands import Stands
from eznel.core.working import Origin, Quantity, Worked

BETWEEN_GARDENS = 0.5
"""Spread of the logarithm of yields between gardens: two in three within 0.6 and 1.65 times."""
BETWEEN_YEARS = 0.35
"""The same between the years of one garden."""
EIGHT_IN_TEN = 1.2816
"""So many standard deviations on either side hold eight cases in ten."""


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

    @property
    def ratio(self) -> float | None:
        """Of what was expected, what came; None while something may be missing. [kg/kg]"""
        return self.kg / self.stand.kg_yield if self.complete and self.kg > 0 else None


@dataclass(frozen=True, slots=True, kw_only=True)
class OwnYield:
    """A garden's own yield of a crop, as a multiple of the usual. [kg/kg]"""

    seasons: int
    share: Worked
    low: float
    high: float


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


def own_yield(crop: str, of: Iterable[Yielded]) -> OwnYield:
    """Return a garden's own yield of a crop.

    Parameters
    ----------
    crop : str
        Its key.
    of : iterable of Yielded
        What all plantings of the garden gave.

    Returns
    -------
    OwnYield
        1 where no season of it is written down whole. [kg/kg]
    """
    ratios = [one.ratio for one in of if one.stand.crop.key == crop]
    logs = [log(ratio) for ratio in ratios if ratio is not None]
    known, each = 1 / BETWEEN_GARDENS**2, 1 / BETWEEN_YEARS**2
    weight = len(logs) * each / (known + len(logs) * each)
    mean = sum(logs) / len(logs) if logs else 0.0
    spread = EIGHT_IN_TEN / sqrt(known + len(logs) * each)
    share = Worked.first(
        "own_yield",
        exp(weight * mean),
        "",
        Quantity("weight_share", weight, "", Origin.COMPUTED),
        Quantity("gave_share", exp(mean), "", Origin.MEASURED),
    )
    return OwnYield(
        seasons=len(logs),
        share=share,
        low=share.value * exp(-spread),
        high=share.value * exp(spread),
    )
