"""Who stands on a bench on each day, where, and from when on there is no room.

Trays and pots stand in strips across the bench, each strip as wide as what began it; what came
first keeps its room, and levels are filled one after another. Between two days on which somebody
comes or leaves all stay as they are.
"""

from collections.abc import Iterator, Sequence
from dataclasses import dataclass
from datetime import date, timedelta
from itertools import groupby, pairwise
from math import ceil
from uuid import UUID

from eznel.core.document import Bench

_HAIR = 1e-9


@dataclass(frozen=True, slots=True, kw_only=True)
class Stands:
    """Plants of one planting on one bench, in pots or trays of one size. [m]"""

    planting: UUID
    bench: UUID
    since: date
    until: date
    plants: int
    things: int
    """Pots, or trays. [count]"""
    sides_m: tuple[float, float]


@dataclass(frozen=True, slots=True)
class Spot:
    """A pot's or tray's corner: on which level, how far along and across. [m]"""

    level: int
    along_m: float
    across_m: float


@dataclass(frozen=True, slots=True)
class Placed:
    """What stands of a planting, and what has no room. Sides along and across the bench. [m]"""

    planting: UUID
    sides_m: tuple[float, float]
    spots: tuple[Spot, ...]
    out: int
    """Pots or trays without room. [count]"""
    plants_out: int


@dataclass(frozen=True, slots=True)
class Span:
    """A bench on days on which nobody comes or leaves; `until` is the first day after them."""

    since: date
    until: date
    placed: tuple[Placed, ...]
    """In the order in which they came."""


@dataclass(frozen=True, slots=True)
class NoRoom:
    """Days on which some have none: how many plants at most, and what they would take. [m²]"""

    since: date
    until: date
    plants: int
    whose: tuple[UUID, ...]
    short_m2: float


@dataclass(frozen=True, slots=True)
class Room:
    """A bench through time: its length and width, and all of its levels. [m, m²]"""

    bench: UUID
    sides_m: tuple[float, float]
    m2: float
    spans: tuple[Span, ...]
    no_room: tuple[NoRoom, ...]


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
    changes = sorted({day for one in mine for day in (one.since, one.until)})
    spans = tuple(
        Span(since, until, tuple(_placed(bench, _on(mine, since))))
        for since, until in pairwise(changes)
    )
    return Room(
        bench=bench.id,
        sides_m=(bench.length.m, bench.width.m),
        m2=bench.length.m * bench.width.m * bench.levels,
        spans=spans,
        no_room=tuple(_no_room(spans)),
    )


def _came(one: Stands) -> tuple[date, str]:
    return one.since, str(one.planting)


def _on(stands: Sequence[Stands], day: date) -> list[Stands]:
    return [one for one in stands if one.since <= day < one.until]


@dataclass(slots=True)
class _Strip:
    """Across the bench: where it begins along it, how wide it is, how far it is filled. [m]"""

    level: int
    along_m: float
    wide_m: float
    filled_m: float


def _placed(bench: Bench, here: Sequence[Stands]) -> Iterator[Placed]:
    length_m, width_m = bench.length.m, bench.width.m
    strips: list[_Strip] = []
    begun = [0.0] * bench.levels
    for one in here:
        along_m, across_m = _turned(one.sides_m, length_m, width_m)
        spots: list[Spot] = []
        while len(spots) < one.things:
            strip = _strip(strips, begun, (along_m, across_m), (length_m, width_m))
            if strip is None:
                break
            spots.append(Spot(strip.level, strip.along_m, strip.filled_m))
            strip.filled_m += across_m
        out = one.things - len(spots)
        plants_out = ceil(one.plants * out / one.things)
        yield Placed(one.planting, (along_m, across_m), tuple(spots), out, plants_out)


def _turned(sides_m: tuple[float, float], length_m: float, width_m: float) -> tuple[float, float]:
    """Trays stand as more of them fit on an empty bench."""
    along, across = sides_m

    def fit(a: float, b: float) -> int:
        return int(length_m / a + _HAIR) * int(width_m / b + _HAIR)

    return sides_m if fit(along, across) >= fit(across, along) else (across, along)


def _strip(
    strips: list[_Strip],
    begun: list[float],
    sides_m: tuple[float, float],
    bench_m: tuple[float, float],
) -> _Strip | None:
    """A strip with room for one more: an open one, else a new one on the lowest level."""
    for strip in strips:
        fits = sides_m[0] <= strip.wide_m + _HAIR
        if fits and strip.filled_m + sides_m[1] <= bench_m[1] + _HAIR:
            return strip
    for level, used_m in enumerate(begun):
        if used_m + sides_m[0] <= bench_m[0] + _HAIR and sides_m[1] <= bench_m[1] + _HAIR:
            strips.append(_Strip(level, used_m, sides_m[0], 0.0))
            begun[level] += sides_m[0]
            return strips[-1]
    return None


def _no_room(spans: Sequence[Span]) -> Iterator[NoRoom]:
    """Runs of spans that are too full, one after another."""
    for full, run in groupby(spans, key=lambda span: any(one.out for one in span.placed)):
        if full:
            these = list(run)
            whose = (one.planting for span in these for one in span.placed if one.out)
            yield NoRoom(
                since=these[0].since,
                until=these[-1].until - timedelta(1),
                plants=max(sum(one.plants_out for one in span.placed) for span in these),
                whose=tuple(dict.fromkeys(whose)),
                short_m2=max(
                    sum(one.out * one.sides_m[0] * one.sides_m[1] for one in span.placed)
                    for span in these
                ),
            )
