"""What the routes need from outside: the store, the day, and the plans already made."""

import gzip
from collections import OrderedDict
from collections.abc import AsyncIterator, Callable
from dataclasses import dataclass, field
from datetime import date
from pathlib import Path
from threading import Lock
from typing import Annotated, Literal, TypeVar
from urllib.parse import unquote

from anyio import CapacityLimiter, to_thread
from fastapi import Depends, Header, Request
from pydantic import TypeAdapter
from sqlalchemy import Engine
from sqlalchemy.orm import Session

from eznel.apart import Apart
from eznel.api.asking import asker_of
from eznel.api.metrics import Metrics
from eznel.core.document import Garden, GardenFile
from eznel.core.plan import Made, SeasonPlan, make
from eznel.core.reference import Catalogue
from eznel.core.season.workings import Workings
from eznel.devices import Devices
from eznel.formats.said import said_in
from eznel.store import reading
from eznel.store.catching_up import KNOWN, current
from eznel.store.reading import Stored
from eznel.words import Words

CLOSE_AT_ONCE = 8
"""Sessions that are closed at once. [count]"""
MOST_KEPT = 16
"""Gardens whose last document and plan stay in memory: a cache, not truth."""

Key = TypeVar("Key")
Value = TypeVar("Value")

PLANS: TypeAdapter[SeasonPlan] = TypeAdapter(SeasonPlan)


@dataclass(frozen=True, slots=True)
class _Kept:
    revision: int
    made: Made
    bodies: dict[str, bytes] = field(default_factory=dict)
    """The plan as compressed JSON, by the language of its names."""


@dataclass
class Watch:
    """What whoever started the application knows of the machine."""

    data: Path = field(default_factory=Path)
    """Folder of what is written."""
    copy_to: str = ""
    """Where a copy of every daily backup goes besides; nowhere where it is empty."""
    backup: Literal["unknown", "good", "failed", "unproven", "not_copied"] = "unknown"


