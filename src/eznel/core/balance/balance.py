"""A planting's balance by day: what came = what was taken up + lost + what is left in reach.

Nitrate moves with the water that drains, through all layers down to the deepest roots; in a tub
everything dissolved does. What ground holds fast (phosphorus, potassium, calcium, magnesium) stays.
How far it may be off comes from letting each source be off alone; their squares add up.
"""

from collections.abc import Mapping, Sequence
from dataclasses import dataclass
from datetime import date
from itertools import accumulate
from typing import Literal
from uuid import UUID

import numpy as np

from eznel.core.balance.ground import ground_of, water_in_tub_l
from eznel.core.balance.layers import Layered, through_layers
from eznel.core.balance.salts import SOIL_WATER, salts_of
from eznel.core.balance.sources import (
    BALANCED,
    Balanced,
    Days,
    Source,
    SourceKind,
    Wanted,
    days_of,
    sources_of,
    wanted_g,
)
from eznel.core.balance.trying import AS_PLANNED, Tried, world_of
from eznel.core.crops.daily import Floats
from eznel.core.nutrients import Nutrient
from eznel.core.season.fold import Season
from eznel.core.season.workings import Workings
from eznel.core.stands.stand import InTub, Stand

RUNS_OUT_SHARE = 0.05
"""Short by this share of a season's want, it has run out. [g/g]"""
MOVES_ON_GROUND: tuple[Balanced, ...] = ("N",)

Substance = Literal[Balanced, "salts"]
LINES = "came", "wanted", "taken", "lost", "left", "low", "high"
WANTED, TAKEN = LINES.index("wanted"), LINES.index("taken")


@dataclass(frozen=True, slots=True, kw_only=True)
class BalanceLine:
    """One substance through the season, by the evening of each day.

    Nutrients in grams, added up; salts as the conductivity of the water in a tub's mix.
    """

    substance: Substance
    came: list[float]
    wanted: list[float]
    taken: list[float]
    lost: list[float]
    """Below the roots, or out of the tub."""
    left: list[float]
    low: list[float]
    high: list[float]
    """What is left may as well be between."""
    runs_out_on: date | None
    """From here on it is short for good."""


@dataclass(frozen=True, slots=True)
class BalanceSource:
    """What a source brings over the season; what legumes take from the air is wanted of no other.

    Grams.
    """

    kind: SourceKind
    product: UUID | None
    grams: Mapping[Nutrient, float]


@dataclass(frozen=True, slots=True, kw_only=True)
class Balance:
    """A planting's balance."""

    planting: UUID
    days: tuple[date, ...]
    lines: tuple[BalanceLine, ...]
    sources: tuple[BalanceSource, ...]
    removed_g: Mapping[Nutrient, float]
    """What the harvest takes away, where that is known. [g]"""
    drained_l: list[float]
    """Added up. [L]"""
    rain_known: bool
    """Whether the days that nobody measured have the site's usual rain."""
    rained_on: bool
    """Whether any of it falls there."""
    bears_ds_m: float | None
    """What the crop bears of salts in a tub's water. [dS/m]"""


def balance_of(season: Season, workings: Workings, tried: Tried = AS_PLANNED) -> Balance:
    """Return a planting's balance by day.

    Parameters
    ----------
    season : Season
        The planting's.
    workings : Workings
        The garden's.
    tried : Tried
        What is to be otherwise than planned.

    Returns
    -------
    Balance
        From planting to the last picking or feed.
    """
    world = world_of(season, workings, tried)
    stand, site = world.season.stand, workings.garden.site
    days = days_of(stand)
    drained_l = days.padded(world.evenings.drained_l)
    sources = (
        *sources_of(world.season, world.given, days, workings.shed),
        *world.tried(days),
    )
    ground = ground_of(world.demand, world.evenings, days)
    wanted = {
        x: Wanted(wanted_g(world.season, world.window, x, days), _brings(x, sources))
        for x in BALANCED
    }
    moving = BALANCED if isinstance(stand, InTub) else MOVES_ON_GROUND
    found = _lines_of(
        {x: one for x, one in wanted.items() if x not in moving}, Layered.still(days.count)
    )
    found |= _lines_of({x: wanted[x] for x in moving}, ground)
    found = {x: found[x] for x in BALANCED}
    bears = None
    if isinstance(stand, InTub):
        bears = SOIL_WATER * stand.crop.salt_threshold_ds_m
        taken: dict[str, Floats] = {x: found[x][TAKEN] for x in BALANCED}
        given_l = days.padded(world.evenings.given_l)
        salts = salts_of(world.given, days, given_l, taken, stand.poured.ec_ds_m)
        of_water = salts.in_water(water_in_tub_l(stand, world.demand))
        found |= _lines_of({"salts": of_water}, ground)
    return Balance(
        planting=stand.id,
        days=days.all,
        lines=_told(found, days),
        sources=(*(_came(one) for one in sources if one.arrived_g), *_from_air(stand)),
        removed_g=_removed_g(stand),
        drained_l=drained_l.round(4).tolist(),
        rain_known=stand.place.covered or site.monthly_rain_mm is not None,
        rained_on=not stand.place.covered and site.monthly_rain_mm is not None,
        bears_ds_m=bears,
    )


