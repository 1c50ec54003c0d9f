"""Lime and sulphur by every method, and what of it goes on at once. Pure CaCO3 in g/m²."""

import pytest

import gardens
from eznel.core.document import Product, SoilReport
from eznel.core.products.fertiliser import Fertiliser
from eznel.core.products.liming import effective_share
from eznel.core.soil import lime

# One short ton an acre is 2000 × 453.592 g ÷ 4046.86 m² = 224.17 g/m²; one lb 0.112085 g/m².
# Layers: 8 in = 20.32 cm. Bases: pH in water.
LAYER_8_IN = 0.2032

BY_BUFFER = [
    # Mehlich: AC = (6.6 − buffer) ÷ 0.25; f = (target − pH) ÷ (6.6 − pH); tons = AC × f.
    ("Mehlich", 6.2, 5.6, 6.5, LAYER_8_IN, 322.8),  # 1.6 × 0.9 = 1.44
    ("Mehlich", 6.2, 5.6, 6.5, 0.15, 238.3),  # × 15 ÷ 20.32
    ("Mehlich", 6.2, 5.6, 6.0, LAYER_8_IN, 143.5),  # 1.6 × 0.4 = 0.64
    ("Mehlich", 5.6, 5.0, 6.5, LAYER_8_IN, 840.6),  # 4.0 × 1.5 ÷ 1.6 = 3.75
    ("Mehlich", 6.2, 5.6, 6.9, LAYER_8_IN, 322.8),  # target held at 6.5
    ("Mehlich", 6.6, 5.6, 6.5, LAYER_8_IN, 0),  # nothing from 6.6 up
    ("Mehlich", 6.75, 5.6, 6.5, LAYER_8_IN, 0),
    # SMP, L = 64: 71.4 − 65.92 = 5.48 to 6.8; 60.4 − 55.68 = 4.72 to 6.5; 49.3 − 45.44 = 3.86
    ("SMP", 6.4, 5.5, 6.8, LAYER_8_IN, 1228.5),
    ("SMP", 6.4, 5.5, 6.5, LAYER_8_IN, 1058.1),
    ("SMP", 6.4, 5.5, 6.0, LAYER_8_IN, 865.3),
    ("SMP", 6.4, 5.5, 6.25, LAYER_8_IN, 961.7),  # half way: 4.29
    ("SMP", 6.4, 5.5, 6.65, LAYER_8_IN, 1143.3),  # half way: 5.10
    ("SMP", 6.4, 5.5, 7.2, LAYER_8_IN, 1228.5),  # held at 6.8
    ("SMP", 6.4, 5.0, 5.6, LAYER_8_IN, 865.3),  # held at 6.0
    ("SMP", 6.4, 5.5, 6.5, 0.10, 520.7),  # × 10 ÷ 20.32
    ("SMP", 6.9, 5.5, 6.8, LAYER_8_IN, 74.0),  # 71.4 − 71.07 = 0.33
    ("SMP", 7.0, 5.5, 6.8, LAYER_8_IN, 0),  # 71.4 − 72.1 is below 0
    ("Sikora", 6.4, 5.5, 6.5, LAYER_8_IN, 1058.1),  # the same table
    # Adams–Evans for 17 cm: h = (5.55 − √(5.55² − 9.08 × (7.79 − pH))) ÷ 4.54.
    # h(5.5) = (5.55 − √10.0093) ÷ 4.54 = 0.5256; h(6.5) = (5.55 − √19.0893) ÷ 4.54 = 0.2601
    # 12,000 × 0.2 × 0.5052 = 1,212 lb
    ("Adams-Evans", 7.80, 5.5, 6.5, 0.17, 135.9),
    ("Adams-Evans", 7.80, 5.5, 6.5, 0.15, 119.9),
    # h(5.0) = (5.55 − √5.4693) ÷ 4.54 = 0.7074; h(6.0) = (5.55 − √14.5493) ÷ 4.54 = 0.3823
    # 12,000 × 0.4 × 0.4595 = 2,206 lb
    ("Adams-Evans", 7.60, 5.0, 6.0, 0.17, 247.2),
    ("Adams-Evans", 8.00, 5.5, 6.5, 0.17, 0),
    ("Moore-Sikora", 7.80, 5.5, 6.5, 0.17, 135.9),
    # Nothing at or above the target, by whatever buffer.
    ("Mehlich", 6.2, 6.5, 6.5, LAYER_8_IN, 0),
    ("SMP", 6.4, 6.6, 6.5, LAYER_8_IN, 0),
    ("Adams-Evans", 7.8, 6.5, 6.5, 0.17, 0),
]


