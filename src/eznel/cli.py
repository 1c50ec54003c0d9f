"""The verbs: plan and schema here; start, test and check by the launcher."""

import argparse
import json
import sys
from collections.abc import Sequence
from datetime import date
from pathlib import Path

from pydantic import TypeAdapter, ValidationError

from eznel import catalogue
from eznel.clock import today
from eznel.core.errors import Refusal
from eznel.core.season import SeasonPlan, plan
from eznel.formats import faults, garden_file, plan_text
from eznel.words import words


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
        for fault in faults.of(error, words("en")):
            print(f"{given.file}: {fault.field}: {fault.problem}. {fault.remedy}", file=sys.stderr)
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

    return serve(port=given.port, data=given.data, ui=given.ui, demo_garden=not given.no_demo)


def _openapi(given: argparse.Namespace) -> int:
    from eznel.api.app import description

    print(json.dumps(description(), indent=1, sort_keys=True))
    return 0


_VERBS = {
    "plan": _plan,
    "schema": _schema,
    "start": _start,
    "openapi": _openapi,
}
