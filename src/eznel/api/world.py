"""What the routes need from outside: the store, the day, and the plans already made."""

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

from eznel.core.document import Garden, GardenFile
from eznel.core.reference import Catalogue
from eznel.core.season import SeasonPlan, plan

MOST_KEPT = 32
PLANS: TypeAdapter[SeasonPlan] = TypeAdapter(SeasonPlan)


@dataclass
class World:
    """Given to the application by whoever starts it."""

    engine: Engine
    catalogue: Catalogue
    clock: Callable[[Garden], date]
    _kept: OrderedDict[tuple[str, int, date], bytes] = field(default_factory=OrderedDict)
    _lock: Lock = field(default_factory=Lock)

    def plan_bytes(self, file: GardenFile, revision: int, day: date) -> bytes:
        """Return a stored garden's plan as JSON; kept in memory by garden, revision and day."""
        key = (str(file.garden.id), revision, day)
        with self._lock:
            if key in self._kept:
                self._kept.move_to_end(key)
                return self._kept[key]
        made = PLANS.dump_json(plan(file.garden, file.log, day, self.catalogue))
        with self._lock:
            self._kept[key] = made
            while len(self._kept) > MOST_KEPT:
                self._kept.popitem(last=False)
        return made

    def check(self, file: GardenFile) -> None:
        """Raise what would keep a garden from being planned."""
        plan(file.garden, file.log, self.clock(file.garden), self.catalogue)


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