@dataclass
class Services:
    """Given to the application by whoever starts it.

    What many wait for is loaded and computed once: each garden has a
    lock, which one request holds at a time.
    """

    engine: Engine
    catalogue: Catalogue
    clock: Callable[[Garden], date]
    station: str = ""
    """Where a weather station answers; nowhere where it is empty. [URL]"""
    devices: Devices = field(default_factory=Devices)
    """Scale, probe, pen and gauge: real ones where they were named, else for practice."""
    apart: Apart = field(default_factory=Apart)
    """Reads what people bring, in a process of its own."""
    watch: Watch = field(default_factory=Watch)
    metrics: Metrics = field(default_factory=Metrics)
    closing: CapacityLimiter = field(default_factory=lambda: CapacityLimiter(CLOSE_AT_ONCE))
    """Threads of their own for closing: behind those that wait for a connection they would wait
    too. Each application has its own: who waits for one of another loop is never woken."""
    _stored: OrderedDict[str, Stored] = field(default_factory=OrderedDict)
    _kept: OrderedDict[tuple[str, date], _Kept] = field(default_factory=OrderedDict)
    _last: OrderedDict[str, Made] = field(default_factory=OrderedDict)
    """What was made of a garden last, stored or tried: where the next plan may begin."""
    _locks: dict[str, Lock] = field(default_factory=dict)
    _lock: Lock = field(default_factory=Lock)

    def session(self) -> Session:
        """Return a session that reads on from the gardens in memory."""
        return Session(self.engine, info={KNOWN: self._stored})

    def stored(self, session: Session, garden_id: str) -> Stored:
        """Return a garden as stored, from memory while its revision is the same."""
        revision = self._revision(session, garden_id)
        known = self._stored.get(garden_id)
        fresh = known is not None and known.revision >= revision
        self.metrics.gardens.labels("in_memory" if fresh else "in_the_store").inc()
        if known is None or known.revision < revision:
            with self._lock_of(garden_id):
                known = self._stored.get(garden_id)
                if known is None or known.revision < revision:
                    session.rollback()  # what this session has seen may be older by now
                    known = current(session, garden_id)
                    self._keep(self._stored, garden_id, known)
        return known

    def _revision(self, session: Session, garden_id: str) -> int:
        """The garden's revision; what was known of a garden that is gone is forgotten.

        Another may come under its id, as from a file, and count from one again.
        """
        try:
            revision = reading.revision(session, garden_id)
            known = self._stored.get(garden_id)
            if known is not None and known.revision > revision:
                session.rollback()  # what this session sees may be older than what is known
                revision = reading.revision(session, garden_id)
                if known.revision > revision:
                    self._forget(garden_id)
        except reading.Missing:
            self._forget(garden_id)
            raise
        return revision

    def _forget(self, garden_id: str) -> None:
        with self._lock:
            self._stored.pop(garden_id, None)
            self._last.pop(garden_id, None)
            for key in [one for one in self._kept if one[0] == garden_id]:
                del self._kept[key]

    def plan_body(self, stored: Stored, day: date, said: Words) -> bytes:
        """Return a stored garden's plan as JSON, compressed."""
        garden_id = str(stored.file.garden.id)
        key = (garden_id, day)
        found = self._body(key, stored.revision, said)
        if found is None:
            with self._lock_of(garden_id):
                found = self._body(key, stored.revision, said) or self._made_body(
                    key, stored, day, said
                )
        return found

    def _body(self, key: tuple[str, date], revision: int, said: Words) -> bytes | None:
        kept = self._kept.get(key)
        return kept.bodies.get(said.locale) if kept and kept.revision >= revision else None

    def _made_body(self, key: tuple[str, date], stored: Stored, day: date, said: Words) -> bytes:
        kept = self._kept.get(key)
        if kept is None or kept.revision < stored.revision:
            kept = _Kept(stored.revision, self.made(stored.file, day))
            self.know(kept.made)
            self._keep(self._kept, key, kept)
        text = PLANS.dump_json(said_in(kept.made.plan, said))
        kept.bodies[said.locale] = gzip.compress(text, compresslevel=5)
        return kept.bodies[said.locale]

    def _lock_of(self, garden_id: str) -> Lock:
        with self._lock:
            return self._locks.setdefault(garden_id, Lock())

    def _keep(self, kept: OrderedDict[Key, Value], key: Key, value: Value) -> None:
        """Keep the newest in memory, and let the oldest go."""
        with self._lock:
            kept[key] = value
            kept.move_to_end(key)
            while len(kept) > MOST_KEPT:
                kept.popitem(last=False)

    def made(self, file: GardenFile, day: date) -> Made:
        """Return the plan of a document, computed on from the garden's last one."""
        before = self.before(file)
        if before is not None and before.plan.as_of == day:
            known = before.workings
            if known.garden == file.garden and known.log == file.log:
                return before  # checked just so when it was written
        with self.metrics.plan_seconds.time():
            return make(file.garden, file.log, day, self.catalogue, before)

    def workings(self, session: Session, garden_id: str) -> Workings:
        """Return what a stored garden's plan of its own day is made from."""
        file = self.stored(session, garden_id).file
        return self.made(file, self.clock(file.garden)).workings

    def before(self, file: GardenFile) -> Made | None:
        """Return the last plan of a garden, if it is still in memory."""
        return self._last.get(str(file.garden.id))

    def check(self, file: GardenFile) -> None:
        """Raise what would keep a garden from being planned; the plan is begun with that."""
        self.know(self.made(file, self.clock(file.garden)))

    def know(self, made: Made) -> None:
        """Begin the garden's next plan with this one, stored or tried."""
        self._keep(self._last, str(made.workings.garden.id), made)


# What a route needs is had without waiting, so none of it takes a thread of its own; only closing
# a session talks to the database.


async def _services(request: Request) -> Services:
    services: Services = request.app.state.services
    return services


async def _session(request: Request) -> AsyncIterator[Session]:
    session = request.app.state.services.session()
    try:
        yield session
    finally:
        await to_thread.run_sync(session.close, limiter=request.app.state.services.closing)


async def _who(request: Request, x_eznel_who: Annotated[str, Header(max_length=80)] = "") -> str:
    asker = asker_of(request)
    if asker is not None:  # who signed in is known by that, whatever the browser says
        return asker.person.name
    plain = (c for c in unquote(x_eznel_who, errors="ignore") if c.isprintable())
    return "".join(plain).strip()[:80] or "someone"


TheServices = Annotated[Services, Depends(_services)]
TheSession = Annotated[Session, Depends(_session)]
Who = Annotated[str, Depends(_who)]


@dataclass(frozen=True, slots=True)
class Writer:
    """Who makes a garden: the name in its journal, and whose it is."""

    name: str
    person: str | None


async def _by(request: Request, who: Who) -> Writer:
    asker = asker_of(request)
    return Writer(who, None if asker is None else asker.person.id)


By = Annotated[Writer, Depends(_by)]
