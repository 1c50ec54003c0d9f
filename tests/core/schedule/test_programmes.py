"""Dates and shares of a programme, by hand and as laws."""

import itertools
import math
from datetime import date, timedelta

import pytest
from hypothesis import given
from hypothesis import strategies as st

from eznel import catalogue
from eznel.core.crops.uptake import Curve
from eznel.core.document import Programme
from eznel.core.nutrients import NOTHING, NUTRIENTS, Amounts
from eznel.core.schedule.programmes import (
    Window,
    base_shares,
    dressing_dates,
    feed_dates,
    feed_shares,
    interval_of,
    within_caps,
)

START = date(2026, 6, 1)
STOP = START + timedelta(100)
DAY = START.toordinal()


def window(at_start: float = 0.0, at_stop: float = 1.0) -> Window:
    """Uptake in a straight line from the start to the stop."""
    line = Curve((DAY, DAY + 100), (at_start, at_stop))
    return Window(START, STOP, dict.fromkeys(NUTRIENTS, line))


@pytest.mark.parametrize(
    ("days", "interval", "expected"),
    [(28, 14, [0, 14]), (29, 14, [0, 14, 28]), (1, 14, [0]), (0, 14, []), (-5, 14, [])],
)
def test_feed_dates(days, interval, expected) -> None:
    found = feed_dates(START, START + timedelta(days), lambda _: interval)
    assert [(day.on - START).days for day in found] == expected


def test_each_phase_may_have_an_interval_of_its_own() -> None:
    """Every fourteen days, from fruit set every seven; closer still where a limit asks it."""
    base = catalogue.load().programmes["leaf_then_fruit"].model_dump()
    phases = [
        {"until_stage": "fruit_set", "n": 1, "p2o5": 1, "k2o": 1},
        {"n": 1, "p2o5": 1, "k2o": 2, "interval_days": 7},
    ]
    own = Programme.model_validate(base | {"phases": phases})
    starts = {"fruit_set": START + timedelta(20)}
    days = feed_dates(START, START + timedelta(43), interval_of(own, starts))
    # 0 and 14 are before fruit set and carry a fortnight; from 28 on, weekly: 28, 35, 42
    assert [(day.on - START).days for day in days] == [0, 14, 28, 35, 42]
    assert [day.gap_days for day in days] == [14, 14, 7, 7, 7]
    closer = feed_dates(START, START + timedelta(28), interval_of(own, starts, 10))
    assert [(day.on - START).days for day in closer] == [0, 10, 20, 27]


def test_each_feed_carries_the_crop_to_the_next() -> None:
    school = catalogue.load().programmes["base_and_side_dress"]
    days = [START, START + timedelta(20), START + timedelta(50)]
    rows = feed_shares(school, window(), days, {}, NOTHING)
    # straight uptake over 100 days: 20, then 30, then the 50 up to the stop
    assert [row.n for row in rows] == pytest.approx([0.2, 0.3, 0.5])
    # with a tenth of potassium in the base, the first feed only carries from 10 to 20
    rows = feed_shares(school, window(), days, {}, Amounts(k=0.1))
    assert [row.k for row in rows] == pytest.approx([0.1 / 0.9, 0.3 / 0.9, 0.5 / 0.9])


def test_the_ratio_says_when_potassium_comes_and_not_how_much() -> None:
    school = catalogue.load().programmes["leaf_then_fruit"]
    days = [START, START + timedelta(50)]
    rows = feed_shares(school, window(), days, {"flowering": days[1]}, NOTHING)
    # halves by uptake; potassium weighs 2/3 of nitrogen before flowering and 2 after
    assert [row.n for row in rows] == pytest.approx([0.5, 0.5])
    assert [row.k for row in rows] == pytest.approx([0.25, 0.75])
    rows = feed_shares(school, window(), days, {}, NOTHING)  # never flowers: never switches
    assert [row.k for row in rows] == pytest.approx([0.5, 0.5])


def test_base_shares() -> None:
    school = catalogue.load().programmes["base_and_side_dress"]
    # 16.6 g K/m² is 20 g K₂O: ten of them go in at planting
    base = base_shares(school, window(), 16.6, 0.83)
    assert (base.n, base.p, base.k, base.ca) == pytest.approx((0.4, 1, 0.5, 1))
    assert base_shares(school, window(), 4.0, 0.83).k == 1
    early = base_shares(school, window(at_stop=0.04), 16.6, 0.83)
    assert early.n == 1  # what takes up less than 5 % by the stop gets all at the start


@given(st.lists(st.floats(0, 10), min_size=1, max_size=8), st.floats(0.1, 8))
def test_within_caps_loses_nothing(wanted, cap) -> None:
    fitted = within_caps(wanted, [cap] * len(wanted))
    amounts, rest = fitted.amounts, fitted.rest
    assert sum(amounts) + rest == pytest.approx(sum(wanted))
    assert all(amount <= cap + 1e-9 for amount in amounts)
    if rest > 1e-9:
        assert all(amount == pytest.approx(cap) for amount in amounts)


@given(st.lists(st.integers(0, 120), max_size=3), st.floats(0.08, 1), st.integers(0, 3))
def test_dressings_keep_a_fortnight(starts, share, least) -> None:
    at = [START + timedelta(n) for n in starts]
    days = dressing_dates(window(), at, share, least)
    assert all((b - a).days >= 14 for a, b in itertools.pairwise(days))
    assert all(START <= day < STOP for day in days)
    # As many as the stages, the programme or the cap ask for, or as fit: a fortnight apart in the
    # 100 days from the start, so on days 1, 15, … 99 at the closest.
    room = 1 + 99 // 14
    asked = max(least, math.ceil(1 / share - 1e-9), sum(n < 100 for n in starts))
    assert len(days) == min(asked, room)


def test_emphasis_leaves_a_tub_three_quarters_of_its_potassium_in_time() -> None:
    """Two feeds, halves by uptake, potassium leaned to the second: a quarter and three quarters.
    To keep three quarters of the curve, the first brings 0.75 × 0.5."""
    school = catalogue.load().programmes["leaf_then_fruit"]
    days = [START, START + timedelta(50)]
    rows = feed_shares(school, window(), days, {"flowering": days[1]}, NOTHING, 0.75)
    assert [row.k for row in rows] == pytest.approx([0.375, 0.625])
    assert [row.n for row in rows] == pytest.approx([0.5, 0.5])
