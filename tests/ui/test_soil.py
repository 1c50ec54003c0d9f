"""The Soil view in a browser: lime, schools, compost, bands, by hand, and reading files."""

import re
from pathlib import Path
from typing import Any

import pytest
from picking import garden_of, opened, pick, place_panel
from playwright.sync_api import Page, expect

from eznel import demo
from ui.conftest import DESK, PHONE
from ui.test_access import faults_of
from ui.test_views import read


def bed(page: Page, name: str, more: str = "") -> None:
    page.goto(garden_of(page) + f"/soil?bed={demo.id_of(name)}{more}")
    page.get_by_role("heading", level=1, name=name).wait_for()


def place(page: Page, name: str) -> Any:
    return next(p for p in read(page, "/plan")["places"] if p["id"] == demo.id_of(name))


def test_lime_is_said_first_and_ticked_on_today(slip_page: Page) -> None:
    home = slip_page.url
    bed(slip_page, "Port strip")
    work = slip_page.get_by_role("region", name="Correcting pH")
    # pH 5.7, kale 6.0–7.5, Mehlich 6.35: AC 1.0 × (6.5 − 5.7) ÷ 0.9 = 0.889 tons = 196 g/m²
    expect(work).to_contain_text("Lime to pH 6.75")
    expect(work.get_by_role("img", name="What each method asks for")).to_contain_text(
        "Mehlich buffer 196"
    )
    work.get_by_role("button", name="Mehlich buffer").click()
    expect(slip_page.get_by_role("dialog")).to_contain_text("8 in")
    slip_page.keyboard.press("Escape")

    slip_page.goto(home)
    card = opened(slip_page, "Crane bed, lime")
    job = next(j for j in place(slip_page, "Crane bed")["jobs"] if j["kind"] == "lime")
    expect(card).to_contain_text(f"{job['grams'] / 1000:.2f} kg")
    card.get_by_role("button", name="Spread today").click()
    expect(slip_page.get_by_text("recorded. The plan counts it")).to_be_visible()
    expect(card).to_have_count(0)
    kinds = {j["kind"]: j["due_on"] for j in place(slip_page, "Crane bed")["jobs"]}
    assert kinds["retest"] == "2026-10-17"  # 120 days after 19 June
    assert "lime" not in kinds
    slip_page.locator(".toast").get_by_role("button", name="Undo").click()
    expect(card).to_be_visible()


def test_sulphur_is_for_those_who_ask(slip_shut: Page) -> None:
    bed(slip_shut, "Starboard strip")
    ask = slip_shut.get_by_role("checkbox", name="Lower the pH of this bed with sulphur")
    expect(ask).to_have_count(0)  # pH 6.4 is right for leeks
    slip_shut.get_by_role("button", name="Correct this test").click()
    slip_shut.get_by_label("pH", exact=True).fill("7.9")
    slip_shut.get_by_role("button", name="Save", exact=True).click()
    expect(ask).not_to_be_checked()
    ask.click()
    expect(ask).to_be_checked()
    work = slip_shut.get_by_role("region", name="Correcting pH")
    expect(work).to_contain_text("Sulphur to pH 6.75")  # the middle of leek's 6.0 to 7.5
    assert place(slip_shut, "Starboard strip")["ph_work"]["kind"] == "sulphur"
    ask.click()
    expect(work).to_have_count(0)


def test_schools_are_compared_before_one_is_picked(slip_shut: Page) -> None:
    bed(slip_shut, "Starboard strip", "&page=schools")
    schools = {
        s["school"]: s["crops"][0]["per_m2"] for s in place(slip_shut, "Starboard strip")["schools"]
    }
    assert schools["build"]["K"] != schools["sufficiency"]["K"]
    choice = slip_shut.get_by_role("radiogroup", name="School (how a test is read)")
    for name in ("feed to sufficiency", "build and maintain", "balanced cations"):
        expect(choice).to_contain_text(name)
    with slip_shut.expect_response(lambda answer: answer.request.method == "PUT"):
        choice.get_by_role("radio", name=re.compile("build and maintain")).check()
    expect(choice.get_by_role("radio", name=re.compile("build and maintain"))).to_be_checked()
    need = next(
        n
        for p in read(slip_shut, "/plan")["plantings"]
        if p["place"] == demo.id_of("Starboard strip")
        for n in p["needs"]
        if n["nutrient"] == "K"
    )
    assert need["per"] == pytest.approx(schools["build"]["K"])


