"""What was tried at Skerrin Slip last year, and what was looked at this year."""

from functools import cache
from typing import Any
from uuid import UUID

from eznel.core.document import Look, Photo, Trial
from eznel.core.trials.lots import Candidate, draw
from eznel.demo.drawn import beans
from eznel.demo.slip import id_of

BEANS = "beans of last year"

MULCHED = (0.25, 0.28, 0.24, 0.29, 0.27, 0.24)
BARE = (0.18, 0.21, 0.15, 0.22, 0.19, 0.17)
OFTEN = (0.22, 0.25, 0.19, 0.27, 0.20, 0.23)
SELDOM = (0.24, 0.20, 0.26, 0.22, 0.19, 0.24)
"""What each plant gave: together the 5.4 kg that were picked. [kg]"""


def trials() -> tuple[Trial, ...]:
    """Return a trial that shows a difference and one that shows none.

    Returns
    -------
    tuple of Trial
        Both on the beans: twelve plants each.
    """
    mulch = _trial("Mulch, or bare ground", ("mulched", "bare"), range(12), (MULCHED, BARE))
    for way, photo in zip(mulch["treatments"], beans_drawn(), strict=True):
        way["photos"] = [photo.id]
    found = (
        mulch | {"conclusion": "Mulch the beans in the first week of June."},
        _trial(
            "A little water every day, or much every third",
            ("a little every day", "much every third day"),
            range(12, 24),
            (OFTEN, SELDOM),
        ),
    )
    return tuple(Trial.model_validate(one) for one in found)


@cache
def beans_drawn() -> tuple[Photo, Photo]:
    """Return the beans of last year, on mulch and on bare ground.

    Returns
    -------
    tuple of Photo
        In the order of the treatments.
    """
    return beans(mulched=True), beans(mulched=False)


def _trial(
    name: str, treatments: tuple[str, str], plants: range, kg: tuple[tuple[float, ...], ...]
) -> dict[str, Any]:
    own = UUID(id_of(f"trial {name}"))
    lots = draw(own, [Candidate(UUID(id_of(BEANS)), n) for n in plants])
    left = [list(values) for values in kg]
    return {
        "id": str(own),
        "name": name,
        "on": "2025-06-06",
        "ended_on": "2025-09-20",
        "treatments": [{"name": one} for one in treatments],
        "measures": [{"name": "harvest", "unit": "kg", "hoped": 0.1}],
        "plants": [
            {
                "planting": id_of(BEANS),
                "plant": lot.of.plant,
                "side": lot.side,
                "values": [left[lot.side].pop()],
            }
            for lot in lots
        ],
    }


def looks() -> tuple[Look, ...]:
    """Return what was looked at: rolled leaves that wanted nothing.

    Returns
    -------
    tuple of Look
        The day to look again has come.
    """
    rolled = {
        "id": id_of("look at rolled leaves"), "planting": id_of("tomatoes"), "on": "2026-06-05",
        "signs": ["old_roll"], "affected": 3, "of": 4, "decided": "leaf_roll",
        "again_on": "2026-06-19", "note": "After two hot days; the tips stand upright.",
    }  # fmt: skip
    return (Look.model_validate(rolled),)
