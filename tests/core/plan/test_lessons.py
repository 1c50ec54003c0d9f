"""Lessons come back at their crop's stage in another year, until they are learned."""

from datetime import date

import pytest

import gardens
from eznel.core.document import Log, Noted


def note(lesson: dict | None, on: str = "2025-08-01", words: str = "Net them.") -> dict:
    return {"id": gardens.uid(f"note {on}"), "on": on, "words": words, "lesson": lesson}


def told(lesson: dict, today: date, on: str = "2025-08-01") -> list[str]:
    grown = gardens.planting("kale", planted_on="2026-05-12")
    made = gardens.garden(places=[gardens.bed()], plantings=[grown])
    log = Log.model_validate({"notes": [note(lesson, on)]})
    return [one.words for one in gardens.plan_of(made, log, today).lessons]


def test_a_lesson_of_a_crop_comes_back_around_planting() -> None:
    """Two weeks before 12 May to a week after it."""
    kale = {"crop": "kale"}
    outside = date(2026, 4, 27), date(2026, 5, 20)
    inside = date(2026, 4, 28), date(2026, 5, 19)
    assert [told(kale, day) for day in outside] == [[], []]
    assert [told(kale, day) for day in inside] == [["Net them."], ["Net them."]]
    assert told({"crop": "leek"}, date(2026, 5, 12)) == []


def test_a_lesson_of_a_stage_comes_back_a_week_before_it_and_while_it_lasts() -> None:
    at = {"crop": "kale", "stage": "transplant_establishment"}
    assert told(at, date(2026, 5, 4)) == []
    assert told(at, date(2026, 5, 5)) == ["Net them."]
    assert told(at, date(2026, 5, 13)) == ["Net them."]
    assert told(at, date(2026, 8, 1)) == []


def test_not_in_the_season_in_which_it_was_written_nor_once_it_is_learned() -> None:
    assert told({"crop": "kale"}, date(2026, 5, 13), on="2026-05-12") == []
    assert told({"crop": "kale", "learned_on": "2026-04-01"}, date(2026, 5, 12)) == []


@pytest.mark.parametrize(
    ("thing", "key"),
    [
        ({"words": "  "}, "note_says_nothing"),
        ({"words": "", "count": 3, "lesson": {"crop": "kale"}}, "note_says_nothing"),
        ({"words": "x", "height": gardens.measure(40, "m")}, "height_out_of_range"),
        ({"words": "x", "lesson": {"stage": "harvest"}}, "stage_needs_crop"),
    ],
)
def test_what_a_note_cannot_be(thing: dict, key: str) -> None:
    with pytest.raises(ValueError, match=key):
        Noted.model_validate({"id": gardens.uid("note"), "on": "2026-05-01", **thing})
