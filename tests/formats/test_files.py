"""Files as people bring them: PDFs by their text, pictures and locked files with a way out."""

import io
from datetime import date

import pytest
from hypothesis import given
from hypothesis import strategies as st
from reportlab.lib.styles import getSampleStyleSheet
from reportlab.pdfgen import canvas
from reportlab.platypus import Paragraph, SimpleDocTemplate, Table

from eznel.core.errors import Impossible
from eznel.formats.files import decoded
from eznel.formats.labels.reading import read_label
from eznel.formats.soil_files.text import read_file

TODAY = date(2026, 5, 1)


def pdf(lines: list[str], rows: list[list[str]] | None = None, encrypt: str | None = None) -> bytes:
    """Print lines, and a table below them."""
    out = io.BytesIO()
    style = getSampleStyleSheet()["Normal"]
    parts = [Paragraph(line, style) for line in lines] + ([Table(rows)] if rows else [])
    SimpleDocTemplate(out, encrypt=encrypt).build(parts)
    return out.getvalue()


LONG = pdf(
    ["Hollow Lane Laboratory – Soil Test Report", "Sample: North bed",
     "Date sampled: 3 March 2026", "Extractant: Mehlich-3"],
    [["Test", "Result", "Unit", "Rating"], ["Soil pH (water)", "6.4", "", ""],
     ["Phosphorus (P)", "38", "ppm", "Optimum"], ["Potassium (K)", "1,120", "lb/acre", "High"],
     ["Organic matter", "3.8", "%", ""]],
)  # fmt: skip
WIDE = pdf(
    ["Soil report", "P by Olsen, K and Mg by ammonium acetate"],
    [["Sample", "pH", "P", "K", "Mg"], ["", "", "ppm", "ppm", "ppm"],
     ["Bed 1", "6.2", "44", "180", "120"], ["Bed 2", "6.9", "60", "240", "150"]],
)  # fmt: skip


def test_a_report_in_a_pdf_with_a_line_for_each_nutrient() -> None:
    (sample,) = read_file(LONG, TODAY).samples
    report = sample.report
    assert report is not None
    assert (sample.name, report.sampled_on, report.extractant) == (
        "North bed", date(2026, 3, 3), "Mehlich-3",
    )  # fmt: skip
    assert (report.ph, report.organic_matter_pct) == (6.4, 3.8)
    assert [(v.analyte, v.value, v.unit, v.lab_rating) for v in report.values] == [
        ("P", 38, "ppm", "high"),
        ("K", 1120, "lb/acre", "high"),
    ]


def test_a_report_in_a_pdf_with_a_row_for_each_sample() -> None:
    first, second = (one.report for one in read_file(WIDE, TODAY).samples)
    assert first is not None
    assert second is not None
    assert (first.ph, second.ph) == (6.2, 6.9)
    assert [(v.analyte, v.value, v.unit, v.extractant) for v in second.values] == [
        ("P", 60, "ppm", "Olsen"),
        ("K", 240, "ppm", "Ammonium acetate"),
        ("Mg", 150, "ppm", "Ammonium acetate"),
    ]


def test_columns_of_a_pdf_can_be_told() -> None:
    columns = read_file(WIDE, TODAY).columns
    told = [one if one.meaning != "Mg" else type(one)("Mg", None) for one in columns]
    first = read_file(WIDE, TODAY, told).samples[0].report
    assert first is not None
    assert [v.analyte for v in first.values] == ["P", "K"]


def test_a_label_in_a_pdf() -> None:
    text = decoded(pdf(["Green Acre 5-3-8", "Total nitrogen (N) 5.0 %",
                        "Phosphorus pentoxide (P2O5) 3.0 %", "Potassium oxide (K2O) 8.0 %",
                        "Net weight 2.5 kg"]))  # fmt: skip
    label = read_label(text, {}, "us")
    assert label.product["declared"] == [
        {"nutrient": "N", "pct": 5.0}, {"nutrient": "P2O5", "pct": 3.0},
        {"nutrient": "K2O", "pct": 8.0},
    ]  # fmt: skip
    assert label.pack is not None
    assert (label.pack.value, label.pack.unit) == (2.5, "kg")


def scan() -> bytes:
    """A page with a drawing and a page number, and no words."""
    out = io.BytesIO()
    page = canvas.Canvas(out)
    page.rect(50, 50, 400, 600, fill=1)
    page.drawString(290, 20, "1")
    page.save()
    return out.getvalue()


def pages(count: int) -> bytes:
    out = io.BytesIO()
    page = canvas.Canvas(out)
    for n in range(count):
        page.drawString(50, 700, f"pH 6.{n % 10} of bed number {n}")
        page.showPage()
    page.save()
    return out.getvalue()


@pytest.mark.parametrize(
    ("data", "key"),
    [
        (scan(), "pdf_is_picture"),
        (pdf(["pH 6.4"], encrypt="secret"), "pdf_locked"),
        (LONG[: len(LONG) // 3], "pdf_damaged"),
        (b"%PDF-1.7\n" + b"x" * 400, "pdf_damaged"),
        (b"%PDF-1.7\n" + b"x" * 6_100_000, "file_too_large"),
        (pages(41), "pdf_too_long"),
        (b"\xff\xd8\xff\xe0\x00\x10JFIF" + b"\x00" * 50, "file_is_picture"),
        (b"\x89PNG\r\n\x1a\n" + b"\x00" * 50, "file_is_picture"),
        (b"\x00\x00\x00\x18ftypheic" + b"\x00" * 50, "file_is_picture"),
        (b"RIFF\x00\x00\x00\x00WEBP" + b"\x00" * 50, "file_is_picture"),
        (b"PK\x03\x04" + b"\x00" * 50, "file_is_sheet"),
        (b"\x00\x01\x02" * 50, "file_not_text"),
    ],
)
def test_what_holds_no_text_says_what_to_do(data: bytes, key: str) -> None:
    with pytest.raises(Impossible) as refused:
        decoded(data)
    assert refused.value.key == key


def test_forty_pages_are_read() -> None:
    assert "bed number 39" in decoded(pages(40))


def test_a_text_file_is_read_as_text() -> None:
    (sample,) = read_file(b"Sample: North\npH 6.1\nPotassium 60 ppm (Mehlich-3)\n", TODAY).samples
    assert sample.report is not None
    assert sample.report.ph == 6.1


@given(st.binary(max_size=400), st.integers(0, len(LONG) - 1))
def test_a_pdf_with_anything_in_it_is_read_or_refused(noise: bytes, at: int) -> None:
    try:
        decoded(LONG[:at] + noise + LONG[at + len(noise) :])
    except Impossible:
        return
