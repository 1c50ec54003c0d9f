"""What would fill what stays short: one list, in which each bag counts for all that it brings."""

from collections.abc import Iterator, Mapping
from dataclasses import replace
from typing import NamedTuple

from eznel.core.nutrients import NUTRIENTS, TRACES, Amounts, Nutrient, element_of, nutrient_of
from eznel.core.plan.advice import WORTH_SAYING
from eznel.core.plan.result import ToBuy
from eznel.core.products.fertiliser import general
from eznel.core.products.masses import amount_for
from eznel.core.reference import Material
from eznel.core.shed import rules
from eznel.core.shed.shelf import Shed, Shelf

DRY, DISSOLVED = ("granular", "organic"), ("soluble", "liquid")

MOST_CL_PCT = 10.0
"""From here on a product is mainly a chloride, and not what is named first. [%]"""
LEAST_PCT = 2.0
"""What is bought for a nutrient holds at least so much of it as labels declare it. [%]"""


class _Source(NamedTuple):
    """A general material for one nutrient, and how much it declares of it. [%]"""

    material: Material
    declared: str
    pct: float


def to_buy(
    short_g: Amounts, need_g: Amounts, *, dissolved: bool, shed: Shed, shelf: Shelf
) -> tuple[ToBuy, ...]:
    """Return which general materials would fill what stays short, and how much of each.

    Parameters
    ----------
    short_g : Amounts
        What stays short of each element. [g]
    need_g : Amounts
        The season's needs, to leave out what is not worth a word. [g]
    dissolved : bool
        Whether it must dissolve, as in tubs.
    shed : Shed
        For its materials and the garden's rules: what may not be used is not bought.
    shelf : Shelf
        What is left: what is there need not be bought. [g]

    Returns
    -------
    tuple of ToBuy
        One for each material, for the first element that it is bought for.
    """
    found: dict[str, ToBuy] = {}
    bought = Amounts()
    for element in NUTRIENTS:
        short = short_g[element] - bought[element]
        if short <= WORTH_SAYING * need_g[element]:
            continue
        source = next(_sources(element, dissolved=dissolved, shed=shed, shelf=shelf), None)
        if source is None:
            continue
        material = source.material
        grams = amount_for(short, source.pct / 100 * element_of(source.declared).share).value
        bought += general(material).contents.declared * grams
        if material.key in found:
            more = found[material.key].grams + grams
            found[material.key] = replace(found[material.key], grams=more)
        else:
            found[material.key] = ToBuy(
                nutrient=element,
                short_g=short_g[element],
                material=material.key,
                material_name=material.name,
                declared=source.declared,
                declared_pct=source.pct,
                grams=grams,
            )
    return tuple(found.values())


def _sources(element: Nutrient, *, dissolved: bool, shed: Shed, shelf: Shelf) -> Iterator[_Source]:
    """What an adviser would name, unless it is there already; where the garden's rules forbid it,
    the strongest that they allow.
    """
    there = {
        product.product.material
        for id_, product in shed.products.items()
        if (left := shelf.left_g[id_]) is None or left > 0
    }
    named = [
        source
        for material in shed.materials.values()
        for source in _declared(
            material, material.fills_water if dissolved else material.fills_ground, element
        )
    ]
    if any(one.material.key in there for one in named):
        return  # a limit keeps it from being given: more of it changes nothing
    yield from (one for one in named if _allowed(one.material, shed))
    forms = DISSOLVED if dissolved else DRY
    others = (
        source
        for material in shed.materials.values()
        if material.form in forms and material.key not in there and _allowed(material, shed)
        for source in _declared(material, material.analysis, element)
        if source.pct >= LEAST_PCT
    )

    def works(source: _Source) -> float:
        return general(source.material).contents.available[element]

    yield from sorted(others, key=works, reverse=True)


def _allowed(material: Material, shed: Shed) -> bool:
    """Whether a garden's grower would be told to buy it."""
    unfit = material.bulk or material.liming or material.analysis.get("Cl", 0.0) >= MOST_CL_PCT
    return not unfit and rules.of_garden(general(material), shed.garden.preferences) is None


def _declared(
    material: Material, lines: Mapping[str, float], element: Nutrient
) -> Iterator[_Source]:
    for declared, pct in lines.items():
        if declared not in TRACES and nutrient_of(declared) == element:
            yield _Source(material, declared, pct)
