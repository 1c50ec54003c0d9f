"""Each cap where it decides, and what a portion is. A level scoop of 1 mL is 1 g throughout."""

from math import floor

import pytest

import gardens
from eznel import catalogue
from eznel.core.mixing.portions import to_a_mark_l
from eznel.core.plan.result import JobView, PlantingPlan
from eznel.core.quantities import Volume

GRAM = gardens.scoop("gram", 1)
SPOON = gardens.scoop("spoon", 10)


def planned(*products, scoops=(GRAM, SPOON), **more) -> PlantingPlan:
    parts = {
        "places": [gardens.bed()],
        "plantings": [gardens.planting("cucumber", plants=8)],
        "products": list(products),
        "scoops": list(scoops),
    }
    return gardens.single(gardens.plan_of(gardens.garden(**(parts | more))))


def feeds(planting: PlantingPlan) -> list[JobView]:
    return [job for job in gardens.jobs(planting, "feed") if job.mixes]


def product_g_l(job: JobView) -> float:
    mix = job.mixes[0]
    return sum(line.grams for line in mix.lines) / mix.water_l


def test_label_strength() -> None:
    strong = gardens.product("n", "soluble", N=10)
    weak = strong | {"max_strength": gardens.measure(0.5, "g/L")}
    assert max(product_g_l(job) for job in feeds(planned(strong))) > 0.5
    for job in feeds(planned(weak)):
        # whole grams in a can: the most that stays at or below half a gram a litre
        assert product_g_l(job) <= 0.5
        assert job.mixes[0].lines[0].grams == floor(0.5 * job.mixes[0].water_l)


def test_label_rate() -> None:
    """A dressing of 3.6 g N/m² wants 36 g/m² of a 10 % product; the label allows 20."""
    bag = gardens.product("n", N=10, max_rate=gardens.measure(20, "g/m2"))
    planting = planned(
        bag, plantings=[gardens.planting("courgette", plants=4, programme="base_and_side_dress")]
    )
    assert planting.area_m2 == pytest.approx(3.2)  # 4 × 0.8 m × 1 m
    for job in gardens.jobs(planting, "dressing"):
        grams = sum(line.grams for line in job.mixes[0].lines) * job.mixes[0].portions
        assert 60 < grams <= 64  # 20 × 3.2 = 64, in spoons of 10 g and grams
        assert "mix_misses" in [f.key for f in job.findings]


def test_salty_water_leaves_little_room() -> None:
    feed = gardens.product("nk", "soluble", N=10, K2O=10)
    fresh = planned(feed, site=gardens.site(water_ec_ds_m=0.2))
    salty = planned(feed, site=gardens.site(water_ec_ds_m=2.4))
    brine = planned(feed, site=gardens.site(water_ec_ds_m=3.0))
    assert max(job.mixes[0].ec_ds_m for job in feeds(fresh)) <= 2.5
    # a gram in a litre: 50 mg ammonium-N ÷ 14 + 83 mg K ÷ 39.1 = 5.69 meq, 0.569 dS/m;
    # 2.5 − 2.4 = 0.1 dS/m leave 0.176 g/L
    assert feeds(salty)
    assert all(product_g_l(job) <= 0.1761 for job in feeds(salty))
    assert feeds(brine) == []


def test_young_plants_get_half_strength() -> None:
    feed = gardens.product("n", "soluble", N=10)
    planting = planned(
        feed,
        site=gardens.site(low=14, high=15),  # 2.5 degree days a day: settles in for 20 days
        places=[gardens.tub(litres=40)],
        plantings=[gardens.planting("cucumber", "tub", plants=2)],
    )
    young = [job for job in feeds(planting) if job.stage == "transplant_establishment"]
    assert young
    assert all(job.mixes[0].n_mg_l <= 100 for job in young)
    assert max(job.mixes[0].n_mg_l for job in feeds(planting)) > 100


