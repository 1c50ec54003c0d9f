"""A batch of a mix: what to measure out, what to buy, what to carry, what to expect of it.

What is charged is told for one bucket of mix, since that is how it is mixed: a charge that is
strewn over a heap lies in nests.
"""

from collections.abc import Iterator
from dataclasses import dataclass
from math import floor
from uuid import UUID

from eznel.core.document import Charge, Ingredient, Product, Recipe
from eznel.core.errors import Unknown
from eznel.core.mixes.expected import Expectation, Part, expectation
from eznel.core.mixes.portions import Portion, batch_volume, portions
from eznel.core.plausibility import of_charges, of_recipe
from eznel.core.products.fertiliser import Fertiliser
from eznel.core.products.masses import scoop_mass
from eznel.core.reference import Catalogue
from eznel.core.season.workings import Workings
from eznel.core.working import Finding, Level, Origin, Quantity, Worked

SALTY_DS_M = {"seed": 1.0, "potting": 2.0, "tub": 3.5, "bed": 4.0}
"""Salts of the saturated extract from which a mix is too rich for what it is for. [dS/m]"""
LEAST_SHARE = 0.25
"""Of a level scoop that can still be judged by eye. [count]"""
CLOSE = 0.15
"""How far off what is scooped may be, where a smaller scoop is no nearer. [g/g]"""


@dataclass(frozen=True, slots=True, kw_only=True)
class BatchPart:
    """One ingredient: litres, buckets, bags, and what it weighs as it is carried. [kg]"""

    portion: Portion
    buckets: float
    carried_kg: tuple[float, float] | None
    """None where nobody said what it is."""
    product: UUID | None


@dataclass(frozen=True, slots=True, kw_only=True)
class BatchCharge:
    """A product that is mixed through: for one bucket of mix, and in all. [g]"""

    product: UUID
    per_bucket: Worked
    scoop: UUID | None
    scoops: float
    """Level ones for a bucket, to the quarter."""
    scooped_g: float
    total_g: float


@dataclass(frozen=True, slots=True, kw_only=True)
class Batch:
    """A batch of a mix, and what to expect of it."""

    loose: Worked
    buckets: float
    parts: tuple[BatchPart, ...]
    carried_kg: tuple[float, float] | None
    cost: float | None
    charge: tuple[BatchCharge, ...]
    expected: Expectation | None
    unknown: tuple[str, ...]
    """Ingredients of which nobody said what they are: they are left out of what is expected."""
    findings: tuple[Finding, ...]


def batch(recipe: Recipe, litres: float, bucket_l: float, workings: Workings) -> Batch:
    """Return a batch of a mix.

    Parameters
    ----------
    recipe : Recipe
        What goes into it; it need not be in the garden yet.
    litres : float
        Wanted when it is mixed. [L]
    bucket_l : float
        The bucket or barrow that it is measured with. [L]
    workings : Workings
        The garden's, for its shed.

    Returns
    -------
    Batch
        Litres, bags, kilograms, scoops and what to expect.

    Raises
    ------
    Unknown
        When the recipe names a product or a substrate that there is not.
    """
    shed = {one.id: one for one in workings.garden.products}
    for named in recipe.products:
        if named not in shed:
            raise Unknown("recipe", "no_such_thing", id=str(named))
    recipe = recipe.model_copy(update={"parts": tuple(_bagged(recipe.parts, shed))})
    loose, catalogue = batch_volume(litres), workings.stands.catalogue
    known = [_known(part, shed, catalogue) for part in recipe.parts]
    measured = zip(portions(recipe.parts, loose), recipe.parts, known, strict=True)
    parts = tuple(_part(portion, one, part, bucket_l) for portion, one, part in measured)
    expected = expectation(tuple(one for one in known if one is not None))
    weighs = [one.carried_kg for one in parts]
    costs = [one.portion.cost for one in parts if one.portion.cost is not None]
    return Batch(
        loose=loose,
        buckets=loose.value / bucket_l,
        parts=parts,
        carried_kg=_added([one for one in weighs if one is not None]) if all(weighs) else None,
        cost=sum(costs) if costs else None,
        charge=tuple(_charged(one, litres, bucket_l, workings) for one in recipe.charge),
        expected=expected,
        unknown=tuple(o.name for o, k in zip(recipe.parts, known, strict=True) if k is None),
        findings=tuple(_findings(recipe, expected, shed, catalogue)),
    )


