"""A shed that does not last is shared out by need: between feeds, and between plantings."""

import pytest

import gardens
from eznel.core.plan.result import PlantingPlan

FINE = [gardens.scoop("pinch", 0.5), gardens.scoop("gram", 1), gardens.scoop("spoon", 10)]


def planned(*crops: str, stock_g: float | None = None, spare: bool = False) -> list[PlantingPlan]:
    """Tubs of 40 L with two plants each, one soluble bag, and so much of it left."""
    counted = {"stock": {"amount": gardens.measure(stock_g, "g"), "counted_on": "2026-05-01"}}
    feed = gardens.product("feed", "soluble", N=12, P2O5=4, K2O=18, **(counted if stock_g else {}))
    other = [gardens.product("spare", "soluble", N=12, P2O5=4, K2O=18)] if spare else []
    garden = gardens.garden(
        places=[gardens.tub(crop, litres=40) for crop in crops],
        plantings=[gardens.planting(crop, crop, plants=2) for crop in crops],
        products=[feed, *other],
        scoops=FINE,
    )
    return list(gardens.plan_of(garden).plantings)


def grams(planting: PlantingPlan) -> list[float]:
    """What each feed takes of the bag; 0 where there is none."""
    feed = gardens.uid("feed")
    return [
        sum(one.grams for one in job.mixes[0].taken if str(one.product) == str(feed))
        if job.mixes
        else 0.0
        for job in planting.jobs
        if job.kind == "feed"
    ]


def test_half_a_bag_is_half_of_every_feed() -> None:
    """With half of what the season takes, the first feeds do not take the last ones' part: the
    first half of the feeds has about half of it (a quarter to three quarters), not all."""
    whole = grams(planned("tomato")[0])
    short = grams(planned("tomato", stock_g=sum(whole) / 2)[0])
    assert sum(short) <= sum(whole) / 2 + 1e-6
    assert sum(short) >= 0.8 * sum(whole) / 2
    assert all(short), "no feed is left without"
    half = len(short) // 2
    wanted = sum(whole[:half]) / sum(whole)
    assert sum(short[:half]) / sum(short) == pytest.approx(wanted, abs=0.15)


def test_two_plantings_share_what_does_not_last_for_both() -> None:
    alone = [sum(grams(one)) for one in planned("tomato", "cucumber")]
    shared = [sum(grams(one)) for one in planned("tomato", "cucumber", stock_g=sum(alone) / 2)]
    for had, wanted in zip(shared, alone, strict=True):
        assert 0.3 * wanted < had < 0.7 * wanted


def test_what_lasts_is_taken_as_it_is_needed() -> None:
    """A bag with more than the season takes is planned like one that nobody counted."""
    free = grams(planned("tomato")[0])
    assert grams(planned("tomato", stock_g=3 * sum(free))[0]) == free


def test_another_bag_that_lasts_makes_up_the_rest() -> None:
    """Beside an uncounted bag of the same, a few grams of the first starve nobody."""
    (planting,) = planned("tomato", stock_g=20, spare=True)
    (nitrogen,) = [need for need in planting.needs if need.nutrient == "N"]
    assert nitrogen.supplied_g >= 0.9 * nitrogen.total_g
    assert sum(grams(planting)) <= 20
