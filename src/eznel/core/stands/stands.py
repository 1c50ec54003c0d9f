"""A planting in its place: everything about it that does not depend on feeding."""

from collections.abc import Iterator, Sequence
from dataclasses import dataclass
from datetime import date, timedelta
from functools import cached_property, partial
from typing import Any
from uuid import UUID

from eznel.core import places
from eznel.core.crops.varieties import Growing, growing
from eznel.core.crops.weather import Weather
from eznel.core.document import (
    Bed,
    FeedEntry,
    Garden,
    Harvest,
    Log,
    Observed,
    Place,
    Planting,
    Preparation,
    Programme,
    SoilReport,
    StageSeen,
    Thing,
    Tub,
)
from eznel.core.errors import Unknown
from eznel.core.ground.mending import MANURE_DAYS, loses_ammonia
from eznel.core.ground.preparing import Prepared, worked_in_of
from eznel.core.ground.soils import Common, Grown, Soil, soil_of
from eznel.core.kept import Kept
from eznel.core.nutrients import Nutrient
from eznel.core.poured import poured
from eznel.core.products.fertiliser import Fertiliser, fertiliser
from eznel.core.reference import Catalogue
from eznel.core.stands.calendars import NOTHING_SEEN, Calendar, Seen, calendar_of, through_winter
from eznel.core.stands.known import knows_the_book
from eznel.core.stands.ledger import Ledger
from eznel.core.stands.sharing import Sharing
from eznel.core.stands.stand import InTub, Method, OnGround, Stand
from eznel.core.working import Origin, Quantity, Worked

EARLY_DAYS = 45
"""What is picked so long before its time, and no longer, is ripe and no thinning. [days]"""
RUN_DAYS = 120
"""Pickings further apart than this are of two years. [days]"""


@dataclass(frozen=True, slots=True, eq=False)
class _Known:
    """Everything that a place and what stands in it are computed from.

    The same object as long as nothing of it changes.
    """

    things: tuple[Thing, ...]


