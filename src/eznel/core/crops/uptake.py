"""How much of the season's uptake has happened by a day. The curves date feeds."""

from bisect import bisect_right
from dataclasses import dataclass
from datetime import date

from eznel.core.crops.stages import Pause, StageSpan
from eznel.core.nutrients import Nutrient
from eznel.core.reference import Stage

CURVE_OF = {
    "N": "share_n", "P": "share_p", "K": "share_k", "Ca": "share_ca",
    "Mg": "share_k", "S": "share_k",
}  # fmt: skip
"""Magnesium and sulphur follow potassium's curve."""


@dataclass(frozen=True, slots=True)
class Curve:
    """A rising line through (day, share). Days are ordinals."""

    days: tuple[int, ...]
    shares: tuple[float, ...]

    def at(self, day: date) -> float:
        """Return the share reached by the start of a day, between 0 and 1. [g/g]"""
        when = day.toordinal()
        after = bisect_right(self.days, when)
        if after == 0:
            return self.shares[0]
        if after == len(self.days):
            return self.shares[-1]
        left, right = self.days[after - 1], self.days[after]
        low, high = self.shares[after - 1], self.shares[after]
        return low + (high - low) * (when - left) / (right - left)

    def held(self, pause: Pause | None) -> "Curve":
        """Return the same curve where what falls into a pause is due only after it."""
        if pause is None:
            return self
        start, end = pause.begins, pause.ends
        level, after = self.at(start), self.at(end)
        before = [
            (d, s) for d, s in zip(self.days, self.shares, strict=True) if d < start.toordinal()
        ]
        later = [
            (d, s) for d, s in zip(self.days, self.shares, strict=True) if d > end.toordinal() + 1
        ]
        knee = [(start.toordinal(), level), (end.toordinal(), level), (end.toordinal() + 1, after)]
        days, shares = zip(*before, *knee, *later, strict=True)
        return Curve(tuple(days), tuple(shares))

    def reaches(self, share: float) -> date:
        """Return the first day by which a share has been reached."""
        after = next((n for n, s in enumerate(self.shares) if s >= share), len(self.shares) - 1)
        if after == 0:
            return date.fromordinal(self.days[0])
        low, high = self.shares[after - 1], self.shares[after]
        left, right = self.days[after - 1], self.days[after]
        passed = (share - low) / (high - low) if high > low else 1.0
        return date.fromordinal(left + round((right - left) * min(passed, 1.0)))


def uptake_curve(
    nutrient: Nutrient, spans: tuple[StageSpan, ...], stages: tuple[Stage, ...]
) -> Curve:
    """Return the share of the season's uptake by day, in straight lines between stages.

    Parameters
    ----------
    nutrient : Nutrient
        Element.
    spans : tuple of StageSpan
        The planting's stages.
    stages : tuple of Stage
        The crop's, with shares reached by each stage's end.

    Returns
    -------
    Curve
        From the first known stage to the last. [g/g]
    """
    column = CURVE_OF[nutrient]
    order = [stage.key for stage in stages]
    first = order.index(spans[0].key)
    shares = [float(getattr(stages[first - 1], column)) if first else 0.0]
    days = [spans[0].start.toordinal()]
    for span, stage in zip(spans, stages[first:], strict=True):
        days.append(span.end.toordinal())
        shares.append(float(getattr(stage, column)))
    return Curve(tuple(days), tuple(shares))
