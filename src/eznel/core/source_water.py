"""What a water is by its analysis: hardness, sodium, whether its figures agree, what it brings.

Charges by equivalent weights; the sodium adsorption ratio and the residual carbonate as irrigation
handbooks define them; a conductivity of a tenth of the charges of one sign. From which strength on
sodium, chloride and boron bind is the usual advice for sensitive crops.
"""

from collections.abc import Iterator, Sequence
from dataclasses import dataclass
from math import ceil
from uuid import UUID

from eznel.core.document import Garden, MixedWater, Place, Site, Water
from eznel.core.errors import Unknown
from eznel.core.nutrients import Amounts
from eznel.core.places import area
from eznel.core.poured import Poured, poured
from eznel.core.working import Finding, Level, Origin, Quantity, Worked

MG_PER_MEQ = {
    "ca": 20.04, "mg": 12.15, "na": 22.99, "k": 39.10,
    "alkalinity": 50.04, "hco3": 61.02, "cl": 35.45, "so4": 48.03,
    "no3": 62.00, "nitrate_n": 14.01,
}  # fmt: skip
"""What a milliequivalent weighs; of alkalinity as calcium carbonate. [mg/meq]"""
MEQ_PER_DS_M = 10.0
"""Charges of one sign for each dS/m, in water as it is used. [meq/L per dS/m]"""

APART_PCT = 10.0
"""Charges of both signs, or hardnesses printed and reckoned, differ by more where one is wrong."""
EC_APART_PCT = 20.0
"""The same of a conductivity, which follows the charges less closely."""
MOST = {"na": 70.0, "cl": 140.0, "b": 0.7}
"""From here on sensitive crops suffer. [mg/L]"""
MOST_SAR = 3.0
"""From here on soil that is watered for years loses its crumb."""
SALT_DS_M = (0.1, 0.2, 0.3, 0.5, 0.7, 1.0, 1.5, 2.0, 3.0, 4.0, 6.0, 8.0)
STAYS_MEQ_L = (1.79, 1.85, 1.89, 1.96, 2.01, 2.07, 2.16, 2.23, 2.35, 2.44, 2.59, 2.71)
"""Calcium that stays in solution where there is as much carbonate, by the water's salts (FAO-29,
table 11); with other shares of carbonate by their power of −2/3, as lime's equilibrium has it."""
MOST_IN_POTS_MG_L = 150.0
"""Alkalinity, as calcium carbonate, from which the pH of a pot climbs in a season. [mg/L]"""
MOST_RESIDUAL_MEQ_L = 1.25
"""Carbonate beyond calcium and magnesium from which calcium falls out of the soil's water."""
LITTLE_IN_POTS_MG_L = 40.0
"""Alkalinity below which nothing holds the pH of a pot up against ammonium. [mg/L]"""
ACID_SHARE = 0.25
"""From this share of ammonium and urea on a feed holds the pH of pots down. [g/g]"""
MOSTLY_SHARE = 0.5


@dataclass(frozen=True, slots=True)
class Brings:
    """What a place's water brings in a season. `lime_g` as calcium carbonate. [L, g]"""

    place: UUID
    litres: float
    nutrients_g: Amounts
    lime_g: float


@dataclass(frozen=True, slots=True, kw_only=True)
class SourceWater:
    """What is known of a water; None where a figure that it takes is missing."""

    hardness: Worked | None
    """As calcium carbonate. [mg/L]"""
    sodium_ratio: Worked | None
    adjusted_ratio: Worked | None
    """The same after calcium that falls out with the carbonate, or comes into solution."""
    residual: Worked | None
    """Carbonate beyond calcium and magnesium. [meq/L]"""
    conductivity: Worked | None
    """As the ions would have it. [dS/m]"""
    apart: Worked | None
    """By how much the charges of the two signs differ. [%]"""
    findings: tuple[Finding, ...]
    brings: tuple[Brings, ...]


@dataclass(frozen=True, slots=True)
class _Analysed:
    """A water as its analysis has it, and the fields of its figures; of a mix, as it is poured."""

    water: Water
    ec_ds_m: float | None
    at: str
    at_ec: str
    is_analysed: bool = True


