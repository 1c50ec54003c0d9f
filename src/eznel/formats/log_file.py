"""The log as a table: a row for each thing that was given, done, seen or bought, by day."""

import csv
import io
from collections.abc import Iterable, Iterator
from datetime import date
from uuid import UUID

from eznel.core.document import (
    Counted,
    FeedEntry,
    GardenFile,
    Harvest,
    Log,
    Noted,
    ScoopOf,
    Trial,
    TrialPlant,
    Watered,
    Weighed,
    WeighedOf,
)
from eznel.formats.cells import guarded

COLUMNS = (
    "on", "what", "planting", "place", "product", "amount", "unit", "water_L", "share_poured",
    "plants_fed", "note",
)  # fmt: skip

WATERED = {
    "given": "watered",
    "rained": "rained",
    "not_today": "watering put off",
    "found": "ground found",
}
"""How a watering is called in the table."""

Where = tuple[str, str]
"""A planting and its place."""
Row = tuple[
    date, str, str, str, str, float | str, str, float | str, float | str, float | str, str
]  # fmt: skip


def write_log(file: GardenFile) -> str:
    """Return a garden's log as comma-separated rows; weather has a table of its own.

    Parameters
    ----------
    file : GardenFile
        The garden with its log.

    Returns
    -------
    str
        With a header; a feed of several products has a row for each.
    """
    out = io.StringIO()
    rows = csv.writer(out, lineterminator="\n")
    rows.writerow(COLUMNS)
    for on, *cells in sorted(_rows(file), key=lambda row: (row[0], *map(str, row[1:]))):
        plain = (guarded(cell) if isinstance(cell, str) else cell for cell in cells)
        rows.writerow([on.isoformat(), *plain])
    return out.getvalue()


def _rows(file: GardenFile) -> Iterator[Row]:
    garden, log = file.garden, file.log
    places = {place.id: place.name for place in garden.places}
    products = {product.id: product.name for product in garden.products}
    scoops = {scoop.id: scoop.name for scoop in garden.scoops}
    plantings = {one.id: (one.label, places[one.place]) for one in garden.plantings}
    for feed in log.feeds:
        yield from _feed(feed, plantings[feed.planting], products, scoops)
    for seen in log.stages:
        yield seen.on, f"stage {seen.stage}", *plantings[seen.planting], "", "", "", "", "", "", ""
    for one in log.observed:
        count = "" if one.plants is None else float(one.plants)
        unit = "plants" if one.plants is not None else ""
        where = plantings[one.planting]
        yield one.on, f"seen {one.kind}", *where, "", count, unit, "", "", "", one.note
    for done in log.tasks:
        yield done.on, f"done {done.task}", *plantings[done.planting], "", "", "", "", "", "", ""
    for spray in log.sprays:
        where = plantings[spray.planting]
        yield spray.on, "sprayed", *where, spray.name, "", "", "", "", "", spray.note
    yield from _book(log, plantings, places)
    yield from _tried(garden.trials, plantings)
    for poured in log.watered:
        much, unit = _how_wet(poured)
        name = places.get(poured.place, "")
        yield poured.on, WATERED[poured.outcome], "", name, "", much, unit, "", "", "", ""
    for move in log.stock_moves:
        size = move.amount
        amount, unit = (size.value, size.unit) if size else ("", "")
        name = products.get(move.product, "")
        yield move.on, move.kind, "", "", name, amount, unit, "", "", "", move.note


def _book(log: Log, plantings: dict[UUID, Where], places: dict[UUID, str]) -> Iterator[Row]:
    """What was picked, and what was written down."""
    for walk in log.walks:
        yield walk.on, "walk", "", "", "", walk.minutes, "min", "", "", "", ""
    for picked in log.harvests:
        much, unit = _how_much(picked)
        where = plantings[picked.planting]
        yield picked.on, "picked", *where, "", much, unit, "", "", "", picked.note
    for note in log.notes:
        where = _where(note, plantings, places)
        much, unit = _seen(note)
        what = "lesson" if note.lesson else "note"
        yield note.on, what, *where, "", much, unit, "", "", "", note.words
    for look in log.looks:
        seen = ", ".join(look.signs)
        count = "" if look.affected is None else float(look.affected)
        unit = "" if look.of is None else f"of {look.of} plants"
        taken = look.turned_out or look.decided or ""
        said = " ".join(part for part in (seen, taken, look.came or "", look.note) if part)
        yield look.on, "look", *plantings[look.planting], "", count, unit, "", "", "", said


def _tried(trials: Iterable[Trial], plantings: dict[UUID, Where]) -> Iterator[Row]:
    for trial in trials:
        for plant in trial.plants:
            yield from _brought(trial, plant, plantings[plant.planting])


def _brought(trial: Trial, plant: TrialPlant, where: Where) -> Iterator[Row]:
    """What a plant of a trial brought, by the day on which the trial ended."""
    named = "" if plant.plant is None else f" {plant.plant + 1}"
    treatment = trial.treatments[plant.side].name
    note = " ".join(part for part in (f"{trial.name}: {treatment}", plant.left or "") if part)
    for measure, value in zip(trial.measures, plant.values, strict=False):
        if value is not None:
            on, what = trial.ended_on or trial.on, f"trial {measure.name}{named}"
            yield on, what, *where, "", value, measure.unit, "", "", "", note


def _where(note: Noted, plantings: dict[UUID, Where], places: dict[UUID, str]) -> Where:
    """The planting and the place that a note is of; the place alone; or neither."""
    if note.planting is not None:
        return plantings[note.planting]
    return "", places.get(note.place, "") if note.place is not None else ""


def _how_much(one: Harvest) -> tuple[float | str, str]:
    """What a scale said, less the container; what was counted, or filled."""
    if isinstance(one.much, Weighed):
        grams = one.much.gross.g - (one.much.tare.g if one.much.tare else 0.0)
        return round(grams, 1), "g"
    if isinstance(one.much, Counted):
        return float(one.much.pieces), "pieces"
    return one.much.volume.value, one.much.volume.unit


def _seen(one: Noted) -> tuple[float | str, str]:
    """What was counted or measured."""
    if one.count is not None:
        return float(one.count), ""
    return (one.height.value, one.height.unit) if one.height else ("", "")


def _how_wet(one: Watered) -> tuple[float | str, str]:
    """How much was given, or what was found in the ground."""
    if one.amount is not None:
        return one.amount.value, one.amount.unit
    if one.probe_pct is not None:
        return one.probe_pct, "% by volume"
    return "", one.felt or ""


def _feed(
    feed: FeedEntry, where: tuple[str, str], products: dict[UUID, str], scoops: dict[UUID, str]
) -> Iterator[Row]:
    water = round(feed.water.l, 3) if feed.water else ""
    fed = "" if feed.plants is None else float(feed.plants)
    for amount in feed.amounts or (None,):
        size: float | str = ""
        unit = ""
        if isinstance(amount, ScoopOf):
            size, unit = amount.count, scoops.get(amount.scoop, "")
        elif amount:
            size, unit = amount.amount.value, amount.amount.unit
        most = amount.up_to if isinstance(amount, WeighedOf) else None
        rough = f"≤ {most.value:g} {most.unit}" if most else ""
        note = " ".join(part for part in (rough, feed.note) if part)
        name = products.get(amount.product, "") if amount else ""
        yield feed.on, feed.outcome, *where, name, size, unit, water, feed.poured, fed, note
