"""The garden file, and workings in words."""

import json
from pathlib import Path

import pytest
from hypothesis import given, settings
from hypothesis import strategies as st
from pydantic import ValidationError

import gardens
import strategies
from eznel.core.document import Garden, GardenFile, upgrades
from eznel.core.errors import Impossible, Refusal
from eznel.core.working import Origin, Quantity, Worked
from eznel.formats import garden_file
from eznel.formats.text import number, say, show
from eznel.words import words

OLD = sorted(
    (Path(__file__).parent.parent / "data").glob("garden_v*.json"),
    key=lambda file: int(file.stem.removeprefix("garden_v")),
)


@settings(deadline=None, max_examples=30)
@given(strategies.any_garden())
def test_a_garden_file_goes_round(garden: Garden) -> None:
    file = GardenFile(garden=garden)
    assert garden_file.loads(garden_file.dumps(file)) == file


@settings(deadline=None)
@given(st.one_of(st.binary(max_size=200), st.text(max_size=200)))
def test_any_bytes_are_read_or_refused(data: bytes | str) -> None:
    with pytest.raises((Refusal, ValidationError)):
        garden_file.loads(data)


short = st.text(max_size=8)
trees = st.recursive(
    st.none() | st.integers() | short, lambda inner: st.dictionaries(short, inner, max_size=4)
)


@given(trees)
def test_any_json_is_read_or_refused(data: object) -> None:
    file = {"format": "eznel garden", "version": 1, "garden": data}
    with pytest.raises((Refusal, ValidationError)):
        upgrades.read(file)


def test_deep_nesting_is_refused() -> None:
    with pytest.raises(Impossible):
        garden_file.loads("[" * 100_000)


@pytest.mark.parametrize("file", OLD, ids=lambda file: file.stem)
def test_files_of_every_past_version_are_read(file: Path) -> None:
    before = json.loads(file.read_text())
    read = garden_file.loads(file.read_bytes())
    assert read.version == upgrades.CURRENT
    assert read.garden.name == before["garden"]["name"]
    assert len(read.garden.plantings) == len(before["garden"]["plantings"])


def test_there_is_a_file_of_every_version() -> None:
    assert [file.stem for file in OLD] == [f"garden_v{n + 1}" for n in range(upgrades.CURRENT)]


@pytest.mark.parametrize(
    ("value", "text"),
    [(0, "0"), (0.00004567, "0.000046"), (0.1234, "0.123"), (12.3456, "12.3"),
     (108.0, "108"), (1234.5, "1,235"), (3.065, "3.07"), (999.6, "1,000"),
     (1e-9, "0"), (-2.5, "-2.5")],
)  # fmt: skip
def test_numbers_are_short(value: float, text: str) -> None:
    assert number(value) == text


def test_a_working_in_words() -> None:
    depth = Quantity("depth_m", 0.2, "m", Origin.MEASURED)
    density = Quantity("density_g_ml", 1.3, "g/mL", Origin.ASSUMED)
    shown = show(Worked.first("soil_mass", 260.0, "kg/m²", depth, density), words("en"))
    (step,) = shown.steps
    assert step.formula == "0.2 m × 1.3 g/mL × 1000"
    assert step.result == "260 kg/m²"
    assert [q.origin_said for q in step.quantities] == ["measured", "assumed"]
    assert shown.assumed


def test_powers_and_roots_are_written_as_people_do() -> None:
    gap = Quantity("in_row_m", 0.45, "m", Origin.TYPED)
    shown = show(Worked.first("plant_area_staggered", 0.175, "m²", gap), words("en"))
    assert shown.steps[0].formula == "(0.45 m)² × √3 ÷ 2"


def test_a_finding_in_words() -> None:
    """Half a metre apart in rows a metre apart: three fit into a metre and a half by one."""
    bed = gardens.bed(length=1.5, width=1)
    spacing = {"pattern": "rows", "in_row": gardens.measure(50, "cm"),
               "between_rows": gardens.measure(100, "cm")}  # fmt: skip
    crowded = gardens.planting("cabbage", plants=6, spacing=spacing)
    plan = gardens.plan_of(gardens.garden(places=[bed], plantings=[crowded]))
    (found,) = [f for f in gardens.single(plan).findings if f.key == "crowded"]
    said = say(found, words("en"))
    assert said.text.startswith("6 plants, but only 3 fit at this spacing.")
    assert said.remedy
