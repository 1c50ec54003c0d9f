"""Choosing in a list that is searched: typed, and the first that fits taken."""

import re

from playwright.sync_api import Locator, Page


def pick(where: Page | Locator, label: str, text: str, n: int = 0) -> None:
    """Choose what fits best in the n-th field of that label."""
    field = where.get_by_label(label, exact=True).nth(n)
    field.fill(text)
    field.press("Enter")


def opened(page: Page, name: str) -> Locator:
    """A job's card on Today, opened from its line."""
    card = page.get_by_role("article", name=re.compile(name))
    card.locator("button.job-line-what").click()
    return card
