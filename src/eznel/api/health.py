"""Whether the application lives and can answer, for a proxy before it, and what it counts."""

from fastapi import APIRouter, HTTPException, Request, Response
from prometheus_client import CONTENT_TYPE_LATEST, generate_latest
from pydantic import BaseModel

from eznel.api.asking import is_here
from eznel.api.services import TheServices
from eznel.store import database

router = APIRouter(include_in_schema=False)


class HealthView(BaseModel):
    """Whether it is as asked."""

    ok: bool


@router.get("/healthz")
async def read_health() -> HealthView:
    """Read whether the application lives; it asks nobody else."""
    return HealthView(ok=True)


@router.get("/readyz")
def read_readiness(services: TheServices, response: Response) -> HealthView:
    """Read whether requests can be answered: the database is there and in step with its nodes."""
    ok = database.is_ready(services.engine)
    response.status_code = 200 if ok else 503
    return HealthView(ok=ok)


@router.get("/metrics")
def read_metrics(services: TheServices, request: Request) -> Response:
    """Read what is counted and timed, in the usual text format; on this very machine alone."""
    if not is_here(request):
        raise HTTPException(404)
    metrics = services.metrics
    metrics.connections.set(database.in_use(services.engine))
    return Response(generate_latest(metrics.registry), media_type=CONTENT_TYPE_LATEST)
