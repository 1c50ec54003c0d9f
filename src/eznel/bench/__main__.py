"""Measure every row of the speed table: python -m eznel.bench UI_FOLDER [--json] [--quick]."""

import argparse
import sys
import tempfile
from collections.abc import Callable
from pathlib import Path

from eznel.bench import browsing, computing, reading, serving
from eznel.bench.rows import Row, as_json, as_text


def main() -> None:
    """Measure and print."""
    parser = argparse.ArgumentParser(prog="eznel bench", description="Measure how fast it is")
    parser.add_argument("ui", type=Path)
    parser.add_argument("--json", action="store_true")
    parser.add_argument("--quick", action="store_true", help="without 2,000 plantings and set-up")
    given = parser.parse_args()
    found: list[Row] = []
    parts: list[tuple[str, Callable[[Path], list[Row]]]] = [
        ("the core", lambda folder: computing.rows(many=not given.quick)),
        ("the readers", lambda folder: reading.rows()),
        ("the application", lambda folder: serving.rows(folder, given.ui)),
        ("the browser", lambda folder: browsing.rows(folder, given.ui)),
    ]
    if not given.quick:
        parts.append(("a fresh checkout", lambda folder: serving.fresh_rows(Path.cwd(), folder)))
    for what, measure in parts:
        print(f"Measuring {what} …", file=sys.stderr, flush=True)
        with tempfile.TemporaryDirectory() as folder:
            found += measure(Path(folder))
    print(as_json(found) if given.json else as_text(found))


if __name__ == "__main__":
    main()
