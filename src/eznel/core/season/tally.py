"""What has come to a planting so far: given, dropped, and which products it has had."""

from dataclasses import dataclass, field
from datetime import date

from eznel.core.nutrients import NOTHING, Amounts
from eznel.core.shed.rules import Used
from eznel.core.shed.shelf import Brought


@dataclass(frozen=True, slots=True)
class NitrogenGiven:
    """Nitrogen that was given on a day. [g]"""

    on: date
    grams: float


@dataclass(frozen=True, slots=True)
class Tally:
    """What has come to a planting so far. Amounts in grams."""

    given: Amounts = NOTHING
    """What counts this season."""
    totals: Amounts = NOTHING
    """All of it, unasked included."""
    dropped: Amounts = NOTHING
    """Missed, covered by what nobody measured, or withheld for what was seen."""
    nitrogen: tuple[NitrogenGiven, ...] = ()
    logged_n: float = 0.0
    """Nitrogen that the log says was given."""
    last_given: date | None = None
    used: Used = field(default_factory=Used)

    def plus(self, brought: Brought, on: date, *, logged: bool) -> "Tally":
        """Return the tally after something was given, or is to be."""
        n, last = brought.brings_g.n, self.last_given
        if brought.brings_g.any:
            last = max(on, last or on)
        return Tally(
            self.given + brought.brings_g,
            self.totals + brought.totals_g,
            self.dropped,
            (*self.nitrogen, NitrogenGiven(on, n)),
            self.logged_n + (n if logged else 0.0),
            last,
            self.used,
        )

    def but(self, *, dropped: Amounts | None = None, used: Used | None = None) -> "Tally":
        """Return the tally with more dropped, which is never made up, or with other uses."""
        return Tally(
            self.given,
            self.totals,
            self.dropped if dropped is None else self.dropped + dropped,
            self.nitrogen,
            self.logged_n,
            self.last_given,
            self.used if used is None else used,
        )
