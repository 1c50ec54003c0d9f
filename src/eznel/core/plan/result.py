"""What a plan looks like from outside: values and keys, no text and no rounding."""

from dataclasses import dataclass
from datetime import date
from typing import Literal
from uuid import UUID

from eznel.core.document import Amount, Sight, SoilClass
from eznel.core.mixing.coating import CoatedSize
from eznel.core.mixing.concentrates import Concentrate
from eznel.core.moisture.watering import PlaceWater
from eznel.core.nutrients import Amounts, Nutrient
from eznel.core.outlines import Point
from eznel.core.plan.aims_due import AimDue
from eznel.core.plan.lessons import LessonDue
from eznel.core.plan.looks_due import LookDue
from eznel.core.plan.place_result import PlacePlan
from eznel.core.plan.to_measure import ToMeasure
from eznel.core.plan.weather_ahead import WeatherAhead
from eznel.core.products.rough import Rough
from eznel.core.season.course import Status
from eznel.core.shed.placing import JobKind
from eznel.core.shed.rules import Refused
from eznel.core.shed.shelf import MixLine, MixPlan
from eznel.core.stands.stand import Method
from eznel.core.working import Finding, Origin

Keeping = Literal["short", "even", "ample"]
"""How supply keeps pace with need."""


@dataclass(frozen=True, slots=True)
class StageView:
    """A stage and its dates; the end is the first day of the next."""

    key: str
    start: date
    end: date
    seen: bool
    recognise_by: str
    bbch: str


@dataclass(frozen=True, slots=True)
class NeedView:
    """A nutrient's season: what is needed, what is coming, what stays short. [g]"""

    nutrient: Nutrient
    total_g: float
    per: float
    per_unit: str
    low_g: float
    high_g: float
    soil_class: SoilClass | None
    assumed: bool
    credit_g: float
    supplied_g: float
    short_g: float


@dataclass(frozen=True, slots=True)
class Tide:
    """Need and supply of a nutrient, added up over the season. [g]"""

    nutrient: Nutrient
    days: tuple[date, ...]
    need_g: tuple[float, ...]
    supply_g: tuple[float, ...]


@dataclass(frozen=True, slots=True, kw_only=True)
class JobView:
    """A job: when, what for, what to weigh, and what there is to know about it."""

    key: UUID
    kind: JobKind
    ordinal: int
    planned_on: date
    due_on: date
    status: Status
    moved: bool
    stage: str | None
    first_g: Amounts
    """What the first plan gave this job; no job grows beyond 1.25 times that. [g]"""
    need_g: Amounts
    brings_g: Amounts
    mixes: tuple[MixPlan, ...]
    concentrates: tuple[Concentrate, ...]
    """Of the first mix, where the garden has a proportioner."""
    given: tuple[Amount, ...]
    entry: UUID | None
    findings: tuple[Finding, ...]
    cautions: tuple[str, ...]


@dataclass(frozen=True, slots=True)
class ToBuy:
    """A general material that would fill a shortage, and how much of it. [g]"""

    nutrient: Nutrient
    short_g: float
    material: str
    material_name: str
    declared: str
    declared_pct: float
    grams: float


@dataclass(frozen=True, slots=True)
class TakenAlong:
    """What a job besides feeding takes: so many of something, or so much. [unit]"""

    name: str
    amount: float
    unit: str
    each: float | None = None
    """For each plant, square metre, planting or place in a line; None where it was counted else."""
    per: str | None = None
    times: float | None = None
    """So many of these."""


@dataclass(frozen=True, slots=True, kw_only=True)
class TaskView:
    """A job besides feeding, with its day and what it takes. `key` is what pins refer to."""

    key: UUID
    task: str
    name: str
    ordinal: int
    due_on: date
    done: UUID | None
    """The entry that says so."""
    done_on: date | None
    takes: tuple[TakenAlong, ...]
    notes: tuple[Finding, ...] = ()
    """How much of it, and what today's weather says."""


@dataclass(frozen=True, slots=True, kw_only=True)
class SharedPour:
    """What one job gets out of a shared can."""

    job: UUID
    planting: UUID
    litres: float
    per_plant_l: float
    grams: dict[UUID, float]
    """Of each product."""
    brings_g: Amounts
    miss: float
    """More than its own mix would miss, as a share of its need. [g/g]"""


