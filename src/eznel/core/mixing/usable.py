"""Which products a job can use: of the right form, allowed, of use, and still on the shelf."""

from collections.abc import Collection, Iterator
from dataclasses import dataclass

from eznel.core.blend import WEIGHT
from eznel.core.mixing.caps import DueJob
from eznel.core.nutrients import Amounts
from eznel.core.products.fertiliser import Fertiliser
from eznel.core.schedule.slow_base import slow_comes_in_time
from eznel.core.shed import rules
from eznel.core.shed.placing import FORMS, SPRINKLED, JobKind, is_quick_at_base
from eznel.core.shed.rules import Refused
from eznel.core.shed.shelf import Shed, Shelf
from eznel.core.stands.stand import Where

MOST_CHOICES = 8
"""Products that a blend looks at; the least useful of a larger shed are left out."""


@dataclass(frozen=True, slots=True)
class Usable:
    """A product for a job: what a gram brings, and the most that is of use. [g/g, g]"""

    product: Fertiliser
    available: Amounts
    most_g: float


def forms_of(kind: JobKind, where: Where, there: Collection[str]) -> tuple[str, ...]:
    """Return the forms of product that a job is done with.

    Parameters
    ----------
    kind : JobKind
        Its kind.
    where : Where
        On ground or in a tub.
    there : collection of str
        Forms that the shed has.

    Returns
    -------
    tuple of str
        What suits it; where the shed has none of that, what may be sprinkled in its place.
    """
    forms = FORMS[kind, where]
    if kind not in ("feed", "dressing") or any(form in there for form in forms):
        return forms
    others = (form for form in SPRINKLED if form in there)
    # A tub has no ground that meals and pellets are scratched into.
    instead = next((form for form in others if form != "organic" or where == "ground"), None)
    return forms if instead is None else (instead,)


def useful(due: DueJob, shed: Shed) -> tuple[list[Usable], tuple[Refused, ...]]:
    """Return the products that a job can use, whatever is left of them, and those it may not use.

    Parameters
    ----------
    due : DueJob
        The job. [g]
    shed : Shed
        Products.

    Returns
    -------
    tuple of list of Usable and tuple of Refused
        In the shed's order. [g]
    """
    there = {product.form for product in shed.products.values()}
    refused: list[Refused] = []
    while there:
        forms = forms_of(due.job.kind, due.stand.where, there)
        found, others = _of_forms(due, shed, tuple(there.intersection(forms)))
        refused += others
        if found or not there.intersection(forms):
            return found, tuple(refused)
        there.difference_update(forms)
    return [], tuple(refused)


def _of_forms(
    due: DueJob, shed: Shed, forms: tuple[str, ...]
) -> tuple[list[Usable], list[Refused]]:
    found: list[Usable] = []
    refused: list[Refused] = []
    rich_in_p = []
    for product in _fitting(due, shed, forms):
        reason = shed.refused[product.id] or rules.of_job(
            product, due.stand, due.job.kind, due.day, due.used, due.through
        )
        if reason is None and product.form == "organic" and due.job.kind != "base":
            reason = None if slow_comes_in_time(due.stand, due.day) else "too_late_for_slow"
        available = shed.available(product.id, due.stand, due.day)
        one = Usable(product, available, max(due.need.met_by(available), default=0.0))
        if reason is None and one.most_g > 0:
            found.append(one)
        elif reason == rules.THRIFTY and one.most_g > 0:
            rich_in_p.append(one)
        elif reason is not None and any(due.need.met_by(product.contents.declared)):
            refused.append(Refused(product.id, reason))
    # Thrift starves no crop: where nothing else feeds it, these may.
    if any(one.available.n > 0 or one.available.k > 0 for one in found):
        refused += [Refused(one.product.id, rules.THRIFTY) for one in rich_in_p]
    else:
        found += rich_in_p
    return found, refused


def _fitting(due: DueJob, shed: Shed, forms: tuple[str, ...]) -> Iterator[Fertiliser]:
    """Products of a form that suits the job."""
    only = due.job.only
    for product in shed.products.values():
        if product.form not in forms or product.is_lime or is_quick_at_base(product, due.job.kind):
            continue
        if product.is_bulk and due.job.kind != "base":
            continue
        if only is None or product.id in only:
            yield product


def on_shelf(due: DueJob, useful: list[Usable], shelf: Shelf) -> list[Usable]:
    """Return what is left of the useful products, the most useful first.

    Parameters
    ----------
    due : DueJob
        The job. [g]
    useful : list of Usable
        Products that it can use.
    shelf : Shelf
        What is left of them. [g]

    Returns
    -------
    list of Usable
        At most eight; those that are as useful in the shed's order.
    """
    found = []
    for one in useful:
        left = shelf.left_g[one.product.id]
        if left is None or left >= one.most_g:
            found.append(one)
        elif left > 0:
            found.append(Usable(one.product, one.available, left))
    # The end of a sum decides nothing: a feed given as planned leaves all others as they are.
    found.sort(key=lambda one: -round(_usefulness(one, due.need), 9))
    return found[:MOST_CHOICES]


def _usefulness(one: Usable, need: Amounts) -> float:
    return sum(
        WEIGHT[n] * min(one.available[n] * one.most_g / x, 1.0) for n, x in need.items() if x > 0
    )
