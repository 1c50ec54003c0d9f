"""What a garden taught: each of its own factors before and after, by what, and where it is used."""

from collections.abc import Iterator
from dataclasses import dataclass, replace
from typing import Literal, NamedTuple
from uuid import UUID

from eznel.core.beliefs import LEAST_FACTOR, Belief, Evidence
from eznel.core.document import Bed, Learning
from eznel.core.soil.schools import buffer_of
from eznel.core.stands.own import Own
from eznel.core.stands.own_ground import CARRIED
from eznel.core.stands.stand import InTub, Stand
from eznel.core.stands.stands import Stands
from eznel.core.working import Origin, Quantity, Worked

Kind = Literal["pace", "yield", "buffer", "nitrogen"]
Unit = Literal["days", "kg/m²", "kg", "g/g", ""]
"""Days to the first harvest, what a square metre or a plant gives, grams for one in the test."""


@dataclass(frozen=True, slots=True, kw_only=True)
class Taught:
    """One factor of a garden's own."""

    kind: Kind
    of: str | None
    """A crop, or a nutrient."""
    unit: Unit
    before: float
    """As the catalogue has it."""
    after: Worked
    low: float
    high: float
    """Eight cases in ten are within."""
    weight: float
    """How much the garden's own records weigh. [share]"""
    seen: tuple[Evidence, ...]
    apart: tuple[Evidence, ...]
    """Too far off to be believed: most often a slip of the pen."""
    used_by: tuple[UUID, ...]
    """Plantings whose season is not over and that are reckoned with it."""


class _Usual(NamedTuple):
    """A figure of the catalogue."""

    kind: Kind
    of: str | None
    unit: Unit
    figure: float


def taught(stands: Stands) -> tuple[Taught, ...]:
    """Return what a garden taught.

    Parameters
    ----------
    stands : Stands
        The garden's.

    Returns
    -------
    tuple of Taught
        Only factors of which something was seen; the most weighty first.
    """
    # What is switched off is shown all the same, used by nobody.
    own = replace(stands.own, learning=Learning(since=stands.own.learning.since))
    found = [
        *_paces(own, stands),
        *_yields(own, stands),
        *_buffers(own, stands),
        *_nitrogen(own, stands),
    ]
    return tuple(sorted(found, key=lambda one: -one.weight))


def _paces(own: Own, stands: Stands) -> Iterator[Taught]:
    for crop in own.paces:
        belief = own.pace_of(crop)
        mine = [one for one in stands.all if one.crop.key == crop]
        usual_days = _days_to_harvest(mine[-1], stands) if mine else None
        if not _any(belief) or usual_days is None:
            continue
        factor = _multiplied(belief)
        yield _taught(
            _Usual("pace", crop, "days", usual_days),
            factor,
            belief,
            [one.id for one in mine if stands.paces[one.id] != 1.0 and _ahead(one)],
        )


def _days_to_harvest(stand: Stand, stands: Stands) -> float | None:
    """From planting to the first harvest, as the catalogue has it in the weather as it was."""
    calendar = stands.unseen(stand.id)
    begins = calendar.start_of("harvest") or calendar.last_pick
    days = (begins - calendar.begins).days
    return float(days) if days > 0 else None


def _yields(own: Own, stands: Stands) -> Iterator[Taught]:
    for crop in own.yields:
        belief = own.yield_of(crop)
        if not _any(belief):
            continue
        mine = [one for one in stands.all if one.crop.key == crop]
        in_tub, usual = isinstance(mine[-1], InTub), stands.usual[mine[-1].id].crop
        usual_yield = _Usual(
            "yield",
            crop,
            "kg" if in_tub else "kg/m²",
            usual.yield_kg_plant if in_tub else usual.yield_kg_m2,
        )
        users = [one.id for one in mine if one.own.yields != 1.0 and _ahead(one)]
        yield _taught(usual_yield, _multiplied(belief), belief, users)


def _buffers(own: Own, stands: Stands) -> Iterator[Taught]:
    for nutrient in CARRIED:
        belief = own.move_of(nutrient)
        places = [stands.places[one.of] for one in belief.seen or belief.apart]
        beds = [one for one in places if isinstance(one, Bed)]
        if not beds:
            continue
        usual = buffer_of(nutrient, beds[-1].texture, mix=False)
        factor = _added(belief)
        after = Worked.first(
            "own_buffer",
            usual / factor.value,
            "g/g",
            Quantity("buffer", usual, "g/g", Origin.TYPICAL),
            Quantity("own_move", factor.value, ""),
        ).after(factor)
        users = [
            one.id for one in stands.all if one.own.moves.get(nutrient, 1.0) != 1.0 and _ahead(one)
        ]
        yield Taught(
            kind="buffer",
            of=nutrient,
            unit="g/g",
            before=usual,
            after=after,
            low=usual / belief.high,
            high=usual / belief.low,
            weight=belief.weight,
            seen=belief.seen,
            apart=belief.apart,
            used_by=tuple(users),
        )


def _nitrogen(own: Own, stands: Stands) -> Iterator[Taught]:
    belief = own.nitrogen
    if _any(belief):
        users = [one.id for one in stands.all if one.own.nitrogen != 1.0 and _ahead(one)]
        factor = _added(belief)
        yield _taught(_Usual("nitrogen", None, "", 1.0), factor, belief, users)


def _taught(usual: _Usual, factor: Worked, belief: Belief, used_by: list[UUID]) -> Taught:
    after = factor.then(
        "own_figure",
        usual.figure * factor.value,
        usual.unit,
        Quantity("usual_figure", usual.figure, usual.unit, Origin.TYPICAL),
        Quantity("own_factor", factor.value, ""),
    )
    return Taught(
        kind=usual.kind,
        of=usual.of,
        unit=usual.unit,
        before=usual.figure,
        after=after,
        low=usual.figure * belief.low,
        high=usual.figure * belief.high,
        weight=belief.weight,
        seen=belief.seen,
        apart=belief.apart,
        used_by=tuple(used_by),
    )


def _any(belief: Belief) -> bool:
    return bool(belief.seen or belief.apart)


def _ahead(stand: Stand) -> bool:
    return stand.calendar.last_pick >= stand.today


def _multiplied(belief: Belief) -> Worked:
    return Worked.first("own_factor", belief.value, "", *_numbers(belief))


def _added(belief: Belief) -> Worked:
    least = Quantity("least_factor", LEAST_FACTOR, "", Origin.FIXED)
    return Worked.first("own_ground", belief.value, "", *_numbers(belief), least)


def _numbers(belief: Belief) -> tuple[Quantity, Quantity]:
    return (
        Quantity("weight_share", belief.weight, "", Origin.TYPICAL),
        Quantity("gave_share", belief.gave, "", Origin.MEASURED),
    )
