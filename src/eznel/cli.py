"""The verbs of the program; the launcher sets up what they need."""

import argparse
import faulthandler
import getpass
import json
import os
import sys
from collections.abc import Callable, Sequence
from contextlib import ExitStack
from datetime import date
from pathlib import Path
from typing import TYPE_CHECKING

from pydantic import TypeAdapter, ValidationError

from eznel import catalogue
from eznel.clock import today
from eznel.core.document import Day
from eznel.core.errors import Refusal
from eznel.core.plan import SeasonPlan, plan
from eznel.formats import faults, garden_file, plan_text, text
from eznel.formats.said import said_in
from eznel.formats.units import SYSTEMS
from eznel.words import LOCALES, spoken, words

if TYPE_CHECKING:
    from sqlalchemy import Engine
    from sqlalchemy.orm import Session

    from eznel.store.opening import Step

    Opening = Callable[[Path, ExitStack, str, Step], Engine]

MOST_FAULTS = 3


def main(arguments: Sequence[str] | None = None) -> int:
    """Run one verb.

    Parameters
    ----------
    arguments : sequence of str or None
        Words of the command line; None reads the process's own.

    Returns
    -------
    int
        0 when it worked, 2 when the input was refused.
    """
    parser = argparse.ArgumentParser(prog="eznel", description="Feeding plans for a garden")
    verbs = parser.add_subparsers(dest="verb", required=True)
    reading = verbs.add_parser("plan", help="print the plan of a garden file")
    reading.add_argument("file", type=Path)
    reading.add_argument("--as-of", type=TypeAdapter(Day).validate_python, metavar="DATE")
    reading.add_argument("--format", choices=("text", "json", "csv"), default="text")
    reading.add_argument("--units", choices=SYSTEMS, default="metric")
    reading.add_argument("--language", choices=LOCALES, default="en")
    verbs.add_parser("schema", help="print the JSON Schema of the garden file")
    _serving(verbs.add_parser("start", help="start database and application"))
    for name, about in (
        ("backup", "write all gardens into a file"),
        ("restore", "put the gardens of a backup back"),
    ):
        keeping = verbs.add_parser(name, help=about)
        keeping.add_argument("file", type=Path)
        keeping.add_argument("--data", type=Path, default=Path("var"))
        keeping.add_argument("--yes", action="store_true")
    _looking(verbs)
    _setting(verbs.add_parser("password", help="set somebody's password, or say who has one"))
    _asking(verbs.add_parser("sum", help="answer one question without a garden"))
    verbs.add_parser("openapi", help="print the description of the API")
    verbs.add_parser("factors", help="print what one of each unit is in the core's")
    given = parser.parse_args(arguments)
    return int(_VERBS[given.verb](given))


def _serving(parser: argparse.ArgumentParser) -> None:
    parser.add_argument("--port", type=int, default=8417)
    parser.add_argument("--data", type=Path, default=Path("var"))
    parser.add_argument("--ui", type=Path, default=Path("ui/dist"))
    parser.add_argument("--no-demo", action="store_true")
    parser.add_argument("--share", action="store_true")
    parser.add_argument("--behind", default="", metavar="ADDRESS")
    parser.add_argument("--certificate", type=Path, nargs=2, metavar=("CERTIFICATE", "KEY"))
    parser.add_argument("--copy-to", default="", metavar="FOLDER|ADDRESS")
    parser.add_argument("--log", action="store_true", help="a line for every answer")
    parser.add_argument("--device", action="append", default=[], metavar="KIND=HOST:PORT")


def _looking(verbs: "argparse._SubParsersAction[argparse.ArgumentParser]") -> None:
    seeing = verbs.add_parser("doctor", help="say what is wrong with a data folder")
    seeing.add_argument("--data", type=Path, default=Path("var"))
    seeing.add_argument("--backup", type=Path, help="only whether this one can be restored")
    hurting = verbs.add_parser("torture", help="let all go wrong, on an application of its own")
    hurting.add_argument("--minutes", type=float, default=5.0)
    hurting.add_argument("--seed", type=int, default=1)


