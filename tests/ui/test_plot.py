"""The garden drawn and edited in place: every shape, by measures, by hand and by keyboard."""

import re
from typing import Any

import pytest
from picking import garden_of
from playwright.sync_api import Locator, Page, expect

from eznel import demo


def places(page: Page) -> list[dict[str, Any]]:
    origin = page.url.split("/g/")[0]
    whole = page.request.get(f"{origin}/api/gardens/{demo.SLIP}").json()
    found: list[dict[str, Any]] = whole["file"]["garden"]["places"]
    return found


def place(page: Page, name: str) -> dict[str, Any]:
    return next(one for one in places(page) if one["name"] == name)


@pytest.fixture
def plot(slip_shut: Page) -> Page:
    slip_shut.goto(f"{garden_of(slip_shut)}/plot")
    slip_shut.locator("[data-scale]").wait_for(state="attached")
    return slip_shut


def centre(of: Locator) -> tuple[float, float]:
    box = of.bounding_box()
    assert box
    return box["x"] + box["width"] / 2, box["y"] + box["height"] / 2


def drag(page: Page, grip: Locator, dx: float, dy: float, *, drop: bool = True) -> None:
    x, y = centre(grip)
    page.mouse.move(x, y)
    page.mouse.down()
    for part in (0.4, 0.8, 1.0):
        page.mouse.move(x + dx * part, y + dy * part)
    if drop:
        page.mouse.up()


def metre(page: Page) -> float:
    """Pixels that a metre takes on the sheet."""
    bar = page.locator("[data-scale]")
    box = bar.bounding_box()
    assert box
    return box["width"] / float(bar.get_attribute("data-scale") or 0)


@pytest.mark.parametrize(
    ("shape", "sides", "area"),
    [
        ("rectangle", {"Length": "3", "Width": "2"}, "6 m²"),
        ("row", {"Length": "4", "Width that is fed": "0.3"}, "1.2 m²"),
        ("circle", {"Across": "2"}, "3.14 m²"),  # π
        ("ellipse", {"Length": "3", "Width": "2"}, "4.71 m²"),  # π ÷ 4 × 6
        (
            "l_shape",
            {"Length": "3", "Width": "2", "Missing corner: length": "1",
             "Missing corner: width": "1.5"},
            "4.5 m²",  # 6 − 1.5
        ),
    ],
)  # fmt: skip
def test_every_outline_of_a_bed(plot: Page, shape: str, sides: dict[str, str], area: str) -> None:
    plot.get_by_role("button", name="Add a bed").click()
    panel = plot.get_by_role("complementary")
    panel.get_by_label("Shape").select_option(shape)
    for label, metres in sides.items():
        panel.get_by_label(label, exact=True).fill(metres)
    expect(panel).to_contain_text(area)
    panel.get_by_role("button", name="Save", exact=True).click()
    expect(panel.get_by_role("button", name="Remove this place")).to_be_visible()
    assert places(plot)[-1]["shape"]["kind"] == shape


def test_any_outline_by_its_corners(plot: Page) -> None:
    plot.get_by_role("button", name="Add a bed").click()
    panel = plot.get_by_role("complementary")
    panel.get_by_label("Shape").select_option("polygon")
    grips = plot.locator("[data-handle]")
    expect(grips).to_have_count(11)  # five corners, one between each, and one to turn it
    panel.get_by_text("Corners", exact=True).click()
    panel.get_by_role("button", name="Another corner").click()
    expect(grips).to_have_count(13)  # the new one, and one between
    panel.get_by_role("button", name="Save", exact=True).click()
    expect(panel.get_by_role("button", name="Remove this place")).to_be_visible()
    assert places(plot)[-1]["shape"]["kind"] == "polygon"


def test_a_group_of_troughs(plot: Page) -> None:
    plot.get_by_role("button", name="Add a tub").click()
    panel = plot.get_by_role("complementary")
    panel.get_by_label("Known by").select_option("trough")
    for label, size in (("Length", "1"), ("Width", "0.5"), ("Height", "0.4")):
        panel.get_by_label(label, exact=True).fill(size)
        panel.get_by_label(f"{label}: unit").select_option("m")
    panel.get_by_label("How many").fill("4")
    panel.get_by_label("In one line").fill("2")
    expect(panel).to_contain_text("180 L")  # 1 × 0.5 × 0.4 m is 200 L, filled to nine tenths
    panel.get_by_role("button", name="Save", exact=True).click()
    expect(panel.get_by_role("button", name="Remove this place")).to_be_visible()
    assert (places(plot)[-1]["count"], places(plot)[-1]["per_line"]) == (4, 2)