def test_compost_answers_while_it_is_typed(slip_shut: Page) -> None:
    bed(slip_shut, "Starboard strip", "&page=work")
    slip_shut.get_by_role("button", name="Work in compost or manure").click()
    slip_shut.get_by_label("Thickness", exact=True).fill("3")
    # 3.75 m² × 3 cm = 112.5 L; × 0.6 = 67.5 kg
    expect(slip_shut.locator(".preparation")).to_contain_text("67.5 kg")
    expect(slip_shut.locator(".preparation")).to_contain_text("112 L")
    slip_shut.get_by_label("What", exact=True).select_option(label="Cow manure, fresh")
    slip_shut.get_by_label("On", exact=True).fill("2026-08-01")
    expect(slip_shut.locator(".preparation")).to_contain_text("needed for germs to die")
    slip_shut.get_by_label("How much").select_option(label="an amount for the whole place")
    slip_shut.get_by_label("Amount", exact=True).fill("1000000")
    slip_shut.get_by_label("Amount", exact=True).fill("4")
    slip_shut.get_by_role("button", name="Save", exact=True).click()
    expect(slip_shut.get_by_role("button", name="Change")).to_be_visible()
    (kept,) = [
        p
        for p in read(slip_shut)["file"]["garden"]["preparations"]
        if p["place"] == demo.id_of("Starboard strip")
    ]
    assert kept["how"]["amount"] == {"value": 4, "unit": "kg"}


def test_bands_of_one_s_own_win(slip_shut: Page) -> None:
    bed(slip_shut, "Starboard strip")
    slip_shut.get_by_role("button", name="bands").first.click()
    form = slip_shut.get_by_role("group", name="Bands of your own")
    form.get_by_label("very high from").fill("35")
    expect(form.get_by_label("enough from")).to_have_value("50")
    form.get_by_label("Printed where").fill("Tidal county guide")
    form.get_by_role("button", name="Save", exact=True).click()
    expect(slip_shut.get_by_role("alert")).to_contain_text("begin above the one before")
    form.get_by_label("enough from").fill("32")
    form.get_by_role("button", name="Save", exact=True).click()
    expect(slip_shut.get_by_text("Tidal county guide")).to_be_visible()
    (p,) = [g for g in place(slip_shut, "Starboard strip")["gauges"] if g["analyte"] == "P"]
    assert (p["soil_class"], p["origin"]) == ("very_high", "typed")  # 41 mg/kg


def test_an_extract_without_bands_asks_for_some(slip_shut: Page) -> None:
    bed(slip_shut, "Crane bed")
    slip_shut.get_by_role("button", name="Type in a test").click()
    slip_shut.get_by_label("Extract used", exact=True).select_option("Morgan")
    slip_shut.get_by_label("Mg", exact=True).fill("90")
    slip_shut.get_by_role("button", name="Save", exact=True).click()
    # While it is typed the draft says the same; what is opened then goes with the draft.
    expect(slip_shut.get_by_role("button", name="Save", exact=True)).to_have_count(0)
    expect(slip_shut.get_by_text("No bands are known for Mg")).to_be_visible()
    slip_shut.get_by_role("button", name="type bands for Mg").click()
    form = slip_shut.get_by_role("group", name="Bands of your own")
    for name, bound in (("low", 25), ("medium", 50), ("enough", 120), ("very high", 250)):
        form.get_by_label(f"{name} from", exact=True).fill(str(bound))
    form.get_by_label("Printed where").fill("Tidal county guide")
    form.get_by_role("button", name="Save", exact=True).click()
    expect(form).to_have_count(0)
    expect(slip_shut.get_by_text("No bands are known for Mg")).to_have_count(0)
    (mg,) = [g for g in place(slip_shut, "Crane bed")["gauges"] if g["analyte"] == "Mg"]
    assert (mg["soil_class"], mg["extractant"]) == ("medium", "Morgan")


