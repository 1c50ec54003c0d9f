"""Without a product: the same season planned again, and with what could stand in for it."""

from collections.abc import Iterable
from dataclasses import dataclass
from math import sqrt
from uuid import UUID

from eznel.core.document import Product
from eznel.core.errors import Unknown
from eznel.core.nutrients import Amounts
from eznel.core.plan.judging import judge
from eznel.core.products.fertiliser import Fertiliser, fertiliser, general
from eznel.core.season.workings import Workings
from eznel.core.shed import rules

MOST_STAND_INS = 4
POURED = ("soluble", "liquid")
"""What is dissolved or diluted does the same job."""
ALIKE = 0.5
"""Products less alike than this do not stand in for each other (cosine of what they bring)."""


@dataclass(frozen=True, slots=True, kw_only=True)
class StandIn:
    """The season with one thing in place of another, or with nothing in its place."""

    material: str | None
    """Key of the general material that was added; None for the shed as it is without it."""
    name: str
    met: Amounts
    """What part of all plantings' needs is met. [g/g]"""
    short_g: Amounts
    feeds: int
    """Jobs that can still be done."""
    grams: float
    """How much of the stand-in the season would take. [g]"""
    cost: float | None


@dataclass(frozen=True, slots=True)
class Substitutes:
    """The plan with a product, without it, and with others in its place."""

    product: UUID
    now: StandIn
    without: StandIn
    others: tuple[StandIn, ...]


def substitutes(product: UUID, workings: Workings) -> Substitutes:
    """Return the season planned again without a product, and with others in its place.

    Parameters
    ----------
    product : UUID
        What is missing.
    workings : Workings
        The garden's.

    Returns
    -------
    Substitutes
        The best stand-ins first: those that meet most of the needs.

    Raises
    ------
    Unknown
        When there is no such product.
    """
    garden = workings.garden
    gone = next((one for one in garden.products if one.id == product), None)
    if gone is None:
        raise Unknown("product", "no_such_product")
    others = [
        _judged(_replanned(workings, gone, instead.product), instead.product)
        for instead in _candidates(gone, workings)
    ]
    others.sort(key=lambda one: -sum(one.met[n] for n in ("N", "P", "K")))
    return Substitutes(
        product,
        now=_judged(workings, gone),
        without=_judged(_replanned(workings, gone, None), None),
        others=tuple(others[:MOST_STAND_INS]),
    )


def _replanned(workings: Workings, gone: Product, instead: Product | None) -> Workings:
    """The garden as if a product were used up, with another on the shelf."""
    used_up = gone.model_copy(update={"may_use": False, "proof": "unproven"})
    products = tuple(used_up if one.id == gone.id else one for one in workings.garden.products)
    if instead is not None:
        products = (*products, instead)
    garden = workings.garden.model_copy(update={"products": products})
    return Workings(garden, workings.log, workings.today, workings.catalogue)


def _candidates(gone: Product, workings: Workings) -> Iterable[Fertiliser]:
    """General materials used the same way that bring much the same, the likest first."""
    catalogue, rules_here = workings.catalogue, workings.garden.preferences
    mine = fertiliser(gone, catalogue.materials).contents.declared
    known = {one.material for one in workings.garden.products}
    kindred = POURED if gone.form in POURED else (gone.form,)
    found = []
    for material in catalogue.materials.values():
        if (
            material.form not in kindred
            or material.liming
            or material.bulk
            or not material.analysis
        ):
            continue
        if material.key in known or material.restricted:
            continue
        other = general(material)
        if rules.of_garden(other, rules_here) is not None:
            continue
        likeness = _likeness(mine, other.contents.declared)
        if likeness >= ALIKE:
            found.append((likeness, other))
    found.sort(key=lambda one: -one[0])
    return [other for _, other in found[:MOST_STAND_INS]]


def _likeness(one: Amounts, other: Amounts) -> float:
    """Cosine between what two products bring. [1]"""
    size = sqrt(sum(x * x for x in one.values)) * sqrt(sum(x * x for x in other.values))
    return sum(one.share(other).values) / size if size else 0.0


def _judged(workings: Workings, of: Product | None) -> StandIn:
    judged = judge(workings)
    grams = sum(
        taken.grams
        for season in workings.seasons
        for job in season.jobs
        if job.status == "planned" and job.mix is not None
        for taken in job.mix.taken
        if of is not None and taken.product == of.id
    )
    return StandIn(
        material=of.material if of is not None and of.proof == "typical" else None,
        name=of.name if of is not None else "",
        met=judged.met,
        short_g=judged.short_g,
        feeds=judged.feeds,
        grams=grams,
        cost=judged.cost,
    )
