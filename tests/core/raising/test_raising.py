"""Raising by hand: seeds to sow, roots and pots, room on a bench, hours outside."""

from datetime import date, timedelta
from typing import Any

import pytest
from hypothesis import given
from hypothesis import strategies as st
from pydantic import ValidationError

import gardens
from eznel import catalogue
from eznel.core.document import Log, PotSize, Raising
from eznel.core.questions.raising import RaisingRoom, raising_room
from eznel.core.raising.benches import Placed
from eznel.core.raising.hardening import hardening
from eznel.core.raising.pots import USUAL_POTS, Roots, pace, standings
from eznel.core.raising.raised import Raised
from eznel.core.raising.seeds import germination, per_cell, to_sow
from eznel.core.season.workings import Workings
from eznel.core.stands.stands import Stands

CATALOGUE = catalogue.load()
TOMATO = CATALOGUE.seeds["tomato"]  # 85 %, half of it after 6 years, cells of 40 mL, 40 in a tray
LEEK = CATALOGUE.seeds["leek"]  # 70 %, 3 years
SHELF: dict[str, Any] = {
    "id": gardens.uid("shelf"), "name": "shelf",
    "length": gardens.measure(1.2, "m"), "width": gardens.measure(0.4, "m"),
}  # fmt: skip
FRAME = SHELF | {"id": gardens.uid("frame"), "kind": "frame", "name": "frame"}


def planting(crop: str, sown: str, out: str, plants: int, /, **raising: Any) -> dict[str, Any]:
    return gardens.planting(
        crop, sown_on=sown, planted_on=out, plants=plants,
        raising={"bench": gardens.uid("shelf"), **raising},
    )  # fmt: skip


def room(*plantings: dict[str, Any], log: Any = None, **more: Any) -> RaisingRoom:
    parts = {"benches": [SHELF], "places": [gardens.bed("bed", 30)], **more}
    file = gardens.garden_file(log=log or {}, plantings=list(plantings), **parts)
    return raising_room(Workings(file.garden, file.log, date(2026, 3, 1), CATALOGUE))


def one(*args: Any, **raising: Any) -> Raised:
    (found,) = room(planting(*args, **raising)).plantings
    return found


@pytest.mark.parametrize(
    ("known", "year", "pct"),
    [
        ({}, 2026, 85),
        ({"germination_pct": 90}, 2026, 90),
        ({"seed_year": 2026}, 2026, 85),
        ({"seed_year": 2020}, 2026, 42.5),  # as old as it keeps: half
        ({"seed_year": 2023}, 2026, 71.48),  # half of that time: 85 × 0.5^(1/4)
        ({"seed_year": 2030}, 2026, 85),  # packed for next year
        ({"seed_year": 2010, "tested": 20, "sprouted": 17}, 2026, 85),  # the towel knows better
    ],
)
def test_what_comes_up(known: dict[str, Any], year: int, pct: float) -> None:
    found = germination(Raising.model_validate(known), TOMATO, year)
    assert found.value == pytest.approx(pct, abs=0.01)


def test_old_seed_and_short_towels_are_said() -> None:
    old = germination(Raising(seed_year=2022), LEEK, 2026)  # 0.5^(16/9) = 29 % of 70
    assert old.value == pytest.approx(20.4, abs=0.1)
    assert [f.key for f in old.findings] == ["seed_is_old"]
    few = germination(Raising(tested=4, sprouted=3), LEEK, 2026)
    assert [f.key for f in few.findings] == ["few_on_a_towel"]


def test_how_many_to_sow() -> None:
    """24 plants ÷ (0.85 × 0.9) are 31.4 seeds; three quarters planted out, 37.6."""
    found = to_sow(24, Raising(), TOMATO, 2026)
    assert found is not None
    assert found.value == pytest.approx(31.37, abs=0.01)
    fewer = to_sow(24, Raising(survival_pct=75), TOMATO, 2026)
    assert fewer is not None
    assert fewer.value == pytest.approx(37.65, abs=0.01)
    assert to_sow(24, Raising(tested=20, sprouted=0), TOMATO, 2026) is None


