"""Trials: lots that are fair, differences by hand, and what is not fair is said."""

from typing import Any
from uuid import UUID, uuid5

import pytest
from hypothesis import given
from hypothesis import strategies as st
from pydantic import ValidationError

import gardens
from eznel.core.document import Trial, TrialMeasure
from eznel.core.trials.difference import differences, holm, pooled
from eznel.core.trials.fair import unfair, wanted
from eznel.core.trials.lots import Candidate, draw

ONE, OTHER = UUID(gardens.uid("one")), UUID(gardens.uid("other"))


def trial(*sides: list[float | None], name: str = "trial", **more: Any) -> Trial:
    """Plants of one planting, the first side's values and then the second's."""
    plants, n = [], 0
    for side, values in enumerate(sides):
        for value in values:
            plants.append({"planting": str(ONE), "plant": n, "side": side, "values": [value]})
            n += 1
    return Trial.model_validate(
        {
            "id": gardens.uid(name),
            "name": name,
            "on": "2026-05-12",
            "treatments": [{"name": "mulch"}, {"name": "none"}],
            "measures": [{"name": "weight", "unit": "kg", "hoped": 1.0}],
            "plants": plants,
            **more,
        }
    )


def test_half_of_every_planting_draws_each_treatment() -> None:
    plants = [Candidate(ONE, n) for n in range(6)] + [Candidate(OTHER, n) for n in range(4)]
    lots = draw(UUID(gardens.uid("a")), plants)
    assert [lot.of for lot in lots] == plants
    assert [sum(lot.side for lot in lots[:6]), sum(lot.side for lot in lots[6:])] == [3, 2]
    assert lots == draw(UUID(gardens.uid("a")), plants)
    assert {draw(UUID(gardens.uid(f"{n}")), plants) for n in range(5)} != {lots}


def test_two_odd_plantings_give_the_odd_plant_to_either_side() -> None:
    plants = [Candidate(ONE, n) for n in range(5)] + [Candidate(OTHER, n) for n in range(3)]
    for n in range(12):
        lots = draw(UUID(gardens.uid(f"odd {n}")), plants)
        assert sum(lot.side for lot in lots) == 4


@given(plants=st.integers(2, 60), id_=st.uuids())
def test_sides_never_differ_by_more_than_one_plant(plants: int, id_: UUID) -> None:
    seconds = sum(lot.side for lot in draw(id_, [Candidate(ONE, n) for n in range(plants)]))
    assert abs(2 * seconds - plants) <= 1


def test_chance_prefers_nobody() -> None:
    """Of 600 draws each plant is on the second side about 300 times; 12.2 is a standard error."""
    plants = [Candidate(ONE, n) for n in range(6)]
    often = [0] * 6
    for n in range(600):
        for m, lot in enumerate(draw(uuid5(ONE, f"{n}"), plants)):
            often[m] += lot.side
    assert all(abs(count - 300) < 5 * 12.2 for count in often)


def test_a_difference_by_hand() -> None:
    """5, 6, 7 and 8 against 1, 2, 3 and 4: means 6.5 and 2.5, variances 5/3 both.

    Standard error sqrt(5/12 + 5/12) = 0.9129; degrees of freedom (5/6)² / (2 (5/12)² / 3) = 6;
    t = 2.4469, half of the interval 2.2337. Of 70 lots two part them so: 1/35.
    """
    (found,) = differences(trial([5, 6, 7, 8], [1, 2, 3, 4]))
    assert found is not None
    assert found.estimate == pytest.approx(4)
    assert found.low == pytest.approx(4 - 2.2337, abs=1e-3)
    assert found.high == pytest.approx(4 + 2.2337, abs=1e-3)
    assert found.by_chance == pytest.approx(2 / 70)
    assert found.shows == "shown"


def test_three_a_side_can_show_nothing_by_lots() -> None:
    """The interval lies above zero, yet two of twenty lots do the same: one in ten."""
    (found,) = differences(trial([5, 6, 7], [1, 2, 3]))
    assert found is not None
    assert found.low > 0
    assert found.by_chance == pytest.approx(0.1)
    assert found.shows == "none_shown"


def test_two_a_side_say_nothing() -> None:
    (found,) = differences(trial([9, 10, 11], [1, 2]))
    assert found is not None
    assert (found.shows, found.by_chance) == ("too_few", 1.0)
    assert differences(trial([9.0], [None])) == (None,)


def test_an_interval_over_zero_shows_no_difference() -> None:
    (found,) = differences(trial([3, 5, 4, 6, 2], [4, 3, 5, 2, 5]))
    assert found is not None
    assert found.low < 0 < found.high
    assert found.shows == "none_shown"


def test_plants_that_died_or_were_swapped_count_no_more() -> None:
    whole = trial([5, 6, 7, 8, 100], [1, 2, 3, 4])
    plants = [one.model_dump(mode="json") for one in whole.plants]
    plants[4]["left"] = "swapped"
    (found,) = differences(trial([0], [0], plants=plants))
    assert found is not None
    assert (found.sides[0].plants, found.estimate) == (4, pytest.approx(4))


