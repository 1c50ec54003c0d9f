"""What is named to buy for what stays short."""

from datetime import date

import pytest

import gardens
from eznel.core.plan.result import ToBuy


def bought(place, **values: float) -> dict[str, ToBuy]:
    """By material, for kale whose test is very low in what is named; the shed holds nitrogen."""
    made = gardens.garden(
        places=[place],
        plantings=[gardens.planting("kale", plants=10)],
        products=[gardens.product("n", "soluble", N=15)],
        scoops=[gardens.scoop("spoon", 5)],
        reports=[gardens.report(values=values, extractant="Mehlich-3")],
    )
    planting = gardens.single(gardens.plan_of(made, today=date(2026, 5, 1)))
    return {one.material: one for one in planting.to_buy}


def test_sulphur_is_bought_as_gypsum_and_never_with_a_trace_metal() -> None:
    found = bought(gardens.bed(), S=1, K=400, Mg=300, P=200)
    assert found["gypsum"].nutrient == "S"
    # 17 % of it is sulphur
    assert found["gypsum"].grams == pytest.approx(found["gypsum"].short_g / 0.17)
    assert not any("manganese" in key or "zinc" in key or "iron" in key for key in found)


def test_one_salt_is_bought_for_magnesium_and_the_sulphur_that_comes_with_it() -> None:
    found = bought(gardens.bed(), S=1, Mg=10, K=400, P=200)
    assert found["magnesium_sulphate"].nutrient == "Mg"
    assert "gypsum" not in found
