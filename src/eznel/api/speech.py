"""In which language and units an answer is written: what the browser asks for."""

from typing import Annotated

from fastapi import Depends, Request

from eznel.formats.units import SYSTEMS, System
from eznel.words import LOCALES, Words, words


def locale_of(request: Request) -> Words:
    """Return the sentences in the first language asked for that we have, else English.

    Parameters
    ----------
    request : Request
        Its Accept-Language names languages, the dearest first. [request]

    Returns
    -------
    Words
        One locale's. [words]
    """
    for wanted in request.headers.get("accept-language", "").split(","):
        language = wanted.partition(";")[0].strip().partition("-")[0].lower()
        if language in LOCALES:
            return words(language)
    return words("en")


def system_of(request: Request) -> System:
    """Return the system of units asked for, else metric.

    Parameters
    ----------
    request : Request
        Its X-Eznel-Units names one. [request]

    Returns
    -------
    str
        "metric", "us" or "imperial". [name]
    """
    asked = request.headers.get("x-eznel-units", "")
    return asked if asked in SYSTEMS else "metric"


Speech = Annotated[Words, Depends(locale_of)]
Units = Annotated[System, Depends(system_of)]
