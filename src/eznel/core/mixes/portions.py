"""Potting mixes: parts by volume to litres of each ingredient."""

from dataclasses import dataclass
from math import ceil

from eznel.core.document import Ingredient, Tub
from eznel.core.places import SETTLING, filled_volume
from eznel.core.working import Origin, Quantity, Worked


@dataclass(frozen=True, slots=True)
class Portion:
    """One ingredient, how much of it to have ready, and the bags to buy if their size is known."""

    name: str
    volume: Worked
    bag_l: float | None = None
    bags: int | None = None
    cost: float | None = None


def mix_volume(tub: Tub) -> Worked:
    """Return the loose mix that fills all tubs, a tenth more than they hold once settled.

    Parameters
    ----------
    tub : Tub
        One or more identical tubs.

    Returns
    -------
    Worked
        Volume. [L]
    """
    one = filled_volume(tub)
    return one.then(
        "mix_volume",
        one.value * tub.count * SETTLING,
        "L",
        Quantity("filled_l", one.value, "L"),
        Quantity("tubs", tub.count, "tubs", Origin.TYPED),
        Quantity("settling", SETTLING, "", Origin.TYPICAL),
    )


def batch_volume(litres: float) -> Worked:
    """Return the loose ingredients that make so much mix: fine ones go between coarse ones.

    Parameters
    ----------
    litres : float
        Wanted when it is mixed. [L]

    Returns
    -------
    Worked
        Volume, a tenth more. [L]
    """
    return Worked.first(
        "batch_volume",
        litres * SETTLING,
        "L",
        Quantity("wanted_l", litres, "L", Origin.TYPED),
        Quantity("settling", SETTLING, "", Origin.TYPICAL),
    )


def portions(recipe: tuple[Ingredient, ...], total: Worked) -> tuple[Portion, ...]:
    """Return the litres of each ingredient of a recipe by parts.

    Parameters
    ----------
    recipe : tuple of Ingredient
        Names and parts; the parts need not sum to anything in particular. [parts]
    total : Worked
        Volume of mix wanted. [L]

    Returns
    -------
    tuple of Portion
        In the recipe's order; together they are the total. [L]
    """
    parts = sum(ingredient.parts for ingredient in recipe)
    return tuple(_portion(ingredient, total, parts) for ingredient in recipe)


def _portion(ingredient: Ingredient, total: Worked, parts: float) -> Portion:
    volume = total.then(
        "mix_portion",
        total.value * ingredient.parts / parts,
        "L",
        Quantity("mix_l", total.value, "L"),
        Quantity("parts", ingredient.parts, "parts", Origin.TYPED),
        Quantity("all_parts", parts, "parts", Origin.TYPED),
    )
    if ingredient.bag is None:
        return Portion(ingredient.name, volume)
    bags = whole_bags(volume.value, ingredient.bag.l)
    cost = None if ingredient.bag_price is None else bags * ingredient.bag_price
    return Portion(ingredient.name, volume, ingredient.bag.l, bags, cost)


def whole_bags(litres: float, bag_l: float) -> int:
    """Return how many whole bags hold an amount.

    Parameters
    ----------
    litres : float
        Wanted. [L]
    bag_l : float
        In one bag. [L]

    Returns
    -------
    int
        Bags.
    """
    return ceil(litres / bag_l - 1e-9)
