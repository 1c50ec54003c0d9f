"""Who shares: people, what they may do in which garden, where they are signed in, who is invited.

None of it is part of a garden: it is in no garden's file, and outlives the replacing of one.
"""

from datetime import datetime

from sqlalchemy import ForeignKey, String
from sqlalchemy.orm import Mapped, mapped_column

from eznel.store.tables._base import Base

PERSON = "person.id"


class PersonRow(Base):
    """Somebody with a name and a password of their own."""

    __tablename__ = "person"

    id: Mapped[str] = mapped_column(String(60), primary_key=True)
    name: Mapped[str]
    known_as: Mapped[str] = mapped_column(String(200), unique=True)
    """The name without its capitals and spaces: nobody else may be called so."""
    password: Mapped[str] = mapped_column(String(200))
    """Its hash."""
    code_secret: Mapped[str | None] = mapped_column(String(60))
    """What an authenticator app makes its codes of; None where no code is asked for."""
    code_step: Mapped[int | None]
    """The half minute of the last code that was used: none is used twice."""
    keeper: Mapped[bool]
    """Whether gardens without an owner are theirs, and lost passwords set anew by them."""
    made_at: Mapped[datetime]


class MembershipRow(Base):
    """What somebody may do in a garden."""

    __tablename__ = "membership"

    garden_id: Mapped[str] = mapped_column(String(60), primary_key=True)
    person_id: Mapped[str] = mapped_column(
        String(60), ForeignKey(PERSON, ondelete="CASCADE"), primary_key=True, index=True
    )
    role: Mapped[str]


class SignInRow(Base):
    """A browser in which somebody is signed in, by the hash of what its cookie holds."""

    __tablename__ = "sign_in"

    id: Mapped[str] = mapped_column(String(80), primary_key=True)
    person_id: Mapped[str] = mapped_column(
        String(60), ForeignKey(PERSON, ondelete="CASCADE"), index=True
    )
    began_at: Mapped[datetime]
    seen_at: Mapped[datetime]
    browser: Mapped[str] = mapped_column(String(200))
    network: Mapped[str]


class InvitationRow(Base):
    """A link that lets somebody in, by the hash of its key."""

    __tablename__ = "invitation"

    id: Mapped[str] = mapped_column(String(60), primary_key=True)
    key_hash: Mapped[str] = mapped_column(String(80), unique=True)
    garden_id: Mapped[str | None] = mapped_column(String(60), index=True)
    role: Mapped[str | None]
    person_id: Mapped[str | None] = mapped_column(
        String(60), ForeignKey(PERSON, ondelete="CASCADE")
    )
    """Whose password it sets anew; None where it invites."""
    made_by: Mapped[str]
    made_at: Mapped[datetime]
    ends_at: Mapped[datetime]
    remaining: Mapped[int]
    """How many may still come by it."""
