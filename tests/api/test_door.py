"""A shared garden is behind a password; undo, measures and languages over the wire."""

import pytest
from fastapi.testclient import TestClient

import gardens as make
from eznel.api import door
from eznel.api.app import create_app
from eznel.api.door import hashed
from eznel.api.services import Services
from eznel.core.document import GardenFile

GARDEN = f"/api/gardens/{make.uid('garden')}"


@pytest.fixture(scope="module")
def password_hash() -> str:
    return hashed("rope and tar")


@pytest.fixture
def outside(services: Services, password_hash: str) -> TestClient:
    return TestClient(create_app(services, None, password_hash), base_url="http://192.168.1.7:8417")


def test_nothing_is_told_without_the_password(outside: TestClient) -> None:
    for path in ("/api/gardens", GARDEN, f"{GARDEN}/plan", "/api/catalogue"):
        answer = outside.get(path)
        assert answer.status_code == 401
        assert answer.json()["faults"][0]["key"] == "sign_in_first"
    assert outside.get("/api/door").json() == {"shut": True, "inside": False}
    forged = outside.get("/api/gardens", headers={"Cookie": "eznel_session=in.aaaa.bbbb"})
    assert forged.status_code == 401


def test_the_password_opens_and_leaving_shuts(outside: TestClient) -> None:
    assert outside.post("/api/door", json={"password": "rope"}).status_code == 401
    entered = outside.post("/api/door", json={"password": "rope and tar"})
    assert entered.json() == {"shut": True, "inside": True}
    cookie = entered.headers["set-cookie"].lower()
    assert "httponly" in cookie
    assert "samesite=strict" in cookie
    assert outside.get("/api/gardens").json() == []
    outside.delete("/api/door")
    assert outside.get("/api/gardens").status_code == 401


def test_leaving_ends_the_session_on_the_server(outside: TestClient) -> None:
    outside.post("/api/door", json={"password": "rope and tar"})
    kept = outside.cookies["eznel_session"]
    outside.delete("/api/door")
    outside.cookies.set("eznel_session", kept)  # somebody has copied it
    assert outside.get("/api/gardens").status_code == 401
    outside.cookies.clear()
    outside.post("/api/door", json={"password": "rope and tar"})  # another one is not ended
    assert outside.get("/api/gardens").status_code == 200


def test_guessing_is_slowed(outside: TestClient) -> None:
    for _ in range(5):
        assert outside.post("/api/door", json={"password": "guess"}).status_code == 401
    shut = outside.post("/api/door", json={"password": "rope and tar"})
    assert shut.status_code == 429
    assert "minute" in shut.json()["faults"][0]["remedy"]


def test_guesses_from_elsewhere_shut_nobody_out(
    services: Services, password_hash: str, monkeypatch: pytest.MonkeyPatch
) -> None:
    monkeypatch.setattr(door.time, "monotonic", lambda: 0.0)  # however slow the machine is
    app = create_app(services, None, password_hash)
    at = {"base_url": "http://192.168.1.7:8417"}
    inside = TestClient(app, **at, client=("192.168.1.20", 1))
    assert inside.post("/api/door", json={"password": "rope and tar"}).status_code == 200
    for n in range(12):  # as many addresses as somebody likes to claim
        guesser = TestClient(app, **at, client=("192.168.1.66", n))
        guesser.post(
            "/api/door", json={"password": "guess"}, headers={"X-Forwarded-For": "192.168.1.20"}
        )
    for n in range(60):
        TestClient(app, **at, client=(f"192.168.2.{n}", 1)).post("/api/door", json={"password": ""})
    assert guesser.post("/api/door", json={"password": "rope and tar"}).status_code == 429
    # Who is in stays in, may enter again, and a newcomer from elsewhere too.
    assert inside.post("/api/door", json={"password": "rope and tar"}).status_code == 200
    other = TestClient(app, **at, client=("192.168.1.21", 1))
    assert other.post("/api/door", json={"password": "rope and tar"}).status_code == 200


def test_a_household_has_one_network_of_the_new_kind(
    services: Services, password_hash: str
) -> None:
    app = create_app(services, None, password_hash)
    seen = [
        TestClient(app, base_url="http://192.168.1.7", client=(f"2001:db8::{n:x}", 1))
        .post("/api/door", json={"password": "guess"})
        .status_code
        for n in range(1, 8)
    ]
    assert seen == [401] * 5 + [429] * 2


def test_a_session_ends_with_its_password(services: Services, outside: TestClient) -> None:
    outside.post("/api/door", json={"password": "rope and tar"})
    changed = TestClient(
        create_app(services, None, hashed("tar and rope")), cookies=outside.cookies
    )
    assert changed.get("/api/gardens").status_code == 401


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
