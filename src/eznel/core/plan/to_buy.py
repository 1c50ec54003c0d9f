"""What would fill what stays short: one list, in which each bag counts for all that it brings."""

from collections.abc import Iterator, Mapping
from dataclasses import replace
from functools import cache, cached_property
from typing import NamedTuple

from eznel.core.nutrients import NUTRIENTS, TRACES, Amounts, Nutrient, element_of, nutrient_of
from eznel.core.plan.advice import WORTH_SAYING
from eznel.core.plan.result import ToBuy
from eznel.core.products.fertiliser import Fertiliser, general
from eznel.core.products.masses import amount_for
from eznel.core.reference import Material
from eznel.core.shed import rules
from eznel.core.shed.shelf import Shed

DRY, DISSOLVED = ("granular", "organic"), ("soluble", "liquid")

MOST_CL_PCT = 10.0
"""From here on a product is mainly a chloride, and not what is named first. [%]"""
MICRONUTRIENTS, LEAST_TRACE_PCT = ("B", "Cu", "Fe", "Mn", "Mo", "Zn"), 1.0
"""A material with so much of one is given by the gram, for that, after a test. [%]"""
LEAST_PCT = 2.0
"""What is bought for a nutrient holds at least so much of it as labels declare it. [%]"""


class _Source(NamedTuple):
    """A general material for one nutrient, and how much it declares of it. [%]"""

    material: Material
    declared: str
    pct: float


class Market:
    """What a garden's growers would be told to buy: general materials that its rules allow."""

    def __init__(self, shed: Shed, there: frozenset[str]) -> None:
        """Take a shed, and which materials are in it: what is there need not be bought."""
        self._shed, self._there = shed, there
        self._sources = cache(self._sources_of)

    def to_buy(self, short_g: Amounts, need_g: Amounts, *, dissolved: bool) -> tuple[ToBuy, ...]:
        """Return which general materials would fill what stays short, and how much of each.

        Parameters
        ----------
        short_g : Amounts
            What stays short of each element. [g]
        need_g : Amounts
            The season's needs, to leave out what is not worth a word. [g]
        dissolved : bool
            Whether it must dissolve, as in tubs.

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
            source = self._sources(element, dissolved)
            if source is None:
                continue
            material = source.material
            grams = amount_for(short, source.pct / 100 * element_of(source.declared).share).value
            bought += self._sold[material.key].contents.declared * grams
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

    @cached_property
    def _sold(self) -> dict[str, Fertiliser]:
        """Every material as a product."""
        return {key: general(material) for key, material in self._shed.materials.items()}

    @cached_property
    def _allowed(self) -> frozenset[str]:
        """Materials that a garden's grower would be told to buy."""
        return frozenset(
            key
            for key, sold in self._sold.items()
            if not _unfit(self._shed.materials[key])
            and rules.of_garden(sold, self._shed.garden.preferences) is None
        )

    def _sources_of(self, element: Nutrient, dissolved: bool) -> _Source | None:
        """What an adviser would name, unless it is there already; where the garden's rules forbid
        it, the strongest that they allow.
        """
        materials = self._shed.materials.values()
        named = [
            source
            for material in materials
            for source in _declared(
                material, material.fills_water if dissolved else material.fills_ground, element
            )
        ]
        if any(one.material.key in self._there for one in named):
            return None  # a limit keeps it from being given: more of it changes nothing
        allowed = [one for one in named if one.material.key in self._allowed]
        if allowed:
            return allowed[0]
        forms = DISSOLVED if dissolved else DRY
        others = [
            source
            for material in materials
            if material.form in forms and material.key in self._allowed - self._there
            for source in _declared(material, material.analysis, element)
            if source.pct >= LEAST_PCT
        ]
        return max(others, key=lambda one: self._works(one, element), default=None)

    def _works(self, source: _Source, element: Nutrient) -> float:
        return self._sold[source.material.key].contents.available[element]


def _unfit(material: Material) -> bool:
    """Whether it is heaped, limes, is mainly a chloride, or is there for its trace element."""
    held = material.analysis
    of_trace = any(held.get(trace, 0.0) >= LEAST_TRACE_PCT for trace in MICRONUTRIENTS)
    return material.bulk or material.liming or of_trace or held.get("Cl", 0.0) >= MOST_CL_PCT


def _declared(
    material: Material, lines: Mapping[str, float], element: Nutrient
) -> Iterator[_Source]:
    for declared, pct in lines.items():
        if declared not in TRACES and nutrient_of(declared) == element:
            yield _Source(material, declared, pct)
