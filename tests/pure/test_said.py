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
    products: new Map(x.products), scoops: new Map(x.scoops), places: new Map(),
    waters: new Map([[x.place, x.water]]) }, x.place)"""


BUTT = {"kind": "analysed", "id": gardens.uid("butt"), "name": "rain butt"}


def watered(garden: Garden) -> Garden:
    """The same with its first place watered from a butt."""
    site = garden.site.model_dump() | {"waters": [BUTT]}
    places = [one.model_dump() for one in garden.places]
    places[0]["water"] = BUTT["id"]
    return Garden.model_validate(garden.model_dump() | {"site": site, "places": places})


def mixes_of(garden: Garden) -> list[Any]:
    """Every mix, with the place that it is for."""
    made = gardens.plan_of(garden)
    return [(mix, one.place) for one in made.plantings for job in one.jobs for mix in job.mixes]


def test_the_screen_says_the_same_sentence(ask) -> None:
    asked: list[dict[str, Any]] = []
    expected: list[str] = []

    @settings(max_examples=15)
    @given(strategies.any_garden())
    def collect(dry: Garden) -> None:
        garden = watered(dry)
        read = Reader(garden, words("en"))
        for mix, place in mixes_of(garden):
            asked.append({
                "mix": plainly(asdict(mix)), "place": str(place),
                "water": BUTT["name"] if place == garden.places[0].id else "",
                "products": [[str(one.id), one.name] for one in garden.products],
                "scoops": [[str(one.id), one.name] for one in garden.scoops],
            })  # fmt: skip
            expected.append(re.sub(r" \([\d.,]+ k?g\)", "", read.mix(mix, place)))

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


def test_a_heap_as_it_is_carried(ask) -> None:
    """Buckets of 10 L, halves below four; from 80 L on barrows; in the US 18.9 and 170 L."""
    said = ask("heaps.showHeap(x)", 2, 5, 10, 36, 62, 80, 130)
    assert said == [
        "", "half a bucket of 10 L", "one bucket of 10 L", "3.5 buckets of 10 L",
        "6 buckets of 10 L", "one barrow of 80 L", "1.5 barrows of 80 L",
    ]  # fmt: skip
    said = ask("heaps.showHeap(x)", 38, 340, language="en-US")
    assert said == ["2 buckets of 5 gal", "2 barrows of 6 ft³"]


def test_dates_are_written_as_the_language_orders_them(ask) -> None:
    """The year last and the day first, but in the United States; what is typed in any mark."""
    forms = ask("written.dateForm(x)", "en-GB", "en-US", "de-DE", "es-ES")
    assert forms == ["DD/MM/YYYY", "MM/DD/YYYY", "DD.MM.YYYY", "DD/MM/YYYY"]
    (read,) = ask("written.dateForms(x)", "DD.MM.YYYY")
    assert read[0] == "DD.MM.YYYY"
    assert {"D.M.YY", "D/M/YYYY", "YYYY-MM-DD"} <= set(read)
    assert "M/D/YYYY" not in read  # a slash does not turn day and month round


def plainly(value: Any) -> Any:
    """As it comes over the wire."""
    if isinstance(value, dict):
        return {key: plainly(one) for key, one in value.items()}
    if isinstance(value, list | tuple):
        return [plainly(one) for one in value]
    return value if isinstance(value, int | float | bool) or value is None else str(value)
