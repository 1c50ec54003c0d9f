"""Skerrin Slip: a made-up kitchen garden in an old boatyard, for practice and for pictures.

Its calendar stands still on a day in June, so that there is something to do whenever it is opened.
What was fed before that day is what the plan said on each of them (`followed.py`), kept in a file,
since it takes two dozen plans.
"""

from datetime import date, timedelta
from pathlib import Path
from typing import Any
from uuid import UUID

from pydantic import TypeAdapter

from eznel.core.document import (
    FeedEntry,
    Garden,
    GardenFile,
    Harvest,
    Log,
    Noted,
    Observed,
    StageSeen,
    StockMove,
    Watered,
    WeatherDay,
)
from eznel.demo import tried
from eznel.demo.drawn import truss
from eznel.demo.slip import FIRST_DAY, SLIP, STANDS_ON, garden, id_of, measure_of
from eznel.formats.weather_file import simulated_day
from eznel.standins.weather_station import weather_of

__all__ = [
    "FED", "FIRST_DAY", "SLIP", "STANDS_ON", "before_feeding", "garden", "garden_file", "id_of",
]  # fmt: skip

FED = Path(__file__).with_name("fed.json")
"""Its feeds, as `./eznel demo` writes them."""
_FEEDS = TypeAdapter(tuple[FeedEntry, ...])


def garden_file() -> GardenFile:
    """Return the garden with its log up to the day that its calendar stands on.

    Returns
    -------
    GardenFile
        Equal at every call.
    """
    file = before_feeding()
    log = file.log.model_copy(update={"feeds": _FEEDS.validate_json(FED.read_bytes())})
    return file.model_copy(update={"log": log})


def before_feeding() -> GardenFile:
    """Return the same without a feed.

    Returns
    -------
    GardenFile
        Equal at every call.
    """
    slip = garden().model_copy(update={"trials": tried.trials()})
    log = Log(
        stages=_stages_seen(),
        stock_moves=_stock_moves(),
        observed=_observed(),
        weather=_weather(slip),
        watered=_watered(),
        harvests=_harvests(),
        notes=_notes(),
        looks=tried.looks(),
    )
    photos = sorted((truss(), *tried.beans_drawn()), key=lambda one: one.id)
    return GardenFile(garden=slip, log=log, photos=tuple(photos))


def _stock_moves() -> tuple[StockMove, ...]:
    opened = {"kind": "opened", "on": date(2026, 5, 9)}
    return (
        StockMove.model_validate(
            {"id": id_of("opened potash"), "product": id_of("Kelpie potash liquid"), **opened}
        ),
    )


def _watered() -> tuple[Watered, ...]:
    """Tubs twice a week until they drain, beds on Saturdays by the can; some were forgotten."""
    begun, forgotten, tubs, beds = date(2026, 5, 9), date(2026, 6, 7), (2, 5), (5,)
    rhythm: tuple[tuple[str, tuple[int, ...], date, Any], ...] = (
        *((n, tubs, STANDS_ON, None) for n in ("Lean-to troughs", "Lean-to pots")),
        ("Quay half-barrels", tubs, STANDS_ON, None),
        ("North half-barrels", beds, forgotten, None),
        ("Starboard strip", beds, STANDS_ON, measure_of(36, "L")),
        ("Keel bed", beds, STANDS_ON, measure_of(54, "L")),
        ("Port strip", beds, STANDS_ON, measure_of(54, "L")),
    )
    return tuple(
        Watered.model_validate(
            {
                "id": id_of(f"watered {name} {day}"),
                "place": id_of(name),
                "on": day,
                "amount": amount,
            }
        )
        for name, weekdays, until, amount in rhythm
        for day in (begun + timedelta(n) for n in range((until - begun).days))
        if day.weekday() in weekdays
    )


def _harvests() -> tuple[Harvest, ...]:
    """Last year's tomatoes and beans, all of them; this year's first strawberries."""
    tomatoes, beans, berries = (
        "tomatoes of last year", "beans of last year", "strawberries",
    )  # fmt: skip
    picked = (
        *((tomatoes, f"2025-{day}", kg) for day, kg in (
            ("07-26", 0.7), ("08-03", 1.6), ("08-11", 2.3), ("08-19", 2.9), ("08-28", 2.6),
            ("09-07", 2.4), ("09-19", 1.7), ("10-12", 1.2))),
        *((beans, f"2025-{day}", kg) for day, kg in (
            ("08-12", 0.8), ("08-20", 1.4), ("08-30", 1.5), ("09-10", 1.1), ("09-26", 0.6))),
        *((berries, f"2026-{day}", kg) for day, kg in (
            ("06-11", 0.12), ("06-14", 0.22), ("06-17", 0.3))),
    )  # fmt: skip
    last = {"2025-10-12", "2025-09-26"}
    return tuple(
        Harvest.model_validate(
            {"id": id_of(f"{name} {on}"), "planting": id_of(name), "on": on,
             "much": {"gross": measure_of(kg, "kg")}, "complete": on in last}
        )
        for name, on, kg in picked
    )  # fmt: skip


def _notes() -> tuple[Noted, ...]:
    """What was learned last year, and a line of this one."""
    return tuple(
        Noted.model_validate({"id": id_of(f"note {on}"), "on": on, **more})
        for on, more in (
            ("2025-09-06", {"words": "Net the kale before the butterflies find it, not after.",
                            "place": id_of("Keel bed"),
                            "lesson": {"crop": "kale", "stage": "vegetative"}}),
            ("2025-10-02", {"words": "Two courgettes are enough for us.",
                            "lesson": {"crop": "courgette"}}),
            ("2026-06-16", {"words": "First open flower on the lowest truss, bees at it.",
                            "planting": id_of("tomatoes"), "height": measure_of(74, "cm"),
                            "photos": [truss().id]}),
        )
    )  # fmt: skip


def _observed() -> tuple[Observed, ...]:
    return (
        Observed.model_validate(
            {"id": id_of("dry kale"), "planting": id_of("tall kale"), "on": date(2026, 6, 12),
             "kind": "dried_out", "note": "The hose had come off."}
        ),
    )  # fmt: skip


def _weather(slip: Garden) -> tuple[WeatherDay, ...]:
    """What the station that ships with Eznel would have measured this year."""
    usual = slip.site.monthly_min_c, slip.site.monthly_max_c
    days = [date(2026, 1, 1) + timedelta(n) for n in range((STANDS_ON - date(2026, 1, 1)).days)]
    readings = (weather_of(str(slip.id), day, STANDS_ON, *usual) for day in days)
    return tuple(map(simulated_day, readings))


def _stages_seen() -> tuple[StageSeen, ...]:
    found = (
        ("tomatoes", "flowering", date(2026, 6, 9)),
        ("cucumbers", "vegetative", date(2026, 6, 5)),
        ("tomatoes of last year", "flowering", date(2025, 6, 19)),
        ("tomatoes of last year", "harvest", date(2025, 7, 26)),
    )
    return tuple(
        StageSeen(
            id=UUID(id_of(f"seen {name} {stage}")), planting=UUID(id_of(name)), stage=stage, on=on
        )
        for name, stage, on in found
    )
