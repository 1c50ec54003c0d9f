"""The shed over the wire: labels read, questions answered, files in and out."""

import base64
import json
from uuid import uuid4

import pytest
from fastapi.testclient import TestClient

import gardens as make
from eznel.formats import garden_file

GARDEN = f"/api/gardens/{make.uid('garden')}"
LABEL = """Bollard Feed soluble
N 12% P2O5 4% K2O 18%
1 g per litre every 14 days
Loved by all. Net weight 2 kg"""


@pytest.fixture
def garden(client: TestClient) -> TestClient:
    stock = {"amount": make.measure(20, "g"), "counted_on": "2026-04-01"}
    price = {"amount": 5, "pack": make.measure(1, "kg")}
    file = make.garden_file(
        places=[make.bed()],
        plantings=[make.planting("cucumber", plants=8)],
        scoops=[make.scoop("gram", 1), make.scoop("spoon", 15)],
        products=[
            make.product("feed", "soluble", N=10, K2O=15, stock=stock, price=price),
            make.product("other", "soluble", N=20, P2O5=20, K2O=20),
        ],
    )
    assert client.put(f"{GARDEN}/file", json=json.loads(garden_file.dumps(file))).status_code == 200
    return client


def products(client: TestClient) -> list:
    return client.get(GARDEN).json()["file"]["garden"]["products"]


def test_a_label_is_read_and_nothing_is_stored(garden: TestClient) -> None:
    asked = {"text": LABEL, "id": str(uuid4())}
    read = garden.post(f"{GARDEN}/labels/read", json=asked).json()
    product = read["product"]
    assert product["id"] == asked["id"]
    assert product["name"] == "Bollard Feed soluble"
    assert {line["nutrient"]: line["pct"] for line in product["declared"]} == {
        "N": 12, "P2O5": 4, "K2O": 18,
    }  # fmt: skip
    assert product["interval_days"] == 14
    assert read["pack"] == {"value": 2, "unit": "kg"}
    left = [piece["words"] for piece in read["pieces"] if piece["taken"] == "left"]
    assert left == ["Loved by all"]
    assert len(products(garden)) == 2
    kept = garden.put(f"{GARDEN}/products/{product['id']}", json=product)
    assert kept.status_code == 200


def test_a_label_that_cannot_be_says_why_at_the_field(garden: TestClient) -> None:
    asked = {"text": "Folly granules\nN 60% P2O5 50% K2O 40%", "id": str(uuid4())}
    read = garden.post(f"{GARDEN}/labels/read", json=asked).json()
    assert read["product"] is None
    assert [fault["field"] for fault in read["faults"]] == ["declared"]
    assert "over_100" in read["questions"]
    empty = garden.post(f"{GARDEN}/labels/read", json={"text": " ", "id": str(uuid4())})
    assert empty.status_code == 422
    assert empty.json()["faults"][0]["field"] == "text"


def test_the_questions_of_the_shed(garden: TestClient) -> None:
    feed, other = products(garden)
    asked = {"product": feed, "place": make.uid("bed"), "can": make.measure(10, "L")}
    found = garden.post(f"{GARDEN}/shed/gives", json=asked).json()
    assert found["scoops"][1]["can_mg_l"]["N"] == pytest.approx(15 * 0.1 / 10 * 1000)
    assert len(found["release"]) == 27

    both = {"planting": make.uid("cucumber"), "products": [feed["id"], other["id"]]}
    compared = garden.post(f"{GARDEN}/shed/compare", json=both).json()
    assert [one["product"] for one in compared["contenders"]] == both["products"]
    few = garden.post(f"{GARDEN}/shed/compare", json={**both, "products": [feed["id"]]})
    assert few.status_code == 422

    shop = garden.get(f"{GARDEN}/shed/shopping").json()
    assert shop["lines"][0]["short_g"] > 0
    assert shop["lines"][0]["packs"][0]["size"] == {"value": 1, "unit": "kg"}
    cheapest = garden.get(f"{GARDEN}/shed/cheapest").json()["set"]
    assert cheapest["proved"]
    assert cheapest["cost"] <= shop["cost"]
    instead = garden.get(f"{GARDEN}/shed/substitutes/{feed['id']}").json()
    assert instead["others"]
    assert garden.get(f"{GARDEN}/shed/refused").json()["refused"] == {make.uid("cucumber"): []}
    assert garden.get(f"{GARDEN}/shed/substitutes/{uuid4()}").status_code == 422


def test_a_general_material_is_kept_with_one_tap(garden: TestClient) -> None:
    made = garden.get(f"{GARDEN}/shed/materials/potassium_sulphate").json()
    assert made["proof"] == "typical"
    made["id"] = str(uuid4())
    assert garden.put(f"{GARDEN}/products/{made['id']}", json=made).status_code == 200
    german = garden.get(
        f"{GARDEN}/shed/materials/potassium_sulphate", headers={"Accept-Language": "de"}
    )
    assert german.json()["name"] == "Kaliumsulfat"
    assert garden.get(f"{GARDEN}/shed/materials/moon_dust").status_code == 422


def test_products_leave_and_come_back(garden: TestClient) -> None:
    before = products(garden)
    for kind in ("csv", "json"):
        file = garden.get(f"{GARDEN}/products.{kind}")
        brought = {"file": base64.b64encode(file.content).decode()}
        read = garden.post(f"{GARDEN}/products-file/read", json=brought).json()["products"]
        assert [one["product"] for one in read] == before
        assert all(one["known"] and one["changes"] == [] for one in read)
    kept = garden.post(f"{GARDEN}/products", json=before)
    assert kept.status_code == 200  # the same again changes nothing
    new = {**before[0], "id": str(uuid4()), "name": "new"}
    bad = {**before[1], "name": "changed"}
    refused = garden.post(f"{GARDEN}/products", json=[new, bad])
    assert refused.status_code == 409
    assert products(garden) == before  # all or none


def test_stock_moves_are_things_with_undo(garden: TestClient) -> None:
    feed = products(garden)[0]["id"]
    move = {
        "id": str(uuid4()), "product": feed, "on": "2026-04-20", "kind": "bought",
        "amount": make.measure(1, "kg"),
    }  # fmt: skip
    kept = garden.put(f"{GARDEN}/stock_moves/{move['id']}", json=move)
    assert kept.status_code == 200
    plan = garden.get(f"{GARDEN}/plan").json()
    left = {one["id"]: one["left_g"] for one in plan["products"]}
    assert left[feed] == pytest.approx(1020)
    nothing = {**move, "id": str(uuid4()), "amount": None}
    assert garden.put(f"{GARDEN}/stock_moves/{nothing['id']}", json=nothing).status_code == 422
    assert garden.delete(f"{GARDEN}/products/{feed}?based_on=1").status_code == 409  # still named
