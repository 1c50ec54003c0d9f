"""Every route by every role: made from the routes themselves, so that none is forgotten."""

import re
from typing import NamedTuple

import pytest
from fastapi import FastAPI
from fastapi.testclient import TestClient
from sqlalchemy.orm import Session

import gardens as make
import sharing
from eznel.api.app import create_app, description
from eznel.api.roles import NEEDS, missing
from eznel.api.services import Services
from eznel.store import gardens, members
from eznel.store.people import Person
from sharing import PASSWORD, browser, signing_in

GARDEN_ID = make.uid("garden")
GARDEN = f"/api/gardens/{GARDEN_ID}"
LAST = ["remove_garden", "bring_back_garden", "leave"]
"""After these the others would find nothing."""


class Asked(NamedTuple):
    """A route as it is asked for."""

    name: str
    method: str
    path: str


def all_routes() -> list[Asked]:
    found = [
        Asked(route["operationId"], method.upper(), path)
        for path, verbs in description()["paths"].items()
        for method, route in verbs.items()
    ]
    return sorted(found, key=lambda one: LAST.index(one.name) if one.name in LAST else -1)


ROUTES = all_routes()
IN_GARDEN = ["reader", "helper", "gardener", "owner"]


@pytest.fixture
def app(services: Services) -> FastAPI:
    file = make.garden_file(places=[make.bed()])
    with Session(services.engine) as session:
        gardens.replace(session, file, based_on=0, who="Mira", check=lambda file: None)
    return sharing.shared(services)


@pytest.fixture
def people(app: FastAPI, services: Services) -> dict[str, Person]:
    found = {role: sharing.somebody(services, role) for role in IN_GARDEN}
    for role in members.ROLES:
        sharing.joined(services, found[role], GARDEN_ID, role)
    found["stranger"] = sharing.somebody(services, "stranger")
    found["keeper"] = sharing.somebody(services, "keeper", keeper=True)
    return found


def ask(client: TestClient, route: Asked) -> int:
    filled = {"{garden_id}": GARDEN_ID, "{number}": "1", "{kind}": "scale"}
    path = route.path
    for name, value in filled.items():
        path = path.replace(name, value)
    path = re.sub(r"\{\w+\}", make.uid("nothing"), path)
    body = {} if route.method in ("PUT", "POST") else None
    return client.request(route.method, path, json=body).status_code


def expected(needs: str, who: str) -> int:
    """HTTP's number of a refusal; 0 for none."""
    if needs == "nothing":
        return 0
    if who == "nobody":
        return 401
    if needs in ("sign_in", "keeper"):
        return 0 if needs == "sign_in" or who == "keeper" else 403
    if who in ("stranger", "keeper"):
        return 404  # that the garden is there is not told either
    enough = IN_GARDEN.index("owner" if needs == "new" else needs)
    return 0 if IN_GARDEN.index(who) >= enough else 403


@pytest.mark.parametrize("who", ["nobody", "stranger", *IN_GARDEN, "keeper"])
def test_every_route_asks_for_what_its_rule_says(
    app: FastAPI, people: dict[str, Person], who: str
) -> None:
    wrong, client = [], browser(app, people.get(who))
    for route in ROUTES:
        status = ask(client, route)
        wanted = expected(NEEDS[route.name], who)
        if (status != wanted) if wanted else (status in (401, 403) or status >= 500):
            wrong.append((route.name, status, wanted))
        if route.name == "end_browsers":
            client = browser(app, people.get(who))
    assert [one for one in wrong if one[0] != "remove_member"] == []  # that depends on whom


def test_a_route_without_a_rule_lets_nobody_in() -> None:
    assert missing(["read_plan", "read_secrets"]) == ["read_secrets"]
    told_to_nobody = {"page", "read_health", "read_readiness", "read_metrics"}
    assert {route.name for route in ROUTES} | told_to_nobody == set(NEEDS)


def test_the_application_does_not_start_with_a_route_without_a_rule(
    services: Services, monkeypatch: pytest.MonkeyPatch
) -> None:
    ruled = {name: needs for name, needs in NEEDS.items() if name != "read_why"}
    monkeypatch.setattr("eznel.api.roles.NEEDS", ruled)
    with pytest.raises(LookupError, match="read_why"):
        create_app(services)


def test_alone_on_this_machine_everybody_may_do_everything(client: TestClient) -> None:
    file = make.garden_file(places=[make.bed()])
    client.put(f"{GARDEN}/file", json=file.model_dump(mode="json"))
    assert client.get(GARDEN).json()["role"] == "owner"
    assert client.get(f"{GARDEN}/people").status_code == 404
    assert client.get("/api/account").json()["faults"][0]["key"] == "not_shared"


