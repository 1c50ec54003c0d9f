"""Measuring devices: what they say, in what a garden records."""

from collections.abc import Callable
from typing import Annotated, Any, Literal, TypeVar
from uuid import UUID

from pydantic import BaseModel, Field

from eznel.api import routers
from eznel.api.services import TheServices, TheSession
from eznel.core.document import Place
from eznel.core.errors import Impossible, Unknown
from eznel.core.moisture.probe import permittivity_of, water_pct
from eznel.core.plan.place_waters import held_pct
from eznel.core.soil.salts import ec_at_25_c
from eznel.core.working import Worked
from eznel.devices import KINDS, DeviceFailed, Reading

router = routers.router("/api/gardens/{garden_id}/devices", "devices")

DeviceKind = Literal["scale", "moisture_probe", "ec_ph_pen", "rain_gauge"]
CALIBRATE_AFTER_DAYS = 30


class DeviceView(BaseModel):
    """A device that a garden can read."""

    kind: DeviceKind
    simulated: bool


class DeviceList(BaseModel):
    """The devices that a garden can read; none where no real one was named and nobody practises."""

    devices: list[DeviceView]


class ReadAt(BaseModel):
    """Where a probe is."""

    place: UUID | None = None


class HandDoes(BaseModel):
    """What is put on a simulated scale; all is taken off where nothing is said. [g]"""

    adds_g: Annotated[float, Field(ge=-10_000, le=10_000)] | None = None


class DeviceReading(BaseModel):
    """What a device says, as it is recorded: grams, % of water, dS/m at 25 °C, millimetres."""

    kind: DeviceKind
    value: float
    unit: Literal["g", "%", "dS/m", "mm"]
    settled: bool
    """Of a scale: whether five readings in a row were the same."""
    ph: float | None = None
    calibrate: bool = False
    """Whether its calibration is older than a month."""
    working: Worked | None = None


@router.get("")
def list_devices(garden_id: UUID, session: TheSession, services: TheServices) -> DeviceList:
    """List the devices that this garden can read."""
    practice, devices = _practises(garden_id, session, services), services.devices
    return DeviceList(
        devices=[
            DeviceView(kind=kind, simulated=devices.is_simulated(kind))
            for kind in KINDS
            if devices.has(kind, practice=practice)
        ]
    )


@router.post("/{kind}/read")
def read_device(
    garden_id: UUID, kind: DeviceKind, at: ReadAt, session: TheSession, services: TheServices
) -> DeviceReading:
    """Read a device. Nothing is stored."""
    devices, place = services.devices, None
    practice = _practises(garden_id, session, services)
    if at.place is not None:
        workings = services.workings(session, str(garden_id))
        place = workings.stands.places.get(at.place)
        if place is None:
            raise Unknown("place", "no_such_thing", id=str(at.place))
        if kind == "moisture_probe" and practice and devices.is_simulated(kind):
            # A simulated probe finds what the garden's own reckoning has in the ground.
            water = held_pct(place, workings)
            if water is not None:
                _asked(devices.hand, kind, permittivity=permittivity_of(water, place))
    if kind == "scale":
        reading, settled = _asked(devices.settled, kind, practice=practice)
    else:
        reading, settled = _asked(devices.read, kind, practice=practice), True
    return _recorded(kind, reading, settled, place)


@router.post("/{kind}/tare")
def tare_device(
    garden_id: UUID, kind: DeviceKind, session: TheSession, services: TheServices
) -> DeviceReading:
    """Take what is on a scale for nothing, or empty a gauge."""
    practice = _practises(garden_id, session, services)
    return _recorded(kind, _asked(services.devices.tare, kind, practice=practice), True, None)


@router.post("/scale/hand")
def put_on_scale(
    garden_id: UUID, hand: HandDoes, session: TheSession, services: TheServices
) -> DeviceReading:
    """Put something on the simulated scale of a practice garden, or take all off."""
    if not _practises(garden_id, session, services):
        raise Impossible("device", "device_absent")
    _asked(services.devices.hand, "scale", adds_g=hand.adds_g)
    return _recorded("scale", _asked(services.devices.read, "scale", practice=True), False, None)


Answer = TypeVar("Answer")


def _asked(ask: Callable[..., Answer], *args: Any, **kwargs: Any) -> Answer:
    """Ask a device; what it fails to do is refused in words."""
    try:
        return ask(*args, **kwargs)
    except DeviceFailed as error:
        raise Impossible("device", error.key) from error


def _practises(garden_id: UUID, session: TheSession, services: TheServices) -> bool:
    return services.stored(session, str(garden_id)).file.garden.stands_on is not None


def _recorded(
    kind: DeviceKind, reading: Reading, settled: bool, place: Place | None
) -> DeviceReading:
    working: Worked | None = None
    if kind == "ec_ph_pen":
        working = ec_at_25_c(reading.value, reading.unit, reading.temperature_c)
    elif reading.unit == "permittivity":
        if place is None:
            raise Impossible("place", "device_wants_place")
        working = water_pct(reading.value, place)
    return DeviceReading(
        kind=kind,
        value=reading.value if working is None else working.value,
        unit=UNITS[kind],
        settled=settled,
        ph=reading.ph,
        calibrate=(reading.days_since or 0) > CALIBRATE_AFTER_DAYS,
        working=working,
    )


UNITS: dict[DeviceKind, Literal["g", "%", "dS/m", "mm"]] = {
    "scale": "g", "moisture_probe": "%", "ec_ph_pen": "dS/m", "rain_gauge": "mm",
}  # fmt: skip
