"""The plan as text: what is said on screen about a place is said there too."""

import gardens
from eznel.core.document import Log
from eznel.formats.plan_text import as_text
from eznel.words import words


def test_manure_over_its_limit_is_said() -> None:
    """Ten centimetres of manure with 0.9 % nitrogen bring far more than 17 g N/m²."""
    manure = {
        "id": gardens.uid("manure"), "place": gardens.uid("bed"), "on": "2026-04-20",
        "material": "cow_manure_composted", "done": True,
        "how": {"by": "layer", "thickness": gardens.measure(10, "cm")},
    }  # fmt: skip
    garden = gardens.garden(
        places=[gardens.bed()], plantings=[gardens.planting("cabbage")], preparations=[manure]
    )
    text = as_text(gardens.plan_of(garden, Log()), garden, words("en"))
    assert words("en").findings["manure_n_too_much"].remedy in text
