"""Sums: one question each, answered without a garden, by the rules that plans are made with."""

from collections.abc import Mapping
from types import MappingProxyType

from eznel.core.reference import Catalogue
from eznel.core.sums import (
    bags,
    balances,
    blends,
    cans,
    composts,
    days,
    fills,
    places,
    reports,
    salts,
    soils,
    waters,
)
from eznel.core.sums.keeping import Kept, Named, kept
from eznel.core.sums.reckoning import reckon
from eznel.core.sums.sheet import Answer, Blank, Kind, Sum, Value, unit_of


def sums(catalogue: Catalogue) -> Mapping[str, Sum]:
    """Return all sums.

    Parameters
    ----------
    catalogue : Catalogue
        What crops, materials and bounds some of them look up.

    Returns
    -------
    mapping of str to Sum
        By key, in the order of their groups.
    """
    rooms = (
        bags.SUMS, blends.SUMS, cans.sums(catalogue), places.SUMS, fills.SUMS, composts.SUMS,
        soils.SUMS, reports.sums(catalogue), balances.sums(catalogue), waters.SUMS, salts.SUMS,
        days.SUMS,
    )  # fmt: skip
    return MappingProxyType({one.key: one for room in rooms for one in room})


__all__ = [
    "Answer", "Blank", "Kept", "Kind", "Named", "Sum", "Value", "kept", "reckon", "sums", "unit_of",
]  # fmt: skip
