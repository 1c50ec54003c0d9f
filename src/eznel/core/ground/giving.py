"""What is worked into the ground gives in its first season, and in the years after."""

from typing import NamedTuple

from eznel.core.document import Preparation
from eznel.core.nutrients import Nutrient
from eznel.core.products.fertiliser import Fertiliser, first_season, fraction
from eznel.core.working import Origin, Quantity, Worked

LATER_YEAR_SHARE = 0.05
"""Of the nitrogen that the first season left, each later year. [g/g]"""

TIED_MOST_G_KG, TIED_FULL_PCT, TIED_NONE_PCT = 6.0, 0.7, 1.2
"""Nitrogen tied up by a kilogram of dry matter that is dug in, by its own nitrogen."""

TYPICAL_DRY_MATTER_PCT = 90.0


class WorkedIn(NamedTuple):
    """What is worked in, and how much of it. [g]"""

    preparation: Preparation
    product: Fertiliser
    mass: Worked


def gives(of: WorkedIn, nutrient: Nutrient, year: int) -> Worked:
    """Return what something that was worked in gives in one of its years.

    In the first its share that works, less nitrogen that straw and the like tie up; in the second
    the rest; of nitrogen a twentieth of the rest each later year. What compost gives of calcium,
    magnesium and sulphur nobody knows: nothing counts.

    Parameters
    ----------
    of : WorkedIn
        The material and its mass. [g]
    nutrient : Nutrient
        Element.
    year : int
        Its own, from 0.

    Returns
    -------
    Worked
        For the whole place; without a step where it gives none. [g]
    """
    product, mass, nitrogen = of.product, of.mass, nutrient == "N"
    held, share = fraction(product, nutrient), first_season(product, nutrient)
    unknown = product.form == "organic" and nutrient not in ("N", "P", "K")
    if unknown or (not held.steps and not nitrogen) or (year > 1 and not nitrogen):
        return Worked(value=0.0, unit="g")
    whole_g = mass.value * held.value
    numbers = (
        Quantity("mass_g", mass.value, "g", _origin(mass, Origin.TYPED), product.product.name),
        Quantity("fraction", held.value, "g/g", _origin(held, Origin.LABEL)),
        Quantity("works", share.value, "g/g", _origin(share, Origin.FIXED)),
    )
    if year == 0:
        tied = Quantity("tied_g", _tied_g(of) if nitrogen else 0.0, "g", Origin.TYPICAL)
        step = Worked.first("gives_first", whole_g * share.value - tied.value, "g", *numbers, tied)
    elif nitrogen:
        later = Quantity("later_share", LATER_YEAR_SHARE, "g/g", Origin.TYPICAL)
        step = Worked.first(
            "gives_later", whole_g * (1 - share.value) * later.value, "g", *numbers, later
        )
    else:
        step = Worked.first("gives_rest", whole_g * (1 - share.value), "g", *numbers)
    return step.after(mass, held, share)


def _origin(of: Worked, else_: Origin) -> Origin:
    return Origin.COMPUTED if of.steps else else_


def _tied_g(of: WorkedIn) -> float:
    """Nitrogen that straw and the like tie up when they are dug in. [g]"""
    product = of.product
    if product.form != "organic" or of.preparation.mulch:
        return 0.0
    label, material = product.product, product.material
    typical_pct = material.dry_matter_pct if material else TYPICAL_DRY_MATTER_PCT
    dry_pct = label.dry_matter_pct or typical_pct
    n_pct = next((d.pct for d in label.declared if d.nutrient == "N"), None)
    if n_pct is None:
        return 0.0
    of_dry = n_pct / dry_pct * 100
    missing = (TIED_NONE_PCT - of_dry) / (TIED_NONE_PCT - TIED_FULL_PCT)
    return TIED_MOST_G_KG * min(max(missing, 0.0), 1.0) * of.mass.value / 1000 * dry_pct / 100
