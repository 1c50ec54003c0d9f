"""Amounts of all six nutrients: sums by hand, and how they are written down."""

import pytest
from pydantic import TypeAdapter

from eznel.core.nutrients import NOTHING, NUTRIENTS, WHOLE, Amounts, element_of, nutrient_of

SOME = Amounts(n=4, p=2, k=6)
MORE = Amounts(n=1, p=3, ca=5)


def test_sums_are_made_nutrient_by_nutrient() -> None:
    assert Amounts(n=5, p=5, k=6, ca=5) == SOME + MORE
    assert Amounts(n=3, p=-1, k=6, ca=-5) == SOME - MORE
    assert Amounts(n=6, p=3, k=9) == SOME * 1.5
    assert Amounts(n=2, p=1, k=3) == SOME / 2
    assert SOME.beyond(MORE) == Amounts(n=3, k=6)
    assert SOME.share(WHOLE - Amounts(n=0.25, k=1)) == Amounts(n=3, p=2)


def test_an_amount_is_read_by_its_name() -> None:
    assert [SOME[x] for x in NUTRIENTS] == [4, 2, 6, 0, 0, 0]
    assert dict(MORE.items()) == {"N": 1, "P": 3, "K": 0, "Ca": 5, "Mg": 0, "S": 0}
    assert TypeAdapter(Amounts).dump_json(SOME) == (
        b'{"N":4.0,"P":2.0,"K":6.0,"Ca":0.0,"Mg":0.0,"S":0.0}'
    )


def test_no_more_of_anything() -> None:
    assert not SOME <= MORE
    assert not MORE <= SOME  # more calcium, less nitrogen
    assert Amounts(n=1) <= MORE
    assert not NOTHING.any
    assert Amounts(s=0.1).any


def test_how_much_of_a_product_meets_each_need_alone() -> None:
    # 4 g N of 10 % is 40 g, 6 g K of 5 % is 120 g; no phosphorus in it, and no calcium wanted
    assert list(SOME.met_by(Amounts(n=0.1, k=0.05, ca=0.2))) == pytest.approx([40, 120])


def test_what_a_label_declares() -> None:
    assert element_of("P2O5").symbol == "P"
    assert nutrient_of("CaCO3") == "Ca"
    with pytest.raises(KeyError):
        nutrient_of("Fe")
