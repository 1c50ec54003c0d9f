"""What to measure next: what would settle most of the amounts to come, by hand."""

from datetime import date
from typing import Any

import pytest

import gardens
from eznel.core.document import Log
from eznel.core.plan.to_measure import ToMeasure

TODAY = date(2026, 5, 1)


def found(today: date = TODAY, **parts: Any) -> dict[str, ToMeasure]:
    made = gardens.garden(
        **{
            "places": [gardens.bed()],
            "plantings": [gardens.planting("cabbage", plants=12)],
            "scoops": [gardens.scoop("spoon", 15)],
            "products": [gardens.product("bag", N=10, K2O=10)],
            **parts,
        }
    )
    return {one.kind: one for one in gardens.plan_of(made, Log(), today).to_measure}


def test_an_untested_bed_by_the_range_of_its_classes() -> None:
    """Cabbage is a heavy feeder: P₂O₅ between 0 and 22 g/m², K₂O between 0 and 34: half of
    22 × 0.4364 and of 34 × 0.8302 on 12 × 0.225 = 2.7 m²."""
    one = found()["soil_test"]
    assert str(one.about) == gardens.uid("bed")
    assert one.off_g == pytest.approx((22 * 0.4364 + 34 * 0.8302) / 2 * 2.7, rel=0.02)
    tested = found(reports=[gardens.report(values={"P": 60, "K": 90})])
    assert "soil_test" not in tested


def test_a_bag_by_what_it_may_weigh() -> None:
    """A bag whose density nobody typed may be 15 % off, all of it in what it brings."""
    plain = gardens.product("bag", N=10, K2O=10)
    assert "weigh" not in found()
    one = found(products=[{**plain, "density": None}])["weigh"]
    assert str(one.about) == gardens.uid("bag")
    assert [str(p) for p in one.plantings] == [gardens.uid("cabbage")]
    assert 10 < one.off_pct <= 20  # 15 % of what comes, which may be more than what is wanted


def test_an_organic_nitrogen_of_which_nobody_knows_how_much_works() -> None:
    meal = gardens.product("meal", "organic", N=6)
    assert "first_season" in found(products=[meal])
    assert "first_season" not in found(products=[{**meal, "first_season_n_pct": 60}])


def test_a_strip_of_nitrate_where_the_crop_has_grown_a_month() -> None:
    assert "nitrate" not in found()
    assert "nitrate" not in found(date(2026, 6, 5))  # 24 days after planting
    grown = found(date(2026, 6, 20))
    assert "nitrate" in grown
    by_strip = gardens.report(
        values={"NO3-N": 12}, sampled_on="2026-06-18", extractant="KCl or water"
    )
    assert "nitrate" not in found(date(2026, 6, 20), reports=[by_strip])


def test_the_mix_of_a_tub() -> None:
    """35 L filled to 31.5: at 0.1 g/L of nitrogen 3.15 g, half of it."""
    tubs = {
        "places": [gardens.tub()],
        "plantings": [gardens.planting("tomato", "tub", plants=1)],
        "products": [gardens.product("feed", "soluble", N=10, K2O=10)],
    }
    assert found(**tubs)["mix"].off_g == pytest.approx(1.575)
    own = gardens.tub(recipe=[{"name": "coir", "parts": 1}])
    assert "mix" not in found(**{**tubs, "places": [own]})


def test_what_settles_most_comes_first() -> None:
    plain = {**gardens.product("bag", N=10, K2O=10), "density": None}
    made = gardens.garden(
        places=[gardens.bed()],
        plantings=[gardens.planting("cabbage", plants=12)],
        scoops=[gardens.scoop("spoon", 15)],
        products=[plain],
    )
    listed = gardens.plan_of(made, Log(), TODAY).to_measure
    assert [one.kind for one in listed] == ["soil_test", "weigh"]
    assert listed[0].off_g > listed[1].off_g
