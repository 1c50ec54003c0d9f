"""A garden's own factors out of its records, and what in a plan they move."""

from datetime import date, timedelta
from typing import Any

import pytest

import gardens
from eznel import catalogue
from eznel.core.document import Log
from eznel.core.questions.taught import taught
from eznel.core.stands.stands import Stands

TODAY = date(2026, 5, 1)
LAST = {"planted_on": "2025-05-12", "name": "last"}


def stands(log: dict[str, Any] | None = None, today: date = TODAY, **parts: Any) -> Stands:
    made = gardens.garden(**parts)
    return Stands(made, Log.model_validate(log or {}), today, catalogue.load())


def flowering(on: str) -> dict[str, Any]:
    seen = {"id": gardens.uid("s"), "planting": gardens.uid("last"), "stage": "flowering"}
    return {"stages": [{**seen, "on": on}]}


def two_tomatoes(log: dict[str, Any], **preferences: Any) -> Stands:
    return stands(
        log,
        places=[gardens.bed()],
        plantings=[gardens.planting("tomato", **LAST), gardens.planting("tomato", name="next")],
        preferences=preferences,
    )


def flowers(of: Stands) -> date:
    found = next(one for one in of.all if str(one.id) == gardens.uid("next"))
    return found.calendar.starts["flowering"]


def test_slower_last_year_is_a_little_slower_this_year() -> None:
    """6 degree days a day: 80 take 14 days and 160 take 27, so 246 until flowering on day 41.

    Seen on day 51 after 306: 1.2439 times. Nobody measured the warmth, and 4 of 51 days are the
    eye's: spread √(0.2² + 0.0784²) = 0.2148. Against 0.12 that weighs 21.67 of 91.11: e^(0.2379 ×
    0.2183) = 1.0533. Now 84.3 take 15 days and 168.5 take 29.
    """
    of = two_tomatoes(flowering("2025-07-02"))
    (seen,) = of.own.paces["tomato"]
    assert seen.factor == pytest.approx(306 / 246)
    assert seen.spread == pytest.approx(0.2148, abs=1e-4)
    assert of.own.pace_of("tomato").value == pytest.approx(1.0533, abs=1e-4)
    assert flowers(two_tomatoes({})) == date(2026, 5, 12) + timedelta(41)
    assert flowers(of) == date(2026, 5, 12) + timedelta(44)


def test_measured_warmth_tells_more() -> None:
    """√(0.12² + 0.0784²) = 0.1434."""
    days = [date(2025, 5, 12) + timedelta(n) for n in range(60)]
    weather = [{"id": gardens.uid(str(on)), "on": on, "low_c": 12, "high_c": 20} for on in days]
    (seen,) = two_tomatoes({**flowering("2025-07-02"), "weather": weather}).own.paces["tomato"]
    assert seen.spread == pytest.approx(0.1434, abs=1e-4)


def test_a_planting_learns_nothing_of_itself() -> None:
    of = two_tomatoes(flowering("2025-07-02"))
    last = next(one for one in of.all if str(one.id) == gardens.uid("last"))
    assert last.own.pace == 1
    assert last.calendar.starts["flowering"] == date(2025, 7, 2)  # as it was seen


@pytest.mark.parametrize(
    "learning", [{"on": False}, {"since": "2025-07-03"}], ids=["off", "forgotten"]
)
def test_what_is_off_or_forgotten_moves_nothing(learning: dict[str, Any]) -> None:
    assert flowers(two_tomatoes(flowering("2025-07-02"), learning=learning)) == flowers(
        two_tomatoes({})
    )


@pytest.mark.parametrize(
    ("crop", "stage"), [("garlic", "harvest"), ("strawberry", "harvest"), ("tomato", "seedling")]
)
def test_winter_years_and_the_window_sill_tell_no_pace(crop: str, stage: str) -> None:
    log = flowering("2025-07-02")
    log["stages"][0]["stage"] = stage
    of = stands(log, places=[gardens.bed()], plantings=[gardens.planting(crop, **LAST)])
    assert of.own.paces == {}


