"""Need and supply of a nutrient as two lines over the season."""

from datetime import date, timedelta
from uuid import UUID

from eznel.core.crops.stages import normals
from eznel.core.document import Product
from eznel.core.products.release import coated_released, organic_course
from eznel.core.quantities import NUTRIENTS
from eznel.core.season.fold import Season, supplied
from eznel.core.season.result import Tide
from eznel.core.season.shed import Shed
from eznel.core.season.stands import Stand, Stands

TIDES = ("N", "P", "K", "Ca")
TIDE_STEP_DAYS = 7


def tide(season: Season, nutrient: str, shed: Shed) -> Tide:
    """Return need and supply of a nutrient, added up over a planting's season.

    What soil or charge give counts in both.

    Parameters
    ----------
    season : Season
        The planting's season. [core]
    nutrient : str
        Element. [name]
    shed : Shed
        The garden's. [core]

    Returns
    -------
    Tide
        A point a week, and two at each feed. [g]
    """
    stand, index = season.stand, NUTRIENTS.index(nutrient)
    start, end = stand.planting.planted_on, max(stand.calendar.last_pick, stand.calendar.stop)
    given = [
        (day, *_brought(shed.used(entry, mix), day, index, stand, shed))
        for day, entry, mix in supplied(season)
    ]
    days = {start + timedelta(n) for n in range(0, (end - start).days + 1, TIDE_STEP_DAYS)} | {end}
    days |= {d for day, _, _ in given for d in (day - timedelta(1), day) if d >= start}
    shown = sorted(days)
    need = season.needs[nutrient]
    due = [season.plan.window.due(nutrient, day) for day in shown]
    supply = []
    for day, share in zip(shown, due, strict=True):
        at_once = sum(g for on, g, _ in given if on <= day)
        slow = sum(g * course(day) for on, _, slowly in given if on <= day for g, course in slowly)
        supply.append(need.credit_g * share + at_once + slow)
    wanted = [(need.total.value + need.credit_g) * share for share in due]
    return Tide(nutrient, tuple(shown), tuple(wanted), tuple(supply))


class _Release:
    """How a slow product given on a day becomes available: a share for each later day."""

    def __init__(self, product: Product, on: date, stand: Stand, stands: Stands) -> None:
        warmth = normals(stands.garden.site, stand.place.warmer_by_c)
        self.on = on
        means = warmth.means_c(on, max(stand.calendar.stop, on + timedelta(1)))
        if product.form == "organic":
            self.shares = organic_course(means)
        else:
            days = product.release_days or 1
            whole = coated_released(means, days).value
            part = [coated_released(means[: n + 1], days).value for n in range(len(means))]
            self.shares = [share / whole if whole else 0.0 for share in part]

    def __call__(self, day: date) -> float:
        n = (day - self.on).days
        return self.shares[min(n, len(self.shares) - 1)]


def _brought(
    used: list[tuple[UUID, float]], on: date, index: int, stand: Stand, shed: Shed
) -> tuple[float, list[tuple[float, _Release]]]:
    """What a feed brings of one nutrient: at once, and slowly with its course. [g]"""
    at_once, slowly = 0.0, []
    for product_id, grams in used:
        product = shed.products[product_id]
        brings = grams * shed.available(product_id, stand, on)[index]
        if product.form == "coated" or (product.form == "organic" and index == 0):
            slowly.append((brings, _Release(product, on, stand, shed.stands)))
        else:
            at_once += brings
    return at_once, slowly
