"""Questions before anything is done, and weather, over the wire."""

import base64
import json
from collections.abc import Iterator
from datetime import date

import pytest
from fastapi.testclient import TestClient

import gardens as make
from eznel.apart import Apart
from eznel.api.app import create_app
from eznel.api.services import Services
from eznel.formats import garden_file
from eznel.standins import weather_station

GARDEN = f"/api/gardens/{make.uid('garden')}"


@pytest.fixture
def garden(services: Services) -> Iterator[TestClient]:
    station = weather_station.start()
    services.station = weather_station.address(station.server_address[1])
    file = make.garden_file(
        stands_on="2026-05-01",
        places=[make.bed(), make.bed("other")],
        plantings=[make.planting("cucumber", plants=8)],
        scoops=[make.scoop("gram", 1), make.scoop("spoon", 15)],
        products=[make.product("feed", "soluble", N=10, K2O=15)],
    )
    with TestClient(create_app(services), base_url="http://127.0.0.1") as client:
        put = client.put(f"{GARDEN}/file", json=json.loads(garden_file.dumps(file)))
        assert put.status_code == 200
        yield client
    station.shutdown()


def test_when_to_sow(garden: TestClient) -> None:
    asked = {"crop": "carrot", "place": make.uid("bed"), "sown_in_place": True,
             "day": "2026-05-01", "successions": 2}  # fmt: skip
    found = garden.post(f"{GARDEN}/planning/sowing", json=asked).json()
    assert found["chosen"]["first_pick"] == "2026-08-07"  # 98 days, as tests/core/planning has it
    assert len(found["following"]) == 2
    back = garden.post(
        f"{GARDEN}/planning/sowing", json=asked | {"by": "picked", "day": "2026-08-07"}
    ).json()
    assert back["chosen"]["sow_on"] == "2026-05-01"
    lost = garden.post(f"{GARDEN}/planning/sowing", json=asked | {"crop": "moss"})
    assert lost.status_code == 422
    assert lost.json()["faults"][0]["field"] == "crop"


def test_programmes_side_by_side(garden: TestClient) -> None:
    found = garden.get(f"{GARDEN}/planning/programmes/{make.uid('cucumber')}").json()
    assert found["current"] == "leaf_then_fruit"
    assert len(found["seasons"]) == 8


def blend(garden: TestClient, **asked: object) -> list[dict]:
    answer = garden.post(f"{GARDEN}/planning/season-blend", json=asked)
    assert answer.status_code == 200
    return [json.loads(line) for line in answer.text.splitlines()]


def test_a_season_wide_blend_is_made_kept_and_left(garden: TestClient) -> None:
    found = blend(garden)[-1]["done"]
    assert found["gap"] == pytest.approx(0, abs=1e-3)
    kept = found["blend"]
    assert garden.put(f"{GARDEN}/blends/{kept['id']}", json=kept).status_code == 200
    plan = garden.get(f"{GARDEN}/plan").json()
    assert plan["plantings"][0]["blend"] == kept["id"]
    gone = garden.delete(f"{GARDEN}/blends/{kept['id']}", params={"based_on": 1})
    assert gone.status_code == 200
    assert garden.get(f"{GARDEN}/plan").json()["plantings"][0]["blend"] is None


def test_what_cannot_be_blended_says_why(garden: TestClient) -> None:
    problem = blend(garden, place=make.uid("other"))[-1]["problem"]
    assert problem["faults"][0]["key"] == "nothing_to_blend"


def weather(garden: TestClient) -> list[dict]:
    return garden.get(GARDEN).json()["file"]["log"]["weather"]


def test_the_station_is_asked_and_asked_again(garden: TestClient) -> None:
    first = garden.post(f"{GARDEN}/weather/station").json()
    assert (first["first"], first["last"]) == ("2026-01-01", "2026-05-06")  # and a forecast
    assert first["kept"] == 126
    again = garden.post(f"{GARDEN}/weather/station").json()
    assert again["kept"] == 0
    assert len(weather(garden)) == 126
    # What was measured moves the stages; the plan stays one that can be read.
    assert garden.get(f"{GARDEN}/plan").status_code == 200


def test_a_silent_station_says_so(garden: TestClient, services: Services) -> None:
    services.station = "http://127.0.0.1:9"
    answer = garden.post(f"{GARDEN}/weather/station")
    assert answer.status_code == 422
    assert answer.json()["faults"][0]["key"] == "station_silent"
    assert weather(garden) == []


def test_a_real_garden_never_gets_simulated_weather(services: Services) -> None:
    services.station = "http://127.0.0.1:9"
    client = TestClient(create_app(services), base_url="http://127.0.0.1")
    client.put(f"{GARDEN}/file", json=make.garden_file().model_dump(mode="json"))
    answer = client.post(f"{GARDEN}/weather/station")
    assert answer.status_code == 422
    assert answer.json()["faults"][0]["key"] == "station_is_simulated"
    assert weather(client) == []


