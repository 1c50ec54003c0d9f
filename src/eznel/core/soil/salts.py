"""Salts: any conductivity brought to that of a saturated paste, and what it costs a crop.

Factors depend on the method and the texture (for one part in five of water after Slavich and
Petterson 1993). A crop yields in full up to its threshold (Maas and Hoffman 1977).
"""

from eznel.core.document import SoilReport
from eznel.core.working import Origin, Quantity, Worked

_TO_PASTE = {
    "1:5": {"sand": 17.0, "sandy_loam": 14.0, "loam": 9.5, "silt_loam": 9.5, "clay_loam": 8.6,
            "clay": 7.5},
    "1:2": {"sand": 3.5, "sandy_loam": 3.2, "loam": 2.8, "silt_loam": 2.8, "clay_loam": 2.4,
            "clay": 2.0},
}  # fmt: skip
_MIX_1_TO_2 = 2.7
"""From one part of potting mix in two of water to its saturated extract."""

MORE_PER_K = 0.02
"""Water conducts so much more with each kelvin. [1/K]"""
REFERENCE_C = 25.0

MIX_WARN_DS_M, MIX_STOP_DS_M = 3.5, 5.0
"""Saturated extract of a mix: above the first roots suffer, above the second they burn."""


def paste_ec(report: SoilReport, *, texture: str | None, soilless: bool) -> Worked | None:
    """Return the conductivity of the saturated paste, or of a mix's saturated extract.

    Parameters
    ----------
    report : SoilReport
        The report.
    texture : str or None
        Of the place; a loam is assumed where nobody knows.
    soilless : bool
        Whether it is a potting mix.

    Returns
    -------
    Worked or None
        Conductivity; None where none was measured. [dS/m]
    """
    if report.ec is None:
        return None
    printed = Quantity("printed_ec", report.ec.ds_m, "dS/m", Origin.LAB, report.lab)
    if report.ec.method in ("paste", "SME"):
        return Worked.first("ec_as_printed", report.ec.ds_m, "dS/m", printed)
    if soilless:
        known, origin = (
            _MIX_1_TO_2 if report.ec.method == "1:2" else _MIX_1_TO_2 * 2,
            Origin.TYPICAL,
        )
    else:
        known = _TO_PASTE[report.ec.method][texture or "loam"]
        origin = Origin.TYPICAL if texture else Origin.ASSUMED
    factor = Quantity("ec_factor", known, "", origin, texture or "")
    return Worked.first("ec_to_paste", report.ec.ds_m * known, "dS/m", printed, factor)


def ec_at_25_c(measured: float, unit: str, warmth_c: float | None) -> Worked:
    """Return a pen's conductivity as it would be at 25 °C.

    Parameters
    ----------
    measured : float
        As the pen shows it. [unit]
    unit : str
        dS/m, or one of the scales of dissolved salts that pens are printed with: ppm500, ppm700.
    warmth_c : float or None
        Of the water, where the pen does not compensate for it by itself. [°C]

    Returns
    -------
    Worked
        Conductivity. [dS/m]
    """
    per_ds_m = {"ppm500": 500.0, "ppm700": 700.0}.get(unit, 1.0)
    warmth = Quantity("warmth_c", REFERENCE_C if warmth_c is None else warmth_c, "°C",
                      Origin.MEASURED)  # fmt: skip
    return Worked.first(
        "ec_at_25",
        measured / per_ds_m / (1 + MORE_PER_K * (warmth.value - REFERENCE_C)),
        "dS/m",
        Quantity("shown", measured, unit, Origin.MEASURED),
        Quantity("per_ds_m", per_ds_m, "", Origin.FIXED),
        warmth,
    )
