"""Book > Look and Trials: by touch, on a phone and by keyboard; what is kept and comes back."""

import re
from pathlib import Path

import pytest
from picking import garden_of
from PIL import Image
from playwright.sync_api import Page, Route, expect

from ui.conftest import PHONE
from ui.picking import pick
from ui.test_access import faults_of
from ui.test_book import book
from ui.test_views import go, read


def seen(page: Page, part: str, sign: str) -> None:
    page.get_by_role("button", name=part, exact=True).click()
    page.get_by_label(sign).check()


def test_what_is_the_matter_on_a_phone(slip_shut: Page) -> None:
    """Three of four: between 36 and 94 in a hundred."""
    slip_shut.set_viewport_size(PHONE)
    book(slip_shut, "?page=look")
    slip_shut.get_by_role("button", name=re.compile("^Tomato")).click()
    behind = slip_shut.get_by_role("region", name="What may be behind it")
    expect(behind).to_contain_text("Touch the plant where something is the matter")
    seen(slip_shut, "Old leaves", "Rolled upwards, firm and green")
    expect(behind).to_contain_text("Do nothing: it harms nothing.")
    card = behind.get_by_role("article", name="Leaf roll without harm")
    expect(card).to_contain_text("× 25")
    slip_shut.get_by_label("How many have it").fill("3")
    slip_shut.get_by_label("of how many").fill("4")
    expect(behind).to_contain_text("between 36 % and 94 %")
    assert faults_of(slip_shut) == []
    slip_shut.get_by_role("button", name="Write it down").click()
    expect(slip_shut.get_by_text("It is written down. Today says when")).to_be_visible()
    kept = read(slip_shut)["file"]["log"]["looks"][-1]
    assert (kept["decided"], kept["again_on"]) == ("leaf_roll", "2026-07-03")
    assert (kept["affected"], kept["of"]) == (3, 4)


def test_the_season_leads_to_the_plant_itself(slip_shut: Page) -> None:
    slip_shut.goto(garden_of(slip_shut) + "/season")
    slip_shut.get_by_role("button", name=re.compile("^Leek")).press("Enter")
    slip_shut.get_by_role("link", name="What is the matter with it?").click()
    offered = slip_shut.get_by_role("region", name="Which one?").get_by_role("button")
    expect(offered).to_have_count(1)
    offered.click()
    slip_shut.get_by_role("button", name="Root or bulb", exact=True).click()
    expect(slip_shut.get_by_label("White felt with black grains at the base")).to_be_visible()


def test_the_check_decides_and_another_cause_can_be_taken(slip_shut: Page) -> None:
    book(slip_shut, "?page=look")
    slip_shut.get_by_role("button", name=re.compile("^Tomato")).press("Enter")
    slip_shut.get_by_role("button", name="Fruit's end", exact=True).press("Enter")
    slip_shut.get_by_label("Sunken, brown to black, dry as leather").press("Space")
    check = slip_shut.get_by_role("group", name="The check that would tell")
    expect(check).to_contain_text("Dig a hand deep")
    check.get_by_role("button", name="It is dry there").press("Enter")
    behind = slip_shut.get_by_role("region", name="What may be behind it")
    dry = behind.get_by_role("article", name="Dry spells between waterings")
    expect(dry).to_contain_text("It is dry there")
    behind.get_by_text("What else it could be").click()
    other = behind.get_by_role("article").nth(1)
    other.get_by_role("button", name=re.compile("^Take it for this")).press("Enter")
    expect(other.get_by_role("button", name=re.compile("^Taken for it"))).to_be_visible()
    slip_shut.get_by_role("button", name="Write it down").press("Enter")
    expect(slip_shut.get_by_text("It is written down. Today says when")).to_be_visible()
    kept = read(slip_shut)["file"]["log"]["looks"][-1]
    assert kept["decided"] != "dryness"
    assert kept["checks"] == [{"check": "dig", "outcome": "dry"}]


def test_a_drawn_part_is_touched(slip_shut: Page) -> None:
    book(slip_shut, "?page=look")
    slip_shut.get_by_role("button", name=re.compile("^Tomato")).click()
    slip_shut.locator(".plant-touch .is-flower .plant-finger").click()
    expect(slip_shut.get_by_role("group", name="Flower: what does it look like?")).to_be_visible()


