"""What the routes need from outside: the store, the day, and the plans already made."""

import gzip
from collections import OrderedDict
from collections.abc import Callable, Iterator
from dataclasses import dataclass, field
from datetime import date
from threading import Lock
from typing import Annotated
from urllib.parse import unquote

from fastapi import Depends, Header, Request
from pydantic import TypeAdapter
from sqlalchemy import Engine
from sqlalchemy.orm import Session

from eznel.api.speech import said_in
from eznel.core.document import Garden, GardenFile
from eznel.core.reference import Catalogue
from eznel.core.season import Made, SeasonPlan, make
from eznel.core.season.workings import Workings
from eznel.store import reading
from eznel.store.reading import Stored
from eznel.words import Words

MOST_KEPT = 16
"""Gardens whose last document and plan stay in memory: a cache, not truth."""

PLANS: TypeAdapter[SeasonPlan] = TypeAdapter(SeasonPlan)


@dataclass(frozen=True, slots=True)
class _Kept:
    stored: Stored
    made: Made
    bodies: dict[str, bytes] = field(default_factory=dict)
    """The plan as compressed JSON, by the language of its names."""


@dataclass
class World:
    """Given to the application by whoever starts it."""

    engine: Engine
    catalogue: Catalogue
    clock: Callable[[Garden], date]
    station: str = ""
    """Where a weather station answers; nowhere where it is empty. [URL]"""
    _kept: OrderedDict[str, _Kept] = field(default_factory=OrderedDict)
    _lock: Lock = field(default_factory=Lock)

    def stored(self, session: Session, garden_id: str) -> Stored:
        """Return a garden as stored, from memory while its revision is the same."""
        kept = self._kept.get(garden_id)
        if kept is not None and kept.stored.revision == reading.revision(session, garden_id):
            return kept.stored
        return reading.load(session, garden_id)

    def plan_body(self, stored: Stored, day: date, said: Words) -> bytes:
        """Return a stored garden's plan as JSON, compressed."""
        garden_id = str(stored.file.garden.id)
        kept = self._kept.get(garden_id)
        if not kept or kept.stored.revision != stored.revision or kept.made.plan.as_of != day:
            kept = _Kept(stored, self.made(stored.file, day))
            with self._lock:
                self._kept[garden_id] = kept
                self._kept.move_to_end(garden_id)
                while len(self._kept) > MOST_KEPT:
                    self._kept.popitem(last=False)
        if said.locale not in kept.bodies:
            text = PLANS.dump_json(said_in(kept.made.plan, said))
            kept.bodies[said.locale] = gzip.compress(text, compresslevel=5)
        return kept.bodies[said.locale]

    def made(self, file: GardenFile, day: date) -> Made:
        """Return the plan of a document, computed on from the garden's last one."""
        return make(file.garden, file.log, day, self.catalogue, self.before(file))

    def workings(self, session: Session, garden_id: str) -> Workings:
        """Return what a stored garden's plan of its own day is made from."""
        file = self.stored(session, garden_id).file
        return self.made(file, self.clock(file.garden)).workings

    def before(self, file: GardenFile) -> Made | None:
        """Return the last plan of a garden, if it is still in memory."""
        kept = self._kept.get(str(file.garden.id))
        return kept.made if kept else None

    def check(self, file: GardenFile) -> None:
        """Raise what would keep a garden from being planned."""
        self.made(file, self.clock(file.garden))


def _world(request: Request) -> World:
    world: World = request.app.state.world
    return world


def _session(request: Request) -> Iterator[Session]:
    with Session(_world(request).engine) as session:
        yield session


def _who(x_eznel_who: Annotated[str, Header(max_length=80)] = "") -> str:
    return unquote(x_eznel_who)[:80] or "someone"


TheWorld = Annotated[World, Depends(_world)]
TheSession = Annotated[Session, Depends(_session)]
Who = Annotated[str, Depends(_who)]