def _setting(parser: argparse.ArgumentParser) -> None:
    parser.add_argument("name", nargs="?", default="")
    parser.add_argument("--data", type=Path, default=Path("var"))
    parser.add_argument("--end-calendars", action="store_true")


def _asking(parser: argparse.ArgumentParser) -> None:
    parser.add_argument("of", help="its name, or words that find it")
    parser.add_argument("typed", nargs="*", metavar="blank=text")
    parser.add_argument("--ask", default="", metavar="BLANK")
    parser.add_argument("--units", choices=SYSTEMS, default="metric")
    parser.add_argument("--language", choices=LOCALES, default="en")


def _day(typed: str) -> date:
    """A day as typed; the parser of arguments says what is wrong with another."""
    try:
        return TypeAdapter(Day).validate_python(typed)
    except ValidationError as error:
        raise argparse.ArgumentTypeError(faults.of(error, words("en"))[0].problem) from error


def _plan(given: argparse.Namespace) -> int:
    try:
        file = garden_file.loads(given.file.read_bytes())
        as_of = given.as_of or today(file.garden)
        made = plan(file.garden, file.log, as_of, catalogue.load())
    except OSError as error:
        print(f"{given.file}: {error.strerror}", file=sys.stderr)
        return 2
    except (Refusal, ValidationError) as error:
        _complain(given.file, error)
        return 2
    said = spoken(words(given.language), given.units)
    made = said_in(made, said)
    if given.format == "json":
        text = TypeAdapter(SeasonPlan).dump_json(made, indent=2).decode() + "\n"
    elif given.format == "csv":
        text = plan_text.as_csv(made, file.garden, said, given.units)
    else:
        text = plan_text.as_text(made, file.garden, said, given.units)
    sys.stdout.write(text)
    return 0


def _sum(given: argparse.Namespace) -> int:
    from eznel.formats import sums  # asks the unit library about every unit

    said = spoken(words(given.language), given.units)
    if given.of not in sums.SUMS:
        some = sums.found_by(given.of, said)
        lines = [f"{one.key}: {sums.in_words(one, said)}" for one in some]
        print("\n".join(lines) or said.errors["unknown_sum"].text.format(name=given.of))
        return 0 if some else 2
    of = sums.SUMS[given.of]
    typed = dict(one.partition("=")[::2] for one in given.typed)
    asked = given.ask or next((one for one in of.asks if one not in typed), of.asks[0])
    try:
        found, read = sums.asked_of(of, asked, typed, said, given.units, given.units)
    except Refusal as error:
        _complain(given.of, error)
        return 2
    print(sums.in_a_line(of, found, read, said, given.units))
    shown = text.show(found.worked, said, given.units)
    beside = sums.beside(found, given.units)
    rows = [f"{said.names[q.name]}: {sums.measured(q, said, given.units)}" for q in beside]
    rows += [day.isoformat() for day in found.days]
    rows += [f"{step.sentence} {step.formula} = {step.result}" for step in shown.steps]
    rows += [f"{one.text} {one.remedy}" for one in shown.findings]
    print("\n".join(f"  {row}" for row in rows))
    return 0


def _schema(given: argparse.Namespace) -> int:
    print(json.dumps(garden_file.schema(), indent=2))
    return 0


def _start(given: argparse.Namespace) -> int:
    from eznel.certificates import Shown
    from eznel.devices import KINDS, Devices
    from eznel.serve import (  # imports the web framework, which other verbs do without
        Sharing,
        serve,
    )

    try:
        named = dict(one.split("=", 1) for one in given.device)
        devices = Devices({kind: named.pop(kind) for kind in KINDS if kind in named})
        if named:
            raise ValueError
    except ValueError:
        print(f"--device wants one of {', '.join(KINDS)} as KIND=HOST:PORT", file=sys.stderr)
        return 2
    faulthandler.enable()
    shown = Shown(*given.certificate) if given.certificate else None
    if unread := [str(one) for one in given.certificate or () if not os.access(one, os.R_OK)]:
        print(f"Cannot be read: {', '.join(unread)}", file=sys.stderr)
        return 2
    sharing = Sharing(given.behind, shown) if given.share else None
    return serve(
        port=given.port,
        data=given.data,
        ui=given.ui,
        demo_garden=not given.no_demo,
        devices=devices,
        sharing=sharing,
        copy_to=given.copy_to,
        logs=given.log,
    )


