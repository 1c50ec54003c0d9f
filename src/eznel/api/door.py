"""The door of a shared garden: one password, a session in a cookie, and patience with guessing.

On loopback alone nobody is asked. Shared in the local network, every request but the interface's
own files needs a session. Passwords are hashed by argon2; sessions are signed, so that several
processes can serve one database, and a new password ends all of them. Those that people end
themselves are kept in the store until they would be over.
"""

import secrets
import time
from collections import OrderedDict
from dataclasses import dataclass, field
from ipaddress import ip_address, ip_network
from threading import BoundedSemaphore, Lock
from typing import Annotated
from urllib.parse import urlsplit

from argon2 import PasswordHasher
from argon2.exceptions import VerificationError
from fastapi import APIRouter, Body, Request, Response
from fastapi.responses import JSONResponse
from itsdangerous import BadSignature, TimestampSigner
from pydantic import BaseModel
from sqlalchemy.exc import OperationalError
from sqlalchemy.orm import Session
from starlette.concurrency import run_in_threadpool
from starlette.types import ASGIApp, Receive, Scope, Send

from eznel.api.problems import MEDIA_TYPE, RESPONSES, Busy, TooManyTries, WrongPassword, refusal
from eznel.api.speech import locale_of
from eznel.store import ended_sessions

COOKIE, SAFE_COOKIE = "eznel_session", "__Host-eznel_session"
"""Over https a browser takes the second from this very host alone, and never over http."""
SESSION_S = 60 * 24 * 3600
MOST_FAILURES = 5
MOST_KNOWN = 10_000
"""Addresses whose failures are remembered. [count]"""
MOST_CHECKING = 4
"""Passwords that are checked at once. [count]"""
KEY_BYTES = 24
FORGET_S = 60.0
OPEN = ("/api/door", "/api/words", "/api/calendar/")
"""A calendar's key is its own permission: phone calendars have no session."""
SAFE = ("GET", "HEAD")

router = APIRouter(prefix="/api/door", tags=["door"], responses=RESPONSES)


@dataclass
class Door:
    """The password's hash, and who has failed lately. Without a hash everybody is let in."""

    password_hash: str = ""
    _failures: OrderedDict[str, list[float]] = field(default_factory=OrderedDict)
    _lock: Lock = field(default_factory=Lock)
    _checking: BoundedSemaphore = field(default_factory=lambda: BoundedSemaphore(MOST_CHECKING))

    @property
    def shut(self) -> bool:
        """Whether a password is asked for."""
        return bool(self.password_hash)

    def enter(self, password: str, address: str) -> str:
        """Return a session for the right password; refuse guessing from one network address."""
        network = _network(address)
        self._count(network)
        if not self._checking.acquire(blocking=False):  # each takes much memory, by intent
            raise Busy("password", "busy")
        try:
            PasswordHasher().verify(self.password_hash, password)
        except VerificationError as error:
            raise WrongPassword("password", "wrong_password") from error
        finally:
            self._checking.release()
        with self._lock:
            self._failures.pop(network, None)
        return self._signer().sign(secrets.token_urlsafe(KEY_BYTES).encode()).decode()

    def _count(self, network: str) -> None:
        """Count a try before it is checked, so that many at once do not slip by."""
        now = time.monotonic()
        with self._lock:
            tries = [t for t in self._failures.pop(network, []) if now - t < FORGET_S]
            self._failures[network] = tries
            if len(tries) >= MOST_FAILURES:
                raise TooManyTries("password", "too_many_tries", seconds=FORGET_S)
            tries.append(now)
            while len(self._failures) > MOST_KNOWN:
                self._failures.popitem(last=False)

    def key_of(self, session: str) -> str | None:
        """Return what a session is known by; None where it is not ours, or too old."""
        try:
            return self._signer().unsign(session, max_age=SESSION_S).decode()
        except BadSignature:
            return None

    def _signer(self) -> TimestampSigner:
        return TimestampSigner(self.password_hash, salt="session")


def _network(address: str) -> str:
    """The network that one household has: a whole IPv4 address, half of an IPv6 one."""
    try:
        found = ip_address(address)
    except ValueError:
        return address
    return str(ip_network((found, 64), strict=False)) if found.version == 6 else address


def hashed(password: str) -> str:
    """Return the hash of a password, with its salt.

    Parameters
    ----------
    password : str
        As typed.

    Returns
    -------
    str
        In argon2's own format.
    """
    return PasswordHasher().hash(password)


class DoorView(BaseModel):
    """Whether a password is asked for, and whether this browser is in."""

    shut: bool
    inside: bool


@router.get("")
def read_door(request: Request) -> DoorView:
    """Read whether a password is asked for."""
    door: Door = request.app.state.door
    return DoorView(shut=door.shut, inside=_inside(request))


@router.post("")
def enter(
    password: Annotated[str, Body(embed=True, max_length=200)], request: Request, response: Response
) -> DoorView:
    """Enter with the password; the session is kept in a cookie that scripts cannot read."""
    door: Door = request.app.state.door
    if door.shut and not _inside(request):  # who is in is not kept out by somebody's guesses
        address = request.client.host if request.client else ""
        session = door.enter(password, address)
        response.set_cookie(
            _cookie(request), session, max_age=SESSION_S, httponly=True, samesite="strict",
            secure=_safe(request),
        )  # fmt: skip
    return DoorView(shut=door.shut, inside=True)


@router.delete("")
def leave(request: Request, response: Response) -> DoorView:
    """Leave: the session ends, whoever may still have it."""
    door: Door = request.app.state.door
    key = door.key_of(request.cookies.get(_cookie(request), "")) if door.shut else None
    if key is not None:
        with Session(request.app.state.services.engine) as session:
            ended_sessions.end(session, key, SESSION_S)
    response.delete_cookie(
        _cookie(request), httponly=True, samesite="strict", secure=_safe(request)
    )
    return DoorView(shut=door.shut, inside=False)


def _safe(request: Request) -> bool:
    """Whether nobody can read along."""
    return request.url.scheme == "https"


def _cookie(request: Request) -> str:
    return SAFE_COOKIE if _safe(request) else COOKIE


def _inside(request: Request) -> bool:
    door: Door = request.app.state.door
    if not door.shut:
        return True
    key = door.key_of(request.cookies.get(_cookie(request), ""))
    if key is None:
        return False
    with Session(request.app.state.services.engine) as session:
        return not ended_sessions.ended(session, key)


class Guard:
    """Lets through what comes from our own page, and from somebody who is in."""

    def __init__(self, app: ASGIApp) -> None:
        self.app = app

    async def __call__(self, scope: Scope, receive: Receive, send: Send) -> None:
        """Answer a request, or pass it on."""
        refused = None
        if scope["type"] == "http":
            refused = await self._refusal(Request(scope))
        await (refused or self.app)(scope, receive, send)

    async def _refusal(self, request: Request) -> Response | None:
        origin = request.headers.get("origin")
        foreign = origin is not None and urlsplit(origin).netloc != request.headers.get("host")
        if foreign and request.method not in SAFE:
            return _refused(request, 403, "foreign_page")
        asked = request.url.path
        if not asked.startswith("/api/") or asked.startswith(OPEN):
            return None
        if request.app.state.door.shut:
            try:
                inside = await run_in_threadpool(_inside, request)
            except OperationalError:
                return _refused(request, 503, "store_down")
            if not inside:
                return _refused(request, 401, "sign_in_first")
        return None


def _refused(request: Request, status: int, key: str) -> Response:
    problem = refusal(status, key, locale_of(request))
    return JSONResponse(problem.model_dump(), status_code=status, media_type=MEDIA_TYPE)