def test_phosphorus_that_comes_along_never_starves_a_crop() -> None:
    """Untested, so enough: the harvest takes 0.27 g/kg × 5 kg/m² × 3.2 m² = 4.3 g. With 1:0.44 of
    nitrogen to phosphorus a season of nitrogen brings more, and is given all the same.
    """
    only = planned(gardens.product("np", "soluble", N=12, P2O5=12))
    assert only.needs[1].total_g == 0
    assert only.needs[0].supplied_g >= 0.9 * only.needs[0].total_g
    came = sum(job.brings_g["P"] for job in only.jobs)
    assert 4.32 < came <= 10 * 4.32
    said = next(f for f in only.findings if f.key == "phosphorus_along")
    assert [q.value for q in said.numbers] == pytest.approx([came, came - 4.32])
    # where something else feeds it as well, thrift decides
    both = planned(
        gardens.product("np", "soluble", N=12, P2O5=12), gardens.product("n", "soluble", N=15)
    )
    assert both.needs[0].supplied_g >= 0.9 * both.needs[0].total_g
    assert sum(job.brings_g["P"] for job in both.jobs) <= 4.32


def test_a_dressing_may_not_salt_the_soil() -> None:
    """Sand 5 cm deep at 1.4 g/mL holds 28 L/m² at saturation: 1 dS/m is 28 g of a salt at 1 g/L."""
    bag = gardens.product("potash", K2O=50, material="potassium_sulphate")  # 1.5 dS/m
    bed = gardens.bed(depth=gardens.measure(5, "cm"), density=gardens.measure(1.4, "g/mL"))
    planting = planned(
        bag,
        places=[bed],
        plantings=[gardens.planting("kale", plants=16, programme="base_and_side_dress")],
        reports=[gardens.report(values={"K": 10})],
    )
    for job in planting.jobs:
        for mix in job.mixes:
            grams = sum(line.grams for line in mix.lines) * mix.portions
            assert grams * 1.5 / (0.4 * 70 * planting.area_m2) <= 1.0


@pytest.mark.parametrize(
    ("form", "kinds"),
    [
        ("granular", {"base", "dressing", "feed"}),  # sprinkled, for want of a soluble feed
        ("organic", {"base", "dressing", "feed"}),  # scratched in, likewise
        ("coated", {"base"}),
        ("soluble", {"dressing", "feed"}),
        ("liquid", {"feed"}),
    ],
)
def test_what_can_be_used_for_what(form: str, kinds: set[str]) -> None:
    bag = gardens.product("n", form, N=8, **({"release_days": 100} if form == "coated" else {}))
    used = {
        job.kind
        for school in ("base_and_side_dress", "leaf_then_fruit")
        for job in planned(
            bag, plantings=[gardens.planting("tomato", plants=6, programme=school)]
        ).jobs
        if job.mixes
    }
    assert used == kinds


def test_soluble_salts_without_nitrogen_may_go_in_before_planting() -> None:
    planting = planned(gardens.product("k", "soluble", K2O=50))
    assert gardens.jobs(planting, "base")[0].mixes
    quick = planned(gardens.product("nk", "soluble", N=10, K2O=40))
    assert gardens.jobs(quick, "base") == []  # the feeds bring its potassium
    assert quick.needs[2].supplied_g >= 0.9 * quick.needs[2].total_g


def test_a_large_bed_is_dressed_in_equal_parts() -> None:
    """40 m² at 8.3 g K/m² is 332 g, 800 g of sulphate of potash; twelve spoons are 120 g."""
    planting = planned(
        gardens.product("k", K2O=50),
        places=[gardens.bed(length=20, width=2)],
        plantings=[gardens.planting("cucumber", plants=200)],
    )
    mix = gardens.jobs(planting, "base")[0].mixes[0]
    # the season's potassium at medium: 8 g K₂O × 40 m² = 320 g, so 640 g of product: 6 parts
    assert (mix.portion, mix.portions) == ("part", 6)
    assert sum(line.count for line in mix.lines) <= 12


