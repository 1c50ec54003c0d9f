"""What is taken over from an earlier computation, and what is made again."""

from eznel.core.kept import Kept


def test_a_part_is_made_again_only_when_what_it_was_made_from_differs() -> None:
    made: list[str] = []

    def part(kept: Kept, key: str, of: int) -> list[int]:
        def make() -> list[int]:
            made.append(key)
            return [of]

        return kept.part(key, (of,), make)

    first = Kept(("monday",))
    one, two = part(first, "one", 1), part(first, "two", 2)
    assert part(first, "one", 1) is one
    second = Kept(("monday",), first)
    assert part(second, "one", 1) is one
    assert part(second, "two", 3) == [3]
    assert made == ["one", "two", "two"]
    assert part(Kept(("tuesday",), second), "one", 1) is not one  # the day reaches all
    assert part(Kept(("monday",), second), "two", 2) is not two  # only what was made last is known


def test_what_took_for_granted_what_is_no_longer_so_is_made_again() -> None:
    earlier = Kept(())
    three = earlier.part("job", (1,), lambda: [3])
    kept = earlier.part("job", (1,), lambda: [4], holds=lambda job: job == [3])
    assert kept is three
    assert Kept((), earlier).part("job", (1,), lambda: [4], holds=lambda job: job != [3]) == [4]
