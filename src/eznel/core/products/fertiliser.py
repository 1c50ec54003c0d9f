"""A product as the core knows it: its label, the general material it is, what a gram of it holds.

P = 0.4364 P₂O₅ and so on. "Fertiliser" as the law has it: lime, compost and bagged mixes too.
"""

from collections.abc import Mapping
from dataclasses import dataclass
from functools import cached_property
from uuid import UUID, uuid5

from eznel.core.document import Product
from eznel.core.nutrients import ATOMIC_WEIGHT, NOTHING, Amounts, Nutrient, element_of
from eznel.core.products.release import rule_share
from eznel.core.reference import Material
from eznel.core.working import Origin, Quantity, Sourced, Worked

TYPICAL_DRY_MATTER_PCT = 90.0

TYPICAL_DENSITY_G_ML = {
    "granular": 1.0, "soluble": 1.0, "liquid": 1.15, "organic": 0.65, "coated": 0.95, "mix": 0.3,
}  # fmt: skip
"""Bulk density by form, where neither the grower nor the material says."""

GENERAL = UUID("7a0f6f0e-52f2-4f0b-9a55-0a4e7f3c2b61")
"""Namespace of the ids of general materials."""

_CHARGE: dict[Nutrient, int] = {"K": 1, "Ca": 2, "Mg": 2}
_UNKNOWN_N_AS_AMMONIUM = 0.5
"""Where a label is silent on its nitrogen, half is taken as ammonium for the conductivity."""

METALS = ("Cu", "Fe", "Mn", "Mo", "Zn")


@dataclass(frozen=True, slots=True)
class Contents:
    """One gram of a product, as the core counts it. [g/g]"""

    total: Amounts
    """At most, where batches of something unproven differ."""
    available: Amounts
    """What can be counted on in its first season; nothing of what is unproven."""
    declared: Amounts
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


@dataclass(frozen=True)
class Fertiliser:
    """A product, and the general material it is, where it says so."""

    product: Product
    material: Material | None

    # Kept once they are asked for: a season asks for them tens of thousands of times.

    @cached_property
    def id(self) -> UUID:
        """The product's id."""
        return self.product.id

    @property
    def name(self) -> str:
        """The product's name."""
        return self.product.name

    @cached_property
    def form(self) -> str:
        """The product's form."""
        return self.product.form

    @property
    def is_dissolved(self) -> bool:
        """Whether it is given in water."""
        return self.product.form in ("soluble", "liquid")

    @property
    def is_bulk(self) -> bool:
        """Whether it is heaped, as compost and manure are, and makes up a part of the soil."""
        return self.material is not None and self.material.bulk

    @property
    def is_lime(self) -> bool:
        """Whether it raises pH."""
        return self.material is not None and self.material.liming

    @cached_property
    def contents(self) -> Contents:
        """What one gram of it holds."""
        return _contents(self)


def fertiliser(product: Product, materials: Mapping[str, Material]) -> Fertiliser:
    """Return a product with the general material it is.

    Parameters
    ----------
    product : Product
        The product.
    materials : mapping of str to Material
        General materials, by key.

    Returns
    -------
    Fertiliser
        Without a material where the product names none, or one that nobody knows.
    """
    return Fertiliser(product, materials.get(product.material or ""))


def general(material: Material) -> Fertiliser:
    """Return a general material as a product of its typical contents, where nobody has a label.

    Parameters
    ----------
    material : Material
        The material.

    Returns
    -------
    Fertiliser
        Always the same id for the same material.
    """
    product = Product.model_validate(
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
    return Fertiliser(product, material)


def _typical(material: Material, nutrient: str) -> dict[str, object]:
    low, high = material.ranges.get(nutrient, (None, None))
    pct = material.analysis[nutrient]
    return {"nutrient": nutrient, "pct": pct, "low_pct": low, "high_pct": high}


def density_g_ml(of: Fertiliser) -> Sourced:
    """Return a product's bulk density and where it comes from.

    Parameters
    ----------
    of : Fertiliser
        The product.

    Returns
    -------
    Sourced
        Density. [g/mL]
    """
    product, material = of.product, of.material
    if product.density is not None:
        return Sourced(product.density.g_per_ml, Origin.MEASURED)
    if product.weighed is not None:
        return Sourced(product.weighed.g_per_ml, Origin.MEASURED)
    if material is not None:
        return Sourced(material.density_g_ml, Origin.ASSUMED)
    return Sourced(TYPICAL_DENSITY_G_ML[product.form], Origin.ASSUMED)


def fraction(of: Fertiliser, nutrient: Nutrient) -> Worked:
    """Return the mass fraction of an element in a product.

    Parameters
    ----------
    of : Fertiliser
        The product; its density counts where a label is in grams per 100 mL.
    nutrient : Nutrient
        Element.

    Returns
    -------
    Worked
        Grams of element per gram of product; 0 where it is not declared. [g/g]
    """
    product, typical = of.product, of.product.proof == "typical"
    origin = Origin.TYPICAL if typical else Origin.LABEL
    for line in product.declared:
        element, share = element_of(line.nutrient)
        if element == nutrient:
            numbers = (
                Quantity("declared_pct", line.pct, f"% {line.nutrient}", origin, product.name),
                Quantity("element_share", share, "", Origin.FIXED),
            )
            if product.basis == "w/w":
                held = line.pct / 100 * share
                if typical:
                    return Worked.first("fraction_typical", held, "g/g", *numbers)
                return Worked.first("fraction", held, "g/g", *numbers)
            density, density_origin = density_g_ml(of)
            return Worked.first(
                "fraction_by_volume",
                line.pct / 100 * share / density,
                "g/g",
                *numbers,
                Quantity("density_g_ml", density, "g/mL", density_origin),
            ).measurable_at(f"products/{product.id}/weighed")
    return Worked(value=0.0, unit="g/g")


def first_season_share(of: Fertiliser) -> Worked:
    """Return the share of a product's nitrogen that works in its first season.

    Label or laboratory first, then the material's typical figure, then the rule from the nitrogen
    in its dry matter. Mineral and coated products count in full here.

    Parameters
    ----------
    of : Fertiliser
        The product.

    Returns
    -------
    Worked
        Share between 0 and 1. [g/g]
    """
    product, material = of.product, of.material
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
        ).measurable_at(f"products/{product.id}/dry_matter_pct")
    return Worked.first("share_given", pct / 100, "g/g", Quantity("share_pct", pct, "%", origin))


