"""What wants water today, ticked and drawn."""

import re
from typing import Any

import pytest
from playwright.sync_api import Browser, Page, expect

from ui.test_access import faults_of
from ui.test_keeping_ticks import another
from ui.test_views import go, read


@pytest.fixture
def waters(slip_page: Page) -> Any:
    return slip_page.get_by_role("region", name="Watering")


@pytest.fixture
def strip(slip_page: Page) -> Any:
    """What stands in the walk of the place that wants water."""
    return slip_page.get_by_role("article", name="Starboard strip, water")


def wanting(page: Page) -> list[str]:
    return [one["place"] for one in read(page, "/plan")["waters"] if one["state"] == "water"]


def test_a_watering_is_ticked_and_taken_back(slip_page: Page, waters: Any, strip: Any) -> None:
    (place,) = wanting(slip_page)
    expect(waters.get_by_role("heading", name="One place wants water")).to_be_visible()
    expect(strip.get_by_text("water first, feed the day after")).to_be_visible()
    (one,) = [w for w in read(slip_page, "/plan")["waters"] if w["place"] == place]
    cans = round(one["cans"] * 2) / 2
    expect(strip.get_by_role("button", name=re.compile(f"^{cans:g} cans"))).to_be_visible()
    strip.get_by_role("button", name="Watered").click()
    expect(waters.get_by_role("heading", name="Watering")).to_be_visible()
    entry = read(slip_page)["file"]["log"]["watered"][-1]
    assert (entry["place"], entry["outcome"]) == (place, "given")
    assert entry["amount"]["value"] == pytest.approx(one["with_losses_l"], rel=1e-3)
    slip_page.locator(".toast").get_by_role("button", name="Undo").click()
    expect(waters.get_by_role("heading", name="One place wants water")).to_be_visible()
    strip.get_by_role("button", name="Not today").click()
    expect(waters.get_by_text("8 places have enough")).to_be_visible()
    waters.get_by_text("8 places have enough").click()
    expect(waters.get_by_text("put off to tomorrow")).to_be_visible()
    assert wanting(slip_page) == []


def test_the_water_of_a_place_is_drawn_and_another_day_recorded(
    slip_page: Page, waters: Any, strip: Any
) -> None:
    strip.get_by_role("button", name="See it: the water of Starboard strip").click()
    drawer = slip_page.get_by_role("dialog", name="The water of Starboard strip")
    drawing = drawer.get_by_role("img", name=re.compile("of the water that its ground can hold"))
    expect(drawing).to_be_visible()
    expect(drawing.locator(".drop-ring")).to_have_count(2)
    assert faults_of(slip_page) == []
    drawer.get_by_role("button", name="It was watered").click()
    drawer.get_by_label("Day", exact=True).fill("18/06/2026")
    drawer.get_by_label("Day", exact=True).press("Tab")
    drawer.get_by_label("How much, in all", exact=True).fill("0.01")
    drawer.get_by_role("button", name="Save").click()
    expect(drawer.get_by_role("alert").first).to_contain_text("No place gets 0.01 L")
    drawer.get_by_label("How much, in all", exact=True).fill("45")
    drawer.get_by_role("button", name="Save").click()
    expect(drawing.locator(".drop-ring")).to_have_count(3)
    entry = read(slip_page)["file"]["log"]["watered"][-1]
    assert (entry["on"], entry["amount"]) == ("2026-06-18", {"value": 45, "unit": "L"})
    drawer.get_by_role("button", name="I looked into the ground").click()
    drawer.get_by_label("A finger deep it was", exact=True).select_option(label="dry")
    drawer.get_by_role("button", name="Save").click()
    expect(drawer.get_by_role("button", name="I looked into the ground")).to_be_visible()
    assert wanting(slip_page) == [entry["place"]]
    drawer.get_by_role("button", name="It was watered").click()
    drawer.get_by_role("button", name="Save").click()
    expect(drawer.get_by_role("button", name="I looked into the ground")).to_be_visible()
    drawer.get_by_role("button", name="Close").click()
    expect(waters.get_by_role("heading", name="Watering")).to_be_visible()


def test_how_much_shows_its_working(slip_page: Page, strip: Any) -> None:
    strip.get_by_role("button", name=re.compile(r"cans \(")).first.click()
    working = slip_page.get_by_role("dialog").last
    expect(working).to_contain_text("What was missing in the morning")
    expect(working).to_contain_text("short grass")


def test_without_network_the_rest_of_the_page_stays(browser: Browser, slip_page: Page) -> None:
    page = another(browser, slip_page.url)
    page.route(re.compile("WaterDrawer"), lambda route: route.abort())
    page.get_by_role("button", name="See it: the water of Starboard strip").click()
    expect(page.get_by_text("not here without the network")).to_be_visible()
    expect(page.get_by_role("heading", level=1)).to_contain_text("things to feed today")
    page.context.close()


def test_many_places_are_ticked_together(slip_page: Page, waters: Any) -> None:
    """A week on without a word: what is dry or no longer known is ticked in one go, and undone."""
    slip_page.get_by_role("button", name="A week on").click()
    slip_page.get_by_text("stands on 26 June").wait_for()
    before = len(read(slip_page)["file"]["log"]["watered"])
    button = waters.get_by_role("button", name=re.compile("^All . were watered")).first
    expect(button).to_be_visible()
    count = int(button.inner_text().split()[1])
    button.click()
    expect(slip_page.get_by_text(f"{count} places: recorded.")).to_be_visible()
    assert len(read(slip_page)["file"]["log"]["watered"]) == before + count
    slip_page.locator(".toast").get_by_role("button", name="Undo").click()
    expect(button).to_be_visible()
    slip_page.wait_for_load_state("networkidle")
    assert len(read(slip_page)["file"]["log"]["watered"]) == before


def test_the_plot_is_coloured_by_what_wants_water(slip_page: Page) -> None:
    go(slip_page, "Plot")
    slip_page.get_by_text("Water", exact=True).click()
    expect(slip_page.get_by_text("wants water", exact=True)).to_be_visible()
    fills = {
        one.get_attribute("data-shape"): one.get_attribute("fill")
        for one in slip_page.locator(".plot-outline").all()
    }
    assert [name for name, fill in fills.items() if fill == fills["Starboard strip"]] == [
        "Starboard strip"
    ]
    assert fills["Keel bed"] == fills["Port strip"]


def test_what_the_rain_gauge_held_is_typed(slip_page: Page, waters: Any) -> None:
    waters.get_by_role("button", name="Rain in the gauge …").click()
    waters.get_by_label("Rain in the gauge", exact=True).fill("25")
    waters.get_by_role("button", name="Save").click()
    expect(slip_page.get_by_text("25 mm of rain on Thu 18 June recorded.")).to_be_visible()
    expect(waters.get_by_role("heading", name="Watering")).to_be_visible()  # it wants none now
    assert wanting(slip_page) == []
