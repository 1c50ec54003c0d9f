"""Stock for a proportioner: strength, tanks, and what does not dissolve."""

import pytest

import gardens
from eznel.core.plan.result import JobView

NITRATE = gardens.product("nitrate", "soluble", N=15.5, CaO=26.5, material="calcium_nitrate")
SULPHATE = gardens.product("sulphate", "soluble", K2O=50, S=18, material="potassium_sulphate")


def feeds(**preferences: object) -> list[JobView]:
    made = gardens.garden(
        places=[gardens.tub(litres=35, count=2)],
        plantings=[gardens.planting("tomato", "tub", plants=2)],
        products=[NITRATE, SULPHATE],
        scoops=[gardens.scoop("pinch", 0.5), gardens.scoop("half", 2.5)],
        preferences=preferences,
    )
    return gardens.jobs(gardens.single(gardens.plan_of(made)), "feed")


def test_without_a_proportioner_there_is_no_concentrate() -> None:
    assert all(job.concentrates == () for job in feeds())


def test_a_ratio_of_16_is_17_times_as_strong() -> None:
    job = next(job for job in feeds(proportioner=16) if job.mixes)
    (mix, *_), (tank,) = job.mixes, job.concentrates
    feed_l = mix.water_l * mix.portions
    assert tank.litres == pytest.approx(feed_l / 17)
    grams = sum(line.grams for line in mix.lines) * mix.portions
    assert sum(tank.grams.values()) == pytest.approx(grams)
    assert tank.g_l == pytest.approx(grams / feed_l * 17)


def test_two_tanks_keep_calcium_from_sulphate() -> None:
    """In one can they never meet; as two concentrates they may, each in a tank of its own."""
    single = feeds(proportioner=16)
    assert all(len(job.mixes[0].taken) == 1 for job in single if job.mixes)
    both = [job for job in feeds(proportioner=16, tanks=2) if len(job.concentrates) == 2]
    assert both
    for job in both:
        calcium, rest = job.concentrates
        assert (calcium.name, rest.name) == ("A", "B")
        assert [str(p) for p in calcium.grams] == [NITRATE["id"]]
        assert [str(p) for p in rest.grams] == [SULPHATE["id"]]


def test_a_concentrate_that_does_not_dissolve_says_so() -> None:
    """Potassium sulphate dissolves to about 110 g in a litre: at 1:16 a gram a litre is 17 g, at
    1:500 it would be 501 g."""

    def with_sulphate(ratio: int) -> list[bool | None]:
        return [
            tank.dissolves
            for job in feeds(proportioner=ratio, tanks=2)
            for tank in job.concentrates
            if SULPHATE["id"] in {str(p) for p in tank.grams}
        ]

    assert set(with_sulphate(16)) == {True}
    assert False in with_sulphate(500)
