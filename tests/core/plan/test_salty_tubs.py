"""Salt in tubs: what is mixed in or spread dry stays there."""

from datetime import date

import pytest

import gardens
from eznel.core.document import Garden, Log

# A US cup of kelp meal, 236.6 mL of 0.6 g/mL: 142 g with 3.2 % sodium and 4 % chloride: 10.2 g
KELP = gardens.product("kelp", "organic", N=1, material="kelp_meal")


def garden(**tub) -> Garden:
    return gardens.garden(
        places=[gardens.tub(litres=18.9, count=2, **tub)],
        plantings=[gardens.planting("tomato", "tub", plants=2)],
        products=[KELP, gardens.product("feed", "soluble", N=10, K2O=15, Cl=8)],
        scoops=[gardens.scoop("cup", 236.6)],
    )


def warned(made: Garden, log: Log | None = None) -> list:
    plan = gardens.plan_of(made, log, date(2026, 6, 20))
    return [f for f in gardens.single(plan).findings if f.key == "salty_tub"]


def given(product: str, **amount) -> Log:
    entry = {
        "id": gardens.uid("fed"), "planting": gardens.uid("tomato"), "on": "2026-06-01",
        "outcome": "given", "amounts": [{"product": gardens.uid(product), **amount}],
    }  # fmt: skip
    return Log.model_validate({"feeds": [entry]})


def test_a_cup_of_kelp_in_each_tub_is_warned_of() -> None:
    log = given("kelp", amount=gardens.measure(284, "g"))  # two cups for two tubs
    (finding,) = warned(garden(), log)
    numbers = {q.name: q.value for q in finding.numbers}
    assert numbers["salt_g"] == pytest.approx(142 * 0.072, rel=0.01)  # 10.2 g in each
    assert numbers["salt_g_l"] == pytest.approx(10.2 / (18.9 * 0.9), rel=0.02)


def test_mixed_in_it_is_warned_of_too() -> None:
    mixed = [{"product": gardens.uid("kelp"), "strength": gardens.measure(8, "g/L")}]
    assert len(warned(garden(charge=mixed))) == 1  # 8 × 7.2 % = 0.58 g/L


def test_a_pinch_is_not() -> None:
    assert warned(garden()) == []
    assert warned(garden(), given("kelp", amount=gardens.measure(40, "g"))) == []


def test_a_dissolved_feed_drains_and_has_its_own_limits() -> None:
    assert warned(garden(), given("feed", amount=gardens.measure(300, "g"))) == []
