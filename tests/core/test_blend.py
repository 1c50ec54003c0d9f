"""Blending against a twin of nested loops, its caps, and its three answers."""

from dataclasses import replace
from itertools import product as every

import pytest
from hypothesis import given, settings
from hypothesis import strategies as st

from eznel.core.blend import (
    ACCEPTABLE,
    EQUAL,
    MOST_KINDS,
    MOST_MEASURES,
    WEIGHT,
    Cap,
    Item,
    blend,
    choose_measures,
)
from eznel.core.nutrients import NUTRIENTS, WHOLE, Amounts


def twin_score(brings, need, scale):
    """Shortfall and excess, from the rule: weighted means of relative misses."""
    wanted = [n for n in NUTRIENTS if need[n] > 0]
    short = 0.0
    if wanted:
        total = sum(WEIGHT[n] for n in wanted)
        short = sum(WEIGHT[n] * max(need[n] - brings[n], 0) / need[n] for n in wanted) / total
    excess = sum(WEIGHT[n] * max(brings[n] - need[n], 0) / scale[n] for n in NUTRIENTS) / sum(
        WEIGHT.values()
    )
    return short, excess


def twin(need, scale, items, caps):
    """Every mix in nested loops; no tables, no masks."""
    found = []
    for counts in every(range(MOST_MEASURES + 1), repeat=len(items)):
        used = [n for n, count in enumerate(counts) if count]
        if len(used) > MOST_KINDS or sum(counts) > MOST_MEASURES:
            continue
        if used and any(
            sum(c * u for c, u in zip(counts, cap.per_measure, strict=True)) > cap.limit + 1e-9
            for cap in caps
        ):
            continue
        brings = {
            n: sum(c * i.grams * i.per_gram[n] for c, i in zip(counts, items, strict=True))
            for n in NUTRIENTS
        }
        cost = sum(c * (i.cost or 0) for c, i in zip(counts, items, strict=True))
        short, excess = twin_score(brings, need, scale)
        products = len({items[n].product for n in used})
        found.append((short, excess, products, cost, sum(counts), counts))
    least = min(row[0] for row in found)
    near = [row for row in found if row[0] <= least + EQUAL]
    least = min(row[1] for row in near)
    near = [row for row in near if row[1] <= least + EQUAL]
    best = min(near, key=lambda row: (row[2], round(row[3], 9), row[4], row[0], row[1]))
    acceptable = [r for r in found if r[2] and r[0] + r[1] <= best[0] + best[1] + ACCEPTABLE]
    return best, acceptable


grams = st.floats(0, 4).map(lambda x: round(x, 3))
vectors = st.lists(grams, min_size=6, max_size=6).map(lambda x: Amounts(*x))


@st.composite
def problems(draw):
    size = draw(st.integers(1, 5))
    items = tuple(
        Item(
            product=n if size < 4 or n else 0,
            grams=draw(st.floats(0.5, 20)),
            per_gram=draw(vectors),
            cost=round(draw(st.floats(0.01, 2)), 3),
        )
        for n in range(size)
    )
    need = Amounts.of_each(lambda _: draw(st.sampled_from((0.0, 1.0, 3.0, 8.0))))
    scale = Amounts.of_each(lambda x: max(need[x], 0.5))
    caps = tuple(
        Cap("cap", tuple(draw(grams) for _ in items), draw(st.floats(0, 20)))
        for _ in range(draw(st.integers(0, 2)))
    )
    return need, scale, items, caps


