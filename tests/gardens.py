"""Small gardens for tests: each builder gives the plain data of one thing, to be changed freely."""

from datetime import date
from typing import Any
from uuid import UUID, uuid5

from eznel import catalogue
from eznel.core.document import Garden, GardenFile, Log
from eznel.core.plan import SeasonPlan, plan
from eznel.core.plan.result import JobView, PlantingPlan

NAMESPACE = UUID("3f1d1c1e-8f0e-4b57-9d2b-0c1f0e1d2c3b")
TODAY = date(2026, 5, 1)


def clock(garden: Garden) -> date:
    return garden.stands_on or TODAY


def uid(name: str) -> str:
    return str(uuid5(NAMESPACE, name))


def measure(value: float, unit: str) -> dict[str, Any]:
    return {"value": value, "unit": unit}


def site(low: float = 12, high: float = 20, **more: Any) -> dict[str, Any]:
    """A site as warm in every month: by default 16 °C, so 6 degree days above a base of 10."""
    return {
        "time_zone": "Etc/UTC",
        "latitude_deg": 50,
        "monthly_min_c": [low] * 12,
        "monthly_max_c": [high] * 12,
        **more,
    }


def bed(name: str = "bed", length: float = 3.6, width: float = 1.2, **more: Any) -> dict[str, Any]:
    return {
        "kind": "bed",
        "id": uid(name),
        "name": name,
        "shape": {
            "kind": "rectangle",
            "length": measure(length, "m"),
            "width": measure(width, "m"),
        },
        "density": measure(1.3, "g/mL"),
        **more,
    }


def tub(name: str = "tub", litres: float = 35, count: int = 1, **more: Any) -> dict[str, Any]:
    shape = {"kind": "nominal", "volume": measure(litres, "L")}
    return {"kind": "tub", "id": uid(name), "name": name, "shape": shape, "count": count, **more}


def report(*places: str, values: dict[str, float] | None = None, **more: Any) -> dict[str, Any]:
    return {
        "id": uid("report"),
        "lab": "a laboratory",
        "sampled_on": "2026-03-03",
        "places": [uid(place) for place in places or ("bed",)],
        "ph": 6.5,
        "values": [{"analyte": a, "value": v} for a, v in (values or {}).items()],
        **more,
    }


def product(name: str, form: str = "granular", **more: Any) -> dict[str, Any]:
    """Label lines are given as percentages: product("bag", N=10, P2O5=10)."""
    lines = {k: more.pop(k) for k in list(more) if k[0].isupper()}
    declared = [{"nutrient": nutrient, "pct": pct} for nutrient, pct in lines.items()]
    density = measure(1.0, "g/mL")
    return {
        "id": uid(name),
        "name": name,
        "form": form,
        "declared": declared,
        "density": density,
        **more,
    }


def scoop(name: str = "teaspoon", ml: float = 5) -> dict[str, Any]:
    return {"id": uid(name), "name": name, "volume": measure(ml, "mL")}


def planting(crop: str = "cucumber", place: str = "bed", **more: Any) -> dict[str, Any]:
    name = more.pop("name", crop)
    return {
        "id": uid(name),
        "place": uid(place),
        "crop": crop,
        "planted_on": "2026-05-12",
        **more,
    }


def with_jobs(*tasks: str) -> dict[str, Any]:
    """Preferences with no jobs besides feeding on the list but these."""
    every = [one.key for one in catalogue.load().tasks]
    return {"reminders": list(tasks), "silenced": [key for key in every if key not in tasks]}


def garden(**parts: Any) -> Garden:
    data = {"id": uid("garden"), "name": "a garden", "site": site(), **parts}
    return Garden.model_validate(data)


def garden_file(log: dict[str, Any] | None = None, **parts: Any) -> GardenFile:
    made = garden(**parts).model_dump()
    return GardenFile.model_validate({"garden": made, "log": log or {}})


def plan_of(made: Garden, log: Log | None = None, today: date = TODAY) -> SeasonPlan:
    return plan(made, log or Log(), today, catalogue.load())


def single(made: SeasonPlan) -> PlantingPlan:
    (planting,) = made.plantings
    return planting


def need(planting: PlantingPlan, nutrient: str) -> float:
    return next(n.total_g for n in planting.needs if n.nutrient == nutrient)


def jobs(planting: PlantingPlan, kind: str) -> list[JobView]:
    return [job for job in planting.jobs if job.kind == kind]
