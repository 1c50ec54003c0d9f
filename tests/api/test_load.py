"""Many at once: one computation for all who wait, a short queue, bodies bounded as they come."""

import asyncio
import json
import threading
import time
import urllib.error
import urllib.request
from collections.abc import Iterator
from concurrent.futures import ThreadPoolExecutor
from pathlib import Path
from typing import Any

import pytest
from fastapi.testclient import TestClient

import gardens as make
from eznel.api import limits
from eznel.api import services as worlds
from eznel.api.app import create_app
from eznel.api.services import Services
from eznel.store import _writing
from eznel.store.database import WORKERS
from running import served

GARDEN = f"/api/gardens/{make.uid('garden')}"


@pytest.fixture
def at(services: Services) -> Iterator[str]:
    client = TestClient(create_app(services), base_url="http://127.0.0.1")
    file = make.garden_file(places=[make.bed()], plantings=[make.planting("kale")])
    assert client.put(f"{GARDEN}/file", json=file.model_dump(mode="json")).status_code == 200
    with served(create_app(services)) as address:
        yield address


def asked(url: str) -> tuple[int, str | None]:
    try:
        with urllib.request.urlopen(url, timeout=30) as answer:
            answer.read()
            return answer.status, None
    except urllib.error.HTTPError as error:
        return error.code, error.headers["Retry-After"]


def again(url: str) -> tuple[int, str | None]:
    """Ask, and come again once when told to: an answer is read before its place is free."""
    answer = asked(url)
    if answer[0] == 503:
        time.sleep(float(answer[1] or 0))
        answer = asked(url)
    return answer


def test_all_who_wait_share_one_computation(
    at: str, services: Services, monkeypatch: pytest.MonkeyPatch
) -> None:
    made: list[int] = []
    real = worlds.make

    def slow(*arguments: Any) -> Any:
        made.append(1)
        time.sleep(0.4)
        return real(*arguments)

    monkeypatch.setattr(worlds, "make", slow)
    services._kept.clear()
    services._last.clear()
    with ThreadPoolExecutor(20) as pool:
        answers = list(pool.map(asked, [f"{at}{GARDEN}/plan"] * 20))
    assert answers == [(200, None)] * 20
    assert len(made) == 1


def test_a_hundred_at_once_are_answered_or_asked_to_come_again(at: str) -> None:
    began = time.monotonic()
    with ThreadPoolExecutor(100) as pool:
        answers = list(pool.map(asked, [f"{at}/api/gardens"] * 100))
    assert set(answers) <= {(200, None), (503, "1")}
    assert answers.count((200, None)) >= limits.AT_WORK
    assert time.monotonic() - began < 25  # once it was 31 s and 37 errors
    assert asked(f"{at}/api/gardens") == (200, None)


def test_who_would_wait_too_long_is_told_when_to_come_again(
    at: str, services: Services, monkeypatch: pytest.MonkeyPatch
) -> None:
    monkeypatch.setattr(limits, "MOST_AT_ONCE", 4)
    let_go, inside = threading.Event(), threading.Semaphore(0)
    real = Services.stored

    def held(self: Services, *arguments: Any) -> Any:
        inside.release()
        let_go.wait(30)
        return real(self, *arguments)

    monkeypatch.setattr(Services, "stored", held)
    with ThreadPoolExecutor(4) as pool:
        waiting = [pool.submit(asked, f"{at}{GARDEN}/plan") for _ in range(4)]
        for _ in range(4):
            assert inside.acquire(timeout=20)
        assert asked(f"{at}/api/gardens") == (503, "1")
        let_go.set()
        assert [one.result() for one in waiting] == [(200, None)] * 4
    assert again(f"{at}/api/gardens") == (200, None)


def test_there_is_a_connection_for_every_worker(services: Services) -> None:
    held = [services.engine.connect() for _ in range(WORKERS + 1)]
    for connection in held:
        connection.close()


def fed(app: Any, path: str, method: str = "PUT", piece: int = 100_000) -> tuple[int, int]:
    """Send a body without length or end, in pieces: what comes back, and what was read."""
    read = 0
    sent: list[dict[str, Any]] = []

    async def receive() -> dict[str, Any]:
        nonlocal read
        read += piece
        assert read < 40_000_000, "it reads on"
        return {"type": "http.request", "body": b" " * piece, "more_body": True}

    async def send(message: dict[str, Any]) -> None:
        sent.append(message)

    scope = {
        "type": "http", "asgi": {"version": "3.0"}, "http_version": "1.1", "method": method,
        "scheme": "http", "path": path, "raw_path": path.encode(), "query_string": b"",
        "root_path": "", "client": ("192.168.1.9", 5000), "server": ("127.0.0.1", 80),
        "headers": [(b"host", b"127.0.0.1"), (b"content-type", b"application/json")],
    }  # fmt: skip
    asyncio.run(app(scope, receive, send))
    return sent[0]["status"], read


def test_a_body_in_pieces_is_bounded_as_it_comes(services: Services) -> None:
    status, read = fed(create_app(services), f"{GARDEN}/settings")
    assert (status, read) == (413, limits.MOST_BYTES + 100_000)


