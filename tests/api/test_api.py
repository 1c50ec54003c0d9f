"""The application's addresses: load, compute, return; and errors in one shape."""

import json
from typing import Any

import pytest
from fastapi.testclient import TestClient
from sqlalchemy import Engine

import gardens as make
from eznel import demo
from eznel.api.app import description
from eznel.core.document import GardenFile
from eznel.formats import garden_file
from eznel.store import database

SLIP = f"/api/gardens/{demo.SLIP}"


@pytest.fixture
def small(client: TestClient) -> TestClient:
    file = make.garden_file(
        places=[make.bed()],
        plantings=[make.planting("cucumber", plants=8)],
        products=[make.product("feed", "soluble", N=12, K2O=12)],
        scoops=[make.scoop("half", 2.5)],
    )
    answer = client.put(f"{SMALL}/file", json=json.loads(garden_file.dumps(file)))
    assert answer.status_code == 200
    return client


SMALL = f"/api/gardens/{make.uid('garden')}"


def feeds(client: TestClient) -> list[dict[str, Any]]:
    (planting,) = client.get(f"{SMALL}/plan").json()["plantings"]
    return [job for job in planting["jobs"] if job["kind"] == "feed"]


def test_list_read_export_and_import(slip_client: TestClient, slip: GardenFile) -> None:
    (listed,) = slip_client.get("/api/gardens").json()
    assert (listed["name"], listed["stands_on"]) == ("Skerrin Slip", "2026-06-19")
    whole = slip_client.get(SLIP).json()
    assert whole["today"] == "2026-06-19"
    assert GardenFile.model_validate(whole["file"]) == slip.model_copy(update={"photos": ()})
    exported = slip_client.get(f"{SLIP}/file")
    assert "attachment" in exported.headers["content-disposition"]
    assert garden_file.loads(exported.content) == slip
    again = slip_client.put(f"{SLIP}/file", json=exported.json())
    assert again.json()["revision"] == 1  # the same garden again changes nothing


def test_ticking_twice_feeds_once_and_the_rest_is_computed_again(small: TestClient) -> None:
    first = feeds(small)[0]
    mix = first["mixes"][0]
    entry = {
        "id": first["key"], "planting": make.uid("cucumber"), "job": first["key"],
        "on": "2026-05-01", "outcome": "given",
        "amounts": [
            {"product": line["product"], "scoop": line["scoop"], "count": 3 * line["count"]}
            for line in mix["lines"]
        ],
    }  # fmt: skip
    for _ in range(2):
        sent = small.put(f"{SMALL}/feeds/{first['key']}", json=entry)
        assert sent.status_code == 200
        assert sent.json()["revision"] == 1
    after = feeds(small)
    assert after[0]["status"] == "given"
    assert len(small.get(SMALL).json()["file"]["log"]["feeds"]) == 1
    given = after[0]["brings_g"]["N"]
    assert given + sum(job["brings_g"]["N"] for job in after[1:]) <= 13 * 3.2 + 1e-6


def test_why(slip_client: TestClient) -> None:
    made = slip_client.get(f"{SLIP}/plan").json()
    planting = next(p for p in made["plantings"] if p["variety"] == "Blackquay")
    shown = slip_client.get(f"{SLIP}/why/need/{planting['id']}/K").json()
    assert shown["value"] == pytest.approx(planting["needs"][2]["total_g"])
    texts = [step["formula"] for step in shown["steps"]]
    assert any("34 g K2O/m² × 0.83" in text for text in texts)
    # 34 g K2O × 0.8301 = 28.22 g/m². Less 1 cm of compost: 10 L × 0.6 = 6 kg × 0.6 % K2O × 0.8301
    # × 0.85 = 25.40; the rest on 14 × 0.45² × √3 ÷ 2 = 2.455 m².
    assert shown["steps"][-1]["result"] == shown["result"] == "6.93 g"
    origins = {q["origin"] for step in shown["steps"] for q in step["quantities"]}
    assert {"lab", "measured", "typical"} <= origins
    missing = slip_client.get(f"{SLIP}/why/need/nothing/K")
    assert (missing.status_code, missing.json()["faults"][0]["key"]) == (422, "no_such_number")


def test_what_if_stores_nothing(small: TestClient) -> None:
    before = small.get(SMALL).json()
    report = make.report(values={"K": 20}, organic_matter_pct=5)
    answer = small.post(f"{SMALL}/what-if", json={"reports": [report]})
    (planting,) = answer.json()["plantings"]
    assert planting["method"] == "tested"
    assert small.get(SMALL).json() == before
    (kept,) = small.get(f"{SMALL}/plan").json()["plantings"]
    assert kept["method"] == "untested"
    assert planting["needs"][2]["total_g"] > kept["needs"][2]["total_g"]


