"""Sets pages of HTML as PDF, the way much of what offices get is made, and writes days and sums in them."""

from __future__ import annotations

import os
import random
import tempfile
from collections.abc import Callable, Iterator
from contextlib import contextmanager
from datetime import date
from decimal import Decimal
from importlib.resources import files

from playwright.sync_api import sync_playwright

from bench.papers.writing import suffix

BUILDS = ("/usr/bin/chromium-headless-shell", "/usr/bin/chromium")
FLAGS = ("--headless", "--no-sandbox", "--disable-gpu")

MONTHS = {
    "de": "Januar Februar März April Mai Juni Juli August September Oktober November Dezember".split(),
    "fr": "janvier février mars avril mai juin juillet août septembre octobre novembre décembre".split(),
    "nl": "januari februari maart april mei juni juli augustus september oktober november december".split(),
    "pl": "stycznia lutego marca kwietnia maja czerwca lipca sierpnia września października listopada grudnia".split(),
}
WAYS: tuple[Callable[[date], str], ...] = (
    lambda day: f"{day.day} {day:%B} {day.year}",
    lambda day: f"{day:%d/%m/%Y}",
    lambda day: f"{day:%d-%b-%Y}",
    lambda day: f"{day:%d %b %y}",
    lambda day: f"{day:%a} {day.day} {day:%b %Y}",
    lambda day: f"{day:%d.%m.%y}",
    lambda day: f"{day.day}{suffix(day.day)} {day:%B %Y}",
    lambda day: f"{day:%Y-%m-%d}",
)


def a_way(rng: random.Random) -> Callable[[date], str]:
    """Return how one paper writes its days."""
    return rng.choice(WAYS)


def in_words(day: date, language: str) -> str:
    month = MONTHS[language][day.month - 1]
    return f"{day.day}. {month} {day.year}" if language == "de" else f"{day.day} {month} {day.year}"


def pounds(value: Decimal) -> str:
    return f"£{value:,.2f}" if value >= 0 else f"-£{-value:,.2f}"


def plain(value: Decimal) -> str:
    return f"{value:,.2f}"


def comma(value: Decimal) -> str:
    return f"{value:,.2f}".replace(",", " ").replace(".", ",").replace(" ", ".")


def spaced(value: Decimal) -> str:
    return f"{value:,.2f}".replace(",", "\u202f").replace(".", ",")


def _faces() -> str:
    told = (("Roboto", "font_roboto", "Roboto-Regular.ttf", 400), ("Roboto", "font_roboto", "Roboto-Bold.ttf", 700),
            ("Serif", "font_source_serif_pro", "SourceSerifPro-Regular.ttf", 400), ("Serif", "font_source_serif_pro", "SourceSerifPro-Bold.ttf", 700))  # fmt: skip
    return "".join(
        f"@font-face{{font-family:{family};font-weight:{weight};src:url('file://{files(package) / 'files' / file}')}}"
        for family, package, file, weight in told
    )


FACES = ("Roboto", "Serif", "DejaVu Sans Condensed", "DejaVu Serif Condensed", "Roboto")
BASE = "body{margin:0;font-size:10pt;line-height:1.35;color:#222}table{border-collapse:collapse}td,th{padding:2px 6px;vertical-align:top;text-align:left}.r{text-align:right}p{margin:0 0 8px}h1,h2,h3{margin:0 0 6px}"


def sheet(body: str, *, face: str, css: str = "", page: str = "A4", margin: str = "18mm") -> str:
    return (
        f"<!doctype html><meta charset=utf-8><style>{_faces()}@page{{size:{page};margin:{margin}}}{BASE}"
        f"body{{font-family:'{face}'}}{css}</style>{body}"
    )


@contextmanager
def press() -> Iterator[Callable[[str], bytes]]:
    """A press: HTML in, PDF out."""
    with sync_playwright() as playwright:
        browser = playwright.chromium.launch(
            executable_path=next(filter(os.path.exists, BUILDS)), args=list(FLAGS)
        )
        page = browser.new_page()

        def printed(html: str) -> bytes:
            with tempfile.NamedTemporaryFile("w", suffix=".html", encoding="utf-8") as file:
                file.write(html)
                file.flush()
                page.goto(f"file://{file.name}")  # from where it may load our typefaces
                return page.pdf(prefer_css_page_size=True, print_background=True)

        yield printed
        browser.close()
