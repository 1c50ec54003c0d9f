"""Labels: sixty-eight of them read as written down by hand; and any text at all."""

import tomllib
from collections.abc import Iterator
from pathlib import Path
from typing import Any
from uuid import uuid4

import pytest
from hypothesis import given
from hypothesis import strategies as st
from pydantic import ValidationError

from eznel import catalogue
from eznel.core.document import Product
from eznel.core.errors import Impossible
from eznel.formats.labels.product import Label
from eznel.formats.labels.reading import read_label
from eznel.formats.numbers import FIGURE

LABELS = tomllib.loads((Path(__file__).parents[1] / "data" / "labels.toml").read_text())["label"]
FIELDS = ("dry_matter_pct", "organic", "animal", "material")
ALWAYS = ("interval_days", "max_times", "release_days")
MEASURED = ("density", "max_rate", "max_strength", "max_in_mix", "max_per_plant")


def names() -> dict[str, tuple[str, ...]]:
    return {
        material.key: (material.name, *material.also_called)
        for material in catalogue.load().materials.values()
    }


def plainly(measure: Any) -> str | None:
    """A measure as the file of labels writes it: "15 mL in 10 L"."""
    if measure is None:
        return None
    for over, word in (("water", "in"), ("area", "on")):
        if over in measure:
            return f"{plainly(measure['product'])} {word} {plainly(measure[over])}"
    return f"{measure['value']:g} {measure['unit']}"


def left(label: Label) -> list[str]:
    return [piece.words for piece in label.pieces if piece.meaning is None]


@pytest.mark.parametrize("written", LABELS, ids=[one["id"] for one in LABELS])
class TestEveryLabel:
    def test_declares_what_is_written(self, written: dict[str, Any]) -> None:
        product = read_label(written["text"], names()).product
        declared = {line["nutrient"]: line["pct"] for line in product.get("declared", [])}
        assert declared == pytest.approx(written["declared"], abs=1e-3)
        assert product.get("nitrogen", {}) == written.get("nitrogen", {})
        assert product.get("basis", "w/w") == written.get("basis", "w/w")
        added = {line["nutrient"]: line["mg_l"] for line in product.get("added", [])}
        assert added == written.get("declared_mg_l", {})

    def test_is_what_it_says_it_is(self, written: dict[str, Any]) -> None:
        label = read_label(written["text"], names())
        product = label.product
        assert product.get("form", "") == written["form"]
        assert product["name"] or written["id"] in ("hard_cyrillic", "hard_novel")
        if "called" in written:
            assert product["name"] == written["called"]
        for field in FIELDS:
            if field in written:
                assert product.get(field) == written[field], field
        if "cce_pct" in written:
            assert product["liming"]["cce_pct"] == pytest.approx(written["cce_pct"], abs=0.06)
        pack = label.pack
        assert (plainly(pack.data) if pack else None) == written.get("pack")

    def test_directs_what_it_directs(self, written: dict[str, Any]) -> None:
        product = read_label(written["text"], names()).product
        for field in ALWAYS:
            assert product.get(field) == written.get(field), field
        for field in MEASURED:
            assert plainly(product.get(field)) == written.get(field), field

    def test_asks_what_is_open_and_shows_what_is_left(self, written: dict[str, Any]) -> None:
        label = read_label(written["text"], names())
        figures = {p.words for p in label.pieces if p.question == "figure_left"}
        assert all(FIGURE.search(said) for said in figures)  # shown, and asked about
        assert set(label.questions) - {"figure_left"} == set(written.get("asks", []))
        for said in written.get("left", []):
            assert any(said in one for one in left(label)), left(label)

    def test_every_piece_shows_words_of_the_label(self, written: dict[str, Any]) -> None:
        plain = "".join(written["text"].split()).lower()
        for piece in read_label(written["text"], names()).pieces:
            said = "".join(piece.words.split()).lower()
            assert said
            assert said[:4] in plain


