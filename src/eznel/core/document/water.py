"""Waters that a garden is watered with, by their analysis, and mixes of two."""

from typing import Annotated, Literal
from uuid import UUID

from pydantic import Field, model_validator

from eznel.core.document._base import Entry, Name, Thing, fault
from eznel.core.quantities import Alkalinity

MOST_HARDNESS_MG_L = 2000.0
"""Of any water that plants grow with, as calcium carbonate. [mg/L]"""


class Water(Entry):
    """What the garden's water carries, and how much of it a season brings."""

    nitrate_n_mg_l: Annotated[float, Field(ge=0, le=200)] = 0
    k_mg_l: Annotated[float, Field(ge=0, le=500)] = 0
    ca_mg_l: Annotated[float, Field(ge=0, le=1000)] = 0
    mg_mg_l: Annotated[float, Field(ge=0, le=500)] = 0
    ph: Annotated[float, Field(ge=3, le=11)] | None = None
    alkalinity: Alkalinity | None = None
    hardness: Alkalinity | None = None
    """As it is printed; calcium and magnesium make one of their own."""
    na_mg_l: Annotated[float, Field(ge=0, le=5000)] | None = None
    cl_mg_l: Annotated[float, Field(ge=0, le=5000)] | None = None
    so4_mg_l: Annotated[float, Field(ge=0, le=5000)] | None = None
    b_mg_l: Annotated[float, Field(ge=0, le=50)] | None = None
    rain_pct: Annotated[float, Field(ge=0, le=100, allow_inf_nan=False)] = 0
    """Rain water in what is poured; the analysis is of the rest."""
    softened: bool = False
    """Whether a softener has put sodium in the place of calcium."""
    season_mm: Annotated[float, Field(ge=0, le=2000)] = 0
    """Watered on beds in a season. [mm]"""

    @model_validator(mode="after")
    def _is_a_water(self) -> "Water":
        for field, said in (("alkalinity", self.alkalinity), ("hardness", self.hardness)):
            if said is not None and said.mg_per_l > MOST_HARDNESS_MG_L:
                raise fault("hardness_out_of_range", field, mg_per_l=round(said.mg_per_l))
        return self


class NamedWater(Thing):
    """A water besides the usual one: a butt, a well, a neighbour's tap."""

    kind: Literal["analysed"] = "analysed"
    name: Name
    water: Water = Water()
    ec_ds_m: Annotated[float, Field(ge=0, le=10)] | None = None


class MixedWater(Thing):
    """Two waters in one can or butt."""

    kind: Literal["mix"] = "mix"
    name: Name
    first: UUID | None = None
    """One of them; the usual water where none is named."""
    second: UUID | None = None
    """The other; the usual water where none is named."""
    second_pct: Annotated[float, Field(gt=0, lt=100, allow_inf_nan=False)] = 50
    """Of the other, in what is poured."""
    season_mm: Annotated[float, Field(ge=0, le=2000)] = 0
    """Watered on beds in a season. [mm]"""

    @model_validator(mode="after")
    def _is_of_two(self) -> "MixedWater":
        if self.first == self.second:
            raise fault("mix_of_one", "second")
        return self


OtherWater = Annotated[NamedWater | MixedWater, Field(discriminator="kind")]
