"""The season in a browser: asked before anything is done, seen, pulled, blended and shared."""

import re
from typing import Any

import pytest
from picking import garden_of, pick
from playwright.sync_api import Page, expect

from ui.conftest import DESK, PHONE
from ui.test_access import faults_of
from ui.test_views import go, read


@pytest.fixture
def season(slip_shut: Page) -> Page:
    slip_shut.goto(f"{garden_of(slip_shut)}/season")
    slip_shut.get_by_role("button", name="When to sow").wait_for()
    return slip_shut


def choose(page: Page, planting: str) -> dict[str, Any]:
    page.get_by_role("button", name=re.compile(f"^{planting}")).first.press("Enter")
    page.get_by_role("heading", name=planting).wait_for()
    called = [
        p for p in read(page, "/plan")["plantings"]
        if f"{p['crop_name']} {p['variety']}".strip() == planting
    ]  # fmt: skip
    found: dict[str, Any] = max(called, key=lambda p: p["planted_on"])
    return found


def test_when_to_sow_is_answered_and_planned(season: Page) -> None:
    season.get_by_role("button", name="When to sow").click()
    drawer = season.get_by_role("dialog", name="When to sow")
    pick(drawer, "Crop", "Lettuce")
    drawer.get_by_label("Started").select_option("place")
    drawer.get_by_label("Sown on").fill("2026-06-20")
    drawer.get_by_label("More sowings after it").fill("2")
    expect(drawer.get_by_text(re.compile("Sow on Sat 20 June, pick from"))).to_be_visible()
    expect(drawer.get_by_role("button", name="Plan this one")).to_have_count(3)
    drawer.get_by_text("Sow when?").click()
    drawer.get_by_role("textbox", name="Picking by").fill("2026-09-01")
    expect(
        drawer.get_by_text(re.compile(r"pick from \d+ (August|September)|pick from 1 Sept"))
    ).to_be_visible()
    before = len(read(season)["file"]["garden"]["plantings"])
    drawer.get_by_role("button", name="Plan this one").first.click()
    expect(season.get_by_text(re.compile("Planted from"))).to_be_visible()
    assert len(read(season)["file"]["garden"]["plantings"]) == before + 1


def test_programmes_side_by_side_and_one_of_our_own(season: Page) -> None:
    choose(season, "Tomato Red Lantern")
    season.get_by_role("button", name="Programmes side by side").click()
    drawer = season.get_by_role("dialog", name="Programmes side by side")
    programmes = drawer.locator(".programmes > li")
    expect(programmes).to_have_count(8)
    drawer.get_by_role("button", name="Copy and edit").first.click()
    drawer.get_by_label("Name").fill("Tidal feeding")
    drawer.get_by_label("Interval", exact=True).fill("10")
    drawer.get_by_label("Interval in it").last.fill("7")
    drawer.get_by_label("Feeding ends").select_option("before")
    drawer.get_by_label("Days before the last picking").fill("30")
    drawer.get_by_label("Feeds are mixed").select_option("0.5")
    drawer.get_by_label("Calcium").select_option("supplement_at_planting")
    drawer.get_by_role("button", name="Save", exact=True).click()
    expect(programmes).to_have_count(9)
    own = programmes.last
    expect(own).to_contain_text("Tidal feeding")
    own.get_by_role("button", name="Try it").click()
    # The old plan stays as a ghost until it is kept.
    expect(season.locator(".ghost-mark").first).to_be_attached()
    season.get_by_role("button", name="Save", exact=True).click()
    expect(season.get_by_role("button", name="Cancel", exact=True)).to_have_count(0)
    kept = read(season)["file"]["garden"]
    (programme,) = kept["programmes"]
    assert (programme["name"], programme["interval_days"]) == ("Tidal feeding", 10)
    assert programme["phases"][-1]["interval_days"] == 7
    assert (programme["stop_days"], programme["label_share"]) == (30, 0.5)
    assert programme["key"] in [p["programme"] for p in kept["plantings"]]


def test_a_season_is_blended_and_unblended(season: Page) -> None:
    season.get_by_role("button", name="Blend the season").click()
    drawer = season.get_by_role("dialog", name="Blend the whole season")
    expect(drawer.get_by_text("Now each feed is blended by itself.")).to_be_visible()
    drawer.get_by_label("For", exact=True).select_option(label="Winch oval")
    drawer.get_by_role("button", name="Blend it").click()
    expect(drawer.get_by_role("columnheader", name="blended together")).to_be_visible()
    drawer.get_by_role("button", name="Use it").click()
    expect(drawer.get_by_text(re.compile("In use since 19 June: Winch oval"))).to_be_visible()
    plan = read(season, "/plan")
    assert [p["crop"] for p in plan["plantings"] if p["blend"]] == ["courgette"]
    drawer.get_by_role("button", name="Back to feed by feed").click()
    expect(drawer.get_by_text("Now each feed is blended by itself.")).to_be_visible()
    assert read(season)["file"]["garden"]["blends"] == []


