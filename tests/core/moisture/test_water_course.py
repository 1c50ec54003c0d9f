"""Water in the ground by day: a week by hand, and the laws that any season keeps."""

from dataclasses import dataclass
from datetime import date, timedelta
from types import SimpleNamespace
from typing import Any

import pytest
from hypothesis import given
from hypothesis import strategies as st

from eznel.core.moisture.course import DRY_DAYS, Evenings, Given, course
from eznel.core.moisture.demand import Asks, Found

FIRST = date(2026, 6, 1)


@dataclass
class Field:
    """A planting whose days are given: what it holds, what it takes, what rain brings."""

    total_l: float
    ready_l: float
    days: list[tuple[float, float]]
    name: str = "one"
    begins: date = FIRST

    @property
    def ends(self) -> date:
        return FIRST + timedelta(len(self.days))

    @property
    def stand(self) -> Any:
        return SimpleNamespace(id=self.name)

    def missing_l(self, day: date, found: Found) -> float:
        return 2.0

    @property
    def season(self) -> Asks:
        of = ((self.total_l, self.ready_l, *day) for day in self.days)
        return Asks(*(list(column) for column in zip(*of, strict=True)))


def fold(*fields: Field, watered: dict[int, list[Given]] | None = None) -> tuple[Evenings, ...]:
    on = {FIRST + timedelta(n): found for n, found in (watered or {}).items()}
    return course(fields, on, FIRST + timedelta(max(len(f.days) for f in fields)))  # type: ignore[arg-type]


def test_a_week_without_a_drop() -> None:
    """160 mm held, 64 without stress, all on 1 m². 55 + 6 = 61; + 4.8 = 65.8, past 64, so the next
    4.7 are taken at (160 − 65.8)/(160 − 64) = 0.98125: 4.612, in all 70.412."""
    (days,) = fold(Field(160, 64, [(55, 0), (6, 0), (4.8, 0), (4.7, 0)]))
    assert [day.used_l for day in days] == pytest.approx([55, 61, 65.8, 70.411875])
    assert [day.is_dry for day in days] == [False, False, True, True]


def test_rain_beyond_what_is_missing_drains() -> None:
    """10 are missing and 4 go: of 30 that fall 16 run off below."""
    (days,) = fold(Field(160, 64, [(10, 0), (4, 30), (4, 0)]))
    assert [day.used_l for day in days] == pytest.approx([10, 0, 4])
    assert days[1].drained_l == pytest.approx(16)


def test_no_more_is_taken_than_is_there() -> None:
    (days,) = fold(Field(10, 5, [(5, 0), (100, 0), (100, 0)]))
    assert days[-1].used_l <= 10
    assert days[1].taken_l == pytest.approx(5)  # all that was left; without stress, as 5 is ready


def test_a_watering_goes_to_the_dry_first_and_too_much_by_ground() -> None:
    """9 and 3 are missing by evening: of 6 the first gets 4.5; of 24 the 12 too many go 2 to 1."""
    fields = Field(40, 20, [(8, 0), (1, 0)], "wide"), Field(20, 10, [(2, 0), (1, 0)], "narrow")
    wide, narrow = fold(*fields, watered={1: [Given(6)]})
    assert (wide[1].given_l, narrow[1].given_l) == (pytest.approx(4.5), pytest.approx(1.5))
    wide, narrow = fold(*fields, watered={1: [Given(24)]})
    assert (wide[1].drained_l, narrow[1].drained_l) == (pytest.approx(8), pytest.approx(4))


def test_wet_through_fills_and_a_feed_waters_its_own_planting() -> None:
    fields = Field(40, 20, [(8, 0), (1, 0)], "wide"), Field(20, 10, [(2, 0), (1, 0)], "narrow")
    wide, narrow = fold(*fields, watered={1: [Given(None)]})
    assert (wide[1].used_l, narrow[1].used_l) == (0, 0)
    fed: list[Given] = [Given(2, "narrow")]  # type: ignore[arg-type]
    wide, narrow = fold(*fields, watered={1: fed})
    assert (wide[1].used_l, narrow[1].used_l) == (pytest.approx(9), pytest.approx(1))


def test_what_stays_dry_without_a_record_is_no_longer_known() -> None:
    """Dry from the second evening on: three days are believed, then it was watered unrecorded."""
    days = [(6.0, 0.0)] + [(1.0, 0.0)] * 8
    (unseen,) = fold(Field(20, 6.5, days))
    assert [day.known for day in unseen] == [True] * (2 + DRY_DAYS) + [False] * (7 - DRY_DAYS)
    (told,) = fold(Field(20, 6.5, days), watered={7: [Given(2)]})
    assert [day.known for day in told[6:]] == [False, True, True]
    put_off = {n: [Given(0.0)] for n in (5, 8)}
    (kept,) = fold(Field(20, 6.5, days), watered=put_off)
    assert all(day.known for day in kept)  # somebody said that it was not watered
    assert [day.used_l for day in kept] == [day.used_l for day in unseen]
    filled = [*days[:7], (1.0, 30.0), (1.0, 0.0)]
    assert fold(Field(20, 6.5, filled))[0][7].known  # rain that ran through leaves nothing open


def test_a_look_into_the_ground_sets_the_morning() -> None:
    """A finger says that 2 are missing: 2 + 1 in the evening, and it is known again."""
    days = [(6.0, 0.0)] + [(1.0, 0.0)] * 7
    day = FIRST + timedelta(6)
    (looked,) = course(
        [Field(20, 6.5, days)],  # type: ignore[list-item]
        {},
        FIRST + timedelta(8),
        {day: Found("moist", None)},
    )
    assert not looked[5].known
    assert (looked[6].began_l, looked[6].used_l, looked[6].known) == (2, 3, True)
    assert looked[7].used_l == 4


seasons = st.lists(
    st.tuples(st.floats(0, 12), st.one_of(st.just(0.0), st.floats(0, 60))), min_size=1, max_size=60
)
pours = st.dictionaries(st.integers(0, 59), st.one_of(st.none(), st.floats(0, 80)), max_size=8)


@given(seasons, pours, st.floats(5, 100), st.floats(0.1, 0.9))
def test_water_is_conserved(
    days: list[tuple[float, float]], poured: dict[int, float | None], total: float, ready: float
) -> None:
    watered = {n: [Given(litres)] for n, litres in poured.items()}
    for field in fold(
        Field(total, total * ready, days), Field(total / 3, total / 9, days), watered=watered
    ):
        comes = sum(day.asked.rain_l + day.given_l for day in field)
        goes = sum(day.taken_l + day.drained_l for day in field)
        assert comes - goes + field[-1].used_l == pytest.approx(0, abs=1e-9)
        assert all(0 <= day.used_l <= day.asked.total_l + 1e-9 for day in field)
        assert all(-1e-9 <= day.taken_l <= day.asked.crop_l + 1e-9 for day in field)


@given(seasons, st.integers(0, 59), st.floats(0.1, 50))
def test_more_rain_never_drains_less(days: list[tuple[float, float]], n: int, more: float) -> None:
    n %= len(days)
    wetter = [(crop, rain + more if i == n else rain) for i, (crop, rain) in enumerate(days)]
    before, after = (
        sum(day.drained_l for day in fold(Field(40, 20, some))[0]) for some in (days, wetter)
    )
    assert after >= before - 1e-9


@given(seasons, st.integers(0, 59))
def test_a_watering_changes_nothing_before_its_day(days: list[tuple[float, float]], n: int) -> None:
    field = Field(40, 20, days)
    n %= len(days)
    assert fold(field)[0][:n] == fold(field, watered={n: [Given(7)]})[0][:n]
