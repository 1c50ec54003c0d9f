"""Papers about water, read as they are written down by hand; what is open is asked, not taken."""

import tomllib
from pathlib import Path
from typing import Any

import pytest

from eznel.core.errors import Impossible
from eznel.formats.water_report import WaterRead, read_water

DATA = Path(__file__).parents[1] / "data" / "readers"
PAPERS = [
    paper
    for name in ("waters", "waters_fresh")
    for paper in tomllib.loads((DATA / f"{name}.toml").read_text())["water"]
]
_OTHERS = ("ph", "alkalinity", "hardness")


def wanted(paper: dict[str, Any]) -> dict[str, Any]:
    figures = {
        key if key == "ph" else f"{key}_mg_l": value
        for key, value in paper.get("figures", {}).items()
    }
    for field in ("alkalinity", "hardness"):
        if field in paper:
            value, unit = paper[field].split(" ", 1)
            figures[field] = (float(value), unit)
    return figures


def got(read: WaterRead) -> dict[str, Any]:
    return {
        field: (value["value"], value["unit"]) if isinstance(value, dict) else value
        for field, value in read.water.items()
    }


@pytest.mark.parametrize("paper", [p for p in PAPERS if "is" not in p], ids=lambda p: p["id"])
def test_a_paper_about_water(paper: dict[str, Any]) -> None:
    read = read_water(paper["text"])
    found, want = got(read), wanted(paper)
    assert found.keys() == want.keys()
    for field, value in want.items():
        if isinstance(value, tuple):
            assert found[field][0] == pytest.approx(value[0], rel=2e-3)
            assert found[field][1] == value[1]
        else:
            assert found[field] == pytest.approx(value, rel=5e-3)
    assert read.ec_ds_m == (pytest.approx(paper["ec"]) if "ec" in paper else None)
    asked = {one.field for one in read.pieces if one.question}
    open_ = {one if one in _OTHERS else f"{one}_mg_l" for one in paper.get("asked", [])}
    assert asked == open_


@pytest.mark.parametrize(
    ("text", "key"),
    [(next(p["text"] for p in PAPERS if p["id"] == "soil_instead"), "paper_is_soil"),
     ("It rained", "no_water_figures"), ("x" * 40_001, "label_too_long")],
)  # fmt: skip
def test_what_is_no_water_is_refused(text: str, key: str) -> None:
    with pytest.raises(Impossible) as refused:
        read_water(text)
    assert refused.value.key == key


def test_figures_before_their_names_are_asked_about() -> None:
    """The 30 is the chloride's, and nothing in the line says that it is not the sodium's."""
    read = read_water("water test: 21 ppm sodium and 30 ppm chloride")
    assert read.water == {}
    assert [(one.field, one.question) for one in read.pieces] == [
        ("na_mg_l", "which_number"), ("cl_mg_l", "which_number"),
    ]  # fmt: skip


def test_what_no_water_has_is_asked_about() -> None:
    """180 °dH would be 3213 mg/L of calcium carbonate; a pH of 12.4 is lime water."""
    read = read_water("water test\npH 12.4\nalkalinity 180 °dH\nsodium 9000 mg/l")
    assert read.water == {}
    assert [one.question for one in read.pieces] == ["odd_figure"] * 3
