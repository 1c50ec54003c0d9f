"""What a sum's answer becomes in a garden."""

import pytest

from eznel.core.document import Bed, Tub
from eznel.core.places import area
from eznel.core.sums import Kept
from eznel.formats.sums import SUMS, asked_of, keepable
from eznel.words import words

EN = words("en")


def kept(key: str, ask: str, **typed: str) -> Kept:
    found, _ = asked_of(SUMS[key], ask, typed, EN, "metric", "metric")
    return keepable(SUMS[key], found, EN)


def declared(of: Kept) -> list[dict[str, float]]:
    return [{line.nutrient: line.pct for line in one.declared} for one in of.products]


def test_a_bag_and_its_feed() -> None:
    """36 g of nitrogen, a tenth of 360 g."""
    of = kept("bag", "product_g", grade="10-5-0", area_m2="3.6", counted_g_m2="10")
    assert declared(of) == [{"N": 10, "P2O5": 5}]
    assert of.fed_g == pytest.approx(360)
    assert of.places == ()


def test_a_bag_in_elements_and_in_water() -> None:
    of = kept("in_a_litre", "n_mg_l", grade="20-5-10", means="element", product_g="9", into_l="9")
    assert declared(of) == [{"N": 20, "P": 5, "K": 10}]
    assert of.products[0].form == "soluble"
    assert of.fed_g == 9


def test_three_bags_are_kept_once_each() -> None:
    typed = {"grade": "10-10-10", "grade_2": "46-0-0", "grade_3": "0-0-50", "area_m2": "1",
             "n_g_m2": "10", "p2o5_g_m2": "4", "k2o_g_m2": "12"}  # fmt: skip
    assert [one.name for one in kept("three_bags", "first_bag_g", **typed).products] == [
        "10-10-10", "46-0-0", "0-0-50",
    ]  # fmt: skip
    typed |= {"grade_3": "46-0-0"}
    assert len(kept("best_scoops", "first_scoops", **typed | {"k2o_g_m2": "0"}).products) == 2


@pytest.mark.parametrize(
    ("key", "typed", "ground"),
    [
        ("bed", {"length_m": "3", "width_m": "1.2", "layer_m": "25"}, 3.6),
        ("l_shape", {"length_m": "4", "width_m": "3", "notch_length_m": "2", "notch_width_m": "1",
                     "layer_m": "20"}, 10.0),
        ("triangle", {"side_1_m": "3", "side_2_m": "4", "side_3_m": "5", "layer_m": "20"}, 6.0),
        ("triangle", {"side_1_m": "5", "side_2_m": "5", "side_3_m": "6", "layer_m": "20"}, 12.0),
        ("oval", {"length_m": "2", "width_m": "1", "layer_m": "20"}, 1.5708),
        ("circle", {"diameter_m": "2", "layer_m": "20"}, 3.14159),
    ],
)  # fmt: skip
def test_a_place_has_the_ground_of_its_sum(key: str, typed: dict[str, str], ground: float) -> None:
    (place,) = kept(key, "volume_l", **typed).places
    assert isinstance(place, Bed)
    assert area(place).value == pytest.approx(ground, rel=1e-3)
    assert place.depth.m == pytest.approx(float(typed["layer_m"]) / 100)


def test_what_was_paced_out_is_a_bed_of_usual_depth() -> None:
    """8 × 0.75 by 4 × 0.75 m."""
    (place,) = kept("paced", "area_m2", paces="8", paces_2="4").places
    assert isinstance(place, Bed)
    assert (area(place).value, place.depth.m) == (pytest.approx(18), 0.2)


def test_a_mulch_is_no_depth_of_a_bed() -> None:
    (place,) = kept("bed", "volume_l", length_m="3", width_m="1", layer_m="2").places
    assert place.depth.m == 0.2


def test_pots_and_mixes_are_tubs() -> None:
    (pot,) = kept("pot", "volume_l", top_m="30", bottom_m="24", height_m="30").places
    assert isinstance(pot, Tub)
    assert pot.shape.kind == "frustum"
    assert pot.shape.top.m == pytest.approx(0.3)
    (mix,) = kept("parts", "part_1_l", volume_l="60", parts_1="2", parts_2="1").places
    assert isinstance(mix, Tub)
    assert mix.shape.kind == "nominal"
    assert [(one.name, one.parts) for one in mix.recipe] == [("part 1", 2), ("part 2", 1)]


def test_what_no_garden_has_is_not_kept() -> None:
    assert kept("bed", "volume_l", length_m="900", width_m="2", layer_m="20") == Kept()
    assert kept("dissolved", "salts_mg_l", water_ds_m="1") == Kept()
