"""Amounts in a reader's units; expected by the factors on any kitchen wall."""

import pytest

from eznel.core.working import Quantity
from eznel.formats.text import amount
from eznel.formats.units import System, converted
from eznel.words import words


@pytest.mark.parametrize(
    ("value", "unit", "system", "shown"),
    [
        (3.71, "m²", "us", (39.93, "ft²")),  # × 10.764
        (0.5, "m", "us", (19.69, "in")),  # ÷ 0.0254
        (2.0, "m", "us", (6.562, "ft")),
        (100.0, "g", "us", (3.527, "oz")),  # ÷ 28.35
        (1000.0, "g", "us", (2.205, "lb")),  # a pound or more
        (9.0, "L", "us", (2.378, "gal")),  # ÷ 3.785
        (9.0, "L", "imperial", (1.980, "imp. gal")),  # ÷ 4.546
        (0.1, "L", "us", (3.381, "fl oz")),
        (3.25, "L", "us", (3.434, "qt")),  # ÷ 0.94635
        (3.25, "L", "imperial", (114.4, "imp. fl oz")),  # ÷ 0.028413
        (21.0, "°C", "us", (69.8, "°F")),
        (21.0, "°C", "imperial", (21.0, "°C")),
        (10.0, "g/m²", "us", (0.2949, "oz/yd²")),  # ÷ 28.35 × 0.8361
        (1.3, "g/mL", "us", (81.16, "lb/ft³")),  # × 62.43
        (3.71, "m²", "metric", (3.71, "m²")),
        (41.0, "mg/kg", "us", (41.0, "mg/kg")),  # what a laboratory prints is not converted
    ],
)  # fmt: skip
def test_converted(value: float, unit: str, system: System, shown: tuple[float, str]) -> None:
    found, name = converted(value, unit, system)
    assert (found, name) == (pytest.approx(shown[0], rel=5e-4), shown[1])


def test_marks_and_words_of_a_language() -> None:
    assert amount(Quantity("", 1234.5, "g"), words("en")) == "1,235 g"
    assert amount(Quantity("", 1234.5, "g"), words("de")) == "1.235 g"
    assert amount(Quantity("", 0.75, "m²"), words("es")) == "0,75 m²"
    assert amount(Quantity("", 14, "plants"), words("de")) == "14 Pflanzen"
