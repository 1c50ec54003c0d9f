"""The Shed in a browser: labels, materials, scoops, comparison, stock, shopping, rules, files."""

import re
import time
from pathlib import Path
from typing import Any

import pytest
from picking import garden_of
from PIL import Image
from playwright.sync_api import Page, expect
from reportlab.pdfgen import canvas

from eznel import demo
from ui.conftest import DESK, PHONE
from ui.test_access import faults_of
from ui.test_views import go, read

LABEL = """Bollard Tomato Feed
NPK FERTILISER SOLUTION 4-3-8
Nitrogen (N) total 4.0%
Phosphorus pentoxide (P2O5) soluble in water 3.0% (1.3% P)
Potassium oxide (K2O) soluble in water 8.0% (6.6% K)
Made by the light of the moon
Dilute one capful (20 ml) in 4.5 litres of water. Feed weekly.
1 litre e"""


def shed(page: Page, more: str = "") -> None:
    page.goto(garden_of(page) + f"/shed{more}")
    page.get_by_role("heading", level=1, name="Shed").wait_for()


def products(page: Page) -> list[Any]:
    return read(page)["file"]["garden"]["products"]


def facts(page: Page, name: str) -> Any:
    return next(p for p in read(page, "/plan")["products"] if p["id"] == demo.id_of(name))


def choose(page: Page, name: str) -> None:
    page.locator(".products").get_by_role("button", name=re.compile(f"^{name}")).click()


def test_a_label_is_read_beside_its_words_and_kept(slip_shut: Page) -> None:
    shed(slip_shut)
    slip_shut.get_by_role("button", name="Read a label").click()
    slip_shut.get_by_label("What the bag says").fill(LABEL)
    pieces = slip_shut.locator(".piece")
    potash = pieces.filter(has_text="Potassium oxide")
    expect(potash).to_contain_text("K₂O 8 %")
    expect(pieces.filter(has_text="light of the moon")).to_contain_text("not understood")
    expect(pieces.filter(has_text="one capful")).to_contain_text("20 mL / 4.5 L")
    expect(slip_shut.get_by_label("A full pack of 1 L is in the shed")).to_be_checked()
    slip_shut.get_by_role("button", name="Check it and save it").click()
    expect(slip_shut.get_by_label("Name")).to_have_value("Bollard Tomato Feed")
    expect(slip_shut.get_by_label("K₂O or K, %", exact=True)).to_have_value("8")
    slip_shut.get_by_role("button", name="Save", exact=True).click()
    expect(slip_shut.get_by_role("heading", name="Bollard Tomato Feed")).to_be_visible()
    kept = products(slip_shut)[-1]
    assert kept["form"] == "liquid"
    assert kept["interval_days"] == 7
    assert kept["max_strength"]["product"] == {"value": 20, "unit": "mL"}
    assert kept["stock"] == {"amount": {"value": 1, "unit": "L"}, "counted_on": "2026-06-19"}


def test_a_label_that_cannot_be_is_questioned_and_mended_where_it_stands(slip_shut: Page) -> None:
    shed(slip_shut)
    slip_shut.get_by_role("button", name="Read a label").click()
    text = slip_shut.get_by_label("What the bag says")
    text.fill("Folly granules\nN 60% P2O5 50% K2O 4%")
    expect(slip_shut.get_by_role("alert")).to_contain_text("the label adds up to 114 %")
    keep = slip_shut.get_by_role("button", name="Check it and save it")
    expect(keep).to_have_count(0)
    text.fill("Folly granules\nN 6% P2O5 5% K2O 4?%")
    expect(keep).to_be_visible()
    smudge = slip_shut.locator(".piece").filter(has_text="4?%")
    expect(smudge).to_contain_text("a number here cannot be read")
    text.fill("")
    expect(slip_shut.get_by_text("Each value appears here")).to_be_visible()
    assert len(products(slip_shut)) == 11


