"""A browser for the journeys."""

import re
import time
from collections.abc import Callable, Iterator
from pathlib import Path

import pytest
from playwright.sync_api import Browser, Page, Route, expect, sync_playwright

from tests.conftest import serving
from tests.support import Server, World
from waka.demo.make import PASSWORD

expect.set_options(timeout=15_000)  # a busy machine is slow, not wrong
_BUILDS = ("/usr/bin/chromium-headless-shell", "/usr/bin/chromium")  #: the first of them that is there
CHROMIUM = next((path for path in _BUILDS if Path(path).exists()), _BUILDS[-1])
FLAGS = ["--headless", "--no-sandbox", "--disable-gpu", "--disable-quic", "--no-first-run",
         "--disable-background-networking", "--disable-component-update", "--disable-sync"]  # fmt: skip


@pytest.fixture(scope="session")
def browser() -> Iterator[Browser]:
    with sync_playwright() as playwright:
        found = playwright.chromium.launch(executable_path=CHROMIUM, args=FLAGS)
        yield found
        found.close()


@pytest.fixture
def page(browser: Browser, demo_server: Server) -> Iterator[Page]:
    """A page at the sign-in of the demo. Whatever the page complains of fails the test."""
    context = browser.new_context(viewport={"width": 1280, "height": 800}, base_url=demo_server.address)
    found = context.new_page()
    complaints: list[str] = []
    found.on("pageerror", lambda error: complaints.append(str(error)))
    found.on("console", lambda told: _note(complaints, told.type, told.text))
    found.goto("/")
    yield found
    context.close()
    assert complaints == []


@pytest.fixture
def other(browser: Browser, demo_server: Server) -> Iterator[Page]:
    """Somebody else's browser, at the sign-in."""
    context = browser.new_context(viewport={"width": 1280, "height": 800}, base_url=demo_server.address)
    found = context.new_page()
    found.goto("/")
    yield found
    context.close()


def _note(complaints: list[str], type: str, text: str) -> None:
    # answers that refuse are told by the page itself; the browser notes them here once more
    if type == "error" and "Failed to load resource" not in text:
        complaints.append(text)


def sign_in(page: Page, login: str = "tamsin") -> None:
    page.get_by_label("Sign-in").fill(login)
    page.get_by_label("Password").fill(PASSWORD)
    page.keyboard.press("Enter")
    page.get_by_role("navigation", name="Places").wait_for()


def fill_slip(page: Page, arrival: str, fields: tuple[str, ...], folder: str) -> None:
    """Fill in the slip of an arrival as a person does: by keyboard, field after field, then the way to the folder."""
    asked = page.get_by_role("link", name=arrival)
    asked.click()
    expect(asked).to_have_attribute("aria-current", "true")
    expect(page.get_by_role("combobox", name="Kind")).to_be_focused()
    for text in fields:
        page.keyboard.type(text)
        page.keyboard.press("Tab")
    page.keyboard.type(folder)
    page.keyboard.press("Enter")


def pick(page: Page, label: str, choice: str) -> None:
    """Choose one of a few things that a field offers."""
    page.get_by_role("combobox", name=label, exact=True).click()
    shown = page.locator(".ant-select-dropdown:not(.ant-select-dropdown-hidden) .ant-select-item-option")
    shown.filter(has_text=re.compile(f"^{re.escape(choice)}$")).click()


def stand_between(page: Page, pattern: str | re.Pattern[str], handle: Callable[[Route], object]) -> None:
    """Handle the page's requests to addresses of a pattern, from the next one on.

    The browser tells a page that is already open of its first route a moment after the route is set: a request
    made within that moment would pass by. So the page asks for something that is not there until it is answered.
    """
    # a bound method of a list has no place where the driver could note who handles what
    page.route(pattern, lambda route: handle(route))  # noqa: PLW0108
    probe = "/stood-between"
    page.route(f"**{probe}", lambda route: route.fulfill(status=204))
    wait_on(
        page,
        lambda: page.evaluate("probe => fetch(probe).then(answer => answer.status)", probe) == 204,
        "requests come by way of this test",
    )
    page.unroute(f"**{probe}")


def wait_on(page: Page, holds: Callable[[], bool], what: str, seconds: float = 30) -> None:
    """Let the page go on until something holds; what it shows is told where that never comes."""
    deadline = time.monotonic() + seconds
    while not holds():
        assert time.monotonic() < deadline, (
            f"waited until {what}; there is:\n{page.locator('body').aria_snapshot()}"
        )
        page.wait_for_timeout(20)


@pytest.fixture(scope="module")
def one_server(the_world: World, tmp_path_factory: pytest.TempPathFactory) -> Iterator[Server]:
    """A server for all tests of a module, which only look."""
    with serving(the_world, tmp_path_factory.mktemp("views") / "home") as server:
        server.start()
        yield server


@pytest.fixture(scope="module", params=["light", "dark"])
def scheme(request: pytest.FixtureRequest) -> str:
    return str(request.param)
