"""How crops grow: stages, figures, water, seed, and what grounds hold."""

from typing import Annotated, Literal

from pydantic import Field, model_validator

from eznel.core.document import Texture
from eznel.core.nutrients import Nutrient
from eznel.core.reference._row import Key, Row

Group = Literal["heavy", "medium", "light"]


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
    winters_indoors: bool = False
    """Whether it is a perennial that can be kept frost-free in its tub and bear again."""
    note: str = ""

    @model_validator(mode="after")
    def _stop_is_whole(self) -> "Crop":
        if (self.stop_days is None) != (self.stop_before is None):
            raise ValueError("stop_days and stop_before go together")
        return self

    def uptake(self, nutrient: Nutrient) -> float:
        """Return the uptake of one nutrient per yield. [g/kg]"""
        return float(getattr(self, f"uptake_{nutrient.lower()}"))


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


Piece = Literal[
    "fruit", "leaf", "plant", "head", "pod", "tuber", "root", "ear", "bulb", "sprout", "shoot",
    "stalk",
]  # fmt: skip


class Picked(Row):
    """What is counted when a crop is picked, what one usually weighs, and a litre of a heap."""

    crop: Key
    piece: Piece
    piece_g: Annotated[float, Field(gt=0, le=10_000)]
    heap_kg_l: Annotated[float, Field(gt=0, le=1.2)]


class Holding(Row):
    """What a ground holds of water, by volume."""

    ground: Literal[Texture, "rich", "mix"]
    field_capacity: Annotated[float, Field(gt=0, lt=1)]
    wilting_point: Annotated[float, Field(ge=0, lt=1)]
