"""Raising under cover: where it stands, of which seed, in what cells and pots, and what came up."""

from typing import Annotated, Literal
from uuid import UUID

from pydantic import Field, model_validator

from eznel.core.document._base import Day, Entry, Name, Thing, fault
from eznel.core.quantities import Length, Volume

Count = Annotated[int, Field(ge=0, le=20_000)]
Pct = Annotated[float, Field(gt=0, le=100, allow_inf_nan=False)]


class PotSize(Entry):
    """One size of the grower's pots."""

    name: Name
    holds: Volume
    across: Length
    """The side of the square that it takes on a shelf."""

    @model_validator(mode="after")
    def _is_a_pot(self) -> "PotSize":
        if not 0.005 <= self.holds.l <= 30:
            raise fault("pot_out_of_range", "holds", litres=round(self.holds.l, 4))
        if not 0.01 <= self.across.m <= 0.6:
            raise fault("spacing_out_of_range", "across", metres=round(self.across.m, 3))
        return self


class Bench(Thing):
    """A shelf, a bench or a cold frame on which plants are raised."""

    kind: Literal["shelf", "bench", "frame"] = "shelf"
    name: Name
    length: Length
    width: Length
    levels: Annotated[int, Field(ge=1, le=10)] = 1
    """One above the other, each as large."""
    warm_c: Annotated[float, Field(ge=0, le=35, allow_inf_nan=False)] = 18
    """Its mean warmth by day and night. [°C]"""

    @model_validator(mode="after")
    def _has_sides(self) -> "Bench":
        for field in ("length", "width"):
            side = getattr(self, field)
            if not 0.05 <= side.m <= 30:
                raise fault("bench_out_of_range", field, metres=round(side.m, 3))
        return self


class Raising(Entry):
    """How a planting is raised. What is left out is as usual for the crop."""

    bench: UUID | None = None
    frame: UUID | None = None
    """Where it stands from hardening off on."""
    seed_year: Annotated[int, Field(ge=1950, le=2150)] | None = None
    """When its seed was harvested or packed."""
    germination_pct: Pct | None = None
    """As the packet says, of fresh seed."""
    tested: Annotated[int, Field(ge=1, le=1000)] | None = None
    """Seeds on a damp towel."""
    sprouted: Count | None = None
    """Of these, those that sprouted."""
    survival_pct: Pct | None = None
    """Of what comes up, what is planted out."""
    cell: Volume | None = None
    cells: Annotated[int, Field(ge=1, le=600)] | None = None
    """In a tray. [count]"""
    sown: Annotated[int, Field(ge=1, le=20_000)] | None = None
    came_up: Count | None = None
    roots_seen_on: Day | None = None
    """Day on which roots showed below, in what they stood in then."""
    given_away: Count = 0
    lost: Count = 0

    @model_validator(mode="after")
    def _adds_up(self) -> "Raising":
        if (self.tested is None) != (self.sprouted is None):
            raise fault("towel_is_two", "sprouted" if self.tested else "tested")
        for less, more in (("sprouted", "tested"), ("came_up", "sown")):
            most, some = getattr(self, more), getattr(self, less)
            if most is not None and some is not None and some > most:
                raise fault("more_than_all", less, most=most)
        if self.cell is not None and not 0.002 <= self.cell.l <= 5:
            raise fault("pot_out_of_range", "cell", litres=round(self.cell.l, 4))
        return self
