"""What is known of a planting that is raised: its seed, what it stands in, how fast it grows."""

from collections.abc import Mapping
from dataclasses import dataclass, replace
from datetime import date, timedelta
from math import ceil
from uuid import UUID

from eznel.core.crops.weather import Weather
from eznel.core.document import Bench, PotSize, Raising
from eznel.core.raising.pots import (
    AT_C,
    BEARS_DAYS,
    BEARS_DAYS_IN_CELLS,
    USUAL_POTS,
    Roots,
    Standing,
    pace,
    standings,
)
from eznel.core.reference import Seed
from eznel.core.stands.stand import Stand
from eznel.core.stands.stands import Stands

OUT = "transplant_establishment"
POT_ON = "pot_on"
LARGE_CELL_L = 0.1
"""What is sown into more than this grows fast, and waits as badly as what was potted on. [L]"""
NEVER_POTTED = ("Amaryllidaceae",)
"""Leeks and onions wait in their cells, cut back if need be; nobody pots them one by one."""


@dataclass(frozen=True, slots=True)
class Grown:
    """What is known where a planting is raised."""

    stand: Stand
    sown_on: date
    raising: Raising
    seed: Seed
    pots: tuple[PotSize, ...]
    benches: Mapping[UUID, Bench]
    weather: Weather
    potted_on: date | None
    """Where it was seen."""

    @property
    def cell_l(self) -> float:
        """What they are sown into. [L]"""
        return self.raising.cell.l if self.raising.cell is not None else self.seed.cell_l

    @property
    def usual_days(self) -> int:
        """How long its stages before planting out usually take. [days]"""
        return sum(stage.typical_days for stage in self.stand.stages[: self._out])

    @property
    def _out(self) -> int:
        """How many stages come before planting out."""
        return [stage.key for stage in self.stand.stages].index(OUT)

    def standings(self) -> tuple[Standing, ...]:
        """Return what they stand in until they are planted out."""
        leaves = self.stand.planting.planted_on
        alone = self.stand.crop.family not in NEVER_POTTED
        pots = (self.pots or USUAL_POTS) if alone else ()

        def with_(roots: Roots) -> tuple[Standing, ...]:
            return standings(roots, self.cell_l, pots, self.sown_on, leaves, self.potted_on)

        roots = self._roots()
        seen = self.raising.roots_seen_on
        found = with_(roots)
        for one in found if seen is not None else ():
            if seen is not None and one.since <= seen < one.until:
                return with_(replace(roots, filled_l=one.litres, filled_on=seen))
        return found

    def _roots(self) -> Roots:
        bench = self.benches.get(self.raising.bench) if self.raising.bench else None
        grows = pace(self.stand.crop, AT_C if bench is None else bench.warm_c)
        before = [s for s in self.stand.stages[: self._out] if s.key != "potted_on"]
        days = ceil(sum(stage.typical_days for stage in before) / grows)
        waits = len(before) == self._out and self.seed.cell_l < LARGE_CELL_L
        bears = BEARS_DAYS_IN_CELLS if waits else BEARS_DAYS
        return Roots(self.seed.cell_l, self.sown_on + timedelta(days), grows, bears)


def grown_of(stand: Stand, stands: Stands) -> Grown | None:
    """Return what is known of a planting that is raised here.

    Parameters
    ----------
    stand : Stand
        The planting.
    stands : Stands
        Its garden.

    Returns
    -------
    Grown or None
        None where it is sown in its place, bought, or never planted out.
    """
    planting, seeds = stand.planting, stands.catalogue.seeds
    if planting.sown_on is None or planting.sown_in_place or stand.crop.key not in seeds:
        return None
    if all(stage.key != OUT for stage in stand.stages):
        return None
    return Grown(
        stand=stand,
        sown_on=planting.sown_on,
        raising=planting.raising or Raising(),
        seed=seeds[stand.crop.key],
        pots=stands.garden.preferences.pots,
        benches={one.id: one for one in stands.garden.benches},
        weather=stands.weather,
        potted_on=_potted_on(planting.id, stands),
    )


def _potted_on(planting: UUID, stands: Stands) -> date | None:
    """The day on which it was first potted on, as it was seen or ticked."""
    seen = [one.on for one in stands.log.stages
            if one.planting == planting and one.stage == "potted_on"]  # fmt: skip
    done = [one.on for one in stands.log.tasks
            if one.planting == planting and one.task == POT_ON]  # fmt: skip
    return min((*seen, *done), default=None)
