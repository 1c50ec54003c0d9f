"""What a label allows at most; what dissolves, and what must not meet in a concentrate."""

from eznel.core.document import Dilution, Spread
from eznel.core.nutrients import Amounts
from eznel.core.products.fertiliser import Fertiliser
from eznel.core.products.masses import bulk_mass
from eznel.core.quantities import Strength

WARM_C, COLD_C = 20.0, 5.0
"""Water temperatures that solubility is known for."""
TRACE_PRODUCT = 0.01
"""From here on traces are what a product is for. [g/g]"""
CHLORIDE_PRODUCT = 0.1
"""From here on a product is mainly a chloride. [g/g]"""
BORON_PRODUCT = 0.001
BORON_G_M2 = 0.1
"""Most boron in a year. [g/m²]"""

REACTS_CA = 0.02
REACTS_S_OR_P = 0.005
"""Shares from which a dissolved product brings enough to fall out with the other. [g/g]"""


def most_on_ground(of: Fertiliser) -> float | None:
    """Return the most of a product in one application on the ground, by its label.

    Parameters
    ----------
    of : Fertiliser
        The product.

    Returns
    -------
    float or None
        Rate; where the label names none, what is usual of its material, if that is known. [g/m²]
    """
    rate = of.product.max_rate
    if rate is None:
        return of.material.max_g_m2 if of.material is not None else None
    if isinstance(rate, Spread):
        return bulk_mass(rate.product, of) / rate.area.m2
    return rate.g_per_m2


def most_in_water(of: Fertiliser) -> float | None:
    """Return the most of a product in a litre of water, by its label.

    Parameters
    ----------
    of : Fertiliser
        The product.

    Returns
    -------
    float or None
        Strength; where the label names none, what is usual of its material. [g/L]
    """
    usual = of.material.max_g_l if of.material is not None else None
    return usual if of.product.max_strength is None else _diluted(of.product.max_strength, of)


def most_in_mix(of: Fertiliser) -> float | None:
    """Return the most of a product in a litre of potting mix, by its label.

    Parameters
    ----------
    of : Fertiliser
        The product.

    Returns
    -------
    float or None
        Charge; None where the label names none. [g/L]
    """
    return _diluted(of.product.max_in_mix, of)


def most_per_plant(of: Fertiliser) -> float | None:
    """Return the most of a product for one plant in one application, by its label.

    Parameters
    ----------
    of : Fertiliser
        The product.

    Returns
    -------
    float or None
        Mass; None where the label names none. [g]
    """
    most = of.product.max_per_plant
    return None if most is None else bulk_mass(most, of)


def _diluted(said: Strength | Dilution | None, of: Fertiliser) -> float | None:
    if isinstance(said, Dilution):
        return bulk_mass(said.product, of) / said.water.l
    return None if said is None else said.g_per_l


def solubility_g_l(of: Fertiliser, water_c: float) -> float | None:
    """Return how much of a product dissolves in a litre of water.

    Between 5 and 20 °C along a straight line, and no more than at 20 °C above that.

    Parameters
    ----------
    of : Fertiliser
        The product; what is known is its material's.
    water_c : float
        The water's temperature. [°C]

    Returns
    -------
    float or None
        None where it is not known. [g/L]
    """
    material = of.material
    if material is None or material.solubility_g_l_20c is None:
        return None
    warm = material.solubility_g_l_20c
    cold = warm if material.solubility_g_l_5c is None else material.solubility_g_l_5c
    share = min(max((water_c - COLD_C) / (WARM_C - COLD_C), 0.0), 1.0)
    return cold + (warm - cold) * share


COLDEST_WATER_C, WARMEST_WATER_C = 5.0, 20.0


def can_water_c(mean_c: float) -> float:
    """Return how warm the water in a can is taken to be: as the day, within butt and tap.

    Parameters
    ----------
    mean_c : float
        The day's mean. [°C]

    Returns
    -------
    float
        Between 5 and 20. [°C]
    """
    return min(max(mean_c, COLDEST_WATER_C), WARMEST_WATER_C)


def falls_out(calcium: Amounts, other: Amounts) -> bool:
    """Return whether calcium of one dissolved product falls out with another's S or P.

    Calcium never shares a concentrate with sulphates or phosphates. What holds both by itself was
    made so that it stays dissolved, and is no source of calcium here.

    Parameters
    ----------
    calcium : Amounts
        What a gram of the one holds. [g/g]
    other : Amounts
        What a gram of the other holds. [g/g]

    Returns
    -------
    bool
        True where they belong in two tanks.
    """
    return brings_calcium(calcium) and brings_s_or_p(other)


def brings_calcium(held: Amounts) -> bool:
    """Return whether a product is a source of calcium that falls out with sulphur or phosphorus.

    Parameters
    ----------
    held : Amounts
        What a gram of it holds. [g/g]

    Returns
    -------
    bool
        False where it holds those as well, and was made so that it stays dissolved.
    """
    return held.ca >= REACTS_CA and not brings_s_or_p(held)


def brings_s_or_p(held: Amounts) -> bool:
    """Return whether a product brings enough sulphur or phosphorus to fall out with calcium.

    Parameters
    ----------
    held : Amounts
        What a gram of it holds. [g/g]

    Returns
    -------
    bool
        True where it belongs in another tank than calcium.
    """
    return held.p >= REACTS_S_OR_P or held.s >= REACTS_S_OR_P
