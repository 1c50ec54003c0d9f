"""Soil reports out of files and pasted text: what is read, what is asked, what is left."""

from datetime import date
from pathlib import Path

import pytest
from hypothesis import given, settings
from hypothesis import strategies as st

import gardens
from eznel.core.document import SoilReport
from eznel.core.errors import Refusal
from eznel.formats import garden_file
from eznel.formats.files import decoded
from eznel.formats.soil_files.sheet import write_table
from eznel.formats.soil_files.statements import named
from eznel.formats.soil_files.table import Column, read_table
from eznel.formats.soil_files.text import read_text

TODAY = date(2026, 5, 1)
DATA = Path(__file__).parent.parent / "data"

HEADINGS = [
    # heading, meaning, unit, method, printed as
    ("Phosphorus (P) Mehlich-3", "P", None, "Mehlich-3", None),
    ("P (M3) ppm", "P", "ppm", "Mehlich-3", None),
    ("Olsen P mg/dm3", "P", "mg/dm3", "Olsen", None),
    ("Bray P1", "P", None, "Bray P1", None),
    ("Modified Morgan K lb/acre", "K", "lb/acre", "Modified Morgan", None),
    ("K2O kg/ha", "K", "kg/ha", None, "K2O"),
    ("Phosphat P2O5 mg/100g", "P", "mg/100g", None, "P2O5"),
    ("Ca % base saturation", "Ca", "% of CEC", None, None),
    ("Mg meq/100g", "Mg", "meq/100g", None, None),
    ("K cmol(+)/kg", "K", "cmol/kg", None, None),
    ("Zn DTPA mg/kg", "Zn", "mg/kg", "DTPA", None),
    ("Boron, hot water", "B", None, "Hot water", None),
    ("NO3-N ppm", "NO3-N", "ppm", None, None),
    ("Nitrate mg/kg", "NO3-N", "mg/kg", None, "NO3"),
    ("Calcio", "Ca", None, None, None),
    ("Schwefel", "S", None, None, None),
    ("pH (H2O)", "ph", None, None, None),
    ("pH CaCl2", "ph", None, "CaCl2", None),
    ("SMP Buffer pH", "buffer", None, "SMP", None),
    ("Buffer pH (Adams-Evans)", "buffer", None, "Adams-Evans", None),
    ("Organic Matter %", "om", "%", None, None),
    ("Humus", "om", None, None, None),
    ("CEC meq/100 g", "cec", "meq/100g", None, None),
    ("EC 1:5 dS/m", "ec", "dS/m", "1:5", None),
    ("Soluble salts (saturated paste) mmho/cm", "ec", "mmho/cm", "paste", None),
    ("Lime recommendation t/ha", "lime", "t/ha", None, None),
    ("Sample ID", "sample", None, None, None),
    ("Fecha", "date", None, None, None),
    ("Colour of the bag", None, None, None, None),
    ("Weather", None, None, None, None),
]  # fmt: skip


@pytest.mark.parametrize(("heading", "meaning", "unit", "method", "form"), HEADINGS)
def test_headings(heading, meaning, unit, method, form) -> None:
    found = named(heading)
    assert (found.meaning, found.unit, found.method, found.printed_as) == (
        meaning, unit, method, form,
    )  # fmt: skip


WIDE = """Tidewrack Soil Laboratory,,,,,,
Season after season,,,,,,
Sample ID,pH,Buffer pH (SMP),P ppm (M3),K ppm (M3),Mg ppm (M3),OM %,Colour of the bag
Keel bed,6.4,6.9,41,60,88,4.2,blue
Port strip,5.7,6.6,118 VH,96,52,3.1,
"""


def test_one_sample_a_row() -> None:
    found = read_table(WIDE, TODAY)
    assert found.shape == "wide"
    assert [c.heading for c in found.columns if c.meaning is None] == ["Colour of the bag"]
    assert [item.words for item in found.left] == ["Season after season"]
    keel, port = found.samples
    assert keel.report.lab == port.report.lab == "Tidewrack Soil Laboratory"
    assert (keel.name, port.name) == ("Keel bed", "Port strip")
    assert [item.words for item in keel.items if item.taken == "left"] == [
        "Colour of the bag: blue"
    ]
    report = port.report
    assert report is not None
    assert (report.ph, report.organic_matter_pct) == (5.7, 3.1)
    assert (report.buffer.method, report.buffer.value) == ("SMP", 6.6)
    values = {v.analyte: (v.value, v.unit, v.extractant, v.lab_rating) for v in report.values}
    assert values == {
        "P": (118, "ppm", "Mehlich-3", "very_high"),
        "K": (96, "ppm", "Mehlich-3", None),
        "Mg": (52, "ppm", "Mehlich-3", None),
    }
    assert not keel.dated


