"""What to buy: against looking at every set of packs."""

from dataclasses import replace
from itertools import product

import pytest
from hypothesis import given, settings
from hypothesis import strategies as st

from eznel.core.nutrients import WHOLE, Amounts
from eznel.core.shed.buying import Bought, Offer, Pack, Wish, cheapest_bags, packs_for

ANY = WHOLE * float("inf")


def wish(need: float, *shares: float | None, **more) -> Wish:
    available = tuple(None if share is None else Amounts(n=share) for share in shares)
    total = tuple(Amounts(n=share or 0.0) for share in shares)
    parts = {"ceiling": ANY, "most_g": (None,) * len(shares), **more}
    return Wish(need=Amounts(n=need), available=available, total=total, **parts)


def test_the_cheapest_packs_that_hold_enough() -> None:
    sizes = (Pack(1000, 4.0), Pack(500, 2.5), Pack(2500, 7.5))
    # 1,200 g: 2 × 1 kg 8.00; 1 kg + 500 g 6.50; 3 × 500 g 7.50; 2.5 kg 7.50
    assert set(packs_for(1200, sizes)) == {Bought(0, 1), Bought(1, 1)}
    # 2,200 g: 2 × 1 kg + 500 g 10.50; 2.5 kg 7.50
    assert packs_for(2200, sizes) == (Bought(2, 1),)
    assert packs_for(0, sizes) == ()
    assert packs_for(100, ()) == ()


def test_of_equal_price_what_leaves_least_over() -> None:
    assert packs_for(900, (Pack(1500, 4.0), Pack(1000, 4.0))) == (Bought(1, 1),)


packs = st.lists(
    st.builds(Pack, st.integers(50, 3000).map(float), st.integers(1, 40).map(float)),
    min_size=1, max_size=3,
)  # fmt: skip


@given(st.integers(1, 6000), packs)
def test_no_other_packs_are_cheaper(grams: int, sizes: list[Pack]) -> None:
    found = packs_for(grams, sizes)
    price = sum(one.count * sizes[one.pack].price for one in found)
    assert sum(one.count * sizes[one.pack].grams for one in found) >= grams
    most = [-(-grams // int(pack.grams)) for pack in sizes]
    for counts in product(*(range(min(n, 12) + 1) for n in most)):
        pairs = list(zip(counts, sizes, strict=True))
        if sum(n * pack.grams for n, pack in pairs) >= grams:
            assert sum(n * pack.price for n, pack in pairs) >= price - 1e-6


shed = st.lists(
    st.tuples(
        st.integers(0, 300),  # left [g]
        st.integers(100, 1000),  # bag [g]
        st.integers(1, 20),  # price
        st.sampled_from((0.05, 0.1, 0.2)),  # nitrogen [g/g]
    ),
    min_size=1, max_size=3,
)  # fmt: skip


@settings(deadline=None, max_examples=40)
@given(st.integers(5, 300), shed)
def test_the_solver_finds_what_looking_at_every_set_finds(need: int, bags) -> None:
    offers = [Offer(left, (Pack(size, price),)) for left, size, price, _ in bags]
    found = cheapest_bags(offers, [wish(need, *(share for *_, share in bags))], time_limit_s=20)
    assert found is not None
    most = [-(-need // max(int(size * share), 1)) for _, size, _, share in bags]
    cheapest = min(
        sum(n * price for n, (_, _, price, _) in zip(counts, bags, strict=True))
        for counts in product(*(range(min(n, 60) + 1) for n in most))
        if sum(
            (left + n * size) * share
            for n, (left, size, _, share) in zip(counts, bags, strict=True)
        ) >= need - 1e-6
    )  # fmt: skip
    assert found.cost == pytest.approx(cheapest)
    assert found.short[0].n == pytest.approx(0, abs=1e-3 * need)
    assert found.proved


def test_what_cannot_be_had_is_short() -> None:
    """20 g N from a 10 % bag of which the label allows 120 g: 12 g come, 8 stay short."""
    offers = [Offer(0, (Pack(1000, 5.0),))]
    found = cheapest_bags(offers, [wish(20, 0.1, most_g=(120.0,))], time_limit_s=20)
    assert found is not None
    assert found.short[0].n == pytest.approx(8, abs=1e-4)
    assert found.bought == ((Bought(0, 1),),)


def test_a_product_that_may_not_be_used_is_not_bought() -> None:
    cheap, dear = Offer(0, (Pack(1000, 1.0),)), Offer(0, (Pack(1000, 9.0),))
    found = cheapest_bags([cheap, dear], [wish(20, None, 0.1)], time_limit_s=20)
    assert found is not None
    assert found.bought == ((), (Bought(0, 1),))
    assert found.cost == 9.0


def test_no_more_than_a_planting_bears() -> None:
    """10 g K wanted; the only bag brings 1 g P with each gram of K and 4 g P are borne."""
    share, borne = Amounts(p=0.1, k=0.1), replace(ANY, p=4.0)
    one = Wish(
        need=Amounts(k=10.0), ceiling=borne, available=(share,), total=(share,), most_g=(None,)
    )
    found = cheapest_bags([Offer(500, ())], [one], time_limit_s=20)
    assert found is not None
    assert found.grams[0][0] == pytest.approx(40, abs=1e-3)  # 4 g P ÷ 0.1
    assert found.short[0].k == pytest.approx(6, abs=1e-3)


def test_two_plantings_share_one_bag() -> None:
    found = cheapest_bags(
        [Offer(0, (Pack(500, 5.0),))], [wish(20, 0.1), wish(25, 0.1)], time_limit_s=20
    )
    assert found is not None
    assert found.bought == ((Bought(0, 1),),)  # 200 g + 250 g out of 500 g


def test_what_costs_nothing_is_not_used_up_for_that() -> None:
    # 2 g of nitrogen from a bag of 10 %: 20 g, though 5 kg of it lie there unpriced.
    found = cheapest_bags(
        [Offer(5000, ()), Offer(0, (Pack(1000, 5.0),))], [wish(2.0, 0.1, 0.2)], time_limit_s=10
    )
    assert found is not None
    assert found.cost == 0
    assert found.grams[0] == pytest.approx((20.0, 0.0), abs=0.01)


def test_a_pack_that_costs_nothing_is_taken_once() -> None:
    found = cheapest_bags([Offer(0, (Pack(1000, 0.0),))], [wish(2.0, 0.1)], time_limit_s=10)
    assert found is not None
    assert found.bought == ((Bought(0, 1),),)
    assert found.grams[0] == pytest.approx((20.0,), abs=0.01)
