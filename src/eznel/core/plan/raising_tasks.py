"""What a planting that is raised here wants: sowing, potting on, hours outside."""

from collections.abc import Iterator
from dataclasses import replace
from datetime import date, timedelta
from uuid import UUID

from eznel.core.plan.reminders import Reminders
from eznel.core.plan.result import TakenAlong, TaskView
from eznel.core.raising.grown import POT_ON, grown_of
from eznel.core.raising.hardening import BEARS_C
from eznel.core.raising.raised import Potting, Raised, raised
from eznel.core.schedule.jobs import task_key
from eznel.core.stands.stand import Stand
from eznel.core.stands.stands import Stands
from eznel.core.working import Finding, Level, Quantity

SOW, HARDEN = "sow_under_cover", "harden_off"
RAISING = (SOW, POT_ON, HARDEN)
"""These come from how a planting is raised, where that is written down."""
NOT_KEYED = UUID(int=0)


def raising_tasks(stand: Stand, reminders: Reminders) -> Iterator[TaskView]:
    """Yield what is to be done for a planting under cover.

    Parameters
    ----------
    stand : Stand
        The planting.
    reminders : Reminders
        What was done in its garden.

    Yields
    ------
    TaskView
        Nothing where it is not written down how it is raised, or once it is planted out.
    """
    stands = reminders.stands
    known = None if stand.planting.raising is None else grown_of(stand, stands)
    if known is None:
        return
    made, done = raised(known), reminders.done.get(stand.id, ())
    names = {one.key: one.name for one in stands.catalogue.tasks}
    for due in _all_due(made, stand, stands):
        entries = [one for one in done if one.task == due.task][due.ordinal - 1 : due.ordinal]
        if entries or stands.today < made.plant_on:
            key = task_key(stand, due.task, due.ordinal)
            yield replace(
                due,
                key=key,
                due_on=reminders.pins.get(key, due.due_on),
                name=names[due.task],
                done=entries[0].id if entries else None,
                done_on=entries[0].on if entries else None,
            )


def _all_due(made: Raised, stand: Stand, stands: Stands) -> Iterator[TaskView]:
    """All of it, as if nothing were done yet."""
    planting = stand.planting
    counted = planting.raising is not None and planting.raising.sown is not None
    if not counted and made.to_sow is not None:
        cells = made.pottings[0].mix.value
        takes = (
            TakenAlong("trays", made.trays, ""),
            TakenAlong("labels", made.trays, ""),
            TakenAlong("mix", round(cells, 1), "L"),
        )
        yield _due(SOW, 1, made.sow_on, takes, _sowing(made))
    for n, potting in enumerate(made.pottings[1:] if made.plants else (), start=1):
        yield _due(POT_ON, n, potting.since, _takes(potting), _potting(potting))
    outside = tuple(_outside(made, stand, stands))
    yield _due(HARDEN, 1, made.harden[0].on, notes=outside)


def _due(
    task: str,
    ordinal: int,
    due_on: date,
    takes: tuple[TakenAlong, ...] = (),
    notes: tuple[Finding, ...] = (),
) -> TaskView:
    return TaskView(
        key=NOT_KEYED,
        task=task,
        name="",
        ordinal=ordinal,
        due_on=due_on,
        done=None,
        done_on=None,
        takes=takes,
        notes=notes,
    )


def _takes(potting: Potting) -> tuple[TakenAlong, ...]:
    pot = potting.pot.name if potting.pot is not None else ""
    return (
        TakenAlong(name=f"× {pot}", amount=potting.count, unit=""),
        TakenAlong(name="mix", amount=round(potting.mix.value, 1), unit="L"),
    )


def _sowing(made: Raised) -> tuple[Finding, ...]:
    numbers = (
        Quantity("seeds", made.sown, ""),
        Quantity("trays", made.trays, ""),
        Quantity("tray_cells", made.cells, ""),
        Quantity("per_cell", made.per_cell, ""),
    )
    if made.per_cell == 1:
        return (Finding("raise_sow", Level.NOTE, numbers=numbers),)
    return (Finding("raise_sow_thick", Level.NOTE, numbers=numbers),)


def _potting(potting: Potting) -> tuple[Finding, ...]:
    names = (potting.pot.name if potting.pot is not None else "",)
    numbers = (
        Quantity("pots_filled", potting.count, ""),
        Quantity("mix_l", potting.mix.value, "L"),
    )
    return (Finding("raise_pot", Level.NOTE, numbers=numbers, names=names),)


def _outside(made: Raised, stand: Stand, stands: Stands) -> Iterator[Finding]:
    """Today's hours, and the night before tomorrow's."""
    today = next((one for one in made.harden if one.on == stands.today), None)
    if today is None:
        return
    tonight_c = stands.weather.day_c(stands.today + timedelta(1))[0]
    if today.is_paused:
        night = Quantity("night_c", today.night_c, "°C")
        yield Finding("raise_stay_in", Level.WARNING, numbers=(night,))
    else:
        hours = Quantity("hours_outside", today.hours, "h")
        yield Finding("raise_outside", Level.NOTE, numbers=(hours,))
    if tonight_c < BEARS_C[stand.crop.frost]:
        night = Quantity("night_c", tonight_c, "°C")
        yield Finding("raise_take_in", Level.WARNING, numbers=(night,))
