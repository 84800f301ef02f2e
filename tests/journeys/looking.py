"""A page that is looked at for what a person would stumble over: what axe-core finds, what is cut off or overlaps."""

from collections.abc import Iterator
from contextlib import contextmanager
from pathlib import Path
from typing import Any

from playwright.sync_api import Browser, Page, expect

from tests.conftest import LONG
from tests.support import Server
from waka.settings import CHECKOUT

AXE = (CHECKOUT / "client/node_modules/axe-core/axe.min.js").read_text()
LOOKS = (Path(__file__).parent / "looks.js").read_text()


@contextmanager
def outside(browser: Browser, server: Server) -> Iterator[Page]:
    """A page before the sign-in. Each role has its own, since tests may run in any order."""
    context = browser.new_context(
        viewport={"width": 1280, "height": 800}, base_url=server.address,
        # axe is put into the page from outside, which its policy would refuse
        bypass_csp=True,
    )  # fmt: skip
    page = context.new_page()
    yield page
    context.close()


def go_to(page: Page, path: str) -> None:
    """Go there as a link does, not by loading the whole page again, which takes longer than to look at it."""
    page.evaluate(
        "(to) => { history.pushState({}, '', to); dispatchEvent(new PopStateEvent('popstate', { state: {} })) }",
        path,
    )


def assert_sound(page: Page) -> None:
    """Nothing that axe finds, nothing cut off, in the light and in the dark, to which the page follows the system.

    In the dark only colours are looked at anew: all else is the same page.
    """
    if page.evaluate("typeof axe === 'undefined'"):
        page.evaluate(AXE)
    for scheme in ("light", "dark"):
        page.emulate_media(color_scheme=scheme)  # type: ignore[arg-type]
        expect(page.locator("html")).to_have_attribute("data-scheme", scheme)
        page.wait_for_timeout(150)
        found = page.evaluate(LOOKS) + _violations(page, only_colours=scheme == "dark" and not LONG)
        assert found == [], f"in the {scheme}: {found}"
    page.emulate_media(color_scheme="light")


def _violations(page: Page, *, only_colours: bool) -> list[tuple[str, list[str]]]:
    # what passes is not told in full, which takes as long again
    how = {"resultTypes": ["violations"]} | ({"runOnly": ["color-contrast"]} if only_colours else {})
    found: list[dict[str, Any]] = page.evaluate("async (how) => (await axe.run(how)).violations", how)
    # the choices of a field are walked through, and scrolled, by the field's own arrow keys
    scrolled = "ant-select-dropdown-list-holder"
    return [
        (v["id"], [n["html"][:160] for n in v["nodes"]])
        for v in found
        if v["id"] != "scrollable-region-focusable" or any(scrolled not in n["html"] for n in v["nodes"])
    ]
