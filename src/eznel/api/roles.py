"""Who may ask for what: every route of the application stands in one table here.

A route that is missing from it lets nobody in, and the application does not start with one.
"""

from collections.abc import Iterable, Mapping
from types import MappingProxyType
from typing import Literal
from uuid import UUID

from fastapi import Depends, Request
from starlette.concurrency import run_in_threadpool

from eznel.api.asking import Asker, asker_of
from eznel.api.problems import NotAllowed
from eznel.api.services import TheSession
from eznel.store import members, reading
from eznel.store.kinds import KINDS
from eznel.store.members import Role
from eznel.store.reading import Missing

Needs = Literal["nothing", "sign_in", "keeper", "new", Role]
"""What a route asks for: nothing; somebody who is signed in; the keeper; somebody who makes a
garden, or owns the one that is there; or a role in the garden, or more than that."""

_BY_NEED: dict[Needs, str] = {
    "nothing": "page read_health read_readiness read_metrics read_door enter leave read_words"
    " read_calendar read_invitation take_invitation",
    "sign_in": "list_gardens list_removed_gardens read_glossary read_catalogue list_sums ask_sum"
    " read_account rename_account change_password begin_code confirm_code end_code"
    " end_browser end_browsers end_account read_state",
    "keeper": "list_people reset_person remove_account",
    "new": "import_garden begin_garden",
    "reader": "read_garden export_garden read_taught write_taught_table read_trials read_journal"
    " read_look_page read_look read_plan write_plan_table write_log_table read_why read_near"
    " read_what_if read_measures read_guesses read_choices read_sowing read_programmes read_years"
    " read_season_blend write_season_sheet write_plant_labels read_gives read_comparison"
    " read_refused read_shopping read_one_list write_one_list read_cheapest read_substitutes"
    " read_material read_weather_file write_weather_file read_soil_file write_soil_file"
    " read_raising read_harvest read_next_season read_years_beside write_year_book read_batch"
    " read_reuse read_source_water read_water_text read_moisture read_balance read_place_balance"
    " try_balance read_nitrogen_years list_devices read_label_text write_products_csv"
    " write_products_json read_products_file write_photo_zip read_photo write_calendar_file"
    " read_address read_people remove_member draw_lots",
    "helper": "undo_change redo_change keep_photo read_device tare_device put_on_scale"
    " fetch_weather keep_rain keep_weather",
    "gardener": "save_settings renew_address end_address",
    "owner": "remove_garden bring_back_garden change_role invite end_invitation",
}  # fmt: skip


def _of_kinds() -> Iterable[tuple[str, Needs]]:
    """What is noted as the season goes, helpers write; what a plan is made from, gardeners."""
    for kind in KINDS.values():
        needs: Needs = "helper" if kind.part == "log" else "gardener"
        for one in (f"save_{kind.label}", f"remove_{kind.label}"):
            yield one, needs
        for several in (f"save_{kind.name}", f"replace_{kind.name}"):
            yield several, needs


NEEDS: Mapping[str, Needs] = MappingProxyType(
    {**{name: need for need, names in _BY_NEED.items() for name in names.split()},
     **dict(_of_kinds())}
)  # fmt: skip
"""By the name of a route."""


async def _allowed(request: Request, session: TheSession) -> None:
    if not request.app.state.door.shared:
        return
    needs = NEEDS.get(request.scope["route"].name)
    if needs == "nothing":
        return
    asker = asker_of(request)
    if asker is None or needs is None:  # the door has let nobody by who is not signed in
        raise NotAllowed("", "not_allowed")
    if needs == "keeper" and not asker.person.keeper:
        raise NotAllowed("", "keeper_alone")
    if needs in ("sign_in", "keeper"):
        return
    garden_id = _garden_id(request)
    role = await run_in_threadpool(_role_in, session, garden_id, asker, needs)
    request.state.role = role


def _role_in(session: TheSession, garden_id: str, asker: Asker, needs: Needs) -> Role:
    """What somebody may do in a garden, if that is enough. Strangers do not learn that it is."""
    role = members.role_in(session, garden_id, asker.person)
    if needs == "new":
        if role is None and not reading.exists(session, garden_id):
            return "owner"
        needs = "owner"
    if role is None:
        raise Missing(garden_id)
    if needs not in members.ROLES or not members.may(role, needs):
        raise NotAllowed("", f"needs_{needs}")
    return role


def _garden_id(request: Request) -> str:
    typed = str(request.path_params.get("garden_id", ""))
    try:
        return str(UUID(typed))
    except ValueError as error:
        raise Missing(typed) from error


ALLOWED = Depends(_allowed)


def missing(names: Iterable[str]) -> list[str]:
    """Return the routes that no rule is written for.

    Parameters
    ----------
    names : iterable of str
        Of all routes.

    Returns
    -------
    list of str
        Empty as it should be.
    """
    return sorted(set(names) - set(NEEDS))
