"""A row of the speed table, and how it is printed."""

import json
import statistics
from collections.abc import Callable, Sequence
from dataclasses import asdict, dataclass
from math import ceil
from time import perf_counter


@dataclass(frozen=True, slots=True)
class Row:
    """One figure beside its floor and its goal; `floor` and `goal` are None where it has none."""

    work: str
    value: float
    unit: str
    floor: float | None = None
    goal: float | None = None
    note: str = ""

    def line(self) -> str:
        """Return the row as text: value, floor, goal, and how many times the goal it is."""
        aim, name = (self.goal, "goal") if self.goal else (self.floor, "floor")
        ratio = f"{self.value / aim:5.2f} × {name}" if aim else ""
        state = ""
        if aim:
            reached = [n for n in ("goal", "floor") if self.value <= (getattr(self, n) or 0)]
            state = reached[0] if reached else "missed"
        return (
            f"{self.work:<58} {_number(self.value):>8} {self.unit:<6}"
            f" {_number(self.floor):>8} {_number(self.goal):>8}  {ratio:<13} {state:<7} {self.note}"
        ).rstrip()


def _number(value: float | None) -> str:
    if value is None:
        return ""
    return f"{value:.0f}" if abs(value) >= 100 else f"{value:.3g}"


def as_text(rows: Sequence[Row]) -> str:
    """Return all rows as a table.

    Parameters
    ----------
    rows : sequence of Row
        Measured.

    Returns
    -------
    str
        A heading and a line each.
    """
    head = f"{'work':<58} {'value':>8} {'unit':<6} {'floor':>8} {'goal':>8}"
    return "\n".join([head, *(row.line() for row in rows)])


def as_json(rows: Sequence[Row]) -> str:
    """Return all rows as JSON.

    Parameters
    ----------
    rows : sequence of Row
        Measured.

    Returns
    -------
    str
        A list of objects.
    """
    return json.dumps([asdict(row) for row in rows], indent=2, ensure_ascii=False)


def median_ms(
    work: Callable[[], object], times: int, clock: Callable[[], float] = perf_counter
) -> float:
    """Return how long a piece of work takes, in the middle of several times.

    Parameters
    ----------
    work : callable
        Called so many times.
    times : int
        Samples. [count]
    clock : callable
        Tells the time; that of this process alone, for work that waits for nothing. [s]

    Returns
    -------
    float
        Median. [ms]
    """
    samples = []
    for _ in range(times):
        began = clock()
        work()
        samples.append((clock() - began) * 1000)
    return statistics.median(samples)


def percentile(samples: Sequence[float], share: float) -> float:
    """Return the value that a share of samples does not exceed.

    Parameters
    ----------
    samples : sequence of float
        At least one. [ms]
    share : float
        Between 0 and 1. [g/g]

    Returns
    -------
    float
        One of the samples. [ms]
    """
    return sorted(samples)[max(ceil(share * len(samples) - 1e-9), 1) - 1]
