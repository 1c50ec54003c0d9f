"""The balance of any garden: it is there for every planting, and nothing comes out of nothing."""

from datetime import date, timedelta

import pytest
from hypothesis import given, settings
from hypothesis import strategies as st

import gardens
import strategies
from eznel import catalogue
from eznel.core.balance.balance import balance_of
from eznel.core.balance.trying import Tried
from eznel.core.document import Garden, Log
from eznel.core.season.workings import Workings

CATALOGUE = catalogue.load()


@settings(max_examples=25, deadline=None)
@given(
    strategies.any_garden(),
    st.integers(-200, 400),
    st.sampled_from(["usual", "cool", "warm", "wet", "dry"]),
)
def test_every_planting_has_one_on_every_day(garden: Garden, after: int, year: str) -> None:
    today = gardens.TODAY + timedelta(after)
    mine = Workings(garden, Log(), today, CATALOGUE)
    for season in mine.seasons:
        found = balance_of(season, mine, Tried(year=year, later_days=7))  # type: ignore[arg-type]
        assert found.days[0] == season.stand.calendar.begins
        for one in found.lines:
            assert len(one.left) == len(found.days)
            moved = one.taken[-1] + one.lost[-1] + one.left[-1]
            assert moved == pytest.approx(one.came[-1], rel=1e-6, abs=1e-3)
            assert min(one.left) >= -1e-3
            assert one.runs_out_on is None or one.runs_out_on in found.days


def test_a_garden_without_anything_has_none_and_a_bed_without_feed_stays_flat() -> None:
    empty = Workings(gardens.garden(), Log(), date(2026, 6, 1), CATALOGUE)
    assert list(empty.seasons) == []
    made = gardens.garden(
        places=[gardens.bed()], plantings=[gardens.planting("lettuce", plants=20)]
    )
    mine = Workings(made, Log(), date(2026, 6, 1), CATALOGUE)
    (season,) = mine.seasons
    for one in balance_of(season, mine).lines:
        assert {*one.came, *one.left, *one.lost, *one.taken} == {0.0}
