"""The vocabulary: frozen models of what people type, without arithmetic."""

from eznel.core.document._base import Entry, Thing
from eznel.core.document.garden import Garden, GardenFile, Preferences, Site
from eznel.core.document.log import FeedEntry, Log, MoveJob, StageSeen
from eznel.core.document.place import Bed, Charge, Feature, Ingredient, Place, Tub
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
    Weighing,
)
from eznel.core.document.programme import Phase, Programme
from eznel.core.document.report import SoilReport, SoilValue
from eznel.core.document.shape import (
    Body,
    Circle,
    Corner,
    Ellipse,
    Frustum,
    LShape,
    Nominal,
    Outline,
    Polygon,
    Rectangle,
    Row,
    Trough,
)

__all__ = [
    "Amount",
    "Bed",
    "Body",
    "Charge",
    "Circle",
    "Corner",
    "Declared",
    "Ellipse",
    "Entry",
    "Feature",
    "FeedEntry",
    "Frustum",
    "Garden",
    "GardenFile",
    "Ingredient",
    "LShape",
    "Log",
    "MoveJob",
    "NitrogenForms",
    "Nominal",
    "Outline",
    "Phase",
    "Place",
    "Planting",
    "Polygon",
    "Preferences",
    "Price",
    "Product",
    "Programme",
    "Rectangle",
    "Row",
    "Scoop",
    "ScoopOf",
    "Site",
    "SoilReport",
    "SoilValue",
    "Spacing",
    "StageSeen",
    "Stock",
    "Thing",
    "Trough",
    "Tub",
    "WeighedOf",
    "Weighing",
]
