"""Sums that need no garden: some of a bag, on some ground, and what that gives.

Of the amount, the rate and the ground one is asked and the two others are known. Rates count a
nutrient as labels and recommendations do: phosphorus and potassium as oxides or as elements.
"""

from collections.abc import Iterator
from dataclasses import dataclass
from typing import Literal
from uuid import UUID

from eznel.core.document import Bag
from eznel.core.errors import Impossible
from eznel.core.nutrients import element_of
from eznel.core.products.fertiliser import Fertiliser, fraction
from eznel.core.questions.beginning import bagged
from eznel.core.working import Finding, Level, Origin, Quantity, Worked

Counted = Literal["N", "P2O5", "P", "K2O", "K"]
"""A nutrient as labels and recommendations count it."""
Asked = Literal["amount", "rate", "area"]

SHOWN: tuple[Counted, ...] = ("N", "P2O5", "P", "K2O", "K")

RICH_N_G_M2 = 25.0
"""More nitrogen than hungry crops get in a whole season. [g/m²]"""

_NO_GARDEN = UUID(int=0)


@dataclass(frozen=True, slots=True)
class Brought:
    """A nutrient as it is counted: in all, and on each square metre. [g, g/m²]"""

    counted: Counted
    grams: float
    g_m2: float


@dataclass(frozen=True, slots=True)
class GroundSum:
    """What was asked, with its working, and all that comes with it."""

    asked: Asked
    answer: Worked
    brings: tuple[Brought, ...]


@dataclass(frozen=True, slots=True)
class Known:
    """What is known of a sum; None is what is asked. [g, g/m², m²]"""

    amount_g: float | None = None
    rate_g_m2: float | None = None
    area_m2: float | None = None


def on_ground(bag: Bag, counted: Counted, known: Known) -> GroundSum:
    """Return the one of amount, rate and area that is not known.

    Parameters
    ----------
    bag : Bag
        The three numbers of the product.
    counted : str
        The nutrient that the rate is of, as it is counted.
    known : Known
        The two others. [g, g/m², m²]

    Returns
    -------
    GroundSum
        In the unit of what was asked. [g, g/m² or m²]

    Raises
    ------
    Impossible
        When not two of them are known, the numbers cannot be read, or the bag has none of it.
    """
    of = Fertiliser(bagged(bag, _NO_GARDEN, "grade"), None)
    element, share = element_of(counted)
    held = next((fraction(of, one) for one in ("N", "P", "K") if one == element), None)
    if held is None or held.value == 0:
        raise Impossible("counted", "bag_has_none", nutrient=counted)
    asked, answer = _answered(held, share, known)
    if asked == "amount":
        amount_g, area_m2 = answer.value, known.area_m2 or 1
    else:
        amount_g = known.amount_g or 0
        area_m2 = answer.value if asked == "area" else known.area_m2 or 1
    brings = tuple(_brings(of, amount_g, area_m2))
    return GroundSum(asked, answer.noting(*_rich(brings)), brings)


def _answered(held: Worked, share: float, known: Known) -> tuple[Asked, Worked]:
    """What is asked, from the share of the element in the product and what is known."""
    amount_g, rate_g_m2, area_m2 = known.amount_g, known.rate_g_m2, known.area_m2
    ratio = Quantity("element_share", share, "", Origin.FIXED)
    part = Quantity("fraction", held.value, "g/g")
    if amount_g is None and rate_g_m2 and area_m2:
        wanted = Quantity("wanted_g_m2", rate_g_m2, "g/m²", Origin.TYPED)
        need_g = rate_g_m2 * share * area_m2
        whole = _times(held.then("as_element", rate_g_m2 * share, "g/m²", wanted, ratio), area_m2)
        need = Quantity("need_g", need_g, "g")
        return "amount", whole.then("amount_for", need_g / held.value, "g", need, part)
    if amount_g and (rate_g_m2 is None) != (area_m2 is None):
        product = Quantity("product_g", amount_g, "g", Origin.TYPED)
        brought_g = amount_g * held.value
        brought = held.then("nutrient_in", brought_g, "g", product, part)
        there = Quantity("wanted_g", brought_g, "g")
        if area_m2:
            each = brought_g / area_m2
            ground = Quantity("area_m2", area_m2, "m²", Origin.TYPED)
            per_m2 = Quantity("per_m2", each, "g/m²")
            spread = brought.then("spread_over", each, "g/m²", there, ground)
            return "rate", spread.then("as_counted", each / share, "g/m²", per_m2, ratio)
        if rate_g_m2:
            each = rate_g_m2 * share
            wanted = Quantity("wanted_g_m2", rate_g_m2, "g/m²", Origin.TYPED)
            per_m2 = Quantity("per_m2", each, "g/m²")
            element = brought.then("as_element", each, "g/m²", wanted, ratio)
            return "area", element.then("reaches", brought_g / each, "m²", there, per_m2)
    raise Impossible("area", "sum_needs_two")


def _times(worked: Worked, area_m2: float) -> Worked:
    per_m2 = Quantity("per_m2", worked.value, "g/m²")
    ground = Quantity("area_m2", area_m2, "m²", Origin.TYPED)
    return worked.then("times_area", worked.value * area_m2, "g", per_m2, ground)


def _brings(of: Fertiliser, amount_g: float, area_m2: float) -> Iterator[Brought]:
    """All that comes with an amount, counted in both ways."""
    for counted in SHOWN:
        element, share = element_of(counted)
        for one in ("N", "P", "K"):
            if one == element and (held := fraction(of, one).value) > 0:
                grams = amount_g * held / share
                yield Brought(counted, grams, grams / area_m2)


def _rich(brings: tuple[Brought, ...]) -> tuple[Finding, ...]:
    """A rate that no crop wants at once: a unit or a noughts too many."""
    n_g_m2 = next((one.g_m2 for one in brings if one.counted == "N"), 0.0)
    if n_g_m2 <= RICH_N_G_M2:
        return ()
    most = Quantity("most_g_m2", RICH_N_G_M2, "g/m²")
    brought = Quantity("n_g_m2", n_g_m2, "g/m²")
    return (Finding("sum_rich", Level.QUESTION, "rate", numbers=(brought, most)),)
