"""What may not be used for a job, whatever it would bring: each refusal is a key with its remedy.

The rules of the garden (organic only, nothing from animals), of the law, of the label, of the
test and of the crop. A product that is refused is left out of the mix before anything is weighed.
"""

from collections.abc import Mapping, Sequence
from dataclasses import dataclass, field
from datetime import date, timedelta
from math import ceil
from uuid import UUID

from eznel.core.document import Preferences, Product
from eznel.core.products.fertiliser import Fertiliser
from eznel.core.products.limits import BORON_PRODUCT, CHLORIDE_PRODUCT, TRACE_PRODUCT
from eznel.core.shed.placing import JobKind, barred
from eznel.core.stands.stand import Stand

JUST = 1e-9
THRIFTY = "declares_phosphorus"
"""The one refusal that yields, where nothing else in the shed would feed the crop."""


@dataclass(frozen=True, slots=True)
class Refused:
    """A product that a planting's jobs could use and may not, and the key of the reason."""

    product: UUID
    reason: str


@dataclass(frozen=True, slots=True)
class Taken:
    """So much of a product, out of the shed. [g]"""

    product: UUID
    grams: float


@dataclass(frozen=True, slots=True)
class Used:
    """What a planting has had of each product this season: the days, and the boron in all. [g]"""

    days: Mapping[UUID, tuple[date, ...]] = field(default_factory=dict)
    boron_g: float = 0.0

    def plus(self, on: date, taken: Sequence[Taken], boron: Mapping[UUID, float]) -> "Used":
        """Return the same after a feed; `boron` is what a gram of each product holds. [g/g]"""
        fed = dict.fromkeys(one.product for one in taken if one.grams > 0)
        days = {**self.days, **{product: (*self.days.get(product, ()), on) for product in fed}}
        more = sum(one.grams * boron[one.product] for one in taken if one.grams > 0)
        return Used(days, self.boron_g + more) if fed else self


def of_garden(of: Fertiliser, rules: Preferences) -> str | None:
    """Return why a product may not be used anywhere in a garden, if so.

    Parameters
    ----------
    of : Fertiliser
        The product.
    rules : Preferences
        The garden's.

    Returns
    -------
    str or None
        Key of the reason.
    """
    product, material = of.product, of.material
    if product.proof == "unproven":
        return "unproven"
    if material is not None and material.restricted and not product.may_use:
        return "restricted"
    if rules.organic_only:
        known = {"yes": True, "no": False}.get(material.organic) if material else None
        allowed = known if product.organic is None else product.organic
        if allowed is not True:
            return "not_organic" if allowed is False else "organic_unknown"
    animal = product.animal if product.animal is not None else bool(material and material.animal)
    return "from_animals" if rules.no_animal_products and animal else None


def of_job(
    of: Fertiliser, stand: Stand, kind: JobKind, day: date, used: Used, through: float = 1.0
) -> str | None:
    """Return why a product may not be used for one job, if so.

    Parameters
    ----------
    of : Fertiliser
        The product.
    stand : Stand
        The planting.
    kind : JobKind
        The job's kind.
    day : date
        The job's day.
    used : Used
        What the planting has had before.
    through : float
        Share of the season's feeding that is done with this job: by then as large a share of a
        label's number of uses may be gone, so that they last. [g/g]

    Returns
    -------
    str or None
        Key of the reason.
    """
    held = of.contents
    if held.metals >= TRACE_PRODUCT or held.boron >= TRACE_PRODUCT:
        return "trace_without_test"
    if stand.crop.hates_boron and held.boron >= BORON_PRODUCT:
        return "boron_harms"
    sensitive = stand.crop.hates_chloride or stand.where == "tub"
    if sensitive and held.chloride >= CHLORIDE_PRODUCT:
        return "chloride_harms"
    hard = barred(of, stand, kind, day) or _of_label(of.product, day, used, through)
    return hard or (_of_phosphorus(stand) if held.total.p > 0 else None)


def _of_phosphorus(stand: Stand) -> str | None:
    tested = stand.soil_class("P")
    by_test = stand.phosphorus_by_test and stand.where == "ground"
    if by_test and tested not in ("very_low", "low"):
        return "phosphorus_by_test"
    return THRIFTY if tested == "very_high" else None


def _of_label(product: Product, day: date, used: Used, through: float) -> str | None:
    days: Sequence[date] = used.days.get(product.id, ())
    if product.max_times is not None and len(days) >= product.max_times:
        return "label_times"
    if product.max_times is not None and len(days) >= ceil(product.max_times * through - JUST):
        return "label_times_spread"
    if product.interval_days is not None and any(
        abs(day - one) < timedelta(product.interval_days) for one in days
    ):
        return "label_interval"
    return None
