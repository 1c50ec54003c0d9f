"""Entries against sense: what is possible but odd, and the slip that is likely behind it.

It asks; it never changes a value by itself. What cannot be at all is refused by the document.
"""

from collections.abc import Iterable, Mapping, Sequence
from datetime import date
from uuid import UUID

from eznel.core.document import (
    Bed,
    Charge,
    Garden,
    Ingredient,
    Log,
    Nominal,
    Place,
    Planting,
    Product,
    Recipe,
    Scoop,
    SoilReport,
    Tub,
)
from eznel.core.nutrients import element_of
from eznel.core.places import spacing_of
from eznel.core.products.fertiliser import fertiliser
from eznel.core.products.limits import most_in_mix
from eznel.core.quantities import Volume
from eznel.core.reference import Crop, Material
from eznel.core.soil.reading import age_years, is_stale, ph_contradicts
from eznel.core.soil.units import by_mass
from eznel.core.working import Finding, Level, Origin, Quantity

USUAL_PH = (4.0, 9.0)
USUAL_BED_DEPTH_M = (0.08, 0.45)
USUAL_BED_DENSITY = (0.3, 1.6)
USUAL_PRODUCT_DENSITY = {
    "granular": (0.6, 1.5), "soluble": (0.6, 1.5), "liquid": (0.95, 1.5),
    "organic": (0.3, 1.0), "coated": (0.7, 1.3), "mix": (0.08, 0.9),
}  # fmt: skip
LARGEST_TUB_L = 400.0
LARGEST_BAG_L = 120.0
"""More nobody carries: a yard was typed for a foot, or it comes loose. [L]"""
RICHEST_PCT = {"N": 46.7, "P": 27.0, "K": 52.5, "Ca": 72.0, "Mg": 60.5, "S": 100.0}
"""Urea, phosphate, chloride of potash, burnt lime, magnesia, sulphur: nothing sold is richer."""
HIGHEST_TEST = {
    "P": 400.0, "K": 1200.0, "Ca": 12000.0, "Mg": 1500.0, "S": 400.0, "Na": 1500.0,
    "NO3-N": 200.0, "B": 10.0, "Cu": 100.0, "Fe": 1000.0, "Mn": 500.0, "Mo": 10.0, "Zn": 150.0,
}  # fmt: skip
"""Beyond these a soil value is more often another unit than a soil. [mg/kg]"""
SPACING_RATIO = (0.4, 2.5)
KITCHEN_NAMES = {"tsp": (3.5, 6.5), "tbsp": (12.0, 21.0), "teaspoon": (3.5, 6.5),
                 "tablespoon": (12.0, 21.0), "cup": (180.0, 300.0)}  # fmt: skip
PARTS = {"half", "quarter", "third", "double", "heaped", "½", "¼", "⅓", "1/2", "1/4", "1/3", "1/8"}
"""Words that make a kitchen measure smaller or larger than its name."""


def _ask(
    about: object, field: str, key: str, *numbers: Quantity, names: tuple[str, ...] = ()
) -> Finding:
    return Finding(key, Level.QUESTION, field, str(about), numbers, names)


def _typed(name: str, value: float, unit: str) -> Quantity:
    return Quantity(name, value, unit, Origin.TYPED)


def of_place(place: Place) -> list[Finding]:
    """Return what is odd about a place.

    Parameters
    ----------
    place : Place
        Bed or tub.

    Returns
    -------
    list of Finding
        Each at its field.
    """
    found = []
    if isinstance(place, Bed):
        depth = place.depth.m
        if not USUAL_BED_DEPTH_M[0] <= depth <= USUAL_BED_DEPTH_M[1]:
            found.append(_ask(place.id, "depth", "odd_depth", _typed("depth_m", depth, "m")))
        if place.density is not None:
            density = place.density.g_per_ml
            if not USUAL_BED_DENSITY[0] <= density <= USUAL_BED_DENSITY[1]:
                found.append(
                    _ask(place.id, "density", "odd_density", _typed("density", density, "g/mL"))
                )
        layers = place.fill.layers if place.fill is not None else ()
        found += _bags(place.id, "fill.layers", [(one.bag, one.material) for one in layers])
        return found
    if isinstance(place.shape, Nominal) and place.shape.volume.l > LARGEST_TUB_L:
        number = _typed("litres", place.shape.volume.l, "L")
        found.append(_ask(place.id, "shape.volume", "odd_tub", number))
    found += _bags(place.id, "recipe", [(one.bag, one.name) for one in place.recipe])
    return found


def of_recipe(recipe: Recipe) -> list[Finding]:
    """Return what is odd about a mix of one's own, besides its charge.

    Parameters
    ----------
    recipe : Recipe
        The mix.

    Returns
    -------
    list of Finding
        Bags that hold more than bags do.
    """
    return _bags(recipe.id, "parts", [(one.bag, one.name) for one in recipe.parts])


