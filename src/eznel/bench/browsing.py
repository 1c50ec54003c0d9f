"""What a real browser sees: the script it loads, and frames while a place is dragged."""

import gzip
from pathlib import Path

from playwright.sync_api import CDPSession, Page, Response, sync_playwright

from eznel import catalogue
from eznel.bench.garden import generated
from eznel.bench.rows import Row, percentile
from eznel.bench.serving import put, started

PLACES, PLANTS = 300, 2000
STEPS = 120

_COUNT = """() => {
  window.frames_ = []
  let last = performance.now()
  const step = (now) => { window.frames_.push(now - last); last = now; requestAnimationFrame(step) }
  requestAnimationFrame(step)
}"""


def rows(folder: Path, ui: Path) -> list[Row]:
    """Measure the script before Today, and frames while dragging among 300 places.

    Parameters
    ----------
    folder : Path
        An empty one.
    ui : Path
        Built interface.

    Returns
    -------
    list of Row
        Script, what the page works for a frame, and how far apart frames are. [kB, ms]
    """
    garden = generated(PLACES, catalogue.load(), plants=-(-PLANTS // PLACES))
    with started(folder / "var", ui) as app, sync_playwright() as playwright:
        put(app, garden)
        browser = playwright.chromium.launch(
            executable_path="/usr/bin/chromium",
            args=[
                "--no-sandbox",
                "--disable-background-networking",
            ],
        )
        page = browser.new_page(viewport={"width": 1280, "height": 800})
        page.set_default_timeout(120_000)
        at = f"http://127.0.0.1:{app.port}/g/{garden.id}"
        script_kb = _script_kb(page, f"{at}/today")
        with page.expect_response("**/plan*"):  # what is still being planned is no drag's work
            page.goto(f"{at}/plot")
        page.wait_for_load_state("networkidle")
        work_ms, frames = _drag(page)
        browser.close()
    high, note = percentile(frames, 0.95), "drawn at 60 a second: 16.7 and no less"
    return [
        Row("script before Today is usable, gzip -9", script_kb, "kB", 350, 220),
        Row(f"the page's work for a step of a drag among {PLACES} places", work_ms, "ms", 16, 8),
        Row("  from frame to frame, 95th percentile", high, "ms", 33, 20, note),
    ]


def _script_kb(page: Page, address: str) -> float:
    """Everything that ran before Today showed its first heading."""
    loaded: list[bytes] = []

    def keep(response: Response) -> None:
        if response.url.endswith(".js"):
            loaded.append(response.body())

    page.on("response", keep)
    page.goto(address)
    page.get_by_role("heading", level=1).wait_for()
    page.remove_listener("response", keep)  # what is fetched ahead may end in the next page
    return sum(len(gzip.compress(text, 9)) for text in loaded) / 1000


def _drag(page: Page) -> tuple[float, list[float]]:
    """What a step takes of the page's thread, layout and painting too; how far apart frames are.

    A browser without a graphics card keeps to 60 frames a second whatever it is told, so that their
    distance says when one was missed, not how long it took.
    """
    place = page.get_by_role("button", name="place 45", exact=False).first
    place.focus()
    page.keyboard.press("Enter")
    box = place.locator("rect, ellipse, path, polygon").first.bounding_box()
    assert box
    x, y = box["x"] + box["width"] / 2, box["y"] + box["height"] / 2
    page.evaluate(_COUNT)
    page.mouse.move(x, y)
    page.mouse.down()
    page.evaluate("() => { window.frames_.length = 0 }")
    session = page.context.new_cdp_session(page)
    session.send("Performance.enable", {"timeDomain": "threadTicks"})
    began_ms = _worked_ms(session)
    for n in range(STEPS):
        page.mouse.move(x + n % 60, y + n % 40)
    frames: list[float] = page.evaluate("() => window.frames_")
    work_ms = (_worked_ms(session) - began_ms) / STEPS
    page.mouse.up()
    return work_ms, frames


def _worked_ms(session: CDPSession) -> float:
    """What the page's thread has worked since it is looked at."""
    found = session.send("Performance.getMetrics")["metrics"]
    return 1000 * next(float(one["value"]) for one in found if one["name"] == "TaskDuration")
