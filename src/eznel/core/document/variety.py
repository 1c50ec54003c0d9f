"""A variety as the grower knows it: how it differs from its crop's usual figures."""

from typing import Annotated, Literal

from pydantic import Field

from eznel.core.document._base import Key, Name, Note, Thing

Vigour = Literal["weak", "usual", "strong"]


class Variety(Thing):
    """Adjustments to a crop. A planting has them when crop and variety are named the same."""

    crop: Key
    name: Name
    later_days: Annotated[int, Field(ge=-60, le=60)] = 0
    """Days from sowing or planting to the first harvest, more or fewer than the crop's. [days]"""
    picked_days: Annotated[int, Field(ge=1, le=300)] | None = None
    """How long it is picked, where that is known. [days]"""
    yield_share: Annotated[float, Field(ge=0.2, le=3, allow_inf_nan=False)] = 1.0
    """Of the crop's usual yield, as weighed or as the seed packet says. [kg/kg]"""
    vigour: Vigour = "usual"
    determinate: bool | None = None
    """Whether it stops by itself and ripens all at once."""
    note: Note = ""
