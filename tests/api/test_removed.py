"""A garden that was removed is in no list, comes back for a month, and is gone after that."""

import json
from datetime import UTC, datetime, timedelta
from pathlib import Path

from fastapi.testclient import TestClient
from sqlalchemy import Engine, text

import gardens as make
from eznel.formats import garden_file
from eznel.store import backups, removed

ID = make.uid("a mistake")
GARDEN = f"/api/gardens/{ID}"


def kept(client: TestClient) -> dict[str, object]:
    file = make.garden_file(id=ID, name="Übergang 7", places=[make.bed()])
    assert client.put(f"{GARDEN}/file", json=json.loads(garden_file.dumps(file))).status_code == 200
    found: dict[str, object] = client.get(GARDEN).json()
    return found


def listed(client: TestClient, path: str = "") -> list[str]:
    return [one["id"] for one in client.get(f"/api/gardens{path}").json()]


def test_removed_and_brought_back(client: TestClient, engine: Engine, tmp_path: Path) -> None:
    before = kept(client)
    answer = client.delete(GARDEN).json()
    day = datetime.fromisoformat(answer["removed_on"])
    assert datetime.fromisoformat(answer["gone_on"]) - day == timedelta(days=30)
    assert ID not in listed(client)
    assert ID in listed(client, "/removed")
    for path in ("", "/plan", "/file", "/journal", "/photos/0.jpg"):  # an old tab is told
        refused = client.get(f"{GARDEN}{path}")
        assert refused.status_code == 404, path
    assert client.get(GARDEN).json()["type"] == "urn:eznel:garden_removed"
    place = make.bed("another")
    write = client.put(f"{GARDEN}/places/{place['id']}?based_on=0", json=place)
    assert write.json()["type"] == "urn:eznel:garden_removed"
    backups.save(engine, tmp_path / "b")
    assert ID not in {str(one.file.garden.id) for one in backups.read(tmp_path / "b").gardens}

    assert ID in [one["id"] for one in client.post(f"{GARDEN}/bring-back").json()]
    assert client.get(GARDEN).json() == before
    assert client.post(f"{GARDEN}/bring-back").status_code == 200  # again, and nothing changes
    assert ID not in listed(client, "/removed")


def test_gone_after_a_month(client: TestClient, engine: Engine) -> None:
    kept(client)
    client.delete(GARDEN)
    now = datetime.now(UTC).replace(tzinfo=None)
    assert removed.clear(engine, now + timedelta(days=29)) == 0
    assert removed.clear(engine, now + timedelta(days=31)) == 1
    assert client.post(f"{GARDEN}/bring-back").status_code == 404
    with engine.connect() as connection:
        for table in ("garden", "journal", "place"):
            column = "id" if table == "garden" else "garden_id"
            query = text(f"SELECT COUNT(*) FROM {table} WHERE {column} = :id")
            assert connection.scalar(query, {"id": ID}) == 0


def test_saved_files_are_named_for_garden_and_day(client: TestClient) -> None:
    kept(client)
    for path, name in (
        ("file", "ubergang-7-{}.eznel.json"),
        ("plan.csv", "ubergang-7-plan-{}.csv"),
        ("log.csv", "ubergang-7-log-{}.csv"),
        ("planning/season.pdf", "ubergang-7-season-{}.pdf"),
        ("weather.csv", "ubergang-7-weather-{}.csv"),
        ("soil-tests.csv", "ubergang-7-soil-tests-{}.csv"),
        ("products.csv", "ubergang-7-products-{}.csv"),
        ("calendar.ics", "ubergang-7-{}.ics"),
    ):
        answer = client.get(f"{GARDEN}/{path}")
        day = client.get(GARDEN).json()["today"]
        said = answer.headers["Content-Disposition"]
        assert f'filename="{name.format(day)}"' in said
        assert "UTF-8''%C3%BCbergang" in said