def test_texture_and_drainage_by_hand(slip_shut: Page) -> None:
    bed(slip_shut, "Keel bed", "&page=feel")
    slip_shut.get_by_role("button", name="Yes", exact=True).click()
    slip_shut.get_by_role("button", name=re.compile("under 2.5 cm")).click()
    slip_shut.get_by_role("button", name="Gritty").click()
    expect(slip_shut.get_by_text("Now: sandy loam (by feel, an estimate)")).to_be_visible()
    slip_shut.get_by_label("The water fell by", exact=True).fill("1")
    slip_shut.get_by_label("In", exact=True).fill("120")
    slip_shut.get_by_role("button", name="Save it for this bed").click()
    expect(slip_shut.get_by_text("Measured: 1 cm in 120 minutes.")).to_be_visible()
    keel = place(slip_shut, "Keel bed")
    assert "drains_slowly" in {f["key"] for f in keel["findings"]}  # 0.5 cm/h


def test_a_file_is_read_mapped_and_kept(slip_page: Page, tmp_path: Path) -> None:
    sheet = tmp_path / "results.csv"
    sheet.write_text(
        "Plot;Date;pH;Buffer pH;P ppm (M3);K ppm (M3);Odour\n"
        "Winch oval;12.04.2026;6,4;6,5;44;70;none\n"
        "Somewhere;12.04.2026;5,9;6,3;20;50;none\n"
    )
    bed(slip_page, "Keel bed")
    slip_page.get_by_role("button", name="Read a file").click()
    slip_page.get_by_label("A table (CSV), text or PDF").set_input_files(sheet)
    expect(slip_page.get_by_text("which buffer?").first).to_be_visible()
    expect(slip_page.get_by_text("One sample has no bed yet")).to_be_visible()
    slip_page.get_by_label("Buffer pH: extract or method").select_option("Mehlich")
    held: list[Any] = []
    slip_page.route("**/soil-files/read", lambda route: held.append(route))
    with slip_page.expect_request("**/soil-files/read"):
        slip_page.get_by_role("button", name="Read it again with these").click()
    # What was read stays in sight until it is read anew.
    assert slip_page.get_by_label("Buffer pH: extract or method").count() == 1
    held[0].continue_()
    expect(slip_page.get_by_text("which buffer?")).to_have_count(0)
    slip_page.get_by_text("was not understood").click()
    expect(slip_page.get_by_text("column “Odour”")).to_be_visible()
    pick(slip_page, "Belongs to", "Port strip", 1)
    pick(slip_page, "Belongs to", "Crane bed", 1)
    slip_page.get_by_label("Belongs to").nth(1).press("Escape")
    slip_page.get_by_role("button", name="Save these 2 tests").click()
    slip_page.get_by_role("heading", level=1, name="Winch oval").wait_for()
    kept = [
        r for r in read(slip_page)["file"]["garden"]["reports"] if r["sampled_on"] == "2026-04-12"
    ]
    assert [(r["ph"], r["buffer"]["value"], r["places"]) for r in kept] == [
        (6.4, 6.5, [demo.id_of("Winch oval")]),
        (5.9, 6.3, [demo.id_of("Port strip"), demo.id_of("Crane bed")]),  # one sample, two beds
    ]


def test_a_report_of_another_kind_is_typed_in(slip_shut: Page) -> None:
    bed(slip_shut, "Crane bed")
    slip_shut.get_by_role("button", name="Type in a test").click()
    slip_shut.get_by_label("Extract used", exact=True).select_option("Bray P1")
    slip_shut.get_by_label("P", exact=True).fill("80")
    row = slip_shut.locator(".value-row").first
    row.get_by_role("combobox").first.select_option("lb/acre")
    slip_shut.get_by_label("P: counted as").select_option("P2O5")
    slip_shut.get_by_label("P: for a layer of", exact=True).fill("8")
    # 80 lb P2O5 in 8 in: ÷ 2.4 × 0.4364 = 14.5 mg/kg P
    expect(slip_shut.locator(".gauge-row").filter(has_text="Bray P1")).to_contain_text("14.5")
    slip_shut.get_by_label("Buffer pH", exact=True).fill("12")
    expect(slip_shut.get_by_text(re.compile("must be 8.5 or less"))).to_be_visible()
    slip_shut.get_by_label("Buffer pH", exact=True).fill("6.5")
    slip_shut.get_by_role("button", name="Save", exact=True).click()
    expect(slip_shut.get_by_role("button", name="Correct this test")).to_be_visible()