def test_a_general_material_with_one_tap_and_then_weighed(slip_shut: Page) -> None:
    shed(slip_shut)
    slip_shut.get_by_role("button", name="General material").click()
    slip_shut.get_by_label("Find a material").fill("saltpetre")
    slip_shut.get_by_role("button", name="Add Potassium nitrate").click()
    expect(slip_shut.get_by_role("heading", name="Potassium nitrate")).to_be_visible()
    expect(slip_shut.get_by_text("figures from what is usual")).to_be_visible()
    made = products(slip_shut)[-1]
    assert (made["material"], made["proof"]) == ("potassium_nitrate", "typical")
    slip_shut.get_by_role("radio", name="tablespoon").click()
    gives = slip_shut.locator(".gives-sides")
    # 15 mL at the usual 1.1 g/mL is 16.5 g; weighed at 21 g for the same spoon it is 21 g
    expect(gives).to_contain_text("17 g")
    slip_shut.get_by_role("button", name="Change what the label says").click()
    slip_shut.get_by_text("More from the label").click()
    slip_shut.get_by_label("Weighed once: level measure", exact=True).fill("15")
    slip_shut.get_by_label("It weighs", exact=True).fill("21")
    slip_shut.get_by_role("button", name="Save", exact=True).click()
    expect(gives).to_contain_text("21 g")


def test_a_scoop_on_a_bed_to_a_plant_and_in_the_can(slip_shut: Page) -> None:
    shed(slip_shut)
    choose(slip_shut, "Mainsail")
    slip_shut.get_by_role("radio", name="tablespoon").click()
    gives = slip_shut.locator(".gives-sides")
    slip_shut.get_by_text("In the can", exact=True).click()
    # 15 mL × 0.95 = 14.25 g of 12 % N in 9 L: 190 mg/L; the label's 2 g/L × 9 L is 18 g
    expect(gives).to_contain_text("190 mg/L")
    expect(gives).to_contain_text("79 % of the label’s most")
    slip_shut.get_by_text("On a bed", exact=True).click()
    # 1.71 g N on the Keel bed's 4.32 m²
    expect(gives).to_contain_text("0.396 g/m²")
    slip_shut.get_by_text("To each plant", exact=True).click()
    expect(gives).to_contain_text("0.1 g")  # 14 plants
    slip_shut.get_by_text("In the can", exact=True).click()
    slip_shut.get_by_role("radio", name="tin mug").click()
    expect(slip_shut.get_by_text("200 mg/L is the strongest feed")).to_be_visible()


def test_products_are_compared_for_one_need(slip_shut: Page) -> None:
    shed(slip_shut, "?page=compare")
    cards = slip_shut.locator(".contender")
    expect(cards).to_have_count(3)
    slip_shut.get_by_label("Slipway poultry pellets").check()
    expect(cards).to_have_count(4)
    pellets = cards.filter(has_text="Slipway poultry pellets")
    expect(pellets).to_contain_text("No job that is left takes this kind")
    expect(cards.first.get_by_role("img")).to_have_attribute("aria-labelledby", re.compile("."))
    for box in slip_shut.get_by_role("group", name="Two to five of").get_by_role("checkbox").all():
        box.uncheck()
    expect(slip_shut.get_by_text("Choose at least two.")).to_be_visible()


def test_stock_comes_and_goes_with_undo(slip_shut: Page) -> None:
    shed(slip_shut)
    choose(slip_shut, "Kelpie potash liquid")
    slip_shut.get_by_text("What is left", exact=True).click()
    before = facts(slip_shut, "Kelpie potash liquid")["left_g"]
    expect(slip_shut.get_by_text("It runs out on")).to_be_visible()
    slip_shut.get_by_role("button", name="Bought more").click()
    expect(slip_shut.get_by_label("How much was bought", exact=True)).to_have_value("1")
    slip_shut.get_by_role("button", name="Save", exact=True).click()
    expect(slip_shut.get_by_text("It runs out on")).to_have_count(0)
    # a litre at the usual 1.2 g/mL
    assert facts(slip_shut, "Kelpie potash liquid")["left_g"] == pytest.approx(before + 1200)
    slip_shut.get_by_role("button", name="Undo").first.click()
    expect(slip_shut.get_by_text("It runs out on")).to_be_visible()
    slip_shut.get_by_role("button", name="Write off").click()
    slip_shut.get_by_role("button", name="Save", exact=True).click()
    expect(slip_shut.get_by_text("0 g are left")).to_be_visible()
    assert facts(slip_shut, "Kelpie potash liquid")["left_g"] == 0


