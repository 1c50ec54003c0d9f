"""A short torture; `./eznel torture --minutes 30` is a long one. And what it finds."""

from typing import Any

import pytest

from eznel import torture


def test_nothing_that_was_acknowledged_is_lost(monkeypatch: pytest.MonkeyPatch) -> None:
    """Every blow once, quickly."""
    monkeypatch.setattr(torture, "PAUSE_S", (0.2, 0.6))
    said: list[object] = []
    assert torture.torture(0.2, seed=5, say=said.append) == []
    (told,) = said
    assert "writes acknowledged" in str(told)
    assert " × " in str(told)


def test_a_write_that_is_lost_is_found(monkeypatch: pytest.MonkeyPatch) -> None:
    """An application that acknowledges a third of the scoops and stores them nowhere."""
    honest, count = torture.Application.until_answered, iter(range(10_000))

    def lying(
        app: torture.Application, seen: torture.Seen, path: str, body: Any = None, method: str = ""
    ) -> Any:
        if body and "/scoops/" in path and next(count) % 3 == 0:
            return {"revision": 1}
        return honest(app, seen, path, body, method)

    monkeypatch.setattr(torture.Application, "until_answered", lying)
    monkeypatch.setattr(torture, "BLOWS", {"nothing": lambda app, chance, disk: None})
    wrong = torture.torture(0.05, seed=5, say=lambda said: None)
    assert any("was acknowledged as" in one for one in wrong)
