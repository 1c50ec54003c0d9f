"""Take the pictures in docs/screenshots/ anew, from the demo garden: ./eznel pictures."""

import os
import re
import tempfile
import threading
import time
from pathlib import Path

import uvicorn
from playwright.sync_api import Page, sync_playwright
from sqlalchemy.orm import Session

from eznel import catalogue, demo
from eznel.api.app import create_app
from eznel.api.services import Services
from eznel.clock import today
from eznel.serve import free_port
from eznel.store import database, gardens
from eznel.store.server import PrivateServer
from ui.picking import pick

INTO = Path("docs/screenshots")
DESK, PHONE = (1280, 800), (390, 844)


def choose_tomatoes(page: Page) -> None:
    page.get_by_role("button", name=re.compile("^Tomato")).press("Enter")


def open_working(page: Page) -> None:
    page.get_by_role("button", name=re.compile(r"^6[.,]9 g")).click()
    page.get_by_text("How 6.93 g came about").wait_for()


def hold_plants(page: Page) -> None:
    page.get_by_role("button", name="Next").click()
    for one in ("Bed, 2.4", "Bucket, 10 L", "Bucket, 10 L", "Pot, 30 cm"):
        page.get_by_role("button", name=f"One more: {one}").click()


def compare_programmes(page: Page) -> None:
    choose_tomatoes(page)
    page.get_by_role("button", name="Programmes side by side").click()
    page.get_by_role("listitem").filter(has_text="Little and often").first.wait_for()


def ask_when_to_sow(page: Page) -> None:
    page.get_by_role("button", name="When to sow").click()
    drawer = page.get_by_role("dialog")
    pick(drawer, "Crop", "Lettuce")
    drawer.get_by_label("More sowings after it").fill("3")
    drawer.get_by_role("button", name="Plan this one").nth(2).wait_for()


def show_working(page: Page) -> None:
    page.get_by_text("How this came about").click()


def compare_for_tomatoes(page: Page) -> None:
    page.locator(".contender").nth(2).wait_for()


LABEL = """Bollard Tomato Feed
NPK FERTILISER SOLUTION 4-3-8
Nitrogen (N) total 4.0%
Phosphorus pentoxide (P2O5) soluble in water 3.0% (1.3% P)
Potassium oxide (K2O) soluble in water 8?%
Contains the natural goodness of the tides
Dilute one capful (20 ml) in 4.5 litres of water. Feed weekly.
1 litre e"""


def read_a_label(page: Page) -> None:
    page.get_by_role("button", name="Read a label").click()
    page.get_by_label("What the bag says").fill(LABEL)
    page.get_by_role("button", name="Check it and save it").wait_for()


def look_at_tomatoes(page: Page) -> None:
    page.get_by_role("button", name=re.compile("^Tomato")).click()
    page.get_by_role("button", name="Fruit's end", exact=True).click()
    page.get_by_label("Sunken, brown to black, dry as leather").check()
    page.get_by_role("group", name="The check that would tell").wait_for()
    page.get_by_role("tab", name="Look").scroll_into_view_if_needed()


def read_german(page: Page) -> None:
    page.get_by_role("button", name="Skerrin Slip").click()
    page.get_by_label("Language").select_option("de")
    page.get_by_role("heading", name="Heute sind 3 Gaben fällig").wait_for()


PASTED = """Tidewrack Soil Laboratory
Report on: Port strip
Sampled: 2 June 2026
Soil pH (water)   5.8
Buffer pH (Mehlich)   6.4
Phosphorus (P), Mehlich-3   112 ppm   Very high
Potassium   90 ppm; Magnesium 58 ppm
Organic Matter 3.3 %
Zinc <0.5 mg/kg (DTPA)
With kind regards
"""


def choose_port_strip(page: Page) -> None:
    page.get_by_role("button", name=re.compile("^Port strip")).click()
    page.get_by_text("Lime to pH").wait_for()


def compare_schools(page: Page) -> None:
    page.get_by_role("button", name=re.compile("^Starboard strip")).click()
    page.get_by_text("Schools", exact=True).click()
    page.get_by_role("radiogroup", name="School (how a test is read)").wait_for()


def read_a_report(page: Page) -> None:
    page.get_by_role("button", name="Read a file").click()
    page.get_by_label("Or paste the report’s text").fill(PASTED)
    page.get_by_role("button", name="Read it", exact=True).click()
    page.get_by_role("button", name="Save this test").wait_for()


PICTURES = [
    ("soil-schools", "soil", DESK, compare_schools),
    ("soil-reading", "soil", DESK, read_a_report),
    ("today", "today", DESK, None),
    ("book-look", "book?page=look", DESK, look_at_tomatoes),
    ("today-german", "today", DESK, read_german),
    ("begin", "../../new", DESK, hold_plants),
    ("shed-compare", "shed?page=compare", DESK, compare_for_tomatoes),
    ("shed-label", "shed", DESK, read_a_label),
    (
        "sum",
        "../../sum?of=strength&counted_pct=20&into_l=9 L&own_mg_l=20&feed_mg_l=200",
        DESK,
        show_working,
    ),
    ("season-programmes", "season", DESK, compare_programmes),
    ("season-sowing", "season", DESK, ask_when_to_sow),
    ("book", "book", DESK, None),
    ("plot-phone", "plot", PHONE, None),
    ("plot", "plot", DESK, None),
    ("soil", "soil", DESK, choose_port_strip),
    ("shed", "shed", DESK, None),
    ("season", "season", DESK, choose_tomatoes),
    ("working", "soil", DESK, open_working),
    ("today-phone", "today", PHONE, None),
]


def main() -> None:
    """Start everything on a throwaway database, and look."""
    with tempfile.TemporaryDirectory() as folder:
        server = PrivateServer(Path(folder))
        server.start()
        engine = database.connect(server.url)
        database.migrate(engine, Path(folder))
        services = Services(engine, catalogue.load(), today)
        with Session(engine) as session:
            file = demo.garden_file()
            gardens.replace(session, file, based_on=0, who="demo", check=lambda file: None)
        port = free_port()
        app = create_app(services, Path(os.environ["EZNEL_TEST_UI"]))
        running = uvicorn.Server(uvicorn.Config(app, port=port, log_level="error"))
        threading.Thread(target=running.run, daemon=True).start()
        while not running.started:
            time.sleep(0.05)
        take(f"http://127.0.0.1:{port}/g/{demo.SLIP}")
        running.should_exit = True
        engine.dispose()
        server.stop()


def take(address: str) -> None:
    """Take each picture in a window of its own."""
    with sync_playwright() as playwright:
        browser = playwright.chromium.launch(
            executable_path="/usr/bin/chromium",
            args=["--no-sandbox", "--disable-background-networking"],
        )
        for name, view, (width, height), act in PICTURES:
            size = {"width": width, "height": height}
            page = browser.new_context(
                viewport=size, locale="en-GB", service_workers="block"
            ).new_page()
            page.goto(f"{address}/{view}")
            page.wait_for_load_state("networkidle")
            if act:
                act(page)
            page.wait_for_timeout(700)
            page.screenshot(path=INTO / f"{name}.png")
            print(INTO / f"{name}.png")
        browser.close()


if __name__ == "__main__":
    main()
