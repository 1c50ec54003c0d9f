"""Crops that stand for years, seasons on the other half of the earth, and varieties."""

from datetime import date, timedelta

import pytest

import gardens
from eznel.core.document import Log
from eznel.core.plan.result import PlantingPlan

COLD = {
    "monthly_min_c": [-2, -1, 1, 4, 7, 10, 12, 12, 10, 7, 3, 0],
    "monthly_max_c": [3, 4, 8, 12, 16, 19, 21, 21, 18, 13, 8, 4],
}
FEED = gardens.product("feed", "soluble", N=12, P2O5=4, K2O=12)
SCOOPS = [gardens.scoop("pinch", 0.5), gardens.scoop("half", 2.5)]


def planned(crop: str, on: str, today: str, site: dict | None = None, **more) -> PlantingPlan:
    log = more.pop("log", None)
    made = gardens.garden(
        site=gardens.site() | (COLD if site is None else site),
        places=[gardens.bed()],
        plantings=[gardens.planting(crop, planted_on=on, **more)],
        products=[FEED],
        scoops=SCOOPS,
        varieties=more.pop("varieties", []) if "varieties" in more else [],
    )
    return gardens.single(gardens.plan_of(made, log, date.fromisoformat(today)))


def test_a_strawberry_has_a_new_season_each_spring() -> None:
    second = planned("strawberry", "2025-08-20", "2026-04-20")
    third = planned("strawberry", "2025-08-20", "2027-04-20")
    # Usual means first reach 4 + 2 °C between mid-March (4.5) and mid-April (8): at 1.5/3.5 of it
    begins = second.stages[0].start
    assert second.stages[0].key == "regrowth"
    assert date(2026, 3, 24) <= begins <= date(2026, 4, 2)
    assert third.stages[0].start.year == 2027
    assert not {j.key for j in second.jobs} & {j.key for j in third.jobs}
    assert second.needs[0].per == pytest.approx(7, rel=0.01)  # light feeder's rate
    # Nothing is fed while it flowers and is picked, nor in winter.
    pause = next(s.start for s in second.stages if s.key == "bud")
    resume = next(s.start for s in second.stages if s.key == "vegetative")
    assert all(not pause <= job.due_on < resume for job in second.jobs)
    rest = next(s.start for s in second.stages if s.key == "dormancy")
    # Means fall below 6 °C between mid-October (10) and mid-November (5.5): by about 11 November
    assert date(2026, 11, 4) <= rest <= date(2026, 11, 16)
    assert second.stop_on <= rest


def test_what_was_given_last_year_is_not_counted_this_year() -> None:
    gave = {"id": gardens.uid("gave"), "planting": gardens.uid("strawberry"), "on": "2026-06-01",
            "outcome": "given",
            "amounts": [{"product": FEED["id"], "amount": gardens.measure(200, "g")}]}  # fmt: skip
    log = Log.model_validate({"feeds": [gave]})
    this, after = (
        planned("strawberry", "2025-08-20", day, log=log) for day in ("2026-06-10", "2027-05-01")
    )
    fresh = planned("strawberry", "2025-08-20", "2027-05-01")
    assert sum(j.need_g["N"] for j in after.jobs) == pytest.approx(
        sum(j.need_g["N"] for j in fresh.jobs)
    )
    assert this.needs[0].supplied_g >= 24 - 1e-6  # 200 g × 12 %


def test_asparagus_is_not_picked_before_its_third_year() -> None:
    young = planned("asparagus", "2025-04-10", "2026-05-01")
    old = planned("asparagus", "2025-04-10", "2028-05-01")
    assert young.harvest_from is None
    assert "not_picked_yet" in [finding.key for finding in young.findings]
    assert old.harvest_from is not None
    assert old.harvest_from.year == 2028


def test_garlic_of_autumn_rests_and_is_fed_in_spring() -> None:
    plan = planned("garlic", "2025-10-15", "2025-10-20", sown_in_place=True)
    wakes = next(s.start for s in plan.stages if s.key == "vegetative")
    assert wakes.year == 2026
    base = [job for job in plan.jobs if job.kind == "base"]
    assert all(job.first_g["N"] == 0 for job in base)  # it would be washed out by spring
    feeds = [job for job in plan.jobs if job.kind == "feed"]
    assert feeds
    # In rest nothing is fed: means below 2 + 2 °C last from late November to mid-March.
    assert all(not date(2025, 12, 1) <= job.due_on <= date(2026, 3, 1) for job in feeds)


def test_the_other_half_of_the_earth_is_half_a_year_apart() -> None:
    """The same climate moved by six months: the same stages, to the days that months differ by."""
    north = planned("courgette", "2026-05-20", "2026-05-21")
    south_site = {name: row[6:] + row[:6] for name, row in COLD.items()} | {"latitude_deg": -50}
    south = planned("courgette", "2026-11-20", "2026-11-21", site=south_site)
    assert [s.key for s in south.stages] == [s.key for s in north.stages]
    for one, other in zip(north.stages, south.stages, strict=True):
        since = (one.start - north.planted_on).days
        assert abs((other.start - south.planted_on).days - since) <= 4
    assert len(south.jobs) == pytest.approx(len(north.jobs), abs=1)


def test_where_it_never_freezes_nothing_ends_a_season_but_the_crop() -> None:
    warm = {"monthly_min_c": [14] * 12, "monthly_max_c": [24] * 12}
    summer = planned("tomato", "2026-05-12", "2026-05-13", site=warm)
    winter = planned("tomato", "2026-11-12", "2026-11-13", site=warm)
    days = [(p.last_pick - p.planted_on).days for p in (summer, winter)]
    assert days[0] == days[1]
    assert [f.key for f in winter.findings] == [f.key for f in summer.findings]


def variety(**more) -> list[dict]:
    return [{"id": gardens.uid("v"), "crop": "tomato", "name": "our own", **more}]


def with_variety(rows: list[dict]) -> PlantingPlan:
    made = gardens.garden(
        places=[gardens.bed()],
        plantings=[gardens.planting("tomato", variety="Our Own", plants=6)],
        varieties=rows,
    )
    return gardens.single(gardens.plan_of(made))


def test_a_variety_is_later_yields_more_and_grows_stronger() -> None:
    usual, own = with_variety([]), with_variety(variety(later_days=10))
    assert usual.harvest_from is not None
    assert own.harvest_from is not None
    # Ten of the 74 usual days to picking longer: 14 % of the 127 days that it takes at 16 °C
    assert (own.harvest_from - usual.harvest_from).days == pytest.approx(10 / 74 * 127, abs=3)
    strong = with_variety(variety(vigour="strong", yield_share=1.05))
    ratio = strong.needs[0].per / usual.needs[0].per
    assert ratio == pytest.approx(1.05 * 1.1)
    giant = with_variety(variety(vigour="strong", yield_share=3))
    assert giant.needs[0].per / usual.needs[0].per == pytest.approx(1.2)  # no further than that


def test_a_variety_that_stops_by_itself_is_picked_for_four_weeks() -> None:
    own = with_variety(variety(determinate=True))
    assert own.harvest_from is not None
    # 28 of 55 usual days, at 605 degree days of 6 a day: 308 ÷ 6
    assert (own.last_pick - own.harvest_from).days == pytest.approx(605 * 28 / 55 / 6, abs=1)
    known = with_variety(variety(determinate=True, picked_days=20))
    assert known.harvest_from is not None
    assert known.last_pick - known.harvest_from < own.last_pick - own.harvest_from
    assert timedelta(0) < known.last_pick - known.harvest_from
