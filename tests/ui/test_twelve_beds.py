"""An allotment of twelve beds: one report for all, manure in all, and lime that follows from it."""

import re

from picking import Hand
from playwright.sync_api import Page, expect

from gardens import TODAY

REPORT = f"""Soil report
Date sampled: {TODAY.isoformat()}
pH (water): 5.6
Buffer pH (SMP): 6.4
Phosphorus (Mehlich 3): 20 ppm
Potassium (Mehlich 3): 90 ppm
"""
CROPS = (
    "carrot", "leek", "lettuce", "tomato", "zucchini", "kale",
    "onion", "broad bean", "beetroot", "parsnip", "chard", "spinach",
)  # fmt: skip


def begin(hand: Hand) -> None:
    """Twelve beds, a crop each, a bag and lime."""
    hand.follow(re.compile("My garden|Another garden"))
    hand.pick("Country", "Ireland")
    hand.press("Next")
    hand.type("How many: Bed, 2.4 × 1.2 m", "12")
    hand.press("Next")
    for crop in CROPS:
        hand.pick("Crops in 12 × Bed, 2.4 × 1.2 m", crop)
    hand.leave_list()
    hand.press("Next")
    hand.type("Three numbers of a bag or bottle", "7-7-7")
    hand.press("Add")
    hand.pick("General materials: compost, manure, lime, meals, feeds", "Ground limestone")
    hand.leave_list()
    hand.press("Enough: open the garden")
    hand.page.wait_for_url(re.compile("/today$"))


def test_twelve_beds_with_one_report_manure_and_lime(page: Page, address: str) -> None:
    hand = Hand(page)
    page.goto(address)
    begin(hand)

    hand.press("Soil", "link")
    hand.press("Read a file")
    hand.type("Or paste the report’s text", REPORT)
    hand.press("Read it")
    hand.press("All beds")
    hand.press("Save this test")

    hand.toggle("Compost and manure")
    hand.press("Work in compost or manure")
    hand.choose("What", "cow_manure_composted")
    hand.press("Save")
    hand.press("The same elsewhere …")
    hand.press("All beds")
    hand.press("Add to 11 beds")
    expect(page.get_by_text("Added to 11 beds.")).to_be_visible()

    hand.press("Today", "link")
    manure = page.get_by_role("article", name=re.compile("12 places"))
    expect(manure).to_contain_text("manure")
    expect(page.get_by_role("link", name=re.compile("^Have the soil of"))).to_have_count(0)
    hand.press("All done")
    expect(manure).to_be_hidden()
    assert hand.actions <= 60


def test_a_long_day_is_narrowed_to_a_place(page: Page, address: str) -> None:
    page.goto(address)
    begin(Hand(page))
    lines = page.locator("button.job-line-what")
    expect(page.get_by_role("heading", level=1)).to_contain_text("things to feed today")
    whole = page.get_by_role("article").count()
    page.get_by_role("button", name="Show only").click()
    page.locator(".ant-select-item-option").filter(has_text="Bed 3").click()
    expect(page.get_by_role("article")).to_have_count(1)
    expect(lines.first).to_contain_text("Bed 3")
    assert whole > 8
