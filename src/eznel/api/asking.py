"""Who asks: the person whose browser is signed in, and what they may do in the garden asked for.

Nobody on loopback alone, where everybody may do everything.
"""

from dataclasses import dataclass
from ipaddress import ip_address
from typing import Annotated

from fastapi import Depends, Request
from starlette.requests import HTTPConnection

from eznel.api.problems import Unshared
from eznel.store.members import Role
from eznel.store.people import Person


@dataclass(frozen=True, slots=True)
class Asker:
    """Somebody who is signed in."""

    person: Person
    sign_in: str


def asker_of(request: Request) -> Asker | None:
    """Return who asks.

    Parameters
    ----------
    request : Request
        Let through the door.

    Returns
    -------
    Asker or None
        None where nobody has to sign in, or has not yet.
    """
    asker: Asker | None = getattr(request.state, "asker", None)
    return asker


def is_here(request: HTTPConnection) -> bool:
    """Return whether somebody asks on this very machine.

    Parameters
    ----------
    request : HTTPConnection
        Any.

    Returns
    -------
    bool
        By the address that it came from.
    """
    try:
        return request.client is None or ip_address(request.client.host).is_loopback
    except ValueError:
        return False


async def _somebody(request: Request) -> Asker | None:
    return asker_of(request)


async def _signed_in(request: Request) -> Asker:
    asker = asker_of(request)
    if asker is None:
        raise Unshared("", "not_shared")
    return asker


async def _role(request: Request) -> Role:
    unasked: Role = "reader" if request.app.state.door.shared else "owner"
    role: Role = getattr(request.state, "role", unasked)
    return role


Somebody = Annotated[Asker | None, Depends(_somebody)]
SignedIn = Annotated[Asker, Depends(_signed_in)]
MyRole = Annotated[Role, Depends(_role)]
"""What who asks may do in the garden: all of it where nobody signs in."""
