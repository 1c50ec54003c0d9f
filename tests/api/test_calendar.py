"""The calendar at its private address."""

import json

import pytest
from fastapi.testclient import TestClient

import gardens as make
from eznel.api.app import create_app
from eznel.api.services import Services
from eznel.formats import garden_file

GARDEN = f"/api/gardens/{make.uid('garden')}"


@pytest.fixture
def garden(client: TestClient) -> TestClient:
    file = make.garden_file(
        places=[make.bed()],
        plantings=[make.planting("cucumber", plants=8)],
        scoops=[make.scoop("gram", 1), make.scoop("spoon", 15)],
        products=[make.product("feed", "soluble", N=10, K2O=15)],
    )
    assert client.put(f"{GARDEN}/file", json=json.loads(garden_file.dumps(file))).status_code == 200
    return client


def test_the_file_is_a_calendar(garden: TestClient) -> None:
    saved = garden.get(f"{GARDEN}/calendar.ics")
    assert saved.headers["content-type"].startswith("text/calendar")
    assert saved.text.startswith("BEGIN:VCALENDAR")
    assert "Cucumber" in saved.text


def test_an_address_is_made_renewed_and_ended(garden: TestClient) -> None:
    assert garden.get(f"{GARDEN}/calendar-address").json()["path"] is None
    first = garden.post(f"{GARDEN}/calendar-address").json()["path"]
    assert garden.get(first).text.count("BEGIN:VEVENT") > 3
    assert "Gurke" in garden.get(f"{first}?lang=de").text
    assert garden.get(f"{GARDEN}/calendar-address").json()["path"] == first
    second = garden.post(f"{GARDEN}/calendar-address").json()["path"]
    assert second != first
    assert garden.get(first).status_code == 404
    file = garden.get(f"{GARDEN}/file").json()
    assert first.split("/")[-1][:-4] not in json.dumps(file)  # it leaves with no file
    revision = garden.get(GARDEN).json()["revision"]
    assert garden.put(f"{GARDEN}/file?based_on={revision}", json=file).status_code == 200
    assert garden.get(second).status_code == 200  # a garden replaced whole keeps its address
    garden.delete(f"{GARDEN}/calendar-address")
    assert garden.get(second).status_code == 404
    assert garden.get("/api/calendar/guessed.ics").status_code == 404


def test_a_shared_garden_opens_its_calendar_and_nothing_else(
    garden: TestClient, services: Services
) -> None:
    path = garden.post(f"{GARDEN}/calendar-address").json()["path"]
    outside = TestClient(create_app(services, shared=True))
    assert outside.get(path).status_code == 200
    assert outside.get(f"{GARDEN}/calendar.ics").status_code == 401
    assert outside.post(f"{GARDEN}/calendar-address").status_code == 401
