"""Fertilisers as their labels declare them, and the grower's own scoops."""

from datetime import date
from typing import Annotated, Literal
from uuid import UUID

from pydantic import Field, model_validator

from eznel.core.document._base import Entry, Name, Note, Thing, fault
from eznel.core.quantities import AreaRate, Density, Mass, Strength, Volume, element_of

Form = Literal["granular", "soluble", "liquid", "organic", "coated"]
Percent = Annotated[float, Field(ge=0, le=100, allow_inf_nan=False)]


class Declared(Entry):
    """One line of a guaranteed analysis, element or oxide as printed."""

    nutrient: Literal["N", "P2O5", "P", "K2O", "K", "CaO", "Ca", "MgO", "Mg", "SO3", "S"]
    pct: Percent


class Liming(Entry):
    """What a label says of a liming product: neutralising value and fineness."""

    cce_pct: Annotated[float, Field(gt=0, le=180)] | None = None
    """Calcium carbonate equivalent. [%]"""
    passing_60_mesh_pct: Percent | None = None
    passing_20_mesh_pct: Percent | None = None
    """What falls through sieves of 0.25 and 0.85 mm. [%]"""

    @model_validator(mode="after")
    def _sieves_agree(self) -> "Liming":
        fine, all_ = self.passing_60_mesh_pct, self.passing_20_mesh_pct
        if fine is not None and all_ is not None and fine > all_:
            raise fault("sieves_disagree", "passing_60_mesh_pct", fine=fine, coarse=all_)
        return self


class NitrogenForms(Entry):
    """How the label splits its nitrogen. What is left over is of unknown form."""

    nitrate_pct: Percent = 0
    ammonium_pct: Percent = 0
    urea_pct: Percent = 0


class Stock(Entry):
    """What was in the shed on a day; feeds logged from that day on are taken off."""

    amount: Mass | Volume
    counted_on: date


class Price(Entry):
    """What a full bag or bottle costs, in the garden's currency."""

    amount: Annotated[float, Field(ge=0, le=100_000)]
    pack: Mass | Volume


class Weighing(Entry):
    """Level measures of a product, weighed once: what its bulk density follows from."""

    count: Annotated[float, Field(gt=0, le=1000)] = 1
    volume: Volume
    mass: Mass

    @property
    def g_per_ml(self) -> float:
        """The density. [g/mL]"""
        return self.mass.g / (self.count * self.volume.ml) if self.volume.value else 0.0


class Product(Thing):
    """A bag or bottle. Percentages are by weight, or grams in 100 mL where `basis` says so."""

    name: Name
    form: Form
    declared: tuple[Declared, ...]
    basis: Literal["w/w", "w/v"] = "w/w"
    nitrogen: NitrogenForms | None = None
    density: Density | None = None
    weighed: Weighing | None = None
    """Counts where no density is given."""
    dry_matter_pct: Percent | None = None
    first_season_n_pct: Percent | None = None
    """Share of the nitrogen that the label or a laboratory says works in the first season."""
    release_days: Annotated[int, Field(ge=20, le=540)] | None = None
    """Rated days of a coated product at 21 °C."""
    liming: Liming | None = None
    material: str | None = None
    """Key of the general material it is, for its typical figures and cautions."""
    max_rate: AreaRate | None = None
    max_strength: Strength | None = None
    stock: Stock | None = None
    price: Price | None = None
    note: Note = ""

    @model_validator(mode="after")
    def _can_be_a_label(self) -> "Product":
        elements: set[str] = set()
        for index, line in enumerate(self.declared):
            element, _ = element_of(line.nutrient)
            if element in elements:
                raise fault("declared_twice", f"declared.{index}.nutrient", element=element)
            elements.add(element)
        total = sum(line.pct for line in self.declared)
        if total > 100:
            raise fault("label_over_100", "declared", total=round(total, 2))
        return self

    @model_validator(mode="after")
    def _forms_fit(self) -> "Product":
        if self.nitrogen is not None:
            forms = self.nitrogen
            parts = forms.nitrate_pct + forms.ammonium_pct + forms.urea_pct
            total = next((d.pct for d in self.declared if d.nutrient == "N"), 0.0)
            if parts > total + 0.05:
                raise fault("forms_over_total", "nitrogen", parts=round(parts, 2), total=total)
        if self.density is not None and not 0.05 <= self.density.g_per_ml <= 2.5:
            raise fault(
                "product_density_out_of_range",
                "density",
                g_per_ml=round(self.density.g_per_ml, 3),
            )
        if self.weighed is not None and not 0.05 <= self.weighed.g_per_ml <= 2.5:
            raise fault(
                "product_density_out_of_range",
                "weighed",
                g_per_ml=round(self.weighed.g_per_ml, 3),
            )
        if self.form == "coated" and self.release_days is None:
            raise fault("coated_needs_days", "release_days")
        return self


class Scoop(Thing):
    """One of the grower's own measures, level."""

    name: Name
    volume: Volume

    @model_validator(mode="after")
    def _is_a_scoop(self) -> "Scoop":
        if not 0.2 <= self.volume.ml <= 20_000:
            raise fault("scoop_out_of_range", "volume", ml=round(self.volume.ml, 2))
        return self


class ScoopOf(Entry):
    """Level scoops of a product; halves and quarters happen in real life, so not only whole."""

    product: UUID
    scoop: UUID
    count: Annotated[float, Field(ge=0, le=1000, allow_inf_nan=False)]


class WeighedOf(Entry):
    """A weighed or poured amount of a product."""

    product: UUID
    amount: Mass | Volume


Amount = ScoopOf | WeighedOf
