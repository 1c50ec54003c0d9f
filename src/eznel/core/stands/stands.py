"""A planting in its place: everything about it that does not depend on feeding."""

from collections.abc import Mapping
from dataclasses import dataclass
from datetime import date
from functools import cached_property
from typing import Literal
from uuid import UUID

from eznel.core import places
from eznel.core.crops.stages import REST, stage_on
from eznel.core.crops.varieties import Growing, growing
from eznel.core.crops.weather import Weather
from eznel.core.document import (
    FeedEntry,
    Garden,
    Log,
    Observed,
    Place,
    Planting,
    Preparation,
    Programme,
    SoilReport,
    Spacing,
    StageSeen,
    Thing,
    Tub,
    Variety,
    Water,
)
from eznel.core.errors import Unknown
from eznel.core.ground.preparing import Prepared
from eznel.core.ground.soils import Common, Grown, Soil, soil_of
from eznel.core.outlines import Point
from eznel.core.reference import Catalogue, Crop, Stage
from eznel.core.stands.calendars import NOTHING_SEEN, Calendar, Seen, calendar_of
from eznel.core.stands.ledger import Ledger
from eznel.core.stands.sharing import Sharing
from eznel.core.working import Worked

Method = Literal["tested", "untested", "light_bed", "tub"]


@dataclass(frozen=True, slots=True, kw_only=True)
class Stand:
    """One planting in its place. `area` is the ground it is fed on; none for tubs."""

    planting: Planting
    crop: Crop
    stages: tuple[Stage, ...]
    place: Place
    programme: Programme
    spacing: Spacing
    plants: int
    points: tuple[Point, ...]
    area: Worked | None
    filled_l: Worked | None
    """Mix in one tub."""
    tub_share: float
    """The part of the tubs that is this planting's; 1 unless another shares them."""
    method: Method
    soil: Soil
    calendar: Calendar
    first_calendar: Calendar
    """The dates before anything was seen, from which the first plan was made."""
    follows: UUID | None
    """The planting that had this ground before in the same year."""
    water: Water | None
    today: date
    """The garden's date."""
    weather: Weather
    n_factor: float
    """Of the crop's usual nitrogen, for its variety. [g/g]"""
    variety: Variety | None
    """As the grower has described it, if so."""
    observed: tuple[Observed, ...]
    """What was seen in this growing year, in order of days."""
    carried: Mapping[str, float]
    """What past years took from the ground since its test, or left in it. [g/m²]"""

    @property
    def id(self) -> UUID:
        """The planting's id."""
        return self.planting.id

    def still(self, day: date) -> bool:
        """Return whether nothing is fed on a day: rest in winter, or a pause in between.

        Only what stands through a winter rests; a cool spring makes a crop slow, not asleep.
        """
        pause = self.calendar.pause
        if pause is not None and pause[0] <= day < pause[1]:
            return True
        if self.stage_on(day) == REST:
            return True
        if self.calendar.begins >= self.weather.midwinter_before(self.calendar.last_pick):
            return False
        return self.weather.stands_still(day, self.crop.base_temp_c, self.place.warmer_by_c)

    @property
    def rests_before_stop(self) -> bool:
        """Whether a winter lies between planting and the end of feeding."""
        calendar = self.calendar
        winter = self.weather.midwinter_before(calendar.stop)
        return calendar.begins < winter and self.still(winter)

    @property
    def tubs(self) -> int:
        """Number of tubs; 0 for a bed."""
        return self.place.count if isinstance(self.place, Tub) else 0

    def stage_on(self, day: date) -> str | None:
        """Return the stage that the planting is in on a day."""
        return stage_on(self.calendar.spans, day)

    def soil_class(self, nutrient: str) -> str | None:
        """Return the class of a nutrient by the test, if it was tested."""
        return self.soil.soil_class(nutrient)

    def kg_yield(self) -> float:
        """Return the yield that a usual season brings here. [kg]"""
        if self.area is None:
            return self.crop.yield_kg_plant * self.plants
        return self.crop.yield_kg_m2 * self.area.value


