"""A value since the test before: whether what was given and taken away explains it.

Given less removed, over the soil's mass and its buffer, moves the test. Only what was logged counts
as given; what a usual yield takes away counts as removed once its season is over.
"""

from dataclasses import dataclass
from datetime import date
from math import hypot

from eznel.core.document import Bed
from eznel.core.nutrients import Nutrient
from eznel.core.places import bed_soil_mass
from eznel.core.plan.place_result import Change
from eznel.core.soil.ratings import Rating
from eznel.core.soil.schools import buffer_of
from eznel.core.soil.units import by_mass
from eznel.core.stands.ledger import Account
from eznel.core.stands.stands import CARRIED, Stands

MOVED_OFF_SHARE = 0.3
"""How far what was given and taken away since may be off: nobody weighs every harvest. [g/g]"""


def changes(bed: Bed, stands: Stands) -> tuple[Change, ...]:
    """Return what changed in a bed since the test before the newest, and what it may be by now.

    Parameters
    ----------
    bed : Bed
        The bed.
    stands : Stands
        Its garden, with what was logged.

    Returns
    -------
    tuple of Change
        For phosphorus and potassium, where two tests by the same extractant stand. [mg/kg]
    """
    soil, found = stands.soil_of(bed), []
    for nutrient in CARRIED:
        rating = soil.reading.ratings.get(nutrient)
        earlier = _earlier(rating, bed, stands) if rating else None
        if rating is None or earlier is None or rating.per_mass is None:
            continue
        before, before_on = earlier.mg_kg, earlier.on
        now, now_on = rating.per_mass.value, rating.report.sampled_on
        one = 1000 / bed_soil_mass(bed).value / buffer_of(nutrient, bed.texture, mix=soil.rich)
        then = _between(bed, nutrient, stands, before_on, now_on)
        since = _between(bed, nutrient, stands, now_on, stands.today)
        moved = (since.given + since.removed) * one
        off = hypot(rating.spread * now, MOVED_OFF_SHARE * moved)
        estimate = max(now + (since.given - since.removed) * one, 0.0)
        found.append(
            Change(
                analyte=nutrient,
                before=before,
                before_on=before_on,
                now=now,
                now_on=now_on,
                given_g_m2=then.given,
                removed_g_m2=then.removed,
                explained=(then.given - then.removed) * one,
                estimate=estimate,
                low=max(estimate - off, 0.0),
                high=estimate + off,
            )
        )
    return tuple(found)


@dataclass(frozen=True, slots=True, order=True)
class _Tested:
    on: date
    mg_kg: float


def _earlier(rating: Rating, bed: Bed, stands: Stands) -> _Tested | None:
    """The same by the same extractant, in the newest report before."""
    values = [
        _Tested(report.sampled_on, mass.value)
        for report in stands.garden.reports
        if bed.id in report.places and report.sampled_on < rating.report.sampled_on
        for value in report.values
        if value.analyte == rating.analyte
        and (value.extractant or report.extractant) == rating.extractant
        and (mass := by_mass(value, report)) is not None
    ]
    return max(values, default=None)


def _between(bed: Bed, nutrient: Nutrient, stands: Stands, start: date, end: date) -> Account:
    """Given, compost and the like included, and removed between two days."""
    account, soil = stands.ledger.between(bed, nutrient, start, end), stands.soil_of(bed)
    worked_in = sum(
        one.first_g[nutrient] / soil.room.ground_m2
        for one in soil.prepared
        if one.preparation.done and start < one.preparation.on <= end
    )
    return Account(account.given + worked_in, account.removed)
