"""The door of a shared garden: one password, a session in a cookie, and patience with guessing.

On loopback alone nobody is asked. Shared in the local network, every request but the interface's
own files needs a session. Passwords are hashed by argon2; sessions are signed, not stored, so
several processes can serve one database, and a new password ends all of them.
"""

import time
from dataclasses import dataclass, field
from threading import Lock
from typing import Annotated
from urllib.parse import urlsplit

from argon2 import PasswordHasher
from argon2.exceptions import VerificationError
from fastapi import APIRouter, Body, Request, Response
from fastapi.responses import JSONResponse
from itsdangerous import BadSignature, TimestampSigner
from pydantic import BaseModel
from starlette.types import ASGIApp, Receive, Scope, Send

from eznel.api.problems import MEDIA_TYPE, RESPONSES, TooManyTries, WrongPassword, refusal
from eznel.api.speech import locale_of

COOKIE = "eznel_session"
SESSION_S = 60 * 24 * 3600
MOST_FAILURES = 5
FORGET_S = 60.0
OPEN = ("/api/door", "/api/words", "/api/calendar/")
"""A calendar's key is its own permission: phone calendars have no session."""
SAFE = ("GET", "HEAD")

router = APIRouter(prefix="/api/door", tags=["door"], responses=RESPONSES)


@dataclass
class Door:
    """The password's hash, and who has failed lately. Without a hash everybody is let in."""

    password_hash: str = ""
    _failures: dict[str, list[float]] = field(default_factory=dict)
    _lock: Lock = field(default_factory=Lock)

    @property
    def shut(self) -> bool:
        """Whether a password is asked for."""
        return bool(self.password_hash)

    def enter(self, password: str, address: str) -> str:
        """Return a session for the right password; refuse guessing by address and in all."""
        now = time.monotonic()
        with self._lock:
            for known in list(self._failures):
                self._failures[known] = [t for t in self._failures[known] if now - t < FORGET_S]
                if not self._failures[known]:
                    del self._failures[known]
            everybody = sum(len(times) for times in self._failures.values())
            mine = self._failures.setdefault(address, [])
            if len(mine) >= MOST_FAILURES or everybody >= 10 * MOST_FAILURES:
                raise TooManyTries("password", "too_many_tries", seconds=FORGET_S)
            mine.append(now)  # counted before it is checked, so that many at once do not slip by
        try:
            PasswordHasher().verify(self.password_hash, password)
        except VerificationError as error:
            raise WrongPassword("password", "wrong_password") from error
        with self._lock:
            self._failures.pop(address, None)
        return self._signer().sign(b"in").decode()

    def knows(self, session: str) -> bool:
        """Return whether a session is ours and not too old."""
        try:
            self._signer().unsign(session, max_age=SESSION_S)
        except BadSignature:
            return False
        return True

    def _signer(self) -> TimestampSigner:
        return TimestampSigner(self.password_hash, salt="session")


def hashed(password: str) -> str:
    """Return the hash of a password, with its salt.

    Parameters
    ----------
    password : str
        As typed. [text]

    Returns
    -------
    str
        In argon2's own format. [text]
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
    return DoorView(shut=door.shut, inside=_inside(door, request))


@router.post("")
def enter(
    password: Annotated[str, Body(embed=True, max_length=200)], request: Request, response: Response
) -> DoorView:
    """Enter with the password; the session is kept in a cookie that scripts cannot read."""
    door: Door = request.app.state.door
    address = request.client.host if request.client else ""
    session = door.enter(password, address) if door.shut else ""
    response.set_cookie(COOKIE, session, max_age=SESSION_S, httponly=True, samesite="strict")
    return DoorView(shut=door.shut, inside=True)


@router.delete("")
def leave(request: Request, response: Response) -> DoorView:
    """Leave; this browser is asked for the password again."""
    response.delete_cookie(COOKIE, httponly=True, samesite="strict")
    return DoorView(shut=request.app.state.door.shut, inside=False)


def _inside(door: Door, request: Request) -> bool:
    return not door.shut or door.knows(request.cookies.get(COOKIE, ""))


class Guard:
    """Lets through what comes from our own page, and from somebody who is in."""

    def __init__(self, app: ASGIApp, door: Door) -> None:
        self.app, self.door = app, door

    async def __call__(self, scope: Scope, receive: Receive, send: Send) -> None:
        """Answer a request, or pass it on."""
        refused = self._refusal(Request(scope)) if scope["type"] == "http" else None
        await (refused or self.app)(scope, receive, send)

    def _refusal(self, request: Request) -> Response | None:
        origin = request.headers.get("origin")
        foreign = origin is not None and urlsplit(origin).netloc != request.headers.get("host")
        if foreign and request.method not in SAFE:
            return _refused(request, 403, "foreign_page")
        asked = request.url.path
        shut = asked.startswith("/api/") and not asked.startswith(OPEN)
        if shut and not _inside(self.door, request):
            return _refused(request, 401, "sign_in_first")
        return None


def _refused(request: Request, status: int, key: str) -> Response:
    problem = refusal(status, key, locale_of(request))
    return JSONResponse(problem.model_dump(), status_code=status, media_type=MEDIA_TYPE)
