"""A shared store is behind a door; undo, measures and languages over the wire."""

import time

import pyotp
import pytest
from fastapi.testclient import TestClient
from sqlalchemy import text

import gardens as make
import sharing
from eznel.api import passwords, patience
from eznel.api.passwords import LEAST, chosen, step_of
from eznel.api.patience import MOST_OF_NETWORK, MOST_OF_PAIR, MOST_OF_STRANGERS
from eznel.api.services import Services
from eznel.core.document import GardenFile
from eznel.core.errors import Impossible
from sharing import PASSWORD, browser, signing_in

GARDEN = f"/api/gardens/{make.uid('garden')}"


@pytest.fixture
def outside(services: Services) -> TestClient:
    sharing.somebody(services, "Mira", keeper=True)
    return browser(sharing.shared(services))


def test_nothing_is_told_to_who_is_not_signed_in(outside: TestClient) -> None:
    for path in ("/api/gardens", GARDEN, f"{GARDEN}/plan", "/api/catalogue", "/api/account"):
        answer = outside.get(path)
        assert answer.status_code == 401
        assert answer.json()["faults"][0]["key"] == "sign_in_first"
    told = outside.get("/api/door").json()
    assert (told["shared"], told["inside"], told["name"], told["trust"]) == (True, False, "", None)
    forged = outside.get("/api/gardens", headers={"Cookie": "eznel_session=in.aaaa.bbbb"})
    assert forged.status_code == 401


def test_name_and_password_open_and_leaving_shuts(outside: TestClient) -> None:
    assert signing_in(outside, "Mira", "rope") == 401
    assert signing_in(outside, "Nobody") == 401
    entered = outside.post("/api/door", json={"name": " mira ", "password": PASSWORD})
    assert (entered.json()["inside"], entered.json()["name"]) == (True, "Mira")
    cookie = entered.headers["set-cookie"].lower()
    assert "httponly" in cookie
    assert "samesite=strict" in cookie
    assert outside.get("/api/gardens").json() == []
    kept = outside.cookies["eznel_session"]
    outside.delete("/api/door")
    assert outside.get("/api/gardens").status_code == 401
    outside.cookies.set("eznel_session", kept)  # somebody has copied it
    assert outside.get("/api/gardens").status_code == 401


def test_what_the_store_knows_of_a_browser_opens_no_door(
    outside: TestClient, services: Services
) -> None:
    signing_in(outside, "Mira")
    with services.engine.connect() as connection:
        (stored,) = connection.execute(text("SELECT id FROM sign_in")).scalars()
    outside.cookies.set("eznel_session", stored)
    assert outside.get("/api/gardens").status_code == 401


def test_a_browser_that_was_not_seen_for_two_months_is_asked_again(
    outside: TestClient, services: Services
) -> None:
    signing_in(outside, "Mira")
    for days, status in ((59, 200), (61, 401)):
        with services.engine.begin() as connection:
            connection.execute(
                text(f"UPDATE sign_in SET seen_at = UTC_TIMESTAMP() - INTERVAL {days} DAY")
            )
        assert outside.get("/api/gardens").status_code == status


def test_a_code_is_asked_for_besides_the_password_and_counts_once(
    outside: TestClient, monkeypatch: pytest.MonkeyPatch
) -> None:
    signing_in(outside, "Mira")
    assert outside.post("/api/account/code", json={"password": "pitch"}).status_code == 422
    begun = outside.post("/api/account/code", json={"password": PASSWORD}).json()
    assert begun["address"].startswith("otpauth://totp/Eznel:Mira?")
    app = pyotp.TOTP(begun["secret"])
    unsure = {"secret": begun["secret"], "code": "000000"}
    assert outside.put("/api/account/code", json=unsure).status_code == 422
    assert outside.get("/api/account").json()["asks_code"] is False
    now = time.time()
    monkeypatch.setattr(passwords.time, "time", lambda: now)
    sure = {"secret": begun["secret"], "code": app.at(int(now))}
    assert outside.put("/api/account/code", json=sure).json()["asks_code"] is True
    outside.delete("/api/door")
    refused = outside.post("/api/door", json={"name": "Mira", "password": PASSWORD})
    assert (refused.status_code, refused.json()["faults"][0]["field"]) == (401, "code")
    assert signing_in(outside, "Mira", code=app.at(int(now))) == 401  # confirmed by it already
    later = app.at(int(now) + 30)
    assert signing_in(outside, "Mira", "pitch", later) == 401  # a code alone is not enough
    assert signing_in(outside, "Mira", code=f"{later[:3]} {later[3:]}") == 200
    assert outside.post("/api/account/code/end", json={"password": PASSWORD}).status_code == 200
    outside.delete("/api/door")
    assert signing_in(outside, "Mira") == 200


