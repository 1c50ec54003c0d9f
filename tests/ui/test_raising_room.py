"""The raising room in the browser: a shelf, who stands on it, who has no room, what came up."""

import pytest
from picking import garden_of
from playwright.sync_api import Page, expect

from eznel import demo
from ui.conftest import DESK, PHONE
from ui.test_access import faults_of
from ui.test_views import read


def open_room(page: Page) -> None:
    page.goto(garden_of(page) + "/season?ask=raising")
    page.get_by_role("dialog", name="Raising").wait_for()


def write_down(page: Page, planting: str) -> None:
    card = page.get_by_role("article", name=planting)
    card.get_by_role("button", name="Write down").click()


def test_a_shelf_that_is_too_small(slip_shut: Page) -> None:
    """40 × 30 cm are 0.12 m²: room for one tray, or four strips of three pots of 9 cm."""
    open_room(slip_shut)
    slip_shut.get_by_role("button", name="Add a shelf, bench or frame").click()
    benches = slip_shut.get_by_role("region", name="Benches")
    benches.get_by_label("Name", exact=True).fill("Porthole sill")
    slip_shut.get_by_label("Length", exact=True).fill("400")
    slip_shut.get_by_label("Length", exact=True).press("Tab")
    slip_shut.get_by_role("button", name="Save", exact=True).click()
    expect(slip_shut.get_by_text("no side of a bench")).to_be_visible()
    slip_shut.get_by_label("Length", exact=True).fill("0.4")
    slip_shut.get_by_label("Width", exact=True).fill("30")
    slip_shut.get_by_role("button", name="Save", exact=True).click()
    sill = slip_shut.get_by_role("article", name="Porthole sill")
    expect(sill).to_contain_text("0.12 m²")
    expect(sill).to_contain_text("Nothing stands on it")

    for planting in ("Tomato Red Lantern", "Cucumber Slipline"):
        write_down(slip_shut, planting)
        card = slip_shut.get_by_role("article", name=planting)
        card.get_by_label("Stands on").select_option(label="Porthole sill")
        card.get_by_role("button", name="Save", exact=True).click()
        expect(card.get_by_role("button", name="Save", exact=True)).to_have_count(0)
    expect(sill.get_by_role("img", name="Porthole sill through time")).to_be_visible()
    expect(sill.get_by_role("img", name="Porthole sill from above, to scale")).to_be_visible()
    expect(sill.get_by_role("note").first).to_contain_text("no room")
    expect(sill).to_contain_text("What was tried")
    assert faults_of(slip_shut) == []


def test_what_came_up_is_counted(slip_shut: Page) -> None:
    open_room(slip_shut)
    card = slip_shut.get_by_role("article", name="Tomato Red Lantern")
    write_down(slip_shut, "Tomato Red Lantern")
    card.get_by_label("Seeds sown").fill("10")
    card.get_by_label("Came up", exact=True).fill("12")
    card.get_by_role("button", name="Save", exact=True).click()
    expect(card.get_by_text("More than all of them (10)")).to_be_visible()
    card.get_by_label("Came up", exact=True).fill("3")
    card.get_by_role("button", name="Save", exact=True).click()
    expect(card).to_contain_text("10 seeds were sown")
    # 3 × 0.9 = 2.7: two whole plants of four
    expect(card).to_contain_text("about 2 will be planted out; 4 are wanted")
    plantings = read(slip_shut)["file"]["garden"]["plantings"]
    (tomato,) = [one for one in plantings if one["id"] == demo.id_of("tomatoes")]
    assert (tomato["raising"]["sown"], tomato["raising"]["came_up"]) == (10, 3)


def test_what_is_to_be_potted_on_stands_on_today(slip_shut: Page) -> None:
    """On 7 April cells are full: five plants into pots of 9 cm, 5 × 0.4 × 1.1 L of mix."""
    open_room(slip_shut)
    card = slip_shut.get_by_role("article", name="Tomato Red Lantern")
    write_down(slip_shut, "Tomato Red Lantern")
    card.get_by_label("Seeds sown").fill("6")
    card.get_by_role("button", name="Save", exact=True).click()
    expect(card).to_contain_text("6 seeds were sown")
    early = read(slip_shut, "/plan?as_of=2026-04-05")["plantings"]
    (tomato,) = [one for one in early if one["id"] == demo.id_of("tomatoes")]
    pot_on = next(one for one in tomato["tasks"] if one["task"] == "pot_on")
    assert pot_on["due_on"] == "2026-04-07"
    assert [(one["name"], one["amount"]) for one in pot_on["takes"]] == [
        ("× 9 cm", 5),
        ("mix", 2.2),
    ]


def test_one_list_is_ticked_in_the_shop(slip_shut: Page) -> None:
    """A tick stays in the browser; what was bought enters the stock, and leaves the list."""
    slip_shut.goto(garden_of(slip_shut) + "/shed?page=buy")
    listed = slip_shut.get_by_role("region", name="One list")
    listed.get_by_label("For all that is needed by").fill("30/09/2026")
    listed.get_by_label("For all that is needed by").press("Enter")
    boxes = listed.get_by_role("checkbox")
    expect(boxes.first).to_be_visible()
    first = listed.locator("li").filter(has=slip_shut.get_by_text(" × ")).first
    name = first.locator("label").inner_text()
    first.get_by_role("checkbox").check()
    slip_shut.reload()
    listed.get_by_label("For all that is needed by").fill("30/09/2026")
    listed.get_by_label("For all that is needed by").press("Enter")
    again = listed.locator("li").filter(has_text=name.strip()[-20:]).first
    expect(again.get_by_role("checkbox")).to_be_checked()
    before = len(read(slip_shut)["file"]["log"]["stock_moves"])
    again.get_by_role("button", name="Into the stock").click()
    expect(slip_shut.get_by_text("entered into the stock")).to_be_visible()
    assert len(read(slip_shut)["file"]["log"]["stock_moves"]) > before
    assert faults_of(slip_shut) == []


def test_pots_of_ones_own(slip_shut: Page) -> None:
    open_room(slip_shut)
    slip_shut.get_by_text("Your pots", exact=True).click()
    slip_shut.get_by_role("button", name="Remove 9 cm").click()
    slip_shut.get_by_role("button", name="Save", exact=True).click()
    expect(slip_shut.get_by_role("button", name="Remove 9 cm")).to_have_count(0)
    card = slip_shut.get_by_role("article", name="Tomato Red Lantern")
    # 13 cm, 1.1 L, is the smallest that is left, though it is 27 times a cell
    expect(card.get_by_role("table")).to_contain_text("13 cm")


@pytest.mark.parametrize("size", [DESK, PHONE])
def test_the_raising_room_can_be_read_by_all(slip_shut: Page, size: dict[str, int]) -> None:
    slip_shut.set_viewport_size({"width": size["width"], "height": size["height"]})
    open_room(slip_shut)
    slip_shut.get_by_role("article", name="Tomato Red Lantern").wait_for()
    assert faults_of(slip_shut) == []
    wide = slip_shut.evaluate("document.documentElement.scrollWidth - innerWidth")
    assert wide <= 0