@dataclass(frozen=True, slots=True, kw_only=True)
class SharedCan:
    """One mix for several plantings on a day, in whole cans."""

    on: date
    cans: int
    can_l: float
    lines: tuple[MixLine, ...]
    """For one can."""
    pours: tuple[SharedPour, ...]
    left_over_l: float
    saves: int
    """Mixes that need not be made."""
    n_mg_l: float
    ec_ds_m: float


@dataclass(frozen=True, slots=True, kw_only=True)
class PlantingPlan:
    """A planting's season."""

    id: UUID
    place: UUID
    crop: str
    crop_name: str
    variety: str
    family: str
    family_before: date | None
    """When a crop of the same family last stood here, if in the years that matter."""
    nitrogen_now: Keeping
    """Supply against need up to today."""
    programme: str
    method: Method
    plants: int
    fits: int
    points: tuple[Point, ...]
    area_m2: float
    plant_area_m2: float
    stages: tuple[StageView, ...]
    stage_now: str | None
    sights: tuple[Sight, ...]
    """What may be seen there besides stages, what is likeliest now in front."""
    planted_on: date
    hold_until: date
    harvest_from: date | None
    last_pick: date
    stop_on: date
    interval_days: int
    needs: tuple[NeedView, ...]
    tides: tuple[Tide, ...]
    jobs: tuple[JobView, ...]
    tasks: tuple[TaskView, ...]
    sprayed: tuple[Finding, ...]
    """What its sprays forbid: picking, spraying again."""
    coated: tuple[CoatedSize, ...]
    blend: UUID | None
    """The season-wide blend that its jobs follow; None where each is blended by itself."""
    refused: tuple[Refused, ...]
    """What is in the shed, could be of use and may not be used, with the reasons."""
    to_buy: tuple[ToBuy, ...]
    findings: tuple[Finding, ...]
    over: bool
    """Picked long ago: of its season only the days are told, and what was fed."""


@dataclass(frozen=True, slots=True)
class ScoopFacts:
    """What one level scoop of a product is. [g]"""

    scoop: UUID
    grams: float
    nutrients_g: Amounts


@dataclass(frozen=True, slots=True)
class Use:
    """What the plan will take of a product on a day. [g]"""

    on: date
    planting: UUID
    grams: float


@dataclass(frozen=True, slots=True, kw_only=True)
class ProductPlan:
    """What a product is, element by element, and what is left of it."""

    id: UUID
    density_g_ml: float
    density_origin: Origin
    fractions: Amounts
    first_season_n: float
    ec_of_1g_l_ds_m: float
    scoops: tuple[ScoopFacts, ...]
    left_g: float | None
    left_after_g: float | None
    uses: tuple[Use, ...]
    opened_on: date | None
    price_per_g: float | None
    refused: str | None
    """Why it may not be used anywhere in this garden."""
    cautions: tuple[str, ...]
    rough: tuple[Rough, ...]
    """What a handful, a cup or half a can of it can have been."""


@dataclass(frozen=True, slots=True)
class ScoopSize:
    """What a scoop holds, level. [mL]"""

    id: UUID
    ml: float


@dataclass(frozen=True, slots=True, kw_only=True)
class Standing:
    """How a planting stands in its place."""

    planting: UUID
    plants: int
    fits: int
    points: tuple[Point, ...]
    area_m2: float
    plant_area_m2: float


@dataclass(frozen=True, slots=True)
class PlaceMeasures:
    """A place as it would be drawn and planted, without its feeding."""

    place: PlacePlan
    standing: tuple[Standing, ...]


@dataclass(frozen=True, slots=True)
class DayWalk:
    """How long the day's jobs take together, and by how many timed walks one knows it. [min]"""

    minutes: float
    walks: int


@dataclass(frozen=True, slots=True, kw_only=True)
class SeasonPlan:
    """The whole plan of a garden on a day."""

    garden: UUID
    as_of: date
    places: tuple[PlacePlan, ...]
    plantings: tuple[PlantingPlan, ...]
    products: tuple[ProductPlan, ...]
    shared: tuple[SharedCan, ...]
    scoops: tuple[ScoopSize, ...]
    waters: tuple[PlaceWater, ...]
    walk: DayWalk
    to_measure: tuple[ToMeasure, ...]
    ahead: tuple[WeatherAhead, ...]
    lessons: tuple[LessonDue, ...]
    looks: tuple[LookDue, ...]
    aims: tuple[AimDue, ...]
    """To be looked at again."""
    findings: tuple[Finding, ...]
