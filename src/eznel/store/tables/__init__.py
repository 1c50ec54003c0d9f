"""The tables: a row for each thing that people record, and a journal of every write.

Columns are named like the fields of the document, so that a row and a model become each other
by name. What is searched or joined has a type; what is nested and always read whole is JSON.
"""

from eznel.store.tables._base import Base
from eznel.store.tables.beside import (
    CalendarKeyRow,
    JournalRow,
    PhotoRow,
)
from eznel.store.tables.garden import (
    AimRow,
    BandRow,
    BenchRow,
    FeatureRow,
    GardenRow,
    PinRow,
    PlaceRow,
    PlantingRow,
    PreparationRow,
    ProductRow,
    ProgrammeRow,
    RecipeRow,
    ReportRow,
    ScoopRow,
    SeasonBlendRow,
    SoilValueRow,
    TrialRow,
    VarietyRow,
)
from eznel.store.tables.log import (
    FeedEntryRow,
    HarvestRow,
    LookRow,
    NotedRow,
    ObservedRow,
    SprayedRow,
    StageSeenRow,
    StockMoveRow,
    TaskDoneRow,
    WalkedRow,
    WateredRow,
    WeatherDayRow,
)
from eznel.store.tables.people import InvitationRow, MembershipRow, PersonRow, SignInRow

__all__ = [
    "AimRow",
    "BandRow",
    "Base",
    "BenchRow",
    "CalendarKeyRow",
    "FeatureRow",
    "FeedEntryRow",
    "GardenRow",
    "HarvestRow",
    "InvitationRow",
    "JournalRow",
    "LookRow",
    "MembershipRow",
    "NotedRow",
    "ObservedRow",
    "PersonRow",
    "PhotoRow",
    "PinRow",
    "PlaceRow",
    "PlantingRow",
    "PreparationRow",
    "ProductRow",
    "ProgrammeRow",
    "RecipeRow",
    "ReportRow",
    "ScoopRow",
    "SeasonBlendRow",
    "SignInRow",
    "SoilValueRow",
    "SprayedRow",
    "StageSeenRow",
    "StockMoveRow",
    "TaskDoneRow",
    "TrialRow",
    "VarietyRow",
    "WalkedRow",
    "WateredRow",
    "WeatherDayRow",
]
