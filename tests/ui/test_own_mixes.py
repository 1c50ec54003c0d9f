"""Mixes of one's own, a bed filled by layers, the list on paper and without a network."""

import re

from picking import garden_of
from playwright.sync_api import Page, expect

from ui.conftest import PHONE
from ui.picking import place_panel
from ui.test_access import faults_of
from ui.test_views import read


def test_a_mix_begins_from_a_ready_made_one(slip_shut: Page) -> None:
    """2 + 1 + 0.5 parts in 44 L of loose ingredients: 25.1, 12.6 and 6.29 L."""
    slip_shut.goto(garden_of(slip_shut) + "/shed?page=mixes")
    slip_shut.get_by_role("button", name="Begin from it: Mix for large tubs").click()
    batch = slip_shut.get_by_role("region", name="A batch of it")
    expect(batch.get_by_role("row", name=re.compile("Potting mix"))).to_contain_text("25.1 L")
    expect(batch.get_by_role("row", name=re.compile("Perlite"))).to_contain_text("6.29 L")
    slip_shut.get_by_label("Name of the mix").fill("Capstan mix")
    slip_shut.get_by_label("Shares in").select_option(label="per cent")
    slip_shut.get_by_role("button", name="Save", exact=True).click()
    expect(slip_shut.get_by_text("the shares make 3.5 %, not 100")).to_be_visible()
    shares = slip_shut.get_by_label("Per cent", exact=True)
    for n, share in enumerate(("60", "30", "10")):
        shares.nth(n).fill(share)
    expect(batch.get_by_role("row", name=re.compile("Perlite"))).to_contain_text("4.4 L")
    slip_shut.get_by_label("Feed in the mix").select_option(label="Halyard tub feed")
    # a bucket of 10 L at 1 g/L
    expect(batch).to_contain_text("For every bucket of mix: 10 g of Halyard tub feed")
    slip_shut.get_by_role("button", name="Save", exact=True).click()
    expect(slip_shut.get_by_role("heading", name="Capstan mix")).to_be_visible()
    kept = read(slip_shut)["file"]["garden"]["recipes"]
    assert [one["name"] for one in kept] == ["Slip mix", "Capstan mix"]
    assert faults_of(slip_shut) == []


def test_a_tub_takes_a_mix_over(slip_shut: Page) -> None:
    slip_shut.goto(garden_of(slip_shut) + "/plot")
    panel = place_panel(slip_shut, "Lean-to pots")
    panel.get_by_text("Measures", exact=True).click()
    panel.get_by_label("Fill in from a mix of mine").select_option(label="Slip mix")
    panel.get_by_role("button", name="Save", exact=True).click()
    expect(panel.get_by_role("button", name="Save", exact=True)).to_have_count(0)
    places = read(slip_shut)["file"]["garden"]["places"]
    pots = next(one for one in places if one["name"] == "Lean-to pots")
    assert [one["strength"]["value"] for one in pots["charge"]] == [1]


def test_a_bed_is_filled_by_layers(slip_shut: Page) -> None:
    """Keel bed has 4.32 m²: 20 cm of logs are 864 L; they sink to 11 cm."""
    slip_shut.goto(garden_of(slip_shut) + "/plot")
    panel = place_panel(slip_shut, "Keel bed")
    panel.get_by_text("Measures", exact=True).click()
    panel.get_by_role("button", name="Fill it by layers").click()
    drawn = panel.get_by_role("img", name="The layers of the fill, new and after two years")
    expect(drawn).to_be_visible()
    expect(panel).to_contain_text("864 L Logs and branches")
    depths = panel.get_by_label("How deep", exact=True)
    depths.nth(0).fill("2")
    depths.nth(1).fill("5")
    expect(panel).to_contain_text("Leaves, fallen, loose lies where roots grow")
    panel.get_by_role("button", name="Save", exact=True).click()
    expect(panel.get_by_role("button", name="Save", exact=True)).to_have_count(0)
    panel.get_by_role("button", name="864 L").click()
    expect(slip_shut.get_by_text("Area times depth, loose.")).to_be_visible()


def test_the_list_is_printed_and_ticked_without_a_network(slip_shut: Page) -> None:
    slip_shut.set_viewport_size(PHONE)
    slip_shut.goto(garden_of(slip_shut) + "/shed?page=buy")
    listed = slip_shut.get_by_role("region", name="One list")
    link = listed.get_by_role("link", name="Save it to print (PDF)").get_attribute("href")
    printed = slip_shut.request.get(slip_shut.url.split("/g/")[0] + str(link))
    assert printed.body()[:5] == b"%PDF-"
    slip_shut.context.set_offline(True)
    box = listed.get_by_role("checkbox").first
    box.check()
    expect(box).to_be_checked()
    slip_shut.context.set_offline(False)
    slip_shut.reload()
    expect(listed.get_by_role("checkbox").first).to_be_checked()
