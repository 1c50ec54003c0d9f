"""How even a planting's water was: how often and how far its ground fell below what it bears.

Dry days count once a later record confirms them. A dry spell that nobody's word ended, or that is
still going on, may have been watered unrecorded: it counts neither way.
"""

from collections.abc import Iterator, Sequence
from dataclasses import dataclass
from datetime import date

from eznel.core.moisture.course import Evening


@dataclass(frozen=True, slots=True)
class Swing:
    """The water of some days of a planting, as far as it is recorded."""

    days: int
    """Days that are known. [count]"""
    dry_days: int
    """Of them, those that ended with less than it draws without stress. [count]"""
    deepest_pct: float
    """The most that was missing of what its ground holds. [%]"""


def swing(days: Sequence[Evening], since: date, today: date) -> Swing | None:
    """Return how even the water of a planting was.

    Parameters
    ----------
    days : sequence of Evening
        Its days.
    since : date
        The first that counts.
    today : date
        The first that does not.

    Returns
    -------
    Swing or None
        None where nothing is known of those days.
    """
    known = [day for day in _confirmed(days) if since <= day.on < today]
    if not known:
        return None
    dry = sum(1 for day in known if day.is_dry)
    return Swing(len(known), dry, 100 * max(day.used_share for day in known))


def _confirmed(days: Sequence[Evening]) -> Iterator[Evening]:
    """Days that are known, dry ones only where a record followed them before rain did."""
    waiting: list[Evening] = []
    for day in days:
        if day.told:
            yield from waiting
        if day.told or not (day.known and day.is_dry):
            waiting = []
        if day.known and day.is_dry:
            waiting.append(day)
        elif day.known:
            yield day
