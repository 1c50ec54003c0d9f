"""Sums of warmth and dates: degree days, coated feeds at other warmth, feeds between two days."""

from datetime import timedelta
from math import floor

from eznel.core.errors import Impossible
from eznel.core.products.release import LABEL_TEMP_C
from eznel.core.sums.sheet import Answer, Blank, Sheet, Sum, answered
from eznel.core.working import Origin

MOST_DAYS = 200
"""So many feeds are listed. [count]"""


def _degree_days(sheet: Sheet) -> Answer:
    """The day's mean above a base, two usual ways: cut at the thermometer's ends, or at the mean.

    The first holds both temperatures between base and ceiling before the mean is taken, the second
    takes the mean first; on cool or hot days they differ, and sums of one do not fit the other.
    """
    if sheet.plain("high_c") < sheet.plain("low_c"):
        raise Impossible("high_c", "sum_turned")
    base, top = sheet["base_c"], sheet["ceiling_c"]
    if top <= base:
        raise Impossible("ceiling_c", "sum_turned")
    high = min(max(sheet["high_c"], base), top)
    low = min(max(sheet["low_c"], base), top)
    cut = sheet.then("sum_degree_days", "cut_dd", (high + low) / 2 - base)
    mean = min((sheet.plain("high_c") + sheet.plain("low_c")) / 2, top)
    sheet.fixed("by_mean_dd", max(mean - base, 0.0), Origin.COMPUTED)
    if cut <= 0:
        raise Impossible("high_c", "sum_too_cold")
    sheet.then("sum_days_to", "reach_days", sheet["wanted_dd"] / sheet["cut_dd"])
    return answered(sheet, "cut_dd", "by_mean_dd")


def _coated(sheet: Sheet) -> Answer:
    """Twice as fast for every ten degrees more than its label reckons with."""
    sheet.fixed("label_c", LABEL_TEMP_C, Origin.TYPICAL)
    faster = 2 ** ((sheet["mean_c"] - sheet["label_c"]) / 10)
    sheet.then("sum_coated", "lasts_days", sheet["rated_days"] / faster)
    return answered(sheet)


def _every(sheet: Sheet) -> Answer:
    first = sheet.days["first_day"] + timedelta(round(sheet.plain("after_days")))
    last = sheet.days["picking_day"]
    step, stop = sheet["every_days"], sheet["stop_days"]
    if step < 1:
        raise Impossible("every_days", "sum_beyond", least=1, most=365, unit="d")
    span = sheet.fixed("between_days", float((last - first).days), Origin.TYPED)
    if span < stop:
        raise Impossible("picking_day", "sum_turned")
    count = floor((span - stop) / step + 1e-9) + 1
    if count > MOST_DAYS:
        raise Impossible("every_days", "sum_beyond", least=span / MOST_DAYS, most=365, unit="d")
    sheet.then("sum_last_feed", "room_days", sheet["between_days"] - sheet["stop_days"])
    sheet.then("sum_feeds", "intervals", sheet["room_days"] / sheet["every_days"])
    sheet.fixed("whole_intervals", float(count - 1), Origin.COMPUTED)
    sheet.then("sum_feed_count", "feed_count", sheet["whole_intervals"] + 1)
    days = tuple(first + timedelta(round(n * step)) for n in range(count))
    return answered(sheet, days=days)


def _back(sheet: Sheet) -> Answer:
    ahead = sheet.then(
        "sum_weeks", "before_days", sheet["weeks_before"] * 7 - sheet["planted_days"]
    )
    day = sheet.days["frost_day"] - timedelta(round(ahead))
    return answered(sheet, days=(day,))


def _warmth(name: str, usual: float | None = None) -> Blank:
    return Blank(name, "temperature", usual, least=-40, most=60)


SUMS: tuple[Sum, ...] = (
    Sum("degree_days", "days", (
        _warmth("low_c"), _warmth("high_c"), _warmth("base_c", 10.0), _warmth("ceiling_c", 30.0),
        Blank("wanted_dd", "count", 100.0, most=10000), Blank("reach_days", "span"),
    ), ("reach_days",), _degree_days),
    Sum("coated", "days", (
        Blank("rated_days", "span", 90.0, least=1, most=1000), _warmth("mean_c"),
        Blank("lasts_days", "span"),
    ), ("lasts_days",), _coated),
    Sum("every", "days", (
        Blank("first_day", "day"), Blank("after_days", "span", 0.0, most=365),
        Blank("picking_day", "day"),
        Blank("every_days", "span", 14.0, least=1, most=365),
        Blank("stop_days", "span", 0.0, most=365), Blank("feed_count", "count"),
    ), ("feed_count",), _every, turns=False),
    Sum("back", "days", (
        Blank("weeks_before", "count", 6.0, most=60), Blank("planted_days", "span", 0.0, most=365),
        Blank("frost_day", "day"),
        Blank("before_days", "span"),
    ), ("before_days",), _back),
)  # fmt: skip
