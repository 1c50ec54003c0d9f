"""A backup brings the same plan back; a password comes before sharing."""

import gzip
import json
import ssl
import time
import urllib.error
import urllib.request
from datetime import date
from pathlib import Path
from typing import Any

import pytest

import gardens as make
from eznel import demo
from eznel.cli import main
from eznel.core.errors import Impossible
from eznel.serve import free_port
from eznel.store import backups
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


WHOLE = {
    "format": "eznel backup",
    "version": 1,
    "made_at": "2026-05-01T08:00:00+00:00",
    "gardens": [
        {
            "file": make.garden_file().model_dump(mode="json"),
            "revision": 1,
            "settings_revision": 1,
            "revisions": {},
            "changes": [],
        }
    ],
}
CHANGE = {
    "number": 1, "revision": 1, "written_at": "2026-05-01T08:00:00", "who": "me", "kind": "scoops",
    "thing_id": "x", "thing_revision": 1, "before": None, "after": {}, "act": "write",
    "undoes": None,
}  # fmt: skip


def hurt(path: str, value: Any) -> bytes:
    """A whole backup with one value that cannot be."""
    plain = json.loads(json.dumps(WHOLE))
    *way, last = path.split("/")
    at = plain
    for step in way:
        at = at[int(step) if step.isdigit() else step]
    at[int(last) if last.isdigit() else last] = value
    return gzip.compress(json.dumps(plain).encode())


GARDEN_TWICE = [WHOLE["gardens"][0]] * 2
DAMAGED = {
    "empty": b"",
    "letter": b"a letter",
    "cut off": gzip.compress(json.dumps(WHOLE).encode())[:-30],
    "flipped": gzip.compress(json.dumps(WHOLE).encode())[:60] + b"\0" * 40,
    "other text": gzip.compress(b"\xff\xfe{"),
    "deep": gzip.compress(b"[" * 200_000),
    "song": gzip.compress(b'{"format": "a song"}'),
    "bare": gzip.compress(b'{"format": "eznel backup"}'),
    "version": hurt("version", "two"),
    "later": hurt("version", 99),
    "date": hurt("made_at", "last spring"),
    "gardens": hurt("gardens", {"a": 1}),
    "garden twice": hurt("gardens", GARDEN_TWICE),
    "revision": hurt("gardens/0/revision", -5),
    "huge revision": hurt("gardens/0/revision", 2**40),
    "garden file": hurt("gardens/0/file/garden/name", None),
    "file of later": hurt("gardens/0/file/version", 99),
    "change": hurt("gardens/0/changes", [{}]),
    "kind": hurt("gardens/0/changes", [{**CHANGE, "kind": "ghosts"}]),
    "long id": hurt("gardens/0/changes", [{**CHANGE, "thing_id": "x" * 61}]),
}


@pytest.mark.parametrize("kind", DAMAGED)
def test_what_is_no_whole_backup_changes_nothing(
    kind: str, tmp_path: Path, capsys: pytest.CaptureFixture[str]
) -> None:
    file = tmp_path / "file"
    file.write_bytes(DAMAGED[kind])
    assert main(["restore", str(file), "--data", str(tmp_path / "var"), "--yes"]) == 2
    said = capsys.readouterr()
    assert said.err.startswith(f"{file}: ")
    assert "Traceback" not in said.err
    assert len(said.err.splitlines()) < 5
    assert not (tmp_path / "var").exists()


def test_unpacking_is_bounded(tmp_path: Path, monkeypatch: pytest.MonkeyPatch) -> None:
    file = tmp_path / "file"
    file.write_bytes(gzip.compress(b" " * 30_000_000))
    monkeypatch.setattr(backups, "MOST_BYTES", 1_000_000)
    with pytest.raises(Impossible, match="backup_too_large"):
        backups.read(file)


def test_a_damaged_database_is_set_aside_and_the_backup_comes_into_a_new_one(
    tmp_path: Path,
) -> None:
    data, file = tmp_path / "var", tmp_path / "whole"
    file.write_bytes(gzip.compress(json.dumps(WHOLE).encode()))
    assert program("restore", str(file), "--data", str(data), "--yes").returncode == 0
    (data / "database/data/ibdata1").write_bytes(b"")
    (data / "database/data/eznel/garden.ibd").write_bytes(b"")
    started = program("start", "--data", str(data), "--port", str(free_port()))
    assert started.returncode == 2
    assert "is damaged" in started.stdout
    assert "./eznel restore" in started.stdout
    assert "Traceback" not in started.stdout + started.stderr
    no = program("restore", str(file), "--data", str(data), input="no\n")
    assert (no.returncode, (data / "database/data/ibdata1").stat().st_size) == (1, 0)
    done = program("restore", str(file), "--data", str(data), "--yes")
    assert done.returncode == 0, done.stderr
    (aside,) = data.glob("database.damaged-*")
    assert (aside / "data/ibdata1").exists()
    run = Running(data, "--no-demo")
    assert [garden["name"] for garden in run.ask()] == ["a garden"]
    second = program("start", "--data", str(data), "--port", str(free_port()))
    assert second.returncode == 2
    assert f"in use by Eznel at http://127.0.0.1:{run.port}" in second.stdout
    assert run.end() == 0


