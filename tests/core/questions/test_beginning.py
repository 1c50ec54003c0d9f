"""A garden told in a few words, against what a neighbour would write down for it."""

from datetime import date
from uuid import UUID

import pytest
from hypothesis import given
from hypothesis import strategies as st

from eznel import catalogue
from eznel.core.document import Beginning, Garden, Tub
from eznel.core.errors import Impossible, Unknown
from eznel.core.questions.beginning import begun

ID = UUID(int=7)
BED, BUCKET = "bed_240_120", "bucket_10_l"
SPOON = {"name": "spoon", "of": "tbsp"}


def told(today: date = date(2026, 5, 20), **said) -> Garden:
    base = {"name": "Slip end", "climate": "mild_inland", "time_zone": "Etc/UTC"}
    beginning = Beginning.model_validate(base | said)
    return begun(ID, beginning, catalogue.load(), lambda garden: today, str.upper)


def held(preset: str, count: int, *crops: str, **more) -> dict:
    name = "Bed" if preset == BED else "Bucket"
    return {"preset": preset, "name": name, "count": count, "crops": crops, **more}


def grown(garden: Garden) -> dict[str, list[str]]:
    return {
        place.name: [p.crop for p in garden.plantings if p.place == place.id]
        for place in garden.places
    }


def test_buckets_of_the_same_crop_are_one_place_of_several() -> None:
    garden = told(held=[held(BUCKET, 2, "tomato")])
    (place,) = garden.places
    assert isinstance(place, Tub)
    assert (place.name, place.count, grown(garden)) == ("Bucket 1", 2, {"Bucket 1": ["tomato"]})


def test_two_crops_in_three_buckets_have_two_and_one() -> None:
    garden = told(held=[held(BUCKET, 3, "tomato", "basil")])
    assert [place.count for place in garden.places if isinstance(place, Tub)] == [2, 1]
    assert grown(garden) == {"Bucket 1": ["tomato"], "Bucket 2": ["basil"]}


def test_more_crops_than_vessels_share_one() -> None:
    assert grown(told(held=[held(BUCKET, 1, "tomato", "basil")])) == {
        "Bucket 1": ["tomato", "basil"]
    }


def test_crops_are_shared_out_over_beds_and_none_stays_empty() -> None:
    assert grown(told(held=[held(BED, 2, "carrot", "leek", "lettuce")])) == {
        "Bed 1": ["carrot", "lettuce"],
        "Bed 2": ["leek"],
    }
    assert grown(told(held=[held(BED, 3, "carrot", "leek")])) == {
        "Bed 1": ["carrot"],
        "Bed 2": ["leek"],
        "Bed 3": ["carrot"],
    }
    assert grown(told(held=[held(BED, 1)])) == {"Bed 1": []}


def test_beds_lie_side_by_side_with_paths_and_wrap() -> None:
    """Beds of 2.4 by 1.2 m and paths of 0.6: three end at 8.4 m, the fourth begins a line."""
    spots = [(p.x_m, p.y_m) for p in told(held=[held(BED, 4)]).places]
    assert spots == [(1.2, 0.6), (4.2, 0.6), (7.2, 0.6), (1.2, 2.4)]


@pytest.mark.parametrize(
    ("grade", "means", "declared"),
    [
        ("10-10-10", "oxide", {"N": 10, "P2O5": 10, "K2O": 10}),
        ("4,5 + 3 + 7", "oxide", {"N": 4.5, "P2O5": 3, "K2O": 7}),
        ("0-0-50", "oxide", {"K2O": 50}),
        ("11-5-18", "element", {"N": 11, "P": 5, "K": 18}),
    ],
)
def test_a_bag_by_its_three_numbers(grade: str, means: str, declared: dict) -> None:
    bag = {"name": "bag", "grade": grade, "means": means, "form": "granular"}
    (product,) = told(bags=[bag]).products
    assert {line.nutrient: line.pct for line in product.declared} == declared


@pytest.mark.parametrize("grade", ["", "ten", "10-10", "2:3:2 (22)", "60-60-60", "10-10-10-5"])
def test_what_is_not_three_numbers_of_a_bag_is_refused_at_it(grade: str) -> None:
    good = {"name": "one", "grade": "7-7-7", "form": "granular"}
    bad = {"name": "two", "grade": grade, "form": "granular"}
    with pytest.raises(Impossible) as refused:
        told(bags=[good, bad])
    assert (refused.value.field, refused.value.key) == ("bags.1.grade", "grade_unread")


def test_what_is_in_no_table_is_refused() -> None:
    with pytest.raises(Impossible, match="unknown_climate"):
        told(climate="moon")
    with pytest.raises(Impossible, match=r"held\.0\.preset"):
        told(held=[held("hat", 1)])
    with pytest.raises(Unknown):
        told(held=[held(BED, 1, "triffid")])
    with pytest.raises(Unknown):
        told(materials=["moon_dust"])


def test_a_material_is_called_as_the_reader_calls_it() -> None:
    (product,) = told(materials=["bone_meal"]).products
    assert (product.name, product.material, product.proof) == ("BONE MEAL", "bone_meal", "typical")


def test_tomatoes_wait_for_the_frost_and_carrots_do_not() -> None:
    """Mild inland: last frost on 8 May; on 20 May both go out at once, on 1 May one waits."""
    early = told(date(2026, 5, 1), held=[held(BED, 2, "tomato", "carrot")])
    days = {p.crop: p.planted_on for p in early.plantings}
    assert days["carrot"] == date(2026, 5, 1)
    assert days["tomato"] > date(2026, 5, 8)
    (winter,) = told(date(2026, 11, 28), held=[held(BED, 1, "tomato")]).plantings
    assert date(2027, 5, 8) < winter.planted_on < date(2027, 7, 1)


def test_what_stood_there_for_weeks_has_an_unknown_past() -> None:
    old, new = (
        told(held=[held(BED, 1, "leek", planted_on=day)]).plantings[0]
        for day in ("2026-04-01", "2026-05-10")
    )
    assert (old.planted_on, old.kept_since, old.had) == (date(2026, 4, 1), date(2026, 5, 20), None)
    assert (new.planted_on, new.kept_since) == (date(2026, 5, 10), None)


def test_spoons_are_those_of_the_kitchen() -> None:
    (spoon,) = told(preferences={"kitchen": "au"}, measures=[SPOON]).scoops
    assert (spoon.name, spoon.volume.ml) == ("spoon", 20)


@given(
    st.lists(
        st.tuples(
            st.sampled_from([one.key for one in catalogue.load().presets]),
            st.integers(1, 7),
            st.lists(st.sampled_from(["carrot", "leek", "basil"]), unique=True),
        ),
        max_size=4,
        unique_by=lambda one: one[0],
    )
)
def test_law_every_vessel_and_every_crop_is_there_and_a_repeat_is_the_same(answers: list) -> None:
    """However crops and vessels are paired, none is lost, and each place has a name of its own."""
    said = [
        held(preset, count, *crops, planted_on="2026-05-19") | {"name": "Spot"}
        for preset, count, crops in answers
    ]
    garden = told(held=said)
    vessels = sum(place.count if isinstance(place, Tub) else 1 for place in garden.places)
    assert vessels == sum(count for _, count, _ in answers)
    assert {p.crop for p in garden.plantings} == {crop for *_, crops in answers for crop in crops}
    assert len({place.name for place in garden.places}) == len(garden.places)
    assert told(held=said) == garden
