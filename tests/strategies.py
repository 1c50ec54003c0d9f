"""Random gardens for laws that hold in any of them: every shape, extractant, form and cap."""

from datetime import date, timedelta
from math import cos, pi, sin
from typing import Any

from hypothesis import strategies as st

import gardens
from eznel import catalogue
from eznel.core.document import Garden, Log

TEXTURES = (None, "sand", "sandy_loam", "loam", "silt_loam", "clay_loam", "clay")
CROPS = (
    "cucumber", "courgette", "tomato", "sweet_pepper", "kale", "leek", "cabbage", "pea", "potato",
    "carrot", "bush_tomato", "climbing_bean", "lettuce", "onion", "winter_squash", "radish",
    "garlic", "strawberry", "asparagus", "rhubarb",
)  # fmt: skip
PROGRAMMES = (
    "leaf_then_fruit", "base_and_side_dress", "little_and_often", "charge_and_push",
    "monthly_granular", "compost_first", "slow_release_tub", "kitchen_and_yard",
)  # fmt: skip
FORMS = ("granular", "soluble", "liquid", "organic", "coated")
SIGHTS = (
    "growth_restarted", "plants_lost", "flooded", "dried_out", "rank_leaf", "tip_burn", "salts",
    "magnesium_short", "end_rot", "fed_unknown",
)  # fmt: skip
CAPS = ("max_rate", "max_strength", "stock", "interval_days", "max_times", "max_per_plant")


def sizes(low: float, high: float) -> st.SearchStrategy[float]:
    return st.floats(low, high).map(lambda x: round(x, 3))


def metres(low: float, high: float) -> st.SearchStrategy[dict[str, Any]]:
    """A length in one of the units that people type."""
    per_metre = {"m": 1, "cm": 100, "ft": 3.2808, "in": 39.37}
    return st.builds(
        lambda m, unit: gardens.measure(round(m * per_metre[unit], 3), unit),
        sizes(low, high),
        st.sampled_from(sorted(per_metre)),
    )


SHAPES = {
    "rectangle": st.fixed_dictionaries(
        {"kind": st.just("rectangle"), "length": metres(0.5, 8), "width": metres(0.5, 3)}
    ),
    "circle": st.fixed_dictionaries({"kind": st.just("circle"), "diameter": metres(0.6, 5)}),
    "ellipse": st.fixed_dictionaries(
        {"kind": st.just("ellipse"), "length": metres(0.6, 5), "width": metres(0.6, 3)}
    ),
    "row": st.fixed_dictionaries(
        {"kind": st.just("row"), "length": metres(0.6, 8), "width": metres(0.2, 1)}
    ),
    "l_shape": st.fixed_dictionaries(
        {
            "kind": st.just("l_shape"),
            "length": metres(1.1, 6),
            "width": metres(1.1, 4),
            "notch_length": metres(0.2, 1),
            "notch_width": metres(0.2, 1),
        }
    ),
    "polygon": st.builds(
        lambda n, size: {
            "kind": "polygon",
            "corners": [
                {"x_m": size * cos(2 * pi * k / n), "y_m": size * sin(2 * pi * k / n)}
                for k in range(n)
            ],
        },
        st.integers(3, 9),
        sizes(0.4, 3),
    ),
    "trough": st.fixed_dictionaries(
        {
            "kind": st.just("trough"),
            "length": metres(0.4, 2),
            "width": metres(0.2, 0.6),
            "height": metres(0.2, 0.5),
        }
    ),
    "frustum": st.fixed_dictionaries(
        {
            "kind": st.just("frustum"),
            "top": metres(0.3, 0.8),
            "bottom": metres(0.2, 0.6),
            "height": metres(0.2, 0.6),
        }
    ),
    "nominal": st.fixed_dictionaries(
        {"kind": st.just("nominal"), "volume": sizes(8, 200).map(lambda v: gardens.measure(v, "L"))}
    ),
}
EXTRACTS = {
    "Mehlich-3": ("P", "K", "Ca", "Mg", "S"),
    "Olsen": ("P",),
    "Ammonium acetate": ("K", "Ca", "Mg"),
    "Mehlich-1": ("P", "K", "Ca", "Mg"),
    "Modified Morgan": ("P", "K", "Ca", "Mg"),
    "Bray P1": ("P",),
    "Calcium phosphate": ("S",),
}
SCHOOLS = ("sufficiency", "build", "balance")
BASES = ("broadcast", "band", "hole")
BUFFERS = ("Mehlich", "SMP", "Sikora", "Adams-Evans", "Moore-Sikora")
WAYS = ("layer", "holes", "plant", "nitrogen", "total")
FORMS_PRINTED = {"P": "P2O5", "K": "K2O", "Ca": "CaO", "Mg": "MgO"}
HIGHEST = {"P": 200, "K": 500, "Ca": 4000, "Mg": 400, "S": 60}


