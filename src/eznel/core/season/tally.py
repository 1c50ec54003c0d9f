"""What has come to a planting so far: given, dropped, and which products it has had."""

from collections.abc import Mapping, Sequence
from dataclasses import dataclass, field, replace
from datetime import date
from uuid import UUID

from eznel.core.nutrients import NOTHING, Amounts
from eznel.core.shed.rules import Taken, Used
from eznel.core.shed.shelf import Brought


@dataclass(frozen=True, slots=True)
class NitrogenGiven:
    """Nitrogen that was given on a day. [g]"""

    on: date
    grams: float


@dataclass(frozen=True, slots=True, kw_only=True)
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
    used: Used = field(default_factory=Used)
    last_given: date | None = None

    def plus(self, brought: Brought, on: date, *, logged: bool) -> "Tally":
        """Return the tally after something was given, or is to be."""
        last = self.last_given
        if brought.brings_g.any:
            last = max(on, last or on)
        return replace(
            self,
            given=self.given + brought.brings_g,
            totals=self.totals + brought.totals_g,
            nitrogen=(*self.nitrogen, NitrogenGiven(on, brought.brings_g.n)),
            logged_n=self.logged_n + (brought.brings_g.n if logged else 0.0),
            last_given=last,
        )

    def having_had(self, taken: Sequence[Taken], on: date, boron: Mapping[UUID, float]) -> "Tally":
        """Return the tally after products were used on a day."""
        return replace(self, used=self.used.plus(on, taken, boron))

    def without(self, grams: Amounts) -> "Tally":
        """Return the tally after an amount was dropped: it is never made up."""
        return replace(self, dropped=self.dropped + grams)
