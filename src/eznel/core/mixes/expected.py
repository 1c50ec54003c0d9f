"""What to expect of a mix by its ingredients: mass, organic matter, salts, pH, as ranges.

Batches of one ingredient differ more than any sum can say, so each figure has a lowest and a
highest, and a test of the finished mix stands above all of them.
"""

from collections.abc import Iterable
from dataclasses import dataclass

from eznel.core.reference import Substrate
from eznel.core.working import Origin, Quantity, Worked


@dataclass(frozen=True, slots=True)
class Part:
    """So many parts of a general substrate."""

    substrate: Substrate
    parts: float


@dataclass(frozen=True, slots=True)
class Expected:
    """A figure to expect: its middle with the working, the lowest and the highest."""

    middle: Worked
    low: float
    high: float


@dataclass(frozen=True, slots=True)
class Expectation:
    """What a mix should come to. [kg/L, kg/L, % of dry mass, dS/m]"""

    dry: Expected
    carried: Expected
    matter: Expected
    salts: Expected
    ph: Expected


def expectation(parts: tuple[Part, ...]) -> Expectation | None:
    """Return what to expect of a mix.

    Mass, salts and pH go by volume, organic matter by dry mass. Of pH that is a rough rule: what
    buffers more pulls harder.

    Parameters
    ----------
    parts : tuple of Part
        Ingredients whose substrate is known. [parts]

    Returns
    -------
    Expectation or None
        None where nothing is known.
    """
    if not parts:
        return None
    return Expectation(
        dry=_by_volume(parts, "dry", "kg/L"),
        carried=_by_volume(parts, "carried", "kg/L"),
        matter=_matter(parts),
        salts=_by_volume(parts, "salts", "dS/m"),
        ph=_by_volume(parts, "ph", ""),
    )


def _by_volume(parts: tuple[Part, ...], of: str, unit: str) -> Expected:
    whole = sum(one.parts for one in parts)
    middle = Worked(value=0.0, unit=unit)
    for one in parts:
        figure = _middle(one.substrate, of)
        middle = middle.then(
            "recipe_adds",
            middle.value + one.parts / whole * figure,
            unit,
            Quantity("before", middle.value, unit),
            Quantity("parts", one.parts, "parts", Origin.TYPED),
            Quantity("all_parts", whole, "parts", Origin.TYPED),
            Quantity("figure", figure, unit, Origin.TYPICAL, one.substrate.name),
        )
    spans = [(one.parts, one.substrate.span(of)) for one in parts]
    low, high = (_mean((w, span[n]) for w, span in spans) for n in (0, 1))
    return Expected(middle, low, high)


def _matter(parts: tuple[Part, ...]) -> Expected:
    weights = [one.parts * _middle(one.substrate, "dry") for one in parts]
    whole = sum(weights)
    middle = Worked(value=0.0, unit="%")
    for one, weight in zip(parts, weights, strict=True):
        figure = _middle(one.substrate, "matter")
        middle = middle.then(
            "recipe_matter",
            middle.value + weight / whole * figure,
            "%",
            Quantity("before", middle.value, "%"),
            Quantity("parts", one.parts, "parts", Origin.TYPED),
            Quantity("dry_kg_l", _middle(one.substrate, "dry"), "kg/L", Origin.TYPICAL),
            Quantity("whole_kg", whole, "kg"),
            Quantity("figure", figure, "%", Origin.TYPICAL, one.substrate.name),
        )
    pairs = list(zip(weights, (one.substrate.span("matter") for one in parts), strict=True))
    low, high = (_mean((weight, span[n]) for weight, span in pairs) for n in (0, 1))
    return Expected(middle, low, high)


def _middle(of: Substrate, figure: str) -> float:
    return sum(of.span(figure)) / 2


def _mean(weighted: Iterable[tuple[float, float]]) -> float:
    pairs = list(weighted)
    return sum(w * x for w, x in pairs) / sum(w for w, _ in pairs)
