"""A planting in its place, on ground or in tubs: all that does not depend on feeding."""

from collections.abc import Mapping
from dataclasses import dataclass
from datetime import date
from typing import ClassVar, Literal
from uuid import UUID

from eznel.core.crops.stages import REST, stage_on
from eznel.core.crops.weather import Weather
from eznel.core.document import (
    Bed,
    Observed,
    Planting,
    Programme,
    SoilClass,
    Spacing,
    Tub,
    Variety,
)
from eznel.core.ground.soils import Soil
from eznel.core.nutrients import Nutrient
from eznel.core.outlines import Point
from eznel.core.places import area
from eznel.core.poured import Poured
from eznel.core.reference import Crop, Stage
from eznel.core.stands.calendars import Calendar
from eznel.core.stands.own import OwnFactors
from eznel.core.working import Worked

FILLS = 0.9
"""From this share of a bed on, a planting's ground is the whole of it. [m²/m²]"""

Method = Literal["tested", "untested", "light_bed", "tub"]
Where = Literal["ground", "tub"]


@dataclass(frozen=True, slots=True, kw_only=True, eq=False)
class _Stand:
    """What holds for a planting in whatever place."""

    planting: Planting
    crop: Crop
    stages: tuple[Stage, ...]
    programme: Programme
    spacing: Spacing
    plants: int
    points: tuple[Point, ...]
    method: Method
    warmer_by_c: float
    """Than outside, in its place. [°C]"""
    soil: Soil
    calendar: Calendar
    first_calendar: Calendar
    """The dates before anything was seen, from which the first plan was made."""
    follows: UUID | None
    """The planting that had this ground before in the same year."""
    poured: Poured
    feeding_day: int | None
    """Day of the week on which is fed, 0 a Monday."""
    phosphorus_by_test: bool
    """Whether the garden's rules allow phosphorus only where a test is low."""
    today: date
    """The garden's date."""
    weather: Weather
    own: OwnFactors
    """What the garden's own records make of the catalogue's figures."""
    n_factor: float
    """Of the crop's usual nitrogen, for its variety and what the garden yields. [g/g]"""
    variety: Variety | None
    """As the grower has described it, if so."""
    observed: tuple[Observed, ...]
    """What was seen in this growing year, in order of days."""

    @property
    def kept_since(self) -> date | None:
        """From when the log is kept, if the growing year had begun before."""
        since = self.planting.kept_since
        return since if since is not None and since > self.calendar.begins else None

    @property
    def id(self) -> UUID:
        """The planting's id."""
        return self.planting.id

    def still(self, day: date) -> bool:
        """Return whether nothing is fed on a day: rest in winter, or a pause in between.

        Only what stands through a winter rests; a cool spring makes a crop slow, not asleep.
        """
        pause = self.calendar.pause
        if pause is not None and pause.begins <= day < pause.ends:
            return True
        if self.stage_on(day) == REST:
            return True
        if self.calendar.begins >= self.weather.midwinter_before(self.calendar.last_pick):
            return False
        return self.weather.rests(day, self.warmer_by_c)

    @property
    def rests_before_stop(self) -> bool:
        """Whether a winter lies between planting and the end of feeding."""
        calendar = self.calendar
        winter = self.weather.midwinter_before(calendar.stop)
        return calendar.begins < winter and self.still(winter)

    def stage_on(self, day: date) -> str | None:
        """Return the stage that the planting is in on a day."""
        return stage_on(self.calendar.spans, day)

    def soil_class(self, nutrient: Nutrient) -> SoilClass | None:
        """Return the class of a nutrient by the test, if it was tested."""
        return self.soil.soil_class(nutrient)


@dataclass(frozen=True, slots=True, kw_only=True, eq=False)
class OnGround(_Stand):
    """A planting in a bed."""

    where: ClassVar[Where] = "ground"
    place: Bed
    area: Worked
    """The ground it is fed on. [m²]"""
    soil_mass: Worked
    """The soil below a square metre of it. [kg/m²]"""
    carried: Mapping[Nutrient, float]
    """What past years took from the ground since its test, or left in it. [g/m²]"""

    @property
    def ground_m2(self) -> float:
        """The ground it is fed on. [m²]"""
        return self.area.value

    @property
    def fills_place(self) -> bool:
        """Whether the ground it is fed on is the whole bed, but for the edges."""
        return self.ground_m2 >= FILLS * area(self.place).value

    @property
    def kg_yield(self) -> float:
        """The yield that a usual season brings here. [kg]"""
        return self.crop.yield_kg_m2 * self.area.value


@dataclass(frozen=True, slots=True, kw_only=True, eq=False)
class InTub(_Stand):
    """A planting in one or more tubs."""

    where: ClassVar[Where] = "tub"
    place: Tub
    filled_l: Worked
    """Mix in one tub. [L]"""
    share: float
    """The part of the tubs that is this planting's; 1 unless another shares them."""

    @property
    def ground_m2(self) -> float:
        """A tub has no ground. [m²]"""
        return 0.0

    @property
    def tubs(self) -> int:
        """How many there are of it."""
        return self.place.count

    @property
    def litres(self) -> float:
        """Its part of the mix in all tubs. [L]"""
        return self.filled_l.value * self.tubs * self.share

    @property
    def kg_yield(self) -> float:
        """The yield that a usual season brings here. [kg]"""
        return self.crop.yield_kg_plant * self.plants


Stand = OnGround | InTub
"""A planting in its place: everything about it that does not depend on feeding."""