def test_who_makes_a_garden_owns_it_and_nobody_else_sees_it(
    app: FastAPI, people: dict[str, Person]
) -> None:
    mine = make.garden_file(id=make.uid("mine"))
    path = f"/api/gardens/{mine.garden.id}"
    maker = browser(app, people["reader"])
    assert maker.put(f"{path}/file", json=mine.model_dump(mode="json")).status_code == 200
    assert maker.get(path).json()["role"] == "owner"
    assert len(maker.get("/api/gardens").json()) == 2
    for who in ("owner", "keeper"):
        assert browser(app, people[who]).get(path).status_code == 404
    assert browser(app, people["stranger"]).get("/api/gardens").json() == []


def test_a_garden_that_nobody_owns_is_its_keeper_s(services: Services, app: FastAPI) -> None:
    keeper = browser(app, sharing.somebody(services, "Mira", keeper=True))
    other = browser(app, sharing.somebody(services, "Bo"))
    assert [len(one.get("/api/gardens").json()) for one in (keeper, other)] == [1, 0]
    (mira,) = keeper.get(f"{GARDEN}/people").json()["people"]
    assert (mira["name"], mira["role"], mira["me"]) == ("Mira", "owner", True)


def test_the_journal_names_who_signed_in(app: FastAPI, people: dict[str, Person]) -> None:
    bed = {**make.bed(), "name": "Stern bed"}
    gardener = browser(app, people["gardener"])
    path = f"{GARDEN}/places/{bed['id']}?based_on=1"
    gardener.put(path, json=bed, headers={"X-Eznel-Who": "somebody%20else"})
    assert gardener.get(f"{GARDEN}/journal").json()["changes"][0]["who"] == "gardener"


def test_a_helper_takes_back_what_was_noted_and_no_plan(
    app: FastAPI, people: dict[str, Person]
) -> None:
    helper, gardener = (browser(app, people[who]) for who in ("helper", "gardener"))
    note = {"id": make.uid("note"), "on": "2026-05-01", "words": "wet"}
    noted = helper.put(f"{GARDEN}/notes/{note['id']}", json=note)
    assert noted.status_code == 200, noted.text
    bed = {**make.bed(), "name": "Stern bed"}
    gardener.put(f"{GARDEN}/places/{bed['id']}?based_on=1", json=bed)
    renamed, written, began = helper.get(f"{GARDEN}/journal").json()["changes"]
    assert helper.post(f"{GARDEN}/undo/{renamed['number']}").status_code == 403
    assert gardener.post(f"{GARDEN}/undo/{began['number']}").status_code == 403
    assert helper.post(f"{GARDEN}/undo/{written['number']}").status_code == 200
    assert gardener.post(f"{GARDEN}/undo/{renamed['number']}").status_code == 200


def invited(app: FastAPI, by: TestClient, **how: object) -> str:
    made = by.post(f"{GARDEN}/invitations", json={"role": "helper", **how})
    assert made.status_code == 200, made.text
    assert all(set(row) <= set("#.") for row in made.json()["picture"])
    return str(made.json()["link"]).rsplit("/", 1)[1]


def test_an_invitation_makes_an_account_and_ends(app: FastAPI, people: dict[str, Person]) -> None:
    key = invited(app, browser(app, people["owner"]))
    new = browser(app)
    told = new.get(f"/api/invitations/{key}").json()
    assert (told["opens"], told["garden"], told["role"], told["made_by"]) == (
        "garden", "a garden", "helper", "owner",
    )  # fmt: skip
    weak = new.post(f"/api/invitations/{key}", json={"name": "Bo", "password": "short"})
    assert weak.json()["faults"][0]["key"] == "password_short"
    taken = new.post(f"/api/invitations/{key}", json={"name": "HELPER", "password": PASSWORD})
    assert taken.json()["faults"][0]["key"] == "name_taken"
    came = new.post(f"/api/invitations/{key}", json={"name": "Bo", "password": PASSWORD}).json()
    assert (came["garden_id"], came["door"]["name"]) == (GARDEN_ID, "Bo")
    assert new.get(GARDEN).json()["role"] == "helper"
    again = browser(app).post(f"/api/invitations/{key}", json={"name": "Al", "password": PASSWORD})
    assert again.json()["faults"][0]["key"] == "invitation_ended"


def test_who_is_signed_in_joins_with_their_account_and_loses_nothing(
    app: FastAPI, people: dict[str, Person]
) -> None:
    owner = browser(app, people["owner"])
    key = invited(app, owner, people=3)
    for who, role in (("stranger", "helper"), ("gardener", "gardener"), ("reader", "helper")):
        client = browser(app, people[who])
        assert client.post(f"/api/invitations/{key}", json={}).status_code == 200
        assert client.get(GARDEN).json()["role"] == role
    assert owner.get(f"{GARDEN}/people").json()["invitations"] == []


