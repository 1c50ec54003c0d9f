"""What a planting is given of products, each with how slowly it becomes available."""

from collections.abc import Iterator
from dataclasses import dataclass
from datetime import date
from uuid import UUID

import numpy as np
from numpy.typing import NDArray

from eznel.core.needs.charging import release_course
from eznel.core.nutrients import NUTRIENTS, Amounts, Nutrient
from eznel.core.products.fertiliser import Fertiliser
from eznel.core.season.fold import Season
from eznel.core.season.to_come import supplied
from eznel.core.shed.shelf import Shed
from eznel.core.stands.stand import Stand

SLOW: dict[str, frozenset[Nutrient]] = {"coated": frozenset(NUTRIENTS), "organic": frozenset({"N"})}
"""What of a product comes with time; all else is there at once."""


@dataclass(frozen=True, slots=True)
class Portion:
    """A product given on a day: what it brings, and how slowly."""

    on: date
    product: Fertiliser
    grams: float
    brings: Amounts
    """What of it counts this season. [g]"""
    course: NDArray[np.float64] | None
    """The share of its slow part that is out by each day; None where all is there at once. [g/g]"""
    job: UUID | None = None
    """Which job it is of, if one was planned."""

    def is_slow(self, nutrient: Nutrient) -> bool:
        """Return whether a nutrient of it comes with time."""
        return self.course is not None and nutrient in SLOW[self.product.form]


def portion(
    product: Fertiliser,
    grams: float,
    on: date,
    stand: Stand,
    shed: Shed,
    job: UUID | None = None,
) -> Portion:
    """Return a product as it is given to a planting.

    Parameters
    ----------
    product : Fertiliser
        Of the shed.
    grams : float
        How much of it. [g]
    on : date
        The day.
    stand : Stand
        The planting.
    shed : Shed
        The garden's.
    job : UUID or None
        Which job it is of, if one was planned.

    Returns
    -------
    Portion
        With its course where it is coated or organic.
    """
    brings = shed.available(product.id, stand, on) * grams
    slow = product.form in SLOW
    course = np.array(release_course(product, stand, on)) if slow else None
    return Portion(on, product, grams, brings, course, job)


def portions(season: Season, shed: Shed) -> Iterator[Portion]:
    """Yield what a planting was given or is to be given, in order of days.

    Parameters
    ----------
    season : Season
        The planting's season.
    shed : Shed
        The garden's.

    Yields
    ------
    Portion
        Each product of each feed.
    """
    for fed in supplied(season, shed):
        for one in fed.given:
            product = shed.products[one.product]
            yield portion(product, one.grams, fed.on, season.stand, shed, fed.job)
