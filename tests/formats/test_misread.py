"""What was once read wrong without a word: labels and reports that look like something else."""

from datetime import date
from typing import Any

import pytest

from eznel.core.soil.units import by_mass
from eznel.formats.labels.reading import read_label
from eznel.formats.soil_files.text import read_text
from eznel.formats.soil_files.words import rating_in

TODAY = date(2026, 5, 1)


@pytest.mark.parametrize(
    ("said", "soil_class"),
    [
        ("Below optimum", "low"),
        ("slightly below optimum", "low"),
        ("less than sufficient", "low"),
        ("insufficient", "low"),
        ("In-sufficient", "low"),
        ("not sufficient", "low"),
        ("Not quite enough", "low"),
        ("inadequate", "low"),
        ("sub-optimum", "low"),
        ("nicht ausreichend", "low"),
        ("unzureichend", "low"),
        ("insuficiente", "low"),
        ("por debajo del óptimo", "low"),
        ("Above optimum", "very_high"),
        ("above the critical level", "very_high"),
        ("over optimum", "very_high"),
        ("sufficient", "high"),
        ("Optimum", "high"),
        ("ausreichend", "high"),
        ("suficiente", "high"),
        ("very low", "very_low"),
        ("(VL)", "very_low"),
        ("M", "medium"),
        ("H", "high"),
        ("a bit low", "low"),  # an "a" in a sentence is no class A
        ("not low", None),  # we do not know what that is: better nothing than the opposite
        ("non deficient", None),
        ("a word", None),
    ],
)
def test_a_laboratorys_word_is_never_taken_for_the_opposite(said: str, soil_class: Any) -> None:
    assert rating_in(said.lower()) == soil_class


def test_a_potassium_that_is_below_optimum_is_fed_as_low() -> None:
    (sample,) = read_text("Potassium 60 ppm (Mehlich-3)  Below optimum", TODAY).samples
    assert [(v.value, v.lab_rating) for v in sample.report.values] == [(60, "low")]


def test_amounts_per_acre_belong_to_the_layer_that_was_sampled() -> None:
    # Two million pounds are 6⅔ in; 8 in hold 2.4 million: 312 ÷ 2.4 = 130 mg/kg
    (sample,) = read_text("Sampled 8 in\nPotassium (Mehlich-3) 312 lb/acre", TODAY).samples
    (value,) = sample.report.values
    assert sample.report.depth.m == pytest.approx(0.2032)
    assert by_mass(value, sample.report).value == pytest.approx(130, abs=0.1)
    assert [i.question for i in sample.items if i.meaning == "K"] == ["which_layer"]


@pytest.mark.parametrize(
    ("depth", "metres", "mg_kg"),
    [
        ("6 2/3 in", 0.16933, 156),  # the furrow slice itself: 312 ÷ 2
        ("6⅔ in", 0.16933, 156),
        ("6 in", 0.1524, 156),  # passes for it, as laboratories take it
        ("0-8 in", 0.2032, 130),
        ("20 cm", 0.2, 132.08),  # 312 ÷ (2 × 20 ÷ 16.933)
    ],
)
def test_a_depth_with_a_fraction(depth: str, metres: float, mg_kg: float) -> None:
    (sample,) = read_text(f"Depth: {depth}\nPotassium (M3) 312 lb/acre", TODAY).samples
    assert sample.report.depth.m == pytest.approx(metres, abs=1e-4)
    (value,) = sample.report.values
    assert by_mass(value, sample.report).value == pytest.approx(mg_kg, abs=0.05)


def label(text: str) -> tuple[dict[str, float], dict[str, Any], tuple[str, ...]]:
    read = read_label(text)
    declared = {line["nutrient"]: line["pct"] for line in read.product.get("declared", [])}
    return declared, read.product, read.questions


def test_magnesium_carbonate_is_not_magnesium() -> None:
    declared, product, _ = label("Ridge dolomite\nMgCO₃ 38 %\n25 kg")
    assert declared == {"Mg": pytest.approx(38 * 0.2883, abs=0.01)}  # 24.305 ÷ 84.313
    assert product["liming"]["cce_pct"] == pytest.approx(38 * 1.1871, abs=0.02)  # 100.086 ÷ 84.313


@pytest.mark.parametrize(
    "text",
    [
        "Ridge dolomite\n58 % CaCO3 + 38 % MgCO3",
        "Ridge dolomite\nCalcium carbonate 58 %\nMagnesium carbonate 38 %",
    ],
)
def test_both_carbonates_neutralise(text: str) -> None:
    declared, product, _ = label(text)
    assert product["liming"]["cce_pct"] == pytest.approx(58 + 38 * 1.1871, abs=0.02)
    assert declared == {"Mg": pytest.approx(10.95, abs=0.01)}


