"""Devices over the wire: read in practice, refused elsewhere, never in the way."""

import json
from collections.abc import Iterator
from typing import Any

import pytest
from fastapi.testclient import TestClient

import gardens as make
from eznel.api.app import create_app
from eznel.api.services import Services
from eznel.formats import garden_file

GARDEN = f"/api/gardens/{make.uid('garden')}"
DEVICES = f"{GARDEN}/devices"


@pytest.fixture
def client(services: Services) -> Iterator[TestClient]:
    with TestClient(create_app(services), base_url="http://127.0.0.1") as client:
        yield client
    services.devices.close()


def put(client: TestClient, **more: Any) -> None:
    file = make.garden_file(
        places=[make.bed()],
        plantings=[make.planting("lettuce", plants=40, planted_on="2026-06-01")],
        **more,
    )
    stored = client.put(f"{GARDEN}/file", json=json.loads(garden_file.dumps(file)))
    assert stored.status_code == 200


def test_a_practice_garden_reads_what_stands_in(client: TestClient) -> None:
    put(client, stands_on="2026-06-10")
    listed = client.get(DEVICES).json()["devices"]
    assert {one["kind"] for one in listed} == {
        "scale", "moisture_probe", "ec_ph_pen", "rain_gauge"
    }  # fmt: skip
    assert all(one["simulated"] for one in listed)
    gauge = client.post(f"{DEVICES}/rain_gauge/read", json={}).json()
    assert (gauge["value"], gauge["unit"]) == (4.2, "mm")
    pen = client.post(f"{DEVICES}/ec_ph_pen/read", json={}).json()
    assert pen["value"] == pytest.approx(1.62 / 0.86)  # at 18 °C, 14 % less than at 25
    assert pen["working"]["steps"][-1]["key"] == "ec_at_25"
    assert client.post(f"{DEVICES}/scale/hand", json={"adds_g": 20}).status_code == 200
    assert client.post(f"{DEVICES}/scale/tare").json()["unit"] == "g"


def test_a_simulated_probe_finds_what_the_garden_reckons(client: TestClient) -> None:
    """What it reads, recorded, changes nothing."""
    put(client, stands_on="2026-06-10")
    at = {"place": make.uid("bed")}
    probe = client.post(f"{DEVICES}/moisture_probe/read", json=at).json()
    assert 10 < probe["value"] < 27  # a loam, between wilting and full
    before = client.get(f"{GARDEN}/plan").json()["waters"][0]["used_pct"]
    thing = {"id": make.uid("look"), "place": make.uid("bed"), "on": "2026-06-10",
             "outcome": "found", "probe_pct": probe["value"]}  # fmt: skip
    kept = client.put(f"{GARDEN}/watered/{make.uid('look')}?based_on=0", json=thing)
    assert kept.status_code == 200
    after = client.get(f"{GARDEN}/plan").json()["waters"][0]["used_pct"]
    assert after == pytest.approx(before, abs=1.0)
    nowhere = client.post(f"{DEVICES}/moisture_probe/read", json={})
    assert nowhere.json()["faults"][0]["key"] == "device_wants_place"


def test_a_real_garden_has_no_simulated_device(client: TestClient) -> None:
    put(client)
    assert client.get(DEVICES).json()["devices"] == []
    for path in ("scale/read", "scale/tare", "scale/hand"):
        refused = client.post(f"{DEVICES}/{path}", json={})
        assert refused.status_code == 422
        assert refused.json()["faults"][0]["key"] == "device_absent"
    assert client.post(f"{DEVICES}/toaster/read", json={}).status_code == 422
