"""Every finding is said in every language, on screen, as text, on paper and in the calendar."""

import re
from collections.abc import Iterable, Iterator
from dataclasses import replace
from string import Formatter

import pytest
from icalendar import Calendar

import gardens
from eznel.core.document import Garden
from eznel.core.plan import SeasonPlan
from eznel.core.working import Finding, Level, Quantity
from eznel.formats.calendar_file import write_calendar
from eznel.formats.plan_text import as_text
from eznel.formats.season_sheet import write_season
from eznel.formats.text import say
from eznel.words import LOCALES, Words, words
from formats.test_season_sheet import plain, text_of

NUMBER = 4321.5


def every_finding(locale: str) -> list[Finding]:
    """Each with all numbers and names that its sentence asks for."""
    made = []
    for key, said in words(locale).findings.items():
        fields = {name for _, name, _, _ in Formatter().parse(said.text) if name}
        last = max((int(name) for name in fields if name.isdigit()), default=0)
        numbers = tuple(
            Quantity(name, NUMBER, "g")
            for name in sorted(fields)
            if not name.isdigit() and name != "names"
        )
        names = tuple("UVWXY"[: last + 1])
        made.append(Finding(key, Level.WARNING, numbers=numbers, names=names))
    return made


@pytest.mark.parametrize("locale", LOCALES)
def test_every_finding_is_said(locale: str) -> None:
    known = words(locale)
    for finding in every_finding(locale):
        fields = [f for _, f, _, _ in Formatter().parse(known.findings[finding.key].text) if f]
        for system in ("metric", "us"):
            shown = say(finding, known, system)
            assert "{" not in shown.text + shown.remedy, finding.key
            asked = [finding.names[int(n)] for n in fields if n.isdigit()]
            assert all(name in shown.text for name in asked), finding.key
            assert not finding.numbers or any(x in shown.text for x in "0123456789"), finding.key


@pytest.mark.parametrize("locale", LOCALES)
def test_every_finding_is_told_wherever_a_plan_is_written(locale: str) -> None:
    garden = a_garden()
    known, found, plan = words(locale), tuple(every_finding(locale)), gardens.plan_of(garden)
    (place,), (planting,) = plan.places, plan.plantings
    for told in (replace(place, findings=found), replace(planting, findings=found)):
        where = "places" if told.id == place.id else "plantings"
        one = replace(plan, **{where: (told,)})
        is_told(found, known, as_text(one, garden, known))
        is_told(found, known, paper_of(one, garden, known))


@pytest.mark.parametrize("locale", LOCALES)
def test_every_finding_of_a_job_is_told_wherever_it_is_written(locale: str) -> None:
    garden = a_garden()
    known, found, plan = words(locale), tuple(every_finding(locale)), gardens.plan_of(garden)
    (planting,) = plan.plantings
    first = next(n for n, job in enumerate(planting.jobs) if job.mixes)
    for some in batched(found, 12):
        job = replace(planting.jobs[first], findings=some)
        jobs = (*planting.jobs[:first], job, *planting.jobs[first + 1 :])
        one = replace(plan, plantings=(replace(planting, jobs=jobs),))
        is_told(some, known, as_text(one, garden, known))
        is_told(some, known, paper_of(one, garden, known))
        events = Calendar.from_ical(write_calendar(one, garden, known, 1)).walk("VEVENT")
        is_told(some, known, "\n".join(str(event.get("description", "")) for event in events))


def a_garden() -> Garden:
    return gardens.garden(
        places=[gardens.bed()],
        plantings=[gardens.planting("cucumber", plants=8)],
        products=[gardens.product("feed", "soluble", N=10, K2O=15)],
        scoops=[gardens.scoop("spoon", 5)],
    )


def paper_of(made: SeasonPlan, garden: Garden, known: Words) -> str:
    return text_of(write_season(made, garden, known, "a4"))


def is_told(found: Iterable[Finding], known: Words, where: str) -> None:
    squeezed = letters(where)
    for finding in found:
        shown = say(finding, known)
        assert letters(f"{shown.text} {shown.remedy}") in squeezed, finding.key


def letters(text: str) -> str:
    """Without digits: a page's number may stand within a sentence."""
    return re.sub(r"\d", "", plain(text))


def batched(found: tuple[Finding, ...], size: int) -> Iterator[tuple[Finding, ...]]:
    for start in range(0, len(found), size):
        yield found[start : start + size]


@pytest.mark.parametrize(
    ("locale", "one", "two"), [("de", "1 Tag", "2 Tage"), ("es", "1 día", "2 días")]
)
def test_days_are_counted_in_the_readers_language(locale: str, one: str, two: str) -> None:
    def told(days: int) -> str:
        left = Quantity("days_left", days, "days")
        finding = Finding("wait_before_picking", Level.HOLD, numbers=(left,), names=("X",))
        return say(finding, words(locale)).text

    assert one in told(1)
    assert two in told(2)