def test_the_first_start_that_shares_leads_to_the_first_account(tmp_path: Path) -> None:
    (tmp_path / "password-hash").write_text("of a release before")
    run = Running(tmp_path, "--share")
    assert not (tmp_path / "password-hash").exists()
    (link,) = [line.strip() for line in run.said if "/join/" in line and "127.0.0.1" in line]
    key = link.rsplit("/", 1)[1]
    assert any("https://" in line and line.strip().endswith(key) for line in run.said)
    assert run.ask(f"/api/invitations/{key}")["opens"] == "first"
    mira = {"name": "Mira", "password": "rope and tar and twine"}
    came = run.ask(f"/api/invitations/{key}", mira, "POST")
    assert (came["door"]["name"], came["door"]["keeper"]) == ("Mira", True)
    assert came["door"]["trust"].endswith(f":{run.port}/trust")
    with pytest.raises(AssertionError, match="sign_in_first"):
        run.ask()
    with pytest.raises(AssertionError, match="invitation_ended"):
        run.ask(f"/api/invitations/{key}", {**mira, "name": "Bo"}, "POST")
    knows = ssl.create_default_context(cafile=tmp_path / "https/authority.crt")
    with urllib.request.urlopen(
        f"https://localhost:{run.port + 1}/api/door", context=knows
    ) as told:
        assert json.load(told)["inside"] is False
    for n in range(7):  # whose word about an address is worth nothing
        guess = urllib.request.Request(
            f"http://127.0.0.1:{run.port}/api/door", b'{"name": "Mira", "password": "guess"}',
            {"Content-Type": "application/json", "X-Forwarded-For": f"10.1.1.{n}"}, method="POST",
        )  # fmt: skip
        with pytest.raises(urllib.error.HTTPError) as refused:
            urllib.request.urlopen(guess, timeout=20)
    assert refused.value.code == 429
    assert run.end() == 0
    again = Running(tmp_path, "--share")
    assert not any("/join/" in line for line in again.said)
    assert again.end() == 0


def test_a_password_is_set_on_the_machine(
    tmp_path: Path, monkeypatch: pytest.MonkeyPatch, capsys: pytest.CaptureFixture[str]
) -> None:
    said = ["short", "rope and tar", "rope and pitch", *["rope and tar"] * 2, *["tar and rope"] * 2]
    typed = iter(said)
    monkeypatch.setattr("getpass.getpass", lambda prompt: next(typed))
    verb = ["password", "--data", str(tmp_path)]
    mira = [*verb, "Mira"]
    assert [main(verb), main(mira), main(mira)] == [0, 2, 2]  # too short; not the same twice
    told = capsys.readouterr()
    assert "nobody yet" in told.out
    assert "fewer than 10" in told.err
    assert main(mira) == 0
    assert "first account" in capsys.readouterr().out
    assert main([*verb, "Bo"]) == 2  # others are invited
    assert "Who has an account: Mira." in capsys.readouterr().err
    assert main([*verb, "mira"]) == 0
    run = Running(tmp_path, "--share")
    entered = {"name": "Mira", "password": "rope and tar"}
    with pytest.raises(AssertionError, match="wrong_password"):
        run.ask("/api/door", entered, "POST")
    entered["password"] = "tar and rope"
    assert run.ask("/api/door", entered, "POST")["keeper"] is True
    assert run.end() == 0


def test_a_new_password_ends_calendars_too_if_asked(
    tmp_path: Path, monkeypatch: pytest.MonkeyPatch, capsys: pytest.CaptureFixture[str]
) -> None:
    run = Running(tmp_path)
    path = run.ask(f"{GARDEN}/calendar-address", body={}, method="POST")["path"]
    monkeypatch.setattr("getpass.getpass", lambda prompt: "rope and tar")
    verb = ["password", "Mira", "--data", str(tmp_path)]
    assert main(verb) == 0
    assert run.ask(f"{GARDEN}/calendar-address")["path"] == path
    assert main([*verb, "--end-calendars"]) == 0
    assert "calendars ended: 1" in capsys.readouterr().out
    assert run.ask(f"{GARDEN}/calendar-address")["path"] is None
    assert run.end() == 0
