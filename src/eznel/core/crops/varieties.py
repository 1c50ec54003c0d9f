"""A crop as one variety of it grows: its figures and stages with the grower's adjustments."""

from collections.abc import Iterable
from dataclasses import dataclass

from eznel.core.document import Planting, Variety
from eznel.core.reference import Catalogue, Crop, Stage

DETERMINATE_PICKED_DAYS = 28
"""A variety that stops by itself is picked about so long, where nobody says. [days]"""

VIGOUR_N = {"weak": 0.9, "usual": 1.0, "strong": 1.1}
"""Share of a crop's usual nitrogen that a weak or strong grower is given."""

LEAST_RATE, MOST_RATE = 0.7, 1.2
"""Whatever is known of a variety moves its nitrogen no further than this."""

OUTDOORS = ("transplant_establishment", "potted_on")
"""Stages that a crop sown where it stays does not have."""


@dataclass(frozen=True, slots=True)
class Growing:
    """A planting with its crop and stages as its variety has them."""

    planting: Planting
    crop: Crop
    stages: tuple[Stage, ...]
    variety: Variety | None
    n_factor: float
    """Of the crop's usual season rate of nitrogen. [g/g]"""


def growing(planting: Planting, varieties: Iterable[Variety], catalogue: Catalogue) -> Growing:
    """Return a planting's crop and stages.

    Parameters
    ----------
    planting : Planting
        The planting.
    varieties : iterable of Variety
        Those that the grower has described.
    catalogue : Catalogue
        The usual figures.

    Returns
    -------
    Growing
        Yields and stages of the variety, where it is described; else of the crop.

    Raises
    ------
    Unknown
        When the crop is in no table.
    """
    crop, stages = catalogue.crop(planting.crop), catalogue.stages[planting.crop]
    if planting.sown_in_place:
        stages = tuple(s for s in stages if s.key not in OUTDOORS)
    name = planting.variety.strip().casefold()
    own = next(
        (v for v in varieties if v.crop == crop.key and v.name.strip().casefold() == name), None
    )
    if own is None:
        return Growing(planting, crop, stages, None, 1.0)
    factor = own.yield_share * VIGOUR_N[own.vigour]
    return Growing(
        planting,
        yielding(crop, own.yield_share),
        _timed(stages, own),
        own,
        min(max(factor, LEAST_RATE), MOST_RATE),
    )


def yielding(crop: Crop, share: float) -> Crop:
    """Return a crop that yields so many times as much.

    Parameters
    ----------
    crop : Crop
        The crop.
    share : float
        Of what it usually yields. [kg/kg]

    Returns
    -------
    Crop
        The same for 1.
    """
    if share == 1.0:
        return crop
    yields = {
        "yield_kg_m2": crop.yield_kg_m2 * share,
        "yield_kg_plant": crop.yield_kg_plant * share,
    }
    return crop.model_copy(update=yields)


def paced(stages: tuple[Stage, ...], by: float) -> tuple[Stage, ...]:
    """Return stages that take so many times their warmth from planting to the first harvest.

    Parameters
    ----------
    stages : tuple of Stage
        A planting's: of what is planted out, those before it stay.
    by : float
        Of their usual warmth and days. [g/g]

    Returns
    -------
    tuple of Stage
        How long is picked stays.
    """
    keys = [stage.key for stage in stages]
    first = keys.index("transplant_establishment") if "transplant_establishment" in keys else 0
    last = keys.index("harvest") if "harvest" in keys else len(keys)
    return tuple(
        _stretched(stage, by if first <= n < last else 1.0) for n, stage in enumerate(stages)
    )


def _timed(stages: tuple[Stage, ...], own: Variety) -> tuple[Stage, ...]:
    """Stages stretched so that the first harvest comes so many days later, and lasts as said."""
    before = [s for s in stages if s.key != "harvest"]
    if "harvest" in (s.key for s in stages):
        before = list(stages[: [s.key for s in stages].index("harvest")])
    counted = [s for s in before if s.key not in ("germination", "seedling", "potted_on")]
    usual = sum(s.typical_days for s in counted)
    stretch = max(usual + own.later_days, usual / 3) / usual if usual else 1.0
    factors = {s.key: stretch for s in counted}
    picked = own.picked_days or (DETERMINATE_PICKED_DAYS if own.determinate else None)
    for stage in stages:
        if stage.key == "harvest" and picked is not None:
            shorter = own.picked_days is not None or picked < stage.typical_days
            factors["harvest"] = picked / stage.typical_days if shorter else 1.0
    return tuple(_stretched(s, factors.get(s.key, 1.0)) for s in stages)


def _stretched(stage: Stage, by: float) -> Stage:
    if by == 1.0:
        return stage
    warmth = None if stage.degree_days_c is None else stage.degree_days_c * by
    days = max(round(stage.typical_days * by), 1)
    return stage.model_copy(update={"typical_days": days, "degree_days_c": warmth})
