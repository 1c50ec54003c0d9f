"""What a laboratory printed, as milligrams of element per kilogram or per litre of soil.

Laboratories that print amounts per acre or hectare take two million pounds of soil in an acre's
furrow slice (6⅔ in), or two million kilograms in a hectare's 15 cm; deeper layers in proportion.
Charge is converted to mass by what one centimole of it weighs. An extract of a potting mix (mg/L)
says nothing about the mass in it, and an extractant is never converted to another.
"""

from eznel.core.document import SoilReport, SoilValue
from eznel.core.nutrients import ATOMIC_WEIGHT, element_of
from eznel.core.working import Origin, Quantity, Worked

SAMPLE_DENSITY_G_ML = 1.1
"""Dried, ground soil in a laboratory's scoop, where the report does not say."""

FURROW_SLICE_M = 0.0254 * 20 / 3
HECTARE_SLICE_M = 0.15
"""Layers that two million pounds an acre and two million kilograms a hectare belong to. [m]"""
USUAL_WITHIN = 0.15
"""A sample whose depth differs by more than this share is taken to be of another layer. [1]"""

CHARGE = {"Ca": 2, "Mg": 2, "K": 1, "Na": 1}


def mg_per_cmol(analyte: str) -> float:
    """Return what one centimole of charge weighs.

    Parameters
    ----------
    analyte : str
        Ca, Mg, K or Na.

    Returns
    -------
    float
        Mass of one centimole of charge. [mg]
    """
    return ATOMIC_WEIGHT[analyte] / CHARGE[analyte] * 10


def sample_density(report: SoilReport) -> Quantity:
    """Return the density of the sample in the laboratory's scoop.

    Parameters
    ----------
    report : SoilReport
        The report.

    Returns
    -------
    Quantity
        As printed, or the usual one, marked as assumed. [g/mL]
    """
    if report.sample_density is not None:
        density = report.sample_density.g_per_ml
        return Quantity("sample_density", density, "g/mL", Origin.LAB, report.lab)
    return Quantity("sample_density", SAMPLE_DENSITY_G_ML, "g/mL", Origin.ASSUMED)


def by_mass(value: SoilValue, report: SoilReport) -> Worked | None:
    """Return a value per mass of soil, as the element.

    Parameters
    ----------
    value : SoilValue
        One analyte.
    report : SoilReport
        The report it stands in.

    Returns
    -------
    Worked or None
        Concentration; None for a class without a number, an extract of a mix, and a share of an
        exchange capacity that nobody printed. [mg/kg]
    """
    as_printed = _by_mass_as_printed(value, report)
    return as_printed and _as_element(value, as_printed)


def by_volume(value: SoilValue, report: SoilReport) -> Worked | None:
    """Return a value per volume of dried soil, as bands by volume are printed.

    Parameters
    ----------
    value : SoilValue
        One analyte.
    report : SoilReport
        The report it stands in.

    Returns
    -------
    Worked or None
        Concentration; None as for `by_mass`. [mg/dm³]
    """
    if value.unit == "mg/dm3" and value.value is not None:
        printed = _printed(value, report)
        return _as_element(
            value, Worked.first("soil_value", value.value, "mg/dm3", printed), "mg/dm3"
        )
    mass = by_mass(value, report)
    if mass is None:
        return None
    sample = sample_density(report)
    number = Quantity("printed", mass.value, "mg/kg")
    return mass.then("soil_value_by_volume", mass.value * sample.value, "mg/dm3", number, sample)


def in_extract(value: SoilValue, report: SoilReport) -> Worked | None:
    """Return a value in the extract of a potting mix.

    Parameters
    ----------
    value : SoilValue
        One analyte.
    report : SoilReport
        The report it stands in.

    Returns
    -------
    Worked or None
        Concentration; None where it was printed otherwise. [mg/L]
    """
    if value.value is None or value.unit not in ("mg/L", "ppm"):
        return None
    printed = _printed(value, report)
    return _as_element(value, Worked.first("soil_value", value.value, "mg/L", printed), "mg/L")


def _printed(value: SoilValue, report: SoilReport) -> Quantity:
    assert value.value is not None
    unit = f"{value.unit} {value.printed_as}" if value.printed_as else value.unit
    return Quantity("printed", value.value, unit, Origin.LAB, report.lab)


def _by_mass_as_printed(value: SoilValue, report: SoilReport) -> Worked | None:
    if value.value is None or value.unit == "mg/L":
        return None
    printed, number = _printed(value, report), value.value
    if value.unit in ("mg/kg", "ppm"):
        return Worked.first("soil_value", number, "mg/kg", printed)
    if value.unit == "mg/100g":
        return Worked.first("soil_value_per_100g", number * 10, "mg/kg", printed)
    if value.unit == "mg/dm3":
        sample = sample_density(report)
        found = Worked.first("soil_value_by_mass", number / sample.value, "mg/kg", printed, sample)
        return found.measurable_at(f"reports/{report.id}/sample_density")
    if value.unit in ("lb/acre", "kg/ha"):
        return _per_area(value, report, printed, number)
    one = Quantity("mg_per_cmol", mg_per_cmol(value.analyte), "mg/cmol", Origin.FIXED)
    if value.unit != "% of CEC":
        return Worked.first("soil_value_by_charge", number * one.value, "mg/kg", printed, one)
    if report.cec_cmol_kg is None:
        return None
    cec = Quantity("cec", report.cec_cmol_kg, "cmol/kg", Origin.LAB, report.lab)
    share = number / 100 * cec.value * one.value
    return Worked.first("soil_value_by_share", share, "mg/kg", printed, cec, one)


def usual_layer_m(unit: str) -> float:
    """Return the layer that an amount per area belongs to by convention.

    Parameters
    ----------
    unit : str
        "lb/acre" or "kg/ha".

    Returns
    -------
    float
        Depth of two million pounds an acre, or two million kilograms a hectare. [m]
    """
    return FURROW_SLICE_M if unit == "lb/acre" else HECTARE_SLICE_M


def is_usual_layer(depth_m: float, usual_m: float) -> bool:
    """Return whether a sample is about as deep as the convention takes it.

    Parameters
    ----------
    depth_m : float
        As sampled. [m]
    usual_m : float
        By convention. [m]

    Returns
    -------
    bool
        Six inches and fifteen centimetres pass for six and two thirds.
    """
    return abs(depth_m - usual_m) <= USUAL_WITHIN * usual_m


def _per_area(value: SoilValue, report: SoilReport, printed: Quantity, number: float) -> Worked:
    usual = usual_layer_m(value.unit)
    depth, origin = usual, Origin.ASSUMED
    if value.depth is not None:
        depth, origin = value.depth.m, Origin.LAB
    elif not is_usual_layer(report.depth.m, usual):
        depth, origin = report.depth.m, Origin.LAB
    return Worked.first(
        "soil_value_per_acre" if value.unit == "lb/acre" else "soil_value_per_hectare",
        number / (2 * depth / usual),
        "mg/kg",
        printed,
        Quantity("depth_m", depth, "m", origin),
    )


def _as_element(value: SoilValue, found: Worked, unit: str = "mg/kg") -> Worked:
    if value.printed_as is None:
        return found
    share = element_of(value.printed_as)[1]
    return found.then(
        "soil_value_as_element",
        found.value * share,
        unit,
        Quantity("as_printed", found.value, f"{unit} {value.printed_as}"),
        Quantity("element_share", share, "", Origin.FIXED),
    )
