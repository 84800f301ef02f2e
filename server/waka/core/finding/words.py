"""Words as they are compared when something is looked for, and the marks where they were found.

Case, accents and punctuation do not count: a person types "uberholung" and means "Überholung".
"""

from __future__ import annotations

import re
import unicodedata
from collections.abc import Sequence
from dataclasses import dataclass

MOST_WORDS = 8  #: of a search
MOST_INDEXED = 40_000  #: words of one document's text that search looks at
LONGEST_WORD = 60
MOST_MARKED, MOST_MARKS = 400_000, 1_000  #: characters of a text that are marked, and marks
WINDOW = 2_000  #: signs of a text that are folded at a time


class _Folds(dict[str, str]):
    """What each sign is compared as, worked out once."""

    def __missing__(self, sign: str) -> str:
        found = self[sign] = _fold_sign(sign)
        return found


_FOLDS = _Folds()


def fold_sign(sign: str) -> str:
    """Return *sign* as compared: small, without accents; a space for what separates words."""
    return _FOLDS[sign]


def _fold_sign(sign: str) -> str:
    plain = "".join(c for c in unicodedata.normalize("NFKD", sign.casefold()) if not unicodedata.combining(c))
    return plain if plain and all(c.isalnum() for c in plain) else " "


def folded(text: str) -> str:
    """Return the words of *text*, folded, with one space between."""
    return " ".join("".join(map(fold_sign, text)).split())


def indexed(text: str) -> str:
    """Return what of *text* search looks at: its folded words, bounded in number and length."""
    return " ".join(word[:LONGEST_WORD] for word in folded(text).split()[:MOST_INDEXED])


def wanted(query: str) -> list[str]:
    """Return the words that *query* asks for, each once."""
    return list(dict.fromkeys(word[:LONGEST_WORD] for word in folded(query).split()))[:MOST_WORDS]


@dataclass(frozen=True, slots=True)
class Piece:
    """A stretch of shown text, and whether it is a word that was looked for."""

    text: str
    marked: bool


def mark(text: str, words: Sequence[str], *, anywhere: bool = False) -> list[Piece]:
    """Return *text* in pieces with the beginnings of words that match marked.

    *anywhere* also marks matches inside words, as names are searched.
    """
    plain, places = _folded_with_places(text)
    marked = bytearray(len(text))
    for word in words:
        at = plain.find(word)
        while at >= 0:
            if anywhere or at == 0 or plain[at - 1] == " ":
                for place in places[at : at + len(word)]:
                    marked[place] = 1
            at = plain.find(word, at + 1)
    pieces: list[Piece] = []
    start = 0
    while start < len(text):
        is_marked = marked[start]
        end = marked.find(1 - is_marked, start)
        end = end if end >= 0 else len(text)
        pieces.append(Piece(text[start:end], bool(is_marked)))
        start = end
    return pieces


def _folded_with_places(text: str) -> tuple[str, Sequence[int]]:
    """Return *text* folded, and of each sign of that where in *text* it stands."""
    whole = "".join([_FOLDS[sign] for sign in text])
    if len(whole) == len(text):  # no sign is folded to none, so each is one
        return whole, range(len(text))
    plain: list[str] = []
    places: list[int] = []
    for place, sign in enumerate(text):
        for c in fold_sign(sign):
            plain.append(c)
            places.append(place)
    return "".join(plain), places


def snippet(text: str, words: Sequence[str], width: int = 150) -> list[Piece]:
    """Return about *width* characters of *text* around the first place that matches, marked."""
    flat = " ".join(text.split())
    centre = _first_match(flat, words)
    if centre is None:
        return []
    start = max(0, centre - width // 3)
    if start:
        start = flat.find(" ", start, centre) + 1 or start
    end = min(len(flat), start + width)
    if end < len(flat):
        end = flat.rfind(" ", centre + 1, end) if " " in flat[centre + 1 : end] else end
    pieces = mark(flat[start:end], words)
    if end < len(flat):
        pieces.append(Piece(" …", False))
    return pieces


def _first_match(flat: str, words: Sequence[str]) -> int | None:
    """Return where in *flat* the first of *words* begins.

    Folding goes sign by sign, so a long text is folded a window at a time, as far as the first match;
    windows begin between words, and each reaches far enough into the next for a word to be whole.
    """
    start = 0
    while start < len(flat):
        cut = flat.rfind(" ", start + 1, start + WINDOW) + 1 or start + WINDOW
        plain, places = _folded_with_places(flat[start : cut + LONGEST_WORD])
        hits = [at for word in words if (at := _beginning(plain, word)) >= 0]
        if hits:
            return start + places[min(hits)]
        start = cut
    return None


def _beginning(plain: str, word: str) -> int:
    if plain.startswith(word):
        return 0
    at = plain.find(f" {word}")
    return at + 1 if at >= 0 else -1


_TAG = re.compile(r"(<[^>]*>)")


def mark_html(html: str, words: Sequence[str]) -> tuple[str, int]:
    """Return clean *html* with what matches *words* between ``mark`` tags, and how many do.

    The first has the id ``first``. *html* has every ``<`` and ``>`` of its text written as an entity.
    """
    if not words:
        return html, 0
    count = read = 0
    out: list[str] = []
    for piece in _TAG.split(html):
        if piece.startswith("<") or read > MOST_MARKED or count > MOST_MARKS:
            out.append(piece)
            continue
        read += len(piece)
        for part in mark(piece, words, anywhere=True):
            if part.marked:
                first = ' id="first"' if count == 0 else ""
                out.append(f"<mark{first}>{part.text}</mark>")
                count += 1
            else:
                out.append(part.text)
    return "".join(out), count
