"""A season begun from the last one, in November after it."""

from datetime import date

import pytest

import gardens
from eznel import catalogue
from eznel.core.document import Log
from eznel.core.questions.next_season import NextSeason, next_season
from eznel.core.season.workings import Workings

NOVEMBER = date(2026, 11, 20)


def begun(
    places: list, plantings: list, log: dict | None = None, today: date = NOVEMBER
) -> NextSeason:
    made = gardens.garden(places=places, plantings=plantings)
    found = Workings(made, Log.model_validate(log or {}), today, catalogue.load())
    return next_season(found)


def tomato(**more) -> dict:
    return gardens.planting("tomato", "tub", **more)


def test_a_spring_as_warm_as_usual_keeps_its_day() -> None:
    """12 May is day 131 after 1 January: 131 × (16 - 5) = 1441 degree days, and again in 2027."""
    found = begun([gardens.tub()], [tomato(sown_on="2026-03-12")])
    (again,) = found.again
    assert (found.year, again.day_by) == (2027, "warmth")
    assert again.planting.planted_on == date(2027, 5, 12)
    assert again.planting.sown_on == date(2027, 3, 12)  # 61 days before, as then


def test_after_a_warm_spring_the_day_is_later_in_a_usual_one() -> None:
    """Ten days of 26 °C brought 100 more: 1541 / 11 = 140.1, so the 141st day, 22 May."""
    warm = [
        {"id": gardens.uid(f"day {n}"), "on": f"2026-03-{n:02}", "low_c": 22, "high_c": 30}
        for n in range(1, 11)
    ]
    (again,) = begun([gardens.tub()], [tomato()], {"weather": warm}).again
    assert again.planting.planted_on == date(2027, 5, 22)


def test_what_is_planted_after_midsummer_keeps_its_day() -> None:
    (again,) = begun([gardens.bed()], [gardens.planting("garlic", planted_on="2026-10-20")]).again
    assert (again.planting.planted_on, again.day_by) == (date(2027, 10, 20), "same_day")


def test_what_stands_through_the_winter_is_carried_on() -> None:
    grown = [
        gardens.planting("strawberry", planted_on="2025-04-01"),
        gardens.planting("garlic", planted_on="2026-10-20"),
        gardens.planting("lettuce", planted_on="2026-04-20"),
    ]
    found = begun([gardens.bed(length=12)], grown)
    carried = {one.planting: one.until for one in found.carried}
    assert set(map(str, carried)) == {gardens.uid("strawberry"), gardens.uid("garlic")}
    assert carried[next(p for p in carried if str(p) == gardens.uid("strawberry"))] is None
    assert {one.planting.crop for one in found.again} == {"garlic", "lettuce"}


def where(found: NextSeason) -> dict[str, str]:
    return {one.planting.crop: str(one.planting.place) for one in found.again}


A, B, SMALL = gardens.bed("A"), gardens.bed("B"), gardens.bed("small", length=0.9)


def test_two_beds_change_what_they_carry() -> None:
    grown = [gardens.planting("cabbage", "A"), gardens.planting("bush_bean", "B")]
    found = begun([A, B], grown)
    assert where(found) == {"cabbage": B["id"], "bush_bean": A["id"]}
    assert all(one.rested for one in found.again)


def test_a_bed_that_rested_is_taken_and_one_that_is_too_small_is_not() -> None:
    grown = [gardens.planting("cabbage", "A")]
    assert where(begun([A, B], grown)) == {"cabbage": B["id"]}
    found = begun([A, SMALL], grown)  # a quarter of its size: worse than a family again
    assert where(found) == {"cabbage": A["id"]}
    assert not found.again[0].rested


def test_nothing_moves_where_moving_does_not_help() -> None:
    """Cabbage and kale are of one family: each bed had it."""
    grown = [gardens.planting("cabbage", "A"), gardens.planting("kale", "B")]
    assert where(begun([A, B], grown)) == {"cabbage": A["id"], "kale": B["id"]}


def test_a_bed_that_is_planted_this_season_already_is_left_alone() -> None:
    grown = [
        gardens.planting("cabbage", "A", planted_on="2025-05-12"),
        gardens.planting("leek", "B", planted_on="2026-05-12"),
    ]
    made = gardens.garden(places=[A, B], plantings=grown)
    found = next_season(Workings(made, Log(), date(2026, 6, 1), catalogue.load()), 2026)
    assert where(found) == {"cabbage": A["id"]}


def test_a_bed_in_which_garlic_stands_until_summer_is_not_taken_in_may() -> None:
    grown = [
        gardens.planting("cabbage", "A"),
        gardens.planting("garlic", "B", planted_on="2026-10-20"),
    ]
    assert where(begun([A, B], grown)) == {"cabbage": A["id"], "garlic": B["id"]}