@pytest.mark.parametrize(("pct", "seeds"), [(85, 1), (60, 1), (59, 2), (35, 2), (20, 3)])
def test_seeds_in_a_cell(pct: float, seeds: int) -> None:
    assert per_cell(pct) == seeds


def test_trays_are_filled_in_part() -> None:
    made = one("tomato", "2026-03-15", "2026-05-15", 60)
    # 60 ÷ 0.765 = 78.4: 79 seeds, two trays of 40, one cell empty; 67 come up
    assert (made.sown, made.trays, made.empty_cells, made.plants) == (79, 2, 1, 67)
    assert made.pottings[0].mix.value == pytest.approx(79 * 0.04 * 1.1)
    # 67 pots: 60 ÷ 0.9 = 66.7, so that none is left to give away
    assert (made.pottings[1].count, made.spare) == (67, 0)
    counted = one("tomato", "2026-03-15", "2026-05-15", 60, sown=80, came_up=75, given_away=3)
    assert (counted.plants, counted.spare) == (72, 5)


ROOTS = Roots(0.04, date(2026, 4, 12), 1.0, 10)


@pytest.mark.parametrize(
    ("litres", "days"),
    [(0.04, 0), (0.08, 7), (0.16, 14), (0.4, 24)],  # log₂ 10 = 3.32 weeks: 23.3 days
)
def test_a_pot_twice_as_large_holds_a_week_longer(litres: float, days: int) -> None:
    assert (ROOTS.full_on(litres) - date(2026, 4, 12)).days == days


def test_into_the_smallest_pot_that_lasts() -> None:
    """Cells full on 12 April; 0.4 L holds to 6 May, 1.1 L to 16 May, each ten days longer."""

    def pots_to(leaves: date) -> list[tuple[str | None, date]]:
        found = standings(ROOTS, 0.04, USUAL_POTS, date(2026, 3, 15), leaves)
        return [(s.pot.name if s.pot else None, s.since) for s in found]

    sown = (None, date(2026, 3, 15))
    assert pots_to(date(2026, 4, 22)) == [sown]  # ten days in a full cell
    small = ("9 cm", date(2026, 4, 12))
    assert pots_to(date(2026, 5, 16)) == [sown, small]
    # 1.1 L would be 27 times a cell: by way of 0.4 L
    assert pots_to(date(2026, 5, 26)) == [sown, small, ("13 cm", date(2026, 5, 6))]
    assert pots_to(date(2026, 6, 20))[-1] == ("17 cm", date(2026, 5, 6))


def test_no_larger_pot_is_there() -> None:
    pot = PotSize.model_validate(
        {"name": "s", "holds": gardens.measure(0.08, "L"), "across": gardens.measure(5, "cm")}
    )
    found = standings(ROOTS, 0.04, [pot], date(2026, 3, 15), date(2026, 6, 1))
    assert [s.until for s in found] == [date(2026, 4, 12), date(2026, 6, 1)]
    assert found[-1].full_on == date(2026, 4, 19)
    late = room(
        planting("tomato", "2026-03-15", "2026-06-20", 6),
        preferences={"pots": [pot.model_dump(mode="json")]},
    )
    assert "outgrows_its_pots" in [f.key for f in late.plantings[0].findings]


def test_what_was_seen_moves_the_pots() -> None:
    """Potted on a week early; roots that showed a week late."""
    task = {"id": gardens.uid("t"), "planting": gardens.uid("tomato"), "task": "pot_on",
            "on": "2026-04-05"}  # fmt: skip
    mine = planting("tomato", "2026-03-15", "2026-05-15", 6)
    (ticked,) = room(mine, log={"tasks": [task]}).plantings
    assert ticked.pottings[1].since == date(2026, 4, 5)
    seen = one("tomato", "2026-03-15", "2026-06-05", 6, roots_seen_on="2026-04-10")
    # the cell is full on the 10th instead of the 12th (15 March + 8 + 20 days): all two days sooner
    usual = one("tomato", "2026-03-15", "2026-06-05", 6)
    assert usual.pottings[1].since == date(2026, 4, 12)
    assert seen.pottings[1].since == date(2026, 4, 10)
    assert usual.pottings[1].full_on - seen.pottings[1].full_on == timedelta(2)


