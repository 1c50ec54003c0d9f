"""Measuring devices in a browser: weighed out, read into fields, and gone without harm."""

import re
from typing import Any

import pytest
from playwright.sync_api import Page, expect

from ui.conftest import DESK, PHONE
from ui.test_access import faults_of
from ui.test_season import choose
from ui.test_views import go, read


def weigh_out(page: Page) -> Any:
    page.locator(".job-line-what", has_text="Leek Long Mooring").click()
    page.get_by_role("button", name="Weigh out").click()
    drawer = page.get_by_role("dialog", name="Weigh out")
    drawer.get_by_role("button", name="Empty cup on the scale").click()
    drawer.locator(".scale-reading").wait_for()
    return drawer


def test_a_feed_is_weighed_out_and_ticks_itself(slip_page: Page) -> None:
    drawer = weigh_out(slip_page)
    tablespoon = drawer.get_by_role("button", name="Put a level tablespoon on it")
    teaspoon = drawer.get_by_role("button", name="Put a level teaspoon on it")
    for _ in range(4):
        tablespoon.click()
    expect(drawer.get_by_text("Too much: take a little out.")).to_be_visible()
    drawer.get_by_role("button", name="Take a little off").click()
    expect(drawer.get_by_role("button", name="Done, as weighed")).to_be_visible()
    expect(teaspoon).to_have_count(0)
    drawer.get_by_role("button", name="Done, as weighed").click()
    slip_page.get_by_text(re.compile("Leek.* recorded|Recorded|recorded")).first.wait_for()
    given = [
        one for one in read(slip_page)["file"]["log"]["feeds"]
        if one["on"] == "2026-06-19" and one["outcome"] == "given"
    ]  # fmt: skip
    (amount,) = given[-1]["amounts"]
    assert amount["amount"]["unit"] == "g"
    assert 45 < amount["amount"]["value"] < 58


def test_probe_pen_and_gauge_fill_their_fields(slip_page: Page) -> None:
    slip_page.get_by_role("button", name="Rain in the gauge …").click()
    slip_page.get_by_role("button", name="Read the gauge").click()
    expect(slip_page.get_by_label("Rain in the gauge", exact=True)).to_have_value("4.2")
    slip_page.get_by_role("button", name="See it").first.click()
    drawer = slip_page.get_by_role("dialog")
    drawer.get_by_role("button", name="I looked into the ground").click()
    drawer.get_by_role("button", name="Read the probe").click()
    expect(drawer.get_by_label("Water by volume", exact=True)).to_have_value(re.compile(r"^\d+"))
    drawer.get_by_role("button", name="Close").click()
    go(slip_page, "Season")
    choose(slip_page, "Tomato Red Lantern")
    slip_page.get_by_role("button", name="Something else was seen").click()
    slip_page.get_by_label("What", exact=True).select_option("salts")
    slip_page.get_by_role("button", name="Read the pen").click()
    expect(slip_page.get_by_label("Conductivity", exact=True)).to_have_value("1.88")


def test_a_scale_that_is_gone_leaves_the_typing(slip_page: Page) -> None:
    fault = {"field": "device", "key": "device_silent", "problem": "silent", "remedy": "Look."}
    said = {"type": "", "title": "silent", "status": 422, "faults": [fault]}
    slip_page.route("**/devices/scale/**", lambda route: route.fulfill(status=422, json=said))
    slip_page.locator(".job-line-what", has_text="Leek Long Mooring").click()
    slip_page.get_by_role("button", name="Weigh out").click()
    drawer = slip_page.get_by_role("dialog", name="Weigh out")
    drawer.get_by_role("button", name="Type it instead").click()
    expect(slip_page.get_by_role("button", name="Save", exact=True)).to_be_visible()


@pytest.mark.parametrize("size", [DESK, PHONE], ids=["desk", "phone"])
def test_everybody_can_weigh(slip_page: Page, size: Any) -> None:
    slip_page.set_viewport_size(size)
    weigh_out(slip_page)
    assert faults_of(slip_page) == []
