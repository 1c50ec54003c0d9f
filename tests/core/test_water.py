"""A week's water, by hand: a millimetre on a square metre is a litre."""

import pytest

import gardens
from eznel import catalogue
from eznel.core.document import Log, Watering
from eznel.core.plan import explain
from eznel.core.water import week_of
from eznel.core.working import Worked

TEN = Worked(value=10.0, unit="m²")


def line(**more) -> Watering:
    gap = gardens.measure(25, "cm")
    parts = {"by": "drip", "emitter_l_h": 1.5, "emitter_gap": gap, "line_gap": gap} | more
    return Watering.model_validate(parts)


def test_nobody_said_anything() -> None:
    week = week_of(None, area_m2=TEN)
    assert week.litres.value == 250  # 25 mm
    assert week.with_losses.value == pytest.approx(312.5)  # a can loses a fifth
    assert week.minutes is None


@pytest.mark.parametrize(("by", "litres"), [("can", 250), ("sprinkler", 285.714)])
def test_what_is_lost(by: str, litres: float) -> None:
    how = Watering.model_validate({"by": by, "week_mm": 20})
    assert week_of(how, area_m2=TEN).with_losses.value == pytest.approx(litres, abs=0.001)


def test_rain_counts_three_quarters_and_never_below_nothing() -> None:
    how = Watering(week_mm=20)
    assert week_of(how, area_m2=TEN, rain_mm=8).litres.value == pytest.approx(140)  # 20 − 6
    assert week_of(how, area_m2=TEN, rain_mm=50).litres.value == 0


def test_a_drip_line() -> None:
    week = week_of(line(week_mm=12), area_m2=TEN)
    assert week.drip_mm_h is not None
    assert week.minutes is not None
    assert week.minutes_with_losses is not None
    assert week.drip_mm_h.value == pytest.approx(24)  # 1.5 ÷ 0.0625
    assert week.minutes.value == pytest.approx(30)
    assert week.minutes_with_losses.value == pytest.approx(30 / 0.9)


def garden(**more):
    return gardens.garden(places=[gardens.bed(**more)])


def test_measured_rain_of_the_last_week_is_counted_in_the_plan() -> None:
    days = [
        {"id": gardens.uid(f"d{n}"), "on": f"2026-04-{n}", "low_c": 5, "high_c": 12, "rain_mm": 4}
        for n in (22, 25, 30)
    ]
    made = garden(watering={"week_mm": 20})
    plan = gardens.plan_of(made, Log.model_validate({"weather": days}))
    water = plan.places[0].water
    assert water is not None
    # 25 and 30 April lie in the seven days before 1 May, the 22nd does not
    assert water.rain_mm == 8
    assert water.litres == pytest.approx((20 - 6) * 4.32)
    assert not water.assumed


def test_its_numbers_show_their_working() -> None:
    made = garden(watering=line(week_mm=25).model_dump(mode="json"))
    place = made.places[0].id
    for what, value in (("litres", 120), ("rate", 24), ("minutes", 25 / 24 * 60 / 0.9)):
        worked = explain(made, Log(), gardens.TODAY, catalogue.load(), f"water/{place}/{what}")
        assert worked.value == pytest.approx(value)
        assert worked.steps
    assert gardens.plan_of(gardens.garden(places=[gardens.tub()])).places[0].water is None
