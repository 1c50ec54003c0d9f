"""Only a number that is not there is said not to be; a mistake of ours stays one."""

import pytest

import gardens
from eznel import catalogue
from eznel.core.document import Log
from eznel.core.errors import Unknown
from eznel.core.plan import explain

GARDEN = gardens.garden(
    places=[gardens.bed(), gardens.tub()],
    plantings=[gardens.planting("kale"), gardens.planting("tomato", "tub", plants=1)],
    products=[gardens.product("feed", "soluble", N=10, K2O=15)],
    scoops=[gardens.scoop()],
)
BED, TUB, KALE = gardens.uid("bed"), gardens.uid("tub"), gardens.uid("kale")


def asked(key: str):
    return explain(GARDEN, Log(), gardens.TODAY, catalogue.load(), key)


@pytest.mark.parametrize(
    "key",
    [
        "", "nonsense", "area", f"area/{BED}/more", "area/not-an-id", f"area/{gardens.uid('x')}",
        f"volume/{BED}", f"soil/{TUB}", f"mix/{TUB}/0", f"mix/{TUB}/-1", f"mix/{TUB}/x",
        f"value/{BED}/K", f"ph/{BED}", f"mend/{BED}", f"lime/{BED}/SMP", f"cec/{BED}",
        f"need/{KALE}/Xy", f"need/{gardens.uid('x')}/N", f"job/{gardens.uid('x')}/N",
        f"scoop/{gardens.uid('feed')}/{gardens.uid('x')}", f"water/{BED}/gallons",
        f"school/none/{KALE}/P", f"prepared/{gardens.uid('x')}", f"ground/{gardens.uid('tomato')}",
    ],
)  # fmt: skip
def test_what_is_not_in_the_plan_is_said_so(key: str) -> None:
    with pytest.raises(Unknown) as refused:
        asked(key)
    assert refused.value.key == "no_such_number"


@pytest.mark.parametrize("error", [KeyError, ValueError, IndexError, TypeError, StopIteration])
def test_a_mistake_of_ours_is_not_hidden_behind_it(
    error: type[Exception], monkeypatch: pytest.MonkeyPatch
) -> None:
    def wrong(*arguments: object) -> None:
        raise error("a mistake")

    monkeypatch.setattr("eznel.core.places.area", wrong)
    with pytest.raises((error, RuntimeError)):
        asked(f"area/{BED}")
