"""Habits people bring: dates in their order, several at once, crops by hand, nothing typed lost."""

import re
from pathlib import Path
from typing import Any

import pytest
from picking import garden_of, pick, place_panel
from playwright.sync_api import Browser, Page, expect

from ui.conftest import PATIENCE_MS
from ui.test_plot import place, places
from ui.test_views import go, read


@pytest.fixture
def plot(slip_shut: Page) -> Page:
    slip_shut.goto(f"{garden_of(slip_shut)}/plot")
    slip_shut.locator("[data-scale]").wait_for(state="attached")
    return slip_shut


def chosen_lane(page: Page, planting: str) -> None:
    page.get_by_role("button", name=re.compile(f"^{planting}")).first.press("Enter")
    page.get_by_role("heading", name=planting).wait_for()


@pytest.mark.parametrize(
    ("locale", "typed", "shown"),
    [("en-GB", "7.3.2026", "07/03/2026"), ("en-US", "3/7/26", "03/07/2026"),
     ("de-DE", "7.3.26", "07.03.2026")],
)  # fmt: skip
def test_a_date_is_typed_in_the_readers_order(
    browser: Browser, slip_page: Page, locale: str, typed: str, shown: str
) -> None:
    """The seventh of March, in each way of writing it."""
    context = browser.new_context(locale=locale, reduced_motion="reduce")
    page = context.new_page()
    page.set_default_timeout(PATIENCE_MS)
    page.goto(garden_of(slip_page) + "/soil?new=1")
    field = page.locator("input.ant-picker-input, .ant-picker-input input").first
    field.fill(typed)
    field.press("Enter")
    expect(field).to_have_value(shown)
    field.fill("31/31/2026")
    field.press("Tab")
    page.locator(".savebar button").first.click()
    expect(page.locator(".fault")).to_be_visible()
    assert len(read(slip_page)["file"]["garden"]["reports"]) == len(
        read(page)["file"]["garden"]["reports"]
    )
    context.close()


def test_a_feed_is_not_moved_to_a_day_that_is_gone(slip_page: Page) -> None:
    """The calendar stands on 19 June: what is typed stays, is said, and moves nothing."""
    go(slip_page, "Season")
    slip_page.get_by_text("List", exact=True).click()
    field = slip_page.get_by_label("Day of the feed for Courgette Green Buoy").first
    field.fill("01/06/2026")
    field.press("Tab")
    expect(slip_page.get_by_text("Not before 19 June.")).to_be_visible()
    assert read(slip_page)["file"]["garden"]["pins"] == []


def test_a_crop_is_dragged_onto_its_bed_or_put_there_by_touch(plot: Page) -> None:
    keel = plot.locator("[data-place]", has_text="Keel bed").first
    plot.locator(".crop-chip", has_text="Leek").drag_to(keel)
    panel = plot.get_by_role("complementary", name="Keel bed")
    expect(panel.get_by_label("Crop", exact=True)).to_be_visible()
    panel.get_by_role("button", name="Save", exact=True).click()
    expect(keel).to_contain_text("Leek")
    pick(plot, "A crop to plant", "Lettuce")
    expect(plot.get_by_text("Touch the place where Lettuce goes.")).to_be_visible()
    panel = place_panel(plot, "Port strip")
    panel.get_by_role("button", name="Save", exact=True).click()
    expect(plot.locator("[data-place]", has_text="Port strip")).to_contain_text("Lettuce")
    planted = [(p["crop"], p["place"]) for p in read(plot)["file"]["garden"]["plantings"][-2:]]
    assert planted == [
        ("leek", place(plot, "Keel bed")["id"]),
        ("lettuce", place(plot, "Port strip")["id"]),
    ]


def test_several_places_are_changed_and_planted_at_once(plot: Page) -> None:
    plot.get_by_role("button", name="Close").first.click()
    plot.get_by_role("button", name="Choose several").click()
    for name in ("Keel bed", "Port strip"):
        plot.locator("[data-place]", has_text=name).locator(".plot-place").press("Enter")
    panel = plot.get_by_role("complementary", name="Several places")
    expect(panel.get_by_role("heading", name="2 places chosen")).to_be_visible()
    before = place(plot, "Starboard strip")
    panel.get_by_label("Sun").select_option("half")
    panel.get_by_role("button", name="Change them").click()
    expect(plot.get_by_text("2 places changed.")).to_be_visible()
    assert [place(plot, name)["sun"] for name in ("Keel bed", "Port strip")] == ["half", "half"]
    assert place(plot, "Starboard strip") == before
    count = len(read(plot)["file"]["garden"]["plantings"])
    pick(panel, "Crop", "Radish")
    panel.get_by_role("button", name="Plant it in 2 places").click()
    expect(plot.get_by_text("Planted in 2 places.")).to_be_visible()
    assert len(read(plot)["file"]["garden"]["plantings"]) == count + 2


def test_what_is_left_unsaved_comes_back(plot: Page) -> None:
    name = places(plot)[0]["name"]
    place_panel(plot, name).get_by_text("Measures", exact=True).click()
    plot.get_by_label("Name", exact=True).fill("Stern bed")
    other = places(plot)[1]["name"]
    plot.locator("[data-place]", has_text=other).first.locator(".plot-place").press("Enter")
    left = plot.get_by_text("Left without saving.")
    expect(left).to_be_visible()
    assert name in [one["name"] for one in places(plot)]
    plot.locator(".toast").get_by_role("button", name="Undo").click()
    expect(plot.get_by_role("heading", name="Stern bed")).to_be_visible()
    plot.get_by_role("button", name="Save", exact=True).click()
    expect(plot.get_by_role("button", name="Remove this place")).to_be_visible()
    assert "Stern bed" in [one["name"] for one in places(plot)]