@st.composite
def values(draw: st.DrawFn) -> list[dict[str, Any]]:
    found = []
    for analyte in draw(st.lists(st.sampled_from(sorted(HIGHEST)), unique=True)):
        extracts = [name for name, known in sorted(EXTRACTS.items()) if analyte in known]
        line = {
            "analyte": analyte,
            "value": draw(sizes(0, HIGHEST[analyte])),
            "unit": draw(st.sampled_from(("mg/kg", "ppm", "mg/dm3", "lb/acre", "kg/ha"))),
            "extractant": draw(st.sampled_from(extracts)),
            "printed_as": draw(st.sampled_from((None, FORMS_PRINTED.get(analyte)))),
        }
        if draw(st.booleans()) and analyte in ("Ca", "Mg", "K"):
            line |= {"value": draw(sizes(0, 20)), "unit": "cmol/kg", "printed_as": None}
        found.append(line)
    return found


@st.composite
def preparations(draw: st.DrawFn, place: str, n: int) -> dict[str, Any]:
    by = draw(st.sampled_from(WAYS))
    how = {
        "layer": {"thickness": draw(metres(0.002, 0.08))},
        "holes": {
            "share_pct": draw(sizes(5, 90)),
            "width": draw(metres(0.1, 0.5)),
            "depth": draw(metres(0.1, 0.4)),
        },
        "plant": {"volume": gardens.measure(draw(sizes(0.2, 6)), "L")},
        "nitrogen": {"available": gardens.measure(draw(sizes(0.5, 8)), "g/m2")},
        "total": {"amount": gardens.measure(draw(sizes(0.1, 30)), "kg")},
    }[by]
    day = date(2026, 4, 20) + timedelta(draw(st.integers(-500, 60)))
    bulk = ("garden_compost", "cow_manure_fresh", "horse_manure_composted", "wood_ash")
    return {
        "id": gardens.uid(f"preparation {n}"),
        "place": gardens.uid(place),
        "material": draw(st.sampled_from((*bulk, "ground_limestone"))),
        "how": {"by": by, **how},
        "on": day.isoformat(),
        "done": draw(st.booleans()),
        "mulch": draw(st.booleans()),
    }


@st.composite
def products(draw: st.DrawFn, name: str) -> dict[str, Any]:
    form = draw(st.sampled_from(FORMS))
    lines = {
        "N": draw(sizes(0, 25)),
        draw(st.sampled_from(("P2O5", "P"))): draw(st.sampled_from((0, 4, 9))),
        draw(st.sampled_from(("K2O", "K"))): draw(st.sampled_from((0, 8, 20, 35))),
        draw(st.sampled_from(("CaO", "Ca"))): draw(st.sampled_from((0, 0, 15))),
        draw(st.sampled_from(("S", "SO3"))): draw(st.sampled_from((0, 0, 12))),
        "B": draw(st.sampled_from((0, 0, 0.02, 0.2))),
    }
    made = gardens.product(name, form, **lines)
    made["density"] = gardens.measure(draw(sizes(0.5, 1.3)), "g/mL")
    if form == "coated":
        made["release_days"] = draw(st.integers(60, 270))
    if form == "liquid":
        made["basis"] = draw(st.sampled_from(("w/w", "w/v")))
    if draw(st.booleans()):
        made["max_rate"] = gardens.measure(draw(sizes(5, 80)), "g/m2")
    if draw(st.booleans()):
        grams = draw(sizes(0.5, 6))
        poured = {"product": gardens.measure(grams * 10, "g"), "water": gardens.measure(10, "L")}
        made["max_strength"] = draw(st.sampled_from((gardens.measure(grams, "g/L"), poured)))
    made["interval_days"] = draw(st.sampled_from((None, None, 10, 25)))
    made["max_times"] = draw(st.sampled_from((None, None, 2)))
    made["max_per_plant"] = draw(st.sampled_from((None, None, gardens.measure(4, "g"))))
    made["proof"] = draw(st.sampled_from(("label", "label", "lab", "unproven")))
    if draw(st.booleans()):
        amount = gardens.measure(draw(sizes(5, 1500)), "g")
        made["stock"] = {"amount": amount, "counted_on": "2026-04-01"}
    if draw(st.booleans()):
        made["price"] = {"amount": draw(sizes(1, 20)), "pack": gardens.measure(1, "kg")}
    return made


