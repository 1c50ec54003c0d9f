"""Four growers more: a balcony on a phone, forty plantings, nobody's mouse, every mistake."""

import re
from datetime import timedelta

from picking import Hand, place_panel
from playwright.sync_api import Page, expect
from sqlalchemy import Engine
from sqlalchemy.orm import Session

import gardens as make
from eznel.store import gardens
from gardens import TODAY
from ui.conftest import DESK, PHONE
from ui.test_views import go, read


def test_a_balcony_on_a_phone(page: Page, address: str) -> None:
    """A window box of herbs, two pots of tomatoes and one bottle, with one thumb."""
    page.set_viewport_size(PHONE)
    page.goto(address)
    hand = Hand(page)
    hand.follow(re.compile("My garden|Another garden"))
    hand.pick("Country", "Ireland")
    hand.press("Next")
    hand.press("One more: Window box, 60 cm long")
    hand.press("One more: Pot, 30 cm across")
    hand.press("One more: Pot, 30 cm across")
    hand.press("Next")
    hand.pick("Crops in 1 × Window box, 60 cm long", "basil")
    hand.pick("Crops in 2 × Pot, 30 cm across", "tomato")
    since = page.get_by_label("There since").last
    since.fill((TODAY - timedelta(35)).isoformat())  # its plain water is over
    expect(since).to_have_value((TODAY - timedelta(35)).strftime("%d/%m/%Y"))
    hand.press("Next")
    hand.type("Three numbers of a bag or bottle", "4-3-8")
    hand.choose("Kind", "liquid")
    hand.press("Add")
    hand.press("Next")
    hand.press("Show what to weigh")
    page.wait_for_url(re.compile("/today$"))
    expect(page.get_by_text(re.compile("level .*spoon")).first).to_be_in_viewport()
    assert hand.actions + 1 <= 25
    hand.press("Done")
    expect(page.get_by_role("button", name="Take it back").first).to_be_visible()


def test_one_job_for_many_plantings_is_ticked_at_once(
    page: Page, address: str, engine: Engine
) -> None:
    beds = [make.bed(f"bed {n}", x_m=3.0 * n) for n in range(6)]
    plantings = [
        make.planting("kale", f"bed {n}", name=f"kale {n}", planted_on="2026-05-08")
        for n in range(6)
    ]
    file = make.garden_file(
        places=beds, plantings=plantings, scoops=[make.scoop()],
        stands_on="2026-05-10", preferences=make.with_jobs("net"),
    )  # fmt: skip
    with Session(engine) as session:
        gardens.replace(session, file, based_on=0, who="demo", check=lambda file: None)
    page.goto(f"{address}/g/{file.garden.id}/today")
    page.get_by_role("button", name="All done: Net against birds and butterflies").click()
    expect(page.get_by_text("Net against birds and butterflies: recorded for all.")).to_be_visible()
    expect(page.get_by_role("heading", name="Besides feeding")).to_have_count(0)


def test_forty_plantings_are_one_morning(page: Page, address: str, engine: Engine) -> None:
    """Ten beds of four crops: a list that is read in a few screens, and narrowed to one bed."""
    crops = ("kale", "leek", "lettuce", "carrot")
    beds = [make.bed(f"bed {n}", x_m=3.0 * n) for n in range(10)]
    plantings = [
        make.planting(crop, f"bed {n}", name=f"{crop} {n}", planted_on="2026-04-01", sown_on=None)
        for n in range(10)
        for crop in crops
    ]
    file = make.garden_file(
        places=beds, plantings=plantings, scoops=[make.scoop()],
        products=[make.product("feed", "soluble", N=12, P2O5=6, K2O=12)],
    )  # fmt: skip
    with Session(engine) as session:
        gardens.replace(session, file, based_on=0, who="demo", check=lambda file: None)
    page.set_viewport_size(DESK)
    page.goto(f"{address}/g/{file.garden.id}/today")
    page.get_by_role("heading", level=1).wait_for()
    page.wait_for_load_state("networkidle")
    assert page.evaluate("document.documentElement.scrollHeight") < 5 * DESK["height"]
    page.goto(f"{address}/g/{file.garden.id}/season")
    chosen = page.get_by_role("button", name=re.compile("^Leek, .* in bed 7"))
    chosen.press("Enter")
    detail = page.locator(".season-detail")
    expect(detail).to_be_in_viewport()  # beside its lane, not below forty


