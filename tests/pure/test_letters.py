"""Writes on their way: kept in memory first, in the browser second, and never twice."""

import json

LETTER = {
    "id": "l1", "garden": "g", "kind": "feeds", "key": "k", "thing": {"id": "k"}, "basedOn": 0,
    "tried": False, "refused": None,
}  # fmt: skip

BOX = """(() => {
    const lies = { text: x.text ?? null, aside: null }
    const drawer = {
        read: () => lies.text,
        write: (text) => { if (x.full) return false; lies.text = text; return true },
        setAside: (text) => { lies.aside = text; lies.text = '[]' },
    }
    const box = new letters.LetterBox(drawer)
    STEPS
    return { all: box.get().all.map((one) => one.id), onlyHere: box.get().onlyHere,
             damaged: box.get().damaged, lies }
})()"""


def box(ask, steps: str, **given: object) -> dict:
    (found,) = ask(BOX.replace("STEPS", steps), {"letter": LETTER, **given})
    return found


def test_a_full_browser_loses_nothing_while_the_page_is_open(ask) -> None:
    found = box(ask, "box.change((all) => [...all, x.letter]); box.refresh()", full=True)
    assert (found["all"], found["onlyHere"], found["lies"]["text"]) == (["l1"], True, None)


def test_what_was_answered_stays_gone_where_the_browser_cannot_forget(ask) -> None:
    """The drawer is full: the letter still lies in it after it was answered."""
    found = box(ask, "box.change(() => []); box.refresh()", full=True, text=json.dumps([LETTER]))
    assert found["all"] == []


def test_what_another_page_put_there_is_kept(ask) -> None:
    steps = """
        lies.text = JSON.stringify([{ ...x.letter, id: 'theirs' }])
        box.change((all) => [...all, x.letter])
    """
    found = box(ask, steps)
    assert found["all"] == ["theirs", "l1"]
    assert found["onlyHere"] is False


def test_damaged_letters_are_set_aside(ask) -> None:
    found = box(ask, "box.change((all) => [...all, x.letter])", text='[{"id": 3}]')
    assert (found["all"], found["damaged"]) == (["l1"], True)
    assert found["lies"]["aside"] == '[{"id": 3}]'


def test_only_letters_are_letters(ask) -> None:
    texts = ("[]", "{", '{"id": "x"}', "null")
    assert ask("letters.parseLetters(x)", *texts) == [[], None, None, None]
