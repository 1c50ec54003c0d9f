"""What a sum's answer can become in a garden: a bag, a place, a mix in a tub, a feed in the log."""

from collections.abc import Callable, Mapping
from dataclasses import dataclass

from pydantic import ValidationError

from eznel.core.document import Bed, Product, Tub
from eznel.core.sums.bags import shares
from eznel.core.sums.sheet import NO_GARDEN, Answer, Sum

_GRADES = ("grade", "grade_2", "grade_3")
_FED = ("product_g", "all_plants_g")
"""Numbers of sums that weigh out a product for some ground or some water."""
_LEAST_DEPTH_M, _MOST_DEPTH_M = 0.03, 1.2

Numbers = Mapping[str, float]
Shape = dict[str, object]


@dataclass(frozen=True, slots=True)
class Named:
    """What things are called that nobody has named yet."""

    bed: str
    tub: str
    part: str
    """With {n} for its number."""


@dataclass(frozen=True, slots=True)
class Kept:
    """Things without a garden yet: each has the id of nothing, until somebody keeps it."""

    products: tuple[Product, ...] = ()
    places: tuple[Bed | Tub, ...] = ()
    fed_g: float | None = None
    """Of a product, as one feed. [g]"""


def kept(of: Sum, found: Answer, named: Named) -> Kept:
    """Return what an answer can become in a garden.

    Parameters
    ----------
    of : Sum
        Which.
    found : Answer
        What it came to, and from what.
    named : Named
        What things are called at first.

    Returns
    -------
    Kept
        Empty where it is a number and nothing more.
    """
    numbers = {n: v for n, v in found.known.items() if isinstance(v, int | float)}
    numbers |= {one.name: one.value for one in found.beside}
    numbers[found.asked] = found.worked.value
    fed = next((numbers[one] for one in _FED if one in numbers), None)
    return Kept(
        products=tuple(_bags(of, found)),
        places=tuple(_places(of.key, numbers, named)),
        fed_g=fed if of.group in ("bags", "cans") and fed else None,
    )


def _bags(of: Sum, found: Answer) -> list[Product]:
    said = {n: v for n, v in found.known.items() if isinstance(v, str)}
    bags: dict[str, Product] = {}
    for field in _GRADES:
        if field not in said:
            continue
        held = shares(said[field], said["means"], field)
        names = ("N", "P2O5", "K2O") if said["means"] == "oxide" else ("N", "P", "K")
        lines = [{"nutrient": one, "pct": held[one]} for one in names if held[one]]
        grade = said[field].strip()
        form = "soluble" if of.group == "cans" else "granular"
        data = {"id": NO_GARDEN, "name": grade, "form": form, "declared": lines}
        if lines:
            bags[grade] = Product.model_validate(data)
    return list(bags.values())


def _m(value: float) -> dict[str, object]:
    return {"value": round(value, 4), "unit": "m"}


def _sides(kind: str, *names: str) -> Callable[[Numbers], Shape]:
    """A shape whose measures have the names of the sum's numbers."""

    def shape(numbers: Numbers) -> Shape:
        return {"kind": kind} | {one: _m(numbers[f"{one}_m"]) for one in names}

    return shape


def _triangle(numbers: Numbers) -> Shape:
    """One side lies flat; the third corner is where the two others meet."""
    a, b, c = (numbers[f"side_{n}_m"] for n in (1, 2, 3))
    across = (a * a + c * c - b * b) / (2 * a)
    up = max(c * c - across * across, 0.0) ** 0.5
    mid_x, mid_y = (a + across) / 3, up / 3
    corners = ((0.0, 0.0), (a, 0.0), (across, up))
    return {
        "kind": "polygon",
        "corners": [{"x_m": round(x - mid_x, 4), "y_m": round(y - mid_y, 4)} for x, y in corners],
    }


def _nominal(name: str) -> Callable[[Numbers], Shape]:
    def shape(numbers: Numbers) -> Shape:
        return {"kind": "nominal", "volume": {"value": round(numbers[name], 2), "unit": "L"}}

    return shape


_BEDS: Mapping[str, Callable[[Numbers], Shape]] = {
    "bed": _sides("rectangle", "length", "width"),
    "plants": _sides("rectangle", "length", "width"),
    "paced": _sides("rectangle", "length", "width"),
    "circle": _sides("circle", "diameter"),
    "oval": _sides("ellipse", "length", "width"),
    "l_shape": _sides("l_shape", "length", "width", "notch_length", "notch_width"),
    "triangle": _triangle,
}
_TUBS: Mapping[str, Callable[[Numbers], Shape]] = {
    "pot": _sides("frustum", "top", "bottom", "height"),
    "trough": _nominal("volume_l"),
    "tub_water": _nominal("mix_l"),
    "parts": _nominal("volume_l"),
}


def _places(key: str, numbers: Numbers, named: Named) -> list[Bed | Tub]:
    """A bed or a tub; none where it is of a size that no garden has."""
    try:
        if key in _BEDS:
            return [Bed.model_validate(_bed(key, numbers, named))]
        if key in _TUBS:
            shape = _TUBS[key](numbers)
            recipe = _recipe(numbers, named) if key == "parts" else []
            data = {"id": NO_GARDEN, "name": named.tub, "shape": shape, "recipe": recipe}
            return [Tub.model_validate(data)]
    except ValidationError:
        return []
    return []


def _bed(key: str, numbers: Numbers, named: Named) -> dict[str, object]:
    data: dict[str, object] = {"id": NO_GARDEN, "name": named.bed, "shape": _BEDS[key](numbers)}
    if _LEAST_DEPTH_M <= numbers.get("layer_m", 0.0) <= _MOST_DEPTH_M:
        data["depth"] = _m(numbers["layer_m"])
    return data


def _recipe(numbers: Numbers, named: Named) -> list[dict[str, object]]:
    parts = [(n, numbers[f"parts_{n}"]) for n in (1, 2, 3)]
    return [{"name": named.part.format(n=n), "parts": part} for n, part in parts if part > 0]
