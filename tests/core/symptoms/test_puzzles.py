"""Twenty-odd troubles as growers bring them: who is named, by what odds, and what is done."""

import tomllib
from pathlib import Path
from typing import Any

import pytest

from eznel import catalogue
from eznel.core.symptoms.checking import verdict
from eznel.core.symptoms.odds import Case, Suspect, suspects

ROWS = catalogue.load()
SYMPTOMS = ROWS.symptoms
FILE = Path(__file__).parents[2] / "data" / "puzzles.toml"
PUZZLES = tomllib.loads(FILE.read_text(encoding="utf-8"))["puzzle"]


def case_of(puzzle: dict[str, Any], **more: Any) -> Case:
    return Case(
        crop=ROWS.crop(puzzle["crop"]),
        stage=puzzle["stage"],
        signs=tuple(puzzle["signs"]),
        facts=puzzle["facts"],
        **more,
    )


def ranked(case: Case) -> tuple[Suspect, ...]:
    return suspects(case, SYMPTOMS)


def share(of: tuple[Suspect, ...], cause: str) -> float:
    return next(one.share for one in of if one.cause == cause)


def test_there_are_twenty_of_them() -> None:
    assert len(PUZZLES) >= 20


@pytest.mark.parametrize("puzzle", PUZZLES, ids=lambda p: p["name"])
def test_the_puzzle_is_solved(puzzle: dict[str, Any]) -> None:
    case = case_of(puzzle)
    of = ranked(case)
    found = verdict(case, of, SYMPTOMS)
    assert [one.cause for one in found.named] == puzzle["named"]
    assert found.answer == puzzle["answer"]
    first = puzzle["named"][0]
    assert share(of, first) / share(of, puzzle["second"]) == pytest.approx(puzzle["odds"], rel=1e-4)
    assert share(of, puzzle["second"]) == pytest.approx(of[1].share)  # nobody is in between
    if "check" in puzzle:
        assert found.check == puzzle["check"]


def puzzle_of(name: str) -> dict[str, Any]:
    found: dict[str, Any] = next(one for one in PUZZLES if one["name"] == name)
    return found


def test_the_check_decides() -> None:
    puzzle = puzzle_of("the same in a small tub that nobody watered by the book")
    # Dry at the edge: 108 x 8 = 864 against 72; moist there: 108 x 0.4 = 43.2 against 72.
    dry = ranked(case_of(puzzle, checked={"dig": "dry"}))
    assert dry[0].cause == "dryness"
    assert share(dry, "dryness") / share(dry, "small_pot") == pytest.approx(12)
    case = case_of(puzzle, checked={"dig": "moist"})
    moist = ranked(case)
    assert moist[0].cause == "small_pot"
    assert share(moist, "small_pot") / share(moist, "dryness") == pytest.approx(72 / 43.2)
    assert verdict(case, moist, SYMPTOMS).check != "dig"  # what was done is not asked for again


def test_what_turned_out_here_moves_the_odds() -> None:
    puzzle = puzzle_of("tomatoes like ferns, nobody counted")
    before = ranked(case_of(puzzle))
    common = {one.cause: one.in_100 for one in before}
    # Three times residue: (20 x p + 3) / 23 for it, 20 x p / 23 for the others.
    after = ranked(case_of(puzzle, found={"residue": 3}))
    p = common["residue"] / 100
    now = next(one for one in after if one.cause == "residue")
    assert now.in_100 == pytest.approx(100 * (20 * p + 3) / 23)
    virus = next(one for one in after if one.cause == "virus")
    assert virus.in_100 == pytest.approx(20 * common["virus"] / 23)
    assert after[0].cause == "residue"


def test_nothing_seen_leaves_what_is_common() -> None:
    of = ranked(Case(crop=ROWS.crop("carrot"), stage="harvest", signs=()))
    assert sum(one.share for one in of) == pytest.approx(1)
    assert all(one.share == pytest.approx(one.in_100 / 100) for one in of)
    assert {one.cause for one in of[:3]} == {"forked_ground", "root_flies", "dryness"}


def test_what_nothing_explains_is_something_else() -> None:
    # Three signs that have nothing to do with each other: 10 x 0.5^3 = 1.25 against, of powdery
    # mildew on courgettes, 16 x 30 x 0.2 x 0.2 = 19.2: one clear sign outweighs two odd ones.
    crop = ROWS.crop("courgette")
    seen = ("old_white_powder", "stem_cut", "root_brown")
    of = ranked(Case(crop=crop, stage="harvest", signs=seen))
    assert of[0].cause == "powdery_mildew"
    assert share(of, "powdery_mildew") / share(of, "something_else") == pytest.approx(19.2 / 1.25)
