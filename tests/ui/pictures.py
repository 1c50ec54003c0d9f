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
from eznel.api.world import World
from eznel.clock import today
from eznel.store import database, gardens
from eznel.store.server import PrivateServer, free_port

INTO = Path("docs/screenshots")
DESK, PHONE = (1280, 800), (390, 844)


def choose_tomatoes(page: Page) -> None:
    page.get_by_role("button", name=re.compile("^Tomato")).click()


def open_working(page: Page) -> None:
    page.get_by_role("button", name=re.compile("69 g")).click()
    page.get_by_text("How 69.3 g came about").wait_for()


PICTURES = [
    ("today", "today", DESK, None),
    ("plot", "plot", DESK, None),
    ("soil", "soil", DESK, None),
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
        database.migrate(engine)
        world = World(engine, catalogue.load(), today)
        with Session(engine) as session:
            file = demo.garden_file(world.catalogue)
            gardens.replace(session, file, based_on=0, who="demo", check=lambda file: None)
        port = free_port()
        app = create_app(world, Path(os.environ["EZNEL_TEST_UI"]))
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
            page = browser.new_context(viewport=size, locale="en-GB").new_page()
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
