"""How long the day's walk takes, by usual hands and by one's own."""

from datetime import date

import pytest

import gardens
from eznel.core.document import Log

DAY = date(2026, 5, 20)


def walked(log: dict | None = None):
    """Ten potatoes to earth up on the day on which they are measured to be 20 cm high."""
    made = gardens.garden(
        places=[gardens.bed()],
        plantings=[gardens.planting("potato", planted_on="2026-04-01", plants=10)],
        preferences=gardens.with_jobs("earth_up"),
    )
    high = {"id": gardens.uid("high"), "planting": gardens.uid("potato"), "on": "2026-05-19"}
    notes = [{**high, "height": gardens.measure(20, "cm")}]
    found = gardens.plan_of(made, Log.model_validate({"notes": notes, **(log or {})}), DAY)
    (job,) = [t for p in found.plantings for t in p.tasks if t.due_on <= DAY and t.done is None]
    assert job.task == "earth_up"
    return found.walk


def task(on: str) -> dict:
    return {"id": gardens.uid(on), "planting": gardens.uid("potato"), "task": "mulch", "on": on}


def test_a_job_of_ten_plants_takes_nine_minutes() -> None:
    """2 + 10 × 0.7; nothing is fed or watered."""
    found = walked()
    assert (found.minutes, found.walks) == (pytest.approx(9.0), 0)


def test_one_s_own_pace_counts_as_much_as_walks_were_timed() -> None:
    """On 2 May the same was done in 18 minutes, twice as long: 2 ^ (1 / (1 + 3)) = 1.189."""
    walk = {"id": gardens.uid("walk"), "on": "2026-05-02", "minutes": 18}
    found = walked({"walks": [walk], "tasks": [task("2026-05-02")]})
    assert (found.minutes, found.walks) == (pytest.approx(9 * 1.1892, abs=0.01), 1)


def test_a_walk_on_which_nothing_was_ticked_says_nothing() -> None:
    walk = {"id": gardens.uid("walk"), "on": "2026-05-02", "minutes": 18}
    assert walked({"walks": [walk]}).minutes == pytest.approx(9.0)
