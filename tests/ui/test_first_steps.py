"""From an empty store to the first amounts, as a grower who has never seen it would go."""

import re

from playwright.sync_api import Page, expect


def test_from_nothing_to_what_to_weigh(page: Page, address: str) -> None:
    page.goto(address)
    page.get_by_label("Name").fill("Rope walk")
    page.get_by_role("button", name="Start this garden").click()
    page.wait_for_url(re.compile("/plot$"))
    page.get_by_role("button", name="Add a tub").click()
    page.get_by_label("Volume to the brim", exact=True).fill("35")
    expect(page.get_by_role("complementary")).to_contain_text("31.5 L")
    page.get_by_role("button", name="Add it to the garden").click()
    page.get_by_role("button", name="Plant something here").click()
    page.get_by_label("Crop").select_option("tomato")
    expect(page.locator(".follows")).to_contain_text("One plant")
    page.get_by_role("button", name="Plant it").click()
    expect(page.get_by_text("Tomato", exact=False).first).to_be_visible()
    page.get_by_role("link", name="Shed").click()
    page.get_by_role("button", name="Add a bag or bottle").click()
    page.get_by_label("Name").fill("feed")
    page.get_by_label("Kind").select_option("soluble")
    page.get_by_label("N, %", exact=True).fill("12")
    page.get_by_label("K₂O or K, %", exact=True).fill("18")
    page.get_by_role("button", name="Keep it in the shed").click()
    page.get_by_role("link", name="Season").click()
    marks = page.locator(".strip-lane title").filter(has_text="liquid feed, planned; N")
    expect(marks.nth(4)).to_be_attached()
    page.get_by_role("link", name="Today").click()
    expect(page.get_by_role("heading", name="Water only")).to_be_visible()
    expect(page.get_by_text("Nothing to feed today")).to_be_visible()


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
