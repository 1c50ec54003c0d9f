"""Each view does its one thing, in a browser, with the numbers of the core."""

import json
import re
from pathlib import Path
from typing import Any

import pytest
from picking import opened, pick, place_panel
from playwright.sync_api import Page, expect

from eznel import demo
from eznel.core.document import upgrades
from ui.conftest import DESK, PHONE

GARDEN = f"/api/gardens/{demo.SLIP}"


def read(page: Page, path: str = "") -> Any:
    return page.request.get(f"{page.url.split('/g/')[0]}{GARDEN}{path}").json()


def go(page: Page, view: str) -> None:
    link = page.get_by_role("navigation", name="Views").get_by_role("link", name=view)
    link.click()
    expect(link).to_have_attribute("aria-current", "page")  # until then the old view answers


@pytest.mark.parametrize("size", [DESK, PHONE], ids=["desk", "phone"])
@pytest.mark.parametrize("view", ["Today", "Plot", "Soil", "Shed", "Season", "Book"])
def test_every_view_opens_whole_at_both_sizes(slip_page: Page, view: str, size: Any) -> None:
    slip_page.set_viewport_size(size)
    go(slip_page, view)
    expect(slip_page.locator("main")).not_to_contain_text("Working it out")
    wide = slip_page.evaluate("document.documentElement.scrollWidth - innerWidth")
    assert wide <= 0
    expect(slip_page.get_by_text("not licensed advice")).to_be_attached()


def test_today_ticks_a_feed_once_and_takes_it_back(slip_page: Page) -> None:
    card = opened(slip_page, "Leek")
    job = next(
        j for p in read(slip_page, "/plan")["plantings"] if p["crop"] == "leek"
        for j in p["jobs"] if j["due_on"] == "2026-06-19"
    )  # fmt: skip
    # The card shows the core's scoops and grams.
    for line in job["mixes"][0]["lines"]:
        expect(card).to_contain_text(f"{line['count']} level")
        expect(card).to_contain_text(f"{line['grams']:.2g} g")
    before = len(read(slip_page)["file"]["log"]["feeds"])
    card.get_by_role("button", name="Done", exact=True).dblclick()
    expect(slip_page.get_by_text("fed today")).to_be_visible()
    expect(slip_page.get_by_text("recorded as given")).to_be_visible()
    slip_page.reload()
    expect(slip_page.get_by_text("fed today")).to_be_visible()
    feeds = read(slip_page)["file"]["log"]["feeds"]
    assert len(feeds) == before + 1
    assert feeds[-1]["planned"] == feeds[-1]["amounts"]
    slip_page.get_by_role("button", name="Take it back").click()
    expect(card.get_by_role("button", name="Done", exact=True)).to_be_visible()
    assert len(read(slip_page)["file"]["log"]["feeds"]) == before


def test_today_done_differently_and_not_today(slip_page: Page) -> None:
    card = opened(slip_page, "Leek")
    card.get_by_role("button", name="Done differently").click()
    form = slip_page.get_by_role("group", name="What was given")
    form.get_by_label("Scoops").first.fill("1,5")
    form.get_by_role("button", name="Save", exact=True).click()
    expect(slip_page.get_by_text("fed today")).to_be_visible()
    assert read(slip_page)["file"]["log"]["feeds"][-1]["amounts"][0]["count"] == 1.5
    slip_page.get_by_role("button", name="Take it back").click()
    opened(slip_page, "Leek").get_by_role("button", name="Not today").click()
    slip_page.get_by_role("button", name="In three days").click()
    expect(card).to_have_count(0)  # it waits in its day's line
    slip_page.get_by_role("region", name="Mon 22 June").get_by_role("button").click()
    opened(slip_page, "Leek").get_by_role("button", name="Not today").click()
    slip_page.get_by_label("On another day").fill("2026-06-25")
    slip_page.get_by_role("button", name="Move it").click()
    slip_page.get_by_role("region", name="Thu 25 June").get_by_role("button").first.click()
    opened(slip_page, "Leek").get_by_role("button", name="Not today").click()
    expect(slip_page.locator(".toast")).to_have_count(0)  # the last one's time is not this one's
    slip_page.get_by_role("button", name="It will not be given").click()
    expect(card).to_have_count(0)
    expect(slip_page.get_by_text("recorded as missed")).to_be_visible()
    assert read(slip_page)["file"]["log"]["feeds"][-1]["outcome"] == "missed"


