"""What came of a euro of feed and of a litre of water."""

from datetime import date

import pytest

import gardens
from eznel import catalogue
from eznel.core.document import Log
from eznel.core.harvest.yields import yields
from eznel.core.questions.harvest_costs import per_cost, per_litre
from eznel.core.season.workings import Workings

TODAY = date(2026, 9, 1)
PRICE = {"pack": gardens.measure(1, "kg"), "amount": 10}


def cost_and_water(price: dict | None = PRICE, litres: float | None = 20, crops: int = 1):
    """3 kg of tomatoes, fed with 50 g of a bag, and watered twice."""
    grown = [gardens.planting("tomato", "tub", name=f"{n}", plants=1) for n in range(crops)]
    bag = gardens.product("bag", "soluble", N=10, price=price)
    of = {"planting": gardens.uid("0")}
    water = None if litres is None else gardens.measure(litres, "L")
    log = {
        "feeds": [
            {**of, "id": gardens.uid("feed"), "on": "2026-06-20", "outcome": "given",
             "amounts": [{"product": bag["id"], "amount": gardens.measure(50, "g")}]}
        ],
        "harvests": [
            {**of, "id": gardens.uid("h"), "on": "2026-08-10",
             "much": {"gross": gardens.measure(3, "kg")}}
        ],
        "watered": [
            {"id": gardens.uid(f"w{n}"), "place": gardens.uid("tub"), "on": f"2026-06-0{n}",
             "amount": amount}
            for n, amount in ((1, gardens.measure(10, "L")), (2, water))
        ],
    }  # fmt: skip
    made = gardens.garden(places=[gardens.tub()], plantings=grown, products=[bag])
    workings = Workings(made, Log.model_validate(log), TODAY, catalogue.load())
    (gave,) = yields(workings.stands)
    return per_cost(gave, workings), per_litre(gave, workings)


def test_a_euro_of_feed_and_a_litre_of_water() -> None:
    """50 g at 10 a kilogram cost 0.5: 6 kg each; 30 L of water: 100 g a litre."""
    cost, water = cost_and_water()
    assert cost is not None
    assert water is not None
    assert (cost.value, cost.unit) == (pytest.approx(6), "kg/EUR")
    assert water.value == pytest.approx(100)


def test_two_that_share_a_tub_share_its_water() -> None:
    """15 L for each of two plants."""
    _, water = cost_and_water(crops=2)
    assert water is not None
    assert water.value == pytest.approx(200)


def test_what_nobody_said_is_not_known() -> None:
    assert cost_and_water(price=None)[0] is None
    assert cost_and_water(litres=None)[1] is None
