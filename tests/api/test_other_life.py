"""A garden that was removed for good comes again under its id: nobody is shown the one before."""

from datetime import UTC, datetime, timedelta

import pytest
from fastapi.testclient import TestClient

import gardens as make
from eznel.api.services import Services
from eznel.store import removed

GARDEN = f"/api/gardens/{make.uid('garden')}"
LATER = datetime.now(UTC).replace(tzinfo=None) + timedelta(days=removed.KEPT_DAYS + 1)


def file_of(name: str, *places: dict) -> dict:
    return make.garden_file(name=name, places=list(places)).model_dump(mode="json")


@pytest.mark.parametrize("asked", [True, False], ids=["asked for meanwhile", "not asked for"])
def test_another_garden_under_the_same_id(
    client: TestClient, services: Services, asked: bool
) -> None:
    client.put(f"{GARDEN}/file", json=file_of("Old")).raise_for_status()
    for n in range(1, 5):  # its revision rises beyond the other's
        scoop = make.scoop(f"cup {n}")
        client.put(f"{GARDEN}/scoops/{scoop['id']}?based_on=0", json=scoop).raise_for_status()
    assert client.get(GARDEN).json()["file"]["garden"]["name"] == "Old"
    client.get(f"{GARDEN}/plan").raise_for_status()
    client.delete(GARDEN).raise_for_status()
    if asked:
        assert client.get(GARDEN).status_code == 404
    assert removed.clear(services.engine, LATER) == 1
    client.put(f"{GARDEN}/file", json=file_of("New", make.bed())).raise_for_status()
    assert client.get(GARDEN).json()["file"]["garden"]["name"] == "New"
    assert [one["id"] for one in client.get(f"{GARDEN}/plan").json()["places"]] == [make.uid("bed")]
