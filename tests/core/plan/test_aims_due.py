"""Aims come back once their picking is over, until it is written what came of them."""

from datetime import date, timedelta
from typing import Any

import gardens


def due(today: date, **aim: Any) -> list[str]:
    aims = [{"id": gardens.uid("aim"), "year": 2026, "words": "sauce until spring", **aim}]
    planted = gardens.planting("tomato", planted_on="2026-05-15", plants=6)
    made = gardens.garden(places=[gardens.bed("bed", 6)], plantings=[planted], aims=aims)
    return [one.words for one in gardens.plan_of(made, today=today).aims]


def last_pick() -> date:
    planted = gardens.planting("tomato", planted_on="2026-05-15", plants=6)
    made = gardens.garden(places=[gardens.bed("bed", 6)], plantings=[planted])
    return gardens.single(gardens.plan_of(made, today=date(2026, 5, 15))).last_pick


def test_an_aim_of_a_crop_comes_back_the_day_after_its_last_picking() -> None:
    last = last_pick()
    assert due(last, crop="tomato") == []
    assert due(last + timedelta(1), crop="tomato") == ["sauce until spring"]
    assert due(last + timedelta(120), crop="tomato") == ["sauce until spring"]
    assert due(last + timedelta(121), crop="tomato") == []


def test_an_aim_of_no_crop_or_of_nothing_planted_comes_back_with_the_new_year() -> None:
    assert due(date(2026, 12, 31)) == []
    assert due(date(2027, 1, 1)) == ["sauce until spring"]
    assert due(date(2026, 12, 31), crop="leek") == []
    assert due(date(2027, 1, 1), crop="leek") == ["sauce until spring"]


def test_what_came_of_it_is_asked_once() -> None:
    assert due(last_pick() + timedelta(1), crop="tomato", outcome="forty jars") == []