def source_water(garden: Garden, of: UUID | None) -> SourceWater:
    """Return what a water of a garden is.

    Parameters
    ----------
    garden : Garden
        With its waters as they were analysed, and the places that are watered.
    of : UUID or None
        One of its waters; the usual one where None.

    Returns
    -------
    SourceWater
        All None and empty where nobody wrote the water down.

    Raises
    ------
    Unknown
        When there is no such water.
    """
    numbers = {one.id: n for n, one in enumerate(garden.site.waters)}
    if of is not None and of not in numbers:
        raise Unknown("of", "no_such_thing", id=str(of))
    here = poured(garden.site, of)
    printed = _analysed(garden.site, None if of is None else numbers[of], here)
    water = here.water or Water()
    found = _found(water, here.ec_ds_m)
    ratios = [one for one in (found["sodium_ratio"], found["adjusted_ratio"]) if one is not None]
    places = tuple(one for one in garden.places if one.water == of)
    highest = max(ratios, key=lambda one: one.value, default=None)
    binding = (
        *_binding(water, highest, found["residual"], printed.at),
        *_in_pots(water, garden, places, printed.at),
    )
    findings = [*binding]
    if printed.is_analysed:
        findings += _rain_helps(printed, binding)
        findings += _doubtful(printed, _found(printed.water, printed.ec_ds_m))
    brings = tuple(_brought(places, water)) if here.water else ()
    return SourceWater(**found, findings=tuple(findings), brings=brings)


def _analysed(site: Site, number: int | None, here: Poured) -> _Analysed:
    if number is None:
        return _Analysed(
            site.water or Water(), site.water_ec_ds_m, "site.water", "site.water_ec_ds_m"
        )
    at, of = f"site.waters.{number}", site.waters[number]
    if isinstance(of, MixedWater):
        return _Analysed(here.water or Water(), here.ec_ds_m, at, at, is_analysed=False)
    return _Analysed(of.water, of.ec_ds_m, f"{at}.water", f"{at}.ec_ds_m")


def _found(water: Water, measured_ds_m: float | None) -> dict[str, Worked | None]:
    meq, conducts = _charges(water), _conductivity(_charges(water))
    ec_ds_m = measured_ds_m or (conducts.value if conducts else None)
    return {
        "hardness": _hardness(water),
        "sodium_ratio": _sodium_ratio(water),
        "adjusted_ratio": _adjusted_ratio(meq, ec_ds_m),
        "residual": _residual(meq),
        "conductivity": conducts,
        "apart": _apart(meq),
    }


MOST_RAIN_PCT = 80.0
"""More rain than this nobody has for a season. [%]"""


def _rain_helps(printed: _Analysed, binding: Sequence[Finding]) -> Iterator[Finding]:
    """How much rain would bring what binds below its limits."""
    of = printed.water
    limits = {f"water_{ion}": (getattr(of, f"{ion}_mg_l"), most) for ion, most in MOST.items()}
    lime = of.alkalinity
    limits["water_limes_pots"] = (lime.mg_per_l if lime else None, MOST_IN_POTS_MG_L)
    over = [limits[one.key] for one in binding if one.key in limits]
    needed = max((100 * (1 - most / here) for here, most in over if here), default=0.0)
    if 0 < needed <= MOST_RAIN_PCT:
        number = Quantity("rain_pct", ceil(needed - 1e-9), "%")
        yield Finding("water_rain_helps", Level.NOTE, f"{printed.at}.rain_pct", numbers=(number,))


def _charges(water: Water) -> dict[str, float]:
    """What is known of the charges; potassium and nitrate that nobody found are none. [meq/L]"""
    lime = water.alkalinity
    mg_l = {
        "ca": water.ca_mg_l or None, "mg": water.mg_mg_l or None,
        "na": water.na_mg_l, "k": water.k_mg_l,
        "alkalinity": None if lime is None else lime.mg_per_l,
        "cl": water.cl_mg_l, "so4": water.so4_mg_l, "nitrate_n": water.nitrate_n_mg_l,
    }  # fmt: skip
    return {name: mg / MG_PER_MEQ[name] for name, mg in mg_l.items() if mg is not None}


def _figures(meq: dict[str, float], *names: str) -> tuple[Quantity, ...] | None:
    """The charges of some ions, as quantities; None where one of them is missing."""
    if any(name not in meq for name in names):
        return None
    return tuple(Quantity(f"{name}_meq_l", meq[name], "meq/L", Origin.LAB) for name in names)


