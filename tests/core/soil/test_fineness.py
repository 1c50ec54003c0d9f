"""What a lime is worth: its own neutralising value, and how fine it is."""

import pytest

import gardens
from eznel import catalogue
from eznel.core.document import Product
from eznel.core.products.fertiliser import Fertiliser, fertiliser
from eznel.core.products.liming import effective_share, neutralising_pct

MATERIALS = catalogue.load().materials


def product(material: str = "", **more) -> Fertiliser:
    label = gardens.product("bag", material=material or None, **more)
    return fertiliser(Product.model_validate(label), MATERIALS)


@pytest.mark.parametrize(
    ("material", "declared", "cce"),
    [
        ("wood_ash", {}, 45),
        # As sold: its calcium is no pure oxide, which alone would tell 30 × 1.785 + 3 × 2.483 = 61
        ("wood_ash", {"CaO": 30, "MgO": 3, "K2O": 5}, 45),
        ("wood_ash", {"CaO": 15, "MgO": 1.5}, 22.5),  # half as rich, half as strong
        ("ground_limestone", {}, 95),
        ("ground_limestone", {"CaO": 50, "MgO": 1}, 95),
        ("hydrated_lime", {"CaO": 71}, 130),
        ("ground_limestone", {"CaO": 50, "liming": {"cce_pct": 88}}, 88),  # the label's word first
    ],
)
def test_a_material_neutralises_by_its_own_value(material, declared, cce) -> None:
    bag = product(material, **declared)
    assert neutralising_pct(bag) == pytest.approx(cce, abs=0.05)


def test_oxides_count_where_nobody_knows_the_material() -> None:
    assert neutralising_pct(product(CaO=50)) == pytest.approx(89.2, abs=0.1)  # × 100.09 ÷ 56.08


@pytest.mark.parametrize(
    ("material", "liming", "share"),
    [
        ("eggshell_coarse", None, 0.18),  # 90 % × 0.2: coarse grains hardly do anything
        ("eggshell_powder", None, 0.81),  # ground to flour
        ("ground_limestone", None, 0.855),  # 95 % × 0.9
        # 90 % × (20 % × 1 + 30 % × 0.5 + 50 % × 0.2): sieved, so the sieve decides
        ("eggshell_coarse",
         {"cce_pct": 90, "passing_60_mesh_pct": 20, "passing_20_mesh_pct": 50}, 0.405),
    ],
)  # fmt: skip
def test_fineness_decides(material, liming, share) -> None:
    bag = product(material, liming=liming)
    assert effective_share(bag).value == pytest.approx(share, abs=1e-3)


def test_coarse_shells_are_no_lime_to_rely_on_and_hardly_calcium() -> None:
    shells = product("eggshell_coarse", CaO=50)
    calcium = shells.contents.available.ca
    assert calcium == pytest.approx(0.5 * 0.7147 * 0.03, abs=1e-4)  # 3 % of it in its first year
    garden = gardens.garden(
        places=[gardens.bed(texture="loam")],
        plantings=[gardens.planting("kale")],
        products=[shells.product.model_dump()],
        reports=[gardens.report(ph=5.4)],
    )
    (place,) = gardens.plan_of(garden).places
    assert (place.ph_work.product_name, place.ph_work.in_shed) == ("Ground limestone", False)


def test_what_lime_brings_counts_as_it_becomes_available() -> None:
    powder = product("eggshell_powder", CaO=50)
    garden = gardens.garden(
        places=[gardens.bed(texture="loam")],
        plantings=[gardens.planting("kale")],
        products=[powder.product.model_dump()],
        reports=[gardens.report(ph=5.4)],
    )
    (place,) = gardens.plan_of(garden).places
    work = place.ph_work
    assert work.in_shed
    # 35.7 % calcium, 30 % of it in the first season
    assert work.brings_g_m2["Ca"] == pytest.approx(work.now_g_m2 * 0.5 * 0.7147 * 0.3, rel=1e-3)