def _bags(about: UUID, field: str, bags: Iterable[tuple[Volume | None, str]]) -> list[Finding]:
    """Bags that hold more than bags do: cubic yards that were cubic feet."""
    return [
        _ask(about, f"{field}.{n}.bag", "odd_bag", _typed("litres", bag.l, "L"), names=(name,))
        for n, (bag, name) in enumerate(bags)
        if bag is not None and bag.l > LARGEST_BAG_L
    ]


def of_report(report: SoilReport, today: date) -> list[Finding]:
    """Return what is odd about a soil report.

    Parameters
    ----------
    report : SoilReport
        The report.
    today : date
        The garden's date.

    Returns
    -------
    list of Finding
        Each at its field; a stale report and one from the future among them.
    """
    found = []
    if report.ph is not None and not USUAL_PH[0] <= report.ph <= USUAL_PH[1]:
        found.append(_ask(report.id, "ph", "odd_ph", _typed("ph", report.ph, "")))
    for n, value in enumerate(report.values):
        highest = HIGHEST_TEST[value.analyte]
        mass = by_mass(value, report)
        if mass is not None and mass.value > highest:
            found.append(
                _ask(
                    report.id,
                    f"values.{n}.value",
                    "odd_soil_value",
                    _typed("value", mass.value, "mg/kg"),
                    Quantity("highest", highest, "mg/kg", Origin.TYPICAL),
                    names=(value.analyte,),
                )
            )
        if value.extractant == "Olsen" and value.analyte != "P":
            found.append(
                _ask(report.id, f"values.{n}.extractant", "olsen_is_for_p", names=(value.analyte,))
            )
    if len(report.values) > 1 and not any(value.value for value in report.values):
        found.append(_ask(report.id, "values", "report_of_zeros"))
    if report.sampled_on > today:
        found.append(_ask(report.id, "sampled_on", "report_from_future"))
    if is_stale(report, today):
        age = Quantity("years", age_years(report, today), "years")
        found.append(Finding("report_stale", Level.NOTE, "sampled_on", str(report.id), (age,)))
    return found


def of_product(product: Product) -> list[Finding]:
    """Return what is odd about a label.

    Parameters
    ----------
    product : Product
        The product.

    Returns
    -------
    list of Finding
        Each at its field.
    """
    found = []
    for n, line in enumerate(product.declared):
        element, share = element_of(line.nutrient)
        if line.pct * share > RICHEST_PCT.get(element, 100.0) + 0.05:
            found.append(
                _ask(
                    product.id,
                    f"declared.{n}.pct",
                    "odd_label",
                    _typed("pct", line.pct, f"% {line.nutrient}"),
                    Quantity(
                        "richest", RICHEST_PCT.get(element, 100.0) / share, "%", Origin.TYPICAL
                    ),
                    names=(line.nutrient,),
                )
            )
    if product.density is not None:
        low, high = USUAL_PRODUCT_DENSITY[product.form]
        density = product.density.g_per_ml
        if not low <= density <= high:
            found.append(
                _ask(
                    product.id,
                    "density",
                    "odd_product_density",
                    _typed("density", density, "g/mL"),
                    Quantity("low", low, "g/mL", Origin.TYPICAL),
                    Quantity("high", high, "g/mL", Origin.TYPICAL),
                )
            )
    return found


def of_scoop(scoop: Scoop) -> list[Finding]:
    """Return what is odd about a measure: a tablespoon that holds a teaspoon, and the like.

    Parameters
    ----------
    scoop : Scoop
        The measure.

    Returns
    -------
    list of Finding
        At its field.
    """
    words = scoop.name.lower().replace(".", " ").split()
    if PARTS.intersection(words):
        return []
    for name, (low, high) in KITCHEN_NAMES.items():
        if name in words and not low <= scoop.volume.ml <= high:
            number = _typed("ml", scoop.volume.ml, "mL")
            return [_ask(scoop.id, "volume", "odd_scoop", number, names=(name,))]
    return []


def of_planting(planting: Planting, crop: Crop) -> list[Finding]:
    """Return what is odd about a planting's spacing.

    Parameters
    ----------
    planting : Planting
        The planting.
    crop : Crop
        Its crop.

    Returns
    -------
    list of Finding
        At its field.
    """
    ratio = spacing_of(planting, crop).in_row.m / crop.in_row_m
    if SPACING_RATIO[0] <= ratio <= SPACING_RATIO[1]:
        return []
    return [
        _ask(
            planting.id,
            "spacing.in_row",
            "odd_spacing",
            _typed("in_row_m", crop.in_row_m * ratio, "m"),
            Quantity("usual_m", crop.in_row_m, "m", Origin.TYPICAL),
        )
    ]


AHEAD_YEARS, BACK_YEARS = 2.0, 30.0
"""Nobody plans further ahead, and hardly anything in a garden is older. [years]"""
_YEAR_DAYS = 365.25


