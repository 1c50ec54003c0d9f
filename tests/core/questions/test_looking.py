"""What a garden's records say of a sick plant, and what follows from it."""

from datetime import date, timedelta
from typing import Any
from uuid import UUID

import pytest

import gardens
from eznel import catalogue
from eznel.core.document import Log
from eznel.core.errors import Unknown
from eznel.core.plan.season_plan import Made, make
from eznel.core.questions.looking import Looked, Seen, looked, what_can_be_seen
from eznel.core.symptoms.odds import Suspect

ROWS = catalogue.load()
TODAY = date(2026, 7, 20)
NAME = UUID(gardens.uid("tomato"))


def tomato(**more: Any) -> dict[str, Any]:
    return gardens.planting("tomato", "tub", planted_on="2026-05-12", **more)


def made(place: dict[str, Any] | None = None, **log: Any) -> Made:
    garden = gardens.garden(places=[place or gardens.tub()], plantings=[tomato()])
    return make(garden, Log.model_validate(log), TODAY, ROWS)


def look(of: Made, *signs: str, **more: Any) -> Looked:
    return looked(Seen(planting=NAME, signs=signs, **more), of)


def facts(of: Looked) -> dict[str, bool]:
    return {one.key: one.holds for one in of.facts}


def days(*, low: float, high: float, rain: float = 0.0, n: int = 10) -> list[dict[str, Any]]:
    return [
        {
            "id": gardens.uid(f"day {back}"),
            "on": (TODAY - timedelta(back)).isoformat(),
            "low_c": low,
            "high_c": high,
            "rain_mm": rain,
        }
        for back in range(n)
    ]


def test_what_nobody_recorded_is_no_fact() -> None:
    known = facts(look(made(), "old_pale"))
    assert not {"hot", "frost", "rain_lately", "salty", "ph_high", "k_low", "few"} & set(known)
    assert not {"sprayed_lately", "compost_lately", "dry_swings"} & set(known)
    assert known["under_cover"] is False


def test_measured_weather_is() -> None:
    """Ten days of 34 °C and 8 °C at night: hot, and colder than the 10 °C that tomatoes bear."""
    known = look(made(weather=days(low=8, high=34, rain=4)), "flower_drop")
    told = facts(known)
    assert (told["hot"], told["cold_nights"], told["frost"]) == (True, True, False)
    assert told["rain_lately"] is True  # seven days of 4 mm are 28 mm, more than 25
    (hottest,) = next(one for one in known.facts if one.key == "hot").numbers
    assert (hottest.value, hottest.unit) == (34, "°C")
    few = look(made(weather=days(low=8, high=34, n=4)), "flower_drop")
    assert "hot" not in facts(few)  # four days of ten say too little


def test_rain_between_little_and_much_says_nothing() -> None:
    some = look(made(weather=days(low=12, high=22, rain=2)), "old_pale")  # 14 mm in a week
    assert "rain_lately" not in facts(some)
    dry = look(made(weather=days(low=12, high=22, rain=0)), "old_pale")
    assert facts(dry)["rain_lately"] is False


def test_salts_count_for_six_weeks() -> None:
    def read(back: int) -> dict[str, Any]:
        return {
            "id": gardens.uid("salts"), "planting": str(NAME), "kind": "salts", "ec_ds_m": 6.0,
            "on": (TODAY - timedelta(back)).isoformat(),
        }  # fmt: skip

    assert facts(look(made(observed=[read(42)]), "end_black"))["salty"] is True
    assert "salty" not in facts(look(made(observed=[read(43)]), "end_black"))


def test_a_small_tub_is_named_with_its_litres() -> None:
    shape = {"kind": "nominal", "volume": gardens.measure(8, "L")}
    small = look(made(gardens.tub(count=1, shape=shape)), "wilt_noon")
    assert facts(small)["small_tub"] is True
    each, wanted = next(one for one in small.facts if one.key == "small_tub").numbers
    assert each.value == pytest.approx(7.2)  # filled to nine tenths
    assert wanted.value > 20


