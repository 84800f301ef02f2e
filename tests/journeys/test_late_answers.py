"""An answer that comes late leads nobody away from where they have gone since."""

import re
from collections.abc import Callable, Iterator

import pytest
from playwright.sync_api import Page, Route, expect

from tests.conftest import serving
from tests.journeys.conftest import Tabs, let_in, stand_between, wait_on
from tests.journeys.test_folders import PLACE, entry, open_folder, rows
from tests.support import Server, World


@pytest.fixture(scope="module")
def late_server(the_world: World, tmp_path_factory: pytest.TempPathFactory, port: int) -> Iterator[Server]:
    with serving(the_world, tmp_path_factory.mktemp("late") / "home", port) as server:
        server.start()
        yield server


@pytest.fixture
def keeper(tabs: Tabs, late_server: Server) -> Iterator[Page]:
    with tabs.at(late_server.address) as found:
        let_in(found, "magnus")
        open_folder(found, PLACE)
        rows(found).first.click()
        expect(found.get_by_role("complementary", name="Document")).to_contain_text("Where it has been")
        yield found


def carry(page: Page) -> None:
    page.keyboard.press("k")


def bin_one(page: Page) -> None:
    page.keyboard.press("Delete")
    page.keyboard.type("filed twice")
    page.keyboard.press("Enter")


def make_folder(page: Page) -> None:
    page.keyboard.press("n")
    page.keyboard.type("Slipway")
    page.keyboard.press("Enter")


def choose_all(page: Page) -> None:
    page.keyboard.press("Control+a")


def propose(page: Page) -> None:
    page.keyboard.press("Shift+End")
    page.keyboard.press("m")
    page.keyboard.type("safety")
    page.keyboard.press("Enter")
    page.keyboard.press("Enter")


#: what is asked for, and the answer to it that comes late
WAYS: list[tuple[Callable[[Page], None], str, str]] = [
    (carry, "POST", "/api/carried"),
    (bin_one, "POST", "/api/changes"),
    (make_folder, "POST", "/api/changes"),
    (choose_all, "GET", "/numbers"),
    (propose, "POST", "/api/lists"),
]


@pytest.mark.parametrize(("ask", "method", "answer"), WAYS, ids=lambda one: getattr(one, "__name__", ""))
def test_who_has_gone_elsewhere_stays_there(
    keeper: Page, ask: Callable[[Page], None], method: str, answer: str
) -> None:
    page = keeper
    held: list[Route] = []

    def hold_the_first(route: Route) -> None:
        if route.request.method == method and not held:
            held.append(route)
        else:
            route.continue_()

    stand_between(page, re.compile(re.escape(answer) + r"(\?.*)?$"), hold_the_first)
    ask(page)
    wait_on(page, lambda: bool(held), f"{answer} is asked for")
    # a dialog that still waits for its answer covers the outline
    entry(page, "Safety").dispatch_event("click")
    expect(entry(page, "Safety")).to_have_attribute("aria-current", "true")
    there = page.url
    with page.expect_response(lambda response: answer in response.url):
        held[0].continue_()
    page.wait_for_timeout(700)
    assert page.url == there
    expect(entry(page, "Safety")).to_have_attribute("aria-current", "true")


def test_a_dialog_left_with_its_place_does_not_come_back_with_it(keeper: Page) -> None:
    page = keeper
    entry(page, "Safety").click()
    expect(entry(page, "Safety")).to_have_attribute("aria-current", "true")
    page.keyboard.press("n")
    expect(page.get_by_role("dialog")).to_be_visible()
    page.go_back()
    expect(page.get_by_role("region", name=PLACE, exact=True)).to_be_visible()
    expect(page.get_by_role("dialog")).to_be_hidden()
    page.go_forward()
    expect(entry(page, "Safety")).to_have_attribute("aria-current", "true")
    page.wait_for_timeout(200)
    expect(page.get_by_role("dialog")).to_be_hidden()
