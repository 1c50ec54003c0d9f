"""The same crop in two years: how far apart, and how much of that is the warmth."""

from datetime import date

import pytest

import gardens
from eznel import catalogue
from eznel.core.document import Log
from eznel.core.questions.year_beside_year import TwoSeasons, years_beside
from eznel.core.season.workings import Workings

TODAY = date(2026, 10, 1)


def seen(of: str, on: str) -> dict:
    name = gardens.uid(of)
    return {"id": gardens.uid(f"{of} {on}"), "planting": name, "stage": "flowering", "on": on}


def beside(*plantings: dict, **log) -> tuple[TwoSeasons, ...]:
    made = gardens.garden(places=[gardens.tub(count=9)], plantings=plantings)
    return years_beside(Workings(made, Log.model_validate(log), TODAY, catalogue.load()))


def tomato(year: int, **more) -> dict:
    named = {"name": str(year), "planted_on": f"{year}-05-12"} | more
    return gardens.planting("tomato", "tub", **named)


def test_what_the_warmth_explains_and_what_is_left() -> None:
    """In the second year five days of June, between two stages, were 12 °C warmer.

    60 degree days more are ten days of 16 °C above a base of 10 °C. Flowers were seen 40 and 25
    days after planting: 15 sooner, where the warmth says 10.
    """
    warm = [
        {"id": gardens.uid(f"day {n}"), "on": f"2026-06-{n:02}", "low_c": 26, "high_c": 30}
        for n in range(1, 6)
    ]
    stages = [seen("2025", "2025-06-21"), seen("2026", "2026-06-06")]
    (two,) = beside(tomato(2025), tomato(2026), stages=stages, weather=warm)
    (apart,) = two.apart
    assert (apart.key, apart.days, apart.by_warmth_days) == ("flowering", -15, -10)
    assert (two.before.year, two.after.year) == (2025, 2026)


def test_years_of_the_same_warmth_leave_all_to_other_causes() -> None:
    stages = [seen("2025", "2025-06-11"), seen("2026", "2026-06-13")]
    (two,) = beside(tomato(2025), tomato(2026), stages=stages)
    (apart,) = two.apart
    assert (apart.days, apart.by_warmth_days) == (2, 0)


def test_a_stage_that_nobody_saw_in_one_year_is_not_compared() -> None:
    (two,) = beside(tomato(2025), tomato(2026), stages=[seen("2026", "2026-06-13")])
    assert two.apart == ()


def test_of_several_plantings_of_a_year_the_largest_counts_and_perennials_are_left_out() -> None:
    grown = [
        tomato(2025, plants=2),
        tomato(2026, plants=3),
        tomato(2026, name="few", plants=1),
        gardens.planting("strawberry", "tub", planted_on="2025-04-01"),
    ]
    (two,) = beside(*grown)
    assert str(two.after.planting) == gardens.uid("2026")


def test_what_a_plant_gave_adds_up() -> None:
    """1 kg and 2 kg of two plants: 1.5 kg each."""
    harvests = [
        {"id": gardens.uid(f"h{n}"), "planting": gardens.uid("2025"), "on": f"2025-08-0{n}",
         "much": {"gross": gardens.measure(n, "kg")}}
        for n in (1, 2)
    ]  # fmt: skip
    (two,) = beside(tomato(2025, plants=2), tomato(2026), harvests=harvests)
    assert [one.so_far_kg for one in two.before.picked] == pytest.approx([1, 3])
    assert two.before.kg_plant == pytest.approx(1.5)
    assert (two.before.rain_mm, two.after.picked) == (None, ())
