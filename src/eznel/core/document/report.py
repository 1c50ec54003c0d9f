"""Soil tests, as the laboratory or the kit printed them."""

from typing import Annotated, Literal
from uuid import UUID

from pydantic import Field, model_validator

from eznel.core.document._base import Day, Entry, Name, Note, Source, Thing, fault
from eznel.core.quantities import AreaRate, Density, Length

Extractant = Literal[
    "Mehlich-1", "Mehlich-3", "Bray P1", "Olsen", "Morgan", "Modified Morgan",
    "Ammonium acetate", "DTPA", "AB-DTPA", "CAL", "Colwell", "Hot water", "Calcium phosphate",
    "KCl or water",
    "SME", "1:1.5 water", "1:2 water", "1:5 water", "PAA", "Colour kit", "Unknown",
]  # fmt: skip
Analyte = Literal["P", "K", "Ca", "Mg", "S", "Na", "NO3-N", "B", "Cu", "Fe", "Mn", "Mo", "Zn"]
SoilUnit = Literal[
    "mg/kg", "ppm", "mg/100g", "mg/dm3", "lb/acre", "kg/ha", "cmol/kg", "meq/100g", "% of CEC",
    "mg/L",
]  # fmt: skip
PrintedAs = Literal["P2O5", "K2O", "CaO", "MgO", "NO3"]
SoilClass = Literal["very_low", "low", "medium", "high", "very_high"]

ELEMENT_PRINTED_AS = {"P2O5": "P", "K2O": "K", "CaO": "Ca", "MgO": "Mg", "NO3": "NO3-N"}
CHARGED = ("Ca", "Mg", "K", "Na")
"""What exchange sites hold: only these can be printed as charge or as a share of it."""


class SoilValue(Entry):
    """One analyte. The extractant belongs to the value; the report gives the default.

    A kit prints no number, only its class: then the class stands alone.
    """

    analyte: Analyte
    value: Annotated[float, Field(ge=0, le=1_000_000, allow_inf_nan=False)] | None = None
    unit: SoilUnit = "mg/kg"
    printed_as: PrintedAs | None = None
    """The oxide or ion that the number counts; the element where nothing is said."""
    depth: Length | None = None
    """The layer that an amount per acre or hectare stands for, where the report names one."""
    extractant: Extractant | None = None
    lab_rating: SoilClass | None = None
    """The laboratory's own word, which wins over ours."""

    @model_validator(mode="after")
    def _says_something(self) -> "SoilValue":
        if self.value is None and self.lab_rating is None:
            raise fault("value_or_class", "value", analyte=self.analyte)
        if self.printed_as is not None and ELEMENT_PRINTED_AS[self.printed_as] != self.analyte:
            raise fault("printed_as_another", "printed_as", printed_as=self.printed_as)
        if self.unit in ("cmol/kg", "meq/100g", "% of CEC"):
            if self.analyte not in CHARGED:
                raise fault("not_a_cation", "unit", analyte=self.analyte)
            if self.unit == "% of CEC" and (self.value or 0) > 100:
                raise fault("percent_out_of_range", "value", pct=self.value)
        if self.depth is not None and not 0.01 <= self.depth.m <= 1.2:
            raise fault("depth_out_of_range", "depth", metres=round(self.depth.m, 3))
        return self


class BufferPh(Entry):
    """pH of the soil in a laboratory's buffer: it tells how strongly the soil resists lime."""

    method: Literal["Mehlich", "SMP", "Sikora", "Adams-Evans", "Moore-Sikora"]
    value: Annotated[float, Field(ge=3, le=8.5, allow_inf_nan=False)]


class Conductivity(Entry):
    """Salts, by how well an extract conducts."""

    value: Annotated[float, Field(ge=0, le=100_000, allow_inf_nan=False)]
    unit: Literal["dS/m", "mS/cm", "mmho/cm", "uS/cm"] = "dS/m"
    method: Literal["paste", "1:2", "1:5", "SME"]

    @property
    def ds_m(self) -> float:
        """Conductivity of the extract. [dS/m]"""
        return self.value / 1000 if self.unit == "uS/cm" else self.value

    @model_validator(mode="after")
    def _is_soil(self) -> "Conductivity":
        if self.ds_m > 60:
            raise fault("ec_out_of_range", "value", ds_m=round(self.ds_m, 2))
        return self


