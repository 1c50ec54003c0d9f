"""Why a job has no answer: the limit that binds, its number, and what the least amount would bring.

A refusal names its true cause and the one change that lifts it: another scoop, more water, another
product, another day.
"""

from dataclasses import dataclass
from math import inf
from typing import NamedTuple

from eznel.core.blend import FEEDING, MOST_MEASURES, Cap
from eznel.core.mixing.caps import Along, Choice, DueJob, Portions, dissolved_in, water_ec_ds_m
from eznel.core.nutrients import NUTRIENTS
from eznel.core.shed.rules import Refused
from eznel.core.shed.shelf import Shed
from eznel.core.working import Finding, Level, Quantity

JUST_OVER = 1 + 1e-9
LEAST_USE = 1e-9

_IN_WATER = {
    "feed_ec": ("dS/m", 1.0),
    "strength_n": ("mg/L", 1000.0),
    "ammonium_warm": ("mg/L", 1000.0),
    "label_strength": ("g/L", 1.0),
    "dissolves": ("g/L", 1.0),
}
"""Limits of a litre of feed: their unit, and what a gram in it is worth."""


class Limits(NamedTuple):
    """What limits the measures of a job."""

    hard: tuple[Cap, ...]
    along: Along
    """On what comes along unasked."""


@dataclass(frozen=True, slots=True)
class Refusal:
    """How far the least amount is over the limit that binds it, and that in words. [1]"""

    over: float
    finding: Finding


def refusal(
    due: DueJob, portions: Portions, choices: list[Choice], limits: Limits, shed: Shed
) -> Refusal:
    """Return the limit that comes nearest to bearing one smallest measure of some product.

    Parameters
    ----------
    due : DueJob
        The job.
    portions : Portions
        Portions and water. [L]
    choices : list of Choice
        The measures that were looked at; at least one.
    limits : Limits
        On them.
    shed : Shed
        For the names.

    Returns
    -------
    Refusal
        Of the product that comes nearest.
    """
    least: dict[int, int] = {}
    for n, choice in enumerate(choices):
        if choice.of not in least or choice.grams < choices[least[choice.of]].grams:
            least[choice.of] = n
    return min(
        (_of_choice(due, portions, n, choices[n], limits, shed) for n in least.values()),
        key=lambda one: one.over,
    )


def _of_choice(
    due: DueJob, portions: Portions, n: int, choice: Choice, limits: Limits, shed: Shed
) -> Refusal:
    names = (shed.by_size[choice.size].name, choice.product.product.name)
    bounds = (*limits.hard, *limits.along.yielding)
    binding = max(bounds, key=lambda cap: _over(cap, n), default=None)
    if binding is None or _over(binding, n) <= JUST_OVER:
        most = MOST_MEASURES if binding is None else int(1 / max(_over(binding, n), LEAST_USE))
        unused = _no_use(portions, choice, names, min(most, MOST_MEASURES))
        along = max(limits.along.thrifty, key=lambda cap: _over(cap, n), default=None)
        yields = any(portions.need[x] > 0 for x in FEEDING)
        if unused.finding.key != "too_little" or yields or along is None:
            return unused
        if _over(along, n) <= JUST_OVER:
            return unused
        return Refusal(unused.over, _said(along, n, portions, choice, names, 0.0))
    own_ds_m = water_ec_ds_m(due.stand.poured) if binding.key == "feed_ec" else 0.0
    finding = _said(binding, n, dissolved_in(due, portions), choice, names, own_ds_m)
    return Refusal(_over(binding, n), finding)


def _over(cap: Cap, n: int) -> float:
    use = cap.per_measure[n]
    return use / cap.limit if cap.limit > 0 else inf if use > 0 else 0.0


def _no_use(portions: Portions, choice: Choice, names: tuple[str, str], most: int) -> Refusal:
    """No limit forbids it: one measure is far more than is wanted of what it is to bring, or all
    that may be given next to nothing.
    """
    need = portions.need
    over, of = max((choice.available[x] * choice.grams / need[x], x) for x in NUTRIENTS if need[x])
    count, key = (1, "scoop_too_large") if over > 1 else (most, "too_little")
    brings_g = choice.available[of] * choice.grams * count * portions.received
    numbers = (
        Quantity("brings", brings_g, "g"),
        Quantity("wants", need[of] * portions.received, "g"),
    )
    finding = Finding(key, Level.WARNING, "scoops", numbers=numbers, names=(*names, of))
    return Refusal(over, finding)


def _said(
    cap: Cap, n: int, portions: Portions, choice: Choice, names: tuple[str, str], own_ds_m: float
) -> Finding:
    water_l = portions.water_l
    if cap.key == "ammonium":
        held = choice.product.contents
        share = (held.ammonium_urea_n or 0.0) / held.soluble_n
        brings, most, unit = 100 * share, 0.0, "%"
    elif cap.key in _IN_WATER:
        unit, worth = _IN_WATER[cap.key]
        brings = cap.per_measure[n] / water_l * worth + own_ds_m
        most = cap.limit / water_l * worth + own_ds_m
    else:
        times = portions.count if cap.key == "stock" else portions.received
        brings, most, unit = cap.per_measure[n] * times, cap.limit * times, "g"
    numbers = (
        Quantity("brings", brings, unit),
        Quantity("most", most, unit),
        Quantity("water_l", water_l, "L"),
    )
    key = cap.key.replace("along_", "season_")
    return Finding(f"refused_{key}", Level.WARNING, numbers=numbers, names=names)


def nothing_fits(
    due: DueJob, shed: Shed, out_of_stock: list[str], refused: tuple[Refused, ...]
) -> tuple[Finding, ...]:
    """Return why no product at all can be used for a job.

    Parameters
    ----------
    due : DueJob
        The job. [g]
    shed : Shed
        Products.
    out_of_stock : list of str
        Names of the products that would do and are used up.
    refused : tuple of Refused
        What could be of use and may not be used.

    Returns
    -------
    tuple of Finding
        With the names of products, or of what is wanted; of refused ones their reasons as well.
    """
    if not shed.products:
        return (Finding("shed_is_empty", Level.WARNING),)
    if out_of_stock:
        return (Finding("stock_is_out", Level.WARNING, names=tuple(out_of_stock)),)
    if refused:
        names = tuple(shed.products[one.product].product.name for one in refused)
        why = dict.fromkeys(one.reason for one in refused)
        return (
            Finding("all_refused", Level.WARNING, names=names),
            *(Finding(reason, Level.NOTE) for reason in why),
        )
    holds = [
        one.product.name
        for one in shed.products.values()
        if not one.is_lime and any(due.need.met_by(one.contents.available))
    ]
    if holds:
        dissolved = due.job.kind in ("feed", "starter", "seedling")
        key = "only_spread" if dissolved else "only_poured"
        return (Finding(key, Level.WARNING, names=tuple(holds)),)
    wanted = tuple(x for x, grams in due.need.items() if grams > 0)
    return (Finding("no_product_for_job", Level.WARNING, names=wanted),)
