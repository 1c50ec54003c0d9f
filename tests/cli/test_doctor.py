"""What is wrong with a data folder is said, with what to do; a backup is proved by restoring it."""

import gzip
import json
import os
import threading
import time
from datetime import UTC, datetime, timedelta
from pathlib import Path
from typing import Any

import pytest
from sqlalchemy import Engine, text
from sqlalchemy.orm import Session

import gardens as make
from eznel import doctor, serve
from eznel.api.services import Watch
from eznel.certificates import authority
from eznel.cli import main
from eznel.core.document import GardenFile
from eznel.store import backups, gardens, proving
from running import Running, program

GARDEN = f"/api/gardens/{make.uid('garden')}"


def planned(file: GardenFile) -> bytes:
    return file.garden.name.encode()


@pytest.fixture
def saved(engine: Engine, tmp_path: Path) -> Path:
    file = make.garden_file(places=[make.bed()], plantings=[make.planting("kale")])
    with Session(engine) as session:
        gardens.replace(session, file, based_on=0, who="Mira", check=lambda file: None)
    backups.save(engine, tmp_path / "day.eznel-backup")
    return tmp_path / "day.eznel-backup"


def beside(engine: Engine) -> list[str]:
    with engine.connect() as connection:
        return [name for (name,) in connection.execute(text("SHOW DATABASES LIKE '%proof'"))]


def test_a_good_backup_is_proved_and_leaves_nothing(engine: Engine, saved: Path) -> None:
    proof = proving.prove(engine, saved, planned)
    assert (proof.gardens, proof.wrong) == (1, ())
    assert beside(engine) == []


def test_a_store_that_is_not_what_was_saved_is_found(engine: Engine, saved: Path) -> None:
    with engine.begin() as connection:
        connection.execute(text("UPDATE garden SET name = 'another'"))  # by no write of ours
    (wrong,) = proving.prove(engine, saved, planned).wrong
    assert "is not what was saved of it" in wrong


def test_a_garden_that_went_on_is_no_fault(engine: Engine, saved: Path) -> None:
    with Session(engine) as session:
        file = make.garden_file(places=[make.bed()])
        gardens.replace(session, file, based_on=1, who="Mira", check=lambda file: None)
    assert proving.prove(engine, saved, planned).wrong == ()


def test_another_plan_is_found(engine: Engine, saved: Path) -> None:
    """Plans that differ from the second garden on, which is the one that was restored."""
    count = iter(range(9))
    (wrong,) = proving.prove(engine, saved, lambda file: str(next(count)).encode()).wrong
    assert wrong == "a garden comes back with another plan."


@pytest.mark.parametrize("damage", [b"", b"rope", gzip.compress(b"{}", mtime=0)], ids=len)
def test_what_is_no_backup_is_said(engine: Engine, saved: Path, damage: bytes) -> None:
    saved.write_bytes(damage)
    (wrong,) = proving.prove(engine, saved, planned).wrong
    assert "day.eznel-backup cannot be read" in wrong


def test_a_folder_is_looked_at_beside_the_application(tmp_path: Path) -> None:
    run = Running(tmp_path, "--no-demo")
    file = make.garden_file(places=[make.bed()])
    run.ask(f"{GARDEN}/file", file.model_dump(mode="json"))
    kept = tmp_path / "backups/2099-01-01.eznel-backup"  # newer than the one of today
    assert main(["backup", str(kept), "--data", str(tmp_path)]) == 0
    well = program("doctor", "--data", str(tmp_path))
    assert well.returncode == 0, well.stdout + well.stderr
    assert "a garden can be read" in well.stdout
    assert "gives 1 garden as saved" in well.stdout
    assert run.end() == 0
    old = time.time() - 5 * 86_400
    os.utime(kept, (old, old))
    (tmp_path / "photo.part").touch()
    look = program("doctor", "--data", str(tmp_path))
    assert look.returncode == 1
    assert "5 days old" in look.stdout
    assert "left half written" in look.stdout
    (tmp_path / "database/data/ibdata1").write_bytes(b"rope")
    wrong = program("doctor", "--data", str(tmp_path))
    assert wrong.returncode == 2
    assert "is damaged" in wrong.stdout
    assert "./eznel restore" in wrong.stdout


def test_no_folder_is_said(tmp_path: Path, capsys: pytest.CaptureFixture[str]) -> None:
    assert main(["doctor", "--data", str(tmp_path / "nowhere")]) == 2
    assert "There is no folder" in capsys.readouterr().out


@pytest.mark.parametrize(
    ("free", "how"), [(2_000_000_000, "well"), (999_999_999, "look"), (199_999_999, "wrong")]
)
def test_room_is_said_before_there_is_none(
    tmp_path: Path, monkeypatch: pytest.MonkeyPatch, free: int, how: str
) -> None:
    class Usage:
        def __init__(self) -> None:
            self.free = free

    monkeypatch.setattr(doctor.shutil, "disk_usage", lambda path: Usage())
    assert doctor.room(tmp_path).how == how


def test_a_certificate_that_ends_is_said(tmp_path: Path) -> None:
    now = datetime.now(UTC)
    own = authority(tmp_path / "https", now)
    assert [one.how for one in doctor._certificates(tmp_path, now)] == ["well"]
    much_later = now + timedelta(days=365 * 30)
    assert [one.how for one in doctor._certificates(tmp_path, much_later)] == ["look"]
    own.certificate.write_text("rope")
    assert [one.how for one in doctor._certificates(tmp_path, now)] == ["wrong"]


def test_the_daily_backup_is_made_and_then_proved(
    engine: Engine, tmp_path: Path, monkeypatch: pytest.MonkeyPatch
) -> None:
    said: list[Any] = []
    ended, watch = threading.Event(), Watch(tmp_path)

    def proved(data: Path, path: Path, ended: threading.Event) -> str:
        said.append(json.loads(gzip.decompress(path.read_bytes()))["format"])
        ended.set()
        return "unproven"

    monkeypatch.setattr(serve, "_proved", proved)
    monkeypatch.setattr(serve, "ROUND_S", 0.01)
    serve._save_daily(engine, watch, ended)
    assert (said, watch.backup) == (["eznel backup"], "unproven")


def test_a_backup_that_cannot_be_made_is_said(
    engine: Engine, tmp_path: Path, monkeypatch: pytest.MonkeyPatch
) -> None:
    (tmp_path / "backups").write_text("a file where the folder should be")
    ended, watch = threading.Event(), Watch(tmp_path)
    ended.set()
    serve._save_daily(engine, watch, ended)
    assert watch.backup == "failed"
