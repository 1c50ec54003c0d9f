"""Shapes of the catalogue's rows. Every row says its basis and how far to trust it."""

from eznel.core.reference._row import (
    Confidence,
    Key,
    Row,
)
from eznel.core.reference.catalogue import (
    Catalogue,
)
from eznel.core.reference.growing import (
    Crop,
    Group,
    Holding,
    Picked,
    Piece,
    Seed,
    Stage,
    WaterUse,
)
from eznel.core.reference.starting import (
    GRADE,
    Climate,
    Country,
    KeyAnswer,
    KeyStep,
    Preset,
    UnitSystem,
)
from eznel.core.reference.substances import (
    Band,
    Material,
    ReadyRecipe,
    Scheme,
    Substrate,
    SufficiencyRate,
)
from eznel.core.reference.tasks import (
    Practice,
    PracticeChoice,
    TakeAlong,
    Task,
)

__all__ = [
    "GRADE",
    "Band",
    "Catalogue",
    "Climate",
    "Confidence",
    "Country",
    "Crop",
    "Group",
    "Holding",
    "Key",
    "KeyAnswer",
    "KeyStep",
    "Material",
    "Picked",
    "Piece",
    "Practice",
    "PracticeChoice",
    "Preset",
    "ReadyRecipe",
    "Row",
    "Scheme",
    "Seed",
    "Stage",
    "Substrate",
    "SufficiencyRate",
    "TakeAlong",
    "Task",
    "UnitSystem",
    "WaterUse",
]
