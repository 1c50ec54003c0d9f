"""Jobs besides feeding: with their stage, where they belong, with what they take."""

from datetime import timedelta

import pytest

import gardens
from eznel import catalogue
from eznel.core.document import Log
from eznel.core.plan.result import PlantingPlan


def planned(crop: str, *reminders: str, log: dict | None = None, today=gardens.TODAY, **more):
    place = more.pop("place", gardens.bed())
    varieties = more.pop("varieties", [])
    made = gardens.garden(
        places=[place],
        plantings=[gardens.planting(crop, place["name"], **more)],
        preferences=gardens.with_jobs(*reminders),
        varieties=varieties,
    )
    found: PlantingPlan = gardens.single(
        gardens.plan_of(made, Log.model_validate(log or {}), today)
    )
    return found


def test_what_is_switched_on_comes_with_its_stage() -> None:
    plan = planned("tomato", "stake", plants=4)
    (stake,) = plan.tasks
    start = next(s.start for s in plan.stages if s.key == "transplant_establishment")
    assert (stake.task, stake.due_on) == ("stake", start)
    # a stake and four ties for each of four plants
    assert {t.name: t.amount for t in stake.takes} == {"stakes": 4, "ties": 16}
    assert planned("tomato", plants=4).tasks == ()
    assert planned("carrot", "stake").tasks == ()


def test_a_mulch_is_measured_by_the_ground() -> None:
    plan = planned("kale", "mulch", plants=8)
    (mulch,) = plan.tasks
    assert mulch.takes[0].amount == pytest.approx(50 * plan.area_m2)  # 5 cm
    assert planned("kale", "mulch", place=gardens.tub()).tasks == ()


def test_poles_stand_along_the_lines() -> None:
    """Peas in two rows of 2 m, 5 cm apart: 1.95 m / 0.4 m = 4.9, so 5 poles in each."""
    rows = {"pattern": "rows", "in_row": gardens.measure(5, "cm")}
    rows |= {"between_rows": gardens.measure(50, "cm")}
    place = gardens.bed(length=2, width=1)
    (supports,) = planned("pea", "supports", place=place, spacing=rows, sown_in_place=True).tasks
    poles = next(one for one in supports.takes if one.name == "poles or sticks")
    assert (poles.amount, poles.each, poles.per, poles.times) == (10, 1, "line", 10)


def high(cm: float, on: str) -> dict:
    made = {"id": gardens.uid(f"high {on}"), "planting": gardens.uid("potato"), "on": on}
    return {**made, "height": gardens.measure(cm, "cm")}


def earth_up(*notes: dict, done: str | None = None) -> str:
    """By how many days the first earthing up is moved from its usual day."""
    log: dict = {"notes": notes}
    if done:
        entry = {"id": gardens.uid("done"), "planting": gardens.uid("potato"), "on": done}
        log["tasks"] = [{**entry, "task": "earth_up"}]
    plan = planned("potato", "earth_up", log=log, planted_on="2026-04-01")
    usual = planned("potato", "earth_up", planted_on="2026-04-01").tasks[0].due_on
    shift = plan.tasks[0].due_on - usual
    return f"{shift.days:+d}" if shift else "as usual"


def test_what_is_measured_moves_the_job_by_height() -> None:
    """A hand is 15 cm. Too small on 1 May: looked at again on 8 May."""
    usual = planned("potato", "earth_up", planted_on="2026-04-01").tasks[0].due_on
    assert usual < gardens.TODAY + timedelta(7)
    again = (gardens.TODAY + timedelta(7) - usual).days
    assert earth_up() == "as usual"
    assert earth_up(high(8, "2026-05-01")) == f"+{again}"
    early = usual - timedelta(2)
    assert earth_up(high(16, early.isoformat())) == "-2"
    # Done is done: a height that is noted afterwards asks for nothing again.
    assert earth_up(high(8, "2026-05-01"), done=usual.isoformat()) == "as usual"


@pytest.mark.parametrize(
    ("crop", "task", "more", "count"),
    [
        ("tomato", "harden_off", {"sown_on": "2026-03-20"}, 1),
        ("tomato", "harden_off", {}, 0),
        ("carrot", "thin", {"sown_in_place": True}, 1),
        ("tomato", "shake_flowers", {"place": gardens.bed(warmer_by_c=4)}, 2),
        ("tomato", "shake_flowers", {}, 0),
    ],
)
def test_where_it_belongs(crop: str, task: str, more: dict, count: int) -> None:
    assert len(planned(crop, task, **more).tasks) == count


