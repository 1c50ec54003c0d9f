"""What is seen changes what comes: a pause, a flush, less of it, magnesium instead; never more."""

from datetime import date, timedelta
from uuid import UUID

import pytest

import gardens
from eznel.core.document import Log
from eznel.core.plan.result import PlantingPlan

FEED = gardens.product("feed", "soluble", N=12, K2O=12)
EPSOM = gardens.product("bitter salt", "soluble", MgO=16, S=13)
SEEN = date(2026, 6, 8)
TODAY = date(2026, 6, 8)


def planned(*sights: dict, crop: str = "cucumber", tub: bool = False, weather=(), **more):
    """A planting that is fed on 26 May, 9 and 23 June and so on; the feed of 26 May was given."""
    place = gardens.tub("bed", 35, 8) if tub else gardens.bed()
    made = gardens.garden(
        places=[place],
        plantings=[gardens.planting(crop, plants=8)],
        products=[FEED, EPSOM],
        scoops=[gardens.scoop("pinch", 0.5), gardens.scoop("half", 2.5)],
        **more,
    )
    seen = [
        {"id": gardens.uid(f"sight {n}"), "planting": gardens.uid(crop), "on": SEEN, **one}
        for n, one in enumerate(sights)
    ]
    log = Log.model_validate({"observed": seen, "weather": list(weather)})
    found: PlantingPlan = gardens.single(gardens.plan_of(made, log, TODAY))
    return found, {job.planned_on: job for job in gardens.jobs(found, "feed")}


FIRST, SECOND, THIRD, FOURTH = (date(2026, 6, 9) + timedelta(14 * n) for n in range(4))


def test_rank_leaf_gets_no_nitrogen_for_three_weeks() -> None:
    _, usual = planned()
    plan, jobs = planned({"kind": "rank_leaf"})
    # 9 and 23 June lie within the 21 days, 7 July does not
    assert jobs[FIRST].need_g["N"] == jobs[SECOND].need_g["N"] == 0
    assert jobs[FIRST].need_g["K"] == pytest.approx(usual[FIRST].need_g["K"])
    # What was withheld is not made up: the later feed is what it would have been.
    assert jobs[THIRD].need_g["N"] == pytest.approx(usual[THIRD].need_g["N"], rel=0.03)
    assert [f.key for f in jobs[FIRST].findings][:1] == ["after_rank_leaf"]
    assert "seen_rank_leaf" in [f.key for f in plan.findings]


def test_burnt_tips_get_water_for_a_week_and_half_strength_for_two() -> None:
    _, usual = planned()
    _, jobs = planned({"kind": "tip_burn"})
    assert jobs[FIRST].due_on == SEEN + timedelta(7)  # held, 9 June is within the week
    assert jobs[FIRST].need_g["N"] == pytest.approx(usual[FIRST].need_g["N"] / 2, rel=1e-6)
    # Half strength from 15 to 29 June; the second feed is on 25 June: 15 + ¾ of 14 days
    assert jobs[SECOND].due_on == date(2026, 6, 26)
    assert jobs[SECOND].need_g["N"] == pytest.approx(usual[SECOND].need_g["N"] / 2, rel=0.03)


@pytest.mark.parametrize(
    ("crop", "tub", "ec", "held", "share"),
    [
        ("cucumber", True, 3.4, False, 1.0),  # below 3.5: nothing
        ("cucumber", True, 3.6, False, 0.5),  # above the warning
        ("cucumber", True, 5.1, True, 0.5),  # above the stop: water, then half
        ("sweet_pepper", True, 2.6, False, 0.5),  # a threshold of 1.5 is sensitive: 2.5
        ("sweet_pepper", True, 3.6, True, 0.5),  # and 3.5
    ],
)
def test_salts_that_were_measured(
    crop: str, tub: bool, ec: float, held: bool, share: float
) -> None:
    _, usual = planned(crop=crop, tub=tub)
    _, jobs = planned({"kind": "salts", "ec_ds_m": ec}, crop=crop, tub=tub)
    day = min(one for one in jobs if one >= SEEN)
    assert (jobs[day].due_on > usual[day].due_on) is held
    assert jobs[day].need_g["N"] == pytest.approx(usual[day].need_g["N"] * share, rel=1e-6)


def test_a_lower_reading_ends_the_half_strength() -> None:
    _, usual = planned(tub=True)
    later = {"kind": "salts", "ec_ds_m": 2.0, "on": SEEN + timedelta(10)}
    _, jobs = planned({"kind": "salts", "ec_ds_m": 4.0}, later, tub=True)
    after = [day for day in jobs if day > SEEN + timedelta(10)]
    assert jobs[after[0]].need_g["N"] == pytest.approx(usual[after[0]].need_g["N"], rel=0.03)


