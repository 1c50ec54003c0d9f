"""Which paper a text is."""

import pytest

from eznel.formats.papers import no_label, paper_of, titled


@pytest.mark.parametrize(
    ("text", "paper"),
    [
        ("Soil test report\npH 6.3\nPhosphorus (Mehlich-3) 45 ppm", "soil"),
        ("Irrigation water analysis\npH 7.2\nCalcium 92 mg/L", "water"),
        ("Plant tissue analysis: tomato\nN 3.9 %", "leaf"),
        ("Compost analysis\nC:N ratio 14", "compost"),
        ("Guaranteed analysis\nAvailable Phosphate (P2O5) 10%", "label"),
        ("Hello there", "unknown"),
        ("pH in hot water 6.4", "unknown"),  # no analysis of water
    ],
)
def test_a_paper_is_known_by_what_only_it_says(text: str, paper: str) -> None:
    assert paper_of(text) == paper


def test_a_label_may_hold_words_of_every_kind() -> None:
    assert no_label("Humus feed\nGuaranteed analysis\nwater soluble, for leaf and soil") is None
    assert no_label("Water quality report\nHardness 310 mg/l") == "water"


def test_a_heading_begins_another_paper() -> None:
    assert titled("Water results:") == "water"
    assert titled("Calcium 88 mg/L") is None
