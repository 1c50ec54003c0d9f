"""People sign in, invite others and do what their role lets them, as they meet it in a browser."""

import re
from collections.abc import Iterator
from typing import Any

import pyotp
import pytest
from fastapi import FastAPI
from playwright.sync_api import Browser, Page, expect
from sqlalchemy.orm import Session
from test_access import SIZES, faults_of

import sharing
from eznel import demo
from eznel.api.app import create_app
from eznel.api.entry import COOKIE
from eznel.api.services import Services
from eznel.core.document import GardenFile
from eznel.store import gardens, invitations, sign_ins
from eznel.store.people import Person
from running import UI, served
from sharing import PASSWORD
from ui.conftest import window

OTHER = "seven lamps on a quay"


@pytest.fixture
def house(services: Services, slip: GardenFile) -> Iterator[str]:
    """The application as another machine of the network meets it, with the practice garden."""
    with Session(services.engine) as session:
        gardens.replace(session, slip, based_on=0, who="demo", check=lambda file: None)
    app: FastAPI = create_app(services, UI, shared=True)
    with served(app) as found:
        yield found


@pytest.fixture
def mira(services: Services) -> Person:
    return sharing.somebody(services, "Mira", keeper=True)


def page_of(browser: Browser, house: str, services: Services, who: Person | None) -> Page:
    """A page of somebody who is signed in, or of nobody."""
    context = window(browser)
    if who is not None:
        with Session(services.engine) as session:
            agent = "Mozilla/5.0 (X11; Linux x86_64) Gecko/20100101 Firefox/140.0"
            token = sign_ins.begin(session, who.id, agent, "127.0.0.1")
        context.add_cookies([{"name": COOKIE, "value": token, "url": house}])
    page = context.new_page()
    page.goto(f"{house}/g/{demo.SLIP}/today")
    return page


def typed_in(page: Page, name: str, password: str) -> None:
    page.get_by_label("Your name").fill(name)
    page.get_by_label("Password", exact=True).fill(password)


TODAY = re.compile("3 things to feed today")


def test_signing_in_and_out(browser: Browser, house: str, services: Services, mira: Person) -> None:
    page = page_of(browser, house, services, None)
    typed_in(page, "Mira", "pitch")
    page.get_by_role("button", name="Sign in").click()
    expect(page.get_by_text("Name or password is not right")).to_be_visible()
    page.get_by_label("Password", exact=True).fill(PASSWORD)
    page.get_by_role("button", name="Sign in").click()
    expect(page.get_by_role("heading", name=TODAY)).to_be_visible()
    page.reload()
    page.get_by_role("button", name="Mira: your account").click()
    page.get_by_role("button", name="Sign out", exact=True).click()
    expect(page.get_by_role("button", name="Sign in")).to_be_visible()


def test_an_owner_invites_by_a_link(
    browser: Browser, house: str, services: Services, mira: Person
) -> None:
    page = page_of(browser, house, services, mira)
    page.get_by_role("button", name="Skerrin Slip").click()
    drawer = page.get_by_role("dialog")
    expect(drawer.get_by_role("listitem").filter(has_text="Mira")).to_contain_text("you")
    drawer.get_by_role("button", name="Make a link").click()
    expect(drawer.get_by_role("img", name="The link, for a phone’s camera")).to_be_visible()
    link = drawer.get_by_label("Link", exact=True).input_value()
    expect(drawer.get_by_text("Mira invited somebody as helper")).to_be_visible()
    new = page_of(browser, house, services, None)
    new.goto(link)
    expect(new.get_by_role("heading", name="Into Skerrin Slip")).to_be_visible()
    typed_in(new, "Bo", "short")
    new.get_by_role("button", name="Make the account").click()
    expect(new.get_by_text("fewer than 10 characters")).to_be_visible()
    typed_in(new, "Bo", OTHER)
    new.get_by_role("button", name="Make the account").click()
    expect(new.get_by_role("heading", name=TODAY)).to_be_visible()
    expect(new.get_by_text("You are a helper in this garden")).to_be_visible()


