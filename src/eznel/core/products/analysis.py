"""From what a label declares to grams of each element: P = 0.4364 P₂O₅ and so on."""

from dataclasses import dataclass
from uuid import UUID, uuid5

from eznel.core.document import Product
from eznel.core.products.masses import density_g_ml
from eznel.core.products.release import rule_share
from eznel.core.quantities import ATOMIC_WEIGHT, NUTRIENTS, element_of
from eznel.core.reference import Material
from eznel.core.working import Origin, Quantity, Worked

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
    """At most, where batches of something unproven differ."""
    available: tuple[float, ...]
    """What can be counted on in its first season; nothing of what is unproven."""
    declared: tuple[float, ...]
    """As declared, or typical."""
    soluble_n: float
    ammonium_urea_n: float | None
    """None where the label does not say in which forms its nitrogen is."""
    ec_ds_m_per_g_l: float
    density_g_ml: float
    density_origin: Origin
    chloride: float
    boron: float
    metals: float
    """Copper, manganese, molybdenum and zinc together, with iron."""


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
            "declared": [_typical(material, nutrient) for nutrient in material.analysis],
            "nitrogen": {f"{form}_pct": pct for form, pct in material.nitrogen.items()} or None,
            "material": material.key,
            "proof": "unproven" if material.unproven else "typical",
            "dry_matter_pct": material.dry_matter_pct,
            "carbon_to_n": material.carbon_to_n,
            "release_days": material.release_days,
            "organic": {"yes": True, "no": False}.get(material.organic),
            "animal": material.animal,
            "max_rate": material.max_g_m2 and {"value": material.max_g_m2, "unit": "g/m2"},
            "max_strength": material.max_g_l and {"value": material.max_g_l, "unit": "g/L"},
        }
    )