def picked(kg: float, **more: Any) -> dict[str, Any]:
    much = {"gross": gardens.measure(kg, "kg")}
    return {"id": gardens.uid("picked"), "planting": gardens.uid("last"), "on": "2025-08-20",
            "much": much, "complete": True, **more}  # fmt: skip


def in_tubs(*harvests: dict[str, Any]) -> Any:
    of = stands(
        {"harvests": harvests},
        places=[gardens.tub(), gardens.tub("other")],
        plantings=[
            gardens.planting("tomato", "tub", **LAST),
            gardens.planting("tomato", "other", name="next"),
        ],
    )
    return next(one for one in of.all if str(one.id) == gardens.uid("next"))


def test_own_yields_are_what_is_expected_next() -> None:
    """Twice the usual 3.15 kg: 1.592 times (tests/core/harvest), and nitrogen 1.15 at most."""
    usual, now = in_tubs(), in_tubs(picked(6.3))
    assert now.kg_yield == pytest.approx(1.592 * usual.kg_yield, rel=1e-3)
    assert now.n_factor == pytest.approx(1.15)


def tried(*values: float | None, ended_on: str | None = "2025-09-20", **measure: Any) -> Stands:
    """A trial of four tomatoes in a tub each, in grams, and the same again this year."""
    plants = [
        {"planting": gardens.uid("last"), "plant": n, "side": n % 2, "values": [value]}
        for n, value in enumerate(values)
    ]
    trial = {
        "id": gardens.uid("trial"), "name": "mulch or none", "on": "2025-06-01",
        "treatments": [{"name": "mulch"}, {"name": "none"}], "plants": plants,
        "measures": [{"name": "harvest", "unit": "g", "harvest": True, **measure}],
        "ended_on": ended_on,
    }  # fmt: skip
    return stands(
        places=[gardens.tub(count=4)],
        plantings=[gardens.planting("tomato", "tub", plants=4, **LAST)],
        trials=[trial],
    )


def test_what_the_plants_of_a_trial_brought_tells_their_yield() -> None:
    """5.3, 7.3 and 6.3 kg are 6.3 kg each, twice the usual 3.15 kg; the fourth was not weighed."""
    (seen,) = tried(5300, 7300, 6300, None).own.yields["tomato"]
    assert seen.factor == pytest.approx(2.0)
    assert seen.on == date(2025, 9, 20)


@pytest.mark.parametrize(
    "of",
    [
        tried(5300, 7300, None, None),  # two are too few
        tried(5300, 7300, 6300, 6300, ended_on=None),  # more may come
        tried(5300, 7300, 6300, 6300, harvest=False),  # a fruit's weight, perhaps
    ],
    ids=["few", "running", "other"],
)
def test_what_is_no_whole_harvest_of_a_trial_tells_nothing(of: Stands) -> None:
    assert of.own.yields == {}


def test_in_tubs_too_a_good_yield_wants_little_more_nitrogen() -> None:
    """Potassium as much more as the yield, 1.592 times; nitrogen 1.15 times at most.

    Of a tub's need, whatever its mix brings: 3.15 kg × 2.6 g N ÷ 0.8 = 10.24 g, and 15 % of it.
    """
    usual, now = (
        gardens.plan_of(
            gardens.garden(
                places=[gardens.tub(), gardens.tub("other")],
                plantings=[
                    gardens.planting("tomato", "tub", **LAST),
                    gardens.planting("tomato", "other", name="next"),
                ],
            ),
            Log.model_validate({"harvests": some}),
        ).plantings[-1]
        for some in ([], [picked(6.3)])
    )
    more = [b.total_g - a.total_g for a, b in zip(usual.needs, now.needs, strict=True)]
    kg = 3.15 / 0.8
    assert more[0] == pytest.approx(0.15 * kg * 2.6, rel=1e-3)
    uptake_k = catalogue.load().crop("tomato").uptake_k
    assert more[2] == pytest.approx(0.592 * kg * uptake_k, rel=1e-3)


def test_a_season_that_is_not_all_written_down_teaches_nothing() -> None:
    assert in_tubs(picked(6.3, complete=False)).kg_yield == in_tubs().kg_yield