def _bagged(parts: tuple[Ingredient, ...], shed: dict[UUID, Product]) -> Iterator[Ingredient]:
    """Ingredients with the bags of the shed's product, where none are written down."""
    for one in parts:
        price = shed[one.product].price if one.product is not None else None
        if one.bag is not None or price is None or not hasattr(price.pack, "l"):
            yield one
        else:
            yield one.model_copy(update={"bag": price.pack, "bag_price": price.amount})


def _known(one: Ingredient, shed: dict[UUID, Product], catalogue: Catalogue) -> Part | None:
    """What it is by its own word, or by the bag that it comes out of."""
    key = one.material
    if key is None and one.product is not None:
        key = "seed_mix" if shed[one.product].for_seed else "bought_mix"
    return None if key is None else Part(catalogue.substrate(key, "recipe"), one.parts)


def _part(portion: Portion, of: Ingredient, known: Part | None, bucket_l: float) -> BatchPart:
    litres = portion.volume.value
    span = None if known is None else known.substrate.span("carried")
    return BatchPart(
        portion=portion,
        buckets=litres / bucket_l,
        carried_kg=None if span is None else (litres * span[0], litres * span[1]),
        product=of.product,
    )


def _added(spans: list[tuple[float, float]]) -> tuple[float, float]:
    return sum(low for low, _ in spans), sum(high for _, high in spans)


def _charged(one: Charge, litres: float, bucket_l: float, workings: Workings) -> BatchCharge:
    of = workings.stands.fertilisers[one.product]
    grams = one.strength.g_per_l * bucket_l
    scoop, scoops, scooped_g = _scoops(of, grams, workings)
    return BatchCharge(
        product=one.product,
        per_bucket=Worked.first(
            "charge_per_bucket",
            grams,
            "g",
            Quantity("charge_g_l", one.strength.g_per_l, "g/L", Origin.TYPED, of.product.name),
            Quantity("bucket_l", bucket_l, "L", Origin.TYPED),
        ),
        scoop=scoop,
        scoops=scoops,
        scooped_g=scooped_g,
        total_g=one.strength.g_per_l * litres,
    )


def _scoops(of: Fertiliser, grams: float, workings: Workings) -> tuple[UUID | None, float, float]:
    """The largest scoop that comes close in quarters; else the one that comes closest."""
    found: list[tuple[float, float, UUID, float]] = []
    for scoop in sorted(workings.garden.scoops, key=lambda one: -one.volume.ml):
        each = scoop_mass(of, scoop).value
        count = floor(grams / each * 4 + 0.5) / 4
        if count >= LEAST_SHARE:
            found.append((abs(count * each / grams - 1), count, scoop.id, count * each))
    if not found:
        return None, 0.0, 0.0
    _, count, scoop_id, scooped_g = next((o for o in found if o[0] <= CLOSE), min(found))
    return scoop_id, count, scooped_g


def _findings(
    recipe: Recipe,
    expected: Expectation | None,
    shed: dict[UUID, Product],
    catalogue: Catalogue,
) -> Iterator[Finding]:
    yield from of_recipe(recipe)
    yield from of_charges(recipe.id, recipe.parts, recipe.charge, shed, catalogue.materials)
    seed = any(shed[one.product].for_seed for one in recipe.parts if one.product is not None)
    if recipe.use == "seed" and recipe.charge and not seed:
        yield Finding("fertiliser_in_seed_mix", Level.QUESTION, "charge", str(recipe.id))
    most = SALTY_DS_M[recipe.use]
    if expected is not None and expected.salts.middle.value > most:
        numbers = (
            Quantity("low", expected.salts.low, "dS/m"),
            Quantity("high", expected.salts.high, "dS/m"),
            Quantity("most_ds_m", most, "dS/m", Origin.TYPICAL),
        )
        yield Finding("salty_mix", Level.WARNING, "parts", str(recipe.id), numbers)
