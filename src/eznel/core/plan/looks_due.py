"""Plants to look at again: what was found the matter with them, and nobody has said what came."""

from dataclasses import dataclass
from datetime import date, timedelta
from uuid import UUID

from eznel.core.stands.stands import Stands

LAPSES_DAYS = 28
"""What nobody looked at again by then is asked no more. [days]"""


@dataclass(frozen=True, slots=True)
class LookDue:
    """A look whose day to look again has come, or is to come."""

    look: UUID
    planting: UUID
    on: date
    again_on: date
    cause: str
    """Its name in the catalogue; empty where nothing was decided."""


def looks_due(stands: Stands) -> tuple[LookDue, ...]:
    """Return what is to be looked at again, today or on a day to come.

    Parameters
    ----------
    stands : Stands
        The garden.

    Returns
    -------
    tuple of LookDue
        Only the latest look of a planting, the oldest day first.
    """
    latest = {
        one.planting: one for one in sorted(stands.log.looks, key=lambda o: (o.on, str(o.id)))
    }
    causes = stands.catalogue.symptoms.causes
    due = [
        LookDue(
            one.id,
            one.planting,
            one.on,
            one.again_on,
            causes[one.decided].name if one.decided is not None else "",
        )
        for one in latest.values()
        if one.again_on is not None and one.came is None
    ]
    lapsed = stands.today - timedelta(LAPSES_DAYS)
    now = (one for one in due if lapsed <= one.again_on)
    return tuple(sorted(now, key=lambda one: (one.again_on, str(one.look))))