def test_a_fortnight_away_is_one_question(slip_page: Page) -> None:
    """Coming back takes two actions, whatever was due meanwhile."""
    slip_page.get_by_role("button", name="A week on").click()
    slip_page.get_by_text("stands on 26 June").wait_for()
    slip_page.get_by_role("button", name="A week on").click()
    slip_page.get_by_text("stands on 3 July").wait_for()
    question = slip_page.locator(".asked").filter(has_text="have no answer")
    expect(question).to_contain_text(re.compile(r"\d+ feeds since 19 June"))
    plan = read(slip_page, "/plan")
    jobs = {job["key"]: job for p in plan["plantings"] for job in p["jobs"]}
    many = int(question.inner_text().split()[0])
    assert many > 3
    before = len(read(slip_page)["file"]["log"]["feeds"])
    question.get_by_role("button", name="All as planned").click()
    expect(question).to_have_count(0)
    recorded = read(slip_page)["file"]["log"]["feeds"][before:]
    assert len(recorded) == many
    for feed in recorded:  # each on its own day, as it was planned
        job = jobs[feed["job"]]
        lines = job["mixes"][0]["lines"] if job["mixes"] else []
        outcome = "given" if lines else "missed"  # what had no amount was not given
        assert (feed["on"], feed["outcome"]) == (job["due_on"], outcome)
        assert len(feed["amounts"]) == len(lines)
    slip_page.locator(".toast").get_by_role("button", name="Undo").click()
    expect(question).to_contain_text(f"{many} feeds since 19 June")


def test_today_other_answers_and_what_was_missed(slip_page: Page) -> None:
    card = opened(slip_page, "Leek")
    card.get_by_text("cheapest").click()
    job = next(
        j for p in read(slip_page, "/plan")["plantings"] if p["crop"] == "leek"
        for j in p["jobs"] if j["due_on"] == "2026-06-19"
    )  # fmt: skip
    cheapest = next(mix for mix in job["mixes"] if "cheapest" in mix["titles"])
    expect(card.get_by_role("listitem").filter(has_text="level")).to_have_count(
        len(cheapest["lines"])
    )
    # A week on, with nothing ticked, each feed that was due is asked about once.
    slip_page.get_by_role("button", name="A week on").click()
    slip_page.get_by_role("button", name="Let me tick").click()
    asked = slip_page.get_by_text(re.compile("side-dressing, 19 June. Was it given"))
    expect(asked).to_be_visible()
    slip_page.locator(".asked").filter(has=asked).get_by_role("button", name="No, it was").click()
    expect(asked).to_have_count(0)


def test_a_stage_seen_moves_what_comes(slip_page: Page) -> None:
    def flowering() -> dict[str, Any]:
        plan = read(slip_page, "/plan")
        cucumber = next(p for p in plan["plantings"] if p["crop"] == "cucumber")
        return next(s for s in cucumber["stages"] if s["key"] == "flowering")

    assert not flowering()["seen"]
    look = slip_page.locator(".look").filter(has_text="Cucumber Slipline: flowering")
    look.get_by_role("button", name="Seen today").click()
    expect(slip_page.get_by_text("flowering seen")).to_be_visible()
    assert flowering()["seen"]
    assert flowering()["start"] == "2026-06-19"
    with slip_page.expect_response(lambda answer: answer.request.method == "DELETE"):
        slip_page.locator(".toast").get_by_role("button", name="Undo").click()
    assert not flowering()["seen"]
    expect(look).to_contain_text("flowering")


def test_an_amount_opens_its_working(slip_page: Page) -> None:
    go(slip_page, "Soil")
    slip_page.get_by_role("heading", level=1, name="Keel bed").wait_for()
    slip_page.get_by_role("button", name=re.compile(r"^6[.,]9 g")).click()
    drawer = slip_page.get_by_role("dialog")
    expect(drawer).to_contain_text("How 6.93 g came about")
    expect(drawer).to_contain_text("60 mg/kg × 0.7 g/mL ÷ 1.25 g/mL = 33.6 mg/kg")
    expect(drawer).to_contain_text("Tidewrack Soil Laboratory")
    expect(drawer.locator(".origin.lab").first).to_be_visible()


