"""A tick is never dropped in silence: offline, without storage, with a full or a damaged one."""

import re

import pytest
from playwright.sync_api import Browser, Page, Route, expect
from sqlalchemy import Engine

from ui.conftest import window
from ui.test_hardship import feeds

BLOCKED = """
Object.defineProperty(window, 'localStorage', { get() { throw new Error('blocked') } })
"""
FULL = """
const set = Storage.prototype.setItem
Storage.prototype.setItem = function (name, value) {
  if (name === 'eznel.outbox' && value !== '[]') throw new DOMException('full')
  return set.call(this, name, value)
}
"""
DAMAGED = "localStorage.setItem('eznel.outbox', '[{\"id\": 3}, not JSON')"


def another(browser: Browser, at: str, script: str = "") -> Page:
    """A window of its own, where failed requests are part of the test."""
    context = window(browser)
    if script:
        context.add_init_script(script)
    page = context.new_page()
    page.goto(at)
    page.get_by_role("heading", level=1).wait_for()
    return page


def tick(page: Page) -> None:
    card = page.get_by_role("article", name=re.compile("Leek"))
    card.get_by_role("button", name="Done", exact=True).click()


@pytest.mark.parametrize("script", [BLOCKED, FULL], ids=["blocked", "full"])
def test_without_storage_a_tick_is_sent_all_the_same(
    script: str, browser: Browser, slip_page: Page
) -> None:
    before = len(feeds(slip_page))
    page = another(browser, slip_page.url, script)
    tick(page)
    expect(page.get_by_text("fed today")).to_be_visible()
    assert len(feeds(slip_page)) == before + 1
    page.context.close()


@pytest.mark.parametrize("script", [BLOCKED, FULL], ids=["blocked", "full"])
def test_what_cannot_be_kept_is_said_and_sent_when_somebody_answers(
    script: str, browser: Browser, slip_page: Page
) -> None:
    before = len(feeds(slip_page))
    page = another(browser, slip_page.url, script)
    page.route(re.compile("/feeds/"), lambda route: route.abort())
    tick(page)
    expect(page.get_by_text("waits in this page alone")).to_be_visible()
    assert len(feeds(slip_page)) == before
    page.unroute_all()
    page.get_by_role("button", name="Try now").click()
    expect(page.get_by_text("waits in this page alone")).to_have_count(0)
    assert len(feeds(slip_page)) == before + 1
    page.context.close()


def test_a_tick_made_offline_is_in_the_outbox_and_outlives_the_page(
    browser: Browser, slip_page: Page
) -> None:
    before = len(feeds(slip_page))
    page = another(browser, slip_page.url)
    page.context.set_offline(True)  # the browser knows that it is offline
    tick(page)
    expect(page.get_by_text("waits in this browser")).to_be_visible()
    assert "outcome" in page.evaluate("localStorage.getItem('eznel.outbox')")
    page.close()
    later = page.context.new_page()
    page.context.set_offline(False)
    later.goto(slip_page.url)
    expect(later.get_by_text("fed today")).to_be_visible()
    assert len(feeds(slip_page)) == before + 1
    page.context.close()


def test_a_damaged_outbox_is_set_aside_and_said(browser: Browser, slip_page: Page) -> None:
    page = another(browser, slip_page.url)
    page.evaluate(DAMAGED)
    page.reload()
    page.get_by_role("heading", level=1).wait_for()
    expect(page.get_by_text("could not be read")).to_be_visible()
    assert "not JSON" in page.evaluate("localStorage.getItem('eznel.outbox.damaged')")
    page.get_by_role("status").get_by_role("button", name="Discard").click()
    expect(page.get_by_text("could not be read")).to_have_count(0)
    before = len(feeds(slip_page))
    tick(page)
    expect(page.get_by_text("fed today")).to_be_visible()
    assert len(feeds(slip_page)) == before + 1
    page.context.close()


def test_no_save_while_a_field_is_wrong(slip_page: Page) -> None:
    slip_page.get_by_role("link", name="Shed").click()
    slip_page.get_by_role("button", name="tin mug").click()
    holds = slip_page.get_by_label("Holds", exact=True)
    holds.fill("27")
    holds.fill("12 feet")
    expect(slip_page.get_by_text("This is not a number.")).to_be_visible()
    sent: list[str] = []
    slip_page.on("request", lambda asked: sent.append(asked.url) if asked.method == "PUT" else None)
    slip_page.get_by_role("button", name="Save", exact=True).click()
    expect(holds).to_be_focused()  # what is wrong is brought into view
    assert sent == []
    holds.fill("28")
    slip_page.get_by_role("button", name="Save", exact=True).click()
    expect(slip_page.get_by_text("28 mL")).to_be_visible()


def test_a_mistake_of_the_server_is_not_called_a_changed_number(
    browser: Browser, slip_page: Page
) -> None:
    page = another(browser, slip_page.url)

    def broken(route: Route) -> None:
        route.fulfill(status=500, body="{}")

    page.route(re.compile("/why/"), broken)
    page.goto(slip_page.url.replace("/today", "/soil"))
    page.get_by_role("heading", level=1).wait_for()
    page.get_by_role("button", name=re.compile(r"\d g")).first.click()
    drawer = page.get_by_role("dialog")
    expect(drawer).to_contain_text("made a mistake")
    expect(drawer.get_by_text("has changed")).to_have_count(0)
    page.unroute_all()
    drawer.get_by_role("button", name="Try again").click()
    expect(drawer.locator(".working-steps")).to_be_visible()
    page.context.close()


def test_what_breaks_the_rules_is_named_and_can_be_removed(slip_page: Page, engine: Engine) -> None:
    with engine.begin() as connection:
        connection.exec_driver_sql(
            'UPDATE feature SET width = \'{"value": -1, "unit": "m"}\' ORDER BY id LIMIT 1'
        )
        connection.exec_driver_sql("UPDATE garden SET revision = revision + 1")
    slip_page.reload()
    banner = slip_page.get_by_role("status").filter(has_text="breaks its rules")
    expect(banner).to_contain_text("path or wall")
    expect(banner).to_contain_text("must be 0 or more")
    banner.get_by_role("button", name="Remove it").click()
    expect(banner).to_have_count(0)