def test_a_code_of_another_minute_is_none(monkeypatch: pytest.MonkeyPatch) -> None:
    secret, at = pyotp.random_base32(), 1_800_000_000
    monkeypatch.setattr(passwords.time, "time", lambda: at)
    codes = [step_of(secret, pyotp.TOTP(secret).at(at + 30 * n)) for n in (-2, -1, 0, 1, 2)]
    assert codes == [None, 59_999_999, 60_000_000, 60_000_001, None]  # 1.8e9 ÷ 30


def test_guessing_is_slowed(outside: TestClient) -> None:
    for _ in range(MOST_OF_PAIR):
        assert signing_in(outside, "Mira", "guess") == 401
    shut = outside.post("/api/door", json={"name": "Mira", "password": PASSWORD})
    assert shut.status_code == 429
    assert "minute" in shut.json()["faults"][0]["remedy"]
    assert signing_in(outside, "Bo", "guess") == 401  # another account of the same household


@pytest.fixture
def _no_time_passes(monkeypatch: pytest.MonkeyPatch) -> None:
    """However slow the machine is; and checking a password takes none."""
    monkeypatch.setattr(patience.time, "monotonic", lambda: 0.0)
    monkeypatch.setattr("eznel.api.door.fits", lambda hash, typed: typed == PASSWORD)


@pytest.mark.usefixtures("_no_time_passes")
def test_guesses_from_elsewhere_shut_nobody_out(services: Services) -> None:
    mira = sharing.somebody(services, "Mira")
    sharing.somebody(services, "Bo")
    app = sharing.shared(services)
    inside = browser(app, mira)
    for n in range(60):  # as many machines as somebody may have, and one that claims to be others
        signing_in(browser(app, address=f"10.0.0.{n}"), "Mira", "guess")
        browser(app, address="192.168.1.66").post(
            "/api/door", json={"name": "Mira", "password": "guess"},
            headers={"X-Forwarded-For": "192.168.1.20"},
        )  # fmt: skip
    assert signing_in(browser(app, address="10.0.1.1"), "Mira") == 429
    # Who is in stays in, may sign in anew where she is known, and others everywhere.
    assert inside.get("/api/account").status_code == 200
    assert signing_in(browser(app), "Mira") == 200
    assert signing_in(browser(app, address="10.0.1.2"), "Bo") == 200


@pytest.mark.usefixtures("_no_time_passes")
def test_one_machine_does_not_try_every_account(services: Services) -> None:
    app = sharing.shared(services)
    tried = [signing_in(browser(app), f"name {n}", "guess") for n in range(MOST_OF_NETWORK + 2)]
    assert tried == [401] * MOST_OF_NETWORK + [429] * 2


@pytest.mark.usefixtures("_no_time_passes")
def test_many_machines_do_not_try_one_account(services: Services) -> None:
    app = sharing.shared(services)
    at = [browser(app, address=f"10.0.0.{n}") for n in range(MOST_OF_STRANGERS + 2)]
    tried = [signing_in(one, "Mira", "guess") for one in at]
    assert tried == [401] * MOST_OF_STRANGERS + [429] * 2


@pytest.mark.usefixtures("_no_time_passes")
def test_a_household_has_one_network_of_the_new_kind(services: Services) -> None:
    app = sharing.shared(services)
    tried = [signing_in(browser(app, address=f"2001:db8::{n:x}"), "Mira", "guess")
             for n in range(1, 8)]  # fmt: skip
    assert tried == [401] * 5 + [429] * 2


@pytest.mark.parametrize(
    ("typed", "key"),
    [
        ("short", "password_short"),
        ("aaaaaaaaaaaabbb", "password_easy"),
        ("Mira of Skerrin", "password_easy"),
        ("1234567890", "password_common"),
        ("Qwertyuiop", "password_common"),
        ("manchester", "password_common"),
        ("monkey123456", "password_common"),
    ],
)
def test_a_password_that_is_guessed_first_is_refused(typed: str, key: str) -> None:
    with pytest.raises(Impossible) as refused:
        chosen(typed, "mira of skerrin")
    assert refused.value.key == key


