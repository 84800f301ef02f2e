"""How soon long lists and full folders are on screen: the real interface in headless Chromium."""

from __future__ import annotations

import statistics
from dataclasses import replace
from pathlib import Path

from playwright.sync_api import Page, sync_playwright
from tests.journeys.conftest import CHROMIUM, FLAGS
from tests.support import EMPTY, Server, World, free_port

from bench.drive import FOLDERS, grow
from bench.lists import STEPS, move_all
from waka.demo.make import PASSWORD
from waka.launch import opened
from waka.work.changes.check import check_list
from waka.work.outside.taking_in import take_in
from waka.work.people import signing_in

# measured in the page itself, from the event to the frame that shows what was asked for: the driver's own way takes longer
_TIMED = """
async ([element, event, wanted]) => {
  const began = performance.now()
  const at = document.querySelector(element)
  if (event === 'submit') at.requestSubmit()
  else at.click()
  while (!document.querySelector(wanted)) {
    if (performance.now() - began > 20_000) throw new Error('not seen: ' + wanted)
    await new Promise(requestAnimationFrame)
  }
  return performance.now() - began
}
"""
IN_ONE = 10_000
LOOKS = 5


def screens(world: World, folder: Path, scale: float) -> list[dict[str, object]]:
    """A list of 100,000 checked steps and a folder of 10,000 documents, from the click to their rows."""
    home = folder / "home"
    steps, many = int(STEPS * scale), int(IN_ONE * scale)
    grow(home / "drive", steps - many, FOLDERS)
    grow(home / "grown", many, 1)
    (home / "grown/Office 0/Year 2000").rename(home / "drive/Many")
    url = world.database(EMPTY)
    with opened(world.settings(home), url, 4) as deps:
        keeper = signing_in.add_person(
            deps, login="bench", name="Bench Mark", password=PASSWORD, right="keeper"
        )
        take_in(deps, keeper)
        list_id = move_all(deps, keeper, "move", 0)
        check_list(deps, list_id)
    server = Server(replace(world.settings(home), port=free_port()), url)
    server.start()
    try:
        with sync_playwright() as playwright:
            browser = playwright.chromium.launch(executable_path=CHROMIUM, args=FLAGS)
            page = browser.new_context(base_url=server.address).new_page()
            page.goto("/")
            page.get_by_label("Sign-in").fill("bench")
            page.get_by_label("Password").fill(PASSWORD)
            page.keyboard.press("Enter")
            page.get_by_role("navigation", name="Places").wait_for()
            results = [*_list(page, list_id, steps), *_folder(page, many)]
            browser.close()
    finally:
        server.stop()
    return results


def _shown(page: Page, element: str, event: str, wanted: str) -> float:
    """Return the milliseconds from a click or a submit to what it shows."""
    return float(page.evaluate(_TIMED, [element, event, wanted]))


def _list(page: Page, list_id: int, steps: int) -> list[dict[str, object]]:
    first, jumps, filtered = [], [], []
    for look in range(LOOKS):
        # a page that was loaded anew has fetched nothing of the list
        page.goto("/changes")
        page.wait_for_load_state("networkidle")
        first.append(_shown(page, f'a[href="/changes/{list_id}"]', "click", ".step .stepnames"))
        page.wait_for_load_state("networkidle")
        at = (steps // (LOOKS + 1)) * (look + 1)
        page.get_by_label("Jump to step").fill(str(at))
        jumps.append(_shown(page, "form.jump", "submit", f'[aria-label="Tick step {at}"]'))
        page.locator(".facet.ready", has_text="Moved").click()
        page.wait_for_timeout(1_000)  # its first rows are there
        page.get_by_label("Jump to step").fill(str(steps - at))
        filtered.append(_shown(page, "form.jump", "submit", f'[data-index="{steps - at - 1}"] .stepnames'))
    return [
        {"what": f"a list of {steps:,}: from the click to its first rows, in the browser",
         "ms": round(statistics.median(first)), "target": "1 s"},
        {"what": f"a jump in it, in the browser, slowest of {LOOKS}", "ms": round(max(jumps)),
         "note": f"median {statistics.median(jumps):.0f}", "target": "200 ms"},
        {"what": f"a jump among those of one act, in the browser, slowest of {LOOKS}", "ms": round(max(filtered)),
         "note": f"median {statistics.median(filtered):.0f}", "target": "200 ms"},
    ]  # fmt: skip


def _folder(page: Page, many: int) -> list[dict[str, object]]:
    times = []
    for _ in range(LOOKS):
        page.goto("/folders/bin")
        page.wait_for_load_state("networkidle")
        entry = page.locator("a.entry", has=page.get_by_text("Many", exact=True))
        link = f'a.entry[href="{entry.get_attribute("href")}"]'
        times.append(_shown(page, link, "click", '.listing[aria-label="Many"][aria-busy="false"] .tablerow'))
    return [{"what": f"a folder of {many:,} documents: from the click to its first rows, in the browser",
             "ms": round(statistics.median(times)), "target": "500 ms"}]  # fmt: skip
