"""Shapes of the catalogue's rows. Every row says its basis and how far to trust it."""

from collections.abc import Mapping
from dataclasses import dataclass, field
from typing import Annotated, Literal

from pydantic import Field, model_validator

from eznel.core.document import (
    Analyte,
    Entry,
    Extractant,
    Frustum,
    Nominal,
    Programme,
    RecipeUse,
    Rectangle,
    SoilClass,
    Texture,
    Trough,
)
from eznel.core.document.garden import MonthDay, TwelveMonths, TwelveRains
from eznel.core.errors import Unknown
from eznel.core.nutrients import Nutrient

Confidence = Literal["high", "medium", "low"]
Scheme = Literal["sufficiency", "level", "mix"]
"""What bands mean: what plants need, or a level, as of salts and in mixes: more is not better."""
UnitSystem = Literal["metric", "us", "imperial"]
GRADE = r"^\d{1,2}([.,]\d{1,2})?(\s?[-–+/]\s?\d{1,2}([.,]\d{1,2})?){2}$"
"""Three numbers as a bag prints them: 10-10-10, 4.5 + 3 + 7."""
Group = Literal["heavy", "medium", "light"]
Key = Annotated[str, Field(pattern=r"^[a-z][a-z0-9_]*$")]


class Row(Entry):
    """What every row of the catalogue carries."""

    basis: Annotated[str, Field(min_length=3)]
    confidence: Confidence


class Stage(Row):
    """One stage of a crop. Shares are of the season's uptake, reached by the stage's end."""

    crop: Key
    order: int
    key: Key
    bbch_from: str
    bbch_to: str
    recognise_by: str
    typical_days: Annotated[int, Field(gt=0)]
    degree_days_c: Annotated[float, Field(gt=0)] | None = None
    """None where warmth does not decide: usual days do, or the end of winter."""
    share_n: Annotated[float, Field(ge=0, le=1)]
    share_p: Annotated[float, Field(ge=0, le=1)]
    share_k: Annotated[float, Field(ge=0, le=1)]
    share_ca: Annotated[float, Field(ge=0, le=1)]


class Crop(Row):
    """A crop's figures. Uptake and removal are grams of element per kilogram of yield."""

    key: Key
    name: str
    also_called: tuple[str, ...] = ()
    """Other names of it, in every English and in other languages, to be found by."""
    latin: str
    family: str
    habit: Literal["fruiting", "leafy", "bulb", "root", "tuber", "stem", "legume", "perennial"]
    base_temp_c: float
    upper_temp_c: float
    min_night_temp_c: float
    frost: Literal["none", "light", "moderate", "hardy", "very_hardy"]
    ph_min: float
    ph_max: float
    salt_threshold_ds_m: float
    in_row_m: Annotated[float, Field(gt=0)]
    between_rows_m: Annotated[float, Field(gt=0)]
    tub_comfortable_l: float
    tub_bare_l: float
    yield_kg_m2: Annotated[float, Field(gt=0)]
    yield_kg_plant: Annotated[float, Field(gt=0)]
    uptake_n: float
    uptake_p: float
    uptake_k: float
    uptake_ca: float
    uptake_mg: float
    uptake_s: float
    removal_p: float
    removal_k: float
    season_n_g_m2: Annotated[float, Field(ge=0)]
    n_group: Group
    n_fixing_share: Annotated[float, Field(ge=0, le=1)]
    stop_stage: Key | None = None
    stop_days: Annotated[int, Field(ge=0)] | None = None
    stop_before: Literal["first_harvest", "last_pick", "first_frost"] | None = None
    pause_stage: Key | None = None
    resume_stage: Key | None = None
    """No nitrogen from the start of one stage to the start of the other."""
    stands_winter: bool = False
    """Whether it stands in the ground and is picked until spring."""
    bulbs_from_h: Annotated[float, Field(gt=0, le=24)] | None = None
    """Day length from which it makes a bulb, however warm it is. [h]"""
    first_picked_year: Annotated[int, Field(ge=0)] = 0
    """Years after planting in which nothing is picked, so that it can establish. [years]"""
    touches_soil: bool = False
    """Whether what is eaten touches the soil or is splashed by it."""
    residue_n_g_m2: Annotated[float, Field(ge=0)] = 0
    """Nitrogen that its roots and tops leave for the next crop, where they stay."""
    hates_lime: bool = False
    """Not in the season of liming: scab."""
    hates_chloride: bool = False
    """Harmed by chloride: not where muriate of potash is the source."""
    nitrate_enough_mg_kg: Annotated[float, Field(gt=0)] = 25
    """Nitrate nitrogen in the soil at side-dressing from which nothing need be added. [mg/kg]"""
    hates_boron: bool = False
    """Harmed by boron in amounts that others need."""
    note: str = ""

    @model_validator(mode="after")
    def _stop_is_whole(self) -> "Crop":
        if (self.stop_days is None) != (self.stop_before is None):
            raise ValueError("stop_days and stop_before go together")
        return self

    def uptake(self, nutrient: Nutrient) -> float:
        """Return the uptake of one nutrient per yield. [g/kg]"""
        return float(getattr(self, f"uptake_{nutrient.lower()}"))


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


class KeyAnswer(Entry):
    """An answer in a key: to the next question, or to the end."""

    say: str
    to: Key | None = None
    texture: Texture | None = None

    @model_validator(mode="after")
    def _leads_somewhere(self) -> "KeyAnswer":
        if (self.to is None) == (self.texture is None):
            raise ValueError("an answer leads to a question or to a texture")
        return self


class KeyStep(Row):
    """A question of the key to texture by feel."""

    key: Key
    question: str
    answers: tuple[KeyAnswer, ...]