def test_what_was_seen_shows_what_it_changes_before_it_is_recorded(season: Page) -> None:
    planting = choose(season, "Tomato Red Lantern")
    season.get_by_role("button", name="Something else was seen").click()
    season.get_by_label("What", exact=True).select_option("tip_burn")
    change = season.locator(".before-after li").first
    expect(change).to_contain_text("26 June")  # water only for a week from the 19th
    expect(change).to_contain_text("leaf tips were burnt")
    assert read(season)["file"]["log"]["observed"] == [
        one for one in read(season)["file"]["log"]["observed"] if one["kind"] != "tip_burn"
    ]
    season.get_by_role("button", name="Save", exact=True).click()
    expect(season.get_by_role("button", name="Take it back")).to_be_visible()
    seen = read(season)["file"]["log"]["observed"][-1]
    assert (seen["kind"], seen["planting"]) == ("tip_burn", planting["id"])
    season.get_by_role("button", name="Take it back").click()
    expect(season.get_by_role("button", name="Take it back")).to_have_count(0)
    lost = season.get_by_role("button", name="Something else was seen")
    lost.click()
    season.get_by_label("What", exact=True).select_option("plants_lost")
    expect(season.get_by_role("button", name="Save", exact=True)).to_be_disabled()


def test_a_feed_is_pulled_to_another_day_by_hand_and_by_keys(season: Page) -> None:
    planting = choose(season, "Courgette Green Buoy")
    job = next(j for j in planting["jobs"] if j["status"] == "planned")
    lane = season.locator(".strip-lane", has_text="Courgette Green Buoy")
    mark = lane.locator(".movable-mark").first
    box = mark.bounding_box()
    assert box is not None
    x, y = box["x"] + box["width"] / 2, box["y"] + box["height"] / 2
    season.mouse.move(x, y)
    season.mouse.down()
    season.mouse.move(x + 30, y, steps=4)
    season.mouse.up()
    expect(season.get_by_text(re.compile("^Moved to"))).to_be_visible()
    (pin,) = read(season)["file"]["garden"]["pins"]
    assert pin["job"] == job["key"]
    assert pin["to"] > job["due_on"]
    mark = lane.locator(".movable-mark").first
    mark.focus()
    season.keyboard.press("ArrowRight")
    season.keyboard.press("Enter")
    expect(season.get_by_text(re.compile("^Moved to")).last).to_be_visible()
    season.wait_for_function("() => true")
    expect(lane.locator(".movable-mark").first).to_be_attached()


def test_the_list_and_the_calendar(season: Page) -> None:
    season.get_by_text("List", exact=True).click()
    field = season.get_by_label("Day of the feed for Courgette Green Buoy").first
    field.fill("2026-07-02")
    expect(season.get_by_text("Courgette Green Buoy: moved to 2 July.")).to_be_visible()
    assert read(season)["file"]["garden"]["pins"][0]["to"] == "2026-07-02"
    season.get_by_text("Calendar", exact=True).click()
    day = season.get_by_role("cell").filter(
        has=season.locator(".day-number", has_text=re.compile("^2$"))
    )
    season.get_by_role("button", name="The month after").click()
    expect(season.get_by_role("heading", name="Jul 2026")).to_be_visible()
    day.first.get_by_role("button").first.click()
    expect(season.get_by_role("heading", name="Courgette Green Buoy")).to_be_visible()
    season.reload()
    expect(season.get_by_role("button", name="The month after")).to_be_visible()


def test_one_can_for_two_is_ticked_once(slip_page: Page) -> None:
    can = slip_page.get_by_role("region", name="One mix for several").first
    expect(can).to_contain_text("Tomato Red Lantern")
    can.get_by_role("button").first.click()
    (shared, *_) = read(slip_page, "/plan")["shared"]
    before = len(read(slip_page)["file"]["log"]["feeds"])
    can.get_by_role("button", name="Done for all").click()
    expect(slip_page.get_by_text("Recorded for all of them.")).to_be_visible()
    feeds = read(slip_page)["file"]["log"]["feeds"]
    assert len(feeds) == before + len(shared["pours"])
    assert {f["job"] for f in feeds[before:]} == {p["job"] for p in shared["pours"]}


