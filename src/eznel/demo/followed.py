"""What was fed in the practice garden: the plan is asked day by day, and done what it said.

One feed is missed and one given differently. Written into a file by `./eznel demo`, when what the
plan says has changed.
"""

from datetime import date, timedelta
from uuid import UUID

from pydantic import TypeAdapter

from eznel import catalogue, demo
from eznel.core.document import FeedEntry, GardenFile, Log, ScoopOf
from eznel.core.plan import plan
from eznel.core.plan.result import JobView
from eznel.core.reference import Catalogue


def followed(file: GardenFile, known: Catalogue) -> tuple[FeedEntry, ...]:
    """Return what is fed in a garden by who does what the plan says.

    Parameters
    ----------
    file : GardenFile
        The garden before it is fed.
    known : Catalogue
        For the plan.

    Returns
    -------
    tuple of FeedEntry
        From the garden's first day to that on which its calendar stands.
    """
    day, log = demo.FIRST_DAY, file.log
    while True:
        due = [
            (planting.id, job)
            for planting in plan(file.garden, log, day, known).plantings
            for job in planting.jobs
            if job.status == "planned" and job.mixes
        ]
        day = min((job.due_on for _, job in due), default=demo.STANDS_ON)
        if day >= demo.STANDS_ON:
            return log.feeds
        entries = [
            _entry(planting, job, number)
            for number, (planting, job) in enumerate(
                ((p, j) for p, j in due if j.due_on == day), start=_outside(log) + 1
            )
        ]
        log = log.model_copy(update={"feeds": (*log.feeds, *entries)})
        day += timedelta(1)


def _outside(log: Log) -> int:
    """Feeds so far, without the many weak ones of March and April."""
    return sum(entry.on >= date(2026, 5, 1) for entry in log.feeds)


def _entry(planting: UUID, job: JobView, number: int) -> FeedEntry:
    """A job done as planned, but the sixth missed and the eighth one scoop less."""
    mix = job.mixes[0]
    amounts = tuple(
        ScoopOf(product=line.product, scoop=line.scoop, count=line.count * mix.portions)
        for line in mix.lines
    )
    given = amounts
    if number == 8:
        given = (
            amounts[0].model_copy(update={"count": max(amounts[0].count - 1, 1)}),
            *amounts[1:],
        )
    water = {"value": round(mix.water_l * mix.portions, 1), "unit": "L"} if mix.water_l else None
    return FeedEntry.model_validate(
        {
            "id": job.key,
            "planting": planting,
            "job": job.key,
            "on": job.due_on,
            "outcome": "missed" if number == 6 else "given",
            "amounts": () if number == 6 else given,
            "water": None if number == 6 else water,
            "poured": mix.poured,
            "planned": amounts,
        }
    )


if __name__ == "__main__":
    feeds = followed(demo.before_feeding(), catalogue.load())
    text = TypeAdapter(tuple[FeedEntry, ...]).dump_json(feeds, indent=1, exclude_defaults=True)
    demo.FED.write_bytes(text + b"\n")
