"""Areas, volumes, soil mass, and how many plants really fit."""

from math import hypot

import pytest
from hypothesis import given
from hypothesis import strategies as st

import gardens
from eznel.core import outlines, places
from eznel.core.document import Bed, Circle, Rectangle, Spacing, Tub
from eznel.core.errors import Impossible
from eznel.core.quantities import Length
from eznel.core.working import Origin


def metres(value: float) -> Length:
    return Length(value=value)


@pytest.mark.parametrize(
    ("pattern", "in_row", "between", "expected"),
    [
        ("square", 0.3, None, 12 * 4),  # 3.6 ÷ 0.3 by 1.2 ÷ 0.3
        ("rows", 0.3, 0.4, 12 * 3),
        ("rows", 0.5, 0.9, 7 * 1),  # 3.6 ÷ 0.5 = 7.2; 1.2 ÷ 0.9 = 1.3
        # staggered at 0.3: rows 0.26 m apart, (1.2 − 0.3) ÷ 0.26 + 1 = 4.5 → 4 rows of 12 and 11
        ("staggered", 0.3, None, 12 + 11 + 12 + 11),
        ("square", 1.3, None, 0),
    ],
)
def test_plants_in_a_bed(pattern, in_row, between, expected) -> None:
    bed = Rectangle(length=metres(3.6), width=metres(1.2))
    spacing = Spacing(
        pattern=pattern,
        in_row=metres(in_row),
        between_rows=metres(between) if between else None,
    )
    assert len(outlines.positions(bed, spacing)) == expected


patterns = st.sampled_from(("square", "staggered"))


@given(st.floats(0.5, 6), st.floats(0.5, 3), patterns, st.floats(0.15, 1))
def test_plants_keep_inside_and_apart(length, width, pattern, step) -> None:
    spacing = Spacing(pattern=pattern, in_row=metres(step))
    for shape in (
        Rectangle(length=metres(length), width=metres(width)),
        Circle(diameter=metres(length)),
    ):
        points = outlines.positions(shape, spacing)
        half = step / 2 - 1e-6
        for point in points:
            if isinstance(shape, Circle):
                assert hypot(point.x_m, point.y_m) + half <= length / 2 + 1e-6
            else:
                assert abs(point.x_m) + half <= length / 2 + 1e-6
                assert abs(point.y_m) + half <= width / 2 + 1e-6
        for a in range(min(len(points), 25)):
            for b in range(a):
                apart = hypot(points[a].x_m - points[b].x_m, points[a].y_m - points[b].y_m)
                assert apart >= step - 1e-6


@given(st.floats(0.5, 6), patterns, st.floats(0.15, 1))
def test_never_more_plants_than_by_area(across, pattern, step) -> None:
    spacing = Spacing(pattern=pattern, in_row=metres(step))
    one = places.plant_area(spacing).value
    bed = Bed.model_validate(gardens.bed(length=across, width=across))
    most = places.most_by_area(area_m2=places.area(bed).value, plant_area_m2=one)
    assert len(outlines.positions(bed.shape, spacing)) <= most


def test_soil_mass() -> None:
    # 15 cm at 1.33 g/mL: 199.5 kg/m², so that 1 mg/kg is 0.2 g/m²
    mass = places.soil_mass(depth_m=0.15, density_g_ml=1.33, origin=Origin.MEASURED)
    assert mass.value == pytest.approx(199.5)
    with pytest.raises(Impossible) as refused:
        places.soil_mass(depth_m=0, density_g_ml=1.3, origin=Origin.MEASURED)
    assert refused.value.field == "depth"


@pytest.mark.parametrize(
    ("top", "bottom", "height", "litres"),
    [
        (0.4, 0.4, 0.35, 39.58),  # a cylinder: π ÷ 4 × 0.4² × 0.35 × 1000 × 0.9
        (0.4, 0.2, 0.35, 23.09),  # π × 0.35 ÷ 12 × (0.16 + 0.08 + 0.04) × 1000 × 0.9
    ],
)
def test_tub_volume(top, bottom, height, litres) -> None:
    sides = {"top": top, "bottom": bottom, "height": height}
    shape = {"kind": "frustum"} | {side: gardens.measure(m, "m") for side, m in sides.items()}
    tub = Tub.model_validate(gardens.tub(shape=shape))
    assert places.filled_volume(tub).value == pytest.approx(litres, abs=0.05)


def test_dosed_area_is_the_plants_own() -> None:
    # cabbage: 19 plants at 0.225 m² in a bed of 4.32 m²
    area = places.dosed_area(place_area_m2=4.32, plants=19, plant_area_m2=0.225)
    assert area.value == pytest.approx(4.275)
    assert places.dosed_area(place_area_m2=4.32, plants=40, plant_area_m2=0.225).value == 4.32


def test_plantings_share_a_bed_in_strips() -> None:
    """Two crops side by side: their grounds together are the bed, their plants do not mix."""
    garden = gardens.garden(
        places=[gardens.bed(length=4, width=1)],
        plantings=[
            gardens.planting("kale", name="a", plants=40),
            gardens.planting("leek", name="b", plants=400),
        ],
    )
    kale, leek = sorted(gardens.plan_of(garden).plantings, key=lambda p: p.crop)
    assert kale.area_m2 + leek.area_m2 == pytest.approx(4.0)
    assert max(p.x_m for p in kale.points) < min(p.x_m for p in leek.points) + 0.45


@pytest.mark.parametrize(("litres", "key"), [(10, "tub_too_small"), (25, "tub_tight"), (35, "")])
def test_room_in_a_tub(litres, key) -> None:
    # a tomato: 30 L comfortable, 18 L bare
    garden = gardens.garden(
        places=[gardens.tub(litres=litres)],
        plantings=[gardens.planting("tomato", "tub", plants=1)],
    )
    keys = {finding.key for finding in gardens.single(gardens.plan_of(garden)).findings}
    assert (key in keys) if key else not keys & {"tub_too_small", "tub_tight"}
