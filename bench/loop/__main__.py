"""Files papers in the real interface: ``python -m bench.loop NAME=FOLDER ... [demo] [--learned N] [--filed N] [--home FOLDER]``.

Of each corpus some papers are filed by their truth, as an office has done for years; others then wait on the desk, and are
filed with the keyboard alone. Every key is counted: of a chord one, of what is typed every letter.
"""

from __future__ import annotations

import argparse
import json
import statistics
import tempfile
from collections import Counter
from collections.abc import Iterable, Sequence
from dataclasses import replace
from pathlib import Path

from playwright.sync_api import Page, sync_playwright
from tests.journeys.conftest import CHROMIUM, FLAGS, sign_in
from tests.support import EMPTY, Server, World, free_port, leave_slips_empty, world

from bench.accuracy.__main__ import office_of
from waka.demo.make import PASSWORD
from waka.launch import opened
from waka.work.people import signing_in

from .clerk import Clerk, Filed
from .office import Paper, file_all, hand_in, of_demo, papers, set_up

MOST_STEPS = 500  #: from one arrival to the next


def filed(world: World, folder: Path, corpus: Path, learned: int, count: int, home: Path) -> list[Filed]:
    """Return how *count* papers of a corpus were filed after *learned* others."""
    some = papers(corpus)
    truth = json.loads((corpus / "truth.json").read_text())
    url = world.database(EMPTY)
    set_up(url, office_of(corpus, truth))
    with opened(world.settings(folder), url, 4) as deps:
        person = signing_in.add_person(
            deps, login="tamsin", name="Tamsin Brook", password=PASSWORD, right="keeper"
        )
        file_all(deps, person, hand_in(deps, some[:learned], home))
        with deps.db.transaction() as conn:
            conn.execute("delete from arrival")
            conn.execute("update document set state = 'gone' where state = 'waiting'")
        for left in (deps.arrivals.root / "Scanner").iterdir():
            left.unlink()
        waiting = hand_in(deps, some[learned : learned + count], home)
    return _filed(Server(replace(world.settings(folder), port=free_port()), url), waiting)


def filed_of_demo(world: World, folder: Path) -> list[Filed]:
    """Return how what waits on the demo's desk was filed, after all that the demo has filed."""
    home = folder / "home"
    home.mkdir(parents=True)
    url = world.demo_home(home)
    leave_slips_empty(url, wish=False)
    with opened(world.settings(home), url, 2) as deps, deps.db.transaction() as conn:
        waits = conn.execute("select name, id from document where state = 'waiting'").fetchall()
    by_name = {paper.file.name: paper for paper in of_demo()}
    waiting = {int(number): by_name[str(name)] for name, number in waits if name in by_name}
    assert len(waiting) == len(by_name), "a paper of the table does not wait"
    return _filed(Server(world.settings(home, port=free_port()), url), waiting)


def _filed(server: Server, waiting: dict[int, Paper]) -> list[Filed]:
    """File the papers that wait at a server, in the order in which they stand; others are passed over."""
    server.start()
    found = []
    try:
        with sync_playwright() as playwright:
            browser = playwright.chromium.launch(executable_path=CHROMIUM, args=FLAGS)
            page = browser.new_context(
                viewport={"width": 1280, "height": 800}, base_url=server.address
            ).new_page()
            sign_in(page)
            page.locator(".slip").wait_for(timeout=60_000)
            _wait_until_read(page, waiting)
            page.reload()
            page.locator(".slip").wait_for(timeout=60_000)
            page.wait_for_timeout(1500)
            clerk = Clerk(page)
            for _ in range(MOST_STEPS):
                number = int("".join(filter(str.isdigit, clerk.settled()["number"])) or 0)
                if not waiting or not number:
                    break
                if number not in waiting:
                    page.keyboard.press("Alt+ArrowDown")
                    page.wait_for_timeout(200)
                    continue
                one = clerk.file(waiting.pop(number))
                found.append(one)
                if not one.is_done:
                    page.keyboard.press("Alt+l")
                    page.wait_for_timeout(400)
            browser.close()
    finally:
        server.stop()
    return found


def _wait_until_read(page: Page, numbers: Iterable[int]) -> None:
    for number in numbers:
        while page.request.get(f"/api/desk/{number}/filling").json()["state"] == "waits":
            page.wait_for_timeout(500)


def told(name: str, some: Sequence[Filed]) -> list[str]:
    keys = sorted(one.keys for one in some if one.is_done)
    wrong = Counter(code for one in some for code in one.wrong)
    seconds = sorted(one.seconds for one in some if one.seconds)
    return [
        f"| {name} | {len(some)} | {statistics.fmean(keys):.1f} | {keys[len(keys) // 2]} | {keys[int(len(keys) * 0.9)]} |"
        f" {sum(not one.wrong for one in some) / len(some):.0%} | {seconds[len(seconds) // 2] * 1000:.0f} ms |"
        f" {', '.join(f'{code} {n}' for code, n in wrong.most_common())} | {sum(not one.is_done for one in some)} |"
    ]


HEAD = [
    "| Papers | filed | keys, mean | middle | ninth decile | slips right as they came | from Enter to the next slip, middle | corrected | not filed |",
    "|---|---|---|---|---|---|---|---|---|",
]


def main(arguments: Sequence[str] | None = None) -> None:
    parser = argparse.ArgumentParser(prog="python -m bench.loop", description=__doc__)
    parser.add_argument(
        "corpora",
        nargs="+",
        metavar="NAME=FOLDER",
        help="Papers with their truth; without a folder, the desk of the demo.",
    )
    parser.add_argument("--learned", type=int, default=200)
    parser.add_argument("--filed", type=int, default=50)
    parser.add_argument("--home", type=Path, default=Path("var"))
    parser.add_argument("--each", action="store_true", help="Print every document.")
    asked = parser.parse_args(arguments)
    lines, together = list(HEAD), list[Filed]()
    with tempfile.TemporaryDirectory(prefix="waka-loop-") as place:
        Path(place).chmod(0o755)
        with world(Path(place), common=Path(place)) as made:
            for at, one in enumerate(asked.corpora):
                name, _, corpus = one.partition("=")
                folder = Path(place) / str(at)
                some = (
                    filed(made, folder, Path(corpus), asked.learned, asked.filed, asked.home)
                    if corpus
                    else filed_of_demo(made, folder)
                )
                lines += told(name, some)
                together += some
                if asked.each:
                    for done in some:
                        print(done.keys, done.path, done.wrong, "" if done.is_done else "NOT FILED")  # noqa: T201
    print("\n".join([*lines, *told("all together", together)]))  # noqa: T201


if __name__ == "__main__":
    main()
