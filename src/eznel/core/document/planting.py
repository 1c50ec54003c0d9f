"""A crop in a place for a season."""

from typing import Annotated, Literal
from uuid import UUID

from pydantic import Field, model_validator

from eznel.core.document._base import Day, Entry, Key, Label, Name, Note, Thing, fault
from eznel.core.document.raising import Raising
from eznel.core.quantities import Length


class Spacing(Entry):
    """How plants stand: a square or staggered (triangular) pattern, or rows."""

    pattern: Literal["square", "staggered", "rows"]
    in_row: Length
    between_rows: Length | None = None

    @model_validator(mode="after")
    def _is_a_spacing(self) -> "Spacing":
        if self.pattern == "rows" and self.between_rows is None:
            raise fault("rows_need_between", "between_rows")
        for field in ("in_row", "between_rows"):
            side = getattr(self, field)
            if side is not None and not 0.01 <= side.m <= 10:
                raise fault("spacing_out_of_range", field, metres=round(side.m, 3))
        return self


class Planting(Thing):
    """Plants of one crop. Without `plants`, as many as fit; without `spacing`, the crop's own."""

    place: UUID
    crop: Key
    variety: Label = ""
    plants: Annotated[int, Field(ge=1, le=5000)] | None = None
    spacing: Spacing | None = None
    programme: Key = "leaf_then_fruit"
    sown_on: Day | None = None
    planted_on: Day
    """Day of planting out; for a crop sown where it stays, the day of sowing."""
    sown_in_place: bool = False
    raising: Raising | None = None
    """How it is raised under cover, where that is written down."""
    raised_in: Literal["plain", "charged"] | None = None
    """Whether the mix of its seedlings has any fertiliser in it."""
    base_by: Literal["broadcast", "band", "hole"] = "broadcast"
    """Where the base dressing goes: over the ground, in a band beside the row, in the holes."""
    residue: Literal["removed", "left"] | None = None
    """What was done with its roots and tops after the last harvest."""
    kept_since: Day | None = None
    """From here on the log is kept, where it grew before anybody wrote it down."""
    had: Literal["nothing", "fed"] | None = None
    """What it had until then: no feed at all, or what is usual; None where nobody knows."""
    ends_on: Day | None = None
    """Day of the last harvest, where the grower knows better than the calendar."""
    note: Note = ""

    @property
    def label(self) -> Name:
        """The variety, or the crop's key: what tells it from its neighbours."""
        return self.variety or self.crop

    @model_validator(mode="after")
    def _in_order(self) -> "Planting":
        if self.sown_on is not None and self.sown_on > self.planted_on:
            raise fault("sown_after_planted", "sown_on")
        if self.ends_on is not None and self.ends_on <= self.planted_on:
            raise fault("ends_before_planted", "ends_on")
        return self
