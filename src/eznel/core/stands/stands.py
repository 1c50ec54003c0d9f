"""A planting in its place: everything about it that does not depend on feeding."""

from collections.abc import Iterator
from dataclasses import dataclass
from datetime import date
from functools import cached_property, partial
from typing import Any
from uuid import UUID

from eznel.core import places
from eznel.core.beliefs import Evidence
from eznel.core.crops.varieties import Growing, growing, yielding
from eznel.core.crops.weather import Weather
from eznel.core.document import (
    Bed,
    Garden,
    Log,
    Observed,
    Place,
    Planting,
    Programme,
    StageSeen,
    Tub,
)
from eznel.core.errors import Unknown
from eznel.core.ground.mending import loses_ammonia
from eznel.core.ground.preparing import Prepared, worked_in_of
from eznel.core.ground.soils import Common, Soil, soil_of
from eznel.core.kept import Kept
from eznel.core.nutrients import Nutrient
from eznel.core.poured import poured
from eznel.core.products.fertiliser import Fertiliser, fertiliser
from eznel.core.reference import Catalogue
from eznel.core.stands.calendars import NOTHING_SEEN, Calendar, Seen, calendar_of, through_winter
from eznel.core.stands.filed import Filed
from eznel.core.stands.grouping import grouped
from eznel.core.stands.grown import grown_in
from eznel.core.stands.known import knows_the_book
from eznel.core.stands.ledger import Ledger
from eznel.core.stands.own import Own, OwnFactors
from eznel.core.stands.own_evidence import Records
from eznel.core.stands.own_ground import CARRIED
from eznel.core.stands.own_pace import at_own_pace, pace_seen
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

    things: tuple[object, ...]


