"""Wet hands, a lost connection, two tabs, no mouse: nothing is doubled or lost."""

import json
import re
from typing import Any

import pytest
from playwright.sync_api import Browser, Page, Route, expect

from eznel import demo
from eznel.api.services import Services
from ui.conftest import PHONE, window


def feeds(page: Page) -> list[dict[str, object]]:
    origin = page.url.split("/g/")[0]
    whole = page.request.get(f"{origin}/api/gardens/{demo.SLIP}").json()
    found: list[dict[str, object]] = whole["file"]["log"]["feeds"]
    return found


def scoop(page: Page) -> dict[str, Any]:
    """The tin mug as it is stored."""
    origin = page.url.split("/g/")[0]
    whole = page.request.get(f"{origin}/api/gardens/{demo.SLIP}").json()
    return next(one for one in whole["file"]["garden"]["scoops"] if one["name"] == "tin mug")


def test_a_tick_whose_answer_was_lost_is_repeated_and_counts_once(slip_page: Page) -> None:
    """The write arrives, its answer does not; the browser asks again by itself."""
    before, tries = len(feeds(slip_page)), []

    def lose_the_first(route: Route) -> None:
        tries.append(route.request.url)
        answer = route.fetch()
        if len(tries) == 1:
            route.fulfill(status=503, body="{}")
        else:
            route.fulfill(response=answer)

    slip_page.route(re.compile("/feeds/"), lose_the_first)
    card = slip_page.get_by_role("article", name=re.compile("Leek"))
    card.get_by_role("button", name="Done", exact=True).click()
    expect(slip_page.get_by_text("fed today")).to_be_visible()
    assert len(tries) == 2
    assert tries[0] == tries[1]
    assert len(feeds(slip_page)) == before + 1


@pytest.fixture
def forgiving(browser: Browser, address: str, slip_page: Page) -> Page:
    """A second window on the same garden, where failed requests are part of the test."""
    page = window(browser).new_page()
    page.goto(slip_page.url)
    page.get_by_role("heading", level=1).wait_for()
    return page


def test_what_was_typed_survives_a_store_that_is_down(forgiving: Page) -> None:
    forgiving.get_by_role("link", name="Shed").click()
    forgiving.get_by_role("button", name="Type one in").click()
    forgiving.get_by_label("Name").fill("Caulk 5-5-5")
    forgiving.get_by_label("N, %", exact=True).fill("5")
    down = json.dumps({"title": "the database does not answer", "faults": [
        {"field": "", "key": "store_down", "problem": "the database does not answer",
         "remedy": "What you typed is kept. Try again in a moment."}]})  # fmt: skip
    forgiving.route(
        re.compile("/products/"),
        lambda route: route.fulfill(status=500, body=down, content_type="application/json"),
    )
    forgiving.get_by_role("button", name="Save", exact=True).click()
    expect(forgiving.get_by_role("alert")).to_contain_text("What you typed is kept")
    expect(forgiving.get_by_label("Name")).to_have_value("Caulk 5-5-5")
    forgiving.unroute_all()
    forgiving.get_by_role("button", name="Save", exact=True).click()
    expect(forgiving.get_by_role("heading", name="Caulk 5-5-5")).to_be_visible()


def test_two_windows_on_one_thing(forgiving: Page, slip_page: Page) -> None:
    """The second to save is told; what it typed stays, and saving again is a choice."""
    for page in (slip_page, forgiving):
        page.get_by_role("link", name="Shed").click()
        page.get_by_role("button", name="tin mug").click()
    slip_page.get_by_label("Holds", exact=True).fill("190")
    slip_page.get_by_role("button", name="Save", exact=True).click()
    expect(slip_page.get_by_text("190 mL")).to_be_visible()
    forgiving.get_by_label("Holds", exact=True).fill("200")
    forgiving.get_by_role("button", name="Save", exact=True).click()
    both = forgiving.get_by_role("alert")
    expect(both.get_by_role("row", name=re.compile("200 mL"))).to_contain_text("190 mL")
    assert scoop(forgiving)["volume"]["value"] == 190  # nothing of either is lost yet
    both.get_by_role("radio", name="200 mL").check()
    with forgiving.expect_response(re.compile("/scoops/")):
        both.get_by_role("button", name="Save what is chosen").click()
    expect(forgiving.get_by_role("alert")).to_have_count(0)
    assert scoop(forgiving)["volume"]["value"] == 200


def test_a_feed_is_ticked_by_keyboard_alone(slip_page: Page) -> None:
    before = len(feeds(slip_page))
    done = slip_page.get_by_role("button", name="Done", exact=True).first
    for _ in range(40):
        slip_page.keyboard.press("Tab")
        if done.evaluate("element => element === document.activeElement"):
            break
    outline = done.evaluate("element => getComputedStyle(element).outlineStyle")
    assert outline != "none"  # the focus is seen
    slip_page.keyboard.press("Enter")
    expect(slip_page.get_by_text("fed today")).to_be_visible()
    assert len(feeds(slip_page)) == before + 1


def test_the_strip_and_the_plot_answer_the_keyboard(slip_page: Page) -> None:
    slip_page.get_by_role("link", name="Season").click()
    lane = slip_page.get_by_role("button", name=re.compile("^Leek"))
    lane.focus()
    slip_page.keyboard.press("Enter")
    expect(slip_page.get_by_role("region", name=re.compile("Leek"))).to_be_visible()
    slip_page.get_by_role("link", name="Plot").click()
    slip_page.get_by_role("button", name=re.compile("^Winch oval")).focus()
    slip_page.keyboard.press(" ")
    expect(slip_page.get_by_role("heading", name="Winch oval")).to_be_visible()


def test_with_one_thumb(slip_page: Page) -> None:
    """On a phone every view is one tap away, and what is pressed is big enough for a thumb."""
    slip_page.set_viewport_size(PHONE)
    for view in ("Plot", "Soil", "Shed", "Season", "Today"):
        link = slip_page.get_by_role("navigation", name="Views").get_by_role("link", name=view)
        box = link.bounding_box()
        assert box
        assert box["y"] > 740  # at the thumb, at the lower edge
        assert min(box["width"], box["height"]) >= 44
        link.click()
    done = slip_page.get_by_role("button", name="Done", exact=True).first.bounding_box()
    assert done
    assert done["height"] >= 38
    slip_page.get_by_role("link", name="Shed").click()
    slip_page.get_by_role("button", name="Type one in").click()
    expect(slip_page.get_by_label("Name")).to_be_in_viewport()  # the form comes to the thumb


def test_evening_is_remembered(slip_page: Page) -> None:
    def paper() -> str:
        script = "getComputedStyle(document.body).backgroundColor"
        found: str = slip_page.evaluate(script)
        return found

    day = paper()
    slip_page.get_by_role("button", name="Evening").click()
    evening = paper()
    assert evening != day
    slip_page.reload()
    slip_page.get_by_role("heading", level=1).wait_for()
    assert paper() == evening


def test_a_backup_that_cannot_be_relied_on_is_said(slip_page: Page, services: Services) -> None:
    expect(slip_page.get_by_text("does not restore as it should")).to_have_count(0)
    services.watch.backup = "unproven"
    slip_page.reload()
    expect(slip_page.get_by_text("does not restore as it should")).to_be_visible()
