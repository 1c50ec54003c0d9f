"""How well the readers read papers that were written down by hand before: field by field.

A field is right, asked about, missed, or wrong, which is the worst: a wrong value that nobody asks
about. A paper is as good as the worst of its fields. Printed by

    PYTHONPATH=src:tests python -m formats.scoring [one of BATCHES] [each]
"""

import re
import sys
import tomllib
from collections import Counter
from collections.abc import Iterator
from dataclasses import dataclass
from datetime import date
from pathlib import Path
from typing import Any

from eznel import catalogue
from eznel.core.document import SoilReport
from eznel.core.errors import Refusal
from eznel.formats.labels.product import Label
from eznel.formats.labels.reading import read_label
from eznel.formats.soil_files import words
from eznel.formats.soil_files.items import Item, Sample
from eznel.formats.soil_files.statements import named
from eznel.formats.soil_files.text import read_text

PAPERS = Path(__file__).parents[1] / "data" / "readers"
TODAY = date(2026, 5, 1)
BATCHES = (
    "kept",
    "fresh",
    "later",
    "last",
    "fourth",
    "fifth",
    "sixth",
    "seventh",
    "eighth",
    "ninth",
    "tenth",
    "eleventh",
    "twelfth",
    "thirteenth",
    "fourteenth",
    "fifteenth",
    "sixteenth",
    "seventeenth",
    "eighteenth",
)
"""Besides the first two thirds: what was kept away from them, and what was written afterwards."""
VERDICTS = ("right", "asked", "missed", "wrong")

ABOUT = {
    "oxide_or_element": ("declared",), "percent_missing": ("declared", "added", "nitrogen"),
    "unreadable_number": ("declared", "added", "nitrogen"), "ratio_without_total": ("declared",),
    "number_two_ways": ("declared", "added", "nitrogen", "max_", "pack"),
    "twice": ("declared", "nitrogen"), "negative": ("declared",), "compound": ("declared",),
    "grade_differs": ("declared",), "over_100": ("declared",), "dry_basis": ("declared",),
    "richer_than_anything": ("declared",), "forms_over_total": ("declared", "nitrogen"),
    "no_analysis": ("declared",), "nv_basis": ("cce",), "pack_disagrees": ("pack",),
    "which_gallon": ("pack", "max_", "density"), "odd_density": ("density",),
    "which_form": ("form",), "other_script": ("",), "added_by_volume": ("added",),
}  # fmt: skip
"""What a question that a label leaves open excuses: fields that begin with these words."""


@dataclass(frozen=True, slots=True)
class Scored:
    """One paper: what became of each field."""

    id: str
    region: str
    fields: dict[str, str]

    @property
    def verdict(self) -> str:
        """That of the worst field."""
        return max(self.fields.values(), key=VERDICTS.index, default="right")


def papers(name: str) -> list[dict[str, Any]]:
    """The papers of a file."""
    return next(iter(tomllib.loads((PAPERS / f"{name}.toml").read_text()).values()))


def _verdict(want: Any, got: Any, *, asked: bool, unsure: bool, left: str = "") -> str:
    same = got == want or (
        isinstance(want, float | int)
        and isinstance(got, float | int)
        and abs(got - want) <= 0.002 * abs(want) + 1e-9
    )
    if got is None:
        asked = asked or _stands_in(want, left)
        return "right" if unsure or want is None else "asked" if asked else "missed"
    if same and not unsure:
        return "right"
    return "asked" if asked else "right" if same else "wrong"


def _stands_in(want: Any, left: str) -> bool:
    """Whether a wanted figure is in a piece that is shown as not understood, and asked about."""
    first = re.match(r"[\d.]+", str(want))
    numbers = {one.replace(",", ".").rstrip(".") for one in re.findall(r"\d[\d.,]*", left)}
    return first is not None and f"{float(first[0]):g}" in {
        f"{float(one):g}" for one in numbers if re.fullmatch(r"\d+(?:\.\d+)?", one)
    }


def _judged(
    want: dict[str, Any], got: dict[str, Any], asked: set[str], unsure: set[str], left: str
) -> dict[str, str]:
    def about(field: str, said: set[str]) -> bool:
        return any(field.startswith(one) for one in said)

    # An oxide taken for its element is another amount: no miss, but wrong.
    return {
        field: "wrong"
        if field.endswith(".oxide")
        and field in want
        and field not in got
        and field.removesuffix(".oxide") in got
        and not about(field, unsure | asked)
        else _verdict(
            want.get(field),
            got.get(field),
            asked=about(field, asked),
            unsure=about(field, unsure),
            left=left,
        )
        for field in {**want, **got}
    }


def measured(of: Any) -> str | None:
    """A measure as the papers write it: "15 mL in 10 L"."""
    if of is None:
        return None
    for over, word in (("water", "in"), ("area", "on")):
        if over in of:
            return f"{measured(of['product'])} {word} {measured(of[over])}"
    return f"{of['value']:g} {of['unit']}"


# --- labels -----------------------------------------------------------------------------------

