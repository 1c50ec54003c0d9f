"""Outlines of beds and bodies of tubs, as they were measured."""

from itertools import pairwise
from typing import Annotated, Literal

from pydantic import Field, model_validator

from eznel.core.document._base import Entry, fault
from eznel.core.quantities import Length, Volume


def _side(shape: Entry, *fields: str) -> None:
    for field in fields:
        side = getattr(shape, field).m
        if not 0.05 <= side <= 500:
            raise fault("side_out_of_range", field, metres=round(side, 3))


def _tub_side(shape: Entry, *fields: str) -> None:
    for field in fields:
        size = getattr(shape, field).m
        if not 0.03 <= size <= 10:
            raise fault("tub_size_out_of_range", field, metres=round(size, 3))


class Rectangle(Entry):
    """A rectangle, measured inside its edges."""

    kind: Literal["rectangle"] = "rectangle"
    length: Length
    width: Length

    @model_validator(mode="after")
    def _has_sides(self) -> "Rectangle":
        _side(self, "length", "width")
        return self


class Row(Entry):
    """A single row of plants: its length, and the strip of ground that is fed."""

    kind: Literal["row"] = "row"
    length: Length
    width: Length

    @model_validator(mode="after")
    def _has_sides(self) -> "Row":
        _side(self, "length", "width")
        return self


class Circle(Entry):
    """A circle, measured across."""

    kind: Literal["circle"] = "circle"
    diameter: Length

    @model_validator(mode="after")
    def _has_size(self) -> "Circle":
        _side(self, "diameter")
        return self


class Ellipse(Entry):
    """An oval, measured along and across through its middle."""

    kind: Literal["ellipse"] = "ellipse"
    length: Length
    width: Length

    @model_validator(mode="after")
    def _has_sides(self) -> "Ellipse":
        _side(self, "length", "width")
        return self


class LShape(Entry):
    """A rectangle without one corner: measured over all, and the piece that is missing."""

    kind: Literal["l_shape"] = "l_shape"
    length: Length
    width: Length
    notch_length: Length
    notch_width: Length

    @model_validator(mode="after")
    def _is_an_l(self) -> "LShape":
        _side(self, "length", "width", "notch_length", "notch_width")
        for field in ("length", "width"):
            if getattr(self, f"notch_{field}").m >= getattr(self, field).m:
                raise fault("notch_too_large", f"notch_{field}")
        return self


class Corner(Entry):
    """A corner of a drawn outline, from the middle of its place. [m]"""

    x_m: Annotated[float, Field(ge=-500, le=500)]
    y_m: Annotated[float, Field(ge=-500, le=500)]


class Polygon(Entry):
    """Any outline by its corners, in order. Its sides do not cross."""

    kind: Literal["polygon"] = "polygon"
    corners: Annotated[tuple[Corner, ...], Field(min_length=3, max_length=60)]

    @model_validator(mode="after")
    def _is_ground(self) -> "Polygon":
        ring = (*self.corners, self.corners[0])
        sides = list(pairwise(ring))
        count = len(sides)
        for n, one in enumerate(sides):
            for m in range(n + 2, count - (n == 0)):
                if _cross(*one, *sides[m]):
                    raise fault("sides_cross", "corners", first=n + 1, second=m + 1)
        if abs(sum(a.x_m * b.y_m - b.x_m * a.y_m for a, b in sides)) / 2 < 0.0025:
            raise fault("outline_without_ground", "corners")
        return self


def _cross(a: Corner, b: Corner, c: Corner, d: Corner) -> bool:
    """Whether the lines a–b and c–d cross or touch."""

    def side(p: Corner, q: Corner, r: Corner) -> float:
        return (q.x_m - p.x_m) * (r.y_m - p.y_m) - (q.y_m - p.y_m) * (r.x_m - p.x_m)

    return side(a, b, c) * side(a, b, d) <= 0 and side(c, d, a) * side(c, d, b) <= 0


class Frustum(Entry):
    """A round tub by its inner diameters and height; equal diameters make a cylinder."""

    kind: Literal["frustum"] = "frustum"
    top: Length
    bottom: Length
    height: Length

    @model_validator(mode="after")
    def _has_size(self) -> "Frustum":
        _tub_side(self, "top", "bottom", "height")
        return self


class Trough(Entry):
    """A tub with straight sides, measured inside."""

    kind: Literal["trough"] = "trough"
    length: Length
    width: Length
    height: Length

    @model_validator(mode="after")
    def _has_size(self) -> "Trough":
        _tub_side(self, "length", "width", "height")
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


Outline = Annotated[
    Rectangle | Row | Circle | Ellipse | LShape | Polygon, Field(discriminator="kind")
]
"""What a bed covers."""

Body = Annotated[Frustum | Trough | Nominal, Field(discriminator="kind")]
"""What a tub holds."""