def test_jobs_besides_feeding_and_what_to_take_along(slip_page: Page) -> None:
    expect(slip_page.get_by_text(re.compile(r"6 stakes, 24 ties"))).to_be_visible()
    stake = slip_page.locator(".tasks .look", has_text="Stake and tie")
    stake.get_by_role("button", name="Done").click()
    expect(slip_page.get_by_text("Sweet pepper Signal Flag: recorded.")).to_be_visible()
    expect(stake).to_have_count(0)
    assert read(slip_page)["file"]["log"]["tasks"][-1]["task"] == "stake"
    mulch = slip_page.locator(".tasks .look", has_text="Mulch").first
    mulch.get_by_role("button", name="Not yet: Mulch, Courgette Green Buoy").click()
    expect(slip_page.get_by_text("Courgette Green Buoy: again in a week.")).to_be_visible()
    (pin,) = read(slip_page)["file"]["garden"]["pins"]
    assert pin["to"] == "2026-06-26"
    courgette = next(
        one for one in read(slip_page, "/plan")["plantings"] if one["crop"] == "courgette"
    )
    assert [one["due_on"] for one in courgette["tasks"] if one["task"] == "mulch"] == [pin["to"]]


def test_what_a_weather_table_leaves_open_is_asked_and_answered(
    slip_page: Page, tmp_path: Any
) -> None:
    table = tmp_path / "june.csv"
    table.write_text("date,min,max,uv\n06/05/2026,9,17,31\n")
    slip_page.get_by_role("button", name="Skerrin Slip").click()
    drawer = slip_page.get_by_role("dialog", name="This garden")
    drawer.get_by_label("Weather file").set_input_files(table)
    expect(drawer.get_by_label("uv means")).to_have_value("")  # left out, and can be told
    expect(drawer.get_by_role("button", name="Save these days")).to_be_disabled()
    drawer.get_by_role("button", name="month first").click()
    expect(drawer.get_by_text("One day was read.")).to_be_visible()
    # 13 °C in the middle is a day of May; as Fahrenheit it would be -11.
    scale = drawer.get_by_label("min: unit")
    expect(scale.get_by_role("radio", name="°C")).to_be_checked()
    drawer.get_by_label("uv means").select_option("rain")
    expect(drawer.get_by_role("button", name="Save these days")).to_be_enabled()
    drawer.get_by_role("button", name="Save these days").click()
    expect(drawer.get_by_role("button", name="Save these days")).to_have_count(0)
    (day,) = [d for d in read(slip_page)["file"]["log"]["weather"] if d["on"] == "2026-06-05"]
    assert (day["low_c"], day["high_c"], day["rain_mm"], day["source"]) == (9, 17, 31, "file")


def test_a_weather_file_is_read_before_it_is_kept(slip_page: Page, tmp_path: Any) -> None:
    table = tmp_path / "june.csv"
    table.write_text("date;min;max;rain\n20.06.2026;9,5;17;31\nnone\n")
    slip_page.get_by_role("button", name="Skerrin Slip").click()
    drawer = slip_page.get_by_role("dialog", name="This garden")
    drawer.get_by_label("Weather file").set_input_files(table)
    expect(
        drawer.get_by_text(re.compile("One day was read. One row could not be read as a day:"))
    ).to_be_visible()
    before = len(read(slip_page)["file"]["log"]["weather"])
    drawer.get_by_role("button", name="Save these days").click()
    expect(drawer.get_by_role("button", name="Save these days")).to_have_count(0)
    assert len(read(slip_page)["file"]["log"]["weather"]) == before + 1
    # 31 mm tomorrow: what was to be poured on open ground waits, and says why.
    plan = read(slip_page, "/plan")
    keys = {f["key"] for p in plan["plantings"] for j in p["jobs"] for f in j["findings"]}
    assert "after_heavy_rain" in keys
    slip_page.keyboard.press("Escape")
    expect(slip_page.get_by_text("31 mm of rain is forecast for 20 June.")).to_be_visible()


@pytest.mark.parametrize("size", [DESK, PHONE], ids=["desk", "phone"])
def test_everybody_can_use_it(season: Page, size: Any) -> None:
    season.set_viewport_size(size)
    for form in ("Calendar", "List", "Lanes"):
        season.get_by_text(form, exact=True).click()
        assert faults_of(season) == [], form
        assert season.evaluate("document.documentElement.scrollWidth - innerWidth") <= 0
    for name in ("When to sow", "Blend the season"):
        season.get_by_role("button", name=name).click()
        season.get_by_role("dialog").wait_for()
        assert faults_of(season) == [], name
        season.get_by_role("button", name="Close").click()
        season.get_by_role("dialog").wait_for(state="hidden")
    season.get_by_role("button", name=re.compile("^Tomato Red Lantern")).first.press("Enter")
    assert faults_of(season) == []
    season.get_by_role("button", name="Programmes side by side").click()
    season.get_by_role("listitem").filter(has_text="Little and often").first.wait_for()
    assert faults_of(season) == []


