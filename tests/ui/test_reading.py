"""Other languages, units and marks."""

import json
import re
from pathlib import Path

import pytest
from picking import opened
from playwright.sync_api import Page, expect

from eznel import demo


def settle_in(page: Page, label: str, option: str) -> None:
    page.get_by_role("button", name="Skerrin Slip").click()
    page.get_by_label(label).select_option(option)
    page.get_by_role("heading", level=1).wait_for()


@pytest.mark.parametrize(
    ("language", "headline", "view", "crop", "sentence"),
    [
        ("de", "Heute sind 3 Gaben fällig", "Boden", "Lauch", "Der Boden unter einem Quadratmeter"),
        ("es", "3 cosas que abonar hoy", "Suelo", "Puerro", "El suelo bajo un metro cuadrado"),
    ],
)  # fmt: skip
def test_every_word_in_another_language(
    slip_page: Page, language: str, headline: str, view: str, crop: str, sentence: str
) -> None:
    settle_in(slip_page, "Language", language)
    expect(slip_page.get_by_role("heading", level=1)).to_contain_text(headline)
    expect(slip_page.get_by_role("article", name=re.compile(crop))).to_be_visible()
    slip_page.get_by_role("link", name=view).click()
    slip_page.get_by_role("heading", level=1, name="Keel bed").wait_for()
    slip_page.get_by_role("button", name=re.compile(r"^6[.,]9 g")).click()
    drawer = slip_page.get_by_role("dialog")
    expect(drawer).to_contain_text("6,93 g")  # with the comma of the language
    expect(drawer).to_contain_text("60 mg/kg × 0,7 g/mL ÷ 1,25 g/mL")
    # Nothing is left in English: neither a sentence of the workings nor one of the interface.
    english = json.loads(Path("ui/src/words/de.json").read_text())
    text = slip_page.locator("body").inner_text()
    left = [one for one in english if len(one) > 12 and "{" not in one and one in text]
    assert left == []


def test_other_units_and_nothing_stored_changes(slip_page: Page) -> None:
    before = slip_page.request.get(slip_page.url.replace("/g/", "/api/gardens/")[:-6]).json()
    settle_in(slip_page, "Units", "us")
    slip_page.keyboard.press("Escape")
    leek = opened(slip_page, "Leek")
    expect(leek).to_contain_text("40 ft²")  # 3.71 m² × 10.764
    expect(leek).to_contain_text("1.5 oz")  # 3 × 14.25 g = 42.75 g ÷ 28.35
    slip_page.get_by_role("link", name="Plot").click()
    slip_page.get_by_role("button", name=re.compile("^Keel bed")).focus()
    slip_page.keyboard.press("Enter")
    expect(slip_page.get_by_role("complementary")).to_contain_text("46.5 ft²")  # 4.32 m²
    after = slip_page.request.get(slip_page.url.split("/g/")[0] + f"/api/gardens/{demo.SLIP}")
    assert after.json()["file"] == before["file"]  # what was typed stays as typed
