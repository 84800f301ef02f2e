"""Somebody who files with the keyboard alone: looks at what the slip says, corrects what is wrong, presses Enter."""

from __future__ import annotations

import re
import time
from dataclasses import dataclass, field
from datetime import date

from playwright.sync_api import Page

from bench.accuracy.score import verdict
from waka.core.fields.alike import words_of

from .office import Paper

FIELDS = {"kind": "k", "who": "w", "when": "n", "what": "t", "reference": "r", "amount": "a"}
LABELS = {code: code.capitalize() for code in FIELDS}
_CURRENCY = re.compile(r" [A-Z]{3}$")
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

#: Tells, by the browser's own clock, when after an Enter another slip is drawn with its fields filled in.
WATCHED = """number => {
  window.shownAfter = null
  document.addEventListener('keydown', event => {
    const began = event.timeStamp
    const look = () => {
      const at = document.querySelector('.sliphead code')?.textContent ?? ''
      const fields = [...document.querySelectorAll('.slip .fields :is(input, textarea)')]
      const picture = document.querySelector('img.sheet')
      const isShown = at !== number && fields.some(field => field.value !== '') && (!picture || (picture.complete && picture.naturalWidth > 0))
      if (isShown) window.shownAfter = performance.now() - began
      else if (performance.now() - began < 5000) requestAnimationFrame(look)
    }
    requestAnimationFrame(look)
  }, { capture: true, once: true })
}"""
CHOICES = """() => [...document.querySelectorAll('.ant-select-dropdown:not(.ant-select-dropdown-hidden) .ant-select-item-option')].map(
  option => ({
    text: option.querySelector('.ant-select-item-option-content').firstChild.textContent.trim(),
    isActive: option.classList.contains('ant-select-item-option-active'),
  }))"""
BRIEF, TELLING = 2, 4  #: words of a title that no paper says, and the letters of each at least
LETTERS_OF_A_FOLDER = (3, 6, 40)  #: of each folder on the way, until it is found
PREFIXES = (2, 3, 5)  #: letters typed before the choices are looked at


@dataclass
class Filed:
    """One document filed."""

    path: str
    keys: int = 0
    wrong: list[str] = field(default_factory=list)  #: fields that had to be corrected
    seconds: float = (
        0.0  #: from the last Enter until the next page and slip are drawn, filled in; 0.0 after the last
    )
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
            for letters in LETTERS_OF_A_FOLDER:
                self._press("Alt+/")
                self._type(_short_way(paper.folder, letters))
                self._press("Enter")
                self._page.wait_for_timeout(150)
                if _leads(self.seen()["lead"], paper.folder):
                    break
        done.is_done = self._enter(number)
        done.keys = self._keys
        if done.is_done and self.seen()["number"]:
            for _ in range(100):  # the next may have nothing that a slip is filled in with
                self._page.wait_for_timeout(20)
                if shown := self._page.evaluate("() => window.shownAfter"):
                    done.seconds = shown / 1000
                    break
        return done

    def _enter(self, number: str) -> bool:
        """Press Enter until another slip is there; return whether that came."""
        for _ in range(MOST_ENTERS):
            self._page.evaluate(WATCHED, number)
            self._press("Enter")
            for _ in range(25):
                self._page.wait_for_timeout(25)
                if self.seen()["number"] != number:
                    return True
            if self._page.locator(".namebox").get_by_text("File as version").count():
                self._press("Alt+v")  # its name stands there already: it is another edition of that
                self.settled()
        return False

    def _is_right(self, code: str, paper: Paper, shown: str) -> bool:
        if code == "kind":
            return verdict(code, paper.truth, shown.lower()) == "right"
        if code == "what":
            # whatever says what it is about: a name has no one right wording
            return (
                bool(set(words_of(paper.what)) & set(words_of(shown))) if paper.what else shown.strip() != ""
            )
        said = verdict(code, paper.truth, _CURRENCY.sub("", shown).strip())
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
            case _ if told or code == "what":
                self._type_until_offered(code, told or paper.kind, paper)
            case _:
                self._press("Delete")

    def _type_until_offered(self, code: str, text: str, paper: Paper) -> None:
        """Type a value; once what is right is among the choices beneath, go to it and take it."""
        done = 0
        for length in PREFIXES:
            if length >= len(text):
                break
            self._type(text[done:length])
            done = length
            self._page.wait_for_timeout(250)
            choices = self._page.evaluate(CHOICES)
            right = [at for at, choice in enumerate(choices) if self._is_right(code, paper, choice["text"])]
            if right:
                at = next((at for at, choice in enumerate(choices) if choice["isActive"]), -1)
                for _ in range(right[0] - at):
                    self._press("ArrowDown")
                self._press("Enter")
                self._page.wait_for_timeout(60)
                if self._is_right(code, paper, self.seen()[code]):
                    return
                raise AssertionError(f"{paper.file}: {choices[right[0]]} was not taken")
        told = brief(text) if code == "what" else text
        if not told.startswith(text[:done]):
            for _ in range(done):
                self._press("Backspace")
            done = 0
        self._type(told[done:])


def brief(title: str) -> str:
    """Return a title as somebody writes it who has to make it up: its first telling words."""
    telling = [word for word in title.split() if len(word) >= TELLING]
    return " ".join(telling[:BRIEF]) or title


def _leads(shown: str, folder: str) -> bool:
    flat = "".join(shown.split()).lower()
    return all("".join(part.split()).lower() in flat for part in folder.split("/"))


def _short_way(folder: str, letters: int) -> str:
    return " ".join(part[:letters] for part in folder.lower().split("/"))
