"""The book over HTTP: harvest, aims, the next season, years; refused at its field; on paper."""

import pytest
from fastapi.testclient import TestClient

import gardens as make
from eznel import demo

GARDEN = f"/api/gardens/{demo.SLIP}"


def test_what_was_picked_and_is_to_come(slip_client: TestClient) -> None:
    """15.4 kg of four tomatoes: 3.85 kg each."""
    found = slip_client.get(f"{GARDEN}/book/harvest").json()
    gave = {one["planting"]: one for one in found["yields"]}
    tomatoes = gave[demo.id_of("tomatoes of last year")]
    assert (tomatoes["complete"], tomatoes["per_plant"]["result"]) == (True, "3.85 kg")
    assert tomatoes["per_ground"] is None  # a tub has no ground
    assert {one["crop"]: one["seasons"] for one in found["own"]} == {
        "tomato": 1, "climbing_bean": 1, "strawberry": 0,
    }  # fmt: skip
    assert found["weeks"][0]["crop"] == "strawberry"
    assert len(found["weeks"][0]["weeks"]) == 8
    assert [one["words"] for one in found["aims"]] == [
        "Sauce until Christmas", "No courgette on a doorstep",
    ]  # fmt: skip
    pounds = slip_client.get(f"{GARDEN}/book/harvest", headers={"X-Eznel-Units": "us"}).json()[
        "yields"
    ]
    assert {one["per_plant"]["result"].split()[1] for one in pounds} <= {"lb", "oz"}


def test_only_the_faults_of_what_it_is_are_told(slip_client: TestClient) -> None:
    """A scale's reading is no count: nothing is said of pieces that are missing."""
    name = make.uid("picked")
    much = {"gross": make.measure(50, "g"), "tare": make.measure(500, "g")}
    sent = {"id": name, "planting": demo.id_of("strawberries"), "on": "2026-06-19", "much": much}
    said = slip_client.put(f"{GARDEN}/harvests/{name}?based_on=0", json=sent)
    assert said.status_code == 422
    assert [(one["field"], one["key"]) for one in said.json()["faults"]] == [
        ("much.tare", "tare_over_gross")
    ]


@pytest.mark.parametrize(
    ("kind", "more", "field", "key"),
    [
        ("aims", {"year": 2026, "words": "x", "crop": "moon"}, "crop", "unknown_crop"),
        ("notes", {"on": "2026-06-01", "words": "x", "lesson": {"crop": "moon"}},
         "lesson.crop", "unknown_crop"),
        ("notes",
         {"on": "2026-06-01", "words": "x", "lesson": {"crop": "kale", "stage": "moon"}},
         "lesson.stage", "unknown_stage"),
    ],
)  # fmt: skip
def test_what_nobody_grows_is_refused_at_its_field(
    slip_client: TestClient, kind: str, more: dict, field: str, key: str
) -> None:
    name = make.uid("thing")
    said = slip_client.put(f"{GARDEN}/{kind}/{name}?based_on=0", json={"id": name, **more})
    assert said.status_code == 422
    assert [(one["field"], one["key"]) for one in said.json()["faults"]] == [(field, key)]
    assert slip_client.get(f"{GARDEN}/book/harvest").status_code == 200


def test_a_planting_with_pickings_is_not_removed(slip_client: TestClient) -> None:
    key = demo.id_of("tomatoes of last year")
    revision = slip_client.get(GARDEN).json()["revisions"][key]
    said = slip_client.delete(f"{GARDEN}/plantings/{key}?based_on={revision}")
    assert said.status_code in (409, 422)
    assert key in {p["id"] for p in slip_client.get(GARDEN).json()["file"]["garden"]["plantings"]}


def test_the_next_season_and_years(slip_client: TestClient) -> None:
    assert slip_client.get(f"{GARDEN}/book/season").json()["year"] == 2027
    assert slip_client.get(f"{GARDEN}/book/season?year=2026").json()["year"] == 2026
    (two,) = slip_client.get(f"{GARDEN}/book/years").json()
    assert (two["crop"], two["before"]["year"], two["after"]["year"]) == ("tomato", 2025, 2026)


def test_a_year_on_paper(slip_client: TestClient) -> None:
    said = slip_client.get(f"{GARDEN}/book/year.pdf?year=2025&paper=letter")
    assert said.status_code == 200
    assert said.content.startswith(b"%PDF")
    assert "book" in said.headers["content-disposition"]
    assert slip_client.get(f"{GARDEN}/book/year.pdf?year=1").status_code == 422
