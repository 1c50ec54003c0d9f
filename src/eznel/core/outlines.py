"""Outlines in the plane: how far they reach, what they enclose, and how plants stand in them.

Every plant keeps half its spacing from the edge. A curve is taken as a ring of many sides inside
it, so a plant is never nearer to the true edge than it should be.
"""

from collections.abc import Iterable
from dataclasses import dataclass
from functools import lru_cache
from math import cos, floor, pi, sin, sqrt
from typing import NamedTuple

import numpy as np
from numpy.typing import NDArray

from eznel.core.document import (
    Circle,
    Ellipse,
    LShape,
    Outline,
    Polygon,
    Rectangle,
    Row,
    Spacing,
)

_LEAST_EPS = 1e-9
_RING_SIDES = 72


@dataclass(frozen=True, slots=True)
class Point:
    """A spot, from the middle of its place. [m]"""

    x_m: float
    y_m: float


def ring(shape: Outline) -> tuple[Point, ...]:
    """Return the corners of an outline; of a curve, those of a ring of many sides within it.

    Parameters
    ----------
    shape : Outline
        Any bed's outline.

    Returns
    -------
    tuple of Point
        In order, the first not repeated. [m]
    """
    length, width = extent_m(shape)
    a, b = length / 2, width / 2
    match shape:
        case Polygon(corners=corners):
            return tuple(Point(corner.x_m, corner.y_m) for corner in corners)
        case Circle() | Ellipse():
            angles = (2 * pi * n / _RING_SIDES for n in range(_RING_SIDES))
            return tuple(Point(a * cos(angle), b * sin(angle)) for angle in angles)
        case LShape(notch_length=along, notch_width=across):
            x, y = a - along.m, b - across.m
            ell = ((-a, -b), (x, -b), (x, -y), (a, -y), (a, b), (-a, b))
            return tuple(Point(*corner) for corner in ell)
        case _:
            return Point(-a, -b), Point(a, -b), Point(a, b), Point(-a, b)


class Extent(NamedTuple):
    """Length and width of the rectangle around an outline, unturned. [m]"""

    length_m: float
    width_m: float


def extent_m(shape: Outline) -> Extent:
    """Return how far an outline reaches along and across.

    Parameters
    ----------
    shape : Outline
        Any bed's outline.

    Returns
    -------
    Extent
        Length and width of the rectangle around it, unturned. [m]
    """
    match shape:
        case Circle(diameter=across):
            return Extent(across.m, across.m)
        case Polygon(corners=corners):
            xs = [corner.x_m for corner in corners]
            ys = [corner.y_m for corner in corners]
            return Extent(max(xs) - min(xs), max(ys) - min(ys))
        case _:
            return Extent(shape.length.m, shape.width.m)


def twice_area_m2(shape: Polygon) -> float:
    """Return twice the ground within a polygon, by its corners taken in order.

    Parameters
    ----------
    shape : Polygon
        The outline.

    Returns
    -------
    float
        Sum of x × next y − next x × y, without its sign. [m²]
    """
    corners = shape.corners
    after = (*corners[1:], corners[0])
    return abs(sum(a.x_m * b.y_m - b.x_m * a.y_m for a, b in zip(corners, after, strict=True)))


class Steps(NamedTuple):
    """From plant to plant, and from row to row. [m]"""

    in_row_m: float
    between_m: float


def steps_m(spacing: Spacing) -> Steps:
    """Return the distance from plant to plant, and from row to row.

    Parameters
    ----------
    spacing : Spacing
        Pattern and distances.

    Returns
    -------
    Steps
        In the row and between rows. [m]
    """
    step = spacing.in_row.m
    if spacing.pattern == "staggered":
        return Steps(step, step * sqrt(3) / 2)
    if spacing.pattern == "rows" and spacing.between_rows is not None:
        return Steps(step, spacing.between_rows.m)
    return Steps(step, step)


@lru_cache(maxsize=4096)
def positions(shape: Outline, spacing: Spacing) -> tuple[Point, ...]:
    """Return where plants stand so that each keeps half its spacing from the edge.

    Parameters
    ----------
    shape : Outline
        The bed's outline.
    spacing : Spacing
        Pattern and distances.

    Returns
    -------
    tuple of Point
        As many as fit, row by row; rows run along the length. [m]
    """
    step, row = steps_m(spacing)
    staggered = spacing.pattern == "staggered"
    match shape:
        case Row(length=length):
            return _in_rectangle(length.m, row, step, row, False)
        case Rectangle(length=length, width=width):
            return _in_rectangle(length.m, width.m, step, row, staggered)
        case Circle(diameter=across):
            return _in_circle(across.m / 2, step, row, staggered)
        case _:
            return _in_ring(ring(shape), step, row, staggered)


