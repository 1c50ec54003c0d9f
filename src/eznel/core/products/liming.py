"""What a liming product is worth: its neutralising value, and how much of it works in time."""

from collections.abc import Iterable
from types import MappingProxyType
from typing import NamedTuple

from eznel.core.nutrients import ATOMIC_WEIGHT, CACO3
from eznel.core.products.fertiliser import Fertiliser
from eznel.core.working import Origin, Quantity, Worked

UNKNOWN_FINENESS = 0.9


class Sieved(NamedTuple):
    """What grains do in time: those through the fine sieve, between the two, and coarser. [1]"""

    fine: float
    middle: float
    coarse: float


SIEVED = MappingProxyType({
    "20/60 mesh": Sieved(1.0, 0.5, 0.2),
    "8/60 mesh": Sieved(1.0, 0.5, 0.0),
    "18/52 BS": Sieved(1.0, 0.6, 0.1),
})  # fmt: skip
"""By the two sieves of a rule: 0.85 and 0.25 mm, 2.4 and 0.25 mm, 0.85 and 0.3 mm."""

_NEUTRALISING = {
    "CaO": CACO3 / (ATOMIC_WEIGHT["Ca"] + ATOMIC_WEIGHT["O"]),
    "Ca": CACO3 / ATOMIC_WEIGHT["Ca"],
    "MgO": CACO3 / (ATOMIC_WEIGHT["Mg"] + ATOMIC_WEIGHT["O"]),
    "Mg": CACO3 / ATOMIC_WEIGHT["Mg"],
}


def neutralising_pct(of: Fertiliser) -> float:
    """Return a product's calcium carbonate equivalent: label, else the material's, else oxides.

    A material's own value counts in proportion to the oxides that the label declares: not all of
    an ash's calcium is carbonate or oxide, and its oxides alone would tell too much.

    Parameters
    ----------
    of : Fertiliser
        The product.

    Returns
    -------
    float
        Calcium carbonate equivalent. [%]
    """
    product, material = of.product, of.material
    if product.liming is not None and product.liming.cce_pct is not None:
        return product.liming.cce_pct
    oxides = _oxides_pct((line.nutrient, line.pct) for line in product.declared)
    if material is None or material.cce_pct is None:
        return oxides
    usual = _oxides_pct(material.analysis.items())
    return material.cce_pct * oxides / usual if oxides and usual else material.cce_pct


def _oxides_pct(declared: Iterable[tuple[str, float]]) -> float:
    """What calcium and magnesium would neutralise, were all of it oxide or carbonate. [%]"""
    return sum(pct * _NEUTRALISING.get(nutrient, 0.0) for nutrient, pct in declared)


def effective_share(of: Fertiliser) -> Worked:
    """Return the pure calcium carbonate that a gram of a liming product stands for in time.

    Parameters
    ----------
    of : Fertiliser
        The product.

    Returns
    -------
    Worked
        Neutralising value times fineness. [g/g]
    """
    liming, material = of.product.liming, of.material
    declared = liming is not None and liming.cce_pct is not None
    cce = neutralising_pct(of)
    value = Quantity("cce_pct", cce, "%", Origin.LABEL if declared else Origin.TYPICAL)
    if liming is None or liming.passing_60_mesh_pct is None:
        usual = UNKNOWN_FINENESS if material is None else material.fineness
        fine = Quantity("fineness", usual, "", Origin.ASSUMED)
        found = Worked.first("effective_unknown", cce / 100 * usual, "g/g", value, fine)
        return found.measurable_at(f"products/{of.id}/liming")
    fine_pct = liming.passing_60_mesh_pct
    all_pct = liming.passing_20_mesh_pct if liming.passing_20_mesh_pct is not None else fine_pct
    rule = SIEVED["20/60 mesh"]
    works = (
        fine_pct * rule.fine + (all_pct - fine_pct) * rule.middle + (100 - all_pct) * rule.coarse
    ) / 100
    return Worked.first(
        "effective_sieved",
        cce / 100 * works,
        "g/g",
        value,
        Quantity("through_60_pct", fine_pct, "%", Origin.LABEL),
        Quantity("through_20_pct", all_pct, "%", Origin.LABEL),
    )
