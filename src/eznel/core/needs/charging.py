"""What a tub's mix gives: bagged mixes with what their maker added, and products mixed through."""

from datetime import date, timedelta

from eznel.core.document import Product
from eznel.core.nutrients import Nutrient, element_of
from eznel.core.products.fertiliser import Fertiliser, first_season_share, fraction
from eznel.core.products.release import coated_course, coated_released, organic_course
from eznel.core.stands.stand import InTub, Stand
from eznel.core.stands.stands import Stands
from eznel.core.working import Origin, Quantity, Worked

LIMED_MG_L: dict[Nutrient, float] = {"Ca": 300.0, "Mg": 60.0}
"""What the lime of a bought mix gives in a season: assumed where no recipe is written down."""


def charge_of(stand: InTub, stands: Stands, nutrient: Nutrient) -> Worked:
    """Return what the mix of a tub gives one plant before feeding stops.

    Parameters
    ----------
    stand : InTub
        The planting in a tub.
    stands : Stands
        Its garden.
    nutrient : Nutrient
        Element.

    Returns
    -------
    Worked
        From bagged mixes and from what was mixed through. [g]
    """
    litres = stand.litres / stand.plants
    each = stand.filled_l.then(
        "litres_per_plant",
        litres,
        "L",
        Quantity("filled_l", stand.filled_l.value, "L"),
        Quantity("tubs", stand.tubs, "tubs", Origin.TYPED),
        Quantity("share", stand.share, "", Origin.PLAN),
        Quantity("plants", stand.plants, "plants", Origin.TYPED),
    )
    charge = Worked(value=0.0, unit="g")
    parts = sum(part.parts for part in stand.place.recipe)
    for part in stand.place.recipe:
        bag = stands.fertilisers[part.product].product if part.product is not None else None
        mg_l = _added_mg_l(bag, nutrient)
        if bag is None or not mg_l:
            continue
        charge = charge.after(each).then(
            "charge_of_mix",
            charge.value + mg_l / 1000 * litres * part.parts / parts,
            "g",
            Quantity("before_g", charge.value, "g"),
            Quantity("added_mg_l", mg_l, "mg/L", Origin.LABEL, bag.name),
            Quantity("litres", litres, "L"),
            Quantity("parts", part.parts, "parts", Origin.TYPED),
            Quantity("all_parts", parts, "parts", Origin.TYPED),
        )
    for line in stand.place.charge:
        product = stands.fertilisers[line.product]
        share = fraction(product, nutrient)
        whole = nutrient != "N" and product.form != "coated"
        released = (
            Worked(value=1.0, unit="g/g")
            if whole
            else released_share(product, stand, stand.calendar.begins)
        )
        charge = charge.after(each, share, released).then(
            "charge",
            charge.value + line.strength.g_per_l * litres * share.value * released.value,
            "g",
            Quantity("before_g", charge.value, "g"),
            Quantity("charge_g_l", line.strength.g_per_l, "g/L", Origin.TYPED, product.name),
            Quantity("litres", litres, "L"),
            Quantity("fraction", share.value, "g/g"),
            Quantity("released", released.value, "g/g"),
        )
    limed_mg_l = LIMED_MG_L.get(nutrient)
    if limed_mg_l is None or stand.place.recipe:
        return charge
    return (
        charge.after(each)
        .then(
            "charge_of_limed_mix",
            charge.value + limed_mg_l / 1000 * litres,
            "g",
            Quantity("before_g", charge.value, "g"),
            Quantity("limed_mg_l", limed_mg_l, "mg/L", Origin.ASSUMED),
            Quantity("litres", litres, "L"),
        )
        .measurable_at(f"places/{stand.place.id}/recipe")
    )


def _added_mg_l(bag: Product | None, nutrient: Nutrient) -> float:
    """What the maker of a bagged mix added of an element. [mg/L]"""
    found = 0.0
    for line in bag.added if bag is not None else ():
        element, share = element_of(line.nutrient)
        found += line.mg_l * share if element == nutrient else 0.0
    return found


def released_share(product: Fertiliser, stand: Stand, day: date) -> Worked:
    """Return the share of a product that counts from a day until feeding stops.

    Parameters
    ----------
    product : Fertiliser
        The product.
    stand : Stand
        The planting it is given to.
    day : date
        Day it is mixed in or spread.

    Returns
    -------
    Worked
        Coated products by warm days over rated days; others by their first season. [g/g]
    """
    rated_days = product.product.release_days
    if product.form != "coated" or rated_days is None:
        return first_season_share(product)
    means = stand.weather.means_c(day, stand.calendar.stop, stand.warmer_by_c)
    return coated_released(means, rated_days)


def release_course(product: Fertiliser, stand: Stand, day: date) -> list[float]:
    """Return how a slow product becomes available, day by day until feeding stops.

    Parameters
    ----------
    product : Fertiliser
        Coated or organic.
    stand : Stand
        The planting it is given to.
    day : date
        Day it is mixed in or spread.

    Returns
    -------
    list of float
        Share of what counts of it, rising to 1 on the last day. [g/g]
    """
    until = max(stand.calendar.stop, day + timedelta(1))
    means = stand.weather.means_c(day, until, stand.warmer_by_c)
    rated_days, material = product.product.release_days, product.material
    if product.form == "coated" and rated_days is not None:
        return coated_course(means, rated_days)
    return organic_course(means, material.release_k_per_day_25c if material else None)