def test_a_weather_file_is_read_kept_and_saved(garden: TestClient) -> None:
    table = "date,min_c,max_c,rain\n2026-05-01,4.5,15,3.2\nnothing\n"
    file = base64.b64encode(table.encode()).decode()
    read = garden.post(f"{GARDEN}/weather/read", json={"file": file}).json()
    assert [row["row"] for row in read["left"]] == [3]
    assert weather(garden) == []
    kept = garden.post(f"{GARDEN}/weather/keep", json={"days": read["days"]}).json()
    assert kept == {"kept": 1, "first": "2026-05-01", "last": "2026-05-01"}
    warmer = [read["days"][0] | {"high_c": 20}]
    garden.post(f"{GARDEN}/weather/keep", json={"days": warmer})
    assert [day["high_c"] for day in weather(garden)] == [20]
    saved = garden.get(f"{GARDEN}/weather.csv").text
    assert saved.split("\r\n")[:2] == [
        "date,low_c,high_c,rain_mm,humidity_pct,wind_m_s,sun_h,source",
        "2026-05-01,4.5,20.0,3.2,,,,file",
    ]


def test_a_weather_table_is_asked_about_answered_and_kept_once(garden: TestClient) -> None:
    # It is usually 20 °C there: 31.5 is 11.5 off; as Fahrenheit it is -0.3, and 20.3 off.
    table = {"text": "date,min,max,uv\n01/10/2026,25,38,3\n"}
    asked = garden.post(f"{GARDEN}/weather/read", json=table).json()
    assert (asked["days"], asked["questions"]) == ([], ["weather_order"])
    assert [one["meaning"] for one in asked["columns"]] == ["on", "low", "high", None]
    ordered = table | {"month_first": True}
    asked = garden.post(f"{GARDEN}/weather/read", json=ordered).json()
    assert asked["questions"] == ["weather_scale"]
    columns = [one | {"unit": "°C"} if one["meaning"] in ("low", "high") else one
               for one in asked["columns"]]  # fmt: skip
    told = ordered | {"columns": columns}
    answered = garden.post(f"{GARDEN}/weather/read", json=told).json()
    assert answered["questions"] == []
    assert [(d["on"], d["low_c"]) for d in answered["days"]] == [("2026-01-10", 25)]
    assert answered["new"] == 1
    revision = garden.get(GARDEN).json()["revision"]
    garden.post(f"{GARDEN}/weather/keep", json={"days": answered["days"]})
    kept = garden.get(GARDEN).json()["revision"]
    assert kept > revision
    again = garden.post(f"{GARDEN}/weather/read", json=told).json()
    assert again["new"] == 0
    unchanged = garden.post(f"{GARDEN}/weather/keep", json={"days": again["days"]}).json()
    assert unchanged["kept"] == 0
    assert garden.get(GARDEN).json()["revision"] == kept


def test_what_takes_too_long_to_read_is_refused(garden: TestClient, services: Services) -> None:
    services.apart = Apart(limit_s=0.001)
    refused = garden.post(f"{GARDEN}/weather/read", json={"text": "date,min,max\n"})
    assert refused.status_code == 422
    assert [fault["key"] for fault in refused.json()["faults"]] == ["reading_stopped"]


def test_a_water_is_judged_as_it_is_typed(garden: TestClient) -> None:
    """71 mg/L of sodium bind; 60.12 of calcium and 12.15 of magnesium are 4 × 50.04 mg/L hard."""
    water = {"ca_mg_l": 60.12, "mg_mg_l": 12.15, "na_mg_l": 71, "season_mm": 100}
    site = garden.get(GARDEN).json()["file"]["garden"]["site"] | {"water_ec_ds_m": None}
    said = garden.post(f"{GARDEN}/source-water", json={"site": site | {"water": water}}).json()
    assert [one["key"] for one in said["findings"]] == ["water_na", "water_rain_helps"]
    hardness = next(one for one in said["figures"] if one["figure"] == "hardness")
    assert hardness["shown"]["result"] == "200 mg/L"
    assert said["brings"][0]["litres"] == pytest.approx(432)  # 100 mm on 3.6 × 1.2 m
    wrong = garden.post(
        f"{GARDEN}/source-water",
        json={"site": site | {"water": water | {"alkalinity": {"value": 180, "unit": "dH"}}}},
    )
    assert wrong.status_code == 422
    assert wrong.json()["faults"][0]["field"] == "site.water.alkalinity"


