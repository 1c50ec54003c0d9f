"""The house keeps its promises: docstrings, units, words, sizes, documents."""

import ast
import importlib
import inspect
import json
import pkgutil
import re
import string
import subprocess
from collections import Counter
from dataclasses import fields, is_dataclass
from pathlib import Path
from typing import Any

import pytest
from pydantic import BaseModel

import eznel
import eznel.core
from eznel import catalogue
from eznel.api.app import description
from eznel.core import document
from eznel.core.plan import place_result, result
from eznel.core.questions import one_list
from eznel.core.working import Level, Origin
from eznel.store.kinds import KINDS
from eznel.words import LOCALES, formulas, words

ROOT = Path(__file__).parent.parent.parent
SOURCE = ROOT / "src" / "eznel"
MODULES = [
    importlib.import_module(found.name)
    for found in pkgutil.walk_packages(eznel.__path__, "eznel.")
    if not found.name.startswith(("eznel.store.migrations", "eznel.__main__"))
]
EN = words("en")


def public_functions():
    for module in MODULES:
        for name, thing in vars(module).items():
            own = inspect.isfunction(thing) and thing.__module__ == module.__name__
            private = name.startswith("_") or "._" in module.__name__
            if own and not private and not module.__name__.startswith("eznel.api."):
                yield pytest.param(thing, id=f"{module.__name__}.{name}")


MEASURED = re.compile(r"\b(?:float|Amounts|Worked|Floats|Sourced)\b")
COUNTED = re.compile(r"\bint\b")
"""Types of what has a unit."""
RITUAL = {"core", "document", "name", "text", "date", "id", "path", "rows", "session"}
"""What is no unit, and says nothing beside a type."""
BARE = ("port", "year", "done")
"""Whole numbers that count nothing."""
UNIT_TAG = re.compile(r"\[([^\[\]]+)\]")


def _sections(text: str) -> dict[str, str]:
    parts = re.split(r"^(Parameters|Returns|Yields|Raises)\n-+\n", text, flags=re.M)
    return dict(zip(parts[1::2], parts[2::2], strict=True))


@pytest.mark.parametrize("function", list(public_functions()))
def test_docstring_names_every_parameter_and_the_unit_of_every_number(function) -> None:
    sections = _sections(inspect.getdoc(function) or "")
    section = sections.get("Parameters", "")
    documented = re.findall(r"^(\w+) : ", section, re.M)
    signature = inspect.signature(function)
    assert documented == list(signature.parameters)
    parts = re.split(r"^\w+ : ", section, flags=re.M)[1:]
    for (name, parameter), part in zip(signature.parameters.items(), parts, strict=True):
        said = str(parameter.annotation)
        if MEASURED.search(said) or (COUNTED.search(said) and name not in BARE):
            assert UNIT_TAG.search(part), f"{name} has no unit"
    if MEASURED.search(str(signature.return_annotation)):
        told = sections.get("Returns") or sections.get("Yields") or ""
        assert UNIT_TAG.search(told), "what is returned has no unit"
    assert not RITUAL & set(UNIT_TAG.findall("".join(sections.values())))


@pytest.mark.parametrize("module", MODULES, ids=lambda module: module.__name__)
def test_every_module_says_what_it_is(module) -> None:
    assert module.__doc__
    for _, thing in inspect.getmembers(module, inspect.isclass):
        if thing.__module__ == module.__name__ and not thing.__name__.startswith("_"):
            assert thing.__doc__, thing


UNITS = (
    "_m", "_m2", "_deg", "_c", "_pct", "_ds_m", "_g", "_l", "_ml", "_g_m2", "_g_ml", "_kg_m2",
    "_mg_l", "_mm", "cmol_kg", "_ds_m", "_share", "_per_g", "_ds_m_per_g_l", "_mg_kg", "litres",
    "_l_h", "_mm_h", "_l_min", "_m_s", "_h", "_kg",
)  # fmt: skip
PLAIN = {
    "ph", "low", "high", "target", "value", "parts", "n", "p2o5", "k2o", "amount", "printed",
    "compared", "per", "count", "miss", "cost", "caution_above", "bounds", "share",
    "first_season_n", "grams", "release_days", "pct", "ml", "fractions", "medium", "very_high",
    "before", "now", "explained", "estimate", "likely", "spread", "works", "minutes", "bag_price",
    "mix_cost", "poured", "carbon_to_n", "cans", "minutes_with_losses", "times", "each",
    "hoped", "start", "values",
}  # fmt: skip
"""Numbers whose unit stands beside them, or that have none."""


def float_fields():
    models = [getattr(document, name) for name in document.__all__]
    for model in models:
        if inspect.isclass(model) and issubclass(model, BaseModel):
            for name, field in model.model_fields.items():
                if "float" in str(field.annotation):
                    yield f"{model.__name__}.{name}"
    shown = [
        (name, thing)
        for module in (result, place_result)
        for name, thing in vars(module).items()
        if is_dataclass(thing) and thing.__module__ == module.__name__
    ]
    for name, thing in shown:
        yield from (f"{name}.{f.name}" for f in fields(thing) if "float" in str(f.type))


