"""The Book: what is weighed, written down and aimed for, and a season begun from the last one."""

import re
from datetime import date
from pathlib import Path

from picking import garden_of
from PIL import Image
from playwright.sync_api import Page, Route, expect
from sqlalchemy import Engine
from sqlalchemy.orm import Session

from eznel import demo
from eznel.core.document import GardenFile
from eznel.store import gardens
from ui.conftest import PHONE
from ui.picking import pick
from ui.test_access import faults_of
from ui.test_views import go, read


def book(page: Page, of: str = "") -> None:
    page.goto(garden_of(page) + f"/book{of}")


def test_weighed_in_three_touches_on_a_phone(slip_shut: Page) -> None:
    """640 g were written down; with 500 g less a bowl of 50 g they are 1.09 kg."""
    slip_shut.set_viewport_size(PHONE)
    book(slip_shut)
    slip_shut.get_by_role("button", name=re.compile("^Strawberry")).click()
    slip_shut.get_by_label("On the scale", exact=True).fill("500")
    slip_shut.get_by_label("Less the empty container", exact=True).fill("50")
    slip_shut.get_by_role("button", name="Save", exact=True).click()
    expect(slip_shut.get_by_text("The picking is written down.")).to_be_visible()
    gave = slip_shut.get_by_role("region", name="What they gave")
    expect(gave).to_contain_text("1.09 kg of about 3.84 kg")
    kept = read(slip_shut)["file"]["log"]["harvests"][-1]
    assert kept["much"]["gross"] == {"value": 500, "unit": "g"}
    gave.get_by_text("Strawberry Pennant").click()
    gave.get_by_role("button", name="Remove").last.click()
    expect(gave).to_contain_text("640 g of about 3.84 kg")
    slip_shut.get_by_role("button", name="Undo", exact=True).last.click()
    expect(gave).to_contain_text("1.09 kg of about 3.84 kg")
    assert faults_of(slip_shut) == []


def test_a_container_that_weighs_more_than_all_is_said_at_its_field(slip_shut: Page) -> None:
    book(slip_shut)
    slip_shut.get_by_role("button", name=re.compile("^Strawberry")).click()
    slip_shut.get_by_label("On the scale", exact=True).fill("50")
    slip_shut.get_by_label("Less the empty container", exact=True).fill("500")
    slip_shut.get_by_role("button", name="Save", exact=True).click()
    expect(slip_shut.get_by_text("The empty container weighs as much")).to_be_visible()
    assert len(read(slip_shut)["file"]["log"]["harvests"]) == 16  # as before


def test_counted_pieces_and_a_bucket(slip_shut: Page) -> None:
    """Ten litres of strawberries at 0.55 kg/L: 5.5 kg; 20 of 12 g: 240 g."""
    book(slip_shut)
    for how, field, number in (
        ("In a bucket", "So much of it, loosely filled", "10"),
        ("Counted", "How many fruits", "20"),
    ):
        slip_shut.get_by_role("button", name=re.compile("^Strawberry")).click()
        slip_shut.get_by_text(how, exact=True).click()
        slip_shut.get_by_label(field, exact=True).fill(number)
        slip_shut.get_by_role("button", name="Save", exact=True).click()
        expect(slip_shut.get_by_label(field, exact=True)).to_have_count(0)
    gave = slip_shut.get_by_role("region", name="What they gave")
    expect(gave).to_contain_text("6.38 kg of about 3.84 kg")
    gave.get_by_text("Strawberry Pennant").click()
    expect(gave).to_contain_text("since some of it was not weighed")


def test_an_aim_becomes_plants_and_a_glut_is_told(slip_shut: Page) -> None:
    """10 kg / 0.32 kg = 31.25 plants: 32; 3.84 kg are planted for it."""
    book(slip_shut, "?page=aims")
    slip_shut.get_by_role("button", name="A new aim").click()
    slip_shut.get_by_label("In a line").fill("Jam")
    pick(slip_shut, "Crop", "Strawberry")
    slip_shut.get_by_label("In all", exact=True).fill("10")
    slip_shut.get_by_label("Eaten and given away in a week", exact=True).fill("0.2")
    slip_shut.get_by_role("button", name="Save", exact=True).click()
    card = slip_shut.get_by_role("article", name="Jam")
    expect(card).to_contain_text("10 kg take about 32 plants")
    expect(card).to_contain_text("What is planted should bring about 3.84 kg of 10 kg")
    assert faults_of(slip_shut) == []
    slip_shut.get_by_role("tab", name="Harvest").click()
    berries = slip_shut.get_by_role("article", name="Strawberry", exact=True)
    expect(berries).to_contain_text("More than is eaten comes in the next weeks")


def test_a_lesson_comes_back_until_it_is_known_by_heart(slip_page: Page) -> None:
    learned = slip_page.get_by_role("region", name="Learned before")
    expect(learned).to_contain_text("Net the kale before the butterflies find it")
    learned.get_by_role("button", name=re.compile("^I know it by heart: Net")).click()
    expect(learned).to_have_count(0)
    slip_page.get_by_role("button", name="Undo", exact=True).last.click()
    expect(learned).to_be_visible()


