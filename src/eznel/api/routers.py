"""How every resource's routes are made, and what they do again unseen."""

import asyncio
import random
from collections.abc import Callable, Coroutine
from typing import Any

from fastapi import APIRouter, Request, Response
from fastapi.routing import APIRoute

from eznel.store.nodes import undone

_TIMES = 40
"""Of three that write to one garden through three nodes without a pause, each attempt fails about
every second time. [count]"""
_FIRST_S, _LONGEST_S = 0.01, 0.25
"""About the time of a short transaction; a wait may be half as long again as the last. [s]"""


class Again(APIRoute):
    """Asks its handler again where the database undid it for the sake of somebody else's write.

    Each handler writes in one transaction, so nothing of what was undone is there. This happens
    on several nodes, where two may change the same rows at once and the later one learns of it
    when it commits; and on one, where two wait for each other.
    """

    def get_route_handler(self) -> Callable[[Request], Coroutine[Any, Any, Response]]:
        """Return the handler."""
        handler = super().get_route_handler()

        async def again(request: Request) -> Response:
            wait_s = _FIRST_S
            for _ in range(_TIMES - 1):
                try:
                    return await handler(request)
                except Exception as error:
                    if not undone(error):
                        raise
                await asyncio.sleep(random.uniform(0, wait_s))
                wait_s = min(1.5 * wait_s, _LONGEST_S)
            return await handler(request)

        return again


def router(prefix: str = "", tag: str = "") -> APIRouter:
    """Return a router for one resource.

    Parameters
    ----------
    prefix : str
        What its addresses begin with.
    tag : str
        Under what it is described.

    Returns
    -------
    APIRouter
        Without routes.
    """
    return APIRouter(prefix=prefix, tags=[tag], route_class=Again)
