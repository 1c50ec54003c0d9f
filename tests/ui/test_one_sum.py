"""One sum without a garden, from the start page."""

import re

import pytest
from picking import Hand, pick
from playwright.sync_api import Browser, Page, expect

from eznel import demo
from ui.conftest import PATIENCE_MS, PHONE
from ui.test_access import WIDER, faults_of

MOST_ACTIONS = 6
"""From the start page to the first answer."""


def test_a_bag_and_some_ground_turned_round(page: Page, address: str) -> None:
    """10 g/m² of nitrogen on 3.6 m² are 360 g of 10-10-10; 360 g of it on 7.2 m² give 5 g/m²."""
    page.goto(address)
    hand = Hand(page)
    hand.follow(re.compile("One sum"))
    hand.press("A bag on some ground")
    hand.type("three numbers", "10-10-10")
    hand.type("area", "1.2 x 3 m")
    hand.type("rate of the nutrient", "10")
    answer = page.locator(".sum-answer")
    expect(answer).to_have_text("360 g product")
    assert hand.actions <= MOST_ACTIONS
    expect(page.get_by_text("read as 3.6 m²")).to_be_visible()
    assert faults_of(page) == []
    page.get_by_text("How this came about").click()
    expect(page.locator(".working-steps .formula").last).to_contain_text("360 g")
    page.get_by_role("button", name="ask for this: rate of the nutrient").click()
    page.get_by_label("product", exact=True).fill("360 g")
    page.get_by_label("area", exact=True).fill("7.2")
    expect(answer).to_have_text("5 g/m² rate of the nutrient")
    page.reload()  # its address keeps it
    expect(answer).to_have_text("5 g/m² rate of the nutrient")


def test_what_cannot_be_worked_out_is_said_at_its_blank(page: Page, address: str) -> None:
    page.goto(f"{address}/sum?of=bag&area_m2=4&counted_g_m2=10")
    grade = page.get_by_label("three numbers", exact=True)
    grade.fill("ten")
    wrong = page.locator(".sum-blank.at-fault")
    expect(wrong).to_contain_text("is not three numbers of a bag")
    grade.fill("0-46-0")
    expect(wrong).to_contain_text("this bag has no N", ignore_case=True)
    grade.fill("10-0-0")
    expect(page.locator(".sum-answer")).to_be_visible()
    page.get_by_label("rate of the nutrient", exact=True).fill("60")
    expect(page.locator(".finding")).to_contain_text("more than a hungry crop gets")
    page.get_by_label("area", exact=True).fill("2-3 m2")
    expect(wrong).to_contain_text("is a range")


def test_questions_are_found_by_ordinary_words(page: Page, address: str) -> None:
    page.goto(f"{address}/sum")
    look = page.get_by_role("searchbox")
    look.fill("how strong is my feed")
    found = page.get_by_role("navigation", name="Questions").get_by_role("button")
    expect(found).to_have_text(["How strong a feed is"])
    look.fill("xyzzy")
    expect(page.get_by_text("No question has these words.")).to_be_visible()


def test_days_are_chosen_and_listed(page: Page, address: str) -> None:
    page.goto(f"{address}/sum?of=every&first_day=2026-05-20&picking_day=2026-07-29&stop_days=7")
    days = page.locator(".sum-days li")
    expect(days).to_have_text(["20 May", "3 June", "17 June", "1 July", "15 July"])


def test_in_a_garden_its_own_beds_and_bags_are_offered(slip_page: Page) -> None:
    slip_page.get_by_role("link", name="One sum").click()
    slip_page.get_by_role("button", name="A bag on some ground").click()
    area = slip_page.get_by_label("area", exact=True)
    offered = slip_page.locator(f"datalist#{area.get_attribute('list')} option")
    keel = offered.filter(has_text="Keel bed")
    expect(keel).to_have_attribute("value", "4.32 m2")
    expect(area).to_have_value("4.32 m2")  # its first bed stands there already, and its first bag
    expect(slip_page.locator(".sum-blank").filter(has=area)).to_contain_text("Keel bed")
    slip_page.get_by_label("three numbers", exact=True).fill("10-10-10")
    slip_page.get_by_label("rate of the nutrient", exact=True).fill("10")
    expect(slip_page.locator(".sum-answer b")).to_have_text("432 g")  # 43.2 g of nitrogen
    slip_page.get_by_role("link", name="To the garden").click()
    expect(slip_page).to_have_url(re.compile("/today"))


@pytest.mark.parametrize("locale", ["en-US", "de-DE", "es-ES"])
def test_on_a_phone_in_every_language(browser: Browser, address: str, locale: str) -> None:
    """Twenty-five millimetres on four square metres: a hundred litres, 26.4 gallons."""
    context = browser.new_context(viewport=PHONE, locale=locale, reduced_motion="reduce")
    page = context.new_page()
    page.set_default_timeout(PATIENCE_MS)
    page.goto(f"{address}/sum")
    page.get_by_role("searchbox").wait_for()
    assert page.evaluate(WIDER) <= 0
    page.goto(f"{address}/sum?of=watering&soak_mm=25 mm&area_m2=4 m2")
    expect(page.locator(".sum-answer b")).to_have_text("26.4 gal" if locale == "en-US" else "100 L")
    assert page.evaluate(WIDER) <= 0
    assert faults_of(page) == []
    context.close()


def test_an_answer_is_kept_in_a_garden(slip_page: Page, address: str) -> None:
    """As a bag, as a bed and as a feed: each opens in its own form and is stored by its save."""
    page = slip_page
    of = f"{address}/sum?garden={demo.SLIP}"
    page.goto(f"{of}&of=bag&grade=12-4-8&area_m2=3.6&counted_g_m2=10")
    page.get_by_role("button", name="as a bag: 12-4-8").click()
    expect(page.get_by_label("Name", exact=True)).to_have_value("12-4-8")
    page.get_by_role("button", name="Save", exact=True).click()
    expect(page.get_by_role("heading", name="12-4-8")).to_be_visible()
    page.goto(f"{of}&of=oval&length_m=2&width_m=1&layer_m=20")
    page.get_by_role("button", name="as a bed").click()
    expect(page.get_by_label("Name", exact=True)).to_have_value("New bed")
    page.get_by_role("button", name="Save", exact=True).click()
    expect(page.get_by_text("1.57 m²").first).to_be_visible()
    page.goto(f"{of}&of=bag&grade=12-4-8&area_m2=3.6&counted_g_m2=10")
    pick(page, "as a feed given to", "Leek")
    page.get_by_role("button", name="Go on there").click()
    expect(page.get_by_label("How much, at least", exact=True)).to_have_value("300")  # 36 g at 12 %
    assert faults_of(page) == []


def test_a_crop_is_found_by_its_name_in_a_sum(page: Page, address: str) -> None:
    """A kilogram of tomatoes holds 2.5 g of potassium, 3.01 g of potash."""
    page.goto(f"{address}/sum?of=harvest&harvest_g=10 kg&crop=potato")
    expect(page.locator(".sum-answer b")).to_have_text("57.8 g")  # 10 × 4.8 ÷ 0.83015
    pick(page, "crop", "tomat")
    expect(page.locator(".sum-answer b")).to_have_text("30.1 g")
    assert faults_of(page) == []
