"""Errors on the wire: one shape, and the one table from our errors to HTTP's numbers."""

import re
from collections.abc import Awaitable, Callable
from http import HTTPStatus
from typing import Any

from fastapi import FastAPI, Request
from fastapi.exceptions import RequestValidationError
from fastapi.responses import JSONResponse
from pydantic import BaseModel, ValidationError
from sqlalchemy.exc import OperationalError, TimeoutError
from starlette.exceptions import HTTPException

from eznel.api.speech import locale_of
from eznel.core.errors import Refusal, Unknown
from eznel.formats import faults
from eznel.store.gardens import InUse, Stale
from eznel.store.reading import Missing, Removed
from eznel.words import Words

MEDIA_TYPE = "application/problem+json"


class WrongPassword(Refusal):
    """The password is not the one that was set."""


class CodeWanted(Refusal):
    """The password is right, and a code is asked for besides."""


class NotAllowed(Refusal):
    """Somebody may not do that."""


class Unshared(Refusal):
    """Nobody signs in here, so that there is nothing to say of people."""


class TooManyTries(Refusal):
    """Somebody guesses."""


class Busy(Refusal):
    """Too much at once."""


class FaultView(BaseModel):
    """One field at fault: what is wrong, and the way out."""

    field: str
    key: str
    problem: str
    remedy: str


class Problem(BaseModel):
    """Why a request was not done."""

    type: str
    title: str
    status: int
    faults: list[FaultView] = []
    theirs: dict[str, Any] | None = None
    base: dict[str, Any] | None = None
    fields: list[str] = []
    revision: int | None = None


STATUS: dict[type[Exception], tuple[int, str]] = {
    Refusal: (422, "refused"),
    Unknown: (422, "refused"),
    WrongPassword: (401, "wrong_password"),
    CodeWanted: (401, "code_wanted"),
    NotAllowed: (403, "not_allowed"),
    Unshared: (404, "not_shared"),
    TooManyTries: (429, "too_many_tries"),
    ValidationError: (422, "refused"),
    RequestValidationError: (422, "refused"),
    Missing: (404, "no_such_garden"),
    Removed: (404, "garden_removed"),
    Stale: (409, "stale"),
    InUse: (409, "in_use"),
    OperationalError: (503, "store_down"),
    TimeoutError: (503, "busy"),
    Busy: (503, "busy"),
}
"""Where an error of ours becomes a number of HTTP's."""


def _faults(error: Exception, key: str, said: Words) -> list[faults.Fault]:
    if isinstance(error, Refusal | ValidationError):
        return faults.of(error, said)
    if isinstance(error, RequestValidationError):
        return faults.from_details(error.errors(), said)
    names = ", ".join(error.names) if isinstance(error, InUse) else ""
    sentence = faults.sentence(key, {"names": names}, said)
    return [faults.Fault("", key, sentence.text, sentence.remedy)]


WHOLE = ("/file", "/begin")
"""Where a whole garden is sent, its faults say in which thing they are."""


def at_the_thing(field: str) -> str:
    """Return a fault's field in a garden as it would be, as the field of one thing in it.

    Parameters
    ----------
    field : str
        Like garden.plantings.3.place.

    Returns
    -------
    str
        Like place.
    """
    return re.sub(r"^(?:(?:garden|log)\.)?[a-z_]+\.\d+\.", "", field)


def problem_of(raised: Exception, said: Words) -> Problem:
    """Return an error of ours in the shape that it has on the wire.

    Parameters
    ----------
    raised : Exception
        The error.
    said : Words
        The reader's sentences.

    Returns
    -------
    Problem
        With its faults at their fields.
    """
    status, key = next(STATUS[kind] for kind in type(raised).__mro__ if kind in STATUS)
    found = _faults(raised, key, said)
    return Problem(
        type=f"urn:eznel:{key}",
        title=found[0].problem if found else key,
        status=status,
        faults=[FaultView(**{n: getattr(f, n) for n in FaultView.model_fields}) for f in found],
        **(_both(raised) if isinstance(raised, Stale) else {}),
    )


def _answer(error: type[Exception]) -> Callable[[Request, Exception], Awaitable[JSONResponse]]:
    status, _ = STATUS[error]

    async def answer(request: Request, raised: Exception) -> JSONResponse:
        problem = problem_of(raised, locale_of(request))
        whole = request.url.path.endswith(WHOLE)
        if isinstance(raised, Refusal | ValidationError) and not whole:
            problem.faults = [
                fault.model_copy(update={"field": at_the_thing(fault.field)})
                for fault in problem.faults
            ]
        again = {"Retry-After": "1"} if status == 503 else None
        return JSONResponse(problem.model_dump(), status, again, MEDIA_TYPE)

    return answer


def _both(raised: Stale) -> dict[str, Any]:
    """Both versions of what two people changed, for them to choose field by field."""
    return {
        "theirs": raised.theirs,
        "base": raised.base,
        "fields": list(raised.fields),
        "revision": raised.revision,
    }


async def _other(request: Request, raised: Exception) -> JSONResponse:
    """Errors of the framework itself, such as an address that is not there."""
    assert isinstance(raised, HTTPException)
    problem = Problem(type="urn:eznel:http", title=str(raised.detail), status=raised.status_code)
    return JSONResponse(problem.model_dump(), status_code=raised.status_code, media_type=MEDIA_TYPE)


def refusal(status: int, key: str, said: Words) -> Problem:
    """Return the problem of a request that no route has seen.

    Parameters
    ----------
    status : int
        HTTP's number. [number]
    key : str
        Name of the sentence.
    said : Words
        The reader's sentences.

    Returns
    -------
    Problem
        With one fault, of the whole.
    """
    found = faults.sentence(key, {}, said)
    fault = FaultView(field="", key=key, problem=found.text, remedy=found.remedy)
    return Problem(type=f"urn:eznel:{key}", title=found.text, status=status, faults=[fault])


def install(app: FastAPI) -> None:
    """Let an application answer our errors in our shape.

    Parameters
    ----------
    app : FastAPI
        The application.
    """
    for error in STATUS:
        app.add_exception_handler(error, _answer(error))
    app.add_exception_handler(HTTPException, _other)


REFUSED: dict[str, dict[str, Any]] = {
    str(status): {
        "description": HTTPStatus(status).phrase,
        "content": {MEDIA_TYPE: {"schema": {"$ref": "#/components/schemas/Problem"}}},
    }
    for status in (401, 403, 404, 409, 422, 429, 503)
}
"""What every route may answer besides what it promises, as it is described. The routes themselves
are not told: the framework would make a validator for each of them, a sixth of a start."""
