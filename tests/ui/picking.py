"""Choosing in a list that is searched: typed, and the first that fits taken."""

import re
from typing import Literal

from playwright.sync_api import Locator, Page

from eznel import demo


def garden_of(page: Page) -> str:
    """The address of the garden that is open; of the demo's where none is."""
    found = re.match(r"([^/]+//[^/]+)(/g/[^/?]+)?", page.url)
    assert found
    return found[1] + (found[2] or f"/g/{demo.SLIP}")


def pick(where: Page | Locator, label: str, text: str, n: int = 0) -> None:
    """Choose what fits best in the n-th field of that label."""
    field = where.get_by_label(label, exact=True).nth(n)
    field.fill(text)
    field.press("Enter")


def place_panel(page: Page, name: str) -> Locator:
    """A place's panel on the Plot, by the place's shape; until it is there the last one answers."""
    page.locator("[data-place]", has_text=name).first.locator(".plot-place").press("Enter")
    panel = page.get_by_role("complementary", name=name)
    panel.wait_for()
    return panel


def opened(page: Page, name: str) -> Locator:
    """A job's card on Today, opened from its line."""
    card = page.get_by_role("article", name=re.compile(name))
    card.locator("button.job-line-what").click()
    return card


class Hand:
    """Counts what a grower has to do: every click, choice and filled field is one action."""

    def __init__(self, page: Page) -> None:
        self.page, self.actions = page, 0

    def press(self, name: str, role: Literal["button", "link"] = "button") -> None:
        self.actions += 1
        self.page.get_by_role(role, name=name, exact=True).click()

    def type(self, label: str, text: str) -> None:
        self.actions += 1
        self.page.get_by_label(label, exact=True).fill(text)

    def choose(self, label: str, option: str) -> None:
        self.actions += 1
        self.page.get_by_label(label, exact=True).select_option(option)

    def pick(self, label: str, text: str) -> None:
        self.actions += 1
        pick(self.page, label, text)

    def follow(self, name: re.Pattern[str]) -> None:
        self.actions += 1
        self.page.get_by_role("link", name=name).click()

    def leave_list(self) -> None:
        """Close a list in which several can be chosen; it lies over what stands below."""
        self.actions += 1
        self.page.keyboard.press("Escape")

    def toggle(self, text: str) -> None:
        self.actions += 1
        self.page.get_by_text(text, exact=True).first.click()
