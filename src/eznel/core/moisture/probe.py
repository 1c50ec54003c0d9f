"""What a moisture probe measures, as water: it feels permittivity, which ground changes, too."""

from eznel.core.document import Bed, Place
from eznel.core.places import density_g_ml
from eznel.core.working import Origin, Quantity, Worked

MIX_DENSITY_G_ML = 0.2
"""Of a dry potting mix. [g/mL]"""


def water_pct(permittivity: float, place: Place) -> Worked:
    """Return the water in ground or mix by its permittivity and density (Malicki 1996).

    Light mixes hold air where soil holds grains: by an equation for soil they would read too dry.

    Parameters
    ----------
    permittivity : float
        As the probe shows it; of air 1, of water 80. [-]
    place : Place
        Bed or tub that it is in.

    Returns
    -------
    Worked
        Water by volume, never below nothing. [%]
    """
    density, origin = _density(place)
    root = permittivity**0.5
    water = (root - 0.819 - 0.168 * density - 0.159 * density**2) / (7.17 + 1.18 * density)
    return Worked.first(
        "probe_water",
        max(100 * water, 0.0),
        "%",
        Quantity("permittivity", permittivity, "", Origin.MEASURED),
        Quantity("density_g_ml", density, "g/mL", origin),
    )


def permittivity_of(water: float, place: Place) -> float:
    """Return what a probe would show in ground that holds so much water.

    Parameters
    ----------
    water : float
        By volume. [%]
    place : Place
        Bed or tub that it is in.

    Returns
    -------
    float
        Never below that of air. [-]
    """
    density, _ = _density(place)
    root = water / 100 * (7.17 + 1.18 * density) + 0.819 + 0.168 * density + 0.159 * density**2
    return max(root**2, 1.0)


def _density(place: Place) -> tuple[float, Origin]:
    """Of the dry ground. [g/mL]"""
    if isinstance(place, Bed):
        found = density_g_ml(place)
        return found.value, found.origin
    return MIX_DENSITY_G_ML, Origin.ASSUMED
