"""What a proxy and whoever keeps the machine ask: lives it, can it answer, what does it count."""

import json
import re

import pytest
from fastapi.testclient import TestClient
from sqlalchemy import create_engine

import gardens as make
import sharing
from eznel import catalogue
from eznel.api.app import create_app
from eznel.api.services import Services
from eznel.formats import garden_file

GARDEN = f"/api/gardens/{make.uid('garden')}"
HERE, ELSEWHERE = ("127.0.0.1", 50000), ("192.168.1.20", 50000)


def asked(services: Services, client: tuple[str, int] = HERE, *, logs: bool = False) -> TestClient:
    app = create_app(services, logs=logs)
    return TestClient(app, base_url="http://127.0.0.1", client=client)


def value(text: str, name: str) -> float:
    (found,) = re.findall(rf"^{re.escape(name)} (\S+)$", text, re.MULTILINE)
    return float(found)


def test_it_lives_and_is_ready_while_its_database_answers(services: Services) -> None:
    client = asked(services)
    assert (client.get("/healthz").json(), client.get("/healthz").status_code) == (
        {"ok": True},
        200,
    )
    assert (client.get("/readyz").json(), client.get("/readyz").status_code) == ({"ok": True}, 200)


def test_without_a_database_it_lives_and_is_not_ready() -> None:
    nowhere = create_engine("mariadb+pymysql://nobody@127.0.0.1:1/none")
    lost = Services(nowhere, catalogue.load(), lambda garden: make.TODAY)
    client = asked(lost)
    assert client.get("/healthz").status_code == 200
    assert (client.get("/readyz").json(), client.get("/readyz").status_code) == ({"ok": False}, 503)
    lost.apart.close()


def test_answers_plans_and_gardens_are_counted_by_route_alone(services: Services) -> None:
    client = asked(services)
    file = make.garden_file(places=[make.bed()], plantings=[make.planting("cucumber", plants=8)])
    client.put(f"{GARDEN}/file", json=json.loads(garden_file.dumps(file))).raise_for_status()
    for _ in range(3):
        client.get(f"{GARDEN}/plan").raise_for_status()
    assert client.get("/api/gardens/nobody").status_code == 422
    told = client.get("/metrics").text
    plans = 'eznel_answers_total{method="GET",route="read_plan",status="200"}'
    assert value(told, plans) == 3
    assert value(told, 'eznel_answer_seconds_count{route="read_plan"}') == 3
    assert value(told, 'eznel_answers_total{method="GET",route="read_garden",status="422"}') == 1
    assert value(told, "eznel_plan_seconds_count") == 1  # the other two had it
    assert value(told, 'eznel_gardens_read_total{found="in_memory"}') >= 2
    assert value(told, "eznel_requests_inside") == 0
    assert str(make.uid("garden")) not in told


def test_what_nobody_asks_for_takes_no_memory(services: Services) -> None:
    client = asked(services)
    for n in range(3):
        client.request(f"ODD{n}", f"/api/nothing/{n}")
    told = client.get("/metrics").text
    assert value(told, 'eznel_answers_total{method="other",route="none",status="404"}') == 3


def test_the_counts_are_for_this_machine_alone(services: Services) -> None:
    assert asked(services, ELSEWHERE).get("/metrics").status_code == 404
    outside = TestClient(sharing.shared(services), client=ELSEWHERE)
    assert outside.get("/healthz").status_code == 200  # a proxy is not signed in


def test_a_line_is_logged_for_every_answer_without_a_personal_word(
    services: Services, capsys: pytest.CaptureFixture[str]
) -> None:
    client = asked(services, logs=True)
    client.get(f"{GARDEN}/plan", headers={"X-Eznel-Who": "Mira"})
    client.get("/api/nothing")
    first, second = map(json.loads, capsys.readouterr().err.splitlines())
    assert (first["route"], first["method"], first["status"]) == ("read_plan", "GET", 404)
    assert first["ms"] > 0
    assert set(first) == {"at", "route", "method", "status", "ms"}
    assert (second["route"], second["status"]) == ("none", 404)
    assert asked(services).get(f"{GARDEN}/plan").status_code == 404
    assert capsys.readouterr().err == ""
