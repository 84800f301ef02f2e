"""The parts of a name that a sentence speaks of: its date, its numbers, its words, and what stands between them.

A stem is cut into tokens with the text before each of them; dates are found in the forms that the names at hand have.
"""

from __future__ import annotations

import re
from collections import Counter
from collections.abc import Sequence
from dataclasses import dataclass
from functools import lru_cache
from typing import Literal

from waka.core.names.spotting import spot
from waka.core.names.values import FieldValue

Kind = Literal["date", "number", "word", "year"]  #: a number that reads as a year is spared where counters go
_TOKEN = re.compile(r"[0-9]+(?![0-9A-Za-z])|[^\W_](?:[^\W_]|['’](?=[^\W_]))*")
_PARTING = (" - ", "_", ", ", " – ")  #: signs between the sides of a name, the plainest first
YEARS = range(1900, 2100)


@dataclass(frozen=True, slots=True)
class Token:
    kind: Kind
    text: str
    start: int
    value: FieldValue | None = None  #: of a date

    @property
    def end(self) -> int:
        return self.start + len(self.text)


@lru_cache(maxsize=50_000)
def tokens(stem: str, forms: tuple[str, ...]) -> tuple[Token, ...]:
    """Cut *stem* into its tokens; the first date in one of *forms* is one of them, years alone are numbers."""
    date = _date(stem, forms)
    found: list[Token] = []
    at = 0
    pieces = [(at, len(stem))] if date is None else [(0, date.start), (date.end, len(stem))]
    for number, (start, end) in enumerate(pieces):
        if number and date is not None:
            found.append(date)
        for match in _TOKEN.finditer(stem, start, end):
            found.append(Token(_kind(match[0]), match[0], match.start()))
    return tuple(found)


def _kind(text: str) -> Kind:
    if not (text.isdigit() and text.isascii()):
        return "word"
    return "year" if len(text) == 4 and int(text) in YEARS else "number"


def _date(stem: str, forms: Sequence[str]) -> Token | None:
    for form in forms:
        found = spot(stem, form)
        if found is not None:
            return Token("date", stem[found.start : found.end], found.start, found.value)
    return None


ORDINALS = ("first", "second", "third", "fourth", "fifth", "last")


@dataclass(frozen=True, slots=True)
class Place:
    """From where to where a part stands in a stem."""

    start: int
    end: int


@dataclass(frozen=True, slots=True)
class Part:
    """Which part of a name is meant. Its text is how a sentence says it."""

    text: str

    def find(self, stem: str, forms: tuple[str, ...]) -> Place | None:
        """Return where the part stands in *stem*, None where it has none."""
        if self.text.startswith('"'):
            return _words_at(stem, self.text[1:-1])
        if self.text == "the name":
            return Place(0, len(stem))
        if self.text == "what is in brackets":
            found = re.search(r"[(\[][^()\[\]]*[)\]]", stem)
            return Place(found.start(), found.end()) if found else None
        all_tokens = tokens(stem, forms)
        if self.text == "the date":
            return next((Place(t.start, t.end) for t in all_tokens if t.kind == "date"), None)
        _, which, kind = self.text.split()
        if kind == "side":
            return _side(stem, which)
        if which == "leading":  # at the very start
            head = all_tokens[0] if all_tokens else None
            is_meant = head is not None and head.kind == "number" and head.start == 0
            return Place(head.start, head.end) if head is not None and is_meant else None
        some = [t for t in all_tokens if t.kind == kind]
        at = -1 if which == "last" else ORDINALS.index(which)
        if not some or at >= len(some):
            return None
        return Place(some[at].start, some[at].end)


PARTS = (
    "the date", "what is in brackets", "the leading number", "the first side", "the last side",
    *(f"the {which} {kind}" for kind in ("number", "word") for which in ORDINALS),
)  # fmt: skip


@dataclass(frozen=True, slots=True)
class Named:
    """A stretch of a name and how a sentence speaks of it; None for what stands between parts."""

    text: str
    part: Part | None


def named(stem: str, forms: tuple[str, ...]) -> tuple[Named, ...]:
    """Return *stem* in parts, each as a sentence would say it, with what stands between them."""
    found: list[Named] = []
    seen: Counter[Kind] = Counter()
    total = Counter(token.kind for token in tokens(stem, forms))
    at = 0
    for token in tokens(stem, forms):
        if token.start > at:
            found.append(Named(stem[at : token.start], None))
        found.append(Named(token.text, _said_of(token, seen[token.kind], total[token.kind])))
        seen[token.kind] += 1
        at = token.end
    if at < len(stem):
        found.append(Named(stem[at:], None))
    return tuple(found)


def _said_of(token: Token, before: int, total: int) -> Part:
    if token.kind == "date":
        return Part("the date")
    if token.kind == "year":
        return Part(f'"{token.text}"')
    if token.kind == "number" and token.start == 0:
        return Part("the leading number")
    if before < len(ORDINALS) - 1:
        return Part(f"the {ORDINALS[before]} {token.kind}")
    return Part(f"the last {token.kind}") if before == total - 1 else Part(f'"{token.text}"')


def _words_at(stem: str, words: str) -> Place | None:
    """Return where *words* stand by themselves: letters and digits beside them are others."""
    found = re.search(rf"(?<![^\W_]){re.escape(words)}(?![^\W_])", stem) if words else None
    return Place(found.start(), found.end()) if found else None


def _side(stem: str, which: str) -> Place | None:
    sign = next((sign for sign in _PARTING if sign in stem), None)
    if sign is None:
        return None
    if which == "first":
        return Place(0, stem.index(sign))
    return Place(stem.rindex(sign) + len(sign), len(stem))


def without(stem: str, place: Place) -> str:
    """Return *stem* without a part, and without what stood between it and its neighbour."""
    head, tail = stem[: place.start], stem[place.end :]
    if not head.strip(_BETWEEN):
        return _stripped_head(tail) if not _opens(head) else head + _stripped_head(tail)
    if not tail.strip(_BETWEEN) and not _closes(tail):
        return head.rstrip(_BETWEEN)
    # in the middle, what stands after it stays: "Osei, Bryn - Essay" without Bryn is "Osei - Essay"
    return head.rstrip(_BETWEEN) + tail


_BETWEEN = " _-–,.;&+"


def _stripped_head(tail: str) -> str:
    return tail.lstrip(_BETWEEN)


def _opens(head: str) -> bool:
    return head.rstrip(" ").endswith(("(", "["))


def _closes(tail: str) -> bool:
    return tail.lstrip(" ").startswith((")", "]"))
