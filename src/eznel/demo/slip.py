"""Skerrin Slip as it is: its places, soil, shed and plantings."""

from collections.abc import Callable
from datetime import date
from typing import Any
from uuid import UUID, uuid5

from eznel.core.document import Garden

SLIP = UUID("8e2f0a54-0c3b-4f0e-8d5b-6a1c9b7e2d10")
STANDS_ON = date(2026, 6, 19)
FIRST_DAY = date(2026, 3, 10)


def id_of(name: str) -> str:
    """Return the id of a thing of the garden.

    Parameters
    ----------
    name : str
        What it is called.

    Returns
    -------
    str
        The same at every call.
    """
    return str(uuid5(SLIP, name))


def measure_of(value: float, unit: str) -> dict[str, Any]:
    """Return a measure as it is written in a garden file.

    Parameters
    ----------
    value : float
        How much. [unit]
    unit : str
        Of it.

    Returns
    -------
    dict
        Value and unit.
    """
    return {"value": value, "unit": unit}


def _rectangle(length: float, width: float) -> dict[str, Any]:
    return {
        "kind": "rectangle",
        "length": measure_of(length, "m"),
        "width": measure_of(width, "m"),
    }


def _bed(name: str, shape: dict[str, Any], x: float, y: float, **more: Any) -> dict[str, Any]:
    depth = measure_of(20, "cm")
    return {"kind": "bed", "id": id_of(name), "name": name, "shape": shape, "x_m": x, "y_m": y,
            "depth": depth, **more}  # fmt: skip


def _tub(name: str, shape: dict[str, Any], count: int, x: float, y: float, **more: Any) -> Any:
    return {"kind": "tub", "id": id_of(name), "name": name, "shape": shape, "count": count,
            "x_m": x, "y_m": y, **more}  # fmt: skip


def _declared(**pct: float) -> list[dict[str, Any]]:
    return [{"nutrient": nutrient, "pct": value} for nutrient, value in pct.items()]


def _price(amount: float, value: float, unit: str) -> dict[str, Any]:
    return {"amount": amount, "pack": measure_of(value, unit)}


def _stock(value: float, unit: str) -> dict[str, Any]:
    return {"amount": measure_of(value, unit), "counted_on": "2026-04-01"}


def _places() -> list[dict[str, Any]]:
    trough = {
        "kind": "trough",
        "length": measure_of(120, "cm"),
        "width": measure_of(25, "cm"),
        "height": measure_of(20, "cm"),
    }
    oval = {"kind": "ellipse", "length": measure_of(2.8, "m"), "width": measure_of(2.1, "m")}
    crane = {
        "kind": "l_shape",
        "length": measure_of(3, "m"),
        "width": measure_of(2.2, "m"),
        "notch_length": measure_of(1.7, "m"),
        "notch_width": measure_of(1.2, "m"),
    }
    barrel = {
        "kind": "frustum",
        "top": measure_of(62, "cm"),
        "bottom": measure_of(52, "cm"),
        "height": measure_of(40, "cm"),
    }
    recipe, charge = _slip_mix(), _slip_charge()
    light = measure_of(0.7, "g/mL")
    return [
        _bed("Keel bed", _rectangle(3.6, 1.2), 2.6, 1.6, density=light),
        _bed("Port strip", _rectangle(5.0, 0.75), 3.3, 3.45, texture="loam"),
        _bed("Starboard strip", _rectangle(5.0, 0.75), 3.3, 5.0, texture="sandy_loam"),
        _bed("Winch oval", oval, 7.6, 2.0, texture="loam", sun="full"),
        _bed("Crane bed", crane, 7.6, 4.9, texture="loam", sun="half", shelter="wall",
             note="Resting this year.", fill=_fill()),
        _tub("Lean-to troughs", trough, 3, 11, 1.1, warmer_by_c=4, recipe=recipe, charge=charge,
             shelter="cover", per_line=1),
        _tub("Lean-to pots", {"kind": "nominal", "volume": measure_of(35, "L")}, 4, 11, 2.7,
             warmer_by_c=4, recipe=recipe),
        _tub("Quay half-barrels", barrel, 3, 10.9, 4.35, warmer_by_c=3, recipe=recipe),
        _tub("North half-barrels", barrel, 2, 10.9, 5.8, recipe=recipe),
    ]  # fmt: skip


