"""Uneven water as the first cause, by the garden's own record; roots that stand in water."""

from datetime import date, timedelta
from typing import Any

import pytest

import gardens
from eznel.core.document import Log

PLANTED, TODAY = date(2026, 5, 12), date(2026, 8, 20)


def told(watered_on: list[date], seen: str | None = None) -> dict[str, Any]:
    """A tomato in a small tub: its findings about water, by what was recorded."""
    made = gardens.garden(
        places=[gardens.tub(litres=20)],
        plantings=[gardens.planting("tomato", place="tub", plants=1, planted_on=PLANTED)],
    )
    data: dict[str, Any] = {
        "watered": [
            {"id": gardens.uid(f"w {day}"), "place": gardens.uid("tub"), "on": day}
            for day in watered_on
        ]
    }
    if seen:
        sight = {"id": gardens.uid("seen"), "planting": gardens.uid("tomato"), "on": TODAY}
        data["observed"] = [sight | {"kind": seen}]
    found = gardens.single(gardens.plan_of(made, Log.model_validate(data), TODAY)).findings
    return {one.key: one for one in found if one.key.startswith(("swing", "sodden"))}


def days(every: int) -> list[date]:
    return [PLANTED + timedelta(n) for n in range(0, (TODAY - PLANTED).days, every)]


def test_dry_days_since_fruit_set_are_the_first_cause_of_rot() -> None:
    """4.5 L that plants can draw, 2.7 without stress, about 1.5 a day: the second evening after
    each watering is dry."""
    (swing,) = told(days(3), "end_rot").values()
    assert swing.key == "swing_rots"
    numbers = {one.name: one.value for one in swing.numbers}
    assert numbers["dry_days"] >= numbers["days"] / 4
    assert numbers["deepest_pct"] > 60
    assert set(told(days(3))) == {"swing_fruit"}


@pytest.mark.parametrize("seen", ["split", "bitter"])
def test_dry_days_are_the_first_cause_of_splitting_and_bitterness(seen: str) -> None:
    assert set(told(days(3), seen)) == {f"swing_{seen}"}


def test_what_splits_and_what_turns_bitter() -> None:
    made = gardens.garden(
        places=[gardens.bed(length=9)],
        plantings=[
            gardens.planting(crop, plants=4, planted_on=PLANTED)
            for crop in ("tomato", "lettuce", "carrot", "cucumber", "garlic", "pea")
        ],
    )
    seen = {one.crop: set(one.sights) for one in gardens.plan_of(made, today=TODAY).plantings}
    assert {crop for crop, sights in seen.items() if "split" in sights} == {
        "tomato", "lettuce", "carrot", "cucumber"
    }  # fmt: skip
    assert {crop for crop, sights in seen.items() if "bitter" in sights} == {
        "lettuce", "carrot", "cucumber"
    }  # fmt: skip


def test_even_water_points_to_the_next_cause() -> None:
    assert set(told(days(1), "end_rot")) == {"swing_even"}
    assert told(days(2)) == {}


def test_nothing_is_said_of_what_nobody_recorded() -> None:
    assert told([], "end_rot") == {}
    made = gardens.garden(
        places=[gardens.bed()],
        plantings=[gardens.planting("lettuce", plants=48, planted_on=PLANTED)],
    )
    for after in range(1, 20):  # never watered by the log, and dry within the week
        plan = gardens.plan_of(made, Log(), PLANTED + timedelta(after))
        keys = {one.key for one in gardens.single(plan).findings}
        assert not {key for key in keys if key.startswith("swing")}


def test_roots_that_stand_in_water() -> None:
    """Half of May rain every day on an open bed: what it holds is full, the rest runs off."""
    made = gardens.garden(
        places=[gardens.bed()],
        plantings=[gardens.planting("lettuce", plants=20, planted_on=PLANTED)],
    )
    wet = [
        {"id": gardens.uid(f"d {n}"), "on": PLANTED + timedelta(n), "low_c": 12, "high_c": 20,
         "rain_mm": 12}
        for n in range(10)
    ]  # fmt: skip
    log = Log.model_validate({"weather": wet})
    plan = gardens.plan_of(made, log, PLANTED + timedelta(10))
    assert "sodden" in {one.key for one in gardens.single(plan).findings}
    assert plan.waters[0].sodden
