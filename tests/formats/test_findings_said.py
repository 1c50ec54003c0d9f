"""Every finding can be said in every language and unit system: no sentence fails on its numbers."""

from string import Formatter

import pytest

from eznel.core.working import Finding, Quantity
from eznel.formats.text import say
from eznel.words import LOCALES, words


@pytest.mark.parametrize("locale", LOCALES)
def test_every_finding_is_said(locale: str) -> None:
    known = words(locale)
    for key, said in known.findings.items():
        fields = [name for _, name, _, _ in Formatter().parse(said.text) if name]
        last = max((int(name) for name in fields if name.isdigit()), default=0)
        names = tuple("UVWXY"[: last + 1])
        numbers = tuple(
            Quantity(name, 4321.5, "g") for name in fields if not name.isdigit() and name != "names"
        )
        for system in ("metric", "us"):
            shown = say(Finding(key, numbers=numbers, names=names), known, system)
            assert "{" not in shown.text + shown.remedy, key
            assert all(names[int(n)] in shown.text for n in fields if n.isdigit()), key
            assert not numbers or any(digit in shown.text for digit in "0123456789"), key
