"""Labels in grams, what dissolves, and what falls out."""

from typing import Any

import pytest

import gardens
from eznel import catalogue
from eznel.core.document import Product
from eznel.core.nutrients import NOTHING, Amounts
from eznel.core.products.fertiliser import Fertiliser, first_season, general
from eznel.core.products.limits import (
    falls_out,
    most_in_mix,
    most_in_water,
    most_on_ground,
    most_per_plant,
    solubility_g_l,
)

MATERIALS = catalogue.load().materials


def a_bag(form: str = "granular", density: float = 0.5, **more: Any) -> Fertiliser:
    made = gardens.product("bag", form, **more)
    label = {**made, "density": gardens.measure(density, "g/mL")}
    return Fertiliser(Product.model_validate(label), None)


def pair(product: tuple[float, str], key: str, over: tuple[float, str]) -> dict[str, Any]:
    return {"product": gardens.measure(*product), key: gardens.measure(*over)}


def test_a_label_counts_in_spoons_and_square_feet() -> None:
    bag = a_bag(
        max_rate=pair((1, "cup_us"), "area", (10, "ft2")),
        max_strength=pair((15, "mL"), "water", (10, "L")),
        max_in_mix=pair((4, "g"), "water", (1, "L")),
        max_per_plant=gardens.measure(2, "tbsp_metric"),
    )
    # 236.588 mL × 0.5 g/mL = 118.29 g on 10 × 0.092903 m²
    assert most_on_ground(bag) == pytest.approx(127.33, abs=0.01)
    assert most_in_water(bag) == pytest.approx(0.75)  # 7.5 g in 10 L
    assert most_in_mix(bag) == pytest.approx(4)
    assert most_per_plant(bag) == pytest.approx(15)  # 2 × 15 mL × 0.5


def test_a_silent_label_limits_nothing() -> None:
    bag = a_bag()
    limits = (most_on_ground, most_in_water, most_in_mix, most_per_plant)
    assert [of(bag) for of in limits] == [None] * 4


def test_cold_water_dissolves_less() -> None:
    saltpetre = general(MATERIALS["potassium_nitrate"])  # 170 g/L at 5 °C, 316 at 20
    assert solubility_g_l(saltpetre, 5) == 170
    assert solubility_g_l(saltpetre, 12.5) == pytest.approx(243)  # half way
    assert solubility_g_l(saltpetre, 2) == 170
    assert solubility_g_l(saltpetre, 28) == 316
    assert solubility_g_l(a_bag(), 10) is None


@pytest.mark.parametrize(
    ("one", "other", "reacts"),
    [
        ("calcium_nitrate", "magnesium_sulphate", True),
        ("calcium_nitrate", "mono_potassium_phosphate", True),
        ("calcium_nitrate", "potassium_nitrate", False),
        ("calcium_nitrate", "urea", False),
        ("magnesium_sulphate", "mono_potassium_phosphate", False),
        ("magnesium_sulphate", "calcium_nitrate", False),  # the calcium is named first
        ("gypsum", "mono_potassium_phosphate", False),  # holds its sulphate already
    ],
)
def test_calcium_falls_out_with_sulphate_and_phosphate(one: str, other: str, reacts: bool) -> None:
    held = [general(MATERIALS[key]).contents.total for key in (one, other)]
    assert falls_out(*held) is reacts


@pytest.mark.parametrize("material", MATERIALS.values(), ids=lambda m: m.key)
def test_a_general_material_is_a_product(material) -> None:
    made = general(material)
    label, held = made.product, made.contents
    assert label.proof == ("unproven" if material.unproven else "typical")
    assert held.available <= held.total
    if material.unproven:
        assert not held.available.any
    forms = sum(material.nitrogen.values())
    assert forms <= material.analysis.get("N", 0.0) + 0.051
    assert label.max_strength is None or material.max_g_l


def test_unproven_counts_at_its_most_and_is_never_relied_on() -> None:
    """Nettle water: 0.05 % N, 0.01 to 0.1; K2O 0.06 %, 0.02 to 0.12 (× 0.8302 = 0.0996 % K)."""
    nettle = MATERIALS["nettle_liquid"]
    held = general(nettle).contents
    assert held.declared.n == pytest.approx(0.0005)
    assert held.total.n == pytest.approx(0.001)
    assert held.total.k == pytest.approx(0.000996, rel=1e-3)
    assert held.available == NOTHING


def test_what_works_in_the_first_season() -> None:
    """Bone meal: N 60 %, P 20 %, Ca 25 % of what it holds; coarse shell hardly any calcium."""
    bone = general(MATERIALS["bone_meal"])
    shares = Amounts.of_each(lambda x: first_season(bone, x).value)
    assert shares == Amounts(n=0.6, p=0.2, k=1.0, ca=0.25, mg=1.0, s=1.0)
    shell = general(MATERIALS["eggshell_coarse"])
    assert first_season(shell, "Ca").value == pytest.approx(0.03)
    assert first_season(general(MATERIALS["fish_emulsion"]), "N").value == 0.75


def test_insoluble_and_slow_nitrogen_is_no_quick_nitrogen() -> None:
    """12 % N: 3 nitrate, 2 ammonium, 4 insoluble: 8 of 12 dissolve; ammonium and urea are 2."""
    forms = {"nitrate_pct": 3, "ammonium_pct": 2, "insoluble_pct": 4}
    held = a_bag(N=12, nitrogen=forms).contents
    assert held.soluble_n == pytest.approx(0.08)
    assert held.ammonium_urea_n == pytest.approx(0.02)
