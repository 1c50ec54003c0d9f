"""Passwords and codes: how they are hashed and checked, and which are too easy to guess."""

import secrets
import time
from threading import BoundedSemaphore

import pyotp
from argon2 import PasswordHasher
from argon2.exceptions import InvalidHashError, VerificationError

from eznel.api.problems import Busy
from eznel.core.errors import Impossible
from eznel.store.people import known_as

LEAST, MOST = 10, 200
"""Characters of a password: length is what counts. [count]"""
LEAST_DIFFERENT = 4
MOST_CHECKING = 4
"""Passwords that are checked at once: each takes much memory, by intent. [count]"""
STEP_S = 30
"""How long a code of an authenticator app lasts. [s]"""

_checking = BoundedSemaphore(MOST_CHECKING)
_nobodys = ""


def hashed(password: str) -> str:
    """Return the hash of a password, with its salt.

    Parameters
    ----------
    password : str
        As typed.

    Returns
    -------
    str
        In argon2's own format.
    """
    return PasswordHasher().hash(password)


def chosen(password: str, name: str, field: str = "password") -> str:
    """Return the hash of a password that somebody chooses.

    Parameters
    ----------
    password : str
        As typed.
    name : str
        Whose it is: no password is what its owner is called.
    field : str
        Where it was typed.

    Returns
    -------
    str
        In argon2's own format.

    Raises
    ------
    Impossible
        When it is short, common, or nearly one character.
    """
    if len(password) < LEAST:
        raise Impossible(field, "password_short", least=float(LEAST))
    if len(set(password)) < LEAST_DIFFERENT or known_as(password) == known_as(name):
        raise Impossible(field, "password_easy")
    if is_common(password):
        raise Impossible(field, "password_common")
    return hashed(password)


def is_common(password: str) -> bool:
    """Return whether a password is among the thirty thousand that are used most.

    Parameters
    ----------
    password : str
        As typed; capitals, and digits or signs at its end, do not count.

    Returns
    -------
    bool
        True for what guessing begins with.
    """
    from zxcvbn.frequency_lists import FREQUENCY_LISTS  # large, and rarely asked

    common, plain = set(FREQUENCY_LISTS["passwords"]), password.casefold()
    bare = plain.rstrip("0123456789!.?*#$ ")
    return plain in common or (len(bare) < LEAST and bare in common)


def fits(password_hash: str | None, password: str) -> bool:
    """Return whether a password is the one; as slowly where there is no account.

    Parameters
    ----------
    password_hash : str or None
        None where nobody is called so.
    password : str
        As typed.

    Returns
    -------
    bool
        Always False without a hash.

    Raises
    ------
    Busy
        When too many are checked.
    """
    if not _checking.acquire(blocking=False):
        raise Busy("password", "busy")
    try:
        PasswordHasher().verify(password_hash or _somebodys(), password)
    except (VerificationError, InvalidHashError):  # what is no hash is nobody's
        return False
    finally:
        _checking.release()
    return password_hash is not None


def _somebodys() -> str:
    global _nobodys
    if not _nobodys:
        _nobodys = hashed(secrets.token_urlsafe())
    return _nobodys


def new_secret() -> str:
    """Return what an authenticator app makes its codes of."""
    return pyotp.random_base32()


def app_address(secret: str, name: str) -> str:
    """Return a secret as authenticator apps read it.

    Parameters
    ----------
    secret : str
        In base 32.
    name : str
        Whose.

    Returns
    -------
    str
        For a QR code.
    """
    return pyotp.TOTP(secret).provisioning_uri(name=name, issuer_name="Eznel")


def step_of(secret: str, code: str) -> int | None:
    """Return the half minute that a code belongs to: this one, or one beside it.

    Parameters
    ----------
    secret : str
        In base 32.
    code : str
        As typed.

    Returns
    -------
    int or None
        None where it is no code of these. [count]
    """
    typed, codes = "".join(code.split()), pyotp.TOTP(secret)
    this = int(time.time()) // STEP_S
    fitting = (n for n in (this, this - 1, this + 1) if pyotp.utils.strings_equal(
        codes.generate_otp(n), typed))  # fmt: skip
    return next(fitting, None)
