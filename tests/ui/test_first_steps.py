"""From an empty store to the first amounts, as a grower who has never seen it would go."""

import re
from datetime import timedelta

from picking import Hand
from playwright.sync_api import Page, Route, expect

from gardens import TODAY


def test_from_nothing_to_what_to_weigh(page: Page, address: str) -> None:
    """One bed, two tubs, one bag and one bottle, by somebody who has never seen it."""
    page.goto(address)
    hand = Hand(page)
    hand.follow(re.compile("My garden|Another garden"))
    hand.pick("Country", "Ireland")
    hand.press("Next")
    hand.press("One more: Bed, 2.4 × 1.2 m")
    hand.press("One more: Bucket, 10 L")
    hand.press("One more: Bucket, 10 L")
    hand.press("Next")
    hand.pick("Crops in 1 × Bed, 2.4 × 1.2 m", "Carrot")
    hand.pick("Crops in 2 × Bucket, 10 L", "tomatoe")
    # In the ground for three weeks: its plain water is over, and feeds are due.
    page.get_by_label("There since").nth(1).fill((TODAY - timedelta(21)).isoformat())
    hand.press("Next")
    hand.type("Three numbers of a bag or bottle", "7-7-7")
    hand.press("Add")
    hand.type("Three numbers of a bag or bottle", "4 - 3 - 8")
    hand.choose("Kind", "liquid")
    hand.press("Add")
    hand.press("Next")
    expect(page.get_by_role("heading", name="Guessed until you measure")).to_be_visible()
    hand.press("Show what to weigh")
    page.wait_for_url(re.compile("/today$"))
    expect(page.get_by_role("heading", level=1)).to_contain_text("to feed")
    expect(page.get_by_text(re.compile("level .*spoon")).first).to_be_visible()
    assert hand.actions + 1 <= 25  # the day


def test_a_conversation_is_kept_where_it_was_left(page: Page, address: str) -> None:
    page.goto(f"{address}/new")
    page.get_by_label("Name", exact=True).fill("Slip end")
    page.get_by_role("button", name="Next").click()
    page.get_by_role("button", name="One more: Pot, 30 cm across").click()
    page.reload()
    expect(page.get_by_role("heading", name="What holds the plants?")).to_be_visible()
    expect(page.locator(".preset.chosen")).to_contain_text("Pot")
    page.get_by_role("button", name="Next").click()
    page.get_by_role("button", name="Next").click()
    page.get_by_label("Three numbers of a bag or bottle").fill("ten ten")
    page.get_by_role("button", name="Add", exact=True).click()
    page.get_by_role("button", name="Enough: open the garden").click()
    expect(page.get_by_role("alert").first).to_contain_text("three numbers")
    page.get_by_role("button", name="Without ten ten").click()
    page.get_by_role("button", name="Enough: open the garden").click()
    page.wait_for_url(re.compile("/plot$"))
    expect(page.get_by_role("heading", name="Pot 1")).to_be_visible()
    page.goto(f"{address}/new")
    expect(page.get_by_label("Name", exact=True)).to_have_value("My garden")


def test_a_late_answer_does_not_fetch_the_reader_back(page: Page, address: str) -> None:
    page.goto(f"{address}/new")
    hand = Hand(page)
    hand.press("Enough: open the garden")
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
    page.goto(f"{address}/new")
    page.get_by_role("button", name="Enough: open the garden").click()
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
    expect(page.get_by_role("heading", name="Language and units")).to_be_visible()
