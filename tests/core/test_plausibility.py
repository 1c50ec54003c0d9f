"""Odd entries are asked about at their field, and never changed."""

from datetime import date

import pytest

import gardens
from eznel import catalogue
from eznel.core import plausibility
from eznel.core.document import Product
from eznel.core.products.fertiliser import Fertiliser
from eznel.core.shed.cautions import cautions

TODAY = date(2026, 5, 1)
MATERIALS = catalogue.load().materials


def asked(**parts) -> dict[str, str]:
    made = gardens.garden(**parts)
    return {
        finding.key: finding.field for finding in plausibility.of_garden(made, TODAY, MATERIALS)
    }


ODD = [
    ({"places": [gardens.bed(depth=gardens.measure(60, "cm"))]}, "odd_depth", "depth"),
    ({"places": [gardens.bed(density=gardens.measure(1.9, "g/mL"))]}, "odd_density", "density"),
    ({"places": [gardens.tub(litres=1529)]}, "odd_tub", "shape.volume"),
    # 1.5 yd³ are 1147 L; 4 ft³ are 113 L
    ({"places": [gardens.tub(recipe=[
        {"name": "bark", "parts": 1, "bag": gardens.measure(4, "ft3")},
        {"name": "peat", "parts": 1, "bag": gardens.measure(1.5, "yd3")},
    ])]}, "odd_bag", "recipe.1.bag"),
    ({"reports": [gardens.report(ph=9.5)]}, "odd_ph", "ph"),
    ({"reports": [gardens.report(values={"P": 900})]}, "odd_soil_value", "values.0.value"),
    ({"reports": [gardens.report(values={"K": 90}, extractant="Olsen")]}, "", ""),
    ({"reports": [gardens.report(sampled_on="2027-01-01")]}, "report_from_future", "sampled_on"),
    ({"reports": [gardens.report(sampled_on="2022-01-01")]}, "report_stale", "sampled_on"),
    ({"products": [gardens.product("b", N=60)]}, "odd_label", "declared.0.pct"),
    ({"products": [gardens.product("b", N=5, density=gardens.measure(2.2, "g/mL"))]},
     "odd_product_density", "density"),
    ({"scoops": [gardens.scoop("tbsp", 5)]}, "odd_scoop", "volume"),
    ({"scoops": [gardens.scoop("tin mug", 180)]}, "", ""),
    ({"scoops": [gardens.scoop("half teaspoon", 2.5)]}, "", ""),
    ({"scoops": [gardens.scoop("tablespoon", 15)]}, "", ""),
    ({"site": gardens.site(low=50, high=58)}, "odd_site_heat", "site.monthly_max_c"),
]  # fmt: skip


@pytest.mark.parametrize(("parts", "key", "field"), ODD)
def test_slips_are_named_at_their_field(parts, key, field) -> None:
    if "reports" in parts:
        parts = {**parts, "places": [gardens.bed()]}
    found = asked(**parts)
    assert found == ({key: field} if key else {})


def test_spacing_and_olsen() -> None:
    made = gardens.garden(
        places=[gardens.bed()],
        plantings=[
            gardens.planting(
                "tomato", spacing={"pattern": "square", "in_row": gardens.measure(5, "cm")}
            )
        ],
    )
    keys = [f.key for f in gardens.single(gardens.plan_of(made)).findings]
    assert "odd_spacing" in keys
    value = {"analyte": "K", "value": 90, "extractant": "Olsen"}
    olsen = gardens.report(values={}) | {"values": [value]}
    assert asked(places=[gardens.bed()], reports=[olsen]) == {
        "olsen_is_for_p": "values.0.extractant"
    }


def test_frost_and_cold_nights() -> None:
    def keys(day: str, low: float = 9, **more) -> set[str]:
        made = gardens.garden(
            site=gardens.site(low=low, high=20, last_frost="05-20"),
            places=[gardens.bed(**more)],
            plantings=[gardens.planting("cucumber", planted_on=day)],
        )
        return {f.key for f in gardens.single(gardens.plan_of(made)).findings}

    assert "before_last_frost" in keys("2026-05-12")
    assert "cold_nights" in keys("2026-05-25")  # 9 °C, wants 12
    assert "cold_nights" not in keys("2026-05-25", low=11.7)  # as good as 12
    assert not {"before_last_frost", "cold_nights"} & keys("2026-05-12", warmer_by_c=4)


def test_a_planting_that_cannot_ripen_is_said_so() -> None:
    made = gardens.garden(
        site=gardens.site(low=9, high=17, first_frost="10-01"),
        places=[gardens.bed()],
        plantings=[gardens.planting("tomato", planted_on="2026-06-10")],
    )
    planting = gardens.single(gardens.plan_of(made))
    assert "too_cool_to_ripen" in {f.key for f in planting.findings}
    assert planting.last_pick == date(2026, 10, 1)


@pytest.mark.parametrize(
    ("day", "asked"),
    [
        ("2126-05-10", {"far_ahead"}),  # a hundred years of a slip
        ("2027-05-10", set()),  # next year
        ("1990-04-01", {"long_ago"}),  # 36 years
        ("2008-04-01", set()),  # an old asparagus bed
    ],
)
def test_a_year_that_is_a_slip_is_asked_about(day: str, asked: set[str]) -> None:
    made = gardens.garden(
        places=[gardens.bed()], plantings=[gardens.planting("asparagus", planted_on=day)]
    )
    found = {f.key for f in gardens.single(gardens.plan_of(made)).findings}
    assert found & {"far_ahead", "long_ago"} == asked


@pytest.mark.parametrize("key", catalogue.load().materials)
def test_every_material_has_cautions(key: str) -> None:
    material = catalogue.load().materials[key]
    product = Product.model_validate(gardens.product("b", material.form if material.form != "coated"
                                                     else "granular", N=1))  # fmt: skip
    assert cautions(Fertiliser(product, material), None)
    assert cautions(Fertiliser(product, None), None)


def test_bone_meal_hardly_dissolves_in_a_limy_soil() -> None:
    bone = catalogue.load().materials["bone_meal"]
    product = Product.model_validate(gardens.product("b", "organic", P2O5=20))
    assert "bone_high_ph" in cautions(Fertiliser(product, bone), 7.5)
    assert "bone_high_ph" not in cautions(Fertiliser(product, bone), 6.5)
