"""What is worked into a place besides feeds: lime, compost, manure and the like."""

from typing import Annotated, Literal
from uuid import UUID

from pydantic import Field, model_validator

from eznel.core.document._base import Day, Entry, Note, Thing, fault
from eznel.core.quantities import AreaRate, Length, Mass, Volume


class Layer(Entry):
    """A layer spread evenly over the whole place."""

    by: Literal["layer"] = "layer"
    thickness: Length

    @model_validator(mode="after")
    def _is_a_layer(self) -> "Layer":
        if not 0.0005 <= self.thickness.m <= 0.6:
            raise fault("layer_out_of_range", "thickness", metres=round(self.thickness.m, 4))
        return self


class InHoles(Entry):
    """A share of what planting holes are filled with again."""

    by: Literal["holes"] = "holes"
    share_pct: Annotated[float, Field(gt=0, le=100)]
    width: Length
    depth: Length
    holes: Annotated[int, Field(ge=1, le=5000)] | None = None
    """One for each plant, where nobody said."""

    @model_validator(mode="after")
    def _is_a_hole(self) -> "InHoles":
        for field in ("width", "depth"):
            side = getattr(self, field).m
            if not 0.03 <= side <= 1.5:
                raise fault("hole_out_of_range", field, metres=round(side, 3))
        return self


class PerPlant(Entry):
    """A volume for each plant."""

    by: Literal["plant"] = "plant"
    volume: Volume


class ForNitrogen(Entry):
    """As much as brings this nitrogen in the first season, or less where phosphorus forbids it."""

    by: Literal["nitrogen"] = "nitrogen"
    available: AreaRate


class InAll(Entry):
    """A weighed or measured amount for the whole place."""

    by: Literal["total"] = "total"
    amount: Mass | Volume


How = Annotated[Layer | InHoles | PerPlant | ForNitrogen | InAll, Field(discriminator="by")]


class Preparation(Thing):
    """A product or a general material worked into a place; planned until it is done."""

    place: UUID
    product: UUID | None = None
    material: Annotated[str, Field(pattern=r"^[a-z][a-z0-9_]*$", max_length=60)] | None = None
    how: How
    on: Day
    done: bool = False
    mulch: bool = False
    """Left on top instead of dug in: it ties no nitrogen up."""
    hot: bool = False
    """A compost with a record of heat: it does not count as raw."""
    note: Note = ""

    @property
    def label(self) -> str:
        """What it is called where nothing else is known."""
        return self.material or ""

    @model_validator(mode="after")
    def _is_something(self) -> "Preparation":
        if (self.product is None) == (self.material is None):
            raise fault("product_or_material", "product")
        return self