class Stands:
    """All stands of a garden on a day. What one part needs of another is computed once."""

    def __init__(
        self, garden: Garden, log: Log, today: date, catalogue: Catalogue, kept: Kept | None = None
    ) -> None:
        self.garden, self.log, self.today, self.catalogue = garden, log, today, catalogue
        for n, planting in enumerate(garden.plantings):
            catalogue.crop(planting.crop, f"plantings.{n}.crop")
        for at, substrate in garden.substrates:
            catalogue.substrate(substrate, at)
        knows_the_book(garden, log, catalogue)
        self.kept = kept or Kept(())
        self.places: dict[UUID, Place] = {place.id: place for place in garden.places}
        self.weather: Weather = self.kept.part("weather", (), self._weather)
        self.programmes = catalogue.programmes | {p.key: p for p in garden.programmes}
        self.known = {
            place: self.kept.part(("known", place), tuple(things), partial(_Known, tuple(things)))
            for place, things in self._inputs().items()
        }
        """Of each place, what it is computed from."""

    def _weather(self) -> Weather:
        """Measured days; in a real garden nobody takes a simulation for what was measured."""
        practice = self.garden.stands_on is not None
        measured = tuple(d for d in self.log.weather if practice or d.source != "simulated")
        return Weather(self.garden.site, measured)

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
        past: list[FeedEntry | Harvest] = [*self.log.feeds, *self.log.harvests]
        for entry in past:
            if entry.on.year < self.today.year or isinstance(entry, Harvest):
                found[where[entry.planting]].append(entry)
        return found

    @cached_property
    def all(self) -> tuple[Stand, ...]:
        """Every planting, in the order of planting out."""
        order = sorted(self.garden.plantings, key=lambda p: (p.planted_on, str(p.id)))
        return tuple(
            self.kept.part(("stand", p.id), (self.known[p.place],), partial(self._stand, p))
            for p in order
        )

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
    def calendars(self) -> dict[UUID, Calendar]:
        """Each planting's dates."""
        stages: dict[UUID, dict[str, date]] = {}
        for one in self._stages_seen:
            stages.setdefault(one.planting, {})[one.stage] = one.on

        def dates(planting: Planting) -> Calendar:
            return self._dates(planting, self.weather, stages.get(planting.id, {}))

        return {
            p.id: self.kept.part(("dates", p.id), (self.known[p.place],), partial(dates, p))
            for p in self.garden.plantings
        }

    def dates_in(self, planting: UUID, weather: Weather) -> Calendar:
        """Return a planting's dates in another weather; what was seen stays.

        Parameters
        ----------
        planting : UUID
            One of the garden's.
        weather : Weather
            The other. [°C]

        Returns
        -------
        Calendar
            Its dates.
        """
        mine = next(one for one in self.garden.plantings if one.id == planting)
        stages = {one.stage: one.on for one in self._stages_seen if one.planting == planting}
        return self._dates(mine, weather, stages)

    def unseen(self, planting: UUID) -> Calendar:
        """Return a planting's dates by the weather as measured, without what was seen of it.

        Parameters
        ----------
        planting : UUID
            One of the garden's.

        Returns
        -------
        Calendar
            Its dates.
        """
        mine = next(one for one in self.garden.plantings if one.id == planting)
        return self._calendar(mine, self.weather, NOTHING_SEEN)

    def _dates(self, planting: Planting, weather: Weather, stages: dict[str, date]) -> Calendar:
        """By what was seen; what is picked before its time says that its time has come."""
        found = self._calendar(planting, weather, self._seen(planting, stages))
        picked, begins = self._picked_first.get(planting.id), found.start_of("harvest")
        if picked is None or begins is None or not 0 < (begins - picked).days <= EARLY_DAYS:
            return found
        return self._calendar(
            planting, weather, self._seen(planting, {**stages, "harvest": picked})
        )

    @cached_property
    def _picked_first(self) -> dict[UUID, date]:
        """The first picking of each planting's last run of pickings."""
        found: dict[UUID, date] = {}
        for one in sorted(self.log.harvests, key=lambda h: h.on, reverse=True):
            later = found.get(one.planting)
            if later is None or (later - one.on).days <= RUN_DAYS:
                found[one.planting] = one.on
        return found

    @cached_property
    def _stages_seen(self) -> list[StageSeen]:
        return sorted(self.log.stages, key=lambda seen: seen.on)

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
        last = {planting: dates.last_pick for planting, dates in self.calendars.items()}
        return Sharing(self.garden, self.catalogue, last)

    def soil_of(self, place: Place) -> Soil:
        """Return what is known of a place's soil."""
        return self.kept.part(
            ("soil", place.id), (self.known[place.id],), partial(self._soil, place)
        )

    def _soil(self, place: Place) -> Soil:
        return soil_of(
            place,
            self._reports.get(place.id, ()),
            self._preparations.get(place.id, ()),
            self._grown(place),
            self._common,
        )

    @cached_property
    def worked_in(self) -> tuple[Prepared, ...]:
        """Lime, compost and the like of all places."""
        return tuple(one for place in self.garden.places for one in self.soil_of(place).prepared)

    @cached_property
    def fertilisers(self) -> dict[UUID, Fertiliser]:
        """The garden's products, in its order, each with the general material it is."""
        materials = self.catalogue.materials
        return {product.id: fertiliser(product, materials) for product in self.garden.products}

    @cached_property
    def _common(self) -> Common:
        return Common(
            products=tuple(self.fertilisers.values()),
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
        spans = [(p.planted_on, last[p.id]) for p in here]
        free = _outside(spans, self.today)
        near = timedelta(MANURE_DAYS)
        kept = [(day - near + timedelta(1), day + near) for day in self._manured(place)]
        keys = dict.fromkeys(p.crop for p in now)
        return Grown(
            crops=tuple(self.catalogue.crop(key) for key in keys),
            plants=sum(self.sharing.plants_of(p) for p in now),
            wanted_m2=sum(self.sharing.wanted_m2(p) for p in now),
            free_from=free,
            lime_from=_outside([*spans, *kept], free),
            stands_for_years=any(
                self.catalogue.crop(p.crop).habit == "perennial"
                and p.ends_on is None
                and p.planted_on <= self.today
                for p in here
            ),
        )

    def _manured(self, place: Place) -> Iterator[date]:
        """Days on which manure went in, or goes in."""
        for one in self._preparations.get(place.id, []):
            of = worked_in_of(one, self.fertilisers, self.catalogue)
            if (one.done or one.on >= self.today) and loses_ammonia(of):
                yield one.on

    def _stand(self, planting: Planting) -> Stand:
        place, grown = self.places[planting.place], self.growing[planting.id]
        calendar = self.calendars[planting.id]
        whatever_place: dict[str, Any] = {
            "planting": planting,
            "crop": grown.crop,
            "stages": calendar.stages,
            "programme": self._programme(planting),
            "spacing": places.spacing_of(planting, grown.crop),
            "plants": self.sharing.plants_of(planting),
            "points": self.sharing.points(planting),
            "warmer_by_c": place.warmer_by_c,
            "soil": self.soil_of(place),
            "calendar": calendar,
            "first_calendar": self._calendar(planting, self._usual_weather, NOTHING_SEEN),
            "follows": self.sharing.follows(planting),
            "poured": poured(self.garden.site, place.water),
            "feeding_day": self.garden.preferences.feeding_day,
            "phosphorus_by_test": self.garden.preferences.phosphorus_by_test,
            "today": self.today,
            "weather": self.weather,
            "n_factor": grown.n_factor * (1 - calendar.past),
            "variety": grown.variety,
            "observed": tuple(
                one for one in self.observed.get(planting.id, ()) if one.on >= calendar.begins
            ),
        }
        if isinstance(place, Tub):
            filled, share = places.filled_volume(place), self.sharing.share_of_tub(planting)
            return InTub(**whatever_place, place=place, method="tub", filled_l=filled, share=share)
        return OnGround(
            **whatever_place,
            place=place,
            method=self._method(place),
            area=self._ground(planting, place),
            soil_mass=places.bed_soil_mass(place),
            carried=self._carried(place),
        )

    def _carried(self, place: Place) -> dict[Nutrient, float]:
        """Given less removed, per square metre, in seasons of past years since each test."""
        ratings, last_year = self.soil_of(place).reading.ratings, date(self.today.year - 1, 12, 31)
        found: dict[Nutrient, float] = {}
        for nutrient in CARRIED:
            if nutrient in ratings:
                since = ratings[nutrient].report.sampled_on
                account = self.ledger.between(place, nutrient, since, last_year)
                found[nutrient] = account.given - account.removed
        return found

    @cached_property
    def ledger(self) -> Ledger:
        """What went in and what was taken out, season by season."""
        feeds: dict[UUID, list[FeedEntry]] = {}
        for entry in self.log.feeds:
            feeds.setdefault(entry.planting, []).append(entry)
        picked: dict[UUID, list[Harvest]] = {}
        for one in self.log.harvests:
            picked.setdefault(one.planting, []).append(one)
        scoops = {scoop.id: scoop for scoop in self.garden.scoops}
        return Ledger(self.fertilisers, scoops, self.catalogue, self.sharing, feeds, picked)

    def _ground(self, planting: Planting, place: Bed) -> Worked:
        """The ground that a planting is fed on; in a crowded bed each plant has less."""
        one = places.plant_area(places.spacing_of(planting, self.catalogue.crop(planting.crop)))
        whole = places.area(place)
        crowding = self.sharing.crowding(planting)
        if crowding > 1:
            one = one.then(
                "crowded_area",
                one.value / crowding,
                "m²",
                Quantity("own_m2", one.value, "m²"),
                Quantity("crowding", crowding, "", Origin.PLAN),
            )
        return places.dosed_area(
            place_area_m2=whole.value,
            plants=self.sharing.plants_of(planting),
            plant_area_m2=one.value,
        ).after(whole, one)

    def _method(self, place: Bed) -> Method:
        soil = self.soil_of(place)
        if soil.rich:
            return "light_bed"
        return "tested" if soil.reading.rated else "untested"

    def _programme(self, planting: Planting) -> Programme:
        if planting.programme not in self.programmes:
            raise Unknown("programme", "unknown_programme", name=planting.programme)
        return self.programmes[planting.programme]

    def _calendar(self, planting: Planting, weather: Weather, seen: Seen) -> Calendar:
        grown, place = self.growing[planting.id], self.places[planting.place]
        programme = self._programme(planting)
        calendar = calendar_of(grown, place, weather, programme, seen, self.today)
        after = [
            other.planted_on
            for other in self.garden.plantings
            if other.place == planting.place and other.planted_on > planting.planted_on
        ]
        return through_winter(calendar, grown, place, weather, after)


def _outside(spans: Sequence[tuple[date, date]], day: date) -> date:
    """The first day from one on that lies in none of some spans, each up to its end."""
    while ends := [end for start, end in spans if start <= day < end]:
        day = max(ends)
    return day


CARRIED: tuple[Nutrient, ...] = ("P", "K")
"""Nutrients whose tests are carried forward: what the buffer is known for."""
