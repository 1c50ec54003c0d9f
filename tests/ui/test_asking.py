"""What a word means: asked beside its field, or looked for in the list."""

from playwright.sync_api import Page, expect


def test_a_question_mark_opens_its_word_and_gives_the_focus_back(slip_page: Page) -> None:
    slip_page.get_by_role("link", name="Soil").click()
    slip_page.get_by_role("button", name="Type in a test").click()
    mark = slip_page.get_by_role("button", name="What is this: Buffer pH")
    mark.click()
    words = slip_page.get_by_role("dialog", name="What words mean")
    expect(words.get_by_text("how much acid the soil holds back")).to_be_in_viewport()
    slip_page.keyboard.press("Escape")
    expect(words).to_be_hidden()
    expect(mark).to_be_focused()


def test_a_word_is_found_by_other_names_of_it(slip_page: Page) -> None:
    slip_page.get_by_role("button", name="What words mean").click()
    words = slip_page.get_by_role("dialog", name="What words mean")
    words.get_by_label("Find a word").fill("humus")
    expect(words.get_by_role("term")).to_have_text(["Organic matter"])
    words.get_by_label("Find a word").fill("zzz")
    expect(words.get_by_text("Nothing of that name")).to_be_visible()