def test_a_side_is_pulled_and_numbers_follow_while_it_is(plot: Page) -> None:
    keel = plot.get_by_role("button", name=re.compile("^Keel bed"))
    keel.focus()
    keel.press("Enter")
    panel = plot.get_by_role("complementary")
    expect(panel).to_contain_text("4.32 m²")
    scale = metre(plot)
    right = plot.locator("[data-handle].side").nth(6)  # along 1, across 0
    drag(plot, right, 0.4 * scale, 0, drop=False)
    expect(panel).not_to_contain_text("4.32 m²")  # from the core, before anything is stored
    assert place(plot, "Keel bed")["shape"]["length"]["value"] == 3.6
    with plot.expect_response(re.compile("/places/")):
        plot.mouse.up()
    length = place(plot, "Keel bed")["shape"]["length"]["value"]
    assert length == pytest.approx(4.0, abs=0.06)
    plot.get_by_role("button", name="Undo").click()
    expect(panel).to_contain_text("4.32 m²")


def test_moved_by_hand_and_turned_and_sized_by_keyboard(plot: Page) -> None:
    oval = plot.get_by_role("button", name=re.compile("^Winch oval"))
    scale, before = metre(plot), place(plot, "Winch oval")
    with plot.expect_response(re.compile("/places/")):
        drag(plot, plot.locator('[data-shape="Winch oval"]'), 0.5 * scale, 0.3 * scale)
    moved = place(plot, "Winch oval")
    assert moved["x_m"] == pytest.approx(before["x_m"] + 0.5, abs=0.06)
    assert moved["y_m"] == pytest.approx(before["y_m"] + 0.3, abs=0.06)
    oval.focus()
    with plot.expect_response(re.compile("/places/")):
        plot.keyboard.press("r")
    assert place(plot, "Winch oval")["turn_deg"] == 15
    with plot.expect_response(re.compile("/places/")):
        plot.keyboard.press("Alt+ArrowRight")
    assert place(plot, "Winch oval")["shape"]["length"]["value"] == pytest.approx(2.9)


def test_colours_answer_one_question_at_a_time(plot: Page) -> None:
    for question, said in (
        ("pH", "too acid for its crops"),
        ("Soil test", "older than three years"),
        ("Room", "plants are tight"),
        ("Family", "the same family stood here lately"),
    ):
        plot.get_by_text(question, exact=True).click()
        expect(plot.locator(".legend")).to_contain_text(said)


def test_a_path_is_drawn_and_removed(plot: Page) -> None:
    plot.get_by_role("button", name="Add a path or wall").click()
    panel = plot.get_by_role("complementary")
    panel.get_by_label("It is a").select_option("hedge")
    panel.get_by_label("Name").fill("gorse")
    panel.get_by_role("button", name="Save", exact=True).click()
    gorse = plot.get_by_role("button", name="hedge gorse")
    expect(gorse).to_be_visible()
    panel.get_by_role("button", name="Remove it").click()
    expect(gorse).to_have_count(0)


def test_a_length_in_words_is_read_and_put_down_plainly(plot: Page) -> None:
    plot.get_by_role("button", name=re.compile("^Keel bed")).first.click()
    plot.get_by_role("heading", name="Keel bed").wait_for()
    plot.get_by_text("Measures", exact=True).click()
    length = plot.get_by_label("Length", exact=True)
    length.fill("12 fee")
    expect(plot.get_by_text("This is not a number.")).to_be_visible()
    length.fill("12 feet")
    expect(plot.get_by_text("read as 12 ft")).to_be_visible()
    expect(plot.get_by_label("Length: unit")).to_have_value("ft")
    length.blur()
    expect(length).to_have_value("12")
    length.fill("3' 6\"")
    length.blur()
    expect(length).to_have_value("3.5")
    expect(plot.get_by_label("Length: unit")).to_have_value("ft")
