"""What is seen, done, grown and printed, over the wire."""

import json
from typing import Any

import pytest
from fastapi.testclient import TestClient

import gardens as make
from eznel.formats import garden_file

GARDEN = f"/api/gardens/{make.uid('garden')}"
CUCUMBER = make.uid("cucumber")
SEEN = {"id": make.uid("seen"), "planting": CUCUMBER, "on": "2026-05-20"}


@pytest.fixture
def garden(client: TestClient) -> TestClient:
    file = make.garden_file(
        places=[make.bed(), make.tub()],
        plantings=[
            make.planting("cucumber", plants=8),
            make.planting("tomato", "tub", plants=1),
        ],
        scoops=[make.scoop("gram", 1), make.scoop("spoon", 15)],
        products=[make.product("feed", "soluble", N=10, K2O=15)],
        preferences=make.with_jobs("stake"),
    )
    assert client.put(f"{GARDEN}/file", json=json.loads(garden_file.dumps(file))).status_code == 200
    return client


def plan(client: TestClient, crop: str = "cucumber", **query: str) -> dict[str, Any]:
    made = client.get(f"{GARDEN}/plan", params=query).json()
    found: dict[str, Any] = next(p for p in made["plantings"] if p["crop"] == crop)
    return found


def put(client: TestClient, kind: str, thing: dict[str, Any], based_on: int = 0):
    return client.put(f"{GARDEN}/{kind}/{thing['id']}", json=thing, params={"based_on": based_on})


def test_growth_that_restarted_ends_the_hold_and_is_taken_back(garden: TestClient) -> None:
    assert plan(garden)["hold_until"] == "2026-05-26"
    seen = SEEN | {"kind": "growth_restarted"}
    assert put(garden, "observed", seen).status_code == 200
    assert plan(garden)["hold_until"] == "2026-05-20"
    gone = garden.delete(f"{GARDEN}/observed/{seen['id']}", params={"based_on": 1})
    assert gone.status_code == 200
    assert plan(garden)["hold_until"] == "2026-05-26"


@pytest.mark.parametrize(
    ("kind", "thing", "field"),
    [
        ("observed", SEEN | {"kind": "plants_lost"}, "plants"),
        ("observed", SEEN | {"kind": "salts"}, "ec_ds_m"),
        ("observed", SEEN | {"kind": "flooded", "planting": make.uid("nobody")}, "planting"),
        ("tasks", SEEN | {"task": "NOT A KEY"}, "task"),
        ("weather", {"id": make.uid("d"), "on": "2026-05-01", "low_c": 9, "high_c": 3}, "low_c"),
        ("varieties", {"id": make.uid("v"), "crop": "kale", "name": ""}, "name"),
    ],
)
def test_what_cannot_be_is_refused_at_its_field(
    garden: TestClient, kind: str, thing: dict, field: str
) -> None:
    answer = put(garden, kind, thing)
    assert answer.status_code == 422
    assert [fault["field"] for fault in answer.json()["faults"]] == [field]
    assert answer.json()["faults"][0]["remedy"]


def test_what_would_be_seen_is_not_stored(garden: TestClient) -> None:
    lost = SEEN | {"kind": "plants_lost", "plants": 4}
    asked = garden.post(f"{GARDEN}/what-if", json={"observed": [lost]})
    assert asked.status_code == 200
    then = next(p for p in asked.json()["plantings"] if p["crop"] == "cucumber")
    now = plan(garden)
    # Four of eight: half of what later feeds bring
    later = [
        sum(job["need_g"]["N"] for job in one["jobs"] if job["due_on"] > lost["on"])
        for one in (then, now)
    ]
    assert later[0] == pytest.approx(later[1] / 2, rel=0.05)
    assert garden.get(GARDEN).json()["file"]["log"]["observed"] == []


def test_a_task_is_ticked_and_the_calendar_knows(garden: TestClient) -> None:
    (stake,) = plan(garden, "tomato")["tasks"]
    assert stake["name"] == "Stake and tie"
    done = {"id": make.uid("done"), "planting": make.uid("tomato"), "task": "stake",
            "on": stake["due_on"]}  # fmt: skip
    assert put(garden, "tasks", done).status_code == 200
    (after,) = plan(garden, "tomato")["tasks"]
    assert after["done"] == done["id"]
    calendar = garden.get(f"{GARDEN}/calendar.ics").text
    assert "✓ Tomato: Stake and tie" in calendar.replace("\r\n ", "")
    german = garden.get(f"{GARDEN}/plan", headers={"Accept-Language": "de"}).json()
    names = [t["name"] for p in german["plantings"] for t in p["tasks"]]
    assert set(names) == {"Stäbe setzen und anbinden"}


def test_a_planting_that_something_was_seen_at_is_in_use(garden: TestClient) -> None:
    put(garden, "observed", SEEN | {"kind": "dried_out"})
    refused = garden.delete(f"{GARDEN}/plantings/{CUCUMBER}", params={"based_on": 1})
    assert refused.status_code == 409
    assert refused.json()["type"] == "urn:eznel:in_use"


def test_a_variety_counts_for_every_planting_of_its_name(garden: TestClient) -> None:
    before = plan(garden)["needs"][0]["total_g"]
    own = {"id": make.uid("v"), "crop": "cucumber", "name": "Slow", "vigour": "strong"}
    put(garden, "varieties", own)
    assert plan(garden)["needs"][0]["total_g"] == before  # nobody grows it yet
    planting = garden.get(GARDEN).json()["file"]["garden"]["plantings"][0]
    put(garden, "plantings", planting | {"variety": "slow"}, based_on=1)
    assert plan(garden)["needs"][0]["total_g"] == pytest.approx(1.1 * before)


def test_undo_brings_back_what_was_seen(garden: TestClient) -> None:
    put(garden, "observed", SEEN | {"kind": "flooded"})
    number = garden.get(f"{GARDEN}/journal").json()["undo"]["number"]
    assert garden.post(f"{GARDEN}/undo/{number}").status_code == 200
    assert garden.get(GARDEN).json()["file"]["log"]["observed"] == []


def test_the_jobs_that_can_be_switched_on_are_in_the_catalogue(client: TestClient) -> None:
    tasks = client.get("/api/catalogue").json()["tasks"]
    assert {"stake", "mulch", "harden_off"} <= {task["key"] for task in tasks}
    spanish = client.get("/api/catalogue", headers={"Accept-Language": "es"}).json()["tasks"]
    assert next(t for t in spanish if t["key"] == "mulch")["name"] == "Acolchar"


@pytest.mark.parametrize(("paper", "status"), [("a4", 200), ("letter", 200), ("a3", 422)])
def test_the_season_on_paper(garden: TestClient, paper: str, status: int) -> None:
    answer = garden.get(f"{GARDEN}/planning/season.pdf", params={"paper": paper})
    assert answer.status_code == status
    if status == 200:
        assert answer.headers["content-type"] == "application/pdf"
        assert answer.content.startswith(b"%PDF")
