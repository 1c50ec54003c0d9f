"""Where a base dressing goes, and what that forbids: over the ground, in a band, in the hole.

Salts near roots burn: in the hole little of anything soluble and no urea, in a band five
centimetres aside a limit for each metre of row. Ammonium is kept away from lime, which drives it
off as gas.
"""

from collections.abc import Iterator, Sequence
from datetime import date
from typing import Literal, Protocol

from eznel.core.blend import Cap
from eznel.core.nutrients import element_of
from eznel.core.outlines import steps_m
from eznel.core.products.fertiliser import Fertiliser
from eznel.core.stands.stand import Stand, Where

JobKind = Literal["base", "seedling", "starter", "feed", "dressing"]
"""What a planting is given: a base dressing, weak feeds of seedlings and at planting, feeds."""

HOLE_G_PLANT = 5.0
HOLE_N_G_PLANT = 0.5
"""Most soluble product, and most of its nitrogen, in one planting hole."""
BAND_G_ROW_M = 7.0
"""Most nitrogen and potash together in a metre of band."""
LIME_DAYS = 14
"""Between lime or ash and ammonium, either way."""

SLOW = ("organic", "coated")

FORMS: dict[tuple[JobKind, Where], tuple[str, ...]] = {
    ("base", "ground"): ("granular", "organic", "coated", "soluble"),
    ("base", "tub"): ("coated", "organic"),
    ("dressing", "ground"): ("granular", "soluble"),
    ("starter", "ground"): ("soluble", "liquid"),
    ("starter", "tub"): ("soluble", "liquid"),
    ("seedling", "ground"): ("soluble", "liquid"),
    ("seedling", "tub"): ("soluble", "liquid"),
    ("feed", "ground"): ("soluble", "liquid"),
    ("feed", "tub"): ("soluble", "liquid"),
}
"""What can be used for a job: solids are spread or mixed in, feeds are dissolved."""
SPRINKLED = ("granular", "organic")
"""What a feed is sprinkled of and watered in, where the shed has nothing to dissolve: granules, and
where there are none, meals and pellets, scratched in."""


def is_quick_at_base(of: Fertiliser, kind: JobKind) -> bool:
    """Return whether a product is too quick to go in before planting.

    Soluble nitrogen is for growing plants; soluble salts without it may go in before them.

    Parameters
    ----------
    of : Fertiliser
        The product.
    kind : JobKind
        The job's kind.

    Returns
    -------
    bool
        Never for feeds.
    """
    return kind == "base" and of.form == "soluble" and of.contents.soluble_n > 0


class Measured(Protocol):
    """One measure of a product, as a blend looks at it."""

    @property
    def product(self) -> Fertiliser:
        """The product."""

    @property
    def grams(self) -> float:
        """What the measure weighs. [g]"""


def barred(of: Fertiliser, stand: Stand, kind: JobKind, day: date) -> str | None:
    """Return why a product may not be used for a job on the ground at all, if so.

    Parameters
    ----------
    of : Fertiliser
        The product.
    stand : Stand
        The planting.
    kind : JobKind
        The job's kind.
    day : date
        The job's day.

    Returns
    -------
    str or None
        A key for urea in the hole, for salts with seed, and for ammonium near lime.
    """
    if stand.where == "tub":
        return None
    product, held, quick = of.product, of.contents, of.form not in SLOW
    if kind == "base" and stand.planting.base_by == "hole" and quick:
        if stand.planting.sown_in_place:
            return "salts_with_seed"
        urea = product.nitrogen is not None and product.nitrogen.urea_pct > 0
        if urea or product.material in ("urea", "di_ammonium_phosphate"):
            return "ammonia_in_hole"
    limed = any(abs((day - one).days) < LIME_DAYS for one in stand.soil.limed_on)
    # Of a label that is silent on its nitrogen nobody knows that it has none of it.
    ammonium = held.total.n if held.ammonium_urea_n is None else held.ammonium_urea_n
    return "ammonium_near_lime" if limed and quick and ammonium > 0 else None


def placing_caps(stand: Stand, choices: Sequence[Measured], portions: int) -> Iterator[Cap]:
    """Yield the limits of a base dressing in holes or in a band, for one portion.

    Parameters
    ----------
    stand : Stand
        The planting.
    choices : sequence of Measured
        The measures that a blend looks at.
    portions : int
        Portions that the dressing is made in. [count]

    Yields
    ------
    Cap
        None where it is broadcast.
    """
    quick = [choice.product.form not in SLOW for choice in choices]
    soluble_n = tuple(c.grams * c.product.contents.soluble_n for c in choices)
    if stand.planting.base_by == "hole":
        use = tuple(c.grams if q else 0.0 for c, q in zip(choices, quick, strict=True))
        yield Cap("hole_product", use, HOLE_G_PLANT * stand.plants / portions)
        yield Cap("hole_n", soluble_n, HOLE_N_G_PLANT * stand.plants / portions)
    elif stand.planting.base_by == "band":
        as_k = element_of("K2O")[1]
        salts = tuple(
            (n + c.grams * c.product.contents.total.k / as_k) if q else 0.0
            for n, c, q in zip(soluble_n, choices, quick, strict=True)
        )
        row_m = steps_m(stand.spacing).in_row_m * stand.plants
        yield Cap("band_salts", salts, BAND_G_ROW_M * row_m / portions)
