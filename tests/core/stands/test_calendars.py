"""Dates of a planting: hold, stop, last picking, raised stages, and what moves them."""

from datetime import date, timedelta

import pytest

import gardens
from eznel import catalogue
from eznel.core.document import Log
from eznel.core.plan.result import PlantingPlan

PLANTED = date(2026, 5, 12)


def planned(crop: str = "tomato", log: dict | None = None, site: dict | None = None, **more):
    place = more.pop("place", gardens.bed())
    made = gardens.garden(
        site=gardens.site() | (site or {}),
        places=[place],
        plantings=[gardens.planting(crop, place["name"], **more)],
    )
    found: PlantingPlan = gardens.single(
        gardens.plan_of(made, Log.model_validate(log or {}), gardens.TODAY)
    )
    return found


def start(plan: PlantingPlan, stage: str) -> date:
    return next(one.start for one in plan.stages if one.key == stage)


def test_raised_plants_take_their_usual_days_under_cover() -> None:
    """Tomato: 8 + 20 + 20 days; sown 48 days before, each stage is as long as usual."""
    plan = planned(sown_on=(PLANTED - timedelta(48)).isoformat())
    sown = PLANTED - timedelta(48)
    assert start(plan, "germination") == sown
    assert start(plan, "seedling") == sown + timedelta(8)
    assert start(plan, "potted_on") == sown + timedelta(28)
    assert start(plan, "transplant_establishment") == PLANTED


def test_raised_in_fewer_days_each_stage_is_shorter() -> None:
    """Half the days: 4 + 10 + 10."""
    sown = PLANTED - timedelta(24)
    plan = planned(sown_on=sown.isoformat())
    assert start(plan, "seedling") == sown + timedelta(4)
    assert start(plan, "potted_on") == sown + timedelta(14)


def test_the_hold_ends_with_the_first_of_what_ends_it() -> None:
    restarted = {"id": gardens.uid("o"), "planting": gardens.uid("tomato"),
                 "kind": "growth_restarted"}  # fmt: skip
    assert planned().hold_until == PLANTED + timedelta(14)
    on = PLANTED + timedelta(6)
    assert planned(log={"observed": [restarted | {"on": on}]}).hold_until == on
    late = PLANTED + timedelta(20)
    log = {"observed": [restarted | {"on": late}]}
    assert planned(log=log).hold_until == PLANTED + timedelta(14)
    stage = {"id": gardens.uid("s"), "planting": gardens.uid("tomato"), "stage": "vegetative"}
    log = {"stages": [stage | {"on": PLANTED + timedelta(9)}]}
    assert planned(log=log).hold_until == PLANTED + timedelta(9)


def test_no_hold_outlasts_the_feeding() -> None:
    """Lifted eight days after planting out: plain water until then, and nothing is fed."""
    plan = planned(ends_on=(PLANTED + timedelta(8)).isoformat())
    assert plan.stop_on <= PLANTED + timedelta(8)
    assert plan.hold_until == plan.stop_on


def test_sown_in_place_it_is_fed_from_its_true_leaves() -> None:
    """Bush bean: germination and seedling take 65 and 90 degree days at 6 a day, or as the table
    has them; feeding begins with the leaves after."""
    plan = planned("bush_bean", sown_in_place=True)
    assert plan.hold_until == start(plan, "vegetative")


@pytest.mark.parametrize(
    ("crop", "days", "of"),
    [
        ("lettuce", 14, "harvest"), ("celery", 18, "harvest"), ("cabbage", 25, "harvest"),
        ("celeriac", 38, "harvest"), ("cucumber", 14, "last"), ("tomato", 25, "last"),
        ("sweet_pepper", 28, "last"), ("courgette", 21, "last"), ("aubergine", 28, "last"),
    ],
)  # fmt: skip
def test_stop_days_before_the_first_or_the_last_picking(crop: str, days: int, of: str) -> None:
    plan = planned(crop)
    event = start(plan, "harvest") if of == "harvest" else plan.last_pick
    known = catalogue.load().crops[crop]
    wanted = event - timedelta(known.stop_days or 0)
    assert plan.stop_on == wanted
    if crop != "aubergine":  # the others as the method has them
        assert known.stop_days == days


def test_a_harvest_that_ends_early_ends_feeding_early() -> None:
    ends = date(2026, 9, 1)
    plan = planned(ends_on=ends.isoformat())
    assert plan.last_pick == ends
    assert plan.stop_on == ends - timedelta(25)
    assert all(job.due_on < plan.stop_on for job in plan.jobs)


def test_planted_late_everything_is_later() -> None:
    early, late = planned(), planned(planted_on="2026-05-22")
    for one, other in zip(early.stages, late.stages, strict=True):
        assert other.start - one.start == timedelta(10)
    assert late.hold_until - early.hold_until == timedelta(10)


@pytest.mark.parametrize(
    ("days", "counts"),
    [(-45, True), (-1, True), (-46, False), (5, False)],  # a thinning; some were not written down
)
def test_what_is_picked_before_its_time_is_ripe(days: int, counts: bool) -> None:
    usual = start(planned(), "harvest")
    on = usual + timedelta(days)
    picked = {"id": gardens.uid("h"), "planting": gardens.uid("tomato"), "on": on.isoformat()}
    log = {"harvests": [{**picked, "much": {"pieces": 3}}]}
    assert start(planned(log=log), "harvest") == (on if counts else usual)


def test_frost_ends_a_tender_crop_and_cover_puts_it_off() -> None:
    site = {"first_frost": "10-10", "last_frost": "04-20"}
    open_air = planned("cucumber", site=site)
    covered = planned("cucumber", site=site, place=gardens.bed(warmer_by_c=3))
    assert open_air.last_pick == date(2026, 10, 10)
    # At 9 degree days above its base of 12 a day it is over by itself before six weeks later.
    assert covered.last_pick <= date(2026, 10, 10) + timedelta(42)
    hardy = planned("kale", site=site)
    assert hardy.last_pick != date(2026, 10, 10)


def test_weather_moves_stages_but_neither_keys_nor_the_number_of_feeds() -> None:
    warm = [
        {"id": gardens.uid(f"d{n}"), "on": PLANTED + timedelta(n), "low_c": 16, "high_c": 26}
        for n in range(30)
    ]
    usual, warmer = planned(), planned(log={"weather": warm})
    # 11 degree days a day instead of 6: 80 in 8 days instead of 14
    assert start(warmer, "vegetative") == PLANTED + timedelta(8)
    assert start(usual, "vegetative") == PLANTED + timedelta(14)
    assert warmer.interval_days == usual.interval_days
    shared = min(len(warmer.jobs), len(usual.jobs))
    assert [j.key for j in warmer.jobs][:shared] == [j.key for j in usual.jobs][:shared]