def test_today_asks_to_look_again_until_it_is_said(slip_page: Page) -> None:
    again = slip_page.get_by_role("region", name="Look again")
    expect(again).to_contain_text("Leaf roll without harm")
    again.get_by_role("link").click()
    came = slip_page.get_by_role("radiogroup", name=re.compile("^What came of it"))
    came.get_by_text("better").click()
    looks = slip_page.get_by_role("region", name="Looked at before")
    expect(looks).to_contain_text("Leaf roll without harm")
    slip_page.get_by_role("link", name="Today", exact=True).click()
    expect(slip_page.get_by_role("region", name="Learned before")).to_be_visible()
    expect(again).to_be_hidden()
    kept = read(slip_page)["file"]["log"]["looks"][0]
    assert (kept["came"], kept["turned_out"]) == ("better", "leaf_roll")


def test_a_trial_is_set_up_by_lot_and_measured(slip_shut: Page) -> None:
    """Twelve strawberries: six each, and nothing is shown before anything is measured."""
    book(slip_shut, "?page=trials")
    shown = slip_shut.get_by_role("article", name="Mulch, or bare ground")
    expect(shown).to_contain_text("A difference shows: “mulched” less “bare” is +0.075 kg")
    none = slip_shut.get_by_role("article", name=re.compile("^A little water"))
    expect(none).to_contain_text("No difference shown")
    slip_shut.get_by_role("button", name="A new trial").click()
    pick(slip_shut, "Begin from a question", "Calcium in the planting hole, or none")
    expect(slip_shut.get_by_label("First treatment")).to_have_value("calcium in the hole")
    pick(slip_shut, "Whose plants take part", "Strawberry")
    slip_shut.keyboard.press("Escape")
    drawn = slip_shut.get_by_role("img", name=re.compile("^Strawberry Pennant: full"))
    expect(drawn).to_be_visible()
    slip_shut.get_by_role("button", name="Save", exact=True).click()
    expect(slip_shut.get_by_text("The trial is written down.")).to_be_visible()
    card = slip_shut.get_by_role("article", name="Calcium in the planting hole, or none")
    expect(card).to_contain_text("Nothing is measured yet.")
    kept = read(slip_shut)["file"]["garden"]["trials"][-1]
    assert sorted(one["side"] for one in kept["plants"]) == [0] * 6 + [1] * 6
    card.get_by_role("button", name=re.compile("^Measure and change")).click()
    slip_shut.get_by_text("What each plant brought").click()
    plants = slip_shut.get_by_role("group", name=re.compile(r"^\d+: "))
    for n in range(4):
        plants.nth(n).get_by_label("fruits with a brown end").fill(str(n))
    assert faults_of(slip_shut) == []
    slip_shut.get_by_role("button", name="Save", exact=True).click()
    expect(card).to_contain_text("Too few to say")


def test_two_treatments_of_one_name_are_refused_at_the_field(slip_shut: Page) -> None:
    book(slip_shut, "?page=trials")
    slip_shut.get_by_role("button", name="A new trial").click()
    slip_shut.get_by_label("The question").fill("Seaweed?")
    slip_shut.get_by_label("First treatment").fill("seaweed")
    slip_shut.get_by_label("Second treatment").fill("Seaweed")
    slip_shut.get_by_label("The measure that decides").fill("weight")
    pick(slip_shut, "Whose plants take part", "Strawberry")
    slip_shut.keyboard.press("Escape")
    slip_shut.get_by_role("button", name="Save", exact=True).click()
    expect(slip_shut.get_by_text("Both treatments are called the same")).to_be_visible()
    assert len(read(slip_shut)["file"]["garden"]["trials"]) == 2


def test_what_is_typed_while_lots_are_drawn_stays(slip_page: Page) -> None:
    """A slow answer neither takes back what was typed, nor is it saved without."""
    held: list[Route] = []
    slip_page.route("**/book/lots", lambda asked: held.append(asked))
    book(slip_page, "?page=trials")
    slip_page.get_by_role("button", name="A new trial").click()
    with slip_page.expect_request("**/book/lots"):
        pick(slip_page, "Whose plants take part", "Strawberry")
    slip_page.keyboard.press("Escape")
    slip_page.get_by_label("The question").fill("Seaweed?")
    save = slip_page.get_by_role("button", name="Save", exact=True)
    expect(save).to_be_disabled()
    held[0].continue_()
    expect(save).to_be_enabled()
    expect(slip_page.get_by_label("The question")).to_have_value("Seaweed?")
    expect(slip_page.locator(".book-lots figure")).to_have_count(1)


