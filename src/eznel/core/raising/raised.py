"""How a planting is raised: seed, cells, pots, mix, hardening off, and where it stands when."""

from collections.abc import Iterator
from dataclasses import dataclass
from datetime import date, timedelta
from math import ceil
from uuid import UUID

from eznel.core.document import PotSize
from eznel.core.quantities import Length
from eznel.core.raising.benches import Stands
from eznel.core.raising.grown import Grown
from eznel.core.raising.hardening import DAYS, HardenDay, hardening
from eznel.core.raising.pots import BEARS_DAYS_IN_CELLS
from eznel.core.raising.seeds import germination, per_cell, survival_pct, to_sow
from eznel.core.working import Finding, Level, Origin, Quantity, Worked

TRAY = Length(value=38, unit="cm"), Length(value=24, unit="cm")
"""A seed tray's sides."""
SETTLES = 1.1
"""Mix settles when it is watered: so much more is filled in. [L/L]"""


@dataclass(frozen=True, slots=True, kw_only=True)
class Potting:
    """Plants in one kind of pot: when, how many, and the mix for them. [L]"""

    pot: PotSize | None
    """None for the cells that they are sown into."""
    since: date
    until: date
    full_on: date
    count: int
    """Pots, or cells."""
    mix: Worked


@dataclass(frozen=True, slots=True, kw_only=True)
class Raised:
    """How a planting is raised."""

    planting: UUID
    wanted: int
    sow_on: date
    plant_on: date
    germination: Worked
    """[%]"""
    to_sow: Worked | None
    sown: int
    """As it was counted, else as many as are to be sown. [count]"""
    per_cell: int
    """Seeds in a cell. [count]"""
    trays: int
    cells: int
    """In a tray. [count]"""
    empty_cells: int
    plants: int
    """As they were counted, else as they are expected; less what was given away or lost."""
    spare: int
    pottings: tuple[Potting, ...]
    harden: tuple[HardenDay, ...]
    set_at: str
    """How deep it is planted out. [key]"""
    findings: tuple[Finding, ...]


def raised(of: Grown) -> Raised:
    """Return how a planting is raised.

    Parameters
    ----------
    of : Grown
        What is known of it.

    Returns
    -------
    Raised
        From sowing to planting out.
    """
    raising, stand = of.raising, of.stand
    share = germination(raising, of.seed, of.sown_on.year)
    sow = to_sow(stand.plants, raising, of.seed, of.sown_on.year)
    sown = raising.sown or (ceil(sow.value - 1e-9) if sow is not None else stand.plants)
    cells, in_each = raising.cells or of.seed.cells, per_cell(share.value)
    filled = ceil(sown / in_each)
    trays = ceil(filled / cells)
    up = raising.came_up if raising.came_up is not None else round(sown * share.value / 100)
    plants = max(up - raising.given_away - raising.lost, 0)
    kept = min(plants, _to_keep(of))
    pottings = tuple(_pottings(of, filled, kept))
    return Raised(
        planting=stand.id,
        wanted=stand.plants,
        sow_on=of.sown_on,
        plant_on=stand.planting.planted_on,
        germination=share,
        to_sow=sow,
        sown=sown,
        per_cell=in_each,
        trays=trays,
        cells=cells,
        empty_cells=trays * cells - filled,
        plants=plants,
        spare=plants - kept,
        pottings=pottings,
        harden=tuple(hardening(stand.crop, stand.planting.planted_on, of.weather)),
        set_at=of.seed.set_at,
        findings=(*share.findings, *_findings(of, sow, plants, pottings)),
    )


def stands(of: Grown) -> Iterator[Stands]:
    """Yield where a planting stands while it is raised, bench by bench.

    Parameters
    ----------
    of : Grown
        What is known of it.

    Yields
    ------
    Stands
        Nothing for the days for which no bench is named.
    """
    made, raising = raised(of), of.raising
    moves = made.plant_on - timedelta(DAYS) if raising.frame is not None else made.plant_on
    for one in made.pottings:
        for bench, since, until in (
            (raising.bench, one.since, min(one.until, moves)),
            (raising.frame, max(one.since, moves), one.until),
        ):
            if bench is not None and since < until and one.count > 0:
                in_trays = one.pot is None
                yield Stands(
                    planting=made.planting,
                    bench=bench,
                    since=since,
                    until=until,
                    plants=one.count,
                    things=made.trays if in_trays else one.count,
                    sides_m=(TRAY[0].m, TRAY[1].m)
                    if one.pot is None
                    else (one.pot.across.m, one.pot.across.m),
                )


def _to_keep(of: Grown) -> int:
    """Plants for which it is worth to fill a pot: some of them are lost on the way."""
    return ceil(of.stand.plants / (survival_pct(of.raising).value / 100) - 1e-9)


def _pottings(of: Grown, filled: int, kept: int) -> Iterator[Potting]:
    for one in of.standings():
        count = filled if one.pot is None else kept
        yield Potting(
            pot=one.pot,
            since=one.since,
            until=one.until,
            full_on=one.full_on,
            count=count,
            mix=Worked.first(
                "raising_mix",
                count * one.litres * SETTLES,
                "L",
                Quantity("pots_filled", count, ""),
                Quantity("pot_l", one.litres, "L", Origin.TYPICAL if one.pot is None
                         else Origin.TYPED),
                Quantity("settles", SETTLES, "", Origin.TYPICAL),
            ),
        )  # fmt: skip


def _findings(
    of: Grown, sow: Worked | None, plants: int, pottings: tuple[Potting, ...]
) -> Iterator[Finding]:
    """What goes wrong: dead seed, too few, pots too small, plants that wait."""
    survives = survival_pct(of.raising).value / 100
    comes_to = int(plants * survives + 1e-9)
    if sow is None:
        yield Finding("seed_is_dead", Level.WARNING, "raising.sprouted")
    elif of.raising.came_up is not None and comes_to < of.stand.plants:
        numbers = (Quantity("plants", comes_to, ""), Quantity("wanted", of.stand.plants, ""))
        yield Finding("too_few_came_up", Level.WARNING, "raising.came_up", numbers=numbers)
    last = pottings[-1]
    waits = (last.until - last.full_on).days
    if waits > BEARS_DAYS_IN_CELLS:
        days = Quantity("days", waits, "")
        yield Finding("outgrows_its_pots", Level.WARNING, "raising", numbers=(days,))