@pytest.mark.parametrize("size", [DESK, PHONE], ids=["desk", "phone"])
def test_everybody_can_use_every_page_of_it(slip_shut: Page, size: Any) -> None:
    slip_shut.set_viewport_size(size)
    for page in ("schools", "exchange", "work", "past", "feel"):
        bed(slip_shut, "Keel bed", f"&page={page}")
        slip_shut.wait_for_load_state("networkidle")
        assert faults_of(slip_shut) == [], page
        assert slip_shut.evaluate("document.documentElement.scrollWidth - innerWidth") <= 0, page
    slip_shut.goto(garden_of(slip_shut) + "/soil?read=")
    slip_shut.get_by_label("Or paste the report’s text").fill(
        "pH 6.4\nPotassium 60 ppm\nhello there"
    )
    slip_shut.get_by_role("button", name="Read it", exact=True).click()
    expect(slip_shut.get_by_text("no unit is printed")).to_have_count(0)
    slip_shut.get_by_text("was not understood").wait_for()
    assert faults_of(slip_shut) == []


def test_where_the_base_goes_and_what_the_water_brings(slip_shut: Page) -> None:
    slip_shut.goto(garden_of(slip_shut) + "/plot")
    panel = place_panel(slip_shut, "Starboard strip")
    panel.get_by_role("button", name="Change").click()
    panel.get_by_label("Base dressing goes", exact=True).select_option("hole")
    expect(panel.get_by_text("Little fits there")).to_be_visible()
    panel.get_by_label("Roots and tops after harvest").select_option("left")
    panel.get_by_role("button", name="Save", exact=True).click()
    expect(panel.get_by_role("button", name="Cancel", exact=True)).to_have_count(0)
    (leek,) = [p for p in read(slip_shut)["file"]["garden"]["plantings"] if p["crop"] == "leek"]
    assert (leek["base_by"], leek["residue"]) == ("hole", "left")

    before = next(p for p in read(slip_shut, "/plan")["plantings"] if p["crop"] == "leek")
    slip_shut.get_by_role("button", name="Skerrin Slip").click()
    slip_shut.get_by_label("Nitrate-N in your water").fill("10")
    slip_shut.get_by_label("Watered on beds in a season").fill("100")
    slip_shut.get_by_label("Sodium in your water").fill("90")
    expect(slip_shut.get_by_text("90 mg/L of sodium; from 70 mg/L on")).to_be_visible()
    slip_shut.get_by_label("Alkalinity", exact=True).fill("3000")
    expect(slip_shut.get_by_text("That is 3000 mg of calcium carbonate")).to_be_visible()
    slip_shut.get_by_label("Alkalinity", exact=True).fill("")
    slip_shut.get_by_role("button", name="Save", exact=True).click()
    expect(slip_shut.get_by_label("Nitrate-N in your water")).to_have_count(0)
    after = next(p for p in read(slip_shut, "/plan")["plantings"] if p["crop"] == "leek")
    # 10 mg/L × 100 mm ÷ 1000 = 1 g N/m²
    assert before["needs"][0]["per"] - after["needs"][0]["per"] == pytest.approx(1)