def test_slow_feed_is_mixed_through_each_tub() -> None:
    coated = gardens.product("coated", "coated", N=15, K2O=10, release_days=120)
    planting = planned(
        coated,
        places=[gardens.tub(litres=35, count=3)],
        plantings=[gardens.planting("tomato", "tub", plants=3, programme="base_and_side_dress")],
    )
    (base,) = gardens.jobs(planting, "base")
    mix = base.mixes[0]
    assert (mix.portion, mix.portions) == ("tub", 3)
    # 0.4 of the nitrogen; only what is released before the stop counts
    assert base.need_g["N"] == pytest.approx(0.4 * gardens.need(planting, "N"))
    assert mix.brings_g.n <= mix.totals_g.n


def test_cans_are_the_grower_s_own() -> None:
    feed = gardens.product("n", "soluble", N=10)
    for can in (5, 12):
        planting = planned(feed, preferences={"can": gardens.measure(can, "L")})
        assert all(job.mixes[0].water_l <= can for job in feeds(planting))
        assert all(
            job.mixes[0].portions * job.mixes[0].water_l
            == pytest.approx(job.mixes[0].per_plant_l * 8)
            for job in feeds(planting)
        )


def test_water_for_a_plant_in_the_ground() -> None:
    feed = gardens.product("n", "soluble", N=10)
    wide = planned(feed, plantings=[gardens.planting("courgette", plants=4)])
    # a courgette stands on 0.8 m²: up to 8 L, and never less than half a litre
    litres = [job.mixes[0].per_plant_l for job in feeds(wide)]
    assert all(0.5 <= each <= 8 for each in litres)
    assert max(litres) > 2
    # a leek takes 15 g/m² × 0.0525 m² in about 8 feeds: 0.1 g each, two thirds of a litre; cans
    # are filled up to a mark, which is an eighth more at most
    small = planned(feed, plantings=[gardens.planting("leek", plants=60)])
    assert all(0.5 <= job.mixes[0].per_plant_l <= 0.9 * 1.12 for job in feeds(small))


def test_reasons_for_no_mix() -> None:
    def reasons(planting: PlantingPlan) -> set[str]:
        return {f.key for job in planting.jobs for f in job.findings}

    assert reasons(planned()) == {"shed_is_empty"}
    assert reasons(planned(gardens.product("n", N=10))) >= {"sprinkled"}
    starting = gardens.planting("cucumber", sown_on="2026-04-20", plants=8)
    assert "only_spread" in reasons(planned(gardens.product("n", N=10), plantings=[starting]))
    assert "no_product_for_job" in reasons(planned(gardens.product("p", "soluble", P2O5=50)))
    assert reasons(planned(gardens.product("n", "soluble", N=10), scoops=())) == {"no_scoops"}
    bucket = gardens.scoop("bucket", 9000)
    strong = gardens.product("n", "soluble", N=30)
    assert "refused_strength_n" in reasons(planned(strong, scoops=(bucket,)))


def test_prices_choose_the_cheapest() -> None:
    def at(name: str, price: float):
        pack = {"amount": price, "pack": gardens.measure(1, "kg")}
        return gardens.product(name, "soluble", N=10, price=pack)

    planting = planned(at("dear", 20), at("cheap", 2))
    job = feeds(planting)[0]
    best = job.mixes[0]
    assert {str(line.product) for line in best.lines} == {gardens.uid("cheap")}
    grams = sum(line.grams for line in best.lines) * best.portions
    assert best.cost == pytest.approx(grams * 2 / 1000)


