"""A backup brings the same plan back; a password comes before sharing."""

import gzip
import json
import time
from datetime import date
from pathlib import Path

import pytest

import gardens as make
from eznel import demo
from eznel.cli import main
from running import Running, program

GARDEN = f"/api/gardens/{demo.SLIP}"


def test_a_backup_restores_the_same_plan(tmp_path: Path) -> None:
    data, file = tmp_path / "var", tmp_path / "slip.eznel-backup"
    run = Running(data)
    plan = run.ask(f"{GARDEN}/plan")
    saved = program("backup", str(file), "--data", str(data))  # beside the running application
    assert f"{file} holds 1 garden." in saved.stdout
    daily = data / "backups" / f"{date.today().isoformat()}.eznel-backup"
    while not daily.exists():  # it saves itself every day
        time.sleep(0.1)
    names = [
        one["file"]["garden"]["name"]
        for one in json.loads(gzip.decompress(daily.read_bytes()))["gardens"]
    ]
    assert names == ["Skerrin Slip"]
    scoop = {"id": make.uid("ladle"), "name": "ladle", "volume": {"value": 70, "unit": "mL"}}
    run.ask(f"{GARDEN}/scoops/{scoop['id']}", scoop)
    assert len(run.ask(f"{GARDEN}/plan")["scoops"]) == len(plan["scoops"]) + 1
    asked = program("restore", str(file), "--data", str(data), input="no\n")
    assert (asked.returncode, "Nothing was changed" in asked.stdout) == (1, True)
    assert "replaces “Skerrin Slip” as it is now" in asked.stdout
    assert program("restore", str(file), "--data", str(data), "--yes").returncode == 0
    assert run.ask(f"{GARDEN}/plan") == plan
    assert run.end() == 0


@pytest.mark.parametrize(
    "content",
    [b"", b"a letter", gzip.compress(b'{"format": "a song"}')],
    ids=["empty", "letter", "song"],
)
def test_what_is_no_backup_changes_nothing(tmp_path: Path, content: bytes) -> None:
    file = tmp_path / "file"
    file.write_bytes(content)
    refused = program("restore", str(file), "--data", str(tmp_path / "var"), "--yes")
    assert refused.returncode == 2
    assert "not an Eznel backup" in refused.stderr
    assert not (tmp_path / "var").exists()


def test_sharing_needs_a_password_first(tmp_path: Path) -> None:
    refused = program("start", "--share", "--data", str(tmp_path))
    assert refused.returncode == 2
    assert "./eznel password" in refused.stderr


def test_a_password_is_stored_as_a_hash_and_shares(
    tmp_path: Path, monkeypatch: pytest.MonkeyPatch
) -> None:
    typed = iter(["short", "rope and tar", "rope and pitch", "rope and tar", "rope and tar"])
    monkeypatch.setattr("getpass.getpass", lambda prompt: next(typed))
    verb = ["password", "--data", str(tmp_path)]
    assert [main(verb), main(verb)] == [2, 2]  # too short; not the same twice
    assert list(tmp_path.iterdir()) == []
    assert main(verb) == 0
    (file,) = tmp_path.iterdir()
    assert file.read_text().startswith("$argon2id$")
    assert file.stat().st_mode & 0o077 == 0
    run = Running(tmp_path, "--share")
    with pytest.raises(AssertionError, match="sign_in_first"):
        run.ask()
    assert run.end() == 0
