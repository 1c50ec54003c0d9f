"""People with a name and a password of their own."""

from dataclasses import dataclass
from datetime import UTC, datetime
from unicodedata import normalize
from uuid import uuid4

from sqlalchemy import delete, func, or_, select, update
from sqlalchemy.exc import IntegrityError
from sqlalchemy.orm import Session

from eznel.core.errors import Impossible, Unknown
from eznel.store.tables import PersonRow, SignInRow


@dataclass(frozen=True, slots=True)
class Person:
    """Somebody who may sign in."""

    id: str
    name: str
    keeper: bool
    """Whether gardens without an owner are theirs, and lost passwords set anew by them."""
    asks_code: bool
    """Whether a code of an authenticator app is asked for besides the password."""


@dataclass(frozen=True, slots=True)
class Secrets:
    """What somebody proves who they are by."""

    person: Person
    password: str
    """Its hash."""
    code_secret: str | None


def now() -> datetime:
    """Return the time as the store has it, in UTC without a zone."""
    return datetime.now(UTC).replace(tzinfo=None)


def known_as(name: str) -> str:
    """Return a name as it is compared: capitals, spaces and ways of writing letters do not count.

    Parameters
    ----------
    name : str
        As typed.

    Returns
    -------
    str
        The same for names that people take for the same.
    """
    return "".join(normalize("NFKC", name).casefold().split())[:200]


def person_of(row: PersonRow) -> Person:
    """Return a person without what is secret.

    Parameters
    ----------
    row : PersonRow
        As stored.

    Returns
    -------
    Person
        The same.
    """
    return Person(row.id, row.name, row.keeper, row.code_secret is not None)


def everybody(session: Session) -> list[Person]:
    """Return all people, by name.

    Parameters
    ----------
    session : Session
        Open.

    Returns
    -------
    list of Person
        Empty until the first account is made.
    """
    rows = session.scalars(select(PersonRow).order_by(PersonRow.known_as))
    return [person_of(row) for row in rows]


def is_empty(session: Session) -> bool:
    """Return whether nobody has an account yet.

    Parameters
    ----------
    session : Session
        Open.

    Returns
    -------
    bool
        True until the first account is made.
    """
    return session.scalar(select(func.count()).select_from(PersonRow)) == 0


def named(session: Session, name: str) -> Secrets | None:
    """Return whoever is called so.

    Parameters
    ----------
    session : Session
        Open.
    name : str
        As typed.

    Returns
    -------
    Secrets or None
        None for nobody.
    """
    return _secrets(session.scalar(select(PersonRow).where(PersonRow.known_as == known_as(name))))


def known(session: Session, person_id: str) -> Secrets:
    """Return somebody.

    Parameters
    ----------
    session : Session
        Open.
    person_id : str
        Their id.

    Returns
    -------
    Secrets
        With the hash of their password.

    Raises
    ------
    Unknown
        When there is no such account.
    """
    found = _secrets(session.get(PersonRow, person_id))
    if found is None:
        raise Unknown("person", "no_such_person")
    return found


def add(session: Session, name: str, password: str, *, keeper: bool) -> Person:
    """Add somebody, within the transaction of whoever asks.

    Parameters
    ----------
    session : Session
        Open; not committed here.
    name : str
        As others read it.
    password : str
        Its hash.
    keeper : bool
        Whether gardens without an owner are theirs.

    Returns
    -------
    Person
        As they now are.

    Raises
    ------
    Impossible
        When somebody else is called so.
    """
    row = PersonRow(
        id=str(uuid4()), name=" ".join(name.split()), known_as=known_as(name), password=password,
        code_secret=None, code_step=None, keeper=keeper, made_at=now(),
    )  # fmt: skip
    session.add(row)
    _taken_by_nobody(session)
    return person_of(row)


def rename(session: Session, person_id: str, name: str) -> None:
    """Give somebody another name; the journal keeps the one of before where it stands.

    Parameters
    ----------
    session : Session
        Open; committed here.
    person_id : str
        Whose.
    name : str
        As others read it.

    Raises
    ------
    Impossible
        When somebody else is called so.
    """
    row = session.get_one(PersonRow, person_id)
    row.name, row.known_as = " ".join(name.split()), known_as(name)
    _taken_by_nobody(session)
    session.commit()


def _taken_by_nobody(session: Session) -> None:
    try:
        session.flush()
    except IntegrityError as error:
        session.rollback()
        raise Impossible("name", "name_taken") from error


def set_password(session: Session, person_id: str, password: str, but: str = "") -> None:
    """Set a password; every browser but one has to sign in again.

    Parameters
    ----------
    session : Session
        Open; committed here.
    person_id : str
        Whose.
    password : str
        Its hash.
    but : str
        The sign-in that stays; none where it is empty.
    """
    session.execute(update(PersonRow).where(PersonRow.id == person_id).values(password=password))
    session.execute(delete(SignInRow).where(SignInRow.person_id == person_id, SignInRow.id != but))
    session.commit()


def set_code(session: Session, person_id: str, secret: str | None) -> None:
    """Let codes be asked for besides the password, or no more.

    Parameters
    ----------
    session : Session
        Open; committed here.
    person_id : str
        Whose.
    secret : str or None
        What the codes are made of; None to ask for none.
    """
    session.execute(
        update(PersonRow)
        .where(PersonRow.id == person_id)
        .values(code_secret=secret, code_step=None)
    )
    session.commit()


def use_code(session: Session, person_id: str, step: int) -> bool:
    """Use a code up.

    Parameters
    ----------
    session : Session
        Open; committed here.
    person_id : str
        Whose.
    step : int
        The half minute that the code belongs to. [count]

    Returns
    -------
    bool
        False where it, or a later one, was used before.
    """
    unused = or_(PersonRow.code_step.is_(None), PersonRow.code_step < step)
    done = session.execute(
        update(PersonRow).where(PersonRow.id == person_id, unused).values(code_step=step)
    )
    session.commit()
    return bool(done.rowcount)  # type: ignore[attr-defined]


def remove(session: Session, person_id: str) -> None:
    """Remove an account, with what it may do and where it is signed in.

    Parameters
    ----------
    session : Session
        Open; committed here.
    person_id : str
        Whose.

    Raises
    ------
    Impossible
        When it is the keeper's, and others have accounts.
    """
    person = known(session, person_id).person
    if person.keeper and len(everybody(session)) > 1:
        raise Impossible("person", "keeper_stays")
    session.execute(delete(PersonRow).where(PersonRow.id == person_id))
    session.commit()


def _secrets(row: PersonRow | None) -> Secrets | None:
    return None if row is None else Secrets(person_of(row), row.password, row.code_secret)
