"""In which language and units an answer is written: what the browser asks for."""

from typing import Annotated

from fastapi import Depends, Request

from eznel.formats.units import SYSTEMS, System
from eznel.words import LOCALES, Words, spoken, words


def locale_of(request: Request) -> Words:
    """Return the sentences in the first language asked for that we have, else English.

    Parameters
    ----------
    request : Request
        Its Accept-Language names languages, the dearest first.

    Returns
    -------
    Words
        One locale's.
    """
    for wanted in request.headers.get("accept-language", "").split(","):
        language = wanted.partition(";")[0].strip().partition("-")[0].lower()
        if language in LOCALES:
            return spoken(words(language), system_of(request))
    return spoken(words("en"), system_of(request))


def system_of(request: Request) -> System:
    """Return the system of units asked for, else metric.

    Parameters
    ----------
    request : Request
        Its X-Eznel-Units names one.

    Returns
    -------
    str
        "metric", "us" or "imperial".
    """
    asked = request.headers.get("x-eznel-units", "")
    return asked if asked in SYSTEMS else "metric"


async def _speech(request: Request) -> Words:
    return locale_of(request)


async def _units(request: Request) -> System:
    return system_of(request)


Speech = Annotated[Words, Depends(_speech)]
Units = Annotated[System, Depends(_units)]
