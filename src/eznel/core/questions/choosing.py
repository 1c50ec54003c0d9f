"""Questions to practise choosing at: which of three bags, and what a leaf wants.

Which bag fits is found as products are compared everywhere. What a leaf wants follows the keys by
which extension services tell shortages apart: first the age of the leaf, then where it is pale;
and, before any feed, what is no shortage in the soil at all.
"""

from collections.abc import Iterator
from dataclasses import dataclass
from itertools import chain, zip_longest
from typing import Literal
from uuid import UUID

from eznel.core.questions.compare import MOST, Contender, compare
from eznel.core.season.workings import Workings

CLEARLY = 0.1
"""A bag that fits better by less than this is no question: either is right. [1]"""
OF_A_KIND = 3
"""So many questions about bags are asked. [count]"""

LEAVES: tuple[tuple[str, tuple[str, str, str]], ...] = (
    ("old_pale", ("nitrogen", "iron", "magnesium")),
    ("old_between_veins", ("magnesium", "nitrogen", "calcium")),
    ("young_between_veins", ("lower_ph", "magnesium", "nitrogen")),
    ("old_edge", ("potassium", "calcium", "nitrogen")),
    ("young_tips", ("even_water", "magnesium", "potassium")),
    ("purple", ("warmth", "phosphorus", "potassium")),
    ("fruit_end", ("even_water", "calcium", "magnesium")),
)
"""What is seen, and what could be meant: the first is right."""


@dataclass(frozen=True, slots=True, kw_only=True)
class Choice:
    """A question with three answers, one of them right."""

    kind: Literal["bag", "leaf"]
    seen: str | None = None
    """What a leaf looks like."""
    planting: UUID | None = None
    options: tuple[str, str, str]
    """Products, or what a leaf could want."""
    right: str
    match: tuple[float, ...] = ()
    """How far each bag meets what is still needed, in the order of the options. [1]"""


def choices(workings: Workings) -> tuple[Choice, ...]:
    """Return questions with three answers, about bags and leaves in turn.

    Parameters
    ----------
    workings : Workings
        The garden's.

    Returns
    -------
    tuple of Choice
        Leaves alone where there are fewer than three bags.
    """
    bags = (one for one, _ in zip(_bags(workings), range(OF_A_KIND), strict=False))
    both = zip_longest(_leaves(), bags)
    return tuple(one for one in chain.from_iterable(both) if one is not None)


def _leaves() -> Iterator[Choice]:
    for seen, options in LEAVES:
        one, two, three = sorted(options)
        yield Choice(kind="leaf", seen=seen, options=(one, two, three), right=options[0])


def _bags(workings: Workings) -> Iterator[Choice]:
    products = tuple(workings.shed.products)[:MOST]
    if len(products) < 3:
        return
    for season in workings.seasons:
        found = compare(season.stand.id, products, workings)
        usable = sorted((one for one in found.contenders if not one.refused), key=_fits)
        if found.need_g.any and len(usable) >= 3 and _fits(usable[1]) - _fits(usable[0]) > CLEARLY:
            three = sorted((usable[0], *usable[-2:]), key=lambda one: str(one.product))
            one, two, last = (str(one.product) for one in three)
            yield Choice(
                kind="bag",
                planting=season.stand.id,
                options=(one, two, last),
                right=str(usable[0].product),
                match=tuple(one.match for one in three),
            )


def _fits(of: Contender) -> float:
    return -of.match