def test_how_many_of_how_many_and_since_when() -> None:
    """One of eight is fewer than half for sure, one of three not; ten of twelve are more."""
    assert facts(look(made(), "young_fern", affected=1, looked_at=8))["few"] is True
    assert "few" not in facts(look(made(), "young_fern", affected=1, looked_at=3))
    assert facts(look(made(), "old_pale", affected=10, looked_at=12))["most"] is True
    fresh = facts(look(made(), "old_pale", since=TODAY - timedelta(1)))
    assert (fresh["sudden"], fresh["slow"]) == (True, False)
    old = facts(look(made(), "old_pale", since=TODAY - timedelta(10)))
    assert (old["sudden"], old["slow"]) == (False, True)


def test_the_day_to_look_again_is_the_answers() -> None:
    rolled = look(made(), "old_roll")
    assert rolled.of.answer == "leave_it"
    assert rolled.again_on == TODAY + timedelta(14)
    assert rolled.plan_answers is None


def test_the_plan_may_answer_only_what_is_likely() -> None:
    lush = look(made(), "whole_lush", "stem_thick")
    assert lush.of.named[0].cause == "n_over"
    assert lush.plan_answers == "rank_leaf"
    unsure = look(made(), "end_black")
    assert unsure.of.named[0].share < 0.5
    assert unsure.plan_answers is None


def test_what_it_turned_out_to_be_counts_for_its_family_alone() -> None:
    def past(name: str, planting: str) -> dict[str, Any]:
        return {
            "id": gardens.uid(name), "planting": gardens.uid(planting), "on": "2026-06-01",
            "signs": ["young_fern"], "came": "better", "turned_out": "residue",
        }  # fmt: skip

    garden = gardens.garden(
        places=[gardens.tub()],
        plantings=[tomato(), gardens.planting("lettuce", "tub", planted_on="2026-05-12")],
    )

    def residue(**log: Any) -> Suspect:
        plan = make(garden, Log.model_validate(log), TODAY, ROWS)
        of = looked(
            Seen(planting=NAME, signs=("young_fern",), look=UUID(gardens.uid("this"))), plan
        )
        return next(one for one in of.of.of if one.cause == "residue")

    nothing = residue()
    assert residue(looks=[past("one", "lettuce")]).in_100 == nothing.in_100
    assert residue(looks=[past("this", "tomato")]).in_100 == nothing.in_100  # itself
    p = nothing.in_100 / 100
    own = residue(looks=[past("one", "tomato")])
    assert own.in_100 == pytest.approx(100 * (20 * p + 1) / 21)


def test_signs_of_other_crops_are_not_offered() -> None:
    offered = what_can_be_seen(NAME, made())
    assert "end_black" in offered
    assert not {"root_club", "flower_male", "fruit_gaps"} & set(offered)
    with pytest.raises(Unknown, match="no_such_thing"):
        what_can_be_seen(UUID(gardens.uid("nobody")), made())
    with pytest.raises(Unknown, match="unknown_sign"):
        look(made(), "moonlight")


def test_a_look_is_due_until_somebody_says_what_came() -> None:
    def plan(**more: Any) -> tuple[Any, ...]:
        one = {
            "id": gardens.uid("look"), "planting": str(NAME), "on": "2026-07-10",
            "signs": ["old_roll"], "decided": "leaf_roll", "again_on": "2026-07-20", **more,
        }  # fmt: skip
        return made(looks=[one]).plan.looks

    (due,) = plan()
    assert (due.planting, due.cause) == (NAME, "Leaf roll without harm")
    assert len(plan(again_on="2026-07-21")) == 1  # tomorrow, for the calendar
    assert plan(came="better") == ()
    assert plan(on="2026-06-01", again_on="2026-06-21") == ()  # 29 days ago
    assert len(plan(on="2026-06-01", again_on="2026-06-22")) == 1
