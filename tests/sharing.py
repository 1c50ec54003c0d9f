"""A shared store with people in it, who have signed in without typing."""

from functools import cache

from fastapi import FastAPI
from fastapi.testclient import TestClient
from sqlalchemy.orm import Session

from eznel.api.app import create_app
from eznel.api.entry import COOKIE
from eznel.api.passwords import hashed
from eznel.api.services import Services
from eznel.store import members, people, sign_ins
from eznel.store.members import Role
from eznel.store.people import Person

PASSWORD = "rope and tar and twine"
AT = "http://192.168.1.7:8417"


@cache
def password_hash() -> str:
    """Of everybody's password: hashing takes its time, by intent."""
    return hashed(PASSWORD)


def shared(services: Services) -> FastAPI:
    """The application as it is shared."""
    return create_app(services, shared=True)


def somebody(services: Services, name: str, *, keeper: bool = False) -> Person:
    """Somebody with an account."""
    with Session(services.engine) as session:
        made = people.add(session, name, password_hash(), keeper=keeper)
        session.commit()
        return made


def joined(services: Services, who: Person, garden_id: str, role: Role) -> None:
    """Let somebody into a garden."""
    with Session(services.engine) as session:
        members.join(session, garden_id, who.id, role)
        session.commit()


def browser(app: FastAPI, who: Person | None = None, address: str = "192.168.1.20") -> TestClient:
    """A browser, signed in where somebody is named."""
    client = TestClient(app, base_url=AT, client=(address, 1))
    if who is not None:
        with Session(app.state.services.engine) as session:
            client.cookies.set(COOKIE, sign_ins.begin(session, who.id, "a browser", address))
    return client


def signing_in(client: TestClient, name: str, password: str = PASSWORD, code: str = "") -> int:
    """Sign in by typing; HTTP's number of the answer."""
    typed = {"name": name, "password": password, "code": code}
    return client.post("/api/door", json=typed).status_code
