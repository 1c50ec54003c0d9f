"""Each extractant has bands of its own; values are read on the basis that bands are printed for."""

import pytest

import gardens
from eznel import catalogue
from eznel.core.document import SoilReport
from eznel.core.soil.ratings import Ground, rate
from eznel.core.working import Origin

LOAM = Ground(1.3, Origin.MEASURED, "loam")


def rating(analyte: str, value: float, ground: Ground = LOAM, **more):
    extractant = more.pop("extractant", "Mehlich-3")
    made = gardens.report(values={analyte: value}, extractant=extractant)
    made["values"][0].update(more)
    report = SoilReport.model_validate(made)
    return rate(report.values[0], report, ground, catalogue.load().bands)


@pytest.mark.parametrize(
    ("extractant", "analyte", "value", "soil_class"),
    [
        ("Mehlich-3", "P", 14.9, "very_low"),
        ("Mehlich-3", "P", 15, "low"),
        ("Mehlich-3", "P", 60, "high"),
        ("Mehlich-3", "K", 90, "medium"),
        ("Mehlich-3", "Mg", 45, "low"),
        ("Mehlich-3", "Ca", 1100, "high"),
        ("Olsen", "P", 30, "high"),  # by Mehlich-3 the same number would be medium
        ("Ammonium acetate", "K", 90, "low"),  # by Mehlich-3 the same number is medium
    ],
)
def test_classes(extractant, analyte, value, soil_class) -> None:
    assert rating(analyte, value, extractant=extractant).soil_class == soil_class


def test_no_bands_no_class() -> None:
    assert rating("K", 90, extractant="Olsen") is None


@pytest.mark.parametrize(
    ("printed", "unit", "extractant", "compared", "band_unit"),
    [
        (66, "mg/dm3", "Mehlich-3", 60, "mg/kg"),  # ÷ 1.1 g/mL
        (60, "ppm", "Mehlich-3", 60, "mg/kg"),
        (22, "mg/dm3", "Olsen", 22, "mg/dm3"),  # bands by volume exist
        (22, "mg/kg", "Olsen", 22, "mg/kg"),  # and by mass
    ],
)
def test_basis(printed, unit, extractant, compared, band_unit) -> None:
    found = rating("P", printed, extractant=extractant, unit=unit)
    assert found.compared.value == pytest.approx(compared)
    assert found.band.unit == band_unit


def test_the_same_soil_in_both_units_has_the_same_class() -> None:
    for mg_kg in range(2, 90, 3):
        by_mass = rating("P", mg_kg, extractant="Olsen", unit="mg/kg")
        by_volume = rating("P", mg_kg * 1.1, extractant="Olsen", unit="mg/dm3")
        edges = [abs(mg_kg - bound) for bound in by_mass.bounds]
        if min(edges) > 1.5:  # the printed bounds are rounded
            assert by_mass.soil_class == by_volume.soil_class, mg_kg


def test_light_mix() -> None:
    found = rating("K", 150, Ground(0.6, Origin.MEASURED, None))
    assert found.compared.value == pytest.approx(72)  # 150 × 0.6 ÷ 1.25
    assert found.soil_class == "low"
    assert rating("K", 150).soil_class == "high"


def test_texture_is_a_column() -> None:
    sand = Ground(1.4, Origin.ASSUMED, "sand")
    assert rating("K", 80).soil_class == "medium"
    assert rating("K", 80, sand).soil_class == "high"  # 120 × 0.6 = 72


def test_the_laboratory_wins() -> None:
    found = rating("K", 90, lab_rating="low")
    assert (found.soil_class, found.origin) == ("low", Origin.LAB)


def test_caution_line() -> None:
    assert [f.key for f in rating("P", 160).findings] == ["soil_value_very_high"]
    assert rating("P", 150).findings == ()
