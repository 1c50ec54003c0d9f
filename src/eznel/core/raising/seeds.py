"""How many seeds to sow for the plants that are wanted.

Seed that is kept cool and dry loses its life as people do, few at first: after the years in which
half of it dies, a half is left, after half of these years five in six. A damp towel knows better.
"""

from eznel.core.document import Raising
from eznel.core.reference import Seed
from eznel.core.working import Finding, Level, Origin, Quantity, Worked

SURVIVES_PCT = 90.0
"""Of what comes up, what is planted out: assumed. [%]"""
PER_CELL, MOST_PER_CELL = ((60.0, 1), (35.0, 2)), 3
"""Seeds in a cell, from which germination on. [%]"""
OLD_SHARE = 0.6
"""Of its first germination: less is old seed. [%/%]"""
FEW_ON_A_TOWEL = 10
"""Fewer seeds than this say little."""


def germination(raising: Raising, seed: Seed, year: int) -> Worked:
    """Return which share of the seed will come up.

    Parameters
    ----------
    raising : Raising
        What is known of its seed.
    seed : Seed
        The crop's.
    year : int
        In which it is sown.

    Returns
    -------
    Worked
        [%]
    """
    if raising.tested is not None and raising.sprouted is not None:
        found = Worked.first(
            "germination_tested",
            100 * raising.sprouted / raising.tested,
            "%",
            Quantity("sprouted", raising.sprouted, "", Origin.TYPED),
            Quantity("laid_out", raising.tested, "", Origin.TYPED),
        )
        if raising.tested >= FEW_ON_A_TOWEL:
            return found
        number = Quantity("tested", raising.tested, "")
        return found.noting(Finding("few_on_a_towel", Level.NOTE, "raising", numbers=(number,)))
    typed = raising.germination_pct
    fresh = Quantity("fresh_pct", typed or seed.germination_pct, "%",
                     Origin.TYPICAL if typed is None else Origin.LABEL)  # fmt: skip
    years = max(year - raising.seed_year, 0) if raising.seed_year is not None else 0
    left = 0.5 ** ((years / seed.keeps_years) ** 2)
    found = Worked.first(
        "germination_by_age",
        fresh.value * left,
        "%",
        fresh,
        Quantity("seed_years", years, "", Origin.TYPED if raising.seed_year else Origin.ASSUMED),
        Quantity("keeps_years", seed.keeps_years, "", Origin.TYPICAL),
    )
    if left >= OLD_SHARE:
        return found
    numbers = (Quantity("seed_years", years, ""), Quantity("germination_pct", found.value, "%"))
    return found.noting(Finding("seed_is_old", Level.NOTE, "raising.seed_year", numbers=numbers))


def per_cell(share_pct: float) -> int:
    """Return how many seeds go into a cell, so that most cells have a plant.

    Parameters
    ----------
    share_pct : float
        Of the seed that comes up. [%]

    Returns
    -------
    int
        [count]
    """
    return next((n for least, n in PER_CELL if share_pct >= least), MOST_PER_CELL)


def survival_pct(raising: Raising) -> Quantity:
    """Return which share of the seedlings will be planted out, as it is typed or usual.

    Parameters
    ----------
    raising : Raising
        How the planting is raised.

    Returns
    -------
    Quantity
        [%]
    """
    typed = raising.survival_pct
    return Quantity("survival_pct", typed or SURVIVES_PCT, "%",
                    Origin.ASSUMED if typed is None else Origin.TYPED)  # fmt: skip


def to_sow(wanted: int, raising: Raising, seed: Seed, year: int) -> Worked | None:
    """Return how many seeds to sow.

    Parameters
    ----------
    wanted : int
        Plants that are to be planted out. [count]
    raising : Raising
        What is known of its seed.
    seed : Seed
        The crop's.
    year : int
        In which it is sown.

    Returns
    -------
    Worked or None
        Not rounded; None where none of them lives. [count]
    """
    share, survives = germination(raising, seed, year), survival_pct(raising)
    lives = share.value * survives.value / 10_000
    if lives <= 0:
        return None
    return share.then(
        "to_sow",
        wanted / lives,
        "",
        Quantity("plants_wanted", wanted, ""),
        Quantity("germination_pct", share.value, "%"),
        survives,
    )