def _password(given: argparse.Namespace) -> int:
    from sqlalchemy.orm import Session

    from eznel.store import calendar_keys, opening

    try:
        with ExitStack() as stack:
            engine = opening.open_beside(given.data, stack, _who("password"), _quietly)
            with Session(engine) as session:
                done = _password_of(given.name, session)
            if done == 0 and given.end_calendars:
                ended = calendar_keys.end_all(engine)
                print(f"Private addresses of calendars ended: {ended}.")
            return done
    except Refusal as error:
        _complain("password", error)
    except _unusable() as error:
        print(f"{error}\nNothing was changed.", file=sys.stderr)
    return 2


def _password_of(name: str, session: "Session") -> int:
    """Set a password, that of the first account too; its codes and browsers end with the old."""
    from eznel.api.passwords import chosen
    from eznel.store import people

    there = people.everybody(session)
    found = people.named(session, name)
    if found is None and (there or not name):
        names = ", ".join(one.name for one in there) or "nobody yet"
        print(f"Who has an account: {names}.", file=sys.stderr if name else sys.stdout)
        return 2 if name else 0
    session.rollback()  # nothing is held while somebody types
    typed = getpass.getpass(f"Password for {name}: ")
    password = chosen(typed, name)
    if getpass.getpass("Once more: ") != typed:
        print("They differ. Nothing was changed.", file=sys.stderr)
        return 2
    if found is None:
        people.add(session, name, password, keeper=True)
        session.commit()
        print(f"The first account is made. {name} keeps every garden that nobody owns.")
        return 0
    people.set_password(session, found.person.id, password)
    people.set_code(session, found.person.id, None)
    print(f"It counts at once. {name} is signed out everywhere, and no code is asked for.")
    return 0


def _torture(given: argparse.Namespace) -> int:
    from eznel.torture import torture

    wrong = torture(given.minutes, given.seed)
    for one in wrong:
        print(one, file=sys.stderr)
    print("Nothing was lost." if not wrong else "Something did not bear it.")
    return 1 if wrong else 0


MARKS = {"well": "  well ", "look": "  LOOK ", "wrong": "  WRONG"}


def _doctor(given: argparse.Namespace) -> int:
    from eznel import doctor

    who, worst = _who("doctor"), 0
    with ExitStack() as stack:
        if given.backup is None:
            found = doctor.examined(given.data, who)
        else:
            from eznel.store import opening

            try:
                engine = opening.open_beside(given.data, stack, who, _quietly)
            except _unusable() as error:
                print(error, file=sys.stderr)
                return 2
            found = doctor.proved(engine, given.backup)
        for one in found:
            print(f"{MARKS[one.how]}  {one.said}", flush=True)
            if one.remedy:
                print(f"           {one.remedy}", flush=True)
            worst = max(worst, ("well", "look", "wrong").index(one.how))
    print(("All is well.", "Something is to be looked at.", "Something is wrong.")[worst])
    return worst


def _backup(given: argparse.Namespace) -> int:
    from eznel.store import backups, opening

    try:
        with ExitStack() as stack:
            engine = opening.open_beside(given.data, stack, _who("backup"), _quietly)
            count = backups.save(engine, given.file)
    except OSError as error:
        print(f"{given.file}: {error.strerror}", file=sys.stderr)
        return 2
    except _unusable() as error:
        print(f"{error}\nNo backup was made.", file=sys.stderr)
        return 2
    print(f"{given.file} holds {count} garden{'' if count == 1 else 's'}.")
    return 0


