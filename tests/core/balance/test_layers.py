"""What drains through layers: the equation by hand, conservation, and what a plan says of it."""

from collections.abc import Sequence
from datetime import date, timedelta
from typing import Any

import numpy as np
import pytest
from hypothesis import given
from hypothesis import strategies as st

import gardens
from eznel.core.balance.layers import Gone, Layered, through_layers
from eznel.core.document import Log

FIRST = date(2026, 6, 1)


def layered(layers: int, layer_mm: float, drained_mm: Sequence[float], roots: list[int]) -> Layered:
    return Layered(layers, layer_mm, np.array(drained_mm), np.array(roots))


def through(layers: int, layer_mm: float, *days: tuple[float, float, float]) -> Gone:
    """Days as (comes, wants, drained mm), all layers rooted."""
    comes, wants, drained_mm = zip(*days, strict=True)
    ground = layered(layers, layer_mm, drained_mm, [99] * len(days))
    return through_layers(
        np.cumsum(comes, dtype=float)[None, :], np.cumsum(wants, dtype=float)[None, :], ground
    )


def test_one_drainage_by_the_equation() -> None:
    """25 % by volume: 12.5 mm in 5 cm. 50 mm that drain take 0.8 along from each: below 30 cm, six
    layers, 0.8^6 = 0.262 of 10 g."""
    one = through(6, 12.5, (10, 0, 50))
    assert one.lost[0].tolist() == pytest.approx([2.62144])
    assert one.left[0].tolist() == pytest.approx([7.37856])


def test_what_is_taken_up_first_is_not_lost() -> None:
    two = through(6, 12.5, (10, 6, 0), (0, 0, 50))
    assert (two.taken[0, 0], two.left[0, 0]) == (6, 4)
    assert 0 < two.lost[0, 1] < 0.4 * 2.62144 * 1.0001  # 4 of 10 g were still there


def test_what_was_short_is_taken_when_it_comes() -> None:
    two = through(6, 12.5, (0, 3, 0), (5, 3, 0))
    assert two.taken[0].tolist() == [0, 5]
    assert two.left[0, 1] == pytest.approx(0)


def test_roots_reach_only_what_is_not_below_them() -> None:
    """10 g in two layers, half of it moved on by as much water as a layer holds: 5 g in the first,
    2.5 in the second, 2.5 gone. One rooted layer gives its 5 g of the 8 that are wanted."""
    shallow = layered(2, 10.0, [10.0], [1])
    gone = through_layers(np.array([[10.0]]), np.array([[8.0]]), shallow)
    assert (gone.taken[0, 0], gone.lost[0, 0], gone.left[0, 0]) == pytest.approx((5, 2.5, 2.5))


seasons = st.lists(
    st.tuples(st.floats(0, 20), st.floats(0, 3), st.one_of(st.just(0.0), st.floats(0, 80))),
    min_size=1,
    max_size=50,
)


@given(seasons, st.integers(1, 20), st.floats(3, 30))
def test_what_came_is_taken_lost_or_left(
    season: list[tuple[float, float, float]], layers: int, layer_mm: float
) -> None:
    gone = through(layers, layer_mm, *season)
    came = np.cumsum([comes for comes, _, _ in season])
    parts = gone.taken[0] + gone.lost[0] + gone.left[0]
    assert parts.tolist() == pytest.approx(came.tolist(), abs=1e-9)
    assert min(gone.left.min(), np.diff(gone.taken).min(initial=0), gone.lost.min()) >= -1e-9


@given(seasons)
def test_still_ground_loses_nothing_and_gives_no_more_than_comes(
    season: list[tuple[float, float, float]],
) -> None:
    came, wanted = (np.cumsum([day[n] for day in season])[None, :] for n in (0, 1))
    gone = through_layers(came, wanted, Layered.still(len(season)))
    assert not gone.lost.any()
    assert (gone.taken <= np.minimum(came, wanted) + 1e-9).all()


def day_by_day(
    season: list[tuple[float, float, float]], roots: list[int], layers: int, layer_mm: float
) -> list[tuple[float, float]]:
    """The same told as it is said, layer after layer: taken and lost by each evening."""
    held, taken, lost, wanted, told = [0.0] * layers, 0.0, 0.0, 0.0, []
    for (comes, wants, drained_mm), rooted in zip(season, roots, strict=True):
        held[0] += comes
        wanted += wants
        moving, share = 0.0, drained_mm / (drained_mm + layer_mm)
        for n in range(layers):
            mixed = held[n] + moving
            moving = share * mixed
            held[n] = mixed - moving
        lost += moving
        there = sum(held[:rooted])
        takes = min(wanted - taken, 3 * wants, there)
        taken += takes
        held[:rooted] = [one * (1 - takes / there) if there else 0.0 for one in held[:rooted]]
        told.append((taken, lost))
    return told


@given(seasons, st.integers(1, 12), st.floats(3, 30), st.data())
def test_stretches_of_days_come_to_the_same_as_day_by_day(
    season: list[tuple[float, float, float]], layers: int, layer_mm: float, data: st.DataObject
) -> None:
    days = len(season)
    grows = st.lists(st.integers(1, layers), min_size=days, max_size=days)
    roots = sorted(data.draw(grows))
    ground = layered(layers, layer_mm, [day[2] for day in season], roots)
    came, wanted = (np.cumsum([day[n] for day in season])[None, :] for n in (0, 1))
    gone = through_layers(came, wanted, ground)
    told = day_by_day(season, roots, layers, layer_mm)
    assert gone.taken[0].tolist() == pytest.approx([taken for taken, _ in told], abs=1e-8)
    assert gone.lost[0].tolist() == pytest.approx([lost for _, lost in told], abs=1e-8)


def test_a_crop_that_is_behind_catches_up_by_and_by() -> None:
    """1 g a day is wanted and nothing there for five days, then plenty: 3 g a day until even."""
    days = [(0.0, 1.0, 0.0)] * 5 + [(20.0, 1.0, 0.0)] + [(0.0, 1.0, 0.0)] * 3
    gone = through(6, 12.5, *days)
    assert gone.taken[0].tolist() == pytest.approx([0, 0, 0, 0, 0, 3, 6, 8, 9])


@given(seasons, seasons)
def test_substances_do_not_know_each_other(
    one: list[tuple[float, float, float]], other: list[tuple[float, float, float]]
) -> None:
    count = min(len(one), len(other))
    drained = [day[2] for day in one[:count]]
    ground = layered(5, 12.0, drained, [3] * count)
    came, wanted = (
        np.array([np.cumsum([day[n] for day in some[:count]]) for some in (one, other)])
        for n in (0, 1)
    )
    together = through_layers(came, wanted, ground)
    alone = through_layers(came[1:], wanted[1:], ground)
    assert together.left[1].tolist() == pytest.approx(alone.left[0].tolist(), abs=1e-9)


@given(st.lists(st.tuples(st.floats(0, 20), st.floats(0, 80)), min_size=1, max_size=40),
       st.integers(0, 39), st.floats(0.1, 60))  # fmt: skip
def test_more_water_never_leaches_less(
    season: list[tuple[float, float]], n: int, more: float
) -> None:
    n %= len(season)
    dry = [(comes, 0.0, drained) for comes, drained in season]
    wet = [(c, w, drained + more if i == n else drained) for i, (c, w, drained) in enumerate(dry)]
    lost = [through(8, 12.0, *some).lost[0, -1] for some in (dry, wet)]
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