def _hardness(water: Water) -> Worked | None:
    if not (water.ca_mg_l and water.mg_mg_l):
        return None
    calcium, magnesium = MG_PER_MEQ["ca"], MG_PER_MEQ["mg"]
    whole = (water.ca_mg_l / calcium + water.mg_mg_l / magnesium) * MG_PER_MEQ["alkalinity"]
    return Worked.first(
        "water_hardness",
        whole,
        "mg/L",
        Quantity("ca_mg_l", water.ca_mg_l, "mg/L", Origin.LAB),
        Quantity("mg_mg_l", water.mg_mg_l, "mg/L", Origin.LAB),
    )


def _sodium_ratio(water: Water) -> Worked | None:
    if water.na_mg_l is None or not (water.ca_mg_l and water.mg_mg_l):
        return None
    both = water.ca_mg_l / MG_PER_MEQ["ca"] + water.mg_mg_l / MG_PER_MEQ["mg"]
    return Worked.first(
        "sum_sodium",
        water.na_mg_l / MG_PER_MEQ["na"] / (both / 2) ** 0.5,
        "",
        Quantity("na_mg_l", water.na_mg_l, "mg/L", Origin.LAB),
        Quantity("ca_mg_l", water.ca_mg_l, "mg/L", Origin.LAB),
        Quantity("mg_mg_l", water.mg_mg_l, "mg/L", Origin.LAB),
    )


def _adjusted_ratio(meq: dict[str, float], ec_ds_m: float | None) -> Worked | None:
    """Suarez's ratio: as if lime had fallen out of the soil's water, or come into it."""
    figures = _figures(meq, "alkalinity", "ca", "mg", "na")
    if figures is None or ec_ds_m is None or not (meq["ca"] and meq["alkalinity"]):
        return None
    alkalinity, ca, mg, na = figures
    even = _between(ec_ds_m, SALT_DS_M, STAYS_MEQ_L)
    stays = even * (meq["alkalinity"] / meq["ca"]) ** (-2 / 3)
    calcium = Worked.first(
        "water_calcium_stays",
        stays,
        "meq/L",
        Quantity("stays_even_meq_l", even, "meq/L", Origin.TYPICAL),
        alkalinity,
        ca,
    )
    return calcium.then(
        "water_sodium_adjusted",
        meq["na"] / ((stays + meq["mg"]) / 2) ** 0.5,
        "",
        na,
        Quantity("stays_meq_l", stays, "meq/L"),
        mg,
    )


def _between(at: float, of: Sequence[float], values: Sequence[float]) -> float:
    """Straight between the points of a table; its ends beyond them."""
    for n in range(1, len(of)):
        if at <= of[n]:
            share = max(at - of[n - 1], 0.0) / (of[n] - of[n - 1])
            return values[n - 1] + share * (values[n] - values[n - 1])
    return values[-1]


def _residual(meq: dict[str, float]) -> Worked | None:
    figures = _figures(meq, "alkalinity", "ca", "mg")
    if figures is None:
        return None
    left = max(meq["alkalinity"] - meq["ca"] - meq["mg"], 0.0)
    return Worked.first("water_residual", left, "meq/L", *figures)


def _conductivity(meq: dict[str, float]) -> Worked | None:
    figures = _figures(meq, "ca", "mg", "na", "k")
    if figures is None:
        return None
    return Worked.first(
        "water_conducts",
        sum(one.value for one in figures) / MEQ_PER_DS_M,
        "dS/m",
        *figures,
        Quantity("meq_per_ds_m", MEQ_PER_DS_M, "meq/L per dS/m", Origin.TYPICAL),
    )


def _apart(meq: dict[str, float]) -> Worked | None:
    cations = _figures(meq, "ca", "mg", "na", "k")
    anions = _figures(meq, "alkalinity", "cl", "so4", "nitrate_n")
    if cations is None or anions is None:
        return None
    plus, minus = (sum(one.value for one in side) for side in (cations, anions))
    off = abs(plus - minus) / (plus + minus) * 100
    signs = (
        Quantity("plus_meq_l", plus, "meq/L", Origin.COMPUTED),
        Quantity("minus_meq_l", minus, "meq/L", Origin.COMPUTED),
    )
    return Worked.first("water_apart", off, "%", *signs)