@st.composite
def spacings(draw: st.DrawFn) -> dict[str, Any] | None:
    pattern = draw(st.sampled_from((None, "square", "staggered", "rows")))
    if pattern is None:
        return None
    between = draw(metres(0.2, 0.9)) if pattern == "rows" else None
    return {"pattern": pattern, "in_row": draw(metres(0.15, 0.9)), "between_rows": between}


@st.composite
def varieties(draw: st.DrawFn, crop: str) -> dict[str, Any]:
    return {
        "id": gardens.uid(f"variety {crop}"),
        "crop": crop,
        "name": "our own",
        "later_days": draw(st.integers(-20, 30)),
        "picked_days": draw(st.sampled_from((None, 10, 60))),
        "yield_share": draw(st.sampled_from((0.6, 1.0, 1.4))),
        "vigour": draw(st.sampled_from(("weak", "usual", "strong"))),
        "determinate": draw(st.sampled_from((None, True, False))),
    }


@st.composite
def schools(draw: st.DrawFn) -> dict[str, Any]:
    """A copy of a programme with other answers to what growers disagree about."""
    base = catalogue.load().programmes[draw(st.sampled_from(PROGRAMMES))]
    return base.model_dump(mode="json") | {
        "key": "our_school",
        "name": "Our school",
        "hold_days": draw(st.integers(0, 40)),
        "stop_days": draw(st.sampled_from((None, None, 0, 20))),
        "label_share": draw(st.sampled_from((None, None, 0.25, 1.0))),
        "rich_mix": draw(st.sampled_from(("counts", "instead_of_feed"))),
        "interval_days": draw(st.integers(5, 60)),
        "at_planting": draw(st.sampled_from(("nothing", "starter"))),
        "base_p_share": draw(st.sampled_from((1.0, 0.4))),
        "calcium": draw(st.sampled_from(("water_and_ph_first", "supplement_at_planting"))),
        "magnesium": draw(st.sampled_from(("if_low", "if_seen"))),
    }


@st.composite
def histories(draw: st.DrawFn, garden: Garden) -> Log:
    """What was seen at a garden's plantings, and weather as it came."""
    seen = []
    for n, planting in enumerate(garden.plantings):
        for m, kind in enumerate(draw(st.lists(st.sampled_from(SIGHTS), max_size=3))):
            day = planting.planted_on + timedelta(draw(st.integers(0, 110)))
            one = {"id": gardens.uid(f"seen {n} {m}"), "planting": planting.id, "kind": kind}
            one["plants"] = draw(st.integers(1, 3)) if kind == "plants_lost" else None
            one["ec_ds_m"] = draw(sizes(0.5, 8)) if kind == "salts" else None
            seen.append(one | {"on": day})
    first, warmer = date(2026, 4, 25), draw(st.integers(-4, 4))
    weather = [
        {
            "id": gardens.uid(f"day {n}"),
            "on": first + timedelta(n),
            "low_c": 9 + warmer,
            "high_c": 19 + warmer,
            "rain_mm": draw(st.sampled_from((0, None, 4, 31))),
        }
        for n in range(draw(st.sampled_from((0, 30))))
    ]
    watered = [
        {
            "id": gardens.uid(f"watered {n} {m}"),
            "place": place.id,
            "on": first + timedelta(draw(st.integers(10, 60))),
            "outcome": outcome,
            "amount": gardens.measure(draw(sizes(1, 60)), "L") if outcome == "given" else None,
        }
        for n, place in enumerate(garden.places)
        for m, outcome in enumerate(
            draw(st.lists(st.sampled_from(("given", "rained", "not_today")), max_size=3))
        )
    ]
    return Log.model_validate({"observed": seen, "weather": weather, "watered": watered})


