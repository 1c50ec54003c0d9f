"""Words that a beginner asks about: there in every language, and each question mark has one."""

import re
from pathlib import Path

import pytest

from eznel.words import AMERICAN, LOCALES
from eznel.words.glossary import glossary

UI = Path(__file__).parents[2] / "ui" / "src"


@pytest.mark.parametrize("locale", [*LOCALES, AMERICAN])
def test_every_word_is_said_in_a_sentence(locale: str) -> None:
    words = glossary(locale)
    assert len(words) > 20
    for one in words:
        assert one.name, one.key
        assert len(one.text) > 60, one.key
        assert one.text.endswith("."), one.key
    names = [one.name.casefold() for one in words]
    assert names == sorted(set(names))


def test_no_language_is_another_s() -> None:
    english, *others = ({one.key: one.text for one in glossary(locale)} for locale in LOCALES)
    for other in others:
        assert english.keys() == other.keys()
        assert not [key for key in english if english[key] == other[key]]


def test_americans_read_their_spelling_and_measures() -> None:
    said = {one.key: one.text for one in glossary(AMERICAN)}
    assert "70 °F" in said["coated"]
    assert "liter" in said["ppm"]


def test_every_question_mark_has_its_word() -> None:
    asked = {
        found
        for path in UI.rglob("*.tsx")
        for found in re.findall(r'\bask="(\w+)"', path.read_text(encoding="utf-8"))
    }
    assert len(asked) > 6
    assert asked <= {one.key for one in glossary("en")}
