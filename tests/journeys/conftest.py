"""A browser for the journeys."""

import random
import re
import time
from collections.abc import Callable, Iterator
from contextlib import contextmanager
from pathlib import Path

import psycopg
import pytest
from playwright.sync_api import (
    Browser,
    ConsoleMessage,
    Error,
    Page,
    Route,
    ViewportSize,
    expect,
    sync_playwright,
)

from tests.conftest import serving
from tests.support import Server, World, is_free, leave_slips_empty
from waka.demo.make import PASSWORD
from waka.reading.whole import VERSION, packed
from waka.records.documents import words

expect.set_options(timeout=15_000)  # a busy machine is slow, not wrong
_BUILDS = ("/usr/bin/chromium-headless-shell", "/usr/bin/chromium")  #: the first of them that is there
CHROMIUM = next((path for path in _BUILDS if Path(path).exists()), _BUILDS[-1])
FLAGS = ["--headless", "--no-sandbox", "--disable-gpu", "--disable-quic", "--no-first-run",
         "--disable-background-networking", "--disable-component-update", "--disable-sync"]  # fmt: skip
#: a page lives as long as a test: to make its code quick takes longer than the quick code saves
COMPILES_LITTLE = "--js-flags=--no-opt --no-maglev"


@pytest.fixture(scope="session")
def browser() -> Iterator[Browser]:
    with sync_playwright() as playwright:
        found = playwright.chromium.launch(executable_path=CHROMIUM, args=[*FLAGS, COMPILES_LITTLE])
        yield found
        found.close()


class Tabs:
    """Pages that one test after another is given: one that has shown Waka before shows it in half the time.

    To each test it is as a new one: nobody is signed in, nothing is kept, nothing stands between it and the server. What
    the browser may keep of a server's answers is the same in all tests, the interface; all else is asked for anew.
    """

    def __init__(
        self, browser: Browser, *, width: int = 1280, height: int = 800, by_finger: bool = False
    ) -> None:
        self._browser = browser
        self._size = ViewportSize(width=width, height=height)
        self._by_finger = by_finger
        self._free: dict[str, list[Page]] = {}

    @contextmanager
    def at(self, address: str) -> Iterator[Page]:
        """A page of nobody's at the server at *address*, with nothing loaded. Whatever it complains of fails the test."""
        free = self._free.setdefault(address, [])
        page = free.pop() if free else self._new(address)
        self._forget(page)
        complaints: list[str] = []

        def on_error(error: Error) -> None:
            complaints.append(str(error))

        def on_console(told: ConsoleMessage) -> None:
            _note(complaints, told.type, told.text)

        page.on("pageerror", on_error)
        page.on("console", on_console)
        yield page
        page.remove_listener("pageerror", on_error)
        page.remove_listener("console", on_console)
        page.unroute_all(behavior="ignoreErrors")
        for opened in page.context.pages:
            if opened is not page:
                opened.close()
        # which asks nothing of a server that ends; of another site, it would end the process that knows how to draw Waka
        page.goto("/api/health")
        free.append(page)
        assert complaints == []

    def _new(self, address: str) -> Page:
        context = self._browser.new_context(viewport=self._size, has_touch=self._by_finger, base_url=address)
        return context.new_page()

    @staticmethod
    def _forget(page: Page) -> None:
        page.goto("/api/health")  # where the pages of another test can leave nothing behind any more
        page.evaluate("() => { localStorage.clear(); sessionStorage.clear() }")
        page.context.clear_cookies()
        page.emulate_media(color_scheme="light")


@pytest.fixture(scope="session")
def tabs(browser: Browser) -> Tabs:
    return Tabs(browser)


@pytest.fixture(scope="session")
def port() -> int:
    """The port of all servers whose pages are used again, one after the other: to the browser they are one."""
    lowest = int(Path("/proc/sys/net/ipv4/ip_local_port_range").read_text().split()[0])
    # none of those that the system gives to whoever asks for any
    return next(at for at in random.sample(range(lowest // 2, lowest), 100) if is_free(at))


@pytest.fixture
def demo_server(the_world: World, home: Path, port: int) -> Iterator[Server]:
    with serving(the_world, home, port) as server:
        server.start()
        yield server


def take_pictures_for_blank(url: str) -> None:
    """Have nothing be recognised on the demo's pictures: it takes seconds a page, and no test here looks at them."""
    with psycopg.connect(url) as conn:
        for (digest,) in conn.execute(
            "select sha256 from document where state = 'waiting' and (name like '%.jpg' or name ~ 'scan_004(23|29|30|31)')"
        ).fetchall():
            words.keep(conn, bytes(digest), VERSION, packed([]), "")


@pytest.fixture
def reading_server(the_world: World, home: Path, port: int) -> Iterator[Server]:
    with serving(the_world, home, port) as server:
        leave_slips_empty(server.url, wish=False)
        take_pictures_for_blank(server.url)
        server.start()
        yield server


@pytest.fixture
def page(tabs: Tabs, demo_server: Server) -> Iterator[Page]:
    """A page at which nobody is signed in to the demo, with nothing loaded yet."""
    with tabs.at(demo_server.address) as found:
        yield found


@pytest.fixture
def other(tabs: Tabs, demo_server: Server) -> Iterator[Page]:
    """The same in somebody else's browser."""
    with tabs.at(demo_server.address) as found:
        yield found


def _note(complaints: list[str], type: str, text: str) -> None:
    # answers that refuse are told by the page itself; the browser notes them here once more
    if type == "error" and "Failed to load resource" not in text:
        complaints.append(text)


def let_in(page: Page, login: str = "tamsin") -> None:
    """Begin a session, as the form at the entrance does; whoever is let in has loaded nothing yet."""
    answer = page.request.post("/api/sign-in", data={"login": login, "password": PASSWORD})
    assert answer.ok, answer.text()


def sign_in(page: Page, login: str = "tamsin", at: str = "/") -> None:
    """Begin a session and load the interface at an address. By the form it is done where the form is looked at."""
    let_in(page, login)
    page.goto(at)
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