@pytest.mark.parametrize("path", sorted(float_fields()))
def test_a_number_says_its_unit(path: str) -> None:
    field = path.rpartition(".")[2]
    assert field in PLAIN or field.endswith(UNITS), path


def test_all_is_what_can_be_imported() -> None:
    for module in MODULES:
        for name in getattr(module, "__all__", ()):
            assert hasattr(module, name)


def test_no_two_test_files_have_one_name() -> None:
    """Of two, pytest would leave one out."""
    names = Counter(path.name for path in (ROOT / "tests").rglob("test_*.py"))
    assert [name for name, count in names.items() if count > 1] == []


@pytest.mark.parametrize(
    "path", sorted(SOURCE.rglob("*.py")), ids=lambda p: str(p.relative_to(SOURCE))
)
def test_no_module_is_long(path: Path) -> None:
    assert len(path.read_text().splitlines()) <= 450


def _literals(pattern: str, *folders: str) -> set[str]:
    texts = (p.read_text() for f in folders for p in (SOURCE / f).rglob("*.py"))
    return {found for text in texts for found in re.findall(pattern, text)}


def test_every_step_has_a_formula_and_a_sentence() -> None:
    used = _literals(r'(?:Worked\.first|\.then)\(\s*"(\w+)"', "core")
    used |= _literals(r'"(plant_area_[a-l,n-z]\w+|sufficiency\w*|soil_value_per_\w+)"', "core")
    assert set(formulas()) == set(EN.steps)
    assert used == set(EN.steps)


def test_formulas_use_only_named_quantities() -> None:
    for key, formula in formulas().items():
        names = {n.id for n in ast.walk(ast.parse(formula)) if isinstance(n, ast.Name)}
        assert names - {"min", "max"} <= set(EN.names), key


def test_every_finding_error_and_caution_has_a_sentence() -> None:
    findings = _literals(r'(?:Finding|_ask)\(\s*(?:[\w.]+,\s*"[\w.]+",\s*)?"(\w+)"', "core")
    assert findings <= set(EN.findings)
    refused = _literals(
        r'(?:Impossible|Unknown)\(\s*f?"[^"]+",\s*"(\w+)"', "core", "formats", "api"
    )
    refused |= _literals(r'fault\(\s*"(\w+)"', "core")
    assert refused <= set(EN.errors)
    rows = catalogue.load()
    used = {key for material in rows.materials.values() for key in material.cautions}
    assert used <= set(EN.cautions)


def test_every_term_that_is_shown_has_a_word() -> None:
    rows = catalogue.load()
    stages = {f"stage.{s.key}" for stages in rows.stages.values() for s in stages}
    assert stages <= set(EN.terms)
    assert {str(origin) for origin in Origin} == set(EN.origins)
    view = (ROOT / "ui/src/parts/Findings/index.tsx").read_text()
    assert all(f"'{level}'" in view for level in Level)


def test_sentences_can_be_filled() -> None:
    for said in (*EN.findings.values(), *EN.errors.values()):
        for text in (said.text, said.remedy):
            assert list(string.Formatter().parse(text))
        assert said.remedy.endswith((".", "?"))


def test_every_public_word_of_the_core_stands_in_the_nomenclature() -> None:
    page = (ROOT / "docs/nomenclature.md").read_text()
    words_used = [name for name in document.__all__ if name not in ("Entry", "Thing")]
    words_used += [
        name
        for module in (result, place_result)
        for name, thing in vars(module).items()
        if is_dataclass(thing) and thing.__module__ == module.__name__
    ]
    missing = [word for word in words_used if f"`{word}`" not in page]
    assert missing == []


def test_how_it_computes_names_every_method_and_programme() -> None:
    page = (ROOT / "docs/how-it-computes.md").read_text()
    for method in ("tested", "untested", "light_bed", "tub"):
        assert f"`{method}`" in page
    for programme in catalogue.load().programmes.values():
        assert programme.name in page
    for extractant in {band.extractant for band in catalogue.load().bands}:
        assert extractant in page


def test_the_readme_s_commands_pictures_and_pages_exist() -> None:
    readme = (ROOT / "README.md").read_text()
    launcher = (ROOT / "eznel").read_text()
    for verb in set(re.findall(r"\./eznel (\w+)", readme)):
        assert re.search(rf"^  (\w+ \| )?{verb}( \| \w+)?\)", launcher, re.M), verb
    links = re.findall(r"\]\(([^)#:]+)\)", readme)
    assert links
    for link in links:
        assert (ROOT / link).exists(), link
    for view in ("today", "plot", "soil", "shed", "season"):
        assert f"docs/screenshots/{view}" in readme