@settings(deadline=None, max_examples=40)
@given(problems())
def test_agrees_with_the_twin(problem) -> None:
    need, scale, items, caps = problem
    best, acceptable = twin(need, scale, items, caps)
    answers = {title: a.mix for a in blend(need, scale, items, caps) for title in a.titles}
    mix = answers["best"]
    used = sum(count > 0 for count in mix.counts)
    assert (mix.short, mix.excess) == pytest.approx(twin_score(mix.brings, need, scale))
    assert (used, mix.cost, sum(mix.counts)) == pytest.approx(best[2:5])
    assert (mix.short, mix.excess) == pytest.approx(best[:2], abs=1e-9)
    if acceptable:
        fewest, cheapest = answers["fewest"], answers["cheapest"]
        assert sum(c > 0 for c in fewest.counts) == min(row[2] for row in acceptable)
        assert cheapest.cost == pytest.approx(min(row[3] for row in acceptable))


@settings(deadline=None, max_examples=60)
@given(problems())
def test_no_answer_exceeds_a_cap(problem) -> None:
    need, scale, items, caps = problem
    for answer in blend(need, scale, items, caps):
        for cap in caps:
            use = sum(c * u for c, u in zip(answer.mix.counts, cap.per_measure, strict=True))
            assert use <= cap.limit + 1e-6 or not any(answer.mix.counts)


def _item(product: int, cost: float | None = None, **brings: float) -> Item:
    return Item(product, 1.0, Amounts.of_each(lambda n: brings.get(n, 0.0)), cost)


def test_three_answers_where_all_differ() -> None:
    """N 6, K 6 wanted. Two dear straights hit exactly. Five of one NPK bring N 7.5 and K 5.6: short
    by half of 0.06, over by 0.25 ÷ 3.9 (the weights' sum), together 0.1. Two cheap straights miss a
    quarter of K, 0.125, for less.
    """
    items = (
        _item(0, 2.0, N=1.0),  # 6 of it: N 6
        _item(1, 2.0, K=1.0),  # 6 of it: K 6; together 24
        _item(2, 3.0, N=1.5, K=1.125),  # 5 of it: N 7.5, K 5.625; 15
        _item(3, 0.5, N=2.0),  # 3 of it: N 6, 1.5
        _item(4, 0.5, K=4.5),  # 1 of it: K 4.5, 0.5; together 2
    )
    need = Amounts(n=6.0, k=6.0)
    answers = blend(need, replace(WHOLE, n=6.0, k=6.0), items, ())
    named = {title: answer.mix.counts for answer in answers for title in answer.titles}
    assert named["best"] != named["fewest"] != named["cheapest"] != named["best"]
    assert named["fewest"] == (0, 0, 5, 0, 0)
    assert named["cheapest"] == (0, 0, 0, 3, 1)
    assert len(answers) == 3


def test_one_answer_where_they_coincide() -> None:
    (answer,) = blend(Amounts(n=6.0), replace(WHOLE, n=6.0), (_item(0, 1.0, N=2.0),), ())
    assert answer.titles == ("best", "fewest", "cheapest")
    assert answer.mix.counts == (3,)


def test_without_a_price_nothing_is_called_cheapest() -> None:
    items = (_item(0, 1.0, N=2.0), _item(1, None, N=3.0))
    answers = blend(Amounts(n=6.0), replace(WHOLE, n=6.0), items, ())
    assert all("cheapest" not in answer.titles for answer in answers)


def test_nothing_is_an_answer() -> None:
    """Where even one measure breaks a cap, the best mix is none."""
    cap = Cap("stock", (5.0,), 4.0)
    (answer,) = blend(Amounts(n=1.0), WHOLE, (_item(0, 1.0, N=1.0),), (cap,))
    assert answer.mix.counts == (0,)


@pytest.mark.parametrize(
    ("most_g", "expected"),
    [
        (50, (1, 0)),  # 12 × 4 g = 48 < 50, so the 12 g spoon, and the next smaller
        (48, (0,)),  # 12 × 4 g reach exactly
        (9000, (2, 1)),  # nothing reaches: the largest
    ],
)
def test_a_larger_scoop_before_a_thirteenth(most_g, expected) -> None:
    assert choose_measures(most_g=most_g, grams_per_measure=(4, 12, 240)) == expected
