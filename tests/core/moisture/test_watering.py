"""What places want of water, by hand for one bed and one tub, and what is known of it."""

from datetime import date, timedelta
from typing import Any

import numpy as np
import pytest

import gardens
from eznel import catalogue
from eznel.core.crops.daily import Daily
from eznel.core.document import Log
from eznel.core.moisture.demand import effective_rain_mm
from eznel.core.moisture.evaporation import hargreaves_mm, radiation_mm
from eznel.core.moisture.watering import PlaceWater
from eznel.core.plan import explain
from eznel.core.plan.place_waters import moist_of
from eznel.core.season.workings import Workings

PLANTED = date(2026, 6, 1)


def grass_mm(day: date) -> float:
    """Every day has 12 to 20 °C at 50° north."""
    return hargreaves_mm(12, 20, radiation_mm(day, 50))


def log(
    watered: tuple[tuple[str, int, Any], ...] = (), rain: dict[int, float] | None = None
) -> Log:
    """Waterings as (outcome, day, litres); rain by day, all other days of the span dry."""
    data: dict[str, Any] = {
        "watered": [
            {
                "id": gardens.uid(f"{n} {outcome}"),
                "place": gardens.uid("bed"),
                "on": PLANTED + timedelta(n),
                "outcome": outcome,
                "amount": None if litres is None else gardens.measure(litres, "L"),
            }
            for outcome, n, litres in watered
        ],
        "weather": [
            {
                "id": gardens.uid(f"day {n}"),
                "on": PLANTED + timedelta(n),
                "low_c": 12,
                "high_c": 20,
                "rain_mm": mm,
            }
            for n, mm in (rain or {}).items()
        ],
    }
    return Log.model_validate(data)


def garden(**place: Any) -> Any:
    return gardens.garden(
        places=[gardens.bed(**place)],
        plantings=[gardens.planting("lettuce", plants=200, planted_on=PLANTED)],
    )


def water(day: int, happened: Log | None = None, **place: Any) -> PlaceWater:
    today = PLANTED + timedelta(day)
    (found,) = gardens.plan_of(garden(**place), happened or log(), today).waters
    return found


def test_a_young_bed_by_hand() -> None:
    """Lettuce just planted on all of 3.6 × 1.2 m: factor 0.7, roots 0.15 m in loam of
    130 mm a metre hold 19.5 mm. On the fourth day three days are missing and today's goes; a can
    loses a fifth."""
    found = water(3)
    mm = sum(0.7 * grass_mm(PLANTED + timedelta(n)) for n in range(4))
    first = 0.7 * grass_mm(PLANTED)
    assert water(0).used_pct == 0
    assert water(1).used_pct == pytest.approx(100 * first / found_total_mm(1), rel=1e-6)
    assert found.state == "water"  # 10.4 mm: past 0.3 + 0.04 × (5 − 2.6) = 40 % of 22 mm
    assert found.with_losses_l == pytest.approx(mm * 4.32 / 0.8, rel=1e-6)
    assert found.cans == pytest.approx(found.with_losses_l / 9)
    assert found.minutes is None


def found_total_mm(day: int) -> float:
    """What loam holds over the roots of that day, which go from 0.15 to 0.3 m until full leaf."""
    today = PLANTED + timedelta(day)
    workings = Workings(garden(), log(), today, catalogue.load())
    (demand,) = moist_of(workings.garden.places[0], workings).demands
    spread = day / (demand.full - demand.begins).days
    return 0.13 * 1000 * (0.15 + 0.15 * spread)


def test_a_potato_that_is_not_up_is_not_watered() -> None:
    """Ten dry days take 0.15 of grass's: 0.15 × 10 × about 3.7 mm, of 19.5 mm and more."""
    made = gardens.garden(
        places=[gardens.bed()],
        plantings=[gardens.planting("potato", plants=12, planted_on=PLANTED)],
    )
    (found,) = gardens.plan_of(made, log(), PLANTED + timedelta(10)).waters
    assert found.state == "later"
    mm = sum(0.15 * grass_mm(PLANTED + timedelta(n)) for n in range(10))
    workings = Workings(made, log(), PLANTED + timedelta(10), catalogue.load())
    (demand,) = moist_of(made.places[0], workings).demands
    held_mm = 130 * demand.root_m(PLANTED + timedelta(10))
    assert found.used_pct == pytest.approx(100 * mm / held_mm, rel=1e-6)


