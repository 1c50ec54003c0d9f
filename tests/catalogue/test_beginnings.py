"""Common sizes and countries: every one can begin a garden."""

from uuid import UUID

import pytest

from eznel import catalogue
from eznel.core.document import Bed, Rectangle, Tub
from eznel.core.places import filled_volume, place_extent_m
from eznel.core.reference import Preset

ROWS = catalogue.load()


@pytest.mark.parametrize("preset", ROWS.presets, ids=lambda one: one.key)
def test_a_preset_is_a_place_of_a_size_that_is_sold(preset: Preset) -> None:
    thing = {"id": UUID(int=1), "name": "one", "shape": preset.shape}
    if isinstance(preset.shape, Rectangle):
        assert preset.drawn == "bed"
        reach = place_extent_m(Bed.model_validate(thing))
        assert 1 <= reach.width_m <= 1.3  # reached from both sides
        assert reach.width_m <= reach.length_m <= 6
    else:
        assert preset.drawn != "bed"
        assert 5 <= filled_volume(Tub.model_validate(thing)).value <= 40


@pytest.mark.parametrize("system", ["metric", "us", "imperial"])
def test_every_reader_has_beds_and_tubs_in_their_measures(system: str) -> None:
    drawn = {one.drawn for one in ROWS.presets if system in one.systems}
    assert drawn == {"bed", "bucket", "bag", "pot", "trough"}


def test_countries_name_what_there_is() -> None:
    climates = {one.key for one in ROWS.climates}
    codes = [one.code for one in ROWS.countries]
    assert {one.climate for one in ROWS.countries} <= climates
    assert codes == sorted(set(codes))
    assert {one.code for one in ROWS.countries if one.system == "us"} == {"US"}
    # Where bags print elements a grade of oxides would give less than half the phosphorus.
    elements = {one.code for one in ROWS.countries if one.grade == "element"}
    assert elements == {"AU", "DK", "FI", "NO", "NZ", "SE"}