def test_something_is_written_down_found_and_changed(slip_shut: Page) -> None:
    book(slip_shut, "?page=days")
    days = slip_shut.get_by_role("region", name="Days")
    expect(days).to_contain_text("bees at it")
    slip_shut.get_by_role("button", name="Write something down").click()
    pick(slip_shut, "Of", "Courgette Green Buoy")
    slip_shut.get_by_role("button", name="Save", exact=True).click()
    expect(slip_shut.get_by_text("There is nothing in this note.")).to_be_visible()
    slip_shut.get_by_label("Words", exact=True).fill("Slugs at night, sown twice.")
    slip_shut.get_by_label("A lesson: tell me again next year").check()
    slip_shut.get_by_label("When", exact=True).select_option(label="seedling")
    slip_shut.get_by_role("button", name="Save", exact=True).click()
    expect(days).to_contain_text("Slugs at night, sown twice.")
    kept = read(slip_shut)["file"]["log"]["notes"][-1]
    assert kept["lesson"] == {"crop": "courgette", "stage": "seedling", "learned_on": None}
    slip_shut.get_by_label("Find words").fill("slugs")
    expect(days.get_by_role("article")).to_have_count(1)
    days.get_by_role("button", name=re.compile("^Change: Slugs")).click()
    slip_shut.get_by_label("Words", exact=True).fill("Snails at night.")
    slip_shut.get_by_role("button", name="Save", exact=True).click()
    slip_shut.get_by_label("Find words").fill("")
    expect(days).to_contain_text("Snails at night.")
    assert faults_of(slip_shut) == []


def test_the_days_of_a_month_and_of_last_year(slip_shut: Page) -> None:
    book(slip_shut, "?page=days")
    days = slip_shut.get_by_role("region", name="Days")
    days.get_by_role("button", name=re.compile("^May")).press("Enter")
    expect(days.get_by_role("heading").first).to_contain_text("May")
    days.get_by_text("2025", exact=True).click()
    expect(days).to_contain_text("Two courgettes are enough for us.")
    expect(days.get_by_role("heading").first).to_contain_text("2025")


def test_peppers_are_carried_on_into_the_next_season(slip_page: Page) -> None:
    go(slip_page, "Season")
    slip_page.get_by_role("button", name="Next year").click()
    drawer = slip_page.get_by_role("dialog", name="The season of 2027")
    expect(drawer).to_contain_text("Two courgettes are enough for us.")
    expect(drawer).to_contain_text("Stays where it is: Strawberry Pennant")
    pepper = drawer.get_by_role("listitem").filter(has_text="Sweet pepper")
    pepper.get_by_label("These plants were kept through the winter").check()
    for crop in ("Tomato", "Kale Blackquay", "Kale Tall", "Cucumber", "Courgette", "Leek"):
        drawer.get_by_role("checkbox", name=re.compile(f"^{crop}")).uncheck()
    drawer.get_by_role("button", name="Add one planting").click()
    expect(drawer).to_have_count(0)
    added = read(slip_page)["file"]["garden"]["plantings"][-1]
    assert (added["crop"], added["sown_on"], added["raising"]) == ("sweet_pepper", None, None)
    assert added["planted_on"].startswith("2027-")


def test_a_year_beside_another(slip_shut: Page) -> None:
    """Flowering came on 9 June, 32 days after planting; the year before on 19 June, after 36."""
    book(slip_shut, "?page=years")
    two = slip_shut.get_by_role("article", name="Tomato, 2026 beside 2025")
    expect(two).to_contain_text("flowering: 4 days sooner after planting than the year before")
    expect(two.get_by_role("row", name=re.compile("A plant gave"))).to_contain_text("3.85 kg")
    expect(two.get_by_role("img")).to_be_visible()
    assert faults_of(slip_shut) == []


def test_the_walk_is_timed(slip_page: Page) -> None:
    expect(slip_page.get_by_text("About 105 minutes for all of it")).to_be_visible()
    slip_page.get_by_role("button", name="Time the walk").click()
    slip_page.reload()  # the time goes on
    slip_page.get_by_role("button", name="I am back").click()
    expect(slip_page.get_by_text("The walk took one minute.")).to_be_visible()
    (walk,) = read(slip_page)["file"]["log"]["walks"]
    assert (walk["on"], walk["minutes"]) == ("2026-06-19", 1)
    slip_page.get_by_role("button", name="Undo", exact=True).last.click()
    expect(slip_page.get_by_role("button", name="Time the walk")).to_be_visible()


def test_the_list_says_how_many(slip_shut: Page) -> None:
    """A stake for each of six cucumbers and of six peppers."""
    slip_shut.goto(garden_of(slip_shut) + "/shed?page=buy")
    stakes = slip_shut.get_by_role("listitem").filter(has_text=re.compile(r"\d+ stakes"))
    stakes.get_by_text("How many").click()
    expect(stakes).to_contain_text("Cucumber Slipline: 1 for each of 6 plants")