def test_an_invitation_can_be_ended(app: FastAPI, people: dict[str, Person]) -> None:
    owner = browser(app, people["owner"])
    key = invited(app, owner)
    (listed,) = owner.get(f"{GARDEN}/people").json()["invitations"]
    assert browser(app, people["gardener"]).get(f"{GARDEN}/people").json()["invitations"] == []
    owner.delete(f"{GARDEN}/invitations/{listed['id']}")
    assert browser(app).get(f"/api/invitations/{key}").status_code == 422


def test_a_garden_always_has_an_owner(app: FastAPI, people: dict[str, Person]) -> None:
    owner = browser(app, people["owner"])
    mine, theirs = (f"{GARDEN}/people/{people[who].id}" for who in ("owner", "gardener"))
    assert owner.delete(mine).json()["faults"][0]["key"] == "last_owner"
    assert owner.put(mine, json={"role": "reader"}).status_code == 422
    assert owner.put(theirs, json={"role": "owner"}).status_code == 200
    assert owner.delete(mine).status_code == 200
    assert owner.get(GARDEN).status_code == 404


def test_who_is_taken_out_is_out_at_once_and_knows_no_calendar(
    app: FastAPI, people: dict[str, Person]
) -> None:
    owner, helper = (browser(app, people[who]) for who in ("owner", "helper"))
    path = owner.post(f"{GARDEN}/calendar-address").json()["path"]
    assert helper.get(path).status_code == 200
    assert helper.delete(f"{GARDEN}/people/{people['reader'].id}").status_code == 403
    owner.delete(f"{GARDEN}/people/{people['helper'].id}")
    assert helper.get(GARDEN).status_code == 404
    assert helper.get(path).status_code == 404


def test_a_lost_password_is_set_anew_by_the_keeper_s_link(
    app: FastAPI, people: dict[str, Person]
) -> None:
    keeper, lost = browser(app, people["keeper"]), browser(app, people["helper"])
    made = keeper.post(f"/api/people/{people['helper'].id}/reset").json()
    key = made["link"].rsplit("/", 1)[1]
    told = browser(app).get(f"/api/invitations/{key}").json()
    assert (told["opens"], told["name"]) == ("password", "helper")
    came = browser(app).post(f"/api/invitations/{key}", json={"password": "seven lamps on a quay"})
    assert came.json()["door"]["name"] == "helper"
    assert lost.get(GARDEN).status_code == 401  # whoever had the old one is out
    assert signing_in(browser(app), "helper") == 401
    assert signing_in(browser(app), "helper", "seven lamps on a quay") == 200


def test_signing_out_of_one_browser_and_of_all(app: FastAPI, people: dict[str, Person]) -> None:
    here, there, third = (browser(app, people["helper"], f"10.0.0.{n}") for n in range(3))
    seen = here.get("/api/account").json()["browsers"]
    assert sorted(one["network"] for one in seen) == ["10.0.0.0", "10.0.0.1", "10.0.0.2"]
    (gone,) = [one["id"] for one in seen if one["network"] == "10.0.0.1"]
    here.delete(f"/api/account/browsers/{gone}")
    assert [one.get(GARDEN).status_code for one in (here, there, third)] == [200, 401, 200]
    strangers = browser(app, people["stranger"])
    strangers.delete(f"/api/account/browsers/{seen[0]['id']}")  # not one's own
    assert [one.get(GARDEN).status_code for one in (here, third)] == [200, 200]
    here.delete("/api/account/browsers")
    assert [one.get(GARDEN).status_code for one in (here, third)] == [401, 401]


def test_another_password_signs_out_the_other_browsers(
    app: FastAPI, people: dict[str, Person]
) -> None:
    here, there = (browser(app, people["helper"], f"10.0.0.{n}") for n in range(2))
    change = {"old": "pitch", "new": "seven lamps on a quay"}
    assert here.put("/api/account/password", json=change).status_code == 422
    change["old"] = PASSWORD
    assert here.put("/api/account/password", json=change).status_code == 200
    assert [one.get(GARDEN).status_code for one in (here, there)] == [200, 401]


def test_an_account_ends_and_its_gardens_are_the_keeper_s(
    app: FastAPI, people: dict[str, Person]
) -> None:
    owner, keeper = browser(app, people["owner"]), browser(app, people["keeper"])
    assert keeper.post("/api/account/end", json={"password": PASSWORD}).status_code == 422
    assert owner.post("/api/account/end", json={"password": PASSWORD}).status_code == 200
    assert owner.get("/api/account").status_code == 401
    assert keeper.get(GARDEN).json()["role"] == "owner"
    keeper.delete(f"/api/people/{people['helper'].id}")
    names = [one["name"] for one in keeper.get("/api/people").json()]
    assert names == ["gardener", "keeper", "reader", "stranger"]