@pytest.mark.parametrize(
    "text", ["Bank gypsum\n86 % CaSO₄·2H₂O", "Bank soil improver\nGypsum 86 %\n20 kg"]
)
def test_gypsum_is_not_sulphur_trioxide(text: str) -> None:
    declared, _, _ = label(text)
    # CaSO4·2H2O weighs 172.17: 40.078 of it calcium, 32.06 sulphur
    assert declared == {
        "Ca": pytest.approx(86 * 0.23278, abs=0.02),
        "S": pytest.approx(86 * 0.18621, abs=0.02),
    }


@pytest.mark.parametrize(
    "line", ["Magnesium sulphate 98 %", "K2SO4 99 %", "CaSO4 90 %", "Iron sulphate: 95 %"]
)
def test_the_share_of_another_compound_is_asked_about(line: str) -> None:
    declared, _, questions = label(f"Some salt\n{line}")
    assert declared == {}
    assert "compound" in questions


def test_nitrogen_of_the_dry_matter_is_less_in_the_bag() -> None:
    declared, product, questions = label(
        "Shed pellets\nN 4 % on a dry basis\nMoisture 12 %\nP2O5 3 %"
    )
    assert declared["N"] == pytest.approx(4 * 0.88)
    assert declared["P2O5"] == 3
    assert product["dry_matter_pct"] == 88
    assert "dry_basis" not in questions


def test_a_heading_says_it_of_all() -> None:
    declared, _, questions = label("Shed pellets\nAnalysis (dry matter basis):\nN 4 %\nK2O 2 %")
    assert declared == {"N": 4, "K2O": 2}
    assert "dry_basis" in questions  # nobody knows how dry it is in the bag


@pytest.mark.parametrize(
    "line", ["ECCE 68", "Effective calcium carbonate equivalent: 68 %", "ENV 68"]
)
def test_an_effective_value_is_not_reduced_again(line: str) -> None:
    _, product, _ = label(f"Pelleted lime\n{line}")
    assert product["liming"] == {
        "cce_pct": 68, "passing_60_mesh_pct": 100, "passing_20_mesh_pct": 100,
    }  # fmt: skip
    _, product, _ = label("Pelleted lime\nCCE 95 %\nECCE 68 %")
    assert product["liming"]["cce_pct"] == 68


@pytest.mark.parametrize(
    ("text", "expected"),
    [
        ("Magnesium sulphate 16 % MgO + 32.5 % SO3", {"MgO": 16, "SO3": 32.5}),
        ("Bitter salt\n16% MgO, 32.5% SO3", {"MgO": 16, "SO3": 32.5}),
        ("Potassium sulphate 50 % K2O + 45 % SO3", {"K2O": 50, "SO3": 45}),
        ("Feed\nNitrogen (N) 5 % Phosphate (P2O5) 4 % Potash (K2O) 6 %",
         {"N": 5, "P2O5": 4, "K2O": 6}),
        ("Feed\n5 % N, 4 % P2O5, 6 % K2O", {"N": 5, "P2O5": 4, "K2O": 6}),
    ],
)  # fmt: skip
def test_each_share_has_its_own_name(text: str, expected: dict[str, float]) -> None:
    assert label(text)[0] == expected


@pytest.mark.parametrize(
    ("text", "unit", "questions"),
    [
        ("Liquid plant food\nGuaranteed analysis\nTotal nitrogen (N) 5 %\nNet contents 1 pint",
         "pt_us", ()),
        ("Liquid fertiliser\nN 5 %\nContents 1 pint, makes 40 litres", "pt_imp", ()),
        ("Liquid plant food\nGuaranteed analysis\nTotal nitrogen (N) 5 %\nNet contents 1 quart",
         "qt_us", ()),
        ("Liquid plant food\nN 5 %\nContents 1 pint", "pt_us", ("which_gallon",)),
    ],
)  # fmt: skip
def test_a_pint_is_of_the_country_of_the_label(text: str, unit: str, questions) -> None:
    read = read_label(text)
    assert read.pack is not None
    assert (read.pack.value, read.pack.unit) == (1.0, unit)
    assert set(questions) <= set(read.questions)
    assert ("which_gallon" in read.questions) == bool(questions)


def test_what_is_known_in_water_alone_is_not_taken_for_something_solid() -> None:
    """An organic feed of 5 mL in a litre may be a liquid; as a dressing it may not."""
    name = "Organic comfrey feed\nTotal nitrogen (N) 3 %\n"
    assert "which_form" in read_label(f"{name}5 ml per litre of water").questions
    assert "which_form" not in read_label(f"{name}5 g per litre of water or 50 g/m2").questions
