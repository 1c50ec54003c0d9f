"""The application, wired. Whoever starts it says where data is, what day it is, and who may ask."""

from pathlib import Path
from typing import Any

from fastapi import FastAPI
from fastapi.responses import FileResponse
from fastapi.routing import APIRoute
from pydantic.json_schema import models_json_schema
from starlette.exceptions import HTTPException
from starlette.middleware.gzip import GZipMiddleware
from starlette.middleware.trustedhost import TrustedHostMiddleware

from eznel.api import (
    account,
    balance,
    book,
    calendar_feed,
    devices,
    door,
    entry,
    gardens,
    health,
    history,
    invitations,
    limits,
    looking,
    mixes,
    moisture,
    people,
    photos,
    planning,
    plans,
    problems,
    product_files,
    raising,
    reference,
    roles,
    shed,
    soil_files,
    source_water,
    state,
    sums,
    taught,
    things,
    trials,
    weather,
)
from eznel.api.metrics import Measured, Metrics
from eznel.api.services import Services
from eznel.api.trust import Elsewhere, Trust

# On loopback without sign-in, the name asked for is the guard against pages elsewhere.
HOSTS = ["127.0.0.1", "localhost", "[::1]"]


def create_app(
    services: Services | None,
    ui: Path | None = None,
    trust: Trust | None = None,
    *,
    shared: bool = False,
    logs: bool = False,
) -> FastAPI:
    """Return the application.

    Parameters
    ----------
    services : Services or None
        Store, catalogue and clock; None only to describe the API. [services]
    ui : Path or None
        Folder of the built interface; None serves the API alone.
    trust : Trust or None
        How it is asked from elsewhere over https; None where it serves no https of its own.
    shared : bool
        Whether people sign in; on loopback alone nobody does.
    logs : bool
        Whether every answer is logged: a line of JSON each, without a personal word.

    Returns
    -------
    FastAPI
        Ready to serve.
    """
    app = FastAPI(
        title="Eznel",
        version="0.1.0",
        docs_url=None,
        redoc_url=None,
        openapi_url=None,
        generate_unique_id_function=_operation,
        dependencies=[roles.ALLOWED],
    )
    app.state.services = services
    app.state.door = entry.Door(
        shared=shared,
        elsewhere=trust.https if trust else "",
        trust=trust.http if trust and trust.certificate else None,
    )
    names = []
    for module in (
        gardens,
        things,
        taught,
        trials,
        history,
        looking,
        plans,
        planning,
        shed,
        weather,
        soil_files,
        raising,
        book,
        mixes,
        source_water,
        moisture,
        balance,
        devices,
        product_files,
        photos,
        calendar_feed,
        reference,
        sums,
        door,
        account,
        people,
        invitations,
        state,
        health,
    ):
        app.include_router(module.router)
        names += [route.name for route in module.router.routes if isinstance(route, APIRoute)]
    if unruled := roles.missing(names):
        raise LookupError(f"nobody may ask for {', '.join(unruled)}: see roles")
    problems.install(app)
    app.add_middleware(door.Guard)
    if trust is not None:
        app.add_middleware(Elsewhere, trust=trust)
    metrics = services.metrics if services else Metrics()
    app.add_middleware(limits.Queue, metrics=metrics)
    app.add_middleware(limits.Bounded)
    app.add_middleware(GZipMiddleware, minimum_size=1000, compresslevel=3)
    if not shared:
        app.add_middleware(TrustedHostMiddleware, allowed_hosts=HOSTS)
    app.add_middleware(Measured, metrics=metrics, logs=logs)
    if ui is not None:
        _serve(app, ui.resolve())
    return app


def description() -> dict[str, Any]:
    """Return the OpenAPI description, from which the interface's types are generated.

    Returns
    -------
    dict
        OpenAPI 3.1.
    """
    found = create_app(None).openapi()
    for verbs in found["paths"].values():
        for route in verbs.values():
            promised = {s: answer for s, answer in route["responses"].items() if s[0] == "2"}
            route["responses"] = {**promised, **problems.REFUSED}
    shapes: dict[str, Any] = found["components"]["schemas"]
    for name in ("HTTPValidationError", "ValidationError"):  # the framework's, which we never send
        del shapes[name]
    _, problem = models_json_schema(
        [(problems.Problem, "serialization")], ref_template="#/components/schemas/{model}"
    )
    found["components"]["schemas"] = dict(sorted({**shapes, **problem["$defs"]}.items()))
    return found


def _operation(route: APIRoute) -> str:
    return route.name


def _serve(app: FastAPI, ui: Path) -> None:
    """Serve the built interface: its files by name, and its page for every view's address."""

    @app.get("/{path:path}", include_in_schema=False)
    def page(path: str) -> FileResponse:
        if path.startswith("api/"):
            raise HTTPException(404, "there is nothing at this address")
        try:
            file = (ui / path).resolve()
            there = bool(path) and file.is_relative_to(ui) and file.is_file()
        except (OSError, ValueError) as error:  # longer than a name can be, or none at all
            raise HTTPException(404, "there is nothing at this address") from error
        if there:
            kept = "max-age=31536000, immutable" if path.startswith("assets/") else "no-cache"
            return FileResponse(file, headers={"Cache-Control": kept})
        return FileResponse(ui / "index.html", headers={"Cache-Control": "no-cache"})
