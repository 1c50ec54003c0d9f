"""What the core refuses.

* Refusal
  + Impossible      the value cannot be: no garden has it
  + Unknown         the name is in no table we have

A value that is possible but odd is no error: it is a `Finding` beside the result
(see `working`). A refusal carries data; the sentence is made from it in `words`.
"""


class Refusal(Exception):
    """A request the core will not compute.

    `field` is the dotted place of the value, `key` names the sentence (problem and way out),
    `quantities` are the numbers and names that the sentence shows.
    """

    def __init__(self, field: str, key: str, **quantities: float | str) -> None:
        super().__init__(f"{field}: {key} {quantities}")
        self.field, self.key, self.quantities = field, key, quantities

    def __reduce__(self) -> tuple[object, ...]:
        return _again, (type(self), self.field, self.key, self.quantities)


class Impossible(Refusal):
    """The value cannot be: no garden has it."""


class Unknown(Refusal):
    """The name is in no table that we have."""


def _again(kind: type[Refusal], field: str, key: str, said: dict[str, float | str]) -> Refusal:
    """A refusal as it was before it went to another process."""
    return kind(field, key, **said)
