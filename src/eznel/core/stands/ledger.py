"""What went into places and what harvests took out, season by season, from the log.

A crop that still stands holds what it was given: both are counted when its season is over.
"""

from collections.abc import Mapping, Sequence
from dataclasses import dataclass
from datetime import date
from uuid import UUID

from eznel.core import places
from eznel.core.crops.picked import complete_kg
from eznel.core.document import FeedEntry, Harvest, Place, Planting, Scoop
from eznel.core.nutrients import Nutrient
from eznel.core.products.fertiliser import Fertiliser, first_season, fraction
from eznel.core.products.masses import mass_of
from eznel.core.reference import Catalogue, Crop
from eznel.core.stands.sharing import Sharing


@dataclass(frozen=True, slots=True)
class Account:
    """What ground was given of a nutrient, and what harvests took away. [g/m²]"""

    given: float
    removed: float


@dataclass(frozen=True, slots=True)
class Ledger:
    """The log of a garden, by planting, with what is needed to weigh it."""

    fertilisers: Mapping[UUID, Fertiliser]
    scoops: Mapping[UUID, Scoop]
    catalogue: Catalogue
    sharing: Sharing
    feeds: Mapping[UUID, Sequence[FeedEntry]]
    picked: Mapping[UUID, Sequence[Harvest]]

    def between(self, place: Place, nutrient: Nutrient, start: date, end: date) -> Account:
        """Return what seasons that ended after a day and by another gave and took."""
        given = removed = 0.0
        for planting in self.sharing.in_place.get(place.id, []):
            if not start < self.sharing.last_pick[planting.id] <= end:
                continue
            crop = self.catalogue.crop(planting.crop)
            per_kg = {"P": crop.removal_p, "K": crop.removal_k}[nutrient]
            removed += per_kg * self._picked_kg(planting, crop)
            given += sum(
                self._grams(entry, nutrient)
                for entry in self.feeds.get(planting.id, ())
                if entry.outcome == "given" and entry.on <= end
            )
        ground = places.area(place).value
        return Account(given / ground, removed / ground)

    def nitrogen_g(self, entry: FeedEntry) -> float:
        """Return the nitrogen of a logged feed that works in its season. [g]"""
        total = 0.0
        for amount in entry.amounts:
            product = self.fertilisers[amount.product]
            grams = mass_of(amount, product, self.scoops)
            total += grams * fraction(product, "N").value * first_season(product, "N").value
        return total

    def _picked_kg(self, planting: Planting, crop: Crop) -> float:
        """What a season took away: as weighed where all is written down, else as is usual."""
        weighed = complete_kg(self.picked.get(planting.id, ()), self.catalogue.picked[crop.key])
        if weighed is not None:
            return weighed
        return crop.yield_kg_m2 * self.sharing.stands_on_m2(planting)

    def _grams(self, entry: FeedEntry, nutrient: Nutrient) -> float:
        total = 0.0
        for amount in entry.amounts:
            product = self.fertilisers[amount.product]
            grams = mass_of(amount, product, self.scoops)
            total += grams * fraction(product, nutrient).value
        return total