def test_leeks_wait_in_their_cells() -> None:
    """Full after 62 days, on 11 May: never potted one by one, said after three weeks."""
    made = one("leek", "2026-03-10", "2026-05-31", 60)
    assert [p.pot for p in made.pottings] == [None]
    assert made.findings == ()
    late = one("leek", "2026-03-10", "2026-06-10", 60)
    assert [p.pot for p in late.pottings] == [None]
    assert [(f.key, f.numbers[0].value) for f in late.findings] == [("outgrows_its_pots", 30)]


def test_kale_waits_in_its_cells_and_a_courgette_does_not() -> None:
    """Kale is full after 30 days and waits three weeks; a courgette after 20, and ten days."""
    assert len(one("kale", "2026-04-01", "2026-05-22", 10).pottings) == 1  # 51 days
    assert len(one("kale", "2026-04-01", "2026-05-23", 10).pottings) == 2
    assert len(one("courgette", "2026-05-01", "2026-05-31", 3).pottings) == 1  # 30 days
    assert len(one("courgette", "2026-05-01", "2026-06-01", 3).pottings) == 2


def test_a_cold_bench_is_slower() -> None:
    """Tomato's base is 10 °C: at 14 °C half of what 18 °C bring; never below three tenths."""
    crop = CATALOGUE.crop("tomato")
    assert pace(crop, 18) == 1
    assert pace(crop, crop.base_temp_c + (18 - crop.base_temp_c) / 2) == pytest.approx(0.5)
    assert (pace(crop, 5), pace(crop, 35)) == (0.3, 1.5)


def test_no_room_on_the_shelf() -> None:
    """1.2 × 0.4 m hold 13 × 4 = 52 pots of 9 cm; a tray across takes 38 cm of the length."""
    found = room(
        planting("lettuce", "2026-04-01", "2026-05-01", 40),
        planting("tomato", "2026-03-15", "2026-05-12", 72),
    )
    (bench,) = found.benches
    # 72 ÷ 0.765 = 94.1: 95 sown in 3 trays, and from 1 April one of lettuce: as 24 × 38 cm five
    # stand side by side.
    trays = next(one for one in bench.room.spans if one.since == date(2026, 4, 1))
    assert [(len(p.spots), p.out, p.sides_m) for p in trays.placed] == [
        (3, 0, (0.24, 0.38)),
        (1, 0, (0.24, 0.38)),
    ]
    (crowd,) = bench.room.no_room
    assert (crowd.since, crowd.until) == (date(2026, 4, 12), date(2026, 5, 11))
    # The lettuce came first: 0.96 m are left, ten strips of four pots; 80 − 40 have none, and for
    # the ten days after it 80 − 52.
    assert crowd.plants == 40
    assert crowd.whose == (found.plantings[0].planting,)
    assert crowd.short_m2 == pytest.approx(40 * 0.0081)
    more = [h for h in bench.helps if h.help == "more_room"]
    assert more[0].amount == pytest.approx(40 * 0.0081)


def test_pots_fill_up_the_strips_that_are_begun() -> None:
    """Four across, then the next strip; the second level last."""
    low = SHELF | {"length": gardens.measure(20, "cm"), "levels": 2}
    found = room(planting("tomato", "2026-03-15", "2026-05-12", 18), benches=[low])
    (last,) = found.benches[0].room.spans[-1].placed
    spots = [(s.level, round(s.along_m, 2), round(s.across_m, 2)) for s in last.spots]
    # two strips of four on each level: 16 of 20 pots
    assert spots[3:6] == [(0, 0, 0.27), (0, 0.09, 0), (0, 0.09, 0.09)]
    assert spots[8] == (1, 0, 0)
    assert (len(spots), last.out) == (16, 4)


