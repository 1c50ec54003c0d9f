"""A planting's balance over the wire: as planned, with something tried, and in many years."""

import json
from collections.abc import Iterator

import pytest
from fastapi.testclient import TestClient

import gardens as make
from eznel.api.app import create_app
from eznel.api.services import Services
from eznel.formats import garden_file

GARDEN = f"/api/gardens/{make.uid('garden')}"
LETTUCE = f"{GARDEN}/balance/{make.uid('lettuce')}"


@pytest.fixture
def garden(services: Services) -> Iterator[TestClient]:
    file = make.garden_file(
        stands_on="2026-06-10",
        site=make.site(monthly_rain_mm=[60] * 12),
        places=[make.bed()],
        plantings=[make.planting("lettuce", plants=40, planted_on="2026-06-01")],
        products=[make.product("bag", N=10, K2O=10)],
        scoops=[make.scoop()],
    )
    with TestClient(create_app(services), base_url="http://127.0.0.1") as client:
        stored = client.put(f"{GARDEN}/file", json=json.loads(garden_file.dumps(file)))
        assert stored.status_code == 200
        yield client


def test_trying_nothing_is_the_plan_and_a_dose_is_more(garden: TestClient) -> None:
    planned = garden.get(LETTUCE).json()
    assert garden.post(f"{LETTUCE}/what-if", json={}).json() == planned
    more = garden.post(f"{LETTUCE}/what-if", json={"dose_share": 2}).json()
    (was, now) = (found["lines"][0]["came"][-1] for found in (planned, more))
    assert planned["lines"][0]["substance"] == "N"
    assert planned["days"][0] == "2026-06-01"
    assert now > was + 1
    years = garden.get(f"{LETTUCE}/years").json()
    assert years["rain_known"]
    assert 0 <= years["short_share"] <= 1


@pytest.mark.parametrize(
    "tried",
    [
        {"dose_share": 9},
        {"later_days": 99},
        {"compost_mm": -1},
        {"rain_share": -1},
        {"year": "odd"},
    ],
)
def test_what_cannot_be_tried_is_refused_at_its_field(
    garden: TestClient, tried: dict[str, object]
) -> None:
    answer = garden.post(f"{LETTUCE}/what-if", json=tried)
    assert answer.status_code == 422
    assert [one["field"] for one in answer.json()["faults"]] == list(tried)


def test_what_is_not_there_is_not_found(garden: TestClient) -> None:
    assert garden.get(f"{GARDEN}/balance/{make.uid('nobody')}").status_code in (404, 422)
    job = garden.post(f"{LETTUCE}/what-if", json={"job": make.uid("nobody")})
    assert job.status_code in (404, 422)
