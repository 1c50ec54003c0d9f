"""Served fast is served right: what is kept in memory never differs from the store."""

import gzip
from collections.abc import Iterator
from typing import Any

import httpx
import pytest
from fastapi.testclient import TestClient
from sqlalchemy import Engine

import gardens as make
from eznel import catalogue
from eznel.api.app import create_app
from eznel.api.limits import MOST_BYTES, MOST_OF_A_GARDEN
from eznel.api.services import Services

GARDEN = f"/api/gardens/{make.uid('garden')}"


def file() -> dict[str, Any]:
    return make.garden_file(
        places=[make.bed(), make.tub()],
        plantings=[make.planting("tomato", "tub", plants=2), make.planting("kale", plants=9)],
        products=[make.product("feed", "soluble", N=12, P2O5=4, K2O=18)],
        scoops=[make.scoop()],
    ).model_dump(mode="json")


@pytest.fixture
def served(client: TestClient) -> TestClient:
    assert client.put(f"{GARDEN}/file?based_on=0", json=file()).status_code == 200
    return client


@pytest.fixture
def other(engine: Engine) -> Iterator[TestClient]:
    """Another application on the same store, with a memory of its own."""
    services = Services(engine, catalogue.load(), lambda garden: garden.stands_on or make.TODAY)
    with TestClient(create_app(services), base_url="http://127.0.0.1") as found:
        yield found


def plants(plan: dict[str, Any]) -> dict[str, int]:
    return {one["crop"]: one["plants"] for one in plan["plantings"]}


def planting(crop: str, place: str, **more: Any) -> dict[str, Any]:
    return make.planting(crop, place, **more)


def test_two_applications_on_one_store_never_tell_different_things(
    served: TestClient, other: TestClient
) -> None:
    assert plants(served.get(f"{GARDEN}/plan").json()) == {"tomato": 2, "kale": 9}
    assert plants(other.get(f"{GARDEN}/plan").json()) == {"tomato": 2, "kale": 9}
    for nth, (writer, reader) in enumerate([(served, other), (other, served)] * 2, start=1):
        thing = planting("kale", "bed", plants=9 + nth)
        put = writer.put(f"{GARDEN}/plantings/{thing['id']}?based_on={nth}", json=thing)
        assert put.status_code == 200, put.text
        assert plants(reader.get(f"{GARDEN}/plan").json())["kale"] == 9 + nth
        assert plants(writer.get(f"{GARDEN}/plan").json())["kale"] == 9 + nth


def test_what_if_is_what_then_comes(served: TestClient) -> None:
    """Computed on from the plan in memory, and computed anew after it was kept: the same."""
    served.get(f"{GARDEN}/plan")
    thing = planting("tomato", "tub", plants=1, programme="base_and_side_dress")
    tried = served.post(f"{GARDEN}/what-if", json={"plantings": [thing]}).json()
    stored = served.get(f"{GARDEN}/plan").json()
    assert plants(stored)["tomato"] == 2  # nothing was stored
    assert tried != stored
    served.put(f"{GARDEN}/plantings/{thing['id']}?based_on=1", json=thing)
    assert served.get(f"{GARDEN}/plan").json() == tried


def test_a_what_if_that_does_not_hang_together_names_the_field(served: TestClient) -> None:
    lost = planting("kale", "nowhere", name="lost")
    answer = served.post(f"{GARDEN}/what-if", json={"plantings": [lost]})
    assert answer.status_code == 422
    (fault,) = answer.json()["faults"]
    assert (fault["field"], fault["key"]) == ("place", "no_such_thing")


def test_a_plan_as_of_another_day_leaves_the_one_in_memory_alone(served: TestClient) -> None:
    now = served.get(f"{GARDEN}/plan").json()
    later = served.get(f"{GARDEN}/plan?as_of=2026-07-01").json()
    assert (now["as_of"], later["as_of"]) == ("2026-05-01", "2026-07-01")
    assert served.get(f"{GARDEN}/plan").json() == now


@pytest.mark.parametrize(
    ("language", "crop", "programme"),
    [
        ("en", "Kale", "Leaf, then fruit"),
        ("de", "Grünkohl", "Erst Blatt, dann Frucht"),
        ("es-MX,es;q=0.9", "Col rizada", "Hoja, luego fruto"),
        ("fr", "Kale", "Leaf, then fruit"),
    ],
)
def test_the_catalogue_is_said_in_the_reader_s_language(
    served: TestClient, language: str, crop: str, programme: str
) -> None:
    headers = {"Accept-Language": language}
    plan = served.get(f"{GARDEN}/plan", headers=headers).json()
    assert next(p["crop_name"] for p in plan["plantings"] if p["crop"] == "kale") == crop
    rows = served.get("/api/catalogue", headers=headers).json()
    assert next(c["name"] for c in rows["crops"] if c["key"] == "kale") == crop
    assert rows["programmes"][0]["name"] == programme
    tried = served.post(f"{GARDEN}/what-if", json={}, headers=headers).json()
    assert tried == plan
    # In another language the numbers are the same.
    english = served.get(f"{GARDEN}/plan").json()
    assert [p["needs"] for p in plan["plantings"]] == [p["needs"] for p in english["plantings"]]


def test_a_plan_comes_compressed_to_whoever_takes_it_so(served: TestClient) -> None:
    taken = httpx.Headers({"Accept-Encoding": "gzip"})
    with served.stream("GET", f"{GARDEN}/plan", headers=taken) as answer:
        assert answer.headers["content-encoding"] == "gzip"
        raw = b"".join(answer.iter_raw())
    plain = served.get(f"{GARDEN}/plan", headers={"Accept-Encoding": "identity"})
    assert "content-encoding" not in plain.headers
    assert gzip.decompress(raw) == plain.content


@pytest.mark.parametrize("path", ["/api/gardens", "/api/nowhere", f"{GARDEN}/plan"])
def test_every_answer_has_the_same_guard_around_it(client: TestClient, path: str) -> None:
    answer = client.get(path)
    assert "default-src 'self'" in answer.headers["content-security-policy"]
    assert answer.headers["x-content-type-options"] == "nosniff"
    assert answer.headers["referrer-policy"] == "no-referrer"


def test_what_is_too_large_is_not_read(client: TestClient) -> None:
    for path, most in (("settings", MOST_BYTES), ("file", MOST_OF_A_GARDEN)):
        answer = client.put(f"{GARDEN}/{path}", content=b" " * (most + 1))
        assert answer.status_code == 413
        assert answer.headers["x-content-type-options"] == "nosniff"


def test_a_page_elsewhere_cannot_write(served: TestClient) -> None:
    thing = planting("kale", "bed", plants=1)
    for origin, status in (("http://elsewhere.example", 403), ("http://127.0.0.1", 200)):
        answer = served.put(
            f"{GARDEN}/plantings/{thing['id']}?based_on=1", json=thing, headers={"Origin": origin}
        )
        assert answer.status_code == status, answer.text
