"""A few minutes' practice in the made-up garden: guess first, see then."""

import json
import re

from playwright.sync_api import Locator, Page, expect

from ui.conftest import PHONE
from ui.test_access import WIDER, faults_of
from ui.test_views import read


def next_guess(drawer: Locator) -> None:
    """The next one, past a question with three answers."""
    drawer.get_by_role("button", name="The next one").click()
    if drawer.get_by_label("Your guess").count() == 0:
        drawer.locator(".one-of-three").get_by_role("button").first.click()
        drawer.get_by_role("button", name="The next one").click()


def test_a_guess_is_shown_as_a_factor_and_one_s_own_bias_after_five(slip_page: Page) -> None:
    slip_page.get_by_role("button", name="A few guesses").click()
    drawer = slip_page.get_by_role("dialog", name="Guess first, see then")
    answers = [one["shown"]["value"] for one in read(slip_page, "/planning/guesses")]
    assert faults_of(slip_page) == []
    for n, answer in enumerate(answers[:5]):
        drawer.get_by_label("Your guess").fill(f"{answer * 2:.2f}")
        drawer.get_by_role("button", name="See").click()
        expect(drawer.get_by_role("status")).to_contain_text("You said 2 times as much.")
        bias = drawer.get_by_role("heading", name="Your guesses so far")
        expect(bias).to_have_count(1 if n == 4 else 0)
        next_guess(drawer)
    expect(drawer.get_by_text("with cans: about 2 times what it is")).to_be_visible()
    kept = slip_page.evaluate("localStorage.getItem('eznel.guesses')")
    assert len([one for ratios in json.loads(kept).values() for one in ratios]) == 5
    drawer.get_by_label("Your guess").fill(f"{answers[5] * 2 / 3:.2f}")
    drawer.get_by_role("button", name="See").click()
    expect(drawer.get_by_role("status")).to_contain_text("You said about two thirds of it.")
    slip_page.set_viewport_size(PHONE)
    assert slip_page.evaluate(WIDER) <= 0


def test_the_working_of_an_answer_can_be_seen(slip_page: Page) -> None:
    slip_page.get_by_role("button", name="A few guesses").click()
    drawer = slip_page.get_by_role("dialog", name="Guess first, see then")
    expect(drawer.get_by_text(re.compile("^Keel bed: how many level"))).to_be_visible()
    drawer.get_by_label("Your guess").fill("5")
    drawer.get_by_label("Your guess").press("Enter")
    drawer.get_by_text("How this came about").click()
    # 5 g/m² on 3.6 × 1.2 m
    expect(drawer.locator(".formula").filter(has_text="4.32 m²").first).to_be_visible()


def test_one_of_three_is_chosen_and_told_why(slip_page: Page) -> None:
    asked = read(slip_page, "/planning/choices")
    assert {one["kind"] for one in asked} == {"bag", "leaf"}
    slip_page.get_by_role("button", name="A few guesses").click()
    drawer = slip_page.get_by_role("dialog", name="Guess first, see then")
    for _ in range(2):
        drawer.get_by_label("Your guess").fill("5")
        drawer.get_by_role("button", name="See").click()
        drawer.get_by_role("button", name="The next one").click()
    expect(drawer.get_by_text(asked[0]["says"])).to_be_visible()
    assert faults_of(slip_page) == []
    label = {one["value"]: one["label"] for one in asked[0]["options"]}
    drawer.get_by_role("button", name=label[asked[0]["right"]]).click()
    told = drawer.get_by_role("status")
    expect(told).to_contain_text(f"So it is: {label[asked[0]['right']]}. {asked[0]['why']}")
    drawer.get_by_role("button", name="The next one").click()
    for _ in range(2):
        drawer.get_by_label("Your guess").fill("5")
        drawer.get_by_role("button", name="See").click()
        drawer.get_by_role("button", name="The next one").click()
    wrong = next(one for one in asked[1]["options"] if one["value"] != asked[1]["right"])
    drawer.get_by_role("button", name=wrong["label"]).click()
    expect(told).to_contain_text("Rather")
    expect(told.get_by_role("listitem")).to_have_count(3)
    slip_page.set_viewport_size(PHONE)
    assert slip_page.evaluate(WIDER) <= 0


def test_a_look_round_names_each_view(slip_page: Page) -> None:
    slip_page.get_by_role("button", name="Look round").click()
    expect(slip_page.get_by_text("What to weigh, where to put it")).to_be_visible()
    assert faults_of(slip_page) == []
    for _ in range(6):
        slip_page.get_by_role("button", name="Next", exact=True).click()
    expect(slip_page.get_by_text("The day can be moved on")).to_be_visible()
    slip_page.get_by_role("button", name="Close", exact=True).last.click()
    expect(slip_page.get_by_text("The day can be moved on")).to_have_count(0)
