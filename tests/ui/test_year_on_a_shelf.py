"""A hundred and forty plants from seed to planting out, walked week by week in the browser."""

import re
from datetime import date, timedelta

import pytest
from playwright.sync_api import Page, expect
from sqlalchemy import Engine
from sqlalchemy.orm import Session

import gardens as small
from eznel import demo
from eznel.core.document import GardenFile
from eznel.store import gardens
from ui.test_views import read

BEGINS, WEEKS = date(2026, 3, 2), 17
SHELF = {"id": small.uid("shelf"), "name": "Sail loft", "kind": "bench",
         "length": small.measure(100, "cm"), "width": small.measure(50, "cm"),
         "levels": 2}  # fmt: skip
GROWN = (
    ("leek", "Long Mooring", 60, "2026-03-09", "2026-06-05"),
    ("kale", "Blackquay", 20, "2026-04-06", "2026-05-18"),
    ("lettuce", "Bilge", 36, "2026-04-06", "2026-05-11"),
    ("tomato", "Red Lantern", 14, "2026-03-16", "2026-06-08"),
    ("sweet_pepper", "Signal Flag", 10, "2026-03-09", "2026-06-12"),
)


@pytest.fixture
def loft(page: Page, address: str, engine: Engine, slip: GardenFile) -> Page:
    """A shelf of a square metre, beds for all, and nothing sown yet."""
    plantings = [
        small.planting(
            crop, crop, name=crop, variety=variety, plants=plants, sown_on=sown, planted_on=out,
            raising={"bench": SHELF["id"]},
        )
        for crop, variety, plants, sown, out in GROWN
    ]  # fmt: skip
    places = [small.bed(crop, length=9) for crop, *_ in GROWN]
    made = small.garden(
        places=places, plantings=plantings, benches=[SHELF], stands_on=BEGINS,
        id=str(demo.SLIP), site=slip.garden.site.model_dump(), name="Sail loft",
        preferences=small.with_jobs("sow_under_cover", "pot_on", "harden_off"),
    )  # fmt: skip
    with Session(engine) as session:
        gardens.replace(session, GardenFile(garden=made), based_on=0, who="t", check=lambda f: None)
    page.goto(f"{address}/g/{demo.SLIP}/season?ask=raising")
    page.get_by_role("dialog", name="Raising").wait_for()
    return page


def tick_all(page: Page, today: date) -> None:
    """Everything that is due besides feeding, one after the other."""
    for _ in range(12):
        due = [
            f"Done: {task['name']}, {planting['crop_name']} {planting['variety']}"
            for planting in read(page, "/plan")["plantings"]
            for task in planting["tasks"]
            if task["done"] is None and task["due_on"] <= today.isoformat()
        ]
        if not due:
            return
        # Nothing is ticked twice: the button is waited for until it has gone.
        done = page.get_by_role("button", name=due[0], exact=True)
        there = due.count(due[0])
        done.first.click()
        expect(done).to_have_count(there - 1)
    raise AssertionError(due)


def test_from_seed_to_planting_out(loft: Page) -> None:
    """140 plants do not fit: the room says who has none, before any is sown."""
    assert sum(plants for _, _, plants, _, _ in GROWN) == 140
    bench = loft.get_by_role("article", name="Sail loft")
    expect(bench.get_by_role("note").first).to_contain_text("no room")
    expect(bench).to_contain_text("What was tried")
    loft.goto(re.sub(r"/season.*$", "/today", loft.url))
    loft.get_by_role("heading", level=1).wait_for()
    today = BEGINS
    for _ in range(WEEKS):
        tick_all(loft, today)
        loft.get_by_role("button", name="A week on").click()
        today += timedelta(7)
        expect(loft.get_by_text(re.compile(rf"stands on {today.day} \w+"))).to_be_visible()
    log = read(loft)["file"]["log"]["tasks"]
    names = {small.uid(crop): crop for crop, *_ in GROWN}
    did: dict[str, list[str]] = {crop: [] for crop in names.values()}
    for one in log:
        did[names[one["planting"]]].append(one["task"])
    assert all(tasks.count("sow_under_cover") == 1 for tasks in did.values())
    assert all(tasks.count("harden_off") == 1 for tasks in did.values())
    # Cells of tomatoes and peppers fill weeks before they may go out; leeks stay in theirs.
    assert {crop for crop, tasks in did.items() if "pot_on" in tasks} >= {"tomato", "sweet_pepper"}
    assert "pot_on" not in did["leek"]
    late = [t for p in read(loft, "/plan")["plantings"] for t in p["tasks"] if t["done"] is None]
    assert late == []  # all are out