def test_a_bush_kind_keeps_its_side_shoots() -> None:
    bush = {"id": gardens.uid("v"), "crop": "tomato", "name": "bush", "determinate": True}
    assert planned("tomato", "side_shoots", variety="bush", varieties=[bush]).tasks == ()
    assert len(planned("tomato", "side_shoots", variety="bush").tasks) == 2


def test_done_is_done_and_the_next_one_stands() -> None:
    """Again seven days after it was done; two ahead are told."""
    first, second = planned("tomato", "side_shoots").tasks
    done = {"id": gardens.uid("done"), "planting": gardens.uid("tomato"), "task": "side_shoots",
            "on": first.due_on + timedelta(2)}  # fmt: skip
    after = planned("tomato", "side_shoots", log={"tasks": [done]}).tasks
    assert str(after[0].done) == done["id"]
    assert after[0].done_on == done["on"]
    assert after[1].done is None
    assert after[1].due_on == first.due_on + timedelta(2 + 7)
    # What was not done before the next one is due is not kept on the list.
    late = planned("tomato", "side_shoots", today=second.due_on).tasks
    assert [one.ordinal for one in late] == [2, 3]


def test_what_is_usual_is_on_the_list_until_it_is_taken_off() -> None:
    def keys(preferences: dict, crop: str = "tomato") -> set[str]:
        made = gardens.garden(
            places=[gardens.bed()],
            plantings=[gardens.planting(crop)],
            preferences=preferences,
            site=gardens.site(first_frost="10-20"),
        )
        return {one.task for one in gardens.single(gardens.plan_of(made)).tasks}

    usual = keys({})
    assert {"stake", "tie", "mulch", "side_shoots", "top", "pick_turning", "cut_off"} <= usual
    assert not usual & {"shake_flowers", "sprays", "side_shoots_two", "pull_out"}
    assert keys({"silenced": ["mulch"], "reminders": ["sprays"]}) == usual - {"mulch"} | {"sprays"}
    ways = keys({"practices": ["stems.two", "roots.pull", "topping.grow"]})
    assert {"side_shoots_two", "pull_out"} <= ways
    assert not ways & {"side_shoots", "cut_off", "top"}


def test_tops_come_off_eight_weeks_before_the_first_frost() -> None:
    made = gardens.garden(
        places=[gardens.bed()],
        plantings=[gardens.planting("tomato")],
        preferences=gardens.with_jobs("top"),
        site=gardens.site(first_frost="10-20"),
    )
    (top,) = gardens.single(gardens.plan_of(made)).tasks
    assert str(top.due_on) == "2026-08-25"


def test_a_job_is_moved_and_what_follows_comes_after_it() -> None:
    first, second = planned("tomato", "side_shoots").tasks
    made = gardens.garden(
        places=[gardens.bed()],
        plantings=[gardens.planting("tomato")],
        preferences=gardens.with_jobs("side_shoots"),
        pins=[{"id": gardens.uid("pin"), "job": first.key, "to": first.due_on + timedelta(4)}],
    )
    moved = gardens.single(gardens.plan_of(made)).tasks
    assert [one.due_on for one in moved] == [
        first.due_on + timedelta(4),
        second.due_on + timedelta(4),
    ]


def test_what_nobody_ticked_lapses_four_weeks_after_its_day() -> None:
    (stake,) = planned("tomato", "stake").tasks
    assert planned("tomato", "stake", today=stake.due_on + timedelta(27)).tasks
    assert planned("tomato", "stake", today=stake.due_on + timedelta(28)).tasks == ()


def test_every_job_belongs_to_stages_and_crops_that_there_are() -> None:
    rows = catalogue.load()
    assert len({task.key for task in rows.tasks}) == len(rows.tasks) >= 15
    for task in rows.tasks:
        assert set(task.crops) <= set(rows.crops)
        crops = task.crops or [c.key for c in rows.crops.values() if c.habit in task.habits]
        crops = crops or list(rows.crops)
        held = [c for c in crops if any(s.key == task.stage for s in rows.stages[c])]
        assert held, task.key
