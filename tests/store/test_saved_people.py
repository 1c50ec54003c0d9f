"""Accounts in a backup: back where nobody has one, and left alone where somebody has."""

import gzip
import json
from pathlib import Path

import pytest
from pydantic import ValidationError
from sqlalchemy import Engine, delete
from sqlalchemy.orm import Session

import gardens as make
from eznel.core.errors import Impossible
from eznel.store import backups, gardens, members, people, proving, sign_ins
from eznel.store.people import Person
from eznel.store.tables import PersonRow

GARDEN, ELSEWHERE = make.uid("garden"), make.uid("a garden that is in no backup")


@pytest.fixture
def mira(engine: Engine) -> Person:
    with Session(engine) as session:
        gardens.replace(
            session, make.garden_file(), based_on=0, who="Mira", check=lambda file: None
        )
        keeper = people.add(session, "Mira", "hash of Mira's", keeper=True)
        helper = people.add(session, "Old  Tomas", "hash of Tomas's", keeper=False)
        for who, role in ((keeper, "owner"), (helper, "helper")):
            members.join(session, GARDEN, who.id, role)  # type: ignore[arg-type]
        members.join(session, ELSEWHERE, helper.id, "owner")
        session.commit()
        people.set_code(session, helper.id, "JBSWY3DPEHPK3PXP")
        people.use_code(session, helper.id, 60_000_000)
        sign_ins.begin(session, keeper.id, "a browser", "192.168.1.20")
    return keeper


@pytest.fixture
def saved(engine: Engine, mira: Person, tmp_path: Path) -> Path:
    backups.save(engine, tmp_path / "day.eznel-backup")
    return tmp_path / "day.eznel-backup"


def lost(engine: Engine) -> None:
    """As on a new machine: no accounts, and so nobody in any garden."""
    with Session(engine) as session:
        session.execute(delete(PersonRow))
        session.commit()


def test_after_a_loss_everybody_is_back_in_their_gardens(
    engine: Engine, mira: Person, saved: Path
) -> None:
    lost(engine)
    assert [*backups.told(engine, backups.read(saved))][-1] == (
        "accounts (2): they come back, and sign in anew"
    )
    backups.restore(engine, backups.read(saved))
    with Session(engine) as session:
        tomas = people.named(session, "old tomas")
        assert tomas is not None
        assert (tomas.password, tomas.code_secret) == ("hash of Tomas's", "JBSWY3DPEHPK3PXP")
        # A code that was used before the loss is not used again.
        assert not people.use_code(session, tomas.person.id, 60_000_000)
        assert members.gardens_of(session, tomas.person) == {GARDEN: "helper"}
        assert members.role_in(session, GARDEN, mira) == "owner"
        assert [one.keeper for one in people.everybody(session)] == [True, False]
        assert sign_ins.of(session, mira.id) == []


def test_where_somebody_has_an_account_the_accounts_stay_as_they_are(
    engine: Engine, mira: Person, saved: Path
) -> None:
    """A password that was changed stays changed; who was taken out of the garden stays out."""
    with Session(engine) as session:
        people.set_password(session, mira.id, "hash of a new one")
        tomas = people.named(session, "Old Tomas")
        assert tomas is not None
        members.leave(session, GARDEN, tomas.person.id)
    assert [*backups.told(engine, backups.read(saved))][-1] == (
        "accounts (2): they stay in the file, as there are accounts here"
    )
    backups.restore(engine, backups.read(saved))
    with Session(engine) as session:
        assert people.known(session, mira.id).password == "hash of a new one"
        assert members.role_in(session, GARDEN, tomas.person) is None


def test_a_backup_of_a_release_before_has_no_accounts(
    engine: Engine, saved: Path, tmp_path: Path
) -> None:
    plain = json.loads(gzip.decompress(saved.read_bytes()))
    assert len(plain.pop("people")) == 2
    old = tmp_path / "old.eznel-backup"
    old.write_bytes(gzip.compress(json.dumps({**plain, "version": 2}).encode()))
    lost(engine)
    backups.restore(engine, backups.read(old))
    with Session(engine) as session:
        assert people.is_empty(session)


def test_two_of_one_name_are_no_backup_and_nothing_is_restored(
    engine: Engine, saved: Path, tmp_path: Path
) -> None:
    plain = json.loads(gzip.decompress(saved.read_bytes()))
    plain["people"][1]["name"] = "MIRA"
    plain["gardens"][0]["file"]["garden"]["name"] = "of the file"
    bent = tmp_path / "bent.eznel-backup"
    bent.write_bytes(gzip.compress(json.dumps(plain).encode()))
    lost(engine)
    with pytest.raises(Impossible):
        backups.restore(engine, backups.read(bent))
    with Session(engine) as session:
        assert people.is_empty(session)
    assert not any("of the file" in one for one in backups.told(engine, backups.read(saved)))


def test_codes_of_what_no_app_can_read_are_no_backup(saved: Path, tmp_path: Path) -> None:
    plain = json.loads(gzip.decompress(saved.read_bytes()))
    plain["people"][1]["code_secret"] = "a secret"
    bent = tmp_path / "bent.eznel-backup"
    bent.write_bytes(gzip.compress(json.dumps(plain).encode()))
    with pytest.raises(ValidationError, match="code_secret"):
        backups.read(bent)


def test_a_proof_tells_when_accounts_do_not_come_back(
    engine: Engine, saved: Path, monkeypatch: pytest.MonkeyPatch
) -> None:
    assert proving.prove(engine, saved, lambda file: b"").wrong == ()
    monkeypatch.setattr(backups, "put_back", lambda *those: False)
    assert proving.prove(engine, saved, lambda file: b"").wrong == (
        "The accounts do not come back as they were saved.",
    )
