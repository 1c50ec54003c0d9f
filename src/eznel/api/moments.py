"""Moments on the wire: the store has them in UTC without a zone; browsers want the zone."""

from datetime import UTC, datetime
from typing import Annotated

from pydantic import AfterValidator


def _in_utc(of: datetime) -> datetime:
    return of.replace(tzinfo=UTC)


Moment = Annotated[datetime, AfterValidator(_in_utc)]
"""With its zone, as RFC 3339 has it."""
