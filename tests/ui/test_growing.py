"""How plants are grown, in a browser: varieties, raising, watering, tanks, stages, paper."""

import re
from pathlib import Path

from picking import opened, pick
from playwright.sync_api import Page, expect

from ui.test_views import go, read


def place(page: Page, name: str) -> None:
    go(page, "Plot")
    page.locator("[data-scale]").wait_for(state="attached")
    page.wait_for_load_state("networkidle")  # a view that still waits for its plan takes no keys
    page.get_by_role("button", name=re.compile(f"^{name}")).press("Enter")
    page.get_by_role("heading", name=name).wait_for()


def test_a_variety_is_described_once_and_counts(slip_page: Page) -> None:
    def first_picking() -> str:
        plan = read(slip_page, "/plan")
        found = next(p for p in plan["plantings"] if p["crop"] == "courgette")
        return str(found["harvest_from"])

    before = first_picking()
    place(slip_page, "Winch oval")
    panel = slip_page.get_by_role("complementary")
    panel.get_by_role("button", name="Change").click()
    panel.get_by_role("button", name="Describe this variety").click()
    panel.get_by_label("First picking, days later").fill("14")
    panel.get_by_label("Growth").select_option("strong")
    panel.get_by_role("button", name="Save the variety").click()
    expect(panel.get_by_role("button", name="What this variety does")).to_be_visible()
    (_, own) = read(slip_page)["file"]["garden"]["varieties"]
    assert (own["name"], own["crop"], own["later_days"]) == ("Green Buoy", "courgette", 14)
    assert first_picking() > before
    panel.get_by_role("button", name="What this variety does").click()
    panel.get_by_label("First picking, days later").fill("400")
    panel.get_by_role("button", name="Save the variety").click()
    expect(panel.get_by_role("alert").first).to_be_visible()  # refused at its field
    panel.get_by_label("First picking, days later").fill("7")
    panel.get_by_role("button", name="Save the variety").click()
    expect(panel.get_by_role("button", name="What this variety does")).to_be_visible()
    assert read(slip_page)["file"]["garden"]["varieties"][1]["later_days"] == 7


def test_raised_plants_get_weak_feeds(slip_page: Page) -> None:
    place(slip_page, "Crane bed")
    panel = slip_page.get_by_role("complementary")
    panel.get_by_role("button", name="Plant something here").click()
    pick(panel, "Crop", "Cabbage")
    panel.get_by_label("Planted out on").fill("2026-07-20")
    panel.get_by_label("Sown under cover on").fill("2026-06-19")
    panel.get_by_label("Raised in").select_option("plain")
    panel.get_by_label("Plants", exact=True).fill("6")
    panel.get_by_role("button", name="Save", exact=True).click()
    expect(panel.get_by_role("button", name="Save", exact=True)).to_have_count(0)
    planted = next(p for p in read(slip_page, "/plan")["plantings"] if p["crop"] == "cabbage")
    weak = [job for job in planted["jobs"] if job["kind"] == "seedling"]
    assert len(weak) >= 2
    assert all("2026-06-19" < job["due_on"] < "2026-07-20" for job in weak)


def test_a_week_s_water_of_a_bed_and_of_its_drip_line(slip_page: Page) -> None:
    place(slip_page, "Winch oval")
    panel = slip_page.get_by_role("complementary")
    expect(panel.get_by_text(re.compile("A week's water: .* cans"))).to_be_visible()
    panel.get_by_text("Measures", exact=True).click()
    panel.get_by_label("Watered by").select_option("drip")
    panel.get_by_label("Water in a week").fill("20")
    expect(panel.get_by_text(re.compile("minutes of the drip line"))).to_be_visible()
    panel.get_by_role("button", name="Save", exact=True).click()
    expect(panel.get_by_role("button", name="Cancel", exact=True)).to_have_count(0)
    kept = next(p for p in read(slip_page)["file"]["garden"]["places"] if p["name"] == "Winch oval")
    assert kept["watering"]["week_mm"] == 20
    panel.get_by_role("button", name=re.compile(r"\d+ L")).last.click()
    drawer = slip_page.get_by_role("dialog")
    expect(drawer).to_contain_text("20 mm")
    expect(drawer).to_contain_text("rain of the last seven days")