def test_a_third_of_the_labels_hold_something_that_cannot_be_understood() -> None:
    assert len(LABELS) >= 60
    assert sum(bool(one.get("left")) for one in LABELS) >= len(LABELS) / 3


def test_no_text_and_too_much_of_it_are_refused() -> None:
    for text, key in (("  \n ", "label_empty"), ("N 5 % " * 9_000, "label_too_long")):
        with pytest.raises(Impossible) as refused:
            read_label(text)
        assert refused.value.key == key


def test_spoons_are_the_gardens_where_the_label_does_not_tell() -> None:
    label = read_label("Plain feed\nN 5 % K2O 5 %\n1 tbsp per litre", kitchen="au")
    assert label.product["max_strength"]["product"] == {"value": 1.0, "unit": "tbsp_au"}


def test_the_growers_answer_decides_oxide_or_element() -> None:
    """Three bare numbers, and a phosphorus without a formula: both ask, and take the answer."""
    for text in (
        "Plain 4-3-8 granules",
        "Plain granules\nNitrogen 4%\nPhosphorus 3%\nPotassium 8%",
    ):
        assert "oxide_or_element" in read_label(text).questions
        oxides, elements = read_label(text, elements=False), read_label(text, elements=True)
        assert [line["nutrient"] for line in oxides.product["declared"]] == ["N", "P2O5", "K2O"]
        assert [line["nutrient"] for line in elements.product["declared"]] == ["N", "P", "K"]
        assert "oxide_or_element" not in (*oxides.questions, *elements.questions)


WORDS = st.sampled_from(
    sorted({word for one in LABELS for word in one["text"].split()} | {"%", "(", "-", "1,5", "½"})
)


@st.composite
def shuffled(draw: st.DrawFn) -> str:
    rows = draw(st.lists(st.lists(WORDS, max_size=12), max_size=20))
    return "\n".join(" ".join(row) for row in rows)


def keepable(label: Label) -> Iterator[Product]:
    """The product that a label makes, where its form is known; or a refusal at a field."""
    data = {"id": str(uuid4()), "form": "granular", **label.product}
    try:
        yield Product.model_validate({**data, "name": data["name"] or "a bag"})
    except ValidationError as error:
        for one in error.errors():
            assert one["type"] in (
                "label_over_100", "forms_over_total", "coated_needs_days", "declared_twice",
                "range_without_value", "product_density_out_of_range", "greater_than_equal",
                "less_than_equal", "mix_is_charged_by_litre", "not_above_zero",
            ), one  # fmt: skip


@given(st.one_of(shuffled(), st.text(max_size=400)))
def test_any_text_is_read_or_refused(text: str) -> None:
    if not text.strip():
        with pytest.raises(Impossible):
            read_label(text, names())
        return
    label = read_label(text, names())
    for product in keepable(label):
        assert all(line.pct >= 0 for line in product.declared)
    for piece in label.pieces:
        assert piece.taken in ("sure", "asked", "left")


@pytest.mark.parametrize(
    ("said", "meaning", "question"),
    [
        ("1 cup per 10 feet of row", "rate_row", "row_rate"),
        ("30 g je laufenden Meter", "rate_row", "row_rate"),
        ("40 g par mètre linéaire", "rate_row", "row_rate"),
        ("2 tbsp per gallon container", "rate_pot", "pot_rate"),
        ("1 teaspoon per 6-inch pot", "rate_pot", "pot_rate"),
    ],
)
def test_rates_that_limit_nothing_are_said_and_asked_about(
    said: str, meaning: str, question: str
) -> None:
    label = read_label(f"Some feed\nN 5 % P2O5 5 %\n{said}\n")
    assert [(one.meaning, one.question) for one in label.pieces][-1] == (meaning, question)
    assert question in label.questions
    assert not {"max_rate", "max_strength", "max_per_plant"} & label.product.keys()
