"""The trials of a garden: whether they are fair, how many plants they take, what they show."""

from collections.abc import Sequence
from dataclasses import dataclass
from math import hypot, sqrt
from uuid import UUID

from eznel.core.document import Trial
from eznel.core.errors import Impossible, Unknown
from eznel.core.places import plant_area
from eznel.core.season.workings import Workings
from eznel.core.trials.difference import Difference, Pooled, differences, pooled
from eznel.core.trials.fair import unfair, wanted
from eznel.core.trials.lots import Candidate, Lot, draw
from eznel.core.working import Finding, Worked

GRAMS = {"kg": 1000.0, "g": 1.0}
"""Units of a measure that is a weight. [g]"""
MOST_PLANTS = 400
BESIDE_TIMES = 1.2
"""Plants within this many times the side of the ground each has stand beside one another. [m/m]"""


@dataclass(frozen=True, slots=True, kw_only=True)
class TrialRead:
    """A trial with what can be said of it today."""

    trial: Trial
    findings: tuple[Finding, ...]
    wanted: Worked | None
    """Plants on each side for the difference hoped for. [count]"""
    differences: tuple[Difference | None, ...]
    pooled: Pooled | None
    """With the trial that it repeats, by the first measure."""


def trials(workings: Workings) -> tuple[TrialRead, ...]:
    """Return the trials of a garden, the latest first.

    Parameters
    ----------
    workings : Workings
        The garden's.

    Returns
    -------
    tuple of TrialRead
        A difference only where both sides have enough plants.
    """
    mine = workings.garden.trials
    ordered = sorted(mine, key=lambda one: (one.on, str(one.id)), reverse=True)
    return tuple(_read(one, workings) for one in ordered)


def lots(trial: UUID, plantings: Sequence[UUID], workings: Workings) -> tuple[Lot, ...]:
    """Return every plant of some plantings with the treatment that it drew.

    Parameters
    ----------
    trial : UUID
        The trial's id, from which chance comes.
    plantings : sequence of UUID
        Whose plants take part.
    workings : Workings
        The garden's.

    Returns
    -------
    tuple of Lot
        Planting by planting, in the order of the drawing.

    Raises
    ------
    Unknown
        When a planting is not there.
    Impossible
        When there are fewer than two plants, or more than a trial takes.
    """
    stands = {one.id: one for one in workings.stands.all}
    for one in plantings:
        if one not in stands:
            raise Unknown("plantings", "no_such_thing", id=str(one))
    found = [
        Candidate(one, n) for one in dict.fromkeys(plantings) for n in range(stands[one].plants)
    ]
    if not 2 <= len(found) <= MOST_PLANTS:
        raise Impossible("plantings", "trial_plants", plants=len(found), most=MOST_PLANTS)
    return draw(trial, found)


def _read(trial: Trial, workings: Workings) -> TrialRead:
    found = differences(trial)
    return TrialRead(
        trial=trial,
        findings=unfair(trial, _neighbours(trial, workings)),
        wanted=wanted(trial, _usual(trial, workings)),
        differences=found,
        pooled=_pooled(trial, found[0], workings),
    )


def _neighbours(trial: Trial, workings: Workings) -> dict[Candidate, int]:
    """How many others stand beside each plant; nothing of tubs, where nobody crowds another."""
    found: dict[Candidate, int] = {}
    for stand in workings.stands.all:
        if stand.where == "tub" or not any(one.planting == stand.id for one in trial.plants):
            continue
        near = BESIDE_TIMES * sqrt(plant_area(stand.spacing).value)
        for n, here in enumerate(stand.points):
            found[Candidate(stand.id, n)] = sum(
                0 < hypot(here.x_m - other.x_m, here.y_m - other.y_m) <= near
                for other in stand.points
            )
    return found


def _usual(trial: Trial, workings: Workings) -> float | None:
    """What a plant usually brings, where the first measure is a weight. [unit]"""
    grams = GRAMS.get(trial.measures[0].unit.strip())
    if grams is None:
        return None
    stands = {one.id: one for one in workings.stands.all}
    of = [stands[one.planting] for one in trial.plants]
    kg = sum(stand.crop.yield_kg_plant for stand in of) / len(of)
    return 1000 * kg / grams


def _pooled(trial: Trial, mine: Difference | None, workings: Workings) -> Pooled | None:
    """With all that it repeats, in turn, where the same was measured."""
    known = {one.id: one for one in workings.garden.trials}
    found, earlier, seen = [mine], trial.repeats, {trial.id}
    while earlier is not None and earlier in known and earlier not in seen:
        seen.add(earlier)
        one = known[earlier]
        if one.measures[0].unit == trial.measures[0].unit:
            found.append(differences(one)[0])
        earlier = one.repeats
    return pooled([one for one in found if one is not None])
