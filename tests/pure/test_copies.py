"""A place or a planting again: what is copied, and what belonged to the first alone."""

from typing import Any

import gardens


def test_another_bed_is_named_on_and_lies_apart(ask) -> None:
    first, second = (gardens.bed(name, y_m=0.6) for name in ("Bed 1", "Bed 2"))
    (made,) = ask("plot.anotherOf(x[0], x)", [first, second])
    assert made["name"] == "Bed 3"
    assert made["id"] not in (first["id"], second["id"])
    assert made["shape"] == first["shape"]
    assert made["y_m"] == 2.4  # 1.8 m below the lowest


def test_a_new_bed_is_as_big_as_the_last(ask) -> None:
    small = gardens.bed("small", length=1, width=0.5)
    made, usual = ask("plot.newBed(x)", [gardens.bed(), small], [])
    assert (made["shape"]["length"], made["shape"]["width"]) == (
        gardens.measure(1, "m"),
        gardens.measure(0.5, "m"),
    )
    assert usual["shape"]["length"] == gardens.measure(2.4, "m")


def test_a_planting_again_has_no_past(ask) -> None:
    leek: dict[str, Any] = gardens.planting("leek") | {
        "variety": "Sutor", "sown_on": "2026-02-01", "kept_since": "2026-04-01", "had": "fed",
    }  # fmt: skip
    (again,) = ask("plot.againOf(x, '2026-05-01')", leek)
    assert (again["crop"], again["variety"], again["planted_on"]) == (
        "leek", "Sutor", "2026-05-01",
    )  # fmt: skip
    assert [again[name] for name in ("sown_on", "kept_since", "had", "ends_on")] == [None] * 4
    assert again["id"] != leek["id"]


def test_a_year_on_keeps_the_shelf_and_the_seed_and_counts_anew(ask) -> None:
    known = {"bench": gardens.uid("shelf"), "seed_year": 2024, "survival_pct": 80}
    counted = {"tested": 20, "sprouted": 17, "sown": 40, "came_up": 33,
               "roots_seen_on": "2026-04-10", "given_away": 2, "lost": 1}  # fmt: skip
    tomato: dict[str, Any] = gardens.planting("tomato", sown_on="2026-03-10") | {
        "raising": known | counted
    }
    (later,) = ask("season.aYearOn(x, '2026-06-01')", tomato)
    assert (later["sown_on"], later["planted_on"]) == ("2027-03-10", "2027-05-12")
    assert {name: later["raising"][name] for name in known} == known
    anew = dict.fromkeys(counted) | {"given_away": 0, "lost": 0}
    assert {name: later["raising"][name] for name in counted} == anew
    (here,) = ask("plot.againOf(x, '2026-05-01')", tomato)
    assert here["raising"] is None