@pytest.mark.parametrize(("kind", "days"), [("flooded", 7), ("dried_out", 2)])
def test_roots_that_take_up_nothing_are_not_fed(kind: str, days: int) -> None:
    _, jobs = planned({"kind": kind})
    assert jobs[FIRST].due_on == max(FIRST, SEEN + timedelta(days))
    assert jobs[FIRST].findings[0].key == f"after_{kind}"


def test_lost_plants_take_their_share_along() -> None:
    """Two of eight are lost, then three of the six: three eighths are fed."""
    _, usual = planned()
    _, jobs = planned(
        {"kind": "plants_lost", "plants": 2},
        {"kind": "plants_lost", "plants": 3, "on": SECOND},
    )
    assert jobs[FIRST].need_g["N"] == pytest.approx(usual[FIRST].need_g["N"] * 6 / 8, rel=1e-6)
    assert jobs[SECOND].need_g["N"] == pytest.approx(usual[SECOND].need_g["N"] * 3 / 8, rel=0.03)


def test_a_feed_by_somebody_stands_for_the_planned_one() -> None:
    plan, jobs = planned({"kind": "fed_unknown"})
    assert jobs[FIRST].status == "covered"
    assert jobs[FIRST].mixes == ()
    assert jobs[SECOND].status == "planned"
    # Its strength is not known, so it counts neither as given nor as still to come.
    short = next(n.short_g for n in plan.needs if n.nutrient == "N")
    assert short >= jobs[FIRST].need_g["N"] - 1e-6


def test_magnesium_replaces_a_feed_and_never_adds_one() -> None:
    """2 g of bitter salt a litre hold 2 × 16 % × 0.6030 = 0.193 g of magnesium."""
    _, usual = planned()
    _, jobs = planned({"kind": "magnesium_short"})
    instead = jobs[FIRST]
    assert set(jobs) == set(usual)
    assert {n for n, grams in instead.need_g.items() if grams > 0} == {"Mg"}
    mix = instead.mixes[0]
    assert {line.product for line in mix.lines} == {EPSOM_ID}
    strength = sum(line.grams for line in mix.lines) / mix.water_l
    assert strength == pytest.approx(2.0, rel=0.15)  # whole half-measures
    assert jobs[SECOND].need_g["N"] > 0
    thrice = [{"kind": "magnesium_short", "on": SEEN + timedelta(14 * n)} for n in range(3)]
    _, often = planned(*thrice)
    only_mg = [j for j in often.values() if j.need_g["N"] == 0 and j.need_g["Mg"] > 0]
    assert len(only_mg) == 2  # at most


EPSOM_ID = UUID(EPSOM["id"])


def test_growth_that_has_restarted_ends_the_hold() -> None:
    on = date(2026, 5, 20)
    plan, _ = planned({"kind": "growth_restarted", "on": on})
    assert plan.hold_until == on


@pytest.mark.parametrize(
    ("rain_mm", "warmer", "moved"), [(26, 0, True), (24, 0, False), (26, 4, False)]
)
def test_heavy_rain_moves_a_feed(rain_mm: float, warmer: float, moved: bool) -> None:
    """More than 25 mm on 10 June: nothing on open ground from two days before to two after."""
    day = {"id": gardens.uid("rain"), "on": "2026-06-10", "low_c": 12, "high_c": 20,
           "rain_mm": rain_mm}  # fmt: skip
    made = gardens.garden(
        places=[gardens.bed(warmer_by_c=warmer)],
        plantings=[gardens.planting("cucumber", plants=8)],
        products=[FEED],
        scoops=[gardens.scoop("half", 2.5)],
    )
    log = Log.model_validate({"weather": [day]})
    jobs = gardens.jobs(gardens.single(gardens.plan_of(made, log, TODAY)), "feed")
    (feed,) = [job for job in jobs if job.planned_on == FIRST]
    assert feed.due_on == (date(2026, 6, 12) if moved else FIRST)


def test_more_than_the_season_wants_is_said() -> None:
    """13 g/m² × 3.2 m² are 41.6 g; 400 g of 12 % brought 48 g, more than 1.1 times as much."""
    made = gardens.garden(
        places=[gardens.bed()],
        plantings=[gardens.planting("cucumber", plants=8)],
        products=[FEED],
        scoops=[gardens.scoop("half", 2.5)],
    )
    gave = {"id": gardens.uid("gave"), "planting": gardens.uid("cucumber"), "on": "2026-06-01",
            "outcome": "given",
            "amounts": [{"product": FEED["id"], "amount": gardens.measure(400, "g")}]}  # fmt: skip
    plan = gardens.single(gardens.plan_of(made, Log.model_validate({"feeds": [gave]}), TODAY))
    assert "overfed" in [finding.key for finding in plan.findings]
    less = gave | {"amounts": [{"product": FEED["id"], "amount": gardens.measure(340, "g")}]}
    plan = gardens.single(gardens.plan_of(made, Log.model_validate({"feeds": [less]}), TODAY))
    assert "overfed" not in [finding.key for finding in plan.findings]
