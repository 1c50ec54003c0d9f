"""After the loss of a machine: a backup, another store, and everybody signs in as before."""

from pathlib import Path

from sqlalchemy import delete
from sqlalchemy.orm import Session

import sharing
from eznel import demo
from eznel.api.services import Services
from eznel.core.document import GardenFile
from eznel.store import backups, gardens, people
from eznel.store.tables import GardenRow, PersonRow


def test_whoever_is_back_signs_in_and_may_what_they_might(
    services: Services, slip: GardenFile, tmp_path: Path
) -> None:
    with Session(services.engine) as session:
        gardens.replace(session, slip, based_on=0, who="demo", check=lambda file: None)
    tomas = sharing.somebody(services, "Tomas")
    sharing.somebody(services, "Mira", keeper=True)
    sharing.joined(services, tomas, demo.SLIP, "reader")
    was_in = sharing.browser(sharing.shared(services), tomas)
    assert was_in.get(f"/api/gardens/{demo.SLIP}").status_code == 200
    backups.save(services.engine, tmp_path / "day.eznel-backup")

    with Session(services.engine) as session:
        session.execute(delete(PersonRow))
        session.execute(delete(GardenRow))
        session.commit()
    backups.restore(services.engine, backups.read(tmp_path / "day.eznel-backup"))

    assert was_in.get(f"/api/gardens/{demo.SLIP}").status_code == 401
    client = sharing.browser(sharing.shared(services))
    assert sharing.signing_in(client, "Tomas", "not this one") == 401
    assert sharing.signing_in(client, "Tomas") < 300
    assert client.get(f"/api/gardens/{demo.SLIP}").json()["role"] == "reader"
    removed = client.delete(f"/api/gardens/{demo.SLIP}/places/{demo.id_of('Keel bed')}?based_on=1")
    assert removed.status_code == 403


def test_a_password_that_is_no_hash_lets_nobody_in(services: Services) -> None:
    """As in a backup that somebody wrote by hand."""
    with Session(services.engine) as session:
        people.add(session, "Tomas", "no hash", keeper=False)
        session.commit()
    client = sharing.browser(sharing.shared(services))
    assert sharing.signing_in(client, "Tomas", "no hash") == 401
