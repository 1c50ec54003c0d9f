"""The first minutes over the wire: a garden out of a few answers, or what is wrong with them."""

from typing import Any

from fastapi.testclient import TestClient

import gardens as make

ID = make.uid("begun")
BEGIN = f"/api/gardens/{ID}/begin"


def said(**more: Any) -> dict[str, Any]:
    return {"name": "Slip end", "climate": "cool_coast", "time_zone": "Etc/UTC", **more}


def test_a_garden_is_there_with_its_plan(client: TestClient) -> None:
    tubs = {"preset": "bucket_10_l", "name": "Eimer", "count": 2, "crops": ["tomato"]}
    bag = {"name": "feed", "grade": "4-3-8", "form": "liquid"}
    answer = client.post(
        f"{BEGIN}?locale=de", json=said(held=[tubs], bags=[bag], materials=["bone_meal"])
    )
    assert answer.status_code == 200
    garden = client.get(f"/api/gardens/{ID}").json()["file"]["garden"]
    assert [place["name"] for place in garden["places"]] == ["Eimer 1"]
    assert garden["site"]["latitude_deg"] == 58
    assert len(client.get(f"/api/gardens/{ID}/plan").json()["plantings"]) == 1


def test_what_is_wrong_stands_at_its_field_and_nothing_is_kept(client: TestClient) -> None:
    bag = {"name": "feed", "grade": "ten", "form": "liquid"}
    refused = client.post(BEGIN, json=said(bags=[bag]))
    assert refused.status_code == 422
    (fault,) = refused.json()["faults"]
    assert fault["field"] == "bags.0.grade"
    assert "10-10-10" in fault["remedy"]
    unnamed = client.post(BEGIN, json=said(name=" "))
    assert [fault["field"] for fault in unnamed.json()["faults"]] == ["name"]
    assert client.get("/api/gardens").json() == []


def test_a_second_time_changes_nothing(client: TestClient) -> None:
    assert client.post(BEGIN, json=said()).status_code == 200
    assert client.post(BEGIN, json=said(name="Other")).status_code == 409
    assert [one["name"] for one in client.get("/api/gardens").json()] == ["Slip end"]
