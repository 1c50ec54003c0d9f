"""Soil reports as a table with one analyte a row, which can be read back whole."""

import csv
import io
from collections.abc import Iterable, Iterator, Sequence

from eznel.core.document import Place, SoilReport
from eznel.formats.cells import guarded

HEADINGS = (
    "report", "sample", "lab", "date", "analyte", "value", "unit", "form", "extractant", "rating",
    "depth", "note",
)  # fmt: skip


def write_table(reports: Iterable[SoilReport], places: Sequence[Place]) -> str:
    """Return soil reports as a table with one analyte a row, which can be read back whole.

    Parameters
    ----------
    reports : iterable of SoilReport
        The reports.
    places : sequence of Place
        For their names.

    Returns
    -------
    str
        Comma separated, with a heading row.
    """
    names = {place.id: place.name for place in places}
    out = io.StringIO(newline="")
    sheet = csv.writer(out, lineterminator="\r\n")
    sheet.writerow(HEADINGS)
    for report in reports:
        where = " + ".join(names.get(place, "") for place in report.places)
        common = (str(report.id), where, report.lab, report.sampled_on.isoformat())
        for n, line in enumerate(_lines(report)):
            cells = {"note": report.note if n == 0 else "", **line}
            own = (cells.get(heading, "") for heading in HEADINGS[4:])
            sheet.writerow([_safe(cell) for cell in (*common, *own)])
    return out.getvalue()


def _safe(cell: object) -> str:
    """A cell that no spreadsheet takes for a formula."""
    return f"{cell:.12g}" if isinstance(cell, float) else guarded(str(cell))


def _lines(report: SoilReport) -> Iterator[dict[str, object]]:
    yield {"analyte": "Sampling depth", "value": report.depth.value, "unit": report.depth.unit}
    yield {"analyte": "Extraction", "value": report.extractant}
    if report.ph is not None:
        yield {"analyte": f"pH ({report.ph_in})", "value": report.ph}
    if report.buffer is not None:
        yield {"analyte": f"Buffer pH ({report.buffer.method})", "value": report.buffer.value}
    simple = (
        ("Organic matter", report.organic_matter_pct, "%"),
        ("Organic carbon", report.organic_carbon_pct, "%"),
        ("CEC", report.cec_cmol_kg, "cmol/kg"),
        ("Free lime", report.free_lime_pct, "%"),
        ("Fizz", report.fizz, ""),
        ("Composite", "yes" if report.composite else None, ""),
        ("Sample density", report.sample_density and report.sample_density.g_per_ml, "g/mL"),
    )
    for analyte, value, unit in simple:
        if value is not None:
            yield {"analyte": analyte, "value": value, "unit": unit}
    if report.ec is not None:
        method = {"paste": "saturated paste"}.get(report.ec.method, report.ec.method)
        yield {"analyte": f"EC {method}", "value": report.ec.value, "unit": report.ec.unit}
    if report.lime is not None:
        amount, depth = report.lime.amount, report.lime.depth
        yield {"analyte": "Lime recommendation", "value": amount.value, "unit": amount.unit}
        yield {"analyte": "Lime recommendation CCE", "value": report.lime.cce_pct, "unit": "%"}
        yield {"analyte": "Lime recommendation depth", "value": depth.value, "unit": depth.unit}
    for line in report.values:
        yield {
            "analyte": line.analyte,
            "value": "" if line.value is None else line.value,
            "unit": line.unit,
            "form": line.printed_as or "",
            "extractant": line.extractant or "",
            "rating": (line.lab_rating or "").replace("_", " "),
            "depth": f"{line.depth.value:g} {line.depth.unit}" if line.depth else "",
        }