def test_a_helper_ticks_and_plans_nothing(browser: Browser, house: str, services: Services) -> None:
    bo = sharing.somebody(services, "Bo")
    sharing.joined(services, bo, demo.SLIP, "helper")
    page = page_of(browser, house, services, bo)
    leek = page.get_by_role("article", name=re.compile("Leek"))
    leek.get_by_role("button").first.click()
    leek.get_by_role("button", name="Not today").click()
    later = page.get_by_role("group", name="When instead?")
    expect(later.get_by_role("button", name="It will not be given")).to_be_visible()
    expect(later.get_by_role("button", name="Tomorrow")).to_have_count(0)  # it is the plan's
    later.get_by_role("button", name="Cancel").click()
    leek.get_by_role("button", name="Done", exact=True).click()
    expect(page.get_by_role("heading", name="2 things to feed today")).to_be_visible()
    page.get_by_role("button", name="Skerrin Slip").click()
    settings = page.get_by_role("dialog")
    settings.get_by_label("Name", exact=True).fill("Bo’s garden")
    expect(settings.get_by_text("with your role here it is not kept")).to_be_visible()
    expect(settings.get_by_role("button", name="Save", exact=True)).to_have_count(0)


RECORDS = {
    "Done", "Done differently", "Not today", "Watered today", "Rain did it", "Seen today",
    "Not yet", "Time the walk", "Growth has restarted", "Rain in the gauge …", "Spread today",
}  # fmt: skip


def test_a_reader_is_shown_nothing_that_would_be_refused(
    browser: Browser, house: str, services: Services, mira: Person
) -> None:
    bo = sharing.somebody(services, "Bo")
    sharing.joined(services, bo, demo.SLIP, "reader")
    said = []
    for who in (bo, mira):
        page = page_of(browser, house, services, who)
        for work in "Leek", "Crane bed, lime":
            page.get_by_role("article", name=re.compile(work)).get_by_role("button").first.click()
        page.get_by_role("button", name="Fold up").wait_for()
        page.get_by_role("button", name="See it: the water of").first.wait_for()
        said.append(set(page.locator("main button").all_inner_texts()))
    assert said[0] & RECORDS == set()
    assert said[1] - said[0] >= RECORDS - {"Growth has restarted", "Rain did it"}


ELSEWHERE = {
    "plot": {"Remove", "Remove this place", "Choose several"},
    "soil": {"Remove this test"},
    "shed": {"Opened today", "Write off"},
}


def test_a_reader_removes_nothing_on_the_other_views(
    browser: Browser, house: str, services: Services, mira: Person
) -> None:
    bo = sharing.somebody(services, "Bo")
    sharing.joined(services, bo, demo.SLIP, "reader")
    theirs, own = (page_of(browser, house, services, who) for who in (bo, mira))
    for view, writes in ELSEWHERE.items():
        for page in (own, theirs):
            page.goto(f"{house}/g/{demo.SLIP}/{view}")
            page.get_by_role("heading", level=1).or_(page.locator("h2")).first.wait_for()
            page.wait_for_load_state("networkidle")
            if view == "shed":
                page.get_by_text("What is left").first.click()
                page.wait_for_load_state("networkidle")
        shown = [set(page.locator("main button").all_inner_texts()) for page in (own, theirs)]
        assert shown[0] & writes, (view, sorted(shown[0]))
        assert shown[1] & writes == set(), view
    theirs.goto(f"{house}/g/{demo.SLIP}/season?as=list")
    theirs.get_by_role("table").wait_for()
    assert theirs.get_by_role("checkbox").count() == 0


def test_what_somebody_may_do_is_changed_and_ended(
    browser: Browser, house: str, services: Services, mira: Person
) -> None:
    bo = sharing.somebody(services, "Bo")
    sharing.joined(services, bo, demo.SLIP, "gardener")
    theirs, page = page_of(browser, house, services, bo), page_of(browser, house, services, mira)
    page.get_by_role("button", name="Skerrin Slip").click()
    people = page.get_by_role("dialog")
    with page.expect_response(re.compile("/people/")):
        people.get_by_label("What Bo may do").select_option("reader")
    theirs.reload()
    expect(theirs.get_by_text("You are a reader in this garden")).to_be_visible()
    expect(theirs.locator(".undo-redo")).to_have_count(0)
    people.get_by_role("listitem").filter(has_text="Bo").get_by_role("button").click()
    page.get_by_role("button", name="Take out", exact=True).click()
    expect(people.get_by_role("listitem").filter(has_text="Bo")).to_have_count(0)
    theirs.reload()
    expect(theirs.get_by_text("There is no such garden")).to_be_visible()


