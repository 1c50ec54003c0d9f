"""The one check that would tell the two likeliest causes apart, and what to do meanwhile."""

from dataclasses import dataclass
from math import log

from eznel.core.reference import Check, Symptoms, names_of
from eznel.core.symptoms.odds import Case, Suspect, named

WORTH = log(4.0)
"""A check is worth its while where its outcomes move two causes by this against each other."""
CLEAR = 5.0
"""Who is this many times likelier than the next needs no check."""
FIRST = "check_first"
"""What is done while a check is still to decide."""


@dataclass(frozen=True, slots=True)
class Verdict:
    """Who is named, what is done, and the check that is still worth making."""

    named: tuple[Suspect, ...]
    answer: str
    check: str | None
    of: tuple[Suspect, ...]
    """All causes, the likeliest first."""


def verdict(case: Case, of: tuple[Suspect, ...], symptoms: Symptoms) -> Verdict:
    """Return what follows from the odds.

    Parameters
    ----------
    case : Case
        Crop, and the checks that were made.
    of : tuple of Suspect
        Its causes, the likeliest first.
    symptoms : Symptoms
        The tables.

    Returns
    -------
    Verdict
        Where two are named that want different things, and a check can tell them apart, nothing
        is done before it.
    """
    told = named(of)
    near = len(of) > 1 and of[1].share * CLEAR > of[0].share
    check = best_check(case, of[0].cause, of[1].cause, symptoms) if near else None
    answers = {symptoms.causes[one.cause].answer for one in told}
    answer = symptoms.causes[told[0].cause].answer
    undecided = len(answers) > 1 and check is not None
    return Verdict(told, FIRST if undecided else answer, check, of)


def best_check(case: Case, first: str, second: str, symptoms: Symptoms) -> str | None:
    """Return the check whose outcomes move two causes furthest apart.

    Parameters
    ----------
    case : Case
        Crop, and the checks that were made.
    first : str
        The likeliest cause.
    second : str
        The one that is told apart from it.
    symptoms : Symptoms
        The tables.

    Returns
    -------
    str or None
        Key of a check that was not made yet; None where none is worth its while.
    """
    names = names_of(case.crop)
    outcomes: dict[str, list[Check]] = {}
    for row in symptoms.checks:
        if row.key not in case.checked and set(names) & set(row.of):
            outcomes.setdefault(row.key, []).append(row)

    def moves(key: str) -> float:
        logs = [
            log(_ratio(first, row, symptoms) / _ratio(second, row, symptoms))
            for row in outcomes[key]
        ]
        return max(logs) - min(logs)

    best = max(outcomes, key=moves, default=None)
    return best if best is not None and moves(best) >= WORTH else None


def _ratio(cause: str, row: Check, symptoms: Symptoms) -> float:
    known = symptoms.ratio_of.get((cause, "check", row.key, row.outcome))
    return known.ratio if known is not None else 1.0
