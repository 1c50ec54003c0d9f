"""A planting's dates: stages, last picking, the hold, and the day from which nothing is fed."""

from collections.abc import Mapping
from dataclasses import dataclass
from datetime import date, timedelta

from eznel.core.crops.stages import StageSpan, stage_spans
from eznel.core.document import Place, Planting, Programme, Site
from eznel.core.errors import Unknown
from eznel.core.reference import Catalogue, Crop, Stage

COVER_C = 3.0
"""A place this much warmer than outside is under cover."""
COVER_GAINS_DAYS = 42
"""How much later than outside the first frost ends a tender crop there: assumed."""


@dataclass(frozen=True, slots=True)
class Calendar:
    """The dates of a stand: its stages, last picking, and the day from which nothing is fed."""

    spans: tuple[StageSpan, ...]
    last_pick: date
    stop: date
    hold_end: date

    def start_of(self, stage: str) -> date | None:
        """Return the first day of a stage, if it comes."""
        return next((span.start for span in self.spans if span.key == stage), None)


def stages_of(planting: Planting, catalogue: Catalogue) -> tuple[Stage, ...]:
    """Return a planting's stages; a crop sown where it stays is never transplanted.

    Parameters
    ----------
    planting : Planting
        The planting. [document]
    catalogue : Catalogue
        For its crop's stages. [rows]

    Returns
    -------
    tuple of Stage
        In order.
    """
    stages = catalogue.stages[planting.crop]
    if not planting.sown_in_place:
        return stages
    return tuple(s for s in stages if s.key not in ("transplant_establishment", "potted_on"))


def calendar_of(
    planting: Planting,
    place: Place,
    site: Site,
    programme: Programme,
    catalogue: Catalogue,
    *,
    seen: Mapping[str, date],
) -> Calendar:
    """Return a planting's dates by the site's usual warmth, and by what was seen.

    Parameters
    ----------
    planting : Planting
        The planting. [document]
    place : Place
        Where it stands, for how much warmer that is. [°C]
    site : Site
        Normals and frosts. [°C]
    programme : Programme
        For its hold. [days]
    catalogue : Catalogue
        Crops and stages. [rows]
    seen : mapping of str to date
        Stages that were seen to begin; they re-anchor everything after them. [dates]

    Returns
    -------
    Calendar
        The planting's dates.

    Raises
    ------
    Unknown
        When a stage that was seen is none of the crop's.
    """
    crop, stages = catalogue.crop(planting.crop), stages_of(planting, catalogue)
    keys = [stage.key for stage in stages]
    for key in seen:
        if key not in keys:
            raise Unknown("stage", "unknown_stage", name=key)
    anchors = _anchors(planting, stages) | {key: (day, True) for key, day in seen.items()}
    spans = stage_spans(crop, stages, site, place.warmer_by_c, anchors)
    frost = _first_frost_after(planting.planted_on, site)
    last_pick = planting.ends_on or spans[-1].end
    if planting.ends_on is None and crop.frost == "none" and frost is not None:
        covered = place.warmer_by_c >= COVER_C
        last_pick = min(last_pick, frost + timedelta(COVER_GAINS_DAYS if covered else 0))
    return Calendar(
        spans=spans,
        last_pick=last_pick,
        stop=_stop(crop, spans, last_pick, frost),
        hold_end=_hold_end(planting, programme, stages, spans, seen),
    )


def _first_frost_after(day: date, site: Site) -> date | None:
    if site.first_frost is None:
        return None
    month, number = (int(part) for part in site.first_frost.split("-"))
    this_year = date(day.year, month, min(number, 28) if month == 2 else number)
    return this_year if this_year > day else this_year.replace(year=day.year + 1)


def _anchors(planting: Planting, stages: tuple[Stage, ...]) -> dict[str, tuple[date, bool]]:
    if _begins_there(planting, stages):
        return {stages[0].key: (planting.planted_on, False)}
    anchors = {"transplant_establishment": (planting.planted_on, False)}
    if planting.sown_on is not None:
        anchors[stages[0].key] = (planting.sown_on, False)
    return anchors


def _begins_there(planting: Planting, stages: tuple[Stage, ...]) -> bool:
    """Whether its first stage is in its place: sown there, or never transplanted by anybody."""
    return planting.sown_in_place or all(s.key != "transplant_establishment" for s in stages)


def _hold_end(
    planting: Planting,
    programme: Programme,
    stages: tuple[Stage, ...],
    spans: tuple[StageSpan, ...],
    seen: Mapping[str, date],
) -> date:
    """First day of feeding: true leaves for a crop sown in place, else after the hold."""
    keys = [stage.key for stage in stages]
    if _begins_there(planting, stages):
        # Seed lives on itself until true leaves, a seed tuber until shoots are up.
        after = keys[keys.index("seedling") + 1 if "seedling" in keys else 1]
        return next(span.start for span in spans if span.key == after)
    planned = planting.planted_on + timedelta(programme.hold_days)
    restarted = keys[keys.index("transplant_establishment") + 1 :]
    growing = [seen[key] for key in restarted if key in seen]
    return min([planned, *(max(day, planting.planted_on) for day in growing)])


def _stop(
    crop: Crop, spans: tuple[StageSpan, ...], last_pick: date, first_frost: date | None
) -> date:
    """The earliest of the stop stage, the stop days and the last picking."""
    starts = {span.key: span.start for span in spans}
    before = {"last_pick": last_pick, "first_frost": first_frost, "first_harvest": None}
    before["first_harvest"] = starts.get("harvest")
    ends = [last_pick]
    if crop.stop_stage in starts:
        ends.append(starts[crop.stop_stage])
    event = before.get(crop.stop_before or "")
    if event is not None:
        ends.append(event - timedelta(crop.stop_days or 0))
    return min(ends)
