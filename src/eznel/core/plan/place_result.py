"""What is said of a place: its size, its soil or mix, and the work on it."""

from dataclasses import dataclass
from datetime import date
from typing import Literal
from uuid import UUID

from eznel.core.document import Analyte, Extractant, School, SoilClass, WateredBy
from eznel.core.ground.mending import MendKind
from eznel.core.ground.preparing import Bound
from eznel.core.nutrients import Amounts, Nutrient
from eznel.core.outlines import Point
from eznel.core.reference import Confidence, Scheme
from eznel.core.soil.reading import Unrated
from eznel.core.working import Finding, Origin


@dataclass(frozen=True, slots=True, kw_only=True)
class Gauge:
    """A soil value against its bands: lower bounds of low, medium, high and very high.

    A kit's class has no number; an extract of a mix has no amount in the ground.
    """

    analyte: Analyte
    extractant: Extractant
    report: UUID
    lab: str
    sampled_on: date
    printed: float | None
    printed_unit: str
    compared: float | None
    low: float | None
    high: float | None
    """Between these another sample would likely be."""
    unit: str
    bounds: tuple[float, ...]
    caution_above: float | None
    scheme: Scheme
    soil_class: SoilClass
    likely: tuple[SoilClass, SoilClass]
    origin: Origin
    basis: str
    confidence: Confidence
    g_m2: float | None
    field_rule_g_m2: float | None
    """What a rule for 15 cm of field soil would say; far off in a light mix. [g/m²]"""


@dataclass(frozen=True, slots=True)
class PhGauge:
    """pH in water against the range of the crops planned there, or of vegetables in general."""

    ph: float
    low: float
    high: float
    target: float
    planted: bool
    spread: float


@dataclass(frozen=True, slots=True)
class LimeMethod:
    """What one method asks for. [g/m² of pure calcium carbonate, or of sulphur]"""

    method: str
    pure_g_m2: float


@dataclass(frozen=True, slots=True, kw_only=True)
class PhWorkView:
    """Mending pH: by which methods, with what, how much now and later."""

    kind: MendKind
    target: float
    methods: tuple[LimeMethod, ...]
    product_name: str
    in_shed: bool
    works: float
    """Part of the product that works in time. [g/g]"""
    wanted_g_m2: float
    now_g_m2: float
    later_g_m2: float
    now_g: float
    brings_g_m2: Amounts
    done_on: date | None
    retest_on: date
    findings: tuple[Finding, ...]


WorkKind = Literal["lime", "sulphur", "preparation", "retest"]
WorkStatus = Literal["planned", "done", "unconfirmed"]
"""Unconfirmed is what nobody ticked after its day."""


@dataclass(frozen=True, slots=True)
class ScoopsOf:
    """About so many level scoops."""

    scoop: UUID
    count: float


@dataclass(frozen=True, slots=True, kw_only=True)
class PlaceJob:
    """Work on a place as a whole: lime, sulphur, compost and the like, and a new test.

    `key` is the id of the preparation that records it.
    """

    key: UUID
    kind: WorkKind
    due_on: date
    status: WorkStatus
    name: str
    product: UUID | None
    material: str | None
    grams: float
    litres: float
    scoops: ScoopsOf | None
    findings: tuple[Finding, ...]
    cautions: tuple[str, ...]


@dataclass(frozen=True, slots=True)
class SchoolCrop:
    """What a school gives one planting in a year. [g/m²]"""

    planting: UUID
    crop_name: str
    per_m2: dict[Nutrient, float]


@dataclass(frozen=True, slots=True)
class SchoolView:
    """One school's reading of a place."""

    school: School
    chosen: bool
    crops: tuple[SchoolCrop, ...]


@dataclass(frozen=True, slots=True)
class ExchangeView:
    """Exchange capacity and each cation's share of it. [cmol/kg, %]"""

    cmol_kg: float
    estimated: bool
    shares_pct: dict[str, float]
    wanted_pct: dict[str, tuple[float, float]]
    findings: tuple[Finding, ...]


@dataclass(frozen=True, slots=True)
class SaltsView:
    """Conductivity of the saturated paste, and where the crops there begin to suffer. [dS/m]"""

    ds_m: float
    threshold_ds_m: float
    findings: tuple[Finding, ...]


