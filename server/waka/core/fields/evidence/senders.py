"""Who a paper is from; of papers that go out, whom they go to; of coursework and forms, whose they are.

A sender stands on the letterhead, in the small print at the foot, behind a word such as “Seller”, under a letter, or in
the address of a website. The office's own names and addresses are told apart from all of these; what stands around them
is the window that the paper was sent to.
"""

from __future__ import annotations

import re
from collections.abc import Iterable, Iterator, Sequence
from dataclasses import replace
from statistics import median

from waka.core.fields.alike import words_of

from .context import Found, Paper
from .letters import plain
from .names_on_paper import (
    LEGAL,
    NAME_OF_PERSON,
    ORGANISATION,
    SELLER,
    STREET,
    in_capitals,
    is_label,
    is_name,
    short,
)  # fmt: skip
from .ours import Office, Ours
from .page import Cell, Line
from .sender_places import (
    BLOCK,
    at_the_foot,
    behind,
    committees,
    found_at,
    hosts_of,
    in_pieces,
    over_addresses,
    over_two_lines,
    signatures,
    small_print,
)

LEAST_HEAD = 1.5  #: the score below which what stands at the head of a paper is none
FULLY_SAID = (
    3.0  #: the score from which on a longer name at the head of a paper is what the short one is short for
)
SMALL_LETTERS = 1.9  #: the score of a name at the very head whose words have no capitals
IN_PIECES = "letterhead_in_pieces"
MOST_IN_A_HEAD = 9  #: words of a line of a letterhead that gives no address
BY_NAME = 3.5  #: the score above which a word says that a name is of who wrote
LARGE = 1.3  #: times the usual height of letters, that a letterhead is set in which goes on in its next line
_PERSONAL = frozenset({"coursework", "form", "payslip"})
_OF_FIRMS = ("letterhead", "over_address", "small_print")


MOST_ON_A_COVER = 6  #: lines
_SENT = frozenset({"letter", "reminder", "order", "remittance"})  #: sorts that an office sends out


_CERTIFIES = re.compile(r"^(?:hereby |herewith )?(?:certif(?:y|ies)|confirms?|declares?)(?: that)?$")


