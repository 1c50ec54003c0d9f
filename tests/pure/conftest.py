"""The interface's pure modules, bundled once and asked in Node: no browser, no server."""

import json
import subprocess
from collections.abc import Callable
from pathlib import Path
from typing import Any

import pytest

UI = Path(__file__).parent.parent.parent / "ui"
MODULES = {
    "typed": "lib/typed",
    "worded": "lib/worded",
    "find": "lib/find",
    "pacing": "lib/pacing",
    "american": "lib/american",
    "numbers": "lib/numbers",
    "dates": "lib/dates",
    "letters": "api/letters",
    "today": "views/today/state",
    "season": "views/season/state",
    "plot": "views/plot/state",
    "soil": "views/soil/state",
    "names": "parts/names",
    "heaps": "parts/heaps",
    "written": "lib/written",
}

Ask = Callable[..., list[Any]]


@pytest.fixture(scope="session")
def bundle(tmp_path_factory: pytest.TempPathFactory) -> Path:
    """All of them as one file that Node can load."""
    folder = tmp_path_factory.mktemp("pure")
    entry, out = folder / "entry.ts", folder / "pure.mjs"
    entry.write_text(
        "".join(f"export * as {n} from {json.dumps(f'{UI}/src/{p}')}\n" for n, p in MODULES.items())
    )
    tool = UI / "node_modules/.bin/rolldown"
    asked = [tool, entry, "--format", "esm", "--file", out, "--log-level", "silent"]
    subprocess.run(asked, cwd=UI, check=True, capture_output=True)
    return out


@pytest.fixture(scope="session")
def ask(bundle: Path) -> Ask:
    """Run an expression for each argument, with the modules by name; `language` is the reader's."""

    def answer(expression: str, *arguments: object, language: str = "en-GB") -> list[Any]:
        program = f"""
            Object.defineProperty(globalThis, 'navigator', {{
                value: {{ languages: [{json.dumps(language)}] }}, configurable: true }})
            const {{ readFileSync }} = await import('node:fs')
            const {{ {", ".join(MODULES)} }} = await import({json.dumps(bundle.as_uri())})
            const all = JSON.parse(readFileSync(0, 'utf8')).map((x) => {expression})
            const found = await Promise.all(all)
            const whole = (_, one) => Number.isNaN(one) ? 'NaN' : one
            console.log(JSON.stringify(found, whole))
        """
        asked = ["node", "--input-type=module", "-e", program]
        given = json.dumps(arguments)
        done = subprocess.run(asked, input=given, capture_output=True, check=False, text=True)
        assert done.returncode == 0, done.stderr
        found: list[Any] = json.loads(done.stdout)
        return found

    return answer
