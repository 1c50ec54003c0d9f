"""The raising room: every planting that is raised, who stands where, and what would make room."""

from collections.abc import Iterator
from dataclasses import dataclass, replace
from datetime import timedelta
from typing import Literal
from uuid import UUID

from eznel.core.raising.benches import Room, room
from eznel.core.raising.grown import Grown, grown_of
from eznel.core.raising.pots import USUAL_POTS
from eznel.core.raising.raised import Raised, raised, stands
from eznel.core.season.workings import Workings

MOST_LATER_DAYS = 28
Help = Literal["smaller_pots", "later", "frame", "more_room"]


@dataclass(frozen=True, slots=True)
class HelpTried:
    """Something that was tried: how many plants have no room then; days or m² where it has any."""

    help: Help
    plants: int
    amount: float


@dataclass(frozen=True, slots=True)
class BenchRoom:
    """A bench through time, and what would help where it is too small."""

    room: Room
    helps: tuple[HelpTried, ...]


@dataclass(frozen=True, slots=True)
class RaisingRoom:
    """All that is raised this year and later."""

    plantings: tuple[Raised, ...]
    benches: tuple[BenchRoom, ...]
    unplaced: tuple[UUID, ...]
    """Raised, and on no bench."""


def raising_room(workings: Workings) -> RaisingRoom:
    """Return the raising room of a garden.

    Parameters
    ----------
    workings : Workings
        The garden's.

    Returns
    -------
    RaisingRoom
        In the order of sowing.
    """
    grown = sorted(_grown(workings), key=lambda one: (one.sown_on, str(one.stand.id)))
    return RaisingRoom(
        plantings=tuple(raised(one) for one in grown),
        benches=tuple(_benches(grown, workings)),
        unplaced=tuple(one.stand.id for one in grown if one.raising.bench is None),
    )


def _grown(workings: Workings) -> Iterator[Grown]:
    """What was or will be sown under cover for this year's planting out, or a later one's."""
    for stand in workings.stands.all:
        if stand.planting.planted_on.year >= workings.today.year:
            found = grown_of(stand, workings.stands)
            if found is not None:
                yield found


def _benches(grown: list[Grown], workings: Workings) -> Iterator[BenchRoom]:
    here = [one for each in grown for one in stands(each)]
    for bench in workings.garden.benches:
        found = room(bench, here)
        helps = tuple(_helps(bench.id, grown, workings)) if found.no_room else ()
        if found.no_room:
            short = max(one.short_m2 for one in found.no_room)
            helps = (*helps, HelpTried("more_room", 0, short))
        yield BenchRoom(found, helps)


def _helps(bench: UUID, grown: list[Grown], workings: Workings) -> Iterator[HelpTried]:
    """What was tried and leaves fewer plants without room than there are."""
    before = _left_out(bench, grown, workings)
    pots = workings.garden.preferences.pots or USUAL_POTS
    smallest = (min(pots, key=lambda one: one.holds.l),)
    late = [_later(one, MOST_LATER_DAYS) for one in grown]
    days = max((b.sown_on - a.sown_on).days for a, b in zip(grown, late, strict=True))
    tried: list[tuple[Help, list[Grown], float]] = [
        ("smaller_pots", [replace(one, pots=smallest) for one in grown], 0.0),
        ("later", late, float(days)),
    ]
    frames = [one.id for one in workings.garden.benches if one.kind == "frame" and one.id != bench]
    if frames:
        out = [
            replace(one, raising=one.raising.model_copy(update={"frame": frames[0]}))
            if one.raising.bench == bench and one.raising.frame is None
            else one
            for one in grown
        ]
        tried.append(("frame", out, 0.0))
    for help_, changed, amount in tried:
        left = _left_out(bench, changed, workings)
        if left < before:
            yield HelpTried(help_, left, amount)


def _later(one: Grown, most: int) -> Grown:
    """Sown as late as its usual days before planting out allow."""
    has = (one.stand.planting.planted_on - one.sown_on).days
    days = min(max(has - one.usual_days, 0), most)
    return replace(one, sown_on=one.sown_on + timedelta(days))


def _left_out(bench: UUID, grown: list[Grown], workings: Workings) -> int:
    here = [one for each in grown for one in stands(each)]
    of = next(one for one in workings.garden.benches if one.id == bench)
    return max((one.plants for one in room(of, here).no_room), default=0)