def test_nothing_is_read_before_the_door(services: Services) -> None:
    shut = create_app(services, shared=True)
    assert fed(shut, f"{GARDEN}/file") == (401, 0)
    status, read = fed(shut, "/api/door", "POST", piece=1000)
    assert (status, read) == (413, limits.MOST_AT_THE_DOOR + 1000)


def test_two_fetches_of_the_weather_at_once_are_both_answered(
    services: Services,
) -> None:
    from eznel.standins import weather_station

    station = weather_station.start()
    try:
        services.station = weather_station.address(station.server_address[1])
        client = TestClient(create_app(services), base_url="http://127.0.0.1")
        file = make.garden_file(stands_on="2026-06-01")
        client.put(f"{GARDEN}/file", json=file.model_dump(mode="json"))
        with ThreadPoolExecutor(4) as pool:
            answers = list(pool.map(lambda n: client.post(f"{GARDEN}/weather/station"), range(4)))
        assert [answer.status_code for answer in answers] == [200] * 4
        assert sorted(answer.json()["kept"] > 0 for answer in answers) == [
            False, False, False, True,
        ]  # fmt: skip
        days = client.get(GARDEN).json()["file"]["log"]["weather"]
        assert len({day["on"] for day in days}) == len(days) == 157  # 1 January to 6 June
    finally:
        station.shutdown()


def test_a_broken_garden_still_opens_and_says_what_is_wrong(at: str, services: Services) -> None:
    with services.engine.begin() as connection:
        connection.exec_driver_sql(f"UPDATE planting SET place = '{make.uid('nowhere')}'")
    client = TestClient(create_app(Services(services.engine, services.catalogue, services.clock)),
                        base_url="http://127.0.0.1")  # fmt: skip
    opened = client.get(GARDEN).json()
    (aside,) = opened["aside"]
    assert (aside["kind"], aside["id"]) == ("plantings", make.uid("kale"))
    assert "not in this garden" in aside["problem"]
    assert client.get(f"{GARDEN}/plan").json()["plantings"] == []
    thing = {**make.planting("kale")}
    mended = client.put(
        f"{GARDEN}/plantings/{aside['id']}?based_on={aside['revision']}", json=thing
    )
    assert mended.status_code == 200
    assert client.get(GARDEN).json()["aside"] == []
    undo = client.get(f"{GARDEN}/journal").json()["undo"]["number"]
    assert client.post(f"{GARDEN}/undo/{undo}").status_code == 422  # it would break again
    assert client.get(GARDEN).json()["aside"] == []


def test_a_large_garden_is_replaced_or_refused_at_once(services: Services) -> None:
    client = TestClient(create_app(services), base_url="http://127.0.0.1")
    bag = make.product("bag", N=5)
    moves = [
        {
            "id": make.uid(f"move {n}"), "product": bag["id"], "on": "2026-04-01",
            "kind": "opened", "note": "n" * 2000,
        }
        for n in range(4400)
    ]  # fmt: skip
    body = make.garden_file(log={"stock_moves": moves}, products=[bag]).model_dump(mode="json")
    assert len(json.dumps(body)) > 9_000_000
    first = client.put(f"{GARDEN}/file", json=body)
    assert first.status_code == 200
    body["garden"]["name"] = "another name"
    again = client.put(f"{GARDEN}/file?based_on=1", json=body)
    assert again.status_code == 200


def test_a_garden_too_large_for_its_database_is_refused_whole(
    services: Services, monkeypatch: pytest.MonkeyPatch
) -> None:
    client = TestClient(create_app(services), base_url="http://127.0.0.1")
    monkeypatch.setattr(_writing, "PACKET_BYTES", 1000)
    refused = client.put(f"{GARDEN}/file", json=make.garden_file().model_dump(mode="json"))
    assert refused.status_code == 422
    assert refused.json()["faults"][0]["key"] == "garden_too_large"
    assert client.get("/api/gardens").json() == []


@pytest.mark.parametrize(
    "path",
    ["/%00", "/assets/%00.js", "/" + "x" * 5000, "/a/" + "y" * 300, f"{GARDEN}/why/%00",
     f"{GARDEN}/why/" + "z" * 4000, f"{GARDEN}/plan?as_of=0001-01-01",
     f"{GARDEN}/plan?as_of=9999-12-31", f"{GARDEN}/journal?before=99999999999999999999999",
     f"{GARDEN}/journal?thing=%00", "/api/calendar/%00.ics"],
)  # fmt: skip
def test_no_address_is_a_mistake_of_the_server(
    services: Services, path: str, tmp_path: Path
) -> None:
    (tmp_path / "index.html").write_text("page")
    client = TestClient(create_app(services, tmp_path), base_url="http://127.0.0.1")
    file = make.garden_file(places=[make.bed()], plantings=[make.planting("kale")])
    client.put(f"{GARDEN}/file", json=file.model_dump(mode="json"))
    assert client.get(path).status_code < 500