def test_the_season_opens_beside_its_lane_and_offers_what_to_look_for(slip_page: Page) -> None:
    go(slip_page, "Season")
    detail = slip_page.locator(".season-detail")
    expect(slip_page.get_by_role("list", name="What the marks mean")).to_be_visible()
    expect(detail).to_have_count(0)
    chosen_lane(slip_page, "Tomato Red Lantern")
    lane = slip_page.locator(".strip-lane", has_text="Tomato Red Lantern").bounding_box()
    box = detail.bounding_box()
    assert lane
    assert box
    assert 0 <= box["y"] - (lane["y"] + lane["height"]) < 40  # right below it
    expect(detail.locator(".tide text").first).to_have_text(re.compile(r"g$"))
    expect(slip_page.get_by_role("button", name="Blossom-end rot?")).to_have_count(0)
    slip_page.get_by_role("button", name="A stage was seen").click()
    slip_page.get_by_label("Stage seen").select_option("fruit_set")
    slip_page.get_by_role("button", name="Save", exact=True).click()
    slip_page.get_by_role("button", name="Blossom-end rot?").click()
    expect(slip_page.get_by_label("What", exact=True)).to_have_value("end_rot")


def test_this_years_plantings_again_next_year(slip_page: Page) -> None:
    go(slip_page, "Season")
    before = read(slip_page)["file"]["garden"]["plantings"]
    slip_page.get_by_role("button", name="Next year").click()
    drawer = slip_page.get_by_role("dialog", name="The season of 2027")
    # This year can be begun as well: of what was planted last year the beans are left.
    drawer.get_by_text("2026", exact=True).click()
    expect(drawer).to_have_count(0)
    now = slip_page.get_by_role("dialog", name="The season of 2026")
    expect(now.get_by_role("checkbox")).to_have_count(1)
    expect(now).to_contain_text("Climbing bean Bowline")
    now.get_by_text("2027", exact=True).click()
    drawer.get_by_role("checkbox", name=re.compile("^Leek")).uncheck()
    drawer.get_by_role("button", name=re.compile(r"Add \d+ plantings")).click()
    expect(drawer).to_have_count(0)
    added = read(slip_page)["file"]["garden"]["plantings"][len(before) :]
    crops = {one["crop"] for one in added}
    assert "kale" in crops
    assert not crops & {"leek", "strawberry"}  # left out; and what stands for years stays
    assert {one["planted_on"][:4] for one in added} == {"2027"}


def test_a_change_is_told_in_peoples_words(slip_page: Page) -> None:
    slip_page.get_by_role("button", name="Done", exact=True).first.click()
    slip_page.get_by_role("button", name="Undo", exact=True).first.wait_for()
    slip_page.get_by_role("button", name="Skerrin Slip").click()
    slip_page.get_by_role("button", name="Everything that was changed").click()
    told = slip_page.get_by_role("dialog").last.locator("tbody tr.ant-table-row").first
    expect(told).to_contain_text(re.compile(r" in .+: fed on 19 June, \d+ .+"))


def test_a_table_of_the_shed_updates_it(slip_page: Page, tmp_path: Path) -> None:
    go(slip_page, "Shed")
    with slip_page.expect_download() as saved:
        slip_page.get_by_role("link", name="Save all as CSV").click()
    text = Path(saved.value.path()).read_text(encoding="utf-8-sig")
    assert text.count("Kelpie potash liquid") == 1
    changed = tmp_path / "shed.csv"
    changed.write_text(text.replace("Kelpie potash liquid", "Kelpie potash drink"))
    slip_page.get_by_role("button", name="Read a list").click()
    slip_page.locator("input[type=file]").first.set_input_files(changed)
    differing = slip_page.locator(".differences")
    expect(differing).to_have_count(1)
    expect(differing).to_contain_text("Kelpie potash drink")
    slip_page.get_by_role("button", name="Save: 0 new, 1 changed").click()
    expect(differing).to_have_count(0)
    expect(slip_page.get_by_text("Kelpie potash drink").first).to_be_visible()
    names: list[Any] = [p["name"] for p in read(slip_page)["file"]["garden"]["products"]]
    assert "Kelpie potash liquid" not in names


def test_a_table_is_narrowed_and_its_columns_are_chosen(slip_page: Page) -> None:
    go(slip_page, "Shed")
    slip_page.get_by_text("Table", exact=True).click()
    table = slip_page.get_by_role("table")
    expect(table.get_by_role("columnheader", name="Mg %")).to_have_count(0)
    slip_page.get_by_role("button", name="Columns").click()
    slip_page.get_by_role("checkbox", name="Mg %").check()
    expect(table.get_by_role("columnheader", name="Mg %")).to_be_visible()
    table.get_by_role("columnheader", name="N %").click()
    first = table.locator("tbody tr.ant-table-row").first
    by_n = sorted(
        read(slip_page, "/plan")["products"], key=lambda one: float(one["fractions"]["N"])
    )
    names = {p["id"]: p["name"] for p in read(slip_page)["file"]["garden"]["products"]}
    least = [names[one["id"]] for one in by_n if one["fractions"]["N"] == by_n[0]["fractions"]["N"]]
    assert first.get_by_role("button").inner_text() in least
