"""Soil test values against the bands of their own extractant.

An extractant's number is never turned into another's: each has bands of its own, and a value
without bands gets no class. Bands are read on the basis they are printed for, mass or volume of
soil. In a light mix the value is scaled to the soil that is really there.
"""

from dataclasses import dataclass

from eznel.core.document import SoilReport, SoilValue
from eznel.core.reference import Band
from eznel.core.working import Finding, Level, Origin, Quantity, Worked

CLASSES = ("very_low", "low", "medium", "high", "very_high")

SAMPLE_DENSITY_G_ML = 1.1
"""Dried, ground soil in a laboratory scoop, where the report does not say."""

LIGHT_MIX_G_ML = 1.0
FIELD_SOIL_G_ML = 1.25
"""A mix lighter than the first is read as if its soil were spread as thin as it is."""


@dataclass(frozen=True, slots=True)
class Rating:
    """One value read: the number compared, its class and where the class comes from."""

    analyte: str
    extractant: str
    soil_class: str
    origin: Origin
    compared: Worked
    band: Band
    printed: float
    printed_unit: str
    bounds: tuple[float, float, float, float]
    findings: tuple[Finding, ...] = ()


@dataclass(frozen=True, slots=True)
class Ground:
    """What the bands depend on in the place itself."""

    density_g_ml: float
    density_origin: Origin
    texture: str | None


def find_band(bands: tuple[Band, ...], value: SoilValue, report: SoilReport) -> Band | None:
    """Return the bands for a value: same extractant and analyte, same basis if there is one.

    Parameters
    ----------
    bands : tuple of Band
        The catalogue's. [rows]
    value : SoilValue
        The value. [document]
    report : SoilReport
        The report it stands in. [document]

    Returns
    -------
    Band or None
        None where the extractant is not used for the analyte.
    """
    extractant = value.extractant or report.extractant
    fitting = [b for b in bands if b.extractant == extractant and b.analyte == value.analyte]
    basis = "mg/dm3" if value.unit == "mg/dm3" else "mg/kg"
    return next((b for b in fitting if b.unit == basis), fitting[0] if fitting else None)


def rate(
    value: SoilValue, report: SoilReport, ground: Ground, bands: tuple[Band, ...]
) -> Rating | None:
    """Return the class of a value in a place.

    Parameters
    ----------
    value : SoilValue
        One analyte. [document]
    report : SoilReport
        The report it stands in. [document]
    ground : Ground
        Density and texture of the place. [g/mL]
    bands : tuple of Band
        The catalogue's. [rows]

    Returns
    -------
    Rating or None
        None where there are no bands for this extractant and analyte. The laboratory's own word
        wins over the bands.
    """
    band = find_band(bands, value, report)
    if band is None:
        return None
    compared = _on_basis(value, report, band)
    if ground.density_g_ml < LIGHT_MIX_G_ML:
        compared = compared.then(
            "light_mix_value",
            compared.value * ground.density_g_ml / FIELD_SOIL_G_ML,
            band.unit,
            Quantity("test_value", compared.value, band.unit, Origin.LAB, report.lab),
            Quantity("density_g_ml", ground.density_g_ml, "g/mL", ground.density_origin),
            Quantity("field_density_g_ml", FIELD_SOIL_G_ML, "g/mL", Origin.FIXED),
        )
    factor = _texture_factor(band, ground.texture)
    bounds = (
        band.low * factor,
        band.medium * factor,
        band.high * factor,
        band.very_high * factor,
    )
    ours = CLASSES[sum(compared.value >= bound for bound in bounds)]
    return Rating(
        analyte=value.analyte,
        extractant=band.extractant,
        soil_class=value.lab_rating or ours,
        origin=Origin.LAB if value.lab_rating else Origin.TYPICAL,
        compared=compared,
        band=band,
        printed=value.value,
        printed_unit=value.unit,
        bounds=bounds,
        findings=_beyond(value, compared.value, band),
    )


def _on_basis(value: SoilValue, report: SoilReport, band: Band) -> Worked:
    if band.unit == "mg/kg":
        return mass_basis(value, report)
    number = Quantity("printed", value.value, value.unit, Origin.LAB, report.lab)
    if value.unit == "mg/dm3":
        return Worked.first("soil_value", value.value, band.unit, number)
    sample = Quantity("sample_density", SAMPLE_DENSITY_G_ML, "g/mL", Origin.ASSUMED)
    return Worked.first(
        "soil_value_by_volume", value.value * SAMPLE_DENSITY_G_ML, band.unit, number, sample
    )


def mass_basis(value: SoilValue, report: SoilReport) -> Worked:
    """Return a value per mass of soil, whatever basis it was printed on.

    Parameters
    ----------
    value : SoilValue
        One analyte. [document]
    report : SoilReport
        The report it stands in. [document]

    Returns
    -------
    Worked
        Concentration. [mg/kg]
    """
    number = Quantity("printed", value.value, value.unit, Origin.LAB, report.lab)
    if value.unit != "mg/dm3":
        return Worked.first("soil_value", value.value, "mg/kg", number)
    sample = Quantity("sample_density", SAMPLE_DENSITY_G_ML, "g/mL", Origin.ASSUMED)
    return Worked.first(
        "soil_value_by_mass", value.value / SAMPLE_DENSITY_G_ML, "mg/kg", number, sample
    )


def _texture_factor(band: Band, texture: str | None) -> float:
    if texture in ("sand", "sandy_loam"):
        return band.sand_factor
    return band.clay_factor if texture in ("clay_loam", "clay") else 1.0


def _beyond(value: SoilValue, compared: float, band: Band) -> tuple[Finding, ...]:
    if band.caution_above is None or compared <= band.caution_above:
        return ()
    return (
        Finding(
            "soil_value_very_high",
            Level.NOTE,
            numbers=(Quantity("caution_above", band.caution_above, band.unit, Origin.TYPICAL),),
            names=(value.analyte,),
        ),
    )
