"""Somebody who files with the keyboard alone: looks at what the slip says, corrects what is wrong, presses Enter."""

from __future__ import annotations

import time
from dataclasses import dataclass, field
from datetime import date

from playwright.sync_api import Page

from bench.accuracy.score import verdict
from waka.core.fields.alike import words_of

from .office import Paper

FIELDS = {"kind": "k", "who": "w", "when": "n", "what": "t", "reference": "r", "amount": "a"}
LABELS = {code: code.capitalize() for code in FIELDS}
MOST_ENTERS = 9
SEEN = """() => {
  const at = label => document.querySelector(`.slip [aria-label="${label}"]`)?.value ?? ''
  const lead = [...document.querySelectorAll('.wherehead .pathline .stop, .wherehead .path .stop')].map(stop => stop.textContent.trim())
  return {
    number: document.querySelector('.sliphead code')?.textContent ?? '',
    isWaiting: document.querySelector('.sliphead [role=status]') !== null,
    kind: at('Kind'), who: at('Who'), when: at('When'), what: at('What'), reference: at('Reference'), amount: at('Amount'),
    lead: document.querySelector('.wherehead')?.textContent ?? '',
  }
}"""


@dataclass
class Filed:
    """One document filed."""

    path: str
    keys: int = 0
    wrong: list[str] = field(default_factory=list)  #: fields that had to be corrected
    seconds: float = 0.0  #: from the last Enter until the next slip is filled in
    is_done: bool = False


class Clerk:
    def __init__(self, page: Page) -> None:
        self._page, self._keys = page, 0

    def _press(self, key: str) -> None:
        self._keys += 1
        self._page.keyboard.press(key)

    def _type(self, text: str) -> None:
        self._keys += len(text)
        self._page.keyboard.type(text)

    def seen(self) -> dict[str, str]:
        found: dict[str, str] = self._page.evaluate(SEEN)
        return found

    def settled(self) -> dict[str, str]:
        """Return the slip once nothing in it changes any more."""
        last, since = self.seen(), time.monotonic()
        while time.monotonic() - since < 0.35:
            self._page.wait_for_timeout(30)
            now = self.seen()
            if now != last or now["isWaiting"]:
                last, since = now, time.monotonic()
        return last

    def file(self, paper: Paper) -> Filed:
        """File what is shown, whose truth is *paper*."""
        self._keys = 0
        slip = self.settled()
        done = Filed(str(paper.truth["path"]))
        number = slip["number"]
        for code, letter in FIELDS.items():
            if not self._is_right(code, paper, slip[code]):
                done.wrong.append(code)
                self._correct(code, letter, paper)
        slip = self.settled() if done.wrong else slip
        if not _leads(slip["lead"], paper.folder):
            done.wrong.append("folder")
            self._press("Alt+/")
            self._type(_short_way(paper.folder))
            self._press("Enter")
            self._page.wait_for_timeout(150)
        began = time.monotonic()
        for _ in range(MOST_ENTERS):
            began = time.monotonic()
            self._press("Enter")
            self._page.wait_for_timeout(60)
            for _ in range(20):
                if self.seen()["number"] != number:
                    done.is_done = True
                    break
                self._page.wait_for_timeout(25)
            if done.is_done:
                break
        while not self.seen()["when"] and time.monotonic() - began < 3:
            self._page.wait_for_timeout(10)
        done.seconds = time.monotonic() - began
        done.keys = self._keys
        return done

    def _is_right(self, code: str, paper: Paper, shown: str) -> bool:
        if code == "kind":
            return verdict(code, paper.truth, shown.lower()) == "right"
        if code == "what":
            # whatever says what it is about: a name has no one right wording
            return (
                bool(set(words_of(paper.what)) & set(words_of(shown))) if paper.what else shown.strip() != ""
            )
        said = verdict(code, paper.truth, shown.removesuffix(" EUR").removesuffix(" USD").strip())
        return said in ("right", None)

    def _correct(self, code: str, letter: str, paper: Paper) -> None:
        self._press(f"Alt+{letter}")
        for _ in range(3):  # what else was read
            before = self.seen()[code]
            if code == "kind" or self._page.locator(f'[data-field="{code}"] .readfrom kbd').count() == 0:
                break
            self._press("Alt+o")
            self._page.wait_for_timeout(60)
            after = self.seen()[code]
            if self._is_right(code, paper, after):
                return
            if after == before:
                break
        told = str(getattr(paper, code))
        match code:
            case "kind":
                self._type(told[:2])
                self._press("Tab")
            case "when" if told:
                day = date.fromisoformat(told)
                self._type(f"{day.day} {day.month} {day:%y}")
            case "what":
                self._type(told or paper.kind)
            case "who":
                self._type(told)
            case _:
                self._type(told) if told else self._press("Delete")


def _leads(shown: str, folder: str) -> bool:
    flat = "".join(shown.split()).lower()
    return all("".join(part.split()).lower() in flat for part in folder.split("/"))


def _short_way(folder: str) -> str:
    return " ".join(part[:4] for part in folder.lower().split("/"))
