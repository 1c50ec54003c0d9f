"""The vocabulary: frozen models of what people type, without arithmetic."""

from eznel.core.document._base import Entry, Thing
from eznel.core.document.garden import Garden, GardenFile, Preferences, Site
from eznel.core.document.log import FeedEntry, Log, MoveJob, StageSeen
from eznel.core.document.place import (
    Bed,
    Charge,
    Circle,
    Frustum,
    Ingredient,
    Nominal,
    Place,
    Rectangle,
    Tub,
)
from eznel.core.document.planting import Planting, Spacing
from eznel.core.document.product import (
    Amount,
    Declared,
    NitrogenForms,
    Price,
    Product,
    Scoop,
    ScoopOf,
    Stock,
    WeighedOf,
)
from eznel.core.document.programme import Phase, Programme
from eznel.core.document.report import SoilReport, SoilValue

__all__ = [
    "Amount",
    "Bed",
    "Charge",
    "Circle",
    "Declared",
    "Entry",
    "FeedEntry",
    "Frustum",
    "Garden",
    "GardenFile",
    "Ingredient",
    "Log",
    "MoveJob",
    "NitrogenForms",
    "Nominal",
    "Phase",
    "Place",
    "Planting",
    "Preferences",
    "Price",
    "Product",
    "Programme",
    "Rectangle",
    "Scoop",
    "ScoopOf",
    "Site",
    "SoilReport",
    "SoilValue",
    "Spacing",
    "StageSeen",
    "Stock",
    "Thing",
    "Tub",
    "WeighedOf",
]
