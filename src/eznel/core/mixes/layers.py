"""A raised bed filled by layers: litres of each, and how it sinks over two years.

What rots sinks: two thirds of it in the first year. What is fresh and woody takes up nitrogen while
it rots, and belongs below the roots.
"""

from collections.abc import Sequence
from dataclasses import dataclass

from eznel.core.document import FillLayer
from eznel.core.mixes.expected import Expected, Part, expectation
from eznel.core.mixes.portions import whole_bags
from eznel.core.reference import Substrate
from eznel.core.working import Finding, Level, Origin, Quantity, Worked

FIRST_YEAR = 2 / 3
"""Of what is lost in two years."""
ROOTED_M = 0.25
"""Most roots of vegetables are in so much on the top. [m]"""
SALTY_DS_M = 4.0
"""Where ground counts as saline: most crops lose yield, seedlings die. [dS/m]"""
RICH_SHARE = 0.4
"""Compost and manure in what roots grow in, beyond which phosphorus gathers for years. [L/L]"""
RICH = ("green_compost", "garden_compost", "worm_compost", "rotted_manure")


@dataclass(frozen=True, slots=True)
class LaidLayer:
    """A layer: loose litres to bring, what they weigh, and its depth new and after two years."""

    substrate: Substrate
    volume: Worked
    weighs_kg: tuple[float, float]
    new_m: float
    settled: Worked
    bag_l: float | None
    bags: int | None


@dataclass(frozen=True, slots=True)
class Laid:
    """A fill: its layers from the bottom, and its depth when it is new, after one year and two."""

    layers: tuple[LaidLayer, ...]
    depth_m: tuple[float, float, float]
    top_up_l: tuple[float, float]
    """To be as high as new, after the first year and after the second. [L]"""
    salts: Expected | None
    """Of what roots grow in."""
    findings: tuple[Finding, ...]


def laid(area_m2: float, layers: Sequence[tuple[FillLayer, Substrate]]) -> Laid:
    """Return what a fill takes and how it sinks.

    Parameters
    ----------
    area_m2 : float
        Of the bed. [m²]
    layers : sequence of tuple
        Each layer with its substrate, from the bottom to the top.

    Returns
    -------
    Laid
        Litres, kilograms, depths.
    """
    found = tuple(_layer(area_m2, layer, of) for layer, of in layers)
    new = sum(one.new_m for one in found)
    after_two = sum(one.settled.value for one in found)
    after_one = new - FIRST_YEAR * (new - after_two)
    rooted = _rooted(found)
    expected = expectation(tuple(Part(one.substrate, depth) for one, depth in rooted))
    return Laid(
        layers=found,
        depth_m=(new, after_one, after_two),
        top_up_l=((new - after_one) * area_m2 * 1000, (after_one - after_two) * area_m2 * 1000),
        salts=None if expected is None else expected.salts,
        findings=tuple(_findings(found, rooted, None if expected is None else expected.salts)),
    )


def _layer(area_m2: float, layer: FillLayer, of: Substrate) -> LaidLayer:
    depth = Quantity("depth_m", layer.depth.m, "m", Origin.TYPED)
    volume = Worked.first(
        "fill_layer",
        area_m2 * layer.depth.m * 1000,
        "L",
        Quantity("area_m2", area_m2, "m²"),
        depth,
    )
    settled = Worked.first(
        "layer_settled",
        layer.depth.m * (1 - of.settles_pct / 100),
        "m",
        depth,
        Quantity("settles_pct", of.settles_pct, "%", Origin.TYPICAL, of.name),
    )
    low, high = of.span("carried")
    bag_l = None if layer.bag is None else layer.bag.l
    return LaidLayer(
        substrate=of,
        volume=volume,
        weighs_kg=(volume.value * low, volume.value * high),
        new_m=layer.depth.m,
        settled=settled,
        bag_l=bag_l,
        bags=None if bag_l is None else whole_bags(volume.value, bag_l),
    )


def _rooted(found: tuple[LaidLayer, ...]) -> list[tuple[LaidLayer, float]]:
    """The layers that most roots are in, with how deep they reach into each. [m]"""
    left, rooted = ROOTED_M, []
    for one in reversed(found):
        if left <= 0:
            break
        rooted.append((one, min(one.new_m, left)))
        left -= one.new_m
    return rooted


def _findings(
    found: tuple[LaidLayer, ...], rooted: list[tuple[LaidLayer, float]], salts: Expected | None
) -> list[Finding]:
    said = []
    deep = sum(depth for _, depth in rooted)
    fresh = [one.substrate.name for one, _ in rooted if one.substrate.binds]
    if fresh:
        said.append(Finding("fresh_wood_at_roots", Level.WARNING, "fill", names=tuple(fresh)))
    rich = sum(depth for one, depth in rooted if one.substrate.key in RICH) / deep
    if rich > RICH_SHARE:
        share = Quantity("share_pct", rich * 100, "%")
        said.append(Finding("rich_fill", Level.QUESTION, "fill", numbers=(share,)))
    if salts is not None and salts.high > SALTY_DS_M:
        numbers = (Quantity("low", salts.low, "dS/m"), Quantity("high", salts.high, "dS/m"))
        said.append(Finding("salty_fill", Level.QUESTION, "fill", numbers=numbers))
    if found[0].substrate.binds:
        said.append(Finding("fill_sinks", Level.NOTE, "fill"))
    return said
