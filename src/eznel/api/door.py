"""The door of a shared store: people sign in, and a cookie that scripts cannot read keeps them in.

On loopback alone nobody is asked. Shared, every request but for the interface's own files and what
stands open needs somebody who is signed in; what they may do then, `roles` says.
"""

from typing import Annotated
from urllib.parse import urlsplit

from fastapi import Body, Request, Response
from fastapi.responses import JSONResponse
from pydantic import BaseModel
from sqlalchemy.exc import OperationalError
from sqlalchemy.orm import Session
from starlette.concurrency import run_in_threadpool
from starlette.types import ASGIApp, Receive, Scope, Send

from eznel.api import routers
from eznel.api.asking import Asker, Somebody, asker_of
from eznel.api.entry import (
    Door,
    DoorView,
    asks_from,
    has_cookie,
    let_in,
    let_out,
    recognised,
    seen_by,
)
from eznel.api.passwords import fits, step_of
from eznel.api.problems import MEDIA_TYPE, CodeWanted, WrongPassword, refusal
from eznel.api.services import TheSession
from eznel.api.speech import locale_of
from eznel.store import people, sign_ins
from eznel.store.people import Secrets, known_as

OPEN = ("/api/door", "/api/words", "/api/calendar/", "/api/invitations/")
"""The keys in the last two are their own permission."""
SAFE = ("GET", "HEAD")

router = routers.router("/api/door", "door")


class Entering(BaseModel):
    """What somebody proves who they are by."""

    name: Annotated[str, Body(max_length=200)]
    password: Annotated[str, Body(max_length=200)]
    code: Annotated[str, Body(max_length=20)] = ""


@router.get("")
def read_door(request: Request, asker: Somebody) -> DoorView:
    """Read whether people sign in, and who is."""
    return seen_by(request, asker)


@router.post("")
def enter(
    entering: Entering,
    request: Request,
    response: Response,
    session: TheSession,
    asker: Somebody,
) -> DoorView:
    """Sign in."""
    door: Door = request.app.state.door
    if door.shared and asker is None:
        asker = let_in(request, response, session, _proved(door, entering, request, session))
    return seen_by(request, asker)


@router.delete("")
def leave(request: Request, response: Response, session: TheSession, asker: Somebody) -> DoorView:
    """Sign out: the session ends, whoever may still have it."""
    if asker is not None:
        sign_ins.end(session, asker.person.id, asker.sign_in)
    let_out(request, response)
    return seen_by(request, None)


def _proved(door: Door, entering: Entering, request: Request, session: Session) -> Secrets:
    account, network = known_as(entering.name), asks_from(request)
    found = people.named(session, entering.name)
    known = found is not None and sign_ins.is_known(session, found.person.id, network)
    door.patience.count(network, account, known=known)
    if not fits(found.password if found else None, entering.password) or found is None:
        raise WrongPassword("password", "wrong_password")
    if found.code_secret is not None:
        _prove_code(found, found.code_secret, entering.code, session)
    door.patience.forget(network, account)
    return found


def _prove_code(found: Secrets, secret: str, code: str, session: Session) -> None:
    if not code.strip():
        raise CodeWanted("code", "code_wanted")
    step = step_of(secret, code)
    if step is None:
        raise WrongPassword("code", "wrong_code")
    if not people.use_code(session, found.person.id, step):
        raise WrongPassword("code", "code_used")


class Guard:
    """Lets through what comes from our own page, and from somebody who is signed in."""

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
        if not asked.startswith("/api/") or not request.app.state.door.shared:
            return None
        try:
            request.state.asker = await run_in_threadpool(self._recognised, request)
        except OperationalError:
            return _refused(request, 503, "store_down")
        if asker_of(request) is None and not asked.startswith(OPEN):
            return _refused(request, 401, "sign_in_first")
        return None

    def _recognised(self, request: Request) -> Asker | None:
        if not has_cookie(request):
            return None
        with Session(request.app.state.services.engine) as session:
            return recognised(request, session)


def _refused(request: Request, status: int, key: str) -> Response:
    problem = refusal(status, key, locale_of(request))
    return JSONResponse(problem.model_dump(), status_code=status, media_type=MEDIA_TYPE)