def test_what_to_buy_and_the_cheapest_bags(slip_shut: Page) -> None:
    shed(slip_shut, "?page=buy")
    buying = slip_shut.locator(".to-buy")
    expect(buying).to_have_count(1)
    expect(buying).to_contain_text("1 × 1 L")
    expect(buying).to_contain_text("€8.00")
    slip_shut.get_by_role("button", name="Find it").click()
    expect(slip_shut.get_by_text("against €8.00 by the list")).to_be_visible()


def test_the_season_without_a_bag(slip_shut: Page) -> None:
    shed(slip_shut)
    choose(slip_shut, "Quayside nitrate of lime")
    slip_shut.get_by_text("Without this bag").click()
    lines = slip_shut.locator(".instead-line")
    expect(lines.first).to_contain_text("as it is")
    expect(lines.nth(1)).to_contain_text("without it")
    expect(lines.nth(1)).to_contain_text("Ca 0 %")


def test_a_rule_of_the_garden_leaves_bags_in_the_shed(slip_page: Page) -> None:
    slip_page.get_by_role("button", name="Skerrin Slip").click()
    slip_page.get_by_label("Only what organic growing allows").check()
    slip_page.get_by_role("button", name="Save", exact=True).click()
    slip_page.keyboard.press("Escape")
    go(slip_page, "Shed")
    choose(slip_page, "Mainsail")
    said = slip_page.locator(".refusals")
    expect(said).to_contain_text("Not used in this garden.")
    expect(said).to_contain_text("takes only what organic growing allows")
    planned = [
        line["product"]
        for planting in read(slip_page, "/plan")["plantings"]
        for job in planting["jobs"] if job["status"] == "planned"
        for mix in job["mixes"] for line in mix["lines"]
    ]  # fmt: skip
    assert demo.id_of("Mainsail soluble 12-4-18") not in planned
    go(slip_page, "Season")
    slip_page.get_by_role("button", name=re.compile("^Tomato Red Lantern")).first.press("Enter")
    slip_page.get_by_text("Left in the shed, and why").first.click()
    expect(slip_page.locator(".refusals").first).to_contain_text("organic growing")


def test_a_list_leaves_and_comes_back(slip_shut: Page, tmp_path: Path) -> None:
    shed(slip_shut)
    with slip_shut.expect_download() as saved:
        slip_shut.get_by_role("link", name="Save all as CSV").click()
    own = tmp_path / "own.csv"
    rows = Path(saved.value.path()).read_text(encoding="utf-8-sig").splitlines()
    cells = {"name": "Bosun feed", "form": "soluble", "N %": "9", "K2O %": "not so much"}
    own.write_text("\n".join([rows[0], ",".join(cells.get(h, "") for h in rows[0].split(","))]))
    slip_shut.get_by_role("button", name="Read a list").click()
    slip_shut.get_by_label("CSV or JSON").set_input_files(saved.value.path())
    expect(slip_shut.get_by_text("As it is here already.")).to_have_count(11)
    expect(slip_shut.get_by_role("button", name="Save: 0 new, 0 changed")).to_be_disabled()
    slip_shut.get_by_label("CSV or JSON").set_input_files(own)
    expect(slip_shut.get_by_text("not understood: K2O %: not so much")).to_be_visible()
    slip_shut.get_by_role("button", name="Save: 1 new, 0 changed").click()
    expect(slip_shut.locator(".products")).to_contain_text("Bosun feed")
    assert len(products(slip_shut)) == 12


