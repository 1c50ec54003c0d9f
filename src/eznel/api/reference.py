"""What the interface looks up: sentences, and the catalogue's rows."""

from typing import TypeVar

from pydantic import BaseModel

from eznel.api import routers
from eznel.api.services import TheServices
from eznel.api.speech import Speech
from eznel.core.document import Programme
from eznel.core.quantities import KITCHEN_ML
from eznel.core.reference import (
    Climate,
    Country,
    Crop,
    KeyStep,
    Material,
    Practice,
    Preset,
    ReadyRecipe,
    Stage,
    Substrate,
    Task,
)
from eznel.words import Said, Words
from eznel.words.glossary import Meaning, glossary

AnyRow = TypeVar("AnyRow", bound=BaseModel)

router = routers.router("/api", "reference")


class WordsView(BaseModel):
    """The sentences that the interface shows for keys of the plan."""

    locale: str
    findings: dict[str, Said]
    cautions: dict[str, str]
    terms: dict[str, str]


class CatalogueView(BaseModel):
    """Crops with their stages, materials, and the programmes that ship with the release."""

    crops: list[Crop]
    stages: dict[str, list[Stage]]
    materials: list[Material]
    programmes: list[Programme]
    climates: list[Climate]
    presets: list[Preset]
    countries: list[Country]
    texture_key: list[KeyStep]
    tasks: list[Task]
    practices: list[Practice]
    substrates: list[Substrate]
    recipes: list[ReadyRecipe]
    kitchen_ml: dict[str, dict[str, float]]


@router.get("/words")
def read_words(said: Speech) -> WordsView:
    """Read the sentences."""
    return WordsView(
        locale=said.locale, findings=said.findings, cautions=said.cautions, terms=said.terms
    )


@router.get("/glossary")
def read_glossary(said: Speech) -> list[Meaning]:
    """Read the words that a beginner asks about."""
    return list(glossary(said.locale))


@router.get("/catalogue")
def read_catalogue(services: TheServices, said: Speech) -> CatalogueView:
    """Read the catalogue."""
    rows = services.catalogue
    return CatalogueView(
        crops=[_said(crop, said, "name") for crop in rows.crops.values()],
        stages={
            crop: [_said(stage, said, "recognise_by") for stage in stages]
            for crop, stages in rows.stages.items()
        },
        materials=[_said(material, said, "name") for material in rows.materials.values()],
        programmes=[
            _said(programme, said, "name", "idea", "evidence")
            for programme in rows.programmes.values()
        ],
        climates=[_said(climate, said, "name") for climate in rows.climates],
        presets=list(rows.presets),
        countries=list(rows.countries),
        texture_key=[
            _said(step, said, "question").model_copy(
                update={"answers": tuple(_said(a, said, "say") for a in step.answers)}
            )
            for step in rows.texture_key
        ],
        tasks=[
            _said(task, said, "name", "say").model_copy(
                update={"materials": tuple(_said(m, said, "name") for m in task.materials)}
            )
            for task in rows.tasks
        ],
        practices=[
            _said(one, said, "name").model_copy(
                update={"choices": tuple(_said(c, said, "name", "say") for c in one.choices)}
            )
            for one in rows.practices
        ],
        substrates=[_said(one, said, "name") for one in rows.substrates.values()],
        recipes=[_said(one, said, "name", "say") for one in rows.recipes],
        kitchen_ml=KITCHEN_ML,
    )


def _said(row: AnyRow, said: Words, *fields: str) -> AnyRow:
    """A row with some of its texts in the reader's language."""
    return row.model_copy(update={field: said.of_row(getattr(row, field)) for field in fields})
