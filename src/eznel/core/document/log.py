"""What happened: feeds given or missed, what was seen and done, weather, bags bought and opened."""

from typing import Annotated, Literal
from uuid import UUID

from pydantic import BeforeValidator, Field, model_validator

from eznel.core.document._base import Day, Entry, Key, Name, Note, Thing, fault
from eznel.core.document.book import Harvest, Noted
from eznel.core.document.looking import Look
from eznel.core.document.product import Amount
from eznel.core.quantities import Mass, Volume


class FeedEntry(Thing):
    """A feed that was given or missed. `job` is the planned one it answers, if any."""

    planting: UUID
    job: UUID | None = None
    on: Day
    outcome: Literal["given", "missed"]
    amounts: tuple[Amount, ...] = ()
    water: Volume | None = None
    poured: Annotated[float, Field(gt=0, le=1)] = 1.0
    """Share of what was made that these plants got; the rest of the can went elsewhere. [L/L]"""
    plants: Annotated[int, Field(ge=1, le=5000)] | None = None
    """Plants that got it, where not all did: the need reckons with one that got nothing, limits
    with one that got it. [count]"""
    planned: tuple[Amount, ...] = ()
    """What the plan said when it was ticked."""
    note: Note = ""

    @model_validator(mode="after")
    def _says_something(self) -> "FeedEntry":
        if self.outcome == "missed" and (self.job is None or self.amounts):
            raise fault("missed_needs_job", "job")
        return self


class StageSeen(Thing):
    """A stage that was seen to begin. It re-anchors every later date."""

    planting: UUID
    stage: Key
    on: Day


Sight = Literal[
    "growth_restarted",
    "plants_lost",
    "flooded",
    "dried_out",
    "rank_leaf",
    "tip_burn",
    "salts",
    "magnesium_short",
    "end_rot",
    "split",
    "bitter",
    "fed_unknown",
]


class Observed(Thing):
    """What was seen at a planting on a day, besides its stages."""

    planting: UUID
    on: Day
    kind: Sight
    plants: Annotated[int, Field(ge=1, le=5000)] | None = None
    """Plants that were lost. [count]"""
    ec_ds_m: Annotated[float, Field(ge=0, le=30, allow_inf_nan=False)] | None = None
    """Measured salts: of the saturated extract on ground, of what drains from a tub. [dS/m]"""
    note: Note = ""

    @model_validator(mode="after")
    def _says_how_much(self) -> "Observed":
        if self.kind == "plants_lost" and self.plants is None:
            raise fault("lost_needs_plants", "plants")
        if self.kind == "salts" and self.ec_ds_m is None:
            raise fault("salts_need_ec", "ec_ds_m")
        return self


class TaskDone(Thing):
    """A job besides feeding that was done, like staking: its key and its day."""

    planting: UUID
    task: Annotated[str, Field(pattern=r"^[a-z][a-z0-9_]*$", max_length=60)]
    on: Day


SprayKind = Literal["oil", "sulphur", "copper", "soap", "other"]


class Sprayed(Thing):
    """A spray or drench against a pest or an illness, with what its label asks for."""

    planting: UUID
    on: Day
    name: Name
    kind: SprayKind = "other"
    again_days: Annotated[int, Field(ge=1, le=365)] | None = None
    """The label's shortest time until it is given again. [days]"""
    wait_days: Annotated[int, Field(ge=0, le=365)] | None = None
    """The label's time before anything is picked. [days]"""
    note: Note = ""


def _simulated(source: object) -> object:
    """The only station that there was until version 6 was the simulated one."""
    return "simulated" if source == "station" else source


