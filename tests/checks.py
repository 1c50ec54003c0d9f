"""What no plan may break, checked from garden and plan alone, by other means than the core has.

Each function is written from the rule, not from the code: it multiplies scoops by densities and
label percentages again.
"""

import itertools
from collections import Counter
from collections.abc import Iterator
from uuid import UUID

from eznel import catalogue
from eznel.core.document import Bed, Garden, Product
from eznel.core.plan import SeasonPlan
from eznel.core.plan.result import JobView, PlantingPlan
from eznel.core.shed.shelf import MixPlan

P_IN_P2O5, K_IN_K2O = 0.4364, 0.8302
SLACK = 1.0005
"""Room for the four digits of the factors above."""


def declared_share(product: Product, element: str, density: float) -> float:
    """Grams of an element in a gram, from the label by rounded factors."""
    factors = {
        "N": ("N", 1.0), "P2O5": ("P", P_IN_P2O5), "P": ("P", 1.0), "K2O": ("K", K_IN_K2O),
        "K": ("K", 1.0), "CaO": ("Ca", 0.7147), "Ca": ("Ca", 1.0), "MgO": ("Mg", 0.6030),
        "Mg": ("Mg", 1.0), "SO3": ("S", 0.4005), "S": ("S", 1.0),
    }  # fmt: skip
    share = sum(
        line.pct / 100 * factors[line.nutrient][1]
        for line in product.declared
        if factors.get(line.nutrient, ("", 0))[0] == element
    )
    return share / density if product.basis == "w/v" else share


def violations(made: SeasonPlan, garden: Garden) -> list[str]:
    """Every rule that a plan breaks, named."""
    found = []
    taken: dict[UUID, float] = {}
    for planting in made.plantings:
        for job in planting.jobs:
            for mix in job.mixes:
                found += _of_mix(planting, job, mix, made, garden)
            if job.status == "planned" and job.mixes:
                for line in job.mixes[0].lines:
                    grams = line.grams * job.mixes[0].portions
                    taken[line.product] = taken.get(line.product, 0.0) + grams
        found += _of_season(planting, garden)
        found += _of_labels(planting, garden)
    for product in made.products:
        if product.left_g is not None and taken.get(product.id, 0) > product.left_g * SLACK:
            found.append("stock")
    return found


def _of_season(planting: PlantingPlan, garden: Garden) -> Iterator[str]:
    nitrogen = next(n for n in planting.needs if n.nutrient == "N")
    counted = [j for j in planting.jobs if j.status == "planned" and j.kind != "seedling"]
    planned = sum(job.brings_g["N"] for job in counted)
    if planned > nitrogen.total_g * SLACK + 1e-9:
        yield "season nitrogen"
    crop = catalogue.load().crops[planting.crop]
    own = [
        v.yield_share
        for v in garden.varieties
        if (v.crop, v.name) == (planting.crop, planting.variety)
    ]
    per_m2 = crop.yield_kg_m2 * planting.area_m2
    harvest_kg = per_m2 if planting.area_m2 else crop.yield_kg_plant * planting.plants
    harvest_kg *= own[0] if own else 1.0
    for nutrient, most in (("P", crop.removal_p), ("K", crop.uptake_k)):
        need = next(n for n in planting.needs if n.nutrient == nutrient)
        came = sum(job.brings_g[nutrient] for job in counted)
        # What comes along may yield to many times that, where it would starve the crop.
        bearable = {"P": 10, "K": 3}[nutrient] * max(need.total_g, most * harvest_kg)
        single = max((job.brings_g[nutrient] for job in counted), default=0.0)
        if came > (bearable + single) * SLACK + 1e-9 and (nutrient == "K" or planting.area_m2):
            yield f"season {nutrient}"
    days = sorted(j.due_on for j in planting.jobs if j.kind == "dressing" and j.mixes)
    if any((b - a).days < 14 for a, b in itertools.pairwise(days)):
        yield "dressings closer than a fortnight"
    if any(j.due_on >= planting.stop_on for j in planting.jobs if j.kind != "base" and j.mixes):
        yield "fed after the stop"