def test_what_is_typed_of_the_soil_wins_over_its_texture() -> None:
    """35 − 10 % hold 37.5 mm in 0.15 m, where loam holds 19.5."""
    rich = water(1, field_capacity_pct=35, wilting_point_pct=10)
    assert rich.used_pct == pytest.approx(water(1).used_pct * 13 / 25, rel=1e-6)


def test_a_drip_line_and_a_hose_say_minutes() -> None:
    """2 L/h every 0.3 m, lines 0.4 m apart: 16.67 mm/h, 72 L/h on 4.32 m²; nine tenths arrive."""
    line = {"by": "drip", "emitter_l_h": 2, "emitter_gap": gardens.measure(30, "cm"),
            "line_gap": gardens.measure(40, "cm")}  # fmt: skip
    drip = water(3, watering=line)
    assert drip.litres == pytest.approx(water(3).litres)
    assert drip.minutes == pytest.approx(drip.litres / 0.9 / 72 * 60)
    hose = water(3, watering={"by": "hose", "flow_l_min": 15})
    assert hose.minutes == pytest.approx(hose.litres / 0.8 / 15)


def test_a_recorded_watering_is_what_is_missing_less() -> None:
    """Wet through on the third day, nothing is missing on the fourth morning."""
    assert water(3, log((("given", 2, None),))).used_pct == 0
    some = water(3, log((("given", 2, 10),)))  # 8 of the 10 L arrive
    before = water(3)
    assert some.used_pct < before.used_pct
    gone_l = before.used_pct / 100 * found_total_mm(3) * 4.32
    assert some.used_pct == pytest.approx(100 * (gone_l - 8) / (found_total_mm(3) * 4.32), rel=1e-6)


def test_it_is_done_for_today_or_put_off() -> None:
    assert water(3, log((("given", 3, None),))).state == "later"
    assert water(3, log((("not_today", 3, None),))).state == "put_off"
    assert water(3, log((("rained", 3, None),))).state == "later"
    assert water(4, log((("not_today", 3, None),))).state == "water"


def test_rain_did_it_or_is_waited_for() -> None:
    """20 mm count as 15, more than the 7.8 mm that are missing after three days."""
    fell = water(3, log(rain={2: 20}))
    assert (fell.state, fell.used_pct, fell.rain_mm) == ("later", 0, 20)
    coming = water(3, log(rain={4: 20}))
    assert (coming.state, coming.rain_mm) == ("rain", 20)
    assert water(3, log(rain={4: 2})).state == "water"  # 1.5 mm are not enough
    assert water(6, log(rain={5: 20}), shelter="cover").state == "water"  # none falls there


def test_less_rain_than_wets_the_ground_on_a_hot_day_is_nothing() -> None:
    """4 mm on a mild day, on a hot one, 8 mm on a hot one, and a day of which nobody knows."""
    highs_c, rain_mm = np.array([20.0, 30, 30, 20]), np.array([4, 4, 8, np.nan])
    days = Daily(PLANTED, highs_c - 8, highs_c, rain_mm)
    assert effective_rain_mm(days).tolist() == [3, 0, 6, 0]


def test_nobody_says_what_nobody_knows() -> None:
    """Dry for a week without a record: how often and how much, no day."""
    found = water(12)
    assert (found.state, found.next_on) == ("unknown", None)
    assert found.every_days >= 1
    assert water(12, log((("given", 11, None),))).next_on is not None