@dataclass(frozen=True, slots=True, kw_only=True)
class PreparationView:
    """Compost, manure and the like, worked out. Nutrients in grams for the whole place."""

    id: UUID
    name: str
    grams: float
    litres: float
    totals_g: Amounts
    first_g: Amounts
    next_g: Amounts
    counts: bool
    bound: Bound
    findings: tuple[Finding, ...]


@dataclass(frozen=True, slots=True, kw_only=True)
class Change:
    """A value since the test before: what the log explains of it. [mg/kg]"""

    analyte: Nutrient
    before: float
    before_on: date
    now: float
    now_on: date
    given_g_m2: float
    removed_g_m2: float
    explained: float
    """By how much given less removed moves the test."""
    estimate: float
    """Carried on to today by the same rule."""
    low: float
    high: float
    """Between these a sample of today would likely be: the more was moved since, the wider."""


@dataclass(frozen=True, slots=True)
class MixIngredient:
    """An ingredient of a potting mix to have ready, and the bags to buy."""

    name: str
    litres: float
    bag_l: float | None
    bags: int | None
    cost: float | None
    carried_kg: float | None
    """About what it weighs, where somebody said what it is."""


@dataclass(frozen=True, slots=True, kw_only=True)
class FillLayerView:
    """A layer of a fill: what to bring, what it weighs, how deep it is new and after two years."""

    material: str
    name: str
    litres: float
    low_kg: float
    high_kg: float
    new_m: float
    settled_m: float
    bag_l: float | None
    bags: int | None


@dataclass(frozen=True, slots=True, kw_only=True)
class FillView:
    """What a raised bed is filled with, from the bottom, and how it sinks."""

    layers: tuple[FillLayerView, ...]
    filled_on: date | None
    new_m: float
    after_one_m: float
    after_two_m: float
    first_top_up_l: float
    second_top_up_l: float
    salts_low_ds_m: float | None
    """Of what most roots are in. [dS/m]"""
    salts_high_ds_m: float | None
    findings: tuple[Finding, ...]


@dataclass(frozen=True, slots=True)
class MixCharge:
    """A product mixed through all the tubs. [g]"""

    product: UUID
    grams: float


@dataclass(frozen=True, slots=True, kw_only=True)
class WaterWeek:
    """A week's water on a bed; minutes only where it has a drip line."""

    by: WateredBy
    week_mm: float
    assumed: bool
    rain_mm: float
    """In the last seven days, as measured. [mm]"""
    litres: float
    with_losses_l: float
    cans: float
    drip_mm_h: float | None
    minutes: float | None
    minutes_with_losses: float | None


@dataclass(frozen=True, slots=True, kw_only=True)
class PlacePlan:
    """What a place is: ground or tubs, its soil and what the test says of it."""

    id: UUID
    area_m2: float
    length_m: float
    width_m: float
    round: bool
    outline: tuple[Point, ...]
    """Corners of what is neither rectangle nor circle. [m]"""
    tubs: int
    per_line: int
    walk: int
    """Its rank on a short walk past all places. [count]"""
    filled_l: float
    soil_kg_m2: float
    density_g_ml: float
    density_origin: Origin
    layer_l: float
    """A layer of 2.5 cm over the place. [L]"""
    mix_l: float
    mix: tuple[MixIngredient, ...]
    mix_cost: float | None
    charge: tuple[MixCharge, ...]
    fill: FillView | None
    report: UUID | None
    tested: Literal["", "fresh", "stale"]
    """Empty where there is no test; stale when it says little any more."""
    rich: bool
    compost_share: float
    gauges: tuple[Gauge, ...]
    unrated: tuple[Unrated, ...]
    ph: PhGauge | None
    ph_work: PhWorkView | None
    exchange: ExchangeView | None
    salts: SaltsView | None
    schools: tuple[SchoolView, ...]
    preparations: tuple[PreparationView, ...]
    changes: tuple[Change, ...]
    jobs: tuple[PlaceJob, ...]
    water: WaterWeek | None
    findings: tuple[Finding, ...]

    @property
    def told(self) -> tuple[Finding, ...]:
        """All there is to say of it: tests, salts, the work on pH, and what is worked in."""
        return (
            *self.findings,
            *(self.salts.findings if self.salts else ()),
            *(self.ph_work.findings if self.ph_work else ()),
            *(self.fill.findings if self.fill else ()),
            *(finding for one in self.preparations for finding in one.findings),
        )
