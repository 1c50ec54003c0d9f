"""From scoops, litres and pounds of a product to grams.

A volume becomes a mass only through the product's own bulk density, weighed by the grower or
typical of the material and marked so.
"""

from eznel.core.document import Amount, Product, Scoop, ScoopOf
from eznel.core.quantities import Mass, Volume
from eznel.core.reference import Material
from eznel.core.working import Origin, Quantity, Worked

TYPICAL_DENSITY_G_ML = {
    "granular": 1.0, "soluble": 1.0, "liquid": 1.15, "organic": 0.65, "coated": 0.95, "mix": 0.3,
}  # fmt: skip
"""Bulk density by form, where neither the grower nor the material says."""


def density_g_ml(product: Product, material: Material | None) -> tuple[float, Origin]:
    """Return a product's bulk density and where it comes from.

    Parameters
    ----------
    product : Product
        The product. [document]
    material : Material or None
        The general material it is. [catalogue]

    Returns
    -------
    tuple of float and Origin
        Density. [g/mL]
    """
    if product.density is not None:
        return product.density.g_per_ml, Origin.MEASURED
    if product.weighed is not None:
        return product.weighed.g_per_ml, Origin.MEASURED
    if material is not None:
        return material.density_g_ml, Origin.ASSUMED
    return TYPICAL_DENSITY_G_ML[product.form], Origin.ASSUMED


def scoop_mass(product: Product, material: Material | None, scoop: Scoop) -> Worked:
    """Return what one level scoop of a product weighs.

    Parameters
    ----------
    product : Product
        The product. [document]
    material : Material or None
        The general material it is. [catalogue]
    scoop : Scoop
        The measure. [document]

    Returns
    -------
    Worked
        Mass. [g]
    """
    density, origin = density_g_ml(product, material)
    return Worked.first(
        "scoop_mass",
        scoop.volume.ml * density,
        "g",
        Quantity("scoop_ml", scoop.volume.ml, "mL", Origin.MEASURED),
        Quantity("density_g_ml", density, "g/mL", origin),
    ).settling(f"products/{product.id}/weighed")


def mass_of(
    amount: Amount, product: Product, material: Material | None, scoop: Scoop | None
) -> float:
    """Return the grams of an amount that was measured, poured or weighed.

    Parameters
    ----------
    amount : Amount
        Scoops, mass or volume. [document]
    product : Product
        The product. [document]
    material : Material or None
        The general material it is. [catalogue]
    scoop : Scoop or None
        The measure, where the amount is in scoops. [document]

    Returns
    -------
    float
        Mass. [g]
    """
    if isinstance(amount, ScoopOf):
        assert scoop is not None
        return amount.count * scoop_mass(product, material, scoop).value
    return bulk_mass(amount.amount, product, material)


def bulk_mass(bulk: Mass | Volume, product: Product, material: Material | None) -> float:
    """Return the grams of a mass or volume of a product.

    Parameters
    ----------
    bulk : Mass or Volume
        As typed. [g or L]
    product : Product
        The product. [document]
    material : Material or None
        The general material it is. [catalogue]

    Returns
    -------
    float
        Mass. [g]
    """
    if isinstance(bulk, Mass):
        return bulk.g
    return bulk.ml * density_g_ml(product, material)[0]
