"""A throwaway MariaDB for the whole run, an application on it, and a browser."""

from collections.abc import Iterator

import pytest
from fastapi.testclient import TestClient
from hypothesis import settings
from sqlalchemy import Engine, delete

from eznel import catalogue, demo
from eznel.api.app import create_app
from eznel.api.services import Services
from eznel.core.document import GardenFile
from eznel.core.plan import Made, make
from eznel.store import database
from eznel.store.server import PrivateServer
from eznel.store.tables import Base
from gardens import clock
from running import UI, served

# Nothing here is a test of speed: a first call may load a library.
settings.register_profile("patient", deadline=None)
settings.load_profile("patient")

FIRST = [table for table in Base.metadata.sorted_tables if not table.foreign_keys]
"""What refers to nothing: all else goes with it."""


@pytest.fixture(scope="session")
def server(tmp_path_factory: pytest.TempPathFactory) -> Iterator[PrivateServer]:
    private = PrivateServer(tmp_path_factory.mktemp("mariadb"))
    private.start()
    yield private
    private.stop()


@pytest.fixture(scope="session")
def database_engine(
    server: PrivateServer, tmp_path_factory: pytest.TempPathFactory
) -> Iterator[Engine]:
    engine = database.connect(server.url)
    database.migrate(engine, tmp_path_factory.mktemp("kept"))
    yield engine
    engine.dispose()


@pytest.fixture
def engine(database_engine: Engine) -> Engine:
    """An empty store."""
    with database_engine.begin() as connection:
        for table in FIRST:
            connection.execute(delete(table))
    return database_engine


@pytest.fixture
def services(engine: Engine, planned: Made) -> Iterator[Services]:
    found = Services(engine, catalogue.load(), clock)
    found.know(planned)
    yield found
    found.apart.close()


@pytest.fixture
def client(services: Services) -> Iterator[TestClient]:
    with TestClient(create_app(services), base_url="http://127.0.0.1") as found:
        yield found


@pytest.fixture(scope="session")
def slip() -> GardenFile:
    """The demo garden, made once."""
    return demo.garden_file()


@pytest.fixture(scope="session")
def planned(slip: GardenFile) -> Made:
    """The demo garden's plan, made once: where every application of the tests begins."""
    return make(slip.garden, slip.log, clock(slip.garden), catalogue.load())


@pytest.fixture
def slip_client(client: TestClient, slip: GardenFile) -> TestClient:
    """The application with the demo garden in it."""
    sent = client.put(f"/api/gardens/{demo.SLIP}/file", json=slip.model_dump(mode="json"))
    assert sent.status_code == 200
    return client


@pytest.fixture
def address(services: Services) -> Iterator[str]:
    """The whole application, interface included, on a loopback port."""
    with served(create_app(services, UI)) as found:
        yield found
