"""A planting's balance by day: what came = what was taken up + lost + what is left in reach.

Nitrate moves with the water that drains, through all layers down to the deepest roots; in a tub
everything dissolved does. What ground holds fast (phosphorus, potassium, calcium, magnesium) stays.
How far it may be off comes from letting each source be off alone; their squares add up.
"""

from collections.abc import Mapping, Sequence
from dataclasses import dataclass
from datetime import date
from typing import Literal
from uuid import UUID

import numpy as np

from eznel.core.balance.ground import ground_of, water_in_tub_l
from eznel.core.balance.layers import Gone, Layered, through_layers
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


@dataclass(frozen=True, slots=True, kw_only=True)
class BalanceLine:
    """One substance through the season, by the evening of each day.

    Nutrients in grams, added up; salts as the conductivity of the water in a tub's mix.
    """

    substance: Substance
    came: tuple[float, ...]
    wanted: tuple[float, ...]
    taken: tuple[float, ...]
    lost: tuple[float, ...]
    """Below the roots, or out of the tub."""
    left: tuple[float, ...]
    low: tuple[float, ...]
    high: tuple[float, ...]
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
    drained_l: tuple[float, ...]
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
    given_l = days.padded([one.given_l for one in world.evenings])
    drained_l = days.padded([one.drained_l for one in world.evenings])
    sources = (
        *sources_of(world.season, world.given, days, workings.shed),
        *world.tried(days),
    )
    ground = ground_of(world.demand, world.evenings, days)
    wanted: dict[Substance, Wanted] = {
        x: Wanted(wanted_g(world.season, world.window, x, days), _brings(x, sources))
        for x in BALANCED
    }
    moving = BALANCED if isinstance(stand, InTub) else MOVES_ON_GROUND
    fast = {x: one for x, one in wanted.items() if x not in moving}
    gone = {
        **_gone(fast, Layered.still(days.count)),
        **_gone({x: wanted[x] for x in moving}, ground),
    }
    bears = None
    if isinstance(stand, InTub):
        bears = SOIL_WATER * stand.crop.salt_threshold_ds_m
        water_l = water_in_tub_l(stand, world.demand)
        taken: dict[str, Floats] = {x: gone[x].taken[0] for x in BALANCED}
        salts = salts_of(world.given, days, given_l, taken, stand.poured.ec_ds_m)
        wanted["salts"] = salts.in_water(water_l)
        gone |= _gone({"salts": wanted["salts"]}, ground)
    return Balance(
        planting=stand.id,
        days=days.all,
        lines=_lines(wanted, gone, days),
        sources=(*(_came(one) for one in sources if one.arrived_g), *_from_air(stand)),
        removed_g=_removed_g(stand),
        drained_l=tuple(np.round(drained_l, 4).tolist()),
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


def _gone(of: Mapping[Substance, Wanted], ground: Layered) -> dict[Substance, Gone]:
    """Fold several substances at once, each as it is thought to be and with each source off."""
    if not of:
        return {}
    came = [one.cases() for one in of.values()]
    wants = [
        np.tile(one.wanted, (len(some), 1)) for one, some in zip(of.values(), came, strict=True)
    ]
    gone = through_layers(np.concatenate(came), np.concatenate(wants), ground)
    ends = np.cumsum([len(some) for some in came]).tolist()
    starts = [0, *ends[:-1]]
    return {
        x: Gone(gone.taken[a:b], gone.lost[a:b], gone.left[a:b])
        for x, a, b in zip(of, starts, ends, strict=True)
    }


def _lines(
    wanted: Mapping[Substance, Wanted], gone: Mapping[Substance, Gone], days: Days
) -> tuple[BalanceLine, ...]:
    told = [_along(of, gone[x]) for x, of in wanted.items()]
    # To a tenth of a milligram: finer is nothing.
    lists = np.round(told, 4).tolist()
    return tuple(
        BalanceLine(
            substance=x,
            **dict(zip(LINES, map(tuple, mine), strict=True)),
            runs_out_on=_short_from(of.wanted, gone[x].taken[0], days),
        )
        for (x, of), mine in zip(wanted.items(), lists, strict=True)
    )


def _along(of: Wanted, gone: Gone) -> tuple[Floats, ...]:
    """The numbers of a line by each evening, in the order of their names."""
    taken, lost, left = gone.taken[0], gone.lost[0], gone.left[0]
    off = np.sqrt(((gone.left[1:] - left) ** 2).sum(axis=0))
    came = taken + lost + left
    return came, of.wanted, taken, lost, left, np.maximum(left - off, 0.0), left + off


def _short_from(wanted: Floats, taken: Floats, days: Days) -> date | None:
    """The first day on which it is short and from which on it stays so."""
    enough = wanted - taken <= RUNS_OUT_SHARE * max(float(wanted[-1]), 1e-9)
    if enough[-1]:
        return None
    on = np.flatnonzero(enough)
    return days.all[int(on[-1]) + 1 if len(on) else 0]


def _came(of: Source) -> BalanceSource:
    return BalanceSource(
        of.kind, of.product, {x: float(one[-1]) for x, one in of.arrived_g.items()}
    )
