"""Permittivity as water: by hand, and there and back."""

import pytest
from hypothesis import given
from hypothesis import strategies as st
from pydantic import TypeAdapter

import gardens
from eznel.core.document import Place
from eznel.core.moisture.probe import permittivity_of, water_pct
from eznel.core.soil.salts import ec_at_25_c

PLACE: TypeAdapter[Place] = TypeAdapter(Place)
BED = PLACE.validate_python(gardens.bed(density=gardens.measure(1.3, "g/mL")))
TUB = PLACE.validate_python(gardens.tub())


def test_water_of_a_loam_and_of_a_mix_by_hand() -> None:
    """Permittivity 16: (4 − 0.819 − 0.168 × 1.3 − 0.159 × 1.69) ÷ (7.17 + 1.18 × 1.3) =
    (4 − 0.819 − 0.2184 − 0.26871) ÷ 8.704 = 0.30949; in a mix of 0.2 g/mL
    (4 − 0.819 − 0.0336 − 0.00636) ÷ 7.406 = 0.42413."""
    assert water_pct(16, BED).value == pytest.approx(30.949, abs=0.01)
    assert water_pct(16, TUB).value == pytest.approx(42.413, abs=0.01)
    assert water_pct(1, BED).value == 0


@given(st.floats(5, 60), st.sampled_from([BED, TUB]))
def test_there_and_back(water: float, place: Place) -> None:
    assert water_pct(permittivity_of(water, place), place).value == pytest.approx(water, abs=1e-6)


@pytest.mark.parametrize(
    ("shown", "unit", "warmth_c", "ds_m"),
    [
        (2.0, "dS/m", None, 2.0),
        (1.6, "dS/m", 15.0, 2.0),  # 1.6 ÷ (1 − 0.02 × 10) = 2
        (1000, "ppm500", None, 2.0),
        (1400, "ppm700", 25.0, 2.0),
    ],
)
def test_conductivity_at_25_degrees(
    shown: float, unit: str, warmth_c: float | None, ds_m: float
) -> None:
    assert ec_at_25_c(shown, unit, warmth_c).value == pytest.approx(ds_m)