class LabLime(Entry):
    """The laboratory's lime recommendation, with the lime and the depth that it speaks of."""

    amount: AreaRate
    cce_pct: Annotated[float, Field(ge=20, le=180)] = 100
    depth: Length = Length(value=15, unit="cm")

    @model_validator(mode="after")
    def _is_a_layer(self) -> "LabLime":
        if not 0.03 <= self.depth.m <= 1.2:
            raise fault("depth_out_of_range", "depth", metres=round(self.depth.m, 3))
        if self.amount.g_per_m2 > 5000:
            raise fault("lime_out_of_range", "amount", kg_m2=round(self.amount.g_per_m2 / 1000, 1))
        return self


class SoilReport(Thing):
    """A report on one or more places."""

    lab: Name
    sampled_on: Day
    places: tuple[UUID, ...]
    depth: Length = Length(value=15, unit="cm")
    extractant: Extractant = "Mehlich-3"
    ph: float | None = None
    ph_in: Literal["water", "CaCl2"] = "water"
    buffer: BufferPh | None = None
    organic_matter_pct: float | None = None
    organic_carbon_pct: float | None = None
    """Where the laboratory prints carbon instead of organic matter."""
    cec_cmol_kg: Annotated[float, Field(gt=0, le=200, allow_inf_nan=False)] | None = None
    ec: Conductivity | None = None
    sample_density: Density | None = None
    """Of the dried, ground sample, where the laboratory prints it."""
    fizz: Literal["none", "slight", "strong"] | None = None
    """What a drop of vinegar or acid does: free lime fizzes."""
    free_lime_pct: Annotated[float, Field(ge=0, le=100, allow_inf_nan=False)] | None = None
    lime: LabLime | None = None
    values: tuple[SoilValue, ...] = ()
    composite: bool = False
    """One sample mixed from all its places: each is nearer to the mean than to itself."""
    note: Note = ""

    @property
    def om_pct(self) -> float | None:
        """Organic matter, from carbon where only that is printed. [%]"""
        if self.organic_matter_pct is None and self.organic_carbon_pct is not None:
            return self.organic_carbon_pct * OM_PER_CARBON
        return self.organic_matter_pct

    @property
    def is_kit(self) -> bool:
        """Whether it comes from a colour kit, which sees classes only."""
        return self.extractant == "Colour kit"

    @model_validator(mode="after")
    def _can_be_soil(self) -> "SoilReport":
        if self.ph is not None and not 2.5 <= self.ph <= 11:
            likely = self.ph / 10 if 25 <= self.ph <= 110 else ""
            raise fault("ph_out_of_range", "ph", ph=self.ph, likely=likely)
        for field in ("organic_matter_pct", "organic_carbon_pct"):
            pct = getattr(self, field)
            if pct is not None and not 0 <= pct <= 100:
                raise fault("percent_out_of_range", field, pct=pct)
        if not 0.01 <= self.depth.m <= 1.2:
            raise fault("depth_out_of_range", "depth", metres=round(self.depth.m, 3))
        if self.sample_density is not None and not 0.05 <= self.sample_density.g_per_ml <= 2:
            raise fault(
                "density_out_of_range",
                "sample_density",
                g_per_ml=round(self.sample_density.g_per_ml, 3),
            )
        self._each_once()
        return self

    def _each_once(self) -> None:
        seen: set[tuple[str, str]] = set()
        for index, item in enumerate(self.values):
            pair = (item.analyte, item.extractant or self.extractant)
            if pair in seen:
                raise fault("value_twice", f"values.{index}.analyte", analyte=item.analyte)
            seen.add(pair)


OM_PER_CARBON = 1.724
"""Organic matter over organic carbon, by the usual convention (van Bemmelen's factor). [g/g]"""


class BandTable(Thing):
    """Bands of one analyte by one extractant as the grower's laboratory or region prints them."""

    extractant: Extractant
    analyte: Analyte
    unit: Literal["mg/kg", "mg/dm3", "mg/L"] = "mg/kg"
    low: Annotated[float, Field(gt=0, le=100_000)]
    medium: Annotated[float, Field(gt=0, le=100_000)]
    high: Annotated[float, Field(gt=0, le=100_000)]
    very_high: Annotated[float, Field(gt=0, le=100_000)]
    source: Source
    """Where it is printed."""

    @property
    def name(self) -> str:
        """What it is called in lists."""
        return f"{self.analyte} ({self.extractant})"

    @model_validator(mode="after")
    def _rises(self) -> "BandTable":
        for lower, upper in (("low", "medium"), ("medium", "high"), ("high", "very_high")):
            if getattr(self, lower) >= getattr(self, upper):
                raise fault("bands_do_not_rise", upper)
        return self