def test_pots_are_watered_from_the_butt(slip_page: Page) -> None:
    """Its cans say so; while a place names it, the butt cannot go."""
    slip_page.get_by_role("button", name="Skerrin Slip").click()
    slip_page.get_by_role("button", name="Add rain water").click()
    slip_page.get_by_label("Name of this water").fill("Quay butt")
    expect(slip_page.get_by_label("Calcium in your water")).to_have_count(0)
    slip_page.get_by_role("button", name="Add a mix of two").click()
    slip_page.get_by_label("The other water").select_option(label="the usual water")
    expect(slip_page.get_by_text("a mix is of two different waters", exact=False)).to_be_visible()
    slip_page.get_by_role("button", name="Remove this water").click()
    slip_page.get_by_role("button", name="Save", exact=True).click()
    expect(slip_page.get_by_label("Latitude")).to_have_count(0)

    slip_page.goto(garden_of(slip_page) + "/plot")
    panel = place_panel(slip_page, "Lean-to pots")
    panel.get_by_text("Measures", exact=True).click()
    panel.get_by_label("Watered with", exact=True).select_option(label="Quay butt")
    panel.get_by_role("button", name="Save", exact=True).click()
    expect(panel.get_by_role("button", name="Cancel", exact=True)).to_have_count(0)
    slip_page.goto(slip_page.url.replace("/plot", "/today"))
    expect(slip_page.get_by_text(re.compile(r"cans of 8 L \(Quay butt\)"))).to_be_visible()

    slip_page.get_by_role("button", name="Skerrin Slip").click()
    slip_page.get_by_text("Quay butt", exact=True).click()
    expect(slip_page.get_by_text("First choose another for Lean-to pots.")).to_be_visible()
    expect(slip_page.get_by_role("button", name="Remove this water")).to_be_disabled()


def test_a_potting_mix_says_what_to_buy(slip_shut: Page) -> None:
    slip_shut.goto(garden_of(slip_shut) + "/plot")
    panel = place_panel(slip_shut, "Lean-to troughs")
    # 3 × 54 L × 1.1 = 178.2 L; 60 % of it in bags of 40 L
    expect(panel).to_contain_text("3 bags of 40 L")
    expect(panel).to_contain_text("The mix costs €37.50")  # 3 × 6.50 + 3 × 4 + 2 × 3
    expect(panel).to_contain_text("162 g Halyard tub feed")  # 1 g/L × 162 L
    panel.get_by_text("Measures", exact=True).click()
    panel.get_by_label("Sold in bags of", exact=True).first.fill("80")
    panel.get_by_role("button", name="Save", exact=True).click()
    expect(panel).to_contain_text("2 bags of 80 L")


def test_a_pasted_analysis_of_water_is_looked_at_before_it_is_taken(slip_page: Page) -> None:
    """Two figures of one line are asked about and never taken; what is sure fills the fields."""
    slip_page.get_by_role("button", name="Skerrin Slip").click()
    drawer = slip_page.get_by_role("dialog", name="This garden")
    drawer.get_by_text("Paste an analysis").click()
    text = "Water report\nSodium 88 mg/l\nChloride 19 - 44 mg/l\nAlkalinity 12 °dH\nEC 640 µS/cm"
    drawer.get_by_label("What the paper says").fill(text)
    drawer.get_by_role("button", name="Read it").click()
    expect(drawer.get_by_text("several numbers stand here")).to_be_visible()
    drawer.get_by_role("button", name="Take these figures over").click()
    expect(drawer.get_by_label("Sodium in your water")).to_have_value("88")
    expect(drawer.get_by_label("Chloride in your water")).to_have_value("")
    expect(drawer.get_by_label("Alkalinity", exact=True)).to_have_value("12")
    expect(drawer.get_by_label("Conductivity of your water", exact=True)).to_have_value("0.64")
    expect(drawer.get_by_text("88 mg/L of sodium; from 70 mg/L on")).to_be_visible()
    # 12 °dH are 214 mg/L of calcium carbonate: too much for the pots of this garden
    drawer.get_by_text("3 more to know").click()
    expect(drawer.get_by_text("An alkalinity of 214 mg/L lifts the pH of a pot")).to_be_visible()
    # 1 − 150/214 = 30 %, more than the 1 − 70/88 = 21 % for the sodium
    expect(drawer.get_by_text("With 30 % of rain water mixed in")).to_be_visible()
    drawer.get_by_role("button", name="Save", exact=True).click()
    expect(drawer.get_by_role("button", name="Cancel", exact=True)).to_have_count(0)
    water = read(slip_page)["file"]["garden"]["site"]["water"]
    assert (water["na_mg_l"], water["cl_mg_l"]) == (88, None)
    assert water["alkalinity"] == {"value": 12, "unit": "dH"}