def test_plot_is_true_to_scale(slip_page: Page) -> None:
    go(slip_page, "Plot")
    slip_page.locator("[data-scale]").wait_for(state="attached")
    bar = slip_page.locator("[data-scale]")
    drawn = bar.bounding_box()
    assert drawn
    metre = drawn["width"] / float(bar.get_attribute("data-scale") or 0)
    for name, width, height in (("Keel bed", 3.6, 1.2), ("Winch oval", 2.8, 2.1)):
        box = slip_page.locator(f'[data-shape="{name}"]').bounding_box()
        assert box
        stroke = 0.06 * metre
        assert box["width"] == pytest.approx(width * metre, abs=stroke + 1)
        assert box["height"] == pytest.approx(height * metre, abs=stroke + 1)
    keel = slip_page.get_by_role("button", name=re.compile("^Keel bed"))
    expect(keel.locator(".plants")).to_have_attribute("data-plants", "14")


def test_plot_adds_a_bed_and_moves_it(slip_page: Page) -> None:
    go(slip_page, "Plot")
    slip_page.get_by_role("button", name="Add a bed").click()
    panel = slip_page.get_by_role("complementary")
    panel.get_by_label("Name").fill("Tide bed")
    length = panel.get_by_label("Length", exact=True)
    length.fill("0")
    expect(panel.get_by_text("a side of 0 m is not possible")).to_be_visible()
    length.fill("3,5")  # a decimal comma
    expect(panel).to_contain_text("2.63 m²")  # as wide as the last one, 0.75 m
    assert len(read(slip_page)["file"]["garden"]["places"]) == 9  # nothing is stored yet
    panel.get_by_role("button", name="Save", exact=True).click()
    tide = slip_page.get_by_role("button", name=re.compile("^Tide bed"))
    expect(panel.get_by_role("button", name="Remove this place")).to_be_visible()
    added = read(slip_page)["file"]["garden"]["places"][-1]
    assert added["shape"]["length"] == {"value": 3.5, "unit": "m"}
    tide.focus()
    with slip_page.expect_response(re.compile("/places/")):
        tide.press("ArrowRight")
    assert read(slip_page)["file"]["garden"]["places"][-1]["x_m"] == pytest.approx(
        added["x_m"] + 0.1
    )


def test_soil_shows_the_effect_while_a_value_is_typed(slip_page: Page) -> None:
    go(slip_page, "Soil")
    slip_page.get_by_role("button", name="Starboard strip").click()
    slip_page.get_by_role("button", name="Correct this test").click()
    potassium = slip_page.get_by_label("K", exact=True)
    amounts = slip_page.locator(".follows-soil")
    before = amounts.inner_text()
    potassium.fill("20")
    expect(amounts.locator("s")).to_have_count(1)  # the old amount, struck through
    assert amounts.inner_text() != before
    assert read(slip_page)["file"]["garden"]["reports"][0]["values"][1]["value"] == 60
    acid = slip_page.get_by_label("pH", exact=True)
    acid.fill("65")
    fault = slip_page.get_by_role("alert")
    expect(fault).to_contain_text("PH 65 does not exist in soil", ignore_case=True)
    expect(fault).to_contain_text("a decimal point slipped (6.5)?")
    expect(acid).to_have_attribute("aria-invalid", "true")
    expect(slip_page.get_by_role("button", name="Save", exact=True)).to_be_disabled()
    acid.fill("6.3")
    slip_page.get_by_role("button", name="Save", exact=True).click()
    expect(slip_page.get_by_role("button", name="Correct this test")).to_be_visible()
    (report, *_) = read(slip_page)["file"]["garden"]["reports"]
    assert (report["ph"], report["values"][1]["value"]) == (6.3, 20)


def test_shed_reads_a_bag_and_says_what_a_scoop_gives(slip_page: Page) -> None:
    go(slip_page, "Shed")
    slip_page.get_by_role("button", name="Type one in").click()
    slip_page.get_by_label("Name").fill("Bilge 10-10-10")
    for line in ("N, %", "P₂O₅ or P, %", "K₂O or K, %"):
        slip_page.get_by_label(line, exact=True).fill("10")
    slip_page.get_by_role("radio", name="teaspoon", exact=True).click()
    teaspoon = slip_page.locator(".gives-sides")
    # 5 mL × 1.0 g/mL, 10 % of it nitrogen; 10 % P₂O₅ is 4.36 % P
    expect(teaspoon).to_contain_text("teaspoon ≈ 5 g".replace("≈ ", ""))
    expect(teaspoon).to_contain_text("0.5 g")
    expect(teaspoon).to_contain_text("0.2 g")
    slip_page.get_by_label("N, %", exact=True).fill("90")
    expect(slip_page.get_by_role("alert")).to_contain_text("the label adds up to 110 %")
    slip_page.get_by_label("N, %", exact=True).fill("10")
    slip_page.get_by_text("More from the label").click()
    slip_page.get_by_label("N as nitrate").fill("12")
    expect(slip_page.get_by_role("alert")).to_contain_text(
        "forms add up to 12 %, the total is 10 %"
    )
    slip_page.get_by_label("N as nitrate").fill("4.5")
    expect(slip_page.get_by_role("alert")).to_have_count(0)
    slip_page.get_by_role("button", name="Save", exact=True).click()
    expect(slip_page.get_by_role("heading", name="Bilge 10-10-10")).to_be_visible()
    kept = read(slip_page)["file"]["garden"]["products"][-1]
    assert kept["declared"][0]["pct"] == 10
    assert kept["nitrogen"]["nitrate_pct"] == 4.5
    assert kept["nitrogen"]["insoluble_pct"] == 0


