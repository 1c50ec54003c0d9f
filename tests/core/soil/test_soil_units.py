"""Every unit that laboratories print, brought to milligrams of element per kilogram of soil."""

import pytest

import gardens
from eznel.core.document import SoilReport
from eznel.core.soil.cations import capacity
from eznel.core.soil.salts import paste_ec
from eznel.core.soil.units import by_mass

# Atomic weights Ca 40.078, Mg 24.305, K 39.098, Na 22.990: one cmol of charge weighs
# Ca 200.39, Mg 121.525, K 390.98, Na 229.90 mg.
BY_MASS = [
    # As printed.
    ("P", 41, {"unit": "mg/kg"}, {}, 41),
    ("K", 60, {"unit": "ppm"}, {}, 60),
    ("NO3-N", 12, {"unit": "ppm"}, {}, 12),
    ("P", 4.1, {"unit": "mg/100g"}, {}, 41),
    # By volume: divided by the sample's density, 1.1 where nobody said, else as printed.
    ("P", 22, {"unit": "mg/dm3"}, {}, 20),  # 22 ÷ 1.1
    ("K", 120, {"unit": "mg/dm3"}, {"sample_density": gardens.measure(1.2, "g/mL")}, 100),
    # Pounds per acre: 2,000,000 lb of soil in an acre's furrow slice (6 2/3 in), so half.
    ("K", 240, {"unit": "lb/acre"}, {}, 120),
    # ... for 8 in: 2,400,000 lb, so 1/2.4.
    ("K", 240, {"unit": "lb/acre", "depth": gardens.measure(8, "in")}, {}, 100),
    # ... for 12 in: 3,600,000 lb, so 1/3.6.
    ("NO3-N", 36, {"unit": "lb/acre", "depth": gardens.measure(12, "in")}, {}, 10),
    # Kilograms per hectare: 2,000,000 kg in a hectare's 15 cm, so half.
    ("P", 80, {"unit": "kg/ha"}, {}, 40),
    # ... for 30 cm: 4,000,000 kg, so a quarter.
    ("NO3-N", 60, {"unit": "kg/ha", "depth": gardens.measure(30, "cm")}, {}, 15),
    # Charge.
    ("Ca", 6, {"unit": "cmol/kg"}, {}, 1202.34),  # 6 × 200.39
    ("Mg", 0.8, {"unit": "meq/100g"}, {}, 97.22),  # 0.8 × 121.525
    ("K", 0.4, {"unit": "cmol/kg"}, {}, 156.39),  # 0.4 × 390.98
    ("Na", 0.3, {"unit": "meq/100g"}, {}, 68.97),  # 0.3 × 229.90
    # Share of the exchange capacity, 12 cmol/kg.
    ("Ca", 70, {"unit": "% of CEC"}, {"cec_cmol_kg": 12}, 1683.28),  # 8.4 × 200.39
    ("Mg", 12, {"unit": "% of CEC"}, {"cec_cmol_kg": 12}, 175.0),  # 1.44 × 121.525
    ("K", 3, {"unit": "% of CEC"}, {"cec_cmol_kg": 12}, 140.75),  # 0.36 × 390.98
    # Oxides and nitrate.
    ("P", 100, {"printed_as": "P2O5"}, {}, 43.64),  # × 2 × 30.974 ÷ 141.943
    ("K", 100, {"printed_as": "K2O"}, {}, 83.01),  # × 2 × 39.098 ÷ 94.195
    ("Mg", 100, {"printed_as": "MgO"}, {}, 60.30),  # × 24.305 ÷ 40.304
    ("Ca", 1000, {"printed_as": "CaO"}, {}, 714.7),  # × 40.078 ÷ 56.077
    ("NO3-N", 100, {"printed_as": "NO3"}, {}, 22.59),  # × 14.007 ÷ 62.004
    # Two at once: 200 lb P2O5 an acre = 100 mg/kg P2O5 = 43.64 mg/kg P.
    ("P", 200, {"unit": "lb/acre", "printed_as": "P2O5"}, {}, 43.64),
    ("K", 55, {"unit": "mg/dm3", "printed_as": "K2O"}, {}, 41.51),  # 55 ÷ 1.1 × 0.8301
]