def test_a_bed_with_a_perennial_stays_as_it_is() -> None:
    grown = [
        gardens.planting("cabbage", "A"),
        gardens.planting("asparagus", "B", planted_on="2024-04-01"),
    ]
    assert where(begun([A, B], grown)) == {"cabbage": A["id"]}


def test_fewer_plants_go_into_a_smaller_bed() -> None:
    """2.7 m of 3.6 m: three quarters of 8 plants are 6."""
    smaller = gardens.bed("B", length=2.7)
    (again,) = begun([A, smaller], [gardens.planting("cabbage", "A", plants=8)]).again
    assert (str(again.planting.place), again.planting.plants) == (smaller["id"], 6)


def test_peppers_can_be_kept_through_the_winter_and_tomatoes_cannot() -> None:
    pepper = gardens.planting("hot_pepper", "tub", sown_on="2026-03-01", raised_in="charged")
    (kept,) = begun([gardens.tub()], [pepper]).again
    assert kept.wintered is not None
    assert (kept.wintered.sown_on, kept.wintered.raised_in) == (None, None)
    assert kept.wintered.id != kept.planting.id
    assert begun([gardens.tub()], [tomato()]).again[0].wintered is None


def test_a_planting_is_proposed_under_one_name_and_known_when_it_is_there() -> None:
    (first,) = begun([gardens.tub()], [tomato()]).again
    added = {**first.planting.model_dump(mode="json")}
    (again,) = begun([gardens.tub()], [tomato(), added]).again
    assert (again.planting.id, again.there, first.there) == (first.planting.id, True, False)


def test_in_june_what_was_not_planted_waits_for_a_good_day() -> None:
    """The day by warmth is past: the next good one is proposed."""
    found = begun([gardens.tub()], [tomato(planted_on="2025-05-12")], today=date(2026, 6, 1))
    (again,) = found.again
    assert (found.year, again.day_by) == (2026, "next_good")
    assert again.planting.planted_on >= date(2026, 6, 1)


def test_what_should_have_been_sown_is_sown_today() -> None:
    """On 10 April the day of sowing, 12 March, is past: 61 days from now are 10 June."""
    grown = [tomato(sown_on="2026-03-12")]
    (again,) = begun([gardens.tub()], grown, today=date(2027, 4, 10)).again
    assert (again.planting.sown_on, again.day_by) == (date(2027, 4, 10), "sown_late")
    assert again.planting.planted_on == date(2027, 6, 10)


def test_once_a_season_is_under_way_the_next_is_begun_and_each_can_be_asked_for() -> None:
    """1 June is 151 days after 1 January."""
    grown = [tomato(), tomato(name="before", planted_on="2025-05-12")]
    made = gardens.garden(places=[gardens.tub(count=2)], plantings=grown)
    found = Workings(made, Log(), date(2026, 6, 1), catalogue.load())
    assert (next_season(found).year, next_season(found).years) == (2027, (2026, 2027))
    (now,) = next_season(found, 2026).again
    assert str(now.of) == gardens.uid("before")


def test_what_was_counted_last_time_is_not_known_yet() -> None:
    raising = {"seed_year": 2025, "sown": 40, "came_up": 33, "lost": 4, "survival_pct": 90}
    (again,) = begun([gardens.tub()], [tomato(sown_on="2026-03-12", raising=raising)]).again
    anew = again.planting.raising
    assert anew is not None
    assert (anew.seed_year, anew.survival_pct) == (2025, 90)
    assert (anew.sown, anew.came_up, anew.lost) == (None, None, 0)


def test_lessons_of_its_crops_and_of_the_garden_come_first() -> None:
    def note(name: str, lesson: dict | None) -> dict:
        return {"id": gardens.uid(name), "on": "2026-09-01", "words": name, "lesson": lesson}

    notes = [
        note("all", {}),
        note("tomato", {"crop": "tomato"}),
        note("leek", {"crop": "leek"}),
        note("known", {"crop": "tomato", "learned_on": "2026-10-01"}),
        note("words", None),
    ]
    found = begun([gardens.tub()], [tomato()], {"notes": notes})
    assert set(map(str, found.lessons)) == {gardens.uid("all"), gardens.uid("tomato")}


def test_how_it_went_is_told_as_far_as_it_is_written_down() -> None:
    name = gardens.uid("tomato")
    log = {
        "harvests": [
            {"id": gardens.uid("h"), "planting": name, "on": "2026-08-01",
             "much": {"gross": gardens.measure(2, "kg")}}
        ],
        "observed": [
            {"id": gardens.uid(f"o{n}"), "planting": name, "on": f"2026-08-0{n}", "kind": "end_rot"}
            for n in (1, 2)
        ],
    }  # fmt: skip
    (again,) = begun([gardens.tub()], [tomato()], log).again
    assert (again.went.picked_kg, again.went.complete) == (pytest.approx(2), False)
    assert again.went.expected_kg == pytest.approx(3.15)
    assert again.went.seen == (("end_rot", 2),)
