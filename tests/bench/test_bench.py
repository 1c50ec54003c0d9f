"""The bench measures what it says: every kind of garden, and rows that tell what is reached."""

import json

import pytest

from eznel import catalogue
from eznel.bench import reading
from eznel.bench.computing import sample, with_plants
from eznel.bench.garden import TODAY, generated
from eznel.bench.rows import Row, as_json, as_text, median_ms, percentile
from eznel.core.document import Log
from eznel.core.plan import plan


def test_the_generated_garden_is_of_every_kind() -> None:
    rows = catalogue.load()
    garden = generated(40, rows)
    made = plan(garden, Log(), TODAY, rows)
    assert {one.method for one in made.plantings} == {"tested", "untested", "light_bed", "tub"}
    assert len({one.crop for one in made.plantings}) == 40  # no crop twice
    assert {one.programme for one in made.plantings} == set(rows.programmes)
    assert {one.form for one in garden.products} == {
        "granular", "soluble", "liquid", "organic", "coated",
    }  # fmt: skip
    assert len(garden.products) == 12
    # No two needs are equal, but for peas that a tub's charge feeds whole.
    nitrogen = [one.needs[0].total_g for one in made.plantings if one.needs[0].total_g > 0]
    assert len(set(nitrogen)) == len(nitrogen) >= 37
    assert sum(bool(job.mixes) for one in made.plantings for job in one.jobs) > 140
    assert generated(40, rows) == garden


def test_one_planting_is_changed_and_nothing_else() -> None:
    garden = generated(6, catalogue.load())
    changed = with_plants(garden, 2, 99)
    assert changed.plantings[2].plants == 99
    assert [a is b for a, b in zip(changed.plantings, garden.plantings, strict=True)] == [
        True, True, False, True, True, True,
    ]  # fmt: skip
    assert changed.places == garden.places


def test_blending_is_a_part_of_the_whole() -> None:
    found = sample(6)
    assert 0 < found["blending"] < found["whole"]


@pytest.mark.parametrize(
    ("value", "floor", "goal", "state"),
    [
        (50, 100, 60, "goal"),
        (60, 100, 60, "goal"),
        (61, 100, 60, "floor"),
        (101, 100, 60, "missed"),
        (5, None, 4, "missed"),
        (5, 6, None, "floor"),
    ],
)
def test_a_row_says_what_is_reached(
    value: float, floor: float | None, goal: float | None, state: str
) -> None:
    row = Row("work", value, "ms", floor, goal)
    assert row.line().endswith(state)
    ratio = value / (goal or floor or 1)
    assert f"{ratio:.2f} × {'goal' if goal else 'floor'}" in row.line()
    assert json.loads(as_json([row]))[0]["value"] == value
    assert as_text([row]).splitlines()[1] == row.line()


def test_a_row_without_a_goal_is_only_told() -> None:
    assert Row("a loop", 125.4, "ms").line().split() == ["a", "loop", "125", "ms"]


def test_medians_and_percentiles() -> None:
    assert percentile([5, 1, 4, 2, 3], 0.5) == 3
    assert percentile(range(1, 101), 0.95) == 95  # 95 of 100 do not exceed it
    assert percentile([7], 0.95) == 7
    calls: list[int] = []
    assert median_ms(lambda: calls.append(1), 5) >= 0
    assert len(calls) == 5


def test_every_reader_is_measured_on_texts_that_are_made_to_be_slow(
    monkeypatch: pytest.MonkeyPatch,
) -> None:
    monkeypatch.setattr(reading, "CHARACTERS", 400)
    rows = reading.rows()
    assert [row.work for row in rows[::2]] == [
        f"reading 40 kB as {name}" for name, *_ in reading.READERS
    ]
    assert all(row.value > 0 and row.floor and row.goal for row in rows)