def _contents(of: Fertiliser) -> Contents:
    product, declared = of.product, Amounts.of_each(lambda x: fraction(of, x).value)
    shares = Amounts.of_each(lambda x: first_season(of, x).value)
    density, origin = density_g_ml(of)
    unproven = product.proof == "unproven"
    return Contents(
        total=_at_most(product, declared) if unproven else declared,
        available=NOTHING if unproven else declared.share(shares),
        declared=declared,
        soluble_n=_soluble_n(product, declared.n),
        ammonium_urea_n=_ammonium_urea_n(product, declared.n),
        ec_ds_m_per_g_l=ec_of_1g_l(of),
        density_g_ml=density,
        density_origin=origin,
        chloride=_trace(of, "Cl"),
        boron=_trace(of, "B"),
        metals=sum(_trace(of, metal) for metal in METALS),
    )


def first_season(of: Fertiliser, nutrient: Nutrient) -> Worked:
    """Return what share of a nutrient works in a product's first season.

    Nitrogen as above; of organic materials and shells phosphorus, potassium and calcium by what
    is typical of the material; all else in full.

    Parameters
    ----------
    of : Fertiliser
        The product.
    nutrient : Nutrient
        Element.

    Returns
    -------
    Worked
        Share between 0 and 1; without a step where all of it works. [g/g]
    """
    if nutrient == "N":
        return first_season_share(of)
    material, whole = of.material, Worked(value=1.0, unit="g/g")
    if material is None or of.form in ("coated", "mix"):
        return whole
    typical = {
        "P": material.first_season_p_pct,
        "K": material.first_season_k_pct,
        "Ca": material.first_season_ca_pct,
    }
    pct = typical.get(nutrient, 100.0)
    if pct == 100.0:
        return whole
    number = Quantity("share_pct", pct, "%", Origin.TYPICAL, material.name)
    return Worked.first("share_given", pct / 100, "g/g", number)


def a_gram_brings(held: Worked, share: Worked) -> Worked:
    """Return what a gram of a product brings of an element, as far as it works.

    Parameters
    ----------
    held : Worked
        What is in it. [g/g]
    share : Worked
        Of that works so much. [g/g]

    Returns
    -------
    Worked
        The same as is in it, where all of it works. [g/g]
    """
    if not held.steps or not share.steps:
        return Worked(value=held.value * share.value, unit="g/g", steps=held.steps)
    return Worked.first(
        "gram_brings",
        held.value * share.value,
        "g/g",
        Quantity("fraction", held.value, "g/g"),
        Quantity("works", share.value, "g/g"),
    ).after(held, share)


def _at_most(product: Product, declared: Amounts) -> Amounts:
    """The most that there may be of each element, where a range is known. [g/g]"""
    times = {
        element_of(line.nutrient)[0]: line.high_pct / line.pct
        for line in product.declared
        if line.high_pct is not None and line.pct > 0
    }
    return Amounts(*(held * times.get(x, 1.0) for x, held in declared.items()))


def _trace(of: Fertiliser, element: str) -> float:
    """A trace as declared, else as is typical of the material. [g/g]"""
    material = of.material
    for line in of.product.declared:
        if line.nutrient == element:
            return line.pct / 100
    return material.analysis.get(element, 0.0) / 100 if material is not None else 0.0


def sodium_and_chloride(of: Fertiliser) -> float:
    """Return the table salt, or what acts like it, in a gram of product.

    Parameters
    ----------
    of : Fertiliser
        The product; its material tells what a label leaves out.

    Returns
    -------
    float
        Sodium and chloride together. [g/g]
    """
    return _trace(of, "Na") + _trace(of, "Cl")


def ec_of_1g_l(of: Fertiliser) -> float:
    """Return the conductivity of one gram in a litre of pure water.

    As the grower measured it, else the material's own figure, else the sum of cations in
    milliequivalents divided by ten, which is good to about a third.

    Parameters
    ----------
    of : Fertiliser
        The product.

    Returns
    -------
    float
        Electrical conductivity. [dS/m]
    """
    product, material = of.product, of.material
    if product.ec_of_1g_l_ds_m is not None:
        return product.ec_of_1g_l_ds_m
    if material is not None and material.ec_of_1g_l_ds_m is not None:
        return material.ec_of_1g_l_ds_m
    if product.form in ("organic", "coated", "mix"):
        return 0.0
    grams = Amounts.of_each(lambda x: fraction(of, x).value)
    n, known = _declared_n(product), product.nitrogen
    ammonium_share = known.ammonium_pct / n if known and n else _UNKNOWN_N_AS_AMMONIUM
    milliequivalents = 1000 * (
        sum(grams[e] * charge / ATOMIC_WEIGHT[e] for e, charge in _CHARGE.items())
        + grams.n * ammonium_share / ATOMIC_WEIGHT["N"]
    )
    return milliequivalents / 10


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