def test_the_plan_of_another_day(slip_client: TestClient) -> None:
    later = slip_client.get(f"{SLIP}/plan", params={"as_of": "2026-07-20"}).json()
    assert later["as_of"] == "2026-07-20"
    assert any(j["status"] == "unconfirmed" for p in later["plantings"] for j in p["jobs"])


def test_settings(slip_client: TestClient) -> None:
    whole = slip_client.get(SLIP).json()
    garden = whole["file"]["garden"]
    new = {"name": "Slip", "site": garden["site"], "preferences": garden["preferences"],
           "stands_on": "2026-06-25"}  # fmt: skip
    sent = slip_client.put(f"{SLIP}/settings", json=new, params={"based_on": 1})
    assert sent.status_code == 200
    assert slip_client.get(f"{SLIP}/plan").json()["as_of"] == "2026-06-25"
    stale = slip_client.put(
        f"{SLIP}/settings", json={**new, "name": "Other"}, params={"based_on": 1}
    )
    assert stale.status_code == 409
    assert stale.json()["theirs"]["name"] == "Slip"
    zone = {**new, "site": {**garden["site"], "time_zone": "Mars/Dust"}}
    bad = slip_client.put(f"{SLIP}/settings", json=zone, params={"based_on": 2})
    assert [fault["field"] for fault in bad.json()["faults"]] == ["site.time_zone"]


BAD = [
    ("reports", make.report(ph=65), "ph", "6.5"),
    ("reports", {**make.report(values={"P": 20}), "extractant": "Spit"}, "extractant", "Mehlich-3"),
    ("reports", make.report(values={"P": -3}), "values.0.value", "more"),
    ("reports", make.report(organic_matter_pct=140), "organic_matter_pct", "100"),
    ("places", make.bed(length=-2), "shape.length.value", "larger"),
    ("places", make.bed(length=0), "shape.length", "inches"),
    ("places", make.bed(density=make.measure(12, "g/mL")), "density", "decimal point"),
    ("places", make.bed(depth=make.measure(20, "m")), "depth", "centimetres"),
    ("places", make.tub(litres=9000), "shape.volume", "yd³"),
    ("products", make.product("b", N=60, P2O5=30, K2O=20), "declared", "100 %"),
    ("products", make.product("b", N=-1), "declared.0.pct", "larger"),
    ("products", make.product("b", P2O5=10, P=4), "declared.1.nutrient", "once"),
    ("products", make.product("b", N=10, nitrogen={"urea_pct": 12}), "nitrogen", "total"),
    ("products", make.product("b", density=make.measure(12, "g/mL")), "density", "level cup"),
    ("products", make.product("b", "coated", N=10), "release_days", "months"),
    ("scoops", make.scoop(ml=90_000), "volume", "20 L"),
    ("scoops", {**make.scoop(), "name": ""}, "name", "something"),
    ("plantings", make.planting("mandrake"), "crop", "list"),
    ("plantings", make.planting(programme="moonlight"), "programme", "list"),
    ("plantings", make.planting(place="nowhere"), "place", "first"),
    ("plantings", make.planting(plants=0), "plants", "larger"),
    ("plantings", make.planting(sown_on="2026-06-01"), "sown_on", "dates"),
    ("plantings", {**make.planting(), "planted_on": "soon"}, "planted_on", "2026-05-12"),
]  # fmt: skip


@pytest.mark.parametrize(("kind", "thing", "field", "remedy"), BAD)
def test_bad_input_is_refused_at_its_field(small: TestClient, kind, thing, field, remedy) -> None:
    thing = {**thing, "id": make.uid("new")}
    before = small.get(SMALL).json()
    answer = small.put(f"{SMALL}/{kind}/{thing['id']}", json=thing)
    assert answer.status_code == 422, answer.text
    assert answer.headers["content-type"] == "application/problem+json"
    problem = answer.json()
    assert set(problem) == {
        "type", "title", "status", "faults", "theirs", "base", "fields", "revision",
    }  # fmt: skip
    fault = next(f for f in problem["faults"] if f["field"] == field)
    assert remedy in fault["problem"] + " " + fault["remedy"]
    assert "{" not in fault["problem"] + fault["remedy"]
    assert small.get(SMALL).json() == before
    # The same slip, while it is still being typed, comes back at the same field.
    typed = small.post(f"{SMALL}/what-if", json={kind: [thing]})
    fields = [f["field"].removeprefix(f"{kind}.0.") for f in typed.json()["faults"]]
    assert typed.status_code == 422
    assert field in fields


