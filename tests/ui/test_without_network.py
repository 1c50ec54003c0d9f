"""A page that was opened once opens again without a network, and says how old it is."""

import re
import shutil
from collections.abc import Iterator
from datetime import UTC, datetime
from pathlib import Path

import pytest
from playwright.sync_api import Browser, BrowserContext, Page, Route, expect
from sqlalchemy import Engine
from sqlalchemy.orm import Session

from eznel import demo
from eznel.api.app import create_app
from eznel.api.services import Services
from eznel.core.document import GardenFile
from eznel.store import gardens
from running import UI, served
from ui.conftest import DESK, PATIENCE_MS
from ui.picking import opened
from ui.test_hardship import feeds
from ui.test_keeping_ticks import tick

SILENT = re.compile("Eznel has not answered since")
KEPT = """
async () => {
  const kept = await caches.open('eznel-answers')
  return (await kept.keys()).map((one) => new URL(one.url).pathname)
}
"""


def watered(page: Page) -> list[dict[str, object]]:
    origin = page.url.split("/g/")[0]
    whole = page.request.get(f"{origin}/api/gardens/{demo.SLIP}").json()
    found: list[dict[str, object]] = whole["file"]["log"]["watered"]
    return found


def keeping(browser: Browser) -> BrowserContext:
    """A window whose page is kept by its service worker."""
    context = browser.new_context(
        viewport=DESK, locale="en-GB", timezone_id="Etc/UTC", reduced_motion="reduce"
    )
    context.set_default_timeout(PATIENCE_MS)
    return context


def kept(page: Page, last: str) -> None:
    """Wait until an address is kept: what was taken along in quiet too."""
    for _ in range(200):
        if any(path.endswith(last) for path in page.evaluate(KEPT)):
            return
        page.wait_for_timeout(100)
    raise AssertionError(f"{last} was not kept")


@pytest.fixture
def garden_url(address: str, engine: Engine, slip: GardenFile) -> str:
    with Session(engine) as session:
        gardens.replace(session, slip, based_on=0, who="demo", check=lambda file: None)
    return f"{address}/g/{demo.SLIP}"


@pytest.fixture
def page(browser: Browser, garden_url: str) -> Iterator[Page]:
    """The demo garden on Today, kept with the list and the workings of the next days."""
    context = keeping(browser)
    page = context.new_page()
    page.goto(f"{garden_url}/today")
    page.get_by_role("heading", level=1).wait_for()
    kept(page, "/shed/list")
    yield page
    context.close()


def test_today_opens_again_with_its_ticks_and_its_workings(page: Page) -> None:
    before = len(feeds(page))
    page.context.set_offline(True)
    page.reload()
    expect(page.get_by_text(SILENT)).to_be_visible()
    expect(page.get_by_text("You see it as of")).to_be_visible()
    tick(page)
    expect(page.get_by_text("waits in this browser")).to_be_visible()
    page.reload()
    expect(page.get_by_text("waits in this browser")).to_be_visible()
    opened(page, "Cucumber").locator(".why").first.click()
    drawer = page.get_by_role("dialog")
    expect(drawer).to_contain_text("How")
    expect(drawer).to_contain_text("=")  # the formula with its numbers
    page.keyboard.press("Escape")
    page.context.set_offline(False)
    expect(page.get_by_text(SILENT)).to_have_count(0)
    expect(page.get_by_text("waits in this browser")).to_have_count(0)
    assert len(feeds(page)) == before + 1


def test_the_list_to_take_along_opens_without_having_been_opened(
    page: Page, garden_url: str
) -> None:
    page.context.set_offline(True)
    page.goto(f"{garden_url}/shed?page=buy")
    box = page.get_by_role("region", name="One list").get_by_role("checkbox").first
    box.check()
    page.reload()
    expect(box).to_be_checked()


def test_what_may_not_be_kept_is_dropped_and_that_is_said(page: Page) -> None:
    page.locator(".garden-name").click()
    switch = page.get_by_role("switch", name="Open this garden without a network too")
    switch.click()
    expect(switch).not_to_be_checked()
    page.reload()
    page.get_by_role("heading", level=1).wait_for()
    page.wait_for_load_state("networkidle")
    assert not [path for path in page.evaluate(KEPT) if str(demo.SLIP) in path]
    page.context.set_offline(True)
    page.reload()
    expect(page.get_by_text("This garden is not kept in this browser")).to_be_visible()
    page.context.set_offline(False)
    page.get_by_role("heading", level=1, name=re.compile("feed")).wait_for()


