"""A raised bed of 2 m² by layers."""

import pytest

import gardens
from eznel import catalogue
from eznel.core.document import FillLayer
from eznel.core.mixes.layers import laid

SUBSTRATES = catalogue.load().substrates


def layers(*of: tuple[str, float]):
    made = [
        FillLayer.model_validate({"material": key, "depth": gardens.measure(cm, "cm")})
        for key, cm in of
    ]
    return laid(2.0, [(one, SUBSTRATES[one.material]) for one in made])


def test_litres_kilograms_and_how_it_sinks() -> None:
    """Logs lose 45 % in two years, topsoil 10 %; two thirds of it in the first."""
    found = layers(("logs", 20), ("topsoil", 25))
    wood, soil = found.layers
    assert wood.volume.value == pytest.approx(400)  # 2 m² × 0.2 m
    assert soil.volume.value == pytest.approx(500)
    assert soil.weighs_kg == pytest.approx((600, 800))  # 1.2 to 1.6 kg/L
    assert wood.settled.value == pytest.approx(0.11)  # 0.2 × 0.55
    assert soil.settled.value == pytest.approx(0.225)
    # 0.45 m new, 0.335 m after two years: 0.115 m lost, two thirds of it 0.0767
    assert found.depth_m == pytest.approx((0.45, 0.3733, 0.335), abs=1e-4)
    assert found.top_up_l == pytest.approx((153.33, 76.67), abs=0.01)
    assert [one.key for one in found.findings] == ["fill_sinks"]


def test_wood_among_the_roots_and_too_much_compost_are_said() -> None:
    """10 cm of soil leaves 15 of the 25 cm that roots are in to the wood."""
    assert "fresh_wood_at_roots" in keys(layers(("logs", 20), ("topsoil", 10)))
    # 12 of 25 cm are compost: 48 %, where 40 is the most
    assert "rich_fill" in keys(layers(("topsoil", 20), ("green_compost", 12)))
    assert "rich_fill" not in keys(layers(("topsoil", 20), ("green_compost", 8)))


def test_a_salty_fill_is_asked_about_by_its_highest() -> None:
    """Manure has 3 to 8 dS/m, loam 0.3 to 1.5: half and half come to 4.75 at the highest."""
    half = layers(("topsoil", 12.5), ("rotted_manure", 12.5))
    assert half.salts is not None
    assert half.salts.high == pytest.approx(4.75)
    assert "salty_fill" in keys(half)
    # a fifth of it: 0.8 × 1.5 + 0.2 × 8 = 2.8
    fifth = layers(("topsoil", 20), ("rotted_manure", 5))
    assert fifth.salts is not None
    assert fifth.salts.high == pytest.approx(2.8)
    assert "salty_fill" not in keys(fifth)


def keys(found) -> set[str]:
    return {one.key for one in found.findings}
