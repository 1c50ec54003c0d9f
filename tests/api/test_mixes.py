"""Mixes over HTTP: kept, worked out, refused at their field; the list on paper."""

import json
from collections.abc import Iterator

import pytest
from fastapi.testclient import TestClient

import gardens as make
from eznel.api.app import create_app
from eznel.api.services import Services
from eznel.formats import garden_file

GARDEN = f"/api/gardens/{make.uid('garden')}"
COIR = {"name": "coir", "parts": 60, "material": "coir"}
COMPOST = {"name": "compost", "parts": 40, "material": "garden_compost"}
MIX = {
    "id": make.uid("mix"),
    "name": "bucket mix",
    "use": "tub",
    "shares_in": "percent",
    "parts": [COIR, COMPOST],
}


@pytest.fixture
def garden(services: Services) -> Iterator[TestClient]:
    file = make.garden_file(
        stands_on="2026-05-01",
        places=[make.bed()],
        plantings=[make.planting("cucumber", plants=8)],
        scoops=[make.scoop("gram", 1)],
        products=[make.product("feed", "soluble", N=10, K2O=15)],
    )
    with TestClient(create_app(services), base_url="http://127.0.0.1") as client:
        put = client.put(f"{GARDEN}/file", json=json.loads(garden_file.dumps(file)))
        assert put.status_code == 200
        yield client


def test_a_mix_is_kept_and_worked_out(garden: TestClient) -> None:
    path = f"{GARDEN}/recipes/{MIX['id']}"
    assert garden.put(path, json=MIX).status_code == 200
    kept = garden.get(GARDEN).json()["file"]["garden"]["recipes"]
    assert [one["name"] for one in kept] == ["bucket mix"]
    asked = {"recipe": MIX, "wanted": make.measure(2, "ft3"), "bucket": make.measure(5, "gal_us")}
    said = garden.post(f"{GARDEN}/mixes/batch", json=asked).json()
    assert round(said["loose"]["value"], 1) == 62.3  # 56.63 L and a tenth
    assert [one["of"] for one in said["expected"]] == ["dry", "carried", "matter", "salts", "ph"]
    german = garden.post(
        f"{GARDEN}/mixes/batch", json=asked, headers={"Accept-Language": "de"}
    ).json()
    assert german["loose"]["steps"][0]["sentence"] != said["loose"]["steps"][0]["sentence"]
    assert garden.get(f"{GARDEN}/mixes/reuse").json() == []


def test_what_cannot_be_is_refused_at_its_field(garden: TestClient) -> None:
    path = f"{GARDEN}/recipes/{MIX['id']}"
    short = MIX | {"parts": [COIR, COMPOST | {"parts": 30}]}
    (fault,) = garden.put(path, json=short).json()["faults"]
    assert (fault["field"], fault["key"]) == ("parts", "percent_not_whole")
    odd = MIX | {"parts": [COIR | {"parts": 60}, COMPOST | {"material": "moon_dust"}]}
    (fault,) = garden.put(path, json=odd).json()["faults"]
    assert (fault["field"], fault["key"]) == ("parts.1.material", "unknown_substrate")
    asked = {"recipe": MIX, "wanted": make.measure(0, "L")}
    (fault,) = garden.post(f"{GARDEN}/mixes/batch", json=asked).json()["faults"]
    assert (fault["field"], fault["key"]) == ("wanted", "batch_out_of_range")


def test_a_product_in_a_mix_stays(garden: TestClient) -> None:
    product = garden.get(GARDEN).json()["file"]["garden"]["products"][0]["id"]
    charged = MIX | {"charge": [{"product": product, "strength": make.measure(1, "g/L")}]}
    assert garden.put(f"{GARDEN}/recipes/{MIX['id']}", json=charged).status_code == 200
    refused = garden.delete(f"{GARDEN}/products/{product}", params={"based_on": 1})
    assert refused.status_code == 409
    assert "bucket mix" in refused.text


def test_the_list_on_paper(garden: TestClient) -> None:
    path = f"{GARDEN}/shed/list.pdf"
    said = garden.get(path, params={"until": "2026-12-31", "paper": "letter"})
    assert (said.status_code, said.headers["content-type"]) == (200, "application/pdf")
    assert "list" in said.headers["content-disposition"]
