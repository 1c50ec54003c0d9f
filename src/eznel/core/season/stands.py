"""A planting in its place: everything about it that does not depend on feeding.

A stand brings together the planting, its crop, place, soil test and dates. Plantings that share a
bed at the same time stand side by side in strips of it; one that follows another stands on ground
that was dosed already that year.
"""

from dataclasses import dataclass
from datetime import date, timedelta
from functools import cached_property
from math import ceil, cos, pi, sin
from typing import Literal
from uuid import UUID

from eznel.core import places
from eznel.core.crops.stages import StageSpan, stage_on, stage_spans
from eznel.core.document import (
    Bed,
    Garden,
    Log,
    Place,
    Planting,
    Programme,
    SoilReport,
    Spacing,
    Tub,
)
from eznel.core.errors import Unknown
from eznel.core.places import Point
from eznel.core.reference import Catalogue, Crop, Stage
from eznel.core.soil.acidity import Acidity, acidity
from eznel.core.soil.ratings import Ground, Rating, rate
from eznel.core.soil.supply import MOST_MINERAL_OM_PCT
from eznel.core.working import Worked

Method = Literal["tested", "untested", "light_bed", "tub"]

COVER_C = 3.0
"""A place this much warmer than outside is under cover."""
COVER_GAINS_DAYS = 42
"""How much later than outside the first frost ends a tender crop there: assumed."""


@dataclass(frozen=True, slots=True)
class Calendar:
    """The dates of a stand: its stages, last picking, and the day from which nothing is fed."""

    spans: tuple[StageSpan, ...]
    last_pick: date
    stop: date
    hold_end: date

    def start_of(self, stage: str) -> date | None:
        """Return the first day of a stage, if it comes."""
        return next((span.start for span in self.spans if span.key == stage), None)


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
    method: Method
    report: SoilReport | None
    ratings: dict[str, Rating]
    acidity: Acidity | None
    calendar: Calendar
    first_calendar: Calendar
    """The dates before anything was seen, from which the first plan was made."""
    follows: UUID | None
    """The planting that had this ground before in the same year."""

    @property
    def id(self) -> UUID:
        """The planting's id."""
        return self.planting.id

    @property
    def tubs(self) -> int:
        """Number of tubs; 0 for a bed."""
        return self.place.count if isinstance(self.place, Tub) else 0

    def stage_on(self, day: date) -> str | None:
        """Return the stage that the planting is in on a day."""
        return stage_on(self.calendar.spans, day)

    def soil_class(self, nutrient: str) -> str | None:
        """Return the class of a nutrient by the test, if it was tested."""
        rating = self.ratings.get(nutrient)
        return rating.soil_class if rating else None

    def kg_yield(self) -> float:
        """Return the yield that a usual season brings here. [kg]"""
        if self.area is None:
            return self.crop.yield_kg_plant * self.plants
        return self.crop.yield_kg_m2 * self.area.value


