"""Book > Learned: what the garden taught, switched off and on again, forgotten and taken back."""

from typing import Any

from playwright.sync_api import Page, expect

from ui.test_book import book
from ui.test_views import read


def learning(page: Page) -> Any:
    return read(page)["file"]["garden"]["preferences"]["learning"]


def reckoned(page: Page) -> bool:
    """Whether a planting of the plan says that it is reckoned with own figures."""
    found = [f["key"] for p in read(page, "/plan")["plantings"] for f in p["findings"]]
    return "own_figures" in found


def test_it_is_switched_off_and_on_again(slip_shut: Page) -> None:
    """Tomatoes gave 1.22 times the usual last year: two thirds of the way, in logarithms, 1.14."""
    book(slip_shut, "?page=learned")
    card = slip_shut.get_by_role("article", name="Tomato: yield")
    expect(card).to_contain_text("Usually 3.15 kg of a plant, here about 3.6 kg.")
    expect(card).to_contain_text("Reckoned with now: Tomato Red Lantern.")
    assert reckoned(slip_shut)
    slip_shut.get_by_label("Reckon with it").click()
    expect(card).to_contain_text("It is switched off: nothing is reckoned with it.")
    assert learning(slip_shut) == {"on": False, "since": None}
    assert not reckoned(slip_shut)
    slip_shut.get_by_role("button", name="Undo").last.click()
    expect(card).to_contain_text("Reckoned with now: Tomato Red Lantern.")
    assert learning(slip_shut)["on"]


def test_it_is_forgotten_and_counts_again_by_keyboard(slip_shut: Page) -> None:
    book(slip_shut, "?page=learned")
    slip_shut.get_by_role("button", name="Forget what was learned").press("Enter")
    expect(
        slip_shut.get_by_text("What was written down before 19 June is forgotten")
    ).to_be_visible()
    expect(slip_shut.get_by_role("article")).to_have_count(0)
    expect(slip_shut.get_by_text("Nothing yet.")).to_be_visible()
    slip_shut.get_by_role("button", name="Let all of it count").press("Enter")
    expect(slip_shut.get_by_role("article", name="Tomato: yield")).to_be_visible()
    assert learning(slip_shut) == {"on": True, "since": None}
