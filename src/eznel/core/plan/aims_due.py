"""Aims to look at again: their year's picking is over, and nobody has written what came of them."""

from dataclasses import dataclass
from datetime import date, timedelta
from uuid import UUID

from eznel.core.harvest.aims import over_after
from eznel.core.stands.stands import Stands

LAPSES_DAYS = 120
"""Over a winter; then the next year's aims are thought of. [days]"""


@dataclass(frozen=True, slots=True)
class AimDue:
    """An aim whose year is over in the garden, since its last day of picking."""

    aim: UUID
    words: str
    over_on: date


def aims_due(stands: Stands) -> tuple[AimDue, ...]:
    """Return the aims that are to be looked at again today.

    Parameters
    ----------
    stands : Stands
        The garden.

    Returns
    -------
    tuple of AimDue
        The oldest first; none of which is written what came of it.
    """
    lapsed = stands.today - timedelta(LAPSES_DAYS)
    due = (
        AimDue(one.id, one.words, over_after(one, stands))
        for one in stands.garden.aims
        if not one.outcome
    )
    now = (one for one in due if lapsed <= one.over_on < stands.today)
    return tuple(sorted(now, key=lambda one: (one.over_on, str(one.aim))))