def _binding(
    water: Water, sodium_ratio: Worked | None, residual: Worked | None, at: str
) -> Iterator[Finding]:
    if water.softened:
        yield Finding("water_softened", Level.WARNING, f"{at}.softened")
    for ion, most in MOST.items():
        here = getattr(water, f"{ion}_mg_l")
        if here is not None and here > most:
            numbers = (Quantity("strength_mg_l", here, "mg/L"), Quantity("most_mg_l", most, "mg/L"))
            yield Finding(f"water_{ion}", Level.WARNING, f"{at}.{ion}_mg_l", numbers=numbers)
    if sodium_ratio is not None and sodium_ratio.value > MOST_SAR:
        number = Quantity("sodium_ratio", sodium_ratio.value, "")
        yield Finding("water_sar", Level.WARNING, f"{at}.na_mg_l", numbers=(number,))
    if residual is not None and residual.value > MOST_RESIDUAL_MEQ_L:
        number = Quantity("residual_meq_l", residual.value, "meq/L")
        yield Finding("water_residual", Level.NOTE, f"{at}.alkalinity", numbers=(number,))


def _in_pots(water: Water, garden: Garden, places: Sequence[Place], at: str) -> Iterator[Finding]:
    """What a water's lime does to the pH of pots, and which nitrogen would go with it."""
    lime = water.alkalinity
    if lime is None or not any(place.kind == "tub" for place in places):
        return
    number = Quantity("alkalinity_mg_l", lime.mg_per_l, "mg/L")
    shares = _acid_shares(garden)
    share = Quantity("ammonium_pct", 100 * max(shares, default=0.0), "%")
    if lime.mg_per_l > MOST_IN_POTS_MG_L:
        yield Finding("water_limes_pots", Level.WARNING, f"{at}.alkalinity", numbers=(number,))
        if shares:
            key = "water_acid_feed" if max(shares) >= ACID_SHARE else "water_no_acid_feed"
            yield Finding(key, Level.NOTE, "products", numbers=(share,))
    elif lime.mg_per_l < LITTLE_IN_POTS_MG_L and max(shares, default=0.0) > MOSTLY_SHARE:
        yield Finding("water_soft_ammonium", Level.NOTE, "products", numbers=(number, share))


def _acid_shares(garden: Garden) -> list[float]:
    """Of the nitrogen of feeds that dissolve, what is ammonium or urea, where the label says."""
    split = [
        (one.nitrogen.ammonium_pct + one.nitrogen.urea_pct, one.nitrogen.nitrate_pct)
        for one in garden.products
        if one.form in ("soluble", "liquid") and one.nitrogen is not None
    ]
    return [acid / (acid + nitrate) for acid, nitrate in split if acid + nitrate > 0]


def _doubtful(of: _Analysed, found: dict[str, Worked | None]) -> Iterator[Finding]:
    """What cannot all be right."""
    apart, hardness, ions = found["apart"], found["hardness"], found["conductivity"]
    if apart is not None and apart.value > APART_PCT:
        number = Quantity("apart_pct", apart.value, "%")
        yield Finding("water_ions_apart", Level.QUESTION, of.at, numbers=(number,))
    printed, measured_ds_m = of.water.hardness, of.ec_ds_m
    if (
        printed is not None
        and hardness is not None
        and _differ(printed.mg_per_l, hardness.value, APART_PCT)
    ):
        numbers = (
            Quantity("printed_mg_l", printed.mg_per_l, "mg/L"),
            Quantity("hardness_mg_l", hardness.value, "mg/L"),
        )
        yield Finding("water_hardness_apart", Level.QUESTION, f"{of.at}.hardness", numbers=numbers)
    if measured_ds_m and ions is not None and _differ(measured_ds_m, ions.value, EC_APART_PCT):
        numbers = (
            Quantity("measured_ds_m", measured_ds_m, "dS/m"),
            Quantity("ions_ds_m", ions.value, "dS/m"),
        )
        yield Finding("water_ec_apart", Level.QUESTION, of.at_ec, numbers=numbers)


def _differ(one: float, other: float, pct: float) -> bool:
    return abs(one - other) > pct / 100 * max(one, other)


def _brought(places: tuple[Place, ...], water: Water) -> Iterator[Brings]:
    """What each place gets that is known to be watered."""
    lime = water.alkalinity.mg_per_l if water.alkalinity is not None else 0.0
    carried = Amounts(n=water.nitrate_n_mg_l, k=water.k_mg_l, ca=water.ca_mg_l, mg=water.mg_mg_l)
    for place in places:
        litres = _season_l(place, water)
        if litres:
            g_per_mg_l = litres / 1000
            yield Brings(place.id, litres, carried * g_per_mg_l, lime * g_per_mg_l)


def _season_l(place: Place, water: Water) -> float:
    if place.kind == "tub":
        return (place.season_water_l or 0.0) * place.count
    return area(place).value * water.season_mm
