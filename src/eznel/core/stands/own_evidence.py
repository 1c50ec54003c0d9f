"""What a garden's log and tests observed of its own factors, gathered from all its places."""

from collections.abc import Callable, Iterable, Iterator, Mapping, Sequence
from dataclasses import dataclass
from datetime import date
from functools import partial
from uuid import UUID

from eznel.core import places
from eznel.core.beliefs import Evidence
from eznel.core.crops.picked import complete_kg
from eznel.core.crops.uptake import uptake_curve
from eznel.core.crops.varieties import Growing
from eznel.core.crops.weather import Weather
from eznel.core.document import Bed, Garden, Harvest, Planting, SoilReport, Trial
from eznel.core.ground.soils import Soil
from eznel.core.nutrients import Nutrient
from eznel.core.quantities import Mass
from eznel.core.reference import Crop
from eznel.core.stands.calendars import Calendar
from eznel.core.stands.ledger import Ledger
from eznel.core.stands.own_ground import CARRIED, Nitrogen, freed_seen, moves_seen

YIELD_BETWEEN_YEARS = 0.35
"""Spread of the logarithm of yields between the years of one garden."""
LEAST_TRIED = 3
"""Of fewer plants of a trial nothing is said. [count]"""


@dataclass(frozen=True, slots=True, kw_only=True)
class Records:
    """What a garden wrote down, with what is needed to read it."""

    garden: Garden
    reports: Mapping[UUID, Sequence[SoilReport]]
    """Soil tests by place."""
    ledger: Ledger
    weather: Weather
    usual: Mapping[UUID, Growing]
    """Each planting's crop as its variety has it."""
    calendars: Mapping[UUID, Calendar]
    usual_kg: Callable[[Planting], float]
    """What a planting's season usually brings where it stands. [kg]"""
    soil_of: Callable[[Bed], Soil]

    def yields(self) -> dict[str, tuple[Evidence, ...]]:
        """Return what was picked in whole seasons, by crop, as multiples of the usual. [kg/kg]"""
        found: dict[str, list[Evidence]] = {}
        for planting in self.garden.plantings:
            crop = self.usual[planting.id].crop
            seen = [*self._picked(planting, crop)] or [*self._tried(planting, crop)]
            if seen:
                found.setdefault(crop.key, []).extend(seen)
        return {crop: tuple(seen) for crop, seen in found.items()}

    def _picked(self, planting: Planting, crop: Crop) -> Iterator[Evidence]:
        for picked in self._seasons(planting, crop):
            kg = complete_kg(picked, self.ledger.catalogue.picked[crop.key])
            if kg:
                on, factor = max(one.on for one in picked), kg / self.usual_kg(planting)
                yield Evidence(on, planting.id, factor, YIELD_BETWEEN_YEARS)

    def _tried(self, planting: Planting, crop: Crop) -> Iterator[Evidence]:
        """What the plants of a trial brought, both treatments together, once it has ended."""
        if crop.habit == "perennial":  # a trial is of one year, and says of which it is
            return
        for trial in self.garden.trials:
            kg = _each_kg(trial, planting)
            if trial.ended_on is not None and len(kg) >= LEAST_TRIED:
                usual = self.usual_kg(planting) / self.ledger.sharing.plants_of(planting)
                factor = sum(kg) / len(kg) / usual
                if factor > 0:
                    yield Evidence(trial.ended_on, planting.id, factor, YIELD_BETWEEN_YEARS)

    def _seasons(self, planting: Planting, crop: Crop) -> Iterable[Sequence[Harvest]]:
        """What was picked of a planting; of a perennial, year by year."""
        picked = self.ledger.picked.get(planting.id, ())
        if crop.habit != "perennial":
            return [picked]
        years: dict[int, list[Harvest]] = {}
        for one in picked:
            years.setdefault(one.on.year, []).append(one)
        return years.values()

    def moved(self) -> dict[Nutrient, tuple[Evidence, ...]]:
        """Return how far a gram moved the tests of the garden's beds. [g/g]"""
        return {
            x: tuple(
                one
                for bed, reports in self._tested()
                for one in moves_seen(bed, x, self.soil_of(bed), self.ledger, reports)
            )
            for x in CARRIED
        }

    def freed(self) -> tuple[Evidence, ...]:
        """Return what the ground of beds freed of nitrogen between two tests. [g/g]"""
        return tuple(
            one
            for bed, reports in self._tested()
            for one in freed_seen(bed, self.soil_of(bed), reports, partial(self._nitrogen, bed))
        )

    def _tested(self) -> Iterator[tuple[Bed, Sequence[SoilReport]]]:
        """Beds of which more than one test is there that was not forgotten."""
        since = self.garden.preferences.learning.since or date.min
        for place in self.garden.places:
            tests = [one for one in self.reports.get(place.id, ()) if one.sampled_on >= since]
            if isinstance(place, Bed) and len(tests) > 1:
                yield place, tests

    def _nitrogen(self, bed: Bed, start: date, end: date) -> Nitrogen:
        fed = taken = 0.0
        for planting in self.ledger.sharing.in_place.get(bed.id, []):
            fed += sum(
                self.ledger.nitrogen_g(entry)
                for entry in self.ledger.feeds.get(planting.id, ())
                if entry.outcome == "given" and start < entry.on <= end
            )
            taken += self._taken_g(planting, start, end)
        ground = places.area(bed).value
        return Nitrogen(
            fed=fed / ground,
            taken=taken / ground,
            means_c=self.weather.means_c(start, end, bed.warmer_by_c),
        )

    def _taken_g(self, planting: Planting, start: date, end: date) -> float:
        """Nitrogen that a planting took out of the ground between two days. [g]"""
        crop, calendar = self.usual[planting.id].crop, self.calendars[planting.id]
        if planting.planted_on >= end or calendar.last_pick <= start:
            return 0.0
        curve = uptake_curve("N", calendar.spans, calendar.stages)
        share = curve.at(end) - curve.at(start)
        whole = crop.uptake("N") * (1 - crop.n_fixing_share) * self.usual_kg(planting)
        return share * whole


def _each_kg(trial: Trial, planting: Planting) -> list[float]:
    """What each plant of a planting brought that still counts. [kg]"""
    at = next((n for n, one in enumerate(trial.measures) if one.harvest), None)
    if at is None:
        return []
    unit = trial.measures[at].unit
    mine = (one for one in trial.plants if one.planting == planting.id and one.plant is not None)
    counting = (one.values for one in mine if one.left is None)
    values = (some[at] for some in counting if len(some) > at)
    return [
        Mass.model_validate({"value": value, "unit": unit}).g / 1000
        for value in values
        if value is not None
    ]