def test_a_feed_that_nobody_planned_is_recorded_as_a_guess(season: Page) -> None:
    """Two handfuls from a neighbour: the least counts, and it can be taken back."""
    season.get_by_role("button", name=re.compile("^Leek")).first.press("Enter")
    season.get_by_role("button", name="Something else was fed").click()
    form = season.locator(".seen").filter(has=season.get_by_label("How much, at least"))
    form.get_by_label("Product", exact=True).select_option(label="Jib soluble 24-8-16")
    form.get_by_role("button", name="half a can").click()
    # 2 g/L in nine litres are 18 g: 0.4 × 18 × ½ to 0.6 × 18, in half of the water
    expect(form.get_by_label("How much, at least", exact=True)).to_have_value("3.6")
    expect(form.get_by_label("And at most", exact=True)).to_have_value("10.8")
    expect(form.get_by_label("Water, if dissolved", exact=True)).to_have_value("4.5")
    form.get_by_role("button", name="a handful").click()
    expect(form.get_by_label("How much, at least", exact=True)).to_have_value("40")
    expect(form.get_by_label("And at most", exact=True)).to_have_value("80")
    form.get_by_label("Plants that got it", exact=True).fill("2")
    form.get_by_label("On", exact=True).fill("2026-06-25")
    expect(form.get_by_text("This day is still to come.")).to_be_visible()
    form.get_by_label("On", exact=True).fill("2026-06-17")
    form.get_by_role("button", name="Save", exact=True).click()
    expect(season.get_by_text("40 mL to 80 mL, 2 of ")).to_be_visible()
    feed = read(season)["file"]["log"]["feeds"][-1]
    assert (feed["job"], feed["on"], feed["outcome"]) == (None, "2026-06-17", "given")
    assert feed["amounts"][0]["up_to"] == {"value": 80, "unit": "mL"}
    assert feed["plants"] == 2
    season.locator(".seen").get_by_role("button", name="Take it back").first.click()
    expect(season.get_by_text("40 mL to 80 mL")).to_have_count(0)


OVERLAPS = """() => {
  const cards = [...document.querySelectorAll('main .sheet, main article, main section')]
    .filter((one) => one.getClientRects().length > 0)
  const apart = (a, b) => !a.contains(b) && !b.contains(a)
  const over = (a, b) => {
    const [p, q] = [a.getBoundingClientRect(), b.getBoundingClientRect()]
    return Math.min(p.right, q.right) - Math.max(p.left, q.left) > 1 &&
      Math.min(p.bottom, q.bottom) - Math.max(p.top, q.top) > 1
  }
  return cards.flatMap((a, n) => cards.slice(n + 1)
    .filter((b) => apart(a, b) && over(a, b))
    .map((b) => `${a.className} over ${b.className}`))
}"""


@pytest.mark.parametrize("wide", [1280, 760, 390])
def test_no_card_lies_on_another(slip_page: Page, wide: int) -> None:
    """Soil, then the season's programmes side by side, and back, at every size."""
    slip_page.set_viewport_size({"width": wide, "height": 800})
    slip_page.get_by_role("link", name="Soil", exact=True).click()
    slip_page.get_by_role("heading", level=1).first.wait_for()
    assert slip_page.evaluate(OVERLAPS) == []
    slip_page.get_by_role("link", name="Season", exact=True).click()
    slip_page.get_by_role("button", name=re.compile("^Leek")).first.press("Enter")
    slip_page.get_by_role("button", name="Programmes side by side").click()
    drawer = slip_page.get_by_role("dialog", name="Programmes side by side")
    drawer.get_by_role("listitem").first.wait_for()
    assert slip_page.evaluate(OVERLAPS) == []
    slip_page.keyboard.press("Escape")
    expect(drawer).to_have_count(0)
    assert slip_page.evaluate(OVERLAPS) == []


def test_nothing_is_picked_after_a_spray(slip_page: Page) -> None:
    """Sprayed today with a wait of seven days: courgettes of next week are not to be picked."""
    go(slip_page, "Season")
    slip_page.get_by_role("button", name=re.compile("^Strawberry")).first.click()
    slip_page.get_by_role("button", name="It was sprayed").click()
    slip_page.get_by_label("Sprayed with").fill("Bilge oil")
    slip_page.locator(".sprays").get_by_label("What it is").select_option("oil")
    slip_page.get_by_label("Days to wait before picking").fill("7")
    slip_page.locator(".sprays").get_by_role("button", name="Save", exact=True).click()
    said = re.compile("Pick nothing for 7 days more: Bilge oil")
    expect(slip_page.locator(".sprays")).to_contain_text(said)
    go(slip_page, "Today")
    expect(slip_page.get_by_role("region", name="After spraying")).to_contain_text(said)