_PLAIN = ("form", "cce", "dry_matter_pct", "carbon_to_n", "organic", "animal", "interval_days",
          "max_times", "release_days", "max_rate", "max_strength", "max_in_mix", "max_per_plant",
          "density", "pack", "basis", "mesh20", "mesh60", "material")  # fmt: skip
_ONLY_IF_PRINTED = ("form", "material", "basis")


def _label_wants(paper: dict[str, Any]) -> dict[str, Any]:
    want = {field: paper[field] for field in _PLAIN if field in paper}
    for group in ("declared", "nitrogen", "added"):
        want |= {f"{group}.{key}": float(of) for key, of in paper.get(group, {}).items()}
    return want


def _label_got(label: Label, want: dict[str, Any]) -> dict[str, Any]:
    product = label.product
    got: dict[str, Any] = {f"declared.{x['nutrient']}": x["pct"] for x in product["declared"]}
    got |= {f"nitrogen.{key}": pct for key, pct in product.get("nitrogen", {}).items()}
    got |= {f"added.{x['nutrient']}": x["mg_l"] for x in product.get("added", [])}
    for field in _PLAIN[:9]:
        if product.get(field):
            got[field] = product[field]
    for field in _PLAIN[9:14]:
        got[field] = measured(product.get(field))
    liming = product.get("liming") or {}
    got["cce"] = liming.get("cce_pct")
    got["mesh20"], got["mesh60"] = (liming.get(f"passing_{n}_mesh_pct") for n in (20, 60))
    got["pack"] = measured(label.pack.data) if label.pack else None
    if product.get("basis") == "w/v" or "basis" in want:
        got["basis"] = product.get("basis", "w/w")
    got["material"] = product.get("material")
    return {
        k: v for k, v in got.items() if v is not None and (k in want or k not in _ONLY_IF_PRINTED)
    }


def score_label(paper: dict[str, Any], names: dict[str, tuple[str, ...]]) -> Scored:
    """What became of each field of a label."""
    try:
        label = read_label(paper["text"], names)
    except Refusal:
        verdict = "right" if paper.get("not_a_label") else "missed"
        return Scored(paper["id"], paper["region"], {"document": verdict})
    label.product.setdefault("declared", [])
    if paper.get("not_a_label"):
        read = [k for k in _label_got(label, {}) if k not in ("animal", "organic")]
        sure = read and not set(label.questions) - {"which_form"}
        verdict = "wrong" if sure else "asked" if read else "missed"
        return Scored(paper["id"], paper["region"], {"document": verdict})
    want = _label_wants(paper)
    asked = {about for one in label.questions for about in ABOUT.get(one, ())}
    left = " ".join(one.words for one in label.pieces if one.question == "figure_left")
    fields = _judged(want, _label_got(label, want), asked, set(paper.get("unsure", [])), left)
    return Scored(paper["id"], paper["region"], fields)


# --- reports ----------------------------------------------------------------------------------


def _value_wants(values: dict[str, str]) -> Iterator[tuple[str, Any]]:
    for analyte, said in values.items():
        amount, extract, class_, form = [*(x.strip() for x in said.split(";")), "", "", ""][:4]
        if amount:
            yield f"values.{analyte}", amount
        if extract != "?":
            yield f"values.{analyte}.extract", extract or "Unknown"
        if class_:
            yield f"values.{analyte}.class", class_
        if form:
            yield f"values.{analyte}.oxide", form.removeprefix("as ")


_REPORT = ("ph", "ph_in", "buffer", "om", "oc", "cec", "ec", "free_lime", "density", "depth",
           "sampled_on", "lime")  # fmt: skip


def _report_wants(paper: dict[str, Any]) -> dict[str, Any]:
    want = {field: paper[field] for field in _REPORT if field in paper}
    return want | dict(_value_wants(paper.get("values", {})))


def _report_got(sample: Sample, want: dict[str, Any]) -> dict[str, Any]:
    report = sample.report
    if report is None:
        return {}
    got: dict[str, Any] = {
        "ph": report.ph, "om": report.organic_matter_pct, "oc": report.organic_carbon_pct,
        "cec": report.cec_cmol_kg, "free_lime": report.free_lime_pct,
        "buffer": report.buffer and f"{report.buffer.method} {report.buffer.value:g}",
        "ec": report.ec and f"{report.ec.value:g} {report.ec.unit} {report.ec.method}",
        "density": report.sample_density and report.sample_density.value,
        "sampled_on": report.sampled_on.isoformat() if sample.dated else None,
        "lime": report.lime and f"{report.lime.amount.value:g} {report.lime.amount.unit}",
    }  # fmt: skip
    if report.ph is not None and report.ph_in == "CaCl2":
        got["ph_in"] = "CaCl2"
    depth = f"{report.depth.value:g} {report.depth.unit}"
    if depth != "15 cm" or "depth" in want:
        got["depth"] = None if depth == "15 cm" else depth
    if want.get("buffer"):
        name, value = want["buffer"].split()
        want["buffer"] = f"{name} {float(value):g}"
    return {k: v for k, v in (*got.items(), *_values_got(report, want)) if v is not None}