def _slip_mix() -> list[dict[str, Any]]:
    """What the tubs are filled with."""
    return [
        {"name": "Leaf-mould compost", "parts": 60, "material": "leaf_mould",
         "bag": measure_of(40, "L"), "bag_price": 6.5},
        {"name": "Loam", "parts": 30, "material": "topsoil",
         "bag": measure_of(25, "L"), "bag_price": 4},
        {"name": "Grit", "parts": 10, "material": "grit",
         "bag": measure_of(0.5, "ft3"), "bag_price": 3},
    ]  # fmt: skip


def _slip_charge() -> list[dict[str, Any]]:
    return [{"product": id_of("Halyard tub feed"), "strength": measure_of(1, "g/L")}]


def _fill() -> dict[str, Any]:
    """What the resting bed is to be filled with."""
    layers = (("logs", 20), ("leaves", 10), ("topsoil", 20), ("green_compost", 8))
    return {"layers": [{"material": key, "depth": measure_of(cm, "cm")} for key, cm in layers]}


def _features() -> list[dict[str, Any]]:
    def line(name: str, kind: str, width: float, *points: tuple[float, float]) -> dict[str, Any]:
        spots = [{"x_m": x, "y_m": y} for x, y in points]
        own = {"id": id_of(f"line {name}"), "name": name, "kind": kind}
        return {**own, "width": measure_of(width, "m"), "points": spots}

    return [
        line("slipway", "path", 0.4, (0.5, 2.66), (5.9, 2.66)),
        line("quay wall", "wall", 0.25, (0.3, 6.55), (13, 6.55)),
        line("lean-to", "fence", 0.06, (9.7, 0.25), (12.4, 0.25), (12.4, 3.4)),
    ]


def _reports() -> list[dict[str, Any]]:
    def values(**found: float) -> list[dict[str, Any]]:
        return [{"analyte": analyte, "value": value} for analyte, value in found.items()]

    olsen = [
        {"analyte": "P", "value": 22, "unit": "mg/dm3", "extractant": "Olsen"},
        {"analyte": "K", "value": 130, "extractant": "Ammonium acetate"},
        {"analyte": "Mg", "value": 95, "extractant": "Ammonium acetate"},
    ]
    return [
        {"id": id_of("report A"), "lab": "Tidewrack Soil Laboratory", "sampled_on": "2026-03-03",
         "places": [id_of("Keel bed"), id_of("Starboard strip")], "ph": 6.4,
         "organic_matter_pct": 4.2, "values": values(P=41, K=60, Ca=1240, Mg=88, S=15)},
        {"id": id_of("report B"), "lab": "Holm and Fell Analysts", "sampled_on": "2025-10-14",
         "places": [id_of("Winch oval")], "extractant": "Olsen", "ph": 6.1, "ph_in": "CaCl2",
         "organic_matter_pct": 3.6, "values": olsen},
        {"id": id_of("report C"), "lab": "Tidewrack Soil Laboratory", "sampled_on": "2022-11-20",
         "places": [id_of("Port strip")], "ph": 5.7, "organic_matter_pct": 3.1,
         "buffer": {"method": "Mehlich", "value": 6.35},
         "values": values(P=118, K=96, Ca=860, Mg=52)},
        {"id": id_of("report D"), "lab": "Tidewrack Soil Laboratory", "sampled_on": "2022-03-15",
         "places": [id_of("Keel bed")], "ph": 6.2, "organic_matter_pct": 3.8,
         "values": values(P=36, K=84, Ca=1130, Mg=80)},
        {"id": id_of("report E"), "lab": "Colour kit", "sampled_on": "2026-06-02",
         "places": [id_of("Crane bed")], "ph": 5.5, "extractant": "Colour kit",
         "values": [{"analyte": "P", "lab_rating": "medium"},
                    {"analyte": "K", "lab_rating": "low"}]},
    ]  # fmt: skip


def _preparations() -> list[dict[str, Any]]:
    def layer(cm: float) -> dict[str, Any]:
        return {"by": "layer", "thickness": measure_of(cm, "cm")}

    return [
        {"id": id_of("compost"), "place": id_of("Keel bed"), "material": "garden_compost",
         "how": layer(1), "on": "2026-03-28", "done": True},
        {"id": id_of("manure"), "place": id_of("Crane bed"), "material": "cow_manure_composted",
         "how": {"by": "total", "amount": measure_of(8, "kg")}, "on": "2026-10-12", "hot": True},
    ]  # fmt: skip


