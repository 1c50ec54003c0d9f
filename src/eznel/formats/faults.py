"""Errors as people read them: the field, what is wrong with it, and a way out."""

from dataclasses import dataclass
from typing import Any

from pydantic import ValidationError

from eznel.core.errors import Refusal
from eznel.words import Said, Words

# Tags of unions and places that pydantic adds to the path of a field.
_TAGS = frozenset(
    {"bed", "tub", "rectangle", "row", "circle", "ellipse", "l_shape", "polygon", "frustum",
     "trough", "nominal", "ScoopOf", "WeighedOf", "Weighed", "Counted", "Heaped", "Mass",
     "Volume", "body", "analysed", "mix", "function-after[_can_be_a_label(), Product]"}
)  # fmt: skip


_WAYS = frozenset({"layer", "holes", "plant", "nitrogen", "total"})
"""Tags of how much is worked in; elsewhere these are names of fields."""


@dataclass(frozen=True, slots=True)
class Fault:
    """One field at fault."""

    field: str
    key: str
    problem: str
    remedy: str


class _Blank(dict[str, Any]):
    """Numbers for a sentence; what is not given is left out."""

    def __missing__(self, name: str) -> str:
        return ""


def sentence(key: str, quantities: dict[str, Any], words: Words) -> Said:
    """Return the sentence of an error with its numbers put in.

    Parameters
    ----------
    key : str
        Name of the error.
    quantities : dict
        Numbers and names in it.
    words : Words
        The locale's sentences.

    Returns
    -------
    Said
        Problem and remedy; a general one for a name that has none.
    """
    said = words.errors.get(key, words.errors["other"])
    shown = {n: f"{v:g}" if isinstance(v, float) else v for n, v in quantities.items()}
    if shown.get("likely"):
        shown["likely"] = f" ({shown['likely']})"
    return Said(said.text.format_map(_Blank(shown)), said.remedy.format_map(_Blank(shown)))


def of(error: Refusal | ValidationError, words: Words) -> list[Fault]:
    """Return the faults in an error, each at its field.

    Parameters
    ----------
    error : Refusal or ValidationError
        What was raised.
    words : Words
        The locale's sentences.

    Returns
    -------
    list of Fault
        At least one.
    """
    if isinstance(error, Refusal):
        said = sentence(error.key, error.quantities, words)
        return [Fault(error.field, error.key, said.text, said.remedy)]
    return from_details(error.errors(include_url=False), words)


def _path(parts: list[str]) -> list[str]:
    """A field's path without the tags of the alternatives that it went through."""
    return [
        part
        for before, part in zip(["", *parts], parts, strict=False)
        if part not in _TAGS and not (before == "how" and part in _WAYS)
    ]


def from_details(details: Any, words: Words) -> list[Fault]:
    """Return the faults in the details of a validation error.

    Parameters
    ----------
    details : sequence of dict
        As the validation library gives them. [details]
    words : Words
        The locale's sentences.

    Returns
    -------
    list of Fault
        Each field once: of an alternative that fits no branch, the last one counts.
    """
    faults: dict[str, Fault] = {}
    for detail in details:
        context = dict(detail.get("ctx", {}))
        path = _path([str(part) for part in detail["loc"]])
        if context.get("field"):
            path.append(context["field"])
        said = sentence(detail["type"], context, words)
        field = ".".join(path)
        faults[field] = Fault(field, detail["type"], said.text, said.remedy)
    return list(faults.values())
