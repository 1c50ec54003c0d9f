"""Soil tests, as the laboratory printed them."""

from datetime import date
from typing import Annotated, Literal
from uuid import UUID

from pydantic import Field, model_validator

from eznel.core.document._base import Entry, Name, Note, Thing, fault
from eznel.core.quantities import Length

Extractant = Literal["Mehlich-3", "Olsen", "Ammonium acetate"]
Analyte = Literal["P", "K", "Ca", "Mg", "S"]
SoilUnit = Literal["mg/kg", "ppm", "mg/dm3"]
SoilClass = Literal["very_low", "low", "medium", "high", "very_high"]


class SoilValue(Entry):
    """One analyte. The extractant belongs to the value; the report gives the default."""

    analyte: Analyte
    value: Annotated[float, Field(ge=0, le=50_000, allow_inf_nan=False)]
    unit: SoilUnit = "mg/kg"
    extractant: Extractant | None = None
    lab_rating: SoilClass | None = None
    """The laboratory's own word, which wins over ours."""


class SoilReport(Thing):
    """A report on one or more places."""

    lab: Name
    sampled_on: date
    places: tuple[UUID, ...]
    depth: Length = Length(value=15, unit="cm")
    extractant: Extractant = "Mehlich-3"
    ph: float | None = None
    ph_in: Literal["water", "CaCl2"] = "water"
    organic_matter_pct: float | None = None
    values: tuple[SoilValue, ...] = ()
    note: Note = ""

    @model_validator(mode="after")
    def _can_be_soil(self) -> "SoilReport":
        if self.ph is not None and not 2.5 <= self.ph <= 11:
            likely = self.ph / 10 if 25 <= self.ph <= 110 else ""
            raise fault("ph_out_of_range", "ph", ph=self.ph, likely=likely)
        if self.organic_matter_pct is not None and not 0 <= self.organic_matter_pct <= 100:
            raise fault("percent_out_of_range", "organic_matter_pct", pct=self.organic_matter_pct)
        if not 0.01 <= self.depth.m <= 1.2:
            raise fault("depth_out_of_range", "depth", metres=round(self.depth.m, 3))
        seen: set[tuple[str, str]] = set()
        for index, item in enumerate(self.values):
            pair = (item.analyte, item.extractant or self.extractant)
            if pair in seen:
                raise fault("value_twice", f"values.{index}.analyte", analyte=item.analyte)
            seen.add(pair)
        return self