class Stands:
    """All stands of a garden on a day. What one part needs of another is computed once.

    An earlier computation may be given that differs in some places: what stands elsewhere is
    taken from it.
    """

    def __init__(
        self,
        garden: Garden,
        log: Log,
        today: date,
        catalogue: Catalogue,
        before: "Stands | None" = None,
    ) -> None:
        self.garden, self.log, self.today, self.catalogue = garden, log, today, catalogue
        for n, planting in enumerate(garden.plantings):
            catalogue.crop(planting.crop, f"plantings.{n}.crop")
        self.places: dict[UUID, Place] = {place.id: place for place in garden.places}
        # In a real garden nobody takes a simulation for what was measured.
        practice = garden.stands_on is not None
        measured = tuple(d for d in log.weather if practice or d.source != "simulated")
        same = before is not None and before.weather.same_as(garden.site, measured)
        self.weather: Weather = (
            before.weather if before is not None and same else Weather(garden.site, measured)
        )
        self.programmes = catalogue.programmes | {p.key: p for p in garden.programmes}
        self._known = self._inputs()
        self._calendars: dict[UUID, tuple[Calendar, Calendar]] = {}
        self._stands: dict[UUID, Stand] = {}
        self._soils: dict[UUID, Soil] = {}
        self.unchanged: frozenset[UUID] = frozenset()
        """Places with nothing new since the earlier computation."""
        if before is not None:
            old = before._known
            self.unchanged = frozenset(p for p, known in self._known.items() if known == old.get(p))
            self._calendars = {
                s.id: before.calendars[s.id] for s in before.all if s.place.id in self.unchanged
            }
            self._stands = {s.id: s for s in before.all if s.place.id in self.unchanged}
            self._soils = {p: soil for p, soil in before._soils.items() if p in self.unchanged}

    def _inputs(self) -> dict[UUID, list[Thing]]:
        """Everything that a place and what stands in it are computed from."""
        found: dict[UUID, list[Thing]] = {place.id: [place] for place in self.garden.places}
        where = {planting.id: planting.place for planting in self.garden.plantings}
        for planting in self.garden.plantings:
            found[planting.place].append(planting)
        sights: list[StageSeen | Observed] = [*self.log.stages, *self.log.observed]
        for seen in sights:
            found[where[seen.planting]].append(seen)
        for report in self.garden.reports:
            for place in report.places:
                found[place].append(report)
        for one in self.garden.preparations:
            found[one.place].append(one)
        for entry in (e for e in self.log.feeds if e.on.year < self.today.year):
            found[where[entry.planting]].append(entry)
        return found

    @cached_property
    def all(self) -> tuple[Stand, ...]:
        """Every planting, in the order of planting out."""
        order = sorted(self.garden.plantings, key=lambda p: (p.planted_on, str(p.id)))
        return tuple(self._stands.get(p.id) or self._stand(p) for p in order)

    @cached_property
    def _by_place(self) -> dict[UUID, list[Stand]]:
        found: dict[UUID, list[Stand]] = {}
        for stand in self.all:
            found.setdefault(stand.place.id, []).append(stand)
        return found

    def in_place(self, place: UUID) -> list[Stand]:
        """Return all stands of a place, of whatever year."""
        return self._by_place.get(place, [])

    @cached_property
    def calendars(self) -> dict[UUID, tuple[Calendar, Calendar]]:
        """Each planting's dates, and its dates before anything was seen."""
        stages: dict[UUID, dict[str, date]] = {}
        for one in sorted(self.log.stages, key=lambda seen: seen.on):
            stages.setdefault(one.planting, {})[one.stage] = one.on
        return {
            planting.id: self._calendars.get(planting.id)
            or (
                self._calendar(
                    planting, self.weather, self._seen(planting, stages.get(planting.id, {}))
                ),
                self._calendar(planting, self._usual_weather, NOTHING_SEEN),
            )
            for planting in self.garden.plantings
        }

    @cached_property
    def _usual_weather(self) -> Weather:
        """What usually comes: from it the first plan is made, whatever the weather does."""
        return Weather(self.garden.site)

    def _seen(self, planting: Planting, stages: dict[str, date]) -> Seen:
        restarted = [
            one.on
            for one in self.observed.get(planting.id, ())
            if one.kind == "growth_restarted" and one.on >= planting.planted_on
        ]
        return Seen(stages=stages, restarted=min(restarted, default=None))

    @cached_property
    def observed(self) -> dict[UUID, list[Observed]]:
        """What was seen at each planting besides stages, in order of days."""
        found: dict[UUID, list[Observed]] = {}
        for one in sorted(self.log.observed, key=lambda o: (o.on, str(o.id))):
            found.setdefault(one.planting, []).append(one)
        return found

    @cached_property
    def growing(self) -> dict[UUID, Growing]:
        """Each planting's crop and stages as its variety has them."""
        varieties, catalogue = self.garden.varieties, self.catalogue
        return {p.id: growing(p, varieties, catalogue) for p in self.garden.plantings}

    @cached_property
    def sharing(self) -> Sharing:
        """Who stands where."""
        last = {planting: now.last_pick for planting, (now, _) in self.calendars.items()}
        return Sharing(self.garden, self.catalogue, last)

    def soil_of(self, place: Place) -> Soil:
        """Return what is known of a place's soil."""
        if place.id not in self._soils:
            self._soils[place.id] = soil_of(
                place,
                self._reports.get(place.id, ()),
                self._preparations.get(place.id, ()),
                self._grown(place),
                self._common,
            )
        return self._soils[place.id]

    @cached_property
    def worked_in(self) -> tuple[Prepared, ...]:
        """Lime, compost and the like of all places."""
        return tuple(one for place in self.garden.places for one in self.soil_of(place).prepared)

    @cached_property
    def _common(self) -> Common:
        return Common(
            products=self.garden.products,
            tables=self.garden.bands,
            catalogue=self.catalogue,
            today=self.today,
        )

    @cached_property
    def _reports(self) -> dict[UUID, list[SoilReport]]:
        found: dict[UUID, list[SoilReport]] = {}
        for report in self.garden.reports:
            for place in report.places:
                found.setdefault(place, []).append(report)
        return found

    @cached_property
    def _preparations(self) -> dict[UUID, list[Preparation]]:
        found: dict[UUID, list[Preparation]] = {}
        for one in self.garden.preparations:
            found.setdefault(one.place, []).append(one)
        return found

    def _grown(self, place: Place) -> Grown:
        """The plantings whose season is not over, the main crop first; all, where it is for all."""
        here = self.sharing.in_place.get(place.id, [])
        last = self.sharing.last_pick
        now = [p for p in here if last[p.id] >= self.today] or here
        free = self.today
        while standing := [last[p.id] for p in here if p.planted_on <= free < last[p.id]]:
            free = max(standing)
        keys = dict.fromkeys(p.crop for p in now)
        return Grown(
            crops=tuple(self.catalogue.crop(key) for key in keys),
            plants=sum(self.sharing.plants_of(p) for p in now),
            wanted_m2=sum(self.sharing.wanted_m2(p) for p in now),
            free_from=free,
        )

    def _stand(self, planting: Planting) -> Stand:
        place, kept = self.places[planting.place], self.growing[planting.id]
        calendar, first = self.calendars[planting.id]
        in_tub = isinstance(place, Tub)
        return Stand(
            planting=planting,
            crop=kept.crop,
            stages=calendar.stages,
            place=place,
            programme=self._programme(planting),
            spacing=places.spacing_of(planting, kept.crop),
            plants=self.sharing.plants_of(planting),
            points=self.sharing.points(planting),
            area=None if in_tub else self._ground(planting, place),
            filled_l=places.filled_volume(place) if isinstance(place, Tub) else None,
            tub_share=self.sharing.share_of_tub(planting) if in_tub else 1.0,
            method=self._method(place),
            soil=self.soil_of(place),
            calendar=calendar,
            first_calendar=first,
            follows=self.sharing.follows(planting),
            water=self.garden.site.water,
            today=self.today,
            weather=self.weather,
            n_factor=kept.n_factor * (1 - calendar.past),
            variety=kept.variety,
            observed=tuple(
                one for one in self.observed.get(planting.id, ()) if one.on >= calendar.begins
            ),
            carried={} if in_tub else self._carried(place),
        )

    def _carried(self, place: Place) -> dict[str, float]:
        """Given less removed, per square metre, in seasons of past years since each test."""
        ratings, last_year = self.soil_of(place).reading.ratings, date(self.today.year - 1, 12, 31)
        found: dict[str, float] = {}
        for nutrient in CARRIED:
            if nutrient in ratings:
                since = ratings[nutrient].report.sampled_on
                given, removed = self.ledger.between(place, nutrient, since, last_year)
                found[nutrient] = given - removed
        return found

    @cached_property
    def ledger(self) -> Ledger:
        """What went in and what was taken out, season by season."""
        feeds: dict[UUID, list[FeedEntry]] = {}
        for entry in self.log.feeds:
            feeds.setdefault(entry.planting, []).append(entry)
        return Ledger(self.garden, self.catalogue, self.sharing, feeds)

    def _ground(self, planting: Planting, place: Place) -> Worked:
        """The ground that a planting is fed on; in a crowded bed each plant has less."""
        one = places.plant_area(places.spacing_of(planting, self.catalogue.crop(planting.crop)))
        whole = places.area(place)
        crowding = self.sharing.crowding(planting)
        return places.dosed_area(
            place_area_m2=whole.value,
            plants=self.sharing.plants_of(planting),
            plant_area_m2=one.value / crowding,
        ).after(whole, one)

    def _method(self, place: Place) -> Method:
        if isinstance(place, Tub):
            return "tub"
        soil = self.soil_of(place)
        if soil.rich:
            return "light_bed"
        return "tested" if soil.reading.rated else "untested"

    def _programme(self, planting: Planting) -> Programme:
        if planting.programme not in self.programmes:
            raise Unknown("programme", "unknown_programme", name=planting.programme)
        return self.programmes[planting.programme]

    def _calendar(self, planting: Planting, weather: Weather, seen: Seen) -> Calendar:
        return calendar_of(
            self.growing[planting.id],
            self.places[planting.place],
            weather,
            self._programme(planting),
            seen,
            self.today,
        )


CARRIED = ("P", "K")
"""Nutrients whose tests are carried forward: what the buffer is known for."""