def test_tubs_watered_from_below_and_what_would_last(slip_page: Page) -> None:
    place(slip_page, "Lean-to pots")
    panel = slip_page.get_by_role("complementary")
    expect(panel).to_contain_text("Halyard tub feed")
    expect(panel).to_contain_text(re.compile(r"g per litre of mix"))
    panel.get_by_text("Measures", exact=True).click()
    panel.get_by_label("Watered", exact=True).select_option("below")
    panel.get_by_label("Water each gets in a season").fill("120")
    panel.get_by_role("button", name="Save", exact=True).click()
    expect(panel.get_by_role("button", name="Cancel", exact=True)).to_have_count(0)
    kept = next(
        p for p in read(slip_page)["file"]["garden"]["places"] if p["name"] == "Lean-to pots"
    )
    assert (kept["from_below"], kept["season_water_l"]) == (True, 120)


def test_a_proportioner_fills_tanks_instead_of_cans(slip_page: Page) -> None:
    slip_page.get_by_role("button", name="Skerrin Slip").click()
    drawer = slip_page.get_by_role("dialog", name="This garden")
    drawer.get_by_label("Proportioner: parts of water").fill("16")
    drawer.get_by_label("Tanks").select_option("2")
    drawer.get_by_role("checkbox", name="Earth up").uncheck()
    drawer.get_by_role("checkbox", name="Look before spraying again").check()
    drawer.get_by_label("Stems of tall tomatoes, cucumbers and melons").select_option("two stems")
    expect(drawer.get_by_role("checkbox", name="Take out side shoots but one")).to_be_checked()
    drawer.get_by_role("button", name="Save", exact=True).click()
    expect(drawer).to_have_count(0)
    preferences = read(slip_page)["file"]["garden"]["preferences"]
    assert (preferences["proportioner"], preferences["tanks"]) == (16, 2)
    assert preferences["silenced"] == ["earth_up"]
    assert "sprays" in preferences["reminders"]
    assert preferences["practices"] == ["stems.two"]
    card = opened(slip_page, "^Tomato")
    job = next(
        j for p in read(slip_page, "/plan")["plantings"] if p["crop"] == "tomato"
        for j in p["jobs"] if j["due_on"] == "2026-06-19"
    )  # fmt: skip
    expect(card).to_contain_text(f"Concentrate {job['concentrates'][0]['name']}")


def test_a_stage_shows_what_it_moves_before_it_is_recorded(slip_page: Page) -> None:
    go(slip_page, "Season")
    slip_page.get_by_role("button", name=re.compile("^Courgette")).first.click()
    slip_page.get_by_role("heading", name="Courgette Green Buoy").wait_for()
    expect(slip_page.locator(".before-after")).to_have_count(0)
    expect(slip_page.locator(".stage-sketch")).to_be_visible()
    slip_page.get_by_role("button", name="A stage was seen").click()
    slip_page.get_by_label("Stage seen").select_option("harvest")
    expect(slip_page.locator(".before-after li").first).to_be_visible()
    stages = len(read(slip_page)["file"]["log"]["stages"])
    slip_page.get_by_role("button", name="Save", exact=True).click()
    expect(slip_page.get_by_text(re.compile("Seen 19 June"))).to_be_visible()
    assert len(read(slip_page)["file"]["log"]["stages"]) == stages + 1


def test_growth_that_has_restarted_ends_the_wait(slip_page: Page) -> None:
    waits = slip_page.locator(".waits")
    expect(waits).to_contain_text("Sweet pepper Signal Flag")
    waits.get_by_role("button", name="Growth has restarted").click()
    expect(slip_page.get_by_text("Feeding may begin.")).to_be_visible()
    expect(waits).to_have_count(0)
    pepper = next(p for p in read(slip_page, "/plan")["plantings"] if p["crop"] == "sweet_pepper")
    assert pepper["hold_until"] == "2026-06-19"
    slip_page.locator(".toast").get_by_role("button", name="Undo").click()
    expect(waits).to_contain_text("Sweet pepper Signal Flag")


def test_the_season_on_paper(slip_page: Page, tmp_path: Path) -> None:
    go(slip_page, "Season")
    with slip_page.expect_download() as saved:
        slip_page.get_by_role("link", name="Print").click()
    into = tmp_path / "season.pdf"
    saved.value.save_as(into)
    assert into.read_bytes().startswith(b"%PDF")


def test_the_weather_station_is_silent_and_says_so(slip_page: Page) -> None:
    slip_page.get_by_role("button", name="Skerrin Slip").click()
    drawer = slip_page.get_by_role("dialog", name="This garden")
    drawer.get_by_role("button", name="Ask the simulated weather station").click()
    expect(drawer.get_by_text(re.compile("weather station does not answer"))).to_be_visible()
