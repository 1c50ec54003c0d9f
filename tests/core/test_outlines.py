"""Outlines of every shape: ground by hand, and plants that keep inside and apart."""

from itertools import pairwise
from math import hypot, pi

import pytest
from hypothesis import given
from hypothesis import strategies as st
from pydantic import ValidationError

import gardens
from eznel import catalogue
from eznel.core import outlines, places
from eznel.core.document import (
    Bed,
    Ellipse,
    Feature,
    Log,
    LShape,
    Polygon,
    Row,
    Spacing,
    Trough,
    Tub,
)
from eznel.core.plan import measures
from eznel.core.quantities import Length
from eznel.core.season.workings import Workings


def metres(value: float) -> Length:
    return Length(value=value)


def polygon(*corners: tuple[float, float]) -> Polygon:
    return Polygon.model_validate(
        {"kind": "polygon", "corners": [{"x_m": x, "y_m": y} for x, y in corners]}
    )


OVAL = Ellipse(length=metres(4), width=metres(2))
ELL = LShape(length=metres(4), width=metres(3), notch_length=metres(2.5), notch_width=metres(1.8))
TRIANGLE = polygon((0, 0), (3, 0), (0, 2))


def ground(shape: object) -> float:
    bed = Bed.model_validate({**gardens.bed(), "shape": shape})
    return places.area(bed).value


def test_lines_run_along_the_length() -> None:
    """Two rows of a bed of 2 m, plants every 0.5 m: each from 0.25 to 1.75 m, 1.5 m long."""
    shape = Bed.model_validate(gardens.bed(length=2, width=1)).shape
    spacing = Spacing(pattern="rows", in_row=metres(0.5), between_rows=metres(0.5))
    assert outlines.lines_m(outlines.positions(shape, spacing)) == pytest.approx((1.5, 1.5))


def test_ground_by_hand() -> None:
    assert ground(OVAL) == pytest.approx(pi / 4 * 4 * 2)
    assert ground(ELL) == pytest.approx(4 * 3 - 2.5 * 1.8)  # 7.5
    assert ground(TRIANGLE) == pytest.approx(3 * 2 / 2)
    assert ground(Row(length=metres(6), width=metres(0.4))) == pytest.approx(2.4)


def test_a_trough_holds_nine_tenths_of_its_box() -> None:
    body = Trough(length=metres(0.8), width=metres(0.2), height=metres(0.25))
    tub = Tub.model_validate({**gardens.tub(), "shape": body})
    assert places.filled_volume(tub).value == pytest.approx(0.8 * 0.2 * 0.25 * 1000 * 0.9)  # 36 L
    assert places.area(tub).value == pytest.approx(0.16)


@pytest.mark.parametrize(
    ("corners", "key"),
    [
        (((0, 0), (2, 2), (2, 0), (0, 2)), "sides_cross"),  # a bow tie
        (((0, 0), (0.01, 0), (0, 0.01)), "outline_without_ground"),
        (((0, 0), (4, 0), (4, 3), (2, -1), (0, 3)), "sides_cross"),
    ],
)
def test_outlines_that_are_no_ground(corners, key) -> None:
    with pytest.raises(ValidationError, match=key):
        polygon(*corners)


def test_an_l_needs_a_smaller_corner() -> None:
    with pytest.raises(ValidationError, match="notch_too_large"):
        LShape(length=metres(2), width=metres(2), notch_length=metres(2), notch_width=metres(1))


def test_a_row_is_one_line_of_plants() -> None:
    spacing = Spacing(pattern="rows", in_row=metres(0.5), between_rows=metres(0.9))
    found = outlines.positions(Row(length=metres(5), width=metres(0.3)), spacing)
    assert len(found) == 10
    assert {point.y_m for point in found} == {0.0}


def test_an_l_leaves_its_missing_corner_free() -> None:
    spacing = Spacing(pattern="square", in_row=metres(0.5))
    found = outlines.positions(ELL, spacing)
    # 3 m hold 6 rows: the long arm, 1.2 m deep, 2 of 8 plants; beside it, 1.5 m wide, 4 of 3.
    assert len(found) == 2 * 8 + 4 * 3
    assert not [p for p in found if p.x_m > -2 + 1.5 and p.y_m < 1.5 - 1.2]


def from_sides(shape, point) -> float:
    """How far a point is from the nearest side of an outline."""
    corners = outlines.ring(shape)
    nearest = []
    for a, b in pairwise((*corners, corners[0])):
        dx, dy = b.x_m - a.x_m, b.y_m - a.y_m
        along = ((point.x_m - a.x_m) * dx + (point.y_m - a.y_m) * dy) / (dx * dx + dy * dy)
        along = min(max(along, 0), 1)
        nearest.append(hypot(point.x_m - a.x_m - along * dx, point.y_m - a.y_m - along * dy))
    return min(nearest)


@given(
    st.sampled_from((OVAL, ELL, TRIANGLE)),
    st.sampled_from(("square", "staggered")),
    st.floats(0.12, 0.8),
)
def test_plants_keep_inside_and_apart(shape, pattern, step) -> None:
    found = outlines.positions(shape, Spacing(pattern=pattern, in_row=metres(step)))
    for n, point in enumerate(found):
        assert from_sides(shape, point) >= step / 2 - 1e-6
        others = found[:n]
        assert all(hypot(p.x_m - point.x_m, p.y_m - point.y_m) >= step - 1e-6 for p in others)
        if shape is OVAL:
            assert (point.x_m / 2) ** 2 + point.y_m**2 < 1
        if shape is TRIANGLE:
            assert point.x_m > 0
            assert point.y_m > 0
            assert point.x_m / 3 + point.y_m / 2 < 1
    assert len(found) * step**2 * (0.87 if pattern == "staggered" else 1) <= ground(shape) * 1.02


def test_measures_are_those_of_the_plan() -> None:
    garden = gardens.garden(
        places=[gardens.bed(shape=ELL.model_dump()), gardens.tub("trough", 30, 4, per_line=2)],
        plantings=[gardens.planting("kale"), gardens.planting("leek", plants=500)],
    )
    whole = gardens.plan_of(garden)
    drawn = measures(garden.places[0], Workings(garden, Log(), gardens.TODAY, catalogue.load()))
    assert drawn.place == whole.places[0]
    assert {s.planting: (s.plants, s.fits, s.points, s.area_m2) for s in drawn.standing} == {
        p.id: (p.plants, p.fits, p.points, p.area_m2) for p in whole.plantings
    }
    assert (whole.places[1].tubs, whole.places[1].per_line) == (4, 2)


def test_a_path_has_a_width() -> None:
    path = {"id": gardens.uid("path"), "kind": "path", "points": [{"x_m": 0, "y_m": 0}] * 2}
    assert Feature.model_validate(path).width.m == 0.6
    with pytest.raises(ValidationError, match="side_out_of_range"):
        Feature.model_validate({**path, "width": gardens.measure(90, "m")})