def _products() -> list[dict[str, Any]]:
    def product(name: str, form: str, declared: list[dict[str, Any]], **more: Any) -> Any:
        return {"id": id_of(name), "name": name, "form": form, "declared": declared, **more}

    nitrate = {"nitrate_pct": 14.4, "ammonium_pct": 1.1, "urea_pct": 0}
    return [
        product("Slipway poultry pellets", "organic", _declared(N=4, P2O5=2.5, K2O=2.3, CaO=8),
                material="poultry_manure_pellets", max_rate=measure_of(250, "g/m2"),
                stock=_stock(10, "kg"), price=_price(9.5, 10, "kg")),
        product("Longshore general (imported)", "granular", _declared(N=8, P=3.5, K=10, S=6),
                material="granular_balanced", max_rate=measure_of(60, "g/m2"),
                density=measure_of(0.98, "g/mL"), stock=_stock(4, "kg"), price=_price(12, 5, "kg")),
        product("Mainsail soluble 12-4-18", "soluble", _declared(N=12, P2O5=4, K2O=18, MgO=2),
                density=measure_of(0.95, "g/mL"), max_strength=measure_of(2, "g/L"),
                material="soluble_high_potash", stock=_stock(3, "kg"), price=_price(14, 3, "kg")),
        product("Jib soluble 24-8-16", "soluble", _declared(N=24, P2O5=8, K2O=16),
                material="soluble_balanced", max_strength=measure_of(2, "g/L"),
                stock=_stock(1, "kg"), price=_price(7.5, 1, "kg")),
        product("Kelpie potash liquid", "liquid", _declared(N=1, P2O5=1, K2O=8), basis="w/v",
                material="liquid_high_potash", max_strength=measure_of(12, "g/L"),
                interval_days=7, stock=_stock(0.8, "L"), price=_price(8, 1, "L"),
                other_packs=[_price(32, 5, "L")]),
        product("Quayside nitrate of lime", "soluble", _declared(N=15.5, CaO=26.5),
                nitrogen=nitrate, material="calcium_nitrate", max_rate=measure_of(40, "g/m2"),
                max_strength=measure_of(1.5, "g/L"), stock=_stock(2, "kg"),
                price=_price(6, 2, "kg")),
        product("Ebb potash", "soluble", _declared(K2O=50, S=18), material="potassium_sulphate",
                max_rate=measure_of(40, "g/m2"), stock=_stock(2, "kg"), price=_price(8, 2, "kg")),
        product("Halyard tub feed", "coated", _declared(N=18, P2O5=6, K2O=12), release_days=150,
                material="coated", stock=_stock(2, "kg"), price=_price(15, 2, "kg")),
        product("Chandler gypsum", "granular", _declared(CaO=30, S=17), material="gypsum",
                max_rate=measure_of(250, "g/m2"), price=_price(5, 5, "kg")),
        product("Ballast ground lime", "granular", _declared(CaO=50), material="ground_limestone",
                price=_price(4.5, 10, "kg")),
        {**product("Nettle water from the butt", "liquid", [
            {"nutrient": "N", "pct": 0.05, "low_pct": 0.01, "high_pct": 0.1},
            {"nutrient": "K2O", "pct": 0.06, "low_pct": 0.02, "high_pct": 0.12}]),
         "material": "nettle_liquid", "proof": "unproven"},
    ]  # fmt: skip


def _plantings() -> list[dict[str, Any]]:
    def planting(name: str, place: str, crop: str, on: str, **more: Any) -> dict[str, Any]:
        return {"id": id_of(name), "place": id_of(place), "crop": crop, "planted_on": on, **more}

    def rows(in_row: float, between: float) -> dict[str, Any]:
        return {"pattern": "rows", "in_row": measure_of(in_row, "cm"),
                "between_rows": measure_of(between, "cm")}  # fmt: skip

    staggered = {"pattern": "staggered", "in_row": measure_of(45, "cm")}
    side = {"programme": "base_and_side_dress"}
    shelf = {"bench": id_of("Wheelhouse shelf")}
    return [
        planting("kale", "Keel bed", "kale", "2026-05-08", variety="Blackquay", plants=14,
                 spacing=staggered, **side),
        planting("leeks", "Starboard strip", "leek", "2026-06-05", variety="Long Mooring",
                 spacing=rows(15, 25), sown_on="2026-03-20",
                 raising=shelf | {"sown": 158, "came_up": 118}, **side),
        planting("tall kale", "Port strip", "kale", "2026-05-12", variety="Tall Rope", plants=10),
        planting("courgettes", "Winch oval", "courgette", "2026-06-01", variety="Green Buoy",
                 plants=3, spacing={"pattern": "square", "in_row": measure_of(90, "cm")}),
        planting("cucumbers", "Lean-to troughs", "cucumber", "2026-05-26", variety="Slipline",
                 plants=6, sown_on="2026-04-28", raising=shelf | {"sown": 8, "came_up": 7}),
        planting("tomatoes", "Lean-to pots", "tomato", "2026-05-08", variety="Red Lantern",
                 plants=4, sown_on="2026-03-10", raised_in="charged",
                 raising=shelf | {"sown": 6, "came_up": 5}),
        planting("peppers", "Quay half-barrels", "sweet_pepper", "2026-06-10",
                 variety="Signal Flag", plants=6, sown_on="2026-03-12",
                 raising=shelf | {"sown": 9, "came_up": 8}),
        planting("strawberries", "North half-barrels", "strawberry", "2025-08-20",
                 variety="Pennant", plants=12, programme="monthly_granular"),
        *_last_season(planting),
    ]  # fmt: skip


