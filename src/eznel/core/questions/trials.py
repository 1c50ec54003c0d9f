"""The trials of a garden: whether they are fair, how many plants they take, what they show."""

from collections.abc import Sequence
from dataclasses import dataclass
from uuid import UUID

from eznel.core.document import Trial
from eznel.core.errors import Impossible, Unknown
from eznel.core.season.workings import Workings
from eznel.core.trials.difference import Difference, Pooled, differences, pooled
from eznel.core.trials.fair import unfair, wanted
from eznel.core.trials.lots import Candidate, Lot, draw
from eznel.core.working import Finding, Worked

GRAMS = {"kg": 1000.0, "g": 1.0}
"""Units of a measure that is a weight. [g]"""
MOST_PLANTS = 400


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
        findings=unfair(trial),
        wanted=wanted(trial, _usual(trial, workings)),
        differences=found,
        pooled=_pooled(trial, found[0], workings),
    )


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
