"""What the screen says of an amount is what paper, calendar and text say, but for the weight."""

import re
from dataclasses import asdict
from typing import Any

from hypothesis import given, settings

import gardens
import strategies
from eznel.core.document import Garden
from eznel.formats.reader import Reader
from eznel.words import words

SAY = """names.mixText(x.mix, {
    products: new Map(x.products), scoops: new Map(x.scoops), places: new Map() })"""


def mixes_of(garden: Garden) -> list[Any]:
    made = gardens.plan_of(garden)
    return [mix for one in made.plantings for job in one.jobs for mix in job.mixes]


def test_the_screen_says_the_same_sentence(ask) -> None:
    asked: list[dict[str, Any]] = []
    expected: list[str] = []

    @settings(max_examples=15)
    @given(strategies.any_garden())
    def collect(garden: Garden) -> None:
        read = Reader(garden, words("en"))
        for mix in mixes_of(garden):
            asked.append({
                "mix": plainly(asdict(mix)),
                "products": [[str(one.id), one.name] for one in garden.products],
                "scoops": [[str(one.id), one.name] for one in garden.scoops],
            })  # fmt: skip
            expected.append(re.sub(r" \([\d.,]+ k?g\)", "", read.mix(mix)))

    collect()
    assert len(expected) > 20
    said = ask(SAY, *asked)
    assert [f"{one[0].lower()}{one[1:]}" for one in said] == expected


def test_the_screen_and_paper_measure_alike_for_an_american(ask) -> None:
    """From a pinch to a barrow, in every unit that a reader sees."""
    units = ("g", "L", "mL", "m", "m²", "g/m²", "kg/m²", "L/m²", "g/mL", "g/L")
    asked = [
        {"value": value, "unit": unit}
        for unit in units
        for value in (0.0712, 0.251, 1.0, 3.785411784, 7.13, 28.9, 118.0, 946.4)
    ]
    read = Reader(gardens.garden(), words("en"), "us")
    said = ask("numbers.showAmount(x.value, x.unit)", *asked, language="en-US")
    assert said == [read.amount(one["value"], one["unit"]) for one in asked]
    assert said[3] == "0.13 oz"  # 3.785 g ÷ 28.35
    assert said[8 + 3] == "1 gal"  # 3.785411784 L


def plainly(value: Any) -> Any:
    """As it comes over the wire."""
    if isinstance(value, dict):
        return {key: plainly(one) for key, one in value.items()}
    if isinstance(value, list | tuple):
        return [plainly(one) for one in value]
    return value if isinstance(value, int | float | bool) or value is None else str(value)
