"""Looking over HTTP: what can be seen, what is behind it, kept, refused at its field."""

from typing import Any

import pytest
from fastapi.testclient import TestClient

import gardens as make
from eznel import demo

GARDEN = f"/api/gardens/{demo.SLIP}"
TOMATO = demo.id_of("tomatoes")


def asked(**more: Any) -> dict[str, Any]:
    return {"planting": TOMATO, "on": "2026-06-19", "signs": ["end_black"], **more}


def test_what_can_be_seen_is_told_in_the_readers_language(slip_client: TestClient) -> None:
    page = slip_client.get(f"{GARDEN}/book/look/{TOMATO}").json()
    signs = {one["key"]: one for one in page["signs"]}
    assert signs["end_black"]["part"] == "fruit_end"
    assert {"leaf_roll", "late_blight"} <= {one["key"] for one in page["causes"]}
    german = slip_client.get(
        f"{GARDEN}/book/look/{TOMATO}", headers={"Accept-Language": "de"}
    ).json()
    names = {one["key"]: one["name"] for one in german["signs"]}
    assert names["end_black"] == "Eingesunken, braun bis schwarz, ledrig"


def test_what_may_be_behind_it_shows_its_working(slip_client: TestClient) -> None:
    """Three of four: between 36 and 94 in a hundred, as the score interval has it."""
    said = slip_client.post(f"{GARDEN}/book/look", json=asked(affected=3, of=4)).json()
    first = said["named"][0]
    weight = first["in_100"]
    for one in first["evidence"]:
        weight *= one["ratio"]
        assert one["basis"]
    assert weight > 0
    assert (round(said["share_low"], 2), round(said["share_high"], 2)) == (0.36, 0.94)
    assert said["check"]["outcomes"]
    check = {"check": said["check"]["check"], "outcome": said["check"]["outcomes"][0]["outcome"]}
    after = slip_client.post(f"{GARDEN}/book/look", json=asked(checks=[check])).json()
    assert any(one["kind"] == "check" for one in after["named"][0]["evidence"])
    assert after["check"] is None or after["check"]["check"] != check["check"]


def test_numbers_come_in_the_readers_units(slip_client: TestClient) -> None:
    said = slip_client.post(
        f"{GARDEN}/book/look", json=asked(), headers={"X-Eznel-Units": "us"}
    ).json()
    shown = [
        number["value"]
        for one in (*said["named"], *said["others"])
        for evidence in one["evidence"]
        for number in evidence["numbers"]
    ]
    assert shown
    assert not any(value.endswith("°C") for value in shown)


@pytest.mark.parametrize(
    ("more", "field", "key"),
    [
        ({"signs": []}, "signs", "too_short"),
        ({"signs": ["end_black", "end_black"]}, "signs", "sign_twice"),
        ({"signs": ["moonlight"]}, "signs", "unknown_sign"),
        ({"decided": "moonlight"}, "decided", "unknown_cause"),
        ({"checks": [{"check": "dig", "outcome": "moonlight"}]}, "checks", "unknown_check"),
        ({"since": "2026-06-20"}, "since", "since_after_look"),
        ({"affected": 2}, "of", "how_many_of_how_many"),
        ({"affected": 5, "of": 4}, "affected", "more_than_looked_at"),
        ({"again_on": "2026-06-18"}, "again_on", "again_before_look"),
    ],
)
def test_a_look_is_refused_at_its_field(
    slip_client: TestClient, more: dict[str, Any], field: str, key: str
) -> None:
    name = make.uid("look")
    sent = {"id": name, "planting": TOMATO, "on": "2026-06-19", "signs": ["end_black"], **more}
    said = slip_client.put(f"{GARDEN}/looks/{name}?based_on=0", json=sent)
    assert said.status_code == 422
    assert (field, key) in [(one["field"], one["key"]) for one in said.json()["faults"]]
    assert all(one["problem"] and one["remedy"] for one in said.json()["faults"])


def test_a_day_that_nobody_can_mean_is_refused(slip_client: TestClient) -> None:
    for field in ("on", "since"):
        said = slip_client.post(f"{GARDEN}/book/look", json=asked(**{field: "9999-01-01"}))
        assert said.status_code == 422
        assert (said.json()["faults"][0]["field"], said.json()["faults"][0]["key"]) == (
            field, "day_out_of_range",
        )  # fmt: skip


def test_what_is_written_down_comes_back_on_its_day(slip_client: TestClient) -> None:
    name = make.uid("look")
    sent = {
        "id": name, "planting": TOMATO, "on": "2026-06-15", "signs": ["old_roll"],
        "decided": "leaf_roll", "again_on": "2026-06-18",
    }  # fmt: skip
    kept = slip_client.put(f"{GARDEN}/looks/{name}?based_on=0", json=sent)
    assert kept.status_code == 200
    german = {"Accept-Language": "de"}
    (due,) = slip_client.get(f"{GARDEN}/plan?as_of=2026-06-19", headers=german).json()["looks"]
    assert (due["look"], due["cause"]) == (name, "Blattrollen ohne Schaden")
    table = slip_client.get(f"{GARDEN}/log.csv").text
    assert "2026-06-15,look," in table
    assert "old_roll leaf_roll" in table
