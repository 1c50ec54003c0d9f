"""Labels, densities, release, solutions."""

from math import exp

import pytest

import gardens
from eznel import catalogue
from eznel.core.document import Product, Scoop
from eznel.core.products.fertiliser import (
    Fertiliser,
    ec_of_1g_l,
    first_season_share,
    fraction,
)
from eznel.core.products.masses import scoop_mass
from eznel.core.products.release import coated_course, coated_released, organic_course, rule_share
from eznel.core.products.solutions import most_ec_ds_m, most_n_mg_l
from eznel.core.reference import Material
from eznel.core.working import Origin


def bag(form: str = "granular", of: Material | None = None, **more) -> Fertiliser:
    return Fertiliser(Product.model_validate(gardens.product("bag", form, **more)), of)


def test_oxide_or_element() -> None:
    assert fraction(bag(P2O5=10), "P").value == pytest.approx(0.04364, abs=1e-5)
    assert fraction(bag(P=10), "P").value == pytest.approx(0.10)
    assert fraction(bag(N=10), "P").value == 0


def test_grams_in_100_ml() -> None:
    # 8 g K₂O in 100 mL of a liquid of 1.2 g/mL, so in 120 g
    liquid = bag("liquid", K2O=8, basis="w/v", density=gardens.measure(1.2, "g/mL"))
    assert fraction(liquid, "K").value == pytest.approx(8 / 120 * 0.8302, abs=1e-5)


def test_a_scoop_weighs_its_volume_times_the_density() -> None:
    scoop = Scoop.model_validate(gardens.scoop(ml=15))
    weighed = scoop_mass(bag(N=10, density=gardens.measure(0.8, "g/mL")), scoop)
    assert weighed.value == pytest.approx(12)
    assert {q.origin for q in weighed.steps[0].quantities} == {Origin.MEASURED}
    gypsum = catalogue.load().materials["gypsum"]
    typical = scoop_mass(bag(of=gypsum, CaO=30, density=None), scoop)
    assert typical.value == pytest.approx(13.5)  # 15 × 0.9
    assert Origin.ASSUMED in {q.origin for q in typical.steps[0].quantities}


@pytest.mark.parametrize(
    ("n_pct", "dry", "share"),
    [
        (3, 100, 0.30),  # 15 × (3 − 1)
        (2.7, 90, 0.30),
        (1, 100, 0),
        (0.5, 100, 0),  # never below 0
        (9, 100, 0.75),  # never above 75
    ],
)
def test_first_season_rule(n_pct, dry, share) -> None:
    found = rule_share(n_pct=n_pct, dry_matter_pct=dry, dry_matter_origin=Origin.LABEL)
    assert found.value == pytest.approx(share)


def test_order_of_trust_for_the_first_season() -> None:
    pellets = catalogue.load().materials["poultry_manure_pellets"]
    assert first_season_share(bag("organic", pellets, N=4, first_season_n_pct=35)).value == 0.35
    assert first_season_share(bag("organic", pellets, N=4)).value == 0.50
    # by rule: 4 % at an assumed 90 % dry matter is 4.44 %: 15 × 3.44 = 51.7 %
    assert first_season_share(bag("organic", N=4)).value == pytest.approx(0.517, abs=5e-4)
    assert first_season_share(bag("granular", pellets, N=4)).value == 1


def test_soluble_nitrogen() -> None:
    assert bag("soluble", N=20).contents.soluble_n == pytest.approx(0.2)
    assert bag("coated", N=20, release_days=100).contents.soluble_n == 0
    assert bag("organic", N=4).contents.soluble_n == 0
    mixed = bag("organic", N=6, nitrogen={"nitrate_pct": 0, "ammonium_pct": 1, "urea_pct": 0.5})
    assert mixed.contents.soluble_n == pytest.approx(0.015)


def test_organic_course() -> None:
    course = organic_course([25.0] * 100)
    # first order at 0.02 a day: (1 − e^−1) ÷ (1 − e^−2) after half of 100 days
    assert course[49] == pytest.approx((1 - exp(-1)) / (1 - exp(-2)))
    assert course[-1] == 1
    assert organic_course([15.0] * 200)[99] == pytest.approx(
        course[49]
    )  # 10 °C cooler, half as fast


@pytest.mark.parametrize(
    ("temps", "rated", "share"),
    [
        ([21.0] * 75, 150, 0.5),
        ([11.0] * 150, 150, 0.5),  # 10 °C below the label's 21: half
        ([31.0] * 150, 150, 1.0),
        ([], 150, 0),
    ],
)
def test_coated(temps, rated, share) -> None:
    assert coated_released(temps, rated).value == pytest.approx(share)


def test_coated_course() -> None:
    # 60 days at the label's 21 °C of a product rated for 40: all out after 40, half after 20
    course = coated_course([21.0] * 60, 40)
    assert (course[19], course[39], course[-1]) == pytest.approx((0.5, 1, 1))
    # 30 days of it: three quarters are all that the season gets, and the last day has all of that
    short = coated_course([21.0] * 30, 40)
    assert (short[14], short[-1]) == pytest.approx((0.5, 1))


def test_conductivity_from_cations() -> None:
    # 1 g of potassium sulphate, 50 % K₂O: 415 mg K ÷ 39.1 = 10.6 meq, ÷ 10
    assert ec_of_1g_l(bag(K2O=50)) == pytest.approx(1.06, abs=0.005)
    # 10 % N of unknown form: half as ammonium, 50 mg ÷ 14.007 = 3.57 meq
    assert ec_of_1g_l(bag("soluble", N=10)) == pytest.approx(0.357, abs=5e-4)
    nitrate = bag("soluble", N=10, nitrogen={"nitrate_pct": 10})
    assert ec_of_1g_l(nitrate) == 0
    assert ec_of_1g_l(bag("coated", N=10, release_days=90)) == 0


def test_limits_by_stage() -> None:
    assert [most_n_mg_l(s) for s in ("seedling", "potted_on", "flowering", None)] == [
        50,
        100,
        200,
        200,
    ]
    assert most_ec_ds_m("seedling", 2.5) == 1.2
    assert most_ec_ds_m("flowering", 1.5) == 1.8  # a sensitive crop
    assert most_ec_ds_m("flowering", 1.7) == 2.5
