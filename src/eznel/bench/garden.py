"""Generated gardens: every crop and method, twelve products, no two needs equal."""

from datetime import date, timedelta
from math import cos, pi
from typing import Any
from uuid import UUID, uuid5

from eznel.core.document import Garden, Log
from eznel.core.reference import Catalogue

BENCH = UUID("b1f0c7f2-5a3e-4f55-9a39-53a4d1f3c0de")
TODAY = date(2026, 6, 1)

_GOLDEN = 0.6180339887498949
_PRODUCTS: tuple[tuple[str, dict[str, float], dict[str, Any]], ...] = (
    ("granular", {"N": 8, "P2O5": 8, "K2O": 12}, {"material": "granular_balanced"}),
    ("granular", {"N": 5, "P2O5": 3, "K2O": 6}, {}),
    ("granular", {"CaO": 30, "S": 17}, {"material": "gypsum"}),
    ("soluble", {"N": 12, "P2O5": 4, "K2O": 18, "MgO": 2}, {}),
    ("soluble", {"N": 24, "P2O5": 8, "K2O": 16}, {"material": "soluble_balanced"}),
    ("soluble", {"N": 15.5, "CaO": 26.5}, {"material": "calcium_nitrate"}),
    ("soluble", {"K2O": 50, "S": 18}, {"material": "potassium_sulphate"}),
    ("soluble", {"MgO": 16, "S": 13}, {}),
    ("liquid", {"N": 1, "P2O5": 1, "K2O": 8}, {"basis": "w/v"}),
    ("organic", {"N": 4, "P2O5": 2.5, "K2O": 2.3}, {"material": "poultry_manure_pellets"}),
    ("organic", {"N": 7, "P2O5": 7}, {}),
    ("coated", {"N": 18, "P2O5": 6, "K2O": 12}, {"release_days": 150}),
)


def _id(name: str) -> str:
    return str(uuid5(BENCH, name))


def _spread(number: int, low: float, high: float) -> float:
    """A value between two others, another one for every number."""
    return round(low + (high - low) * (number * _GOLDEN % 1.0), 4)


def _measure(value: float, unit: str) -> dict[str, Any]:
    return {"value": value, "unit": unit}


