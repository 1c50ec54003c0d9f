"""A real browser on the whole application."""

import os
import time
from collections import Counter
from collections.abc import Callable, Iterator
from typing import Any
from weakref import WeakKeyDictionary

import pytest
from fastapi import FastAPI
from playwright.sync_api import (
    Browser,
    BrowserContext,
    Locator,
    Page,
    ViewportSize,
    expect,
    sync_playwright,
)
from sqlalchemy import Engine
from sqlalchemy.orm import Session

from eznel import demo
from eznel.api.app import create_app
from eznel.api.services import Services
from eznel.core.document import GardenFile
from eznel.store import gardens
from running import UI, served, settled

DESK: ViewportSize = {"width": 1280, "height": 800}
PHONE: ViewportSize = {"width": 390, "height": 844}

# A machine that is busy elsewhere may pause for seconds; nothing here is a test of speed.
PATIENCE_MS = int(os.environ.get("EZNEL_TEST_PATIENCE_MS", "40000"))
expect.set_options(timeout=PATIENCE_MS)


CALM_MS = 1000
"""What a press waits for answers that are under way, at most. [ms]"""

asked_by: WeakKeyDictionary[Page, Counter[str]] = WeakKeyDictionary()
"""What each page has asked for and not yet got."""

_click = Locator.click


def calm_click(pressed: Locator, **how: Any) -> None:
    """Press what stands still, as a hand does.

    An answer that arrives between pointing and pressing moves the page: Playwright then presses
    beside it and does not notice.
    """
    waiting, latest = asked_by.get(pressed.page, Counter()), time.monotonic() + CALM_MS / 1000
    while any(count > 0 for count in waiting.values()) and time.monotonic() < latest:
        pressed.page.wait_for_timeout(20)
    _click(pressed, **how)


@pytest.fixture(scope="session", autouse=True)
def calm() -> Iterator[None]:
    Locator.click = calm_click  # type: ignore[method-assign]
    yield
    Locator.click = _click  # type: ignore[method-assign]


def window(browser: Browser) -> BrowserContext:
    """A window of its own, without motion: a button that moves in takes a press and no click.

    No service worker stands between it and what a test puts in the way of its requests.
    """
    return browser.new_context(
        viewport=DESK, locale="en-GB", timezone_id="Etc/UTC", reduced_motion="reduce",
        service_workers="block",
    )  # fmt: skip


@pytest.fixture(scope="session")
def browser() -> Iterator[Browser]:
    with sync_playwright() as playwright:
        found = playwright.chromium.launch(
            executable_path="/usr/bin/chromium",
            # Pages live for seconds: to make their scripts quick takes longer than it saves.
            args=[
                "--no-sandbox",
                "--disable-background-networking",
                "--js-flags=--no-opt --no-maglev",
            ],
        )
        yield found
        found.close()


@pytest.fixture(scope="session")
def application() -> Iterator[tuple[FastAPI, str]]:
    """The whole application on one port for all tests, so that a browser keeps its scripts."""
    app = create_app(None, UI)
    with served(app) as found:
        yield app, found


@pytest.fixture
def address(application: tuple[FastAPI, str], services: Services) -> Iterator[str]:
    """Where the application is, with a store and plans of this test alone."""
    app, found = application
    app.state.services = services
    yield found
    settled(app)  # what a test did not wait for ends before the next begins


@pytest.fixture(scope="session")
def kept_window(browser: Browser) -> Iterator[BrowserContext]:
    """The window of most tests: its page goes from test to test, and its scripts stay compiled."""
    found = window(browser)
    yield found
    found.close()


@pytest.fixture(autouse=True)
def own_windows(browser: Browser, kept_window: BrowserContext) -> Iterator[None]:
    """Close what a test opened besides: pages that are left open go on asking."""
    yield
    for one in browser.contexts:
        if one is not kept_window:
            one.close()


@pytest.fixture
def page(kept_window: BrowserContext, address: str) -> Iterator[Page]:
    """A page that fails its test when anything goes wrong in it or leaves the machine."""
    page = next(iter(kept_window.pages), None) or kept_window.new_page()
    page.set_default_timeout(PATIENCE_MS)
    wrong: list[str] = []
    waiting = asked_by[page] = Counter()
    heard: dict[Any, Callable[[Any], object]] = {
        "pageerror": lambda error: wrong.append(str(error)),
        "console": lambda said: wrong.append(said.text) if said.type == "error" else None,
        "request": lambda asked: _asked(asked.url, address, waiting, wrong),
        "requestfinished": lambda asked: waiting.update({asked.url: -1}),
        "requestfailed": lambda asked: waiting.update({asked.url: -1}),
    }
    for what, hear in heard.items():
        page.on(what, hear)
    yield page
    # Shown where a test fails: what the page still waited for, and what stood on it.
    print("unanswered:", *(url for url, count in waiting.items() if count > 0))
    print("" if page.is_closed() else page.evaluate("document.body.innerText.slice(0, 2000)"))
    for what, hear in heard.items():
        page.remove_listener(what, hear)
    emptied(kept_window, page, address)
    # Refusals (422), conflicts (409), a store that is down (503) and a network that is cut are part
    # of the tests; the browser reports them all the same.
    expected = ("status of 409", "status of 422", "status of 503", "INTERNET_DISCONNECTED")
    assert [text for text in wrong if not any(status in text for status in expected)] == []


def _asked(url: str, address: str, waiting: Counter[str], wrong: list[str]) -> None:
    waiting.update({url: 1})
    if not url.startswith((address, "data:", "blob:")):
        wrong.append(f"left the machine: {url}")


def emptied(context: BrowserContext, page: Page, address: str) -> None:
    """Close the other pages of a window, leave this one, and drop all that was kept but scripts."""
    context.set_offline(False)
    context.unroute_all(behavior="ignoreErrors")
    for one in context.pages:
        if one is not page:
            one.close()
    if page.is_closed():
        return
    page.unroute_all(behavior="ignoreErrors")
    page.goto(f"{address}/healthz")  # of the same origin: it stays in its process
    page.evaluate("sessionStorage.clear()")
    page.set_viewport_size(DESK)
    session = context.new_cdp_session(page)
    session.send(
        "Storage.clearDataForOrigin",
        {"origin": address, "storageTypes": "cookies,local_storage,indexeddb,cache_storage"},
    )
    session.detach()


@pytest.fixture
def slip_shut(page: Page, address: str, engine: Engine, slip: GardenFile) -> Page:
    """The demo garden, of which nothing is open yet: for tests that begin in a view of theirs."""
    with Session(engine) as session:
        gardens.replace(session, slip, based_on=0, who="demo", check=lambda file: None)
    if not page.url.startswith(address):
        page.goto(f"{address}/healthz")
    return page


@pytest.fixture
def slip_page(slip_shut: Page, address: str) -> Page:
    """The demo garden on Today."""
    slip_shut.goto(f"{address}/g/{demo.SLIP}/today")
    slip_shut.get_by_role("heading", level=1).wait_for()
    return slip_shut
