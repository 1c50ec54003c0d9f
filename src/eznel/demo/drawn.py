"""Pictures for the demo garden, drawn by the program itself: no photograph of anybody's."""

import io
from base64 import b64encode
from functools import cache
from math import cos, pi, sin

from PIL import Image, ImageDraw

from eznel.core.document import Photo
from eznel.store.photos import id_of

WIDE, HIGH = 640, 480
FINER = 2
"""Drawn so many times larger, then made small: smooth edges."""
SKY, EARTH, STRAW = (206, 220, 224), (104, 78, 58), (214, 186, 122)
STEM, LEAF, SHADE, POD = (92, 124, 62), (74, 122, 66), (56, 98, 58), (132, 168, 84)
PETAL, BEE, WING = (240, 200, 52), (46, 36, 24), (232, 238, 240)
STEPS = (0.754878, 0.569840, 0.618034)
"""Steps by these parts of the whole fall evenly over a plane, and nowhere twice."""

Colour = tuple[int, int, int]


@cache
def truss() -> Photo:
    """Return the first open flowers of a tomato, with a bee at one of them.

    Returns
    -------
    Photo
        Always the same.
    """
    picture, pen = _paper()
    pen.rectangle((0, 0, WIDE, HIGH), fill=(150, 176, 140))
    for n in range(26):  # leaves behind, out of focus
        x, y = WIDE * _at(n, 0), HIGH * _at(n, 1)
        _leaf(pen, x, y, 90, 2 * pi * _at(2 * n), SHADE if n % 2 else LEAF)
    pen.line((90, HIGH, 150, 0), fill=STEM, width=26)
    pen.line((128, 150, 470, 230), fill=STEM, width=9)
    for n, (x, y) in enumerate(((250, 205), (350, 232), (455, 250))):
        pen.line((x, y - 24, x + 6, y + 40), fill=STEM, width=6)
        _flower(pen, x + 8, y + 66, 52 - 8 * n)
    _bee(pen, 300, 262)
    return _kept(picture)


def beans(*, mulched: bool) -> Photo:
    """Return climbing beans on their poles, on mulch or on bare ground.

    Parameters
    ----------
    mulched : bool
        Whether straw lies under them.

    Returns
    -------
    Photo
        Always the same.
    """
    picture, pen = _paper()
    pen.rectangle((0, 0, WIDE, HIGH), fill=SKY)
    pen.rectangle((0, 360, WIDE, HIGH), fill=EARTH)
    if mulched:
        for n in range(420):
            x, y, turn = WIDE * _at(n, 0), 362 + 112 * _at(n, 1), pi * _at(n)
            end = (x + 34 * cos(turn), y + 8 * sin(turn))
            pen.line((x, y, *end), fill=STRAW if n % 3 else (186, 156, 96), width=3)
    for pole in range(5):
        x = 70 + 125 * pole
        pen.line((x, 420, x + 14, 20), fill=(150, 122, 88), width=9)
        for n in range(15 if mulched else 11):
            y = 380 - 23 * n
            side = 1 if (n + pole) % 2 else -1
            _leaf(pen, x + side * 26, y, 46, side * 0.5 + _at(n + pole), SHADE if n % 3 else LEAF)
        for n in range(6 if mulched else 4):
            px, py = x - 34 + 68 * _at(4 * n + pole), 120 + 44 * n
            pen.line((px, py, px + 5, py + 62), fill=POD, width=9)
    return _kept(picture)


class _Pen:
    """Draws in the coordinates of the small picture."""

    def __init__(self, picture: Image.Image) -> None:
        self._draw = ImageDraw.Draw(picture)

    def rectangle(self, box: tuple[float, ...], fill: Colour) -> None:
        self._draw.rectangle([one * FINER for one in box], fill=fill)

    def ellipse(self, box: tuple[float, ...], fill: Colour) -> None:
        self._draw.ellipse([one * FINER for one in box], fill=fill)

    def line(self, through: tuple[float, ...], fill: Colour, width: float) -> None:
        self._draw.line([one * FINER for one in through], fill=fill, width=int(width * FINER))

    def polygon(self, points: list[tuple[float, float]], fill: Colour) -> None:
        self._draw.polygon([(x * FINER, y * FINER) for x, y in points], fill=fill)


def _paper() -> tuple[Image.Image, _Pen]:
    picture = Image.new("RGB", (WIDE * FINER, HIGH * FINER))
    return picture, _Pen(picture)


def _kept(picture: Image.Image) -> Photo:
    out = io.BytesIO()
    picture.resize((WIDE, HIGH), Image.Resampling.LANCZOS).save(out, "JPEG", quality=70)
    jpeg = out.getvalue()
    return Photo(id=id_of(jpeg), jpeg=b64encode(jpeg).decode())


def _at(n: int, of: int = 2) -> float:
    return n * STEPS[of] % 1


def _leaf(pen: _Pen, x: float, y: float, long: float, turn: float, fill: Colour) -> None:
    """A pointed leaf around a point."""
    outline = []
    for n in range(24):
        along = cos(2 * pi * n / 24)
        across = 0.36 * sin(2 * pi * n / 24) * (1 - 0.35 * along)
        outline.append(
            (
                x + long / 2 * (along * cos(turn) - across * sin(turn)),
                y + long / 2 * (along * sin(turn) + across * cos(turn)),
            )
        )
    pen.polygon(outline, fill)


def _flower(pen: _Pen, x: float, y: float, size: float) -> None:
    """Five yellow petals, turned back, around a cone."""
    for n in range(5):
        turn = 2 * pi * n / 5 - pi / 2
        _leaf(pen, x + size / 2 * cos(turn), y + size / 2 * sin(turn), size, turn, PETAL)
    pen.ellipse((x - size / 6, y - size / 6, x + size / 6, y + size / 4), fill=(214, 160, 30))


def _bee(pen: _Pen, x: float, y: float) -> None:
    pen.ellipse((x - 22, y - 12, x + 22, y + 12), fill=PETAL)
    for n in range(3):
        pen.rectangle((x - 14 + 12 * n, y - 11, x - 8 + 12 * n, y + 11), fill=BEE)
    pen.ellipse((x + 16, y - 9, x + 34, y + 9), fill=BEE)
    for side in (-1, 1):
        _leaf(pen, x + 4, y - 20, 34, -pi / 2 + 0.5 * side, WING)
