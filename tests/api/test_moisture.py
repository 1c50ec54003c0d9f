"""A place's water over the wire: what is recorded is what is reckoned from."""

import json
from collections.abc import Iterator

import pytest
from fastapi.testclient import TestClient

import gardens as make
from eznel.api.app import create_app
from eznel.api.services import Services
from eznel.formats import garden_file

GARDEN = f"/api/gardens/{make.uid('garden')}"
BED = make.uid("bed")


@pytest.fixture
def garden(services: Services) -> Iterator[TestClient]:
    file = make.garden_file(
        stands_on="2026-06-10",
        places=[make.bed(), make.bed("empty")],
        plantings=[make.planting("lettuce", plants=200, planted_on="2026-06-01")],
    )
    with TestClient(create_app(services), base_url="http://127.0.0.1") as client:
        put_file = client.put(f"{GARDEN}/file", json=json.loads(garden_file.dumps(file)))
        assert put_file.status_code == 200
        yield client


def put(client: TestClient, name: str, **more: object) -> int:
    thing = {"id": make.uid(name), "place": BED, "on": "2026-06-10", **more}
    return client.put(f"{GARDEN}/watered/{make.uid(name)}?based_on=0", json=thing).status_code


def wanted(client: TestClient) -> str:
    (one,) = client.get(f"{GARDEN}/plan").json()["waters"]
    assert one["place"] == BED
    return str(one["state"])


def test_a_watering_ends_the_want_of_it(garden: TestClient) -> None:
    assert wanted(garden) in ("water", "unknown")
    assert put(garden, "later", outcome="not_today") == 200
    assert wanted(garden) == "put_off"
    assert put(garden, "now", amount={"value": 200, "unit": "L"}) == 200
    assert wanted(garden) == "later"
    (drawn,) = garden.get(f"{GARDEN}/moisture/{BED}").json()["plantings"]
    on = {day["on"]: day for day in drawn["days"]}
    assert on["2026-06-10"]["given_l"] == pytest.approx(160)  # a can loses a fifth
    assert on["2026-06-10"]["held_pct"] == pytest.approx(100)
    assert on["2026-06-17"]["forecast"]


def test_what_cannot_be_is_refused_at_its_field(garden: TestClient) -> None:
    assert put(garden, "rain", outcome="rained", amount={"value": 5, "unit": "L"}) == 422
    assert put(garden, "sea", amount={"value": 50_000, "unit": "L"}) == 422
    assert put(garden, "look", outcome="found") == 422
    assert put(garden, "both", outcome="found", felt="dry", probe_pct=20) == 422
    assert put(garden, "felt", felt="dry") == 422
    assert put(garden, "probe", outcome="found", probe_pct=20) == 200
    nowhere = garden.get(f"{GARDEN}/moisture/{make.uid('nowhere')}")
    assert nowhere.status_code == 422
    assert nowhere.json()["faults"][0]["key"] == "no_such_thing"
    assert garden.get(f"{GARDEN}/moisture/{make.uid('empty')}").json()["plantings"] == []


def test_why_so_much_is_shown(garden: TestClient) -> None:
    shown = garden.get(f"{GARDEN}/why/moist/{BED}").json()
    assert shown["steps"][-1]["sentence"].startswith("At a time")
    assert garden.get(f"{GARDEN}/why/moist/{make.uid('empty')}").status_code == 422


def test_a_rain_gauge_is_typed_and_counts(garden: TestClient) -> None:
    """40 mm of yesterday fill the bed; its warmth is the usual one."""
    assert wanted(garden) in ("water", "unknown")
    kept = garden.post(f"{GARDEN}/weather/rain", json={"on": "2026-06-09", "rain_mm": 40})
    assert kept.json()["kept"] == 1
    assert wanted(garden) == "later"
    (day,) = garden.get(GARDEN).json()["file"]["log"]["weather"]
    assert (day["rain_mm"], day["low_c"], day["high_c"], day["source"]) == (40, 12, 20, "typed")
    more = garden.post(f"{GARDEN}/weather/rain", json={"on": "2026-06-09", "rain_mm": 41})
    assert more.json()["kept"] == 1  # the same day, corrected
    ahead = garden.post(f"{GARDEN}/weather/rain", json={"on": "2026-06-11", "rain_mm": 4})
    assert ahead.status_code == 422
    assert ahead.json()["faults"][0]["key"] == "rain_from_future"