LONG = """Muestra;Fecha;Parámetro;Resultado;Unidad;Método
A1;12.03.2026;pH (H2O);6,4;;
A1;12.03.2026;Fósforo;22;mg/dm3;Olsen
A1;12.03.2026;Potasio;130;mg/kg;acetato de amonio
A1;12.03.2026;Zinc;<0,5;mg/kg;DTPA
A1;12.03.2026;Color;7;;
A2;12.03.2026;pH (H2O);5,9;;
"""


def test_one_analyte_a_row() -> None:
    found = read_table(LONG, TODAY)
    assert found.shape == "long"
    one, two = found.samples
    assert one.dated
    report = one.report
    assert report is not None
    assert (report.sampled_on, report.ph) == (date(2026, 3, 12), 6.4)
    assert {v.analyte: (v.value, v.unit, v.extractant) for v in report.values} == {
        "P": (22, "mg/dm3", "Olsen"),
        "K": (130, "mg/kg", "Ammonium acetate"),
        "Zn": (0.5, "mg/kg", "DTPA"),
    }
    assert [i.words for i in one.items if i.taken == "left"] == ["Color 7"]
    assert [i.question for i in one.items if i.taken == "asked"] == ["below_detection"]
    assert two.report is not None
    assert two.report.ph == 5.9


def test_columns_can_be_told() -> None:
    text = "plot,x,y\nKeel bed,41,6.4\n"
    assert read_table(text, TODAY).samples[0].report.values == ()
    told = (
        Column("plot", "sample"),
        Column("x", "P", "lb/acre", "Bray P1", "P2O5"),
        Column("y", "ph", None, "CaCl2"),
    )
    report = read_table(text, TODAY, told).samples[0].report
    (value,) = report.values
    assert (value.value, value.unit, value.extractant, value.printed_as) == (
        41, "lb/acre", "Bray P1", "P2O5",
    )  # fmt: skip
    assert (report.ph, report.ph_in) == (6.4, "CaCl2")
    with pytest.raises(Refusal):
        read_table(text, TODAY, told[:2])


def test_what_nobody_can_know_is_left_and_asked() -> None:
    text = "Sample,pH,Buffer pH,EC,P,Lime requirement\nA,6.4,6.7,0.3,41,2\n"
    (sample,) = read_table(text, TODAY).samples
    questions = {i.question for i in sample.items if i.question}
    assert questions == {"which_buffer", "which_conductivity", "unit_missing", "lime_without_unit"}
    report = sample.report
    assert (report.buffer, report.ec, report.lime) == (None, None, None)
    assert report.extractant == "Unknown"  # so that no bands apply


def test_water_ph_wins_over_calcium_chloride() -> None:
    for text in ("pH CaCl2,pH water,P ppm\n5.8,6.3,40\n", "pH water,pH CaCl2,P ppm\n6.3,5.8,40\n"):
        report = read_table(text, TODAY).samples[0].report
        assert (report.ph, report.ph_in) == (6.3, "water")


def test_a_value_that_cannot_be_is_said_at_its_field() -> None:
    (sample,) = read_table("Sample,pH,P ppm\nA,64,41\n", TODAY).samples
    assert sample.report is None
    assert sample.wrong.error.errors()[0]["type"] == "ph_out_of_range"


PASTED = """Tidewrack Soil Laboratory
Report on: Keel bed
Sampled: 3 March 2026
Soil pH (water)          6.4
Buffer pH (SMP)  6.8
Phosphorus (P), Mehlich-3   41 ppm   Medium
Potassium   60 ppm  L
Calcium 1,240 ppm; Magnesium 88 ppm
Organic Matter 4.2 %
Zinc <0.5 mg/kg (DTPA)
Lime recommendation: 2.5 t/ha
Thank you for your custom
"""


def test_pasted_text() -> None:
    found = read_text(PASTED, TODAY)
    (sample,) = found.samples
    report = sample.report
    assert (sample.name, report.lab) == ("Keel bed", "Tidewrack Soil Laboratory")
    assert (report.sampled_on, report.ph) == (date(2026, 3, 3), 6.4)
    assert (report.buffer.method, report.buffer.value) == ("SMP", 6.8)
    assert report.lime.amount.g_per_m2 == pytest.approx(250)  # 2.5 t on 10,000 m²
    assert {v.analyte: (v.value, v.lab_rating) for v in report.values} == {
        "P": (41, "medium"), "K": (60, "low"), "Ca": (1240, None), "Mg": (88, None),
        "Zn": (0.5, None),
    }  # fmt: skip
    # Each value stands beside the words it came from, and the rest is kept.
    words_of = {i.meaning: i.words for i in sample.items}
    assert words_of["Ca"] == "Calcium 1,240 ppm"
    assert words_of["Mg"] == "Magnesium 88 ppm"
    assert [i.words for i in found.left] == ["Thank you for your custom"]