def test_what_was_tried_helps() -> None:
    """Into a frame for the last ten days; sown later as far as its 48 days allow."""
    crowd = planting("tomato", "2026-03-05", "2026-05-12", 72)
    early = planting("lettuce", "2026-05-03", "2026-06-03", 40)
    found = room(crowd, early, benches=[SHELF, FRAME])
    helps = {h.help: h for h in found.benches[0].helps}
    assert helps["later"].amount == 20  # 68 days from 5 March, 48 are usual
    with_two = room(crowd, benches=[SHELF | {"levels": 3}])
    assert with_two.benches[0].room.no_room == ()
    assert with_two.benches[0].helps == ()


def test_hours_outside_rise_and_stop_for_cold_nights() -> None:
    """Ten days, 1 to 10 hours; two nights of 3 °C cost a tomato two days."""
    cold = [
        {"id": gardens.uid(day), "on": day, "low_c": 3, "high_c": 15, "source": "typed"}
        for day in ("2026-05-07", "2026-05-08")
    ]
    file = gardens.garden_file(log={"weather": cold})
    weather = Stands(file.garden, file.log, date(2026, 5, 1), CATALOGUE).weather
    days = list(hardening(CATALOGUE.crop("tomato"), date(2026, 5, 15), weather))
    assert [d.hours for d in days] == [1, 2, 0, 0, 3, 4, 5, 6, 7, 8]
    assert [d.on for d in days if d.is_paused] == [date(2026, 5, 7), date(2026, 5, 8)]
    kale = hardening(CATALOGUE.crop("kale"), date(2026, 5, 15), weather)
    assert [d.hours for d in kale] == list(range(1, 11))


def jobs(day: str, *done: tuple[str, str], low_c: float | None = None) -> dict[str, Any]:
    """Due days and notes of what 24 tomatoes want, sown on 15 March, out on 15 May."""
    mine = planting("tomato", "2026-03-15", "2026-05-15", 24)
    tasks = [
        {"id": gardens.uid(on), "planting": gardens.uid("tomato"), "task": task, "on": on}
        for task, on in done
    ]
    cold = date.fromisoformat(day) + timedelta(1)
    nights = [{"id": gardens.uid("night"), "on": cold.isoformat(), "low_c": low_c, "high_c": 15}]
    file = gardens.garden_file(
        benches=[SHELF], places=[gardens.bed("bed", 30)], plantings=[mine],
        log={"tasks": tasks, "weather": nights if low_c is not None else []},
        preferences=gardens.with_jobs(),
    )  # fmt: skip
    made = gardens.plan_of(file.garden, file.log, date.fromisoformat(day))
    return {f"{one.task} {one.ordinal}": one for one in gardens.single(made).tasks}


def test_what_is_written_down_stands_among_the_jobs() -> None:
    """32 seeds in a tray of 40, 27 into pots of 9 cm on 12 April, out from 5 May on."""
    found = jobs("2026-03-10")
    assert {key: str(one.due_on) for key, one in found.items()} == {
        "sow_under_cover 1": "2026-03-15",
        "pot_on 1": "2026-04-12",
        "harden_off 1": "2026-05-05",
    }
    seeds = {q.name: q.value for q in found["sow_under_cover 1"].notes[0].numbers}
    assert (seeds["seeds"], seeds["trays"], seeds["tray_cells"]) == (32, 1, 40)
    pots = found["pot_on 1"]
    assert [(one.amount, one.unit) for one in pots.takes] == [(27, ""), (11.9, "L")]
    assert found["harden_off 1"].notes == ()  # it is March


def test_dead_seed_is_not_to_be_sown() -> None:
    mine = planting("tomato", "2026-03-15", "2026-05-15", 24, tested=20, sprouted=0)
    file = gardens.garden_file(benches=[SHELF], places=[gardens.bed("bed", 30)], plantings=[mine])
    made = gardens.plan_of(file.garden, today=date(2026, 3, 10))
    assert "sow_under_cover" not in {one.task for one in gardens.single(made).tasks}
    lost = one("tomato", "2026-03-15", "2026-05-15", 24, sown=30, came_up=5, lost=5)
    assert (lost.plants, [p.count for p in lost.pottings]) == (0, [30, 0])
    assert "seed_is_dead" in {one.key for one in room(mine).plantings[0].findings}


