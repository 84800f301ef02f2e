"""Files papers in the real interface: ``python -m bench.loop NAME=FOLDER ... [--learned N] [--filed N] [--home FOLDER]``.

Of each corpus some papers are filed by their truth, as an office has done for years; others then wait on the desk, and are
filed with the keyboard alone. Every key is counted: of a chord one, of what is typed every letter.
"""

from __future__ import annotations

import argparse
import json
import statistics
import tempfile
from collections import Counter
from collections.abc import Sequence
from dataclasses import replace
from pathlib import Path

from playwright.sync_api import sync_playwright
from tests.journeys.conftest import CHROMIUM, FLAGS, sign_in
from tests.support import EMPTY, Server, World, free_port, world

from bench.accuracy.__main__ import office_of
from waka.demo.make import PASSWORD
from waka.launch import opened
from waka.work.people import signing_in

from .clerk import Clerk, Filed
from .office import file_all, hand_in, papers, set_up


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
    server = Server(replace(world.settings(folder), port=free_port()), url)
    server.start()
    found = []
    try:
        with sync_playwright() as playwright:
            browser = playwright.chromium.launch(executable_path=CHROMIUM, args=FLAGS)
            page = browser.new_context(
                viewport={"width": 1280, "height": 800}, base_url=server.address
            ).new_page()
            page.goto("/")
            sign_in(page)
            page.locator(".slip").wait_for(timeout=60_000)
            page.wait_for_timeout(1500)
            clerk = Clerk(page)
            for _ in range(len(waiting)):
                number = int("".join(filter(str.isdigit, clerk.settled()["number"])) or 0)
                if number not in waiting:
                    break
                one = clerk.file(waiting.pop(number))
                found.append(one)
                if not one.is_done:
                    page.keyboard.press("Alt+l")
                    page.wait_for_timeout(400)
            browser.close()
    finally:
        server.stop()
    return found


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
    parser.add_argument("corpora", nargs="+", metavar="NAME=FOLDER")
    parser.add_argument("--learned", type=int, default=200)
    parser.add_argument("--filed", type=int, default=50)
    parser.add_argument("--home", type=Path, default=Path("var"))
    parser.add_argument("--each", action="store_true", help="Print every document.")
    asked = parser.parse_args(arguments)
    lines = list(HEAD)
    with tempfile.TemporaryDirectory(prefix="waka-loop-") as place:
        Path(place).chmod(0o755)
        with world(Path(place)) as made:
            for at, one in enumerate(asked.corpora):
                name, _, corpus = one.partition("=")
                some = filed(
                    made, Path(place) / str(at), Path(corpus), asked.learned, asked.filed, asked.home
                )
                lines += told(name, some)
                if asked.each:
                    for done in some:
                        print(done.keys, done.path, done.wrong, "" if done.is_done else "NOT FILED")  # noqa: T201
    print("\n".join(lines))  # noqa: T201


if __name__ == "__main__":
    main()