def _place(number: int) -> dict[str, Any]:
    name = f"place {number}"
    at = {"x_m": number % 20 * 6.0, "y_m": number // 20 * 4.0}
    own: dict[str, Any] = {"id": _id(name), "name": name, **at}
    if number % 3 == 2:
        volume = _measure(_spread(number, 12, 60), "L")
        shape = {"kind": "nominal", "volume": volume}
        strength = _measure(_spread(number, 0.1, 0.6), "g/L")
        charge = [{"product": _id("product 11"), "strength": strength}]
        more = {"count": number % 4 + 1, "warmer_by_c": 3, "charge": charge}
        return {**own, "kind": "tub", "shape": shape, **more}
    sides = {"length": _spread(number, 2, 5), "width": _spread(number + 7, 0.8, 1.6)}
    shape = {"kind": "rectangle", **{key: _measure(x, "m") for key, x in sides.items()}}
    light = number % 6 == 1
    return {
        **own,
        "kind": "bed",
        "shape": shape,
        "density": _measure(0.7 if light else 1.3, "g/mL"),
    }


def _report(number: int) -> dict[str, Any]:
    values = {"P": (5, 120), "K": (20, 200), "Ca": (200, 1800), "Mg": (20, 200), "S": (4, 40)}
    return {
        "id": _id(f"report {number}"),
        "lab": "a laboratory",
        "sampled_on": "2026-03-03",
        "places": [_id(f"place {number}")],
        "ph": _spread(number, 5.9, 7.2),
        "organic_matter_pct": _spread(number + 3, 2, 6),
        "values": [
            {"analyte": analyte, "value": _spread(number + n, *span)}
            for n, (analyte, span) in enumerate(values.items())
        ],
    }


def _product(number: int) -> dict[str, Any]:
    form, declared, more = _PRODUCTS[number]
    return {
        "id": _id(f"product {number}"),
        "name": f"product {number}",
        "form": form,
        "declared": [{"nutrient": key, "pct": pct} for key, pct in declared.items()],
        "stock": {"amount": _measure(1000, "kg"), "counted_on": "2026-04-01"},
        "price": {"amount": _spread(number, 5, 20), "pack": _measure(2, "kg")},
        **more,
    }


def generated(plantings: int, catalogue: Catalogue, *, plants: int | None = None) -> Garden:
    """Return a garden with one planting in each place.

    Parameters
    ----------
    plantings : int
        Plantings, and places. [count]
    catalogue : Catalogue
        For its crops and programmes.
    plants : int or None
        Plants of each planting; None gives every one its own number. [count]

    Returns
    -------
    Garden
        Equal at every call.
    """
    crops, programmes = sorted(catalogue.crops), sorted(catalogue.programmes)
    return Garden.model_validate(
        {
            "id": _id("garden"),
            "name": "Bench",
            "stands_on": TODAY.isoformat(),
            "site": {
                "time_zone": "Etc/UTC",
                "latitude_deg": 52,
                "last_frost": "04-27",
                "first_frost": "10-24",
                "monthly_min_c": [0, 0, 2, 4, 8, 11, 13, 13, 10, 7, 3, 1],
                "monthly_max_c": [6, 7, 10, 14, 18, 21, 23, 23, 19, 14, 9, 6],
                "monthly_rain_mm": [60, 45, 45, 45, 55, 60, 65, 65, 60, 65, 65, 60],
            },
            "places": [_place(n) for n in range(plantings)],
            "reports": [_report(n) for n in range(plantings) if n % 3 == 0],
            "products": [_product(n) for n in range(len(_PRODUCTS))],
            "scoops": [
                {"id": _id(f"scoop {ml}"), "name": f"{ml} mL", "volume": _measure(ml, "mL")}
                for ml in (2.5, 5, 15, 100)
            ],
            "plantings": [
                {
                    "id": _id(f"planting {n}"),
                    "place": _id(f"place {n}"),
                    "crop": crops[n % len(crops)],
                    "programme": programmes[n % len(programmes)],
                    "planted_on": (date(2026, 4, 20) + timedelta(n % 40)).isoformat(),
                    "plants": plants or n % 7 + 2,
                    "spacing": {
                        "pattern": "square",
                        "in_row": _measure(_spread(n, 0.2, 0.5), "m"),
                    },
                }
                for n in range(plantings)
            ],
        }
    )


FEEDS, EVERY_DAYS, SIGHTS, WEATHER_DAYS = 40, 4, 2, 1600
"""Of each planting of an earlier year; days of weather. [count, days]"""


def lived_in(plantings: int, years: int, catalogue: Catalogue) -> tuple[Garden, Log]:
    """Return a garden with earlier years behind it, and all that was logged in them.

    Parameters
    ----------
    plantings : int
        Plantings of each year. [count]
    years : int
        Earlier years, each with the plantings of this one. [count]
    catalogue : Catalogue
        For its crops and programmes.

    Returns
    -------
    tuple of Garden and Log
        Equal at every call.
    """
    plain = generated(plantings, catalogue).model_dump(mode="json")
    earlier = [
        {**one, "id": _id(f"{one['id']} {year}"), "planted_on": f"{year}{one['planted_on'][4:]}"}
        for year in range(TODAY.year - years, TODAY.year)
        for one in plain["plantings"]
    ]
    log = {
        "feeds": [feed(one["id"], _after(one, 3 + EVERY_DAYS * n), n)
                  for one in earlier for n in range(FEEDS)],
        "observed": [
            {"id": _id(f"{one['id']} seen {n}"), "planting": one["id"], "kind": "rank_leaf",
             "on": _after(one, 30 + 20 * n).isoformat()}
            for one in earlier for n in range(SIGHTS)
        ],
        "weather": [_day(TODAY - timedelta(n)) for n in range(WEATHER_DAYS, 0, -1)],
    }  # fmt: skip
    whole = {**plain, "plantings": [*plain["plantings"], *earlier]}
    return Garden.model_validate(whole), Log.model_validate(log)


def feed(planting: str, on: date, number: int) -> dict[str, Any]:
    """Return a feed of a planting, as plain data.

    Parameters
    ----------
    planting : str
        Its id.
    on : date
        The day.
    number : int
        Tells feeds of one planting apart, and what they were of. [number]

    Returns
    -------
    dict
        Some grams of one product, in water.
    """
    amount = {"product": _id(f"product {3 + number % 5}"), "amount": _measure(4, "g")}
    return {
        "id": _id(f"{planting} fed {number}"), "planting": planting, "on": on.isoformat(),
        "outcome": "given", "amounts": [amount], "water": _measure(8, "L"),
    }  # fmt: skip


def _after(planting: dict[str, Any], days: int) -> date:
    return date.fromisoformat(planting["planted_on"]) + timedelta(days)


def _day(on: date) -> dict[str, Any]:
    mean_c = 10 - 8 * cos(2 * pi * (on.timetuple().tm_yday - 20) / 365) + on.toordinal() % 5 - 2
    rain_mm = max(0, on.toordinal() * 7919 % 13 - 8) * 1.5
    return {"id": _id(f"weather {on}"), "on": on.isoformat(), "low_c": round(mean_c - 4, 1),
            "high_c": round(mean_c + 5, 1), "rain_mm": rain_mm}  # fmt: skip