class Stands:
    """All stands of a garden on a day. What one part needs of another is computed once."""

    def __init__(self, garden: Garden, log: Log, today: date, catalogue: Catalogue) -> None:
        self.garden, self.log, self.today, self.catalogue = garden, log, today, catalogue
        for n, planting in enumerate(garden.plantings):
            catalogue.crop(planting.crop, f"plantings.{n}.crop")
        self.places: dict[UUID, Place] = {place.id: place for place in garden.places}
        self.programmes = catalogue.programmes | {p.key: p for p in garden.programmes}
        self._in_place: dict[UUID, list[Planting]] = {}
        for planting in garden.plantings:
            self._in_place.setdefault(planting.place, []).append(planting)
        self._stages_seen: dict[UUID, dict[str, date]] = {}
        for seen in log.stages:
            self._stages_seen.setdefault(seen.planting, {})[seen.stage] = seen.on

    @cached_property
    def all(self) -> tuple[Stand, ...]:
        """Every planting, in the order of planting out."""
        order = sorted(self.garden.plantings, key=lambda p: (p.planted_on, str(p.id)))
        return tuple(self._stand(planting) for planting in order)

    @cached_property
    def calendars(self) -> dict[UUID, tuple[Calendar, Calendar]]:
        """Each planting's dates, and its dates before anything was seen."""
        return {
            planting.id: (
                self._calendar(planting, self._stages_seen.get(planting.id, {})),
                self._calendar(planting, {}),
            )
            for planting in self.garden.plantings
        }

    def report_for(self, place: UUID) -> SoilReport | None:
        """Return the newest report on a place that is not from the future."""
        found = [r for r in self.garden.reports if place in r.places and r.sampled_on <= self.today]
        return max(found, key=lambda r: (r.sampled_on, str(r.id)), default=None)

    def ratings_for(self, place: Place) -> dict[str, Rating]:
        """Return the rated values of a bed's newest report, by nutrient."""
        report = self.report_for(place.id)
        if report is None or not isinstance(place, Bed):
            return {}
        density, origin = places.density_g_ml(place)
        ground = Ground(density, origin, place.texture)
        rated = (rate(value, report, ground, self.catalogue.bands) for value in report.values)
        return {rating.analyte: rating for rating in rated if rating is not None}

    def crops_in(self, place: UUID) -> tuple[Crop, ...]:
        """Return the crops whose season is not over in a place, the main crop first."""
        here = self._in_place.get(place, [])
        now = [p for p in here if self.calendars[p.id][0].last_pick >= self.today]
        keys = dict.fromkeys(p.crop for p in now or here)
        return tuple(self.catalogue.crop(key) for key in keys)

    def acidity_of(self, place: Place) -> Acidity | None:
        """Return where a bed's pH stands against the crops planned there."""
        report = self.report_for(place.id)
        if report is None or not isinstance(place, Bed):
            return None
        return acidity(report, tuple((c.ph_min, c.ph_max) for c in self.crops_in(place.id)))

    def _stand(self, planting: Planting) -> Stand:
        crop, place = self.catalogue.crop(planting.crop), self.places[planting.place]
        spacing = places.spacing_of(planting, crop)
        calendar, first = self.calendars[planting.id]
        beside = self._beside(planting)
        plants = self.plants_of(planting)
        ground = None
        if isinstance(place, Bed):
            one = places.plant_area(spacing)
            whole = places.area(place)
            wanted = sum(self._wanted_m2(p) for p in beside)
            crowding = max(1.0, wanted / whole.value)
            ground = places.dosed_area(
                place_area_m2=whole.value,
                plants=plants,
                plant_area_m2=one.value / crowding,
            ).after(whole, one)
        return Stand(
            planting=planting,
            crop=crop,
            stages=_stages(planting, self.catalogue),
            place=place,
            programme=self._programme(planting),
            spacing=spacing,
            plants=plants,
            points=self._points(planting, beside, spacing, plants),
            area=ground,
            filled_l=places.filled_volume(place) if isinstance(place, Tub) else None,
            method=self._method(place),
            report=self.report_for(place.id),
            ratings=self.ratings_for(place),
            acidity=self.acidity_of(place),
            calendar=calendar,
            first_calendar=first,
            follows=self._follows(planting),
        )

    def plants_of(self, planting: Planting) -> int:
        """Return the number of plants: as typed, or as many as the room allows."""
        if planting.plants is not None:
            return planting.plants
        crop, place = self.catalogue.crop(planting.crop), self.places[planting.place]
        if isinstance(place, Tub):
            room = places.filled_volume(place).value / places.FILLED_SHARE
            return max(1, int(room // crop.tub_comfortable_l)) * place.count
        spacing = places.spacing_of(planting, crop)
        one = places.plant_area(spacing).value
        others = [p for p in self._beside(planting) if p.id != planting.id]
        left_m2 = places.area(place).value - sum(self._wanted_m2(p) for p in others if p.plants)
        free = places.most_by_area(
            area_m2=max(left_m2, 0) / (1 + sum(p.plants is None for p in others)),
            plant_area_m2=one,
        )
        return max(1, min(len(places.positions(place.shape, spacing)), free))

    def _wanted_m2(self, planting: Planting) -> float:
        spacing = places.spacing_of(planting, self.catalogue.crop(planting.crop))
        return self.plants_of(planting) * places.plant_area(spacing).value

    def _beside(self, planting: Planting) -> list[Planting]:
        """The plantings that stand in the same place at the same time, itself included."""
        mine = self.calendars[planting.id][0]
        return [
            other
            for other in self._in_place[planting.place]
            if other.planted_on <= mine.last_pick
            and self.calendars[other.id][0].last_pick >= planting.planted_on
        ]

    def _follows(self, planting: Planting) -> UUID | None:
        before = [
            other
            for other in self._in_place[planting.place]
            if other.id != planting.id
            and other.planted_on.year == planting.planted_on.year
            and self.calendars[other.id][0].last_pick <= planting.planted_on
        ]
        return max(before, key=lambda p: p.planted_on).id if before else None

    def _points(
        self, planting: Planting, beside: list[Planting], spacing: Spacing, plants: int
    ) -> tuple[Point, ...]:
        place = self.places[planting.place]
        if isinstance(place, Tub):
            return _around(place, ceil(plants / place.count))
        points = sorted(places.positions(place.shape, spacing), key=lambda p: (p.x_m, p.y_m))
        if len(beside) == 1:
            return tuple(points[:plants])
        # Side by side: each from where its strip of the bed begins, and no further if it is full.
        wanted = [self._wanted_m2(p) for p in beside]
        index = [p.id for p in beside].index(planting.id)
        ground = places.area(place).value
        whole = max(sum(wanted), ground)
        start = round(len(points) * sum(wanted[:index]) / whole)
        end = round(len(points) * sum(wanted[: index + 1]) / whole)
        return tuple(points[start : end if sum(wanted) > ground else start + plants][:plants])

    def _method(self, place: Place) -> Method:
        if isinstance(place, Tub):
            return "tub"
        report = self.report_for(place.id)
        om_pct = (report.organic_matter_pct if report else None) or 0.0
        if places.density_g_ml(place)[0] < places.LIGHT_BED_G_ML or om_pct > MOST_MINERAL_OM_PCT:
            return "light_bed"
        return "tested" if report is not None and report.values else "untested"

    def _programme(self, planting: Planting) -> Programme:
        if planting.programme not in self.programmes:
            raise Unknown("programme", "unknown_programme", name=planting.programme)
        return self.programmes[planting.programme]

    def _calendar(self, planting: Planting, seen: dict[str, date]) -> Calendar:
        crop = self.catalogue.crop(planting.crop)
        stages = _stages(planting, self.catalogue)
        keys = [stage.key for stage in stages]
        for key in seen:
            if key not in keys:
                raise Unknown("stage", "unknown_stage", name=key)
        place = self.places[planting.place]
        anchors = _anchors(planting, stages) | {key: (day, True) for key, day in seen.items()}
        spans = stage_spans(crop, stages, self.garden.site, place.warmer_by_c, anchors)
        frost = self._first_frost_after(planting.planted_on)
        last_pick = planting.ends_on or spans[-1].end
        if planting.ends_on is None and crop.frost == "none" and frost is not None:
            covered = place.warmer_by_c >= COVER_C
            last_pick = min(last_pick, frost + timedelta(COVER_GAINS_DAYS if covered else 0))
        return Calendar(
            spans=spans,
            last_pick=last_pick,
            stop=_stop(crop, spans, last_pick, frost),
            hold_end=_hold_end(planting, self._programme(planting), stages, spans, seen),
        )

    def _first_frost_after(self, day: date) -> date | None:
        frost = self.garden.site.first_frost
        if frost is None:
            return None
        month, number = (int(part) for part in frost.split("-"))
        this_year = date(day.year, month, min(number, 28) if month == 2 else number)
        return this_year if this_year > day else this_year.replace(year=day.year + 1)


def _stages(planting: Planting, catalogue: Catalogue) -> tuple[Stage, ...]:
    """The crop's stages; a crop sown where it stays is never transplanted."""
    stages = catalogue.stages[planting.crop]
    if not planting.sown_in_place:
        return stages
    return tuple(s for s in stages if s.key not in ("transplant_establishment", "potted_on"))


def _anchors(planting: Planting, stages: tuple[Stage, ...]) -> dict[str, tuple[date, bool]]:
    if planting.sown_in_place:
        return {stages[0].key: (planting.planted_on, False)}
    anchors = {"transplant_establishment": (planting.planted_on, False)}
    if planting.sown_on is not None:
        anchors[stages[0].key] = (planting.sown_on, False)
    return anchors


def _hold_end(
    planting: Planting,
    programme: Programme,
    stages: tuple[Stage, ...],
    spans: tuple[StageSpan, ...],
    seen: dict[str, date],
) -> date:
    """First day of feeding: true leaves for a crop sown in place, else after the hold."""
    keys = [stage.key for stage in stages]
    if planting.sown_in_place:
        after = keys[keys.index("seedling") + 1]
        return next(span.start for span in spans if span.key == after)
    planned = planting.planted_on + timedelta(programme.hold_days)
    restarted = keys[keys.index("transplant_establishment") + 1 :]
    growing = [seen[key] for key in restarted if key in seen]
    return min([planned, *(max(day, planting.planted_on) for day in growing)])


def _stop(
    crop: Crop, spans: tuple[StageSpan, ...], last_pick: date, first_frost: date | None
) -> date:
    """The earliest of the stop stage, the stop days and the last picking."""
    starts = {span.key: span.start for span in spans}
    before = {"last_pick": last_pick, "first_frost": first_frost, "first_harvest": None}
    before["first_harvest"] = starts.get("harvest")
    ends = [last_pick]
    if crop.stop_stage in starts:
        ends.append(starts[crop.stop_stage])
    event = before.get(crop.stop_before or "")
    if event is not None:
        ends.append(event - timedelta(crop.stop_days or 0))
    return min(ends)


def _around(tub: Tub, plants: int) -> tuple[Point, ...]:
    """Plants of one tub, evenly around its middle."""
    if plants == 1:
        return (Point(0.0, 0.0),)
    ring = places.tub_diameter_m(tub)[0] / 4
    return tuple(
        Point(ring * cos(2 * pi * n / plants), ring * sin(2 * pi * n / plants))
        for n in range(plants)
    )