def test_another_water_goes_to_the_places_that_name_it(garden: TestClient) -> None:
    """A bed names the butt; while it does, the butt stays."""
    stored = garden.get(GARDEN).json()
    settings = {
        name: stored["file"]["garden"][name]
        for name in ("name", "site", "preferences", "stands_on")
    }
    butt = {"kind": "analysed", "id": make.uid("butt"), "name": "butt", "water": {"rain_pct": 100}}
    more = settings | {"site": settings["site"] | {"waters": [butt]}}
    saved = garden.put(
        f"{GARDEN}/settings", json=more, params={"based_on": stored["settings_revision"]}
    )
    assert saved.status_code == 200
    bed = next(one for one in stored["file"]["garden"]["places"] if one["kind"] == "bed")
    put = garden.put(
        f"{GARDEN}/places/{bed['id']}",
        json=bed | {"water": butt["id"]},
        params={"based_on": 1},
    )
    assert put.status_code == 200
    asked = {"site": more["site"] | {"water": None}, "of": butt["id"]}
    said = garden.post(f"{GARDEN}/source-water", json=asked)
    assert said.json()["brings"] == []  # rain brings nothing
    both = {"kind": "mix", "id": make.uid("mix"), "name": "mix"}
    one = garden.post(
        f"{GARDEN}/source-water", json={"site": settings["site"] | {"waters": [butt, both]}}
    )
    assert [fault["field"] for fault in one.json()["faults"]] == ["site.waters.1.second"]
    refused = garden.put(
        f"{GARDEN}/settings",
        json=settings,
        params={"based_on": saved.json()["revision"]},
    )
    assert refused.status_code == 422
    (fault,) = refused.json()["faults"]
    assert (fault["key"], bed["name"] in fault["problem"]) == ("no_such_water", True)


def test_what_is_raised_comes_with_its_working(garden: TestClient) -> None:
    """Cucumbers, 85 % of which come up; a bench that holds nothing of them is empty."""
    cucumber = next(
        one
        for one in garden.get(GARDEN).json()["file"]["garden"]["plantings"]
        if one["crop"] == "cucumber"
    )
    bench = {
        "id": make.uid("shelf"), "name": "shelf",
        "length": make.measure(1, "m"), "width": make.measure(40, "cm"),
    }  # fmt: skip
    put = garden.put(f"{GARDEN}/benches/{bench['id']}", json=bench, params={"based_on": 0})
    assert put.status_code in (200, 201)
    raised = cucumber | {
        "sown_on": "2026-04-20", "sown_in_place": False, "plants": 6,
        "raising": {"bench": bench["id"], "tested": 20, "sprouted": 15},
    }  # fmt: skip
    path = f"{GARDEN}/plantings/{cucumber['id']}"
    assert garden.put(path, json=raised, params={"based_on": 1}).status_code == 200
    said = garden.get(f"{GARDEN}/raising").json()
    (mine,) = [one for one in said["plantings"] if one["planting"] == cucumber["id"]]
    # 6 ÷ (0.75 × 0.9) = 8.9 seeds
    assert (mine["sown"], mine["germination"]["result"]) == (9, "75 %")
    assert said["benches"][0]["room"]["spans"][0]["placed"][0]["planting"] == cucumber["id"]
    used = garden.delete(f"{GARDEN}/benches/{bench['id']}", params={"based_on": 1})
    assert used.status_code in (409, 422)
    lost = raised | {"raising": {"bench": make.uid("nowhere")}}
    refused = garden.put(path, json=lost, params={"based_on": 2})
    assert [one["field"] for one in refused.json()["faults"]] == ["raising.bench"]


def test_one_list_to_a_day(garden: TestClient) -> None:
    """A month from the garden's own day where none is said."""
    path = f"{GARDEN}/shed/list"
    usual = garden.get(path).json()
    today = garden.get(f"{GARDEN}/plan").json()["as_of"]
    assert (date.fromisoformat(usual["until"]) - date.fromisoformat(today)).days == 30
    later = garden.get(path, params={"until": "2026-12-31"}).json()
    assert {one["key"] for one in usual["items"]} <= {one["key"] for one in later["items"]}
    german = garden.get(path, headers={"Accept-Language": "de"}).json()["items"]
    assert [one["key"] for one in german] == [one["key"] for one in usual["items"]]


def test_labels_of_one_planting_or_of_all(garden: TestClient) -> None:
    path = f"{GARDEN}/planning/labels.pdf"
    one = garden.get(path, params={"planting": make.uid("cucumber"), "count": 3, "paper": "letter"})
    assert (one.status_code, one.headers["content-type"]) == (200, "application/pdf")
    assert "labels" in one.headers["content-disposition"]
    assert garden.get(path).status_code == 200
    lost = garden.get(path, params={"planting": make.uid("none")})
    assert lost.json()["faults"][0]["key"] == "no_such_planting"
    assert garden.get(path, params={"count": 601}).status_code == 422


def test_many_years_of_a_planting(garden: TestClient) -> None:
    said = garden.get(f"{GARDEN}/planning/years/{make.uid('cucumber')}").json()
    assert said["years"] == 200
    assert said["first_pick"]["early"] <= said["first_pick"]["middle"] <= said["first_pick"]["late"]
    lost = garden.get(f"{GARDEN}/planning/years/{make.uid('none')}")
    assert lost.json()["faults"][0]["key"] == "no_such_planting"


def test_the_station_does_not_overwrite_what_was_typed(garden: TestClient) -> None:
    garden.post(f"{GARDEN}/weather/station")
    garden.post(f"{GARDEN}/weather/rain", json={"on": "2026-04-30", "rain_mm": 77})
    garden.post(f"{GARDEN}/weather/station")
    (day,) = [one for one in weather(garden) if one["on"] == "2026-04-30"]
    assert (day["rain_mm"], day["source"]) == (77, "typed")