@pytest.mark.parametrize(("analyte", "value", "line", "more", "mg_kg"), BY_MASS)
def test_by_mass(analyte, value, line, more, mg_kg) -> None:
    values = [{"analyte": analyte, "value": value, **line}]
    report = SoilReport.model_validate(gardens.report() | {"values": values} | more)
    found = by_mass(report.values[0], report)
    assert found is not None
    assert found.unit == "mg/kg"
    assert found.value == pytest.approx(mg_kg, rel=3e-4)


def test_a_share_of_an_unknown_capacity_is_no_amount() -> None:
    values = [{"analyte": "K", "value": 3, "unit": "% of CEC"}]
    report = SoilReport.model_validate(gardens.report() | {"values": values})
    assert by_mass(report.values[0], report) is None


def test_an_extract_of_a_mix_is_no_amount() -> None:
    values = [{"analyte": "K", "value": 180, "unit": "mg/L", "extractant": "SME"}]
    report = SoilReport.model_validate(gardens.report() | {"values": values})
    assert by_mass(report.values[0], report) is None


PASTE = [
    # In dS/m, times the factor of the method and the texture.
    (0.5, "dS/m", "1:5", "sand", 8.5),  # × 17
    (0.5, "mS/cm", "1:5", "sandy_loam", 7.0),  # × 14
    (500, "uS/cm", "1:5", "loam", 4.75),  # × 9.5
    (0.5, "mmho/cm", "1:5", "clay_loam", 4.3),  # × 8.6
    (0.5, "dS/m", "1:5", "clay", 3.75),  # × 7.5
    (0.6, "dS/m", "1:2", "sand", 2.1),  # × 3.5
    (0.6, "dS/m", "1:2", "loam", 1.68),  # × 2.8
    (0.6, "dS/m", "1:2", "clay", 1.2),  # × 2
    (1.4, "dS/m", "paste", "loam", 1.4),
    (2.2, "dS/m", "SME", "loam", 2.2),
]


@pytest.mark.parametrize(("value", "unit", "method", "texture", "ds_m"), PASTE)
def test_conductivity_of_the_paste(value, unit, method, texture, ds_m) -> None:
    ec = {"value": value, "unit": unit, "method": method}
    report = SoilReport.model_validate(gardens.report(ec=ec))
    found = paste_ec(report, texture=texture, soilless=False)
    assert found is not None
    assert found.value == pytest.approx(ds_m)


def test_conductivity_of_a_mix() -> None:
    ec = {"value": 1.0, "unit": "dS/m", "method": "1:2"}
    report = SoilReport.model_validate(gardens.report(ec=ec))
    found = paste_ec(report, texture=None, soilless=True)
    assert found is not None
    assert found.value == pytest.approx(2.7)  # × 2.7


def test_capacity_by_sum() -> None:
    # 1000 ÷ 200.4 + 120 ÷ 121.5 + 100 ÷ 391 + 20 ÷ 229.9 = 4.990 + 0.988 + 0.256 + 0.087
    values = {"Ca": 1000.0, "Mg": 120.0, "K": 100.0, "Na": 20.0}
    report = SoilReport.model_validate(gardens.report(values=values, ph=7.0))
    found = capacity(report, texture="loam")
    assert found is not None
    assert found.value == pytest.approx(6.32, abs=0.005)


def test_capacity_counts_acidity() -> None:
    # Mehlich buffer 6.2: (6.6 − 6.2) ÷ 0.25 = 1.6 cmol/L, ÷ 1.1 g/mL = 1.4545 cmol/kg
    report = SoilReport.model_validate(
        gardens.report(values={"Ca": 1000.0, "Mg": 120.0, "K": 100.0, "Na": 20.0}, ph=5.6)
        | {"buffer": {"method": "Mehlich", "value": 6.2}}
    )
    found = capacity(report, texture="loam")
    assert found is not None
    assert found.value == pytest.approx(7.775, abs=0.005)


def test_capacity_is_not_summed_from_another_extract() -> None:
    values = {"Ca": 1000.0, "Mg": 120.0, "K": 100.0}
    report = SoilReport.model_validate(gardens.report(values=values, extractant="Mehlich-1"))
    assert capacity(report, texture=None) is None


def test_a_printed_capacity_wins() -> None:
    values = {"Ca": 1000.0, "Mg": 120.0, "K": 100.0}
    report = SoilReport.model_validate(gardens.report(values=values, cec_cmol_kg=9.5))
    found = capacity(report, texture="loam")
    assert found is not None
    assert found.value == 9.5
