"""Bounds on every request: how large it may be, how many are worked on, headers of every answer."""

import asyncio

from fastapi.responses import JSONResponse
from starlette.datastructures import Headers, MutableHeaders
from starlette.requests import Request
from starlette.types import ASGIApp, Message, Receive, Scope, Send

from eznel.api import problems
from eznel.api.metrics import Metrics
from eznel.api.speech import locale_of

MOST_BYTES = 10_000_000
"""A request larger than this is refused, at the latest as it comes. [bytes]"""

MOST_OF_A_GARDEN = 60_000_000
"""The same for a garden file, which brings its photos. [bytes]"""

MOST_OF_A_FILE = 7_000_000
"""What is sent in a file or pasted: as much as fits in a request once it is encoded. Each reader
takes less, and says how much. [bytes]"""

MOST_AT_THE_DOOR = 4_000
"""The same for whoever is not in yet. [bytes]"""

MOST_AT_ONCE = 160
"""Requests that are worked on or wait; more are asked to come again. [count]"""

AT_WORK = 20
"""Requests that are worked on at once, fewer than there are workers: more would only get in each
other's way. [count]"""

PATIENCE_S = 0.5
"""How long a request waits to begin before it is asked to come again. [s]"""

AGAIN_S = 1
"""When they are asked to. [s]"""

HEADERS = {
    "Content-Security-Policy": (
        "default-src 'self'; style-src 'self' 'unsafe-inline'; img-src 'self' data:;"
        " font-src 'self' data:; frame-ancestors 'none'; base-uri 'self'; form-action 'self'"
    ),
    "X-Content-Type-Options": "nosniff",
    "Referrer-Policy": "no-referrer",
}


class Bounded:
    """Refuses what is too large, and sends the same headers with every answer."""

    def __init__(self, app: ASGIApp) -> None:
        self.app = app

    async def __call__(self, scope: Scope, receive: Receive, send: Send) -> None:
        """Answer a request, or pass it on."""
        if scope["type"] != "http":
            await self.app(scope, receive, send)
            return
        outside = scope["path"].startswith(("/api/door", "/api/invitations/"))
        most = MOST_AT_THE_DOOR if outside else MOST_BYTES
        if scope["method"] == "PUT" and scope["path"].endswith("/file"):
            most = MOST_OF_A_GARDEN
        told = Headers(scope=scope).get("content-length") or "0"
        exchange = _Exchange(receive, send, most)
        if told.isdecimal() and int(told) > most:
            exchange.too_much = True
        else:
            await exchange.run(self.app, scope)
        if exchange.too_much and not exchange.started:
            exchange.too_much = False
            await _refused(scope, 413, "too_large")(scope, receive, exchange.send)


class _Exchange:
    """One request and its answer: what comes is counted, whatever length was told."""

    def __init__(self, receive: Receive, send: Send, most: int) -> None:
        self._receive, self._send, self._left = receive, send, most
        self.started, self.too_much = False, False

    async def run(self, app: ASGIApp, scope: Scope) -> None:
        try:
            await app(scope, self.receive, self.send)
        except Exception:
            if not self.too_much:  # else it stumbled over a body that was cut off
                raise

    async def receive(self) -> Message:
        message = await self._receive()
        self._left -= len(message.get("body", b""))
        if self._left < 0:
            self.too_much = True
            return {"type": "http.disconnect"}  # nobody reads on
        return message

    async def send(self, message: Message) -> None:
        if self.too_much and not self.started:
            return
        if message["type"] == "http.response.start":
            self.started = True
            MutableHeaders(scope=message).update(HEADERS)
        await self._send(message)


class Queue:
    """Keeps the queue short: whoever would wait too long is told when to come again."""

    def __init__(self, app: ASGIApp, metrics: Metrics) -> None:
        self.app, self.inside, self._metrics = app, 0, metrics
        self._free = asyncio.Semaphore(AT_WORK)

    async def __call__(self, scope: Scope, receive: Receive, send: Send) -> None:
        """Answer a request, or pass it on."""
        if scope["type"] != "http" or not scope["path"].startswith("/api/"):
            await self.app(scope, receive, send)
            return
        if self.inside >= MOST_AT_ONCE:
            await self._sent_away(scope, receive, send)
            return
        self.inside += 1
        try:
            with self._metrics.inside.track_inprogress():
                await self._when_free(scope, receive, send)
        finally:
            self.inside -= 1

    async def _when_free(self, scope: Scope, receive: Receive, send: Send) -> None:
        try:
            await asyncio.wait_for(self._free.acquire(), PATIENCE_S)
        except TimeoutError:
            await self._sent_away(scope, receive, send)
            return
        try:
            await self.app(scope, receive, send)
        finally:
            self._free.release()

    async def _sent_away(self, scope: Scope, receive: Receive, send: Send) -> None:
        self._metrics.sent_away.inc()
        await _busy(scope)(scope, receive, send)


def _busy(scope: Scope) -> JSONResponse:
    answer = _refused(scope, 503, "busy")
    answer.headers["Retry-After"] = str(AGAIN_S)
    return answer


def _refused(scope: Scope, status: int, key: str) -> JSONResponse:
    problem = problems.refusal(status, key, locale_of(Request(scope)))
    return JSONResponse(problem.model_dump(), status_code=status, media_type=problems.MEDIA_TYPE)