def of_days(planting: Planting, today: date) -> list[Finding]:
    """Return what is odd about a planting's days.

    Parameters
    ----------
    planting : Planting
        The planting.
    today : date
        The garden's date.

    Returns
    -------
    list of Finding
        A day so far off that its year is more likely a slip.
    """
    found = []
    for field in ("sown_on", "planted_on"):
        day: date | None = getattr(planting, field)
        ahead = (day - today).days / _YEAR_DAYS if day else 0.0
        key = "far_ahead" if ahead > AHEAD_YEARS else "long_ago" if ahead < -BACK_YEARS else ""
        if key:
            years = Quantity("years", abs(round(ahead)), "years", Origin.TYPED)
            found.append(_ask(planting.id, field, key, years))
    return found


def of_mix(
    place: Place, products: Mapping[UUID, Product], materials: Mapping[str, Material]
) -> list[Finding]:
    """Return what is odd about what a tub is filled with.

    Parameters
    ----------
    place : Place
        Bed or tub.
    products : mapping
        The shed, by id.
    materials : mapping
        General materials, by key.

    Returns
    -------
    list of Finding
        Fertiliser in a mix for seed, and more of it than a label allows.
    """
    if not isinstance(place, Tub):
        return []
    return of_charges(place.id, place.recipe, place.charge, products, materials)


def of_charges(
    about: UUID,
    parts: Iterable[Ingredient],
    charges: Sequence[Charge],
    products: Mapping[UUID, Product],
    materials: Mapping[str, Material],
) -> list[Finding]:
    """Return what is odd about what is mixed through a mix.

    Parameters
    ----------
    about : UUID
        The tub or the recipe.
    parts : iterable of Ingredient
        What it is made of.
    charges : sequence of Charge
        What is mixed through.
    products : mapping
        The shed, by id.
    materials : mapping
        General materials, by key.

    Returns
    -------
    list of Finding
        Fertiliser in a mix for seed, and more of it than a label allows.
    """
    found = []
    bags = [products[part.product] for part in parts if part.product is not None]
    if charges and any(bag.for_seed for bag in bags):
        found.append(_ask(about, "charge", "fertiliser_in_seed_mix"))
    for n, charge in enumerate(charges):
        product = products[charge.product]
        most = most_in_mix(fertiliser(product, materials))
        if most is not None and charge.strength.g_per_l > most * 1.001:
            numbers = (
                Quantity("most_g_l", most, "g/L", Origin.LABEL),
                _typed("charge_g_l", charge.strength.g_per_l, "g/L"),
            )
            found.append(_ask(about, f"charge.{n}", "charge_over_label", *numbers))
    return found


def _contradictions(reports: Sequence[SoilReport], today: date) -> list[Finding]:
    """Reports of one place within a year whose pH cannot both be right, the newest of each pair."""
    found = []
    past = sorted((r for r in reports if r.sampled_on <= today), key=lambda r: r.sampled_on)
    for n, later in enumerate(past):
        for earlier in past[:n]:
            shared = set(later.places) & set(earlier.places)
            if shared and ph_contradicts(later, earlier):
                numbers = (_typed("ph", later.ph or 0, ""), _typed("before", earlier.ph or 0, ""))
                found.append(_ask(later.id, "ph", "reports_contradict", *numbers))
    return found


def of_log(log: Log, today: date) -> list[Finding]:
    """Return what is odd about the log.

    Parameters
    ----------
    log : Log
        What happened.
    today : date
        The garden's date.

    Returns
    -------
    list of Finding
        Feeds and waterings of days that are still to come, which may be a slip.
    """
    fed = [e.id for e in log.feeds if e.on > today and e.outcome == "given"]
    watered = [one.id for one in log.watered if one.on > today]
    return [_ask(one, "on", "entry_from_future") for one in (*fed, *watered)]


def of_garden(
    garden: Garden, today: date, materials: Mapping[str, Material]
) -> tuple[Finding, ...]:
    """Return what is odd about everything typed, except plantings, which need their crop.

    Parameters
    ----------
    garden : Garden
        The garden.
    today : date
        The garden's date.
    materials : mapping
        General materials, by key.

    Returns
    -------
    tuple of Finding
        `about` is the thing's id, `field` its field.
    """
    products = {product.id: product for product in garden.products}
    found = [f for place in garden.places for f in of_place(place)]
    found += [f for place in garden.places for f in of_mix(place, products, materials)]
    for mix in garden.recipes:
        found += of_recipe(mix)
        found += of_charges(mix.id, mix.parts, mix.charge, products, materials)
    found += [f for report in garden.reports for f in of_report(report, today)]
    found += _contradictions(garden.reports, today)
    found += [f for product in garden.products for f in of_product(product)]
    found += [f for scoop in garden.scoops for f in of_scoop(scoop)]
    if max(garden.site.monthly_max_c) > 45:
        hottest = _typed("hottest_c", max(garden.site.monthly_max_c), "°C")
        found.append(_ask(garden.id, "site.monthly_max_c", "odd_site_heat", hottest))
    return tuple(found)
