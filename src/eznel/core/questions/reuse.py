"""The mix of last season's tubs: what it still holds, what to add, when not to use it again.

A mix sinks by a sixth in a season and closes up; a third of fresh gives it air and a charge. What
the balance leaves in it counts for little beside what its range is wide; salts decide more. Of
roots that were ill no number knows: that is asked.
"""

from collections.abc import Iterator
from dataclasses import dataclass
from datetime import date
from uuid import UUID

from eznel.core.balance.balance import balance_of
from eznel.core.document import Tub
from eznel.core.mixes.portions import mix_volume
from eznel.core.nutrients import Nutrient
from eznel.core.season.following import salt_limits
from eznel.core.season.workings import Workings
from eznel.core.stands.stand import InTub, Stand
from eznel.core.working import Finding, Level, Origin, Quantity, Worked

SUNK = 0.15
"""Of a mix's volume, in a season: half of what composted ingredients lose in two years."""
FRESH = 1 / 3
"""Of it, to be fresh: as guides to containers have it."""
WASH_TIMES = 2.0
"""Water that washes salts out of a mix, of its volume. [L/L]"""
TOLD: tuple[Nutrient, ...] = ("N", "P", "K", "Ca", "Mg")


@dataclass(frozen=True, slots=True)
class LeftOver:
    """What a nutrient's balance leaves in all tubs of a place. [g]"""

    nutrient: Nutrient
    left_g: float
    low_g: float
    high_g: float


@dataclass(frozen=True, slots=True, kw_only=True)
class Reuse:
    """Tubs whose mix has grown something, and what their mix wants before it grows more."""

    place: UUID
    grew: tuple[UUID, ...]
    ended_on: date
    sunk: Worked
    """That is missing to the top. [L]"""
    fresh: Worked
    """To be mixed in, that included. [L]"""
    taken_out_l: float
    """Of the old, to make room for it. [L]"""
    held: tuple[LeftOver, ...]
    findings: tuple[Finding, ...]


def reuses(workings: Workings) -> tuple[Reuse, ...]:
    """Return every tub whose mix has grown something and is empty now.

    Parameters
    ----------
    workings : Workings
        The garden's.

    Returns
    -------
    tuple of Reuse
        In the garden's order.
    """
    return tuple(
        found
        for place in workings.garden.places
        if isinstance(place, Tub) and (found := _reuse(place, workings)) is not None
    )


def _reuse(place: Tub, workings: Workings) -> Reuse | None:
    today = workings.today
    here = [one for one in workings.stands.in_place(place.id) if isinstance(one, InTub)]
    past = [one for one in here if one.calendar.last_pick < today]
    stands = [one for one in here if one not in past and one.planting.planted_on <= today]
    if not past or stands:
        return None
    ended = max(one.calendar.last_pick for one in past)
    grew = [one for one in past if one.calendar.last_pick.year == ended.year]
    new = mix_volume(place)
    sunk = new.then(
        "mix_sunk",
        new.value * SUNK,
        "L",
        Quantity("mix_l", new.value, "L"),
        Quantity("sunk_share", SUNK, "", Origin.TYPICAL),
    )
    fresh = new.then(
        "mix_fresh",
        new.value * FRESH,
        "L",
        Quantity("mix_l", new.value, "L"),
        Quantity("fresh_share", FRESH, "", Origin.TYPICAL),
    )
    return Reuse(
        place=place.id,
        grew=tuple(one.id for one in grew),
        ended_on=ended,
        sunk=sunk,
        fresh=fresh,
        taken_out_l=fresh.value - sunk.value,
        held=tuple(_held(grew, workings)),
        findings=tuple(_findings(place, grew, here, new.value, workings)),
    )


def _held(grew: list[InTub], workings: Workings) -> Iterator[LeftOver]:
    """What was left on the last evenings, added up; what is off adds up by squares."""
    ids = {one.id for one in grew}
    lines = [
        line
        for season in workings.seasons
        if season.stand.id in ids
        for line in balance_of(season, workings).lines
    ]
    for nutrient in TOLD:
        mine = [line for line in lines if line.substance == nutrient]
        left = sum(line.left[-1] for line in mine)
        off = sum((line.high[-1] - line.left[-1]) ** 2 for line in mine) ** 0.5
        yield LeftOver(nutrient, left, max(left - off, 0.0), left + off)


def _findings(
    place: Tub, grew: list[InTub], here: list[InTub], mix_l: float, workings: Workings
) -> Iterator[Finding]:
    at, ids = str(place.id), {one.id for one in grew}
    seen = [one for one in workings.log.observed if one.planting in ids]
    if any(one.kind == "plants_lost" for one in seen):
        yield Finding("reuse_after_losses", Level.WARNING, "recipe", at)
    families = {one.crop.family for one in grew}
    to_come: list[Stand] = [one for one in here if one.planting.planted_on > workings.today]
    same = [one.crop.name for one in to_come if one.crop.family in families]
    if same:
        names = tuple(dict.fromkeys(same))
        yield Finding("reuse_same_family", Level.WARNING, "recipe", at, names=names)
    measured = [one for one in seen if one.kind == "salts" and one.ec_ds_m is not None]
    bears = min(salt_limits(one).warn_ds_m for one in (*grew, *to_come))
    if measured:
        last = max(measured, key=lambda one: one.on).ec_ds_m or 0.0
        if last > bears:
            numbers = (
                Quantity("ec_ds_m", last, "dS/m", Origin.MEASURED),
                Quantity("bears_ds_m", bears, "dS/m", Origin.TYPICAL),
                Quantity("wash_l", WASH_TIMES * mix_l, "L"),
            )
            yield Finding("reuse_salty", Level.WARNING, "recipe", at, numbers)
    else:
        wash = Quantity("wash_l", WASH_TIMES * mix_l, "L")
        yield Finding("reuse_unmeasured", Level.QUESTION, "recipe", at, (wash,))
    yield Finding("reuse_not_after_illness", Level.NOTE, "recipe", at)