def asked(target, depth=0.15, density=1.33, texture=None, **report):
    made = SoilReport.model_validate(gardens.report(**report))
    found = lime.requirements(
        made,
        ph=made.ph or 0.0,
        target=target,
        layer=lime.Layer(depth_m=depth, density_g_ml=density, texture=texture),
    )
    return {one.method: one.pure.value for one in found}


@pytest.mark.parametrize(("method", "buffer", "ph", "target", "depth", "g_m2"), BY_BUFFER)
def test_by_buffer(method, buffer, ph, target, depth, g_m2) -> None:
    found = asked(target, depth, ph=ph, buffer={"method": method, "value": buffer})
    assert found == {method: pytest.approx(g_m2, abs=0.2)}


BY_TEXTURE = [
    # Per 15 cm and pH unit: 130, 220, 340, 420, 500; × density ÷ 1.33.
    ("sand", 5.5, 6.5, 0.15, 1.33, 130),
    ("sandy_loam", 6.0, 6.5, 0.15, 1.33, 110),
    ("loam", 5.7, 6.5, 0.15, 1.33, 272),  # 340 × 0.8
    ("silt_loam", 5.5, 6.5, 0.15, 1.33, 420),
    ("clay_loam", 5.5, 6.5, 0.20, 1.33, 666.7),  # 500 × 20 ÷ 15
    ("clay", 6.0, 6.5, 0.15, 1.33, 250),  # as clay loam
    ("loam", 5.5, 6.5, 0.15, 0.665, 170),  # half as dense, half as much
    ("loam", 6.6, 6.5, 0.15, 1.33, 0),
]


@pytest.mark.parametrize(("texture", "ph", "target", "depth", "density", "g_m2"), BY_TEXTURE)
def test_by_texture(texture, ph, target, depth, density, g_m2) -> None:
    found = asked(target, depth, density, texture, ph=ph)
    assert found == {"texture": pytest.approx(g_m2, abs=0.1)}


BY_LABORATORY = [
    # In the laboratory's product and depth; scaled by the ratios only.
    (250, "g/m2", 100, 15, 0.15, 250),
    (250, "g/m2", 90, 20, 0.15, 168.75),  # × 0.9 × 15 ÷ 20
    (2, "t/ha", 100, 15, 0.15, 200),
    (1, "ton/acre", 100, 15, 0.15, 224.17),
    (50, "lb/1000ft2", 100, 15, 0.15, 244.1),  # 50 × 453.592 ÷ 92.903
    (2500, "lb/acre", 100, 15, 0.15, 280.2),  # × 0.112085
    (0.3, "kg/m2", 100, 15, 0.30, 600),  # twice as deep
]


@pytest.mark.parametrize(("value", "unit", "cce", "lab_cm", "depth", "g_m2"), BY_LABORATORY)
def test_by_the_laboratory(value, unit, cce, lab_cm, depth, g_m2) -> None:
    said = {
        "amount": gardens.measure(value, unit),
        "cce_pct": cce,
        "depth": gardens.measure(lab_cm, "cm"),
    }
    assert asked(6.5, depth, ph=5.6, lime=said) == {"lab": pytest.approx(g_m2, abs=0.1)}


