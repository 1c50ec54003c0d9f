"""Labels on paper: each planting's name and days, so many to a page, a code where it helps."""

import re

import pytest

import gardens
from eznel.formats.plant_labels import LabelWanted, write_labels
from eznel.words import LOCALES, words
from formats.test_season_sheet import text_of

PARTS = {
    "places": [gardens.bed()],
    "plantings": [
        gardens.planting("tomato", variety="Harbour Łamp (early)", sown_on="2026-03-10"),
        gardens.planting("carrot", sown_in_place=True, planted_on="2026-04-20"),
    ],
}
GARDEN = gardens.garden(**PARTS)
PLAN = gardens.plan_of(GARDEN)


def labels(count: int, address: str = "", locale: str = "en", paper: str = "a4") -> bytes:
    wanted = [LabelWanted(one, count, address) for one in PLAN.plantings]
    return write_labels(wanted, GARDEN, words(locale), paper)


def pages(document: bytes) -> int:
    return len(re.findall(rb"/Type /Page\b", document))


@pytest.mark.parametrize("locale", LOCALES)
def test_name_days_and_place(locale: str) -> None:
    said = text_of(labels(1, locale=locale))
    assert "Harbour Lamp (early)" in said or "Harbour ?amp (early)" in said
    assert said.count("bed") == 2
    sown = words(locale).terms["label.sown"].split()[0]
    assert said.count(sown) == 1  # what is sown in its place has the day of planting alone


@pytest.mark.parametrize(
    ("count", "paper", "sheets"),
    # A4: 190 ÷ 63 are three across, 277 ÷ 24 eleven down; Letter: three and ten
    [(16, "a4", 1), (17, "a4", 2), (15, "letter", 1), (16, "letter", 2)],
)
def test_so_many_to_a_page(count: int, paper: str, sheets: int) -> None:
    assert pages(labels(count, paper=paper)) == sheets


def test_a_code_only_where_there_is_an_address() -> None:
    bare, coded = labels(1), labels(1, "http://garden.example:8000/g/1/season?planting=2")
    assert len(coded) > len(bare) + 500  # some hundred squares


def test_nothing_is_an_empty_page() -> None:
    assert pages(write_labels([], GARDEN, words("en"), "a4")) == 1