class Stands:
    """All stands of a garden on a day. What one part needs of another is computed once."""

    def __init__(
        self, garden: Garden, log: Log, today: date, catalogue: Catalogue, kept: Kept | None = None
    ) -> None:
        self.garden, self.log, self.today, self.catalogue = garden, log, today, catalogue
        self.filed = Filed(garden, log)
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

    def _inputs(self) -> dict[UUID, list[object]]:
        """Everything that a place and what stands in it are computed from."""
        found: dict[UUID, list[object]] = {place.id: [place] for place in self.garden.places}
        where = {planting.id: planting.place for planting in self.garden.plantings}
        for planting in self.garden.plantings:
            found[planting.place] += [planting, self.paces[planting.id]]
        sights: list[StageSeen | Observed] = [*self.log.stages, *self.log.observed]
        for seen in sights:
            found[where[seen.planting]].append(seen)
        for of_places in (self.filed.reports, self.filed.preparations):
            for place, some in of_places.items():
                found[place] += some
        before = date(self.today.year, 1, 1)
        for planting_id, feeds in self.filed.feeds.items():
            found[where[planting_id]] += [entry for entry in feeds if entry.on < before]
        for planting_id, picked in self.filed.harvests.items():
            found[where[planting_id]] += picked
        return found

    @cached_property
    def all(self) -> tuple[Stand, ...]:
        """Every planting, in the order of planting out."""
        order = sorted(self.garden.plantings, key=lambda p: (p.planted_on, str(p.id)))
        return tuple(
            self.kept.part(
                ("stand", p.id), (self.known[p.place], self._own_of[p.id]), partial(self._stand, p)
            )
            for p in order
        )

    @cached_property
    def _own_of(self) -> dict[UUID, OwnFactors]:
        """What of the garden's own factors reaches each planting."""
        return {
            p.id: self.own.reaching(
                p.crop,
                self.calendars[p.id].begins,
                self.paces[p.id],
                in_ground=isinstance(self.places[p.place], Bed),
            )
            for p in self.garden.plantings
        }

    @cached_property
    def own(self) -> Own:
        """What the garden's records say of its own factors."""
        records = Records(
            garden=self.garden, reports=self.filed.reports, weather=self.weather,
            ledger=self.ledger, usual=self.usual, usual_kg=self.usual_kg,
            calendars=self.calendars, soil_of=self.soil_of,
        )  # fmt: skip
        return Own(
            learning=self.garden.preferences.learning,
            paces=self._paces_seen,
            yields=records.yields(),
            moved=records.moved(),
            freed=records.freed(),
        )

    def usual_kg(self, planting: Planting) -> float:
        """Return what a season of a planting usually brings, whatever its garden taught. [kg]"""
        crop, place = self.usual[planting.id].crop, self.places[planting.place]
        if isinstance(place, Tub):
            return crop.yield_kg_plant * self.sharing.plants_of(planting)
        return crop.yield_kg_m2 * self._ground(planting, place).value

    @cached_property
    def _by_place(self) -> dict[UUID, list[Stand]]:
        return grouped(self.all, lambda one: one.place.id)

    def in_place(self, place: UUID) -> list[Stand]:
        """Return all stands of a place, of whatever year."""
        return self._by_place.get(place, [])

    @cached_property
    def calendars(self) -> dict[UUID, Calendar]:
        """Each planting's dates."""

        def dates(planting: Planting) -> Calendar:
            return self._dates(planting, self.weather)

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
        return self._dates(mine, weather)

    def unseen(self, planting: UUID) -> Calendar:
        """Return a planting's dates by the weather as measured, without what was seen here.

        Parameters
        ----------
        planting : UUID
            One of the garden's.

        Returns
        -------
        Calendar
            Its dates.
        """
        return self._calendar(self.usual[planting], self.weather, NOTHING_SEEN)

    def _dates(self, planting: Planting, weather: Weather) -> Calendar:
        """By what was seen; what is picked before its time says that its time has come."""
        grown, stages = self.growing[planting.id], self._stages_seen.get(planting.id, {})
        found = self._calendar(grown, weather, self._seen(planting, stages))
        picked, begins = self._picked_first.get(planting.id), found.start_of("harvest")
        if picked is None or begins is None or not 0 < (begins - picked).days <= EARLY_DAYS:
            return found
        return self._calendar(grown, weather, self._seen(planting, {**stages, "harvest": picked}))

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
    def _stages_seen(self) -> dict[UUID, dict[str, date]]:
        found: dict[UUID, dict[str, date]] = {}
        for one in sorted(self.log.stages, key=lambda seen: seen.on):
            found.setdefault(one.planting, {})[one.stage] = one.on
        return found

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
        in_order = sorted(self.log.observed, key=lambda o: (o.on, str(o.id)))
        return grouped(in_order, lambda one: one.planting)

    @cached_property
    def usual(self) -> dict[UUID, Growing]:
        """Each planting's crop and stages as its variety has them."""
        varieties, catalogue = self.garden.varieties, self.catalogue
        return {p.id: growing(p, varieties, catalogue) for p in self.garden.plantings}

    @cached_property
    def growing(self) -> dict[UUID, Growing]:
        """The same at the garden's own pace, as it was known when each was planted."""
        return {id_: at_own_pace(one, self.paces[id_]) for id_, one in self.usual.items()}

    @cached_property
    def paces(self) -> dict[UUID, float]:
        """The warmth that each planting takes, of what the catalogue gives it. [g/g]"""
        own = Own(learning=self.garden.preferences.learning, paces=self._paces_seen)
        return {p.id: own.pace_of(p.crop, before=p.planted_on).value for p in self.garden.plantings}

    @cached_property
    def _paces_seen(self) -> dict[str, tuple[Evidence, ...]]:
        found: dict[str, list[Evidence]] = {}
        for p in self.garden.plantings:
            place, stages = self.places[p.place], self._stages_seen.get(p.id, {})
            seen = self.kept.part(
                ("pace", p.id),
                (p, place, stages),
                partial(pace_seen, self.usual[p.id], place, self.weather, stages),
            )
            if seen is not None:
                found.setdefault(p.crop, []).append(seen)
        return {crop: tuple(seen) for crop, seen in found.items()}

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
            self.filed.reports.get(place.id, ()),
            self.filed.preparations.get(place.id, ()),
            grown_in(place, self.sharing, self._manured(place), self.today),
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

    def _manured(self, place: Place) -> Iterator[date]:
        """Days on which manure went in, or goes in."""
        for one in self.filed.preparations.get(place.id, ()):
            of = worked_in_of(one, self.fertilisers, self.catalogue)
            if (one.done or one.on >= self.today) and loses_ammonia(of):
                yield one.on

    def _stand(self, planting: Planting) -> Stand:
        place, grown = self.places[planting.place], self.growing[planting.id]
        calendar, own = self.calendars[planting.id], self._own_of[planting.id]
        whatever_place: dict[str, Any] = {
            "planting": planting,
            "crop": yielding(grown.crop, own.yields),
            "own": own,
            "stages": calendar.stages,
            "programme": self._programme(planting),
            "spacing": places.spacing_of(planting, grown.crop),
            "plants": self.sharing.plants_of(planting),
            "points": self.sharing.points(planting),
            "warmer_by_c": place.warmer_by_c,
            "soil": self.soil_of(place),
            "calendar": calendar,
            "first_calendar": self._calendar(grown, self._usual_weather, NOTHING_SEEN),
            "follows": self.sharing.follows(planting),
            "poured": poured(self.garden.site, place.water),
            "feeding_day": self.garden.preferences.feeding_day,
            "phosphorus_by_test": self.garden.preferences.phosphorus_by_test,
            "today": self.today,
            "weather": self.weather,
            "n_factor": grown.n_factor * own.season_n * (1 - calendar.past),
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
        feeds, picked = self.filed.feeds, self.filed.harvests
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

    def _calendar(self, grown: Growing, weather: Weather, seen: Seen) -> Calendar:
        planting, place = grown.planting, self.places[grown.planting.place]
        calendar = calendar_of(grown, place, weather, self._programme(planting), seen, self.today)
        here = (other.planted_on for other in self.filed.plantings[planting.place])
        after = [planted_on for planted_on in here if planted_on > planting.planted_on]
        return through_winter(calendar, grown, place, weather, after)
