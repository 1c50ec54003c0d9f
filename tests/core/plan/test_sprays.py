"""What sprays forbid, by days, on 10 August."""

from datetime import date

import pytest

import gardens
from eznel.core.document import Log

TODAY = date(2026, 8, 10)


def spray(on: str, **more) -> dict:
    made = {
        "id": gardens.uid(f"spray {on} {more}"),
        "planting": gardens.uid("courgette"),
        "on": on,
        "name": "Bilge oil",
    }
    return made | more


def told(*sprays: dict) -> dict[str, float]:
    made = gardens.garden(places=[gardens.bed()], plantings=[gardens.planting("courgette")])
    log = Log.model_validate({"sprays": sprays})
    found = gardens.single(gardens.plan_of(made, log, TODAY)).sprayed
    return {one.key: one.numbers[0].value if one.numbers else 0 for one in found}


def test_nothing_is_picked_before_its_days_are_over() -> None:
    """Seven days from the 5th end on the 12th: two more."""
    assert told(spray("2026-08-05", wait_days=7)) == {"wait_before_picking": 2}
    assert told(spray("2026-08-05", wait_days=5)) == {}
    assert told(spray("2026-08-05", wait_days=0)) == {}


def test_a_wait_that_nobody_typed_is_asked_for() -> None:
    assert told(spray("2026-08-05")) == {"spray_wait_unknown": 0}
    assert told(spray("2026-07-05")) == {}  # five weeks ago


def test_not_again_before_the_label_says_so() -> None:
    assert told(spray("2026-08-05", wait_days=0, again_days=10)) == {"spray_not_again": 5}


@pytest.mark.parametrize(
    ("first", "second", "keys"),
    [
        ("oil", "sulphur", {"oil_met_sulphur", "oil_or_sulphur_waits"}),
        ("sulphur", "oil", {"oil_met_sulphur", "oil_or_sulphur_waits"}),
        ("oil", "soap", set()),
        ("oil", "oil", {"oil_or_sulphur_waits"}),
    ],
)
def test_oil_and_sulphur_do_not_meet(first: str, second: str, keys: set[str]) -> None:
    found = told(
        spray("2026-07-28", wait_days=0, kind=first), spray("2026-08-09", wait_days=0, kind=second)
    )
    assert set(found) == keys
    apart = told(
        spray("2026-07-20", wait_days=0, kind=first), spray("2026-08-09", wait_days=0, kind=second)
    )
    assert "oil_met_sulphur" not in apart  # twenty days


def test_a_spray_of_a_planting_that_is_not_there_is_refused() -> None:
    lost = spray("2026-08-05", planting=gardens.uid("nobody"))
    with pytest.raises(ValueError, match="no_such_thing"):
        gardens.garden_file(
            {"sprays": [lost]}, places=[gardens.bed()], plantings=[gardens.planting("courgette")]
        )