def test_a_bagged_mix_is_kept_and_fills_a_tub(slip_shut: Page) -> None:
    shed(slip_shut)
    slip_shut.get_by_role("button", name="Type one in").click()
    slip_shut.get_by_label("Name").fill("Petrel compost")
    slip_shut.get_by_label("Kind").last.select_option("mix")
    slip_shut.get_by_label("N added").fill("150")
    slip_shut.get_by_role("button", name="Save", exact=True).click()
    expect(slip_shut.get_by_role("heading", name="Petrel compost")).to_be_visible()
    assert products(slip_shut)[-1]["added"] == [{"nutrient": "N", "mg_l": 150}]


@pytest.mark.parametrize("size", [DESK, PHONE], ids=["desk", "phone"])
@pytest.mark.parametrize("page_of", ["", "?page=compare", "?page=buy"])
def test_the_shed_is_for_everybody(slip_shut: Page, size: Any, page_of: str) -> None:
    slip_shut.set_viewport_size(size)
    shed(slip_shut, page_of)
    slip_shut.wait_for_load_state("networkidle")
    if not page_of:
        slip_shut.get_by_role("button", name="Read a label").click()
        slip_shut.get_by_label("What the bag says").fill(LABEL)
        slip_shut.locator(".piece").first.wait_for()
    assert faults_of(slip_shut) == []
    wide = slip_shut.evaluate("document.documentElement.scrollWidth - innerWidth")
    assert wide <= 0


def test_a_label_out_of_a_pdf_is_kept_with_the_photo_of_the_bag(
    slip_shut: Page, tmp_path: Any
) -> None:
    shed(slip_shut)
    slip_shut.get_by_role("button", name="Read a label").click()
    page = canvas.Canvas(str(tmp_path / "label.pdf"))
    for n, line in enumerate(("Gunwale feed 5-3-8", "Total nitrogen (N) 5.0 %", "Net weight 2 kg")):
        page.drawString(60, 700 - 20 * n, line)
    page.save()
    Image.new("RGB", (640, 480), (90, 120, 70)).save(tmp_path / "bag.png")
    slip_shut.get_by_label("Label as PDF or text").set_input_files(tmp_path / "bag.png")
    expect(slip_shut.get_by_text("That is a picture")).to_be_visible()
    slip_shut.get_by_label("Label as PDF or text").set_input_files(tmp_path / "label.pdf")
    expect(slip_shut.get_by_label("What the bag says")).to_have_value(re.compile("Gunwale feed"))
    slip_shut.get_by_label("Photo of the bag").set_input_files(tmp_path / "bag.png")
    expect(slip_shut.get_by_alt_text("Photo of the bag")).to_be_visible()
    slip_shut.get_by_role("button", name="Check it and save it").click()
    slip_shut.get_by_role("button", name="Save", exact=True).click()
    slip_shut.get_by_text("What its label said").click()
    expect(slip_shut.get_by_text("Total nitrogen (N) 5.0 %")).to_be_visible()
    photo = slip_shut.get_by_alt_text("Photo of Gunwale feed 5-3-8")
    expect(photo).to_be_visible()
    assert photo.evaluate("one => one.naturalWidth") == 640


def test_what_is_saved_is_the_label_as_it_stands_now(slip_shut: Page) -> None:
    shed(slip_shut)
    slip_shut.get_by_role("button", name="Read a label").click()
    label = slip_shut.get_by_label("What the bag says")
    label.fill("Halyard feed 5-3-8\nTotal nitrogen (N) 5.0 %\nNet weight 2 kg\ngranules")
    go_on = slip_shut.get_by_role("button", name="Check it and save it")
    go_on.wait_for()
    slip_shut.route("**/labels/read", lambda route: (time.sleep(1), route.continue_()))
    label.fill("Halyard feed 6-3-8\nTotal nitrogen (N) 6.0 %\nNet weight 2 kg\ngranules")
    go_on.click()
    expect(slip_shut.get_by_label("Name")).to_have_value("Halyard feed 6-3-8")