class Senders:
    """Finds senders for one office. Built once, for any number of papers."""

    def __init__(self, office: Office) -> None:
        self.ours = Ours(office)
        #: the words of each spelling, so that one look tells whether some words are a party's, however many are known
        self._known = {
            words: name
            for name, spellings in office.parties.items()
            for spelling in (name, *spellings)
            if (words := tuple(words_of(spelling)))
        }
        self._longest = max(map(len, self._known), default=0)

    def find(self, paper: Paper, sort: str, title: Cell | None) -> list[Found[str]]:
        """Return who may have sent *paper*, the likeliest first."""
        if not paper.lines:
            return []
        window = set(self.ours.window(paper))
        found = list(self._candidates(paper, sort, title, window))
        if sort == "certificate":
            # what stands large on it is what was learned, unless it is called as a body is
            found = [
                replace(one, score=one.score - 2.5)
                if one.why == "letterhead" and not ORGANISATION.search(plain(one.value))
                else one
                for one in found
            ]
        if sort in _PERSONAL:
            # whose it is; what stands large on it is its title
            found = [
                replace(one, score=one.score - (3.0 if one.why != "known" else 1.8))
                if one.why.startswith((*_OF_FIRMS, "known"))
                else one
                for one in found
            ]
        elif sort == "report" and any(
            (
                one.why.startswith(("small_print", "over_address"))
                or (one.why.startswith("letterhead") and one.value in paper.first_page[0].text)
            )
            and ORGANISATION.search(plain(one.value))
            for one in found
        ):
            # who looked at it works for the firm that says so on its paper
            found = [
                replace(one, score=one.score - 3.5)
                if one.why.startswith("seller") and not ORGANISATION.search(plain(one.value))
                else one
                for one in found
            ]
        return _merged(found)

    def as_known(self, text: str) -> str:
        """Return the name of the party that is spelled so; *text* itself where none is known to be."""
        return self._known.get(tuple(words_of(text)), text)

    def _candidates(
        self, paper: Paper, sort: str, title: Cell | None, window: set[int]
    ) -> Iterator[Found[str]]:
        ours_at_top = any(
            self.ours.is_ours(cell.text) and paper.place(cell) < 0.2 and id(cell) not in window
            for line in paper.first_page[:6]
            for cell in line.cells
        )
        if sort in _PERSONAL:
            yield from self._persons(paper, sort, title)
        if sort == "report":
            yield from (one for one in self._writers(paper, title) if one.score > BY_NAME)
        if sort == "minutes":
            yield from committees(paper)
        if sort in _SENT and ours_at_top:
            yield from self.ours.addressee(paper)
        if sort == "certificate":
            yield from self._bodies(paper, title, window)
        heads = list(self._letterhead(paper, title, window))
        yield from self._firms(paper, sort, heads, window)
        if sort in ("letter", "reminder") or all(score < LEAST_HEAD for _, score in heads):
            usual = median([cell.height for line in paper.first_page for cell in line.cells])
            has_head = (
                any(
                    cell.height > 1.2 * usual or ORGANISATION.search(plain(cell.text))
                    for cell, score in heads
                    if score >= LEAST_HEAD
                )
                or any(at_the_foot(paper))
                or any(
                    id(cell) not in window and not self.ours.is_ours(name)
                    for cell, name in over_addresses(paper)
                )
            )
            for rank, (cell, name) in enumerate(signatures(paper)):
                if not self.ours.is_ours(name):
                    yield found_at(cell, 0, name, (1.2 if has_head else 4.2) - 0.5 * rank, "signature")
        yield from self._parties(paper, window)

    def _persons(self, paper: Paper, sort: str, title: Cell | None) -> Iterator[Found[str]]:
        for rank, (cell, start, name) in enumerate(behind(paper, NAME_OF_PERSON)):
            if is_name(name, most=6) and not self.ours.is_ours(name):
                yield found_at(cell, start, name, 7.0 - 0.4 * rank, "person")
        if sort == "coursework":
            yield from self._writers(paper, title)

    def _firms(
        self, paper: Paper, sort: str, heads: Sequence[tuple[Cell, float]], window: set[int]
    ) -> Iterator[Found[str]]:
        hosts = hosts_of(paper)
        everything = f" {' '.join(words_of(' '.join(line.text for line in paper.lines[:300])))} "
        places = [
            *((cell, start, name, 6.5 if sort == "report" else 5.0, "seller") for cell, start, name in behind(paper, SELLER) if is_name(name) and in_capitals(name) and not (sort == "receipt" and _is_journey(paper, cell))),
            *((cell, cell.text.find(short(cell.text)), short(cell.text), score, "letterhead") for cell, score in heads),
            *((cell, cell.text.find(name), name, 4.0, "over_address") for cell, name in over_addresses(paper) if id(cell) not in window),
            *((cell, start, name, 2.6, "small_print") for cell, start, name in (*small_print(paper), *at_the_foot(paper))),
        ]  # fmt: skip
        usual = median(
            [word.height for line in paper.first_page for cell in line.cells for word in cell.words]
        )
        for cell, name, score in (
            *in_pieces(heads, sort == "receipt", everything),
            *over_two_lines(heads, LARGE * usual),
        ):
            places.append((cell, 0, name, score, IN_PIECES))
        for cell, start, name, score, why in places:
            if not self.ours.is_ours(name):
                yield self._told(cell, start, name, score, why, hosts, everything)

    def _told(
        self, cell: Cell, start: int, name: str, score: float, why: str, hosts: Iterable[str], everything: str
    ) -> Found[str]:
        words = words_of(name)
        joined = "".join(words)
        for host in hosts:
            if len(host) > 3 and (
                host in joined or joined in host or any(len(w) > 4 and w in host for w in words)
            ):
                score += 1.6
                why += "+host"
                break
        score += (0.4 if ORGANISATION.search(plain(name)) else 0.15) * min(
            3, everything.count(" " + " ".join(words) + " ") - 1
        )
        score += 0.6 * bool(re.search(rf"\b{LEGAL}$", plain(name)))
        score += 0.5 * bool(ORGANISATION.search(plain(name))) - 1.5 * any(c.isdigit() for c in name)
        return found_at(cell, max(0, start), name, score, why)

    def _letterhead(self, paper: Paper, title: Cell | None, window: set[int]) -> Iterator[tuple[Cell, float]]:
        first = paper.first_page
        usual = median(
            [word.height for line in first for cell in line.cells for word in cell.words] or [10.0]
        )
        for at, line in enumerate(first[:14]):
            for cell in line.cells:
                place = paper.place(cell)
                is_prose = len(cell.words) > MOST_IN_A_HEAD and not any(map(str.isdigit, cell.text))
                if (
                    place > 0.3
                    or is_prose
                    or is_label(cell.text)
                    or id(cell) in window
                    or not is_name(short(cell.text))
                ):
                    continue
                large = cell.height / max(1.0, usual)
                # words in small letters are what a paper is about, unless one is of those that firms are called by
                is_called = in_capitals(short(cell.text)) or ORGANISATION.search(plain(short(cell.text)))
                yield (
                    cell,
                    (3.4 if is_called else SMALL_LETTERS)
                    - (0.8 if _begins_block(paper, line, cell) else 2.0)
                    * bool(STREET.search(plain(short(cell.text))))
                    + 1.6 * min(1.5, max(0.0, large - 1.0))
                    - 3.0 * place
                    - 0.22 * at
                    - 1.2 * (cell is title),
                )

    def _writers(self, paper: Paper, title: Cell | None) -> Iterator[Found[str]]:
        """Who wrote a paper, where no label says it: by line, or a name alone beneath the title; on a cover that is one."""
        is_cover = len(paper.first_page) <= MOST_ON_A_COVER < len(paper.lines)
        for at, line in enumerate(paper.first_page[:8]):
            for cell in line.cells:
                for match in re.finditer(
                    r"(?:^|\b(?:by|from)\s)([A-ZÀ-Ž][\w'’-]+(?: [A-ZÀ-Ž][\w'’.-]*){1,3})(?=\s*(?:$|,|\(|·|\||/|–|-|\d))",
                    cell.text,
                ):
                    name = match[1]
                    by = match[0] != name or (is_cover and at > 0)
                    if (by or cell is not title) and is_name(name, most=4) and not self.ours.is_ours(name):
                        is_body = 2.5 * bool(ORGANISATION.search(plain(name)))  # where they learn
                        yield found_at(cell, match.start(1), name, 3.5 + 2.0 * by - 0.3 * at - is_body, "by")

    def _bodies(self, paper: Paper, title: Cell | None, window: set[int]) -> Iterator[Found[str]]:
        """Who gave a certificate stands above the word for it, or may stand beneath it, as who signs does."""
        for line in paper.first_page:
            for cell in line.cells:
                name = short(cell.text)
                if _CERTIFIES.match(plain(name)) and (above := paper.above(line, cell)) is not None:
                    body = short(above.text)
                    if is_name(body) and in_capitals(body) and not self.ours.is_ours(body):
                        yield found_at(above, above.text.find(body), body, 6.5, "body")
                if (
                    ORGANISATION.search(plain(name))
                    and is_name(name)
                    and in_capitals(name)
                    and cell is not title
                    and id(cell) not in window
                    and not self.ours.is_ours(name)
                ):
                    yield found_at(cell, cell.text.find(name), name, 1.8 + 0.4 * paper.place(cell), "body")

    def _parties(self, paper: Paper, window: set[int]) -> Iterator[Found[str]]:
        """Parties that we know and that are named on the paper, outside the window."""
        for line in paper.first_page:
            for cell in line.cells:
                if id(cell) in window or len(cell.words) > 16:
                    continue
                told = words_of(cell.text)
                for size in range(1, min(self._longest, len(told)) + 1):
                    for first in range(len(told) - size + 1):
                        name = self._known.get(tuple(told[first : first + size]))
                        if name is not None and not self.ours.is_ours(name):
                            yield found_at(
                                cell, 0, name, self._of_known(paper, cell, size / len(told)), "known"
                            )

    def _of_known(self, paper: Paper, cell: Cell, share: float) -> float:
        """Return what speaks for a known party that makes up a *share* of a cell: more at the head and the foot."""
        place = paper.place(cell)
        edge = 1.0 if place < 0.25 or place > 0.85 else 0.0
        return 3.2 + 1.6 * share + edge - 0.5 * place


