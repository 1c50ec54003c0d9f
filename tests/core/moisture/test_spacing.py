"""Plants far apart never cover the ground: by FAO-56, eq. 98."""

from datetime import date

import pytest

import gardens
from eznel import catalogue
from eznel.core.document import Log
from eznel.core.moisture.demand import Demand, Evaporation
from eznel.core.season.workings import Workings


@pytest.mark.parametrize(
    ("between_m", "cover"),
    [
        (0.9, 1.0),  # as usual: twice 0.8
        (1.44, 1.0),  # 0.45 of 0.72 m² are covered by half: just enough
        (2.88, 0.5),  # 0.36 of 1.44: a quarter, twice
    ],
)
def test_wide_spacing_takes_less(between_m: float, cover: float) -> None:
    """Tomatoes at 0.5 m in rows: usual rows are 0.9 m apart, 0.8 × 0.45 m² = 0.36 m² each."""
    spacing = {
        "pattern": "rows",
        "in_row": gardens.measure(0.5, "m"),
        "between_rows": gardens.measure(between_m, "m"),
    }
    made = gardens.garden(
        places=[gardens.bed(length=20, width=20)],
        plantings=[gardens.planting("tomato", plants=4, spacing=spacing)],
    )
    known = catalogue.load()
    workings = Workings(made, Log(), date(2026, 8, 1), known)
    (stand,) = workings.stands.all
    use = known.water_use["tomato"]
    demand = Demand(stand, use, known.holding, Evaporation(stand.weather))
    assert stand.ground_m2 / 4 == pytest.approx(0.5 * between_m)
    expected = 0.15 + (use.kc_mid - 0.15) * cover
    assert demand.factor(demand.full) == pytest.approx(expected)
    assert demand.factor(demand.begins) <= expected