def _of_labels(planting: PlantingPlan, garden: Garden) -> Iterator[str]:
    """What labels say of time and number, over a planting's season."""
    for product in garden.products:
        days = sorted(
            job.due_on
            for job in planting.jobs
            if job.mixes and any(line.product == product.id for line in job.mixes[0].lines)
        )
        if product.max_times is not None and len(days) > product.max_times:
            yield "more often than the label allows"
        gaps = [(b - a).days for a, b in itertools.pairwise(days)]
        if product.interval_days is not None and any(g < product.interval_days for g in gaps):
            yield "sooner than the label allows"
        if product.proof == "unproven" and days:
            yield "something unproven is relied on"
    boron = sum(
        line.grams * job.mixes[0].portions * job.mixes[0].poured * declared_boron(product)
        for job in planting.jobs
        if job.mixes
        for line in job.mixes[0].lines
        for product in garden.products
        if product.id == line.product
    )
    if planting.area_m2 and boron > 0.1 * planting.area_m2 * SLACK + 1e-9:
        yield "boron"


def declared_boron(product: Product) -> float:
    """Grams of boron in a gram, from the label."""
    return sum(line.pct / 100 for line in product.declared if line.nutrient == "B")


def reacting(mix: MixPlan, products: dict[UUID, Product]) -> bool:
    """Whether calcium meets sulphate or phosphate in one can."""
    held = [
        {x: declared_share(products[line.product], x, 1.0) for x in ("Ca", "P", "S")}
        for line in mix.lines
    ]
    with_s_or_p = [one["P"] >= 0.006 or one["S"] >= 0.006 for one in held]
    with_ca = [
        one["Ca"] >= 0.03 and not other for one, other in zip(held, with_s_or_p, strict=True)
    ]
    return any(with_ca) and any(with_s_or_p)


def _of_mix(
    planting: PlantingPlan, job: JobView, mix: MixPlan, made: SeasonPlan, garden: Garden
) -> Iterator[str]:
    products = {product.id: product for product in garden.products}
    materials = catalogue.load().materials
    facts = {product.id: product for product in made.products}
    place = next(p for p in garden.places if p.id == planting.place)
    sizes = Counter(line.product for line in mix.lines)
    if len(sizes) > 3 or sum(line.count for line in mix.lines) > 12:
        yield "more than three products or twelve measures"
    if max(sizes.values(), default=0) > 2:
        yield "three measure sizes of one product"
    if mix.water_l and reacting(mix, products):
        yield "calcium with sulphate or phosphate in one can"
    soluble_n = 0.0
    made_l = mix.water_l * mix.portions
    poured = mix.per_plant_l * planting.plants / made_l if made_l else 1.0
    for line in mix.lines:
        product = products[line.product]
        grams = line.grams * mix.portions
        share = declared_share(product, "N", facts[line.product].density_g_ml)
        if product.form in ("granular", "soluble", "liquid"):
            soluble_n += grams * share
        if (
            product.max_rate
            and planting.area_m2
            and (grams * poured > product.max_rate.g_per_m2 * planting.area_m2 * SLACK)
        ):
            yield "label rate"
        strongest = product.max_strength
        if strongest is not None and mix.water_l:
            said = getattr(strongest, "product", None)
            g_per_l = strongest.value if said is None else said.value / strongest.water.value
            if line.grams > g_per_l * mix.water_l * SLACK:
                yield "label strength"
        if (
            product.max_per_plant
            and grams * poured > product.max_per_plant.value * planting.plants * SLACK
        ):
            yield "label for a plant"
        material = materials.get(product.material or "")
        if material and material.liming:
            yield "lime without a lime need"
        if job.kind == "base" and product.form == "soluble" and share > 0:
            yield "soluble nitrogen before planting"
    if isinstance(place, Bed):
        most = 2.0 if job.kind == "feed" else 5.0
        if soluble_n * poured > most * planting.area_m2 * SLACK + 1e-9:
            yield "soluble nitrogen on the ground"
    if mix.water_l:
        strongest = 100 if job.stage in ("transplant_establishment", "potted_on") else 200
        strongest = 50 if job.stage in ("germination", "seedling") else strongest
        if soluble_n / (mix.water_l * mix.portions) * 1000 > strongest * SLACK + 1e-9:
            yield "strength of the feed"
        if mix.ec_ds_m > 2.5 + 1e-6:
            yield "salt of the feed"
