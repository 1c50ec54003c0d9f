"""How somebody who has signed in is known again: a cookie that scripts cannot read."""

from dataclasses import dataclass, field

from fastapi import Request, Response
from pydantic import BaseModel

from eznel.api.asking import Asker
from eznel.api.patience import Patience, network_of
from eznel.api.services import TheSession
from eznel.store import sign_ins
from eznel.store.people import Secrets

COOKIE, SAFE_COOKIE = "eznel_session", "__Host-eznel_session"
"""Over https a browser takes the second from this very host alone, and never over http."""


@dataclass
class Door:
    """Whether anybody is asked, and who has tried lately."""

    shared: bool = False
    elsewhere: str = ""
    """Where other machines find it; empty where that is wherever they ask. [URL]"""
    trust: str | None = None
    """Where they learn to trust it; None where they do. [URL]"""
    patience: Patience = field(default_factory=Patience)


class DoorView(BaseModel):
    """Whether people sign in, and who is signed in in this browser."""

    shared: bool
    inside: bool
    name: str
    keeper: bool
    trust: str | None
    """Where another machine learns to trust this one. [URL]"""


def let_in(request: Request, response: Response, session: TheSession, who: Secrets) -> Asker:
    """Sign somebody in who has proved who they are, and give their browser its cookie.

    Parameters
    ----------
    request : Request
        Of their browser.
    response : Response
        To it.
    session : Session
        Open; committed here.
    who : Secrets
        Whom.

    Returns
    -------
    Asker
        Who asks from now on.
    """
    browser = request.headers.get("user-agent", "")
    token = sign_ins.begin(session, who.person.id, browser, asks_from(request))
    response.set_cookie(
        _cookie(request), token, max_age=int(sign_ins.LASTS.total_seconds()), httponly=True,
        samesite="strict", secure=_safe(request),
    )  # fmt: skip
    return Asker(who.person, sign_ins.hash_of(token))


def let_out(request: Request, response: Response) -> None:
    """Take a browser's cookie.

    Parameters
    ----------
    request : Request
        Of the browser.
    response : Response
        To it.
    """
    response.delete_cookie(
        _cookie(request), httponly=True, samesite="strict", secure=_safe(request)
    )


def seen_by(request: Request, asker: Asker | None) -> DoorView:
    """Return the door as somebody sees it.

    Parameters
    ----------
    request : Request
        Of their browser.
    asker : Asker or None
        Who; None for nobody.

    Returns
    -------
    DoorView
        Outside or inside.
    """
    door: Door = request.app.state.door
    return DoorView(
        shared=door.shared,
        inside=asker is not None or not door.shared,
        name=asker.person.name if asker else "",
        keeper=asker is not None and asker.person.keeper,
        trust=door.trust if asker else None,
    )


def asks_from(request: Request) -> str:
    """Return the network that a request comes from.

    Parameters
    ----------
    request : Request
        Of a browser.

    Returns
    -------
    str
        A household's.
    """
    return network_of(request.client.host if request.client else "")


def _safe(request: Request) -> bool:
    """Whether nobody can read along."""
    return request.url.scheme == "https"


def _cookie(request: Request) -> str:
    return SAFE_COOKIE if _safe(request) else COOKIE


def recognised(request: Request, session: TheSession) -> Asker | None:
    """Return who is signed in in a browser.

    Parameters
    ----------
    request : Request
        With its cookie.
    session : Session
        Open.

    Returns
    -------
    Asker or None
        None for nobody.
    """
    found = sign_ins.seen(session, request.cookies.get(_cookie(request), ""))
    return None if found is None else Asker(*found)


def has_cookie(request: Request) -> bool:
    """Return whether a browser says that somebody is signed in.

    Parameters
    ----------
    request : Request
        Of the browser.

    Returns
    -------
    bool
        True for a forged one too.
    """
    return bool(request.cookies.get(_cookie(request)))
