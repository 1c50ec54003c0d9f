"""From an empty store to the first amounts, as a grower who has never seen it would go."""

import re
from datetime import timedelta
from typing import Literal

from picking import pick
from playwright.sync_api import Page, Route, expect

from gardens import TODAY


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


def test_from_nothing_to_what_to_weigh(page: Page, address: str) -> None:
    page.goto(address)
    hand = Hand(page)
    hand.type("Name", "Rope walk")
    hand.press("Start this garden")
    page.wait_for_url(re.compile("/plot$"))
    hand.press("Add a tub")
    hand.type("Volume to the brim", "35")
    expect(page.get_by_role("complementary")).to_contain_text("31.5 L")
    hand.press("Save")
    hand.press("Plant something here")
    hand.pick("Crop", "Tomato")
    # Planted a fortnight ago: its plain water is over, and the first feed is due.
    hand.type("Planted out on", (TODAY - timedelta(14)).isoformat())
    expect(page.locator(".follows")).to_contain_text("One plant")
    hand.press("Save")
    expect(page.get_by_text("Tomato", exact=False).first).to_be_visible()
    hand.press("Shed", "link")
    hand.press("Type one in")
    hand.type("Name", "feed")
    hand.choose("Kind", "soluble")
    hand.type("N, %", "12")
    hand.type("K₂O or K, %", "18")
    hand.press("Save")
    hand.press("Season", "link")
    marks = page.locator(".strip-lane title").filter(has_text="feed, planned; N")
    expect(marks.nth(4)).to_be_attached()
    hand.press("Today", "link")
    expect(page.get_by_role("heading", name="One thing to feed today")).to_be_visible()
    expect(page.get_by_text(re.compile("level .*spoon")).first).to_be_visible()
    assert hand.actions < 25


def test_a_late_answer_does_not_fetch_the_reader_back(page: Page, address: str) -> None:
    page.goto(address)
    hand = Hand(page)
    hand.press("Start this garden")
    page.wait_for_url(re.compile("/plot$"))
    hand.press("Shed", "link")
    hand.press("Type one in")
    hand.type("Name", "feed")
    hand.type("N, %", "12")
    saves: list[Route] = []
    views: list[Route] = []
    page.route(
        "**/products**",
        lambda route: saves.append(route) if route.request.method != "GET" else route.fallback(),
    )
    page.route(re.compile(r"/assets/season-.*\.js"), lambda route: views.append(route))
    hand.press("Save")
    expect(page.get_by_role("button", name="Save", exact=True)).to_have_attribute(
        "aria-busy", "true"
    )
    with page.expect_request(re.compile(r"/assets/season-.*\.js")):
        hand.press("Season", "link")
    with page.expect_response("**/products**"):
        saves[0].continue_()
    expect(page.get_by_role("list").get_by_text("feed")).to_be_visible()
    views[0].continue_()
    page.wait_for_url(re.compile("/season$"))
    expect(page.get_by_role("heading", name="Season", level=1)).to_be_visible()


def test_an_empty_garden_says_what_to_do(page: Page, address: str) -> None:
    page.goto(address)
    page.get_by_role("button", name="Start this garden").click()
    page.wait_for_url(re.compile("/plot$"))
    for view, first in (
        ("Today", "Draw a bed or a tub, and plant it"),
        ("Soil", "Draw one on the Plot"),
        ("Season", "Plant something on the Plot"),
    ):
        page.get_by_role("navigation", name="Views").get_by_role("link", name=view).click()
        expect(page.get_by_role("link", name=first)).to_be_visible()


def test_an_address_that_is_not_there(page: Page, address: str) -> None:
    page.goto(f"{address}/nowhere/at/all")
    expect(page.get_by_role("heading", name="There is nothing at this address.")).to_be_visible()
    page.get_by_role("link", name="To the gardens").click()
    expect(page.get_by_role("heading", name="Start a garden")).to_be_visible()
