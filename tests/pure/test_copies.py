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


def test_one_more_on_the_plot_is_not_raised_yet(ask) -> None:
    raised: dict[str, Any] = gardens.planting("tomato", sown_on="2026-03-10") | {
        "raising": {"seed_year": 2024, "sown": 40}
    }
    (here,) = ask("plot.againOf(x, '2026-05-01')", raised)
    assert here["raising"] is None
