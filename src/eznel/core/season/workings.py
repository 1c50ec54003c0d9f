"""Everything a plan is made from, each part computed once."""

from collections.abc import Iterable, Mapping
from datetime import date
from functools import cached_property
from uuid import UUID

from eznel.core.document import FeedEntry, Garden, Log
from eznel.core.kept import Kept
from eznel.core.needs.dose import needs
from eznel.core.reference import Catalogue
from eznel.core.schedule.blended import blended
from eznel.core.schedule.first_plan import first_plan
from eznel.core.schedule.means import means_of
from eznel.core.season.course import Planned
from eznel.core.season.fold import Happened, fold
from eznel.core.shed.shelf import Shed, Shelf
from eznel.core.stands.stand import Stand
from eznel.core.stands.stands import Stands


class Workings:
    """The stands of a garden, its shed and its seasons: for the plan and for its why.

    `earlier` may be the workings of a garden that differs: what the change cannot reach is taken
    over from there.
    """

    def __init__(
        self,
        garden: Garden,
        log: Log,
        today: date,
        catalogue: Catalogue,
        earlier: "Workings | None" = None,
    ) -> None:
        self.garden, self.log, self.today, self.catalogue = garden, log, today, catalogue
        self.kept: Kept = Kept(self._reaches_all(), earlier.kept if earlier else None)
        self.stands = Stands(garden, log, today, catalogue, self.kept)
        self.shed: Shed = self.kept.part("shed", (), lambda: Shed(self.stands))
        pins = {pin.job: pin.to for pin in garden.pins}
        happened = Happened(self.fed, pins, self._left_g)
        planned = [self._planned(stand) for stand in self.stands.all]
        self.seasons = fold(planned, happened, today, self.shed, self.kept)

    @cached_property
    def given(self) -> tuple[FeedEntry, ...]:
        """What the log says: a feed of a day still to come is asked about, and does not count."""
        return tuple(filter(self._counts, self.log.feeds))

    @cached_property
    def fed(self) -> Mapping[UUID, tuple[FeedEntry, ...]]:
        """The same by planting."""
        return {
            planting: tuple(filter(self._counts, entries))
            for planting, entries in self.stands.filed.feeds.items()
        }

    def _counts(self, entry: FeedEntry) -> bool:
        return entry.on <= self.today or entry.outcome != "given"

    def fed_in_water(self, plantings: Iterable[UUID]) -> tuple[FeedEntry, ...]:
        """Return what plantings were fed with water."""
        fed = (one for planting in plantings for one in self.fed.get(planting, ()))
        return tuple(one for one in fed if one.water is not None)

    def _planned(self, stand: Stand) -> Planned:
        def planned() -> Planned:
            wanted = needs(stand, self.stands)
            plan = first_plan(stand, wanted, means_of(stand, self.shed))
            return Planned(
                stand, wanted, blended(plan, stand, wanted, self.garden.blends, self.shed)
            )

        return self.kept.part(("planned", stand.id), (stand,), planned)

    def _reaches_all(self) -> tuple[object, ...]:
        """What every planting depends on."""
        mine = self.garden
        return (
            self.catalogue,
            self.today,
            mine.site,
            mine.preferences,
            mine.products,
            mine.scoops,
            mine.programmes,
            mine.bands,
            mine.varieties,
            mine.blends,
            mine.stands_on is None,
            self.log.weather,
        )

    def shelf(self) -> Shelf:
        """Return what is in the shed today, after all that was logged."""
        return Shelf(dict(self._left_g))

    @cached_property
    def _left_g(self) -> Mapping[UUID, float | None]:
        return self.shed.left_g(self.given, self.stands.worked_in, self.log.stock_moves)

    @cached_property
    def there(self) -> frozenset[str]:
        """Keys of the general materials of which something is in the shed today."""
        left_g = self._left_g
        return frozenset(
            one.product.material
            for id_, one in self.shed.products.items()
            if one.product.material and (left_g[id_] is None or left_g[id_])
        )