class WeatherDay(Thing):
    """A day's weather as it was. Its id is made of the day, so that a day is there once."""

    on: Day
    low_c: Annotated[float, Field(ge=-60, le=60, allow_inf_nan=False)]
    high_c: Annotated[float, Field(ge=-60, le=60, allow_inf_nan=False)]
    rain_mm: Annotated[float, Field(ge=0, le=1000, allow_inf_nan=False)] | None = None
    humidity_pct: Annotated[float, Field(ge=1, le=100, allow_inf_nan=False)] | None = None
    """The mean of the day."""
    wind_m_s: Annotated[float, Field(ge=0, le=60, allow_inf_nan=False)] | None = None
    """The mean of the day, two metres above the ground. [m/s]"""
    sun_h: Annotated[float, Field(ge=0, le=24, allow_inf_nan=False)] | None = None
    """Hours of bright sunshine. [h]"""
    source: Annotated[Literal["simulated", "file", "typed"], BeforeValidator(_simulated)] = "typed"
    """Where it comes from. What was simulated counts in a practice garden alone."""

    @model_validator(mode="after")
    def _is_a_day(self) -> "WeatherDay":
        if self.low_c > self.high_c:
            raise fault("min_above_max", "low_c", low=self.low_c, high=self.high_c)
        return self


class Watered(Thing):
    """A place on a day: watered, rained on, put off to another day, or its ground looked at.

    Given without an amount it was wet through afterwards. The place may be gone meanwhile.
    """

    place: UUID
    on: Day
    outcome: Literal["given", "rained", "not_today", "found"] = "given"
    amount: Volume | None = None
    """Let out in all, also what is lost on the way. [L]"""
    felt: Literal["dry", "moist", "wet"] | None = None
    """What a finger found in the ground, in the morning."""
    probe_pct: Annotated[float, Field(ge=0, le=100, allow_inf_nan=False)] | None = None
    """What a probe read there: water by volume."""

    @model_validator(mode="after")
    def _is_water(self) -> "Watered":
        said = (self.felt is not None) + (self.probe_pct is not None)
        if said != (self.outcome == "found"):
            raise fault("found_is_one", "felt")
        if self.amount is None:
            return self
        if self.outcome != "given":
            raise fault("only_given_has_amount", "amount")
        if not 0.05 <= self.amount.l <= 20_000:
            raise fault("watered_out_of_range", "amount", litres=round(self.amount.l, 2))
        return self


class Walked(Thing):
    """How long a walk with the day's jobs took."""

    on: Day
    minutes: Annotated[float, Field(ge=1, le=720, allow_inf_nan=False)]


class StockMove(Thing):
    """What came into the shed or left it otherwise than as a feed.

    Written off without an amount is all of it. A bag is opened from what was there before.
    """

    product: UUID
    on: Day
    kind: Literal["bought", "opened", "written_off"]
    amount: Mass | Volume | None = None
    note: Note = ""

    @model_validator(mode="after")
    def _says_how_much(self) -> "StockMove":
        if self.kind == "bought" and self.amount is None:
            raise fault("bought_needs_amount", "amount")
        return self


class MoveJob(Thing):
    """A pin: this job on that day."""

    job: UUID
    to: Day


class PlannedAmount(Entry):
    """What a season-wide blend gives one job of one product. [g]"""

    job: UUID
    product: UUID
    grams: Annotated[float, Field(gt=0, le=1_000_000, allow_inf_nan=False)]


class SeasonBlend(Thing):
    """A pin: products and amounts of several jobs, blended together and kept."""

    made_on: Day
    place: UUID | None = None
    """The place it was made for; all of the garden where none is named."""
    amounts: tuple[PlannedAmount, ...] = ()


class Log(Entry):
    """Everything that happened in a garden."""

    feeds: tuple[FeedEntry, ...] = ()
    stages: tuple[StageSeen, ...] = ()
    observed: tuple[Observed, ...] = ()
    tasks: tuple[TaskDone, ...] = ()
    sprays: tuple[Sprayed, ...] = ()
    weather: tuple[WeatherDay, ...] = ()
    stock_moves: tuple[StockMove, ...] = ()
    watered: tuple[Watered, ...] = ()
    walks: tuple[Walked, ...] = ()
    harvests: tuple[Harvest, ...] = ()
    notes: tuple[Noted, ...] = ()
    looks: tuple[Look, ...] = ()
