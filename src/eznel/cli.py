"""The verbs of the program; the launcher sets up what they need."""

import argparse
import getpass
import json
import sys
from collections.abc import Sequence
from contextlib import ExitStack
from datetime import date
from pathlib import Path

from pydantic import TypeAdapter, ValidationError

from eznel import catalogue
from eznel.clock import today
from eznel.core.errors import Refusal
from eznel.core.season import SeasonPlan, plan
from eznel.formats import faults, garden_file, plan_text
from eznel.words import words

PASSWORD = "password-hash"
"""Where the hash of the shared garden's password lies, below the data folder."""

LEAST_PASSWORD = 8


def main(arguments: Sequence[str] | None = None) -> int:
    """Run one verb.

    Parameters
    ----------
    arguments : sequence of str or None
        Words of the command line; None reads the process's own. [words]

    Returns
    -------
    int
        0 when it worked, 2 when the input was refused. [exit code]
    """
    parser = argparse.ArgumentParser(prog="eznel", description="Feeding plans for a garden")
    verbs = parser.add_subparsers(dest="verb", required=True)
    reading = verbs.add_parser("plan", help="print the plan of a garden file")
    reading.add_argument("file", type=Path)
    reading.add_argument("--as-of", type=date.fromisoformat, default=None, metavar="DATE")
    reading.add_argument("--format", choices=("text", "json", "csv"), default="text")
    verbs.add_parser("schema", help="print the JSON Schema of the garden file")
    serving = verbs.add_parser("start", help="start database and application")
    serving.add_argument("--port", type=int, default=8417)
    serving.add_argument("--data", type=Path, default=Path("var"))
    serving.add_argument("--ui", type=Path, default=Path("ui/dist"))
    serving.add_argument("--no-demo", action="store_true")
    serving.add_argument("--share", action="store_true")
    for name, about in (
        ("backup", "write all gardens into a file"),
        ("restore", "put the gardens of a backup back"),
    ):
        keeping = verbs.add_parser(name, help=about)
        keeping.add_argument("file", type=Path)
        keeping.add_argument("--data", type=Path, default=Path("var"))
        keeping.add_argument("--yes", action="store_true")
    secret = verbs.add_parser("password", help="set the password of a shared garden")
    secret.add_argument("--data", type=Path, default=Path("var"))
    verbs.add_parser("openapi", help="print the description of the API")
    given = parser.parse_args(arguments)
    return int(_VERBS[given.verb](given))


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
    if given.format == "json":
        text = TypeAdapter(SeasonPlan).dump_json(made, indent=2).decode() + "\n"
    elif given.format == "csv":
        text = plan_text.as_csv(made, file.garden)
    else:
        text = plan_text.as_text(made, file.garden, words("en"))
    sys.stdout.write(text)
    return 0


def _schema(given: argparse.Namespace) -> int:
    print(json.dumps(garden_file.schema(), indent=2))
    return 0


def _start(given: argparse.Namespace) -> int:
    from eznel.serve import serve  # imports the web framework, which other verbs do without

    password_hash = ""
    if given.share:
        try:
            password_hash = (given.data / PASSWORD).read_text()
        except OSError:
            print("Sharing needs a password first: ./eznel password", file=sys.stderr)
            return 2
    return serve(
        port=given.port,
        data=given.data,
        ui=given.ui,
        demo_garden=not given.no_demo,
        password_hash=password_hash,
    )


def _password(given: argparse.Namespace) -> int:
    from eznel.api.door import hashed

    typed = getpass.getpass("Password for everybody who shares: ")
    if len(typed) < LEAST_PASSWORD:
        print(f"At least {LEAST_PASSWORD} characters. Nothing was changed.", file=sys.stderr)
        return 2
    if getpass.getpass("Once more: ") != typed:
        print("They differ. Nothing was changed.", file=sys.stderr)
        return 2
    file = given.data / PASSWORD
    file.parent.mkdir(parents=True, exist_ok=True)
    file.touch(mode=0o600)
    file.write_text(hashed(typed))
    print("It counts from the next ./eznel start --share; whoever was in is asked again.")
    return 0


def _backup(given: argparse.Namespace) -> int:
    from eznel.serve import open_store
    from eznel.store import backups, database

    with ExitStack() as stack:
        engine = open_store(given.data, stack, beside=True)
        database.migrate(engine)
        count = backups.save(engine, given.file)
    print(f"{given.file} holds {count} garden{'' if count == 1 else 's'}.")
    return 0


def _restore(given: argparse.Namespace) -> int:
    from eznel.serve import open_store
    from eznel.store import backups, database

    try:
        backup = backups.read(given.file)
    except OSError as error:
        print(f"{given.file}: {error.strerror}", file=sys.stderr)
        return 2
    except (Refusal, ValidationError) as error:
        _complain(given.file, error)
        return 2
    with ExitStack() as stack:
        engine = open_store(given.data, stack, beside=True)
        database.migrate(engine)
        here = backups.here(engine)
        print(f"The backup was made on {backup.made_at:%Y-%m-%d %H:%M} UTC. It holds:")
        for garden in backup.gardens:
            there = here.get(str(garden.file.garden.id))
            what = f"replaces “{there}” as it is now" if there else "is not here now"
            print(f"  {garden.file.garden.name}: {what}")
        if not given.yes and input("Restore? Type yes: ").strip().lower() != "yes":
            print("Nothing was changed.")
            return 1
        backups.restore(engine, backup)
    print("Restored.")
    return 0


def _complain(file: Path, error: Refusal | ValidationError) -> None:
    for fault in faults.of(error, words("en")):
        print(f"{file}: {fault.field}: {fault.problem}. {fault.remedy}", file=sys.stderr)


def _openapi(given: argparse.Namespace) -> int:
    from eznel.api.app import description

    print(json.dumps(description(), indent=1, sort_keys=True))
    return 0


_VERBS = {
    "plan": _plan,
    "schema": _schema,
    "start": _start,
    "openapi": _openapi,
    "backup": _backup,
    "restore": _restore,
    "password": _password,
}
