"""American English for readers of English in US units: spelling and names, nothing else."""

import re

import pytest

from eznel.words import AMERICAN, Said, spoken, words
from eznel.words.american import SPELLING

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