def test_pasted_table() -> None:
    found = read_text("Sample\tpH\tP ppm (M3)\tK ppm (M3)\nKeel\t6.4\t41\t60\n", TODAY)
    assert found.shape == "wide"
    assert found.samples[0].report.ph == 6.4


def test_the_same_file_gives_the_same_ids() -> None:
    first, again = (read_table(WIDE, TODAY).samples[0].report for _ in range(2))
    assert first.id == again.id


def same(report: SoilReport) -> dict:
    kept = report.model_dump(mode="json", exclude={"places"})
    kept["values"] = [
        v | {"extractant": v["extractant"] or kept["extractant"]} for v in kept["values"]
    ]
    return kept


def test_written_and_read_back() -> None:
    file = garden_file.loads((DATA / "garden_v3.json").read_bytes())
    text = write_table(file.garden.reports, file.garden.places)
    samples = read_table(text, TODAY).samples
    assert all(i.taken == "sure" for s in samples for i in s.items), [
        (i.words, i.question) for s in samples for i in s.items if i.taken != "sure"
    ]
    assert [same(s.report) for s in samples] == [same(r) for r in file.garden.reports]


def test_a_cell_is_no_formula() -> None:
    odd = SoilReport.model_validate(gardens.report(lab="=cmd()", note="@x"))
    text = write_table((odd,), ())
    cells = [cell for line in text.splitlines() for cell in line.split(",")]
    assert not any(cell.startswith(("=", "@", "+")) for cell in cells)
    assert read_table(text, TODAY).samples[0].report.lab == "=cmd()"


TOO_LARGE = [
    (b"a,b\n" + b"1,2\n" * 2_600_000, "file_too_large"),  # over 10 MB
    (b"Sample,pH\n" + b"A,6.4\n" * 100_000, "too_many_rows"),
    (b"," * 5_000, "too_many_columns"),
    (b"", "file_empty"),
    (b"\x00\x01\x02" * 50, "file_not_text"),
]


@pytest.mark.parametrize(("data", "key"), TOO_LARGE, ids=[key for _, key in TOO_LARGE])
def test_what_is_no_report_is_refused(data, key) -> None:
    with pytest.raises(Refusal) as refused:
        read_table(decoded(data), TODAY)
    assert refused.value.key == key


LINES = st.lists(
    st.sampled_from(
        ["pH", "6,4", "P", "ppm", "K2O kg/ha", "Buffer", "<0.5", "Sample", "\t", ",", ";", '"',
         "VH", "Mehlich-3", "1:5", "Lime", "2026-13-45", "=1+1", "∞", "1e400", "-5",
         "NO3", "9" * 400, ""]
    ),
    max_size=40,
).map(" ".join)  # fmt: skip


@settings(deadline=None, max_examples=300)
@given(st.one_of(st.binary(max_size=400), st.text(max_size=400).map(str.encode)))
def test_any_bytes_are_read_or_refused(data: bytes) -> None:
    try:
        found = read_table(decoded(data), TODAY)
    except Refusal:
        return
    assert all(s.report is not None or s.wrong is not None for s in found.samples)


@settings(deadline=None, max_examples=100)
@given(st.lists(LINES, max_size=8).map("\n".join))
def test_any_text_is_read_or_refused(text: str) -> None:
    for read in (read_text, read_table):
        try:
            found = read(text, TODAY)
        except Refusal:
            continue
        assert all(s.report is not None or s.wrong is not None for s in found.samples)


@pytest.mark.parametrize(
    "said",
    [
        "Date: 2026-05-02   Sampled: 2026-04-20",
        "Sampled: 2026-04-20\nDate: 2026-05-02",
        "Report date: 2 May 2026, sample taken 20 April 2026",
        "Datum: 02.05.2026\nProbenahme: 20.04.2026",
        "Date received 04/22/2026  Date sampled 04/20/2026",
    ],
)
def test_the_day_of_the_sample_counts_not_that_of_the_report(said: str) -> None:
    (sample,) = read_text(f"Soil test\n{said}\npH 6.4\n", TODAY).samples
    assert sample.report is not None
    assert (sample.report.sampled_on, sample.dated) == (date(2026, 4, 20), True)