def _restore(given: argparse.Namespace) -> int:
    from eznel.store import snapshots

    restoring = _restore_tables if snapshots.is_one(given.file) else _restore_gardens
    try:
        return restoring(given)
    except OSError as error:
        print(f"{given.file}: {error.strerror}", file=sys.stderr)
    except (Refusal, ValidationError) as error:
        _complain(given.file, error)
    except _unusable() as error:
        print(f"{error}\nNothing was restored.", file=sys.stderr)
    return 2


def _restore_gardens(given: argparse.Namespace) -> int:
    from eznel.store import backups, opening

    backup = backups.read(given.file)
    with ExitStack() as stack:
        engine = _opened(given, stack, opening.open_beside)
        if engine is None:
            return 1
        print(f"The backup was made on {backup.made_at:%Y-%m-%d %H:%M} UTC. It holds:")
        for line in backups.told(engine, backup):
            print(f"  {line}")
        if not _agreed(given, "Restore?"):
            return 1
        backups.restore(engine, backup)
    print("Restored.")
    return 0


def _restore_tables(given: argparse.Namespace) -> int:
    from eznel.store import database, opening, snapshots

    with ExitStack() as stack:
        engine = _opened(given, stack, opening.open_store)
        if engine is None:
            return 1
        print("This is the whole store as it was before an upgrade. It replaces all that is here.")
        if not _agreed(given, "Restore?"):
            return 1
        with database.alone(engine, "migration") as connection:
            snapshots.put_back(connection, given.file)
        database.migrate(engine, given.data / opening.BACKUPS)
    print("Restored.")
    return 0


def _opened(given: argparse.Namespace, stack: ExitStack, way: "Opening") -> "Engine | None":
    """The store; where it is damaged, a new one in its place, if that is agreed to."""
    from eznel.store import opening
    from eznel.store.database import Damaged

    who = _who("restore")
    with ExitStack() as trying:
        try:
            engine = way(given.data, trying, who, _quietly)
            stack.push(trying.pop_all())
            return engine
        except Damaged as error:
            print(error)
    if not _agreed(given, "Set it aside, and restore into a new one?"):
        return None
    print(f"It is now {opening.set_aside(given.data, who)}.")
    return way(given.data, stack, who, _quietly)


def _agreed(given: argparse.Namespace, question: str) -> bool:
    if given.yes or input(f"{question} Type yes: ").strip().lower() == "yes":
        return True
    print("Nothing was changed.")
    return False


def _unusable() -> tuple[type[Exception], ...]:
    from sqlalchemy.exc import SQLAlchemyError

    from eznel.store.database import Unusable

    return (Unusable, SQLAlchemyError)


def _who(what: str) -> str:
    return f"./eznel {what} (process {os.getpid()})"


def _quietly(name: str, work: Callable[[], object]) -> None:
    work()


def _complain(file: Path | str, error: Refusal | ValidationError) -> None:
    found = faults.of(error, words("en"))
    for fault in found[:MOST_FAULTS]:
        print(f"{file}: {fault.field}: {fault.problem}. {fault.remedy}", file=sys.stderr)
    if len(found) > MOST_FAULTS:
        print(f"{file}: and {len(found) - MOST_FAULTS} more of the kind", file=sys.stderr)


def _openapi(given: argparse.Namespace) -> int:
    from eznel.api.app import description

    print(json.dumps(description(), indent=1, sort_keys=True))
    return 0


def _factors(given: argparse.Namespace) -> int:
    from eznel.core.quantities import factors

    print(json.dumps(factors(), indent=2))
    return 0


_VERBS = {
    "plan": _plan,
    "sum": _sum,
    "schema": _schema,
    "start": _start,
    "openapi": _openapi,
    "factors": _factors,
    "backup": _backup,
    "restore": _restore,
    "password": _password,
    "doctor": _doctor,
    "torture": _torture,
}
