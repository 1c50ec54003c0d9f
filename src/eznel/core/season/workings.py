"""Everything a plan is made from, each part computed once."""

from datetime import date
from uuid import UUID

from eznel.core.document import Garden, Log
from eznel.core.needs.dose import Needs, needs
from eznel.core.reference import Catalogue
from eznel.core.schedule.blended import blended
from eznel.core.schedule.jobs import FirstPlan, first_plan
from eznel.core.schedule.slow_base import slow_base
from eznel.core.season.fold import Happened, Season, fold
from eznel.core.shed.shelf import Shed, Shelf
from eznel.core.stands.stands import Stand, Stands


class Workings:
    """The stands of a garden, its shed and its seasons: for the plan and for its why.

    `before` may be the workings of a garden that differs. What the change cannot reach is taken
    from there: it saves work and never changes a result.
    """

    stands: Stands
    shed: Shed
    planned: dict[UUID, tuple[Stand, Needs, FirstPlan]]
    seasons: tuple[Season, ...]

    def __init__(
        self,
        garden: Garden,
        log: Log,
        today: date,
        catalogue: Catalogue,
        before: "Workings | None" = None,
    ) -> None:
        self.garden, self.log, self.today, self.catalogue = garden, log, today, catalogue
        if before is not None and not self._comparable(before):
            before = None
        self.stands = Stands(garden, log, today, catalogue, before.stands if before else None)
        self.shed = before.shed if before else Shed(self.stands)
        self.planned = {}
        for stand in self.stands.all:
            known = before.planned.get(stand.id) if before else None
            if known is None or known[0] is not stand:
                wanted = needs(stand, self.stands)
                plan = first_plan(stand, wanted, slow_base(stand, self.shed))
                known = stand, wanted, blended(plan, stand, wanted, garden.blends, self.shed)
            self.planned[stand.id] = known
        pins = {pin.job: pin.to for pin in garden.pins}
        earlier = {s.stand.id: s for s in before.seasons} if before else {}
        happened = Happened(log.feeds, pins, self.stands.worked_in, log.stock_moves)
        self.seasons = fold(list(self.planned.values()), happened, today, self.shed, earlier)

    def shelf(self) -> Shelf:
        """Return what is in the shed today, after all that was logged."""
        return self.shed.shelf(self.log.feeds, self.stands.worked_in, self.log.stock_moves)

    def _comparable(self, before: "Workings") -> bool:
        """Whether nothing differs that reaches every planting."""
        mine, other = self.garden, before.garden
        return (
            self.catalogue is before.catalogue
            and self.today == before.today
            and mine.site == other.site
            and mine.preferences == other.preferences
            and mine.products == other.products
            and mine.scoops == other.scoops
            and mine.programmes == other.programmes
            and mine.bands == other.bands
            and mine.varieties == other.varieties
            and mine.blends == other.blends
            and (mine.stands_on is None) == (other.stands_on is None)
            and before.log.weather == self.log.weather
        )
