"""From what a label declares to grams of each element, and from a scoop to grams.

P = 0.4364 P₂O₅ and so on, from atomic weights. A volume becomes a mass only through the
product's own bulk density, weighed by the grower or typical of the material and marked so.
"""

from dataclasses import dataclass
from uuid import UUID, uuid5

from eznel.core.document import Amount, Product, Scoop, ScoopOf
from eznel.core.products.release import rule_share
from eznel.core.quantities import ATOMIC_WEIGHT, NUTRIENTS, Mass, Volume, element_of
from eznel.core.reference import Material
from eznel.core.working import Origin, Quantity, Worked

TYPICAL_DENSITY_G_ML = {
    "granular": 1.0, "soluble": 1.0, "liquid": 1.15, "organic": 0.65, "coated": 0.95,
}  # fmt: skip
"""Bulk density by form, where neither the grower nor the material says."""

TYPICAL_DRY_MATTER_PCT = 90.0

GENERAL = UUID("7a0f6f0e-52f2-4f0b-9a55-0a4e7f3c2b61")
"""Namespace of the ids of general materials."""

_CHARGE = {"K": 1, "Ca": 2, "Mg": 2}
_UNKNOWN_N_AS_AMMONIUM = 0.5
"""Where a label is silent on its nitrogen, half is taken as ammonium for the conductivity."""


@dataclass(frozen=True, slots=True)
class Contents:
    """One gram of a product, as the core counts it. Vectors are in the order of NUTRIENTS."""

    total: tuple[float, ...]
    available: tuple[float, ...]
    soluble_n: float
    ammonium_urea_n: float | None
    """None where the label does not say in which forms its nitrogen is."""
    ec_ds_m_per_g_l: float
    density_g_ml: float
    density_origin: Origin


def general(material: Material) -> Product:
    """Return a general material as a product of its typical contents, where nobody has a label.

    Parameters
    ----------
    material : Material
        The material. [catalogue]

    Returns
    -------
    Product
        Always the same id for the same material. [document]
    """
    return Product.model_validate(
        {
            "id": uuid5(GENERAL, material.key),
            "name": material.name,
            "form": material.form,
            "declared": [
                {"nutrient": nutrient, "pct": pct} for nutrient, pct in material.analysis.items()
            ],
            "material": material.key,
            "dry_matter_pct": material.dry_matter_pct,
        }
    )


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


def fraction(product: Product, nutrient: str, material: Material | None = None) -> Worked:
    """Return the mass fraction of an element in a product.

    Parameters
    ----------
    product : Product
        The product. [document]
    nutrient : str
        Element. [name]
    material : Material or None
        The general material it is, for the density of labels in grams per 100 mL. [catalogue]

    Returns
    -------
    Worked
        Grams of element per gram of product; 0 where it is not declared. [g/g]
    """
    for line in product.declared:
        element, share = element_of(line.nutrient)
        if element == nutrient:
            numbers = (
                Quantity("declared_pct", line.pct, f"% {line.nutrient}", Origin.LABEL),
                Quantity("element_share", share, "", Origin.FIXED),
            )
            if product.basis == "w/w":
                return Worked.first("fraction", line.pct / 100 * share, "g/g", *numbers)
            density, origin = density_g_ml(product, material)
            return Worked.first(
                "fraction_by_volume",
                line.pct / 100 * share / density,
                "g/g",
                *numbers,
                Quantity("density_g_ml", density, "g/mL", origin),
            ).settling(f"products/{product.id}/weighed")
    return Worked(value=0.0, unit="g/g")


def first_season_share(product: Product, material: Material | None) -> Worked:
    """Return the share of a product's nitrogen that works in its first season.

    Label or laboratory first, then the material's typical figure, then the rule from the nitrogen
    in its dry matter. Mineral and coated products count in full here.

    Parameters
    ----------
    product : Product
        The product. [document]
    material : Material or None
        The general material it is. [catalogue]

    Returns
    -------
    Worked
        Share between 0 and 1. [g/g]
    """
    if product.form != "organic":
        return Worked(value=1.0, unit="g/g")
    if product.first_season_n_pct is not None:
        pct, origin = product.first_season_n_pct, Origin.LABEL
    elif material is not None and material.first_season_n_pct is not None:
        pct, origin = material.first_season_n_pct, Origin.TYPICAL
    else:
        dry = product.dry_matter_pct
        return rule_share(
            n_pct=next((d.pct for d in product.declared if d.nutrient == "N"), 0.0),
            dry_matter_pct=TYPICAL_DRY_MATTER_PCT if dry is None else dry,
            dry_matter_origin=Origin.ASSUMED if dry is None else Origin.LABEL,
        ).settling(f"products/{product.id}/dry_matter_pct")
    return Worked.first("share_given", pct / 100, "g/g", Quantity("share_pct", pct, "%", origin))


def contents(product: Product, material: Material | None) -> Contents:
    """Return what one gram of a product holds.

    Parameters
    ----------
    product : Product
        The product. [document]
    material : Material or None
        The general material it is. [catalogue]

    Returns
    -------
    Contents
        Per gram of product. [g/g]
    """
    total = tuple(fraction(product, nutrient, material).value for nutrient in NUTRIENTS)
    share = first_season_share(product, material).value
    density, origin = density_g_ml(product, material)
    return Contents(
        total=total,
        available=(total[0] * share, *total[1:]),
        soluble_n=_soluble_n(product, total[0]),
        ammonium_urea_n=_ammonium_urea_n(product, total[0]),
        ec_ds_m_per_g_l=ec_of_1g_l(product, material),
        density_g_ml=density,
        density_origin=origin,
    )


def ec_of_1g_l(product: Product, material: Material | None) -> float:
    """Return the conductivity of one gram in a litre of pure water.

    The material's own figure, else the sum of cations in milliequivalents divided by ten, which
    is good to about a third.

    Parameters
    ----------
    product : Product
        The product. [document]
    material : Material or None
        The general material it is. [catalogue]

    Returns
    -------
    float
        Electrical conductivity. [dS/m]
    """
    if material is not None and material.ec_of_1g_l_ds_m is not None:
        return material.ec_of_1g_l_ds_m
    if product.form in ("organic", "coated"):
        return 0.0
    grams = {nutrient: fraction(product, nutrient, material).value for nutrient in NUTRIENTS}
    n = next((d.pct for d in product.declared if d.nutrient == "N"), 0.0)
    known = product.nitrogen
    ammonium_share = known.ammonium_pct / n if known and n else _UNKNOWN_N_AS_AMMONIUM
    milliequivalents = 1000 * (
        sum(grams[e] * charge / ATOMIC_WEIGHT[e] for e, charge in _CHARGE.items())
        + grams["N"] * ammonium_share / ATOMIC_WEIGHT["N"]
    )
    return milliequivalents / 10


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


def _soluble_n(product: Product, total_n: float) -> float:
    if product.form == "coated":
        return 0.0
    forms = product.nitrogen
    if product.form == "organic":
        declared = forms.nitrate_pct + forms.ammonium_pct + forms.urea_pct if forms else 0.0
        return declared / 100
    return total_n


def _ammonium_urea_n(product: Product, total_n: float) -> float | None:
    if total_n == 0:
        return 0.0
    forms, declared = product.nitrogen, next(d.pct for d in product.declared if d.nutrient == "N")
    if forms is None:
        return None
    return total_n * (forms.ammonium_pct + forms.urea_pct) / declared