def test_length_alone_makes_a_password_good() -> None:
    """No capital, digit or sign is asked for."""
    assert chosen("quay lamp onion seven", "Mira").startswith("$argon2id$")
    assert len("abcdefghij") == LEAST


def test_another_page_cannot_write(client: TestClient, slip: GardenFile) -> None:
    body = slip.model_dump(mode="json")
    path = f"/api/gardens/{slip.garden.id}/file"
    foreign = client.put(path, json=body, headers={"Origin": "http://elsewhere.example"})
    assert foreign.status_code == 403
    assert client.get("/api/gardens").json() == []
    assert client.put(path, json=body, headers={"Origin": "http://127.0.0.1"}).status_code == 200


@pytest.fixture
def small(client: TestClient) -> TestClient:
    file = make.garden_file(places=[make.bed()], plantings=[make.planting("kale")])
    client.put(f"{GARDEN}/file", json=file.model_dump(mode="json"))
    return client


def test_the_journal_undoes_over_the_wire(small: TestClient) -> None:
    bed = {**make.bed(), "name": "Stern bed"}
    path = f"{GARDEN}/places/{bed['id']}"
    small.put(f"{path}?based_on=1", json=bed, headers={"X-Eznel-Who": "Mira"})
    told = small.get(f"{GARDEN}/journal", params={"thing": bed["id"]}).json()
    (change,) = told["changes"]
    assert (change["who"], change["name"], change["what"]) == ("Mira", "Stern bed", "changed")
    assert {"field": "name", "before": "bed", "after": "Stern bed"} in change["fields"]
    assert told["undo"]["number"] == change["number"]
    assert change["written_at"].endswith("Z")  # else a browser takes it for its own time
    assert small.post(f"{GARDEN}/undo/{change['number']}").status_code == 200
    names = [place["name"] for place in small.get(GARDEN).json()["file"]["garden"]["places"]]
    assert names == ["bed"]
    after = small.get(f"{GARDEN}/journal").json()
    assert after["undo"] is None
    assert after["redo"]["number"] == change["number"]
    assert small.post(f"{GARDEN}/undo/123456").status_code == 422


def test_a_conflict_shows_both_versions_and_the_fields(small: TestClient) -> None:
    bed = make.bed()
    path = f"{GARDEN}/places/{bed['id']}?based_on=1"
    assert small.put(path, json={**bed, "name": "mine"}).status_code == 200
    assert small.put(path, json={**bed, "note": "wet"}).status_code == 200  # merged by field
    problem = small.put(path, json={**bed, "name": "ours"}).json()
    assert (problem["status"], problem["fields"], problem["revision"]) == (409, ["name"], 3)
    assert (problem["base"]["name"], problem["theirs"]["name"]) == ("bed", "mine")
    assert problem["theirs"]["note"] == "wet"


def test_measures_while_a_bed_is_drawn(small: TestClient) -> None:
    bed = make.bed(length=7.2)
    drawn = small.post(f"{GARDEN}/measures", json=bed).json()
    assert drawn["place"]["area_m2"] == pytest.approx(7.2 * 1.2)
    kept = small.get(f"{GARDEN}/plan").json()["plantings"][0]
    assert drawn["standing"][0]["fits"] >= 2 * kept["fits"] > 0
    assert small.get(GARDEN).json()["revision"] == 1
    new = small.post(f"{GARDEN}/measures", json={**bed, "id": make.uid("new")}).json()
    assert new["standing"] == []


@pytest.mark.parametrize(
    ("language", "said"),
    [
        ("de-CH,en;q=0.5", "keine"),
        ("es", "el plan"),
        ("fr, es;q=0.3", "el plan"),
        ("xx", "no number"),
    ],
)
def test_errors_speak_the_reader_s_language(small: TestClient, language: str, said: str) -> None:
    answer = small.get(f"{GARDEN}/why/nonsense", headers={"Accept-Language": language})
    assert answer.status_code == 422
    assert said in answer.json()["title"].lower()


def test_workings_come_in_the_reader_s_units(small: TestClient) -> None:
    path = f"{GARDEN}/why/area/{make.uid('bed')}"
    metric, us = (small.get(path, headers={"X-Eznel-Units": u}).json() for u in ("metric", "us"))
    assert metric["result"] == "4.32 m²"
    assert us["result"] == "46.5 ft²"  # 4.32 × 10.764
    assert us["steps"][0]["formula"] == metric["steps"][0]["formula"] == "3.6 m × 1.2 m"
    assert [q["value"] for q in us["steps"][0]["quantities"]] == ["11.8 ft", "3.94 ft"]
