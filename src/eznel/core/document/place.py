"""Places that plants grow in, and what stands between them."""

from typing import Annotated, Literal
from uuid import UUID

from pydantic import Field, model_validator

from eznel.core.document._base import Entry, Label, Name, Note, Thing, fault
from eznel.core.document.recipe import Charge, Fill, Ingredient
from eznel.core.document.shape import Body, Corner, Outline
from eznel.core.quantities import Density, Length

Texture = Literal["sand", "sandy_loam", "loam", "silt_loam", "clay_loam", "clay"]
Sun = Literal["full", "half", "shade"]
COVER_C = 3.0
"""A place this much warmer than outside is taken to be under cover where nothing else is said."""

Shelter = Literal["open", "sheltered", "wall", "cover"]


WateredBy = Literal["can", "drip", "sprinkler", "hose"]

School = Literal["sufficiency", "build", "balance"]


class Drained(Entry):
    """How far water fell in a filled hole, and in how long."""

    fell: Length
    minutes: Annotated[float, Field(gt=0, le=10_000, allow_inf_nan=False)]

    @property
    def cm_h(self) -> float:
        """How fast it sank. [cm/h]"""
        return self.fell.m * 100 * 60 / self.minutes


class Watering(Entry):
    """How a bed is watered, and how much it is meant to get in a week."""

    by: WateredBy = "can"
    week_mm: Annotated[float, Field(gt=0, le=200, allow_inf_nan=False)] | None = None
    emitter_l_h: Annotated[float, Field(gt=0, le=50, allow_inf_nan=False)] | None = None
    """What one emitter of a drip line lets out. [L/h]"""
    emitter_gap: Length | None = None
    line_gap: Length | None = None
    flow_l_min: Annotated[float, Field(gt=0, le=1000, allow_inf_nan=False)] | None = None
    """What a hose or all of a sprinkler lets out, as a bucket or cups showed. [L/min]"""

    @model_validator(mode="after")
    def _is_a_line(self) -> "Watering":
        if self.by != "drip":
            return self
        for field in ("emitter_l_h", "emitter_gap", "line_gap"):
            if getattr(self, field) is None:
                raise fault("drip_needs_lines", field)
        for field in ("emitter_gap", "line_gap"):
            gap = getattr(self, field)
            if not 0.05 <= gap.m <= 5:
                raise fault("spacing_out_of_range", field, metres=round(gap.m, 3))
        return self


class _Place(Thing):
    name: Name
    x_m: Annotated[float, Field(ge=-1000, le=1000)] = 0.0
    y_m: Annotated[float, Field(ge=-1000, le=1000)] = 0.0
    turn_deg: Annotated[float, Field(ge=-360, le=360)] = 0.0
    warmer_by_c: Annotated[float, Field(ge=0, le=15)] = 0.0
    """How much warmer than outside it is on average, under cover or against a wall. [°C]"""
    light_pct: Annotated[float, Field(ge=10, le=100, allow_inf_nan=False)] | None = None
    """What its cover lets through of the sun."""
    sun: Sun | None = None
    shelter: Shelter | None = None
    water: UUID | None = None
    """What it is watered with; the garden's usual water where none is named."""
    note: Note = ""

    @property
    def covered(self) -> bool:
        """Whether it is under cover: as it says, else where it is so warm that it must be.

        A wall may be as warm and is none.
        """
        if self.shelter is None:
            return self.warmer_by_c >= COVER_C
        return self.shelter == "cover"


class Bed(_Place):
    """Ground to a depth. `density` is the mass of dry soil in its volume, as it lies."""

    kind: Literal["bed"] = "bed"
    shape: Outline
    depth: Length = Length(value=20, unit="cm")
    density: Density | None = None
    texture: Texture | None = None
    texture_by_feel: bool = False
    """Found between the fingers, not by a laboratory."""
    field_capacity_pct: Annotated[float, Field(ge=3, le=80, allow_inf_nan=False)] | None = None
    """Water in its soil, by volume, when it has drained for two days."""
    wilting_point_pct: Annotated[float, Field(ge=0.5, le=60, allow_inf_nan=False)] | None = None
    """Water in its soil, by volume, that roots cannot draw."""
    drained: Drained | None = None
    """How fast water sank in a hole that had been filled once before."""
    school: School = "sufficiency"
    """How its soil tests become amounts."""
    lower_ph: bool = False
    """Whether the grower asks for sulphur where pH is above what the crops want."""
    watering: Watering | None = None
    fill: Fill | None = None
    """Layers that it is or is to be filled with, if it is a raised one."""

    @model_validator(mode="after")
    def _is_soil(self) -> "Bed":
        if not 0.03 <= self.depth.m <= 1.2:
            raise fault("depth_out_of_range", "depth", metres=round(self.depth.m, 3))
        if self.density is not None and not 0.05 <= self.density.g_per_ml <= 2.0:
            raise fault("density_out_of_range", "density", g_per_ml=round(self.density.g_per_ml, 3))
        holds, wilts = self.field_capacity_pct, self.wilting_point_pct
        if (holds is None) != (wilts is None):
            raise fault("holding_is_two", "wilting_point_pct" if holds else "field_capacity_pct")
        if holds is not None and wilts is not None and holds < wilts + 1:
            raise fault("holding_turned", "wilting_point_pct")
        return self


class Tub(_Place):
    """One or more identical containers with a soilless mix, filled to nine tenths."""

    kind: Literal["tub"] = "tub"
    shape: Body
    count: Annotated[int, Field(ge=1, le=500)] = 1
    per_line: Annotated[int, Field(ge=1, le=500)] | None = None
    """How many of them stand in one line; all, where nobody said."""
    recipe: tuple[Ingredient, ...] = ()
    charge: tuple[Charge, ...] = ()
    holds_pct: Annotated[float, Field(ge=3, le=80, allow_inf_nan=False)] | None = None
    """Water that its mix holds for plants, by volume."""
    season_water_l: Annotated[float, Field(gt=0, le=20_000, allow_inf_nan=False)] | None = None
    """What one of them is watered with from planting to the last feed. [L]"""
    from_below: bool = False
    """Watered into a saucer or tray: salts climb instead of draining."""


Place = Annotated[Bed | Tub, Field(discriminator="kind")]


class Feature(Thing):
    """A path, wall, fence or water: a line with a width, drawn and never fed."""

    name: Label = ""
    kind: Literal["path", "wall", "fence", "hedge", "water"]
    points: Annotated[tuple[Corner, ...], Field(min_length=2, max_length=60)]
    width: Length = Length(value=0.6, unit="m")

    @model_validator(mode="after")
    def _has_width(self) -> "Feature":
        if not 0.01 <= self.width.m <= 50:
            raise fault("side_out_of_range", "width", metres=round(self.width.m, 3))
        return self