class TakeAlong(Entry):
    """What a job besides feeding takes, for each plant, square metre or planting."""

    name: str
    amount: Annotated[float, Field(gt=0)]
    unit: Literal["", "L"] = ""
    """Of the amount; things are counted."""
    per: Literal["plant", "m2", "planting"]


class WaterUse(Row):
    """What a crop takes of water against short grass, and how deep it roots."""

    crop: Key
    kc_ini: Annotated[float, Field(gt=0, le=1.5)]
    kc_mid: Annotated[float, Field(gt=0, le=1.5)]
    kc_end: Annotated[float, Field(gt=0, le=1.5)]
    rising_from: Key
    """The stage with which its leaves begin to spread."""
    full_from: Key
    """The stage with which they cover the ground."""
    root_m: Annotated[float, Field(gt=0, le=2)]
    ready_share: Annotated[float, Field(gt=0, lt=1)]
    """Of what the ground holds, what it draws without stress where 5 mm evaporate a day."""
    canopy_m2: Annotated[float, Field(gt=0, le=2)]
    """Leaves of one full plant in a tub, from above. [m²]"""


class Seed(Row):
    """What a raised crop's seed is like, and the cells that it is usually sown into."""

    crop: Key
    germination_pct: Annotated[float, Field(gt=0, le=100)]
    """Of fresh seed."""
    keeps_years: Annotated[float, Field(gt=0, le=20)]
    """Kept cool and dry, half of that is left after so long."""
    cell_l: Annotated[float, Field(gt=0, le=5)]
    """What it fills when it is ready to be potted on or planted. [L]"""
    cells: Annotated[int, Field(ge=1, le=600)]
    """Of these in a tray. [count]"""
    set_at: Literal["deep", "level", "whole", "firm", "hole", "shallow", "high"]
    """How deep it is planted out, and what its roots bear."""


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


class Holding(Row):
    """What a ground holds of water, by volume."""

    ground: Literal[Texture, "rich", "mix"]
    field_capacity: Annotated[float, Field(gt=0, lt=1)]
    wilting_point: Annotated[float, Field(ge=0, lt=1)]


class Task(Entry):
    """A job besides feeding that belongs to a stage of some crops."""

    key: Key
    name: str
    say: str
    stage: Key
    days: int = 0
    """After the stage begins, or before. [days]"""
    crops: tuple[Key, ...] = ()
    habits: tuple[str, ...] = ()
    """Crops by key, or by their habit; all where neither is said."""
    grounds: Literal["any", "bed"] = "any"
    raised: bool = False
    """Only where the plants were raised here."""
    sown: bool = False
    """Only where they were sown in their place."""
    covered: bool = False
    indeterminate: bool = False
    again_days: int = 0
    times: Annotated[int, Field(ge=1, le=20)] = 1
    materials: tuple[TakeAlong, ...] = ()


class Climate(Entry):
    """A made-up climate to start a new garden from."""

    key: Key
    name: str
    latitude_deg: float
    last_frost: MonthDay | None = None
    first_frost: MonthDay | None = None
    monthly_min_c: TwelveMonths
    monthly_max_c: TwelveMonths
    monthly_rain_mm: TwelveRains


class Preset(Entry):
    """A bed or tub of a common size."""

    key: Key
    systems: tuple[UnitSystem, ...]
    """Whose measures it is built or sold in."""
    drawn: Literal["bed", "bucket", "bag", "pot", "trough"]
    shape: Annotated[Rectangle | Frustum | Trough | Nominal, Field(discriminator="kind")]


class Country(Entry):
    """What is usual in a country, to be corrected by the grower."""

    code: Annotated[str, Field(pattern=r"^[A-Z]{2}$")]
    """By ISO 3166."""
    climate: Key
    system: UnitSystem
    kitchen: Literal["us", "metric", "imperial", "au"]
    currency: Annotated[str, Field(pattern=r"^[A-Z]{3}$")]
    grade: Literal["oxide", "element"]
    """What the second and third number of a bag are of phosphorus and potassium."""
    usual: tuple[Annotated[str, Field(pattern=GRADE)], ...]
    """Grades that many bags have, as printed."""


@dataclass(frozen=True)
class Catalogue:
    """Everything the core looks up. Built once by the loader."""

    crops: dict[str, Crop]
    stages: dict[str, tuple[Stage, ...]]
    bands: tuple[Band, ...]
    sufficiency: dict[tuple[str, str], SufficiencyRate]
    materials: dict[str, Material]
    programmes: dict[str, Programme]
    climates: tuple[Climate, ...] = ()
    presets: tuple[Preset, ...] = ()
    countries: tuple[Country, ...] = ()
    texture_key: tuple[KeyStep, ...] = ()
    tasks: tuple[Task, ...] = ()
    water_use: Mapping[str, WaterUse] = field(default_factory=dict)
    holding: Mapping[str, Holding] = field(default_factory=dict)
    seeds: Mapping[str, Seed] = field(default_factory=dict)
    substrates: Mapping[str, Substrate] = field(default_factory=dict)
    recipes: tuple[ReadyRecipe, ...] = ()

    def crop(self, key: str, at: str = "crop") -> Crop:
        """Return the crop of that key, or refuse the field `at`."""
        if key not in self.crops:
            raise Unknown(at, "unknown_crop", name=key)
        return self.crops[key]

    def substrate(self, key: str, at: str = "material") -> Substrate:
        """Return the general substrate of that key, or refuse the field `at`."""
        if key not in self.substrates:
            raise Unknown(at, "unknown_substrate", name=key)
        return self.substrates[key]

    def material(self, key: str, at: str = "material") -> Material:
        """Return the general material of that key, or refuse the field `at`."""
        if key not in self.materials:
            raise Unknown(at, "unknown_material", name=key)
        return self.materials[key]