def test_nobody_waits_for_a_network_that_is_there_and_does_not_answer(page: Page) -> None:
    """The server's side stays silent for longer than anybody stands before a tick."""
    held: list[Route] = []
    page.context.route(re.compile("/feeds/"), lambda route: held.append(route))
    tick(page)
    expect(page.get_by_text("kept here, and recorded when Eznel answers")).to_be_visible()
    before = len(feeds(page))
    held[0].continue_()
    expect(page.get_by_text("fed today")).to_be_visible()
    assert len(feeds(page)) == before + 1


def test_what_waits_outlives_the_browser_and_a_wrong_clock(
    browser: Browser, garden_url: str, tmp_path: Path
) -> None:
    """Closed and opened again without a network, its clock two years off."""
    options = {
        "user_data_dir": tmp_path, "executable_path": "/usr/bin/chromium", "viewport": DESK,
        "args": ["--no-sandbox", "--disable-background-networking"],
        "locale": "en-GB", "reduced_motion": "reduce",
    }  # fmt: skip
    start = browser.browser_type.launch_persistent_context
    first = start(**options)  # type: ignore[arg-type]
    page = first.new_page()
    page.goto(f"{garden_url}/today")
    page.get_by_role("heading", level=1).wait_for()
    kept(page, "/shed/list")
    before = len(feeds(page))
    first.close()

    second = start(**options, offline=True)  # type: ignore[arg-type]
    page = second.new_page()
    page.clock.set_fixed_time(datetime(2031, 1, 1, tzinfo=UTC))
    page.goto(f"{garden_url}/today")
    tick(page)
    expect(page.get_by_text("waits in this browser")).to_be_visible()
    second.close()

    third = start(**options)  # type: ignore[arg-type]
    page = third.new_page()
    page.goto(f"{garden_url}/today")
    expect(page.get_by_text("fed today")).to_be_visible()
    assert len(feeds(page)) == before + 1
    assert feeds(page)[-1]["on"] == demo.STANDS_ON.isoformat()  # the garden's day, not the clock's
    third.close()


def test_several_ticks_of_one_press_wait_each_by_itself(page: Page) -> None:
    page.get_by_role("button", name="A week on").click()
    button = page.get_by_role("button", name=re.compile("^All . were watered")).first
    expect(button).to_be_visible()
    count, before = int(button.inner_text().split()[1]), len(watered(page))
    page.context.set_offline(True)
    button.click()
    expect(page.get_by_text(f"{count} changes wait in this browser")).to_be_visible()
    expect(page.get_by_text("Kept in this browser until Eznel answers.").first).to_be_attached()
    page.context.set_offline(False)
    expect(page.get_by_text("in this browser")).to_have_count(0)
    assert len(watered(page)) == before + count


def test_a_newer_page_is_said_and_loaded_without_losing_what_is_typed(
    browser: Browser, services: Services, engine: Engine, slip: GardenFile, tmp_path: Path
) -> None:
    ui = shutil.copytree(UI, tmp_path / "ui")
    with Session(engine) as session:
        gardens.replace(session, slip, based_on=0, who="demo", check=lambda file: None)
    with served(create_app(services, ui)) as at:
        page = keeping(browser).new_page()
        page.goto(f"{at}/g/{demo.SLIP}/shed")
        kept(page, "/plan")
        page.get_by_role("button", name="Type one in").click()
        page.get_by_label("Name", exact=True).fill("Half a name")
        with (ui / "sw.js").open("a") as worker:
            worker.write("// another release")
        page.evaluate("navigator.serviceWorker.getRegistration().then((one) => one.update())")
        page.get_by_role("button", name="Load it").click()
        expect(page.get_by_role("button", name="Load it")).to_have_count(0)
        expect(page.get_by_label("Name", exact=True)).to_have_value("Half a name")
        page.context.close()


def test_what_was_kept_and_has_arrived_is_changed_on_without_a_conflict(page: Page) -> None:
    """Typed while nobody answers, opened again, sent meanwhile, and saved once more."""
    origin, slow = page.url.split("/today")[0], re.compile("/scoops/")
    page.goto(f"{origin}/shed")
    held: list[Route] = []
    page.context.route(slow, lambda one: one.continue_() if held else held.append(one))
    called = page.get_by_label("Called")
    page.get_by_role("button", name=re.compile("tin mug")).last.click()
    called.fill("blue mug")
    page.get_by_role("button", name="Save", exact=True).click()
    page.get_by_role("button", name=re.compile("^blue mug")).click()
    with page.expect_response(slow):
        held[0].continue_()
    called.fill("red mug")
    page.get_by_role("button", name="Save", exact=True).click()
    expect(called).to_have_count(0)
    whole = page.request.get(f"{origin.replace('/g/', '/api/gardens/')}").json()
    assert "red mug" in {one["name"] for one in whole["file"]["garden"]["scoops"]}
