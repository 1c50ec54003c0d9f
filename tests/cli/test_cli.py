"""The command line reads a garden file with no database and no server."""

import csv
import io
import json
import subprocess
import sys
from datetime import date
from pathlib import Path

import pytest

from eznel import cli
from eznel.core.document import GardenFile, upgrades
from eznel.formats import garden_file

CASES = Path(__file__).parent.parent / "cases"


@pytest.fixture
def slip_file(slip: GardenFile, tmp_path: Path) -> Path:
    file = tmp_path / "slip.json"
    file.write_text(garden_file.dumps(slip), encoding="utf-8")
    return file


def test_plan_as_text(slip_file: Path, capsys: pytest.CaptureFixture[str]) -> None:
    assert cli.main(["plan", str(slip_file)]) == 0
    text = capsys.readouterr().out
    assert text.startswith("Skerrin Slip, as of 19 Jun 2026")
    # 4 × 35 L filled to nine tenths; 126 L × 1.1 = 138.6, of which six tenths
    assert "Lean-to pots: 4 × 31.5 L of mix\n  Leaf-mould compost: 83.2 L" in text
    assert "water only until 24 Jun 2026" in text
    assert "level teaspoon" in text
    assert "not licensed advice" in text
    assert "{" not in text


def test_plan_as_json_on_a_day(slip_file: Path, capsys: pytest.CaptureFixture[str]) -> None:
    assert cli.main(["plan", str(slip_file), "--as-of", "2026-07-01", "--format", "json"]) == 0
    made = json.loads(capsys.readouterr().out)
    assert made["as_of"] == "2026-07-01"
    assert len(made["plantings"]) == 10  # with last year's


def test_plan_as_csv(slip_file: Path, capsys: pytest.CaptureFixture[str]) -> None:
    assert cli.main(["plan", str(slip_file), "--format", "csv"]) == 0
    rows = list(csv.DictReader(io.StringIO(capsys.readouterr().out)))
    days = [date.fromisoformat(row["due_on"]) for row in rows]
    assert days == sorted(days)
    planned = [row for row in rows if row["status"] == "planned" and row["scoops"]]
    assert planned
    assert all(float(row["grams"]) > 0 for row in planned)


def test_a_name_is_never_a_formula(capsys: pytest.CaptureFixture[str], tmp_path: Path) -> None:
    data = json.loads((CASES / "11_feed_dates.json").read_text())
    data["garden"]["places"][0]["name"] = "=1+1"
    file = tmp_path / "f.json"
    file.write_text(json.dumps(data))
    assert cli.main(["plan", str(file), "--format", "csv", "--as-of", "2026-05-01"]) == 0
    assert ",'=1+1," in capsys.readouterr().out


@pytest.mark.parametrize(
    ("content", "said"),
    [
        ("{", "not readable"),
        ('{"format": "other"}', "not an Eznel garden file"),
        (
            '{"format": "eznel garden", "version": 99}',
            f"version 99; this version of Eznel reads up to {upgrades.CURRENT}",
        ),
        ('{"format": "eznel garden", "version": 1}', "garden: it is missing"),
    ],
)
def test_a_file_that_cannot_be_read_is_refused(
    content: str, said: str, tmp_path: Path, capsys: pytest.CaptureFixture[str]
) -> None:
    file = tmp_path / "bad.json"
    file.write_text(content)
    assert cli.main(["plan", str(file)]) == 2
    captured = capsys.readouterr()
    assert said in captured.err
    assert captured.out == ""


def test_no_file(tmp_path: Path, capsys: pytest.CaptureFixture[str]) -> None:
    assert cli.main(["plan", str(tmp_path / "nothing.json")]) == 2
    assert "No such file" in capsys.readouterr().err


def test_schema(capsys: pytest.CaptureFixture[str]) -> None:
    assert cli.main(["schema"]) == 0
    schema = json.loads(capsys.readouterr().out)
    assert schema["title"] == "Eznel garden file"
    assert {"Bed", "Tub", "SoilReport", "Product", "Planting"} <= set(schema["$defs"])


def test_a_plan_needs_neither_database_nor_web_framework() -> None:
    code = (
        "import sys; from eznel import cli;"
        f"cli.main(['plan', {str(CASES / '11_feed_dates.json')!r}, '--as-of', '2026-05-01']);"
        "sys.exit(any(m in sys.modules for m in ('fastapi', 'sqlalchemy', 'pymysql')))"
    )
    done = subprocess.run([sys.executable, "-c", code], capture_output=True, check=False)
    assert done.returncode == 0, done.stderr.decode()


def test_a_sum_is_answered_or_found(capsys: pytest.CaptureFixture[str]) -> None:
    """330 L are eight bags of 40 and a quarter: nine are bought, 30 L are left."""
    assert cli.main(["sum", "bags", "volume_l=330 L"]) == 0
    said = capsys.readouterr().out
    assert said.startswith("330 L from bags of 40 L takes 8.25.\n")
    assert "whole bags: 9" in said
    assert "left over: 30 L" in said
    assert cli.main(["sum", "how strong is my feed"]) == 0
    assert capsys.readouterr().out.startswith("strength: ")
    assert cli.main(["sum", "bags", "volume_l=2-3 L"]) == 2
    assert "“2-3 L” is a range" in capsys.readouterr().err
    assert cli.main(["sum", "xyzzy"]) == 2
