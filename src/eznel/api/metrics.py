"""What is counted and timed of a running application, for whoever keeps it.

Told by the name of a route alone: no address, no garden, nobody's name, no word that was typed.
"""

import json
import sys
from datetime import UTC, datetime
from time import perf_counter

from prometheus_client import CollectorRegistry, Counter, Gauge, Histogram
from starlette.types import ASGIApp, Message, Receive, Scope, Send

SECONDS = (0.005, 0.01, 0.02, 0.05, 0.1, 0.2, 0.5, 1.0, 2.0, 5.0, 10.0)
"""Where the buckets of times end. [s]"""
METHODS = ("GET", "HEAD", "PUT", "POST", "DELETE", "OPTIONS")
"""What else somebody may send is counted as one: every other name would take memory."""
NO_ROUTE = "none"
"""What is asked for and is not there."""


class Metrics:
    """The counts of one application, from its start on."""

    def __init__(self) -> None:
        self.registry = CollectorRegistry()
        self.answers = Counter(
            "eznel_answers", "Requests answered.", ("route", "method", "status"),
            registry=self.registry,
        )  # fmt: skip
        self.answer_seconds = Histogram(
            "eznel_answer_seconds", "From the request to the end of its answer.", ("route",),
            buckets=SECONDS, registry=self.registry,
        )  # fmt: skip
        self.plan_seconds = Histogram(
            "eznel_plan_seconds", "What a plan took that was computed.", buckets=SECONDS,
            registry=self.registry,
        )  # fmt: skip
        self.gardens = Counter(
            "eznel_gardens_read", "Gardens asked of the store.", ("found",), registry=self.registry
        )
        self.inside = Gauge(
            "eznel_requests_inside", "Requests that are worked on or wait.", registry=self.registry
        )
        self.sent_away = Counter(
            "eznel_requests_sent_away", "Requests that were told to come again.",
            registry=self.registry,
        )  # fmt: skip
        self.connections = Gauge(
            "eznel_database_connections", "Connections to the database in use.",
            registry=self.registry,
        )  # fmt: skip


class Measured:
    """Counts and times every answer, and logs it where that is wanted: a line of JSON each."""

    def __init__(self, app: ASGIApp, metrics: Metrics, *, logs: bool) -> None:
        self.app, self._metrics, self._logs = app, metrics, logs

    async def __call__(self, scope: Scope, receive: Receive, send: Send) -> None:
        """Answer a request, or pass it on."""
        if scope["type"] != "http":
            await self.app(scope, receive, send)
            return
        began, status = perf_counter(), 500

        async def sent(message: Message) -> None:
            nonlocal status
            if message["type"] == "http.response.start":
                status = message["status"]
            await send(message)

        try:
            await self.app(scope, receive, sent)
        finally:
            self._note(scope, status, perf_counter() - began)

    def _note(self, scope: Scope, status: int, took_s: float) -> None:
        route = getattr(scope.get("route"), "name", NO_ROUTE)
        method = scope["method"] if scope["method"] in METHODS else "other"
        self._metrics.answers.labels(route, method, status).inc()
        self._metrics.answer_seconds.labels(route).observe(took_s)
        if self._logs:
            line = {
                "at": datetime.now(UTC).isoformat(timespec="milliseconds"),
                "route": route,
                "method": method,
                "status": status,
                "ms": round(1000 * took_s, 1),
            }
            print(json.dumps(line), file=sys.stderr, flush=True)
