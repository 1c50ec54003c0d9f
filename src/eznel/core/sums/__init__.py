"""Sums: one question each, answered without a garden, by the rules that plans are made with."""

from types import MappingProxyType

from eznel.core.sums import bags, cans, days, places, reports, soils, waters
from eznel.core.sums.sheet import Answer, Blank, Kind, Sum, Value, reckon, unit_of

SUMS = MappingProxyType(
    {
        one.key: one
        for room in (bags, cans, places, soils, reports, waters, days)
        for one in room.SUMS
    }
)
"""All of them, by key, in the order of their groups."""

__all__ = ["SUMS", "Answer", "Blank", "Kind", "Sum", "Value", "reckon", "unit_of"]
