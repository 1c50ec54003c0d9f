"""Feed in water: strengths, conductivity, and how strong a feed may be at a stage."""

from eznel.core.working import Origin, Quantity, Worked

SEEDLING_N_MG_L = 50.0
GROWING_ON_N_MG_L = 100.0
FULL_N_MG_L = 200.0
"""Most nitrogen in a feed: seedlings at quarter strength, young plants, once a week at most."""

SEEDLING_EC_DS_M = 1.2
SENSITIVE_EC_DS_M = 1.8
OTHER_EC_DS_M = 2.5
"""Most salt in a feed with its water."""

SENSITIVE_THRESHOLD_DS_M = 1.5
"""Crops whose yield falls from this soil salinity on count as sensitive."""

ASSUMED_WATER_EC_DS_M = 0.3

_YOUNG = {
    "germination": SEEDLING_N_MG_L,
    "seedling": SEEDLING_N_MG_L,
    "potted_on": GROWING_ON_N_MG_L,
    "transplant_establishment": GROWING_ON_N_MG_L,
}


def strength(*, product_g: float, water_l: float, fraction: Worked) -> Worked:
    """Return how much of an element is in a litre of feed.

    Parameters
    ----------
    product_g : float
        Product dissolved. [g]
    water_l : float
        Water, above 0. [L]
    fraction : Worked
        Mass fraction of the element in the product. [g/g]

    Returns
    -------
    Worked
        Strength: g/L × fraction × 1000. [mg/L]
    """
    return fraction.then(
        "strength",
        product_g / water_l * fraction.value * 1000,
        "mg/L",
        Quantity("product_g", product_g, "g", Origin.PLAN),
        Quantity("water_l", water_l, "L", Origin.PLAN),
        Quantity("fraction", fraction.value, "g/g"),
    )


def most_n_mg_l(stage: str | None) -> float:
    """Return the strongest feed that a stage takes.

    Parameters
    ----------
    stage : str or None
        Stage key; None before any stage is known.

    Returns
    -------
    float
        Nitrogen. [mg/L]
    """
    return _YOUNG.get(stage or "", FULL_N_MG_L)


def most_ec_ds_m(stage: str | None, salt_threshold_ds_m: float) -> float:
    """Return the saltiest feed, water included, that a crop takes at a stage.

    Parameters
    ----------
    stage : str or None
        Stage key.
    salt_threshold_ds_m : float
        Soil salinity at which the crop's yield begins to fall. [dS/m]

    Returns
    -------
    float
        Electrical conductivity. [dS/m]
    """
    if _YOUNG.get(stage or "") == SEEDLING_N_MG_L:
        return SEEDLING_EC_DS_M
    sensitive = salt_threshold_ds_m <= SENSITIVE_THRESHOLD_DS_M
    return SENSITIVE_EC_DS_M if sensitive else OTHER_EC_DS_M
