"""In which language and units an answer is written: what the browser asks for."""

from dataclasses import replace
from typing import Annotated

from fastapi import Depends, Request

from eznel.core.plan import SeasonPlan
from eznel.core.plan.place_result import PlacePlan
from eznel.formats.units import SYSTEMS, System
from eznel.words import LOCALES, Words, words


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
            return words(language)
    return words("en")


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


def said_in(plan: SeasonPlan, said: Words) -> SeasonPlan:
    """Return a plan with the catalogue's names in a reader's language.

    Parameters
    ----------
    plan : SeasonPlan
        In English, as computed.
    said : Words
        The reader's.

    Returns
    -------
    SeasonPlan
        All else the same.
    """
    if not said.catalogue:
        return plan
    plantings = tuple(
        replace(
            one,
            crop_name=said.of_row(one.crop_name),
            stages=tuple(
                replace(stage, recognise_by=said.of_row(stage.recognise_by)) for stage in one.stages
            ),
            tasks=tuple(
                replace(
                    task,
                    name=said.of_row(task.name),
                    takes=tuple(replace(t, name=said.of_row(t.name)) for t in task.takes),
                )
                for task in one.tasks
            ),
            to_buy=tuple(
                replace(buy, material_name=said.of_row(buy.material_name)) for buy in one.to_buy
            ),
        )
        for one in plan.plantings
    )
    return replace(plan, plantings=plantings, places=tuple(_place(p, said) for p in plan.places))


def _place(place: PlacePlan, said: Words) -> PlacePlan:
    work = place.ph_work
    return replace(
        place,
        ph_work=replace(work, product_name=said.of_row(work.product_name)) if work else None,
        jobs=tuple(replace(job, name=said.of_row(job.name)) for job in place.jobs),
        preparations=tuple(replace(p, name=said.of_row(p.name)) for p in place.preparations),
        gauges=tuple(replace(g, basis=said.of_row(g.basis)) for g in place.gauges),
        schools=tuple(
            replace(
                school,
                crops=tuple(replace(c, crop_name=said.of_row(c.crop_name)) for c in school.crops),
            )
            for school in place.schools
        ),
    )


async def _speech(request: Request) -> Words:
    return locale_of(request)


async def _units(request: Request) -> System:
    return system_of(request)


Speech = Annotated[Words, Depends(_speech)]
Units = Annotated[System, Depends(_units)]