def test_the_hours_of_today_and_the_night_ahead() -> None:
    third = jobs("2026-05-07")["harden_off 1"]
    assert [(one.key, one.numbers[0].value) for one in third.notes] == [("raise_outside", 3)]
    cold = jobs("2026-05-07", low_c=1)["harden_off 1"]
    assert [one.key for one in cold.notes] == ["raise_outside", "raise_take_in"]


def test_what_was_done_is_done_and_planting_out_ends_it() -> None:
    found = jobs("2026-04-20", ("sow_under_cover", "2026-03-15"), ("pot_on", "2026-04-10"))
    assert str(found["pot_on 1"].done_on) == "2026-04-10"
    assert found["harden_off 1"].done is None
    after = jobs("2026-05-16", ("pot_on", "2026-04-10"))
    assert set(after) == {"pot_on 1"}


def test_counted_too_few() -> None:
    made = one("tomato", "2026-03-15", "2026-05-15", 20, sown=30, came_up=20)
    assert [f.key for f in made.findings] == ["too_few_came_up"]  # 18 of 20


@pytest.mark.parametrize(
    ("wrong", "key"),
    [
        ({"tested": 20}, "towel_is_two"),
        ({"tested": 20, "sprouted": 21}, "more_than_all"),
        ({"sown": 20, "came_up": 21}, "more_than_all"),
        ({"cell": {"value": 40, "unit": "L"}}, "pot_out_of_range"),
    ],
)
def test_what_cannot_be(wrong: dict[str, Any], key: str) -> None:
    with pytest.raises(ValidationError, match=key):
        Raising.model_validate(wrong)


def test_a_bench_that_is_not_there() -> None:
    with pytest.raises(ValidationError, match="no_such_thing"):
        room(planting("tomato", "2026-03-15", "2026-05-15", 6), benches=[FRAME])


def test_what_is_sown_where_it_stays_is_not_raised() -> None:
    sown = gardens.planting("kale", sown_on="2026-04-01", planted_on="2026-04-01",
                            sown_in_place=True)  # fmt: skip
    assert room(sown).plantings == ()


def _apart(one: Placed) -> bool:
    """Whether no two corners of what stands are nearer than its sides."""
    along, across = one.sides_m
    seen = {
        (s.level, round(s.along_m / along, 6), round(s.across_m / across, 6)) for s in one.spots
    }
    return len(seen) == len(one.spots)


@given(st.integers(1, 300), st.integers(20, 140), st.integers(10, 25), st.integers(2, 300))
def test_laws_of_pots(plants: int, days: int, warm_c: int, cm: int) -> None:
    """Pots follow one another without a gap; none stands on another, and a longer shelf helps."""
    out = date(2026, 3, 5) + timedelta(days)
    mine = planting("tomato", "2026-03-05", out.isoformat(), plants)
    small = SHELF | {"warm_c": warm_c, "length": gardens.measure(max(cm, 5), "cm")}
    large = small | {"length": gardens.measure(max(cm, 5) + 20, "cm")}
    found, wider = (room(mine, benches=[bench]) for bench in (small, large))
    pottings = found.plantings[0].pottings
    assert [p.until for p in pottings] == [*(p.since for p in pottings[1:]), out]
    assert all(p.since < p.until for p in pottings)
    left = [max((n.plants for n in f.benches[0].room.no_room), default=0) for f in (found, wider)]
    assert left[1] <= left[0] <= 2 * plants
    spans = [s for f in (found, wider) for s in f.benches[0].room.spans]
    assert all(_apart(one) for span in spans for one in span.placed)


def test_nothing_is_raised_in_a_bare_garden() -> None:
    empty = raising_room(Workings(gardens.garden(), Log(), date(2026, 3, 1), CATALOGUE))
    assert (empty.plantings, empty.benches) == ((), ())
