"""A nitrate test in the growing crop decides what is still given. Kale on 4.32 m², 16 °C."""

from datetime import date, timedelta
from typing import Any

import pytest

import gardens
from eznel.core.plan.result import PlantingPlan

SAMPLED = "2026-06-20"
TODAY = date(2026, 6, 21)
"""What came before has no entry: it is asked about, and counted as neither."""
FEED = gardens.product("n", "soluble", N=10, K2O=3)


def kale(crop: str = "kale", om: float | None = None, **nitrate: Any) -> PlantingPlan:
    reports = [gardens.report(values={"P": 60, "K": 100}, organic_matter_pct=om)]
    if nitrate:
        test = gardens.report(
            values={"NO3-N": nitrate["mg_kg"]}, sampled_on=SAMPLED, extractant="KCl or water"
        )
        reports.append({**test, "id": gardens.uid("nitrate"), "ph": None})
    return gardens.single(
        gardens.plan_of(
            gardens.garden(
                places=[gardens.bed()],
                plantings=[gardens.planting(crop, plants=24)],
                products=[FEED],
                scoops=[gardens.scoop("gram", 1), gardens.scoop("spoon", 10)],
                reports=reports,
            ),
            today=TODAY,
        )
    )


def nitrogen_from_then_on(planting: PlantingPlan) -> float:
    return sum(j.brings_g["N"] for j in planting.jobs if j.due_on.isoformat() >= SAMPLED)


def test_no_more_than_the_test_leaves_room_for() -> None:
    """25 − 23 = 2 mg/kg, at 1 g/m² each: 2 g/m² from the day of the test on."""
    tested, free = kale(mg_kg=23), kale()
    assert nitrogen_from_then_on(free) > 2.5 * tested.area_m2
    most = 2 * tested.area_m2
    # whole grams of a 10 % feed in each can: within a tenth of a gram for every feed
    assert most - 2 <= nitrogen_from_then_on(tested) <= most + 1e-9
    assert "nitrate_decides" in [finding.key for finding in tested.findings]


def test_a_rich_soil_gets_nothing_more() -> None:
    assert nitrogen_from_then_on(kale(mg_kg=25)) == 0
    assert nitrogen_from_then_on(kale(mg_kg=60)) == 0


def test_lettuce_has_enough_earlier() -> None:
    """Enough for lettuce is 20 mg/kg: at 21 nothing, where kale would still get 4 g/m²."""
    assert nitrogen_from_then_on(kale(mg_kg=21)) > 0
    lettuce = kale("lettuce", mg_kg=21)
    assert nitrogen_from_then_on(lettuce) == 0


def test_the_test_takes_the_place_of_what_organic_matter_was_reckoned_to_give() -> None:
    """5 % organic matter is credited with 2.2 × 2 × 200 mm/150 g/m²; a low test takes it back, as
    far as a quarter more than was first planned for each feed."""
    reckoned, tested = kale(om=5.0), kale(om=5.0, mg_kg=0)
    assert nitrogen_from_then_on(tested) > nitrogen_from_then_on(reckoned)
    for before, after in zip(reckoned.jobs, tested.jobs, strict=True):
        assert after.need_g["N"] <= 1.25 * before.first_g["N"] + 1e-9


@pytest.mark.parametrize("on", ["2026-05-20", "2026-10-30"])
def test_a_test_of_the_spring_or_after_the_stop_is_none(on: str) -> None:
    """A test of the spring is credited instead, one after the stop is of no use any more."""
    test = gardens.report(values={"NO3-N": 60}, sampled_on=on, extractant="KCl or water")
    planting = gardens.single(
        gardens.plan_of(
            gardens.garden(
                places=[gardens.bed()],
                plantings=[gardens.planting("kale", plants=24)],
                products=[FEED],
                scoops=[gardens.scoop("gram", 1)],
                reports=[test],
            ),
            today=date.fromisoformat(on) + timedelta(1),
        )
    )
    assert "nitrate_decides" not in [finding.key for finding in planting.findings]