def test_many_plants_are_reckoned_by_drawn_lots() -> None:
    """Of 12 plants a side there are 2,704,156 lots: 4,999 of them are drawn."""
    first = [10 + n / 10 for n in range(12)]
    (apart,) = differences(trial(first, [n / 10 for n in range(12)]))
    (alike,) = differences(trial(first, first))
    assert apart is not None
    assert alike is not None
    assert apart.by_chance == pytest.approx(1 / 5000)  # the real one alone
    assert alike.by_chance == 1.0


def test_several_measures_are_corrected() -> None:
    """0.01 x 3 = 0.03; 0.03 x 2 = 0.06; 0.04 x 1 is no less than the one before: 0.06."""
    assert holm([0.01, 0.04, 0.03]) == pytest.approx([0.03, 0.06, 0.06])
    assert holm([0.6, 0.9]) == pytest.approx([1.0, 1.0])


def test_two_years_are_pooled_by_their_certainty() -> None:
    """4 with a standard error of sqrt(2/3), 2 with one of 1: weights 1.5 and 1.

    (1.5 x 4 + 1 x 2) / 2.5 = 3.2, half of the interval 1.95996 / sqrt(2.5) = 1.2396. The second:
    3, 4.2247 and 1.7753, whose variance is 1.5, against two less: 1.5 / 3 + 1.5 / 3 = 1.
    """
    off = 1.5**0.5
    (first,) = differences(trial([5, 6, 7], [1, 2, 3]))
    (second,) = differences(trial([3, 3 + off, 3 - off], [1, 1 + off, 1 - off], name="again"))
    assert first is not None
    assert second is not None
    both = pooled([first, second])
    assert both is not None
    assert (both.estimate, both.trials) == (pytest.approx(3.2), 2)
    assert both.high - both.estimate == pytest.approx(1.2396, abs=1e-4)
    assert pooled([first]) is None


def test_how_many_plants_a_difference_takes() -> None:
    """Spread 0.35 x 3.15 = 1.1025 kg: 2 x ((1.95996 + 0.84162) x 1.1025 / 1)² = 19.08."""
    count = wanted(trial([None], [None]), 3.15)
    assert count is not None
    assert count.value == pytest.approx(19.08, abs=0.01)
    assert wanted(trial([None], [None]), None) is None
    # Once measured: both sides spread by 1, so 2 x 2.80158² = 15.70.
    known = wanted(trial([5, 6, 7], [1, 2, 3]), 3.15)
    assert known is not None
    assert known.value == pytest.approx(15.70, abs=0.01)


def keys(of: Trial, beside: dict[Candidate, int] | None = None) -> set[str]:
    return {one.key for one in unfair(of, beside or {})}


def test_what_is_not_fair_is_said() -> None:
    assert keys(trial([None] * 4, [None] * 4)) == set()
    assert keys(trial([None] * 2, [None] * 4)) == {"trial_too_few"}
    assert keys(trial([None] * 8, [None] * 4)) == {"trial_uneven"}
    fair = trial([None] * 4, [None] * 4)
    plants = [one.model_dump(mode="json") for one in fair.plants]
    for n, one in enumerate(plants):
        one["start"] = [10, 11, 12, 13, 20, 21, 22, 23][n]
    assert keys(trial([0], [0], plants=plants)) == {"trial_starts_unequal"}
    for n, one in enumerate(plants):
        one["start"] = [10, 14, 11, 15, 10, 14, 11, 15][n]
    assert keys(trial([0], [0], plants=plants)) == set()
    plants[0]["left"] = "died"
    plants[1]["left"] = "swapped"
    assert keys(trial([0], [0], plants=plants)) == {
        "trial_too_few", "trial_died", "trial_swapped",
    }  # fmt: skip


def test_a_treatment_that_has_a_planting_to_itself_is_confounded() -> None:
    plants = [
        {"planting": str(of), "plant": n, "side": side}
        for side, of in enumerate((ONE, OTHER))
        for n in range(4)
    ]
    assert keys(trial([0], [0], plants=plants)) == {"trial_confounded"}
    whole = [{"planting": str(of), "side": side} for side, of in enumerate((ONE, OTHER))]
    assert "trial_by_places" in keys(trial([0], [0], plants=whole))


def test_neighbours_that_one_side_has_more_of_are_said() -> None:
    """Of eight plants in a row the two at the ends have one neighbour, the others two."""
    row = {Candidate(ONE, n): 1 if n in (0, 7) else 2 for n in range(8)}
    assert keys(trial([None] * 4, [None] * 4), row) == set()  # 1.75 against 1.75
    inside = {Candidate(ONE, n): 1 if n < 4 else 3 for n in range(8)}
    assert keys(trial([None] * 4, [None] * 4), inside) == {"trial_neighbours"}


def test_all_that_was_picked_is_told_by_weight() -> None:
    with pytest.raises(ValidationError, match="harvest_by_weight"):
        TrialMeasure(name="fruits", unit="pieces", harvest=True)
    assert TrialMeasure(name="fruits", unit="lb", harvest=True).harvest
