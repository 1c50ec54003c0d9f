"""What the soil itself gives: nutrient in the rooted layer, nitrogen from organic matter.

Season rates of nitrogen already assume an ordinary soil with up to 3 % organic matter; more than
that is credited, within limits.
"""

from eznel.core.working import Origin, Quantity, Worked

ORDINARY_OM_PCT = 3.0
MOST_MINERAL_OM_PCT = 10.0
CREDIT_N_G_M2 = 2.2
"""Nitrogen released in a season by each per cent of organic matter above ordinary, per 15 cm."""
CREDIT_DEPTH_M = 0.15
CREDIT_TEMP_C = 16.0


def held_in_layer(concentration: Worked, mass: Worked) -> Worked:
    """Return a nutrient in the soil layer below one square metre.

    Parameters
    ----------
    concentration : Worked
        Test value by mass. [mg/kg]
    mass : Worked
        Soil below a square metre. [kg/m²]

    Returns
    -------
    Worked
        Extractable nutrient. [g/m²]
    """
    return Worked.first(
        "held_in_layer",
        concentration.value * mass.value / 1000,
        "g/m²",
        Quantity("concentration", concentration.value, "mg/kg", Origin.LAB),
        Quantity("soil_kg_m2", mass.value, "kg/m²"),
    ).after(concentration, mass)


def organic_matter_credit(
    *, om_pct: float, depth_m: float, season_mean_c: float, season_rate_g_m2: float
) -> Worked:
    """Return the nitrogen that more organic matter than ordinary releases in a season.

    Doubles with every 10 °C; never more than half the season's rate; nothing from organic soils
    and mixes, where compost is counted as a material instead.

    Parameters
    ----------
    om_pct : float
        Organic matter of the sampled layer. [%]
    depth_m : float
        Depth of the layer. [m]
    season_mean_c : float
        Mean temperature while the crop stands. [°C]
    season_rate_g_m2 : float
        The crop's season rate of nitrogen. [g/m²]

    Returns
    -------
    Worked
        Nitrogen credited. [g/m²]
    """
    above = om_pct - ORDINARY_OM_PCT if om_pct <= MOST_MINERAL_OM_PCT else 0.0
    warmth = 2 ** ((season_mean_c - CREDIT_TEMP_C) / 10)
    credit = CREDIT_N_G_M2 * max(above, 0.0) * depth_m / CREDIT_DEPTH_M * warmth
    return Worked.first(
        "om_credit",
        min(credit, season_rate_g_m2 / 2),
        "g/m²",
        Quantity("om_pct", om_pct, "%", Origin.LAB),
        Quantity("depth_m", depth_m, "m", Origin.MEASURED),
        Quantity("season_mean_c", season_mean_c, "°C", Origin.TYPICAL),
        Quantity("season_rate", season_rate_g_m2, "g/m²", Origin.TYPICAL),
    ).measurable_at("site", "season_mean_c")
