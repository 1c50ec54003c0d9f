"""Crops, stages, bands, materials and programmes as data, and their loader."""

import csv
import tomllib
from functools import cache
from importlib.resources import files
from typing import TypeVar

from eznel.core.document import Programme
from eznel.core.reference import (
    Answer,
    Band,
    Catalogue,
    Cause,
    Check,
    Climate,
    Commonness,
    Country,
    Crop,
    Fact,
    Holding,
    KeyStep,
    Material,
    Picked,
    Practice,
    Preset,
    Ratio,
    ReadyRecipe,
    Row,
    Seed,
    Sign,
    Stage,
    Substrate,
    SufficiencyRate,
    Symptoms,
    Task,
    TrialIdea,
    WaterUse,
)

AnyRow = TypeVar("AnyRow", bound=Row)


def rows(name: str, model: type[AnyRow]) -> tuple[AnyRow, ...]:
    """Return the validated rows of one catalogue file; an empty cell is a value not given.

    Parameters
    ----------
    name : str
        File name in this package.
    model : type
        The row's shape. [type]

    Returns
    -------
    tuple of Row
        In the order of the file.

    Raises
    ------
    ValueError
        When a row does not fit its shape; the message names file and line.
    """
    text = files(__name__).joinpath(name).read_text(encoding="utf-8")
    found = []
    for line, cells in enumerate(csv.DictReader(text.splitlines()), start=2):
        given: dict[str, object] = {k: v for k, v in cells.items() if v != ""}
        if "cautions" in given:
            given["cautions"] = str(given["cautions"]).split()
        for column in ("analysis", "nitrogen", "fills_ground", "fills_water"):
            if column in given:  # like N:15.5 CaO:26.5
                given[column] = dict(pair.split(":") for pair in str(given[column]).split())
        if "ranges" in given:  # like N:15..15.5
            pairs = (pair.split(":") for pair in str(given["ranges"]).split())
            given["ranges"] = {key: tuple(span.split("..")) for key, span in pairs}
        if "also_called" in given:
            given["also_called"] = str(given["also_called"]).split("|")
        try:
            found.append(model.model_validate(given))
        except ValueError as error:
            raise ValueError(f"{name}, line {line}: {error}") from error
    return tuple(found)


@cache
def load() -> Catalogue:
    """Return the catalogue that ships with this release.

    Returns
    -------
    Catalogue
        Validated; the same object at every call.
    """
    stages: dict[str, tuple[Stage, ...]] = {}
    for stage in sorted(rows("stages.csv", Stage), key=lambda s: (s.crop, s.order)):
        stages[stage.crop] = (*stages.get(stage.crop, ()), stage)
    programmes = [Programme.model_validate(p) for p in _records("programmes.toml", "programme")]
    return Catalogue(
        crops={crop.key: crop for crop in rows("crops.csv", Crop)},
        stages=stages,
        bands=rows("bands.csv", Band),
        sufficiency={
            (r.declared, r.soil_class): r for r in rows("sufficiency.csv", SufficiencyRate)
        },
        materials={m.key: m for m in rows("materials.csv", Material)},
        programmes={p.key: p for p in programmes},
        climates=tuple(Climate.model_validate(c) for c in _records("climates.toml", "climate")),
        presets=tuple(Preset.model_validate(p) for p in _records("presets.toml", "preset")),
        countries=tuple(Country.model_validate(c) for c in _records("countries.toml", "country")),
        tasks=tuple(Task.model_validate(t) for t in _records("tasks.toml", "task")),
        practices=tuple(Practice.model_validate(p) for p in _records("practices.toml", "practice")),
        water_use={row.crop: row for row in rows("water_use.csv", WaterUse)},
        holding={row.ground: row for row in rows("holding.csv", Holding)},
        seeds={row.crop: row for row in rows("seeds.csv", Seed)},
        picked={row.crop: row for row in rows("pieces.csv", Picked)},
        substrates={row.key: row for row in rows("substrates.csv", Substrate)},
        recipes=tuple(ReadyRecipe.model_validate(r) for r in _records("recipes.toml", "recipe")),
        trials=tuple(TrialIdea.model_validate(t) for t in _records("trials.toml", "trial")),
        symptoms=_symptoms(),
        texture_key=tuple(KeyStep.model_validate(s) for s in _records("texture.toml", "step")),
    )


def _symptoms() -> Symptoms:
    return Symptoms(
        signs={row.key: row for row in rows("signs.csv", Sign)},
        answers={row.key: row for row in rows("answers.csv", Answer)},
        causes={row.key: row for row in rows("causes.csv", Cause)},
        commonness=rows("commonness.csv", Commonness),
        facts={row.key: row for row in rows("facts.csv", Fact)},
        checks=rows("checks.csv", Check),
        ratios=rows("ratios.csv", Ratio),
    )


def _records(name: str, kind: str) -> list[object]:
    text = files(__name__).joinpath(name).read_text(encoding="utf-8")
    found: list[object] = tomllib.loads(text)[kind]
    return found
