"""What a garden taught as a table: a row for each factor, and one for each thing it rests on."""

import csv
import io
from collections.abc import Iterable

from eznel.core.document import Garden
from eznel.core.questions.taught import Taught
from eznel.formats.cells import guarded

COLUMNS = (
    "what", "of", "unit", "usual", "own", "low", "high", "weight", "on", "seen_at",
    "times_usual", "believed",
)  # fmt: skip


def write_taught(garden: Garden, factors: Iterable[Taught]) -> str:
    """Return what a garden taught as comma-separated rows.

    Parameters
    ----------
    garden : Garden
        For the names of its places and plantings.
    factors : iterable of Taught
        Its own factors.

    Returns
    -------
    str
        With a header; figures to four digits.
    """
    names = {place.id: place.name for place in garden.places}
    names |= {planting.id: planting.label for planting in garden.plantings}
    out = io.StringIO()
    rows = csv.writer(out, lineterminator="\n")
    rows.writerow(COLUMNS)
    for one in factors:
        figures = (one.before, one.after.value, one.low, one.high, one.weight)
        head = (one.kind, one.of or "", one.unit, *(f"{figure:.4g}" for figure in figures))
        for is_believed, some in (("yes", one.seen), ("no", one.apart)):
            for seen in some:
                where = guarded(names.get(seen.of, ""))
                rows.writerow(
                    (*head, seen.on.isoformat(), where, f"{seen.factor:.4g}", is_believed)
                )
    return out.getvalue()