def test_the_first_account_owns_what_is_there(
    browser: Browser, house: str, services: Services
) -> None:
    with Session(services.engine) as session:
        key = invitations.to_first(session)
    page = page_of(browser, house, services, None)
    page.goto(f"{house}/join/{key}")
    expect(page.get_by_role("heading", name="The first account")).to_be_visible()
    typed_in(page, "Mira", PASSWORD)
    page.get_by_role("button", name="Make the account").click()
    page.get_by_role("link", name="Skerrin Slip").click()
    expect(page.get_by_role("heading", name=TODAY)).to_be_visible()
    page.goto(f"{house}/join/{key}")
    expect(page.get_by_text("This link has ended, or was used already")).to_be_visible()


def test_an_account_has_its_browsers_password_and_codes(
    browser: Browser, house: str, services: Services, mira: Person
) -> None:
    here, there = (page_of(browser, house, services, mira) for _ in range(2))
    here.get_by_role("button", name="Mira: your account").click()
    drawer = here.get_by_role("dialog")
    other = drawer.get_by_role("listitem").filter(has_text="Firefox, Linux")
    other.get_by_role("button", name="Sign out there").click()
    expect(other).to_have_count(0)
    there.reload()
    expect(there.get_by_role("button", name="Sign in")).to_be_visible()

    drawer.get_by_label("The one of now").fill("pitch")
    drawer.get_by_label("The new one").fill(OTHER)
    drawer.get_by_role("button", name="Change it").click()
    expect(drawer.get_by_text("That is not your password")).to_be_visible()
    drawer.get_by_label("The one of now").fill(PASSWORD)
    drawer.get_by_role("button", name="Change it").click()
    expect(drawer.get_by_text("It is changed.")).to_be_visible()

    drawer.get_by_label("Your password, to be sure").fill(OTHER)
    drawer.get_by_role("button", name="Begin").click()
    code = pyotp.TOTP(drawer.locator("code").inner_text()).now()
    drawer.get_by_label("Code of your authenticator app").fill(code)
    drawer.get_by_role("button", name="Ask for codes from now on").click()
    expect(drawer.get_by_text("Signing in asks for a code")).to_be_visible()
    typed_in(there, "Mira", OTHER)
    there.get_by_role("button", name="Sign in").click()
    expect(there.get_by_label("Code of your authenticator app")).to_be_visible()


def test_the_keeper_helps_who_lost_a_password(
    browser: Browser, house: str, services: Services, mira: Person
) -> None:
    sharing.somebody(services, "Bo")
    page = page_of(browser, house, services, mira)
    page.get_by_role("button", name="Mira: your account").click()
    page.get_by_role("button", name="A link to a new password for Bo").click()
    link = page.get_by_label("Link", exact=True).input_value()
    lost = page_of(browser, house, services, None)
    lost.goto(link)
    expect(lost.get_by_text("For Bo.")).to_be_visible()
    lost.get_by_label("Password", exact=True).fill(OTHER)
    lost.get_by_role("button", name="Set it").click()
    expect(lost.get_by_role("button", name="Bo: your account")).to_be_visible()
    expect(lost.get_by_role("link", name="Skerrin Slip")).to_have_count(0)


@pytest.mark.parametrize("size", SIZES)
def test_everybody_can_use_it(
    browser: Browser, house: str, services: Services, mira: Person, size: Any
) -> None:
    with Session(services.engine) as session:
        _, key = invitations.into(session, demo.SLIP, "helper", "Mira", 7, 3)
    sharing.joined(services, sharing.somebody(services, "Bo"), demo.SLIP, "helper")
    outside = page_of(browser, house, services, None)
    outside.set_viewport_size(size)
    outside.get_by_role("button", name="Sign in").wait_for()
    assert faults_of(outside) == []
    outside.goto(f"{house}/join/{key}")
    outside.get_by_role("button", name="Make the account").wait_for()
    assert faults_of(outside) == []
    page = page_of(browser, house, services, mira)
    page.set_viewport_size(size)
    page.get_by_role("button", name="Mira: your account").click()
    page.get_by_role("button", name="A link to a new password for Bo").click()
    page.get_by_role("img", name="The link, for a phone’s camera").wait_for()
    assert faults_of(page) == []
    page.keyboard.press("Escape")
    page.get_by_role("button", name="Skerrin Slip").click()
    page.get_by_role("button", name="Make a link").click()
    page.get_by_role("img", name="The link, for a phone’s camera").wait_for()
    assert faults_of(page) == []