def reach(page: Page, name: str, role: str = "button") -> None:
    """Go on by the tabulator until that is under the hand."""
    wanted = page.get_by_role(role, name=name, exact=True).first
    for _ in range(90):
        if wanted.evaluate(
            "(one) => one === document.activeElement || one.contains(document.activeElement)"
        ):
            return
        page.keyboard.press("Tab")
    raise AssertionError(f"{name} is not reached")


def test_from_nothing_to_what_to_weigh_without_a_mouse(page: Page, address: str) -> None:
    page.goto(f"{address}/new")
    page.get_by_role("heading", name="Where is it?").wait_for()
    reach(page, "Next")
    page.keyboard.press("Enter")
    page.get_by_role("heading", name="What holds the plants?").wait_for()
    reach(page, "One more: Bucket, 10 L")
    page.keyboard.press("Enter")
    reach(page, "Next")
    page.keyboard.press("Enter")
    page.get_by_role("heading", name="What grows there?").wait_for()
    reach(page, "Crops in 1 × Bucket, 10 L", "combobox")
    page.keyboard.type("tomato")
    page.keyboard.press("Enter")
    page.keyboard.press("Escape")
    reach(page, "Next")
    page.keyboard.press("Enter")
    page.get_by_role("heading", name="What is in the shed?").wait_for()
    reach(page, "Three numbers of a bag or bottle", "textbox")
    page.keyboard.type("7-7-7")
    reach(page, "Add")
    page.keyboard.press("Enter")
    reach(page, "Next")
    page.keyboard.press("Enter")
    page.get_by_role("heading", name="What is it measured with?").wait_for()
    reach(page, "Show what to weigh")
    page.keyboard.press("Enter")
    page.wait_for_url(re.compile("/today$"))
    expect(page.get_by_role("heading", level=1)).to_be_visible()


def test_every_mistake_is_taken_back(slip_page: Page) -> None:
    """A wrong tick, a length that is none, a planted bed removed, pH 65: nothing stays."""
    before = read(slip_page)["file"]["garden"]
    hand = Hand(slip_page)
    slip_page.get_by_role("button", name="Done", exact=True).first.click()
    slip_page.get_by_role("button", name="Take it back").first.click()

    go(slip_page, "Plot")
    bed = slip_page.locator("[data-place]", has_text="Starboard strip").first.locator(".plot-place")
    place_panel(slip_page, "Starboard strip").get_by_text("Measures", exact=True).click()
    hand.type("Length", "twelve-ish")
    expect(slip_page.get_by_text("This is not a number.")).to_be_visible()
    expect(slip_page.get_by_role("button", name="Save", exact=True)).to_have_count(0)
    assert read(slip_page)["file"]["garden"] == before
    slip_page.keyboard.press("Escape")
    place_panel(slip_page, "Starboard strip")
    hand.press("Remove this place")
    expect(slip_page.get_by_role("alert").first).to_be_visible()  # something grows there
    expect(bed).to_have_count(1)

    go(slip_page, "Soil")
    slip_page.get_by_role("button", name="Starboard strip").first.click()
    hand.press("Correct this test")
    acid = slip_page.get_by_label("pH", exact=True)
    right = acid.input_value()
    hand.type("pH", "65")
    expect(slip_page.get_by_role("alert")).to_contain_text("a decimal point slipped (6.5)?")
    hand.type("pH", right)
    hand.press("Save")
    expect(slip_page.get_by_role("button", name="Correct this test")).to_be_visible()
    assert read(slip_page)["file"]["garden"] == before
    assert hand.actions <= 7
