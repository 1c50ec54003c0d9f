"""How the machine is on which everything lies: said before it is too late."""

import shutil
from typing import Literal

from pydantic import BaseModel

from eznel.api import routers
from eznel.api.services import TheServices
from eznel.store.backups import LOW_BYTES

router = routers.router("/api/state", "state")


class StateView(BaseModel):
    """Whether there is room to write, and whether the daily backup is good."""

    free_gb: float
    """On the disk of the data folder. [GB]"""
    room_is_low: bool
    backup: Literal["unknown", "good", "failed", "unproven", "not_copied"]
    """Of today: made and proved, not made, not restored as it was saved, or not copied."""


@router.get("")
def read_state(services: TheServices) -> StateView:
    """Read how the machine is on which everything lies."""
    watch = services.watch
    free = shutil.disk_usage(watch.data).free
    return StateView(free_gb=free / 1e9, room_is_low=free < LOW_BYTES, backup=watch.backup)
