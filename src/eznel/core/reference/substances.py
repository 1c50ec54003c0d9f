"""What soil tests mean, and what feeds and mixes are made of."""

from collections.abc import Mapping
from typing import Annotated, Literal

from pydantic import Field, model_validator

from eznel.core.document import Analyte, Extractant, RecipeUse, SoilClass
from eznel.core.reference._row import Key, Row

Scheme = Literal["sufficiency", "level", "mix"]
"""What bands mean: what plants need, or a level, as of salts and in mixes: more is not better."""


class Band(Row):
    """Lower bounds of the classes of one analyte by one extractant, as printed for `unit`.

    `scheme` says what the classes mean: sufficiency for plants, or only a level, as for salts,
    sodium and potting mixes, where more is not better.
    """

    extractant: Extractant
    analyte: Analyte
    unit: Literal["mg/kg", "mg/dm3", "mg/L"]
    low: float
    medium: float
    high: float
    very_high: float
    caution_above: float | None = None
    sand_factor: Annotated[float, Field(gt=0)] = 1.0
    clay_factor: Annotated[float, Field(gt=0)] = 1.0
    scheme: Scheme = "sufficiency"
    own: bool = False
    """Typed by the grower from a table of their laboratory or region."""


class SufficiencyRate(Row):
    """Amount a year for one class and feeder group, as the declared form. [g/m²]"""

    declared: Literal["P2O5", "K2O", "Mg", "S"]
    soil_class: SoilClass
    heavy: float
    medium: float
    light: float


class Material(Row):
    """A general material: what is typical of it where a label is silent."""

    key: Key
    name: str
    also_called: tuple[str, ...] = ()
    """Other names on labels, in any language."""
    form: Literal["granular", "soluble", "liquid", "organic", "coated"]
    density_g_ml: Annotated[float, Field(gt=0)]
    ec_of_1g_l_ds_m: float | None = None
    paste_ec_ds_m: Annotated[float, Field(ge=0)] | None = None
    """Of compost and manure: conductivity of a saturated paste, typical and low in confidence."""
    solubility_g_l_20c: Annotated[float, Field(gt=0)] | None = None
    solubility_g_l_5c: Annotated[float, Field(gt=0)] | None = None
    """How much dissolves in a litre of water of 20 and of 5 °C. [g/L]"""
    dry_matter_pct: float = 100
    first_season_n_pct: float | None = None
    liming: bool = False
    bulk: bool = False
    """Heaped, not bagged: compost, manure and the like, given by volume."""
    raw: Literal["no", "until_hot", "yes"] = "no"
    """Manure may carry germs until time has passed, or until a heap was hot throughout."""
    analysis: Mapping[str, float] = Field(default_factory=dict)
    """Typical contents as sold, where it is used without a label: declared form and per cent."""
    ranges: Mapping[str, tuple[float, float]] = Field(default_factory=dict)
    """How far batches differ: the lowest and the highest per cent of a declared form."""
    nitrogen: Mapping[str, float] = Field(default_factory=dict)
    """How its nitrogen is split: nitrate, ammonium, urea, insoluble. [%]"""
    carbon_to_n: float | None = None
    first_season_p_pct: float = 100
    first_season_k_pct: float = 100
    first_season_ca_pct: float = 100
    release_k_per_day_25c: Annotated[float, Field(gt=0)] | None = None
    """First-order rate at which an organic material's nitrogen comes free at 25 °C. [1/day]"""
    release_days: int | None = None
    """Rated days of a coated material at 21 °C."""
    cce_pct: float | None = None
    """Calcium carbonate equivalent; negative where it acidifies. [%]"""
    fineness: Annotated[float, Field(gt=0, le=1)] = 0.9
    """Share of it that neutralises in time, where no sieve is stated: coarse grains hardly do."""
    organic: Literal["yes", "no", "depends"] = "depends"
    """Whether organic growing allows it; rules differ, so "depends" has to be looked up."""
    animal: bool = False
    """Whether it comes from animals."""
    restricted: bool = False
    """Its sale or use is restricted in places: never used before the grower has made sure."""
    unproven: bool = False
    """Homemade, of a strength that nobody knows: never counted on."""
    max_g_m2: Annotated[float, Field(gt=0)] | None = None
    max_g_l: Annotated[float, Field(gt=0)] | None = None
    """The most that is usual in one application, on the ground and in water. [g/m², g/L]"""
    fills_ground: Mapping[str, float] = Field(default_factory=dict)
    """What it is bought for when the shed is short: declared form and per cent, spread dry."""
    fills_water: Mapping[str, float] = Field(default_factory=dict)
    """The same, dissolved."""
    cautions: tuple[Key, ...] = ()

    @model_validator(mode="after")
    def _ranges_hold_the_typical(self) -> "Material":
        for declared, (low, high) in self.ranges.items():
            if not low <= self.analysis[declared] <= high:
                raise ValueError(f"{declared} of {self.key} is outside its range")
        return self


class Substrate(Row):
    """What mixes and fills are made of, and what to expect of it: the lowest and the highest.

    Mass of a litre as it lies, dry and as it is carried, in kilograms. Salts as the conductivity of
    the saturated extract. [kg/L, %, dS/m]
    """

    key: Key
    name: str
    dry_low: Annotated[float, Field(gt=0, le=2)]
    dry_high: Annotated[float, Field(gt=0, le=2)]
    carried_low: Annotated[float, Field(gt=0, le=2.5)]
    carried_high: Annotated[float, Field(gt=0, le=2.5)]
    matter_low: Annotated[float, Field(ge=0, le=100)]
    """Organic, of its dry mass."""
    matter_high: Annotated[float, Field(ge=0, le=100)]
    salts_low: Annotated[float, Field(ge=0, le=20)]
    salts_high: Annotated[float, Field(ge=0, le=20)]
    ph_low: Annotated[float, Field(ge=3, le=11)]
    ph_high: Annotated[float, Field(ge=3, le=11)]
    settles_pct: Annotated[float, Field(ge=0, lt=100)]
    """Of its depth, in two years in the ground."""
    binds: bool = False
    """Whether it takes up nitrogen while it rots."""

    @model_validator(mode="after")
    def _lowest_first(self) -> "Substrate":
        for of in ("dry", "carried", "matter", "salts", "ph"):
            if self.span(of)[0] > self.span(of)[1]:
                raise ValueError(f"{of} of {self.key} is turned round")
        return self

    def span(self, of: str) -> tuple[float, float]:
        """Return the lowest and the highest of one of its figures."""
        return float(getattr(self, f"{of}_low")), float(getattr(self, f"{of}_high"))


class ReadyRecipe(Row):
    """A mix by parts of general substrates, to begin from."""

    key: Key
    use: RecipeUse
    name: str
    say: str
    parts: tuple[tuple[Key, Annotated[float, Field(gt=0)]], ...]
