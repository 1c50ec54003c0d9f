"""What a plan comes to, in a few numbers, so that two plans can be held against each other."""

from collections.abc import Collection
from dataclasses import dataclass
from uuid import UUID

from eznel.core.needs.dose import totals_g
from eznel.core.nutrients import NOTHING, Amounts, Nutrient
from eznel.core.season.workings import Workings

UNASKED: tuple[Nutrient, ...] = ("P", "K")
"""What does harm when it comes along year after year."""


@dataclass(frozen=True, slots=True, kw_only=True)
class Judgement:
    """The jobs that are planned, and what they meet of the needs."""

    met: Amounts
    """What part of all needs is met. [g/g]"""
    short_g: Amounts
    unasked_g: dict[Nutrient, float]
    """What comes along beyond the needs. [g]"""
    feeds: int
    """Jobs that can still be done."""
    products: int
    """Different products that they take."""
    litres: float
    """Feed to be made. [L]"""
    cost: float | None
    """None where a product in use has no price."""


def judge(workings: Workings, plantings: Collection[UUID] | None = None) -> Judgement:
    """Return what a plan comes to.

    Parameters
    ----------
    workings : Workings
        The garden's.
    plantings : collection of UUID or None
        Only these; all where nobody says.

    Returns
    -------
    Judgement
        Over all of their jobs that are planned; a season that is over counts no more. [g]
    """
    need, short, unasked = NOTHING, NOTHING, NOTHING
    jobs = []
    for season in workings.seasons:
        over = season.stand.calendar.last_pick < workings.today
        if over or (plantings is not None and season.stand.id not in plantings):
            continue
        wanted, given = totals_g(season.needs), season.given_g
        need, short = need + wanted, short + wanted.beyond(given)
        unasked += given.beyond(wanted)
        jobs += [job for job in season.jobs if job.status == "planned" and job.mixes]
    mixes = [job.mixes[0] for job in jobs]
    costs = [mix.cost for mix in mixes if mix.cost is not None]
    return Judgement(
        met=Amounts.of_each(lambda n: 1 - short[n] / need[n] if need[n] > 0 else 1.0),
        short_g=short,
        unasked_g={n: unasked[n] for n in UNASKED},
        feeds=len(jobs),
        products=len({line.product for mix in mixes for line in mix.lines}),
        litres=sum(mix.water_l * mix.portions for mix in mixes),
        cost=sum(costs) if len(costs) == len(mixes) else None,
    )
