"""Fertilisers and mixes as their labels declare them, and the grower's own scoops."""

from typing import Annotated, Literal
from uuid import UUID

from pydantic import Field, model_validator

from eznel.core.document._base import Day, Entry, Key, Name, Note, Said, Thing, fault
from eznel.core.nutrients import declared_total, element_of
from eznel.core.quantities import Area, AreaRate, Density, Mass, Strength, Volume

Form = Literal["granular", "soluble", "liquid", "organic", "coated", "mix"]
Nutrient = Literal[
    "N", "P2O5", "P", "K2O", "K", "CaO", "Ca", "MgO", "Mg", "SO3", "S",
    "B", "Cu", "Fe", "Mn", "Mo", "Zn", "Cl", "Na",
]  # fmt: skip
Percent = Annotated[float, Field(ge=0, le=100, allow_inf_nan=False)]


class Declared(Entry):
    """One line of a guaranteed analysis, element or oxide as printed."""

    nutrient: Nutrient
    pct: Percent
    low_pct: Percent | None = None
    high_pct: Percent | None = None
    """Where batches differ: what can be relied on, and what there may be at most. [%]"""

    @model_validator(mode="after")
    def _range_holds_it(self) -> "Declared":
        low = self.pct if self.low_pct is None else self.low_pct
        high = self.pct if self.high_pct is None else self.high_pct
        if not low <= self.pct <= high:
            raise fault("range_without_value", "low_pct", low=low, value=self.pct, high=high)
        return self


class Dilution(Entry):
    """So much of a product in so much water or potting mix, as printed: 15 mL in 10 L."""

    product: Mass | Volume
    water: Volume

    @model_validator(mode="after")
    def _is_diluted(self) -> "Dilution":
        if self.water.l <= 0:
            raise fault("not_above_zero", "water")
        return self


class Spread(Entry):
    """So much of a product on so much ground, as printed: 1 cup on 10 square feet."""

    product: Mass | Volume
    area: Area

    @model_validator(mode="after")
    def _has_ground(self) -> "Spread":
        if self.area.m2 <= 0:
            raise fault("not_above_zero", "area")
        return self


class Added(Entry):
    """What the maker has added to a bagged potting mix, element or oxide as printed."""

    nutrient: Nutrient
    mg_l: Annotated[float, Field(ge=0, le=20_000, allow_inf_nan=False)]
    """In a litre of mix. [mg/L]"""


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
    insoluble_pct: Percent = 0
    """Organic, or insoluble in water."""
    slow_pct: Percent = 0
    """Slowly released, in whichever of the other forms it then is."""

    @property
    def parts_pct(self) -> float:
        """The forms that exclude each other, together. [%]"""
        return self.nitrate_pct + self.ammonium_pct + self.urea_pct + self.insoluble_pct


class Stock(Entry):
    """What was in the shed on a day; feeds logged from that day on are taken off."""

    amount: Mass | Volume
    counted_on: Day


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


class LabelFigure(Entry):
    """One figure of a label beside the words that it was read from."""

    meaning: Key
    value: Annotated[float, Field(allow_inf_nan=False)] | None = None
    unit: Annotated[str, Field(max_length=40)] = ""
    words: Said


class LabelRead(Entry):
    """What a label said when it was read; what was typed since is in the product."""

    on: Day
    figures: Annotated[tuple[LabelFigure, ...], Field(max_length=80)]


PhotoId = Annotated[str, Field(pattern=r"^[0-9a-f]{40}$")]
"""Of a photo, by its contents."""


class Photo(Entry):
    """A photo that leaves or enters with a garden."""

    id: PhotoId
    jpeg: Annotated[str, Field(max_length=1_000_000, pattern=r"^/9j/[A-Za-z0-9+/]*={0,2}$")]
    """Its bytes as base64."""


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
    added: tuple[Added, ...] = ()
    """What a bagged potting mix was charged with; nothing in one for seed."""
    for_seed: bool = False
    """A mix to sow in: unfertilised, and to be left so."""
    liming: Liming | None = None
    material: Key | None = None
    """Key of the general material it is, for its typical figures and cautions."""
    proof: Literal["label", "lab", "typical", "unproven"] = "label"
    """Where its figures come from. Unproven is never counted on."""
    carbon_to_n: Annotated[float, Field(gt=0, le=500)] | None = None
    ec_of_1g_l_ds_m: Annotated[float, Field(ge=0, le=5)] | None = None
    """Measured by the grower: the conductivity of a gram in a litre of pure water. [dS/m]"""
    organic: bool | None = None
    """Whether the label allows it in organic growing."""
    animal: bool | None = None
    """Whether it comes from animals."""
    may_use: bool = False
    """The grower has made sure that a restricted material may be kept and used where they live."""
    max_rate: AreaRate | Spread | None = None
    max_per_plant: Mass | Volume | None = None
    max_strength: Strength | Dilution | None = None
    max_in_mix: Strength | Dilution | None = None
    """In a litre of potting mix."""
    interval_days: Annotated[int, Field(ge=1, le=400)] | None = None
    """The label's shortest time between two applications. [days]"""
    max_times: Annotated[int, Field(ge=1, le=100)] | None = None
    """The label's most applications in a season. [count]"""
    stock: Stock | None = None
    price: Price | None = None
    other_packs: Annotated[tuple[Price, ...], Field(max_length=6)] = ()
    """Other sizes that it is sold in."""
    label: LabelRead | None = None
    """Where its figures come from, if its label was read."""
    photo: PhotoId | None = None
    """Of the bag."""
    note: Note = ""

    @model_validator(mode="after")
    def _can_be_a_label(self) -> "Product":
        elements: set[str] = set()
        for index, line in enumerate(self.declared):
            element, _ = element_of(line.nutrient)
            if element in elements:
                raise fault("declared_twice", f"declared.{index}.nutrient", element=element)
            elements.add(element)
        total = declared_total({line.nutrient: line.pct for line in self.declared})
        if total > 100:
            raise fault("label_over_100", "declared", total=round(total, 2))
        return self

    @model_validator(mode="after")
    def _forms_fit(self) -> "Product":
        if self.nitrogen is not None:
            forms = self.nitrogen
            parts = max(forms.parts_pct, forms.slow_pct)
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

    @model_validator(mode="after")
    def _mix_is_a_mix(self) -> "Product":
        if self.form != "mix" and (self.added or self.for_seed):
            raise fault("only_a_mix_is_charged", "added")
        if self.form == "mix" and self.declared:
            raise fault("mix_is_charged_by_litre", "declared")
        if self.for_seed and self.added:
            raise fault("seed_mix_is_unfertilised", "for_seed")
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
    """A weighed or poured amount of a product; where it was a guess, the least and the most."""

    product: UUID
    amount: Mass | Volume
    up_to: Mass | Volume | None = None
    """The most that it may have been. The need reckons with the least, limits with the most."""

    @model_validator(mode="after")
    def _reaches_from_least_to_most(self) -> "WeighedOf":
        most = self.up_to
        if most is None:
            return self
        if isinstance(most, Mass) and isinstance(self.amount, Mass):
            turned = most.g < self.amount.g
        elif isinstance(most, Volume) and isinstance(self.amount, Volume):
            turned = most.l < self.amount.l
        else:
            turned = True
        if turned:
            raise fault("up_to_is_less", "up_to")
        return self


Amount = ScoopOf | WeighedOf
