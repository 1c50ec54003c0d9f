"""Taken back and done again, also after a reload; typed and kept where nobody answers."""

import re
from typing import Any
from uuid import uuid4

from playwright.sync_api import Page, expect

from eznel import demo
from ui.conftest import PHONE


def read(page: Page, path: str = "") -> Any:
    origin = page.url.split("/g/")[0]
    return page.request.get(f"{origin}/api/gardens/{demo.SLIP}{path}").json()


def mug(page: Page) -> float:
    scoops = read(page)["file"]["garden"]["scoops"]
    return float(next(one for one in scoops if one["name"] == "tin mug")["volume"]["value"])


def hold(page: Page, millilitres: str) -> None:
    page.get_by_role("link", name="Shed").click()
    page.get_by_role("button", name="tin mug").click()
    page.get_by_label("Holds", exact=True).fill(millilitres)
    page.get_by_role("button", name="Save", exact=True).click()
    expect(page.get_by_text(f"{millilitres} mL")).to_be_visible()


def test_undo_and_redo_after_a_reload(slip_page: Page) -> None:
    undo, redo = (slip_page.get_by_role("button", name=name) for name in ("Undo", "Redo"))
    hold(slip_page, "190")
    slip_page.reload()
    expect(redo).to_be_disabled()
    undo.click()
    expect(slip_page.get_by_text("Taken back: scoop tin mug · changed")).to_be_visible()
    assert mug(slip_page) == 180
    slip_page.reload()
    redo.click()
    expect(slip_page.get_by_text("Done again: scoop tin mug · changed")).to_be_visible()
    assert mug(slip_page) == 190
    slip_page.keyboard.press("Control+z")
    expect(redo).to_be_enabled()
    assert mug(slip_page) == 180


def test_the_history_of_one_thing(slip_page: Page) -> None:
    hold(slip_page, "190")
    slip_page.get_by_role("link", name="Soil").click()
    slip_page.get_by_role("button", name="History").click()
    drawer = slip_page.get_by_role("dialog")
    expect(drawer).not_to_contain_text("tin mug")  # only what was changed about this test
    slip_page.keyboard.press("Escape")
    slip_page.get_by_role("button", name="Skerrin Slip").click()
    slip_page.get_by_role("button", name="Everything that was changed").click()
    whole = slip_page.get_by_role("dialog").last
    expect(whole).to_contain_text("scoop tin mug · changed")
    whole.get_by_role("button", name="Take it back").first.click()
    expect(whole.get_by_role("button", name="Do it again")).to_be_visible()
    assert mug(slip_page) == 180


def test_what_came_together_goes_together(slip_page: Page) -> None:
    scoop = next(s for s in read(slip_page)["file"]["garden"]["scoops"] if s["name"] == "tin mug")
    origin = slip_page.url.split("/g/")[0]
    two = [{**scoop, "id": str(uuid4()), "name": name} for name in ("blue mug", "green mug")]
    sent = slip_page.request.post(f"{origin}/api/gardens/{demo.SLIP}/scoops", data=two)
    assert sent.ok, sent.text()

    def names() -> set[str]:
        return {s["name"] for s in read(slip_page)["file"]["garden"]["scoops"]}

    assert names() >= {"blue mug", "green mug"}
    slip_page.reload()
    slip_page.get_by_role("button", name="Skerrin Slip").click()
    slip_page.get_by_role("button", name="Everything that was changed").click()
    whole = slip_page.get_by_role("dialog").last
    whole.get_by_role("button", name="Take all 2 back").first.click()
    expect(whole.get_by_role("button", name="Do all 2 again").first).to_be_visible()
    assert not names() & {"blue mug", "green mug"}
    whole.get_by_role("button", name="Do all 2 again").first.click()
    expect(whole.get_by_role("button", name="Do all 2 again")).to_have_count(0)
    assert names() >= {"blue mug", "green mug"}


def test_ticked_and_typed_without_a_connection(slip_page: Page) -> None:
    """A loaded page keeps the plan; what is done there is sent once when it is back."""
    slip_page.set_viewport_size(PHONE)
    before = len(read(slip_page)["file"]["log"]["feeds"])
    sent: list[str] = []
    slip_page.on("request", lambda asked: sent.append(asked.url) if asked.method == "PUT" else None)
    slip_page.route("**/api/**", lambda route: route.fulfill(status=503, body="{}"))
    slip_page.get_by_role("button", name="Done", exact=True).first.click()
    expect(slip_page.get_by_text("Eznel does not answer.")).to_be_visible()
    expect(slip_page.get_by_text("One change waits")).to_be_visible()
    expect(slip_page.get_by_role("article", name=re.compile("Cucumber"))).to_be_visible()
    slip_page.unroute_all()
    waiting = len(sent)
    assert waiting >= 1
    slip_page.get_by_role("button", name="Try now").click()
    expect(slip_page.get_by_text("One change waits")).to_have_count(0)
    assert len(read(slip_page)["file"]["log"]["feeds"]) == before + 1
    feeds = [
        change for change in read(slip_page, "/journal")["changes"] if change["kind"] == "feeds"
    ]
    assert len(feeds) == 1
    slip_page.reload()
    slip_page.get_by_role("heading", level=1).wait_for()
    assert len(read(slip_page)["file"]["log"]["feeds"]) == before + 1


def test_what_was_typed_survives_a_reload(slip_page: Page) -> None:
    slip_page.get_by_role("link", name="Shed").click()
    slip_page.get_by_role("button", name="Type one in").click()
    slip_page.get_by_label("Name").fill("Oakum 4-4-4")
    slip_page.get_by_label("N, %", exact=True).fill("4")
    slip_page.reload()
    expect(slip_page.get_by_label("Name")).to_have_value("Oakum 4-4-4")
    expect(slip_page.get_by_label("N, %", exact=True)).to_have_value("4")
    slip_page.get_by_role("button", name="Save", exact=True).click()
    expect(slip_page.get_by_role("heading", name="Oakum 4-4-4")).to_be_visible()


def test_two_windows_on_two_fields_merge(slip_page: Page) -> None:
    """The name here, the volume there: both are kept, and nobody is asked."""
    slip_page.get_by_role("link", name="Shed").click()
    slip_page.get_by_role("button", name="tin mug").click()
    slip_page.get_by_label("Holds", exact=True).fill("200")
    scoop = next(s for s in read(slip_page)["file"]["garden"]["scoops"] if s["name"] == "tin mug")
    origin = slip_page.url.split("/g/")[0]
    elsewhere = slip_page.request.put(
        f"{origin}/api/gardens/{demo.SLIP}/scoops/{scoop['id']}?based_on=1",
        data={**scoop, "name": "blue mug"},
    )
    assert elsewhere.ok
    slip_page.get_by_role("button", name="Save", exact=True).click()
    expect(slip_page.get_by_role("button", name="blue mug")).to_be_visible()
    merged = next(s for s in read(slip_page)["file"]["garden"]["scoops"] if s["name"] == "blue mug")
    assert merged["volume"]["value"] == 200