def test_broken_and_future_files_are_refused_whole(small: TestClient) -> None:
    before = small.get(SMALL).json()
    file = before["file"]
    future = {**file, "version": 99}
    broken = json.loads(json.dumps(file))
    broken["garden"]["places"][0]["shape"]["length"]["value"] = "long"
    lost = json.loads(json.dumps(file))
    lost["garden"]["plantings"][0]["place"] = make.uid("nowhere")
    for body, field in (
        (future, "version"),
        (broken, "garden.places.0.shape.length.value"),
        (lost, "garden.plantings.0.place"),
        ({"format": "something else"}, "format"),
    ):
        answer = small.put(f"{SMALL}/file", json=body, params={"based_on": 1})
        assert answer.status_code == 422
        assert field in [fault["field"] for fault in answer.json()["faults"]]
    assert small.get(SMALL).json() == before


def test_conflict_shows_both_versions(small: TestClient) -> None:
    half = make.scoop("half", 2.5)
    newer = {**half, "volume": make.measure(3, "mL")}
    assert small.put(f"{SMALL}/scoops/{half['id']}?based_on=1", json=newer).status_code == 200
    mine = {**half, "volume": make.measure(4, "mL")}
    answer = small.put(f"{SMALL}/scoops/{half['id']}?based_on=1", json=mine)
    assert answer.status_code == 409
    assert answer.json()["theirs"]["volume"]["value"] == 3
    assert answer.json()["revision"] == 2


def test_removing(small: TestClient) -> None:
    extra = make.scoop("extra", 10)
    small.put(f"{SMALL}/scoops/{extra['id']}", json=extra)
    assert small.delete(f"{SMALL}/scoops/{extra['id']}?based_on=1").status_code == 200
    assert small.delete(f"{SMALL}/scoops/{extra['id']}?based_on=1").status_code == 200
    used = small.delete(f"{SMALL}/places/{make.uid('bed')}?based_on=1")
    assert (used.status_code, used.json()["faults"][0]["key"]) == (409, "in_use")
    assert "cucumber" in used.json()["title"]


def test_what_is_not_there(client: TestClient) -> None:
    answer = client.get(f"/api/gardens/{make.uid('other')}/plan")
    assert (answer.status_code, answer.json()["faults"][0]["key"]) == (404, "no_such_garden")
    assert client.get("/api/nothing").status_code == 404
    assert client.get("/api/gardens/no-id/plan").status_code == 422


def test_other_hosts_names_are_refused(client: TestClient) -> None:
    assert client.get("/api/gardens", headers={"Host": "elsewhere.example"}).status_code == 400


def test_a_huge_request_is_refused_before_it_is_read(client: TestClient) -> None:
    answer = client.post(f"{SMALL}/what-if", content=b"{}", headers={"Content-Length": "99999999"})
    assert answer.status_code == 413


def test_a_database_that_is_gone_is_said_so(client: TestClient) -> None:
    client.app.state.services.engine = database.connect("mysql://nobody:x@127.0.0.1:9/none")
    answer = client.get("/api/gardens")
    assert (answer.status_code, answer.json()["faults"][0]["key"]) == (503, "store_down")


def test_who_did_it(small: TestClient, engine: Engine) -> None:
    extra = make.scoop("extra", 10)
    small.put(f"{SMALL}/scoops/{extra['id']}", json=extra, headers={"X-Eznel-Who": "J%C3%B6rn"})
    with engine.connect() as connection:
        who = connection.exec_driver_sql("SELECT who FROM journal ORDER BY number DESC LIMIT 1")
        assert who.scalar() == "Jörn"


FILES = ("/file", ".csv", ".json", ".ics", ".pdf", ".jpg", ".zip")
"""What is answered with a file."""


def test_every_route_has_a_schema_and_one_problem_shape() -> None:
    for path, methods in description()["paths"].items():
        for method, route in methods.items():
            answers = route["responses"]
            assert "200" in answers, (method, path)
            for status in ("404", "409", "422", "503"):
                content = answers[status]["content"]
                assert "application/problem+json" in content, (method, path, status)
            if path.endswith(FILES) and method == "get":
                continue
            schema = answers["200"]["content"]["application/json"]["schema"]
            assert schema, (method, path)
