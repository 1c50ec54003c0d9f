"""What went into places and what harvests took out, season by season, from the log.

A crop that still stands holds what it was given: both are counted when its season is over.
"""

from collections.abc import Mapping, Sequence
from dataclasses import dataclass
from datetime import date
from uuid import UUID

from eznel.core import places
from eznel.core.document import FeedEntry, Garden, Place
from eznel.core.products.analysis import fraction
from eznel.core.products.masses import mass_of
from eznel.core.reference import Catalogue
from eznel.core.stands.sharing import Sharing


@dataclass(frozen=True, slots=True)
class Ledger:
    """The log of a garden, by planting, with what is needed to weigh it."""

    garden: Garden
    catalogue: Catalogue
    sharing: Sharing
    feeds: Mapping[UUID, Sequence[FeedEntry]]

    def between(self, place: Place, nutrient: str, start: date, end: date) -> tuple[float, float]:
        """Return what seasons that ended after a day and by another gave and took. [g/m²]"""
        given = removed = 0.0
        for planting in self.sharing.in_place.get(place.id, []):
            if not start < self.sharing.last_pick[planting.id] <= end:
                continue
            crop = self.catalogue.crop(planting.crop)
            per_kg = {"P": crop.removal_p, "K": crop.removal_k}[nutrient]
            removed += per_kg * crop.yield_kg_m2 * self.sharing.stands_on_m2(planting)
            given += sum(
                self._grams(entry, nutrient)
                for entry in self.feeds.get(planting.id, ())
                if entry.outcome == "given" and entry.on <= end
            )
        ground = places.area(place).value
        return given / ground, removed / ground

    def _grams(self, entry: FeedEntry, nutrient: str) -> float:
        products = {product.id: product for product in self.garden.products}
        scoops = {scoop.id: scoop for scoop in self.garden.scoops}
        total = 0.0
        for amount in entry.amounts:
            product = products[amount.product]
            material = self.catalogue.materials.get(product.material or "")
            scoop = scoops.get(getattr(amount, "scoop", amount.product))
            grams = mass_of(amount, product, material, scoop)
            total += grams * fraction(product, nutrient, material).value
        return total
