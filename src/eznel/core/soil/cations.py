"""Exchange capacity and what sits on it.

The sum of cations stands for the capacity only from extracts that reach them all, and overstates it
where free lime dissolves in the extract. Without any of this a texture gives an estimate.
"""

from dataclasses import dataclass

from eznel.core.document import SoilReport
from eznel.core.soil.acidity import mehlich_acidity, ph_in_water
from eznel.core.soil.units import by_mass, mg_per_cmol, sample_density
from eznel.core.working import Finding, Level, Origin, Quantity, Worked

SUMMED_FROM = ("Mehlich-3", "Ammonium acetate")
FREE_LIME_PH = 7.3
NO_ACID_PH = 6.8
"""Below it acid sits on the exchange sites too: without it a sum of cations is no capacity."""

TYPICAL_CMOL_KG = {
    "sand": 4.0, "sandy_loam": 8.0, "loam": 14.0, "silt_loam": 16.0, "clay_loam": 22.0,
    "clay": 30.0,
}  # fmt: skip
"""Usual capacities by texture, with ordinary organic matter; good to about a third."""

WANTED_PCT = {"Ca": (65.0, 75.0), "Mg": (10.0, 15.0), "K": (2.0, 5.0)}
"""Shares that the school of balanced cations asks for (Bear and Toth 1948, as widened since)."""

SODIC_PCT, SODIC_SENSITIVE_PCT = 15.0, 6.0
"""Sodium above these shares breaks up a soil's structure: the first by the US Salinity Laboratory
(1954), the second by Northcote and Skene (1972). Sensitive crops mind the second."""


@dataclass(frozen=True, slots=True)
class Exchange:
    """The capacity, and each cation's share of it. [cmol/kg, %]"""

    capacity: Worked
    estimated: bool
    shares_pct: dict[str, float]
    findings: tuple[Finding, ...]


def cations(report: SoilReport) -> dict[str, Worked]:
    """Return the exchangeable cations of a report, as far as it gives them by a fitting extract.

    Parameters
    ----------
    report : SoilReport
        The report.

    Returns
    -------
    dict of str to Worked
        By element; the first value of each. [mg/kg]
    """
    found: dict[str, Worked] = {}
    for value in report.values:
        extractant = value.extractant or report.extractant
        charged = value.unit in ("cmol/kg", "meq/100g", "% of CEC")
        if value.analyte not in ("Ca", "Mg", "K", "Na") or value.analyte in found:
            continue
        mass = by_mass(value, report) if extractant in SUMMED_FROM or charged else None
        if mass is not None:
            found[value.analyte] = mass
    return found


def capacity(report: SoilReport, texture: str | None) -> Worked | None:
    """Return the exchange capacity: as printed, else as the sum of cations and acidity.

    Parameters
    ----------
    report : SoilReport
        The report.
    texture : str or None
        For an estimate where the report gives neither.

    Returns
    -------
    Worked or None
        Capacity. [cmol/kg]
    """
    if report.cec_cmol_kg is not None:
        printed = Quantity("printed_cec", report.cec_cmol_kg, "cmol/kg", Origin.LAB, report.lab)
        return Worked.first("cec_as_printed", report.cec_cmol_kg, "cmol/kg", printed)
    known = cations(report)
    extractants = {v.extractant or report.extractant for v in report.values}
    reached = {"Ca", "Mg", "K"} <= known.keys() and extractants & set(SUMMED_FROM)
    if reached and _acidity_known(report):
        return _summed(report, known)
    if texture in TYPICAL_CMOL_KG and extractants & set(SUMMED_FROM):
        usual = Quantity("usual_cec", TYPICAL_CMOL_KG[texture], "cmol/kg", Origin.ASSUMED, texture)
        return Worked.first("cec_by_texture", usual.value, "cmol/kg", usual)
    return None


def _acidity_known(report: SoilReport) -> bool:
    """Whether the acid on the exchange sites was measured, or there is hardly any."""
    ph = ph_in_water(report)
    return mehlich_acidity(report) is not None or (ph is not None and ph.value >= NO_ACID_PH)


def _summed(report: SoilReport, known: dict[str, Worked]) -> Worked:
    numbers, total, charges = [], 0.0, []
    for element in ("Ca", "Mg", "K", "Na"):
        charge = known[element].value / mg_per_cmol(element) if element in known else 0.0
        numbers.append(Quantity(f"{element.lower()}_cmol", charge, "cmol/kg"))
        total += charge
        if charge:
            one = Quantity("mg_per_cmol", mg_per_cmol(element), "mg/cmol", Origin.FIXED, element)
            mass = Quantity("mg_kg", known[element].value, "mg/kg")
            charges.append(known[element].then("as_cmol", charge, "cmol/kg", mass, one))
    acid = mehlich_acidity(report)
    density = sample_density(report)
    acid_held = acid.value / density.value if acid else 0.0
    numbers.append(Quantity("acid_cmol", acid_held, "cmol/kg"))
    if acid:
        charges.append(
            acid.then(
                "acid_by_mass",
                acid_held,
                "cmol/kg",
                Quantity("acid_cmol_l", acid.value, "cmol/L"),
                Quantity("sample_density", density.value, "g/mL", density.origin),
            )
        )
    return Worked.first("cec_by_sum", total + acid_held, "cmol/kg", *numbers).after(*charges)


def exchange(report: SoilReport, texture: str | None) -> Exchange | None:
    """Return the capacity and its shares, and what is to be said about them.

    Parameters
    ----------
    report : SoilReport
        The report.
    texture : str or None
        Of the place.

    Returns
    -------
    Exchange or None
        None where the report gives neither a capacity nor a way to it.
    """
    whole = capacity(report, texture)
    if whole is None or whole.value <= 0:
        return None
    shares = {
        element: 100 * mass.value / mg_per_cmol(element) / whole.value
        for element, mass in cations(report).items()
    }
    findings = []
    ph = ph_in_water(report)
    summed = report.cec_cmol_kg is None
    limy = (ph is not None and ph.value > FREE_LIME_PH) or report.fizz in ("slight", "strong")
    if summed and limy:
        findings.append(Finding("cec_overstated", Level.NOTE, "cec_cmol_kg"))
    sodium = shares.get("Na", 0.0)
    if sodium > SODIC_SENSITIVE_PCT:
        level = Level.WARNING if sodium > SODIC_PCT else Level.NOTE
        number = Quantity("sodium_pct", sodium, "%", Origin.COMPUTED)
        key = "sodic" if sodium > SODIC_PCT else "sodic_for_some"
        findings.append(Finding(key, level, "values", numbers=(number,)))
    estimated = bool(whole.steps) and whole.steps[-1].key == "cec_by_texture"
    return Exchange(whole, estimated, shares, tuple(findings))