def test_what_a_finger_or_a_probe_found_wins() -> None:
    """Loam between 25 and 12 %: at 18.5 half is gone. Moist is half of what is ready, dry a tenth
    of the rest beyond it."""

    def found(**what: Any) -> PlaceWater:
        one = {"id": gardens.uid("look"), "place": gardens.uid("bed"), "outcome": "found",
               "on": PLANTED + timedelta(12)}  # fmt: skip
        return water(12, Log.model_validate({"watered": [one | what]}))

    assert found(probe_pct=18.5).used_pct == pytest.approx(50)
    assert found(probe_pct=30).used_pct == 0
    assert found(felt="wet").used_pct == 0
    moist, dry = found(felt="moist"), found(felt="dry")
    assert moist.used_pct == pytest.approx(moist.ready_pct / 2)
    assert dry.used_pct == pytest.approx(dry.ready_pct + (100 - dry.ready_pct) / 10)
    assert (moist.state, dry.state) == ("later", "water")


def test_a_feed_to_a_dry_place_is_not_all_that_it_wants() -> None:
    fed = {"id": gardens.uid("fed"), "planting": gardens.uid("lettuce"), "outcome": "given",
           "on": PLANTED + timedelta(3), "water": gardens.measure(2, "L")}  # fmt: skip
    after = water(3, Log.model_validate({"feeds": [fed]}))
    assert after.state == "water"
    assert after.litres == pytest.approx(water(3).litres - 2)


def test_a_cover_lets_less_sun_in() -> None:
    under = water(1, shelter="cover")
    assert under.used_pct == pytest.approx(water(1).used_pct * 0.7, rel=1e-6)
    assert water(1, shelter="cover", light_pct=50).used_pct == pytest.approx(
        water(1).used_pct * 0.5, rel=1e-6
    )


def tub_water(litres: float, today: date) -> PlaceWater:
    made = gardens.garden(
        places=[gardens.tub(litres=litres)],
        plantings=[gardens.planting("tomato", place="tub", plants=1, planted_on=PLANTED)],
    )
    (found,) = gardens.plan_of(made, log(), today).waters
    return found


def test_a_tub_by_its_leaves() -> None:
    """One tomato just planted: 0.15 of 0.35 m² of leaves, factor 0.6, 1.2 as it stands free. Roots
    hold 0.25 of 0.15 of 0.9 of 35 L = 1.18 L."""
    day_l = 0.6 * 1.2 * 0.35 * 0.15 * grass_mm(PLANTED)
    found = tub_water(35, PLANTED + timedelta(1))
    spread = 0.15 + 0.85 / days_to_full()
    assert found.used_pct == pytest.approx(100 * day_l / (0.25 * 0.9 * 35 * spread), rel=1e-6)


def days_to_full() -> int:
    made = gardens.garden(
        places=[gardens.tub()],
        plantings=[gardens.planting("tomato", place="tub", plants=1, planted_on=PLANTED)],
    )
    workings = Workings(made, log(), PLANTED, catalogue.load())
    (demand,) = moist_of(made.places[0], workings).demands
    return (demand.full - PLANTED).days


def test_a_small_tub_of_a_big_plant_wants_water_more_than_once_a_day() -> None:
    """Full leaf: 1.15 × 1.2 × 0.35 m² × 3.1 mm in August = 1.5 L; a bucket of 6 L
    gives up 0.6 × 0.25 × 5.4 = 0.81 L at a time."""
    full = PLANTED + timedelta(days_to_full() + 2)
    assert tub_water(6, full).times_a_day == 2
    assert tub_water(60, full).times_a_day == 1
    assert tub_water(60, full).every_days >= 3


def test_the_working_ends_in_what_is_shown() -> None:
    today = PLANTED + timedelta(3)
    worked = explain(garden(), log(), today, catalogue.load(), f"moist/{gardens.uid('bed')}")
    assert worked.value == pytest.approx(water(3).with_losses_l)
    assert [step.key for step in worked.steps] == [
        "moist_reference",
        "moist_crop",
        "moist_missing",
        "moist_let_out",
    ]


def test_a_watering_of_a_day_to_come_is_asked_about_and_does_not_count() -> None:
    ahead = log((("given", 5, None),))
    plan = gardens.plan_of(garden(), ahead, PLANTED + timedelta(3))
    assert [one.key for one in plan.findings] == ["entry_from_future"]
    assert plan.waters == gardens.plan_of(garden(), log(), PLANTED + timedelta(3)).waters
