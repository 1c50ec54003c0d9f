"""Units, kitchen measures, elements and oxides."""

import pytest
from hypothesis import given
from hypothesis import strategies as st
from pydantic import ValidationError

from eznel.core import quantities
from eznel.core.nutrients import element_of
from eznel.core.quantities import (
    AreaRate,
    Density,
    Length,
    Mass,
    Strength,
    Volume,
    by_library,
    factor,
)


@pytest.mark.parametrize(
    ("declared", "element", "share"),
    [
        ("P2O5", "P", 0.4364),  # 2 × 30.974 ÷ (2 × 30.974 + 5 × 15.999)
        ("K2O", "K", 0.8302),
        ("CaO", "Ca", 0.7147),
        ("MgO", "Mg", 0.6030),
        ("SO3", "S", 0.4005),
        ("CaCO3", "Ca", 0.4004),
        ("NO3", "N", 0.2259),
        ("K", "K", 1),
    ],
)
def test_oxides(declared, element, share) -> None:
    found, grams = element_of(declared)
    assert found == element
    assert grams == pytest.approx(share, abs=0.00006)


@given(st.sampled_from(("P2O5", "K2O", "CaO", "MgO", "SO3")), st.floats(0.01, 100))
def test_elements_and_oxides_go_round(declared, pct) -> None:
    share = element_of(declared)[1]
    assert pct * share / share == pytest.approx(pct)
    assert 0 < share < 1


@pytest.mark.parametrize(
    ("measure", "value"),
    [
        (Length(value=1, unit="ft").m, 0.3048),
        (Length(value=10, unit="in").m, 0.254),
        (Volume(value=2, unit="ft3").l, 56.63),  # 2 × 28.317
        (Volume(value=2, unit="yd3").l, 1529.1),  # the slip for 2 ft³
        (Volume(value=1, unit="gal_us").l, 3.785),
        (Volume(value=1, unit="gal_imp").l, 4.546),
        (Volume(value=1, unit="tbsp_us").ml, 14.787),
        (Volume(value=1, unit="tbsp_metric").ml, 15),
        (Volume(value=1, unit="tbsp_au").ml, 20),
        (Volume(value=1, unit="fl_oz_us").ml, 29.574),
        (Mass(value=1, unit="lb").g, 453.59),
        (Mass(value=1, unit="oz").g, 28.350),
        (Density(value=62.43, unit="lb/ft3").g_per_ml, 1.0),  # water
        (AreaRate(value=1, unit="oz/yd2").g_per_m2, 33.906),
        (AreaRate(value=1, unit="lb/100ft2").g_per_m2, 48.824),
        (AreaRate(value=10, unit="kg/ha").g_per_m2, 1.0),
        (Strength(value=1, unit="oz/gal_us").g_per_l, 7.489),
    ],
)
def test_units(measure, value) -> None:
    assert measure == pytest.approx(value, rel=2e-4)


@given(st.sampled_from(("m", "cm", "ft", "in", "yd")), st.floats(0.001, 1000))
def test_there_and_back(unit, value) -> None:
    there = value * factor(unit, "m")
    assert there * factor("m", unit) == pytest.approx(value)


def test_a_volume_is_no_mass() -> None:
    with pytest.raises(ValidationError):
        Mass(value=1, unit="L")  # type: ignore[arg-type]
    with pytest.raises(ValidationError):
        Length(value=-1, unit="m")


def test_what_is_so_by_definition_is_so_in_the_library() -> None:
    for (unit, to), defined in quantities._DEFINED.items():
        assert by_library(unit, to) == pytest.approx(defined, rel=1e-15)