def test_methods_stand_in_order_of_trust() -> None:
    said = {"amount": gardens.measure(200, "g/m2"), "cce_pct": 100}
    buffer = {"method": "Mehlich", "value": 6.2}
    found = asked(6.5, texture="loam", ph=5.6, lime=said, buffer=buffer)
    assert list(found) == ["lab", "Mehlich", "texture"]


def test_nothing_without_a_measured_ph() -> None:
    made = SoilReport.model_validate(gardens.report(ph=None))
    assert lime.requirements_for(made, 6.5, lime.Layer(0.15, 1.33, "loam")) == ()


EFFECTIVE = [
    # CCE times fineness; garden lime of unknown fineness counts nine tenths.
    ({"cce_pct": 100}, 0.90),
    ({"cce_pct": 90}, 0.81),
    # 60 % through 60 mesh at 1.0, 30 % more through 20 mesh at 0.5, the rest at 0.2: 0.77
    ({"cce_pct": 100, "passing_60_mesh_pct": 60, "passing_20_mesh_pct": 90}, 0.77),
    ({"cce_pct": 95, "passing_60_mesh_pct": 60, "passing_20_mesh_pct": 90}, 0.7315),
]


@pytest.mark.parametrize(("liming", "share"), EFFECTIVE)
def test_effective_share(liming, share) -> None:
    bag = Product.model_validate(gardens.product("bag", CaO=50, liming=liming))
    assert effective_share(Fertiliser(bag, None)).value == pytest.approx(share)


def test_an_undeclared_neutralising_value_follows_from_the_oxides() -> None:
    # CaO 50 %: × 100.087 ÷ 56.077 = 89.24; MgO 2 %: × 100.087 ÷ 40.304 = 4.97; × 0.9
    bag = Product.model_validate(gardens.product("bag", CaO=50, MgO=2))
    assert effective_share(Fertiliser(bag, None)).value == pytest.approx(0.8479, abs=0.0002)


SULPHUR = [
    # Per 15 cm and unit: sand 50, loam 100, clay 150.
    ("sand", 7.8, 6.8, 0.15, 50),
    ("loam", 7.8, 6.8, 0.15, 100),
    ("clay", 7.8, 6.8, 0.15, 150),
    ("loam", 7.6, 7.0, 0.20, 80),  # 100 × 0.6 × 20 ÷ 15
    ("loam", 6.5, 6.8, 0.15, 0),
]


@pytest.mark.parametrize(("texture", "ph", "target", "depth", "g_m2"), SULPHUR)
def test_sulphur(texture, ph, target, depth, g_m2) -> None:
    layer = lime.Layer(depth, 1.33, texture)
    found = lime.sulphur(ph=ph, target=target, layer=layer)
    assert found is not None
    assert found.value == pytest.approx(g_m2)


def test_free_lime_eats_sulphur() -> None:
    # 1 % of 0.15 m × 1.333 g/mL = 200 kg/m² is 2 kg CaCO3; × 32.06 ÷ 100.09 = 641 g S
    layer = lime.Layer(0.15, 1.3333, "loam")
    assert lime.sulphur_eaten(1.0, layer).value == pytest.approx(640.6, abs=0.5)


AT_ONCE = [
    # Product = pure ÷ effective share; at most 250 g/m² of product in one application.
    (238.3, 0.9, 250, 14.8),  # case 8: 264.8 in all
    (180, 0.9, 200, 0),
    (1058.1, 0.81, 250, 1056.3),  # 1306.3 in all
]


@pytest.mark.parametrize(("pure", "share", "now", "later"), AT_ONCE)
def test_at_most_so_much_at_once(pure, share, now, later) -> None:
    split = lime.at_once(pure / share, lime.MOST_LIME_G_M2)
    assert split == (pytest.approx(now, abs=0.05), pytest.approx(later, abs=0.05))
