"""A garden's own factors: what its records make of the catalogue's figures.

Each kind is one belief: the warmth to a stage and the yield, crop by crop, from plantings before
the one that is reckoned; how far a gram moves a test, and what the ground frees of nitrogen, from
all tests so far. What was forgotten, or is switched off, counts for nothing.
"""

from collections.abc import Iterable, Mapping
from dataclasses import dataclass, field
from datetime import date
from functools import cached_property

from eznel.core.beliefs import Belief, Evidence, believed
from eznel.core.document import Learning
from eznel.core.nutrients import Nutrient
from eznel.core.stands import own_pace
from eznel.core.stands.own_ground import BETWEEN_GROUNDS
from eznel.core.working import Origin

YIELD_BETWEEN_GARDENS = 0.5
"""Spread of the logarithm of yields between gardens: two in three within 0.6 and 1.65 times."""
LEAST_N, MOST_N = 0.85, 1.15
"""However much or little a garden yields, that moves a crop's nitrogen no further: a poor yield may
come of too little of it."""


@dataclass(frozen=True, slots=True, kw_only=True)
class OwnFactors:
    """A garden's own factors as they reach one planting; 1 is as the catalogue has it. [g/g]"""

    pace: float = 1.0
    """Of the warmth to its first harvest."""
    yields: float = 1.0
    nitrogen: float = 1.0
    """Of what organic matter and compost free."""
    moves: Mapping[Nutrient, float] = field(default_factory=dict)
    """Of how far a gram moves a test."""

    @property
    def season_n(self) -> float:
        """Of the crop's season rate of nitrogen, by what it yields. [g/g]"""
        return min(max(self.yields, LEAST_N), MOST_N)

    @property
    def origin(self) -> Origin:
        """Where the yield comes from that is reckoned with."""
        return Origin.TYPICAL if self.yields == 1.0 else Origin.MEASURED

    def of_yield(self, nutrient: Nutrient) -> float:
        """Return the part of the own yield that a need is reckoned with: all but for nitrogen."""
        return self.season_n / self.yields if nutrient == "N" else 1.0


@dataclass(frozen=True, kw_only=True)
class Own:
    """What a garden observed, each as a multiple of what the catalogue expects."""

    learning: Learning
    paces: Mapping[str, tuple[Evidence, ...]] = field(default_factory=dict)
    """Of the warmth to a stage, by crop."""
    yields: Mapping[str, tuple[Evidence, ...]] = field(default_factory=dict)
    """Of what was picked in whole seasons, by crop."""
    moved: Mapping[Nutrient, tuple[Evidence, ...]] = field(default_factory=dict)
    """Of how far a gram moves a test."""
    freed: tuple[Evidence, ...] = ()
    """Of nitrogen out of organic matter and compost."""

    def pace_of(self, crop: str, before: date | None = None) -> Belief:
        """Return the warmth to the first harvest, of what was seen before a day."""
        seen = self._counted(self.paces.get(crop, ()), before)
        return believed(seen, own_pace.BETWEEN_GARDENS, "log")

    def yield_of(self, crop: str, before: date | None = None) -> Belief:
        """Return what a crop yields, of what was weighed before a day."""
        seen = self._counted(self.yields.get(crop, ()), before)
        return believed(seen, YIELD_BETWEEN_GARDENS, "log")

    def move_of(self, nutrient: Nutrient) -> Belief:
        """Return how far a gram of a nutrient moves a test."""
        return believed(self._counted(self.moved.get(nutrient, ())), BETWEEN_GROUNDS, "linear")

    def reaching(self, crop: str, begins: date, pace: float, *, in_ground: bool) -> OwnFactors:
        """Return what of it reaches a planting, as it was known when its season began.

        Parameters
        ----------
        crop : str
            Its key.
        begins : date
            The day of planting; of a perennial, the first of its growing year.
        pace : float
            Its warmth to the first harvest, of the usual. [g/g]
        in_ground : bool
            Whether it stands in a bed: what tests of the ground say is nothing to a tub.

        Returns
        -------
        OwnFactors
            Of the catalogue's figures.
        """
        yields = self.yield_of(crop, before=begins).value
        if not in_ground:
            return OwnFactors(pace=pace, yields=yields)
        return OwnFactors(
            pace=pace,
            yields=yields,
            nitrogen=self.nitrogen.value,
            moves=self._moves,
        )

    @cached_property
    def _moves(self) -> Mapping[Nutrient, float]:
        return {x: self.move_of(x).value for x in self.moved}

    @cached_property
    def nitrogen(self) -> Belief:
        """What organic matter and compost free of nitrogen."""
        return believed(self._counted(self.freed), BETWEEN_GROUNDS, "linear")

    def _counted(self, seen: Iterable[Evidence], before: date | None = None) -> list[Evidence]:
        since = self.learning.since
        return [
            one
            for one in seen
            if self.learning.on
            and (since is None or one.on >= since)
            and (before is None or one.on < before)
        ]
