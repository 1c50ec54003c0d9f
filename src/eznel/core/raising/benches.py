"""Who stands on a bench on each day, and from when on there is no room.

Trays and pots stand side by side as squares; what came first keeps its room. A bench with levels
has the room of all of them.
"""

from collections.abc import Iterator, Sequence
from dataclasses import dataclass
from datetime import date, timedelta
from itertools import groupby
from math import ceil
from uuid import UUID

from eznel.core.document import Bench


@dataclass(frozen=True, slots=True, kw_only=True)
class Stands:
    """Plants of one planting on one bench, in pots or trays of one size. [m²]"""

    planting: UUID
    bench: UUID
    since: date
    until: date
    plants: int
    things: int
    """Pots, or trays. [count]"""
    thing_m2: float

    @property
    def m2(self) -> float:
        """What they take. [m²]"""
        return self.things * self.thing_m2


@dataclass(frozen=True, slots=True)
class NoRoom:
    """Days on which some have none: how many plants at most, and how much is missing. [m²]"""

    since: date
    until: date
    plants: int
    short_m2: float


@dataclass(frozen=True, slots=True)
class Room:
    """A bench through time: what it has, and what stands on it. [m²]"""

    bench: UUID
    m2: float
    stands: tuple[Stands, ...]
    """In the order in which they came."""
    full_m2: float
    """At most at once."""
    fullest_on: date | None
    no_room: tuple[NoRoom, ...]


def area_m2(bench: Bench) -> float:
    """Return what a bench has room for, on all levels.

    Parameters
    ----------
    bench : Bench
        The bench.

    Returns
    -------
    float
        [m²]
    """
    return bench.length.m * bench.width.m * bench.levels


def room(bench: Bench, stands: Sequence[Stands]) -> Room:
    """Return who stands on a bench, and who has no room.

    Parameters
    ----------
    bench : Bench
        The bench.
    stands : sequence of Stands
        On any bench.

    Returns
    -------
    Room
        With each run of days on which some plants have no room.
    """
    mine = sorted((one for one in stands if one.bench == bench.id), key=_came)
    has = area_m2(bench)
    days = [(day, _on(mine, day)) for day in _changes(mine)]
    fullest = max(days, key=lambda one: sum(s.m2 for s in one[1]), default=None)
    return Room(
        bench=bench.id,
        m2=has,
        stands=tuple(mine),
        full_m2=sum(s.m2 for s in fullest[1]) if fullest else 0.0,
        fullest_on=fullest[0] if fullest else None,
        no_room=tuple(_no_room(days, has)),
    )


def _came(one: Stands) -> tuple[date, str]:
    return one.since, str(one.planting)


def _changes(stands: Sequence[Stands]) -> list[date]:
    """The days on which somebody comes or leaves; between them nothing changes."""
    return sorted({day for one in stands for day in (one.since, one.until)})


def _on(stands: Sequence[Stands], day: date) -> list[Stands]:
    return [one for one in stands if one.since <= day < one.until]


def _no_room(days: Sequence[tuple[date, list[Stands]]], has: float) -> Iterator[NoRoom]:
    """Runs of spans that are too full, one after another."""
    ends = [day for day, _ in days[1:]]
    spans = [
        (day, end, _left_out(here, has), sum(one.m2 for one in here) - has)
        for (day, here), end in zip(days, ends, strict=False)
    ]
    for full, run in groupby(spans, key=lambda span: span[2] > 0):
        if full:
            these = list(run)
            yield NoRoom(
                these[0][0],
                these[-1][1] - timedelta(1),
                max(plants for _, _, plants, _ in these),
                max(short for *_, short in these),
            )


def _left_out(here: Sequence[Stands], has: float) -> int:
    """Plants that came when it was full: whole pots and trays."""
    left, out = has, 0
    for one in here:
        fit = min(int(left / one.thing_m2 + 1e-9), one.things)
        left -= fit * one.thing_m2
        out += ceil(one.plants * (one.things - fit) / one.things)
    return out
