"""A tablet, by finger alone: pages and names keep their width, and no act needs a key."""

import re
from collections.abc import Iterator

import pytest
from playwright.sync_api import Browser, Locator, Page, expect

from tests.journeys.conftest import Tabs, sign_in
from tests.journeys.looking import go_to
from tests.support import Server

UPRIGHT, LYING = (820, 1180), (1024, 768)  #: width and height of its screen
FINGER = 40  #: pixels that a finger meets surely
NAME = 250  #: pixels of width that a name is read at
PAGE = 400  #: pixels of width that a page is read at


def tablet(browser: Browser, server: Server, size: tuple[int, int]) -> Iterator[Page]:
    width, height = size
    with Tabs(browser, width=width, height=height, by_finger=True).at(server.address) as page:
        sign_in(page)
        yield page
    page.context.close()


@pytest.fixture
def upright(browser: Browser, reading_server: Server) -> Iterator[Page]:
    yield from tablet(browser, reading_server, UPRIGHT)


@pytest.fixture
def lying(browser: Browser, reading_server: Server) -> Iterator[Page]:
    yield from tablet(browser, reading_server, LYING)


def box(found: Locator) -> dict[str, float]:
    told = found.bounding_box()
    assert told is not None
    return dict(told)


def test_a_document_is_looked_at_mended_filed_and_taken_back_by_finger(upright: Page) -> None:
    page = upright
    reference = page.get_by_label("Reference", exact=True)
    expect(reference).to_have_value("C26551", timeout=60_000)
    # the page above, as wide as there is room, and the slip beneath it
    sheet, slip = box(page.locator(".pageview")), box(page.get_by_role("region", name="Filing slip"))
    assert sheet["width"] > PAGE
    assert sheet["y"] + sheet["height"] <= slip["y"] + 1
    # a word of the page
    reference.tap()
    reference.fill("")
    page.locator(".pagewords > i[title='C26551']").first.tap()
    expect(reference).to_have_value("C26551")
    # what else was read for a field
    who, others = page.get_by_label("Who", exact=True), page.locator('[data-field="who"] .others')
    who.tap()
    assert box(others)["height"] >= FINGER
    others.tap()
    expect(who).to_have_value("Examination board")
    others.tap()
    expect(who).to_have_value("Coastal Safety Institute")
    what = page.get_by_label("What", exact=True)
    what.tap()
    what.fill("first aid")
    folder = page.get_by_role("combobox", name="Folder")
    folder.tap()
    folder.press_sequentially("saf cert")
    page.locator(".ant-select-item-option").filter(has_text="Certificates").first.tap()
    file = page.get_by_role("button", name="File and next")
    assert box(file)["height"] >= FINGER
    file.tap()
    expect(page.get_by_role("heading", name="36 waiting · 4 filed today")).to_be_visible()
    page.get_by_role("button", name="undo").tap()
    expect(page.get_by_role("heading", name="37 waiting")).to_be_visible()


def test_a_page_is_wide_enough_to_be_read_beside_its_slip(lying: Page) -> None:
    expect(lying.get_by_label("Reference", exact=True)).to_have_value("C26551", timeout=60_000)
    assert box(lying.locator(".pageview"))["width"] > PAGE
    # no key is told of where there are none
    expect(lying.locator(".keybar kbd, .keybar b").first).to_be_hidden()
    assert lying.evaluate("document.documentElement.scrollWidth") <= LYING[0]


def test_names_have_room_in_a_list_until_somebody_chooses_its_columns(lying: Page) -> None:
    go_to(lying, "/folders")
    lying.get_by_role("navigation", name="Outline").get_by_text("Finance", exact=True).tap()
    lying.get_by_role("navigation", name="Outline").get_by_text("Invoices", exact=True).tap()
    heads = lying.get_by_role("columnheader")
    expect(heads).to_have_text([re.compile("Name"), re.compile("Who"), re.compile("When")])
    assert box(heads.first)["width"] > NAME
    lying.get_by_role("button", name="columns").tap()
    lying.get_by_role("menuitem", name="Size").tap()
    expect(heads).to_have_text([re.compile(word) for word in ("Name", "Who", "When", "Size")])