def _last_season(planting: Callable[..., dict[str, Any]]) -> list[dict[str, Any]]:
    """What is known of last year: what grew and what it gave; nobody wrote down the feeds."""
    over = {"had": "fed"}
    return [
        planting("tomatoes of last year", "Lean-to pots", "tomato", "2025-05-14", plants=4,
                 variety="Red Lantern", ends_on="2025-10-12", kept_since="2025-10-12", **over),
        planting("beans of last year", "Crane bed", "climbing_bean", "2025-05-30", plants=24,
                 variety="Bowline", sown_in_place=True, ends_on="2025-09-26",
                 kept_since="2025-09-26", **over),
    ]  # fmt: skip


def _aims() -> list[dict[str, Any]]:
    return [
        {"id": id_of("aim sauce"), "year": 2026, "words": "Sauce until Christmas"}
        | {"crop": "tomato", "wanted": measure_of(16, "kg")},
        {"id": id_of("aim courgettes"), "year": 2026, "words": "No courgette on a doorstep"}
        | {"crop": "courgette", "weekly": measure_of(0.4, "kg"), "stored": measure_of(1, "kg")},
    ]


def _varieties() -> list[dict[str, Any]]:
    return [
        {"id": id_of("variety Red Lantern"), "crop": "tomato", "name": "Red Lantern",
         "later_days": -4, "vigour": "strong", "determinate": False,
         "note": "From our own seed since 2023."},
    ]  # fmt: skip


def garden() -> Garden:
    """Return the garden without anything having happened in it yet.

    Returns
    -------
    Garden
        With the calendar standing on a day in June.
    """
    scoops = [
        ("half teaspoon", 2.5, "mL"),
        ("teaspoon", 5, "mL"),
        ("tablespoon", 15, "mL"),
        ("tin mug", 180, "mL"),
    ]
    return Garden.model_validate(
        {
            "id": str(SLIP),
            "name": "Skerrin Slip",
            "stands_on": STANDS_ON.isoformat(),
            "site": {
                "time_zone": "Europe/Oslo",
                "latitude_deg": 58.2,
                "last_frost": "04-27",
                "first_frost": "10-24",
                "monthly_min_c": [0, 0, 1, 4, 7, 10.5, 12.5, 12.5, 10, 7, 3.5, 1],
                "monthly_max_c": [5, 5.5, 8, 12, 16, 19, 21, 21, 17.5, 13, 8.5, 6],
                "monthly_rain_mm": [95, 70, 70, 55, 50, 55, 65, 75, 85, 105, 100, 100],
                "water_ec_ds_m": 0.25,
            },
            "places": _places(),
            "features": _features(),
            "reports": _reports(),
            "preparations": _preparations(),
            "products": _products(),
            "scoops": [
                {"id": id_of(name), "name": name, "volume": measure_of(value, unit)}
                for name, value, unit in scoops
            ],
            "plantings": _plantings(),
            "varieties": _varieties(),
            "benches": [
                {"id": id_of("Wheelhouse shelf"), "name": "Wheelhouse shelf"}
                | {"length": measure_of(120, "cm"), "width": measure_of(40, "cm")}
            ],
            "aims": _aims(),
            "recipes": [
                {"id": id_of("Slip mix"), "name": "Slip mix", "use": "tub", "shares_in": "percent"}
                | {"parts": _slip_mix(), "charge": _slip_charge()}
            ],
            "preferences": {
                "shared_miss_pct": 20,
                "reminders": [
                    "pot_on",
                    "harden_off",
                    "stake",
                    "mulch",
                    "side_shoots",
                    "first_flowers",
                    "shake_flowers",
                    "bed_fruit",
                    "net",
                ],
            },
        }
    )
