"""Trials over HTTP: lots, what they show, refused at their field."""

import json
from typing import Any

import pytest
from fastapi.testclient import TestClient

import gardens as make
from eznel import demo

GARDEN = f"/api/gardens/{demo.SLIP}"
BERRIES = demo.id_of("strawberries")


def trial(**more: Any) -> dict[str, Any]:
    return {
        "id": make.uid("trial"),
        "name": "mulch",
        "on": "2026-06-19",
        "treatments": [{"name": "mulched"}, {"name": "bare"}],
        "measures": [{"name": "harvest", "unit": "g", "hoped": 100}],
        "plants": [
            {"planting": BERRIES, "plant": n, "side": n % 2, "values": [200 + n]} for n in range(6)
        ],
        **more,
    }


def test_one_trial_of_last_year_shows_a_difference_and_one_does_not(
    slip_client: TestClient,
) -> None:
    """Mulched beans gave 1.57 kg from six plants, bare ones 1.12 kg: 75 g more a plant."""
    found = slip_client.get(f"{GARDEN}/book/trials").json()
    shows = {one["id"]: one["differences"][0] for one in found["trials"]}
    mulch = shows[demo.id_of("trial Mulch, or bare ground")]
    water = shows[demo.id_of("trial A little water every day, or much every third")]
    assert mulch["shows"] == "shown"
    assert mulch["estimate"] == pytest.approx(0.075)
    assert mulch["low"] > 0
    assert water["shows"] == "none_shown"
    assert water["low"] < 0 < water["high"]
    assert len(found["ready"]) == 6
    table = slip_client.get(f"{GARDEN}/log.csv").text.splitlines()
    rows = [row for row in table if "trial harvest" in row]
    assert len(rows) == 24
    assert all(row.startswith("2025-09-20,trial harvest ") and ",kg," in row for row in rows)


def test_half_of_the_plants_draw_each_treatment(slip_client: TestClient) -> None:
    asked = {"trial": make.uid("trial"), "plantings": [BERRIES]}
    lots = slip_client.post(f"{GARDEN}/book/lots", json=asked).json()
    assert len(lots) == 12  # six in each of two barrels
    assert sum(one["side"] for one in lots) == 6
    assert lots == slip_client.post(f"{GARDEN}/book/lots", json=asked).json()
    nobody = {"trial": make.uid("trial"), "plantings": [make.uid("nobody")]}
    said = slip_client.post(f"{GARDEN}/book/lots", json=nobody)
    assert (said.status_code, said.json()["faults"][0]["field"]) == (422, "plantings")


@pytest.mark.parametrize(
    ("more", "field", "key"),
    [
        ({"treatments": [{"name": "Mulch"}, {"name": "mulch "}]}, "treatments", "treatments_alike"),
        ({"plants": [{"planting": BERRIES, "plant": n, "side": 0} for n in range(3)]},
         "plants", "trial_needs_both"),
        ({"plants": [{"planting": BERRIES, "plant": 1, "side": n} for n in range(2)]},
         "plants", "plant_twice"),
        ({"plants": [{"planting": make.uid("nobody"), "plant": n, "side": n} for n in range(2)]},
         "plants.0.planting", "no_such_thing"),
        ({"ended_on": "2026-06-18"}, "ended_on", "ends_before_it_begins"),
    ],
)  # fmt: skip
def test_a_trial_is_refused_at_its_field(
    slip_client: TestClient, more: dict[str, Any], field: str, key: str
) -> None:
    sent = trial(**more)
    said = slip_client.put(f"{GARDEN}/trials/{sent['id']}?based_on=0", json=sent)
    assert said.status_code == 422
    found = [(one["field"].removeprefix("trials.2."), one["key"]) for one in said.json()["faults"]]
    assert (field, key) in found


def test_a_trial_is_kept_and_its_planting_with_it(slip_client: TestClient) -> None:
    """Hoped 100 g of 0.6 kg or so: the count of plants is told with its working."""
    sent = trial()
    assert slip_client.put(f"{GARDEN}/trials/{sent['id']}?based_on=0", json=sent).status_code == 200
    found = slip_client.get(f"{GARDEN}/book/trials").json()["trials"][0]
    assert (found["id"], found["differences"][0]["estimate"]) == (sent["id"], -1)
    assert found["wanted"]["steps"][0]["quantities"]
    kept = slip_client.delete(f"{GARDEN}/plantings/{BERRIES}", params={"based_on": 1})
    assert kept.status_code == 409
    assert sent["on"] in json.dumps(kept.json())


def test_lots_and_measures_stay_once_something_was_measured(slip_client: TestClient) -> None:
    """The demo's trial is measured; without its figures it may be drawn anew."""
    whole = slip_client.get(GARDEN).json()
    stored = whole["file"]["garden"]["trials"][0]
    at = f"{GARDEN}/trials/{stored['id']}?based_on={whole['revisions'][stored['id']]}"
    turned = [{**one, "side": 1 - one["side"]} for one in stored["plants"]]
    other = [{**stored["measures"][0], "name": "leaves"}]
    for more, key in (
        ({"plants": turned}, "lots_are_fixed"),
        ({"measures": other}, "measures_are_fixed"),
    ):
        said = slip_client.put(at, json={**stored, **more})
        assert [one["key"] for one in said.json()["faults"]] == [key]
    bare = {**stored, "plants": [{**one, "values": []} for one in stored["plants"]]}
    done = slip_client.put(at, json=bare)
    assert done.status_code == 200
    again = f"{GARDEN}/trials/{stored['id']}?based_on={done.json()['revision']}"
    without = [{**one, "values": []} for one in turned]
    assert slip_client.put(again, json={**stored, "plants": without}).status_code == 200
