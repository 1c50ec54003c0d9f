"""Products as a table and as JSON: out and in again without losing anything."""

import json
from typing import Any

import pytest
from hypothesis import given
from hypothesis import strategies as st

import gardens
import strategies
from eznel import catalogue
from eznel.core.document import Product
from eznel.core.errors import Impossible
from eznel.core.products.fertiliser import general
from eznel.formats.product_files import HEADINGS, read_products, write_csv, write_json

measure = gardens.measure
WHOLE = Product.model_validate(
    {
        **gardens.product("=every field, \"quoted\"", "liquid", N=4.25, K2O=8, B=0.02),
        "basis": "w/v", "density": measure(9.6, "lb/gal_us"), "proof": "lab",
        "nitrogen": {"nitrate_pct": 2, "insoluble_pct": 0.5},
        "carbon_to_n": 8, "ec_of_1g_l_ds_m": 0.3, "organic": True, "animal": False,
        "max_rate": {"product": measure(1, "cup_us"), "area": measure(10, "ft2")},
        "max_strength": {"product": measure(15, "mL"), "water": measure(10, "L")},
        "max_per_plant": measure(20, "mL"), "interval_days": 14, "max_times": 6,
        "weighed": {"count": 3, "volume": measure(1, "cup_us"), "mass": measure(700, "g")},
        "stock": {"amount": measure(1, "L"), "counted_on": "2026-03-01"},
        "price": {"amount": 8, "pack": measure(1, "L")},
        "other_packs": [{"amount": 30, "pack": measure(5, "L")}],
        "liming": {"cce_pct": 12}, "note": "two\nlines; and a 'quote",
    }
)  # fmt: skip


def back(text: str) -> list[Product | None]:
    return [one.product for one in read_products(text.encode())]


def test_every_field_comes_back() -> None:
    assert back(write_csv([WHOLE])) == [WHOLE]
    assert back(write_json([WHOLE])) == [WHOLE]
    assert back("\ufeff" + write_csv([WHOLE])) == [WHOLE]


def test_every_material_comes_back() -> None:
    made = [general(material).product for material in catalogue.load().materials.values()]
    assert back(write_csv(made)) == made
    assert back(write_json(made)) == made


@given(st.lists(strategies.products("bag"), min_size=1, max_size=3))
def test_any_product_comes_back(data: list[dict[str, Any]]) -> None:
    made = [
        Product.model_validate({**one, "id": gardens.uid(str(n))}) for n, one in enumerate(data)
    ]
    assert back(write_csv(made)) == made
    assert back(write_json(made)) == made


def test_no_cell_is_taken_for_a_formula() -> None:
    rows = write_csv([WHOLE]).splitlines()
    assert "'=every field" in rows[1]


def test_a_table_of_ones_own_needs_little() -> None:
    """Name, form and two nutrients; semicolons and decimal commas; a row gets an id of its own."""
    text = "name;form;N %;K2O %;colour\nmine;soluble;12,5;20;blue\n\nyours;granular;5;;red\n"
    one, two = read_products(text.encode())
    assert one.product is not None
    assert [(line.nutrient, line.pct) for line in one.product.declared] == [
        ("N", 12.5), ("K2O", 20),
    ]  # fmt: skip
    assert one.left == ("colour: blue",)
    assert two.product is not None
    assert two.product.id != one.product.id
    again = read_products(text.encode())
    assert [x.product for x in again] == [one.product, two.product]


def test_a_row_that_cannot_be_says_so_and_the_rest_is_read() -> None:
    text = "name,form,N %,stock\nover,granular,140,\nfine,granular,10,a lot\n,granular,5,\n"
    over, fine, nameless = read_products(text.encode())
    assert over.product is None
    assert over.wrong is not None
    assert fine.product is not None
    assert fine.left == ("stock: a lot",)
    assert nameless.product is None


@pytest.mark.parametrize("data", [b"", b"a,b\n1,2\n", b"{", b"[1, 2]", b'{"products": 3}'])
def test_what_is_no_list_of_products_is_refused(data: bytes) -> None:
    with pytest.raises(Impossible) as refused:
        read_products(data)
    assert refused.value.key == "products_not_read"


def test_too_much_is_refused() -> None:
    rows = "name,form\n" + "a,granular\n" * 501
    with pytest.raises(Impossible) as refused:
        read_products(rows.encode())
    assert refused.value.key == "products_too_many"
    with pytest.raises(Impossible):
        read_products(b"x" * 2_000_001)


@given(st.one_of(st.binary(max_size=300), st.lists(st.lists(st.sampled_from(
    [*HEADINGS, "mine", "granular", "5", "5 kg", "1 for 2 kg", "1,5", "yes", "3 x 1 L = 2 g", ""]
), max_size=6), max_size=5).map(lambda rows: "\n".join(map(",".join, rows)).encode())))  # fmt: skip
def test_any_file_is_read_or_refused(data: bytes) -> None:
    try:
        found = read_products(data)
    except Impossible:
        found = ()
    for one in found:
        assert (one.product is None) == (one.wrong is not None)


def test_json_names_its_format() -> None:
    assert json.loads(write_json([]))["format"] == "eznel products"
