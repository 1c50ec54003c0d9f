"""Programmes that hold back long: what the crop misses by then is said."""

import gardens
from eznel import catalogue


def found(crop: str, hold_days: int, key: str = "leaf_then_fruit") -> dict[str, dict[str, float]]:
    """Findings of a planting by its own copy of a programme, with their numbers."""
    own = catalogue.load().programmes[key].model_dump(mode="json")
    own |= {"key": "own_hold", "name": "Hold", "hold_days": hold_days}
    made = gardens.garden(
        places=[gardens.bed()],
        plantings=[gardens.planting(crop, plants=6, programme="own_hold")],
        products=[gardens.product("feed", "soluble", N=10, K2O=15)],
        scoops=[gardens.scoop("spoon", 5)],
        programmes=[own],
    )
    planting = gardens.single(gardens.plan_of(made))
    return {f.key: {q.name: q.value for q in f.numbers} for f in planting.findings}


def test_three_months_without_a_feed_leave_tomatoes_hungry() -> None:
    """By its curve a tomato has taken up more than a quarter after 90 days; nothing was given."""
    numbers = found("tomato", 90)["long_hold"]
    assert numbers["held_days"] == 90
    assert numbers["had"] == 0
    assert numbers["taken"] > 0.25 * 48.6  # 18 g N/m² on 2.7 m²


def test_a_usual_hold_is_not_worth_a_word() -> None:
    assert not found("tomato", 14).keys() & {"long_hold", "hold_past_stop"}


def test_a_hold_past_the_stop_is_said() -> None:
    """A lettuce of seven weeks is not fed for its last two: no day is left after 90."""
    assert found("lettuce", 90)["hold_past_stop"] == {"held_days": 90}


def test_a_limit_is_told_by_the_largest_feed_of_the_programmes_interval() -> None:
    """18 g/m² in the eight fortnights after a hold of 90 days are more than 2 g/m² each: fed weekly
    at that limit, a fortnight would have to bring 4.
    """
    numbers = found("tomato", 90)["fed_more_often"]
    assert (numbers["wanted_days"], numbers["interval_days"]) == (14, 7)
    assert (numbers["needs"], numbers["most"]) == (4, 2)
