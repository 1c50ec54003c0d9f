"""What a planting gets in a season, and what of it is still to come."""

from collections.abc import Iterator
from dataclasses import dataclass
from datetime import date
from uuid import UUID

from eznel.core.needs.dose import totals_g
from eznel.core.nutrients import NOTHING, Amounts
from eznel.core.season.fold import Season
from eznel.core.shed.rules import Taken
from eznel.core.shed.shelf import Shed


@dataclass(frozen=True, slots=True)
class Supplied:
    """What a planting gets of each product on a day."""

    on: date
    given: list[Taken]
    job: UUID | None
    """Which job it is of, if one was planned."""


def supplied(season: Season, shed: Shed) -> Iterator[Supplied]:
    """Yield what a planting was given or is to be given, in order of days.

    Parameters
    ----------
    season : Season
        The planting's season.
    shed : Shed
        Products.

    Yields
    ------
    Supplied
        Of the log where there is an entry, else of the best mix.
    """
    stand = season.stand
    found = [Supplied(entry.on, shed.given_by(entry, stand), None) for entry in season.extras]
    found += [
        Supplied(job.due_on, job.given(shed, stand), job.job.key)
        for job in season.jobs
        if job.counts
    ]
    yield from sorted(found, key=lambda one: one.on)


def to_come(season: Season) -> Amounts:
    """Return what a planting is still to be given: its needs less what was given.

    Parameters
    ----------
    season : Season
        The planting's.

    Returns
    -------
    Amounts
        Never below 0. [g]
    """
    given, planned = (
        sum((job.brings_g for job in season.jobs if job.status == status), NOTHING)
        for status in ("given", "planned")
    )
    extras = season.given_g - given - planned
    return (totals_g(season.needs) - given).beyond(extras)
