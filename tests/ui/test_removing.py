"""A garden made by mistake: removed with a file of it, and brought back from the start page."""

import json
import re

from playwright.sync_api import Page, expect


def test_removed_with_a_file_of_it_and_brought_back(page: Page, address: str) -> None:
    page.goto(f"{address}/new")
    page.get_by_label("Name", exact=True).fill("Wrong one")
    page.get_by_role("button", name="Enough: open the garden").dblclick()
    page.wait_for_url(re.compile("/plot$"))
    page.get_by_role("button", name="Wrong one").click()
    page.get_by_role("button", name="Remove this garden").click()
    dialog = page.get_by_role("dialog").filter(has_text="It holds:")
    expect(dialog).to_contain_text("0 plantings")
    dialog.get_by_role("button", name="Keep it").click()
    expect(dialog).to_be_hidden()
    page.get_by_role("button", name="Remove this garden").click()
    with page.expect_download() as saved:
        dialog.get_by_role("button", name="Save a file of it, and remove it").click()
    assert re.fullmatch(r"wrong-one-\d{4}-\d\d-\d\d\.eznel\.json", saved.value.suggested_filename)
    assert json.loads(saved.value.path().read_text())["garden"]["name"] == "Wrong one"

    expect(page.get_by_role("heading", name="Removed")).to_be_visible()
    expect(page.get_by_role("link", name="Wrong one")).to_have_count(0)
    page.get_by_role("button", name="Bring it back").click()
    expect(page.get_by_role("link", name="Wrong one")).to_have_count(1)  # one, by two clicks
    expect(page.get_by_role("heading", name="Removed")).to_be_hidden()


def test_a_garden_needs_a_name(page: Page, address: str) -> None:
    page.goto(f"{address}/new")
    page.get_by_label("Name", exact=True).fill("   ")
    page.get_by_role("button", name="Enough: open the garden").click()
    expect(
        page.locator(".field").filter(has=page.get_by_label("Name", exact=True))
    ).to_contain_text("empty")