def test_season_draws_stages_feeds_and_tides(slip_page: Page) -> None:
    go(slip_page, "Season")
    lanes = slip_page.locator(".strip-lane")
    expect(lanes).to_have_count(8)
    slip_page.get_by_role("button", name=re.compile("^Tomato")).press("Enter")
    detail = slip_page.get_by_role("region", name=re.compile("Tomato"))
    expect(detail.locator(".tide")).to_have_count(4)
    for name in ("nitrogen", "phosphorus", "potassium", "calcium"):
        expect(detail.get_by_role("figure").filter(has_text=name)).to_be_visible()
    plan = read(slip_page, "/plan")
    tomato = next(p for p in plan["plantings"] if p["crop"] == "tomato" and not p["over"])
    need = tomato["needs"][0]["total_g"]
    expect(detail.get_by_role("figure").first).to_contain_text(f"{round(need)} g")
    detail.get_by_label("Programme").select_option("base_and_side_dress")
    expect(detail.get_by_text("A slow or organic base")).to_be_visible()
    expect(slip_page.locator(".ghost-mark").first).to_be_visible()  # days of the old plan
    expect(detail.locator(".ghost-line")).to_have_count(4)
    assert tomato == next(p for p in read(slip_page, "/plan")["plantings"]
                          if p["crop"] == "tomato" and not p["over"])  # fmt: skip
    with slip_page.expect_response(re.compile("/plantings/")):
        detail.get_by_role("button", name="Save", exact=True).click()
    expect(slip_page.locator(".ghost-mark")).to_have_count(0)


def test_a_garden_leaves_and_enters_as_a_file(slip_page: Page, tmp_path: Path) -> None:
    slip_page.get_by_role("button", name="Skerrin Slip").click()
    with slip_page.expect_download() as download:
        slip_page.get_by_role("link", name="Save as a file").click()
    file = tmp_path / "garden.json"
    download.value.save_as(file)
    data = json.loads(file.read_text())
    future = tmp_path / "future.json"
    garden = {**data["garden"], "id": "00000000-0000-4000-8000-000000000001"}
    later = {**data, "version": upgrades.CURRENT + 1, "garden": garden}
    future.write_text(json.dumps(later))
    chooser = slip_page.get_by_label("Garden file")
    chooser.set_input_files(future)
    expect(slip_page.get_by_role("alert")).to_contain_text(f"reads up to {upgrades.CURRENT}")
    chooser.set_input_files(file)
    slip_page.get_by_role("button", name="Keep both").click()
    slip_page.wait_for_url(re.compile(rf"/g/(?!{demo.SLIP})"))
    expect(slip_page.get_by_role("heading", level=1)).to_contain_text("to feed today")


def test_today_s_week_in_walking_order(slip_page: Page) -> None:
    slip_page.get_by_text("Week", exact=True).click()
    days = slip_page.locator(".week-days > li")
    expect(days).to_have_count(7)
    expect(days.first).to_contain_text("Mon")  # the week of Friday 19 June
    today = slip_page.locator(".week-days > li.today-day")
    lines = today.locator(".week-line")
    expect(lines).to_have_count(4)
    expect(lines.nth(0)).to_contain_text("Ballast ground lime")  # the soil before the feeds
    # The walk begins at the top left and comes by the strip before the lean-to.
    walk = {one["id"]: one["walk"] for one in read(slip_page, "/plan")["places"]}
    names = {one["id"]: one["name"] for one in read(slip_page)["file"]["garden"]["places"]}
    order = [names[one] for one in sorted(walk, key=lambda one: walk[one])]
    assert order.index("Starboard strip") < order.index("Lean-to troughs")
    expect(lines.nth(1)).to_contain_text("Starboard strip")
    expect(lines.nth(2)).to_contain_text("Lean-to pots")
    expect(lines.nth(3)).to_contain_text("Lean-to troughs")
    lines.nth(1).click()
    card = slip_page.get_by_role("article", name=re.compile("Leek"))
    card.get_by_role("button", name="Done", exact=True).click()
    expect(today.get_by_text("given")).to_be_visible()
    slip_page.reload()
    expect(days).to_have_count(7)  # the week is remembered
    slip_page.get_by_role("button", name="The week after").click()
    expect(today).to_have_count(0)