def test_ammonium_in_a_tub_is_held_to_a_share_of_the_nitrogen() -> None:
    """Beside nitrate it may be two fifths of the nitrogen, less in cold. Alone it is refused while
    roots are cool, and given weak while they are warm."""
    urea = gardens.product("urea", "soluble", N=46, nitrogen={"urea_pct": 46})
    nitrate = gardens.product("nitrate", "soluble", N=14, nitrogen={"nitrate_pct": 14})
    silent = gardens.product("silent", "soluble", N=20)
    tub = {
        "places": [gardens.tub(litres=40)],
        "plantings": [gardens.planting("tomato", "tub", plants=1)],
        "scoops": [gardens.scoop("pinch", 0.2), GRAM],
    }

    def urea_shares(*products, **more) -> list[float]:
        shares = []
        for job in feeds(planned(*products, **(tub | more))):
            by = {str(line.product): line.grams for line in job.mixes[0].lines}
            from_urea = 0.46 * by.get(gardens.uid("urea"), 0)
            shares.append(from_urea / (from_urea + 0.14 * by.get(gardens.uid("nitrate"), 0)))
        return shares

    assert feeds(planned(urea, **tub)) == []  # 16 °C
    warm = feeds(planned(urea, **tub, site=gardens.site(low=16, high=26)))  # 21 °C
    assert warm
    assert max(job.mixes[0].n_mg_l for job in warm) <= 100 + 1e-9
    assert all("ammonium_rich" in {f.key for f in job.findings} for job in warm)
    assert feeds(planned(silent, **tub))  # a label that says nothing is not refused
    assert max(urea_shares(urea, nitrate)) <= 0.4 + 1e-9  # 16 °C
    cold = gardens.site(low=9, high=17)  # 13 °C
    assert max(urea_shares(urea, nitrate, site=cold)) <= 0.2 + 1e-9
    assert feeds(planned(urea))  # on the ground microbes turn it soon enough


@pytest.mark.parametrize(
    ("wanted_l", "can", "filled_l"),
    [
        (6.48, (9, "L"), 6.5),
        (8.29, (9, "L"), 8.5),
        (3.78, (9, "L"), 4.0),
        (8.8, (8.9, "L"), 8.9),  # never above its brim
        (1.05, (9, "L"), 1.1),  # a half or a quarter of a litre more would thin it by a seventh
        (0.012, (9, "L"), 0.012),  # no mark is near
        (7.3, (2, "gal_us"), 7.57082),  # two gallons: 1.93 is nearer to it than to one and a half
        (0.9, (2, "gal_us"), 0.9),  # 0.24 gal; 0.3 would be a quarter more
    ],
)
def test_a_can_is_filled_to_a_mark(
    wanted_l: float, can: tuple[float, str], filled_l: float
) -> None:
    volume = Volume.model_validate({"value": can[0], "unit": can[1]})
    no_measure = 0.137  # of half a litre, as of any mark, a share that nobody can pour
    assert to_a_mark_l(wanted_l, volume, no_measure) == pytest.approx(filled_l, rel=1e-5)


@pytest.mark.parametrize(
    ("wanted_l", "cans", "plants", "filled_l"),
    [
        (8.29, 4, 6, 9.0),  # 4 × 8.5 are 5.67 L to each, 4 × 9 are 6
        (7.9, 1, 8, 8.0),  # a litre to each
        (4.5, 2, 4, 5.0),  # 4.5 are 2.25 L to each, 5 are 2.5
        (8.0, 2, 7, 8.0),  # 17.5 L would be 2.5 to each, but 8.75 is no mark that people fill to
    ],
)
def test_of_marks_that_are_near_one_that_each_plant_shares_is_better(
    wanted_l: float, cans: int, plants: int, filled_l: float
) -> None:
    can = Volume.model_validate({"value": 9, "unit": "L"})
    assert to_a_mark_l(wanted_l, can, cans / plants) == pytest.approx(filled_l)


def test_what_comes_along_with_calcium_alone_has_its_share_of_the_season() -> None:
    """The base wants 8 g/m² of calcium alone; the season still wants potassium, so it may come."""
    school = next(iter(catalogue.load().programmes.values())).model_dump(mode="json")
    school |= {
        "key": "our_school",
        "name": "Our school",
        "calcium": "supplement_at_planting",
        "base_n_share": 0.0,
        "base_p_share": 0.0,
        "base_k2o_max_g_m2": 0.0,
    }
    planting = planned(
        gardens.product("chalk and potash", K2O=8, CaO=15),
        programmes=[school],
        plantings=[gardens.planting("cucumber", plants=8, programme="our_school")],
    )
    (base,) = gardens.jobs(planting, "base")
    assert base.need_g.k == 0
    assert base.mixes[0].brings_g.ca == pytest.approx(base.need_g.ca, rel=0.1)
    assert base.mixes[0].totals_g.k < 1.1 * gardens.need(planting, "K")  # and not 3 times as much