def _values_got(report: SoilReport, want: dict[str, Any]) -> Iterator[tuple[str, Any]]:
    for one in reversed(report.values):  # of two of a nutrient, the first counts
        at = f"values.{one.analyte}"
        if one.value is not None:
            yield at, _same_amount(want.get(at), f"{one.value:g} {one.unit}")
        if f"{at}.extract" in want:
            extract = one.extractant or report.extractant
            yield (
                f"{at}.extract",
                None if extract == "Unknown" != want[f"{at}.extract"] else extract,
            )
        if one.lab_rating is not None:
            yield f"{at}.class", one.lab_rating
        if one.printed_as is not None and (one.printed_as != "NO3" or f"{at}.oxide" in want):
            yield f"{at}.oxide", one.printed_as


_ONE: dict[str, float] = {"ppm": 1.0, "mg/kg": 1.0, "mg/100g": 10.0}
_CHARGE: dict[str, float] = {"meq/100g": 1.0, "cmol/kg": 1.0}


def _same_amount(want: str | None, got: str) -> str:
    """The same amount in the unit that was written down."""
    if want is None or want == got:
        return got
    (a, unit), (b, other) = want.split(" ", 1), got.split(" ", 1)
    for same in (_ONE, _CHARGE, {"mg/dm3": 1.0, "mg/L": 1.0}):
        alike = unit in same and other in same
        if alike and abs(float(a) * same[unit] - float(b) * same[other]) < 1e-6 * float(a):
            return want
    return got


_FIELD = {"buffer": "buffer", "ec": "ec", "lime": "lime", "ph": "ph", "om": "om", "cec": "cec",
          "date": "sampled_on", "depth": "depth", "free_lime": "free_lime"}  # fmt: skip


def _asked(items: tuple[Item, ...]) -> Iterator[str]:
    for item in items:
        if item.question:
            meaning = item.meaning or named(item.words).meaning or "?"
            yield f"values.{meaning}" if meaning in words.ANALYTES else _FIELD.get(meaning, meaning)


def score_report(paper: dict[str, Any]) -> Scored:
    """What became of each field of a report."""
    id_, region = paper["id"], paper["region"]
    try:
        found = read_text(paper["text"], TODAY)
    except Refusal:
        return Scored(id_, region, {"document": "right" if "is" in paper else "missed"})
    if "is" in paper:
        read = [s for s in found.samples if _report_got(s, {})]
        return Scored(id_, region, {"document": "wrong" if read else "missed"})
    wanted = paper.get("sample", [paper])
    fields: dict[str, str] = {}
    if len(wanted) != len(found.samples):
        many = len(found.samples) > len(wanted)
        fields["samples"] = "wrong" if many or len(found.samples) == 1 else "missed"
    unsure = set(paper.get("unsure", []))
    for n, one in enumerate(wanted):
        want = _report_wants(one)
        sample = found.samples[n] if n < len(found.samples) else None
        all_ = (*(sample.items if sample else ()), *found.left)
        asked = set(_asked(tuple(one for one in all_ if one.question != "figure_left")))
        left = " ".join(one.words for one in all_ if one.question == "figure_left")
        got = _report_got(sample, want) if sample else {}
        for field, verdict in _judged(want, got, asked, unsure, left).items():
            # What is not there at all is one field, not four.
            whole = field.rsplit(".", 1)[0]
            if field.count(".") == 2 and whole in want and whole not in got:
                continue
            fields[field if len(wanted) == 1 else f"{n + 1}:{field}"] = verdict
    return Scored(id_, region, fields)


# --- all of it ----------------------------------------------------------------------------------


def scored(name: str) -> list[Scored]:
    """All papers of a file."""
    if name.startswith("labels"):
        materials = catalogue.load().materials.values()
        names = {one.key: (one.name, *one.also_called) for one in materials}
        return [score_label(paper, names) for paper in papers(name)]
    return [score_report(paper) for paper in papers(name)]


def _line(head: str, verdicts: Counter[str]) -> str:
    return f"{head:26}" + "".join(f"{verdicts[one]:8}" for one in VERDICTS)


def _table(name: str, all_: list[Scored]) -> Iterator[str]:
    yield _line(name, Counter(one.verdict for one in all_))
    for region in dict.fromkeys(one.region for one in all_):
        yield _line(f"  {region}", Counter(o.verdict for o in all_ if o.region == region))
    fields: dict[str, Counter[str]] = {}
    for one in all_:
        for field, verdict in one.fields.items():
            fields.setdefault(field.split(":")[-1].split(".")[0], Counter())[verdict] += 1
    yield from (_line(f"    {field}", fields[field]) for field in sorted(fields))


def _bad(one: Scored) -> dict[str, str]:
    return {k: v for k, v in one.fields.items() if v in ("missed", "wrong")}


def main() -> None:
    """Print the scores, and with "each" what is not right in which paper."""
    for name in ("labels", "reports"):
        which = next((one for one in BATCHES if one in sys.argv), "")
        all_ = scored(f"{name}_{which}".rstrip("_"))
        print("\n".join(_table(name, all_)))
        if "each" in sys.argv:
            print("\n".join(f"  {one.id}: {_bad(one)}" for one in all_ if _bad(one)))


if __name__ == "__main__":
    main()
