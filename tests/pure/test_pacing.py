"""What a hand on the sheet does is told on at most so often, and its end always."""

import pytest

# Told at each of these times; what was heard in 200 ms.
HEARD = """new Promise((done) => {
  const heard = [], paced = pacing.pacing((n) => heard.push(n), 40)
  x.told.forEach(([at, n]) => setTimeout(() => n === null ? paced.stop() : paced.tell(n), at))
  setTimeout(() => done(heard), 200)
})"""


@pytest.mark.parametrize(
    ("told", "heard"),
    [
        ([[0, 1]], [1]),  # at once
        ([[0, 1], [1, 2], [2, 3]], [1, 3]),  # the latest of what came too soon, and once
        ([[0, 1], [1, 2], [120, 3]], [1, 2, 3]),  # after a rest at once again
        ([[0, 1], [1, 2], [2, None]], [1]),  # let go: what waited is not told after it
        ([[0, 1], [1, None], [2, 2]], [1, 2]),  # and the next begins anew
    ],
)
def test_what_is_told_too_soon_waits(ask, told: list[list[int | None]], heard: list[int]) -> None:
    assert ask(HEARD, {"told": told}) == [heard]
