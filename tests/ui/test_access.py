"""Everybody can use it: WCAG 2.2 AA as far as a program can tell, and the keyboard alone."""

import re
from pathlib import Path
from typing import Any

import pytest
from picking import garden_of
from playwright.sync_api import Page, expect

from ui.conftest import DESK, PHONE

AXE = Path(__file__).parent.parent.parent / "ui/node_modules/axe-core/axe.min.js"
VIEWS = ("today", "plot", "soil", "shed", "season", "book")
SIZES = [pytest.param(DESK, id="desk"), pytest.param(PHONE, id="phone")]

# Until a drawer has slid in; a spinner would go on for ever.
SETTLED = """() => Promise.all(document.getAnimations()
  .filter((one) => one.effect.getComputedTiming().iterations !== Infinity)
  .map((one) => one.finished.catch(() => null))).then(() => null)"""


def faults_of(page: Page) -> list[str]:
    """What is wrong with a page, and still is when it is looked at again: what moves in on a busy
    machine is half seen for a moment."""
    return _faults(page) and _faults(page)


def _faults(page: Page) -> list[str]:
    """Every rule that axe has, those that it leaves off by itself too."""
    page.evaluate(SETTLED)
    if page.evaluate("!window.axe"):
        page.evaluate(AXE.read_text())
    found: list[dict[str, Any]] = page.evaluate(
        """async () => {
          const rules = Object.fromEntries(axe.getRules().map((r) => [r.ruleId, {enabled: true}]))
          delete rules['color-contrast-enhanced'] // AAA
          return (await axe.run(document, {rules, resultTypes: ['violations']})).violations
        }"""
    )
    return [
        f"{rule['id']}: {node['html'][:160]} {node['failureSummary'][:200]}"
        for rule in found
        if "wcag2aaa" not in rule["tags"]
        for node in rule["nodes"]
    ]


def view(page: Page, name: str) -> None:
    page.goto(f"{garden_of(page)}/{name}")
    page.get_by_role("heading", level=1).wait_for()
    page.wait_for_load_state("networkidle")


PAGES = (
    "season?as=list",
    "season?as=calendar",
    "shed?page=table",
    "shed?page=compare",
    "soil?page=all",
    "book?page=days",
    "book?page=aims",
    "book?page=look",
    "book?page=trials",
    "book?page=learned",
)


@pytest.mark.parametrize("size", SIZES)
def test_pages_besides_the_first_of_a_view(slip_shut: Page, size: Any) -> None:
    slip_shut.set_viewport_size(size)
    for name in PAGES:
        view(slip_shut, name)
        assert faults_of(slip_shut) == [], name
        assert slip_shut.evaluate(WIDER) <= 0, f"{name} is wider than its window"


@pytest.mark.parametrize("size", SIZES)
def test_with_a_drawer_open(slip_shut: Page, size: Any) -> None:
    slip_shut.set_viewport_size(size)
    view(slip_shut, "soil")
    slip_shut.get_by_role("button", name=re.compile(r"\d g")).first.click()
    slip_shut.get_by_text(re.compile("came about")).wait_for()
    assert faults_of(slip_shut) == []
    slip_shut.keyboard.press("Escape")
    slip_shut.get_by_role("button", name="Skerrin Slip").click()
    slip_shut.get_by_role("dialog").wait_for()
    assert faults_of(slip_shut) == []


@pytest.mark.parametrize("size", SIZES)
def test_with_an_error_shown(slip_shut: Page, size: Any) -> None:
    slip_shut.set_viewport_size(size)
    view(slip_shut, "shed")
    slip_shut.get_by_role("button", name="Type one in").click()
    slip_shut.get_by_label("Name").fill("Caulk")
    slip_shut.get_by_label("N, %", exact=True).fill("140")
    expect(slip_shut.get_by_text(re.compile("100 or less|adds up to")).first).to_be_visible()
    assert faults_of(slip_shut) == []


@pytest.mark.parametrize("size", SIZES)
def test_before_there_is_anything(page: Page, address: str, engine: Any, size: Any) -> None:
    page.set_viewport_size(size)
    page.goto(address)
    page.get_by_role("heading", level=1).wait_for()
    assert faults_of(page) == []
    page.get_by_role("link", name=re.compile("My garden|Another garden")).click()
    page.get_by_role("button", name="Next").click()
    page.get_by_role("button", name=re.compile("One more")).first.click()
    for step in ("What grows there?", "What is in the shed?", "What is it measured with?"):
        assert faults_of(page) == [], step
        page.get_by_role("button", name="Next").click()
        page.get_by_role("heading", name=step).wait_for()
    assert faults_of(page) == []
    page.get_by_role("button", name="Show what to weigh").click()
    for name in VIEWS:
        page.wait_for_url(re.compile("/g/"))
        view(page, name)
        assert faults_of(page) == [], name


TWICE = {"width": 640, "height": 400}
"""What is left of a desk where everything is shown at twice its size."""
WIDER = "document.documentElement.scrollWidth - document.documentElement.clientWidth"


DRAWN = "() => new Promise((done) => requestAnimationFrame(() => requestAnimationFrame(done)))"


@pytest.mark.parametrize("language", ["en", "de", "es"])
def test_every_view(slip_shut: Page, language: str) -> None:
    """In every language at every size by day; in the evening, which has other colours, in one."""
    slip_shut.evaluate(f"localStorage.setItem('eznel.language', '{language}')")
    for name in VIEWS:
        view(slip_shut, name)
        mode = slip_shut.locator(".masthead button.ant-btn-text").last
        for size in (DESK, PHONE, TWICE):
            slip_shut.set_viewport_size(size)
            for _ in ("day", "evening") if language == "en" else ("day",):
                where = f"{name} at {size}, {mode.inner_text()}"
                slip_shut.evaluate(DRAWN)
                assert faults_of(slip_shut) == [], where
                assert slip_shut.evaluate(WIDER) <= 0, f"{where} is wider than its window"
                if language == "en":
                    mode.click()