@st.composite
def any_garden(draw: st.DrawFn) -> Garden:
    kinds = draw(st.lists(st.sampled_from(sorted(SHAPES)), min_size=1, max_size=2))
    school = draw(st.one_of(st.none(), schools()))
    shed = [draw(products(f"bag {n}")) for n in range(draw(st.integers(1, 5)))]
    places, plantings = [], []
    for n, kind in enumerate(kinds):
        shape = draw(SHAPES[kind])
        name = f"place {n}"
        if kind not in ("frustum", "trough", "nominal"):
            density = draw(st.one_of(st.none(), sizes(0.4, 1.5)))
            made = gardens.bed(name, shape=shape, texture=draw(st.sampled_from(TEXTURES)))
            made["density"] = density and gardens.measure(density, "g/mL")
            made["school"] = draw(st.sampled_from(SCHOOLS))
        else:
            made = gardens.tub(name, shape=shape, count=draw(st.integers(1, 4)))
            coated = [p["id"] for p in shed if p["form"] == "coated"]
            if coated and draw(st.booleans()):
                made["charge"] = [{"product": coated[0], "strength": gardens.measure(1, "g/L")}]
        places.append({**made, "warmer_by_c": draw(st.sampled_from((0, 4)))})
        planted = date(2026, 5, 1) + timedelta(draw(st.integers(0, 40)))
        plantings.append(
            gardens.planting(
                draw(st.sampled_from(CROPS)),
                name,
                name=f"planting {n}",
                planted_on=planted.isoformat(),
                plants=draw(st.one_of(st.none(), st.integers(1, 12))),
                spacing=draw(spacings()),
                programme="our_school" if school else draw(st.sampled_from(PROGRAMMES)),
                variety=draw(st.sampled_from(("", "our own"))),
                sown_on=(planted - timedelta(40)).isoformat() if draw(st.booleans()) else None,
                raised_in=draw(st.sampled_from((None, "plain", "charged"))),
                sown_in_place=draw(st.booleans()),
                base_by=draw(st.sampled_from(BASES)),
                residue=draw(st.sampled_from((None, "left", "removed"))),
            )
        )
    tested = [p["name"] for p in places if p["kind"] == "bed"]
    reports = []
    if tested and draw(st.booleans()):
        made = gardens.report(*tested, ph=draw(sizes(4.6, 8.6)), values={})
        made["values"] = draw(values())
        made["ph_in"] = draw(st.sampled_from(("water", "CaCl2")))
        made["organic_matter_pct"] = draw(st.one_of(st.none(), sizes(0.5, 14)))
        made["cec_cmol_kg"] = draw(st.one_of(st.none(), sizes(3, 40)))
        if draw(st.booleans()):
            method = draw(st.sampled_from(BUFFERS))
            made["buffer"] = {"method": method, "value": draw(sizes(5.6, 7.9))}
        if draw(st.booleans()):
            method = draw(st.sampled_from(("paste", "1:2", "1:5", "SME")))
            made["ec"] = {"value": draw(sizes(0, 6)), "unit": "dS/m", "method": method}
        reports.append(made)
    worked_in = [
        draw(preparations(p["name"], n)) for n, p in enumerate(places) if draw(st.booleans())
    ]
    scoops = [gardens.scoop("small", 2.5), gardens.scoop("spoon", 15), gardens.scoop("cup", 250)]
    return gardens.garden(
        site=gardens.site(low=draw(sizes(8, 13)), high=draw(sizes(16, 26))),
        places=places,
        plantings=plantings,
        products=shed,
        scoops=scoops[: draw(st.integers(1, 3))],
        reports=reports,
        preparations=worked_in,
        programmes=[school] if school else [],
        varieties=[
            draw(varieties(crop)) for crop in sorted({p["crop"] for p in plantings if p["variety"]})
        ],
    )