def potassium(**preferences: Any) -> float:
    """A year's potassium by building up, after two tests that kale does not explain. [g/m²]"""
    last = gardens.planting("kale", name="last", planted_on="2025-05-01", ends_on="2025-10-01")
    tests = [
        gardens.report(values={"K": value}, sampled_on=on, id=gardens.uid(on))
        for value, on in ((90.0, "2024-03-03"), (70.0, "2026-03-03"))
    ]
    garden = gardens.garden(
        places=[gardens.bed(school="build")],
        plantings=[last, gardens.planting("kale")],
        reports=tests,
        preferences=preferences,
    )
    return gardens.plan_of(garden).plantings[-1].needs[2].per


def test_a_test_that_falls_faster_has_less_of_a_buffer() -> None:
    """1.0357 times as fast as the harvest explains (test_mending): a buffer of 2.5 / 1.0357.

    The gap from 70 to 120 takes 50 × 0.26 × 2.4138 / 4 = 7.85 a year, the harvest 11.5.
    """
    assert potassium() == pytest.approx(11.5 + 7.845, abs=0.01)
    assert potassium(learning={"on": False}) == pytest.approx(11.5 + 8.125, abs=0.01)


def nitrate(*, second: float) -> Stands:
    """A bed without plants, 4 % organic matter, tested twice sixty days apart."""
    reports = [
        gardens.report(
            values={"NO3-N": value, "K": 100.0},
            sampled_on=on,
            id=gardens.uid(on),
            organic_matter_pct=4.0,
        )
        for value, on in ((10.0, "2025-05-01"), (second, "2025-06-30"))
    ]
    return stands(places=[gardens.bed()], plantings=[gardens.planting("kale")], reports=reports)


def test_nitrate_that_grew_by_itself_is_what_the_ground_frees() -> None:
    """Half a season at 16 °C: 2.2 × 4 × 20/15 × 0.5 = 5.87 g/m² are usual.

    In 195 kg/m² it rose from 1.95 to 11.7: 9.75, 1.662 times. That is good to (0.39² + 2.34² +
    1²)^½ = 2.574 g/m², 0.4388 times: it weighs 5.194 of 11.444, and the ground frees 1.3004 times.
    """
    of = nitrate(second=60.0)
    (seen,) = of.own.freed
    assert (seen.factor, seen.spread) == pytest.approx((1.6619, 0.4388), abs=1e-4)
    assert of.own.nitrogen.value == pytest.approx(1.3004, abs=1e-4)


def test_a_ground_that_frees_more_is_fed_less() -> None:
    """As 5.2016 % would: 2.2016 × 2.2 × 20/15 = 6.458 of the 16 g/m² of kale; of 4 %, 2.933."""
    more, usual = (gardens.plan_of(nitrate(second=nitrogen).garden) for nitrogen in (60.0, 44.0))
    assert more.plantings[0].needs[0].per == pytest.approx(16 - 6.458, abs=0.001)
    # 44: 8.58 - 1.95 = 6.63, 1.130 times as much, to (0.39² + 1.716² + 1²)^½ = 2.024, 0.345 times:
    # 8.402 of 14.652 of it, 1.0746; 4.298 % leave 1.298 × 2.933
    assert usual.plantings[0].needs[0].per == pytest.approx(16 - 1.298 * 2.933, abs=0.01)


def test_what_was_taught_says_before_after_and_for_whom() -> None:
    (one,) = taught(two_tomatoes(flowering("2025-07-02")))
    assert (one.kind, one.of, one.unit) == ("pace", "tomato", "days")
    # 80, 160, 140, 155 and 215 degree days take 14, 27, 24, 26 and 36 days
    assert one.before == 127
    assert one.after.value == pytest.approx(127 * 1.0533, abs=0.05)
    assert [str(id_) for id_ in one.used_by] == [gardens.uid("next")]


def test_what_is_switched_off_is_shown_and_used_by_nobody() -> None:
    of = two_tomatoes(flowering("2025-07-02"), learning={"on": False})
    (one,) = taught(of)
    assert one.after.value == pytest.approx(127 * 1.0533, abs=0.05)
    assert one.used_by == ()
