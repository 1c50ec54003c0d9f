"""Fifty simulated gardens of known factors, five seasons each: what they teach nears the truth.

Each garden has its own pace, yield, buffer and nitrogen, drawn as gardens differ, and writes down
what a careful grower does: when tomatoes swell, all that was picked, a test each spring, what kale
was fed, nitrate twice a summer. What is seen is off by as much as seasons, samples and eyes are.
"""

from datetime import date, timedelta
from math import exp, log, sqrt
from random import Random
from statistics import mean
from typing import Any

import pytest

import gardens
from eznel import catalogue
from eznel.core.document import Log
from eznel.core.stands.stands import Stands

GARDENS, YEARS = 50, range(2021, 2026)
USUAL_KG = 7.0 * 3.15
"""Seven tomatoes on 0.45 m² each, at 7 kg/m²."""
FILLS_DD = 80.0 + 160.0 + 140.0 + 155.0
"""Degree days of a tomato until its fruit fills, at 6 a day."""
MOVES = 1000 / 260 / 2.5
"""By so much a gram of potassium moves a test: 260 kg/m² and a buffer of 2.5. [mg/kg]"""
FED_K, TAKEN_K = 40.0, 4.6 * 2.5 * 3.6 / 4.32
"""Of a square metre each year: what kale is fed, and what sixteen plants on 3.6 m² take."""
FREED = 2.2 * 5 * 20 / 15 * 90 / 120
"""Nitrogen of 5 % organic matter in ninety days at 16 °C. [g/m²]"""
HOLDS = 195.0
"""Soil in the 15 cm of a sample. [kg/m²]"""


class Truth:
    """A garden's own factors, and what it saw of them."""

    def __init__(self, seed: int) -> None:
        self.chance = Random(seed)
        self.pace = exp(self.chance.gauss(0, 0.12))
        self.yields = exp(self.chance.gauss(0, 0.5))
        self.moves = max(1 + self.chance.gauss(0, 0.4), 0.3)
        self.frees = max(1 + self.chance.gauss(0, 0.4), 0.3)

    def off(self, value: float, spread: float) -> float:
        return max(value * (1 + self.chance.gauss(0, spread)), 0.0)


def planting(crop: str, place: str, year: int) -> dict[str, Any]:
    return gardens.planting(
        crop, place, name=f"{crop} {year}", planted_on=f"{year}-05-12", ends_on=f"{year}-10-01"
    )


def log_of(truth: Truth) -> Log:
    stages, harvests, feeds, weather = [], [], [], []
    for year in YEARS:
        planted, tomato = date(year, 5, 12), gardens.uid(f"tomato {year}")
        warm = FILLS_DD * truth.pace * exp(truth.chance.gauss(0, 0.12))
        seen = planted + timedelta(round(warm / 6 + truth.chance.gauss(0, 3)))
        stages.append({"id": gardens.uid(f"s{year}"), "planting": tomato, "stage": "fruit_fill",
                       "on": seen})  # fmt: skip
        kg = USUAL_KG * truth.yields * exp(truth.chance.gauss(0, 0.35))
        much = {"gross": gardens.measure(kg, "kg")}
        harvests.append({"id": gardens.uid(f"h{year}"), "planting": tomato, "complete": True,
                         "on": date(year, 9, 20), "much": much})  # fmt: skip
        key = gardens.uid(f"f{year}")
        grams = FED_K * 4.32 / 0.415
        feeds.append({"id": key, "job": key, "planting": gardens.uid(f"kale {year}"),
                      "on": date(year, 6, 1), "outcome": "given",
                      "amounts": [{"product": gardens.uid("potash"),
                                   "amount": gardens.measure(grams, "g")}]})  # fmt: skip
        for n in range(130):
            on = planted + timedelta(n)
            weather.append({"id": gardens.uid(str(on)), "on": on, "low_c": 12, "high_c": 20})
    return Log.model_validate(
        {"stages": stages, "harvests": harvests, "feeds": feeds, "weather": weather}
    )


def reports_of(truth: Truth) -> list[dict[str, Any]]:
    found, potassium = [], 100.0
    for year in YEARS:
        found.append(a_test("kale bed", f"{year}-03-03", "K", truth.off(potassium, 0.15)))
        potassium += (FED_K - TAKEN_K) * MOVES * truth.moves
        before, freed = truth.chance.uniform(1.0, 3.0), truth.off(FREED * truth.frees, 0.1)
        for on, held in ((f"{year}-05-01", before), (f"{year}-07-30", before + freed)):
            value = truth.off(held, 0.2) * 1000 / HOLDS
            found.append(a_test("fallow", on, "NO3-N", value))
    return [*found, a_test("kale bed", "2026-03-03", "K", truth.off(potassium, 0.15))]


def a_test(place: str, on: str, analyte: str, value: float) -> dict[str, Any]:
    return gardens.report(
        place, values={analyte: value}, sampled_on=on, id=gardens.uid(f"{place} {on}"),
        organic_matter_pct=5.0,
    )  # fmt: skip


def learned(seed: int) -> list[tuple[float, float]]:
    """Of each kind how far the catalogue and how far the garden's own is off, in logarithms."""
    truth = Truth(seed)
    made = gardens.garden(
        places=[gardens.bed("bed"), gardens.bed("kale bed"), gardens.bed("fallow")],
        plantings=[
            planting(crop, place, year)
            for year in YEARS
            for crop, place in (("tomato", "bed"), ("kale", "kale bed"))
        ],
        products=[gardens.product("potash", K2O=50)],
        reports=reports_of(truth),
    )
    own = Stands(made, log_of(truth), date(2026, 5, 1), catalogue.load()).own
    pairs = [
        (truth.pace, own.pace_of("tomato").value),
        (truth.yields, own.yield_of("tomato").value),
        (truth.moves, own.move_of("K").value),
        (truth.frees, own.nitrogen.value),
    ]
    return [(log(true), log(found / true)) for true, found in pairs]


@pytest.fixture(scope="module")
def errors() -> list[list[tuple[float, float]]]:
    return [learned(seed) for seed in range(GARDENS)]


@pytest.mark.parametrize("kind", range(4), ids=["pace", "yield", "buffer", "nitrogen"])
def test_five_seasons_halve_the_error_of_the_catalogue(
    errors: list[list[tuple[float, float]]], kind: int
) -> None:
    usual, own = (sqrt(mean(one[kind][n] ** 2 for one in errors)) for n in (0, 1))
    assert own < usual / 2, (own, usual)
