"""One sum without a garden, from the start page."""

import re

from playwright.sync_api import Page, expect

from ui.conftest import PHONE
from ui.test_access import WIDER, faults_of


def test_a_bag_and_some_ground_turned_round(page: Page, address: str) -> None:
    """10 g/m² of nitrogen on 3.6 m² are 360 g of 10-10-10; 360 g of it on 7.2 m² give 5 g/m²."""
    page.goto(address)
    page.get_by_role("link", name=re.compile("One sum")).click()
    page.get_by_label("Three numbers of a bag or bottle").fill("10-10-10")
    page.get_by_label("Nutrient on the ground", exact=True).fill("10")
    page.get_by_label("Ground", exact=True).fill("3.6")
    answer = page.locator(".sum-answer")
    expect(answer).to_have_text("360 g of the bag for this ground")
    assert faults_of(page) == []
    page.get_by_text("How this came about").click()
    expect(page.locator(".working-steps .formula").last).to_contain_text("360 g")
    page.get_by_text("What does it give?").click()
    page.get_by_label("Of the bag", exact=True).fill("360")
    page.get_by_label("Ground", exact=True).fill("7.2")
    expect(answer).to_have_text("5 g/m² N on the ground")
    page.reload()  # its address keeps it
    expect(answer).to_have_text("5 g/m² N on the ground")
    page.set_viewport_size(PHONE)
    assert page.evaluate(WIDER) <= 0
    assert faults_of(page) == []


def test_what_cannot_be_worked_out_is_said_at_its_field(page: Page, address: str) -> None:
    page.goto(f"{address}/sum")
    grade = page.get_by_label("Three numbers of a bag or bottle")
    grade.fill("ten")
    page.get_by_label("Nutrient on the ground", exact=True).fill("10")
    page.get_by_label("Ground", exact=True).fill("4")
    field = page.locator(".field.at-fault")
    expect(field).to_contain_text("is not three numbers of a bag")
    grade.fill("0-46-0")
    expect(page.locator(".field.at-fault")).to_contain_text("this bag has no N", ignore_case=True)
    grade.fill("10-0-0")
    page.get_by_label("Nutrient on the ground", exact=True).fill("60")
    expect(page.locator(".finding")).to_contain_text("more than a hungry crop gets")
