"""Every view of who files, in both schemes: nothing that axe-core finds, nothing cut off, nothing on top of another."""

from collections.abc import Callable, Iterator

import pytest
from playwright.sync_api import Browser, Page, expect

from tests.journeys.conftest import fill_slip, sign_in
from tests.journeys.looking import assert_sound, go_to, outside
from tests.support import Server


def desk_with_a_full_slip(page: Page) -> None:
    words = "a long account of what was said on the notice about the leading lights and the wall"
    fill_slip(
        page,
        "a very long name",
        ("pho", "tph", "1 11 26", words, "N-2026-0001-B", "12.50"),
        "let posted 2026",
    )
    expect(page.locator(".strip .ghost")).to_be_visible()


def desk_with_open_folders(page: Page) -> None:
    page.get_by_role("link", name="empty scan").click()
    page.get_by_text("This document cannot be shown.").wait_for()
    page.keyboard.press("Alt+/")
    expect(page.get_by_role("option").first).to_be_visible()


def desk_with_a_problem(page: Page) -> None:
    page.get_by_role("link", name="tide tables").click()
    expect(page.get_by_role("combobox", name="Kind")).to_be_focused()
    page.keyboard.press("Control+Enter")
    expect(page.locator(".slipfield.lacking").first).to_be_visible()


def desk_compared(page: Page) -> None:
    page.get_by_role("link", name="scan_00428").click()
    page.get_by_text("It is here already").wait_for()
    page.keyboard.press("Alt+d")
    expect(page.get_by_role("dialog")).to_contain_text("Both say the same.")


def desk_inside(page: Page) -> None:
    page.get_by_role("link", name="harbour papers.zip").click()
    page.get_by_text("2 files inside.").wait_for()
    page.keyboard.press("Alt+i")
    expect(page.get_by_role("dialog")).to_contain_text("berth.pdf")


def desk_pages(page: Page) -> None:
    page.get_by_role("link", name="scan_00429").click()
    page.get_by_text("Page 1 of 2").wait_for()
    page.keyboard.press("Alt+p")
    expect(page.get_by_role("dialog").locator(".leaf")).to_have_count(2)


def desk_together(page: Page) -> None:
    page.get_by_role("link", name="Dredging in December").click()
    page.get_by_title("The text of Dredging in December.eml").wait_for()
    page.keyboard.press("Alt+m")
    expect(page.get_by_role("dialog").locator("tr.ant-table-row")).to_have_count(1, timeout=60_000)


def desk_outline(page: Page) -> None:
    page.get_by_role("link", name="IMG_4377").click()
    page.get_by_text("Page 1 of 1").wait_for()
    page.keyboard.press("Alt+p")
    expect(page.get_by_role("dialog").locator(".leaf")).to_have_count(1)
    page.keyboard.press("o")
    expect(page.locator(".corner")).to_have_count(4, timeout=60_000)


def desk_asking(page: Page) -> None:
    page.get_by_role("link", name="Dredging in December").click()
    page.keyboard.press("Alt+q")
    page.get_by_label("Question").fill("Is this ours to pay?")


def keys(page: Page) -> None:
    page.get_by_role("link", name="tide tables").click()
    expect(page.get_by_role("combobox", name="Kind")).to_be_focused()
    page.keyboard.press("Escape")
    page.keyboard.press("?")
    expect(page.get_by_role("dialog")).to_be_visible()


def folders(page: Page) -> None:
    go_to(page, "/folders")
    page.get_by_role("navigation", name="Outline").get_by_text("Letters").click()
    expect(page.locator(".tablerow", has_text="the long conversation").or_(
        page.locator(".tablerow", has_text="the-long-conversation")).first).to_be_visible()  # fmt: skip
    page.keyboard.press("ArrowDown")
    expect(page.get_by_role("complementary", name="Document")).to_contain_text("Where it has been")


def folders_large(page: Page) -> None:
    folders(page)
    page.keyboard.press("Space")
    expect(page.locator(".details.wide")).to_be_visible()


def folders_empty(page: Page) -> None:
    go_to(page, "/folders")
    page.get_by_role("navigation", name="Outline").get_by_text("Finance").click()
    expect(page.get_by_text("No document stands in this folder itself")).to_be_visible()


def find(page: Page) -> None:
    go_to(page, "/find?q=fenders")
    expect(page.locator("article.hit").first).to_be_visible()


def find_nothing(page: Page) -> None:
    go_to(page, "/find?q=zeppelin")
    expect(page.get_by_text("Nothing has all of")).to_be_visible()


def logbook(page: Page) -> None:
    go_to(page, "/logbook")
    page.get_by_label("Arrivals and take-in too").check()
    expect(page.get_by_text("taken in").first).to_be_visible()
    page.get_by_label("Where did this path go?").fill("minutes_nov.docx")
    expect(page.get_by_text("is now")).to_be_visible()


def no_such_place(page: Page) -> None:
    go_to(page, "/d/99999")
    expect(page.get_by_role("alert")).to_contain_text("No. 99999 is not here, or not for you to see.")


VIEWS: list[Callable[[Page], None]] = [
    desk_with_a_full_slip, desk_with_open_folders, desk_with_a_problem, desk_compared, desk_inside, desk_pages, desk_together, desk_outline, desk_asking, keys, folders, folders_large,
    folders_empty, find, find_nothing, logbook, no_such_place,
]  # fmt: skip


def test_the_sign_in_is_sound(browser: Browser, one_server: Server) -> None:
    with outside(browser, one_server) as page:
        page.goto("/")
        page.get_by_label("Sign-in").wait_for()
        assert_sound(page)
        page.keyboard.type("tamsin")
        page.keyboard.press("Tab")
        page.keyboard.type("wrong")
        page.keyboard.press("Enter")
        expect(page.get_by_role("alert")).to_contain_text("do not fit together")
        assert_sound(page)


@pytest.fixture(scope="module")
def view(browser: Browser, one_server: Server) -> Iterator[Page]:
    with outside(browser, one_server) as page:
        sign_in(page)
        yield page


@pytest.mark.parametrize("show", VIEWS, ids=lambda show: show.__name__)
def test_a_view_is_sound(view: Page, show: Callable[[Page], None]) -> None:
    go_to(view, "/desk")
    show(view)
    assert_sound(view)