def _typical(material: Material, nutrient: str) -> dict[str, object]:
    low, high = material.ranges.get(nutrient, (None, None))
    pct = material.analysis[nutrient]
    return {"nutrient": nutrient, "pct": pct, "low_pct": low, "high_pct": high}


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
    liquid_organic = (
        product.form == "liquid"
        and material is not None
        and material.first_season_n_pct is not None
    )
    if product.form != "organic" and not liquid_organic and product.first_season_n_pct is None:
        return Worked(value=1.0, unit="g/g")
    if product.first_season_n_pct is not None:
        pct, origin = product.first_season_n_pct, Origin.LABEL
    elif material is not None and material.first_season_n_pct is not None:
        pct, origin = material.first_season_n_pct, Origin.TYPICAL
    else:
        dry = product.dry_matter_pct
        return rule_share(
            n_pct=_declared_n(product),
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
    declared = tuple(fraction(product, nutrient, material).value for nutrient in NUTRIENTS)
    shares = first_season_shares(product, material)
    density, origin = density_g_ml(product, material)
    unproven = product.proof == "unproven"
    return Contents(
        total=_at_most(product, declared) if unproven else declared,
        available=tuple(
            0.0 if unproven else held * share for held, share in zip(declared, shares, strict=True)
        ),
        declared=declared,
        soluble_n=_soluble_n(product, declared[0]),
        ammonium_urea_n=_ammonium_urea_n(product, declared[0]),
        ec_ds_m_per_g_l=ec_of_1g_l(product, material),
        density_g_ml=density,
        density_origin=origin,
        chloride=_trace(product, material, "Cl"),
        boron=_trace(product, material, "B"),
        metals=sum(_trace(product, material, metal) for metal in METALS),
    )


METALS = ("Cu", "Fe", "Mn", "Mo", "Zn")


def first_season_shares(product: Product, material: Material | None) -> tuple[float, ...]:
    """Return what share of each nutrient works in the first season.

    Nitrogen as above; of organic materials and shells phosphorus, potassium and calcium by what
    is typical of the material; all else in full.

    Parameters
    ----------
    product : Product
        The product. [document]
    material : Material or None
        The general material it is. [catalogue]

    Returns
    -------
    tuple of float
        In the order of NUTRIENTS, between 0 and 1. [g/g]
    """
    nitrogen = first_season_share(product, material).value
    slow = material is not None and product.form not in ("coated", "mix")
    if material is None or not slow:
        return (nitrogen, 1.0, 1.0, 1.0, 1.0, 1.0)
    p, k, ca = (
        material.first_season_p_pct, material.first_season_k_pct, material.first_season_ca_pct,
    )  # fmt: skip
    return (nitrogen, p / 100, k / 100, ca / 100, 1.0, 1.0)


def _at_most(product: Product, declared: tuple[float, ...]) -> tuple[float, ...]:
    """The most that there may be of each element, where a range is known. [g/g]"""
    most = dict(zip(NUTRIENTS, declared, strict=True))
    for line in product.declared:
        element, _ = element_of(line.nutrient)
        if line.high_pct is not None and line.pct > 0 and element in most:
            most[element] *= line.high_pct / line.pct
    return tuple(most.values())


def _trace(product: Product, material: Material | None, element: str) -> float:
    """A trace as declared, else as is typical of the material. [g/g]"""
    for line in product.declared:
        if line.nutrient == element:
            return line.pct / 100
    return material.analysis.get(element, 0.0) / 100 if material is not None else 0.0


def sodium_and_chloride(product: Product, material: Material | None) -> float:
    """Return the table salt, or what acts like it, in a gram of product.

    Parameters
    ----------
    product : Product
        The product. [document]
    material : Material or None
        The general material it is, for what a label leaves out. [catalogue]

    Returns
    -------
    float
        Sodium and chloride together. [g/g]
    """
    return _trace(product, material, "Na") + _trace(product, material, "Cl")


def ec_of_1g_l(product: Product, material: Material | None) -> float:
    """Return the conductivity of one gram in a litre of pure water.

    As the grower measured it, else the material's own figure, else the sum of cations in
    milliequivalents divided by ten, which is good to about a third.

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
    if product.ec_of_1g_l_ds_m is not None:
        return product.ec_of_1g_l_ds_m
    if material is not None and material.ec_of_1g_l_ds_m is not None:
        return material.ec_of_1g_l_ds_m
    if product.form in ("organic", "coated", "mix"):
        return 0.0
    grams = {nutrient: fraction(product, nutrient, material).value for nutrient in NUTRIENTS}
    n, known = _declared_n(product), product.nitrogen
    ammonium_share = known.ammonium_pct / n if known and n else _UNKNOWN_N_AS_AMMONIUM
    milliequivalents = 1000 * (
        sum(grams[e] * charge / ATOMIC_WEIGHT[e] for e, charge in _CHARGE.items())
        + grams["N"] * ammonium_share / ATOMIC_WEIGHT["N"]
    )
    return milliequivalents / 10


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
    """Nitrate, ammonium and urea: what dissolves and acts at once. [g/g]"""
    if product.form in ("coated", "mix"):
        return 0.0
    forms, whole = product.nitrogen, _declared_n(product)
    if product.form == "organic":
        declared = forms.nitrate_pct + forms.ammonium_pct + forms.urea_pct if forms else 0.0
        return declared / 100
    if forms is None or not whole:
        return total_n
    return total_n * max(1 - (forms.insoluble_pct + forms.slow_pct) / whole, 0.0)


def _ammonium_urea_n(product: Product, total_n: float) -> float | None:
    if total_n == 0:
        return 0.0
    forms = product.nitrogen
    if forms is None or not (forms.parts_pct or forms.slow_pct):
        return None
    return total_n * (forms.ammonium_pct + forms.urea_pct) / _declared_n(product)


def _declared_n(product: Product) -> float:
    return next((line.pct for line in product.declared if line.nutrient == "N"), 0.0)