def _from_air(stand: Stand) -> tuple[BalanceSource, ...]:
    crop = stand.crop
    fixed_g = crop.n_fixing_share * crop.uptake("N") * stand.kg_yield
    return (BalanceSource("air", None, {"N": fixed_g}),) if fixed_g else ()


def _removed_g(stand: Stand) -> Mapping[Nutrient, float]:
    crop = stand.crop
    return {"P": crop.removal_p * stand.kg_yield, "K": crop.removal_k * stand.kg_yield}


def _brings(nutrient: Balanced, sources: Sequence[Source]) -> tuple[tuple[Floats, float], ...]:
    found = (one for one in sources if nutrient in one.arrived_g)
    return tuple((one.arrived_g[nutrient], one.off_share) for one in found)


def _lines_of(of: Mapping[Substance, Wanted], ground: Layered) -> dict[Substance, Floats]:
    """Follow several substances at once, each as it is thought to be and with each source off.

    Returns for each an array of shape (lines, days), the lines in the order of their names.
    """
    if not of:
        return {}
    rows = [one.rows() for one in of.values()]
    # In a substance's first row no source is off.
    firsts = list(accumulate(map(len, rows[:-1]), initial=0))
    whose = np.repeat(np.arange(len(rows)), [len(mine) for mine in rows])
    each = np.array([came for mine in rows for came, _ in mine])
    offs = np.array([[off] for mine in rows for _, off in mine])
    wanted = np.array([one.wanted for one in of.values()])
    came = np.add.reduceat(each, firsts)[whose] + offs * each
    gone = through_layers(came, wanted[whose], ground)
    taken, lost, left = gone.taken[firsts], gone.lost[firsts], gone.left[firsts]
    off = np.sqrt(np.add.reduceat((gone.left - left[whose]) ** 2, firsts))
    lines = taken + lost + left, wanted, taken, lost, left, np.maximum(left - off, 0.0), left + off
    return dict(zip(of, np.array(lines).swapaxes(0, 1), strict=True))


def _told(found: Mapping[Substance, Floats], days: Days) -> tuple[BalanceLine, ...]:
    # To a tenth of a milligram: finer is nothing.
    lists = np.array([*found.values()]).round(4).tolist()
    return tuple(
        BalanceLine(
            substance=x,
            **dict(zip(LINES, mine, strict=True)),
            runs_out_on=_short_from(found[x][WANTED], found[x][TAKEN], days),
        )
        for x, mine in zip(found, lists, strict=True)
    )


def _short_from(wanted: Floats, taken: Floats, days: Days) -> date | None:
    """The first day on which it is short and from which on it stays so."""
    little = RUNS_OUT_SHARE * max(float(wanted[-1]), 1e-9)
    if wanted[-1] - taken[-1] <= little:
        return None
    on = np.flatnonzero(wanted - taken <= little)
    return days.all[int(on[-1]) + 1 if len(on) else 0]


def _came(of: Source) -> BalanceSource:
    return BalanceSource(
        of.kind, of.product, {x: float(one[-1]) for x, one in of.arrived_g.items()}
    )
