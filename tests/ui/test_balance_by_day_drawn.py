"""The balance by day in a browser: looked at, dragged, and usable by all."""

import re
from typing import Any

import pytest
from picking import garden_of
from playwright.sync_api import Page, expect

import gardens
from ui.conftest import DESK, PHONE
from ui.test_access import faults_of
from ui.test_season import choose
from ui.test_views import go, read


def opened(page: Page, planting: str) -> Any:
    choose(page, planting)
    page.get_by_role("button", name="Balance by day").click()
    drawer = page.get_by_role("dialog", name=f"Balance by day: {planting}")
    drawer.get_by_role("img", name="nitrogen in reach of the roots, day by day").wait_for()
    return drawer


def test_a_dose_is_dragged_and_what_becomes_of_it_is_said(slip_page: Page) -> None:
    go(slip_page, "Season")
    drawer = opened(slip_page, "Tomato Red Lantern")
    before = read(slip_page)["revision"]
    expect(drawer.locator(".balance-ghost")).to_have_count(0)
    dose = drawer.get_by_role("slider", name="Dose")
    for _ in range(12):
        dose.press("ArrowRight")
    expect(drawer.get_by_role("status").first).to_have_text("160 % of the plan")
    expect(drawer.locator(".balance-ghost")).to_have_count(1)
    expect(drawer.get_by_text(re.compile("more would do nothing"))).to_be_visible()
    drawer.get_by_role("button", name="As planned").click()
    expect(drawer.locator(".balance-ghost")).to_have_count(0)
    drawer.get_by_text("Salts", exact=True).click()
    expect(drawer.get_by_text(re.compile("the crop bears 5 dS/m|the crop bears 5"))).to_be_visible()
    expect(drawer.get_by_text(re.compile(r"By \d+ simulated years"))).to_have_count(0)
    assert read(slip_page)["revision"] == before


def pulled(page: Page, held: Any, dx: float, dy: float) -> None:
    box = held.bounding_box()
    x, y = box["x"] + box["width"] / 2, box["y"] + box["height"] / 2
    page.mouse.move(x, y)
    page.mouse.down()
    page.mouse.move(x + dx, y + dy, steps=4)
    page.mouse.up()


def test_feeds_rain_and_compost_are_pulled_in_the_drawing(slip_page: Page) -> None:
    """100 % are 24 pixels: 12 up are half as much again; 3 pixels of the heap are a millimetre."""
    go(slip_page, "Season")
    drawer = opened(slip_page, "Leek Long Mooring")
    said = drawer.get_by_role("status").first
    expect(said).to_have_text(re.compile("Pull a feed sideways"))
    pulled(slip_page, drawer.locator("[data-grip=feed] .knob").last, 0, -12)
    expect(said).to_have_text("150 % of the plan")
    expect(drawer.locator(".balance-ghost")).to_have_count(1)
    pulled(slip_page, drawer.locator("[data-grip=feed] .knob").last, 30, 0)
    expect(said).to_have_text(re.compile(r"150 % of the plan · \d+ days later"))
    pulled(slip_page, drawer.locator("[data-grip=compost] .heap"), 0, -30)
    expect(said).to_have_text(re.compile("10 mm of compost"))
    pulled(slip_page, drawer.locator("[data-grip=rain] .drop"), 0, 99)
    expect(said).to_have_text(re.compile("· 0 % of the rain"))
    expect(drawer.get_by_text("0 % of what would fall", exact=True)).to_be_visible()
    drawer.get_by_role("button", name="As planned").click()
    expect(said).to_have_text(re.compile("Pull a feed sideways"))


def test_nitrogen_is_said_for_many_years_and_by_its_sources(slip_page: Page) -> None:
    go(slip_page, "Season")
    drawer = opened(slip_page, "Leek Long Mooring")
    expect(drawer.get_by_text(re.compile(r"nitrogen is short in \d years? of ten"))).to_be_visible()
    expect(drawer.get_by_role("row", name=re.compile("ground, compost"))).to_be_visible()
    drawer.get_by_text("rainy", exact=True).click()
    expect(drawer.locator(".balance-ghost")).to_have_count(1)


@pytest.mark.parametrize("size", [DESK, PHONE], ids=["desk", "phone"])
def test_everybody_can_read_and_drag_it(slip_page: Page, size: Any) -> None:
    slip_page.set_viewport_size(size)
    go(slip_page, "Season")
    drawer = opened(slip_page, "Tomato Red Lantern")
    drawer.get_by_text(re.compile(r"By \d+ simulated years")).wait_for()
    assert faults_of(slip_page) == []


def test_rain_is_known_by_all_twelve_months_or_not_at_all(slip_page: Page) -> None:
    slip_page.get_by_role("button", name="Skerrin Slip").click()
    drawer = slip_page.get_by_role("dialog", name="This garden")
    drawer.get_by_text("Usual temperatures and rain, month by month").click()
    rain = drawer.locator(".months").last
    may = rain.get_by_label("May", exact=True)
    expect(may).to_have_value("50")
    may.fill("")
    expect(drawer.get_by_text("One month is missing")).to_be_visible()
    expect(rain.get_by_label("Jan", exact=True)).to_have_value("95")  # the rest stays typed
    drawer.get_by_role("button", name="Save", exact=True).click()
    expect(drawer.get_by_role("alert").first).to_be_visible()
    assert read(slip_page)["file"]["garden"]["site"]["monthly_rain_mm"][4] == 50
    may.fill("52")
    drawer.get_by_role("button", name="Save", exact=True).click()
    expect(drawer).to_have_count(0)
    kept = read(slip_page)["file"]["garden"]["site"]["monthly_rain_mm"]
    assert (kept[0], kept[4], len(kept)) == (95, 52, 12)


def test_the_whole_place_is_added_up(slip_page: Page) -> None:
    """With a lettuce beside the kale its bed has two; alone there is nothing to add."""
    home = slip_page.url.split("/g/")[0]
    kale = next(
        one
        for one in read(slip_page)["file"]["garden"]["plantings"]
        if one["variety"] == "Blackquay"
    )
    beside = {
        "id": gardens.uid("beside"), "place": kale["place"], "crop": "lettuce", "plants": 6,
        "planted_on": "2026-05-20",
    }  # fmt: skip
    put = slip_page.request.put(
        f"{home}/api/gardens/{read(slip_page)['file']['garden']['id']}/plantings/{beside['id']}",
        params={"based_on": "0"},
        data=beside,
    )
    assert put.ok
    slip_page.goto(garden_of(slip_page) + f"/season?planting={kale['id']}&ask=balance")
    drawer = slip_page.get_by_role("dialog")
    drawer.get_by_text("the whole place").click()
    expect(drawer.get_by_role("img", name=re.compile("in Keel bed, day by day"))).to_be_visible()
    expect(drawer.get_by_role("note")).to_contain_text("Kale Blackquay, Lettuce")
    assert faults_of(slip_page) == []
