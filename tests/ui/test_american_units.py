"""A reader in US units meets no metric unit, but where something was typed or is sold in one.

Formulas stay in the units of their method, because its constants belong to them.
"""

import re
from collections.abc import Callable

import pytest
from playwright.sync_api import Browser, Page

METRIC = re.compile(
    r"\d\s?(?:mm|cm|m|m²|L|mL|kg|g/m²|kg/m²|kg/ha|L/m²|L/h|g/mL|g/L|°C|litres?|liters?|metres?)"
    r"(?![\w/²])"
)
AS_TYPED = re.compile(r"× 1 L$|ISO|^\d+ L$")
"""Packs are named as they are sold, cans and tubs as they were typed."""
READ = """() => {
    const copy = document.body.cloneNode(true)
    const left = copy.querySelectorAll('select, textarea, style, script, .formula')
    left.forEach((one) => one.remove())
    document.body.after(copy)
    const text = copy.innerText
    copy.remove()
    return text
}"""


def metric_in(page: Page) -> list[str]:
    page.wait_for_load_state("networkidle")
    lines = page.evaluate(READ).split("\n")
    return [line for line in lines if METRIC.search(line) and not AS_TYPED.search(line)]


@pytest.fixture
def american(browser: Browser, slip_page: Page) -> Callable[[str], Page]:
    """The demo garden for a reader in the United States, at one of its addresses."""
    page = browser.new_context(locale="en-US", reduced_motion="reduce").new_page()
    whole = slip_page.url.rpartition("/")[0]

    def at(view: str) -> Page:
        page.goto(f"{whole}/{view}")
        page.get_by_role("heading").first.wait_for()
        return page

    return at


@pytest.mark.parametrize("view", ["plot", "season", "shed", "shed?page=compare", "shed?page=buy"])
def test_views(american: Callable[[str], Page], view: str) -> None:
    assert metric_in(american(view)) == []


def test_today_and_a_working(american: Callable[[str], Page]) -> None:
    page = american("today")
    for line in page.locator("button.job-line-what").all()[:6]:
        if line.is_visible():
            line.click()
    assert metric_in(page) == []
    page.locator(".why").first.click()
    page.get_by_role("dialog").wait_for()
    assert metric_in(page) == []


def test_the_pages_of_soil(american: Callable[[str], Page]) -> None:
    page = american("soil")
    pages = page.locator(".soil-pages .ant-segmented-item")
    for n in range(pages.count()):
        pages.nth(n).click()
        assert metric_in(page) == [], pages.nth(n).inner_text()


def test_the_products_of_the_shed(american: Callable[[str], Page]) -> None:
    page = american("shed")
    products = page.locator(".products button")
    assert products.count() > 3
    for n in range(products.count()):
        products.nth(n).click()
        assert metric_in(page) == [], products.nth(n).inner_text()
