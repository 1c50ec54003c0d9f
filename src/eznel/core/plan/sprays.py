"""What sprays forbid: picking too soon, spraying again too soon, and what must not meet on a leaf.

What a label says stands above all of this; here it is only counted in days.
"""

from collections.abc import Iterable, Iterator
from datetime import date, timedelta

from eznel.core.document import Sprayed
from eznel.core.working import Finding, Level, Origin, Quantity

MEETS_DAYS = 14
"""Oil and sulphur burn leaves within so long of each other: the time that most labels name."""
BURN_TOGETHER = frozenset({"oil", "sulphur"})
ASKED_DAYS = 30
"""So long after it a wait that nobody typed is asked for. [days]"""


def sprayed(sprays: Iterable[Sprayed], today: date) -> tuple[Finding, ...]:
    """Return what is to be said of what a planting was sprayed with.

    Parameters
    ----------
    sprays : iterable of Sprayed
        The planting's.
    today : date
        The garden's date.

    Returns
    -------
    tuple of Finding
        Nothing where no day counts any more.
    """
    mine = sorted((one for one in sprays if one.on <= today), key=lambda one: (one.on, str(one.id)))
    return (
        *(finding for one in mine for finding in _picking(one, today)),
        *(finding for one in mine for finding in _again(one, today)),
        *_met(mine, today),
    )


def _picking(one: Sprayed, today: date) -> Iterator[Finding]:
    """Said whether or not anything is ripe: somebody may nibble."""
    if one.wait_days is None:
        if today < one.on + timedelta(ASKED_DAYS):
            yield Finding(
                "spray_wait_unknown", Level.QUESTION, "wait_days", str(one.id), names=(one.name,)
            )
        return
    free = one.on + timedelta(one.wait_days)
    if free > today:
        yield Finding(
            "wait_before_picking", Level.HOLD, numbers=(_days(free, today),), names=(one.name,)
        )


def _again(one: Sprayed, today: date) -> Iterator[Finding]:
    free = one.on + timedelta(one.again_days or 0)
    if free > today:
        yield Finding(
            "spray_not_again", Level.NOTE, numbers=(_days(free, today),), names=(one.name,)
        )


def _met(mine: list[Sprayed], today: date) -> Iterator[Finding]:
    """Oil and sulphur: what was, and until when the other has to wait."""
    for n, later in enumerate(mine):
        for earlier in mine[:n]:
            both = {earlier.kind, later.kind} == BURN_TOGETHER
            if both and (later.on - earlier.on).days < MEETS_DAYS:
                names = (earlier.name, later.name)
                yield Finding("oil_met_sulphur", Level.WARNING, names=names)
    for one in mine[-1:]:
        free = one.on + timedelta(MEETS_DAYS)
        if one.kind in BURN_TOGETHER and free > today:
            yield Finding(
                "oil_or_sulphur_waits", Level.NOTE, numbers=(_days(free, today),), names=(one.name,)
            )


def _days(free: date, today: date) -> Quantity:
    return Quantity("days_left", (free - today).days, "days", Origin.LABEL)
