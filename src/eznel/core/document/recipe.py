"""Mixes by parts of volume, and fills of raised beds by layers."""

from typing import Annotated, Literal
from uuid import UUID

from pydantic import Field, model_validator

from eznel.core.document._base import Day, Entry, Key, Name, Note, Thing, fault
from eznel.core.quantities import Length, Strength, Volume

WHOLE_PCT, ROUNDED_PCT = 100.0, 0.5
"""What per cent add up to, and how far off rounding may leave them."""

RecipeUse = Literal["seed", "potting", "tub", "bed"]


class Ingredient(Entry):
    """One part of a potting mix, by volume, and the bags it is sold in."""

    name: Name
    parts: Annotated[float, Field(gt=0, le=1000)]
    material: Key | None = None
    """Which general substrate it is, for what to expect of it."""
    bag: Volume | None = None
    bag_price: Annotated[float, Field(ge=0, le=100_000)] | None = None
    product: UUID | None = None
    """A bagged mix out of the shed, with what its maker added."""

    @model_validator(mode="after")
    def _comes_in_bags(self) -> "Ingredient":
        if self.bag is not None and not 0.1 <= self.bag.l <= 3000:
            raise fault("bag_out_of_range", "bag", litres=round(self.bag.l, 2))
        return self


class Charge(Entry):
    """A product mixed through the whole potting mix when the tub is filled."""

    product: UUID
    strength: Strength


class Recipe(Thing):
    """A mix of one's own that is made again."""

    name: Name
    use: RecipeUse = "tub"
    shares_in: Literal["parts", "percent"] = "parts"
    """Whether its shares are parts of anything, or per cent of the whole."""
    parts: Annotated[tuple[Ingredient, ...], Field(min_length=1, max_length=20)]
    charge: Annotated[tuple[Charge, ...], Field(max_length=6)] = ()
    note: Note = ""

    @property
    def products(self) -> list[UUID]:
        """Bags of the shed that go into it."""
        bought = [one.product for one in self.parts if one.product is not None]
        return [*bought, *(one.product for one in self.charge)]

    @model_validator(mode="after")
    def _is_whole(self) -> "Recipe":
        total = sum(one.parts for one in self.parts)
        if self.shares_in == "percent" and abs(total - WHOLE_PCT) > ROUNDED_PCT:
            raise fault("percent_not_whole", "parts", total=round(total, 1))
        return self


class FillLayer(Entry):
    """One layer of a fill, as deep as it lies when it is new."""

    material: Key
    depth: Length
    bag: Volume | None = None

    @model_validator(mode="after")
    def _is_a_layer(self) -> "FillLayer":
        if not 0.005 <= self.depth.m <= 1.5:
            raise fault("fill_layer_out_of_range", "depth", metres=round(self.depth.m, 3))
        if self.bag is not None and not 0.1 <= self.bag.l <= 3000:
            raise fault("bag_out_of_range", "bag", litres=round(self.bag.l, 2))
        return self


class Fill(Entry):
    """What a raised bed is filled with, from the bottom to the top."""

    layers: Annotated[tuple[FillLayer, ...], Field(min_length=1, max_length=10)]
    filled_on: Day | None = None
    """When it was filled; what is not filled yet is still to be got."""
