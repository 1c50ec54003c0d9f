"""A place's numbers while it is being drawn are those that its plan will have."""

from dataclasses import replace
from datetime import timedelta
from typing import Any

import pytest

from eznel import catalogue, demo
from eznel.core.document import Bed, Place, Rectangle
from eznel.core.plan import SeasonPlan, make, measures
from eznel.core.plan.result import PlaceMeasures

FILE = demo.garden_file()
MADE = make(FILE.garden, FILE.log, demo.STANDS_ON, catalogue.load())
PLACES = {place.name: place for place in FILE.garden.places}


def moved(place: Place) -> Place:
    """Three metres further and turned; a rectangle is a third longer besides."""
    changed: dict[str, Any] = {"x_m": place.x_m + 3, "turn_deg": 15.0}
    if isinstance(place.shape, Rectangle):
        length = place.shape.length
        longer = length.model_copy(update={"value": length.value * 4 / 3})
        changed["shape"] = place.shape.model_copy(update={"length": longer})
    return place.model_copy(update=changed)


def agrees(drawn: PlaceMeasures, plan: SeasonPlan) -> None:
    planned = next(one for one in plan.places if one.id == drawn.place.id)
    assert drawn.place == replace(planned, walk=0, changes=())
    stands = {one.id: one for one in plan.plantings if one.place == drawn.place.id}
    assert {one.planting for one in drawn.standing} == stands.keys()
    for one in drawn.standing:
        mine = stands[one.planting]
        assert (one.plants, one.fits, one.points) == (mine.plants, mine.fits, mine.points)
        assert (one.area_m2, one.plant_area_m2) == (mine.area_m2, mine.plant_area_m2)


@pytest.mark.parametrize("name", sorted(PLACES))
def test_a_place_as_it_is_has_the_numbers_of_the_plan(name: str) -> None:
    agrees(measures(PLACES[name], MADE.workings), MADE.plan)


@pytest.mark.parametrize("name", sorted(PLACES))
def test_a_changed_place_has_the_numbers_that_the_plan_would_have(name: str) -> None:
    place = moved(PLACES[name])
    drawn = measures(place, MADE.workings)
    places = tuple(place if one.id == place.id else one for one in FILE.garden.places)
    garden = FILE.garden.model_copy(update={"places": places})
    agrees(drawn, make(garden, FILE.log, demo.STANDS_ON, catalogue.load()).plan)


def test_rain_that_fell_is_taken_off_the_week_of_a_bed_under_the_hand() -> None:
    bed = next(one for one in PLACES.values() if isinstance(one, Bed))
    week = [demo.STANDS_ON - timedelta(n) for n in range(1, 8)]
    fell = sum(day.rain_mm or 0 for day in FILE.log.weather if day.on in week)
    water = measures(moved(bed), MADE.workings).place.water
    assert water is not None
    assert water.rain_mm == pytest.approx(fell)
    assert fell > 0
