"""American English for readers of English in US units: spelling, names and measures."""

import re

import pytest

from eznel.words import AMERICAN, Said, spoken, words
from eznel.words.american import SPELLING, customary

OURS = re.compile("|".join(ours for ours, _ in SPELLING), re.IGNORECASE)


def texts(said: dict[str, str] | dict[str, Said]) -> list[str]:
    all_ = [(one.text, one.remedy) if isinstance(one, Said) else (one,) for one in said.values()]
    return [text for several in all_ for text in several]


@pytest.mark.parametrize("part", ["steps", "names", "findings", "cautions", "terms", "errors"])
def test_no_british_spelling_is_left(part: str) -> None:
    for text in texts(getattr(words(AMERICAN), part)):
        assert OURS.search(re.sub(r"\{\w+\}", "", text)) is None


def test_the_same_numbers_go_into_it() -> None:
    for key, said in words("en").findings.items():
        there = words(AMERICAN).findings[key]
        for text, other in ((said.text, there.text), (said.remedy, there.remedy)):
            assert re.findall(r"\{\w*\}", text) == re.findall(r"\{\w*\}", other)


def test_only_readers_of_english_in_us_units_get_it() -> None:
    assert spoken(words("en"), "us").of_row("Courgette") == "Zucchini"
    assert spoken(words("en"), "imperial").of_row("Courgette") == "Courgette"
    assert spoken(words("de"), "us").locale == "de"
    assert spoken(words("en"), "us").of_row("my own Courgette mix") == "my own Courgette mix"


@pytest.mark.parametrize(
    ("metric", "said"),
    [
        ("for each pH unit and 15 cm.", "for each pH unit and 6 in."),  # 15 ÷ 2.54 is 5.9
        ("warmer than 18 °C.", "warmer than 64 °F."),  # 32.4 + 32
        ("5 cm to 500 m are possible", "2 in to 1,640 ft are possible"),
        ("0.5 to 200 L", "0.13 to 53 gal"),  # ÷ 3.785
        ("2 to 5 cm deep", "0.79 to 2 in deep"),
        ("2 yd³ would be 1,529 L.", "2 yd³ would be 404 gal."),
        ("{low} °C", "{low} °C"),
        ("25 to 50 mm (1 to 2 in)", "1 to 2 in"),
        ("3 cm to 1.2 m", "1.2 in to 4 ft"),
        ("of 1 g/L in 10 m² and 3 mL/L", "of 1 g/L in 10 m² and 3 mL/L"),
    ],
)
def test_measures_that_are_written_out(metric: str, said: str) -> None:
    assert customary(metric) == said
