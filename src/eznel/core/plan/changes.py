"""A value since the test before: whether what was given and taken away explains it.

Given less removed, over the soil's mass and its buffer, moves the test. Only what was logged counts
as given; what a usual yield takes away counts as removed once its season is over.
"""

from math import hypot

from eznel.core.document import Bed
from eznel.core.plan.place_result import Change
from eznel.core.stands.own_ground import (
    CARRIED,
    MOVED_OFF_SHARE,
    moved_between,
    tests_of,
    usual_move,
)
from eznel.core.stands.stands import Stands


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
        if rating is None or rating.per_mass is None:
            continue
        now, now_on = rating.per_mass.value, rating.report.sampled_on
        tests = tests_of(stands.filed.reports.get(bed.id, ()), nutrient).get(rating.extractant, [])
        earlier = max((one for one in tests if one.on < now_on), default=None)
        if earlier is None:
            continue
        before, before_on = earlier.mg_kg, earlier.on
        usual = usual_move(bed, nutrient, mix=soil.rich)
        # What these two tests taught explains nothing of them, but what came since.
        one = usual if soil.rich else usual * stands.own.move_of(nutrient).value
        then = moved_between(bed, nutrient, soil, stands.ledger, before_on, now_on)
        since = moved_between(bed, nutrient, soil, stands.ledger, now_on, stands.today)
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
                explained=(then.given - then.removed) * usual,
                estimate=estimate,
                low=max(estimate - off, 0.0),
                high=estimate + off,
            )
        )
    return tuple(found)