def test_an_assumed_number_is_weighed_once(slip_page: Page) -> None:
    go(slip_page, "Shed")
    slip_page.get_by_role("button", name=re.compile("^Ebb potash")).click()
    slip_page.get_by_role("radio", name="tin mug").click()
    mug = slip_page.locator(".gives-sides")
    mug.get_by_role("button", name=re.compile("g$")).first.click()
    drawer = slip_page.get_by_role("dialog")
    expect(drawer.locator("ol .origin.assumed")).to_have_count(1)
    expect(drawer.get_by_role("heading", name="Weigh it once: Ebb potash")).to_be_visible()
    drawer.get_by_label("Weigh together", exact=True).fill("270")
    drawer.get_by_role("button", name="Use it instead").click()
    # 270 g in a mug of 180 mL: 1.5 g/mL, so a teaspoon of 5 mL weighs 7.5 g
    expect(drawer.locator("ol .origin.measured")).to_have_count(1)
    expect(drawer).to_contain_text("270 g")
    slip_page.keyboard.press("Escape")
    slip_page.get_by_role("radio", name="teaspoon", exact=True).click()
    spoon = slip_page.locator(".gives-sides")
    expect(spoon).to_contain_text("7.5 g")


def test_two_tests_side_by_side(slip_page: Page) -> None:
    go(slip_page, "Soil")
    compare = slip_page.get_by_label("Compare with")
    option = compare.locator("option").filter(has_text="20 November 2022")
    compare.select_option(option.get_attribute("value"))
    expect(slip_page.locator(".gauge-ghost")).to_have_count(4)  # P, K, Ca and Mg of 2022


def test_lists_are_searched(slip_page: Page) -> None:
    go(slip_page, "Shed")
    rows = slip_page.locator(".products > li")
    slip_page.get_by_label("Find a bag or bottle").fill("kelp")
    expect(rows).to_have_count(1)
    slip_page.get_by_label("Find a bag or bottle").fill("nowhere")
    expect(slip_page.get_by_text("Nothing of that name or kind.")).to_be_visible()


def test_the_plan_goes_into_a_calendar(slip_page: Page) -> None:
    slip_page.get_by_role("button", name="Skerrin Slip").click()
    with slip_page.expect_download() as saved:
        slip_page.get_by_role("link", name="Save as a calendar file").click()
    text = Path(saved.value.path()).read_text(encoding="utf-8")
    planned = [
        job["key"]
        for planting in read(slip_page, "/plan")["plantings"]
        for job in planting["jobs"] if job["status"] == "planned" and job["mixes"]
    ]  # fmt: skip
    assert planned
    assert all(f"UID:{key}@eznel.garden" in text for key in planned)
    slip_page.get_by_role("button", name="Make a private address").click()
    address = slip_page.get_by_label("Private address")
    first = address.input_value()
    assert slip_page.request.get(first).text().startswith("BEGIN:VCALENDAR")
    slip_page.get_by_role("button", name="Make the address anew").click()
    expect(address).not_to_have_value(first)
    slip_page.get_by_role("button", name="End it").click()
    expect(address).to_have_count(0)


def test_a_crop_that_is_sown_where_it_stays_is_taken_so(slip_page: Page) -> None:
    go(slip_page, "Plot")
    place_panel(slip_page, "Crane bed").get_by_role("button", name="Plant something here").click()
    pick(slip_page, "Crop", "string bean")  # found by another of its names
    chosen = slip_page.locator(".planting-form .field").first
    expect(chosen.get_by_text("Bush bean").last).to_be_visible()
    expect(slip_page.get_by_label("Started")).to_have_value("place")
    pick(slip_page, "Crop", "letuce")  # and by a slip
    expect(chosen.get_by_text("Lettuce").last).to_be_visible()
    expect(slip_page.get_by_label("Started")).to_have_value("out")
