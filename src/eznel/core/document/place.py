"""Places that plants grow in: beds in the ground, and tubs."""

from typing import Annotated, Literal
from uuid import UUID

from pydantic import Field, model_validator

from eznel.core.document._base import Entry, Name, Note, Thing, fault
from eznel.core.quantities import Density, Length, Strength, Volume

Texture = Literal["sand", "sandy_loam", "loam", "silt_loam", "clay_loam", "clay"]


class Rectangle(Entry):
    """A rectangle, measured inside its edges."""

    kind: Literal["rectangle"] = "rectangle"
    length: Length
    width: Length

    @model_validator(mode="after")
    def _has_sides(self) -> "Rectangle":
        for field in ("length", "width"):
            side = getattr(self, field).m
            if not 0.05 <= side <= 500:
                raise fault("side_out_of_range", field, metres=round(side, 3))
        return self


class Circle(Entry):
    """A circle, measured across."""

    kind: Literal["circle"] = "circle"
    diameter: Length

    @model_validator(mode="after")
    def _has_size(self) -> "Circle":
        if not 0.05 <= self.diameter.m <= 500:
            raise fault("side_out_of_range", "diameter", metres=round(self.diameter.m, 3))
        return self


class Frustum(Entry):
    """A round tub by its inner diameters and height; equal diameters make a cylinder."""

    kind: Literal["frustum"] = "frustum"
    top: Length
    bottom: Length
    height: Length

    @model_validator(mode="after")
    def _has_size(self) -> "Frustum":
        for field in ("top", "bottom", "height"):
            size = getattr(self, field).m
            if not 0.03 <= size <= 10:
                raise fault("tub_size_out_of_range", field, metres=round(size, 3))
        return self


class Nominal(Entry):
    """A tub by the volume it is sold as, to the brim."""

    kind: Literal["nominal"] = "nominal"
    volume: Volume

    @model_validator(mode="after")
    def _has_volume(self) -> "Nominal":
        if not 0.05 <= self.volume.l <= 5000:
            raise fault("tub_volume_out_of_range", "volume", litres=round(self.volume.l, 2))
        return self


class Ingredient(Entry):
    """One part of a potting mix, by volume."""

    name: Name
    parts: Annotated[float, Field(gt=0, le=1000)]


class Charge(Entry):
    """A product mixed through the whole potting mix when the tub is filled."""

    product: UUID
    strength: Strength


class _Place(Thing):
    name: Name
    x_m: Annotated[float, Field(ge=-1000, le=1000)] = 0.0
    y_m: Annotated[float, Field(ge=-1000, le=1000)] = 0.0
    turn_deg: Annotated[float, Field(ge=-360, le=360)] = 0.0
    warmer_by_c: Annotated[float, Field(ge=0, le=15)] = 0.0
    """How much warmer than outside it is on average, under cover or against a wall. [°C]"""
    note: Note = ""


class Bed(_Place):
    """Ground to a depth. `density` is the mass of dry soil in its volume, as it lies."""

    kind: Literal["bed"] = "bed"
    shape: Annotated[Rectangle | Circle, Field(discriminator="kind")]
    depth: Length = Length(value=20, unit="cm")
    density: Density | None = None
    texture: Texture | None = None

    @model_validator(mode="after")
    def _is_soil(self) -> "Bed":
        if not 0.03 <= self.depth.m <= 1.2:
            raise fault("depth_out_of_range", "depth", metres=round(self.depth.m, 3))
        if self.density is not None and not 0.05 <= self.density.g_per_ml <= 2.0:
            raise fault("density_out_of_range", "density", g_per_ml=round(self.density.g_per_ml, 3))
        return self


class Tub(_Place):
    """One or more identical containers with a soilless mix, filled to nine tenths."""

    kind: Literal["tub"] = "tub"
    shape: Annotated[Frustum | Nominal, Field(discriminator="kind")]
    count: Annotated[int, Field(ge=1, le=500)] = 1
    recipe: tuple[Ingredient, ...] = ()
    charge: tuple[Charge, ...] = ()


Place = Annotated[Bed | Tub, Field(discriminator="kind")]
