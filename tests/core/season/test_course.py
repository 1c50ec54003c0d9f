"""A season as it goes: what the log, pins, holds and the shed do to the next job, step by step."""

from datetime import date, timedelta
from typing import Any

import pytest

import gardens
from eznel.core.document import Log
from eznel.core.plan.result import JobView, PlantingPlan

FEED = gardens.product("feed", "soluble", N=12, K2O=12)
TODAY = date(2026, 6, 1)


def planned(
    feeds: list[dict[str, Any]] | None = None, today: date = TODAY, **log: Any
) -> tuple[PlantingPlan, list[JobView]]:
    made = gardens.garden(
        places=[gardens.bed()],
        plantings=[gardens.planting("cucumber", plants=8)],
        products=[FEED],
        scoops=[gardens.scoop("pinch", 0.5), gardens.scoop("half", 2.5)],
        pins=log.pop("pins", []),
    )
    plan = gardens.single(
        gardens.plan_of(made, Log.model_validate({"feeds": feeds or [], **log}), today)
    )
    return plan, gardens.jobs(plan, "feed")


def gave(job: JobView | None, grams: float, on: date, name: str = "gave") -> dict[str, Any]:
    return {
        "id": str(job.key) if job else gardens.uid(name),
        "planting": gardens.uid("cucumber"),
        "job": str(job.key) if job else None,
        "on": on.isoformat(),
        "outcome": "given",
        "amounts": [{"product": FEED["id"], "amount": gardens.measure(grams, "g")}],
    }


def n_given(plan: PlantingPlan) -> float:
    return next(n.supplied_g for n in plan.needs if n.nutrient == "N")


def test_what_was_given_is_counted_once_whoever_gave_it() -> None:
    """30 g of 12 % as a planned feed, and 10 g besides: 3.6 and 1.2 g N."""
    _, jobs = planned()
    first = jobs[0]
    plan, after = planned([gave(first, 30, first.due_on), gave(None, 10, date(2026, 5, 30))])
    assert after[0].brings_g["N"] == pytest.approx(3.6)
    later = sum(job.brings_g["N"] for job in after[1:])
    assert n_given(plan) == pytest.approx(3.6 + 1.2 + later)


def test_the_next_feed_keeps_three_quarters_of_the_interval_after_the_last() -> None:
    """Every 14 days: given on 5 June instead of 26 May, the next of 9 June waits 11 days."""
    _, jobs = planned()
    _, after = planned([gave(jobs[0], 30, date(2026, 6, 5))], today=date(2026, 6, 6))
    assert after[1].planned_on == date(2026, 6, 9)
    assert after[1].due_on == date(2026, 6, 5) + timedelta(11)


def test_a_pin_stands_against_the_interval_and_rain() -> None:
    _, jobs = planned()
    pin = {"id": gardens.uid("pin"), "job": str(jobs[1].key), "to": "2026-06-10"}
    rain = {"id": gardens.uid("rain"), "on": "2026-06-10", "low_c": 12, "high_c": 20,
            "rain_mm": 40}  # fmt: skip
    _, after = planned(pins=[pin], weather=[rain])
    assert after[1].due_on == date(2026, 6, 10)
    _, without = planned(weather=[rain])
    assert without[1].due_on == date(2026, 6, 12)  # 9 June lies within two days of it


def test_two_effects_on_one_day_multiply() -> None:
    """Half of the plants lost, and half strength after burnt tips: a quarter."""
    seen = [
        {"id": gardens.uid("a"), "planting": gardens.uid("cucumber"), "on": "2026-05-30",
         "kind": "tip_burn"},
        {"id": gardens.uid("b"), "planting": gardens.uid("cucumber"), "on": "2026-05-30",
         "kind": "plants_lost", "plants": 4},
    ]  # fmt: skip
    _, usual = planned()
    _, after = planned(observed=seen)
    # Water only to 6 June, half strength to 20 June: the feed of 9 June is a quarter.
    assert after[1].need_g["N"] == pytest.approx(usual[1].need_g["N"] / 4, rel=1e-6)
    assert {f.key for f in after[1].findings} >= {"after_tip_burn", "after_plants_lost"}


def test_what_is_seen_today_does_not_change_what_was_given() -> None:
    _, jobs = planned()
    entry = gave(jobs[0], 30, jobs[0].due_on)
    seen = {"id": gardens.uid("a"), "planting": gardens.uid("cucumber"), "on": "2026-06-01",
            "kind": "rank_leaf"}  # fmt: skip
    _, before = planned([entry])
    _, after = planned([entry], observed=[seen])
    assert after[0].brings_g == before[0].brings_g
    assert after[0].status == "given"


def test_a_hold_in_the_past_moves_nothing_that_is_to_come() -> None:
    """Flooded from 3 to 10 May: long over when the first feed is due."""
    seen = {"id": gardens.uid("a"), "planting": gardens.uid("cucumber"), "on": "2026-05-03",
            "kind": "flooded"}  # fmt: skip
    _, usual = planned()
    _, after = planned(observed=[seen])
    assert [job.due_on for job in after] == [job.due_on for job in usual]


def test_all_plants_lost_is_the_end_of_feeding() -> None:
    seen = {"id": gardens.uid("a"), "planting": gardens.uid("cucumber"), "on": "2026-05-30",
            "kind": "plants_lost", "plants": 8}  # fmt: skip
    _, after = planned(observed=[seen])
    assert all(not job.mixes for job in after if job.due_on >= TODAY)
    more = seen | {"id": gardens.uid("b"), "on": "2026-06-02", "plants": 3}
    planned(observed=[seen, more])  # more than there are is no trouble


def test_the_shed_is_shared_in_the_order_of_days_after_what_was_seen() -> None:
    """What one planting leaves because its tips are burnt, another may have."""
    scarce = FEED | {"stock": {"amount": gardens.measure(60, "g"), "counted_on": "2026-04-01"}}

    def feeds_of(seen: list[dict[str, Any]]) -> float:
        made = gardens.garden(
            places=[gardens.bed("a"), gardens.bed("b")],
            plantings=[
                gardens.planting("cucumber", "a", plants=8),
                gardens.planting("courgette", "b", plants=4, planted_on="2026-05-13"),
            ],
            products=[scarce],
            scoops=[gardens.scoop("pinch", 0.5), gardens.scoop("half", 2.5)],
        )
        plan = gardens.plan_of(made, Log.model_validate({"observed": seen}), date(2026, 5, 20))
        courgette = next(p for p in plan.plantings if p.crop == "courgette")
        return sum(job.brings_g["N"] for job in courgette.jobs if job.status == "planned")

    lost = {"id": gardens.uid("a"), "planting": gardens.uid("cucumber"), "on": "2026-05-19",
            "kind": "plants_lost", "plants": 8}  # fmt: skip
    assert feeds_of([lost]) > feeds_of([])
