"""Takes the pictures of docs/screenshots from the demo: python -m tests.journeys.shots (bin/shots)."""

import sys
import tempfile
from pathlib import Path

from playwright.sync_api import Page, expect, sync_playwright

from tests.conftest import serving
from tests.journeys.conftest import CHROMIUM, FLAGS, sign_in
from tests.support import Server, world
from waka.settings import CHECKOUT

OUT = CHECKOUT / "docs" / "screenshots"
SLIP = ("inv", "bce", "10 11 26", "shed electricity", "7239", "148.82")


def desk(page: Page) -> None:
    page.goto("/desk")
    page.get_by_role("link", name="scan_00421").click()
    expect(page.get_by_role("combobox", name="Kind")).to_be_focused()
    for text in SLIP:
        page.keyboard.type(text)
        page.keyboard.press("Tab")
    page.keyboard.type("fin bills 2026")
    page.keyboard.press("Enter")
    expect(page.locator(".strip .ghost")).to_be_visible()


def folders(page: Page) -> None:
    page.goto("/folders")
    for name in ("Finance", "Invoices", "2026"):
        page.locator(".outline a", has_text=name).click()
        expect(page.locator(".path.large .stop").last).to_have_text(name)
    expect(page.locator(".tablerow", has_text="2026-01-05")).to_be_visible()
    page.keyboard.press("ArrowDown")
    expect(page.get_by_text("Where it has been")).to_be_visible()


def find(page: Page) -> None:
    page.goto("/find?q=mizzen")
    expect(page.locator("article.hit").first).to_be_visible()


def logbook(page: Page) -> None:
    page.goto("/logbook")
    page.get_by_label("Where did this path go?").fill("minutes_nov.docx")
    expect(page.get_by_text("is now")).to_be_visible()


def take(page: Page, name: str) -> None:
    page.wait_for_timeout(1200)
    page.screenshot(path=OUT / f"{name}.png")
    print(f"docs/screenshots/{name}.png")  # noqa: T201


def main() -> int:
    OUT.mkdir(parents=True, exist_ok=True)
    with tempfile.TemporaryDirectory(prefix="waka-shots-") as folder:
        Path(folder).chmod(0o755)
        with world(Path(folder)) as the_world, serving(the_world, Path(folder) / "home") as server:
            server.start()
            _take_all(server)
    return 0


def _take_all(server: Server) -> None:
    with sync_playwright() as playwright:
        browser = playwright.chromium.launch(executable_path=CHROMIUM, args=FLAGS)
        for scheme in ("light", "dark"):
            context = browser.new_context(
                viewport={"width": 1280, "height": 800}, base_url=server.address, color_scheme=scheme
            )
            page = context.new_page()
            page.goto("/")
            page.get_by_label("Sign-in").wait_for()
            if scheme == "light":
                take(page, "sign-in")
            sign_in(page)
            for show in (desk, folders, find, logbook) if scheme == "light" else (desk,):
                show(page)
                take(page, show.__name__ if scheme == "light" else f"{show.__name__}-dark")
            context.close()
        browser.close()


if __name__ == "__main__":
    sys.exit(main())