def lines_m(points: Iterable[Point]) -> tuple[float, ...]:
    """Return how long the lines are that plants stand in; rows run along the length.

    Parameters
    ----------
    points : iterable of Point
        Where they stand. [m]

    Returns
    -------
    tuple of float
        Of each line from its first plant to its last. [m]
    """
    rows: dict[float, list[float]] = {}
    for point in points:
        rows.setdefault(round(point.y_m, 3), []).append(point.x_m)
    return tuple(max(row) - min(row) for row in rows.values())


def _in_rectangle(
    length: float, width: float, step: float, row: float, staggered: bool
) -> tuple[Point, ...]:
    # Staggered rows nest, so only the outermost two need half a spacing beside them.
    rows = floor((width - step) / row + _LEAST_EPS) + 1 if staggered else floor(width / row + 1e-9)
    if rows < 1 or width < (step if staggered else row) - _LEAST_EPS:
        return ()
    found = []
    for number in range(rows):
        shift = step / 2 if staggered and number % 2 else 0.0
        count = floor((length - shift) / step + _LEAST_EPS)
        y = (number - (rows - 1) / 2) * row
        start = -(floor(length / step + _LEAST_EPS) * step) / 2 + step / 2 + shift
        if staggered:
            start = -length / 2 + step / 2 + shift
        found += [Point(start + n * step, y) for n in range(count)]
    return tuple(found)


def _in_circle(radius: float, step: float, row: float, staggered: bool) -> tuple[Point, ...]:
    reach = radius - step / 2
    if reach < 0:
        return ()
    best: list[Point] = []
    # A plant at the centre, or the centre between plants or rows: the fullest of the four.
    for dx in (0.0, step / 2):
        for dy in (0.0, row / 2):
            found = []
            for j in range(-floor(radius / row) - 1, floor(radius / row) + 2):
                shift = step / 2 if staggered and j % 2 else 0.0
                for i in range(-floor(radius / step) - 1, floor(radius / step) + 2):
                    x, y = i * step + dx + shift, j * row + dy
                    if x * x + y * y <= reach * reach + _LEAST_EPS:
                        found.append(Point(x, y))
            best = max(best, found, key=len)
    return tuple(best)


def _in_ring(
    corners: tuple[Point, ...], step: float, row: float, staggered: bool
) -> tuple[Point, ...]:
    """The fullest of sixteen ways to lay the pattern over an outline."""
    ends = np.array([(corner.x_m, corner.y_m) for corner in corners])
    low, high = ends.min(axis=0), ends.max(axis=0)
    columns = np.arange(floor((high[0] - low[0]) / step) + 2) * step
    lines = np.arange(floor((high[1] - low[1]) / row) + 2)
    x, y = np.meshgrid(columns, lines * row)
    if staggered:
        x = x + np.where(lines % 2, step / 2, 0.0)[:, None]
    pattern = np.column_stack([x.ravel(), y.ravel()])
    best = np.empty((0, 2))
    for dx in (0.0, 0.25, 0.5, 0.75):
        for dy in (0.0, 0.25, 0.5, 0.75):
            spots = pattern + low + (dx * step, dy * row)
            spots = spots[_keeps_off(spots, ends, step / 2)]
            if len(spots) > len(best):
                best = spots
    return tuple(Point(float(x), float(y)) for x, y in best)


def _keeps_off(
    spots: NDArray[np.float64], ends: NDArray[np.float64], off_m: float
) -> NDArray[np.bool_]:
    """Which spots lie inside a ring and at least so far from its sides."""
    after = np.roll(ends, -1, axis=0)
    side = after - ends
    from_end = spots[:, None, :] - ends[None, :, :]
    along = np.clip((from_end * side).sum(axis=2) / (side**2).sum(axis=1), 0.0, 1.0)
    distance = np.hypot(*np.moveaxis(from_end - along[..., None] * side, 2, 0)).min(axis=1)
    above = ends[:, 1] > spots[:, 1, None]
    crossing = above != np.roll(above, -1, axis=1)
    level = np.where(side[:, 1] == 0.0, 1.0, side[:, 1])
    x = ends[:, 0] + (spots[:, 1, None] - ends[:, 1]) * side[:, 0] / level
    inside = (crossing & (spots[:, 0, None] < x)).sum(axis=1) % 2 == 1
    kept: NDArray[np.bool_] = inside & (distance >= off_m - _LEAST_EPS)
    return kept
