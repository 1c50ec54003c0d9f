"""Nitrate that drains: the equation by hand, conservation, and what a plan says of it."""

from datetime import date, timedelta
from typing import Any

import pytest
from hypothesis import given
from hypothesis import strategies as st

import gardens
from eznel.core.document import Log
from eznel.core.moisture.leaching import NitrateIn, nitrate

FIRST = date(2026, 6, 1)


def days(*given_: tuple[float, float, float]) -> list[NitrateIn]:
    """Days as (comes, wants, drained mm), all layers rooted."""
    return [
        NitrateIn(FIRST + timedelta(n), comes, wants, drained, 99)
        for n, (comes, wants, drained) in enumerate(given_)
    ]


def test_one_drainage_by_the_equation() -> None:
    """25 % by volume: 12.5 mm in 5 cm. 50 mm that drain take 0.8 along from each: below 30 cm, six
    layers, 0.8^6 = 0.262 of 10 g."""
    (one,) = nitrate(days((10, 0, 50)), 6, 12.5)
    assert one.lost_g == pytest.approx(2.62144)
    assert one.left_g == pytest.approx(7.37856)


def test_what_is_taken_up_first_is_not_lost() -> None:
    fed, rained = nitrate(days((10, 6, 0), (0, 0, 50)), 6, 12.5)
    assert (fed.taken_g, fed.left_g) == (6, 4)
    assert rained.lost_g < 0.4 * 2.62144 * 1.0001  # 4 of 10 g were still there
    assert rained.lost_g > 0


def test_what_was_short_is_taken_when_it_comes() -> None:
    short, fed = nitrate(days((0, 3, 0), (5, 1, 0)), 6, 12.5)
    assert (short.taken_g, fed.taken_g, fed.left_g) == (0, 4, 1)


seasons = st.lists(
    st.tuples(st.floats(0, 20), st.floats(0, 3), st.one_of(st.just(0.0), st.floats(0, 80))),
    min_size=1,
    max_size=50,
)


@given(seasons, st.integers(1, 20), st.floats(3, 30))
def test_nitrogen_is_conserved(
    season: list[tuple[float, float, float]], layers: int, layer_mm: float
) -> None:
    found = nitrate(days(*season), layers, layer_mm)
    came = sum(comes for comes, _, _ in season)
    gone = sum(day.taken_g + day.lost_g for day in found)
    assert came - gone - found[-1].left_g == pytest.approx(0, abs=1e-9)
    assert all(min(day.taken_g, day.lost_g, day.left_g) >= -1e-9 for day in found)


@given(st.lists(st.tuples(st.floats(0, 20), st.floats(0, 80)), min_size=1, max_size=40),
       st.integers(0, 39), st.floats(0.1, 60))  # fmt: skip
def test_more_water_never_leaches_less(
    season: list[tuple[float, float]], n: int, more: float
) -> None:
    n %= len(season)
    dry = [(comes, 0.0, drained) for comes, drained in season]
    wet = [(c, w, drained + more if i == n else drained) for i, (c, w, drained) in enumerate(dry)]
    lost = [sum(day.lost_g for day in nitrate(days(*some), 8, 12.0)) for some in (dry, wet)]
    assert lost[1] >= lost[0] - 1e-9


def said(rain_mm: float, texture: str) -> dict[str, float]:
    """Lettuce fed at planting, then ten days of rain."""
    made = gardens.garden(
        places=[gardens.bed(texture=texture)],
        plantings=[
            gardens.planting(
                "lettuce", plants=40, planted_on=FIRST, programme="base_and_side_dress"
            )
        ],
        products=[gardens.product("bag", N=20, K2O=20)],
        scoops=[gardens.scoop()],
    )
    fed: dict[str, Any] = {
        "id": gardens.uid("fed"),
        "planting": gardens.uid("lettuce"),
        "on": FIRST,
        "outcome": "given",
        "amounts": [{"product": gardens.uid("bag"), "amount": gardens.measure(200, "g")}],
    }
    weather = [
        {"id": gardens.uid(f"d {n}"), "on": FIRST + timedelta(n), "low_c": 12, "high_c": 20,
         "rain_mm": rain_mm}
        for n in range(1, 11)
    ]  # fmt: skip
    log = Log.model_validate({"feeds": [fed], "weather": weather})
    plan = gardens.plan_of(made, log, FIRST + timedelta(11))
    found = [one for one in gardens.single(plan).findings if one.key == "leached"]
    return {q.name: q.value for one in found for q in one.numbers}


def test_a_wet_fortnight_on_sand_is_said() -> None:
    """40 g of nitrogen on sand; ten times 15 of 20 mm of rain, less what is missing and evaporates:
    some 120 mm go through 12 % by volume, 36 mm in 30 cm."""
    sand = said(20, "sand")
    assert sand["came_n_g"] == pytest.approx(40, rel=0.1)
    assert sand["lost_n_g"] > 0.8 * sand["came_n_g"]
    assert 100 < sand["drained_mm"] < 150
    clay = said(20, "clay")
    assert clay["lost_n_g"] < 0.7 * sand["lost_n_g"]
    assert said(2, "sand") == {}