def test_options_of_the_launcher_are_known_to_the_program() -> None:
    program = (SOURCE / "cli.py").read_text() + (SOURCE / "bench/__main__.py").read_text()
    usage = (ROOT / "eznel").read_text().partition("<<'EOF'\n")[2].partition("\nEOF")[0]
    for option in set(re.findall(r"--[a-z-]+", usage)):
        assert f'"{option}"' in program, option


def _placeholders(text: str) -> list[str]:
    return sorted(re.findall(r"\{\w+\}", text))


@pytest.mark.parametrize("locale", [one for one in LOCALES if one != "en"])
def test_every_language_says_everything(locale: str) -> None:
    other = words(locale)
    for part in ("steps", "names", "origins", "findings", "cautions", "terms", "errors"):
        mine, theirs = getattr(EN, part), getattr(other, part)
        assert mine.keys() == theirs.keys(), part
        for key, said in mine.items():
            for text, there in (
                zip((said.text, said.remedy), (theirs[key].text, theirs[key].remedy), strict=True)
                if part in ("findings", "errors")
                else [(said, theirs[key])]
            ):
                assert there.strip(), key
                assert _placeholders(text) == _placeholders(there), key
    sentences = {key: said for key, said in EN.steps.items() if other.steps[key] == said}
    assert sentences == {}, "not translated"


@pytest.mark.parametrize("locale", [one for one in LOCALES if one != "en"])
def test_every_language_says_the_catalogue(locale: str) -> None:
    rows = catalogue.load()
    said = {row.name for row in (*rows.crops.values(), *rows.materials.values(), *rows.climates)}
    said |= {stage.recognise_by for stages in rows.stages.values() for stage in stages}
    said |= {band.basis for band in rows.bands}
    said |= {step.question for step in rows.texture_key}
    said |= {answer.say for step in rows.texture_key for answer in step.answers}
    for way in rows.practices:
        said |= {way.name, *(text for one in way.choices for text in (one.name, one.say))}
    for task in rows.tasks:
        said |= {task.name, task.say, *(one.name for one in task.materials)}
    said |= {one_list.CAN}
    said |= {row.name for row in rows.substrates.values()}
    said |= {text for row in rows.recipes for text in (row.name, row.say)}
    for school in rows.programmes.values():
        said |= {school.name, school.idea, school.evidence}
    sick = rows.symptoms
    said |= {row.name for row in (*sick.signs.values(), *sick.causes.values())}
    said |= {row.text for row in sick.answers.values()} | {row.basis for row in sick.ratios}
    said |= {text for row in sick.facts.values() for text in (row.holds, row.fails)}
    said |= {text for row in sick.checks for text in (row.ask, row.says)}
    ideas = rows.trials
    said |= {text for row in ideas for text in (row.name, row.first, row.second, row.measure)}
    assert words(locale).catalogue.keys() == said


@pytest.mark.parametrize("locale", [one for one in LOCALES if one != "en"])
def test_every_language_says_the_interface(locale: str) -> None:
    listed = subprocess.run(
        ["node", "list-words.mjs"], cwd=ROOT / "ui", capture_output=True, check=True, text=True
    )
    said = json.loads((ROOT / f"ui/src/words/{locale}.json").read_text())
    assert sorted(said) == sorted(json.loads(listed.stdout))
    for english, there in said.items():
        assert there.strip(), english
        assert _placeholders(english) == _placeholders(there), english


FIELDLESS = {"id", "format", "version", "garden", "log", "kind_name"}


def test_every_field_of_a_thing_has_a_name() -> None:
    """What the history and two versions side by side call it."""
    for kind in KINDS.values():
        assert f"things.{kind.name}" in EN.terms
        shapes = getattr(kind.shape, "__args__", None) or (kind.shape,)
        for shape in shapes:
            for model in getattr(shape, "__args__", None) or (shape,):
                missing = {
                    field for field in getattr(model, "model_fields", ())
                    if field not in FIELDLESS and f"field.{field}" not in EN.terms
                }  # fmt: skip
                assert missing == set(), model


ROUTES = [
    pytest.param(path, verb, route, id=f"{verb} {path}")
    for path, verbs in description()["paths"].items()
    for verb, route in verbs.items()
]


@pytest.mark.parametrize(("path", "verb", "route"), ROUTES)
def test_every_route_says_what_it_answers(path: str, verb: str, route: dict[str, Any]) -> None:
    """A shape for what it returns, and the one problem shape for whatever goes wrong."""
    assert route["summary"]
    answers = route["responses"]
    fine = [answer for status, answer in answers.items() if status.startswith("2")]
    assert fine
    for answer in fine:
        if "content" in answer:
            shape = answer["content"]["application/json"]["schema"]
            assert shape.get("$ref") or shape.get("items") or shape.get("anyOf"), path
    wrong = {status: answer for status, answer in answers.items() if not status.startswith("2")}
    assert "422" in wrong
    for status, answer in wrong.items():
        problem = {"schema": {"$ref": "#/components/schemas/Problem"}}
        assert answer["content"] == {"application/problem+json": problem}, status