def test_a_photo_of_the_day(slip_page: Page, tmp_path: Path) -> None:
    taken = tmp_path / "leaf.jpg"
    Image.new("RGB", (900, 600), (40, 90, 40)).save(taken)
    book(slip_page, "?page=days")
    slip_page.get_by_role("button", name="Write something down").click()
    slip_page.locator("input[type=file]").set_input_files(taken)
    expect(slip_page.get_by_role("button", name="Take it off: photo 1")).to_be_visible()
    slip_page.get_by_role("button", name="Save", exact=True).click()
    days = slip_page.get_by_role("region", name="Days")
    expect(days.get_by_role("img", name="Photo of this day")).to_have_count(2)  # one is the demo's
    (photo,) = read(slip_page)["file"]["log"]["notes"][-1]["photos"]
    whole = days.get_by_role("link", name="Photo of this day").first.get_attribute("href")
    assert photo in str(whole)
    assert faults_of(slip_page) == []


def test_what_was_picked_is_told_in_the_history(slip_shut: Page) -> None:
    book(slip_shut)
    slip_shut.get_by_role("button", name=re.compile("^Strawberry")).click()
    slip_shut.get_by_label("On the scale", exact=True).fill("500")
    slip_shut.get_by_role("button", name="Save", exact=True).click()
    expect(slip_shut.get_by_text("The picking is written down.")).to_be_visible()
    slip_shut.get_by_role("button", name="Skerrin Slip").click()
    slip_shut.get_by_role("button", name="Everything that was changed").click()
    told = slip_shut.get_by_role("dialog").last.locator("tbody tr.ant-table-row").first
    expect(told).to_contain_text("Strawberry Pennant in North half-barrels: picked on 19 June")


def test_what_is_typed_while_a_photo_is_sent_stays(slip_page: Page, tmp_path: Path) -> None:
    held: list[Route] = []
    slip_page.route("**/photos", lambda asked: held.append(asked))
    taken = tmp_path / "leaf.jpg"
    Image.new("RGB", (900, 600), (40, 90, 40)).save(taken)
    book(slip_page, "?page=days")
    slip_page.get_by_role("button", name="Write something down").click()
    with slip_page.expect_request("**/photos"):
        slip_page.locator("input[type=file]").set_input_files(taken)
    slip_page.get_by_label("Words", exact=True).fill("Typed meanwhile")
    expect(slip_page.get_by_role("button", name="Save", exact=True)).to_be_disabled()
    held[0].continue_()
    slip_page.get_by_role("button", name="Save", exact=True).click()
    expect(slip_page.get_by_role("button", name="Save", exact=True)).to_have_count(0)
    note = read(slip_page)["file"]["log"]["notes"][-1]
    assert (note["words"], len(note["photos"])) == ("Typed meanwhile", 1)


def test_a_photo_without_a_network_waits_in_the_browser(slip_page: Page, tmp_path: Path) -> None:
    """Taken and saved where nobody answers; it outlives the page, and is sent once."""
    taken = tmp_path / "leaf.jpg"
    Image.new("RGB", (900, 600), (40, 90, 40)).save(taken)
    # What it says things with comes when the page has settled; without it the browser complains.
    with slip_page.expect_response(re.compile("/Notice-")):
        book(slip_page, "?page=days")
    slip_page.get_by_role("button", name="Write something down").click()
    slip_page.get_by_label("Words", exact=True).fill("A leaf as it should be")
    slip_page.context.set_offline(True)
    slip_page.locator("input[type=file]").set_input_files(taken)
    expect(slip_page.get_by_text("Kept in this browser until Eznel answers.")).to_be_visible()
    assert faults_of(slip_page) == []
    slip_page.get_by_role("button", name="Save", exact=True).click()
    expect(slip_page.get_by_role("button", name="Save", exact=True)).to_have_count(0)
    slip_page.context.set_offline(False)
    slip_page.reload()
    days = slip_page.get_by_role("region", name="Days")
    expect(days.get_by_role("link", name="Photo of this day")).to_have_count(2)
    expect(slip_page.get_by_text("Kept in this browser until Eznel answers.")).to_have_count(0)
    (note,) = [
        one
        for one in read(slip_page)["file"]["log"]["notes"]
        if one["words"] == "A leaf as it should be"
    ]
    assert len(note["photos"]) == 1


def test_aims_of_a_year_that_is_over_are_called_to_mind(
    page: Page, address: str, engine: Engine, slip: GardenFile
) -> None:
    winter = slip.garden.model_copy(update={"stands_on": date(2027, 1, 10)})
    with Session(engine) as session:
        file = slip.model_copy(update={"garden": winter})
        gardens.replace(session, file, based_on=0, who="demo", check=lambda file: None)
    page.goto(f"{address}/g/{demo.SLIP}/today")
    back = page.get_by_role("region", name="Aims to look back at")
    link = back.get_by_role("link").first
    name = str(link.text_content()).removeprefix("Say what came of it: ")
    link.click()
    page.get_by_role("article", name=name).get_by_role("button").click()
    page.get_by_label("What came of it").fill("Enough of it")
    page.get_by_role("button", name="Save", exact=True).click()
    expect(page.get_by_text("Enough of it")).to_be_visible()
    go(page, "Today")
    expect(back.get_by_text(name, exact=True)).to_have_count(0)
