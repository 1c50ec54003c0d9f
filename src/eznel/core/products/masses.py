"""From scoops, litres and pounds of a product to grams.

A volume becomes a mass only through the product's own bulk density, weighed by the grower or
typical of the material and marked so.
"""

from collections.abc import Mapping
from uuid import UUID

from eznel.core.document import Amount, Scoop, ScoopOf
from eznel.core.products.fertiliser import Fertiliser, density_g_ml
from eznel.core.quantities import Mass, Volume
from eznel.core.working import Origin, Quantity, Worked


def scoop_mass(of: Fertiliser, scoop: Scoop) -> Worked:
    """Return what one level scoop of a product weighs.

    Parameters
    ----------
    of : Fertiliser
        The product.
    scoop : Scoop
        The measure.

    Returns
    -------
    Worked
        Mass. [g]
    """
    density, origin = density_g_ml(of)
    return Worked.first(
        "scoop_mass",
        scoop.volume.ml * density,
        "g",
        Quantity("scoop_ml", scoop.volume.ml, "mL", Origin.MEASURED),
        Quantity("density_g_ml", density, "g/mL", origin),
    ).measurable_at(f"products/{of.id}/weighed")


def mass_of(amount: Amount, of: Fertiliser, scoops: Mapping[UUID, Scoop]) -> float:
    """Return the grams of an amount that was measured, poured or weighed.

    Parameters
    ----------
    amount : Amount
        Scoops, mass or volume.
    of : Fertiliser
        The product.
    scoops : mapping of UUID to Scoop
        The grower's measures.

    Returns
    -------
    float
        Mass. [g]
    """
    if isinstance(amount, ScoopOf):
        return amount.count * scoop_mass(of, scoops[amount.scoop]).value
    return bulk_mass(amount.amount, of)


def most_of(amount: Amount, of: Fertiliser, scoops: Mapping[UUID, Scoop]) -> float:
    """Return the most grams that an amount may have been, where it was a guess.

    Parameters
    ----------
    amount : Amount
        Scoops, mass or volume.
    of : Fertiliser
        The product.
    scoops : mapping of UUID to Scoop
        The grower's measures.

    Returns
    -------
    float
        Mass; what was measured is just that. [g]
    """
    if isinstance(amount, ScoopOf) or amount.up_to is None:
        return mass_of(amount, of, scoops)
    return bulk_mass(amount.up_to, of)


def bulk_mass(bulk: Mass | Volume, of: Fertiliser) -> float:
    """Return the grams of a mass or volume of a product.

    Parameters
    ----------
    bulk : Mass or Volume
        As typed. [g or L]
    of : Fertiliser
        The product.

    Returns
    -------
    float
        Mass. [g]
    """
    if isinstance(bulk, Mass):
        return bulk.g
    return bulk.ml * density_g_ml(of).value


def nutrient_in(grams: float, share: Worked) -> Worked:
    """Return the element that a mass of product brings.

    Parameters
    ----------
    grams : float
        Mass of product. [g]
    share : Worked
        Its mass fraction. [g/g]

    Returns
    -------
    Worked
        Mass of the element. [g]
    """
    return share.then(
        "nutrient_in",
        grams * share.value,
        "g",
        Quantity("product_g", grams, "g"),
        Quantity("fraction", share.value, "g/g"),
    )


def amount_for(need_g: float, share: float) -> Worked:
    """Return the product that brings a wanted mass of an element.

    Parameters
    ----------
    need_g : float
        Mass of the element; per area if the answer is to be per area. [g]
    share : float
        Its mass fraction in the product, above 0. [g/g]

    Returns
    -------
    Worked
        Mass of product. [g]
    """
    return Worked.first(
        "amount_for",
        need_g / share,
        "g",
        Quantity("need_g", need_g, "g"),
        Quantity("fraction", share, "g/g", Origin.LABEL),
    )
