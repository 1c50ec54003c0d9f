"""One's own account: name, password, codes, and the browsers that are signed in."""

from typing import Annotated

from fastapi import Body, Request, Response
from pydantic import BaseModel, Field

from eznel.api import codes, entry, passwords, routers
from eznel.api.asking import Asker, SignedIn
from eznel.api.moments import Moment
from eznel.api.services import TheSession
from eznel.core.errors import Impossible
from eznel.store import people, sign_ins

router = routers.router("/api/account", "account")

MyPassword = Annotated[str, Body(embed=True, max_length=passwords.MOST)]


class BrowserView(BaseModel):
    """A browser in which somebody is signed in."""

    id: str
    browser: str
    network: str
    began_at: Moment
    seen_at: Moment
    this: bool


class AccountView(BaseModel):
    """Somebody's own account."""

    name: str
    keeper: bool
    asks_code: bool
    browsers: list[BrowserView]


class CodeView(BaseModel):
    """What an authenticator app makes its codes of: as text, and for its camera."""

    secret: str
    address: str
    picture: list[str]


class PasswordChange(BaseModel):
    """The password of before, and the one from now on."""

    old: Annotated[str, Field(max_length=passwords.MOST)]
    new: Annotated[str, Field(max_length=passwords.MOST)]


class CodeConfirmed(BaseModel):
    """A secret, and the code that an app makes of it now."""

    secret: Annotated[str, Field(min_length=16, max_length=60, pattern="^[A-Z2-7]+$")]
    code: Annotated[str, Field(max_length=20)]


@router.get("")
def read_account(session: TheSession, asker: SignedIn) -> AccountView:
    """Read one's own account."""
    return _view(session, asker)


@router.put("/name")
def rename_account(
    name: Annotated[str, Body(embed=True, min_length=1, max_length=60)],
    session: TheSession,
    asker: SignedIn,
) -> AccountView:
    """Be called otherwise."""
    if not people.known_as(name):
        raise Impossible("name", "name_empty")
    people.rename(session, asker.person.id, name)
    return _view(session, asker)


@router.put("/password")
def change_password(change: PasswordChange, session: TheSession, asker: SignedIn) -> AccountView:
    """Set another password; other browsers have to sign in again."""
    _prove(session, asker, change.old, "old")
    new = passwords.chosen(change.new, asker.person.name, "new")
    people.set_password(session, asker.person.id, new, but=asker.sign_in)
    return _view(session, asker)


@router.post("/code")
def begin_code(password: MyPassword, session: TheSession, asker: SignedIn) -> CodeView:
    """Begin to ask for codes of an authenticator app: it counts once a code confirms it."""
    _prove(session, asker, password, "password")
    secret = passwords.new_secret()
    address = passwords.app_address(secret, asker.person.name)
    return CodeView(secret=secret, address=address, picture=codes.rows(address))


@router.put("/code")
def confirm_code(confirmed: CodeConfirmed, session: TheSession, asker: SignedIn) -> AccountView:
    """Ask for codes from now on."""
    step = passwords.step_of(confirmed.secret, confirmed.code)
    if step is None:
        raise Impossible("code", "wrong_code")
    people.set_code(session, asker.person.id, confirmed.secret)
    people.use_code(session, asker.person.id, step)
    return _view(session, asker)


@router.post("/code/end")
def end_code(password: MyPassword, session: TheSession, asker: SignedIn) -> AccountView:
    """Ask for codes no more."""
    _prove(session, asker, password, "password")
    people.set_code(session, asker.person.id, None)
    return _view(session, asker)


@router.delete("/browsers/{browser}")
def end_browser(browser: str, session: TheSession, asker: SignedIn) -> AccountView:
    """Sign out of one browser."""
    sign_ins.end(session, asker.person.id, browser)
    return _view(session, asker)


@router.delete("/browsers")
def end_browsers(
    request: Request, response: Response, session: TheSession, asker: SignedIn
) -> entry.DoorView:
    """Sign out everywhere, here too."""
    sign_ins.end_all(session, asker.person.id)
    entry.let_out(request, response)
    return entry.seen_by(request, None)


@router.post("/end")
def end_account(
    password: MyPassword,
    request: Request,
    response: Response,
    session: TheSession,
    asker: SignedIn,
) -> entry.DoorView:
    """Remove one's own account. Gardens that nobody else owns are the keeper's then."""
    _prove(session, asker, password, "password")
    people.remove(session, asker.person.id)
    entry.let_out(request, response)
    return entry.seen_by(request, None)


def _prove(session: TheSession, asker: Asker, password: str, field: str) -> None:
    if not passwords.fits(people.known(session, asker.person.id).password, password):
        raise Impossible(field, "not_your_password")


def _view(session: TheSession, asker: Asker) -> AccountView:
    person = people.known(session, asker.person.id).person
    return AccountView(
        name=person.name,
        keeper=person.keeper,
        asks_code=person.asks_code,
        browsers=[
            BrowserView(
                id=one.id, browser=one.browser, network=one.network, began_at=one.began_at,
                seen_at=one.seen_at, this=one.id == asker.sign_in,
            )
            for one in sign_ins.of(session, person.id)
        ],
    )  # fmt: skip