def test_photos_of_both_sides_stand_side_by_side(slip_page: Page, tmp_path: Path) -> None:
    taken = tmp_path / "row.jpg"
    Image.new("RGB", (900, 600), (90, 40, 40)).save(taken)
    book(slip_page, "?page=trials")
    change = slip_page.get_by_role("button", name=re.compile("^Measure and change")).first
    name = str(change.get_attribute("aria-label")).removeprefix("Measure and change: ")
    change.click()
    sides = slip_page.get_by_role("group", name=re.compile("^Photos of"))
    expect(sides).to_have_count(2)
    sides.last.locator("input[type=file]").set_input_files(taken)
    expect(sides.last.get_by_role("button", name="Take it off: photo 1")).to_be_visible()
    slip_page.get_by_role("button", name="Save", exact=True).click()
    card = slip_page.get_by_role("article", name=name)
    expect(card.get_by_role("link", name="Photo of this day")).to_have_count(1)
    assert faults_of(slip_page) == []
    (trial,) = [one for one in read(slip_page)["file"]["garden"]["trials"] if one["name"] == name]
    assert [len(way["photos"]) for way in trial["treatments"]] == [0, 1]
    exported = slip_page.request.get(
        re.sub(r"/g/([^/]+)/.*", r"/api/gardens/\1/file", slip_page.url)
    )
    assert trial["treatments"][1]["photos"][0] in [one["id"] for one in exported.json()["photos"]]


@pytest.mark.parametrize("planting", ["Kale Tall Rope", "Cucumber Slipline"], ids=["bed", "tubs"])
def test_a_trial_that_runs_is_drawn_on_the_plot(slip_shut: Page, planting: str) -> None:
    """As many full dots as plants of the first treatment: each is two arcs from one start."""
    book(slip_shut, "?page=trials")
    slip_shut.get_by_role("button", name="A new trial").click()
    slip_shut.get_by_label("The question").fill("Netted or not")
    slip_shut.get_by_label("First treatment").fill("netted")
    slip_shut.get_by_label("Second treatment").fill("open")
    slip_shut.get_by_label("The measure that decides").fill("leaves eaten")
    pick(slip_shut, "Whose plants take part", planting)
    slip_shut.keyboard.press("Escape")
    slip_shut.get_by_role("button", name="Save", exact=True).click()
    expect(slip_shut.get_by_text("The trial is written down.")).to_be_visible()
    plants = read(slip_shut)["file"]["garden"]["trials"][-1]["plants"]
    go(slip_shut, "Plot")
    strip = slip_shut.locator("[data-place]").filter(has_text="● netted ○ open")
    expect(strip).to_have_count(1)
    lots = strip.locator(".plot-lots").all()  # one for a bed, one for each of three troughs
    dots = "".join(str(one.get_attribute("d")) for one in lots)
    assert dots.count("M") == sum(one["side"] == 0 for one in plants) > 0


def test_a_trial_s_harvest_is_marked_as_such_and_its_end_is_told(slip_shut: Page) -> None:
    book(slip_shut, "?page=trials")
    slip_shut.get_by_role("button", name="A new trial").click()
    pick(slip_shut, "Begin from a question", "Mulch, or bare ground")
    whole = slip_shut.get_by_role("checkbox", name=re.compile("^It is all that a plant brought"))
    expect(whole).to_be_checked()
    slip_shut.get_by_label("Unit", exact=True).fill("fruits")
    pick(slip_shut, "Whose plants take part", "Strawberry")
    slip_shut.keyboard.press("Escape")
    slip_shut.get_by_role("button", name="Save", exact=True).click()
    expect(slip_shut.get_by_text("What was picked is told by weight")).to_be_visible()
    slip_shut.get_by_text("It is all that a plant brought").click()
    expect(whole).to_have_count(0)  # of fruits that are counted it is not asked
    slip_shut.get_by_label("The question").fill("Mulch again")
    slip_shut.get_by_role("button", name="Save", exact=True).click()
    slip_shut.get_by_role("button", name="Measure and change: Mulch again").click()
    slip_shut.get_by_label("Ended on").fill("19/06/2026")
    slip_shut.get_by_label("Ended on").press("Tab")
    slip_shut.get_by_role("button", name="Save", exact=True).click()
    expect(slip_shut.get_by_label("Ended on")).to_have_count(0)
    (trial,) = [
        one for one in read(slip_shut)["file"]["garden"]["trials"] if one["name"] == "Mulch again"
    ]
    assert (trial["ended_on"], trial["measures"][0]["harvest"]) == ("2026-06-19", False)
