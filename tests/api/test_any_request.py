"""Requests made from the description of the API itself: whatever comes, the answer is described.

EZNEL_ANY_REQUESTS says how many of each route; three by default, a few hundred for a long look.
"""

import os
from collections.abc import Iterator
from functools import cache
from typing import Any

import pytest
import schemathesis
from fastapi.testclient import TestClient
from hypothesis import HealthCheck, Phase, given, settings
from schemathesis.checks import CHECKS
from sqlalchemy import Engine

import gardens as make
from eznel import catalogue
from eznel.api.app import create_app, description
from eznel.api.services import Services
from eznel.store.kinds import KINDS
from gardens import clock

EACH = int(os.environ.get("EZNEL_ANY_REQUESTS", "3"))
DESCRIBED = [
    "not_a_server_error", "status_code_conformance", "content_type_conformance",
    "response_headers_conformance", "response_schema_conformance",
]  # fmt: skip
GARDEN = make.garden_file(
    places=[make.bed()],
    plantings=[make.planting("cucumber", plants=8)],
    products=[make.product("feed", "soluble", N=12, K2O=12)],
)
THERE = {
    "garden_id": make.uid("garden"),
    "planting": make.uid("cucumber"),
    "planting_id": make.uid("cucumber"),
    "place_id": make.uid("bed"),
    "product": make.uid("feed"),
}
"""Half of the requests ask for what is there: nothing else leads beyond "no such garden"."""
SETTLED = settings(
    max_examples=EACH, database=None, derandomize=EACH < 10, deadline=None, phases=[Phase.generate],
    suppress_health_check=list(HealthCheck),
)  # fmt: skip


@cache
def operations() -> dict[str, Any]:
    schema = schemathesis.openapi.from_dict(description())
    found = (result.ok() for result in schema.get_all_operations())
    return {one.definition.raw["operationId"]: one for one in found}


def names() -> list[str]:
    """Of all routes; what is made alike for all kinds of things is asked of one kind of several."""
    paths = description()["paths"].values()
    found = (route["operationId"] for verbs in paths for route in verbs.values())
    alike = {f"{verb}_{kind.name}" for verb in ("save", "replace") for kind in KINDS.values()}
    alike |= {f"remove_{kind.label}" for kind in KINDS.values()}
    return sorted(set(found) - alike | {"save_feeds", "replace_feeds", "remove_feed"})


@pytest.fixture(scope="module")
def application(database_engine: Engine) -> Iterator[TestClient]:
    """One for all: it is asked for thousands of things."""
    services = Services(database_engine, catalogue.load(), clock)
    with TestClient(
        create_app(services), base_url="http://127.0.0.1", raise_server_exceptions=False
    ) as found:
        yield found
    services.apart.close()


@pytest.fixture
def asked(application: TestClient, engine: Engine) -> TestClient:
    """With a garden in an empty store."""
    body = GARDEN.model_dump(mode="json")
    application.put(f"/api/gardens/{THERE['garden_id']}/file", json=body).raise_for_status()
    return application


@pytest.mark.parametrize("name", names())
def test_every_answer_is_described(asked: TestClient, name: str) -> None:
    operation, count = operations()[name], 0

    @SETTLED
    @given(operation.as_strategy())
    def answered(case: Any) -> None:
        nonlocal count
        count += 1
        if count % 2 and case.path_parameters:
            known = {key: THERE.get(key, value) for key, value in case.path_parameters.items()}
            case.path_parameters = known
        sent = case.as_transport_kwargs()
        sent["headers"] = {k: v for k, v in sent["headers"].items() if k != "User-Agent"}
        answer = asked.request(**{**sent, "cookies": None})
        case.validate_response(answer, checks=[CHECKS.get_one(one) for one in DESCRIBED])

    answered()