def _is_journey(paper: Paper, cell: Cell) -> bool:
    """Whether a name stands behind “from”: on a receipt that is where a ride began."""
    line = paper.line_of(cell)
    return plain(line.text).startswith("from") or any(
        plain(one.text).strip(" :") == "from" for one in line.cells
    )


def _begins_block(paper: Paper, line: Line, cell: Cell) -> bool:
    """Whether no line stands close above a cell: a firm may be called Gardens or Yard, and its street not stand first."""
    above = paper.above(line, cell)
    return above is None or cell.top - above.bottom > BLOCK * cell.height or not is_name(short(above.text))


def _merged(found: Iterable[Found[str]]) -> list[Found[str]]:
    best: dict[str, Found[str]] = {}
    for one in sorted(found, key=lambda f: -f.score):
        key = " ".join(sorted(words_of(one.value)))
        known = best.get(key)
        if known is None:
            best[key] = one
        else:
            name = one.value if one.why == "known" else known.value
            more = min(1.2, max(0.0, 0.25 * one.score))
            best[key] = replace(known, value=name, score=known.score + more)
    return _in_full(sorted(best.values(), key=lambda f: -f.score))


def _in_full(found: list[Found[str]]) -> list[Found[str]]:
    """Where the likeliest is a part of a name that is given with its legal form elsewhere, take that one."""
    if not found:
        return found
    first = found[0]
    begin = words_of(first.value)
    words = set(begin)
    for other in found[1:]:
        told = words_of(other.value)
        more = set(told)
        is_legal = re.search(rf"\b{LEGAL}$", plain(other.value)) is not None
        # a firm's short name stands large above its address, which its whole name stands over
        goes_on = len(begin) > 1 and told[: len(begin)] == begin and len(told) <= len(begin) + 2 and (
            other.why.startswith(("over_address", "letterhead")) and other.score > FULLY_SAID
        )  # fmt: skip
        in_pieces = other.why.startswith(IN_PIECES)  # the first is one of these pieces
        if words < more and (is_legal or goes_on or in_pieces) and len(other.value) < 60:
            whole = replace(first, value=other.value, score=first.score + 0.4, why=first.why + "+in_full")
            return [whole, *(one for one in found[1:] if one is not other)]
    return found
